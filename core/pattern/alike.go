package pattern

import (
	"cmp"
	"math"
)

// uprightFrom is from which part of its length on an edge must rise or fall to be called upright.
const uprightFrom = 0.6

// rise is which way an edge runs along the piece: 1 upwards, −1 downwards, 0 for one that lies across it.
func (e *Edge) rise() float64 {
	up := e.Line[len(e.Line)-1].Y - e.Line[0].Y
	if long := e.Length(); long < 1 || math.Abs(up) < uprightFrom*long {
		return 0
	}
	return math.Copysign(1, up)
}

// layered is within what two edges lie on each other as they are drawn, mm: a facing is drawn where its piece is.
const layered = 3.0

// Alike tells whether the two edges of a seam run the same way along their pieces. Usually they run opposite ways, since
// the outlines of neighbours both run counter-clockwise; but where one of two pieces is drawn as the other half (a back on
// the fold beside the gores of the right, front and back of a shift, a facing on its front) the start of one lies on the
// start of the other. The edges beside them tell it: a hem goes on in a hem, a neckline in a neckline. Else upright edges do,
// since pieces are drawn as they are worn; and what else joins the same two pieces follows them.
func (s Seam) Alike(pieces []Piece, seams []Seam) bool {
	if s.A.Piece == s.B.Piece && s.A.Edge == s.B.Edge {
		return true
	}
	if way := cmp.Or(s.named(pieces), s.way(pieces)); way != 0 {
		return way > 0
	}
	if s.A.Piece == s.B.Piece {
		return false
	}
	for _, o := range seams {
		beside := o.A.Piece == s.A.Piece && o.B.Piece == s.B.Piece || o.A.Piece == s.B.Piece && o.B.Piece == s.A.Piece
		if !beside || o.ID == s.ID {
			continue
		}
		if way := cmp.Or(o.named(pieces), o.way(pieces)); way != 0 {
			return way > 0
		}
	}
	return false
}

// named is way by the names of the edges before and after: those that go on in each other have one name.
func (s Seam) named(pieces []Piece) float64 {
	a, i, okA := at(pieces, s.A)
	b, k, okB := at(pieces, s.B)
	if !okA || !okB || a == b {
		return 0
	}
	beside := func(p *Piece, i, by int) string {
		n := len(p.Edges)
		if id := p.Edges[(i+n+by)%n].ID; id != "left" && id != "right" && id != "top" && id != "bottom" {
			return id
		}
		return "" // it says how the piece is drawn, not what it becomes
	}
	same := func(x, y string) bool { return x != "" && x == y }
	beforeA, afterA, beforeB, afterB := beside(a, i, -1), beside(a, i, 1), beside(b, k, -1), beside(b, k, 1)
	alike, opposite := same(beforeA, beforeB) || same(afterA, afterB), same(beforeA, afterB) || same(afterA, beforeB)
	switch {
	case alike && !opposite:
		return 1
	case opposite && !alike:
		return -1
	}
	return 0
}

// way is 1 where the edges of a seam run the same way, −1 where they run opposite ways, 0 where they do not tell.
func (s Seam) way(pieces []Piece) float64 {
	a, i, okA := at(pieces, s.A)
	b, k, okB := at(pieces, s.B)
	if !okA || !okB {
		return 0
	}
	ea, eb := &a.Edges[i], &b.Edges[k]
	switch s.Join {
	case Beside, Inset, Turned, Stripped:
		return ea.rise() * eb.rise()
	case Faced:
		la, lb := ea.Line, eb.Line
		switch {
		case la[0].To(lb[0]) < layered && la[len(la)-1].To(lb[len(lb)-1]) < layered:
			return 1
		case la[0].To(lb[len(lb)-1]) < layered && la[len(la)-1].To(lb[0]) < layered:
			return -1
		}
		return ea.rise() * eb.rise()
	}
	return 0
}
