// Package alter changes pieces by named operations, one after another: each tells what it does and to what, and can be taken back, moved
// or left out, since the pieces are worked out anew from those that came. Lengths are mm; places of a piece are x to the right and y up
// as it is drawn.
package alter

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
)

// XY is a place of a piece.
type XY [2]float64

func (p XY) point() plane.Point { return plane.Pt(p[0], p[1]) }

// Op is one change. Which of its fields count follows from what it is.
type Op struct {
	Op    string `json:"op"`
	Piece string `json:"piece,omitempty"`
	Edge  string `json:"edge,omitempty"`
	Dart  string `json:"dart,omitempty"`
	// With is the other piece, WithEdge its edge.
	With     string          `json:"with,omitempty"`
	WithEdge string          `json:"with_edge,omitempty"`
	From     *XY             `json:"from,omitempty"`
	To       any             `json:"to,omitempty"` // a place; of a grading the pieces of the other size
	At       *float64        `json:"at_mm,omitempty"`
	By       Amounts         `json:"by_mm,omitempty"`
	Found    *float64        `json:"found_mm,omitempty"`
	Hinge    string          `json:"hinge,omitempty"`
	Share    *float64        `json:"share,omitempty"`
	Cuts     int             `json:"cuts,omitempty"`
	Name     string          `json:"name,omitempty"`
	Sizes    []pattern.Piece `json:"-"` // the pieces of the other size, read
	Off      bool            `json:"off,omitempty"`
}

// Set is pieces with the seams between them.
type Set struct {
	Pieces []pattern.Piece
	Seams  []pattern.Seam
}

// Piece finds a piece.
func (s *Set) Piece(id string) (*pattern.Piece, bool) {
	for i := range s.Pieces {
		if s.Pieces[i].ID == id {
			return &s.Pieces[i], true
		}
	}
	return nil, false
}

func (s *Set) copied() Set {
	out := Set{Seams: slices.Clone(s.Seams)}
	for _, p := range s.Pieces {
		out.Pieces = append(out.Pieces, p.Copied())
	}
	return out
}

// OpError tells which operation can't be done, by its number from 1 and what it is, which field is to blame, and why; At is the place it
// speaks of, where there is one.
type OpError struct {
	N     int
	Op    string
	Field string
	Why   string
	Piece string
	At    *plane.Point
}

func (e *OpError) Error() string {
	said := fmt.Sprintf("operation %d, %s", e.N, e.Op)
	if e.Field != "" {
		said += ", " + e.Field
	}
	return said + ": " + e.Why
}

// wrong is an error of a field.
func wrong(field, format string, a ...any) *OpError {
	return &OpError{Field: field, Why: fmt.Sprintf(format, a...)}
}

// Most is how many operations one pattern keeps.
const Most = 400

// Apply does operations one after another on what came, which stays as it is. It stops at the first that can't be done, with what was
// reached until then.
func Apply(came Set, ops []Op) (Set, error) {
	out := came.copied()
	if len(ops) > Most {
		return out, fmt.Errorf("a pattern keeps %d operations at most; these are %d", Most, len(ops))
	}
	for i := range ops {
		if ops[i].Off {
			continue
		}
		next, err := one(out, &ops[i])
		if err != nil {
			err.N, err.Op = i+1, ops[i].Op
			return out, err
		}
		out = next
	}
	return out, nil
}

func one(on Set, o *Op) (Set, *OpError) {
	k, ok := kinds[o.Op]
	if !ok {
		names := make([]string, 0, len(listed))
		for _, l := range listed {
			names = append(names, l.Op)
		}
		return on, wrong("op", "there is no operation %.40q; there are %s", o.Op, strings.Join(names, ", "))
	}
	next := Set{Pieces: slices.Clone(on.Pieces), Seams: slices.Clone(on.Seams)}
	for i := range next.Pieces { // what is changed is changed on a copy
		if next.Pieces[i].ID == o.Piece || o.Op == "grade" {
			next.Pieces[i] = next.Pieces[i].Copied()
		}
	}
	p, found := next.Piece(o.Piece)
	if !found {
		ids := make([]string, 0, len(next.Pieces))
		for _, q := range next.Pieces {
			ids = append(ids, q.ID)
		}
		if o.Op != "grade" || o.Piece != "" {
			return on, wrong("piece", "there is no piece %.40q; there are %s", o.Piece, strings.Join(ids, ", "))
		}
	}
	for _, x := range o.By {
		if math.IsNaN(x) || math.Abs(x) > mostBy {
			return on, wrong("by_mm", "it is %g at most either way", mostBy)
		}
	}
	if err := k(&next, p, o); err != nil {
		return on, err
	}
	for i := range next.Pieces {
		q := &next.Pieces[i]
		if _, was := on.Piece(q.ID); was && q.ID != o.Piece && o.Op != "grade" {
			continue
		}
		if err := sound(q); err != nil {
			if o.Found != nil {
				err.Field = "found_mm"
			}
			return on, err
		}
	}
	return next, nil
}

// mostBy is by how much a piece is changed at most in one operation; least how short an edge may become, mm.
const (
	mostBy = 2000.0
	least  = 3.0
)

// sound tells what would be wrong with a piece, and where.
func sound(p *pattern.Piece) *OpError {
	line, _ := p.Outline()
	for _, q := range line {
		if math.IsNaN(q.X+q.Y) || math.Abs(q.X)+math.Abs(q.Y) > 1e5 {
			return wrong("by_mm", "%s would be larger than any cloth", p.Name)
		}
	}
	if a, _, crossed := plane.Crossing(line); crossed {
		at := line[a]
		return &OpError{Field: "by_mm", Why: fmt.Sprintf("the outline of %s would cross itself near %.0f, %.0f", p.Name, at.X, at.Y),
			Piece: p.ID, At: &at}
	}
	if plane.Area(line) <= 0 {
		return wrong("by_mm", "nothing would be left of %s", p.Name)
	}
	for _, e := range p.Edges {
		if e.Length() < least && len(p.Edges) > 1 {
			at := e.Line[0]
			return &OpError{Field: "by_mm", Why: fmt.Sprintf("the edge %s of %s would be %s long", e.ID, p.Name,
				measure.TellFine(e.Length())),
				Piece: p.ID, At: &at}
		}
	}
	return nil
}

// edge finds an edge of a piece.
func edge(p *pattern.Piece, id, field string) (*pattern.Edge, *OpError) {
	if e, ok := p.Edge(id); ok {
		return e, nil
	}
	if id == "fold" && p.Fold != "" {
		e, _ := p.Edge(p.Fold)
		return e, nil
	}
	ids := make([]string, 0, len(p.Edges))
	for _, e := range p.Edges {
		ids = append(ids, e.ID)
	}
	return nil, wrong(field, "%s has no edge %.40q; it has %s", p.Name, id, strings.Join(ids, ", "))
}

// onEdge is how near to an edge a place must lie to be taken for one on it, mm.
const onEdge = 5.0

// place is the place of an edge nearest to one of the piece.
func place(p *pattern.Piece, at plane.Point, field string) (pattern.Place, *OpError) {
	best, off := pattern.Place{}, math.Inf(1)
	for _, e := range p.Edges {
		if along, d := plane.Nearest(e.Line, at); d < off {
			best, off = pattern.Place{Edge: e.ID, At: along}, d
		}
	}
	if off > onEdge {
		return best, &OpError{Field: field, Why: fmt.Sprintf("%.0f, %.0f lies %s off the outline of %s: a cut begins and ends on it",
			at.X, at.Y,
			measure.TellFine(off), p.Name),
			Piece: p.ID, At: &at}
	}
	return best, nil
}
