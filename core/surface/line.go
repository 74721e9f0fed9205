package surface

import (
	"math"

	"ardentgusset/core/figure"
	"ardentgusset/core/plane"

	"gonum.org/v1/gonum/interp"
	"gonum.org/v1/gonum/spatial/r3"
)

// Line is a line on a form, close points from one end to the other.
type Line []r3.Vec

// Length is how long it is, mm.
func (l Line) Length() float64 {
	sum := 0.0
	for i := 1; i < len(l); i++ {
		sum += r3.Norm(r3.Sub(l[i], l[i-1]))
	}
	return sum
}

// Reversed is the line from its other end.
func (l Line) Reversed() Line {
	out := make(Line, len(l))
	for i, p := range l {
		out[len(l)-1-i] = p
	}
	return out
}

// Then is the line with another that begins where it ends.
func (l Line) Then(next Line) Line { return append(append(Line{}, l...), next[1:]...) }

// Part is the line between two lengths from its start: two points at least.
func (l Line) Part(from, to float64) Line {
	var out Line
	if from > l.Length()-1e-9 {
		return Line{l[len(l)-1], l[len(l)-1]}
	}
	run := 0.0
	at := func(i int, k float64) r3.Vec { return r3.Add(l[i-1], r3.Scale(k, r3.Sub(l[i], l[i-1]))) }
	for i := 1; i < len(l); i++ {
		d := r3.Norm(r3.Sub(l[i], l[i-1]))
		if run+d > from && len(out) == 0 {
			out = append(out, at(i, max(from-run, 0)/max(d, 1e-12)))
		}
		if len(out) > 0 {
			if run+d >= to {
				return append(out, at(i, (to-run)/max(d, 1e-12)))
			}
			out = append(out, l[i])
		}
		run += d
	}
	return out
}

// At is the point at a length from the start.
func (l Line) At(length float64) r3.Vec {
	run := 0.0
	for i := 1; i < len(l); i++ {
		d := r3.Norm(r3.Sub(l[i], l[i-1]))
		if run+d >= length {
			return r3.Add(l[i-1], r3.Scale((length-run)/max(d, 1e-12), r3.Sub(l[i], l[i-1])))
		}
		run += d
	}
	return l[len(l)-1]
}

// divided are n even parts of the line, by length.
func (l Line) divided(n int) Line {
	out := make(Line, 0, n+1)
	whole := l.Length()
	run, next := 0.0, 0
	for i := 1; i < len(l) && next <= n; i++ {
		d := r3.Norm(r3.Sub(l[i], l[i-1]))
		for next <= n && float64(next)*whole/float64(n) <= run+d+1e-9 {
			k := (float64(next)*whole/float64(n) - run) / max(d, 1e-12)
			out = append(out, r3.Add(l[i-1], r3.Scale(min(max(k, 0), 1), r3.Sub(l[i], l[i-1]))))
			next++
		}
		run += d
	}
	for len(out) < n+1 {
		out = append(out, l[len(l)-1])
	}
	out[0], out[n] = l[0], l[len(l)-1]
	return out
}

// grain is how close the points of a line lie, mm.
const grain = 4.0

// Station is a place on a form: a height, and the share of the half girth from the centre
// front there.
type Station struct{ Z, Share float64 }

// Through is a line that climbs through stations, from the lowest up: its share of the girth
// changes smoothly and never overshoots.
func (s *Form) Through(stations ...Station) Line {
	zs, shares := make([]float64, len(stations)), make([]float64, len(stations))
	for i, st := range stations {
		zs[i], shares[i] = st.Z, st.Share
	}
	predict := func(z float64) float64 { return shares[0] + (shares[1]-shares[0])*(z-zs[0])/(zs[1]-zs[0]) }
	if len(zs) > 2 {
		var curve interp.FritschButland
		if curve.Fit(zs, shares) == nil {
			predict = curve.Predict
		}
	}
	n := max(int(math.Ceil((zs[len(zs)-1]-zs[0])/grain)), 2)
	out := make(Line, n+1)
	for i := range out {
		z := zs[0] + (zs[len(zs)-1]-zs[0])*float64(i)/float64(n)
		out[i] = s.Place(z, predict(z))
	}
	return out
}

// Around is a line round the form from one share of the girth to another, at the height that
// a function of the share gives.
func (s *Form) Around(from, to float64, height func(share float64) float64) Line {
	n := max(int(math.Ceil(math.Abs(to-from)*s.HalfGirth(height((from+to)/2))/grain)), 2)
	out := make(Line, n+1)
	for i := range out {
		share := from + (to-from)*float64(i)/float64(n)
		out[i] = s.Place(height(share), share)
	}
	return out
}

