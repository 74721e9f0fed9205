package drape

import "math"

// A tester's disc and the sample that hangs over it, mm: the usual ones (British Standard 5058, from memory).
const testerDisc, testerSample = 180.0, 300.0

// Tester is how a cloth of bending length c, mm, comes out on a drape tester, a round sample over a smaller disc: in how many folds it
// falls, and how much of the ring beyond the disc its shadow covers, 0 for cloth that hangs plumb to 1 for a board.
//
// The shadow is a curve through values that are known for cloths of 15, 20, 25, 30 and 40 mm: 35, 50, 62, 72 and 86 in a hundred (from
// memory), the folds are as wide as everywhere below where cloth is held.
func Tester(c float64) (folds int, shadow float64) {
	const half, steep = 20.0, 2.33
	shadow = 1 / (1 + math.Pow(half/max(c, 1), steep))
	disc, sample := testerDisc/2, testerSample/2
	r := math.Sqrt(disc*disc + shadow*(sample*sample-disc*disc))
	hangs := sample - disc
	return max(int(math.Round(2*math.Pi*r/wave(c, hangs, hangs))), 0), shadow
}

// Overhang is the bending length of a strip that hangs so far over a table's edge, mm, its tip so far below the edge and so far out from
// it: by the angle of the straight line to the tip (Peirce 1930).
func Overhang(long, below, out float64) float64 {
	angle := math.Atan2(below, out)
	return long * math.Cbrt(math.Cos(angle/2)/(8*math.Tan(angle)))
}

// FoldsRound is in how many folds so much cloth falls all round at its lower edge when so much of it hangs, mm.
func FoldsRound(c, cloth, hangs, round float64) int {
	if cloth <= round {
		return 0
	}
	return max(int(math.Round(round/wave(c, hangs, hangs))), 1)
}
