package ensemble

import (
	"math"
	"slices"
	"strings"

	"ardentgusset/core/cloth"
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

// bound are the holds of a piece that somebody asked for; those at stripes need a cloth that has some.
func (s Stage) bound(p *pattern.Piece, f cloth.Fabric, c lay.Cloth, outline []lay.XY) (out []lay.Hold) {
	_, across := f.Shrinks()
	for _, b := range s.Laying.Bound {
		if b.Piece != p.ID || b.At == lay.AtStripe && len(f.Stripes) == 0 {
			continue
		}
		h, ok := heldTo(p, b.Edge, outline)
		if !ok {
			continue
		}
		if h.At = b.At; b.At == lay.AtSelvedge {
			h.Y = banded(f, c)
		} else {
			e, _ := p.Edge(b.Edge)
			h.Inside = e.Allowance
			for _, y := range f.Stripes {
				h.Y = append(h.Y, min(float64(y)*(1-across), c.Width))
			}
		}
		out = append(out, h)
	}
	return out
}

// Bindable are the straight sides of a piece that can be laid on a line of the cloth, but its fold, each by the edge that begins it
// and named by where it lies on the piece as it is drawn.
func Bindable(p *pattern.Piece) (out []pattern.Edge) {
	const straight, long = 0.5, 40.0
	along := func(e pattern.Edge) (plane.Point, bool) {
		a, b := e.Line[0], e.Line[len(e.Line)-1]
		bends := slices.ContainsFunc(e.Line, func(q plane.Point) bool { return plane.Off(q, a, b) > straight })
		return b.Sub(a).Unit(), !bends
	}
	n := len(p.Edges)
	for i, e := range p.Edges {
		to, ok := along(e)
		if !ok || e.ID == p.Fold {
			continue
		}
		before := p.Edges[(i+n-1)%n]
		if from, ok := along(before); ok && before.ID != p.Fold && from.Dot(to) > 1-1e-6 {
			continue // it goes on in one with that
		}
		whole := e.Length()
		for k := 1; k < n; k++ {
			next := p.Edges[(i+k)%n]
			on, ok := along(next)
			if !ok || next.ID == p.Fold || on.Dot(to) < 1-1e-6 {
				break
			}
			whole += next.Length()
			e.Name = ""
		}
		if whole < long {
			continue
		}
		if side := sideOf(to); e.Name == "" || strings.HasPrefix(e.Name, "to ") {
			e.Name = side
		} else {
			e.Name = side + ", " + e.Name
		}
		out = append(out, e)
	}
	return out
}

// sideOf names the side of a piece that is bounded by an edge that runs so, counter-clockwise.
func sideOf(along plane.Point) string {
	switch {
	case math.Abs(along.X) >= math.Abs(along.Y) && along.X > 0:
		return "lower side"
	case math.Abs(along.X) >= math.Abs(along.Y):
		return "upper side"
	case along.Y > 0:
		return "right side"
	}
	return "left side"
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
	if a == b || plane.Off(OnCloth(from.Mid(to)), corner(outline, a), corner(outline, b)) > nearSide { // it is part of a longer straight
		a, b = sideAt(outline, OnCloth(from.Mid(to)))
	}
	return lay.Hold{From: a, To: b, At: lay.AtSelvedge}, a != b
}

// nearSide is how far an edge lies at most from the side of the outline that stands for it: its allowance, mm.
const nearSide = 120.0

func corner(outline []lay.XY, i int) plane.Point { return plane.Pt(outline[i][0], outline[i][1]) }

// sideAt are the corners of the side of an outline that passes nearest to a place.
func sideAt(outline []lay.XY, q plane.Point) (from, to int) {
	best := math.Inf(1)
	for i := range outline {
		k := (i + 1) % len(outline)
		if off := plane.Off(q, corner(outline, i), corner(outline, k)); off < best {
			best, from, to = off, i, k
		}
	}
	return from, to
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
