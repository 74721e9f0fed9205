// Package pattern is the cut piece: its sewing line as named edges, its
// allowances, notches and marks, and the seams that join edges in pairs.
package pattern

import (
	"fmt"
	"math"

	"ardentgusset/core/plane"
)

// Edge is a named stretch of a piece's sewing line.
type Edge struct {
	ID        string
	Name      string
	Line      []plane.Point
	Allowance float64 // mm added outside it; 0 for a fold or a bound edge
	// Turned is set where the allowance is turned up as a hem: it is cut so
	// that it fits what it is turned on.
	Turned bool
	// Kind is what an edge is that is sewn to nothing; "" leaves it to be told by
	// its allowance.
	Kind EdgeKind
	// Technique is the key of the one it is usually worked by; "" for the usual
	// of its kind.
	Technique string
	// Corner is set where the edge is meant to end in a corner at its seams: a
	// tab, a slit, the top of a gusset.
	Corner bool
}

// EdgeKind is what an edge is when it is not sewn to another.
type EdgeKind string

const (
	Sewn     EdgeKind = "sewn"     // it takes part in a seam
	OnFold   EdgeKind = "fold"     // it lies on the fold of the cloth
	Hem      EdgeKind = "hem"      // turned up
	Bound    EdgeKind = "bound"    // in a strip; it has no allowance
	FacedOut EdgeKind = "faced"    // faced with a strip, or with a facing that derives from the piece
	Loose    EdgeKind = "loose"    // it hangs free inside: of a facing
	Opening  EdgeKind = "opening"  // turned in beside an opening
	BuskEdge EdgeKind = "busk"     // a half of a busk is set in it
	CasingAt EdgeKind = "casing"   // turned over a tape or elastic
	Layered  EdgeKind = "layered"  // sewn to the same edge of its other layer and turned
	Enclosed EdgeKind = "enclosed" // shut in something else
)

// KindOf is what an edge of the piece is among the seams.
func (p *Piece) KindOf(e Edge, seams []Seam) EdgeKind {
	if e.ID == p.Fold {
		return OnFold
	}
	for _, s := range seams {
		if s.Join == OwnFacing && p.Of == "" {
			continue
		}
		if s.A.Piece == p.ID && s.A.Edge == e.ID || s.B.Piece == p.ID && s.B.Edge == e.ID {
			return Sewn
		}
	}
	switch {
	case e.Kind != "":
		return e.Kind
	case p.Hidden:
		return Enclosed
	case e.Turned:
		return Hem
	case e.Allowance == 0:
		return Bound
	}
	return Opening
}

// Be says what edges of the piece are that are sewn to nothing.
func (p *Piece) Be(kind EdgeKind, edges ...string) {
	for _, id := range edges {
		if e, ok := p.Edge(id); ok {
			e.Kind = kind
		}
	}
}

// WithoutAllowance tells whether nothing is added outside an edge that something closes over: it
// is neither the fold nor one that hangs free.
func (p *Piece) WithoutAllowance(e Edge) bool {
	return e.Allowance == 0 && e.ID != p.Fold && e.Kind != Loose
}

// Face says that edges of the piece are faced, and by which technique they usually are.
func (p *Piece) Face(technique string, edges ...string) {
	p.Be(FacedOut, edges...)
	for _, id := range edges {
		if e, ok := p.Edge(id); ok {
			e.Technique = technique
		}
	}
}

// Length is the length of the sewing line, mm.
func (e Edge) Length() float64 { return plane.Length(e.Line) }

// Turns is how far the edge turns to its left from end to end, in radians.
func (e Edge) Turns() float64 {
	line := plane.Join(e.Line)
	sum := 0.0
	for i := 2; i < len(line); i++ {
		u, v := line[i-1].Sub(line[i-2]), line[i].Sub(line[i-1])
		sum += math.Atan2(u.Cross(v), u.Dot(v))
	}
	return sum
}

