package lay

import (
	"math"
	"sort"

	"ardentgusset/core/plane"
)

// side is a stretch of border, its lower end first.
type side struct{ a, b plane.Point }

// placed is a shape lying on the cloth that others must keep clear of.
type placed struct {
	box   plane.Box
	shape []plane.Point
	inner []plane.Point // places surely inside it
	// Its sides (with a gap, the border of all that is too near), in bands by
	// height, so that only those at a height are looked at.
	bands  [][]side
	pitch  float64
	convex bool
}

const bandCount = 24

// obstacle is a shape that others keep at least gap away from.
func obstacle(shape []plane.Point, gap float64) placed {
	b := plane.BoxOf(shape)
	r := gap * 1.06 // the corners of the border stand out a little
	p := placed{shape: shape, inner: inside(shape), convex: convex(shape), box: plane.Box{Min: b.Min.Sub(plane.Pt(r, r)),
		Max: b.Max.Add(plane.Pt(r, r))}}
	p.bands = make([][]side, bandCount)
	p.pitch = p.box.Height() / bandCount
	n := len(shape)
	if gap == 0 {
		for i, a := range shape {
			p.add(a, shape[(i+1)%n])
		}
		return p
	}
	// The border of all that is too near: the sides moved out and, where a
	// corner points out, a polygon just round the circle about it; at hollow
	// corners the moved sides cross.
	turn := 1.0 // counter-clockwise; mirrored shapes run the other way round
	if plane.Area(shape) < 0 {
		turn = -1
	}
	ends := make([][]plane.Point, n) // at each corner, from the side before it to the next
	for i, v := range shape {
		u, w := v.Sub(shape[(i+n-1)%n]).Unit(), shape[(i+1)%n].Sub(v).Unit()
		from := u.Right().Times(gap * turn)
		bend := math.Atan2(u.Cross(w), u.Dot(w))
		if bend*turn <= 0 {
			ends[i] = []plane.Point{v.Add(from), v.Add(w.Right().Times(gap * turn))}
			continue
		}
		k := math.Ceil(math.Abs(bend) / widestArc)
		step := bend / k
		for m := range int(k) {
			ends[i] = append(ends[i], v.Add(from.Turned(step*(float64(m)+0.5)).Times(1/math.Cos(step/2))))
		}
	}
	for i, at := range ends {
		for k := 1; k < len(at); k++ {
			p.add(at[k-1], at[k])
		}
		p.add(at[len(at)-1], ends[(i+1)%n][0])
	}
	return p
}

// widestArc is how far round one side of the border goes about a corner.
const widestArc = math.Pi / 5

// nearEnough is how much of the gap is asked for where places are judged, so that
// about the corners nothing is called too near that is the gap away.
var nearEnough = math.Cos(widestArc / 2)

// convex tells whether a polygon has no hollow corner, whichever way it runs.
func convex(poly []plane.Point) bool {
	left, right := false, false
	n := len(poly)
	for i, p := range poly {
		turn := poly[(i+1)%n].Sub(p).Cross(poly[(i+2)%n].Sub(poly[(i+1)%n]))
		left, right = left || turn > 1e-9, right || turn < -1e-9
	}
	return !(left && right)
}

func (o *placed) add(a, b plane.Point) {
	if a.Y > b.Y {
		a, b = b, a
	}
	for k := o.band(a.Y); k <= o.band(b.Y); k++ {
		o.bands[k] = append(o.bands[k], side{a, b})
	}
}

func (o *placed) band(y float64) int {
	return min(max(int((y-o.box.Min.Y)/o.pitch), 0), bandCount-1)
}

// span is a stretch of forbidden places along the cloth, its ends allowed.
type span struct{ from, to float64 }

// forbidden lists where along x a shape, at height dy, would overlap the
// obstacle. For every pair of sides that share heights the sides touch for
// exactly one stretch of x; sides of the two shapes that never touch leave the
// shapes apart, or one inside the other, which is tested between stretches.
func (o *placed) forbidden(shape []plane.Point, box plane.Box, dy float64, out []span) []span {
	if box.Min.Y+dy >= o.box.Max.Y || box.Max.Y+dy <= o.box.Min.Y {
		return out
	}
	n := len(shape)
	for i, a := range shape {
		b := shape[(i+1)%n]
		if a.Y > b.Y {
			a, b = b, a
		}
		a.Y += dy
		b.Y += dy
		if a.Y > o.box.Max.Y || b.Y < o.box.Min.Y {
			continue
		}
		first, last := o.band(a.Y), o.band(b.Y)
		for k := first; k <= last; k++ {
			for _, e := range o.bands[k] {
				// A side in several bands is looked at in the first they share.
				if k > first && o.band(e.a.Y) < k {
					continue
				}
				from, to := max(a.Y, e.a.Y), min(b.Y, e.b.Y)
				if to-from < shortest {
					// A level side crosses whatever passes its height.
					switch {
					case e.b.Y-e.a.Y < shortest && a.Y < e.a.Y-shortest && b.Y > e.a.Y+shortest:
						x := at(a, b, e.a.Y)
						out = append(out, span{min(e.a.X, e.b.X) - x, max(e.a.X, e.b.X) - x})
					case b.Y-a.Y < shortest && e.a.Y < a.Y-shortest && e.b.Y > a.Y+shortest:
						x := at(e.a, e.b, a.Y)
						out = append(out, span{x - max(a.X, b.X), x - min(a.X, b.X)})
					}
					continue
				}
				x0 := at(e.a, e.b, from) - at(a, b, from)
				x1 := at(e.a, e.b, to) - at(a, b, to)
				out = append(out, span{min(x0, x1), max(x0, x1)})
			}
		}
	}
	return out
}

// Sides that share less height than this, mm, can pass each other.
const shortest = 1e-7

// at is the x of a side at a height it spans.
func at(a, b plane.Point, y float64) float64 { return a.X + (b.X-a.X)*(y-a.Y)/(b.Y-a.Y) }

// overlaps tells whether a shape moved by d lies in the obstacle at a place
// where no stretch of sides says so: one inside the other, or passing it
// corner through corner. Points well inside either are tried in the other.
func (o *placed) overlaps(shape, inner []plane.Point, d plane.Point) bool {
	for _, p := range inner {
		if plane.Inside(o.shape, p.Add(d)) {
			return true
		}
	}
	for _, p := range o.inner {
		if plane.Inside(shape, p.Sub(d)) {
			return true
		}
	}
	return false
}

// inside are points spread through a polygon: on level lines, the middle of
// each stretch that lies inside, and places just within its ends: where level
// edges lie on level edges, only these tell that upright ones have passed.
func inside(poly []plane.Point) []plane.Point {
	const skin = 1e-3
	b := plane.BoxOf(poly)
	var out []plane.Point
	const lines = 9
	for k := range lines {
		y := b.Min.Y + b.Height()*(float64(k)+0.51234)/lines
		var xs []float64
		for i, p := range poly {
			q := poly[(i+1)%len(poly)]
			if (p.Y > y) != (q.Y > y) {
				xs = append(xs, at(p, q, y))
			}
		}
		sort.Float64s(xs)
		for i := 0; i+1 < len(xs); i += 2 {
			w := xs[i+1] - xs[i]
			if w > 4*skin {
				out = append(out, plane.Pt(xs[i]+skin, y), plane.Pt(xs[i]+w/2, y), plane.Pt(xs[i]+w-skin, y))
			}
		}
	}
	return out
}
