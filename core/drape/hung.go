package drape

import (
	"math"
	"slices"

	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
)

// Strip is cloth that is held along its upper edge and hangs free below: its panels on the left half, from the centre front to the
// centre back, read from how the pieces are sewn.
type Strip struct {
	Panels []Panel
	By     pattern.Join // what holds it: a band, a bodice, the tier above
	From   string       // the piece it is sewn to, "" for none
	// Rung is how many strips hang above it, one on the other.
	Rung int
}

// Length is how long a strip is before, at its side and behind at its longest, mm.
func (s *Strip) Length() (long float64) {
	for i := range s.Panels {
		long = max(long, plane.Length(s.Panels[i].Front), plane.Length(s.Panels[i].Back))
	}
	return long
}

// side is an upright side of a piece and what it is sewn to.
type side struct {
	line []plane.Point // as its edges run, counter-clockwise
	mate string        // the piece beside it, "" for none
	edge string        // of the mate
	self bool          // it is sewn to its own mirror image, or lies on the fold
	fold bool          // it lies on the fold
	open bool          // it, or a part of it, is an opening
}

// hung is a piece that hangs from its upper edge.
type hung struct {
	p           *pattern.Piece
	upper       []plane.Point // from the right side to the left one, as its edges run
	lower       []plane.Point // from the left side to the right one
	edges       []pattern.Edge
	right, left side
	by          pattern.Join
	from        string
	taken       []Taken // along upper
}

// hungOf reads how a piece hangs; false for one that does not.
func hungOf(p *pattern.Piece, seams []pattern.Seam) (h hung, ok bool) {
	if p.Hidden || p.Of != "" {
		return h, false
	}
	h.p = p
	n := len(p.Edges)
	upright, sides, held := sewnTo(p, seams)
	runs := runsOf(upright)
	if len(runs) != 4 {
		return h, false
	}
	is := func(r [2]int) (q side) {
		for i := r[0]; i != r[1]; i = (i + 1) % n {
			q.line = append(q.line, p.Edges[i].Line...)
			q.self, q.open, q.fold = q.self || sides[i].self, q.open || sides[i].open, q.fold || sides[i].fold
			if sides[i].mate != "" {
				q.mate, q.edge = sides[i].mate, sides[i].edge
			}
		}
		q.line = plane.Join(q.line)
		return q
	}
	top := heldRun(p, runs, upright, held)
	if top < 0 {
		return h, false
	}
	for i := runs[top][0]; i != runs[top][1]; i = (i + 1) % n {
		e := p.Edges[i]
		h.upper = append(h.upper, e.Line...)
		h.edges = append(h.edges, e)
		t := Taken{Own: e.Length(), On: e.Length()}
		if m := held[i]; m != nil {
			h.by, h.from = m.Join, m.A.Piece
			if m.A.Piece == p.ID {
				h.from = m.B.Piece
			}
			t.On = t.Own - math.Abs(m.Ease)
			if m.Join == pattern.AtWaist && m.B.Piece != p.ID { // the bodice has more, in darts
				t.On = t.Own
			}
		}
		h.taken = append(h.taken, taken(p, &e, t)...)
	}
	h.upper = plane.Join(h.upper)
	below := runs[(top+2)%4]
	for i := below[0]; i != below[1]; i = (i + 1) % n {
		if held[i] != nil {
			return h, false // both its ends are held: it goes round, it does not hang
		}
		h.lower = append(h.lower, p.Edges[i].Line...)
	}
	h.lower = plane.Join(h.lower)
	if middle(h.upper).Y < middle(h.lower).Y {
		return h, false // it is held below: a bodice
	}
	h.left, h.right = is(runs[(top+1)%4]), is(runs[(top+3)%4])
	return h, true
}

// sewnTo is, by edge of a piece, whether it is a side of it, what it is sewn to there, and the seam that holds it from above.
func sewnTo(p *pattern.Piece, seams []pattern.Seam) (upright []bool, sides []side, held []*pattern.Seam) {
	n := len(p.Edges)
	upright, sides, held = make([]bool, n), make([]side, n), make([]*pattern.Seam, n)
	for i := range p.Edges {
		e := &p.Edges[i]
		s := &sides[i]
		s.fold = e.ID == p.Fold && p.Fold != ""
		s.self = s.fold
		upright[i] = s.self
		for k := range seams {
			m := &seams[k]
			own, other := m.B, m.A
			if m.A.Piece == p.ID && m.A.Edge == e.ID {
				own, other = m.A, m.B
			}
			if own.Piece != p.ID || own.Edge != e.ID {
				continue
			}
			switch m.Join {
			case pattern.Beside, pattern.Rejoined:
				if takesIn(m) || yoked(other.Piece, seams) {
					held[i] = m // a hood, a yoke
					continue
				}
				upright[i] = true
				if other.Piece == p.ID && other.Edge == e.ID {
					s.self = true
				} else {
					s.mate, s.edge = other.Piece, other.Edge
				}
			case pattern.Stripped:
				upright[i], s.open = true, true
			case pattern.Banded, pattern.Tiered:
				if own == m.B && held[i] == nil {
					held[i] = m
				}
			case pattern.AtWaist:
				held[i] = m
			}
		}
	}
	down := downOf(p, held)
	for i := range p.Edges {
		e := &p.Edges[i]
		if upright[i] || held[i] != nil || !rises(e, down) {
			continue
		}
		if p.KindOf(*e, seams) != pattern.Hem || hemmedSide(p, i, held, down) {
			upright[i], sides[i].open = true, true
		}
	}
	return upright, sides, held
}

// takesIn tells whether a seam takes one of its sides in.
func takesIn(m *pattern.Seam) bool {
	return m.Absorbed == pattern.Gathers || m.Absorbed == pattern.SmallPleats || m.Absorbed == pattern.Pleats
}

