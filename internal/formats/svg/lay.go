package svg

import (
	"fmt"
	"math"
	"slices"

	"ardentgusset/core/lay"
	"ardentgusset/core/measure"
	"ardentgusset/core/plane"
)

// Lay draws a lay: the cloth from left to right, its selvedges, flaws and what
// an irregular piece lacks, and each piece with its name and grain.
type Lay struct {
	Job    lay.Job
	Result lay.Result
	Names  map[string]string // of pieces, by ID
	Dye    string
	Unit   measure.Unit
	Sheet  string // key of the sheet, for what is done by hand; "" when nothing is
	Small  bool   // only outlines, as a little picture
	// Span is the length of cloth that fills the drawing, mm, so that several
	// are drawn to one scale; 0: this one's.
	Span float64
	// Measures writes by each grain line how far it lies from the selvedge and
	// from the end of the cloth.
	Measures  bool
	Bands     []float64 // heights across the cloth of its selvedges' bands, mm
	TrueScale bool      // sized in millimetres, for cutting or plotting
}

// Draw draws it.
func (l Lay) Draw() string {
	j, r := l.Job, l.Result
	w := j.Cloth.Width
	length := max(r.Length, 200)
	shown := length
	if j.Cloth.Length > 0 {
		shown = max(length, j.Cloth.Length)
	}
	span := max(shown, l.Span)
	px := max(span/900, w/430) // mm per CSS pixel
	if l.Small {
		px = max(shown/300, w/140)
	}
	var d drawing
	edge := 34 * px
	box := []float64{-edge * 0.3, -w - edge*0.5, span + edge*1.6, w + edge*1.7}
	if l.Small {
		box = []float64{-2 * px, -w - 2*px, shown + 4*px, w + 4*px}
	}
	size := ""
	if l.TrueScale {
		size = fmt.Sprintf(` width="%smm" height="%smm"`, n(box[2]), n(box[3]))
	}
	label := "The pieces on the cloth"
	if l.Small {
		label = "The lay it would give, " + measure.Length(r.Length).In(l.Unit)
	}
	d.put(`<svg xmlns="http://www.w3.org/2000/svg" class="lay%s" role="%s" aria-label="%s" viewBox="%s %s %s %s"%s data-sheet="%s" data-px="%s">`, map[bool]string{true: " small-lay"}[l.Small],
		map[bool]string{true: "group", false: "img"}[l.Sheet != ""], esc(label), n(box[0]), n(box[1]), n(box[2]), n(box[3]), size,
		esc(l.Sheet), n(px))
	if l.TrueScale {
		d.put(`<style>path,rect{fill:none;stroke:#222;stroke-width:%s}.flaw{stroke-dasharray:%s}.selvedge,.fold{stroke-dasharray:%s}text{font-family:sans-serif;text-anchor:middle;fill:#222}</style>`, n(px*0.8), n(2*px), n(6*px))
	}
	if len(j.Cloth.Outline) > 2 {
		d.put(`<rect class="no-cloth" x="0" y="%s" width="%s" height="%s"/><path class="cloth dye-%s" d="%s"/>`, n(-w), n(shown), n(w),
			esc(l.Dye), path(corners(j.Cloth.Outline), true))
	} else {
		d.put(`<rect class="cloth dye-%s" x="0" y="%s" width="%s" height="%s"/>`, esc(l.Dye), n(-w), n(shown), n(w))
	}
	for _, y := range stripesOf(j) {
		d.put(`<path class="stripe-line" d="M0 %sH%s"/>`, n(-y), n(shown))
	}
	if j.Cloth.Selvedge > 0 && !l.Small {
		for _, y := range []float64{-w, -j.Cloth.Selvedge} {
			d.put(`<rect class="selvedge" x="0" y="%s" width="%s" height="%s"/>`, n(y), n(shown), n(j.Cloth.Selvedge))
		}
	}
	if j.Cloth.RepeatX > 0 || j.Cloth.RepeatY > 0 {
		l.repeat(&d, shown)
	}
	if j.Cloth.Fold == lay.Lengthwise {
		d.put(`<path class="fold" d="M0 %sH%s"/>`, n(-w/2), n(shown))
		if !l.Small {
			d.put(`<text class="small" x="%s" y="%s" font-size="%s">fold</text>`, n(shown+14*px), n(-w/2+4*px), n(10*px))
		}
	}
	for _, f := range j.Cloth.Flaws {
		d.put(`<path class="flaw" d="%s"><title>A flaw: nothing is laid on it</title></path>`, path(corners(f), true))
	}
	find := map[string]*lay.Piece{}
	for i := range j.Pieces {
		find[j.Pieces[i].ID] = &j.Pieces[i]
	}
	pinned := map[string]bool{}
	for _, at := range j.Pinned {
		pinned[fmt.Sprint(at.ID, " ", at.Copy)] = true
	}
	for _, p := range r.Placements {
		if find[p.ID] != nil {
			l.piece(&d, find[p.ID], p, pinned[fmt.Sprint(p.ID, " ", p.Copy)], px)
		}
	}
	for _, y := range l.Bands { // over the pieces, where they will be seen
		d.put(`<path class="band-line" d="M0 %sH%s"/>`, n(-y), n(shown))
	}
	if !l.Small {
		l.ruler(&d, shown, length, px)
	}
	d.put(`</svg>`)
	return d.String()
}

