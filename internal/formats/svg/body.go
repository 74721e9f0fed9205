package svg

import (
	"math"

	"ardentgusset/core/figure"
	"ardentgusset/core/plane"
)

// body is the whole body drawn for measuring, from its own numbers where there
// are any; head, hands and feet only complete it. y runs down from the waist,
// x to the wearer's left; all mm.
type body struct {
	f                               figure.Figure
	crown, neckPoint, shoulder      float64 // drops
	crotch, knee, calf, ankle, sole float64
	neck, half                      float64 // radius of the neck, half the shoulders' breadth
}

func newBody(f figure.Figure) body {
	nape := -f.Length("back_waist_length")
	b := body{f: f, shoulder: nape + 58, neckPoint: nape + 6, neck: f.Length("neck_girth") / (2 * math.Pi),
		half: f.Length("across_back")/2 + 14, sole: f.Length("waist_to_floor_side")}
	height := f.Length("height")
	b.crown = min(b.sole-height, nape-160)
	b.crotch = max(b.sole-0.462*height, f.Drop(figure.Hip)+55)
	b.knee = max(f.Drop(figure.Knee), b.crotch+120)
	b.calf, b.ankle = b.knee+(b.sole-b.knee)*0.3, b.sole-75
	return b
}

func (b body) radius(key string) float64 { return b.f.Length(key) / (2 * math.Pi) }

// arm is the middle of the left arm from the shoulder to the wrist, hanging a
// little away from the body.
func (b body) arm() (shoulder, elbow, wrist plane.Point) {
	long := b.f.Length("arm_length")
	shoulder = plane.Pt(b.half-6, b.shoulder+22)
	down := plane.Pt(0.3, 1).Unit()
	elbow = shoulder.Add(down.Times(long * 0.54))
	wrist = elbow.Add(plane.Pt(0.12, 1).Unit().Times(long * 0.46))
	return shoulder, elbow, wrist
}

// leg is the middle of the left leg at a drop, seen from the front.
func (b body) leg(drop float64) float64 {
	top, foot := b.radius("thigh_girth")+4, 62.0
	k := min(max((drop-b.crotch)/(b.ankle-b.crotch), 0), 1)
	return top + (foot-top)*k
}

// legRadii are the half widths of a leg from the crotch down.
func (b body) legRadii() []plane.Point {
	return []plane.Point{{X: b.radius("thigh_girth"), Y: b.crotch + 18}, {X: b.radius("thigh_girth")*0.84 + b.radius("knee_girth")*0.1,
		Y: (b.crotch + b.knee) / 2}, {X: b.radius("knee_girth"), Y: b.knee},
		{X: b.radius("calf_girth"), Y: b.calf + 20}, {X: b.radius("ankle_girth") * 1.25, Y: b.calf +
			(b.ankle-b.calf)*0.62}, {X: b.radius("ankle_girth"), Y: b.ankle}}
}

func flip(line []plane.Point) []plane.Point {
	out := make([]plane.Point, len(line))
	for i, p := range line {
		out[i] = plane.Pt(-p.X, p.Y)
	}
	return out
}

