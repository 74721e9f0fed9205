package trace

import (
	"fmt"

	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
)

// Clicked is a place of an outline, mm: a corner, or one of the places a curve runs through.
type Clicked struct {
	At     plane.Point
	Smooth bool
}

// Side is a stretch of an outline from one corner to the next.
type Side struct {
	Line     []plane.Point
	Straight bool
	Worst    float64 // how far it leaves what was clicked at most, mm
	WorstAt  plane.Point
}

// OutlineError tells what is wrong with an outline, and where.
type OutlineError struct {
	Why string
	At  plane.Point
}

func (e *OutlineError) Error() string { return e.Why }

// Outline is what is clicked round a piece, as its sides against the clock: straight between two corners, a curve through what lies
// between them. Without a corner it is one curve all round, as smooth where it closes as elsewhere.
func Outline(clicked []Clicked, tolerance float64) ([]Side, error) {
	var all []plane.Point
	corner := -1
	for i, c := range clicked {
		all = append(all, c.At)
		if !c.Smooth && corner < 0 {
			corner = i
		}
	}
	if len(apart(all)) < 3 {
		return nil, &OutlineError{Why: "an outline has three points at least"}
	}
	if i, _, crossed := plane.Crossing(all); crossed {
		return nil, &OutlineError{fmt.Sprintf("the outline crosses itself at its point %d", i+1), all[i]}
	}
	turned := make([]Clicked, 0, len(clicked)+1)
	start := max(corner, 0)
	for k := range clicked {
		turned = append(turned, clicked[(start+k)%len(clicked)])
	}
	turned = append(turned, turned[0])
	if plane.Area(all) < 0 { // the other way round
		for i, j := 0, len(turned)-1; i < j; i, j = i+1, j-1 {
			turned[i], turned[j] = turned[j], turned[i]
		}
	}
	var out []Side
	from := 0
	for i := 1; i < len(turned); i++ {
		if turned[i].Smooth && i < len(turned)-1 {
			continue
		}
		var through []plane.Point
		for _, c := range turned[from : i+1] {
			through = append(through, c.At)
		}
		from = i
		if len(apart(through)) < 2 {
			continue
		}
		if len(through) == 2 {
			out = append(out, Side{Line: through, Straight: true})
			continue
		}
		var ahead plane.Point
		if corner < 0 {
			ahead = through[1].Sub(through[len(through)-2])
		}
		c := Fit(through, ahead, ahead, tolerance)
		out = append(out, Side{Line: c.Line(), Worst: c.Worst, WorstAt: c.At})
	}
	var line []plane.Point
	for _, s := range out {
		line = append(line, s.Line[:len(s.Line)-1]...)
	}
	if i, _, crossed := plane.Crossing(line); crossed {
		return nil, &OutlineError{"its curves cross: more points are wanted there", line[i]}
	}
	return out, nil
}

// Piece is a piece of such sides, named by their order, with no allowances. grain, from one place to another, lies upright in it; folded
// asks for its longest straight side along the grain as the fold: an error says that there is none.
func Piece(id, name string, sides []Side, grain [2]plane.Point, folded bool) (pattern.Piece, error) {
	p := pattern.Piece{ID: id, Name: name, Cut: 2, Mirrored: true}
	way := grain[1].Sub(grain[0])
	turn := func(q plane.Point) plane.Point { return q }
	if way.Norm() > 1e-6 {
		u := way.Unit()
		turn = func(q plane.Point) plane.Point { return plane.Pt(q.Cross(u), q.Dot(u)) }
	}
	for i, s := range sides {
		e := pattern.Edge{ID: fmt.Sprintf("edge-%d", i+1), Name: fmt.Sprintf("edge %d", i+1)}
		for _, q := range s.Line {
			e.Line = append(e.Line, turn(q))
		}
		p.Edges = append(p.Edges, e)
	}
	box := plane.BoxOf(p.Edges[0].Line)
	for _, e := range p.Edges {
		b := plane.BoxOf(e.Line)
		box.Min.X, box.Min.Y = min(box.Min.X, b.Min.X), min(box.Min.Y, b.Min.Y)
	}
	for i := range p.Edges {
		p.Edges[i].Line = plane.Moved(p.Edges[i].Line, box.Min.Times(-1))
	}
	if !folded {
		return p, nil
	}
	best, long := -1, 0.0
	for i, s := range sides {
		e := &p.Edges[i]
		d := e.Line[len(e.Line)-1].Sub(e.Line[0])
		if s.Straight && abs(d.X) < 0.03*abs(d.Y) && abs(d.Y) > long {
			best, long = i, abs(d.Y)
		}
	}
	if best < 0 {
		return p, &OutlineError{Why: name + " lies on the fold, but no straight side of it lies along the grain: which is the fold?"}
	}
	p.Fold, p.Cut, p.Mirrored = p.Edges[best].ID, 1, false
	return p, nil
}

func abs(x float64) float64 { return max(x, -x) }