func corners(xy []lay.XY) []plane.Point {
	out := make([]plane.Point, len(xy))
	for i, q := range xy {
		out[i] = plane.Pt(q[0], q[1])
	}
	return out
}

// repeat draws the lines on which the cloth's repeat begins again, not more
// than can be told apart.
func (l Lay) repeat(d *drawing, shown float64) {
	c := l.Job.Cloth
	const most = 60.0
	if c.RepeatX > 0 && shown/c.RepeatX <= most {
		for x := c.RepeatX; x < shown; x += c.RepeatX {
			d.put(`<path class="repeat" d="M%s 0V%s"/>`, n(x), n(-c.Width))
		}
	}
	if c.RepeatY > 0 && c.Width/c.RepeatY <= most {
		for y := c.RepeatY; y < c.Width; y += c.RepeatY {
			d.put(`<path class="repeat" d="M0 %sH%s"/>`, n(-y), n(shown))
		}
	}
}

// piece draws one copy where it lies.
func (l Lay) piece(d *drawing, q *lay.Piece, p lay.Placement, pinned bool, px float64) {
	shape := q.Shape(p)
	b := plane.BoxOf(shape)
	name := l.Names[p.ID]
	hand := ""
	if l.Sheet != "" {
		said := name
		if q.Count > 1 {
			said = fmt.Sprintf("%s, copy %d", name, p.Copy+1)
		}
		if pinned {
			said += ", pinned"
		}
		hand = fmt.Sprintf(` data-copy="%d" data-turn="%s" data-x="%s" data-y="%s" data-said="%s"`, p.Copy, n(p.Turn), n(b.Centre().X),
			n(b.Centre().Y), esc(said))
	}
	d.put(`<g class="laid%s" data-piece="%s"%s><path class="cut" d="%s"><title>%s</title></path>`,
		map[bool]string{true: " pinned"}[pinned], esc(p.ID), hand, path(shape, true), esc(name))
	defer d.put(`</g>`)
	for i, held := range q.Held(p) {
		on := "this edge is the selvedge"
		if q.Hold[i].At == lay.AtStripe {
			on = "this edge is laid to a stripe"
		}
		d.put(`<path class="held" d="%s"><title>%s: %s</title></path>`, path(held, false), esc(name), on)
	}
	if l.Small {
		return
	}
	c := plane.Middle(shape, 0.5)
	size := min(12*px, max(b.Width()/(0.62*float64(len([]rune(name)))+1), 0))
	if size > 6.5*px && b.Height() > 16*px {
		d.put(`<text class="name" x="%s" y="%s" font-size="%s">%s</text>`, n(c.X), n(-c.Y+size*0.35), n(size), esc(name))
	}
	if pinned {
		d.put(`<path class="pin" d="M%s %sl%s %sl%s %sz"/>`, n(c.X), n(-c.Y-18*px), n(-4*px), n(-9*px), n(8*px), n(0))
	}
	half := min(b.Width()*0.3, 60*px)
	y := -c.Y - 14*px
	switch {
	case math.Mod(p.Turn, 180) == 0 && b.Height() > 50*px:
		// One way only: a single arrow head, towards the top of the piece.
		if l.Job.Cloth.Nap {
			d.put(`<path class="grain" d="M%s %sh%sm%s %sl%s %sl%s %s"/>`, n(c.X-half), n(y), n(2*half), n(-7*px), n(-5*px), n(7*px),
				n(5*px), n(-7*px), n(5*px))
		} else {
			d.put(`<path class="grain" d="M%s %sh%sm%s %sl%s %sl%s %sM%s %sl%s %sl%s %s"/>`, n(c.X-half), n(y), n(2*half), n(-5*px),
				n(-3*px), n(5*px), n(3*px), n(-5*px), n(3*px),
				n(c.X-half+5*px), n(y-3*px), n(-5*px), n(3*px), n(5*px), n(3*px))
		}
	case math.Mod(p.Turn, 90) == 0 && b.Height() > 60*px && b.Width() > 20*px: // across the cloth
		tall := min(b.Height()*0.3, 60*px)
		d.put(`<path class="grain" d="M%s %sv%s"/>`, n(c.X+8*px), n(-c.Y-tall), n(2*tall))
	}
	if l.Measures && b.Height() > 42*px && b.Width() > 105*px {
		d.put(`<text class="small" x="%s" y="%s" font-size="%s">%s up · %s on</text>`, n(c.X), n(-c.Y+size*0.35+11*px), n(8.5*px),
			esc(measure.Length(c.Y).In(l.Unit)), esc(measure.Length(c.X).In(l.Unit)))
	} else if p.Mirrored && !l.Measures {
		d.put(`<text class="small" x="%s" y="%s" font-size="%s">mirrored</text>`, n(c.X), n(-c.Y+12*px+size*0.35), n(9*px))
	}
}

