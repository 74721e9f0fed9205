// Package surface drafts on the dressed figure: lines laid on its form, the panels between
// them unrolled flat with the least stretch.
package surface

import (
	"context"
	"math"
	"sort"
	"sync"

	"ardentgusset/core/figure"
	"ardentgusset/core/memo"
	"ardentgusset/core/plane"

	"gonum.org/v1/gonum/spatial/r3"
)

// Ease is how much more than the figure a garment measures, mm on the whole girth: at the
// bust, waist and hip, straight between. Above the armpit it runs out to a part of the bust's
// at the shoulder.
type Ease struct {
	Bust, Waist, Hip float64
	// Ring is what a tube measures all the way from the bust down, where the figure is not larger;
	// 0 for what follows the figure.
	Ring float64
	// Full is the height down to which it measures what it does at the bust, where that lies below the
	// bust line: an armhole cut so low leaves no ring above it. 0 for none.
	Full float64
	// More is what is asked for besides at some heights, from the top down: straight between them, running out above
	// the highest, the same below the lowest.
	More []Extra
}

// Extra is what a ring is to measure more, mm on the whole girth, at a height.
type Extra struct{ Z, More float64 }

// runsOut is over how many mm above the highest ring what is asked for besides it runs out.
const runsOut = 60.0

// extra is what is asked for besides at a height.
func (e Ease) extra(z float64) float64 {
	if len(e.More) == 0 {
		return 0
	}
	if up := z - e.More[0].Z; up >= 0 {
		return e.More[0].More * max(1-up/runsOut, 0)
	}
	for i := 1; i < len(e.More); i++ {
		if a, b := e.More[i-1], e.More[i]; z >= b.Z {
			return b.More + (a.More-b.More)*(z-b.Z)/(a.Z-b.Z)
		}
	}
	return e.More[len(e.More)-1].More
}

// atShoulder is the part of the bust's ease that is left at the shoulder (from memory).
const atShoulder = 0.15

// Form is the left half of a dressed figure under taut cloth, set out by ease. Points on it
// are x to the wearer's left, y forward, z up from the waist; a place round it is the share of
// the half girth from the centre front (0) to the centre back (1).
type Form struct {
	Torso  figure.Torso
	Levels map[figure.Level]float64 // heights of the named levels
	// Held are more heights at which a panel keeps its whole width, besides waist, high hip and
	// hip: what must not come out narrower where no dart takes what is over.
	Held   []float64
	column figure.Column
	rows   []row // every level's half outline
	ease   Ease
	ground ground
	// coarse is how much larger the cells of its panels are than those of a middling body.
	coarse float64
	sum    sync.Once
	book   *memo.Book // where its panels are kept
	is     uint64     // told from other forms' by it
}

type row struct {
	z      float64
	points [figure.Spots]plane.Point
	run    [figure.Spots]float64
}

// bridge is how far cloth bridges hollows above the bust at a bearing: wholly in front to 45
// degrees, not at all from 88 on; a sharp stop would break the form.
func bridge(degrees float64) float64 {
	switch {
	case degrees <= 45:
		return 1
	case degrees >= 88:
		return 0
	}
	return (1 + math.Cos(math.Pi*(degrees-45)/43)) / 2
}

// middling is the bust girth up to which panels are cut as finely, mm; larger ones are cut into as
// many parts.
const middling = 1050.0

// creaseWidth is over how many mm cloth rounds a crease between levels (from memory).
const creaseWidth = 9.0

// ground is a figure under taut cloth that no ease is given yet.
type ground struct {
	torso  figure.Torso
	column figure.Column
}

// groundKey is what a ground depends on: the sum of the figure's sections, and its marks.
type groundKey struct {
	column uint64
	torso  figure.Torso
	bust   float64
}

// groundWeight is about what a ground weighs, bytes.
const groundWeight = 100 << 10

// groundOf is the ground of a figure from a height up. A figure that comes out of another walk as it was has it from there.
func groundOf(f figure.Figure, from float64) ground {
	t, column, bust := f.Torso(), f.Column(from), -f.Drop(figure.Bust)
	h := newSum()
	for _, r := range column {
		h.numbers(r.Z)
		h.whole(r.Sum())
	}
	g, err := memo.Find(context.Background(), f.Book(), groundKey{h.Sum64(), t, bust}, groundWeight,
		func() (ground, error) { return levelled(t, column, bust), nil })
	if err != nil { // only a work that fails gives one
		return levelled(t, column, bust)
	}
	return g
}

func levelled(t figure.Torso, column figure.Column, bust float64) ground {
	sharp := column.Bridged(0, bust, func(float64) float64 { return 1 }).Bridged(bust, t.ShoulderPoint.Z, bridge)
	c := sharp.Smoothed(creaseWidth, 0, bust)
	t.ShoulderPoint = roundEnd(c, t, ridge(sharp, t, t.ShoulderPoint).Length())
	return ground{t, c}
}

