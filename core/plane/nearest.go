package plane

import "math"

// Nearest is how far along a line the place of it lies that is nearest to a point, and how far off that is, mm; off is infinite for a line
// without a stretch.
func Nearest(line []Point, q Point) (along, off float64) {
	off = math.Inf(1)
	run := 0.0
	for i := 1; i < len(line); i++ {
		a, b := line[i-1], line[i]
		long, t := a.To(b), 0.0
		if long > 0 {
			t = min(max(q.Sub(a).Dot(b.Sub(a))/(long*long), 0), 1)
		}
		if d := a.Toward(b, t).To(q); d < off {
			along, off = run+t*long, d
		}
		run += long
	}
	return along, off
}
