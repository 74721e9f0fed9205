package alter

import (
	"math"

	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
)

// stepped is how far from where a strip was taken out an edge that steps there is drawn straight, mm (common practice, no source).
const stepped = 60.0

// lengthen cuts a piece straight across at a height and draws it apart, or takes a strip out above that height.
func lengthen(_ *Set, p *pattern.Piece, o *Op) *OpError {
	at, by, err := atAndBy(o)
	if err != nil {
		return err
	}
	line, _ := p.Outline()
	box := plane.BoxOf(line)
	y := box.Min.Y + at
	if y <= box.Min.Y+0.5 || y+max(-by, 0) >= box.Max.Y-0.5 {
		return wrong("at_mm", "%s is %.0f high: the cut lies between its lowest and its highest point, and what is taken out ends below that",
			p.Name, box.Height())
	}
	was := p.Copied()
	for i := range p.Edges {
		var bad *OpError
		if p.Edges[i].Line, bad = drawnApart(p.Edges[i], y, by, p.Name); bad != nil {
			return bad
		}
	}
	// An edge that began or ended in a strip would have moved apart from its neighbour.
	for i := range p.Edges {
		next := &p.Edges[(i+1)%len(p.Edges)]
		if end := p.Edges[i].Line[len(p.Edges[i].Line)-1]; end.To(next.Line[0]) > 1e-6 {
			return wrong("at_mm", "a corner of %s lies in the strip that would be taken out: cut elsewhere", p.Name)
		}
	}
	carry(p, &was, func(q plane.Point) plane.Point { return raised(q, y, by) })
	return nil
}

// atAndBy are the fields of a cut across.
func atAndBy(o *Op) (at, by float64, err *OpError) {
	if o.At == nil {
		return 0, 0, wrong("at_mm", "it is missing: how high above the lowest point, mm")
	}
	if len(o.By) != 1 {
		return 0, 0, wrong("by_mm", "one number is wanted, mm")
	}
	return *o.At, o.By[0], nil
}

const hair = 1e-9

// raised is where a place goes when a piece is drawn apart at a height, or a strip above it is taken out.
func raised(q plane.Point, y, by float64) plane.Point {
	switch {
	case q.Y <= y+hair:
		return q
	case by >= 0 || q.Y >= y-by-hair:
		return plane.Pt(q.X, q.Y+by)
	}
	return plane.Pt(q.X, y)
}

// drawnApart is an edge of a piece that is drawn apart at a height, or from which the strip above it is taken.
func drawnApart(e pattern.Edge, y, by float64, name string) ([]plane.Point, *OpError) {
	top := y + max(-by, 0)
	at := func(a, b plane.Point, y float64) plane.Point { return a.Toward(b, (y-a.Y)/(b.Y-a.Y)) }
	var out []plane.Point
	inStrip := func(q plane.Point) bool { return by < 0 && q.Y > y+hair && q.Y < top-hair }
	if first, last := e.Line[0], e.Line[len(e.Line)-1]; inStrip(first) || inStrip(last) {
		return nil, wrong("at_mm", "the edge %s of %s ends in the strip that would be taken out: cut elsewhere", e.ID, name)
	}
	for i, q := range e.Line {
		if i > 0 {
			a := e.Line[i-1]
			low, high := a, q
			up := a.Y < q.Y
			if !up {
				low, high = q, a
			}
			if low.Y <= y+hair && high.Y > y+hair || by < 0 && low.Y < top-hair && high.Y >= top-hair {
				var cross []plane.Point
				if low.Y <= y+hair && high.Y > y+hair {
					c := at(low, high, y)
					cross = append(cross, c)
					if by > 0 {
						cross = append(cross, plane.Pt(c.X, c.Y+by))
					}
				}
				if by < 0 && low.Y < top-hair && high.Y >= top-hair {
					c := at(low, high, top)
					cross = append(cross, plane.Pt(c.X, y))
				}
				if !up {
					cross = plane.Reversed(cross)
				}
				out = append(out, cross...)
			}
		}
		if !inStrip(q) {
			out = append(out, raised(q, y, by))
		}
	}
	out = plane.Join(out)
	if by < 0 {
		out = smoothed(out, y)
	}
	return out, nil
}

// smoothed is an edge without the steps that a strip left in it at a height: from so far before one to so far after it runs straight.
func smoothed(line []plane.Point, y float64) []plane.Point {
	const none = 0.05
	for i := 1; i < len(line); i++ {
		a, b := line[i-1], line[i]
		if math.Abs(a.Y-y) > 1e-6 || math.Abs(b.Y-y) > 1e-6 || a.To(b) < 1e-9 {
			continue
		}
		if a.To(b) <= none {
			return plane.Join(line[:i], line[i+1:])
		}
		long, before := plane.Length(line), plane.Length(line[:i])
		after := before + a.To(b)
		return plane.Join(plane.Part(line, 0, max(before-stepped, 0)), plane.Part(line, min(after+stepped, long), long))
	}
	return line
}

// carry moves what is marked on a piece with it, and lays its notches where they lay on the edges as they are now.
func carry(p, was *pattern.Piece, to func(plane.Point) plane.Point) {
	for i := range p.Marks {
		p.Marks[i].Path = each(p.Marks[i].Path, to)
	}
	for i := range p.Levels {
		p.Levels[i].Path = each(p.Levels[i].Path, to)
	}
	for i := range p.Notches {
		n := &p.Notches[i]
		old, ok := was.Edge(n.Edge)
		now, still := p.Edge(n.Edge)
		if !ok || !still {
			continue
		}
		at, _ := plane.Along(old.Line, n.At)
		n.At, _ = plane.Nearest(now.Line, to(at))
	}
}

func each(line []plane.Point, to func(plane.Point) plane.Point) []plane.Point {
	out := make([]plane.Point, len(line))
	for i, q := range line {
		out[i] = to(q)
	}
	return out
}
