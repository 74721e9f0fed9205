package figure

import (
	"math"
	"slices"
	"sort"

	"ardentgusset/core/plane"

	"gonum.org/v1/gonum/spatial/r3"
)

// Column are level sections stacked on heights above the waist, from the bottom up: the form
// that is drafted on. Points on it are x to the wearer's left, y forward, z up from the waist.
type Column []Ringed

// Ringed is a section at a height above the waist, mm.
type Ringed struct {
	Z float64
	Section
}

// At is the section at a height, that of its end beyond it.
func (c Column) At(z float64) Section {
	i := sort.Search(len(c), func(i int) bool { return c[i].Z >= z })
	switch {
	case i == 0:
		return c[0].Section
	case i == len(c):
		return c[len(c)-1].Section
	}
	a, b := &c[i-1], &c[i]
	return a.Toward(b.Section, (z-a.Z)/(b.Z-a.Z))
}

// Column is the figure as it is drafted on, from the lowest height up to the neck point.
func (f Figure) Column(from float64) Column {
	var c Column
	for i := len(f.slices) - 1; i >= 0; i-- {
		if z := -f.slices[i].drop; z >= from-1e-9 {
			if len(c) == 0 && i+1 < len(f.slices) && z > from+1e-6 {
				c = append(c, Ringed{from, f.At(-from)})
			}
			c = append(c, Ringed{z, f.slices[i].section})
		}
	}
	return c
}

// Torso is where the marks of the upper body lie on the figure as it is dressed.
func (f Figure) Torso() Torso {
	t := f.torso
	c := f.Column(0)
	s := c.Halfway(t.ShoulderPoint.Z)
	t.ShoulderPoint.X = s.X(t.ShoulderPoint.Y)
	s = c.Halfway(t.NeckPoint.Z)
	t.NeckPoint.X = s.X(t.NeckPoint.Y)
	s = c.Halfway(t.BustPoint.Z)
	t.BustPoint.Y = s.Y(t.BustPoint.X, InFront)
	s = c.Halfway(t.Throat.Z)
	t.Throat.Y = s.Y(0, InFront)
	s = c.Halfway(t.Nape.Z)
	t.Nape.Y = s.Y(0, Behind)
	return t
}

// taut is the length of a tape over points whose y is given along a run: it bridges hollows.
// along is the place of each, rising; more is what it travels besides between neighbours.
func taut(along, y []float64) float64 {
	var chain []int
	for i := range along {
		for len(chain) > 1 {
			a, b := chain[len(chain)-2], chain[len(chain)-1]
			if (y[b]-y[a])*(along[i]-along[a]) > (y[i]-y[a])*(along[b]-along[a]) {
				break
			}
			chain = chain[:len(chain)-1]
		}
		chain = append(chain, i)
	}
	sum := 0.0
	for k := 1; k < len(chain); k++ {
		sum += math.Hypot(along[chain[k]]-along[chain[k-1]], y[chain[k]]-y[chain[k-1]])
	}
	return sum
}

// laid is the length of a tape from one point down or up to another in the upright plane
// through both, in front or behind.
func (c Column) laid(from, to r3.Vec, side Facing) float64 {
	const parts = 48
	along, y := make([]float64, parts+1), make([]float64, parts+1)
	dx, dz := to.X-from.X, to.Z-from.Z
	run := math.Hypot(dx, dz)
	for i := range along {
		t := float64(i) / parts
		t *= t // denser at the start, where a shoulder curves most
		s := c.Halfway(from.Z + dz*t)
		along[i], y[i] = run*t, s.Y(from.X+dx*t, side)
		if side == Behind {
			y[i] = -y[i]
		}
	}
	return taut(along, y)
}

// neckLine are points round the base of the neck, from the centre front over the neck point
// to the centre back.
func (c Column) neckLine(t Torso) []r3.Vec {
	const quarter = 14
	front, back := c.Hollow(t.Throat.Z, t.NeckPoint, InFront, quarter), c.Hollow(t.Nape.Z, t.NeckPoint, Behind, quarter)
	for i := quarter - 1; i >= 0; i-- {
		front = append(front, back[i])
	}
	return front
}