// Upright is a line in the plane that lies y forward of the axis, from one height up to
// another.
func (s *Form) Upright(y, from, to float64) Line {
	n := max(int(math.Ceil((to-from)/grain)), 2)
	out := make(Line, n+1)
	for i := range out {
		z := from + (to-from)*float64(i)/float64(n)
		at := s.column.Halfway(z)
		out[i] = r3.Vec{X: at.X(y), Y: y, Z: z}
	}
	return out
}

// Centre is the centre front or centre back, from one height up to another.
func (s *Form) Centre(side figure.Facing, from, to float64) Line {
	share := 1.0
	if side == figure.InFront {
		share = 0
	}
	return s.Through(Station{from, share}, Station{to, share})
}

// Beside is a line at a distance from the centre plane, in front or behind: x as a smooth
// function of the height through the given points, from the lowest up.
func (s *Form) Beside(side figure.Facing, points ...[2]float64) Line {
	zs, xs := make([]float64, len(points)), make([]float64, len(points))
	for i, p := range points {
		zs[i], xs[i] = p[0], p[1]
	}
	predict := func(z float64) float64 { return xs[0] + (xs[1]-xs[0])*(z-zs[0])/(zs[1]-zs[0]) }
	if len(zs) > 2 {
		var curve interp.FritschButland
		if curve.Fit(zs, xs) == nil {
			predict = curve.Predict
		}
	}
	n := max(int(math.Ceil((zs[len(zs)-1]-zs[0])/grain)), 2)
	out := make(Line, n+1)
	for i := range out {
		z := zs[0] + (zs[len(zs)-1]-zs[0])*float64(i)/float64(n)
		at := s.column.Halfway(z)
		out[i] = r3.Vec{X: predict(z), Y: at.Y(predict(z), side), Z: z}
	}
	return out
}

// Neck is the neckline in front (from the throat up to the neck point) and behind (from the
// neck point to the nape), lowered and widened.
type Neck struct {
	Front, Back float64 // how much lower than the base of the neck, at the centres
	Wide        float64 // how much further out on the shoulder, along it
	Shape       NeckShape
}

// NeckShape is how a neckline runs in front.
type NeckShape string

// Necklines by shape.
const (
	Round  NeckShape = ""
	Square NeckShape = "square" // level, then up to the shoulder
	Vee    NeckShape = "v"      // straight from the centre to the shoulder
)

// cornerIn is how far inside the point on the shoulder a square neckline's corner lies, as a
// part of its distance from the middle.
const cornerIn = 0.94

// Necklines are the two halves of a neckline: from the centre front to the shoulder line,
// and from there to the centre back. The point on the shoulder is the same in both. corner is
// how far along the front one its corner lies, 0 where it has none.
func (s *Form) Necklines(n Neck) (front, back Line, corner float64) {
	t := s.Torso
	shoulder := s.Shoulder()
	at := shoulder.At(n.Wide)
	low := t.Throat.Z - n.Front
	switch n.Shape {
	case Square:
		turn := s.At(low, at.X*cornerIn, figure.InFront)
		across := s.Around(0, s.Share(turn), func(float64) float64 { return low })
		across[len(across)-1] = turn
		front, corner = across.Then(s.Straight(turn, at, FromFront)), across.Length()
	case Vee:
		front = s.Straight(s.Centre(figure.InFront, low-1, low)[1:].At(1), at, FromFront)
	default:
		front = Line(s.column.Hollow(low, at, figure.InFront, 20))
	}
	return front, s.behind(t.Nape.Z-n.Back, at), corner
}

// behind is the back half of a neckline: hollow where its centre lies lower than its end on the
// shoulder; where it rises to the nape, it runs as a necklace lies.
func (s *Form) behind(low float64, at r3.Vec) Line {
	const turning, parts = 12.0, 24
	ease := func(t float64) float64 { t = min(max(t, 0), 1); return t * t * (3 - 2*t) }
	share := ease((low - at.Z + turning) / turning)
	hollow := Line(s.column.Hollow(low, at, figure.Behind, parts)).Reversed()
	if share == 0 {
		return hollow
	}
	across := Line(s.column.Necklace(low, at, figure.Behind, parts))
	for i := range across {
		across[i] = r3.Add(r3.Scale(share, across[i]), r3.Scale(1-share, hollow[i]))
	}
	return across
}

