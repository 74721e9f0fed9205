package pattern

import (
	"fmt"
	"math"
	"slices"

	"ardentgusset/core/plane"
)

// Place is a point of a piece's edge, so far along it, mm.
type Place struct {
	Edge string
	At   float64
}

// Slash is a straight cut through a piece from one edge to another, opened by so much at
// either end, mm: as much at both spreads the parts evenly, nothing at one end hinges them
// there, less than nothing laps them over each other.
type Slash struct {
	From, To   Place
	Open, Over float64 // at From, and at To
	// Pleat says that what opens is folded before the edge is cut: the edge jogs, so that the
	// folded pleat ends on it.
	Pleat bool
}

// chord is a cut between two places of a piece's border.
type chord struct {
	i, j int // the edges it begins and ends on
	a, b plane.Point
}

func (p *Piece) chord(from, to Place) (chord, error) {
	i, err := p.index(from.Edge)
	if err != nil {
		return chord{}, err
	}
	j, err := p.index(to.Edge)
	if err != nil {
		return chord{}, err
	}
	if i == j {
		return chord{}, fmt.Errorf("%s: a cut must run from one edge to another", p.Name)
	}
	for _, at := range []Place{from, to} {
		if e, _ := p.Edge(at.Edge); at.At < mouthAt || at.At > e.Length()-mouthAt {
			return chord{}, fmt.Errorf("%s: a cut can’t begin at the end of an edge, as at %s", p.Name, at.Edge)
		}
	}
	a, _ := plane.Along(p.Edges[i].Line, from.At)
	b, _ := plane.Along(p.Edges[j].Line, to.At)
	outline, _ := p.Outline()
	for k := 1; k < 32; k++ {
		if !plane.Inside(outline, a.Toward(b, float64(k)/32)) {
			return chord{}, fmt.Errorf("%s: a cut from %s to %s would leave the piece", p.Name, from.Edge, to.Edge)
		}
	}
	return chord{i, j, a, b}, nil
}

// right is what lies to the right of a cut, as an outline.
func (p *Piece) right(c chord, from, to Place) []plane.Point {
	n := len(p.Edges)
	first := p.Edges[c.i]
	out := append([]plane.Point{}, plane.Part(first.Line, from.At, first.Length())...)
	for k := (c.i + 1) % n; k != c.j; k = (k + 1) % n {
		out = append(out, p.Edges[k].Line...)
	}
	return append(out, plane.Part(p.Edges[c.j].Line, 0, to.At)...)
}

// Slashed is the piece cut along a line and opened. Every edge that is not cut keeps its
// length; the part on the fold stays where it was.
func (p Piece) Slashed(s Slash) (Piece, error) {
	c, err := p.chord(s.From, s.To)
	if err != nil {
		return p, err
	}
	long := c.a.To(c.b)
	if math.Abs(s.Over-s.Open) > 0.9*long {
		return p, fmt.Errorf("%s can’t open so far over so short a cut", p.Name)
	}
	along := c.b.Sub(c.a).Unit()
	// What lies to the right turns about the end that opens less, and is drawn aside there.
	angle := 2 * math.Asin((s.Open-s.Over)/long/2)
	hinge, least := c.b, s.Over
	if math.Abs(s.Open) < math.Abs(s.Over) {
		hinge, least = c.a, s.Open
	}
	aside := hinge.Add(along.Right().Times(least))
	turn := func(q plane.Point) plane.Point { return q.Sub(hinge).Turned(angle).Add(aside) }
	turned := func(line []plane.Point) []plane.Point {
		out := make([]plane.Point, len(line))
		for i, q := range line {
			out[i] = turn(q)
		}
		return out
	}
	out, n := p.Copied(), len(p.Edges)
	fold := false
	for k := (c.i + 1) % n; k != c.j; k = (k + 1) % n {
		out.Edges[k].Line = turned(p.Edges[k].Line)
		fold = fold || p.Edges[k].ID == p.Fold && p.Fold != ""
	}
	cut := func(edge int, before, after []plane.Point, peak plane.Point) {
		e := &out.Edges[edge]
		if lap := before[len(before)-1].Sub(after[0]); lap.Dot(runsOut(before)) > 0 {
			// They lie over each other: each ends in the middle of that.
			e.Line = plane.Join(plane.Part(before, 0, plane.Length(before)-lap.Norm()/2),
				plane.Part(after, lap.Norm()/2, plane.Length(after)))
			return
		}
		if s.Pleat {
			e.Line = plane.Join(before, []plane.Point{peak}, after)
		} else {
			e.Line = plane.Join(before, after)
		}
	}
	first, last := p.Edges[c.i].Line, p.Edges[c.j].Line
	before, after := plane.Part(first, 0, s.From.At), turned(plane.Part(first, s.From.At, plane.Length(first)))
	cut(c.i, before, after, jog(before, after, along))
	before, after = turned(plane.Part(last, 0, s.To.At)), plane.Part(last, s.To.At, plane.Length(last))
	cut(c.j, before, after, jog(before, after, along))
	out.carry(p, s, c, turn)
	if s.Pleat {
		out.Marks = append(out.Marks, Mark{Kind: PleatFold, Path: []plane.Point{c.a, c.b}, Label: "fold"},
			Mark{Kind: PleatTo, Path: []plane.Point{turn(c.a), turn(c.b)}, Label: "to here"})
	}
	if fold { // what is on the fold goes back to where it was
		out = out.turnedAbout(aside, -angle)
		shift := hinge.Sub(aside)
		for i := range out.Edges {
			out.Edges[i].Line = plane.Moved(out.Edges[i].Line, shift)
		}
		for _, path := range out.inner() {
			*path = plane.Moved(*path, shift)
		}
	}
	return out, nil
}

