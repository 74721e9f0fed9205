// Package patternjson writes a drafted garment in the project's pattern
// format, which other programs read.
package patternjson

import (
	"encoding/json"
	"io"

	"ardentgusset/core/ensemble"
	"ardentgusset/core/making"
	"ardentgusset/core/notion"
	"ardentgusset/core/written"
)

// Write writes a stage. Edges from and to index outline; an edge that ends
// where the outline closes has to = 0.
func Write(w io.Writer, s ensemble.Stage) error {
	d := written.Document{Format: written.Format, Version: 1, Garment: s.Kind, Figure: map[string]float64{}, Pieces: []written.Piece{},
		Seams: []written.Seam{}, Notions: []written.Notion{}}
	for l, girth := range s.Draft.On {
		d.Figure[string(l)+"_girth"] = written.Round(girth)
	}
	for i := range s.Draft.Pieces {
		d.Pieces = append(d.Pieces, written.Of(&s.Draft.Pieces[i]))
	}
	for _, t := range s.Trued {
		d.Seams = append(d.Seams, written.Seam{ID: t.ID, A: written.SideOf(t.A), B: written.SideOf(t.B), Ease: written.Round(t.Ease),
			Technique: written.Said(making.Words(t.Seam))})
	}
	for _, x := range s.Notions() {
		d.Notions = append(d.Notions, notionOf(x))
	}
	enc := json.NewEncoder(w)
	enc.SetIndent("", " ")
	return enc.Encode(d)
}

func notionOf(x notion.Notion) written.Notion {
	return written.Notion{Kind: x.Kind, What: written.Said(x.What), Quantity: written.Round(x.Quantity), Unit: x.Unit,
		Why: written.Said(x.Why)}
}
