// Package plane is the flat geometry under every pattern piece.
//
// Axes: x to the right, y up, millimetres. A polygon is a slice of points
// without the first one repeated; counter-clockwise is the inside-left way
// round and has a positive area. A line is an open slice of points.
package plane

import (
	"math"
	"sort"
)

// Tolerance is how far a flattened curve may stand from the true one, mm.
const Tolerance = 0.02

// Point is a place or a direction on the plane.
type Point struct{ X, Y float64 }

// Pt is Point{x, y}.
func Pt(x, y float64) Point { return Point{x, y} }

// Add is p + q.
func (p Point) Add(q Point) Point { return Point{p.X + q.X, p.Y + q.Y} }

// Sub is p − q.
func (p Point) Sub(q Point) Point { return Point{p.X - q.X, p.Y - q.Y} }

// Times is p, k times as long.
func (p Point) Times(k float64) Point { return Point{p.X * k, p.Y * k} }

// Dot is the inner product of two vectors.
func (p Point) Dot(q Point) float64 { return p.X*q.X + p.Y*q.Y }

// Cross is the outer product of two vectors: positive where the second lies to the left of the first.
func (p Point) Cross(q Point) float64 { return p.X*q.Y - p.Y*q.X }

// Norm is the length of a vector.
func (p Point) Norm() float64 { return math.Sqrt(p.X*p.X + p.Y*p.Y) }

// To is the distance from one point to another.
func (p Point) To(q Point) float64 { return q.Sub(p).Norm() }

// Mid is half way from one point to another.
func (p Point) Mid(q Point) Point { return p.Toward(q, 0.5) }

// Left is a vector turned a quarter to the left.
func (p Point) Left() Point { return Point{-p.Y, p.X} }

// Right is a vector turned a quarter to the right.
func (p Point) Right() Point { return Point{p.Y, -p.X} }

// Same tells whether two points are one, to within what can be drawn.
func (p Point) Same(q Point) bool { return p.To(q) < 1e-6 }

// Toward is the point a share of the way to another.
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
	bend := max(a.Sub(b.Times(2)).Add(c).Norm(), b.Sub(c.Times(2)).Add(d).Norm())
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

// Quarter is a quarter of a circle from a to b that rounds a right-angled corner: corner is where the straights
// through them meet, as far from both.
func Quarter(a, corner, b Point) []Point {
	const k = 0.5523 // of a circle as a cubic, within 3 parts in 10,000 of its radius
	return Cubic(a, a.Toward(corner, k), b.Toward(corner, k), b)
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
	points := 0
	for _, l := range lines {
		points += len(l)
	}
	out := make([]Point, 0, points)
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
			return line[i-1].Toward(line[i], max(at, 0)/d), last
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
	if len(poly) == 0 {
		return false
	}
	in, a := false, poly[len(poly)-1]
	for _, b := range poly {
		if (a.Y > p.Y) != (b.Y > p.Y) && p.X < a.X+(p.Y-a.Y)/(b.Y-a.Y)*(b.X-a.X) {
			in = !in
		}
		a = b
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

// Off is how far a point lies from the straight between two others.
func Off(p, a, b Point) float64 {
	d := b.Sub(a)
	k := 0.0
	if l := d.Dot(d); l > 0 {
		k = min(max(p.Sub(a).Dot(d)/l, 0), 1)
	}
	return p.To(a.Add(d.Times(k)))
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
				t := min(max(p.Sub(line[i-1]).Dot(d)/max(d.Dot(d), 1e-12), 0), 1)
				q = line[i-1].Toward(line[i], t)
			}
			if d := p.Sub(q).Dot(p.Sub(q)); d < best {
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
	return math.Sqrt(best), at
}

// Within tells whether a point lies no further from a line than so much.
func Within(line []Point, p Point, by float64) bool {
	for i := 1; i < len(line); i++ {
		a, b := line[i-1], line[i]
		if p.X < min(a.X, b.X)-by || p.X > max(a.X, b.X)+by || p.Y < min(a.Y, b.Y)-by || p.Y > max(a.Y, b.Y)+by {
			continue
		}
		if Off(p, a, b) <= by {
			return true
		}
	}
	return false
}

// Apartness is how far a point lies from the border of a polygon.
func Apartness(poly []Point, p Point) float64 {
	best := math.Inf(1)
	for i, a := range poly {
		d := poly[(i+1)%len(poly)].Sub(a)
		t := min(max(p.Sub(a).Dot(d)/max(d.Dot(d), 1e-12), 0), 1)
		off := p.Sub(a.Add(d.Times(t)))
		best = min(best, off.Dot(off))
	}
	return math.Sqrt(best)
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

// Parallel is a fair line to the left of another (to its right when d is negative), as far away
// all along: where the line bends away from it, the lines from either side cross, and what lies
// nearer is left out. It begins and ends opposite the line's own ends, or as near as it comes.
func Parallel(line []Point, d float64) []Point {
	const step = 7.0
	long, far := Length(line), math.Abs(d)
	n := max(int(long/step), 8)
	var out []Point
	for i := range n + 1 {
		q, dir := Along(line, long*float64(i)/float64(n))
		q = q.Add(dir.Left().Times(d))
		if near, _ := Apart([]Point{q}, line); near < 0.98*far {
			continue
		}
		for len(out) > 0 && q.Sub(out[len(out)-1]).Dot(dir) < step/4 { // it never runs back
			out = out[:len(out)-1]
		}
		out = append(out, q)
	}
	return Through(out)
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
