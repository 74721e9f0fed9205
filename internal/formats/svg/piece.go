package svg

import (
	"math"
	"slices"

	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
)

// nameBox is where a piece's name and cutting note stand, in the sheet.
func (s Sheet) nameBox(sp spot, unit float64) plane.Box {
	f := s.lettering(unit)
	mid, foot, half := sp.x+sp.box.Width()/2, sp.y+sp.box.Height(), sp.letters*letterWide*14*f/2
	return plane.Box{Min: plane.Pt(mid-half, foot+6*f), Max: plane.Pt(mid+half, foot+(35+noteLine*float64(len(sp.note)-1))*f)}
}

// lettering is how large a pixel of lettering is, mm.
func (s Sheet) lettering(unit float64) float64 {
	if s.TrueScale {
		return 0.5
	}
	return unit
}

func (s Sheet) piece(d *drawing, sp spot, letters *labels) {
	p, unit := sp.p, letters.unit
	// Local coordinates: x as the piece, y down.
	dx, dy := sp.x-sp.box.Min.X, sp.y+sp.box.Max.Y
	d.put(`<g class="piece" data-piece="%s" transform="translate(%s %s)">`, esc(p.ID), n(dx), n(dy))
	d.put(`<path class="cut" d="%s"/>`, path(sp.cut, true))
	outline, _ := p.Outline()
	d.put(`<path class="face" d="%s"/>`, path(sp.short.line(outline), true))
	for _, m := range p.Marks {
		if len(s.Ways) == 0 || m.Kind == pattern.Dart || m.Kind == pattern.FoldLine {
			s.mark(d, sp, m)
		}
	}
	for _, e := range p.Edges {
		if way, ok := s.Ways[p.ID+" "+e.ID]; ok {
			s.way(d, sp, e, way)
			continue
		}
		class := "sew"
		if e.ID == p.Fold {
			class = "on-fold"
		} else if p.WithoutAllowance(e) {
			class = "sew bound"
		} else if e.Allowance == 0 {
			class = "cut"
		}
		d.put(`<path class="%s" data-edge="%s" d="%s"><title>%s: %s</title></path>`, class, esc(p.ID+" "+e.ID),
			path(sp.short.line(e.Line), false), esc(s.say(e.Name)), esc(measure.Length(e.Length()).In(s.Unit)))
	}
	for _, nt := range p.Notches {
		e, ok := p.Edge(nt.Edge)
		if !ok {
			continue
		}
		at, dir := plane.Along(e.Line, nt.At)
		at = sp.short.point(at)
		out := at.Add(dir.Right().Times(min(max(e.Allowance*0.7, 3), 9)))
		title := ""
		if nt.Label != "" {
			title = "<title>" + esc(s.say(nt.Label)) + "</title>"
		}
		d.put(`<path class="notch" d="%s">%s</path>`, path([]plane.Point{at, out}, false), title)
	}
	for _, line := range sp.short.breaks(sp.box) {
		d.put(`<path class="break" d="%s"><title>drawn shortened; its length is written</title></path>`, path(line, false))
	}
	s.grain(d, p, sp.short.line(outline), unit)
	s.crossed(d, sp, unit)
	s.lettered(d, sp, letters, plane.Pt(dx, dy))
	mid := (sp.box.Min.X + sp.box.Max.X) / 2
	f := s.lettering(unit)
	low := sp.box.Min.Y
	d.put(`<text class="name" x="%s" y="%s" font-size="%s">%s</text>`, n(mid), n(-low+18*f), n(14*f), esc(s.say(p.Name)))
	for i, line := range sp.note {
		d.put(`<text class="cutnote" x="%s" y="%s" font-size="%s">%s</text>`, n(mid), n(-low+(33+noteLine*float64(i))*f), n(12*f), esc(line))
	}
	d.put(`</g>`)
}

