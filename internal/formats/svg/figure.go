package svg

import (
	"ardentgusset/core/ensemble/worn"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/plane"
)

// Stand draws a figure on a dressmaker's stand, front and side, true to its
// own proportions, with every measurement where it is taken.
type Stand struct {
	Bare    figure.Figure
	Worn    *Worn         // what it wears; nil for the measuring page, and while that is still to be drawn
	After   figure.Figure // the figure in all of it, where Dressed
	Dressed bool
	Unit    measure.Unit
	Marks   bool    // the measurements are drawn
	Across  float64 // how wide it will be shown, CSS pixels; 0 for 440
}

// standDot is how fine what a stand wears is drawn, mm.
const standDot = 5.0

// form is the outline of a stand on one side of its axis at bearing deg, from below the hip up
// to the neck; y is the drop.
func form(f figure.Figure, deg float64) []plane.Point {
	end := f.Drop(figure.Hip) + 130
	chest := -f.Torso().Armpit
	out := []plane.Point{plane.Pt(f.At(end).Reach(deg), end)}
	rings := f.Rings()
	for i := len(rings) - 1; i >= 0; i-- {
		r := rings[i]
		step := 20.0
		if r.Drop < chest { // the shoulder turns within a few centimetres
			step = 8
		}
		if r.Drop < out[len(out)-1].Y-step || i == 0 {
			out = append(out, plane.Pt(r.Section.Reach(deg), r.Drop))
		}
	}
	return out
}

// Draw draws it.
func (s Stand) Draw() string {
	f := s.Bare
	floor := f.Length("waist_to_floor_side")
	top := f.Rings()[0].Drop
	half := 300.0
	if s.Marks { // room for the arms and for the lengths beside them
		half = 412
		top = min(top, floor-f.Length("height")+10)
	}
	if s.Worn != nil {
		half = max(half, s.Worn.Figure.Reach()+40)
	}
	gap := 40.0
	width, height := 4*half+gap, floor-top+130
	if s.Across == 0 {
		s.Across = 440
	}
	unit := max(width/s.Across, height/(s.Across*1.35))
	height = floor - top + 34 + 46*unit // room for the name of the view
	var d drawing
	d.put(`<svg xmlns="http://www.w3.org/2000/svg" class="stand" role="img" aria-label="The figure, front and side" viewBox="%s %s %s %s">`,
		n(-half), n(top-30), n(width), n(height))
	s.view(&d, "front", 90, 270, 0, unit, floor, half)
	s.view(&d, "from the right side", 0, 180, 2*half+gap, unit, floor, half)
	d.put(`</svg>`)
	return d.String()
}

