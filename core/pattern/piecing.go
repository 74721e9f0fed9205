package pattern

import (
	"fmt"
	"math"
	"slices"

	"ardentgusset/core/plane"
)

// Piecing is a seam put into a piece so that it can be cut from smaller cloth:
// straight, along the grain or square across it, so that both parts keep the
// grain.
type Piecing struct {
	ID     int     `json:"id,omitempty"` // unique in its layer
	Piece  string  `json:"piece"`
	Across bool    `json:"across"` // square to the grain, at a height; else along it
	At     float64 `json:"at"`     // share of the piece's height from its lower edge, or of its width from its left, 0 to 1
}

// Pieced puts a piecing into pieces and seams; what was given is not changed.
// The larger part keeps the piece's ID, the other is ID-piece, or ID-piece-2 where
// there is one already; both have an edge "piecing", or "piecing_2" where they have
// one, with the allowance, mm. Edges that the new seam meets are
// divided, and so is whatever is sewn to them, at the same place. It fails when
// the line meets the piece's outline other than twice, or when something is
// worked on the piece across it.
func Pieced(pieces []Piece, seams []Seam, cut Piecing, allowance float64) ([]Piece, []Seam, error) {
	at := slices.IndexFunc(pieces, func(p Piece) bool { return p.ID == cut.Piece })
	if at < 0 {
		return nil, nil, fmt.Errorf("there is no piece %q to put a seam in", cut.Piece)
	}
	if !(cut.At > 0.02 && cut.At < 0.98) {
		return nil, nil, fmt.Errorf("%s: a piecing lies between 2 and 98 %% of the piece", pieces[at].Name)
	}
	w := work{pieces: clone(pieces), seams: slices.Clone(seams)}
	side := cut.side(&w.pieces[at])
	if err := w.divideAlong(at, side); err != nil {
		return nil, nil, err
	}
	seam := "piecing"
	for n := 2; slices.ContainsFunc(w.pieces[at].Edges, func(e Edge) bool { return e.ID == seam }); n++ {
		seam = fmt.Sprintf("piecing_%d", n)
	}
	var parts [2]Piece // below or left, above or right
	for k := range parts {
		var err error
		if parts[k], err = part(&w.pieces[at], k, side, seam, allowance); err != nil {
			return nil, nil, err
		}
	}
	small := 0
	if area(parts[0]) > area(parts[1]) {
		small = 1
	}
	parts[small].ID += "-piece"
	parts[small].Name += ", " + cut.partName(parts, small)
	for first, n := parts[small], 2; slices.ContainsFunc(pieces, func(o Piece) bool { return o.ID == parts[small].ID }); n++ {
		parts[small].ID, parts[small].Name = fmt.Sprintf("%s-%d", first.ID, n), fmt.Sprintf("%s %d", first.Name, n)
	}
	w.replace(at, parts[1-small], parts[small], seam)
	for i := range parts {
		if err := parts[i].Fault(); err != nil {
			return nil, nil, fmt.Errorf("it can't be pieced there: %w", err)
		}
	}
	return w.pieces, w.seams, nil
}

// side tells how far a point of a piece lies above the line of the piecing, or to its
// right; negative below and to its left.
func (c Piecing) side(p *Piece) func(plane.Point) float64 {
	outline, _ := p.Outline()
	b := plane.BoxOf(outline)
	if c.Across {
		level := b.Min.Y + b.Height()*c.At
		return func(q plane.Point) float64 { return q.Y - level }
	}
	level := b.Min.X + b.Width()*c.At
	return func(q plane.Point) float64 { return q.X - level }
}

// partName is what the smaller part is called.
func (c Piecing) partName(parts [2]Piece, small int) string {
	switch {
	case c.Across:
		return [2]string{"lower part", "upper part"}[small]
	case area(parts[small]) < 0.3*area(parts[1-small]):
		return "corner"
	}
	return [2]string{"left part", "right part"}[small]
}

// acrossSeam is how close to the piecing seam nothing may be worked, mm.
const acrossSeam = 6.0

