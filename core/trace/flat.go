// Package trace turns what is clicked on a picture into lines in millimetres: it straightens a flat sheet that a camera saw askew, sets
// its scale and says how sure that is, and fits curves through points. Pictures are counted in pixels, here with y up.
package trace

import (
	"fmt"
	"math"

	"ardentgusset/core/measure"
	"ardentgusset/core/plane"
)

// Least is how long a side of what gives a picture its scale is at least, pixels; steepest how much longer one of two opposite sides of
// a rectangle may be seen than the other.
const (
	Least    = 200.0
	steepest = 2.5
)

// Flat is a flat sheet as a camera sees it: a plane seen in perspective.
type Flat struct{ to, from [9]float64 }

// CornersError tells what is wrong with four corners.
type CornersError struct{ Why string }

func (e *CornersError) Error() string { return e.Why }

// FlatOf is the sheet on which a known rectangle, wide by high mm, has these corners, in pixels. They are clicked round from the lower
// left corner by the lower right, or, the other way round, from the upper left by the upper right; the first two always end its width.
//
// The plane is had in closed form from the unit square (P. Heckbert, Fundamentals of texture mapping and image warping, 1989, 2.2.3).
func FlatOf(corners [4]plane.Point, wide, high float64) (Flat, error) {
	for _, x := range []float64{wide, high} {
		if !(x >= 10 && x <= 20000) {
			return Flat{}, &CornersError{"the rectangle is " + measure.Tell(10) + " to " + measure.TellLong(20000) + " wide and high"}
		}
	}
	if plane.Area(corners[:]) < 0 { // from above, against the clock it begins below
		corners = [4]plane.Point{corners[3], corners[2], corners[1], corners[0]}
	}
	if err := quadrilateral(corners); err != nil {
		return Flat{}, err
	}
	p0, p1, p2, p3 := corners[0], corners[1], corners[2], corners[3]
	sum := p0.Sub(p1).Add(p2).Sub(p3)
	d1, d2 := p1.Sub(p2), p3.Sub(p2)
	n := d1.Cross(d2)
	g, h := sum.Cross(d2)/n, d1.Cross(sum)/n
	// From the unit square, and from its sizes in mm to the square.
	to := [9]float64{p1.X - p0.X + g*p1.X, p3.X - p0.X + h*p3.X, p0.X, p1.Y - p0.Y + g*p1.Y, p3.Y - p0.Y + h*p3.Y, p0.Y, g, h, 1}
	for i := 0; i < 9; i += 3 {
		to[i], to[i+1] = to[i]/wide, to[i+1]/high
	}
	return Flat{to, inverse(to)}, nil
}

// quadrilateral tells what is wrong with four corners as those of a rectangle seen askew.
func quadrilateral(c [4]plane.Point) error {
	var long [4]float64
	for i := range c {
		a, b, d := c[i], c[(i+1)%4], c[(i+2)%4]
		long[i] = a.To(b)
		if long[i] < Least {
			return &CornersError{fmt.Sprintf("a side of the rectangle is %.0f pixels long: choose one of at least %.0f in the picture",
				long[i], Least)}
		}
		if b.Sub(a).Cross(d.Sub(b)) <= 1e-6*long[i]*b.To(d) {
			return &CornersError{"the four corners cross or three lie in a line: click them round, left below, right below, right above, " +
				"left above"}
		}
	}
	for i := range 2 {
		if max(long[i], long[i+2]) > steepest*min(long[i], long[i+2]) {
			return &CornersError{fmt.Sprintf("opposite sides are %.0f and %.0f pixels long: the picture is taken too flat; hold the camera "+
				"over the middle", long[i], long[i+2])}
		}
	}
	return nil
}

func inverse(m [9]float64) [9]float64 {
	return [9]float64{m[4]*m[8] - m[5]*m[7], m[2]*m[7] - m[1]*m[8], m[1]*m[5] - m[2]*m[4],
		m[5]*m[6] - m[3]*m[8], m[0]*m[8] - m[2]*m[6], m[2]*m[3] - m[0]*m[5],
		m[3]*m[7] - m[4]*m[6], m[1]*m[6] - m[0]*m[7], m[0]*m[4] - m[1]*m[3]}
}