// view draws one view about x: a is the bearing on its right hand of the
// page, b on its left.
func (s Stand) view(d *drawing, name string, a, b, x, unit, floor, half float64) {
	f := s.Bare
	d.put(`<g transform="translate(%s 0)">`, n(x))
	end := f.Drop(figure.Hip) + 130
	closed := func(f figure.Figure) string {
		right, left := form(f, a), form(f, b)
		for i := range left {
			left[i].X = -left[i].X
		}
		return smooth(right, true) + smooth(plane.Reversed(left), false) + "Z"
	}
	if s.Marks {
		newBody(f).draw(d, name == "front")
	} else { // pole, foot and floor of the stand
		d.put(`<path class="floor" d="M-200 %s L200 %s"/><path class="pole" d="M-9 %s L-9 %s M9 %s L9 %s M-9 %s L-120 %s M9 %s L120 %s"/>`,
			n(floor), n(floor), n(end), n(floor-46), n(end), n(floor-46), n(floor-60), n(floor), n(floor-60), n(floor))
		d.put(`<path class="form" d="%s"/>`, closed(f))
	}
	last := f
	if s.Dressed {
		last = s.After
	}
	if s.Worn != nil {
		w := *s.Worn
		w.View = worn.View{Dot: standDot}
		if name != "front" {
			w.View.Yaw = 270
		}
		w.inner(d, w.Figure.From(w.View, len(w.Figure.Layers)))
		d.put(`<path class="form-bare" d="%s"/>`, closed(f))
	}
	for _, l := range figure.Levels() {
		drop := last.Drop(l)
		sec := last.At(drop)
		r, le := sec.Reach(a), sec.Reach(b)
		dip := (r + le) * 0.06
		if name == "front" {
			d.put(`<path class="level" data-measure="%s_girth" d="M%s %s Q0 %s %s %s"><title>%s</title></path>`, l, n(-le), n(drop),
				n(drop+2*dip), n(r), n(drop), esc(l.Label()))
			girth := measure.Length(f.GirthAt(l)).Body(s.Unit)
			if s.Dressed {
				girth = measure.Length(last.GirthAt(l)).Body(s.Unit)
			}
			out := max(f.Length("across_back")/2+16, max(r, 120)) + 12*unit
			if s.Marks { // clear of the arm
				_, _, wrist := newBody(f).arm()
				out = wrist.X + 26
			}
			if s.Marks || s.Dressed {
				d.put(`<text class="level-name" data-measure="%s_girth" x="%s" y="%s" font-size="%s"><tspan class="what">%s</tspan> <tspan class="num">%s</tspan></text>`,
					l, n(out), n(drop+4*unit), n(12.5*unit), esc(l.Label()), esc(girth))
			}
		} else {
			d.put(`<path class="level" data-measure="%s_girth" d="M%s %s L%s %s"/>`, l, n(-le), n(drop), n(r), n(drop))
		}
	}
	if s.Marks {
		s.lengths(d, name, unit, floor, half)
		newBody(f).marks(d, name == "front", unit)
	}
	d.put(`<text class="view" x="0" y="%s" font-size="%s">%s</text></g>`, n(floor+34*unit), n(13*unit), esc(name))
}

// lengths draws the upright measurements beside the form.
func (s Stand) lengths(d *drawing, view string, unit, floor, half float64) {
	f := s.Bare
	line := func(key, label string, x, from, to float64) {
		t := 5 * unit
		d.put(`<g class="span" data-measure="%s"><path d="M%s %s L%s %s M%s %s L%s %s M%s %s L%s %s"/><text transform="translate(%s %s) rotate(-90)" font-size="%s">%s</text></g>`,
			key,
			n(x), n(from), n(x), n(to), n(x-t), n(from), n(x+t), n(from), n(x-t), n(to), n(x+t), n(to), n(x-4*unit), n((from+to)/2),
			n(11*unit), esc(label))
	}
	shoulder := -f.Length("back_waist_length")
	_, _, wrist := newBody(f).arm()
	left := -(wrist.X + 16*unit)
	if view == "front" {
		line("waist_to_underbust", "", -21*unit, f.Drop(figure.Underbust), 0)
		line("waist_to_bust", "to bust", left, f.Drop(figure.Bust), 0)
		line("front_length", "", -10*unit, shoulder-20, 0)
		line("waist_to_high_hip", "", -21*unit, 0, f.Drop(figure.HighHip))
		line("waist_to_hip", "to hip", left, 0, f.Drop(figure.Hip))
		line("waist_to_knee", "to knee", -12*unit, 0, f.Drop(figure.Knee))
		line("waist_to_floor_front", "front to floor", 17*unit, 0, floor)
		d.put(`<path class="span" data-measure="across_back" d="M%s %s L%s %s"/>`, n(-f.Length("across_back")/2),
			n((shoulder+f.Drop(figure.Bust))/2), n(f.Length("across_back")/2), n((shoulder+f.Drop(figure.Bust))/2))
		return
	}
	back := -(f.At(f.Drop(figure.Hip)).Reach(180) + 30*unit)
	line("back_waist_length", "back", back, shoulder-20, 0)
	line("waist_to_floor_back", "back to floor", back, 0, floor)
	line("waist_to_floor_side", "to floor", 26*unit, 0, floor)
	line("height", "height", half-14*unit, floor-f.Length("height"), floor)
}
