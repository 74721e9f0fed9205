// Package dxf writes drawings as DXF of release 12, which every program that
// reads the format knows. Units are millimetres, y up.
package dxf

import (
	"fmt"
	"io"
	"math"
	"strings"

	"ardentgusset/core/lay"
	"ardentgusset/core/plane"
)

// Layer is a layer of a drawing with its colour by the format's own numbers.
type Layer struct {
	Name   string
	Colour int
}

// Layers are those a lay is drawn on.
func Layers() []Layer {
	return []Layer{{"CLOTH", 8}, {"SELVEDGE", 9}, {"FLAW", 1}, {"CUT", 7}, {"GRAIN", 5}, {"TEXT", 3}}
}

type writer struct {
	w   io.Writer
	err error
}

// pair writes a group code and its value.
func (d *writer) pair(code int, value any) {
	if d.err != nil {
		return
	}
	switch v := value.(type) {
	case float64:
		if math.IsNaN(v) || math.IsInf(v, 0) {
			v = 0
		}
		_, d.err = fmt.Fprintf(d.w, "%3d\n%.4f\n", code, v)
	default:
		_, d.err = fmt.Fprintf(d.w, "%3d\n%v\n", code, value)
	}
}

// Text as the format keeps it: one line of plain characters, others by their
// code.
func text(s string) string {
	var b strings.Builder
	for _, r := range s {
		switch {
		case r < ' ' || r == 127:
			b.WriteByte(' ')
		case r > 0xffff: // the format has no code for it
			b.WriteByte('?')
		case r > 126:
			fmt.Fprintf(&b, "\\U+%04X", r)
		default:
			b.WriteRune(r)
		}
	}
	return b.String()
}

func (d *writer) polygon(layer string, line []plane.Point) {
	d.pair(0, "POLYLINE")
	d.pair(8, layer)
	d.pair(66, 1)
	d.pair(70, 1)
	d.pair(10, 0.0)
	d.pair(20, 0.0)
	d.pair(30, 0.0)
	for _, p := range line {
		d.pair(0, "VERTEX")
		d.pair(8, layer)
		d.pair(10, p.X)
		d.pair(20, p.Y)
		d.pair(30, 0.0)
	}
	d.pair(0, "SEQEND")
	d.pair(8, layer)
}

func (d *writer) line(layer string, a, b plane.Point) {
	d.pair(0, "LINE")
	d.pair(8, layer)
	d.pair(10, a.X)
	d.pair(20, a.Y)
	d.pair(30, 0.0)
	d.pair(11, b.X)
	d.pair(21, b.Y)
	d.pair(31, 0.0)
}

// Lay writes a lay: the cloth with its selvedges and flaws, each piece's
// cutting line with its grain and its name.
func Lay(w io.Writer, j lay.Job, r lay.Result, names map[string]string) error {
	d := &writer{w: w}
	length := max(r.Length, j.Cloth.Length)
	d.pair(0, "SECTION")
	d.pair(2, "HEADER")
	d.pair(9, "$ACADVER")
	d.pair(1, "AC1009")
	d.pair(9, "$EXTMIN")
	d.pair(10, 0.0)
	d.pair(20, 0.0)
	d.pair(30, 0.0)
	d.pair(9, "$EXTMAX")
	d.pair(10, length)
	d.pair(20, j.Cloth.Width)
	d.pair(30, 0.0)
	d.pair(0, "ENDSEC")
	d.pair(0, "SECTION")
	d.pair(2, "TABLES")
	d.pair(0, "TABLE")
	d.pair(2, "LTYPE")
	d.pair(70, 1)
	d.pair(0, "LTYPE")
	d.pair(2, "CONTINUOUS")
	d.pair(70, 0)
	d.pair(3, "Solid line")
	d.pair(72, 65)
	d.pair(73, 0)
	d.pair(40, 0.0)
	d.pair(0, "ENDTAB")
	d.pair(0, "TABLE")
	d.pair(2, "LAYER")
	d.pair(70, len(Layers()))
	for _, l := range Layers() {
		d.pair(0, "LAYER")
		d.pair(2, l.Name)
		d.pair(70, 0)
		d.pair(62, l.Colour)
		d.pair(6, "CONTINUOUS")
	}
	d.pair(0, "ENDTAB")
	d.pair(0, "ENDSEC")
	d.pair(0, "SECTION")
	d.pair(2, "ENTITIES")
	outline := []plane.Point{{}, {X: length}, {X: length, Y: j.Cloth.Width}, {Y: j.Cloth.Width}}
	if len(j.Cloth.Outline) > 2 {
		outline = corners(j.Cloth.Outline)
	}
	d.polygon("CLOTH", outline)
	if s := j.Cloth.Selvedge; s > 0 {
		for _, y := range []float64{s, j.Cloth.Width - s} {
			d.line("SELVEDGE", plane.Pt(0, y), plane.Pt(length, y))
		}
	}
	for _, f := range j.Cloth.Flaws {
		d.polygon("FLAW", corners(f))
	}
	pieces := map[string]*lay.Piece{}
	for i := range j.Pieces {
		pieces[j.Pieces[i].ID] = &j.Pieces[i]
	}
	for _, at := range r.Placements {
		p := pieces[at.ID]
		if p == nil {
			continue
		}
		shape := p.Shape(at)
		d.polygon("CUT", shape)
		b := plane.BoxOf(shape)
		c := plane.Middle(shape, 0.5)
		way := plane.Turned([]plane.Point{{X: b.Width() * 0.3}}, at.Turn)[0]
		if b.Height() < b.Width() && math.Mod(at.Turn, 180) != 0 {
			way = plane.Turned([]plane.Point{{X: b.Height() * 0.3}}, at.Turn)[0]
		}
		d.line("GRAIN", c.Sub(way), c.Add(way))
		name := names[at.ID]
		if p.Count > 1 {
			name = fmt.Sprintf("%s %d", name, at.Copy+1)
		}
		d.pair(0, "TEXT")
		d.pair(8, "TEXT")
		d.pair(10, c.X)
		d.pair(20, c.Y)
		d.pair(30, 0.0)
		d.pair(40, max(4, min(12, b.Height()/5)))
		d.pair(1, text(name))
	}
	d.pair(0, "ENDSEC")
	d.pair(0, "EOF")
	return d.err
}

func corners(xy []lay.XY) []plane.Point {
	out := make([]plane.Point, len(xy))
	for i, q := range xy {
		out[i] = plane.Pt(q[0], q[1])
	}
	return out
}
