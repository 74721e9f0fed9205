package pattern

import (
	"fmt"
	"math"
	"strings"

	"ardentgusset/core/plane"
)

// alikeWithin is how far a piece of one side may differ from the other's in the length of an edge, or
// in breadth and height, and be cut in a pair with it, mm.
const alikeWithin = 0.4

// matched is how a piece of the left stands to that of the right.
type matched int

const (
	inPairs matched = iota // one pattern for both
	apart                  // one for each
	inOne                  // one piece over the middle, its halves different
)

// Sided are the pieces and seams of a garment whose left and right differ, from a draft of either as
// if both were alike. What is alike is cut in pairs as before; what differs becomes two pieces,
// "-left" and "-right", or, where it lies on the fold, one opened piece whose edges are named so. It
// fails when the two are not cut in the same pieces, or their middles differ in length.
func Sided(left, right []Piece, ls, rs []Seam) ([]Piece, []Seam, error) {
	if len(left) != len(right) || len(ls) != len(rs) {
		return nil, nil, fmt.Errorf("left and right would be cut in different pieces")
	}
	how := map[string]matched{}
	var pieces []Piece
	for i := range left {
		l, r := &left[i], &right[i]
		if l.ID != r.ID || len(l.Edges) != len(r.Edges) {
			return nil, nil, fmt.Errorf("left and right would be cut in different pieces: %s", l.Name)
		}
		switch {
		case l.alike(r) || l.Cut == 1 && l.Fold == "":
			pieces = append(pieces, l.Copied())
		case l.Fold != "":
			how[l.ID] = inOne
			p, err := l.opened(r)
			if err != nil {
				return nil, nil, err
			}
			pieces = append(pieces, p)
		default:
			how[l.ID] = apart
			pieces = append(pieces, l.of(Left), r.Mirror().of(Right))
		}
	}
	for i := range pieces { // what derives from a piece derives from its own side's
		p := &pieces[i]
		if how[p.Of] != apart {
			continue
		}
		side := Left
		if strings.HasSuffix(p.ID, "-"+string(Right)) {
			side = Right
		}
		p.Of += "-" + string(side)
	}
	var seams []Seam
	for i, s := range ls {
		seams = append(seams, sidedSeam(s, rs[i], how)...)
	}
	for i := range seams { // what the two sides of one differ by now is eased
		s := &seams[i]
		a, k, okA := at(pieces, s.A)
		b, n, okB := at(pieces, s.B)
		if !okA || !okB {
			return nil, nil, fmt.Errorf("left and right do not meet at the %s", s.ID)
		}
		if more := b.Edges[n].Length() - a.Edges[k].Length() - s.Ease; s.Ease == 0 && math.Abs(more) > Slack {
			if math.Abs(more) > easily {
				return nil, nil, fmt.Errorf("the %s is longer on one side than on the other", s.ID)
			}
			s.Ease, s.Absorbed = more, Eased
			if more < 0 {
				s.A, s.B, s.Ease = s.B, s.A, -more
			}
		}
	}
	return pieces, seams, nil
}

// alike tells whether two pieces can be cut by one pattern.
func (p *Piece) alike(q *Piece) bool {
	for i := range p.Edges {
		if math.Abs(p.Edges[i].Length()-q.Edges[i].Length()) > alikeWithin {
			return false
		}
	}
	a, _ := p.Outline()
	b, _ := q.Outline()
	x, y := plane.BoxOf(a), plane.BoxOf(b)
	return math.Abs(x.Width()-y.Width()) < alikeWithin && math.Abs(x.Height()-y.Height()) < alikeWithin
}

// of is the piece as one side's own.
func (p Piece) of(h Hand) Piece {
	out := p.Copied()
	out.ID, out.Name = p.ID+"-"+string(h), p.Name+", "+string(h)
	out.Cut, out.Mirrored = max(p.Cut/2, 1), false
	out.Also = nil
	for _, c := range p.Also {
		out.Also = append(out.Also, CutFor{c.For, max(c.N/2, 1), c.Apart})
	}
	return out
}

// opened is a piece that lay on the fold, its left half and its right one joined at the middle.
func (p *Piece) opened(right *Piece) (Piece, error) {
	named := func(q Piece, h Hand) Piece {
		for i := range q.Edges {
			if q.Edges[i].ID != p.Fold {
				q.Edges[i].ID += "-" + string(h)
				q.Edges[i].Name += ", " + string(h)
			}
		}
		for i := range q.Notches {
			q.Notches[i].Edge += "-" + string(h)
		}
		q.Fold = ""
		return q
	}
	out, err := named(p.Copied(), Left).Joined(p.Fold, named(right.Mirror(), Right), p.Fold)
	if err != nil {
		return out, fmt.Errorf("left and right differ in the middle: %w", err)
	}
	return out, out.Fault()
}

// ToFold tells whether the piece is cut on the fold of the cloth: one that has a middle and lies along the threads. On the bias
// a fold would lie along no thread: such a piece is cut whole, in a single layer.
func (p *Piece) ToFold() bool { return p.Fold != "" && p.GrainDegrees == 0 }

// Whole are pieces as they are laid on paper or cloth: those that must not lie on a fold with both halves.
func Whole(pieces []Piece) []Piece {
	out := make([]Piece, len(pieces))
	for i := range pieces {
		out[i] = pieces[i]
		if p := &pieces[i]; p.Fold != "" && !p.ToFold() {
			if both, err := p.opened(p); err == nil {
				both.GrainDegrees = p.GrainDegrees
				out[i] = both
			}
		}
	}
	return out
}

// sidedSeam is a seam of pieces that may differ by side: itself, or one for the left and one for the
// right.
func sidedSeam(l, r Seam, how map[string]matched) []Seam {
	if how[l.A.Piece] == inPairs && how[l.B.Piece] == inPairs {
		return []Seam{l}
	}
	if l.A.Copy != (Copy{}) || l.B.Copy != (Copy{}) { // it joins copies by name: one of either side
		s := l
		s.A, s.B = l.A.sided(handOf(l.A.Copy), how), l.B.sided(handOf(l.B.Copy), how)
		return []Seam{s}
	}
	var out []Seam
	for _, h := range []Hand{Left, Right} {
		s := l
		if h == Right {
			s = r
		}
		s.ID += "-" + string(h)
		s.A, s.B = s.A.sided(h, how), s.B.sided(h, how)
		out = append(out, s)
	}
	return out
}

// handOf is the side that a named copy lies on; counted ones begin on the left.
func handOf(c Copy) Hand {
	if c.Hand != "" {
		return c.Hand
	}
	if c.N == 2 {
		return Right
	}
	return Left
}

// sided is the edge on one side of the garment.
func (s Side) sided(h Hand, how map[string]matched) Side {
	switch how[s.Piece] {
	case apart:
		return Side{Piece: s.Piece + "-" + string(h), Edge: s.Edge}
	case inOne:
		return Side{Piece: s.Piece, Edge: s.Edge + "-" + string(h)}
	}
	if s.Copy == (Copy{}) {
		s.Copy.Hand = h
	}
	return s
}