// runsOut is how a line runs at its end, over its last few mm.
func runsOut(line []plane.Point) plane.Point {
	const over = 5.0
	end := line[len(line)-1]
	for i := len(line) - 2; i > 0; i-- {
		if line[i].To(end) >= over {
			return end.Sub(line[i])
		}
	}
	return end.Sub(line[0])
}

// onOutline is how near the outline a mark's point lies that ends there, mm.
const onOutline = 0.6

// carry moves notches and marks with what was slashed.
func (out *Piece) carry(p Piece, s Slash, c chord, turn func(plane.Point) plane.Point) {
	region := p.right(c, s.From, s.To)
	for k := range out.Notches {
		notch := &out.Notches[k]
		for _, at := range []struct {
			place Place
			edge  int
		}{{s.From, c.i}, {s.To, c.j}} {
			if notch.Edge == at.place.Edge && notch.At > at.place.At {
				notch.At += out.Edges[at.edge].Length() - p.Edges[at.edge].Length()
			}
		}
	}
	for _, path := range out.inner() {
		*path = slices.Clone(*path)
		for i, q := range *path {
			// What ends on the outline lies neither within nor without for certain: the side of the cut
			// that it lies on tells.
			turns := c.b.Sub(c.a).Cross(q.Sub(c.a)) < 0
			if !plane.Within(region, q, onOutline) {
				turns = plane.Inside(region, q)
			}
			if turns {
				(*path)[i] = turn(q)
			}
		}
	}
}

// jog is where the edge turns in the middle of a pleat that is folded along a direction: half
// of what opens lies on what comes after it, as its mirror image.
func jog(before, after []plane.Point, along plane.Point) plane.Point {
	a, b := before[len(before)-1], after[0]
	on := after[min(2, len(after)-1)].Sub(b).Unit()
	mirrored := along.Times(2 * on.Dot(along)).Sub(on)
	across := mirrored.Dot(along.Right())
	if math.Abs(across) < 0.2 {
		return a.Mid(b)
	}
	return b.Add(mirrored.Times(a.Sub(b).Dot(along.Right()) / 2 / across))
}

// Spread is the piece slashed many times between two stretches of edges, each evenly, and
// opened by as much in all at either end, mm; the edges are then drawn fair. It is how fullness
// for gathers is made: hinged where one end opens by nothing.
func (p Piece) Spread(from Place, long float64, to Place, over float64, open, far float64, cuts int) (Piece, error) {
	out := p
	var err error
	for k := range cuts {
		t := (float64(k) + 0.5) / float64(cuts)
		// Those made before have made both edges longer before this one, at From; at To, which
		// runs the other way, they lie behind it.
		s := Slash{From: Place{from.Edge, from.At + long*t + open*float64(k)/float64(cuts)}, To: Place{to.Edge, to.At + over*(1-t)},
			Open: open / float64(cuts), Over: far / float64(cuts)}
		if out, err = out.Slashed(s); err != nil {
			return p, err
		}
	}
	for _, id := range []string{from.Edge, to.Edge} {
		e, _ := out.Edge(id)
		e.Line = faired(e.Line)
	}
	return out, nil
}

// faired is a line drawn anew through points a thumb's breadth apart, its ends kept.
func faired(line []plane.Point) []plane.Point {
	const apart = 22.0
	long := plane.Length(line)
	n := max(int(long/apart), 3)
	through := make([]plane.Point, n+1)
	for i := range through {
		through[i], _ = plane.Along(line, long*float64(i)/float64(n))
	}
	through[0], through[n] = line[0], line[len(line)-1]
	return plane.Through(through)
}

