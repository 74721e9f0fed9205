package fullness

import "math"

// Festoon is how long an edge is that hangs between two points so far apart and so deep in the middle, all
// mm, as a parabola: ½√(w² + 16d²) + (w²/8d)·arsinh(4d/w). Cloth hangs a little rounder than that.
func Festoon(wide, deep float64) float64 {
	if wide <= 0 || deep <= 1e-6*wide {
		return max(wide, 2*deep)
	}
	return math.Hypot(wide, 4*deep)/2 + wide*wide/(8*deep)*math.Asinh(4*deep/wide)
}

// FestoonDeep is how deep an edge of a length hangs in the middle between two points so far apart, all mm; 0 where it
// is not longer than they lie apart.
func FestoonDeep(wide, long float64) float64 {
	if long <= wide {
		return 0
	}
	low, high := 0.0, long/2
	for range 60 {
		if mid := (low + high) / 2; Festoon(wide, mid) < long {
			low = mid
		} else {
			high = mid
		}
	}
	return (low + high) / 2
}