// HemSurplus is by how much the raw edges of all turned hems are longer than
// the lines they lie on once they are turned up, mm: twice the depth times the
// angle they turn through (the parallel curves of a line: Steiner's formula).
func HemSurplus(pieces []Piece) float64 {
	sum := 0.0
	for _, p := range pieces {
		times := float64(p.Cut)
		if p.Fold != "" {
			times *= 2
		}
		for _, e := range p.Edges {
			if e.Turned {
				sum += times * 2 * e.Allowance * e.Turns()
			}
		}
	}
	return sum
}

// Notch is a match mark at a distance along an edge from its start.
type Notch struct {
	Edge  string
	At    float64
	Label string
}

// For is what a cut of a piece is for.
type For string

// What a piece is cut for.
const (
	ForOuter       For = "outer"
	ForStrength    For = "strength" // the layer that takes the strain
	ForLining      For = "lining"
	ForInterlining For = "interlining"
	ForInterfacing For = "interfacing"
)

// CutFor is how many of a piece are cut for something. A layer that is sewn up apart is joined to the outer at the edges; else
// it is basted to the outer, and both are sewn as one.
type CutFor struct {
	For   For
	N     int
	Apart bool
}

// Piece is one pattern piece, right side up. Its edges run counter-clockwise,
// head to tail, and close. The grain runs up the piece (along y) unless
// GrainDegrees says otherwise.
type Piece struct {
	ID, Name     string
	Edges        []Edge
	Cut          int      // how many to cut, of the whole piece
	Also         []CutFor // how many of them are not for the outer layer
	Mirrored     bool     // half of them mirrored: a left and a right
	Fold         string   // the edge that lies on the fold of the cloth, or ""
	EitherWay    bool     // a straight strip that may also lie across the cloth
	GrainDegrees float64
	Hidden       bool   // nobody sees it once the garment is made
	Covered      bool   // its wrong side lies between layers: nothing rubs its allowances
	Of           string // the piece it derives from, or ""
	Notches      []Notch
	Marks        []Mark
	Levels       []Level // of the body, on what is fitted to it, from the top down
}

// CutOf is how many of the piece are cut for something.
func (p *Piece) CutOf(f For) int {
	others := 0
	for _, c := range p.Also {
		if c.For == f {
			return c.N
		}
		others += c.N
	}
	if f == ForOuter {
		return p.Cut - others
	}
	return 0
}

// Layered cuts half of the copies for another layer than the outer, basted to it.
func (p *Piece) Layered(f For) { p.Also = []CutFor{{For: f, N: p.Cut / 2}} }

// LayeredApart cuts half of the copies for another layer, which is sewn up apart.
func (p *Piece) LayeredApart(f For) { p.Also, p.Covered = []CutFor{{f, p.Cut / 2, true}}, true }

// Interfaced cuts as many again as there are of the outer from what stiffens it, basted to it: one set, whatever it is lined with.
func (p *Piece) Interfaced() {
	n := p.CutOf(ForOuter)
	p.Cut += n
	p.Also = append(p.Also, CutFor{For: ForInterfacing, N: n})
}

// Outermost is how many copies lie outermost, side by side: those of the outer, or of the one layer there is.
func (p *Piece) Outermost() int {
	if n := p.CutOf(ForOuter); n > 0 || len(p.Also) == 0 {
		return n
	}
	return p.Also[0].N
}

// Sewings is how many copies are sewn one by one: a layer that is basted to the outer is sewn with it.
func (p *Piece) Sewings() int {
	n := p.Outermost()
	for i, c := range p.Also {
		if c.Apart && (i > 0 || p.CutOf(ForOuter) > 0) {
			n += c.N
		}
	}
	return n
}

// Edge finds an edge by its ID.
func (p *Piece) Edge(id string) (*Edge, bool) {
	for i := range p.Edges {
		if p.Edges[i].ID == id {
			return &p.Edges[i], true
		}
	}
	return nil, false
}

// Outline is the sewing line as a polygon, and for each edge the index of its
// first point in it.
func (p *Piece) Outline() ([]plane.Point, []int) {
	var out []plane.Point
	starts := make([]int, len(p.Edges))
	for i, e := range p.Edges {
		line := plane.Join(e.Line)
		starts[i] = len(out)
		if len(out) > 0 && out[len(out)-1].Same(line[0]) {
			starts[i]--
			line = line[1:]
		}
		out = append(out, line...)
	}
	if len(out) > 1 && out[0].Same(out[len(out)-1]) {
		out = out[:len(out)-1]
	}
	return out, starts
}

