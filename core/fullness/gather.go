package fullness

import "math"

// Threads is into how many equal sections an edge is divided so that no gathering thread is longer than a most, mm.
func Threads(cloth, longest float64) int { return max(1, int(math.Ceil(cloth/longest-1e-9))) }

// Divided are the places that divide an edge into equal parts, both ends among them, mm; of its parts so many make up a
// share of its length: the front may carry more than its part of the cloth. front counts parts, share is of the length.
func Divided(long float64, parts, front int, share float64) []float64 {
	out := make([]float64, parts+1)
	for i := range out {
		switch {
		case front <= 0 || front >= parts:
			out[i] = long * float64(i) / float64(parts)
		case i <= front:
			out[i] = long * share * float64(i) / float64(front)
		default:
			out[i] = long * (share + (1-share)*float64(i-front)/float64(parts-front))
		}
	}
	return out
}

// Sweep is how wide a hem must be all round for a stride, mm: twice the step and the legs between (a stadium about both feet,
// by plain geometry): 2·step + π·depth of the leg and what it wears.
func Sweep(step, depth float64) float64 { return 2*step + math.Pi*depth }
