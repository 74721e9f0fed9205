package plane

import (
	"math"
	"slices"
)

// Crossing finds where a polygon crosses itself: the indices of two sides and
// true, or false when it is simple. Sides that only meet at their common
// corner do not cross; a side folded back on its neighbour does.
func Crossing(poly []Point) (int, int, bool) {
	n := len(poly)
	// The sides in order along the polygon's longer way: only those that share
	// some of it can meet.
	box := BoxOf(poly)
	tall := box.Height() > box.Width()
	sides := make([]side, n)
	for i, a := range poly {
		b := poly[(i+1)%n]
		p, q, l, r := a.X, b.X, a.Y, b.Y
		if tall {
			p, q, l, r = l, r, p, q
		}
		if p > q {
			p, q = q, p
		}
		if l > r {
			l, r = r, l
		}
		sides[i] = side{p - 1e-9, q + 1e-9, l - 1e-9, r + 1e-9, i}
	}
	sorted, begin, strip := inStrips(sides, box, tall)
	first, second := n, n
	for k := range sorted {
		s := &sorted[k]
		for m := range sorted[k+1 : max(k+1, int(begin[strip(s.high)+1]))] { // what is no number lies in the first strip
			o := &sorted[k+1+m]
			if o.low > s.high {
				continue
			}
			if o.left > s.right || s.left > o.right {
				continue
			}
			i, j := min(s.at, o.at), max(s.at, o.at)
			if i > first || (i == first && j >= second) {
				continue
			}
			a, b, c, d := poly[i], poly[i+1], poly[j], poly[(j+1)%n]
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
				first, second = i, j
			}
		}
	}
	if first < n {
		return first, second, true
	}
	return 0, 0, false
}

// side is a side of a polygon: what it takes up along the polygon's longer way and across it, and its index.
type side struct {
	low, high   float64
	left, right float64
	at          int
}

// inStrips are sides sorted by strips across the longer way, as many as there are sides, where each strip begins in them, and
// which strip a place lies in. A side belongs to the strip it begins in.
func inStrips(sides []side, box Box, tall bool) (sorted []side, begin []int32, strip func(x float64) int) {
	n := len(sides)
	from, wide := box.Min.X, box.Width()
	if tall {
		from, wide = box.Min.Y, box.Height()
	}
	strip = func(x float64) int {
		if wide <= 0 {
			return 0
		}
		return max(0, min(n-1, int((x-from)/wide*float64(n))))
	}
	begin = make([]int32, n+1)
	for i := range sides {
		begin[strip(sides[i].low)+1]++
	}
	for i := range n {
		begin[i+1] += begin[i]
	}
	next := slices.Clone(begin)
	sorted = make([]side, n)
	for _, s := range sides {
		at := strip(s.low)
		sorted[next[at]] = s
		next[at]++
	}
	return sorted, begin, strip
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
		return math.Abs(s) < 1e-9 && math.Min(p.X, q.X)-1e-9 <= r.X && r.X <= math.Max(p.X, q.X)+1e-9 &&
			math.Min(p.Y, q.Y)-1e-9 <= r.Y && r.Y <= math.Max(p.Y, q.Y)+1e-9
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
