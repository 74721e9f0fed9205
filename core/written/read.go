package written

import (
	"bytes"
	"encoding/json"
	"fmt"
	"math"
	"strings"

	"ardentgusset/core/alter"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
)

// MostPieces and MostPoints are how many pieces a pattern has at most, and how many points in all.
const (
	MostPieces = 200
	MostPoints = 20000
	farthest   = 30000.0 // a piece reaches at most, mm
)

// cornered is from what turn on a point of an outline that names no edges is a corner, degrees (trade knowledge, from memory).
const cornered = 30.0

// Read reads pieces and the seams between them in the pattern Format. What has no edges is given some: from corner to corner. Notches lie
// on the edges again. An error names the piece and what is wrong with it.
func Read(data []byte) (alter.Set, error) {
	var d Document
	dec := json.NewDecoder(bytes.NewReader(data))
	dec.DisallowUnknownFields()
	if err := dec.Decode(&d); err != nil {
		return alter.Set{}, fmt.Errorf("the pattern can't be read: %s", strings.TrimPrefix(err.Error(), "json: "))
	}
	if d.Format != "" && d.Format != Format {
		return alter.Set{}, fmt.Errorf("format is %q, not %q", d.Format, Format)
	}
	if d.Version > 1 {
		return alter.Set{}, fmt.Errorf("version is %d: a newer program wrote it; this one reads 1", d.Version)
	}
	return d.Set()
}

// Set are its pieces and the seams between them.
func (d *Document) Set() (alter.Set, error) {
	out := alter.Set{}
	if len(d.Pieces) == 0 {
		return out, fmt.Errorf("pieces: there are none")
	}
	if len(d.Pieces) > MostPieces {
		return out, fmt.Errorf("pieces: %d, %d at most", len(d.Pieces), MostPieces)
	}
	points := 0
	seen := map[string]bool{}
	for i := range d.Pieces {
		q := &d.Pieces[i]
		points += len(q.Outline)
		if points > MostPoints {
			return out, fmt.Errorf("the pieces have more than %d points in all", MostPoints)
		}
		if q.ID == "" || seen[q.ID] {
			return out, fmt.Errorf("piece %d: its id %q is missing or there twice", i+1, q.ID)
		}
		seen[q.ID] = true
		p, err := q.piece()
		if err != nil {
			return out, fmt.Errorf("piece %s: %w", q.ID, err)
		}
		out.Pieces = append(out.Pieces, p)
	}
	for _, s := range d.Seams {
		one := pattern.Seam{ID: s.ID, A: pattern.Side{Piece: s.A.Piece, Edge: s.A.Edge}, B: pattern.Side{Piece: s.B.Piece, Edge: s.B.Edge},
			Ease: s.Ease}
		for _, side := range []pattern.Side{one.A, one.B} {
			p, ok := out.Piece(side.Piece)
			if !ok {
				return out, fmt.Errorf("seam %s: there is no piece %q", s.ID, side.Piece)
			}
			if _, ok := p.Edge(side.Edge); !ok {
				return out, fmt.Errorf("seam %s: %s has no edge %q", s.ID, side.Piece, side.Edge)
			}
		}
		one.Absorbed = TakenUp(&out, one)
		out.Seams = append(out.Seams, one)
	}
	return out, nil
}

// TakenUp is what takes the ease of a seam up, which the format does not tell: darts that open on its longer edge, else the least that
// can.
func TakenUp(set *alter.Set, s pattern.Seam) pattern.Takeup {
	a, _ := set.Piece(s.A.Piece)
	b, _ := set.Piece(s.B.Piece)
	e, _ := a.Edge(s.A.Edge)
	if s.Ease > pattern.Slack && (len(b.Mouths(s.B.Edge)) > 0 || len(a.Mouths(s.A.Edge)) > 0) {
		return pattern.Darts
	}
	for _, t := range []pattern.Takeup{pattern.Equal, pattern.Eased, pattern.ShrunkIn, pattern.Pleats, pattern.Gathers} {
		if t.Holds(e.Length(), s.Ease) {
			return t
		}
	}
	return pattern.Gathers
}

