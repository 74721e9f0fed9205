// Package edge is the arithmetic of finished edges.
package edge

import "math"

// BindingStrip is the width to cut a binding that finishes at a width on each
// side of the edge, folded in once at both sides: four times, and 3 mm for
// the turn (common practice).
func BindingStrip(finished float64) float64 { return 4*finished + 3 }

// DoubledStrip is the width to cut a binding that is folded in half first: six times, and 3 mm for the turn (common practice).
func DoubledStrip(finished float64) float64 { return 6*finished + 3 }

// PipingStrip is the width to cut a strip that covers a cord: once round it, and an allowance on both sides.
func PipingStrip(cord, allowance float64) float64 { return math.Pi*cord + 2*allowance }

// Continuous is how much strip of a width a rectangle of cloth gives, cut on the bias in one, mm: its area over the width.
func Continuous(wide, high, strip float64) float64 { return wide * high / strip }

// Strips are the lengths of the whole strips of a width that a rectangle gives at 45°, the shortest side of each, from one
// corner to the other, mm; those shorter than a least are left out.
func Strips(wide, high, strip, least float64) (out []float64) {
	across := strip * math.Sqrt2 // along the cloth's edges
	for c := 0.0; c+across <= wide+high+1e-9; c += across {
		// Between the lines x + y = c and x + y = c + across: as long as the shorter of the two.
		long := min(chord(wide, high, c), chord(wide, high, c+across))
		if long >= least {
			out = append(out, long)
		}
	}
	return out
}

// chord is how long the line x + y = c runs within a rectangle.
func chord(wide, high, c float64) float64 {
	from, to := max(0, c-high), min(c, wide)
	return max(to-from, 0) * math.Sqrt2
}

// Tube is how wide a strip is cut that is sewn to a tube of a width and turned: 2·(width + seam).
func Tube(finished, seam float64) float64 { return 2 * (finished + seam) }

// TubeFinished is how wide a tube comes out: half the strip less its seam, mm; negative where the seam leaves nothing.
func TubeFinished(cut, seam float64) float64 { return cut/2 - seam }

// HemSurplus is by how much the raw edge of a hem is longer than the line it lies on, as a part of it, when it is turned up by
// a depth on a curve of a radius: depth over radius.
func HemSurplus(depth, radius float64) float64 { return depth / radius }

// Folding is how a band is made of its strip.
type Folding string

const (
	Folded Folding = "folded" // once, lengthwise
	Faced  Folding = "faced"  // two strips, sewn together at an edge
	Curved Folding = "curved" // the same, cut to a curve
	Twice  Folding = "double" // both edges to the middle, and once more: no raw edge within
)

// BandCut is how wide the strip of a band is cut that finishes at a depth, and BandFinished what one comes out as, mm (common
// practice, no source); less than nothing where the allowances leave none.
func BandCut(f Folding, finished, allowance float64) float64 {
	switch f {
	case Faced, Curved:
		return finished + 2*allowance
	case Twice:
		return 4 * finished
	}
	return 2*finished + 2*allowance
}

// BandFinished is how wide a band comes out that is cut so wide, mm.
func BandFinished(f Folding, cut, allowance float64) float64 {
	switch f {
	case Faced, Curved:
		return cut - 2*allowance
	case Twice:
		return cut / 4
	}
	return cut/2 - allowance
}