// yoked tells whether several pieces are taken in to one, so that it holds whatever is sewn to it.
func yoked(piece string, seams []pattern.Seam) bool {
	first := ""
	for i := range seams {
		m := &seams[i]
		if m.Join != pattern.Beside && m.Join != pattern.Rejoined || !takesIn(m) || m.A.Piece == m.B.Piece {
			continue
		}
		other := ""
		switch piece {
		case m.A.Piece:
			other = m.B.Piece
		case m.B.Piece:
			other = m.A.Piece
		}
		if other != "" && first != "" && other != first {
			return true
		}
		if other != "" {
			first = other
		}
	}
	return false
}

// hemmedSide tells whether a hemmed edge is a side: straight down from what holds the piece.
func hemmedSide(p *pattern.Piece, i int, held []*pattern.Seam, down plane.Point) bool {
	n := len(p.Edges)
	e := &p.Edges[i]
	const straight = 0.95
	return (held[(i+1)%n] != nil || held[(i+n-1)%n] != nil) &&
		math.Abs(e.Line[len(e.Line)-1].Sub(e.Line[0]).Dot(down)) > straight*e.Length()
}

// downOf is which way a piece hangs from what holds it; straight down where nothing does.
func downOf(p *pattern.Piece, held []*pattern.Seam) plane.Point {
	var from plane.Point
	count := 0.0
	for i := range held {
		if held[i] != nil {
			from, count = from.Add(middle(p.Edges[i].Line)), count+1
		}
	}
	if count == 0 {
		return plane.Pt(0, -1)
	}
	line, _ := p.Outline()
	b := plane.BoxOf(line)
	return b.Min.Mid(b.Max).Sub(from.Times(1 / count)).Unit()
}

// heldRun is which run of a piece's edges something holds all along; −1 for none.
func heldRun(p *pattern.Piece, runs [][2]int, upright []bool, held []*pattern.Seam) int {
	n := len(p.Edges)
	top := -1
	for k, r := range runs {
		if upright[r[0]] {
			continue
		}
		all, any := true, false
		for i := r[0]; i != r[1]; i = (i + 1) % n {
			if held[i] != nil {
				any = true
			} else if p.Edges[i].Length() > 60 {
				all = false
			}
		}
		if all && any {
			top = k
		}
	}
	return top
}

// rises tells whether an edge runs up or down the way a piece hangs more than across it.
func rises(e *pattern.Edge, down plane.Point) bool {
	return math.Abs(e.Line[len(e.Line)-1].Sub(e.Line[0]).Dot(down)) > 0.6*e.Length()
}

// runsOf are the runs of one value round a ring, each from its first place to the one after its last; none where all are alike.
func runsOf(ring []bool) (out [][2]int) {
	n := len(ring)
	for i := range ring {
		if ring[i] == ring[(i+n-1)%n] {
			continue
		}
		end := (i + 1) % n
		for ring[end] == ring[i] {
			end = (end + 1) % n
		}
		out = append(out, [2]int{i, end})
	}
	return out
}

// taken parts how an edge is taken in where its gathers begin and end: plain parts lie plain, the rest shares what is left. Where
// edges are gathered together neither says into what: then it is Shared.
func taken(p *pattern.Piece, e *pattern.Edge, t Taken) []Taken {
	const near, plain = 14.0, 8.0
	var spans [][2]float64
	for _, m := range p.Marks {
		if m.Kind != pattern.Gather || len(m.Path) < 2 {
			continue
		}
		a, offA := placeOn(e.Line, m.Path[0])
		b, offB := placeOn(e.Line, m.Path[len(m.Path)-1])
		if offA > near && offB > near || math.Abs(a-b) < plain {
			continue
		}
		spans = append(spans, [2]float64{min(a, b), max(a, b)})
	}
	if len(spans) == 0 {
		return []Taken{t}
	}
	slices.SortFunc(spans, func(a, b [2]float64) int {
		if a[0] < b[0] {
			return -1
		}
		return 1
	})
	var own []Taken
	at, gathered := 0.0, 0.0
	for _, span := range spans {
		if span[0]-at > plain {
			own = append(own, Taken{Own: span[0] - at, On: span[0] - at})
			at = span[0]
		}
		if span[1] > at {
			own = append(own, Taken{Own: span[1] - at, On: -1})
			gathered += span[1] - at
			at = span[1]
		}
	}
	if t.Own-at > plain {
		own = append(own, Taken{Own: t.Own - at, On: t.Own - at})
	} else {
		own[len(own)-1].Own += t.Own - at
	}
	if t.On > t.Own-plain { // it is taken in all the same: into what it lies on
		return own
	}
	left := t.On
	for _, o := range own {
		left -= max(o.On, 0)
	}
	if left <= 0 || gathered <= 0 {
		return []Taken{t}
	}
	for i := range own {
		if own[i].On < 0 {
			own[i].On = left * own[i].Own / gathered
		}
	}
	return own
}

// placeOn is how far along a line the place of it lies that is nearest to a point, and how far off that is, mm.
func placeOn(line []plane.Point, q plane.Point) (along, off float64) {
	off = math.Inf(1)
	run := 0.0
	for i := 1; i < len(line); i++ {
		a, b := line[i-1], line[i]
		long := a.To(b)
		k := 0.0
		if long > 0 {
			k = min(max(q.Sub(a).Dot(b.Sub(a))/(long*long), 0), 1)
		}
		if d := q.To(a.Toward(b, k)); d < off {
			off, along = d, run+k*long
		}
		run += long
	}
	return along, off
}

// middle is the middle of a line.
func middle(line []plane.Point) plane.Point {
	q, _ := plane.Along(line, plane.Length(line)/2)
	return q
}
