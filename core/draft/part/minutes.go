package part

import "math"

// How long finishing takes by its length, minutes: what is set up once, and so
// much for every metre (all from memory; a maker's own log says better).

// BandMinutes is for gathering or pleating a top into a band of a length, mm, and
// felling its inside.
func BandMinutes(long float64) float64 { return math.Round(25 + long/1000*50) }

// HemMinutes is for turning a hem of a length, mm, twice and stitching it by machine.
func HemMinutes(long float64) float64 { return math.Round(10 + long/1000*12) }

// BindMinutes is for binding an edge of a length, mm, by machine outside and by hand
// inside; where corners and slits are many it is all by hand, an hour a metre.
func BindMinutes(long float64, byHand bool) float64 {
	if byHand {
		return math.Round(long / 1000 * 60)
	}
	return math.Round(15 + long/1000*45)
}
