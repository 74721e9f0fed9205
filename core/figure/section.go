package figure

import (
	"encoding/binary"
	"encoding/json"
	"errors"
	"fmt"
	"hash/maphash"
	"math"
	"sort"
	"sync/atomic"

	"ardentgusset/core/plane"
)

// directions is how many bearings a section is sampled at: every 2 degrees.
const directions = 180

// Section is a closed convex curve: the outline that a tape touches at one
// level of the figure, seen from above.
//
// It is kept as its support function: for each bearing, the distance from the
// axis of the body to the tape's tangent there, in mm. Bearings run 0° front,
// 90° the wearer's left, 180° back, 270° right. In this form the trade's sums
// are exact: the girth is the integral of the support (Cauchy's formula), a
// thickness t adds t everywhere and so 2πt to the girth (Steiner's formula),
// and the tape round two shapes together, bridging the hollow between them, is
// the larger support at each bearing. Any text on convex geometry has all
// three; Schneider, Convex Bodies, ch. 1 and 4.
//
// What a section holds is never changed, and shared by all that have it.
type Section struct{ *shape }

// shape is the support by bearing, with the outline and the sum of it once somebody has asked for them.
type shape struct {
	support [directions]float64
	seen    atomic.Pointer[round]
	sum     atomic.Uint64
}

// seed is that of all sums, one for the run of the program.
var seed = maphash.MakeSeed()

// Sum tells sections apart: those that are equal to the last digit have the same one. It holds for one run of the program.
func (s Section) Sum() uint64 {
	if known := s.sum.Load(); known != 0 {
		return known
	}
	var bytes [8 * directions]byte
	for i, h := range &s.support {
		binary.LittleEndian.PutUint64(bytes[8*i:], math.Float64bits(h))
	}
	sum := max(maphash.Bytes(seed, bytes[:]), 1)
	s.sum.Store(sum)
	return sum
}

// blank is a section to be filled in by whoever makes it.
func blank() Section { return Section{new(shape)} }

// copied is a section of its own to change.
func (s Section) copied() Section { return Section{&shape{support: s.support}} }

func bearing(i int) float64 { return 2 * math.Pi * float64(i) / directions }

// sines and cosines of the bearings.
var sines, cosines = func() (s, c [directions]float64) {
	for i := range directions {
		s[i], c[i] = math.Sincos(bearing(i))
	}
	return s, c
}()

// Ellipse is the section of the given breadth (side to side) and depth (front
// to back), mm.
func Ellipse(breadth, depth float64) Section {
	s := blank()
	for i := range s.support {
		sin, cos := sines[i], cosines[i]
		s.support[i] = math.Hypot(depth/2*cos, breadth/2*sin)
	}
	return s
}

// Oblong is two half ellipses joined at the sides: as broad as given, reaching
// front and back different distances from the axis, mm. Cages and hoops are
// bent to it.
func Oblong(breadth, front, back float64) Section {
	s := blank()
	for i := range s.support {
		sin, cos := sines[i], cosines[i]
		reach := front
		if cos < 0 {
			reach = back
		}
		s.support[i] = math.Hypot(reach*cos, breadth/2*sin)
	}
	return s
}

// EllipseOfGirth is the ellipse of that girth whose depth is ratio × breadth.
func EllipseOfGirth(girth, ratio float64) Section {
	e := Ellipse(1, ratio)
	return e.Scaled(girth / e.Girth())
}

// ErrNoSection: no convex curve has these three.
var ErrNoSection = errors.New("no body has this breadth and depth with this girth")

// SectionOf is a section with exactly this girth, breadth and depth. It lies
// between the ellipse and the rectangle (a fuller girth) or the ellipse and
// the lozenge (a smaller one); outside those it fails with ErrNoSection.
func SectionOf(girth, breadth, depth float64) (Section, error) {
	round := Ellipse(breadth, depth)
	g := round.Girth()
	far := blank()
	for i := range far.support {
		sin, cos := sines[i], cosines[i]
		x, y := math.Abs(depth/2*cos), math.Abs(breadth/2*sin)
		if girth > g {
			far.support[i] = x + y
		} else {
			far.support[i] = max(x, y)
		}
	}
	share := 0.0
	if d := far.Girth() - g; math.Abs(d) > 1e-9 {
		share = (girth - g) / d
	}
	if share > 1 || !(breadth > 0 && depth > 0 && girth > 0) {
		return Section{}, ErrNoSection
	}
	return round.Toward(far, share), nil
}