// On is the form of a figure from a height up to the neck, set out by ease.
func On(f figure.Figure, from float64, ease Ease) *Form { return groundOf(f, from).under(f, ease) }

// Again is a form of the same figure, from the same height, with other ease.
func (s *Form) Again(f figure.Figure, ease Ease) *Form { return s.ground.under(f, ease) }

func (g ground) under(f figure.Figure, ease Ease) *Form {
	t, c := g.torso, g.column
	bust, hip := -f.Drop(figure.Bust), -f.Drop(figure.Hip)
	armpit, top := t.Armpit, t.NeckPoint.Z
	waist, full := ease.Waist, bust
	atFull := ease.Bust
	if ease.Full > 0 && ease.Full < bust {
		c = c.Levelled(ease.Full)
		around := c.At(ease.Full)
		full, atFull = ease.Full, max(waist+(ease.Bust-waist)*ease.Full/bust, f.GirthAt(figure.Bust)+ease.Bust-around.Girth())
	}
	for _, m := range ease.More {
		c = c.Levelled(m.Z)
	}
	out := func(z float64) float64 {
		switch {
		case z <= bust && ease.Ring > 0:
			around := c.At(z)
			return max(ease.Ring-around.Girth(), 0) / (2 * math.Pi)
		case z <= 0:
			k := min(z/hip, 1)
			return (ease.Waist + (ease.Hip-ease.Waist)*k) / (2 * math.Pi)
		case z <= full:
			return (waist + (atFull-waist)*z/full) / (2 * math.Pi)
		case z <= bust:
			around := c.At(z)
			return max(waist+(ease.Bust-waist)*z/bust, f.GirthAt(figure.Bust)+ease.Bust-around.Girth()) / (2 * math.Pi)
		case z <= armpit:
			return ease.Bust / (2 * math.Pi)
		}
		k := min((z-armpit)/(top-armpit), 1)
		return ease.Bust / (2 * math.Pi) * (1 - (1-atShoulder)*k)
	}
	s := &Form{Torso: t, Levels: map[figure.Level]float64{}, ease: ease, ground: g, book: f.Book(),
		column: c.SetOut(func(z float64) float64 { return out(z) + ease.extra(z)/(2*math.Pi) })}
	for _, l := range figure.Levels() {
		s.Levels[l] = -f.Drop(l)
	}
	s.coarse = max(1, f.GirthAt(figure.Bust)/middling)
	s.Torso.Back += ease.Bust / 10
	s.Torso.Front += ease.Bust / 10
	s.settle()
	return s
}

// ridge is the shoulder line of a column from the neck point to the height of an end.
func ridge(c figure.Column, t figure.Torso, end r3.Vec) Line {
	const n = 24
	out := make(Line, n+1)
	for i := range out {
		k := float64(i) / n
		y, z := t.NeckPoint.Y+(end.Y-t.NeckPoint.Y)*k, t.NeckPoint.Z+(end.Z-t.NeckPoint.Z)*k
		at := c.Halfway(z)
		out[i] = r3.Vec{X: at.X(y), Y: y, Z: z}
	}
	return out
}

// roundEnd is where the shoulder line ends when its corner has been rounded: as far from the neck
// as before, which is a little lower.
func roundEnd(c figure.Column, t figure.Torso, long float64) r3.Vec {
	end := t.ShoulderPoint
	for range 40 {
		short := long - ridge(c, t, end).Length()
		if math.Abs(short) < 0.01 {
			break
		}
		end.Z -= short * 0.7
	}
	return end
}

// Of is the form of any column, with no marks of a body on it: for surfaces whose unrolling
// is known.
func Of(c figure.Column, book *memo.Book) *Form {
	s := &Form{column: c, coarse: 1, book: book}
	s.settle()
	return s
}

func (s *Form) settle() {
	s.rows = make([]row, len(s.column))
	for i := range s.column {
		r := &s.rows[i]
		r.z = s.column[i].Z
		r.points, r.run = s.column[i].Half()
	}
	if s.Torso.NeckPoint.Z == 0 {
		return
	}
	t := &s.Torso
	mark := func(p *r3.Vec, x, y float64, side figure.Facing, byY bool) {
		at := s.column.Halfway(p.Z)
		if byY {
			p.X = at.X(p.Y)
		} else {
			p.Y = at.Y(p.X, side)
		}
	}
	mark(&t.ShoulderPoint, 0, 0, figure.InFront, true)
	mark(&t.NeckPoint, 0, 0, figure.InFront, true)
	mark(&t.BustPoint, 0, 0, figure.InFront, false)
	mark(&t.Throat, 0, 0, figure.InFront, false)
	mark(&t.Nape, 0, 0, figure.Behind, false)
}

