package svg

import (
	"math"
	"slices"

	"ardentgusset/core/draft"
	"ardentgusset/core/measure"
)

// Waists draws two waist seam lines over each other from the centre front to the centre back, each
// as long as it is sewn, with the seams and darts that come to them. above and below are their
// garments' names.
func Waists(above, below string, upper, lower draft.Waist, unit measure.Unit) string {
	const left, wide, deep, apart = 10.0, 700.0, 34.0, 44.0
	most := max(upper.Half(), lower.Half())
	if most <= 0 {
		return ""
	}
	k := wide / most
	var d drawing
	d.put(`<svg xmlns="http://www.w3.org/2000/svg" class="waists" role="img" `+
		`aria-label="%s and %s along the waist, from the centre front to the centre back" viewBox="0 0 %s %s">`,
		esc(above), esc(below), n(wide+2*left), n(2*deep+apart+58))
	row := func(name string, w draft.Waist, y float64, up bool) {
		label := y + deep + 17
		if up {
			label = y - 7
		}
		d.put(`<text class="name" x="%s" y="%s">%s, %s on the half</text>`, n(left), n(label), esc(name), esc(measure.Length(w.Half()).In(unit)))
		at := left
		for _, r := range w.Runs {
			d.put(`<rect x="%s" y="%s" width="%s" height="%s"/>`, n(at), n(y), n(r.Long*k), n(deep))
			if middle, room := widest(r); room*k > 58 {
				d.put(`<text x="%s" y="%s">%s</text><text class="num" x="%s" y="%s">%s</text>`, n(at+middle*k), n(y+14), esc(r.Name),
					n(at+middle*k), n(y+28), esc(measure.Length(r.Long).In(unit)))
			}
			for _, dart := range r.Darts {
				x, tip := at+dart*k, y+3
				foot := y + deep
				if !up { // a skirt's darts point down from its waist
					tip, foot = y+deep-3, y
				}
				d.put(`<path class="dart" d="M%s %sL%s %sL%s %sZ"/>`, n(x-4), n(foot), n(x), n(tip), n(x+4), n(foot))
			}
			at += r.Long * k
		}
	}
	const top = 22.0
	row(above, upper, top, true)
	row(below, lower, top+deep+apart, false)
	// Where a seam above comes near one below they are joined by a line.
	at := 0.0
	for _, r := range upper.Runs[:len(upper.Runs)-1] {
		at += r.Long
		best, run := math.Inf(1), 0.0
		for _, q := range lower.Runs[:len(lower.Runs)-1] {
			if run += q.Long; math.Abs(run-at) < math.Abs(best-at) {
				best = run
			}
		}
		if math.Abs(best-at) < most/8 {
			d.put(`<path class="meets" d="M%s %sL%s %s"/><text class="off" x="%s" y="%s">%s</text>`, n(left+at*k), n(top+deep), n(left+best*k),
				n(top+deep+apart), n(left+max(at, best)*k+8), n(top+deep+apart/2+4), esc(measure.Length(math.Abs(best-at)).Fine(unit)))
		}
	}
	d.put(`</svg>`)
	return d.String()
}

// widest is the middle of the longest stretch of a run without a dart, and how long it is.
func widest(r draft.WaistRun) (middle, room float64) {
	from := 0.0
	for _, to := range append(slices.Clone(r.Darts), r.Long) {
		if to-from > room {
			middle, room = (from+to)/2, to-from
		}
		from = to
	}
	return middle, room
}
