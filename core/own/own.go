// Package own is a pattern of one's own as it is kept: the pieces as they came, what was said of them, and what was changed, one
// operation after another. What it is now is worked out anew from that, so that nothing that came is ever lost.
package own

import (
	"bytes"
	"encoding/json"
	"fmt"
	"math"
	"slices"
	"strings"

	"ardentgusset/core/alter"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/written"
)

// Most is how long a pattern's text is at most, bytes.
const Most = 8 << 20

// Document is a pattern of one's own.
type Document struct {
	Version int `json:"version"`
	// Came are the pieces as they came, and the seams that came with them.
	Came Came `json:"came"`
	// Seams are those that the maker has said; NotSewn are seams that came with it and are none.
	Seams   []Seam   `json:"seams,omitempty"`
	NotSewn []string `json:"not_sewn,omitempty"`
	// Edges are what the maker has said of edges.
	Edges []Said `json:"edges,omitempty"`
	// Waist is how high on a piece the wearer's waist lies, mm as the piece is drawn, by the piece.
	Waist map[string]float64 `json:"waist_mm,omitempty"`
	// Error is how far what was traced may be off, mm.
	Error *written.Errors `json:"error_mm,omitempty"`
	// Left is what a drawing had besides that was left out, in words.
	Left string `json:"left_out,omitempty"`
	// Ops are the changes, in order.
	Ops []alter.Op `json:"ops,omitempty"`
}

// Came is what came.
type Came struct {
	Pieces []written.Piece `json:"pieces"`
	Seams  []written.Seam  `json:"seams,omitempty"`
}

// Seam is a seam that the maker has said, and what takes a difference of its edges up; "" for what can.
type Seam struct {
	A     written.Side   `json:"a"`
	B     written.Side   `json:"b"`
	Takes pattern.Takeup `json:"takes,omitempty"`
}

// ID is what the seam is called.
func (s Seam) ID() string { return s.A.Piece + "/" + s.A.Edge + "+" + s.B.Piece + "/" + s.B.Edge }

// Said is what an edge is that is sewn to nothing, and the allowance outside it, mm.
type Said struct {
	Piece     string           `json:"piece"`
	Edge      string           `json:"edge"`
	Kind      pattern.EdgeKind `json:"kind,omitempty"`
	Allowance *float64         `json:"allowance_mm,omitempty"`
}

// Kinds are what an edge can be said to be that is sewn to nothing, with words for it.
func Kinds() []Kind {
	return []Kind{{pattern.Hem, "a hem"}, {pattern.Opening, "an opening"}, {pattern.FacedOut, "faced"}, {pattern.Bound, "bound"},
		{pattern.CasingAt, "a casing"}, {pattern.Enclosed, "shut in something else"}}
}

// Kind is one of them.
type Kind struct {
	Key   pattern.EdgeKind
	Label string
}

// Takes are what can take a difference up, with words for it.
func Takes() []pattern.Takeup {
	return []pattern.Takeup{pattern.Equal, pattern.Eased, pattern.Gathers, pattern.Pleats, pattern.Darts}
}

// Read reads a pattern. An error names what is wrong in it.
func Read(text string) (*Document, error) {
	if len(text) > Most {
		return nil, fmt.Errorf("the pattern has %d bytes; %d at most", len(text), Most)
	}
	d := new(Document)
	dec := json.NewDecoder(strings.NewReader(text))
	dec.DisallowUnknownFields()
	if err := dec.Decode(d); err != nil {
		return nil, fmt.Errorf("the pattern can't be read: %s", strings.TrimPrefix(err.Error(), "json: "))
	}
	if d.Version > 1 {
		return nil, fmt.Errorf("the pattern is of version %d: a newer program wrote it; this one reads 1", d.Version)
	}
	if len(d.Ops) > alter.Most {
		return nil, fmt.Errorf("it has %d changes; %d at most", len(d.Ops), alter.Most)
	}
	for i := range d.Ops {
		if err := sizes(&d.Ops[i]); err != nil {
			return nil, fmt.Errorf("change %d, %s, to: %w", i+1, d.Ops[i].Op, err)
		}
	}
	if _, err := d.came(); err != nil {
		return nil, err
	}
	return d, nil
}

