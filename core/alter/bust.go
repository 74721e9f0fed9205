package alter

import (
	"math"

	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
)

// mostBust is by how much a bust is opened in one go, mm: more is shared between two cuts (from memory).
const mostBust = 40.0

// bust opens a front over the bust by so much sideways at the bust point. It is cut from below straight up to the bust point and on to a
// place of the armhole, where it hinges; and from the side to the bust point. What lies outside and above turns about the hinge; what
// lies outside and below stays upright, and goes down with the bust point; so does what lies inside and below. Where the side was cut a
// dart opens by just the angle of that turn.
func bust(_ *Set, p *pattern.Piece, o *Op) *OpError {
	bp, err := asPlace(o.From, "from")
	if err != nil {
		return err
	}
	hingeAt, err := asPlace(o.To, "to")
	if err != nil {
		return err
	}
	hinge, err := place(p, hingeAt, "to")
	if err != nil {
		return err
	}
	side, err := edge(p, o.Edge, "edge")
	if err != nil {
		return err
	}
	at, by, err := atAndBy(o)
	if err != nil {
		return err
	}
	if math.Abs(by) > mostBust {
		return wrong("by_mm", "at most %g in one go: share it between two cuts", mostBust)
	}
	if at < 5 || at > side.Length()-5 {
		return wrong("at_mm", "%s is %.0f long: the dart lies on it, clear of its ends", side.ID, side.Length())
	}
	line, _ := p.Outline()
	if !plane.Inside(line, bp) {
		return wrong("from", "the bust point lies outside %s", p.Name)
	}
	if d, _ := plane.Along(side.Line, at); d.X < bp.X { // its middle is on the right: work on its mirror image
		flipped := p.Mirror()
		edge, _ := flipped.Edge(side.ID)
		other := *o
		other.From, other.To = &XY{-bp.X, bp.Y}, XY{-hingeAt.X, hingeAt.Y}
		back := edge.Length() - at
		other.At = &back
		if err := bust(nil, &flipped, &other); err != nil {
			return err
		}
		*p = flipped.Mirror()
		return nil
	}
	return opened(p, bp, hinge, pattern.Place{Edge: side.ID, At: at}, by)
}

// opened does it on a front whose middle is on the left.
func opened(p *pattern.Piece, bp plane.Point, hinge, side pattern.Place, by float64) *OpError {
	he, _ := p.Edge(hinge.Edge)
	s, _ := plane.Along(he.Line, hinge.At)
	se, _ := p.Edge(side.Edge)
	d, _ := plane.Along(se.Line, side.At)
	arm := bp.Sub(s)
	far := arm.Norm()
	// The bust point goes sideways by so much: far·cos(a+t) = arm.X + by.
	cos := (arm.X + by) / far
	if math.Abs(cos) >= 1 {
		return wrong("by_mm", "the armhole's hinge is too near the bust point for so much")
	}
	angle := math.Atan2(arm.Y, arm.X)
	t := -math.Acos(cos) - angle
	turn := func(q plane.Point) plane.Point { return q.Sub(s).Turned(t).Add(s) }
	down := turn(bp).Y - bp.Y
	low, ok := hit(p, bp, plane.Pt(0, -1))
	if !ok {
		return wrong("from", "nothing of %s lies below the bust point", p.Name)
	}
	mid, ok := hit(p, bp, plane.Pt(-1, 0))
	if !ok {
		return wrong("from", "nothing of %s lies between the bust point and its middle", p.Name)
	}
	cuts := []pattern.Place{low, side, hinge, mid} // against the clock from below
	moves := []func(plane.Point) plane.Point{
		func(q plane.Point) plane.Point { return q.Add(plane.Pt(by, down)) },
		turn,
		func(q plane.Point) plane.Point { return q },
		func(q plane.Point) plane.Point { return q.Add(plane.Pt(0, down)) },
	}
	was := p.Copied()
	pieces := stretches(p, cuts)
	for i := range p.Edges {
		p.Edges[i].Line = nil
	}
	for _, x := range pieces {
		e := &p.Edges[x.edge]
		e.Line = plane.Join(e.Line, each(x.line, moves[x.part]))
	}
	upper, lower := turn(d), d.Add(plane.Pt(by, down))
	tip := turn(bp)
	p.Marks = append(p.Marks, pattern.Mark{Kind: pattern.Dart, Path: []plane.Point{lower, tip, upper}, Label: "bust dart"})
	// The regions tell what is carried where.
	carry(p, &was, func(q plane.Point) plane.Point {
		switch {
		case q.Y < bp.Y && q.X < bp.X:
			return moves[3](q)
		case q.X >= bp.X && d.Sub(bp).Cross(q.Sub(bp)) < 0:
			return moves[0](q)
		case s.Sub(bp).Cross(q.Sub(bp)) < 0:
			return turn(q)
		}
		return q
	})
	// Of the mark that was just made nothing is carried.
	p.Marks[len(p.Marks)-1].Path = []plane.Point{lower, tip, upper}
	return capped(p, side.Edge, lower, upper, tip)
}

