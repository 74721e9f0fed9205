package pattern

import (
	"math"

	"ardentgusset/core/plane"
)

// Fair lets every finished edge run on over the seams it crosses: where two
// edges that are sewn to nothing meet at the end of a seam, both are turned
// there by half of what their corners have more or less than a straight line.
// Their ends stay, and with them the seams. Edges that are meant to have a
// corner, and folds, are left alone.
func Fair(pieces []Piece, seams []Seam) {
	// A line that is bent is drawn anew, evenly: what its first stretch then is off by is taken up the second time.
	fair(pieces, seams)
	fair(pieces, seams)
}

func fair(pieces []Piece, seams []Seam) {
	sewn := map[Side]bool{}
	for _, s := range seams {
		sewn[Side{Piece: s.A.Piece, Edge: s.A.Edge}] = true
		sewn[Side{Piece: s.B.Piece, Edge: s.B.Edge}] = true
	}
	type end struct {
		piece *Piece
		edge  *Edge
		first bool // the edge's start, else its end
	}
	type bend struct {
		end
		turn float64
	}
	free := func(p *Piece, e *Edge) bool {
		return !e.Corner && e.ID != p.Fold && !sewn[Side{Piece: p.ID, Edge: e.ID}]
	}
	var bends []bend
	for _, s := range seams {
		a, i, okA := at(pieces, s.A)
		b, k, okB := at(pieces, s.B)
		if !okA || !okB || a == b && i == k {
			continue
		}
		n, m := len(a.Edges), len(b.Edges)
		// At either end of the seam the edge beside it on one piece goes on in that of the other.
		type corner struct {
			before, after *Edge
			free          end // that goes on, at the corner
		}
		starts := func(p *Piece, i, n int) corner {
			return corner{&p.Edges[(i+n-1)%n], &p.Edges[i], end{p, &p.Edges[(i+n-1)%n], false}}
		}
		stops := func(p *Piece, i, n int) corner {
			return corner{&p.Edges[i], &p.Edges[(i+1)%n], end{p, &p.Edges[(i+1)%n], true}}
		}
		meet := [2][2]corner{{starts(a, i, n), stops(b, k, m)}, {stops(a, i, n), starts(b, k, m)}}
		if s.Alike(pieces, seams) {
			meet = [2][2]corner{{starts(a, i, n), starts(b, k, m)}, {stops(a, i, n), stops(b, k, m)}}
		}
		for _, c := range meet {
			if !free(a, c[0].free.edge) || !free(b, c[1].free.edge) {
				continue
			}
			off := inner(c[0].before.Line, c[0].after.Line) + inner(c[1].before.Line, c[1].after.Line) - math.Pi
			if math.Abs(off) < slight || math.Abs(off) > meant {
				continue
			}
			for _, e := range []end{c[0].free, c[1].free} {
				known := false
				for _, b := range bends {
					known = known || b.end == e
				}
				if !known {
					bends = append(bends, bend{e, off / 2})
				}
			}
		}
	}
	for _, b := range bends {
		// Only as far as the next dart: its legs end on the edge as it is there.
		line, long := b.edge.Line, b.edge.Length()
		from, to := b.piece.clear(b.edge)
		over := max(leastOver, overFor/math.Abs(b.turn))
		from, to = min(from, over), max(to, long-over)
		if b.first {
			b.edge.Line = plane.Join(bent(plane.Part(line, 0, from), true, b.turn), plane.Part(line, from, long))
		} else {
			b.edge.Line = plane.Join(plane.Part(line, 0, to), bent(plane.Part(line, to, long), false, b.turn))
		}
	}
}

// clear is how far along an edge its first dart opens, and from where on it has none, mm; its
// whole length, and its start, where it has no dart.
func (p *Piece) clear(e *Edge) (from, to float64) {
	from = e.Length()
	for _, m := range p.mouths() {
		if &p.Edges[m.edge] == e {
			from = min(from, plane.Length(e.Line[:m.first+1]))
			to = max(to, plane.Length(e.Line[:m.last+1]))
		}
	}
	return from, to
}

// An edge is bent over overFor, mm, divided by its turn in radians, and over leastOver at least: a
// sharp turn that ran out over the whole edge would carry it aside, an armhole into the width of the
// back.
const overFor, leastOver = 8.0, 60.0

// slight is a corner nobody sees, and meant one that is there on purpose, in
// radians.
const slight, meant = 0.004, 0.9

// at finds the edge a side names.
func at(pieces []Piece, s Side) (*Piece, int, bool) {
	for i := range pieces {
		if pieces[i].ID != s.Piece {
			continue
		}
		for k := range pieces[i].Edges {
			if pieces[i].Edges[k].ID == s.Edge {
				return &pieces[i], k, true
			}
		}
	}
	return nil, 0, false
}

// inner is the angle inside a piece from one edge to the next, in radians.
func inner(a, b []plane.Point) float64 {
	p, _ := plane.Along(a, plane.Length(a)-0.3)
	q, _ := plane.Along(b, 0.3)
	corner := a[len(a)-1]
	u, v := p.Sub(corner), q.Sub(corner)
	angle := math.Atan2(v.Cross(u), v.Dot(u))
	if angle < 0 {
		angle += 2 * math.Pi
	}
	return angle
}

// closer spreads 0 to 1 closer towards both ends.
func closer(t float64) float64 {
	if t > 0.5 {
		return 1 - closer(1-t)
	}
	return math.Pow(2*t, 1.35) / 2
}

// bent is a line turned at one end towards its left by an angle in radians,
// running out to nothing at its other end; both ends stay.
func bent(line []plane.Point, first bool, turn float64) []plane.Point {
	if !first { // seen from its end the piece lies on the right
		return plane.Reversed(bent(plane.Reversed(line), true, -turn))
	}
	long := plane.Length(line)
	n := max(40, int(long/3))
	// Evenly, since a normal between points that lie close tells nothing, but closer towards the corners: there the
	// first stretch is to lie as the curve does.
	fine, share := make([]plane.Point, n+1), make([]float64, n+1)
	for i := range fine {
		share[i] = closer(float64(i) / float64(n))
		fine[i], _ = plane.Along(line, long*share[i])
	}
	out := make([]plane.Point, n+1)
	for i, p := range fine {
		t := share[i]
		a, b := fine[max(i-1, 0)], fine[min(i+1, n)]
		out[i] = p.Add(b.Sub(a).Unit().Left().Times(math.Tan(turn) * long * t * (1 - t) * (1 - t)))
	}
	out[0], out[len(out)-1] = line[0], line[len(line)-1]
	return out
}
