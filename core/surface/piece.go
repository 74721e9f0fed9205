package surface

import (
	"math"

	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"

	"gonum.org/v1/gonum/spatial/r3"
)

// Piece is the unrolled panel as a pattern piece: its edges fair curves through what was
// unrolled, its darts marked, their mouths capped so that the edge runs on when they are
// folded. Darts are sewn to a way before their tips, mm, since a body is rounder than a
// point.
func (f *Flat) Piece(id, name string, before float64) pattern.Piece {
	p := pattern.Piece{ID: id, Name: name, Cut: 2, Mirrored: true}
	f.taken = map[string]float64{}
	for _, e := range f.Edges {
		var line []plane.Point
		for i, part := range e.Parts {
			if i > 0 {
				a := e.Parts[i-1]
				top := f.capOf(a, part)
				line = append(line, top)
				f.taken[e.ID] += a[len(a)-1].To(top) + top.To(part[0])
			}
			line = append(line, plane.Through(part)...)
		}
		p.Edges = append(p.Edges, pattern.Edge{ID: e.ID, Name: e.Name, Line: plane.Join(line)})
	}
	for _, d := range f.Darts {
		p.Marks = append(p.Marks, d.mark(before))
	}
	return p
}

// Taken is what the caps of the darts on an edge take of it, mm.
func (f *Flat) Taken(edge string) float64 { return f.taken[edge] }

// capOf is the point of the cap of the dart that lies between the end of one part of an edge and
// the start of the next.
func (f *Flat) capOf(a, b []plane.Point) plane.Point {
	var tip plane.Point
	for _, d := range f.Darts {
		if !d.Within && d.First[0].Same(a[len(a)-1]) && d.Leg[0].Same(b[0]) {
			tip = d.First[len(d.First)-1]
		}
	}
	return pattern.Cap(a, b, tip)
}

// mark is the dart as it is drawn: both its legs, to where it is sewn. From the waist down they are
// as they opened: what is drawn in there must not change.
func (d FlatDart) mark(before float64) pattern.Mark {
	n := len(d.First) - 1
	tip := d.First[n]
	mid := d.First[0].Mid(d.Leg[0])
	if d.Within {
		// From tip to tip and back.
		path := append([]plane.Point{}, d.First...)
		return pattern.Mark{Kind: pattern.Dart, Path: append(path, plane.Reversed(d.Leg)[1:]...), Label: d.ID}
	}
	long := tip.To(mid)
	back := mid.Sub(tip).Unit().Times(math.Min(before, long*0.4))
	leg := func(line []plane.Point) []plane.Point {
		out := make([]plane.Point, len(line))
		for i, q := range line {
			share := math.Max(float64(i-d.low)/float64(n-d.low), 0)
			out[i] = q.Add(back.Times(share * share * share))
		}
		return out
	}
	return pattern.Mark{Kind: pattern.Dart, Path: append(leg(d.First), plane.Reversed(leg(d.Leg))[1:]...), Label: d.ID}
}

// Across is where a level of the form lies on the piece, from its left to its right; parts on
// either side of a dart follow each other.
func (f *Flat) Across(z float64) []plane.Point {
	m := f.mesh
	type hit struct {
		u float64
		p plane.Point
	}
	var hits []hit
	seen := map[[2]int]bool{}
	for _, t := range m.tris {
		for k := range 3 {
			a, b := t[k], t[(k+1)%3]
			if e := pair(a, b); seen[e] || (m.at[a].Z > z) == (m.at[b].Z > z) {
				continue
			} else {
				seen[e] = true
			}
			s := (z - m.at[a].Z) / (m.at[b].Z - m.at[a].Z)
			h := hit{m.flat[a].Toward(m.flat[b], s).X, f.flat[a].Toward(f.flat[b], s)}
			k := len(hits)
			for k > 0 && hits[k-1].u > h.u {
				k--
			}
			hits = append(hits[:k], append([]hit{h}, hits[k:]...)...)
		}
	}
	out := make([]plane.Point, len(hits))
	for i, h := range hits {
		out[i] = h.p
	}
	return out
}

// Spot is where a point of the form lies on the piece: that of the nearest vertex, moved with
// its triangle's plane.
func (f *Flat) Spot(p r3.Vec) plane.Point {
	best, at := math.Inf(1), plane.Point{}
	for v, q := range f.mesh.at {
		if d := r3.Norm(r3.Sub(p, q)); d < best {
			best, at = d, f.flat[v]
		}
	}
	return at
}
