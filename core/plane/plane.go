// Package plane is the flat geometry under every pattern piece.
//
// Axes: x to the right, y up, millimetres. A polygon is a slice of points
// without the first one repeated; counter-clockwise is the inside-left way
// round and has a positive area. A line is an open slice of points.
package plane

import (
	"cmp"
	"math"
	"slices"
	"sort"
)

// Tolerance is how far a flattened curve may stand from the true one, mm.
const Tolerance = 0.02

// Point is a place or a direction on the plane.
type Point struct{ X, Y float64 }

// Pt is Point{x, y}.
func Pt(x, y float64) Point { return Point{x, y} }

func (p Point) Add(q Point) Point               { return Point{p.X + q.X, p.Y + q.Y} }
func (p Point) Sub(q Point) Point               { return Point{p.X - q.X, p.Y - q.Y} }
func (p Point) Times(k float64) Point           { return Point{p.X * k, p.Y * k} }
func (p Point) Dot(q Point) float64             { return p.X*q.X + p.Y*q.Y }
func (p Point) Cross(q Point) float64           { return p.X*q.Y - p.Y*q.X }
func (p Point) Norm() float64                   { return math.Hypot(p.X, p.Y) }
func (p Point) To(q Point) float64              { return math.Hypot(q.X-p.X, q.Y-p.Y) }
func (p Point) Mid(q Point) Point               { return p.Toward(q, 0.5) }
func (p Point) Left() Point                     { return Point{-p.Y, p.X} }
func (p Point) Right() Point                    { return Point{p.Y, -p.X} }
func (p Point) Same(q Point) bool               { return p.To(q) < 1e-6 }
func (p Point) Toward(q Point, t float64) Point { return Point{p.X + (q.X-p.X)*t, p.Y + (q.Y-p.Y)*t} }

// Unit is p scaled to length 1, or the zero vector when p has no length.
func (p Point) Unit() Point {
	n := p.Norm()
	if n < 1e-12 {
		return Point{}
	}
	return p.Times(1 / n)
}

// Turned is p turned counter-clockwise about the origin, in radians.
func (p Point) Turned(a float64) Point {
	s, c := math.Sincos(a)
	return Point{p.X*c - p.Y*s, p.X*s + p.Y*c}
}

// Cubic flattens the Bézier curve a, b, c, d into a line that includes both
// ends and stays within Tolerance.
func Cubic(a, b, c, d Point) []Point {
	// The second differences bound the distance from the chord.
	bend := math.Max(a.Sub(b.Times(2)).Add(c).Norm(), b.Sub(c.Times(2)).Add(d).Norm())
	n := int(math.Ceil(math.Sqrt(bend * 6 / (8 * Tolerance))))
	n = min(max(n, 1), 200)
	line := make([]Point, n+1)
	for i := range line {
		t := float64(i) / float64(n)
		u := 1 - t
		line[i] = a.Times(u * u * u).Add(b.Times(3 * u * u * t)).Add(c.Times(3 * u * t * t)).Add(d.Times(t * t * t))
	}
	line[n] = d
	return line
}

// Sweep is a fair curve from a to b that leaves a in the direction from and
// reaches b in the direction to.
func Sweep(a, from, b, to Point) []Point {
	k := a.To(b) / 3
	return Cubic(a, a.Add(from.Unit().Times(k)), b.Sub(to.Unit().Times(k)), b)
}

// Through is a fair curve through points: Catmull and Rom's spline with the
// knots spaced by the square root of the distances, which neither loops nor
// overshoots (Yuksel, Schaefer and Keyser, 2011).
func Through(pts []Point) []Point {
	if len(pts) < 3 {
		return append([]Point{}, pts...)
	}
	var out []Point
	for i := 1; i < len(pts); i++ {
		b, c := pts[i-1], pts[i]
		a, d := b.Times(2).Sub(c), c.Times(2).Sub(b)
		if i > 1 {
			a = pts[i-2]
		}
		if i+1 < len(pts) {
			d = pts[i+1]
		}
		ta, tb, tc := math.Sqrt(a.To(b)), math.Sqrt(b.To(c)), math.Sqrt(c.To(d))
		if tb < 1e-9 {
			continue
		}
		slope := func(p, q, r Point, t1, t2 float64) Point { // at q, over the whole stretch b to c
			if t1 < 1e-9 || t2 < 1e-9 {
				return c.Sub(b)
			}
			return q.Sub(p).Times(1 / t1).Sub(r.Sub(p).Times(1 / (t1 + t2))).Add(r.Sub(q).Times(1 / t2)).Times(tb)
		}
		m1, m2 := slope(a, b, c, ta, tb), slope(b, c, d, tb, tc)
		out = append(out, Cubic(b, b.Add(m1.Times(1.0/3)), c.Sub(m2.Times(1.0/3)), c)...)
	}
	return Join(out)
}