// Hollow is a rounded line on the column from the centre, in front or behind at a height, to a
// point beside it: as a neckline is seen from before or behind.
func (c Column) Hollow(low float64, to r3.Vec, side Facing, parts int) []r3.Vec {
	out := make([]r3.Vec, parts+1)
	for k := range out {
		sin, cos := math.Sincos(float64(k) / float64(parts) * math.Pi / 2)
		x, z := to.X*math.Pow(sin, 0.9), to.Z-(to.Z-low)*cos
		s := c.Halfway(z)
		out[k] = r3.Vec{X: x, Y: s.Y(x, side), Z: z}
	}
	out[parts] = to
	return out
}

// Necklace is a line from a point of the column to the centre, in front or behind, at a height:
// where a plane through both, and through the point's mirror image, cuts the column.
func (c Column) Necklace(low float64, from r3.Vec, side Facing, parts int) []r3.Vec {
	lowest := c.Halfway(low)
	end := r3.Vec{Y: lowest.Y(0, side), Z: low}
	out := make([]r3.Vec, parts+1)
	for k := range out {
		// Closer together towards the centre, where it runs across.
		share := 1 - math.Pow(1-float64(k)/float64(parts), 2)
		y, z := from.Y+(end.Y-from.Y)*share, from.Z+(end.Z-from.Z)*share
		at := c.Halfway(z)
		out[k] = r3.Vec{X: at.X(y), Y: y, Z: z}
	}
	out[0], out[parts] = from, end
	return out
}

// long is the length of a line of points.
func long(line []r3.Vec) float64 {
	sum := 0.0
	for i := 1; i < len(line); i++ {
		sum += r3.Norm(r3.Sub(line[i], line[i-1]))
	}
	return sum
}

// across is the point where a tape laid level from the centre, in front or behind, has run a
// length.
func (c Column) across(z, length float64, side Facing) (x, y float64) {
	s := c.Halfway(z)
	from, step := 0, 1
	if side == Behind {
		from, step = directions/2, -1
	}
	x, y = s.tangency(from)
	run := 0.0
	for k := 1; k <= directions/2; k++ {
		x1, y1 := s.tangency(from + step*k)
		d := math.Hypot(x1-x, y1-y)
		if run+d >= length {
			share := (length - run) / max(d, 1e-9)
			return x + (x1-x)*share, y + (y1-y)*share
		}
		run += d
		x, y = x1, y1
	}
	return x, y
}

// ScyeOf says how an armhole is laid.
type ScyeOf struct {
	Drop float64 // of the underarm point below the armpit's section
	Side float64 // y of the underarm point
	// End is the end of the shoulder, where the shoulder point lies further in: towards it the armhole lies as much less far out.
	End    r3.Vec
	Shape  [4]float64
	Within bool // the front's notch is kept from being pushed forward
}

// NotchFront and NotchBack are where, of the way up from the armpit to the shoulder point, across front
// and across back end on the armhole; clearOfSide is how far before or behind its ends that is at
// least, mm (from memory).
const NotchFront, NotchBack, clearOfSide = 0.36, 0.44, 8.0

// mostAcross is how long a tape across front or back can be at most, on the half: as far as where the
// armhole still bends away from its ends.
func (c Column) mostAcross(t Torso, side Facing) float64 {
	notch, ends := NotchFront, max(t.ShoulderPoint.Y, ScyeUsual.Side)+clearOfSide
	if side == Behind {
		notch, ends = NotchBack, min(t.ShoulderPoint.Y, ScyeUsual.Side)-clearOfSide
	}
	z := t.Armpit + notch*(t.ShoulderPoint.Z-t.Armpit)
	low, high := 0.0, 1000.0
	for range 40 {
		mid := (low + high) / 2
		if _, y := c.across(z, mid, side); (y > ends) == (side == InFront) {
			low = mid
		} else {
			high = mid
		}
	}
	return low
}