// divideAlong divides the edges of a piece where the line crosses them. It fails when it
// crosses other than two, or something is worked on the piece across it.
func (w *work) divideAlong(at int, side func(plane.Point) float64) error {
	p := w.pieces[at]
	for _, m := range p.Marks {
		low, high := math.Inf(1), math.Inf(-1)
		for _, q := range m.Path {
			low, high = min(low, side(q)-m.Width/2), max(high, side(q)+m.Width/2)
		}
		switch m.Kind {
		case BoneLine, BuskLine, Eyelet, HoopLine, QuiltLine, CordLine, Dart, Placket:
			if low < acrossSeam && high > -acrossSeam {
				return fmt.Errorf("%s can't be pieced there: a %s lies across the seam", p.Name, m.Kind)
			}
		}
	}
	type crossing struct {
		edge string
		at   float64
	}
	var all []crossing
	for _, e := range p.Edges {
		run := 0.0
		for i := 1; i < len(e.Line); i++ {
			a, c := e.Line[i-1], e.Line[i]
			if sa, sc := side(a), side(c); (sa < 0) != (sc < 0) {
				all = append(all, crossing{e.ID, run + a.To(c)*sa/(sa-sc)})
			}
			run += a.To(c)
		}
	}
	if len(all) != 2 {
		return fmt.Errorf("%s can't be pieced there: the seam would cross its outline %d times", p.Name, len(all))
	}
	if all[0].edge == all[1].edge { // the later first, so that the earlier keeps its distance
		return w.divide(p.ID, all[0].edge, []float64{all[0].at, all[1].at}, 0)
	}
	for _, c := range all {
		if err := w.divide(p.ID, c.edge, []float64{c.at}, 0); err != nil {
			return err
		}
	}
	return nil
}

// part is what lies on one side of the line of a piece whose edges are divided there: 0 for
// the side where it is negative. It has the seam as an edge.
func part(p *Piece, k int, side func(plane.Point) float64, seam string, allowance float64) (Piece, error) {
	out := *p
	out.Edges, out.Notches, out.Marks, out.Levels = nil, nil, nil, nil
	n := len(p.Edges)
	here := func(e Edge) bool {
		middle, _ := plane.Along(e.Line, e.Length()/2)
		return (side(middle) < 0) == (k == 0)
	}
	// From the first edge of the part on, round to where it closes.
	first := slices.IndexFunc(p.Edges, here)
	if first < 0 {
		return out, fmt.Errorf("%s can't be pieced there: nothing would be cut off", p.Name)
	}
	for back := 0; back < n && here(p.Edges[(first+n-1)%n]); back++ {
		first = (first + n - 1) % n
	}
	for i := range n {
		if e := p.Edges[(first+i)%n]; here(e) {
			out.Edges = append(out.Edges, e)
		}
	}
	last := out.Edges[len(out.Edges)-1].Line
	out.Edges = append(out.Edges, Edge{ID: seam, Name: "piecing seam", Allowance: allowance,
		Line: []plane.Point{last[len(last)-1], out.Edges[0].Line[0]}})
	for _, note := range p.Notches {
		if e, ok := out.Edge(note.Edge); ok && e.ID != seam {
			out.Notches = append(out.Notches, note)
		}
	}
	sign := float64(2*k - 1)
	for _, m := range p.Marks {
		for _, path := range beyond(m.Path, func(q plane.Point) float64 { return sign * side(q) }) {
			m.Path = path
			out.Marks = append(out.Marks, m)
		}
	}
	for _, l := range p.Levels {
		for _, path := range beyond(l.Path, func(q plane.Point) float64 { return sign * side(q) }) {
			out.Levels = append(out.Levels, Level{l.Drop, path, l.Open})
		}
	}
	if _, ok := out.Edge(p.Fold); p.Fold != "" && !ok { // it came off both halves
		out.Fold, out.Cut, out.Mirrored = "", 2*p.Cut, true
		out.Also = nil
		for _, c := range p.Also {
			out.Also = append(out.Also, CutFor{c.For, 2 * c.N, c.Apart})
		}
	}
	return out, nil
}

