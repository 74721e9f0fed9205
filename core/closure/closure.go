// Package closure is the arithmetic of what holds a garment shut.
package closure

import "math"

// Even places n things evenly over a length with a margin at both ends:
// spacing (L − 2m)/(n − 1). One alone lies in the middle.
func Even(length float64, n int, margin float64) []float64 {
	if n < 1 {
		return nil
	}
	if n == 1 {
		return []float64{length / 2}
	}
	out := make([]float64, n)
	for i := range out {
		out[i] = margin + (length-2*margin)*float64(i)/float64(n-1)
	}
	return out
}

// CountFor is how many things fit over a length at about a spacing, at least
// two.
func CountFor(length, spacing, margin float64) int {
	return max(2, int(math.Round((length-2*margin)/spacing))+1)
}

// CrissCross is the length of lace for n pairs of eyelets a spacing apart, a
// distance between the two rows, and two tails: one straight bar and 2(n−1)
// diagonals.
func CrissCross(n int, spacing, across, tail float64) float64 {
	return across + 2*float64(n-1)*math.Hypot(spacing, across) + 2*tail
}
