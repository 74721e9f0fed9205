package svg

import (
	"math"

	"ardentgusset/core/bone"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/plane"
)

// Hoops draws the steels of a support twice: from the side over the figure
// they are worn on, with what to cut each to, and from above one within the
// other. True to scale.
func Hoops(on figure.Figure, hoops []bone.Hoop, unit measure.Unit) string {
	if len(hoops) == 0 {
		return ""
	}
	floor := on.Length("waist_to_floor_side")
	lowest := 0.0
	for _, h := range hoops {
		lowest = max(lowest, h.Drop)
	}
	foot := min(lowest+110, floor) // what hangs lower is only air
	var box plane.Box
	for i, h := range hoops {
		lines := [][]plane.Point{h.Shape}
		if h.Count > 1 {
			lines = append(lines, plane.Mirrored(h.Shape, 0))
		}
		b := plane.BoxOf(lines...)
		if i == 0 {
			box = b
		}
		box = plane.BoxOf([]plane.Point{box.Min, box.Max, b.Min, b.Max})
	}
	seat := on.At(on.Drop(figure.Hip))
	// Sideways the figure looks to the right; two alike are seen from the front.
	paired := hoops[0].Count > 1
	across := func(p plane.Point) float64 {
		if paired {
			return p.X
		}
		return -p.Y
	}
	left, right := -seat.Reach(180), seat.Reach(0)
	if paired {
		left, right = -seat.Reach(270), seat.Reach(90)
	}
	for _, x := range []float64{across(box.Min), across(box.Max)} {
		left, right = min(left, x), max(right, x)
	}
	px := max((right-left+box.Width()+230)/700, (foot+180)/430)
	label := 150 * px
	top := -150.0
	width := right - left + label + box.Width() + 70*px
	var d drawing
	d.put(`<svg xmlns="http://www.w3.org/2000/svg" class="hoops" role="img" aria-label="The steels from the side and from above" viewBox="%s %s %s %s">`, n(left-20*px), n(top), n(width+20*px), n(max(foot, label/4)-top+36*px))
	var before, behind []plane.Point
	for drop := -110.0; drop <= min(foot, on.Drop(figure.Knee)+40); drop += 20 {
		s := on.At(drop)
		f, b := s.Reach(0), s.Reach(180)
		if paired {
			f, b = s.Reach(90), s.Reach(270)
		}
		before, behind = append(before, plane.Pt(f, drop)), append(behind, plane.Pt(-b, drop))
	}
	d.put(`<path class="form-bare" d="%s%s"/><path class="level" d="M%s 0H%s"/>`, smooth(before, true), smooth(behind, true),
		n(behind[5].X), n(before[5].X))
	if foot == floor {
		d.put(`<path class="floor" d="M%s %sH%s"/>`, n(left-10*px), n(floor), n(right+10*px))
	}
	var tapeBack, tapeFront []plane.Point
	names := 0.0
	for _, h := range hoops {
		lines := [][]plane.Point{h.Shape}
		if h.Count > 1 {
			lines = append(lines, plane.Mirrored(h.Shape, 0))
		}
		for i, line := range lines {
			lo, hi := math.Inf(1), math.Inf(-1)
			for _, p := range line {
				lo, hi = min(lo, across(p)), max(hi, across(p))
			}
			// Seen almost level, a steel is a flat bow.
			sag := min((hi-lo)*0.05, 22)
			d.put(`<path class="steel" d="M%s %sQ%s %s %s %s"/>`, n(lo), n(h.Drop), n((lo+hi)/2), n(h.Drop+2*sag), n(hi), n(h.Drop))
			if i == 0 {
				tapeBack, tapeFront = append(tapeBack, plane.Pt(lo, h.Drop)), append(tapeFront, plane.Pt(hi, h.Drop))
			}
		}
		names = max(h.Drop+4*px, names+15*px) // labels keep clear of each other
		d.put(`<path class="lead" d="M%s %sL%s %s"/><text class="num start" x="%s" y="%s" font-size="%s">%s</text><text class="what start" x="%s" y="%s" font-size="%s">%s down</text>`,
			n(right+4*px), n(h.Drop), n(right+16*px), n(names-4*px), n(right+20*px), n(names), n(13*px),
			esc(measure.Length(h.Cut()).In(unit)), n(right+80*px), n(names), n(11*px), esc(measure.Length(h.Drop).In(unit)))
	}
	waist := plane.Pt(-on.At(0).Reach(180), 0)
	if paired {
		waist = plane.Pt(on.At(0).Reach(90)*0.55, 0)
	}
	d.put(`<path class="tape-line" d="%s"/>`, smooth(append([]plane.Point{waist}, tapeBack...), true))
	if hoops[0].Count == 1 {
		d.put(`<path class="tape-line" d="%s"/>`, smooth(append([]plane.Point{plane.Pt(on.At(0).Reach(0), 0)}, tapeFront...), true))
	}
	hoopsAbove(&d, on, hoops, box, right+label+box.Width()/2, top+30*px+box.Max.Y, px)
	return d.String()
}

// hoopsAbove draws the steels from above about a place, front down, the lowest outermost.
func hoopsAbove(d *drawing, on figure.Figure, hoops []bone.Hoop, box plane.Box, cx, cy, px float64) {
	d.put(`<g transform="translate(%s %s)">`, n(cx-box.Centre().X), n(cy))
	for _, h := range hoops {
		d.put(`<path class="steel" d="%s"/>`, path(h.Shape, false))
		if h.Count > 1 {
			d.put(`<path class="steel" d="%s"/>`, path(plane.Mirrored(h.Shape, 0), false))
		}
	}
	d.put(`<path class="form-bare" d="%s"/>`, path(on.At(0).Outline(), true))
	d.put(`<text class="what" x="0" y="4" font-size="%s">waist</text>`, n(10*px))
	d.put(`<text class="what" x="%s" y="%s" font-size="%s">from above, the back away from you</text></g></svg>`, n(box.Centre().X),
		n(max(-box.Min.Y, on.At(0).Reach(0))+18*px), n(11*px))
}
