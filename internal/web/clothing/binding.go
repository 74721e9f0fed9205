package clothing

import (
	"ardentgusset/core/ensemble"
	"ardentgusset/core/pattern"
)

// boundEdge is an edge of a piece that may lie on a line of the cloth.
type boundEdge struct{ ID, Name string }

// bind says which edges of a piece may lie on a line of the cloth, and which does.
func (r *pieceRow) bind(p *pattern.Piece, bound []ensemble.Bound) {
	for _, e := range ensemble.Bindable(p) {
		r.Edges = append(r.Edges, boundEdge{e.ID, e.Name})
	}
	for _, b := range bound {
		if b.Piece == p.ID {
			r.Bound = b.Edge + " " + string(b.At)
		}
	}
}
