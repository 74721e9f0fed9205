package svg

import (
	"math"
	"slices"

	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
)

// Sheet is how pieces are drawn together.
type Sheet struct {
	Unit       measure.Unit
	Dimensions bool // edge lengths are written at every edge
	// On screen a sheet is fitted into Width × Height CSS pixels; with TrueScale
	// it is as large as the cloth, for printing and cutting.
	Width, Height float64
	TrueScale     bool
	Title         string
}

type spot struct {
	p       *pattern.Piece
	cut     []plane.Point
	box     plane.Box
	letters float64 // in its name or its cutting note, whichever is longer
	waist   bool    // the waist level is drawn at its height 0
	x, y    float64 // of the box's upper left corner, y down
}

// spotsOf lists the pieces to be drawn: the body of the garment first, bands,
// strips and other narrow things after it.
func spotsOf(pieces []pattern.Piece) []spot {
	out := make([]spot, len(pieces))
	for i := range pieces {
		p := &pieces[i]
		cut := p.CutLine()
		out[i] = spot{p: p, cut: cut, box: plane.BoxOf(cut), letters: float64(max(len([]rune(p.Name)), len(p.CutNote())-1)), waist: hasWaist(p)}
	}
	tallest := 0.0
	for _, s := range out {
		tallest = math.Max(tallest, s.box.Height())
	}
	minor := func(s spot) int {
		if !s.waist && (s.box.Height() < tallest*0.3 || s.box.Width() < tallest*0.12) {
			return 1
		}
		return 0
	}
	slices.SortStableFunc(out, func(a, b spot) int { return minor(a) - minor(b) })
	return out
}

// Draw draws the pieces in rows, each with its name below.
func (s Sheet) Draw(pieces []pattern.Piece) string {
	if s.Width == 0 {
		s.Width, s.Height = 640, 470
	}
	spots, w, h, unit := s.arrange(pieces)
	var d drawing
	size := ""
	if s.TrueScale {
		size = ` width="` + n(w) + `mm" height="` + n(h) + `mm"`
	}
	d.put(`<svg xmlns="http://www.w3.org/2000/svg" class="sheet" role="img" aria-label="%s"%s viewBox="0 0 %s %s" data-unit="%s">`, esc(s.Title), size, n(w), n(h), n(unit))
	if s.TrueScale {
		d.put(`<title>%s</title><style>%s</style>`, esc(s.Title), lineLanguage)
	}
	for _, sp := range spots {
		s.piece(&d, sp, unit)
	}
	d.put(`</svg>`)
	return d.String()
}

// arrange sets the pieces in rows so that the sheet fills its frame best, and
// says how many mm one CSS pixel will be.
func (s Sheet) arrange(pieces []pattern.Piece) (spots []spot, w, h, unit float64) {
	var sum float64
	widest := 0.0
	all := spotsOf(pieces)
	for _, sp := range all {
		sum += sp.box.Width()
		widest = math.Max(widest, sp.box.Width())
	}
	unit = 1
	if s.TrueScale {
		spots, w, h = rows(all, math.Max(widest+60, sum/1.7), 1)
		return spots, w, h, 1
	}
	// The largest scale at which the rows still fit the frame. Lettering keeps
	// its size on screen, so at some scale only smaller drawings fit; with
	// very many pieces the sheet may grow downwards.
	least := widest / (s.Width - 60)
	for unit = least; unit < least*12; unit *= 1.03 {
		if spots, w, h = rows(all, s.Width*unit, unit); w <= s.Width*unit+1e-6 && h <= s.Height*unit {
			return spots, w, h, unit
		}
	}
	unit = least * 2
	spots, w, h = rows(all, s.Width*unit, unit)
	return spots, w, h, unit
}

func rows(all []spot, limit, unit float64) (spots []spot, w, h float64) {
	gap, label := 20*unit, 44*unit
	x, y, tall := gap, gap, 0.0
	row := 0
	// Pieces of a row stand on one line; those with a waist level stand with
	// it at one height.
	drop := func() {
		waisted, above, below := 0, 0.0, 0.0
		for _, sp := range spots[row:] {
			if sp.waist {
				waisted++
				above, below = math.Max(above, sp.box.Max.Y), math.Max(below, -sp.box.Min.Y)
			}
		}
		if waisted > 1 && above > 0 && below > 0 {
			tall = math.Max(tall, above+below)
		}
		for i := row; i < len(spots); i++ {
			spots[i].y = y + tall - spots[i].box.Height()
			if waisted > 1 && spots[i].waist {
				spots[i].y = y + tall - below - spots[i].box.Max.Y
			}
		}
		row = len(spots)
	}
	for _, sp := range all {
		b := sp.box
		room := math.Max(b.Width(), sp.letters*6*unit)
		if x > gap && x+room+gap > limit {
			drop()
			x, y, tall = gap, y+tall+label+gap*0.6, 0
		}
		sp.x = x + (room-b.Width())/2
		spots = append(spots, sp)
		x += room + gap
		w = math.Max(w, x)
		tall = math.Max(tall, b.Height())
	}
	drop()
	return spots, w, y + tall + label
}