// way draws an edge as it is worked: a wide line to be hit, and on it the line that is seen.
func (s Sheet) way(d *drawing, sp spot, e pattern.Edge, w Way) {
	line := path(sp.short.line(e.Line), false)
	chosen := ""
	if w.Chosen {
		chosen = " picked"
	}
	d.put(`<path class="way way-%d%s" data-edge="%s" d="%s"/><path class="way-hit" data-row="%s" d="%s"><title>%s</title></path>`,
		w.Number%DistinctWays, chosen, esc(sp.p.ID+" "+e.ID), line, esc(w.Row), line, esc(w.Title))
}

// crossed draws where seams cross on a piece.
func (s Sheet) crossed(d *drawing, sp spot, unit float64) {
	for _, c := range s.Crossings {
		if c.Piece != sp.p.ID {
			continue
		}
		q := sp.short.point(c.At)
		class := "crossing"
		if c.Beyond {
			class += " beyond"
		}
		d.put(`<circle class="%s" cx="%s" cy="%s" r="%s"><title>%s</title></circle>`, class, n(q.X), n(-q.Y), n(4.5*unit), esc(c.Title))
	}
}

// title is what a stiffening is called, with its length when it is bought by it.
func (s Sheet) title(m pattern.Mark) string {
	if m.Long > 0 {
		return s.say(m.Label) + ", " + measure.Length(m.Long).In(s.Unit)
	}
	return s.say(m.Label)
}

// say is a text with its lengths in the sheet's unit.
func (s Sheet) say(text string) string { return measure.Say(text, s.Unit) }

func (s Sheet) mark(d *drawing, sp spot, m pattern.Mark) {
	if len(m.Path) == 0 {
		return
	}
	bed := m.Kind == pattern.BoneLine || m.Kind == pattern.BuskLine || m.Kind == pattern.HoopLine
	if !bed || m.Width <= 0 || len(m.Path) < 2 {
		for _, line := range m.Strokes() {
			d.put(`<path class="%s" d="%s"/>`, m.Kind, path(sp.short.line(line), false))
		}
		return
	}
	d.put(`<path class="%s-bed" d="%s"><title>%s</title></path>`, m.Kind, path(sp.short.line(m.Bed()), true), esc(s.title(m)))
	lines := [][]plane.Point{m.Path}
	if m.Channel > 0 {
		lines = m.Strokes()
	}
	for _, line := range lines {
		d.put(`<path class="%s" d="%s"/>`, m.Kind, path(sp.short.line(line), false))
	}
}

// lettered writes what marks are, and how long edges are, clear of each other.
// origin is where the piece's own zero lies on the sheet.
func (s Sheet) lettered(d *drawing, sp spot, letters *labels, origin plane.Point) {
	unit := letters.unit
	write := func(class, text string, size float64, places []label, needed bool) {
		for i := range places {
			places[i].at = places[i].at.Add(origin)
		}
		at, ok := letters.place(text, size, places, needed)
		if !ok {
			return
		}
		at.at = at.at.Sub(origin)
		turn := ""
		if at.angle != 0 {
			turn = " rotate(" + n(at.angle) + ")"
		}
		d.put(`<text class="%s" transform="translate(%s %s)%s" font-size="%s">%s</text>`, class, n(at.at.X), n(at.at.Y), turn, n(size),
			esc(text))
	}
	for _, m := range sp.p.Marks {
		bed := (m.Kind == pattern.BoneLine || m.Kind == pattern.BuskLine) && m.Width > 0
		level := m.Kind == pattern.WaistLine || m.Kind == pattern.BustLine
		if m.Label == "" || bed || level || len(m.Path) < 2 || !(s.Dimensions || m.Kind == pattern.PleatFold || m.Kind == pattern.HoopLine) {
			continue
		}
		write("small", s.say(m.Label), 9*unit, markPlaces(sp.short.line(m.Path), m.Kind, unit), true)
	}
	if !s.Dimensions {
		return
	}
	for _, e := range sp.p.Edges {
		line := sp.short.line(e.Line)
		if e.Length() < 46*unit || plane.Length(line) < 46*unit || min(sp.box.Width(), sp.box.Height()) < 24*unit {
			continue
		}
		write("dim", measure.Length(e.Length()).In(s.Unit), 10.5*unit, edgePlaces(line, unit), true)
	}
	for _, nt := range sp.p.Notches {
		if e, ok := sp.p.Edge(nt.Edge); ok && nt.Label != "" && !levelNotch[nt.Label] {
			text := s.say(nt.Label)
			at, dir := plane.Along(e.Line, nt.At)
			places := notchPlaces(sp.short.point(at), dir, unit, letterWide*9*unit*float64(len(text)))
			places = slices.DeleteFunc(places, func(l label) bool {
				b := l.box(text, 9*unit)
				return b.Min.X < sp.box.Min.X || b.Max.X > sp.box.Max.X
			})
			if len(places) > 0 {
				write("small", text, 9*unit, places, false)
			}
		}
	}
}

