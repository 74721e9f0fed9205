package bodice

import (
	"fmt"
	"slices"
	"strings"

	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/work"
)

// ungathered is a piece whose darts at the lower edge are not sewn: what they would take is left to
// be gathered, and the edge runs fair over their mouths.
func ungathered(p pattern.Piece, edge string) pattern.Piece {
	out := p.Copied()
	out.Marks = slices.DeleteFunc(out.Marks, func(m pattern.Mark) bool {
		e, _ := out.Edge(edge)
		return m.Kind == pattern.Dart && near(e.Line, m.Path[0]) && near(e.Line, m.Path[len(m.Path)-1])
	})
	e, _ := out.Edge(edge)
	e.Line = fairThrough(e.Line, 7)
	return out
}

func near(line []plane.Point, q plane.Point) bool {
	d, _ := plane.Apart([]plane.Point{q}, line)
	return d < 3
}

// over lays a loose outer on a fitted foundation piece: its darts left open, made fuller by so
// much at the lower edge and at the top, and longer below by a pouch that runs out towards the
// side. It is basted to the foundation along all its other edges and gathered to its lower edge.
func (h *half) over(piece, top string, lower, upper, pouch float64) error {
	found := h.Pieces[h.index(piece)]
	outer := ungathered(found, "hem")
	outer.ID, outer.Name = piece+"-outer", found.Name+", outer"
	outer.Cut, outer.Also = found.CutOf(pattern.ForOuter), nil
	outer.Levels = nil // the foundation goes round the body
	var err error
	hem, _ := outer.Edge("hem")
	up, ok := outer.Edge(top)
	if !ok {
		return fmt.Errorf("%s has no %s to gather to", found.Name, top)
	}
	const cuts = 8
	if lower > 1 {
		// As broad a part of it as lies within the piece from the lower edge to the top.
		var fuller pattern.Piece
		for _, share := range []float64{0.42, 0.3, 0.18} {
			if fuller, err = outer.Spread(pattern.Place{Edge: "hem", At: hem.Length() * 0.06}, hem.Length()*share,
				pattern.Place{Edge: top, At: up.Length() * 0.3}, up.Length()*0.6, lower, upper, cuts); err == nil {
				break
			}
		}
		if err != nil {
			return fmt.Errorf("the outer can’t be made so full: %w", err)
		}
		outer = fuller
	}
	if pouch > 0 {
		outer = pouched(outer, 2*pouch+10)
	}
	if centre := found.Fold; centre != "" {
		if outer, err = outer.Upright(centre); err != nil {
			return err
		}
	}
	for i := range outer.Edges {
		if e := &outer.Edges[i]; e.ID != "hem" && e.ID != outer.Fold && e.ID != h.opens {
			e.Kind = pattern.Enclosed
		}
	}
	inside := &h.Pieces[h.index(piece)]
	inside.Also = []pattern.CutFor{{For: pattern.ForLining, N: inside.CutOf(pattern.ForOuter)}}
	inside.Cut = inside.Also[0].N
	inside.Hidden = true
	a, _ := inside.Edge("hem")
	b, _ := outer.Edge("hem")
	if err := outer.Fault(); err != nil {
		return err
	}
	seam := pattern.Seam{ID: piece + "-gathers", A: pattern.Side{Piece: piece, Edge: "hem"}, B: pattern.Side{Piece: outer.ID, Edge: "hem"},
		Ease: b.Length() - a.Length(), Absorbed: pattern.Gathers, Join: pattern.Banded,
		Note: "its gathers on the foundation’s waist, between the marks"}
	if seam.Ease < 0 { // the foundation's darts take more than the outer is fuller
		seam.A, seam.B, seam.Ease, seam.Absorbed = seam.B, seam.A, -seam.Ease, pattern.Darts
	}
	h.Seams = append(h.Seams, seam)
	outer.GatherRows(b.Line)
	h.Pieces = append(h.Pieces, outer)
	h.Tell(work.ToJoin, "The outer "+strings.ToLower(found.Name)+" is laid on its foundation and basted along shoulder, neck, armhole and "+
		"side; it "+
		"is sewn "+
		"with them as one.")
	return nil
}

// pouched lengthens a piece below, most at its centre and not at all at its side: what hangs over
// the waist when it is drawn in there.
func pouched(p pattern.Piece, by float64) pattern.Piece {
	out := p.Copied()
	n := len(out.Edges)
	for i := range out.Edges {
		if out.Edges[i].ID != "hem" {
			continue
		}
		// It runs from the centre to the side, or the other way: the centre's neighbour is told
		// by its name.
		before, after := &out.Edges[(i+n-1)%n], &out.Edges[(i+1)%n]
		line := out.Edges[i].Line
		long, run := plane.Length(line), 0.0
		centreFirst := before.ID == "centre-front" || before.ID == "centre-back"
		moved := make([]plane.Point, len(line))
		for k, q := range line {
			if k > 0 {
				run += line[k-1].To(q)
			}
			t := run / long
			if !centreFirst {
				t = 1 - t
			}
			share := 1 - t*t*(3-2*t)
			moved[k] = q.Add(plane.Pt(0, -by*share))
		}
		out.Edges[i].Line = moved
		before.Line = append(before.Line, moved[0])
		after.Line = append([]plane.Point{moved[len(moved)-1]}, after.Line...)
		before.Line, after.Line = plane.Join(before.Line), plane.Join(after.Line)
	}
	return out
}

// fullness is how much is added to a lower edge so that it is so many times as long as it is worn.
func (h *half) fullness(piece string, times float64) float64 {
	e, ok := h.edge(piece, "hem")
	if !ok {
		return 0
	}
	worn := e.Length() - h.taken(pattern.Side{Piece: piece, Edge: "hem"})
	open := e.Length() - worn // the darts are gathers already
	return max(worn*(times-1)-open, 0)
}
