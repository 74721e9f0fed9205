package bodice

import (
	"math"

	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
)

// What turns over the edge of a lapel or a collar is cut larger than what lies beneath, so that the seam between them rolls
// out of sight: the facing of a lapel 2 to 5 mm, an upper collar 4 to 8 (from memory; thick cloth the more).
const lapelTurn, collarTurn = 3.0, 5.0

// turned makes a piece larger along two edges that meet in a corner, by so much all along them: from where the first begins,
// or growing from there where that place is held, to where the second ends, which is held. The edge before the first follows
// it. With one edge named it is that alone.
func turned(p *pattern.Piece, first, second string, by float64, held bool) {
	outline, _ := p.Outline()
	outwards := func(line []plane.Point, at float64) plane.Point {
		long := plane.Length(line)
		_, along := plane.Along(line, max(0.01, min(at, long-0.01)))
		if n := along.Unit().Right(); plane.Area(outline) > 0 {
			return n
		}
		return along.Unit().Right().Times(-1)
	}
	a, _ := p.Edge(first)
	b, _ := p.Edge(second)
	was := map[string][]plane.Point{}
	for _, e := range []*pattern.Edge{a, b} {
		if e != nil {
			was[e.ID] = e.Line
		}
	}
	move := func(e *pattern.Edge, own func(share float64) float64, corner plane.Point, near func(share float64) float64) {
		if e == nil {
			return
		}
		line, long, at := was[e.ID], plane.Length(was[e.ID]), 0.0
		out := make([]plane.Point, len(line))
		for i, q := range line {
			if i > 0 {
				at += line[i-1].To(q)
			}
			u := at / max(long, 1e-9)
			out[i] = q.Add(outwards(line, at).Times(by * own(u))).Add(corner.Times(by * near(u)))
		}
		e.Line = out
	}
	rising := func(u float64) float64 { return min(1, 3*u) }
	falling := func(u float64) float64 { return min(1, 3*(1-u)) }
	none := func(float64) float64 { return 0 }
	if a == nil {
		move(b, falling, plane.Point{}, none)
	} else {
		begin := func(float64) float64 { return 1 }
		if held {
			begin = rising
		}
		move(a, begin, outwards(was[b.ID], 0), func(u float64) float64 { return max(0, 3*u-2) })
		move(b, falling, outwards(was[a.ID], math.Inf(1)), func(u float64) float64 { return max(0, 1-3*u) })
	}
	// The edge before runs on to where the first begins now.
	lead := a
	if lead == nil {
		lead = b
	}
	for i := range p.Edges {
		if &p.Edges[i] == lead {
			before := &p.Edges[(i+len(p.Edges)-1)%len(p.Edges)]
			before.Line = append(before.Line[:len(before.Line)-1:len(before.Line)-1], lead.Line[0])
		}
	}
}

// eased is what an edge of one piece has more than the same of another, and how that is taken up.
func (h *half) eased(id, piece, other, edge string, is pattern.Join) pattern.Seam {
	a, _ := h.edge(piece, edge)
	b, _ := h.edge(other, edge)
	s := pattern.Seam{ID: id, A: pattern.Side{Piece: piece, Edge: edge}, B: pattern.Side{Piece: other, Edge: edge}, Join: is}
	switch more := b.Length() - a.Length(); {
	case more > pattern.Slack:
		s.Ease, s.Absorbed = more, pattern.Eased
		if more > 0.055*a.Length() {
			s.Absorbed = pattern.ShrunkIn
		}
	case more < -pattern.Slack:
		s.A, s.B, s.Ease, s.Absorbed = s.B, s.A, -more, pattern.Eased
	}
	return s
}
