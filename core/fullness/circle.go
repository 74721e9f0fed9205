package fullness

import "math"

// CircleRadius is how far from its middle a part of a circle measures a length round, mm.
func CircleRadius(round, part float64) float64 { return round / (2 * math.Pi * part) }

// CircleHem is what that part measures round so much farther out, mm.
func CircleHem(round, part, long float64) float64 { return round + 2*math.Pi*part*long }

// BiasDrop is how much longer cloth hangs at an angle to its grain, mm: where it gives a part of its length on the true bias,
// as much of that as the square of the sine of twice the angle (from memory).
func BiasDrop(long, give, degrees float64) float64 {
	s := math.Sin(2 * degrees * math.Pi / 180)
	return long * give * s * s
}

// CircleCut is how wide a cloth must be to take a sector of a ring, one of its straight edges along the selvedge, mm: the
// outer radius times the sine of its angle, to a quarter circle.
func CircleCut(outer, degrees float64) float64 {
	return outer * math.Sin(min(degrees, 90)*math.Pi/180)
}
