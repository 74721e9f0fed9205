package svg

import (
	"math"

	"ardentgusset/core/lay"
	"ardentgusset/core/measure"
	"ardentgusset/core/plane"
)

// Lay draws a lay: the cloth from left to right, its selvedges, and each piece
// with its name and grain.
func Lay(j lay.Job, r lay.Result, names map[string]string, dye string, unit measure.Unit) string {
	w := j.Cloth.Width
	length := math.Max(r.Length, 200)
	shown := length
	if j.Cloth.Length > 0 {
		shown = math.Max(length, j.Cloth.Length)
	}
	px := math.Max(shown/900, w/430) // mm per CSS pixel
	var d drawing
	edge := 34 * px
	d.put(`<svg xmlns="http://www.w3.org/2000/svg" class="lay" role="img" aria-label="The pieces on the cloth" viewBox="%s %s %s %s">`, n(-edge*0.3), n(-w-edge*0.5), n(shown+edge*1.6), n(w+edge*1.7))
	d.put(`<rect class="cloth dye-%s" x="0" y="%s" width="%s" height="%s"/>`, esc(dye), n(-w), n(shown), n(w))
	for _, y := range []float64{-w, -j.Cloth.Selvedge} {
		if j.Cloth.Selvedge > 0 {
			d.put(`<rect class="selvedge" x="0" y="%s" width="%s" height="%s"/>`, n(y), n(shown), n(j.Cloth.Selvedge))
		}
	}
	find := map[string]*lay.Piece{}
	for i := range j.Pieces {
		find[j.Pieces[i].ID] = &j.Pieces[i]
	}
	for _, p := range r.Placements {
		shape := find[p.ID].Shape(p)
		b := plane.BoxOf(shape)
		d.put(`<g class="laid" data-piece="%s"><path class="cut" d="%s"><title>%s</title></path>`, esc(p.ID), path(shape, true), esc(names[p.ID]))
		c := plane.Middle(shape, 0.5)
		name := names[p.ID]
		size := math.Min(12*px, math.Max(b.Width()/(0.62*float64(len([]rune(name)))+1), 0))
		if size > 6.5*px && b.Height() > 16*px {
			d.put(`<text class="name" x="%s" y="%s" font-size="%s">%s</text>`, n(c.X), n(-c.Y+size*0.35), n(size), esc(name))
		}
		// The grain of every piece that lies along the cloth; strips laid
		// across it have none drawn.
		if math.Mod(p.Turn, 180) == 0 && b.Height() > 50*px {
			half := math.Min(b.Width()*0.3, 60*px)
			y := -c.Y - 14*px
			// One way only: a single arrow head, towards the top of the piece.
			if j.Cloth.Nap {
				d.put(`<path class="grain" d="M%s %sh%sm%s %sl%s %sl%s %s"/>`, n(c.X-half), n(y), n(2*half), n(-7*px), n(-5*px), n(7*px), n(5*px), n(-7*px), n(5*px))
			} else {
				d.put(`<path class="grain" d="M%s %sh%sm%s %sl%s %sl%s %sM%s %sl%s %sl%s %s"/>`, n(c.X-half), n(y), n(2*half), n(-5*px), n(-3*px), n(5*px), n(3*px), n(-5*px), n(3*px),
					n(c.X-half+5*px), n(y-3*px), n(-5*px), n(3*px), n(5*px), n(3*px))
			}
		}
		if p.Mirrored {
			d.put(`<text class="small" x="%s" y="%s" font-size="%s">mirrored</text>`, n(c.X), n(-c.Y+12*px+size*0.35), n(9*px))
		}
		d.put(`</g>`)
	}
	// A ruler along the lower selvedge, and the end of what is needed.
	step, label := 100.0, func(k int) string { return measure.Length(float64(k) * 100).Bare(measure.CM) }
	every := 5
	if unit == measure.IN {
		step, every = float64(measure.Yard)/8, 8
		label = func(k int) string { return measure.Length(float64(k) * float64(measure.Yard) / 8).AsBought(measure.IN) }
	}
	for k := 0; float64(k)*step <= shown+1; k++ {
		x := float64(k) * step
		tick := 5 * px
		if k%every == 0 {
			tick = 9 * px
			d.put(`<text class="small" x="%s" y="%s" font-size="%s">%s</text>`, n(x), n(22*px), n(11*px), esc(label(k)))
		}
		d.put(`<path class="tick" d="M%s 0 V%s"/>`, n(x), n(tick))
	}
	d.put(`<path class="needed" d="M%s %s V%s"/><text class="needed-name" x="%s" y="%s" font-size="%s">%s</text>`, n(length), n(-w-8*px), n(10*px), n(length), n(-w-10*px), n(12*px), esc(measure.Length(r.Length).In(unit)))
	d.put(`</svg>`)
	return d.String()
}
