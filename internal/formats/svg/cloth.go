package svg

import (
	"ardentgusset/core/cloth"
	"ardentgusset/core/measure"
	"ardentgusset/core/plane"
)

func pointsOf(line [][2]float64) []plane.Point {
	out := make([]plane.Point, len(line))
	for i, q := range line {
		out[i] = plane.Pt(q[0], q[1])
	}
	return out
}

// putCut draws a piece of cloth with its lower left corner at a place.
func (d *drawing) putCut(f cloth.Fabric, c cloth.Cut, at plane.Point, px float64) {
	w := float64(c.Wide(f))
	outline := []plane.Point{{}, {X: float64(c.Length)}, {X: float64(c.Length), Y: w}, {Y: w}}
	if len(c.Outline) > 2 {
		outline = pointsOf(c.Outline)
	}
	d.put(`<path class="cloth dye-%s" d="%s"/>`, esc(f.Colour), path(plane.Moved(outline, at), true))
	if len(c.Outline) == 0 && c.Width == 0 && f.Selvedge > 0 {
		for _, y := range []float64{float64(f.Selvedge), w - float64(f.Selvedge)} {
			d.put(`<path class="selvedge-line" d="M%s %sH%s"/>`, n(at.X), n(-at.Y-y), n(at.X+float64(c.Length)))
		}
	}
	for _, w := range c.Flaws {
		d.put(`<path class="flaw" d="%s"><title>%s</title></path>`, path(plane.Moved(pointsOf(w.Around), at), true), esc(w.What))
	}
}

// ClothCut draws one piece of cloth large, with its sizes; it is drawn on by
// clicking, so its units are the cloth's own mm.
func ClothCut(f cloth.Fabric, c cloth.Cut, unit measure.Unit) string {
	w, l := float64(c.Wide(f)), float64(c.Length)
	px := max(l/700, w/380)
	var d drawing
	edge := 30 * px
	d.put(`<svg xmlns="http://www.w3.org/2000/svg" class="cloth-cut" role="img" aria-label="A piece of the cloth, %s long" viewBox="%s %s %s %s" data-width="%s" data-length="%s" data-px="%s">`,
		esc(measure.Length(l).In(unit)), n(-edge), n(-w-edge*0.4), n(l+edge*1.5), n(w+edge*1.5), n(w), n(l), n(px))
	d.putCut(f, c, plane.Point{}, px)
	d.put(`<text x="%s" y="%s" font-size="%s">%s</text>`, n(l/2), n(20*px), n(12*px), esc(measure.Length(l).In(unit)))
	d.put(`<text x="%s" y="%s" font-size="%s" transform="rotate(-90 %s %s)">%s</text>`, n(-10*px), n(-w/2), n(12*px), n(-10*px),
		n(-w/2), esc(measure.Length(w).In(unit)))
	d.put(`<path class="grain" d="M%s %sh%sm%s %sl%s %sl%s %s"/><text class="small" x="%s" y="%s" font-size="%s">grain</text></svg>`,
		n(l*0.42), n(-14*px), n(l*0.16), n(-6*px), n(-4*px), n(6*px), n(4*px), n(-6*px), n(4*px), n(l*0.5), n(-19*px), n(10*px))
	return d.String()
}

// Cloths draws all pieces of a cloth in hand side by side, at one scale.
func Cloths(f cloth.Fabric, unit measure.Unit) string {
	cuts := f.Pieces()
	if len(cuts) == 0 { // a bolt still in the shop
		cuts = []cloth.Cut{{Length: f.Width}}
	}
	long, high := 0.0, 0.0
	for _, c := range cuts {
		long += min(float64(c.Length), 6000)
		high = max(high, float64(c.Wide(f)))
	}
	gap := max(long, high) * 0.03
	long += gap * float64(len(cuts)-1)
	// The picture has one shape, whatever lies in it.
	w := max(long, high*2.2)
	h := w / 2.2
	px := w / 260
	var d drawing
	d.put(`<svg xmlns="http://www.w3.org/2000/svg" class="cloths%s" role="img" aria-label="The cloth in hand" viewBox="%s %s %s %s">`,
		map[bool]string{true: " in-shop"}[len(f.Pieces()) == 0], n(-2*px), n(-h/2-high/2-2*px), n(w+4*px), n(h+4*px))
	x := (w - long) / 2
	for _, c := range cuts {
		c.Length = min(c.Length, 6000)
		d.putCut(f, c, plane.Pt(x, (high-float64(c.Wide(f)))/2), px)
		x += float64(c.Length) + gap
	}
	d.put(`</svg>`)
	return d.String()
}
