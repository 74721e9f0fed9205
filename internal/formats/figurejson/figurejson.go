// Package figurejson writes the dressed figure as it is drawn, so that others can measure it.
package figurejson

import (
	"encoding/json"
	"io"
	"math"

	"ardentgusset/core/drape"
	"ardentgusset/core/ensemble"
	"ardentgusset/core/figure"
)

// Figure is what is drawn, from the skin out. Lengths are mm; x to the wearer's left, y forward, z up from the waist.
type Figure struct {
	Format  string  `json:"format"`
	Version int     `json:"version"`
	Layers  []Layer `json:"layers"`
}

// Layer is one garment, or one of the strips that hang of it, from the top down.
type Layer struct {
	Layer   string `json:"layer"`
	Garment string `json:"garment"`
	Strip   int    `json:"strip,omitempty"` // which of them, from 1; 0 for what is fitted
	// Tight is how much more there is beneath than it has cloth, where that is most.
	Tight float64 `json:"tight_mm,omitempty"`
	Rows  []Row   `json:"rows"`
}

// Row is the curve that is drawn at a height, with the cloth there is in it as it was drafted, darts shut; 0 where no piece tells.
type Row struct {
	Z     float64 `json:"z_mm"`
	Cloth float64 `json:"cloth_mm"`
	// Drawn is the cloth along the curve, what is gathered too finely for it counted in.
	Drawn  float64      `json:"drawn_mm"`
	Closed bool         `json:"closed"`
	Curve  [][2]float64 `json:"curve"`
}

// Write writes it.
func Write(w io.Writer, stages []ensemble.Stage) error {
	f := Figure{Format: "ardent-gusset/figure", Version: 1, Layers: []Layer{}}
	for i, sheets := range ensemble.Drapes(stages) {
		s := &stages[i]
		if s.Err != nil {
			continue
		}
		if rows := fitted(s, sheets); len(rows) > 0 {
			f.Layers = append(f.Layers, Layer{Layer: s.ID, Garment: s.Kind, Rows: rows})
		}
		for k, sheet := range sheets {
			if sheet.Shown() < sheet.Columns { // what hangs before only goes round nothing
				continue
			}
			l := Layer{Layer: s.ID, Garment: s.Kind, Strip: k + 1, Tight: round(sheet.Tight)}
			for j := range sheet.Rows {
				l.Rows = append(l.Rows, hung(sheet, j))
			}
			f.Layers = append(f.Layers, l)
		}
	}
	enc := json.NewEncoder(w)
	return enc.Encode(f)
}

func round(x float64) float64 { return math.Round(x*100) / 100 }

// fitted are the rows of what lies round the body: those it is known at what its pieces measure, and its ends; above what hangs of it.
func fitted(s *ensemble.Stage, sheets []*drape.Sheet) (out []Row) {
	surface := s.AsMade()
	if len(surface) == 0 {
		return nil
	}
	below := math.Inf(1)
	if len(sheets) > 0 {
		below = -sheets[0].Row(0)[0].Z
	}
	add := func(drop, cloth float64) {
		section, ok := surface.At(drop)
		if !ok || drop > below {
			return
		}
		r := Row{Z: round(-drop), Cloth: round(cloth), Drawn: round(section.Girth()), Closed: true}
		for _, p := range section.Outline() {
			r.Curve = append(r.Curve, [2]float64{round(p.X), round(-p.Y)})
		}
		out = append(out, r)
	}
	ends := [2]figure.Ring{surface[0], surface[len(surface)-1]}
	add(ends[0].Drop, 0)
	for _, g := range s.Draft.Girths {
		add(g.Drop, g.Made)
	}
	add(min(ends[1].Drop, below), 0)
	return out
}

// hung is a row of a sheet: the left half from the front to the back, and the right one back again.
func hung(s *drape.Sheet, j int) Row {
	row := s.Row(j)
	r := Row{Cloth: round(2 * s.Wide(j)), Drawn: round(2 * s.Long(j)), Closed: !s.Opens()}
	for _, p := range row {
		r.Z += p.Z / float64(len(row))
		r.Curve = append(r.Curve, [2]float64{round(p.X), round(p.Y)})
	}
	r.Z = round(r.Z)
	right := make([][2]float64, 0, len(row))
	for i := len(row) - 1; i >= 0; i-- {
		right = append(right, [2]float64{round(-row[i].X), round(row[i].Y)})
	}
	if s.Opens() { // from the right front edge round to the left one
		r.Curve = append(right, r.Curve...)
		for i, k := 0, len(r.Curve)-1; i < k; i, k = i+1, k-1 {
			r.Curve[i], r.Curve[k] = r.Curve[k], r.Curve[i]
		}
		return r
	}
	r.Curve = append(r.Curve, right...)
	return r
}