// draw draws the body from the front, or from its left side.
func (b body) draw(d *drawing, front bool) {
	headHigh := (b.sole - b.crown) / 8
	chin := b.crown + headHigh
	if !front {
		b.side(d, chin, headHigh)
		return
	}
	s, e, w := b.arm()
	ra, re, rw := b.radius("upper_arm_girth"), b.radius("upper_arm_girth")*0.8, b.radius("wrist_girth")
	across := e.Sub(s).Unit().Left() // towards the body
	fore := w.Sub(e).Unit().Left()
	on := plane.Pt(0.06, 1).Unit()
	arm := []plane.Point{s.Add(plane.Pt(-18, -18)), s.Add(across.Times(-ra * 0.95)).Add(plane.Pt(-2, 12)),
		s.Toward(e, 0.45).Add(across.Times(-ra)), e.Add(fore.Times(-re)), e.Toward(w,
			0.4).Add(fore.Times(-re * 0.98)), w.Add(fore.Times(-rw)),
		w.Add(fore.Times(-rw * 1.3)).Add(on.Times(52)), w.Add(on.Times(150)).Add(plane.Pt(2,
			0)), w.Add(fore.Times(rw * 1.15)).Add(on.Times(70)), w.Add(fore.Times(rw)), e.Toward(w, 0.4).Add(fore.Times(re * 0.95)),
		e.Add(fore.Times(re)), s.Toward(e, 0.5).Add(across.Times(ra)), s.Add(across.Times(ra)).Add(plane.Pt(0, 60))}
	d.put(`<path class="form" d="%s"/><path class="form" d="%s"/>`, smooth(arm, true), smooth(flip(arm), true))
	// One line round: neck, shoulder, side, outside of the leg, foot, inside.
	hip := b.f.Drop(figure.Hip)
	right := []plane.Point{{X: b.neck * 0.9, Y: chin - 18}, {X: b.neck * 0.92, Y: b.neckPoint - 12},
		{X: b.neck * 1.3, Y: b.neckPoint + 14}, {X: b.half * 0.78, Y: b.shoulder - 12}, {X: b.half, Y: b.shoulder + 14}, {X: b.half - 8,
			Y: b.shoulder + 70}, {X: b.half - 12, Y: b.shoulder + 112}}
	top, _ := b.f.Span()
	for drop := max(top+20, b.shoulder+140); drop < hip+6; drop += 22 {
		right = append(right, plane.Pt(b.f.At(drop).Breadth()/2, drop))
	}
	var inner []plane.Point
	for i, r := range b.legRadii() {
		out := b.leg(r.Y) + r.X
		if i == 0 {
			out = max(out, b.f.At(hip).Breadth()/2*0.985)
		}
		right = append(right, plane.Pt(out, r.Y))
		inner = append(inner, plane.Pt(max(b.leg(r.Y)-r.X, 3), r.Y))
	}
	foot := b.leg(b.ankle)
	right = append(right, plane.Pt(foot+46, b.sole-18), plane.Pt(foot+40, b.sole), plane.Pt(foot-18, b.sole), plane.Pt(foot-26, b.sole-22))
	right = append(right, plane.Reversed(inner)...)
	right = append(right, plane.Pt(0, b.crotch))
	d.put(`<path class="form" d="%s%sZ"/>`, smooth(right, true), smooth(plane.Reversed(flip(right)), false))
	d.put(`<ellipse class="form" cx="0" cy="%s" rx="%s" ry="%s"/>`, n(b.crown+headHigh*0.5), n(headHigh*0.36), n(headHigh*0.5))
	x, y := b.f.Length("bust_separation")/2, b.f.Drop(figure.Bust)
	d.put(`<path class="crease" d="M%s %s q12 26 34 20 M%s %s q-12 26 -34 20"/>`, n(x-18), n(y+14), n(18-x), n(y+14))
}

// side draws the body from its left side: front to the right.
func (b body) side(d *drawing, chin, headHigh float64) {
	top, _ := b.f.Span()
	hip := b.f.Drop(figure.Hip)
	front := []plane.Point{{X: b.neck * 0.86, Y: chin - 4}, {X: b.neck * 0.8, Y: b.neckPoint + 8}, {X: b.neck*0.9 + 14, Y: b.shoulder + 6}}
	back := []plane.Point{{X: -b.neck * 0.72, Y: chin - 40}, {X: -b.neck * 0.9, Y: b.neckPoint - 8},
		{X: -b.f.At(top).Reach(180) * 0.86, Y: b.shoulder + 24}}
	for drop := max(top, b.shoulder+90); drop < hip+8; drop += 22 {
		front = append(front, plane.Pt(b.f.At(drop).Reach(0), drop))
		back = append(back, plane.Pt(-b.f.At(drop).Reach(180), drop))
	}
	for i, r := range b.legRadii() {
		lean := []float64{0.06, 0.14, 0.15, -0.3, 0, 0.1}[i] // of its half width, to the front
		front = append(front, plane.Pt(r.X*(1.06+lean), r.Y))
		back = append(back, plane.Pt(-r.X*(1.1-lean), r.Y))
	}
	front = append(front, plane.Pt(64, b.sole-34), plane.Pt(150, b.sole-12), plane.Pt(150, b.sole), plane.Pt(60, b.sole))
	back = append(back, plane.Pt(-46, b.sole-26), plane.Pt(-40, b.sole))
	d.put(`<path class="form" d="%s%sZ"/>`, smooth(front, true), smooth(plane.Reversed(back), false))
	face := plane.Pt(headHigh*0.06, b.crown+headHigh*0.5)
	d.put(`<ellipse class="form" cx="%s" cy="%s" rx="%s" ry="%s" transform="rotate(-12 %s %s)"/>`, n(face.X), n(face.Y),
		n(headHigh*0.42), n(headHigh*0.5), n(face.X), n(face.Y))
	d.put(`<path class="form" d="M%s %s l12 20 l-10 6"/>`, n(face.X+headHigh*0.4), n(face.Y-6))
}