// MarshalJSON writes the support, mm, from the front round by the left.
func (s Section) MarshalJSON() ([]byte, error) { return json.Marshal(s.support[:]) }

// UnmarshalJSON reads what MarshalJSON wrote; it fails on any other number of
// bearings.
func (s *Section) UnmarshalJSON(b []byte) error {
	var list []float64
	if err := json.Unmarshal(b, &list); err != nil {
		return err
	}
	if len(list) != directions {
		return fmt.Errorf("a section has %d bearings, not %d", directions, len(list))
	}
	*s = blank()
	copy(s.support[:], list)
	return nil
}

// Girth is what a tape reads, mm.
func (s Section) Girth() float64 {
	sum := 0.0
	for _, h := range &s.support {
		sum += h
	}
	return sum * 2 * math.Pi / directions
}

// Breadth is the width from side to side, Depth from front to back.
func (s Section) Breadth() float64 { return s.support[directions/4] + s.support[directions*3/4] }

// Depth is the distance from front to back, mm.
func (s Section) Depth() float64 { return s.support[0] + s.support[directions/2] }

// Reach is how far the section stands from the axis at a bearing in degrees.
func (s Section) Reach(degrees float64) float64 { return s.reach(towards(degrees)) }

// way is a bearing between two of those a section is sampled at: the first of them, the next, and the share of the next.
type way struct {
	from, next int
	share      float64
}

// towards is the way of a bearing in degrees.
func towards(degrees float64) way {
	at := (degrees - 360*math.Floor(degrees/360)) / 360 * directions
	i := int(at)
	return way{i % directions, (i + 1) % directions, at - float64(i)}
}

// reach is Reach where the way is known: the same one through many sections.
func (s Section) reach(w way) float64 {
	return s.support[w.from]*(1-w.share) + s.support[w.next]*w.share
}

// Thicker is the section under a cloth of thickness t.
func (s Section) Thicker(t float64) Section {
	if t == 0 {
		return s
	}
	s = s.copied()
	for i := range s.support {
		s.support[i] += t
	}
	return s
}

// Scaled is the section k times as large.
func (s Section) Scaled(k float64) Section {
	if k == 1 {
		return s
	}
	s = s.copied()
	for i := range s.support {
		s.support[i] *= k
	}
	return s
}

// Shifted is the section moved forward by a distance (back when negative);
// its girth stays.
func (s Section) Shifted(forward float64) Section {
	s = s.copied()
	for i := range s.support {
		s.support[i] += forward * cosines[i]
	}
	return s
}

// With is what a tape touches round both sections: their convex hull.
func (s Section) With(o Section) Section {
	s = s.copied()
	for i := range s.support {
		s.support[i] = max(s.support[i], o.support[i])
	}
	return s
}

// Padded is the section with padding of the given depth at each bearing (in
// degrees) laid on it; the tape bridges the hollows beside the padding.
func (s Section) Padded(depth func(degrees float64) float64) Section {
	var out []plane.Point
	for _, p := range s.Outline() {
		d := depth(math.Mod(math.Atan2(p.X, -p.Y)*180/math.Pi+360, 360))
		if d > 0 {
			out = append(out, p.Add(p.Unit().Times(d)))
		}
	}
	if len(out) == 0 {
		return s
	}
	s = s.copied()
	for i := range s.support {
		sin, cos := sines[i], cosines[i]
		for _, p := range out {
			s.support[i] = max(s.support[i], p.X*sin-p.Y*cos)
		}
	}
	return s
}

// Area is the area the section encloses, mm²: half the integral of h² − h'².
func (s Section) Area() float64 {
	sum, step := 0.0, 2*math.Pi/directions
	for i, h := range &s.support {
		slope := (s.support[(i+1)%directions] - h) / step
		sum += h*h - slope*slope
	}
	return sum * step / 2
}

// Arc is the length of the section between two bearings in degrees, going up,
// mm; the whole girth from 0 to 360.
func (s Section) Arc(from, to float64) float64 { return s.Arcs(from, to)[0] }

// round is the outline with how far round each of its points lies; the first point comes again at the end.
type round struct {
	line  []plane.Point
	run   [directions + 1]float64
	girth float64
	first float64 // the bearing its first point is seen at, degrees
}

// round is worked out once a section.
func (s Section) round() *round {
	if r := s.seen.Load(); r != nil {
		return r
	}
	r := &round{line: s.Outline(), girth: s.Girth()}
	r.line = append(r.line, r.line[0])
	r.first = r.angle(0)
	for i := 1; i <= directions; i++ {
		r.run[i] = r.run[i-1] + r.line[i-1].To(r.line[i])
	}
	s.seen.Store(r)
	return r
}

