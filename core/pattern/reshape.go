package pattern

import (
	"fmt"
	"math"
	"slices"
	"sort"

	"ardentgusset/core/plane"
)

// Reshaping of pieces. Every operation takes a piece and gives another; the one it was given
// stays as it was.

// Copied is the piece with lines of its own.
func (p Piece) Copied() Piece {
	out := p
	out.Edges = append([]Edge{}, p.Edges...)
	for i := range out.Edges {
		out.Edges[i].Line = append([]plane.Point{}, p.Edges[i].Line...)
	}
	out.Notches, out.Marks, out.Also = slices.Clone(p.Notches), slices.Clone(p.Marks), slices.Clone(p.Also)
	out.Levels = slices.Clone(p.Levels)
	return out
}

// NoEdgeError names an edge that a piece does not have.
type NoEdgeError struct{ Piece, Edge string }

// Error says it in words.
func (e *NoEdgeError) Error() string { return fmt.Sprintf("%s has no edge %s", e.Piece, e.Edge) }

func (p *Piece) index(id string) (int, error) {
	for i := range p.Edges {
		if p.Edges[i].ID == id {
			return i, nil
		}
	}
	return 0, &NoEdgeError{p.Name, id}
}

// Extended is the piece with an edge moved out by a distance, as for a lap or a stand: the
// edges beside it run on to it. What was the edge is marked as a line.
func (p Piece) Extended(id string, by float64, label string) (Piece, error) {
	i, err := p.index(id)
	if err != nil {
		return p, err
	}
	out := p.Copied()
	n := len(out.Edges)
	was := p.Edges[i].Line
	moved := plane.Beside(was, -by) // edges run against the clock: out is to the right
	moved = plane.Thinned(moved, 0.005)
	out.Edges[i].Line = moved
	before, after := &out.Edges[(i+n-1)%n], &out.Edges[(i+1)%n]
	before.Line = append(before.Line, moved[0])
	after.Line = append([]plane.Point{moved[len(moved)-1]}, after.Line...)
	for k := range out.Notches { // the edge after it begins sooner
		if out.Notches[k].Edge == after.ID {
			out.Notches[k].At += by
		}
	}
	out.Marks = append(out.Marks, Mark{Kind: FoldLine, Path: append([]plane.Point{}, was...), Label: label})
	return out, nil
}

// Lower is the piece with an edge moved outwards by a distance that changes along it, given by the share of the way
// along it: a hem that is longer behind. The edges beside it run on straight; where the distance does not change at its
// ends, and it met them square, it still does.
func (p Piece) Lower(id string, by func(share float64) float64) (Piece, error) {
	i, err := p.index(id)
	if err != nil {
		return p, err
	}
	out := p.Copied()
	n := len(out.Edges)
	line := p.Edges[i].Line
	long := plane.Length(line)
	steps := max(int(long/1.5), 24)
	lead, next := p.Edges[(i+n-1)%n].Line, p.Edges[(i+1)%n].Line
	away := outwards(line, lead[len(lead)-1].Sub(lead[len(lead)-2]), next[0].Sub(next[1])) // along the edges beside it at its ends
	moved := make([]plane.Point, 0, steps+1)
	for k := range steps + 1 {
		share := float64(k) / float64(steps)
		q, _ := plane.Along(line, long*share)
		moved = append(moved, q.Add(away(long*share).Times(by(share))))
	}
	out.Edges[i].Line = moved
	const hair = 1e-3 // a step that is no step would have no direction
	before, after := &out.Edges[(i+n-1)%n], &out.Edges[(i+1)%n]
	if last := len(before.Line) - 1; before.Line[last].To(moved[0]) < hair {
		before.Line[last] = moved[0]
	} else {
		before.Line = append(before.Line, moved[0])
	}
	end := moved[len(moved)-1]
	further := after.Line[0].To(end)
	if further < hair {
		after.Line[0] = end
	} else {
		after.Line = append([]plane.Point{end}, after.Line...)
	}
	for k := range out.Notches { // the edge after it begins sooner
		if out.Notches[k].Edge == after.ID {
			out.Notches[k].At += further
		}
	}
	return out, nil
}

// chordLong is how long the chords are, about, that the directions of an edge are read from, mm: a curve that is drawn in short
// straights has no direction of its own at any of its points.
const chordLong = 12.0

// outwards is the direction square to a line, to its right, at a way along it: at its ends as it is given there, between them
// turning evenly from the middle of one chord to that of the next.
func outwards(line []plane.Point, first, last plane.Point) func(way float64) plane.Point {
	long := plane.Length(line)
	n := max(int(long/chordLong), 1)
	ways, angles := []float64{0}, []float64{math.Atan2(first.Y, first.X)}
	add := func(way float64, to plane.Point) {
		before := angles[len(angles)-1]
		ways, angles = append(ways, way), append(angles, before+math.Remainder(math.Atan2(to.Y, to.X)-before, 2*math.Pi))
	}
	a := line[0]
	for k := range n {
		b, _ := plane.Along(line, long*float64(k+1)/float64(n))
		add(long*(float64(k)+0.5)/float64(n), b.Sub(a).Right())
		a = b
	}
	add(long, last)
	return func(way float64) plane.Point {
		k := min(max(sort.SearchFloat64s(ways, way), 1), len(ways)-1)
		t := (way - ways[k-1]) / max(ways[k]-ways[k-1], 1e-9)
		sin, cos := math.Sincos(angles[k-1] + (angles[k]-angles[k-1])*t)
		return plane.Pt(cos, sin)
	}
}

// spaced is a line without points that lie a hair from the one before: directions taken
// between them would be noise.
func spaced(line []plane.Point) []plane.Point {
	const hair = 0.05
	out := line[:1:1]
	last := line[len(line)-1]
	for _, q := range line[1 : len(line)-1] {
		if q.To(out[len(out)-1]) > hair && q.To(last) > hair {
			out = append(out, q)
		}
	}
	return append(out, last)
}

// besideCorner is how far from a corner the direction of a neighbour is taken, mm: nearer than that an unrolled line tells nothing.
const besideCorner = 4.0

// Squared is the piece with an edge made to leave its neighbour at a right angle: the stretch of
// it so long beside its start, or its end, becomes a fair curve that joins the rest in its own
// direction. Necklines and armholes are drawn so at the shoulder, that they run on over the
// seam.
func (p Piece) Squared(id string, start bool, over float64) (Piece, error) {
	i, err := p.index(id)
	if err != nil {
		return p, err
	}
	out := p.Copied()
	n := len(out.Edges)
	line := out.Edges[i].Line
	long := plane.Length(line)
	over = min(over, 0.7*long)
	if start {
		neighbour := out.Edges[(i+n-1)%n].Line
		from := line[0]
		back, _ := plane.Along(neighbour, plane.Length(neighbour)-besideCorner)
		leave := from.Sub(back).Unit().Left()
		to, dir := plane.Along(line, over)
		rest := plane.Part(line, over, long)
		out.Edges[i].Line = spaced(plane.Join(plane.Sweep(from, leave, to, dir), rest))
	} else {
		neighbour := out.Edges[(i+1)%n].Line
		to := line[len(line)-1]
		on, _ := plane.Along(neighbour, besideCorner)
		arrive := on.Sub(neighbour[0]).Unit().Right()
		from, dir := plane.Along(line, long-over)
		rest := plane.Part(line, 0, long-over)
		out.Edges[i].Line = spaced(plane.Join(rest, plane.Sweep(from, dir, to, arrive)))
	}
	return out, nil
}
