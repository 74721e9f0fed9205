package drape

import "math"

// least is the narrowest fold, mm: a gather. held is how far below where it is held a fold still widens, in bending lengths (both from
// memory).
const least, held = 14.0, 16.0

// wave is how wide the folds of a cloth of bending length c are, mm, so far below where it is held, of so much that hangs there: its
// wrinkles under its own weight, 2√π (B/T)^¼ L^½ with B = c³ w and T = w S (Cerda and Mahadevan, 2003).
func wave(c, below, hangs float64) float64 {
	below = min(below, held*c)
	return max(3.54*math.Pow(c, 0.75)*math.Sqrt(max(below, 0))/math.Sqrt(math.Sqrt(max(hangs, 1))), least)
}

// standsOut is how far folds of a cloth may stand out so far below where they are gathered, mm, when so much hangs there: its weight
// pulls them flat (from memory).
func standsOut(below, hangs float64) float64 {
	share := math.Sqrt(1000 / max(hangs, 1))
	share *= math.Sqrt(share)
	return 5 + below*min(0.36*share, 1.2)
}

// golden is where the k-th of a sequence lies that is spread evenly and never repeats, −1 to 1.
func golden(k int) float64 {
	const ratio = 0.6180339887498949
	_, x := math.Modf(float64(k+1) * ratio)
	return 2*x - 1
}