// Bring is the pattern that pieces make as they come.
func Bring(set alter.Set) *Document {
	d := &Document{Version: 1, Waist: map[string]float64{}}
	for i := range set.Pieces {
		p := &set.Pieces[i]
		one := written.Of(p)
		one.CutOutline = nil
		d.Came.Pieces = append(d.Came.Pieces, one)
		for _, l := range p.Levels { // what is ours tells where the waist lies
			if math.Abs(l.Drop) < 0.01 && !l.Open && len(l.Path) > 1 {
				d.Waist[p.ID] = l.Path[0].Y
			}
		}
	}
	for _, s := range set.Seams {
		d.Came.Seams = append(d.Came.Seams, written.Seam{ID: s.ID, A: written.SideOf(s.A), B: written.SideOf(s.B),
			Ease: written.Round(s.Ease)})
	}
	return d
}

// Text is the pattern as it is kept.
func (d *Document) Text() string {
	var b bytes.Buffer
	enc := json.NewEncoder(&b)
	enc.SetEscapeHTML(false)
	if err := enc.Encode(d); err != nil { // its numbers are finite: they were read
		return ""
	}
	return strings.TrimSpace(b.String())
}

// sizes reads the pieces of the other size that an operation grades towards.
func sizes(o *alter.Op) error {
	if o.Op != "grade" || o.To == nil {
		return nil
	}
	b, err := json.Marshal(o.To)
	if err != nil {
		return err
	}
	if bytes.HasPrefix(b, []byte("[")) { // the pieces alone
		b = append(append([]byte(`{"pieces":`), b...), '}')
	}
	set, err := written.Read(b)
	o.Sizes = set.Pieces
	return err
}

// came are the pieces and seams as they came.
func (d *Document) came() (alter.Set, error) {
	doc := written.Document{Format: written.Format, Version: 1, Pieces: d.Came.Pieces, Seams: d.Came.Seams}
	return doc.Set()
}

// AsCame are the pieces as they came, unchanged.
func (d *Document) AsCame() []pattern.Piece {
	set, _ := d.came()
	return set.Pieces
}

// Set is the pattern as it is now, with levels so many mm below the waist on its pieces where it is known where the waist lies. Where a
// change can't be done it is what was reached until then, with the error.
func (d *Document) Set(levels ...float64) (alter.Set, error) {
	set, err := d.came()
	if err != nil {
		return set, err
	}
	d.level(&set, levels)
	set.Seams = slices.DeleteFunc(set.Seams, func(s pattern.Seam) bool { return slices.Contains(d.NotSewn, s.ID) })
	d.tell(&set)
	later := d.join(&set, d.Seams)
	set, failed := alter.Apply(set, d.Ops)
	d.tell(&set)
	lost := d.join(&set, later)
	for i := range set.Seams { // what takes a difference up follows what the edges have become
		if s := &set.Seams[i]; slices.ContainsFunc(d.Seams, func(o Seam) bool { return o.ID() == s.ID }) {
			settle(&set, s)
		}
	}
	if failed == nil && len(lost) > 0 {
		failed = fmt.Errorf("the seam of %s to %s: one of its edges is not there any more", lost[0].A.Edge, lost[0].B.Edge)
	}
	return set, failed
}

// level lays levels on the pieces that have none of their own.
func (d *Document) level(set *alter.Set, levels []float64) {
	for i := range set.Pieces {
		p := &set.Pieces[i]
		waist, ok := d.Waist[p.ID]
		if !ok || len(p.Levels) > 0 || math.IsNaN(waist) {
			continue
		}
		line, _ := p.Outline()
		for _, drop := range levels {
			left, right, ok := across(line, waist-drop)
			if ok && right-left > 1 {
				p.Levels = append(p.Levels, pattern.Level{Drop: drop, Path: []plane.Point{{X: left, Y: waist - drop}, {X: right,
					Y: waist - drop}}})
			}
		}
	}
}

