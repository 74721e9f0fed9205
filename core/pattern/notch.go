package pattern

// notchGap is how far apart the notches of one group lie, and shortest the
// least length of a seam that gets one, mm (common practice, no source).
const notchGap, shortest = 9.0, 55.0

// Tell adds notches that tell the seams of a garment apart: both edges of a
// seam carry the same group of one, two or three, neighbouring seams different
// ones, and none lies in the middle, so that neither end can be taken for the
// other. Edges of different lengths are notched at the same share of them.
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
		long, other := a.Edges[i].Length(), b.Edges[k].Length()
		if long < shortest || other < shortest || told[keyA] || told[keyB] {
			continue
		}
		told[keyA], told[keyB] = true, true
		n := 1 + count%3
		count++
		for j := range n {
			from := 0.38*long + notchGap*float64(j)
			a.Notches = append(a.Notches, Notch{Edge: a.Edges[i].ID, At: from})
			if keyA != keyB {
				b.Notches = append(b.Notches, Notch{Edge: b.Edges[k].ID, At: other * (1 - from/long)})
			}
		}
	}
}