// hasWaist tells whether the waist level is drawn at the height 0 of a piece.
func hasWaist(p *pattern.Piece) bool {
	for _, m := range p.Marks {
		if m.Kind == pattern.WaistLine && m.Path[0].Y == 0 {
			return true
		}
	}
	return false
}

func (s Sheet) piece(d *drawing, sp spot, unit float64) {
	p := sp.p
	// Local coordinates: x as the piece, y down.
	dx, dy := sp.x-sp.box.Min.X, sp.y+sp.box.Max.Y
	d.put(`<g class="piece" data-piece="%s" transform="translate(%s %s)">`, esc(p.ID), n(dx), n(dy))
	d.put(`<path class="cut" d="%s"/>`, path(sp.cut, true))
	outline, _ := p.Outline()
	d.put(`<path class="face" d="%s"/>`, path(outline, true))
	for _, m := range p.Marks {
		s.mark(d, m, unit)
	}
	for _, e := range p.Edges {
		class := "sew"
		if e.ID == p.Fold {
			class = "on-fold"
		} else if e.Allowance == 0 {
			class = "sew bound"
		}
		d.put(`<path class="%s" data-edge="%s" d="%s"><title>%s: %s</title></path>`, class, esc(p.ID+" "+e.ID), path(e.Line, false), esc(e.Name), esc(measure.Length(e.Length()).In(s.Unit)))
	}
	for _, nt := range p.Notches {
		e, ok := p.Edge(nt.Edge)
		if !ok {
			continue
		}
		at, dir := plane.Along(e.Line, nt.At)
		out := at.Add(dir.Right().Times(math.Min(math.Max(e.Allowance*0.7, 3), 9)))
		d.put(`<path class="notch" d="%s"/>`, path([]plane.Point{at, out}, false))
	}
	s.grain(d, p, outline, unit)
	if s.Dimensions {
		s.dimensions(d, p, sp.box, unit)
	}
	mid := (sp.box.Min.X + sp.box.Max.X) / 2
	f := unit
	if s.TrueScale {
		f = 0.5
	}
	low := sp.box.Min.Y
	d.put(`<text class="name" x="%s" y="%s" font-size="%s">%s</text>`, n(mid), n(-low+18*f), n(14*f), esc(p.Name))
	d.put(`<text class="cutnote" x="%s" y="%s" font-size="%s">%s</text></g>`, n(mid), n(-low+33*f), n(12*f), esc(p.CutNote()))
}

// title is what a stiffening is called, with its length when it is bought by it.
func (s Sheet) title(m pattern.Mark) string {
	if m.Long > 0 {
		return m.Label + ", " + measure.Length(m.Long).In(s.Unit)
	}
	return m.Label
}

func (s Sheet) mark(d *drawing, m pattern.Mark, unit float64) {
	if len(m.Path) == 0 {
		return
	}
	if bed := m.Kind == pattern.BoneLine || m.Kind == pattern.BuskLine || m.Kind == pattern.HoopLine; bed && m.Width > 0 && len(m.Path) > 1 {
		d.put(`<path class="%s-bed" d="%s"><title>%s</title></path>`, m.Kind, path(m.Bed(), true), esc(s.title(m)))
		lines := [][]plane.Point{m.Path}
		if m.Channel > 0 {
			lines = m.Strokes()
		}
		for _, line := range lines {
			d.put(`<path class="%s" d="%s"/>`, m.Kind, path(line, false))
		}
		return
	}
	for _, line := range m.Strokes() {
		d.put(`<path class="%s" d="%s"/>`, m.Kind, path(line, false))
	}
	if m.Label == "" || m.Kind == pattern.WaistLine || len(m.Path) < 2 || !(s.Dimensions || m.Kind == pattern.PleatFold) {
		return
	}
	at := m.Path[len(m.Path)-1]
	if m.Kind == pattern.Dart {
		at = m.Path[1]
	}
	d.put(`<text class="small" x="%s" y="%s" font-size="%s">%s</text>`, n(at.X), n(-at.Y+11*unit), n(9*unit), esc(m.Label))
}

