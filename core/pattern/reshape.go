package pattern

import (
	"fmt"
	"slices"

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
	moved := make([]plane.Point, 0, steps+1)
	for k := range steps + 1 {
		share := float64(k) / float64(steps)
		q, along := plane.Along(line, long*share)
		out := along.Right()
		switch k { // along the edges beside it
		case 0:
			before := p.Edges[(i+n-1)%n].Line
			q, out = line[0], line[0].Sub(before[len(before)-2]).Unit()
		case steps:
			after := p.Edges[(i+1)%n].Line
			q, out = line[len(line)-1], after[0].Sub(after[1]).Unit()
		}
		moved = append(moved, q.Add(out.Times(by(share))))
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
		leave := from.Sub(neighbour[len(neighbour)-2]).Unit().Left()
		to, dir := plane.Along(line, over)
		rest := plane.Part(line, over, long)
		out.Edges[i].Line = spaced(plane.Join(plane.Sweep(from, leave, to, dir), rest))
	} else {
		neighbour := out.Edges[(i+1)%n].Line
		to := line[len(line)-1]
		arrive := neighbour[1].Sub(neighbour[0]).Unit().Right()
		from, dir := plane.Along(line, long-over)
		rest := plane.Part(line, 0, long-over)
		out.Edges[i].Line = spaced(plane.Join(rest, plane.Sweep(from, dir, to, arrive)))
	}
	return out, nil
}
