// Package sewn puts drafted pieces together as the needle does, and measures what comes of it: what is told of a garment
// is read from there, never from what it was meant to be.
package sewn

import (
	"math"
	"slices"

	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
)

// Ring is what a garment measures round itself at a drop below the waist, closed as it is worn, mm: from seam to seam over
// every piece, darts shut, laps counted once.
type Ring struct {
	Drop, Girth float64
	Parts       []Part
}

// Part is what one piece has of a ring: how long it is there, and how often it comes.
type Part struct {
	Piece string
	Long  float64
	Times int
}

// Rings are the rings of all levels that lie on the pieces, from the top down. A level that moves out of a piece goes with
// its edges: a side taken in takes it in. Where drops are named only those are measured.
func Rings(pieces []pattern.Piece, seams []pattern.Seam, drops ...float64) []Ring {
	return rows(pieces, seams, false, drops)
}

// Across is what a garment measures from armhole to armhole at its open levels, from the top down, as rings are measured.
func Across(pieces []pattern.Piece, seams []pattern.Seam, drops ...float64) []Ring {
	return rows(pieces, seams, true, drops)
}

func rows(pieces []pattern.Piece, seams []pattern.Seam, open bool, drops []float64) []Ring {
	sewn := map[pattern.Side]bool{}
	for _, s := range seams {
		if s.Join != pattern.Beside && s.Join != pattern.Inset && s.Join != pattern.Rejoined {
			continue // a facing or a band goes round nothing
		}
		sewn[pattern.Side{Piece: s.A.Piece, Edge: s.A.Edge}] = true
		sewn[pattern.Side{Piece: s.B.Piece, Edge: s.B.Edge}] = true
	}
	var out []Ring
	at := map[float64]int{}
	for i := range pieces {
		p := &pieces[i]
		if p.Of != "" || len(p.Levels) == 0 {
			continue
		}
		a := across{piece: p, boxes: boxesOf(p), darts: dartsOf(p), meets: func(edge string) bool {
			return edge == p.Fold || sewn[pattern.Side{Piece: p.ID, Edge: edge}]
		}}
		for _, l := range p.Levels {
			if l.Open != open || len(drops) > 0 && !slices.Contains(drops, l.Drop) {
				continue
			}
			k, ok := at[l.Drop]
			if !ok {
				k = len(out)
				at[l.Drop] = k
				out = append(out, Ring{Drop: l.Drop})
			}
			part := Part{Piece: p.ID, Long: a.long(l.Path), Times: Times(p)}
			out[k].Parts = append(out[k].Parts, part)
			out[k].Girth += part.Long * float64(part.Times)
		}
	}
	slices.SortStableFunc(out, func(a, b Ring) int {
		if a.Drop < b.Drop {
			return -1
		}
		return 1
	})
	return out
}

// Edges is how many sewn edges a ring at a drop crosses, over all copies: what it lacks is shared by them.
func Edges(pieces []pattern.Piece, seams []pattern.Seam, drop float64) (n int) {
	const on = 1.0 // mm
	for i := range pieces {
		p := &pieces[i]
		for _, l := range p.Levels {
			if p.Of != "" || l.Open || l.Drop != drop || len(l.Path) < 2 {
				continue
			}
			for _, end := range []plane.Point{l.Path[0], l.Path[len(l.Path)-1]} {
				for _, e := range p.Edges {
					if _, off := plane.Nearest(e.Line, end); off < on && p.KindOf(e, seams) == pattern.Sewn {
						n += Times(p)
						break
					}
				}
			}
		}
	}
	return n
}

// Times is how often a piece comes round the body: as it lies, not as often as it is cut.
func Times(p *pattern.Piece) int {
	if p.Fold != "" || p.Mirrored {
		return 2
	}
	return 1
}

// dartsOf are a piece's darts as outlines: what lies in them is taken up.
func dartsOf(p *pattern.Piece) [][]plane.Point {
	var out [][]plane.Point
	for _, m := range p.Marks {
		if m.Kind == pattern.Dart && len(m.Path) > 2 {
			out = append(out, m.Path)
		}
	}
	return out
}

// boxesOf are what a piece's edges lie in.
func boxesOf(p *pattern.Piece) []plane.Box {
	out := make([]plane.Box, len(p.Edges))
	for i := range p.Edges {
		out[i] = plane.BoxOf(p.Edges[i].Line)
	}
	return out
}

