package patternjson

import (
	"encoding/json"
	"io"

	"ardentgusset/core/alter"
	"ardentgusset/core/pairing"
	"ardentgusset/core/pattern"
)

// Truing is how a seam comes out as its edges are drawn: b longer than a by so much more than what is absorbed is not true.
type Truing struct {
	Seam     string  `json:"seam"`
	A        float64 `json:"a_mm"`
	B        float64 `json:"b_mm"`
	Ease     float64 `json:"ease_mm"`
	Absorbed string  `json:"absorbed"`
	True     bool    `json:"true"`
}

// Girth is what a pattern measures round itself at a level, as sewn, and the figure there, mm.
type Girth struct {
	Level  string  `json:"level"`
	Drop   float64 `json:"below_waist_mm"`
	Sewn   float64 `json:"sewn_mm"`
	Figure float64 `json:"figure_mm"`
}

// Errors are how far what was traced may be off, mm: by the check, by its curves at worst, and by clicking.
type Errors struct {
	Check   *float64 `json:"check,omitempty"`
	Curves  float64  `json:"curves"`
	Reading float64  `json:"reading"`
}

// Proposed are two edges that may be sewn to each other: the less it costs the better they fit, and the pair is sure where the next best
// costs so much more.
type Proposed struct {
	A    side    `json:"a"`
	B    side    `json:"b"`
	Cost float64 `json:"cost"`
	Sure bool    `json:"sure"`
}

// Told is what is told of a pattern of one's own besides.
type Told struct {
	Girths   []Girth
	Error    *Errors
	Proposed []pairing.Pair
}

// WriteOwn writes pieces of one's own in the pattern format, with how their seams come out.
func WriteOwn(w io.Writer, s alter.Set, told Told) error {
	d := document{Format: format, Version: 1, Garment: "pattern", Figure: map[string]float64{}, Pieces: []piece{}, Seams: []seam{},
		Notions: []called{}, Girths: told.Girths, Error: told.Error}
	for _, p := range told.Proposed {
		d.Proposed = append(d.Proposed, Proposed{side{p.A.Piece, p.A.Edge}, side{p.B.Piece, p.B.Edge}, round(p.Cost), p.Sure()})
	}
	for i := range s.Pieces {
		d.Pieces = append(d.Pieces, pieceOf(&s.Pieces[i]))
	}
	for _, t := range pattern.True(s.Pieces, s.Seams) {
		d.Seams = append(d.Seams, seam{ID: t.ID, A: side{t.A.Piece, t.A.Edge}, B: side{t.B.Piece, t.B.Edge}, Ease: round(t.Ease)})
		d.Truing = append(d.Truing, Truing{Seam: t.ID, A: round(t.LengthA), B: round(t.LengthB), Ease: round(t.Ease),
			Absorbed: string(t.Absorbed),
			True:     t.True})
	}
	enc := json.NewEncoder(w)
	enc.SetIndent("", " ")
	return enc.Encode(d)
}
