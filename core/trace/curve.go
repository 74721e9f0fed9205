package trace

import (
	"math"

	"ardentgusset/core/plane"
)

// Cubic is a stretch of a curve: its ends, and its handles between them.
type Cubic [4]plane.Point

// At is the place at u from 0 to 1, Ahead how it runs there.
func (c *Cubic) At(u float64) plane.Point {
	v := 1 - u
	return c[0].Times(v * v * v).Add(c[1].Times(3 * v * v * u)).Add(c[2].Times(3 * v * u * u)).Add(c[3].Times(u * u * u))
}

// Ahead is how it runs at u.
func (c *Cubic) Ahead(u float64) plane.Point {
	v := 1 - u
	return c[1].Sub(c[0]).Times(3 * v * v).Add(c[2].Sub(c[1]).Times(6 * v * u)).Add(c[3].Sub(c[2]).Times(3 * u * u))
}

func (c *Cubic) bends(u float64) plane.Point {
	v := 1 - u
	return c[2].Sub(c[1].Times(2)).Add(c[0]).Times(6 * v).Add(c[3].Sub(c[2].Times(2)).Add(c[1]).Times(6 * u))
}

// Curve is cubics one after another, how far they leave the points they were fitted to at most, mm, and where.
type Curve struct {
	Cubics []Cubic
	Worst  float64
	At     plane.Point
}

// How near a curve comes to what was clicked: where it matters, on the rest, and on cloth; mm (from memory).
const (
	Fine   = 0.3
	Usual  = 0.5
	Coarse = 1.0
)

// mostPieces is of how many cubics an edge is made at most: more is noise.
const mostPieces = 8

// Fit is a curve through points, in order, that leaves none by more than a tolerance, mm, where as many cubics as an edge may have reach
// that. from and to are how it runs at its ends, of any length; {} leaves that to the points.
//
// Handles by least squares, places by Newton's method, split where it is worst (P. Schneider, An algorithm for automatically fitting
// digitized curves, Graphics Gems, 1990).
func Fit(points []plane.Point, from, to plane.Point, tolerance float64) Curve {
	points = apart(points)
	if len(points) < 2 {
		return Curve{}
	}
	if from.Norm() < 1e-9 {
		from = runs(points)
	}
	if to.Norm() < 1e-9 {
		to = runs(plane.Reversed(points)).Times(-1)
	}
	out := Curve{}
	out.fit(points, from.Unit(), to.Unit(), tolerance, mostPieces)
	return out
}

// apart are points without those that repeat the one before.
func apart(points []plane.Point) (out []plane.Point) {
	for _, p := range points {
		if len(out) == 0 || p.To(out[len(out)-1]) > 1e-6 {
			out = append(out, p)
		}
	}
	return out
}

// runs is how a line of points runs at its first: along the parabola through the first three.
func runs(points []plane.Point) plane.Point {
	a, b := points[0], points[1]
	if len(points) < 3 {
		return b.Sub(a)
	}
	c := points[2]
	s, t := a.To(b), a.To(b)+b.To(c)
	// q(x) = a + ux + vx², through b at s and c at t.
	u := b.Sub(a).Times(t / s).Sub(c.Sub(a).Times(s / t)).Times(1 / (t - s))
	if u.Norm() < 1e-9 {
		return b.Sub(a)
	}
	return u
}

