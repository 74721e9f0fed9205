package plane

import (
	"math"

	"gonum.org/v1/gonum/mat"
)

// fairStep is how far apart the points of a faired line lie, mm.
const fairStep = 3.0

// Faired is a line with what is shorter in it than a wave, mm, smoothed away; its ends stay. It is the line that lies nearest
// while its curvature changes as little as may be: third differences are weighed against the places (Whittaker, 1923; Eilers,
// 2003), so that straight lines and arcs stay as they are.
func Faired(line []Point, wave float64) []Point {
	long := Length(line)
	n := max(int(math.Round(long/fairStep)), 6)
	h := long / float64(n)
	weight := math.Pow(wave/(2*math.Pi*h), 6)
	at := make([]Point, n+1)
	for i := range at {
		at[i], _ = Along(line, long*float64(i)/float64(n))
	}
	at[0], at[n] = line[0], line[len(line)-1]
	const reach = 3
	system := mat.NewSymBandDense(n+1, reach, nil)
	for i := range n + 1 {
		near := 1.0
		if i == 0 || i == n {
			near = pinned * (1 + weight)
		}
		system.SetSymBand(i, i, near)
	}
	third := [4]float64{-1, 3, -3, 1}
	for i := range n - 2 {
		for a := range third {
			for b := a; b < len(third); b++ {
				system.SetSymBand(i+a, i+b, system.At(i+a, i+b)+weight*third[a]*third[b])
			}
		}
	}
	var solver mat.BandCholesky
	if !solver.Factorize(system) {
		return line
	}
	places := mat.NewDense(n+1, 2, nil)
	for i, p := range at {
		places.Set(i, 0, p.X)
		places.Set(i, 1, p.Y)
	}
	for _, i := range []int{0, n} {
		places.Set(i, 0, at[i].X*pinned*(1+weight))
		places.Set(i, 1, at[i].Y*pinned*(1+weight))
	}
	var fair mat.Dense
	if err := solver.SolveTo(&fair, places); err != nil {
		return line
	}
	out := make([]Point, n+1)
	for i := range out {
		out[i] = Pt(fair.At(i, 0), fair.At(i, 1))
	}
	out[0], out[n] = at[0], at[n]
	return out
}

// pinned is how much more an end weighs than a point between.
const pinned = 1e5
