package drape

import (
	"math"
	"slices"

	"ardentgusset/core/closure"
	"ardentgusset/core/draft"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
)

// TrimIs is what is seen on a fitted garment.
type TrimIs string

// What is seen on it.
const (
	SeamTrim    TrimIs = "seam"
	EdgeTrim    TrimIs = "edge"
	BoneTrim    TrimIs = "bone" // a side of its channel, or of a busk
	QuiltTrim   TrimIs = "quilt"
	PleatTrim   TrimIs = "pleat"
	LaceTrim    TrimIs = "lace"
	ButtonTrim  TrimIs = "button"
	EyeletTrim  TrimIs = "eyelet"
	StudTrim    TrimIs = "stud" // of a busk, over its loop
	StitchTrim  TrimIs = "stitch"
	HoopTrim    TrimIs = "hoop" // a steel of a cage
	leastButton        = 4.0    // across, mm: what is less is a hook
)

// Trim is something on a garment as it lies on the figure: a line, or one place with how far it is across.
type Trim struct {
	Is     TrimIs
	On     []Point
	Across float64 // mm; 0 for a line
}

// drawnEvery is between two places of a line on the pieces, mm.
const drawnEvery = 10.0

// Trims are the things that are seen on a garment whose pieces lie round the figure, on both halves of it: what is stitched, boned, laced
// and buttoned. lines asks for its seams and edges too.
func (f *Fitted) Trims(lines bool) []Trim {
	var out []Trim
	both := func(is TrimIs, on []Point, across float64) {
		out = append(out, Trim{is, on, across}, Trim{is, mirrored(on), across})
	}
	buttoned := slices.ContainsFunc(f.draft.Fastenings, func(x closure.Fastening) bool { return x.For == "" && x.Kind == closure.Buttons })
	for i := range f.draft.Pieces {
		p := &f.draft.Pieces[i]
		if p.Hidden || p.Of != "" || !f.has(p.ID) {
			continue
		}
		if lines {
			for k := range p.Edges {
				e := &p.Edges[k]
				is, draws := f.edgeIs(p, e)
				if draws {
					both(is, f.line(p.ID, e.Line), 0)
				}
			}
		}
		for _, m := range p.Marks {
			switch m.Kind {
			case pattern.BoneLine, pattern.BuskLine:
				for _, s := range m.Strokes() {
					both(BoneTrim, f.line(p.ID, s), 0)
				}
			case pattern.QuiltLine:
				both(QuiltTrim, f.line(p.ID, m.Path), 0)
			case pattern.Flossing:
				for _, s := range m.Strokes() {
					both(StitchTrim, f.line(p.ID, s), 0)
				}
			case pattern.PleatFold:
				if len(m.Path) > 1 {
					both(PleatTrim, f.line(p.ID, m.Path), 0)
				}
			case pattern.Eyelet:
				both(EyeletTrim, f.line(p.ID, m.Path), max(m.Width, 4))
			case pattern.Stud:
				out = append(out, Trim{StudTrim, f.line(p.ID, m.Path), max(m.Width, 5)})
			case pattern.Button:
				if !buttoned || m.Width < leastButton {
					continue
				}
				if at := f.line(p.ID, m.Path); len(at) > 0 && math.Abs(at[0].X) < 1.2*m.Width {
					out = append(out, Trim{ButtonTrim, at, m.Width})
				} else {
					both(ButtonTrim, at, m.Width)
				}
			}
		}
	}
	return append(out, f.laced()...)
}

// has tells whether a piece lies round the figure.
func (f *Fitted) has(piece string) bool {
	for i := range f.levels {
		if slices.ContainsFunc(f.levels[i].laid, func(l laid) bool { return l.piece == piece }) {
			return true
		}
	}
	return false
}

// edgeIs is what an edge is seen as; a seam is drawn once, with the piece that is named first in it, and what lies on the fold not at all.
func (f *Fitted) edgeIs(p *pattern.Piece, e *pattern.Edge) (TrimIs, bool) {
	if e.ID == p.Fold {
		return "", false
	}
	for _, s := range f.draft.Seams {
		if s.Join != pattern.Beside && s.Join != pattern.Inset && s.Join != pattern.Rejoined {
			continue
		}
		if s.A.Piece == p.ID && s.A.Edge == e.ID {
			return SeamTrim, true
		}
		if s.B.Piece == p.ID && s.B.Edge == e.ID {
			return "", false
		}
	}
	return EdgeTrim, true
}

// line is a line of a piece on the figure.
func (f *Fitted) line(piece string, path []plane.Point) []Point {
	var out []Point
	add := func(q plane.Point) {
		if p, ok := f.At(piece, q); ok {
			out = append(out, p)
		}
	}
	for i, q := range path {
		if i > 0 {
			for n, k := int(path[i-1].To(q)/drawnEvery), 1; k <= n; k++ {
				add(path[i-1].Toward(q, float64(k)/float64(n+1)))
			}
		}
		if i == 0 || i == len(path)-1 || path[i-1].To(q) > drawnEvery/3 {
			add(q)
		}
	}
	return out
}

// Beside is a line beside an edge of a piece, so far inside it, on the left half of the figure; nothing for one that does not lie round it.
func (f *Fitted) Beside(edge pattern.Side, inside float64) []Point {
	p := pieceOf(f.draft, edge.Piece)
	if p == nil || p.Hidden || p.Of != "" || !f.has(p.ID) {
		return nil
	}
	e, ok := p.Edge(edge.Edge)
	if !ok || e.ID == p.Fold {
		return nil
	}
	line := e.Line
	if inside > 0 {
		line = plane.Beside(line, inside)
	}
	return f.line(p.ID, line)
}

func mirrored(on []Point) []Point {
	out := slices.Clone(on)
	for i := range out {
		out[i].X = -out[i].X
	}
	return out
}

// laced are the laces from one edge to the other, through eyelets that are level or staggered.
func (f *Fitted) laced() (out []Trim) {
	for _, l := range f.draft.Laces {
		p := pieceOf(f.draft, l.Piece)
		if p == nil || !f.has(l.Piece) {
			continue
		}
		var left []Point
		for _, m := range p.Marks {
			if m.Kind == pattern.Eyelet {
				left = append(left, f.line(p.ID, m.Path)...)
			}
		}
		slices.SortFunc(left, func(a, b Point) int {
			if a.Z > b.Z {
				return -1
			}
			return 1
		})
		right := mirrored(left)
		for i := 1; i < len(left); i++ {
			out = append(out, Trim{LaceTrim, []Point{left[i-1], right[i]}, 0})
			if l.Style != closure.Spiral {
				out = append(out, Trim{LaceTrim, []Point{right[i-1], left[i]}, 0})
			}
		}
	}
	return out
}

func pieceOf(d *draft.Draft, id string) *pattern.Piece {
	for i := range d.Pieces {
		if d.Pieces[i].ID == id {
			return &d.Pieces[i]
		}
	}
	return nil
}