// Scye are the points of an armhole from the shoulder point over the front to the underarm
// (front) and over the back (back). In side view each is two quarters of a super-ellipse that
// meet at the notch; the notch's place
// is where across front or across back ends.
func (c Column) Scye(t Torso, o ScyeOf) (front, back []r3.Vec) {
	sp := t.ShoulderPoint
	low := t.Underarm - o.Drop
	part := func(notch float64, half float64, side Facing, above, below float64) []r3.Vec {
		zc := t.Armpit + notch*(sp.Z-t.Armpit)
		_, yc := c.across(zc, half, side)
		if side == InFront && o.Within {
			yc = min(yc, sp.Y+0.30*(sp.Z-low))
		}
		if side == InFront {
			yc = max(yc, max(sp.Y, o.Side)+clearOfSide)
		} else {
			yc = min(yc, min(sp.Y, o.Side)-clearOfSide)
		}
		const parts = 24
		var out []r3.Vec
		put := func(y, z float64) {
			s := c.Halfway(z)
			out = append(out, r3.Vec{X: s.X(y), Y: y, Z: z})
		}
		end, in := sp, o.End.X-sp.X
		if in > 0.1 {
			end = o.End
		}
		for k := range parts + 1 { // from the shoulder point to the notch
			sin, cos := math.Sincos(float64(k) / parts * math.Pi / 2)
			y, z := end.Y+(yc-end.Y)*math.Pow(sin, 2/above), zc+(end.Z-zc)*math.Pow(cos, 2/above)
			if left := math.Pow(max(z-zc, 0)/(end.Z-zc), runsIn); in > 0.1 && left > 0 {
				s := c.Halfway(z)
				x := s.X(y) - left*in
				z += left * (sp.Z - end.Z)
				s = c.Halfway(z)
				// A side is flat where it is widest: a hair further in lies much further forward, which comes by and by.
				y += (s.Y(x, side) - y) * min(in/comesIn, 1)
			}
			put(y, z)
		}
		for k := 1; k <= parts; k++ { // and on to the underarm
			sin, cos := math.Sincos(float64(k) / parts * math.Pi / 2)
			put(o.Side+(yc-o.Side)*math.Pow(cos, 2/below), zc-(zc-low)*math.Pow(sin, 2/below))
		}
		out[0] = sp
		return out
	}
	return part(NotchFront, t.Front, InFront, o.Shape[0], o.Shape[1]), part(NotchBack, t.Back, Behind, o.Shape[2], o.Shape[3])
}

// runsIn is how soon an armhole that begins within the end of the shoulder comes out to where one from its end lies: the power
// of the height above the notch that is left of the way (from memory: drawn so, it turns nowhere sharply).
const runsIn = 1.4

// comesIn is how far in it begins at least that wholly lies so, mm (from memory).
const comesIn = 15.0

// ScyeUsual is the armhole of the bare arm.
var ScyeUsual = ScyeOf{Drop: 12, Side: -4, Shape: [4]float64{1.5, 2.25, 1.6, 2}}

