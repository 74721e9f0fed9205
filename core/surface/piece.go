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
		first, leg := d.opened()
		return pattern.Mark{Kind: pattern.Dart, Path: append(first, plane.Reversed(leg)[1:]...), Label: d.ID}
	}
	long := tip.To(mid)
	back := mid.Sub(tip).Unit().Times(min(before, long*0.4))
	leg := func(line []plane.Point) []plane.Point {
		out := make([]plane.Point, len(line))
		for i, q := range line {
			share := max(float64(i-d.low)/float64(n-d.low), 0)
			out[i] = q.Add(back.Times(share * share * share))
		}
		return out
	}
	return pattern.Mark{Kind: pattern.Dart, Path: append(leg(d.First), plane.Reversed(leg(d.Leg))[1:]...), Label: d.ID}
}

// opened are the legs of a dart that closes at both ends as far as it opens: where cloth that is held to its width would lie
// over itself there is nothing to take in.
func (d FlatDart) opened() (first, leg []plane.Point) {
	n, widest := len(d.First)-1, 0
	for i := range d.First {
		if d.First[i].To(d.Leg[i]) > d.First[widest].To(d.Leg[widest]) {
			widest = i
		}
	}
	across := d.Leg[widest].Sub(d.First[widest]).Unit()
	low, high := widest, widest
	for low > 0 && d.Leg[low-1].Sub(d.First[low-1]).Dot(across) > 0 {
		low--
	}
	for high < n && d.Leg[high+1].Sub(d.First[high+1]).Dot(across) > 0 {
		high++
	}
	first, leg = append(first, d.First[low:high+1]...), append(leg, d.Leg[low:high+1]...)
	if low > 0 {
		tip := d.First[low-1].Mid(d.Leg[low-1])
		first, leg = append([]plane.Point{tip}, first...), append([]plane.Point{tip}, leg...)
	}
	if high < n {
		tip := d.First[high+1].Mid(d.Leg[high+1])
		first, leg = append(first, tip), append(leg, tip)
	}
	return fairLeg(first, leg), fairLeg(leg, first)
}

// legParts is how many parts a leg of a dart within a piece is drawn fair through (from memory: it is sewn in one sweep).
const legParts = 5

// fairLeg is a leg drawn fair through a few of its points: its ends, where the dart is widest, and some between.
func fairLeg(leg, other []plane.Point) []plane.Point {
	n, widest := len(leg)-1, 0
	if n < 2 {
		return leg
	}
	for i := range leg {
		if leg[i].To(other[i]) > leg[widest].To(other[widest]) {
			widest = i
		}
	}
	at := map[int]bool{0: true, widest: true, n: true}
	for k := 1; k < legParts; k++ {
		if i := k * n / legParts; i < widest-n/legParts/2 || i > widest+n/legParts/2 {
			at[i] = true
		}
	}
	var through []plane.Point
	for i, q := range leg {
		if at[i] && (len(through) == 0 || q.To(through[len(through)-1]) > 1) {
			through = append(through, q)
		}
	}
	if len(through) < 3 {
		return leg
	}
	return plane.Through(through)
}

// Across is where one level of the form lies on the piece, as Levels has it.
func (f *Flat) Across(z float64) []plane.Point { return f.Levels([]float64{z})[0] }

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
