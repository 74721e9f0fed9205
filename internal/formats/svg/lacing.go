package svg

import (
	"math"

	"ardentgusset/core/closure"
	"ardentgusset/core/measure"
	"ardentgusset/core/plane"
)

// strip is how much of the cloth is drawn beside a row of eyelets, mm.
const strip = 34.0

// Laced draws a lacing with its edges a gap apart, seen from outside, true to
// scale: over cloth the lace is drawn whole, under it broken. widest is the
// largest gap of those that will be shown in turn, so that all share a scale.
func Laced(l closure.Lacing, gap, widest float64, unit measure.Unit) string {
	if l.Pairs() == 0 {
		return ""
	}
	across := gap + 2*l.Inset
	low, high := min(l.Left[0], l.Right[0])-22, max(l.Left[len(l.Left)-1], l.Right[len(l.Right)-1])+22
	width := widest + 2*l.Inset + 2*strip + 60
	px := max(width/250, (high-low+60)/430)
	var d drawing
	d.put(`<svg xmlns="http://www.w3.org/2000/svg" class="laced" role="img" aria-label="The lace with the edges %s apart" viewBox="%s %s %s %s">`, esc(measure.Length(gap).In(unit)), n(across/2-width/2), n(-high-34*px), n(width), n(high-low+44*px))
	for _, side := range []struct{ edge, out float64 }{{l.Inset, -strip}, {across - l.Inset, across + strip}} {
		d.put(`<path class="lace-cloth" d="M%s %sH%sV%sH%sZ"/><path class="lace-edge" d="M%s %sV%s"/>`, n(side.out), n(-high),
			n(side.edge), n(-low), n(side.out), n(side.edge), n(-high), n(-low))
	}
	lefts, rights := at(0, l.Left), at(across, l.Right)
	for _, p := range append(lefts, rights...) {
		d.put(`<circle class="lace-eyelet" cx="%s" cy="%s" r="3.4"/>`, n(p.X), n(-p.Y))
	}
	straight := l.Straight()
	for _, way := range l.Path(gap) {
		for i := 1; i < len(way); i++ {
			p, q := way[i-1], way[i]
			if math.Abs(p.X-q.X) < 1e-9 { // straight up beside the waist, drawn out into a loop
				bow := 26.0
				if p.X > 0 {
					bow = -26
				}
				d.put(`<path class="lace" d="M%s %sC%s %s %s %s %s %s"/>`, n(p.X), n(-p.Y), n(p.X-bow), n(-p.Y), n(p.X-bow), n(-q.Y),
					n(p.X), n(-q.Y))
				continue
			}
			// Out of one eyelet, over its own cloth and the gap, under the
			// other cloth and up through the next.
			edge := across - l.Inset
			if q.X < p.X {
				edge = l.Inset
			}
			in := p.Toward(q, (edge-p.X)/(q.X-p.X))
			d.put(`<path class="lace-halo" d="%s"/><path class="lace" d="%s"/><path class="lace-under" d="%s"/>`,
				path([]plane.Point{p, in}, false), path([]plane.Point{p, in}, false), path([]plane.Point{in, q}, false))
		}
		end := way[len(way)-1]
		out := -18.0
		if end.X > 0 {
			out = 18
		}
		if i := len(way) - 1; l.Style == closure.CrissCross && i > 0 {
			d.put(`<path class="lace" d="M%s %sq%s %s %s %s"/>`, n(end.X), n(-end.Y), n(out*0.2), n(-14), n(out), n(-20))
		}
	}
	if l.Style == closure.Spiral { // a knot where it begins, the one tail where it ends
		d.put(`<circle class="lace-knot" cx="0" cy="%s" r="4.6"/>`, n(-l.Left[0]))
		end := rights[len(rights)-1]
		d.put(`<path class="lace" d="M%s %sq3 -14 18 -20"/>`, n(end.X), n(-end.Y))
	}
	size := 12 * px
	d.put(`<path class="span" d="M%s %sH%s"/><text class="num" x="%s" y="%s" font-size="%s">%s</text>`, n(l.Inset), n(-high-7*px),
		n(across-l.Inset), n(across/2), n(-high-14*px), n(size*1.15), esc(measure.Length(gap).In(unit)))
	if straight >= 0 {
		y := (l.Left[straight] + l.Left[straight+1]) / 2
		d.put(`<text class="what" x="%s" y="%s" font-size="%s">waist</text>`, n(-strip-4*px), n(-y+4*px), n(size*0.9))
	}
	d.put(`</svg>`)
	return d.String()
}

func at(x float64, heights []float64) []plane.Point {
	out := make([]plane.Point, len(heights))
	for i, y := range heights {
		out[i] = plane.Pt(x, y)
	}
	return out
}
