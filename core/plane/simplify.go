package plane

import (
	"cmp"
	"math"
	"slices"
)

// Hull is the convex hull of some points, counter-clockwise (Andrew,
// Information Processing Letters 9, 1979).
func Hull(points []Point) []Point {
	all := slices.Clone(points)
	slices.SortFunc(all, func(a, b Point) int {
		if a.X != b.X {
			return cmp.Compare(a.X, b.X)
		}
		return cmp.Compare(a.Y, b.Y)
	})
	half := func() []Point {
		var out []Point
		for _, p := range all {
			for len(out) > 1 && out[len(out)-1].Sub(out[len(out)-2]).Cross(p.Sub(out[len(out)-1])) <= 0 {
				out = out[:len(out)-1]
			}
			out = append(out, p)
		}
		return out[:max(len(out)-1, 0)]
	}
	lower := half()
	slices.Reverse(all)
	return append(lower, half()...)
}

// Plainer is a polygon with fewer corners that holds the given one and stands
// out from it by at most about twice the tolerance (Douglas and Peucker, 1973,
// then moved out by the tolerance).
func Plainer(poly []Point, tolerance float64) []Point {
	if len(poly) < 8 {
		return poly
	}
	// Split at two far corners so that the ends stay put.
	far := 0
	for i, p := range poly {
		if p.To(poly[0]) > poly[far].To(poly[0]) {
			far = i
		}
	}
	first := Thinned(poly[:far+1], tolerance)
	second := Thinned(append(append([]Point{}, poly[far:]...), poly[0]), tolerance)
	thin := append(first[:len(first)-1], second[:len(second)-1]...)
	if len(thin) < 3 {
		return poly
	}
	sides := make([]Side, len(thin))
	for i := range thin {
		sides[i] = Side{Line: []Point{thin[i], thin[(i+1)%len(thin)]}, Out: tolerance}
	}
	return Outset(sides)
}

// Thinned is a line with the corners left out that stand no further than a
// tolerance from what remains (Douglas and Peucker, 1973). Its ends stay.
func Thinned(line []Point, tolerance float64) []Point {
	if len(line) < 3 {
		return append([]Point{}, line...)
	}
	return append(thinned([]Point{}, line, tolerance), line[len(line)-1])
}

// thinned adds what Thinned keeps of a line, but its last point, to out.
func thinned(out, line []Point, tolerance float64) []Point {
	worst, at := farthest(line)
	if worst <= tolerance {
		return append(out, line[0])
	}
	return thinned(thinned(out, line[:at+1], tolerance), line[at:], tolerance)
}

// LastKept is the last but one of the points that Thinned keeps of a line of at least two.
func LastKept(line []Point, tolerance float64) Point {
	for {
		worst, at := farthest(line)
		if worst <= tolerance {
			return line[0]
		}
		line = line[at:]
	}
}

// farthest is how far a line's corners stand from the straight between its ends at most, and which does.
func farthest(line []Point) (worst float64, at int) {
	a, b := line[0], line[len(line)-1]
	u := b.Sub(a).Unit()
	for i := 1; i < len(line)-1; i++ {
		v := line[i].Sub(a)
		d := math.Abs(u.Cross(v))
		if u == (Point{}) {
			d = v.Norm()
		}
		if d > worst {
			worst, at = d, i
		}
	}
	return worst, at
}
