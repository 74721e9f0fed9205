// Package patternjson writes a drafted garment in the project's pattern
// format, which other programs read.
package patternjson

import (
	"encoding/json"
	"io"
	"math"

	"ardentgusset/core/ensemble"
	"ardentgusset/core/making"
	"ardentgusset/core/measure"
	"ardentgusset/core/notion"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
)

const format = "ardent-gusset/pattern"

type xy [2]float64

type document struct {
	Format  string             `json:"format"`
	Version int                `json:"version"`
	Garment string             `json:"garment"`
	Figure  map[string]float64 `json:"figure"`
	Pieces  []piece            `json:"pieces"`
	Seams   []seam             `json:"seams"`
	Notions []called           `json:"notions"`
	// Truing and Girths are told of a pattern of one's own: how its seams come out, and what it measures round a figure.
	Truing []Truing `json:"truing,omitempty"`
	Girths []Girth  `json:"girths,omitempty"`
	Error  *Errors  `json:"error_mm,omitempty"`
	// Proposed are seams that nobody has confirmed.
	Proposed []Proposed `json:"proposed,omitempty"`
}

type piece struct {
	ID          string  `json:"id"`
	Name        string  `json:"name"`
	Cut         int     `json:"cut"`
	MirrorPairs bool    `json:"mirror_pairs"`
	OnFold      bool    `json:"on_fold"`
	GrainDeg    float64 `json:"grain_deg"`
	Outline     []xy    `json:"outline"`
	CutOutline  []xy    `json:"cut_outline"`
	Edges       []edge  `json:"edges"`
	Marks       []mark  `json:"marks"`
	// CutFor says how many of cut are for which layer; Levels are where levels of the body lie on a fitted piece.
	CutFor map[string]int `json:"cut_for"`
	Levels []level        `json:"levels,omitempty"`
}

type level struct {
	BelowWaist float64 `json:"below_waist_mm"`
	Path       []xy    `json:"path"`
	// Open is one from armhole to armhole, no part of a ring.
	Open bool `json:"open,omitempty"`
}

type edge struct {
	ID        string  `json:"id"`
	From      int     `json:"from"`
	To        int     `json:"to"`
	Length    float64 `json:"length_mm"`
	Allowance float64 `json:"allowance_mm"`
}

type mark struct {
	Kind  string `json:"kind"`
	At    *xy    `json:"at,omitempty"`
	Path  []xy   `json:"path,omitempty"`
	Label string `json:"label"`
}

type side struct {
	Piece string `json:"piece"`
	Edge  string `json:"edge"`
}

type seam struct {
	ID        string  `json:"id"`
	A         side    `json:"a"`
	B         side    `json:"b"`
	Ease      float64 `json:"ease_mm"`
	Technique string  `json:"technique"`
}

type called struct {
	Kind     string  `json:"kind"`
	What     string  `json:"what"`
	Quantity float64 `json:"quantity"`
	Unit     string  `json:"unit"`
	Why      string  `json:"why"`
}

func points(line []plane.Point) []xy {
	out := make([]xy, len(line))
	for i, p := range line {
		out[i] = point(p)
	}
	return out
}

// Micrometres are finer than any cutter.
func point(p plane.Point) xy { return xy{round(p.X), round(p.Y)} }

func round(x float64) float64 { return math.Round(x*1000)/1000 + 0 }

// Write writes a stage. Edges from and to index outline; an edge that ends
// where the outline closes has to = 0.
func Write(w io.Writer, s ensemble.Stage) error {
	d := document{Format: format, Version: 1, Garment: s.Kind, Figure: map[string]float64{}, Pieces: []piece{},
		Seams: []seam{}, Notions: []called{}}
	for l, girth := range s.Draft.On {
		d.Figure[string(l)+"_girth"] = round(girth)
	}
	for i := range s.Draft.Pieces {
		d.Pieces = append(d.Pieces, pieceOf(&s.Draft.Pieces[i]))
	}
	for _, t := range s.Trued {
		d.Seams = append(d.Seams, seam{ID: t.ID, A: side{t.A.Piece, t.A.Edge}, B: side{t.B.Piece, t.B.Edge}, Ease: round(t.Ease),
			Technique: said(making.Words(t.Seam))})
	}
	for _, x := range s.Notions() {
		d.Notions = append(d.Notions, notionOf(x))
	}
	enc := json.NewEncoder(w)
	enc.SetIndent("", " ")
	return enc.Encode(d)
}

// pieceOf is a piece as it is written.
func pieceOf(p *pattern.Piece) piece {
	outline, starts := p.Outline()
	out := piece{ID: p.ID, Name: said(p.Name), Cut: p.Cut, MirrorPairs: p.Mirrored, OnFold: p.Fold != "",
		GrainDeg: 90 + p.GrainDegrees, Outline: points(outline), CutOutline: points(p.CutLine()), Edges: []edge{}, Marks: []mark{},
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
		out.Edges = append(out.Edges, edge{id, starts[k], to, round(e.Length()), round(e.Allowance)})
	}
	for _, nt := range p.Notches {
		if e, ok := p.Edge(nt.Edge); ok {
			at, _ := plane.Along(e.Line, nt.At)
			q := point(at)
			out.Marks = append(out.Marks, mark{Kind: "notch", At: &q, Label: said(nt.Label)})
		}
	}
	for _, m := range p.Marks {
		k := mark{Kind: string(m.Kind), Label: said(m.Label)}
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
		out.Levels = append(out.Levels, level{round(l.Drop), points(l.Path), l.Open})
	}
	return out
}

func notionOf(x notion.Notion) called {
	return called{x.Kind, said(x.What), round(x.Quantity), x.Unit, said(x.Why)}
}

// said is a text with its lengths in words.
func said(text string) string { return measure.Say(text, measure.CM) }