// CutLine is the cutting line: every edge moved out by its own allowance.
func (p *Piece) CutLine() []plane.Point {
	sides := make([]plane.Side, len(p.Edges))
	for i, e := range p.Edges {
		sides[i] = plane.Side{Line: e.Line, Out: e.Allowance, Turned: e.Turned}
	}
	return plane.Outset(sides)
}

// Opened is the cutting line of the piece as it is cut: with its mirror half
// when it lies on a fold.
func (p *Piece) Opened() []plane.Point {
	line := p.CutLine()
	e, ok := p.Edge(p.Fold)
	if !ok {
		return line
	}
	// Folds are upright: x is the same at both ends.
	axis := e.Line[0].X
	right := e.Line[0].Y < e.Line[len(e.Line)-1].Y // going up, the piece is on the left
	var half []plane.Point
	n := len(line)
	from := -1
	for i, q := range line {
		next := line[(i+1)%n]
		if math.Abs(q.X-axis) < 1e-6 && math.Abs(next.X-axis) < 1e-6 && (next.Y > q.Y) == right {
			from = (i + 1) % n
		}
	}
	if from < 0 {
		return line
	}
	for k := range n {
		half = append(half, line[(from+k)%n])
	}
	back := plane.Reversed(plane.Mirrored(half, axis))
	return append(half, back[1:len(back)-1]...)
}

// Area is the cloth in one cut piece, mm².
func (p *Piece) Area() float64 { return plane.Area(p.Opened()) }

// CutNote says how many to cut and how.
func (p *Piece) CutNote() string {
	s := fmt.Sprintf("cut %d", p.Cut)
	for i, c := range p.Also {
		switch n := p.CutOf(ForOuter); {
		case i > 0:
		case n > 0:
			s = fmt.Sprintf("cut %d outer", n)
		default:
			s = fmt.Sprintf("cut %d %s", c.N, c.For)
			continue
		}
		s += fmt.Sprintf(", %d %s", c.N, c.For)
	}
	switch {
	case p.ToFold():
		return s + " on the fold"
	case p.Fold != "":
		return s + " whole, in a single layer: its other half is drawn beside it"
	}
	if p.Mirrored {
		s += ", mirrored"
	}
	if p.EitherWay {
		s += ", either way"
	}
	return s
}

// sliver is by how much a cutting line without allowances may be smaller than the sewing line:
// it leaves out corners that nobody sees, mm².
const sliver = 2.0

// Fault says what makes the piece impossible to cut, or nil.
func (p *Piece) Fault() error {
	line, _ := p.Outline()
	if len(line) < 3 {
		return fmt.Errorf("%s has no area", p.Name)
	}
	for _, q := range line {
		if math.IsNaN(q.X+q.Y) || math.IsInf(q.X+q.Y, 0) {
			return fmt.Errorf("%s has a corner that can't be placed", p.Name)
		}
	}
	for i, e := range p.Edges {
		next := p.Edges[(i+1)%len(p.Edges)]
		if e.Line[len(e.Line)-1].To(next.Line[0]) > 1e-3 {
			return fmt.Errorf("%s: %s does not meet %s", p.Name, e.Name, next.Name)
		}
		if e.Allowance < 0 {
			return fmt.Errorf("%s: %s has a negative allowance", p.Name, e.Name)
		}
	}
	if plane.Area(line) <= 0 {
		return fmt.Errorf("%s is turned inside out", p.Name)
	}
	if _, _, crossed := plane.Crossing(line); crossed {
		return fmt.Errorf("%s crosses its own sewing line", p.Name)
	}
	cut := p.CutLine()
	if _, _, crossed := plane.Crossing(cut); crossed {
		return fmt.Errorf("%s crosses its own cutting line", p.Name)
	}
	if plane.Area(cut) < plane.Area(line)-sliver {
		return fmt.Errorf("%s: the cutting line falls inside the sewing line", p.Name)
	}
	return nil
}