// piece is a piece as it is worked with.
func (q *Piece) piece() (pattern.Piece, error) {
	p := pattern.Piece{ID: q.ID, Name: q.Name, Cut: max(q.Cut, 1), Mirrored: q.MirrorPairs, GrainDegrees: q.GrainDeg - 90}
	if p.Name == "" {
		p.Name = p.ID
	}
	if q.GrainDeg == 0 {
		p.GrainDegrees = 0
	}
	if q.Cut > 1000 {
		return p, fmt.Errorf("cut is %d: 1000 at most", q.Cut)
	}
	line := make([]plane.Point, 0, len(q.Outline))
	for _, at := range q.Outline {
		if math.IsNaN(at[0]+at[1]) || math.Abs(at[0]) > farthest || math.Abs(at[1]) > farthest {
			return p, fmt.Errorf("outline: %v lies further than any cloth reaches", at)
		}
		line = append(line, plane.Pt(at[0], at[1]))
	}
	if len(line) < 3 {
		return p, fmt.Errorf("outline: three points at least")
	}
	if i, _, crossed := plane.Crossing(line); crossed {
		return p, fmt.Errorf("outline: it crosses itself near %.1f, %.1f", line[i].X, line[i].Y)
	}
	if plane.Area(line) < 1 {
		if plane.Area(line) > -1 {
			return p, fmt.Errorf("outline: it encloses nothing")
		}
		if len(q.Edges) > 0 {
			return p, fmt.Errorf("outline: it runs with the clock; its edges are counted against it")
		}
		line = plane.Reversed(line)
	}
	edges := q.Edges
	if len(edges) == 0 {
		edges = corners(line)
	}
	if err := taken(&p, line, edges); err != nil {
		return p, err
	}
	if q.OnFold {
		if _, ok := p.Edge("fold"); !ok {
			return p, fmt.Errorf("on_fold: the edge that lies on the fold is called fold; there is none")
		}
		p.Fold = "fold"
	}
	for _, m := range q.Marks {
		one := pattern.Mark{Kind: pattern.MarkKind(m.Kind), Label: m.Label}
		if m.At != nil {
			one.Path = []plane.Point{plane.Pt(m.At[0], m.At[1])}
		}
		for _, at := range m.Path {
			one.Path = append(one.Path, plane.Pt(at[0], at[1]))
		}
		if m.Kind == "notch" && len(one.Path) == 1 {
			p.Notches = append(p.Notches, notched(&p, one))
			continue
		}
		p.Marks = append(p.Marks, one)
	}
	for f, n := range q.CutFor {
		if pattern.For(f) != pattern.ForOuter && n > 0 {
			p.Also = append(p.Also, pattern.CutFor{For: pattern.For(f), N: n})
		}
	}
	for _, l := range q.Levels {
		one := pattern.Level{Drop: l.BelowWaist, Open: l.Open}
		for _, at := range l.Path {
			one.Path = append(one.Path, plane.Pt(at[0], at[1]))
		}
		p.Levels = append(p.Levels, one)
	}
	return p, nil
}

// taken gives a piece its edges: stretches of its outline that follow each other and close.
func taken(p *pattern.Piece, line []plane.Point, edges []Edge) error {
	n := len(line)
	next := edges[0].From
	seen := map[string]bool{}
	for i, e := range edges {
		if e.ID == "" || seen[e.ID] {
			return fmt.Errorf("edge %d: its id %q is missing or there twice", i+1, e.ID)
		}
		seen[e.ID] = true
		if e.From < 0 || e.From >= n || e.To < 0 || e.To >= n || e.From%n != next%n {
			return fmt.Errorf("edge %s: it runs from %d to %d; edges follow each other round the %d points of the outline", e.ID, e.From,
				e.To, n)
		}
		if e.Allowance < 0 || e.Allowance > 300 || math.IsNaN(e.Allowance) {
			return fmt.Errorf("edge %s: allowance_mm is %g; 0 to 300 are right", e.ID, e.Allowance)
		}
		one := pattern.Edge{ID: e.ID, Name: e.ID, Allowance: e.Allowance}
		k := e.From
		one.Line = append(one.Line, line[k])
		for {
			k = (k + 1) % n
			one.Line = append(one.Line, line[k])
			if k == e.To {
				break
			}
		}
		next = e.To
		p.Edges = append(p.Edges, one)
	}
	if next%n != edges[0].From%n {
		return fmt.Errorf("its edges do not close: the last ends at point %d, the first begins at %d", next, edges[0].From)
	}
	return nil
}

// corners are edges from corner to corner of an outline; one all round where it has none.
func corners(line []plane.Point) (out []Edge) {
	n := len(line)
	var at []int
	for i, q := range line {
		a, b := line[(i+n-1)%n], line[(i+1)%n]
		u, v := q.Sub(a), b.Sub(q)
		if math.Abs(math.Atan2(u.Cross(v), u.Dot(v))) > cornered*math.Pi/180 {
			at = append(at, i)
		}
	}
	if len(at) < 2 {
		return []Edge{{ID: "edge-1"}}
	}
	for i, from := range at {
		out = append(out, Edge{ID: fmt.Sprintf("edge-%d", i+1), From: from, To: at[(i+1)%len(at)]})
	}
	return out
}

// notched is a notch on the edge that it lies nearest to.
func notched(p *pattern.Piece, m pattern.Mark) pattern.Notch {
	out, off := pattern.Notch{Label: m.Label}, math.Inf(1)
	for _, e := range p.Edges {
		if along, d := plane.Nearest(e.Line, m.Path[0]); d < off-1e-9 {
			off, out.Edge, out.At = d, e.ID, along
		}
	}
	return out
}

// Outlined is a piece of an outline alone: its edges run from corner to corner.
func Outlined(id, name string, line []plane.Point) (pattern.Piece, error) {
	q := Piece{ID: id, Name: name, Cut: 1, GrainDeg: 90}
	for _, p := range line {
		q.Outline = append(q.Outline, XY{p.X, p.Y})
	}
	return q.piece()
}
