package plane

import "math"

// Crossing finds where a polygon crosses itself: the indices of two sides and
// true, or false when it is simple. Sides that only meet at their common
// corner do not cross; a side folded back on its neighbour does.
func Crossing(poly []Point) (int, int, bool) {
	n := len(poly)
	// Sides that follow one another lie together: only runs of them whose boxes share something can meet.
	per := max(8, int(math.Sqrt(float64(n)))/2)
	var room [64]Box
	runs := room[:0]
	for i := 0; i < n; i += per {
		box := Box{poly[i], poly[i]}
		for k := i + 1; k <= min(i+per, n); k++ {
			box = box.with(poly[k%n])
		}
		runs = append(runs, box)
	}
	var space [64]int32
	for r := range runs {
		near := space[:0]
		for k := r; k < len(runs); k++ {
			if !runs[r].apart(runs[k]) {
				near = append(near, int32(k))
			}
		}
		for i := r * per; i < min((r+1)*per, n); i++ {
			own := Box{poly[i], poly[i]}.with(poly[(i+1)%n])
			for _, k := range near {
				if own.apart(runs[k]) {
					continue
				}
				if j := crossedIn(poly, i, own, max(i+1, int(k)*per), min((int(k)+1)*per, n)); j >= 0 {
					return i, j, true
				}
			}
		}
	}
	return 0, 0, false
}

// close is how near what only touches may lie, mm.
const close = 2e-9

// apart: two boxes have not even an edge in common.
func (b Box) apart(o Box) bool {
	return b.Min.X-o.Max.X > close || o.Min.X-b.Max.X > close || b.Min.Y-o.Max.Y > close || o.Min.Y-b.Max.Y > close
}

// crossedIn is the first side between two indices that side i of a polygon, in its box, crosses or touches, -1 for none.
func crossedIn(poly []Point, i int, own Box, from, until int) int {
	n := len(poly)
	a, b := poly[i], poly[(i+1)%n]
	for j := from; j < until; j++ {
		c, d := poly[j], poly[(j+1)%n]
		if (c.X < own.Min.X-close && d.X < own.Min.X-close) || (c.X > own.Max.X+close && d.X > own.Max.X+close) ||
			(c.Y < own.Min.Y-close && d.Y < own.Min.Y-close) || (c.Y > own.Max.Y+close && d.Y > own.Max.Y+close) {
			continue
		}
		found := false
		switch {
		case j == i+1 && n > 2: // b == c
			found = folded(a, b, d)
		case i == 0 && j == n-1: // d == a
			found = folded(c, a, b)
		default:
			found = touches(a, b, c, d)
		}
		if found {
			return j
		}
	}
	return -1
}

// folded: going a, b, d, the path turns straight back on itself.
func folded(a, b, d Point) bool {
	u, v := b.Sub(a), d.Sub(b)
	return math.Abs(u.Cross(v)) < 1e-9*u.Norm()*v.Norm()+1e-12 && u.Dot(v) < 0
}

// touches: the segments ab and cd share a point.
func touches(a, b, c, d Point) bool {
	side := func(p, q, r Point) float64 { return q.Sub(p).Cross(r.Sub(p)) }
	d1, d2 := side(c, d, a), side(c, d, b)
	d3, d4 := side(a, b, c), side(a, b, d)
	if ((d1 > 0 && d2 < 0) || (d1 < 0 && d2 > 0)) && ((d3 > 0 && d4 < 0) || (d3 < 0 && d4 > 0)) {
		return true
	}
	on := func(p, q, r Point, s float64) bool {
		return math.Abs(s) < 1e-9 && min(p.X, q.X)-1e-9 <= r.X && r.X <= max(p.X, q.X)+1e-9 &&
			min(p.Y, q.Y)-1e-9 <= r.Y && r.Y <= max(p.Y, q.Y)+1e-9
	}
	return on(c, d, a, d1) || on(c, d, b, d2) || on(a, b, c, d3) || on(a, b, d, d4)
}

// Meet is where the line through p along u meets the line through q along v.
func Meet(p, u, q, v Point) (Point, bool) {
	k := u.Cross(v)
	if math.Abs(k) < 1e-9 {
		return Point{}, false
	}
	return p.Add(u.Times(q.Sub(p).Cross(v) / k)), true
}