// marks draws the measurements of neck, arms and legs where they are taken.
func (b body) marks(d *drawing, front bool, unit float64) {
	line := func(key string, pts ...plane.Point) {
		d.put(`<path class="span" data-measure="%s" d="%s"/>`, key, path(up(pts), false))
	}
	ring := func(key string, c, along plane.Point, r float64) {
		a := along.Unit().Left().Times(r)
		sag := along.Unit().Times(r * 0.35)
		p, q := c.Add(a), c.Sub(a)
		d.put(`<path class="span" data-measure="%s" d="M%s %s Q%s %s %s %s"/>`, key, n(p.X), n(p.Y), n(c.X+2*sag.X), n(c.Y+2*sag.Y),
			n(q.X), n(q.Y))
	}
	if !front {
		waistF, waistB := plane.Pt(b.f.At(0).Reach(0), 0), plane.Pt(-b.f.At(0).Reach(180), 0)
		hip := b.f.Drop(figure.Hip)
		d.put(`<path class="span" data-measure="crotch_length" d="%s"/>`,
			smooth([]plane.Point{waistF, {X: b.f.At(hip).Reach(0) + 4, Y: hip * 0.8}, {X: 4, Y: b.crotch + 6},
				{X: -b.f.At(hip).Reach(180) - 4, Y: hip * 0.85}, waistB}, true))
		for _, l := range []figure.Level{figure.Bust, figure.Waist, figure.Hip} {
			s := b.f.At(b.f.Drop(l))
			y := b.f.Drop(l) + 7*unit
			line(string(l)+"_depth", plane.Pt(s.Reach(0), y), plane.Pt(-s.Reach(180), y))
		}
		return
	}
	s, e, w := b.arm()
	down := e.Sub(s)
	ring("neck_girth", plane.Pt(0, b.neckPoint+4), plane.Pt(0, 1), b.neck)
	ring("upper_arm_girth", s.Add(down.Times(0.42)), down, b.radius("upper_arm_girth"))
	ring("wrist_girth", w, w.Sub(e), b.radius("wrist_girth"))
	line("arm_length", s, e, w)
	line("shoulder_length", plane.Pt(b.neck*1.2, b.neckPoint+10), plane.Pt(b.half-4, b.shoulder+6))
	point := plane.Pt(b.f.Length("bust_separation")/2, b.f.Drop(figure.Bust))
	line("neck_to_bust_point", plane.Pt(-b.neck*1.2, b.neckPoint+10), plane.Pt(-point.X, point.Y))
	line("bust_separation", point, plane.Pt(-point.X, point.Y))
	for _, m := range []struct {
		key  string
		drop float64
	}{{"thigh_girth", b.crotch + 22}, {"knee_girth", b.knee}, {"calf_girth", b.calf + 20}, {"ankle_girth", b.ankle}} {
		ring(m.key, plane.Pt(b.leg(m.drop), m.drop), plane.Pt(0, 1), b.radius(m.key))
	}
	for _, l := range []figure.Level{figure.Bust, figure.Waist, figure.Hip} {
		half, y := b.f.At(b.f.Drop(l)).Breadth()/2, b.f.Drop(l)-7*unit
		line(string(l)+"_breadth", plane.Pt(-half, y), plane.Pt(half, y))
	}
}

// up turns points whose y runs down into ones whose y runs up, as path wants.
func up(pts []plane.Point) []plane.Point {
	out := make([]plane.Point, len(pts))
	for i, p := range pts {
		out[i] = plane.Pt(p.X, -p.Y)
	}
	return out
}