// between are the rows that a height lies between, and how far it lies from the first to the second, as a share.
func (s *Form) between(z float64) (i, j int, share float64) {
	n := len(s.rows)
	j = sort.Search(n, func(i int) bool { return s.rows[i].z >= z })
	switch j {
	case 0:
		return 0, 0, 0
	case n:
		return n - 1, n - 1, 0
	}
	return j - 1, j, (z - s.rows[j-1].z) / (s.rows[j].z - s.rows[j-1].z)
}

// at is the half outline at a height.
func (s *Form) at(z float64) row {
	i, j, k := s.between(z)
	if i == j {
		return s.rows[i]
	}
	a, b := &s.rows[i], &s.rows[j]
	r := row{z: z}
	for d := range r.points {
		r.points[d] = a.points[d].Toward(b.points[d], k)
		if d > 0 {
			r.run[d] = r.run[d-1] + r.points[d-1].To(r.points[d])
		}
	}
	return r
}

// half is the whole half outline, mm.
func (r *row) half() float64 { return r.run[figure.Spots-1] }

// along is the point so far round from the centre front, mm.
func (r *row) along(run float64) (x, y float64) {
	i := sort.SearchFloat64s(r.run[:], run)
	switch {
	case i == 0:
		return r.points[0].X, r.points[0].Y
	case i == figure.Spots:
		p := r.points[figure.Spots-1]
		return p.X, p.Y
	}
	k := (run - r.run[i-1]) / max(r.run[i]-r.run[i-1], 1e-12)
	p := r.points[i-1].Toward(r.points[i], k)
	return p.X, p.Y
}

// to is how far round a point lies that is y forward, mm: along the half outline y only
// falls.
func (r *row) to(y float64) float64 {
	n := figure.Spots
	i := sort.Search(n, func(i int) bool { return r.points[i].Y <= y })
	switch i {
	case 0:
		return 0
	case n:
		return r.run[n-1]
	}
	a, b := r.points[i-1].Y, r.points[i].Y
	return r.run[i-1] + (r.run[i]-r.run[i-1])*(a-y)/max(a-b, 1e-12)
}

// place is how far round a point of the outline lies, mm: told by how far to the side it is
// where the outline runs across, before and behind, and by how far forward at the sides.
func (r *row) place(x, y float64) float64 {
	n := figure.Spots
	widest := 0
	for i := range r.points {
		if r.points[i].X > r.points[widest].X {
			widest = i
		}
	}
	// At the sides what is forward tells best; a point is there when it lies in the outer
	// seventh of the breadth.
	if x > 0.86*r.points[widest].X {
		return r.to(y)
	}
	between := func(a, b int) float64 {
		xa, xb := r.points[a].X, r.points[b].X
		if math.Abs(xb-xa) < 1e-12 {
			return r.run[a]
		}
		return r.run[a] + (r.run[b]-r.run[a])*min(max((x-xa)/(xb-xa), 0), 1)
	}
	if y >= r.points[widest].Y { // before: x rises
		i := sort.Search(widest, func(i int) bool { return r.points[i].X >= x })
		if i == 0 {
			return 0
		}
		return between(i-1, i)
	}
	i := widest + sort.Search(n-widest, func(k int) bool { return r.points[widest+k].X <= x })
	if i >= n {
		return r.half()
	}
	return between(max(i-1, 0), i)
}

// Place is the point at a height and a share of the half girth.
func (s *Form) Place(z, share float64) r3.Vec {
	if share == 0 || share == 1 { // on the centre: no need to know how long the rest is
		i, j, k := s.between(z)
		spot := int(share) * (figure.Spots - 1)
		p := s.rows[i].points[spot].Toward(s.rows[j].points[spot], k)
		return r3.Vec{X: p.X, Y: p.Y, Z: z}
	}
	r := s.at(z)
	x, y := r.along(share * r.half())
	return r3.Vec{X: x, Y: y, Z: z}
}

// Level is Place for many points of one height.
func (s *Form) Level(z float64) func(share float64) r3.Vec {
	r := s.at(z)
	half := r.half()
	return func(share float64) r3.Vec {
		x, y := r.along(share * half)
		return r3.Vec{X: x, Y: y, Z: z}
	}
}

// Share is the share of the half girth at which a point lies.
func (s *Form) Share(p r3.Vec) float64 {
	r := s.at(p.Z)
	return r.place(p.X, p.Y) / r.half()
}

// More is what the form was asked to measure besides at a height, mm on the whole girth.
func (s *Form) More(z float64) float64 { return s.ease.extra(z) }

// HalfGirth is half the form's girth at a height, mm.
func (s *Form) HalfGirth(z float64) float64 {
	at := s.column.At(z)
	return at.Girth() / 2
}

// Bottom and Top are the heights the form runs between.
func (s *Form) Bottom() float64 { return s.rows[0].z }

// Top is the height of its upper end, mm.
func (s *Form) Top() float64 { return s.rows[len(s.rows)-1].z }