// across measures levels on a piece.
type across struct {
	piece *pattern.Piece
	boxes []plane.Box // of its edges
	darts [][]plane.Point
	meets func(edge string) bool // it is sewn on there, or mirrored
}

// grown is by how much a piece may have been let out beyond the end of a level that it had, mm.
const grown = 80.0

// long is how long a level is on the piece as it is sewn.
func (a across) long(path []plane.Point) float64 {
	if len(path) < 2 {
		return 0
	}
	long := plane.Length(path)
	from := -a.end(path, long)
	to := long + a.end(plane.Reversed(path), long)
	if to <= from {
		return 0
	}
	sum := to - from
	for _, d := range a.darts {
		sum -= inside(path, d, from, to, long)
	}
	return sum
}

// end is by how much a path goes on before its start until it meets the edge it ends on; less than nothing where it lies
// beyond the edge. Where nothing is sewn to the edge it ends where it did: what lies beyond is lap.
func (a across) end(path []plane.Point, long float64) float64 {
	near, _ := plane.Along(path, min(6, long/2))
	out := path[0].Sub(near).Unit()
	far := path[0].Add(out.Times(grown))
	line := append([]plane.Point{far}, plane.Part(path, 0, min(grown, long*0.6))...)
	box := plane.BoxOf(line)
	best, found := math.Inf(1), false
	for i := range a.piece.Edges {
		if o := &a.boxes[i]; o.Max.X < box.Min.X || o.Min.X > box.Max.X || o.Max.Y < box.Min.Y || o.Min.Y > box.Max.Y {
			continue
		}
		e := &a.piece.Edges[i]
		sewn := a.meets(e.ID)
		for k := 1; k < len(e.Line); k++ {
			p, q := e.Line[k-1], e.Line[k]
			if max(p.X, q.X) < box.Min.X || min(p.X, q.X) > box.Max.X ||
				max(p.Y, q.Y) < box.Min.Y || min(p.Y, q.Y) > box.Max.Y {
				continue
			}
			run := -grown
			for j := 1; j < len(line); j++ {
				step := line[j-1].To(line[j])
				if t, ok := crossing(line[j-1], line[j], p, q); ok {
					at := -(run + t*step) // how far before the start
					if !sewn {
						at = min(at, 0)
					}
					if math.Abs(at) < math.Abs(best) {
						best, found = at, true
					}
				}
				run += step
			}
		}
	}
	if !found {
		return 0
	}
	return best
}

// crossing is where the stretch from a to b meets that from p to q, as a share of the first.
func crossing(a, b, p, q plane.Point) (float64, bool) {
	d, e := b.Sub(a), q.Sub(p)
	det := d.Cross(e)
	if math.Abs(det) < 1e-12 {
		return 0, false
	}
	t, u := p.Sub(a).Cross(e)/det, p.Sub(a).Cross(d)/det
	const hair = 1e-6
	return t, t >= -hair && t <= 1+hair && u >= -hair && u <= 1+hair
}

// inside is how much of a path between two distances along it lies in an outline.
func inside(path, outline []plane.Point, from, to, long float64) (sum float64) {
	box := plane.BoxOf(outline)
	run := 0.0
	for i := 1; i < len(path); i++ {
		a, b := path[i-1], path[i]
		step := a.To(b)
		low, high := max(from, run), min(to, run+step)
		start := run
		run += step
		if high <= low || step <= 0 || max(a.X, b.X) < box.Min.X || min(a.X, b.X) > box.Max.X ||
			max(a.Y, b.Y) < box.Min.Y || min(a.Y, b.Y) > box.Max.Y {
			continue
		}
		cuts := []float64{(low - start) / step, (high - start) / step}
		for k, p := range outline {
			if t, ok := crossing(a, b, p, outline[(k+1)%len(outline)]); ok && t > cuts[0] && t < cuts[1] {
				cuts = append(cuts, t)
			}
		}
		slices.Sort(cuts)
		for k := 1; k < len(cuts); k++ {
			if plane.Inside(outline, a.Toward(b, (cuts[k-1]+cuts[k])/2)) {
				sum += (cuts[k] - cuts[k-1]) * step
			}
		}
	}
	return sum
}
