package pattern

import (
	"fmt"
	"math"
	"slices"

	"ardentgusset/core/plane"
)

// Joined is one piece made of two that would be sewn along an edge of each: the second is laid
// against the first, and the seam is gone. Edges of one name that then follow on each other
// become one. It fails when the two edges differ by more than can be eased in.
func (p Piece) Joined(edge string, q Piece, other string) (Piece, error) {
	i, err := p.index(edge)
	if err != nil {
		return p, err
	}
	j, err := q.index(other)
	if err != nil {
		return p, err
	}
	a, b := p.Edges[i].Line, plane.Reversed(q.Edges[j].Line)
	first, last := len(a)-1, len(b)-1
	if off := math.Abs(a[0].To(a[first]) - b[0].To(b[last])); off > easily || math.Abs(plane.Length(a)-plane.Length(b)) > easily {
		return p, fmt.Errorf("%s and %s differ too much along the seam to be cut in one", p.Name, q.Name)
	}
	u, v := b[last].Sub(b[0]), a[first].Sub(a[0])
	angle := math.Atan2(u.Cross(v), u.Dot(v))
	laid := q.turnedAbout(b[0], angle)
	shift := a[0].Sub(b[0])
	out := p.Copied()
	n, m := len(p.Edges), len(q.Edges)
	var all []Edge
	starts := map[string]float64{} // by how much notches of the second's edges move along
	add := func(e Edge) {
		if k := len(all) - 1; k >= 0 && all[k].ID == e.ID {
			starts[e.ID] = plane.Length(all[k].Line)
			all[k].Line = plane.Join(all[k].Line, e.Line)
			return
		}
		all = append(all, e)
	}
	for _, e := range out.Edges[:i] {
		add(e)
	}
	for k := 1; k < m; k++ {
		e := laid.Edges[(j+k)%m]
		e.Line = plane.Moved(e.Line, shift)
		if k == 1 {
			e.Line[0] = a[0]
		}
		if k == m-1 {
			e.Line[len(e.Line)-1] = a[first]
		}
		add(e)
	}
	for k := i + 1; k < n; k++ {
		add(out.Edges[k])
	}
	if len(all) > 2 && all[0].ID == all[len(all)-1].ID {
		all[0].Line = plane.Join(all[len(all)-1].Line, all[0].Line)
		all = all[:len(all)-1]
	}
	for k := range all { // two edges of one name that lie apart
		for slices.ContainsFunc(all[:k], func(o Edge) bool { return o.ID == all[k].ID }) {
			all[k].ID += "-2"
		}
	}
	out.Edges = all
	out.Notches = slices.DeleteFunc(out.Notches, func(x Notch) bool { return x.Edge == edge })
	for _, x := range q.Notches {
		if x.Edge != other {
			x.At += starts[x.Edge]
			out.Notches = append(out.Notches, x)
		}
	}
	for _, mark := range laid.Marks {
		mark.Path = plane.Moved(mark.Path, shift)
		out.Marks = append(out.Marks, mark)
	}
	for _, l := range laid.Levels {
		out.Levels = append(out.Levels, Level{l.Drop, plane.Moved(l.Path, shift), l.Open})
	}
	return out, out.Fault()
}

// Mirror is the piece for the other hand, where left and right differ.
func (p Piece) Mirror() Piece {
	out := p.Copied()
	n := len(p.Edges)
	for i, e := range p.Edges {
		e.Line = plane.Reversed(plane.Mirrored(e.Line, 0))
		out.Edges[n-1-i] = e
	}
	for i := range out.Notches {
		if e, ok := p.Edge(out.Notches[i].Edge); ok {
			out.Notches[i].At = e.Length() - out.Notches[i].At
		}
	}
	for _, path := range out.inner() {
		*path = plane.Mirrored(*path, 0)
	}
	out.GrainDegrees = -p.GrainDegrees
	return out
}

// Let is the piece with an edge let out by so much at its start and its end, mm, evenly
// between, or taken in where it is less than nothing. The edges beside it run on to it, or
// end sooner.
func (p Piece) Let(edge string, start, end float64) (Piece, error) {
	i, err := p.index(edge)
	if err != nil {
		return p, err
	}
	out, n := p.Copied(), len(p.Edges)
	line := p.Edges[i].Line
	before, after := p.Edges[(i+n-1)%n].Line, p.Edges[(i+1)%n].Line
	run, long := 0.0, plane.Length(line)
	moved := make([]plane.Point, len(line))
	for k, q := range line {
		if k > 0 {
			run += line[k-1].To(q)
		}
		a, b := line[max(k-1, 0)], line[min(k+1, len(line)-1)]
		moved[k] = q.Add(b.Sub(a).Unit().Right().Times(start + (end-start)*run/long))
	}
	first, grown, err := met(plane.Reversed(before), line[1].Sub(line[0]).Unit(), start)
	if err != nil {
		return p, err
	}
	last, shrunk, err := met(after, line[len(line)-1].Sub(line[len(line)-2]).Unit(), end)
	if err != nil {
		return p, err
	}
	// The ends lie where the neighbours meet it; what that moves them by runs out between.
	d, e := first.Sub(moved[0]), last.Sub(moved[len(moved)-1])
	run = 0
	for k := range moved {
		if k > 0 {
			run += line[k-1].To(line[k])
		}
		moved[k] = moved[k].Add(d.Times(1 - run/long)).Add(e.Times(run / long))
	}
	out.Edges[i].Line = moved
	out.Edges[(i+n-1)%n].Line, out.Edges[(i+1)%n].Line = plane.Reversed(grown), shrunk
	return out, nil
}

// met is where a neighbour, seen from its end at the edge, meets the edge moved out by so much,
// and the neighbour from there on.
func met(neighbour []plane.Point, along plane.Point, out float64) (plane.Point, []plane.Point, error) {
	if math.Abs(out) < 1e-6 {
		return neighbour[0], append([]plane.Point{}, neighbour...), nil
	}
	way := neighbour[1].Sub(neighbour[0]).Unit()
	across := math.Abs(way.Cross(along))
	if across < 0.3 {
		return plane.Point{}, nil, fmt.Errorf("the edges meet at too sharp an angle to be let out or taken in")
	}
	by := out / across
	if by > 0 {
		q := neighbour[0].Sub(way.Times(by))
		return q, append([]plane.Point{q}, neighbour...), nil
	}
	if -by > plane.Length(neighbour)-1 {
		return plane.Point{}, nil, fmt.Errorf("nothing would be left of the edge beside it")
	}
	rest := plane.Join(plane.Part(neighbour, -by, plane.Length(neighbour)))
	return rest[0], rest, nil
}