// across is from where to where an outline reaches at a height; false where it does not.
func across(line []plane.Point, y float64) (left, right float64, ok bool) {
	left, right = math.Inf(1), math.Inf(-1)
	for i, a := range line {
		b := line[(i+1)%len(line)]
		if (a.Y > y) == (b.Y > y) {
			continue
		}
		x := a.X + (b.X-a.X)*(y-a.Y)/(b.Y-a.Y)
		left, right = min(left, x), max(right, x)
	}
	return left, right, left <= right
}

// tell gives the edges what was said of them.
func (d *Document) tell(set *alter.Set) {
	for _, said := range d.Edges {
		p, ok := set.Piece(said.Piece)
		if !ok {
			continue
		}
		e, ok := p.Edge(said.Edge)
		if !ok {
			continue
		}
		if said.Kind != "" {
			e.Kind, e.Turned = said.Kind, said.Kind == pattern.Hem
		}
		if said.Allowance != nil && !math.IsNaN(*said.Allowance) {
			e.Allowance = min(max(*said.Allowance, 0), 300)
		}
	}
}

// join adds seams whose edges are there, and gives back the others.
func (d *Document) join(set *alter.Set, seams []Seam) (left []Seam) {
	for _, s := range seams {
		a, okA := set.Piece(s.A.Piece)
		b, okB := set.Piece(s.B.Piece)
		if okA && okB {
			_, okA = a.Edge(s.A.Edge)
			_, okB = b.Edge(s.B.Edge)
		}
		if !okA || !okB {
			left = append(left, s)
			continue
		}
		one := pattern.Seam{ID: s.ID(), A: pattern.Side{Piece: s.A.Piece, Edge: s.A.Edge}, B: pattern.Side{Piece: s.B.Piece, Edge: s.B.Edge},
			Absorbed: s.Takes}
		settle(set, &one)
		set.Seams = append(set.Seams, one)
	}
	return left
}

// settle is what a seam has to take up, and by what where that was not said.
func settle(set *alter.Set, s *pattern.Seam) {
	long := func(side pattern.Side) float64 {
		if p, ok := set.Piece(side.Piece); ok {
			if e, ok := p.Edge(side.Edge); ok {
				return e.Length()
			}
		}
		return 0
	}
	a, b := long(s.A), long(s.B)
	if a > b {
		s.A, s.B, a, b = s.B, s.A, b, a
	}
	s.Ease = b - a
	if s.Ease <= pattern.Slack {
		s.Ease, s.Absorbed = 0, pattern.Equal
		return
	}
	if s.Absorbed == pattern.Equal || !s.Absorbed.Holds(a, s.Ease) {
		s.Absorbed = written.TakenUp(set, *s)
	}
}

// ReadChanges reads changes by hand as they are kept for a garment that is drafted: done again after every redraft.
func ReadChanges(text string) ([]alter.Op, error) {
	if text == "" {
		return nil, nil
	}
	if len(text) > Most {
		return nil, fmt.Errorf("the changes have %d bytes; %d at most", len(text), Most)
	}
	var ops []alter.Op
	dec := json.NewDecoder(strings.NewReader(text))
	dec.DisallowUnknownFields()
	if err := dec.Decode(&ops); err != nil {
		return nil, fmt.Errorf("the changes can't be read: %s", strings.TrimPrefix(err.Error(), "json: "))
	}
	if len(ops) > alter.Most {
		return nil, fmt.Errorf("there are %d changes; %d at most", len(ops), alter.Most)
	}
	for i := range ops {
		if err := sizes(&ops[i]); err != nil {
			return nil, fmt.Errorf("change %d, %s, to: %w", i+1, ops[i].Op, err)
		}
	}
	return ops, nil
}

// Changes are changes as they are kept; "" for none.
func Changes(ops []alter.Op) string {
	if len(ops) == 0 {
		return ""
	}
	b, err := json.Marshal(ops)
	if err != nil { // its numbers are finite: they were read
		return ""
	}
	return string(b)
}