// Join strings lines together, dropping the repeated points where they meet.
func Join(lines ...[]Point) []Point {
	var out []Point
	for _, l := range lines {
		for _, p := range l {
			if len(out) == 0 || !out[len(out)-1].Same(p) {
				out = append(out, p)
			}
		}
	}
	return out
}

// Length is the length of a line.
func Length(line []Point) float64 {
	sum := 0.0
	for i := 1; i < len(line); i++ {
		sum += line[i-1].To(line[i])
	}
	return sum
}

// Along is the point at a distance along a line, and the direction there.
// Distances outside the line give its ends.
func Along(line []Point, at float64) (Point, Point) {
	last := Point{1, 0}
	for i := 1; i < len(line); i++ {
		d := line[i-1].To(line[i])
		if d < 1e-12 {
			continue
		}
		last = line[i].Sub(line[i-1]).Times(1 / d)
		if at <= d {
			return line[i-1].Toward(line[i], math.Max(at, 0)/d), last
		}
		at -= d
	}
	return line[len(line)-1], last
}

// Part is the stretch of a line between two distances along it.
func Part(line []Point, from, to float64) []Point {
	a, _ := Along(line, from)
	b, _ := Along(line, to)
	out := []Point{a}
	run := 0.0
	for i := 1; i < len(line); i++ {
		run += line[i-1].To(line[i])
		if run > from+1e-9 && run < to-1e-9 {
			out = append(out, line[i])
		}
	}
	return append(out, b)
}

// Area is the signed area of a polygon: positive when counter-clockwise.
func Area(poly []Point) float64 {
	sum := 0.0
	for i, p := range poly {
		sum += p.Cross(poly[(i+1)%len(poly)])
	}
	return sum / 2
}

// Inside tells whether p lies inside the polygon (even-odd rule).
func Inside(poly []Point, p Point) bool {
	in := false
	for i, a := range poly {
		b := poly[(i+1)%len(poly)]
		if (a.Y > p.Y) != (b.Y > p.Y) && p.X < a.X+(p.Y-a.Y)/(b.Y-a.Y)*(b.X-a.X) {
			in = !in
		}
	}
	return in
}

// Spans are the stretches of the straight line origin + t·along that lie inside
// a polygon, as pairs of t, rising. along has length 1.
func Spans(poly []Point, origin, along Point) [][2]float64 {
	var ts []float64
	for i, a := range poly {
		b := poly[(i+1)%len(poly)]
		da, db := along.Cross(a.Sub(origin)), along.Cross(b.Sub(origin))
		if (da > 0) != (db > 0) {
			x := a.Toward(b, da/(da-db))
			ts = append(ts, x.Sub(origin).Dot(along))
		}
	}
	sort.Float64s(ts)
	var out [][2]float64
	for i := 0; i+1 < len(ts); i += 2 {
		out = append(out, [2]float64{ts[i], ts[i+1]})
	}
	return out
}

// Apart is the least distance between two lines (0 when they cross) and where
// on the first it is. A line of one point is that point.
func Apart(a, b []Point) (float64, Point) {
	best, at := math.Inf(1), Point{}
	if len(a) == 0 || len(b) == 0 {
		return best, at
	}
	near := func(p Point, line []Point, onFirst bool) {
		for i := range line {
			q := line[i]
			if i > 0 {
				d := line[i].Sub(line[i-1])
				t := math.Min(math.Max(p.Sub(line[i-1]).Dot(d)/math.Max(d.Dot(d), 1e-12), 0), 1)
				q = line[i-1].Toward(line[i], t)
			}
			if d := p.To(q); d < best {
				best, at = d, q
				if onFirst {
					at = p
				}
			}
		}
	}
	for i := 1; i < len(a); i++ {
		for j := 1; j < len(b); j++ {
			if touches(a[i-1], a[i], b[j-1], b[j]) {
				return 0, a[i-1]
			}
		}
	}
	for _, p := range a {
		near(p, b, true)
	}
	for _, p := range b {
		near(p, a, false)
	}
	return best, at
}

// Apartness is how far a point lies from the border of a polygon.
func Apartness(poly []Point, p Point) float64 {
	best := math.Inf(1)
	for i, a := range poly {
		d := poly[(i+1)%len(poly)].Sub(a)
		t := math.Min(math.Max(p.Sub(a).Dot(d)/math.Max(d.Dot(d), 1e-12), 0), 1)
		best = math.Min(best, p.To(a.Add(d.Times(t))))
	}
	return best
}

// Reversed is the line the other way round.
func Reversed(line []Point) []Point {
	out := make([]Point, len(line))
	for i, p := range line {
		out[len(line)-1-i] = p
	}
	return out
}