func by(m *[9]float64, p plane.Point) plane.Point {
	w := m[6]*p.X + m[7]*p.Y + m[8]
	return plane.Pt((m[0]*p.X+m[1]*p.Y+m[2])/w, (m[3]*p.X+m[4]*p.Y+m[5])/w)
}

// Seen is where in the picture a place of the sheet is seen, mm from its lower left corner.
func (f *Flat) Seen(p plane.Point) plane.Point { return by(&f.to, p) }

// At is the place of the sheet that is seen at a pixel, mm.
func (f *Flat) At(p plane.Point) plane.Point { return by(&f.from, p) }

// Bow is how a lens bends straight lines: a place at a distance r from the middle of the picture, 1 at half its diagonal, belongs at
// 1/(1 + λr²) times that (the division model: A. Fitzgibbon, Simultaneous linear estimation of multiple view geometry and lens
// distortion, 2001).
type Bow float64

// mostBow is the strongest a lens is taken to bend.
const mostBow = 0.3

// Lens is a picture's middle and half its diagonal, pixels, with how its lens bends.
type Lens struct {
	Middle plane.Point
	Half   float64
	Bow    Bow
}

// Straight is where a pixel belongs.
func (l Lens) Straight(p plane.Point) plane.Point {
	if l.Half <= 0 {
		return p
	}
	q := p.Sub(l.Middle)
	r := q.Norm() / l.Half
	return l.Middle.Add(q.Times(1 / (1 + float64(l.Bow)*r*r)))
}

// Straightened is the lens by which the start, the middle and the end of an edge known to be straight lie in one line. It fails where no
// lens bends them so far.
func (l Lens) Straightened(a, middle, b plane.Point) (Lens, error) {
	off := func(bow float64) float64 {
		one := Lens{l.Middle, l.Half, Bow(bow)}
		p, q, r := one.Straight(a), one.Straight(middle), one.Straight(b)
		return r.Sub(p).Cross(q.Sub(p))
	}
	low, high := -mostBow, mostBow
	at := off(low)
	if at*off(high) > 0 {
		return l, &CornersError{"no lens bends a straight edge so far: click its two ends and its middle again"}
	}
	for range 60 {
		mid := (low + high) / 2
		if here := off(mid); here*at > 0 {
			low, at = mid, here
		} else {
			high = mid
		}
	}
	l.Bow = Bow((low + high) / 2)
	return l, nil
}

// ClickedWithin is how exactly a place is clicked by hand, pixels (from memory).
const ClickedWithin = 2.0

// Known is a distance in a picture that is known: its ends in pixels, and how long it is, mm.
type Known struct {
	A, B plane.Point
	MM   float64
}

// Pixels is how long it is in the picture.
func (k Known) Pixels() float64 { return k.A.To(k.B) }

// Doubt is how far off it may be read, as a part of it: two ends, each clicked so exactly.
func (k Known) Doubt() float64 { return math.Sqrt2 * ClickedWithin / max(k.Pixels(), 1e-9) }

// Scale is how many mm a pixel is by a known distance. An error says why it can't serve.
func (k Known) Scale() (float64, error) {
	if !(k.MM >= 1 && k.MM <= 20000) {
		return 0, &CornersError{"a known distance is " + measure.TellFine(1) + " to " + measure.TellLong(20000) + " long"}
	}
	if p := k.Pixels(); p < Least {
		return 0, &CornersError{fmt.Sprintf("the two points lie %.0f pixels apart; a slip of %.0f would be %.0f %%. Choose "+
			"two at least %.0f apart", p, ClickedWithin, 100*k.Doubt(), Least)}
	}
	return k.MM / k.Pixels(), nil
}

// Tolerated is how far a check may be off before it is asked about, and Refused from where on nothing is drawn by it, as parts of it.
const (
	Tolerated = 0.005
	Refused   = 0.02
)

// Checked tells by what part what a known distance reads is off, and how much may be off by clicking alone.
func (k Known) Checked(read, doubt float64) (off, allowed float64) {
	return read/k.MM - 1, max(Tolerated, math.Hypot(doubt, k.Doubt()))
}

// Both is the scale by two known distances together, by least squares, mm a pixel.
func Both(a, b Known) float64 {
	p, q := a.Pixels(), b.Pixels()
	return (a.MM*p + b.MM*q) / (p*p + q*q)
}
