package patternjson

import (
	"encoding/json"
	"io"

	"ardentgusset/core/alter"
	"ardentgusset/core/pairing"
	"ardentgusset/core/pattern"
	"ardentgusset/core/written"
)

// Told is what is told of a pattern of one's own besides.
type Told struct {
	Girths   []written.Girth
	Error    *written.Errors
	Proposed []pairing.Pair
}

// WriteOwn writes pieces of one's own in the pattern format, with how their seams come out.
func WriteOwn(w io.Writer, s alter.Set, told Told) error {
	d := written.Document{Format: written.Format, Version: 1, Garment: "pattern", Figure: map[string]float64{},
		Pieces: []written.Piece{}, Seams: []written.Seam{}, Notions: []written.Notion{}, Girths: told.Girths, Error: told.Error}
	for _, p := range told.Proposed {
		d.Proposed = append(d.Proposed, written.Proposed{A: written.SideOf(p.A), B: written.SideOf(p.B), Cost: written.Round(p.Cost),
			Sure: p.Sure()})
	}
	for i := range s.Pieces {
		d.Pieces = append(d.Pieces, written.Of(&s.Pieces[i]))
	}
	for _, t := range pattern.True(s.Pieces, s.Seams) {
		d.Seams = append(d.Seams, written.Seam{ID: t.ID, A: written.SideOf(t.A), B: written.SideOf(t.B), Ease: written.Round(t.Ease)})
		d.Truing = append(d.Truing, written.Truing{Seam: t.ID, A: written.Round(t.LengthA), B: written.Round(t.LengthB),
			Ease: written.Round(t.Ease), Absorbed: string(t.Absorbed), True: t.True})
	}
	enc := json.NewEncoder(w)
	enc.SetIndent("", " ")
	return enc.Encode(d)
}
