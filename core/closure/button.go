package closure

import "math"

// Ligne is the unit buttons are sized in: 40 to the inch (trade unit), mm.
const Ligne = 25.4 / 40

// Lap is the least a lap lies beyond the middle of a button: half of it, and so much to its edge, mm (common practice, no
// source).
const Lap = 8.0

// Buttonhole is how long a hole is that lets a button through, mm: a flat one's diameter and thickness, a ball's half round and a
// little (common practice, no source: a strip wrapped round it, halved).
func Buttonhole(diameter, thickness float64, ball bool) float64 {
	if ball {
		return math.Pi*diameter/2 + 2
	}
	return diameter + thickness + 2
}

// LoopFor is how long the loop is, edge to edge, that goes over a button, mm: half round it and its thickness (from memory).
func LoopFor(diameter, thickness float64) float64 { return diameter*math.Pi/2 + thickness }
