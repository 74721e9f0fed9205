package pattern

import "math"

// notchGap is how far apart the notches of one group lie, shortest the least length of a seam that gets one, and
// clearOfDart how far a notch stays from a dart's seam, mm (common practice, no source).
const notchGap, shortest, clearOfDart = 9.0, 55.0, 8.0

// Sewn is how long an edge is as it is sewn to another, mm: its darts are shut. It is 0 where there is none.
func (p *Piece) Sewn(edge string) float64 {
	e, ok := p.Edge(edge)
	if !ok {
		return 0
	}
	return e.Length() - dartsTake(p.Mouths(edge))
}

// dartsTake is what darts take of the edge that they lie on.
func dartsTake(mouths []Mouth) (sum float64) {
	for _, m := range mouths {
		sum += m.To - m.From
	}
	return sum
}

// opened is how far along an edge as it is drawn what lies so far along it as it is sewn, mm.
func opened(mouths []Mouth, at float64) float64 {
	for _, m := range mouths {
		if at <= m.From {
			break
		}
		at += m.To - m.From
	}
	return at
}

// seamsOf are how far along an edge as it is sewn the seams of its darts lie, mm.
func seamsOf(mouths []Mouth) []float64 {
	out, shut := make([]float64, len(mouths)), 0.0
	for i, m := range mouths {
		out[i] = m.From - shut
		shut += m.To - m.From
	}
	return out
}

// notchShares are where along a seam its first notch may lie, the usual one first: never such that a group comes to lie
// round the middle.
var notchShares = [...]float64{0.38, 0.34, 0.3, 0.26, 0.22, 0.18, 0.66, 0.7, 0.74, 0.14}

// Tell adds notches that tell the seams of a garment apart: both edges of a
// seam carry the same group of one, two or three, neighbouring seams different
// ones, and none lies in the middle, so that neither end can be taken for the
// other. They lie equally far along both edges as they are sewn, with their darts shut, and
// clear of those; edges of different lengths are notched at the same share of them.
func Tell(pieces []Piece, seams []Seam) {
	told := map[Side]bool{}
	count := 0
	for _, s := range seams {
		a, i, okA := at(pieces, s.A)
		b, k, okB := at(pieces, s.B)
		if !okA || !okB {
			continue
		}
		keyA, keyB := Side{Piece: s.A.Piece, Edge: s.A.Edge}, Side{Piece: s.B.Piece, Edge: s.B.Edge}
		mouthsA, mouthsB := a.Mouths(a.Edges[i].ID), b.Mouths(b.Edges[k].ID)
		long, other := a.Edges[i].Length()-dartsTake(mouthsA), b.Edges[k].Length()-dartsTake(mouthsB)
		if long < shortest || other < shortest || told[keyA] || told[keyB] {
			continue
		}
		told[keyA], told[keyB] = true, true
		n := 1 + count%3
		count++
		clear := func(from float64) (least float64) {
			least = math.Inf(1)
			for j := range n {
				at := from + notchGap*float64(j)
				for _, d := range seamsOf(mouthsA) {
					least = math.Min(least, math.Abs(at-d))
				}
				for _, d := range seamsOf(mouthsB) {
					least = math.Min(least, math.Abs(other*(1-at/long)-d))
				}
			}
			return least
		}
		best := notchShares[0] * long
		for _, share := range notchShares {
			if clear(best) >= clearOfDart {
				break
			}
			if at := share * long; at+notchGap*float64(n) < long-notchGap && clear(at) > clear(best) {
				best = at
			}
		}
		for j := range n {
			from := best + notchGap*float64(j)
			a.Notches = append(a.Notches, Notch{Edge: a.Edges[i].ID, At: opened(mouthsA, from)})
			if keyA != keyB {
				b.Notches = append(b.Notches, Notch{Edge: b.Edges[k].ID, At: opened(mouthsB, other*(1-from/long))})
			}
		}
	}
}