// angle is the bearing of a point of the outline as seen from the axis, in degrees, rising as the points do.
func (r *round) angle(i int) float64 {
	p := r.line[i]
	a := math.Atan2(p.X, -p.Y) * 180 / math.Pi
	return a + 360*math.Round((float64(i)*360/directions-a)/360)
}

// place is where a bearing meets the outline: the points passed, whole turns
// included, and the share of the way to the next.
func (r *round) place(degrees float64) (int, float64) {
	turns := math.Floor((degrees - r.first) / 360)
	x := degrees - 360*turns
	// A point of a convex outline is seen within a right angle of the way its tangent faces; among those, the side of
	// the bearing it lies on tells what its angle would, at a fraction of the cost.
	from := max(int(x-90)*directions/360, 0)
	until := min(int(x+90)*directions/360+1, directions+1)
	sin, cos := math.Sincos(x * math.Pi / 180)
	i := from + sort.Search(until-from, func(k int) bool { return r.line[from+k].X*cos+r.line[from+k].Y*sin >= 0 })
	i = min(max(i, 1), directions)
	before, at := r.angle(i-1), r.angle(i)
	for i < directions && at <= before {
		i++
		before, at = at, r.angle(i)
	}
	k := 0.0
	if d := at - before; d > 1e-12 {
		k = max(0, min(1, (x-before)/d))
	}
	return i - 1 + int(turns)*directions, k
}

// Arcs are the lengths of the section between rising bearings in degrees, as
// seen from the axis, mm. Seen so they change evenly as the section does, also
// where a tape bridges a hollow.
func (s Section) Arcs(bearings ...float64) []float64 {
	r := s.round()
	run, girth := &r.run, r.girth
	scale := girth / run[directions] // chords fall short of the curve
	at := func(degrees float64) float64 {
		i, k := r.place(degrees)
		turns := int(math.Floor(float64(i) / directions))
		j := i - turns*directions
		return (run[j]+(run[j+1]-run[j])*k)*scale + float64(turns)*girth
	}
	out := make([]float64, len(bearings)-1)
	last := at(bearings[0])
	for i, b := range bearings[1:] {
		next := at(b)
		out[i], last = next-last, next
	}
	return out
}

// Between is the part of the outline between two bearings in degrees, as seen
// from the axis, going up.
func (s Section) Between(from, to float64) []plane.Point {
	r := s.round()
	point := func(i int) plane.Point { return r.line[(i%directions+directions)%directions] }
	a, ka := r.place(from)
	b, kb := r.place(to)
	run := []plane.Point{point(a).Toward(point(a+1), ka)}
	for i := a + 1; i <= b; i++ {
		run = append(run, point(i))
	}
	return append(run, point(b).Toward(point(b+1), kb))
}

// Toward is the section a share of the way to o; girths blend in proportion.
func (s Section) Toward(o Section, share float64) Section {
	switch {
	case share == 0:
		return s
	case share == 1 && s.ends(o):
		return o
	}
	s = s.copied()
	for i := range s.support {
		s.support[i] += (o.support[i] - s.support[i]) * share
	}
	return s
}

// ends tells whether the sum of the whole way from one section to another comes out as that one, to
// the last digit: then it can be shared.
func (s Section) ends(o Section) bool {
	for i, h := range &s.support {
		if h+(o.support[i]-h) != o.support[i] {
			return false
		}
	}
	return true
}

// Outline is the curve itself as a polygon, seen from above with the front
// down: x is the wearer's left, y is towards the back.
func (s Section) Outline() []plane.Point {
	out := make([]plane.Point, 0, directions+1) // room for closing it
	for i, h := range &s.support {
		// The point of tangency: h·n + h'·n⊥, the derivative by central
		// differences.
		prev, next := s.support[(i+directions-1)%directions], s.support[(i+1)%directions]
		slope := (next - prev) / (2 * (2 * math.Pi / directions))
		sin, cos := sines[i], cosines[i]
		out = append(out, plane.Pt(h*sin+slope*cos, -(h*cos-slope*sin)))
	}
	return out
}

// Convex tells whether the section has no dent: h + h” is nowhere negative.
func (s Section) Convex() bool {
	step := 2 * math.Pi / directions
	for i, h := range &s.support {
		prev, next := s.support[(i+directions-1)%directions], s.support[(i+1)%directions]
		if h+(prev-2*h+next)/(step*step) < -1e-6*h-1e-9 {
			return false
		}
	}
	return true
}
