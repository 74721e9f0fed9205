package pattern

import (
	"math"
	"slices"
)

// Stretched is a stretch of a join between two match points, along both its sides.
type Stretched struct {
	From, To string // labels of the match points; "" for the ends
	A, B     float64
	Ease     float64 // what side B has more there
}

// Account goes along a join from match point to match point and gives both sides' net
// lengths, mm; seams are all there are. It is one stretch where the two sides' notches do not pair.
func Account(pieces []Piece, seams []Seam, s Seam) []Stretched {
	find := func(side Side) (*Piece, *Edge) {
		for i := range pieces {
			if pieces[i].ID == side.Piece {
				if e, ok := pieces[i].Edge(side.Edge); ok {
					return &pieces[i], e
				}
			}
		}
		return nil, nil
	}
	pa, a := find(s.A)
	pb, b := find(s.B)
	if a == nil || b == nil {
		return nil
	}
	type at struct {
		far   float64
		label string
	}
	along := func(p *Piece, e *Edge, back bool) []at {
		var out []at
		long := e.Length()
		for _, n := range p.Notches {
			if n.Edge != e.ID || n.At < 1 || n.At > long-1 {
				continue
			}
			far := n.At
			if back {
				far = long - far
			}
			if !slices.ContainsFunc(out, func(o at) bool { return math.Abs(o.far-far) < 1 }) {
				out = append(out, at{far, n.Label})
			}
		}
		slices.SortFunc(out, func(x, y at) int {
			if x.far < y.far {
				return -1
			}
			return 1
		})
		return out
	}
	na, nb := along(pa, a, false), along(pb, b, !s.Alike(pieces, seams))
	if len(na) != len(nb) {
		na, nb = nil, nil
	}
	var out []Stretched
	lastA, lastB, from := 0.0, 0.0, ""
	for i := range na {
		label := na[i].label
		if label == "" {
			label = nb[i].label
		}
		out = append(out, Stretched{from, label, na[i].far - lastA, nb[i].far - lastB, 0})
		lastA, lastB, from = na[i].far, nb[i].far, label
	}
	out = append(out, Stretched{from, "", a.Length() - lastA, b.Length() - lastB, 0})
	for i := range out {
		out[i].Ease = out[i].B - out[i].A
	}
	return out
}
