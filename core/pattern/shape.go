package pattern

import "ardentgusset/core/plane"

// Rectangle is a piece w wide and h high with its lower left corner at the
// origin and the edges bottom, right, top and left. Every edge has the same
// allowance.
func Rectangle(id, name string, w, h, allowance float64) Piece {
	a, b, c, d := plane.Pt(0, 0), plane.Pt(w, 0), plane.Pt(w, h), plane.Pt(0, h)
	return Piece{ID: id, Name: name, Cut: 1, Edges: []Edge{
		{ID: "bottom", Name: "lower edge", Line: []plane.Point{a, b}, Allowance: allowance},
		{ID: "right", Name: "right edge", Line: []plane.Point{b, c}, Allowance: allowance},
		{ID: "top", Name: "upper edge", Line: []plane.Point{c, d}, Allowance: allowance},
		{ID: "left", Name: "left edge", Line: []plane.Point{d, a}, Allowance: allowance},
	}}
}

// Stretch is a part of an edge, from its start on.
type Stretch struct {
	ID, Name string
	Length   float64 // mm; the last one takes what is left
}

// Split divides an edge into stretches that are sewn to different things. Its notches go with them.
func (p *Piece) Split(edge string, parts ...Stretch) {
	for i, e := range p.Edges {
		if e.ID != edge {
			continue
		}
		var cut []Edge
		at, whole := 0.0, e.Length()
		for k, s := range parts {
			to := at + s.Length
			if k == len(parts)-1 {
				to = whole
			}
			cut = append(cut, Edge{ID: s.ID, Name: s.Name, Line: plane.Part(e.Line, at, to), Allowance: e.Allowance, Turned: e.Turned})
			for n := range p.Notches {
				if one := &p.Notches[n]; one.Edge == edge && one.At >= at && (one.At < to || k == len(parts)-1) {
					one.Edge, one.At = s.ID, one.At-at
				}
			}
			at = to
		}
		p.Edges = append(append(append([]Edge{}, p.Edges[:i]...), cut...), p.Edges[i+1:]...)
		return
	}
}

// Allow sets the allowance of the named edges.
func (p *Piece) Allow(mm float64, edges ...string) {
	for _, id := range edges {
		if e, ok := p.Edge(id); ok {
			e.Allowance = mm
		}
	}
}