// Shoulder is the shoulder line from the neck point to the shoulder point.
func (s *Form) Shoulder() Line {
	out := ridge(s.column, s.Torso, s.Torso.ShoulderPoint)
	out[0], out[len(out)-1] = s.Torso.NeckPoint, s.Torso.ShoulderPoint
	return out
}

// Scye is the armhole from the shoulder point down: in front, and behind.
func (s *Form) Scye(o figure.ScyeOf) (front, back Line) {
	f, b := s.column.Scye(s.Torso, o)
	return Line(f), Line(b)
}

// Straight is a line from one point of the form to another that is straight in distances
// round the form and heights, counted from a datum.
func (s *Form) Straight(a, b r3.Vec, from Datum) Line {
	plane := start{Form: s, from: from, middle: (a.Y + b.Y) / 2}
	p, q := plane.locate(a), plane.locate(b)
	n := max(int(math.Ceil(p.To(q)/grain)), 2)
	out := make(Line, n+1)
	for i := range out {
		out[i] = plane.placed(p.Toward(q, float64(i)/float64(n)))
	}
	out[0], out[n] = a, b
	return out
}

// Shortest is the shortest line down the form from one point of it to another: a seam along it is
// cut straight, as far as the pieces can be laid flat. It falls evenly from end to end and bends
// forward or back by half a wave, a whole one and one and a half.
func (s *Form) Shortest(a, b r3.Vec) Line {
	const parts, bendings, most = 18, 3, 30.0
	rows := make([]row, parts+1)
	for i := range rows {
		rows[i] = s.at(a.Z + (b.Z-a.Z)*float64(i)/parts)
	}
	var by [bendings]float64
	line := func() Line {
		out := Line{a}
		for i := 1; i < parts; i++ {
			k := float64(i) / parts
			y := a.Y + (b.Y-a.Y)*k
			for n, by := range by {
				y += by * math.Sin(float64(n+1)*math.Pi*k)
			}
			x, _ := rows[i].along(rows[i].to(y))
			out = append(out, r3.Vec{X: x, Y: y, Z: rows[i].z})
		}
		return append(out, b)
	}
	for range 2 { // each bending depends a little on the others
		for n := range by {
			by[n] = least(-most, most, func(v float64) float64 {
				by[n] = v
				return line().Length()
			})
		}
	}
	return line()
}

// least is where a function that falls and then rises is least, to 0.05, by golden sections.
func least(low, high float64, f func(float64) float64) float64 {
	const part = 0.6180339887498949
	a, b := high-(high-low)*part, low+(high-low)*part
	fa, fb := f(a), f(b)
	for high-low > 0.05 {
		if fa < fb {
			high, b, fb = b, a, fa
			a = high - (high-low)*part
			fa = f(a)
		} else {
			low, a, fa = a, b, fb
			b = low + (high-low)*part
			fb = f(b)
		}
	}
	return (low + high) / 2
}

// Below is the point that lies a way down from another, its distance round from a datum a part
// of the other's.
func (s *Form) Below(p r3.Vec, down, share float64, from Datum) r3.Vec {
	plane := start{Form: s, from: from, middle: p.Y}
	q := plane.locate(p)
	q.X *= share
	q.Y -= down
	return plane.placed(q)
}

// At is the point of the form at a height and a distance to the left, in front or behind.
func (s *Form) At(z, x float64, side figure.Facing) r3.Vec {
	c := s.column.Halfway(z)
	return r3.Vec{X: x, Y: c.Y(x, side), Z: z}
}

// Bow is a curve from one point of the form up to another: it leaves the first upright, and
// comes to the second from the side of the datum. rise and reach are how far up, and how far
// round, its two handles reach, as parts of the way.
func (s *Form) Bow(a, b r3.Vec, from Datum, rise, reach float64) Line {
	flat := start{Form: s, from: from, middle: (a.Y + b.Y) / 2}
	p, q := flat.locate(a), flat.locate(b)
	d := q.Sub(p)
	curve := plane.Cubic(p, p.Add(plane.Pt(0, d.Y*rise)), q.Sub(plane.Pt(d.X*reach, d.Y*0.12)), q)
	n := max(int(math.Ceil(plane.Length(curve)/grain)), 2)
	out := make(Line, n+1)
	for i := range out {
		at, _ := plane.Along(curve, plane.Length(curve)*float64(i)/float64(n))
		out[i] = flat.placed(at)
	}
	out[0], out[n] = a, b
	return out
}