// capped draws the edge between a dart's legs so that it runs on when the dart is folded shut.
func capped(p *pattern.Piece, id string, from, to, tip plane.Point) *OpError {
	e, _ := p.Edge(id)
	for i := 1; i < len(e.Line); i++ {
		if e.Line[i-1].To(from) < 1e-6 && e.Line[i].To(to) < 1e-6 {
			peak := pattern.Cap(e.Line[:i], e.Line[i:], tip)
			e.Line = append(append(append([]plane.Point{}, e.Line[:i]...), peak), e.Line[i:]...)
			return nil
		}
	}
	return wrong("at_mm", "the dart would not lie on %s", id)
}

// hit is the place of a piece's outline that a line from within it meets first.
func hit(p *pattern.Piece, from, way plane.Point) (pattern.Place, bool) {
	best, far := pattern.Place{}, math.Inf(1)
	for _, e := range p.Edges {
		run := 0.0
		for i := 1; i < len(e.Line); i++ {
			a, b := e.Line[i-1], e.Line[i]
			u := b.Sub(a)
			if den := way.Cross(u); math.Abs(den) > 1e-12 {
				t, k := a.Sub(from).Cross(u)/den, a.Sub(from).Cross(way)/den
				if t > 0 && k >= 0 && k <= 1 && t < far {
					best, far = pattern.Place{Edge: e.ID, At: run + k*a.To(b)}, t
				}
			}
			run += a.To(b)
		}
	}
	return best, !math.IsInf(far, 1)
}

// stretch is a part of an edge, and which part of the piece it belongs to.
type stretch struct {
	edge, part int
	line       []plane.Point
}

// stretches are a piece's edges cut at places that follow each other against the clock, each with the number of the cut before it.
func stretches(p *pattern.Piece, cuts []pattern.Place) (out []stretch) {
	part := len(cuts) - 1
	// Which part the outline begins in: that after the last cut before its first point, as the cuts follow each other round.
	total := func(c pattern.Place) float64 {
		sum := 0.0
		for _, e := range p.Edges {
			if e.ID == c.Edge {
				return sum + c.At
			}
			sum += e.Length()
		}
		return sum
	}
	least := math.Inf(1)
	for k, c := range cuts {
		if at := total(c); at < least {
			least, part = at, (k+len(cuts)-1)%len(cuts)
		}
	}
	for i, e := range p.Edges {
		from := 0.0
		for range cuts {
			next := (part + 1) % len(cuts)
			if c := cuts[next]; c.Edge == e.ID && c.At >= from-1e-9 {
				out = append(out, stretch{i, part, plane.Part(e.Line, from, c.At)})
				from, part = c.At, next
				continue
			}
			break
		}
		out = append(out, stretch{i, part, plane.Part(e.Line, from, e.Length())})
	}
	return out
}
