package svg

import (
	"math"
	"strconv"
	"strings"

	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/plane"
)

// Stand draws a figure on a dressmaker's stand, front and side, true to its
// own proportions, with every measurement where it is taken.
type Stand struct {
	Bare   figure.Figure
	Worn   []Dressed // from the skin out; none for the measuring page
	Unit   measure.Unit
	Marks  bool    // the measurements are drawn
	Across float64 // how wide it will be shown, CSS pixels; 0 for 440
	// FrontOnly leaves out the side view, the levels and all lettering.
	FrontOnly bool
}

// Dressed is a layer as it is worn.
type Dressed struct {
	ID      string
	Colour  string
	After   figure.Figure
	Surface []figure.Ring // of the garment, from its upper to its lower edge
}

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
	for _, w := range s.Worn {
		for _, r := range w.Surface {
			for _, deg := range []float64{0, 90, 180} {
				half = max(half, r.Section.Reach(deg)+40)
			}
		}
	}
	gap := 40.0
	width, height := 4*half+gap, floor-top+130
	if s.FrontOnly {
		width, height = 2*half, floor-top+40
	}
	if s.Across == 0 {
		s.Across = 440
	}
	unit := max(width/s.Across, height/(s.Across*1.35))
	if !s.FrontOnly {
		height = floor - top + 34 + 46*unit // room for the name of the view
	}
	var d drawing
	d.put(`<svg xmlns="http://www.w3.org/2000/svg" class="stand" role="img" aria-label="The figure, front and side" viewBox="%s %s %s %s">`, n(-half), n(top-30), n(width), n(height))
	s.view(&d, "front", 90, 270, 0, unit, floor, half)
	if s.FrontOnly {
		d.put(`</svg>`)
		return d.String()
	}
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
		return s.outline(right, left)
	}
	if s.Marks {
		newBody(f).draw(d, name == "front")
	} else { // pole, foot and floor of the stand
		d.put(`<path class="floor" d="M-200 %s L200 %s"/><path class="pole" d="M-9 %s L-9 %s M9 %s L9 %s M-9 %s L-120 %s M9 %s L120 %s"/>`, n(floor), n(floor), n(end), n(floor-46), n(end), n(floor-46), n(floor-60), n(floor), n(floor-60), n(floor))
		d.put(`<path class="form" d="%s"/>`, closed(f))
	}
	last := f
	for i, w := range s.Worn {
		last = w.After
		s.garment(d, i, a, b)
	}
	if len(s.Worn) > 0 {
		d.put(`<path class="form-bare" d="%s"/>`, closed(f))
	}
	if s.FrontOnly {
		d.put(`</g>`)
		return
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
			if len(s.Worn) > 0 {
				girth = measure.Length(last.GirthAt(l)).Body(s.Unit)
			}
			out := max(f.Length("across_back")/2+16, max(r, 120)) + 12*unit
			if s.Marks { // clear of the arm
				_, _, wrist := newBody(f).arm()
				out = wrist.X + 26
			}
			if s.Marks || len(s.Worn) > 0 {
				d.put(`<text class="level-name" data-measure="%s_girth" x="%s" y="%s" font-size="%s"><tspan class="what">%s</tspan> <tspan class="num">%s</tspan></text>`, l, n(out), n(drop+4*unit), n(12.5*unit), esc(l.Label()), esc(girth))
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

// outline is the path down one side and up the other. A small drawing needs no
// curves: nothing is left out that shows at its size.
func (s Stand) outline(right, left []plane.Point) string {
	if !s.FrontOnly {
		return smooth(right, true) + smooth(plane.Reversed(left), false) + "Z"
	}
	line := plane.Thinned(append(plane.Thinned(right, 2), plane.Thinned(plane.Reversed(left), 2)...), 1)
	var b strings.Builder
	for i, p := range line {
		b.WriteByte("ML"[min(i, 1)])
		b.WriteString(strconv.Itoa(int(math.Round(p.X))) + " " + strconv.Itoa(int(math.Round(p.Y))))
	}
	return b.String() + "Z"
}

// span is where a layer begins and ends.
func (w Dressed) span() (top, bottom float64) {
	if len(w.Surface) == 0 {
		return 0, 0
	}
	return w.Surface[0].Drop, w.Surface[len(w.Surface)-1].Drop
}

// reach is how far a layer stands from the axis at a drop and a bearing.
func (w Dressed) reach(drop, deg float64) float64 {
	for i := 1; i < len(w.Surface); i++ {
		if a, b := w.Surface[i-1], w.Surface[i]; drop <= b.Drop {
			k := max((drop-a.Drop)/max(b.Drop-a.Drop, 1e-6), 0)
			return a.Section.Reach(deg)*(1-k) + b.Section.Reach(deg)*k
		}
	}
	return w.Surface[len(w.Surface)-1].Section.Reach(deg)
}

// garment draws a layer's outline in one view. What is worn over it holds it
// in.
func (s Stand) garment(d *drawing, i int, a, b float64) {
	w := s.Worn[i]
	if len(w.Surface) < 2 {
		return
	}
	held := func(drop, deg float64) float64 {
		r := w.reach(drop, deg)
		for _, o := range s.Worn[i+1:] {
			if top, bottom := o.span(); bottom > top && drop >= top-30 && drop <= bottom {
				r = min(r, o.reach(drop, deg))
			}
		}
		return r
	}
	top, bottom := w.span()
	var right, left []plane.Point
	step := 14.0
	if s.FrontOnly {
		step = 30
	}
	steps := int(max(6, math.Ceil((bottom-top)/step)))
	for k := range steps + 1 {
		drop := top + (bottom-top)*float64(k)/float64(steps)
		right = append(right, plane.Pt(held(drop, a), drop))
		left = append(left, plane.Pt(-held(drop, b), drop))
	}
	d.put(`<path class="garment dye-%s" data-layer="%s" d="%s"/>`, esc(w.Colour), esc(w.ID), s.outline(right, left))
}

// lengths draws the upright measurements beside the form.
func (s Stand) lengths(d *drawing, view string, unit, floor, half float64) {
	f := s.Bare
	line := func(key, label string, x, from, to float64) {
		t := 5 * unit
		d.put(`<g class="span" data-measure="%s"><path d="M%s %s L%s %s M%s %s L%s %s M%s %s L%s %s"/><text transform="translate(%s %s) rotate(-90)" font-size="%s">%s</text></g>`, key,
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