// markPlaces are where the name of a mark may stand: at its end, below or above
// it, at its other end, along its middle.
func markPlaces(line []plane.Point, kind pattern.MarkKind, unit float64) []label {
	end, start, middle := line[len(line)-1], line[0], line[len(line)/2]
	if kind == pattern.Dart {
		end = line[1]
	}
	var out []label
	for _, q := range []plane.Point{end, start, middle} {
		for _, by := range []plane.Point{{Y: 11}, {Y: -4}, {X: 24, Y: 4}, {X: -24, Y: 4}, {Y: 24}, {Y: -17}, {X: 30, Y: 16},
			{X: -30, Y: 16}} {
			out = append(out, label{at: plane.Pt(q.X+by.X*unit, -q.Y+by.Y*unit)})
		}
	}
	return out
}

// levelNotch are the names of notches that say no more than what the drawing shows: they
// are read by pointing at them.
var levelNotch = map[string]bool{"fastener": true, "hip": true, "waist": true, "bust": true}

// notchPlaces are where the name of a notch may stand: beside it, within the piece. wide is how wide the name is.
func notchPlaces(at, dir plane.Point, unit, wide float64) []label {
	var out []label
	for _, up := range []float64{3, -9, 14, -20, 25} {
		q := at.Add(dir.Left().Times(5*unit + wide/2*math.Abs(dir.Y)))
		out = append(out, label{at: plane.Pt(q.X, -q.Y+up*unit)})
	}
	return out
}

// edgePlaces are where the length of an edge may stand: along it, inside it
// first. Facing upright edges run opposite ways: three tenths along each keeps
// their lengths apart, and off the waist level.
func edgePlaces(line []plane.Point, unit float64) []label {
	long := plane.Length(line)
	var out []label
	for _, off := range []float64{10, 20, -14} {
		for _, part := range []float64{0.5, 0.3, 0.7, 0.4, 0.6, 0.2, 0.8} {
			at, dir := plane.Along(line, long*part)
			upright := math.Abs(dir.Y) > math.Abs(dir.X)
			if part == 0.5 && upright {
				continue
			}
			at = at.Add(dir.Left().Times(off * unit))
			angle := -math.Atan2(dir.Y, dir.X) * 180 / math.Pi
			if angle > 90 || angle < -90 {
				angle += 180
			}
			if angle > 180 {
				angle -= 360
			}
			out = append(out, label{plane.Pt(at.X, -at.Y), angle})
		}
	}
	return out
}

// grain draws the grain arrow where the piece is widest.
func (s Sheet) grain(d *drawing, p *pattern.Piece, outline []plane.Point, unit float64) {
	for _, line := range p.GrainArrow(outline, 7*unit) {
		d.put(`<path class="grain" d="%s"/>`, path(line, false))
	}
}