// Mirrored is the line with x -> 2·axis − x.
func Mirrored(line []Point, axis float64) []Point {
	out := make([]Point, len(line))
	for i, p := range line {
		out[i] = Point{2*axis - p.X, p.Y}
	}
	return out
}

// Moved is the line shifted by d.
func Moved(line []Point, d Point) []Point {
	out := make([]Point, len(line))
	for i, p := range line {
		out[i] = p.Add(d)
	}
	return out
}

// Turned is the line turned about the origin by degrees, counter-clockwise.
// Right angles are exact.
func Turned(line []Point, degrees float64) []Point {
	s, c := math.Sincos(degrees * math.Pi / 180)
	if q := degrees / 90; q == math.Trunc(q) {
		s, c = math.Round(s), math.Round(c)
	}
	out := make([]Point, len(line))
	for i, p := range line {
		out[i] = Point{p.X*c - p.Y*s, p.X*s + p.Y*c}
	}
	return out
}

// Beside is a line moved to its left by d (to its right when negative), as a
// second line drawn along it; sharp bends are not mended.
func Beside(line []Point, d float64) []Point {
	out := make([]Point, len(line))
	for i, p := range line {
		a, b := line[max(i-1, 0)], line[min(i+1, len(line)-1)]
		out[i] = p.Add(b.Sub(a).Unit().Left().Times(d))
	}
	return out
}

// Middle is a point inside a polygon at half its height: a share of the way
// across the widest stretch there.
func Middle(poly []Point, share float64) Point {
	b := BoxOf(poly)
	y := b.Centre().Y + b.Height()*1e-4
	var xs []float64
	for i, p := range poly {
		q := poly[(i+1)%len(poly)]
		if (p.Y > y) != (q.Y > y) {
			xs = append(xs, p.X+(q.X-p.X)*(y-p.Y)/(q.Y-p.Y))
		}
	}
	sort.Float64s(xs)
	best, at := -1.0, b.Centre()
	for i := 0; i+1 < len(xs); i += 2 {
		if w := xs[i+1] - xs[i]; w > best {
			best, at = w, Point{xs[i] + w*share, y}
		}
	}
	return at
}

// Box is the smallest upright rectangle round the points.
type Box struct{ Min, Max Point }

// BoxOf is the box round all the given points; the zero Box for none.
func BoxOf(lines ...[]Point) Box {
	b, first := Box{}, true
	for _, l := range lines {
		for _, p := range l {
			if first {
				b, first = Box{p, p}, false
			}
			b.Min = Point{math.Min(b.Min.X, p.X), math.Min(b.Min.Y, p.Y)}
			b.Max = Point{math.Max(b.Max.X, p.X), math.Max(b.Max.Y, p.Y)}
		}
	}
	return b
}

func (b Box) Width() float64  { return b.Max.X - b.Min.X }
func (b Box) Height() float64 { return b.Max.Y - b.Min.Y }
func (b Box) Centre() Point   { return b.Min.Mid(b.Max) }

// Crossing finds where a polygon crosses itself: the indices of two sides and
// true, or false when it is simple. Sides that only meet at their common
// corner do not cross; a side folded back on its neighbour does.
func Crossing(poly []Point) (int, int, bool) {
	n := len(poly)
	// The sides in order along the polygon's longer way: only those that share
	// some of it can meet.
	box := BoxOf(poly)
	tall := box.Height() > box.Width()
	type side struct {
		low, high float64
		at        int
	}
	sides := make([]side, n)
	for i, a := range poly {
		b := poly[(i+1)%n]
		p, q := a.X, b.X
		if tall {
			p, q = a.Y, b.Y
		}
		if p > q {
			p, q = q, p
		}
		sides[i] = side{p - 1e-9, q + 1e-9, i}
	}
	slices.SortFunc(sides, func(a, b side) int { return cmp.Compare(a.low, b.low) })
	first, second := n, n
	for k, s := range sides {
		for _, o := range sides[k+1:] {
			if o.low > s.high {
				break
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

// Hull is the convex hull of some points, counter-clockwise (Andrew,
// Information Processing Letters 9, 1979).
func Hull(points []Point) []Point {
	all := slices.Clone(points)
	slices.SortFunc(all, func(a, b Point) int { return cmp.Or(cmp.Compare(a.X, b.X), cmp.Compare(a.Y, b.Y)) })
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
	a, b := line[0], line[len(line)-1]
	u := b.Sub(a).Unit()
	worst, at := 0.0, 0
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
	if worst <= tolerance {
		return append(out, a)
	}
	return thinned(thinned(out, line[:at+1], tolerance), line[at:], tolerance)
}