// replace puts two parts in the place of a piece: seams go to the part that has the edge,
// and the parts are joined.
func (w *work) replace(at int, main, off Piece, seam string) {
	whole := w.pieces[at].ID
	w.pieces = append(w.pieces[:at:at], append([]Piece{main, off}, w.pieces[at+1:]...)...)
	for i := range w.seams {
		for _, s := range []*Side{&w.seams[i].A, &w.seams[i].B} {
			if _, ok := main.Edge(s.Edge); s.Piece == whole && !ok {
				s.Piece = off.ID
			}
		}
	}
	w.seams = append(w.seams, Seam{ID: "piecing-" + off.ID, A: Side{Piece: main.ID, Edge: seam}, B: Side{Piece: off.ID, Edge: seam},
		Join: Rejoined, Note: "before anything else is done with the piece"})
}

func area(p Piece) float64 {
	line, _ := p.Outline()
	return math.Abs(plane.Area(line))
}

func clone(pieces []Piece) []Piece {
	out := slices.Clone(pieces)
	for i := range out {
		out[i].Edges, out[i].Notches, out[i].Marks = slices.Clone(out[i].Edges), slices.Clone(out[i].Notches), slices.Clone(out[i].Marks)
	}
	return out
}

// beyond are the stretches of a path where side is not negative.
func beyond(path []plane.Point, side func(plane.Point) float64) [][]plane.Point {
	if len(path) == 1 {
		if side(path[0]) >= 0 {
			return [][]plane.Point{path}
		}
		return nil
	}
	var out [][]plane.Point
	var now []plane.Point
	for i, q := range path {
		if i > 0 {
			if a, b := side(path[i-1]), side(q); (a < 0) != (b < 0) {
				cross := path[i-1].Toward(q, a/(a-b))
				now = append(now, cross)
				if b < 0 {
					out = append(out, now)
					now = nil
				}
			}
		}
		if side(q) >= 0 {
			now = append(now, q)
		}
	}
	if len(now) > 1 {
		out = append(out, now)
	}
	return out
}

// work is a set of pieces and seams while edges are divided.
type work struct {
	pieces []Piece
	seams  []Seam
}

// deepest is how far a division may run on from seam to seam.
const deepest = 12

// divide cuts an edge at distances from its start, and every edge sewn to it at
// the same places, and theirs.
func (w *work) divide(piece, edge string, at []float64, depth int) error {
	if depth > deepest {
		return fmt.Errorf("the seams of %s hang together so that none can be divided", piece)
	}
	k := slices.IndexFunc(w.pieces, func(p Piece) bool { return p.ID == piece })
	if k < 0 {
		return fmt.Errorf("there is no piece %q", piece)
	}
	p := &w.pieces[k]
	e, ok := p.Edge(edge)
	if !ok {
		return fmt.Errorf("%s has no edge %q", p.Name, edge)
	}
	whole, name := e.Length(), e.Name
	for _, d := range at {
		if d < 1 || d > whole-1 {
			return fmt.Errorf("%s can't be pieced there: the seam would run into a corner of its %s", p.Name, name)
		}
	}
	ids := make([]string, len(at)+1)
	parts := make([]Stretch, len(at)+1)
	from := 0.0
	for i := range parts {
		to := whole
		if i < len(at) {
			to = at[i]
		}
		ids[i] = fmt.Sprintf("%s-%d", edge, i+1)
		if edge == p.Fold { // both parts lie on the fold
			ids[i] = edge
		}
		parts[i] = Stretch{ID: ids[i], Name: name, Length: to - from}
		from = to
	}
	p.renotch(edge, parts)
	p.Split(edge, parts...)
	d := division{piece: piece, edge: edge, at: at, ids: ids, whole: whole}
	for i := 0; i < len(w.seams); i++ {
		fresh, here, err := w.divideSeam(i, d, depth)
		if err != nil {
			return err
		}
		if here {
			w.seams = slices.Insert(w.seams, min(i, len(w.seams)), fresh...)
			i += len(fresh) - 1
		}
	}
	return nil
}

