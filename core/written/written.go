// Package written is the project's pattern format, as pieces, seams and what is told of them are written down in it: what is drafted is
// written so, and pieces of one's own are read.
package written

import (
	"math"

	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
)

// Format is what a document says it is.
const Format = "ardent-gusset/pattern"

// XY is a place, x to the right and y up, mm.
type XY [2]float64

// Document is a pattern as it is written down.
type Document struct {
	Format  string             `json:"format"`
	Version int                `json:"version"`
	Garment string             `json:"garment"`
	Figure  map[string]float64 `json:"figure"`
	Pieces  []Piece            `json:"pieces"`
	Seams   []Seam             `json:"seams"`
	Notions []Notion           `json:"notions"`
	// Truing and Girths are told of a pattern of one's own: how its seams come out, and what it measures round a figure.
	Truing []Truing `json:"truing,omitempty"`
	Girths []Girth  `json:"girths,omitempty"`
	Error  *Errors  `json:"error_mm,omitempty"`
	// Proposed are seams that nobody has confirmed.
	Proposed []Proposed `json:"proposed,omitempty"`
}

// Piece is a piece of it: its edges are stretches of its outline, which runs against the clock.
type Piece struct {
	ID          string  `json:"id"`
	Name        string  `json:"name"`
	Cut         int     `json:"cut"`
	MirrorPairs bool    `json:"mirror_pairs"`
	OnFold      bool    `json:"on_fold"`
	GrainDeg    float64 `json:"grain_deg"`
	Outline     []XY    `json:"outline"`
	CutOutline  []XY    `json:"cut_outline"`
	Edges       []Edge  `json:"edges"`
	Marks       []Mark  `json:"marks"`
	// CutFor says how many of cut are for which layer; Levels are where levels of the body lie on a fitted piece.
	CutFor map[string]int `json:"cut_for"`
	Levels []Level        `json:"levels,omitempty"`
}

// Level is where a level of the body lies on a piece, mm below the waist.
type Level struct {
	BelowWaist float64 `json:"below_waist_mm"`
	Path       []XY    `json:"path"`
	// Open is one from armhole to armhole, no part of a ring.
	Open bool `json:"open,omitempty"`
}

// Edge runs from one point of the outline to another; one that ends where that closes has To 0.
type Edge struct {
	ID        string  `json:"id"`
	From      int     `json:"from"`
	To        int     `json:"to"`
	Length    float64 `json:"length_mm"`
	Allowance float64 `json:"allowance_mm"`
}

// Mark is a mark on a piece: one place, or a path.
type Mark struct {
	Kind  string `json:"kind"`
	At    *XY    `json:"at,omitempty"`
	Path  []XY   `json:"path,omitempty"`
	Label string `json:"label"`
}

// Side is an edge of a piece.
type Side struct {
	Piece string `json:"piece"`
	Edge  string `json:"edge"`
}

// Seam joins two edges.
type Seam struct {
	ID        string  `json:"id"`
	A         Side    `json:"a"`
	B         Side    `json:"b"`
	Ease      float64 `json:"ease_mm"`
	Technique string  `json:"technique"`
}

// Notion is something to buy for it.
type Notion struct {
	Kind     string  `json:"kind"`
	What     string  `json:"what"`
	Quantity float64 `json:"quantity"`
	Unit     string  `json:"unit"`
	Why      string  `json:"why"`
}

func points(line []plane.Point) []XY {
	out := make([]XY, len(line))
	for i, p := range line {
		out[i] = point(p)
	}
	return out
}

// Micrometres are finer than any cutter.
func point(p plane.Point) XY { return XY{Round(p.X), Round(p.Y)} }

// Round is a number of mm to a thousandth: micrometres are finer than any cutter.
func Round(x float64) float64 { return math.Round(x*1000)/1000 + 0 }

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
	A    Side    `json:"a"`
	B    Side    `json:"b"`
	Cost float64 `json:"cost"`
	Sure bool    `json:"sure"`
}

// Of is a piece as it is written.
func Of(p *pattern.Piece) Piece {
	outline, starts := p.Outline()
	out := Piece{ID: p.ID, Name: Said(p.Name), Cut: p.Cut, MirrorPairs: p.Mirrored, OnFold: p.Fold != "",
		GrainDeg: 90 + p.GrainDegrees, Outline: points(outline), CutOutline: points(p.CutLine()), Edges: []Edge{}, Marks: []Mark{},
		CutFor: map[string]int{string(pattern.ForOuter): p.CutOf(pattern.ForOuter)}}
	for k, e := range p.Edges {
		to := 0
		if k+1 < len(starts) {
			to = starts[k+1]
		}
		id := e.ID
		if id == p.Fold {
			id = "fold"
		}
		out.Edges = append(out.Edges, Edge{id, starts[k], to, Round(e.Length()), Round(e.Allowance)})
	}
	for _, nt := range p.Notches {
		if e, ok := p.Edge(nt.Edge); ok {
			at, _ := plane.Along(e.Line, nt.At)
			q := point(at)
			out.Marks = append(out.Marks, Mark{Kind: "notch", At: &q, Label: Said(nt.Label)})
		}
	}
	for _, m := range p.Marks {
		k := Mark{Kind: string(m.Kind), Label: Said(m.Label)}
		if len(m.Path) == 1 {
			q := point(m.Path[0])
			k.At = &q
		} else {
			k.Path = points(m.Path)
		}
		out.Marks = append(out.Marks, k)
	}
	for _, c := range p.Also {
		out.CutFor[string(c.For)] = c.N
	}
	for _, l := range p.Levels {
		out.Levels = append(out.Levels, Level{Round(l.Drop), points(l.Path), l.Open})
	}
	return out
}

// SideOf is an edge of a piece as it is written.
func SideOf(s pattern.Side) Side { return Side{s.Piece, s.Edge} }

// Said is a text with its lengths in words.
func Said(text string) string { return measure.Say(text, measure.CM) }
