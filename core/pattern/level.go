package pattern

import "ardentgusset/core/plane"

// Level is where a level of the body lies on a piece: how far below the waist it is, mm, and its line from one edge of the
// piece to another, straight over the darts it meets. An open one lies above the arms: it runs from armhole to armhole, before
// or behind, and is no part of a ring.
type Level struct {
	Drop float64
	Path []plane.Point
	Open bool
}

// inner are the paths of all that lies within the outline, marks and levels, to be changed where they stand.
func (p *Piece) inner() []*[]plane.Point {
	out := make([]*[]plane.Point, 0, len(p.Marks)+len(p.Levels))
	for i := range p.Marks {
		out = append(out, &p.Marks[i].Path)
	}
	for i := range p.Levels {
		out = append(out, &p.Levels[i].Path)
	}
	return out
}