// renotch gives the notches of an edge to the stretches it is divided into.
func (p *Piece) renotch(edge string, parts []Stretch) {
	for i, note := range p.Notches {
		if note.Edge != edge {
			continue
		}
		start := 0.0
		for m, s := range parts {
			if note.At <= start+s.Length || m == len(parts)-1 {
				p.Notches[i].Edge, p.Notches[i].At = s.ID, note.At-start
				break
			}
			start += s.Length
		}
	}
}

// division is an edge that is divided: where, and into which edges.
type division struct {
	piece, edge string
	at          []float64
	ids         []string
	whole       float64 // its length
}

// divideSeam takes the i-th seam out if it is of the divided edge, divides the edge it is
// sewn to, and answers with the seams that take its place.
func (w *work) divideSeam(i int, d division, depth int) (fresh []Seam, here bool, err error) {
	s := w.seams[i]
	onA, onB := s.A == (Side{d.piece, d.edge, s.A.Copy}), s.B == (Side{d.piece, d.edge, s.B.Copy})
	if !onA && !onB {
		return nil, false, nil
	}
	other := s.B
	if !onA {
		other = s.A
	}
	otherIDs := d.ids
	if onA && onB {
		w.seams = append(w.seams[:i:i], w.seams[i+1:]...)
	} else {
		q := slices.IndexFunc(w.pieces, func(p Piece) bool { return p.ID == other.Piece })
		if q < 0 {
			return nil, false, nil
		}
		oe, ok := w.pieces[q].Edge(other.Edge)
		if !ok {
			return nil, false, fmt.Errorf("%s has no edge %q", w.pieces[q].Name, other.Edge)
		}
		long := oe.Length()
		alike := s.Alike(w.pieces, w.seams)
		marks := make([]float64, len(d.at))
		for m, at := range d.at {
			if alike {
				marks[m] = long * at / d.whole
			} else {
				marks[len(d.at)-1-m] = long * (1 - at/d.whole)
			}
		}
		// The seam is taken out while the other side is divided, so that the
		// division does not come back.
		w.seams = append(w.seams[:i:i], w.seams[i+1:]...)
		if err := w.divide(other.Piece, other.Edge, marks, depth+1); err != nil {
			return nil, false, err
		}
		otherIDs = make([]string, len(d.ids))
		for m := range d.ids {
			otherIDs[m] = fmt.Sprintf("%s-%d", other.Edge, m+1)
			if !alike {
				otherIDs[m] = fmt.Sprintf("%s-%d", other.Edge, len(d.ids)-m)
			}
		}
	}
	for m := range d.ids {
		part := s
		part.ID = fmt.Sprintf("%s-%d", s.ID, m+1)
		mine, theirs := Side{d.piece, d.ids[m], s.A.Copy}, Side{other.Piece, otherIDs[m], s.B.Copy}
		if onA {
			part.A, part.B = mine, theirs
		} else {
			mine.Copy, theirs.Copy = s.B.Copy, s.A.Copy
			part.A, part.B = theirs, mine
		}
		part.Ease = w.length(part.B) - w.length(part.A)
		if math.Abs(part.Ease-s.Ease*w.length(part.A)/max(d.whole, 1)) > Slack && s.Ease == 0 {
			return nil, false, fmt.Errorf("the seam %s would not come out even", s.ID)
		}
		if s.Ease == 0 {
			part.Ease = 0
		}
		fresh = append(fresh, part)
	}
	return fresh, true, nil
}

func (w *work) length(s Side) float64 {
	for i := range w.pieces {
		if w.pieces[i].ID == s.Piece {
			if e, ok := w.pieces[i].Edge(s.Edge); ok {
				return e.Length()
			}
		}
	}
	return 0
}