// stripesOf are the stripes of a cloth that pieces are held to, each once.
func stripesOf(j lay.Job) (out []float64) {
	for _, p := range j.Pieces {
		for _, h := range p.Hold {
			if h.At != lay.AtStripe {
				continue
			}
			for _, y := range h.Y {
				if !slices.Contains(out, y) {
					out = append(out, y)
				}
			}
		}
	}
	return out
}

// ruler is drawn along the lower selvedge, with the end of what is needed.
func (l Lay) ruler(d *drawing, shown, length, px float64) {
	step, label := 100.0, func(k int) string { return measure.Length(float64(k) * 100).Bare(measure.CM) }
	every := 5
	if l.Unit == measure.IN {
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
	w := l.Job.Cloth.Width
	d.put(`<path class="needed" d="M%s %s V%s"/><text class="needed-name" x="%s" y="%s" font-size="%s">%s</text>`, n(length),
		n(-w-8*px), n(10*px), n(length), n(-w-10*px), n(12*px), esc(measure.Length(l.Result.Length).In(l.Unit)))
}

// Little draws an outline alone, to be told apart by its shape.
func Little(outline []plane.Point, mirrored bool) string {
	if mirrored {
		outline = plane.Mirrored(outline, 0)
	}
	b := plane.BoxOf(outline)
	pad := max(b.Width(), b.Height()) * 0.04
	var d drawing
	d.put(`<svg xmlns="http://www.w3.org/2000/svg" class="little" aria-hidden="true" viewBox="%s %s %s %s"><path d="%s"/></svg>`,
		n(b.Min.X-pad), n(-b.Max.Y-pad), n(b.Width()+2*pad), n(b.Height()+2*pad), path(outline, true))
	return d.String()
}