func (c *Curve) fit(points []plane.Point, from, to plane.Point, tolerance float64, left int) {
	first, last := points[0], points[len(points)-1]
	if len(points) == 2 {
		third := first.To(last) / 3
		c.add(Cubic{first, first.Add(from.Times(third)), last.Sub(to.Times(third)), last}, 0, first)
		return
	}
	u := make([]float64, len(points))
	for i := 1; i < len(points); i++ {
		u[i] = u[i-1] + points[i-1].To(points[i])
	}
	for i := range u {
		u[i] /= u[len(u)-1]
	}
	var best Cubic
	worst, at := math.Inf(1), 0
	for range 32 {
		one := handled(points, u, from, to)
		off, k := leaves(&one, points, u)
		better := worst - off
		if off < worst {
			best, worst, at = one, off, k
		}
		if better < 0.002*worst {
			break
		}
		for i := 1; i < len(u)-1; i++ {
			u[i] = nearer(&one, points[i], u[i])
		}
	}
	if worst <= tolerance || left <= 1 || len(points) < 5 {
		c.add(best, worst, points[at])
		return
	}
	at = min(max(at, 2), len(points)-3)
	through := points[at+1].Sub(points[at-1]).Unit()
	c.fit(points[:at+1], from, through, tolerance, left/2)
	c.fit(points[at:], through, to, tolerance, left-left/2)
}

func (c *Curve) add(one Cubic, worst float64, at plane.Point) {
	c.Cubics = append(c.Cubics, one)
	if worst > c.Worst {
		c.Worst, c.At = worst, at
	}
}

// handled is the cubic whose handles, along the ways at its ends, bring it nearest to points at places along it.
func handled(points []plane.Point, u []float64, from, to plane.Point) Cubic {
	first, last := points[0], points[len(points)-1]
	var c [2][2]float64
	var x [2]float64
	for i, p := range points {
		v := 1 - u[i]
		b1, b2 := 3*v*v*u[i], 3*v*u[i]*u[i]
		a := [2]plane.Point{from.Times(b1), to.Times(-b2)}
		rest := p.Sub(first.Times(v*v*v + b1)).Sub(last.Times(b2 + u[i]*u[i]*u[i]))
		for j := range 2 {
			x[j] += a[j].Dot(rest)
			for k := range 2 {
				c[j][k] += a[j].Dot(a[k])
			}
		}
	}
	chord := first.To(last)
	one, two := chord/3, chord/3
	if det := c[0][0]*c[1][1] - c[0][1]*c[1][0]; math.Abs(det) > 1e-12 {
		p, q := (x[0]*c[1][1]-x[1]*c[0][1])/det, (c[0][0]*x[1]-c[1][0]*x[0])/det
		if p > 1e-3*chord && q > 1e-3*chord && p < 1.5*chord && q < 1.5*chord {
			one, two = p, q
		}
	}
	return Cubic{first, first.Add(from.Times(one)), last.Sub(to.Times(two)), last}
}

// leaves is how far a cubic leaves points at most, and which.
func leaves(c *Cubic, points []plane.Point, u []float64) (off float64, at int) {
	for i, p := range points {
		if d := c.At(u[i]).To(p); d > off {
			off, at = d, i
		}
	}
	return off, at
}

// nearer is a place on a cubic nearer to a point than one, by Newton's method.
func nearer(c *Cubic, p plane.Point, u float64) float64 {
	d, ahead, bends := c.At(u).Sub(p), c.Ahead(u), c.bends(u)
	den := ahead.Dot(ahead) + d.Dot(bends)
	if math.Abs(den) < 1e-12 {
		return u
	}
	return min(max(u-d.Dot(ahead)/den, 0), 1)
}

// sagged is how far a line of chords may leave its curve, mm.
const sagged = 0.02

// Line is the curve as a line of chords.
func (c *Curve) Line() []plane.Point {
	var out []plane.Point
	for i := range c.Cubics {
		one := &c.Cubics[i]
		// A cubic leaves its chords by an eighth of its second derivative over the square of their number.
		bend := max(one.bends(0).Norm(), one.bends(1).Norm())
		n := min(max(int(math.Ceil(math.Sqrt(bend/8/sagged))), 2), 200)
		for k := range n {
			out = append(out, one.At(float64(k)/float64(n)))
		}
	}
	if n := len(c.Cubics); n > 0 {
		out = append(out, c.Cubics[n-1][3])
	}
	return out
}
