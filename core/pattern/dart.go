package pattern

import (
	"cmp"
	"fmt"
	"math"
	"slices"

	"ardentgusset/core/plane"
)

// Cap is the point of a dart's mouth between the end of one part of an edge and the start of
// the next: folded along its middle, the edge of either side runs on to there.
func Cap(a, b []plane.Point, tip plane.Point) plane.Point {
	from, to := a[len(a)-1], b[0]
	mid := from.Mid(to)
	axis := mid.Sub(tip).Unit()
	// The edge beyond the second leg, folded over that leg into the dart.
	along := b[min(2, len(b)-1)].Sub(to).Unit()
	leg := to.Sub(tip).Unit()
	folded := leg.Times(2 * along.Dot(leg)).Sub(along)
	den := folded.Cross(axis)
	if math.Abs(den) < 1e-6 {
		return mid
	}
	reach := mid.Sub(to).Cross(axis) / den
	// A cap deeper than the mouth is wide belongs to no dart that is folded flat.
	if reach < 0 || reach > 0.4*from.To(to) {
		return mid
	}
	return to.Add(folded.Times(reach))
}

// mouth is a dart that opens on an edge of a piece.
type mouth struct {
	mark        int // in the piece's marks
	edge        int
	first, last int // where its legs meet the edge, in the edge's line
	tip         plane.Point
	angle       float64 // it takes, radians
}

// mouthAt is how near a leg's end must lie to a corner of the edge to be on it, mm.
const mouthAt = 0.05

// mouths are all darts of a piece that open on edges, in the order they are marked.
func (p *Piece) mouths() []mouth {
	var out []mouth
	for m, mark := range p.Marks {
		n := len(mark.Path)
		if mark.Kind != Dart || n < 3 || mark.Path[0].Same(mark.Path[n-1]) {
			continue
		}
		on := func(e Edge, q plane.Point) int {
			best, off := -1, mouthAt
			for i, v := range e.Line {
				if d := v.To(q); d < off {
					best, off = i, d
				}
			}
			return best
		}
		for k, e := range p.Edges {
			a, b := on(e, mark.Path[0]), on(e, mark.Path[n-1])
			if a < 0 || b < a {
				continue
			}
			tip := mark.Path[n/2]
			u, v := e.Line[a].Sub(tip), e.Line[b].Sub(tip)
			out = append(out, mouth{m, k, a, b, tip, math.Atan2(u.Cross(v), u.Dot(v))})
			break
		}
	}
	return out
}

// Mouth is where a dart opens on an edge: from how far along it to where, mm.
type Mouth struct{ From, To float64 }

// Mouths are the darts that open on an edge, in the order in which they lie along it.
func (p *Piece) Mouths(edge string) []Mouth {
	var out []Mouth
	for _, m := range p.mouths() {
		if e := &p.Edges[m.edge]; e.ID == edge {
			out = append(out, Mouth{plane.Length(e.Line[:m.first+1]), plane.Length(e.Line[:m.last+1])})
		}
	}
	slices.SortFunc(out, func(a, b Mouth) int { return cmp.Compare(a.From, b.From) })
	return out
}

// shut is how far the ends of a closed dart's legs lie apart at most, mm.
const shut = 1.0

// DartMoved closes a dart and opens it on another edge, at a distance along it: what lies
// between the two turns about the dart's point, and what lies on the fold stays. All edges
// keep their lengths but for what the dart takes of those it opens on. It fails when there is
// no such dart or edge.
func (p Piece) DartMoved(label, edge string, at float64) (Piece, error) {
	to, err := p.index(edge)
	if err != nil {
		return p, err
	}
	all := p.mouths()
	i := slices.IndexFunc(all, func(m mouth) bool { return p.Marks[m.mark].Label == label })
	if i < 0 {
		return p, fmt.Errorf("%s has no dart “%s” that opens on an edge", p.Name, label)
	}
	d := all[i]
	if d.edge == to {
		return p, fmt.Errorf("the dart “%s” of %s opens on that edge already", label, p.Name)
	}
	long := p.Edges[to].Length()
	if at <= mouthAt || at >= long-mouthAt {
		return p, fmt.Errorf("the dart of %s can’t open at the end of its edge", p.Name)
	}
	out, n := p.Copied(), len(p.Edges)
	turn := func(q plane.Point) plane.Point { return q.Sub(d.tip).Turned(-d.angle).Add(d.tip) }
	turned := func(line []plane.Point) []plane.Point {
		moved := make([]plane.Point, len(line))
		for k, q := range line {
			moved[k] = turn(q)
		}
		return moved
	}
	was, on := p.Edges[d.edge].Line, p.Edges[to].Line
	before, after := plane.Part(on, 0, at), plane.Part(on, at, long)
	region := append([]plane.Point{d.tip}, was[d.last:]...) // all that turns
	fold := false
	for k := (d.edge + 1) % n; k != to; k = (k + 1) % n {
		region = append(region, p.Edges[k].Line...)
		out.Edges[k].Line = turned(p.Edges[k].Line)
		fold = fold || p.Edges[k].ID == p.Fold && p.Fold != ""
	}
	region = append(region, before...)
	left, right := slices.Clone(was[:d.first+1]), turned(was[d.last:])
	if end := len(left) - 1; left[end].To(right[0]) < shut { // legs that differ by a hair must not leave a step
		left[end] = left[end].Mid(right[0])
		right[0] = left[end]
	}
	out.Edges[d.edge].Line = plane.Join(left, right)
	opened := turned(before)
	peak := Cap(opened, after, d.tip)
	out.Edges[to].Line = plane.Join(opened, []plane.Point{peak}, after)
	closed := plane.Length(was[d.first : d.last+1])
	mouthLong := opened[len(opened)-1].To(peak) + peak.To(after[0])
	for k := range out.Notches {
		switch notch := &out.Notches[k]; {
		case notch.Edge == p.Edges[d.edge].ID && notch.At > plane.Length(was[:d.first+1])+closed/2:
			notch.At -= closed
		case notch.Edge == edge && notch.At > at:
			notch.At += mouthLong
		}
	}
	for k, path := range out.inner() {
		if k == d.mark {
			out.Marks[k].Path = []plane.Point{opened[len(opened)-1], d.tip, after[0]}
			continue
		}
		*path = slices.Clone(*path)
		for j, q := range *path {
			if plane.Inside(region, q) {
				(*path)[j] = turn(q)
			}
		}
	}
	if fold {
		out = out.turnedAbout(d.tip, d.angle)
	}
	return out, nil
}

// Upright is the piece turned so that an edge stands plumb, from end to end.
func (p Piece) Upright(edge string) (Piece, error) {
	i, err := p.index(edge)
	if err != nil {
		return p, err
	}
	line := p.Edges[i].Line
	d := line[len(line)-1].Sub(line[0])
	to := math.Pi / 2
	if d.Y < 0 {
		to = -to
	}
	return p.turnedAbout(line[0], to-math.Atan2(d.Y, d.X)), nil
}

// turnedAbout is the piece turned about a point by an angle, radians.
func (p Piece) turnedAbout(about plane.Point, angle float64) Piece {
	out := p.Copied()
	turn := func(line []plane.Point) []plane.Point {
		moved := make([]plane.Point, len(line))
		for i, q := range line {
			moved[i] = q.Sub(about).Turned(angle).Add(about)
		}
		return moved
	}
	for i := range out.Edges {
		out.Edges[i].Line = turn(out.Edges[i].Line)
	}
	for _, path := range out.inner() {
		*path = turn(*path)
	}
	return out
}