// grain draws the grain arrow where the piece is widest.
func (s Sheet) grain(d *drawing, p *pattern.Piece, outline []plane.Point, unit float64) {
	b := plane.BoxOf(outline)
	c := plane.Middle(outline, 0.58)
	half := math.Min(b.Height()*0.3, 130)
	for _, span := range plane.Spans(outline, c, plane.Pt(0, 1)) {
		if span[0] < 0 && span[1] > 0 { // never out over the edge
			c.Y += (span[0] + span[1]) / 2
			half = math.Min(half, (span[1]-span[0])*0.36)
		}
	}
	up, down := plane.Pt(c.X, c.Y+half), plane.Pt(c.X, c.Y-half)
	a := math.Min(7*unit, half*0.4)
	d.put(`<path class="grain" d="%s"/>`, path([]plane.Point{down, up}, false))
	for _, e := range []struct {
		at plane.Point
		k  float64
	}{{up, -1}, {down, 1}} {
		d.put(`<path class="grain" d="%s"/>`, path([]plane.Point{e.at.Add(plane.Pt(-a*0.5, e.k*a)), e.at, e.at.Add(plane.Pt(a*0.5, e.k*a))}, false))
	}
}

func (s Sheet) dimensions(d *drawing, p *pattern.Piece, b plane.Box, unit float64) {
	for _, e := range p.Edges {
		if e.Length() < 46*unit || math.Min(b.Width(), b.Height()) < 48*unit {
			continue
		}
		at, dir := plane.Along(e.Line, e.Length()/2)
		if math.Abs(dir.Y) > math.Abs(dir.X) {
			// Facing upright edges run opposite ways: three tenths along each
			// keeps their lengths apart, and off the waist level.
			at, dir = plane.Along(e.Line, e.Length()*0.3)
		}
		at = at.Add(dir.Left().Times(10 * unit))
		angle := -math.Atan2(dir.Y, dir.X) * 180 / math.Pi
		if angle > 90 || angle < -90 {
			angle += 180
		}
		d.put(`<text class="dim" transform="translate(%s %s) rotate(%s)" font-size="%s">%s</text>`, n(at.X), n(-at.Y), n(angle), n(10.5*unit), esc(measure.Length(e.Length()).In(s.Unit)))
	}
}

// Line is one entry of the legend.
type Line struct{ Class, Label string }

// Legend lists the lines that occur on the pieces, in a fixed order.
func Legend(pieces []pattern.Piece) []Line {
	all := []Line{{"cut", "cutting line"}, {"sew", "sewing line"}, {"bound", "bound edge, no allowance"}, {"on-fold", "on the fold of the cloth"}, {"grain", "grain"}, {"notch", "notch"},
		{"waist", "waist level"}, {"bone", "bone"}, {"busk", "busk"}, {"eyelet", "eyelet"}, {"dart", "dart"}, {"pleat-fold", "pleat: fold here"}, {"pleat-to", "pleat: bring to here"},
		{"gather", "gathering row"}, {"fold", "fold"}, {"placket", "placket"}, {"section", "set the next piece on here"}, {"stud", "stud or loop of the busk"}, {"tape", "tape inside"},
		{"quilt", "quilting"}, {"meeting", "a line of the next piece ends here"}, {"tuck", "tuck: both its lines"}, {"cord", "cord"}, {"hoop", "steel"}, {"ring", "row through both layers"},
		{"tuft", "tuft"}, {"flossing", "flossing"}, {"slash", "slash"}, {"button", "button"}}
	used := map[string]bool{"cut": true, "sew": true, "grain": true}
	for i := range pieces {
		for _, m := range pieces[i].Marks {
			used[string(m.Kind)] = true
		}
		if len(pieces[i].Notches) > 0 {
			used["notch"] = true
		}
		for _, e := range pieces[i].Edges {
			if e.ID == pieces[i].Fold {
				used["on-fold"] = true
			} else if e.Allowance == 0 {
				used["bound"] = true
			}
		}
	}
	var out []Line
	for _, l := range all {
		if used[l.Class] {
			out = append(out, l)
		}
	}
	return out
}

// lineLanguage styles a sheet that leaves the program, in ink only.
const lineLanguage = `path{fill:none;stroke:#1e2130;stroke-width:.5}.cut{stroke-width:.9}.sew{stroke-dasharray:4 2}.bound{stroke-dasharray:none;stroke-width:1.1}` +
	`.on-fold{stroke-dasharray:10 2 2 2}.face{stroke:none}.waist{stroke-dasharray:.5 2}.bone-bed,.busk-bed,.hoop-bed{fill:#bbb;stroke:none;opacity:.5}.gather{stroke-dasharray:1.5 1.5}` +
	`.fold{stroke-dasharray:8 2 2 2}.pleat-to{stroke-dasharray:3 3}.tape{stroke-dasharray:12 3}.quilt{stroke-width:.3}.tuck{stroke-dasharray:6 2 1 2}.cord{stroke-width:.9;stroke-dasharray:.9 1.2}.ring{stroke-dasharray:2 2 6 2}` +
	`.slash{stroke-dasharray:7 2}.section{stroke-dasharray:1 4}text{font-family:sans-serif;text-anchor:middle;fill:#1e2130}`
