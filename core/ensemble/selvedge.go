package ensemble

import (
	"math"

	"ardentgusset/core/lay"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/technique"
)

// onSelvedge are the edges, by piece, that are the woven edge of the cloth in the finished garment: as it is drafted, or as it
// was chosen to be made.
func (s Stage) onSelvedge() map[string][]string {
	out := map[string][]string{}
	for _, r := range s.Making.Rows {
		if r.Of == technique.Opening && r.Technique.Key == technique.Selvedge {
			out[r.A.Piece] = append(out[r.A.Piece], r.A.Edge)
		}
	}
	return out
}

// heldTo binds an edge of a piece to the selvedge by the corners of the outline that it is laid with.
func heldTo(p *pattern.Piece, edge string, outline []lay.XY) (lay.Hold, bool) {
	e, ok := p.Edge(edge)
	if !ok {
		return lay.Hold{}, false
	}
	from, to := e.Line[0], e.Line[len(e.Line)-1]
	if fold, ok := p.Edge(p.Fold); ok { // opened out it runs on to its mirror image
		axis := fold.Line[0].X
		across := func(q plane.Point) plane.Point { return plane.Pt(2*axis-q.X, q.Y) }
		const on = 0.1
		switch {
		case math.Abs(from.X-axis) < on:
			from = across(to)
		case math.Abs(to.X-axis) < on:
			to = across(from)
		}
	}
	a, b := nearestCorner(outline, OnCloth(from)), nearestCorner(outline, OnCloth(to))
	if way(outline, a, b) > way(outline, b, a) { // a piece drawn as the other half runs the other way
		a, b = b, a
	}
	return lay.Hold{From: a, To: b, At: lay.AtSelvedge}, a != b
}

// way is how far it is along an outline from one corner to another, mm.
func way(outline []lay.XY, from, to int) (long float64) {
	for i := from; i != to; {
		next := (i + 1) % len(outline)
		long += math.Hypot(outline[next][0]-outline[i][0], outline[next][1]-outline[i][1])
		i = next
	}
	return long
}

// nearestCorner is the corner of an outline that lies nearest to a place.
func nearestCorner(outline []lay.XY, q plane.Point) int {
	best, at := math.Inf(1), 0
	for i, o := range outline {
		if d := q.To(plane.Pt(o[0], o[1])); d < best {
			best, at = d, i
		}
	}
	return at
}