// Bridged is the column under cloth that is taut between two heights: at every bearing its
// hollows are bridged, as far as share (0 to 1) says for that bearing in degrees.
func (c Column) Bridged(low, high float64, share func(degrees float64) float64) Column {
	out := slices.Clone(c)
	var in []int
	for i := range c {
		if c[i].Z >= low-1e-9 && c[i].Z <= high+1e-9 {
			in = append(in, i)
		}
	}
	if len(in) < 3 {
		return out
	}
	for _, i := range in {
		out[i].Section = out[i].copied()
	}
	chain := make([]int, 0, len(in))
	for d := range directions {
		degrees := float64(d) * 360 / directions
		if degrees > 180 {
			degrees = 360 - degrees
		}
		k := share(degrees)
		if k <= 0 {
			continue
		}
		chain = chain[:0]
		for _, i := range in {
			for len(chain) > 1 {
				a, b := &c[chain[len(chain)-2]], &c[chain[len(chain)-1]]
				if (b.support[d]-a.support[d])*(c[i].Z-a.Z) > (c[i].support[d]-a.support[d])*(b.Z-a.Z) {
					break
				}
				chain = chain[:len(chain)-1]
			}
			chain = append(chain, i)
		}
		for n := 1; n < len(chain); n++ {
			a, b := &c[chain[n-1]], &c[chain[n]]
			for i := chain[n-1] + 1; i < chain[n]; i++ {
				straight := a.support[d] + (b.support[d]-a.support[d])*(c[i].Z-a.Z)/(b.Z-a.Z)
				out[i].support[d] += k * (straight - out[i].support[d])
			}
		}
	}
	for i := range out {
		out[i].Section = out[i].hulled()
	}
	return out
}

// Smoothed is the column with every section the mean of those near it, weighed by a Gauss
// curve of so many mm, narrower near the ends; the girths at some heights are put back.
func (c Column) Smoothed(width float64, keep ...float64) Column {
	out := slices.Clone(c)
	bottom, top := c[0].Z, c[len(c)-1].Z
	for i := range c {
		w := min(width, min(c[i].Z-bottom, top-c[i].Z)/2)
		if w < 1 {
			continue
		}
		mean := blank()
		sum := 0.0
		for k := range c {
			d := (c[k].Z - c[i].Z) / w
			if math.Abs(d) > 3 {
				continue
			}
			// Levels stand for as much height as lies round them.
			span := (c[min(k+1, len(c)-1)].Z - c[max(k-1, 0)].Z) / 2
			share := span * math.Exp(-d*d/2)
			sum += share
			for b := range mean.support {
				mean.support[b] += share * c[k].support[b]
			}
		}
		out[i].Section = mean.Scaled(1 / sum)
	}
	if len(keep) == 0 {
		return out
	}
	zs, by := []float64{math.Inf(-1)}, []float64{0}
	slices.Sort(keep)
	for _, z := range keep {
		was, is := c.At(z), out.At(z)
		zs, by = append(zs, z), append(by, (was.Girth()-is.Girth())/(2*math.Pi))
	}
	for i := range out {
		k := sort.SearchFloat64s(zs, out[i].Z)
		t := by[len(by)-1]
		switch {
		case k <= 1:
			t = by[1]
		case k < len(zs):
			t = by[k-1] + (by[k]-by[k-1])*(out[i].Z-zs[k-1])/(zs[k]-zs[k-1])
		}
		out[i].Section = out[i].Thicker(t)
	}
	return out
}

// Levelled is the column with a section at a height between its ends as well.
func (c Column) Levelled(z float64) Column {
	i := sort.Search(len(c), func(i int) bool { return c[i].Z >= z })
	if i == 0 || i == len(c) || c[i].Z == z {
		return c
	}
	at := c.At(z)
	return slices.Insert(slices.Clone(c), i, Ringed{z, at})
}

// SetOut is the column with its sections moved out evenly, by a way that depends on the
// height: a girth grows by 2π of it.
func (c Column) SetOut(by func(z float64) float64) Column {
	out := slices.Clone(c)
	for i := range out {
		out[i].Section = out[i].Thicker(by(out[i].Z))
	}
	return out
}

// Spots is how many points Half gives.
const Spots = directions/2 + 1

// Half is the left half of the outline at a height, from the centre front to the centre
// back: points in even steps of bearing, x to the left and y forward, and how far round each
// lies. Where the height falls between two levels the points lie between theirs.
func (s *Section) Half() (points [Spots]plane.Point, run [Spots]float64) {
	w := s.whole()
	for i := range points {
		points[i].X, points[i].Y = w.tangency(i)
		if i > 0 {
			run[i] = run[i-1] + points[i-1].To(points[i])
		}
	}
	return points, run
}