// Lengthened is the piece cut across between two edges and drawn apart by so much, mm, or
// lapped when it is less than nothing: both edges change by it where the cut crosses them
// square.
func (p Piece) Lengthened(from, to Place, by float64) (Piece, error) {
	return p.Slashed(Slash{From: from, To: to, Open: by, Over: by})
}

// Parted is the piece cut in two along a straight line: what lies to the left of it and what
// lies to the right, each with the cut as an edge of that name. Edges keep their names on
// either part.
func (p Piece) Parted(from, to Place, id, name string) (left, right Piece, err error) {
	c, err := p.chord(from, to)
	if err != nil {
		return p, p, err
	}
	n := len(p.Edges)
	region := append(p.right(c, from, to), c.a)
	take := func(i, j int, start, end Place, a, b plane.Point) Piece { // the border from start to end, and back along the cut
		out := p.Copied()
		out.Edges, out.Notches = nil, nil
		add := func(e Edge, low, high float64) {
			for _, notch := range p.Notches {
				if notch.Edge == e.ID && notch.At > low+1 && notch.At < high-1 {
					notch.At -= low
					out.Notches = append(out.Notches, notch)
				}
			}
			e.Line = plane.Part(e.Line, low, high)
			out.Edges = append(out.Edges, e)
		}
		add(p.Edges[i], start.At, p.Edges[i].Length())
		for k := (i + 1) % n; k != j; k = (k + 1) % n {
			add(p.Edges[k], 0, p.Edges[k].Length())
		}
		add(p.Edges[j], 0, end.At)
		out.Edges = append(out.Edges, Edge{ID: id, Name: name, Line: []plane.Point{b, a}})
		if _, ok := out.Edge(out.Fold); !ok && p.Fold != "" {
			out.Fold, out.Cut, out.Mirrored = "", 2*p.Cut, true
		}
		return out
	}
	right, left = take(c.i, c.j, from, to, c.a, c.b), take(c.j, c.i, to, from, c.b, c.a)
	for _, part := range []*Piece{&left, &right} {
		line, _ := part.Outline()
		if _, _, crossed := plane.Crossing(line); crossed {
			return p, p, fmt.Errorf("%s: a cut from %s to %s would leave the piece", p.Name, from.Edge, to.Edge)
		}
	}
	left.Marks, right.Marks, left.Levels, right.Levels = nil, nil, nil, nil
	for _, m := range p.Marks {
		for _, part := range clipped(m.Path, region) {
			mark := m
			mark.Path = part.line
			if part.inside {
				right.Marks = append(right.Marks, mark)
			} else {
				left.Marks = append(left.Marks, mark)
			}
		}
	}
	for _, l := range p.Levels {
		for _, part := range clipped(l.Path, region) {
			if part.inside {
				right.Levels = append(right.Levels, Level{l.Drop, part.line, l.Open})
			} else {
				left.Levels = append(left.Levels, Level{l.Drop, part.line, l.Open})
			}
		}
	}
	return left, right, nil
}

// clip is a stretch of a path, inside an outline or outside it.
type clip struct {
	inside bool
	line   []plane.Point
}

// within tells whether a point lies in a region or on its border.
func within(region []plane.Point, q plane.Point) bool {
	const hair = 0.05
	if plane.Inside(region, q) {
		return true
	}
	for i, a := range region {
		if plane.Off(q, a, region[(i+1)%len(region)]) < hair {
			return true
		}
	}
	return false
}

// clipped are the stretches of a path inside and outside an outline; both end where it crosses.
func clipped(path, region []plane.Point) []clip {
	var out []clip
	for i, q := range path {
		in := within(region, q)
		if k := len(out) - 1; k >= 0 {
			if out[k].inside == in {
				out[k].line = append(out[k].line, q)
				continue
			}
			near, far := path[i-1], q // where it crosses, by halving
			for range 30 {
				if mid := near.Mid(far); within(region, mid) == out[k].inside {
					near = mid
				} else {
					far = mid
				}
			}
			out[k].line = append(out[k].line, near)
			out = append(out, clip{in, []plane.Point{far, q}})
			continue
		}
		out = append(out, clip{in, []plane.Point{q}})
	}
	if len(path) > 1 {
		out = slices.DeleteFunc(out, func(c clip) bool { return plane.Length(c.line) < 0.5 })
	}
	return out
}
