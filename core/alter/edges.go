package alter

import (
	"math"

	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
)

func takeIn(_ *Set, p *pattern.Piece, o *Op) *OpError { return moveEdge(p, o, -1) }

func letOut(_ *Set, p *pattern.Piece, o *Op) *OpError { return moveEdge(p, o, 1) }

// moveEdge moves an edge outwards, by a sign, by amounts spread along it.
func moveEdge(p *pattern.Piece, o *Op, sign float64) *OpError {
	e, err := edge(p, o.Edge, "edge")
	if err != nil {
		return err
	}
	if len(o.By) == 0 {
		return wrong("by_mm", "it is missing: a number, or a list of them along the edge, mm")
	}
	if e.ID == p.Fold {
		return wrong("edge", "%s lies on the fold: it can't be moved, or the piece grows at its middle", e.ID)
	}
	was := p.Copied()
	// The edge is given a place wherever an amount is.
	line := e.Line
	long := plane.Length(line)
	for k := 1; k < len(o.By)-1; k++ {
		line = with(line, long*float64(k)/float64(len(o.By)-1))
	}
	e.Line = line
	i, n := indexOf(p, e.ID), len(p.Edges)
	before, after := &p.Edges[(i+n-1)%n], &p.Edges[(i+1)%n]
	moved := asideBy(line, func(share float64) float64 { return sign * o.By.at(share) })
	if len(moved) < 2 {
		return wrong("by_mm", "%s is too hollow for so much", e.ID)
	}
	if n > 1 {
		var bad *OpError
		if before.Line, moved, bad = cornered(p, before.Line, moved, before.ID, e.ID, sign*o.By[0]); bad != nil {
			return bad
		}
		if moved, after.Line, bad = cornered(p, moved, after.Line, e.ID, after.ID, sign*o.By[len(o.By)-1]); bad != nil {
			return bad
		}
	}
	p.Edges[i].Line = moved
	carry(p, &was, func(q plane.Point) plane.Point { return q })
	return nil
}

// asideBy is a line moved to its right, square to it, by so much at each share of the way along it. Where a hollow is tighter than that it
// would run back: what does is left out.
func asideBy(line []plane.Point, by func(share float64) float64) []plane.Point {
	line = plane.Join(line)
	run, long := 0.0, max(plane.Length(line), 1e-9)
	var out []plane.Point
	for i, q := range line {
		if i > 0 {
			run += line[i-1].To(q)
		}
		u, v := q.Sub(line[max(i-1, 0)]).Unit(), line[min(i+1, len(line)-1)].Sub(q).Unit()
		if i == 0 {
			u = v
		} else if i == len(line)-1 {
			v = u
		}
		half := u.Add(v).Unit()
		q = q.Add(half.Right().Times(by(run/long) / max(half.Dot(u), 0.2)))
		switch {
		case i == 0 || q.Sub(out[len(out)-1]).Dot(line[i].Sub(line[i-1])) > 0:
			out = append(out, q)
		case i == len(line)-1:
			out[len(out)-1] = q
		}
	}
	return out
}

// cornered are an edge and the next drawn to where they meet, one of them moved by so much there.
func cornered(p *pattern.Piece, a, b []plane.Point, idA, idB string, by float64) (first, second []plane.Point, err *OpError) {
	if math.Abs(by) < 1e-9 {
		return a, b, nil
	}
	const sharpest = 0.3 // the sine of the least angle at which they meet
	if u, v := a[len(a)-1].Sub(a[len(a)-2]).Unit(), b[1].Sub(b[0]).Unit(); math.Abs(u.Cross(v)) < sharpest {
		at := b[0]
		return nil, nil, &OpError{Field: "by_mm",
			Why:   idA + " and " + idB + " run on into each other: move both, or let it run out to 0 there",
			Piece: p.ID, At: &at}
	}
	corner, cutA, cutB, ok := meeting(a, b, 4*math.Abs(by)+1)
	if !ok {
		at := b[0]
		return nil, nil, &OpError{Field: "by_mm", Why: "the edges " + idA + " and " + idB + " meet at too sharp an angle",
			Piece: p.ID, At: &at}
	}
	first = plane.Join(append(plane.Part(a, 0, cutA), corner))
	second = plane.Join(append([]plane.Point{corner}, plane.Part(b, cutB, plane.Length(b))...))
	if len(first) < 2 || len(second) < 2 {
		return nil, nil, wrong("by_mm", "nothing would be left of %s or %s", idA, idB)
	}
	return first, second, nil
}

// with is a line with a point of its own so far along it.
func with(line []plane.Point, at float64) []plane.Point {
	run := 0.0
	for i := 1; i < len(line); i++ {
		long := line[i-1].To(line[i])
		if at > run+1e-6 && at < run+long-1e-6 {
			out := append([]plane.Point{}, line[:i]...)
			return append(append(out, line[i-1].Toward(line[i], (at-run)/long)), line[i:]...)
		}
		run += long
	}
	return line
}

// hem moves a lower edge outwards as it is.
func hem(s *Set, p *pattern.Piece, o *Op) *OpError {
	if len(o.By) != 1 {
		return wrong("by_mm", "one number is wanted, mm")
	}
	if err := moveEdge(p, o, 1); err != nil {
		return err
	}
	if o.Found != nil {
		if *o.Found < 0 || *o.Found > 300 {
			return wrong("found_mm", "a hem’s allowance is at most %s", measure.Tell(300))
		}
		e, _ := edge(p, o.Edge, "edge")
		e.Allowance, e.Turned, e.Kind = *o.Found, *o.Found > 0, pattern.Hem
	}
	return nil
}

// allowance finds the sewing line of an edge, or of all that have none yet, inside the cutting line that the piece came with.
func allowance(_ *Set, p *pattern.Piece, o *Op) *OpError {
	if o.Found == nil || *o.Found < 0 || *o.Found > 150 {
		return wrong("found_mm", "an allowance is at most %s", measure.Tell(150))
	}
	found := make([]float64, len(p.Edges))
	for i := range p.Edges {
		if o.Edge == "" && p.Edges[i].ID != p.Fold {
			found[i] = *o.Found
		}
	}
	if o.Edge != "" {
		if _, err := edge(p, o.Edge, "edge"); err != nil {
			return err
		}
		for i := range p.Edges {
			if p.Edges[i].ID == o.Edge || o.Edge == "fold" && p.Edges[i].ID == p.Fold {
				found[i] = *o.Found
			}
		}
	}
	was := p.Copied()
	lines, err := inwards(p, found)
	if err != nil {
		return err
	}
	for i := range p.Edges {
		p.Edges[i].Line = lines[i]
		if found[i] > 0 {
			p.Edges[i].Allowance = found[i]
		}
	}
	carry(p, &was, func(q plane.Point) plane.Point { return q })
	return nil
}

// inwards are the edges of a piece moved inwards, each by its own, to where they meet.
func inwards(p *pattern.Piece, by []float64) ([][]plane.Point, *OpError) {
	n := len(p.Edges)
	lines := make([][]plane.Point, n)
	for i, e := range p.Edges {
		if by[i] == 0 {
			lines[i] = e.Line
			continue
		}
		if lines[i] = insideOf(e.Line, by[i]); len(lines[i]) < 2 {
			return nil, wrong("found_mm", "%s is too hollow for so much", e.ID)
		}
	}
	if n == 1 {
		return lines, nil
	}
	out := make([][]plane.Point, n)
	for i := range lines {
		out[i] = append([]plane.Point{}, lines[i]...)
	}
	for i := range lines {
		k := (i + 1) % n
		if by[i] == 0 && by[k] == 0 {
			continue
		}
		a, b := out[i], out[k]
		corner, cutA, cutB, ok := meeting(a, b, 4*max(by[i], by[k]))
		if !ok {
			at := p.Edges[k].Line[0]
			return nil, &OpError{Field: "found_mm",
				Why:   "the edges " + p.Edges[i].ID + " and " + p.Edges[k].ID + " don’t meet so far inside: is it so wide?",
				Piece: p.ID, At: &at}
		}
		out[i] = append(plane.Part(a, 0, cutA), corner)
		out[k] = append([]plane.Point{corner}, plane.Part(b, cutB, plane.Length(b))...)
		out[i], out[k] = plane.Join(out[i]), plane.Join(out[k])
		if len(out[i]) < 2 || len(out[k]) < 2 {
			return nil, wrong("found_mm", "%g all round leaves nothing of %s: is it drawn without allowances?", max(by[i], by[k]), p.Name)
		}
	}
	return out, nil
}

// insideOf is a line moved to its left, square to it, by so much.
func insideOf(line []plane.Point, d float64) []plane.Point {
	return asideBy(line, func(float64) float64 { return -d })
}

// meeting is where the end of a line and the beginning of the next meet: where they cross, else where they run on straight to, at most so
// far; and up to where, and from where on, they are kept.
func meeting(a, b []plane.Point, reach float64) (at plane.Point, cutA, cutB float64, ok bool) {
	runA := plane.Length(a)
	back := 0.0
	for i := len(a) - 1; i > 0 && back < reach; i-- { // they cross near their ends
		run := 0.0
		for k := 1; k < len(b) && run < reach; k++ {
			if q, ta, tb, hit := crossed(a[i-1], a[i], b[k-1], b[k]); hit {
				return q, runA - back - a[i-1].To(a[i])*(1-ta), run + b[k-1].To(b[k])*tb, true
			}
			run += b[k-1].To(b[k])
		}
		back += a[i-1].To(a[i])
	}
	end, first := a[len(a)-1], b[0]
	q, hit := plane.Meet(end, end.Sub(a[len(a)-2]).Unit(), first, b[1].Sub(first).Unit())
	if !hit {
		return end.Mid(first), runA, 0, end.To(first) < reach
	}
	if q.To(end) > reach || q.To(first) > reach {
		return q, 0, 0, false
	}
	cutA = runA
	if q.Sub(end).Dot(end.Sub(a[len(a)-2])) < 0 { // before its end
		cutA -= min(q.To(end), runA)
	}
	if q.Sub(first).Dot(b[1].Sub(first)) > 0 {
		cutB = q.To(first)
	}
	return q, cutA, cutB, true
}

// crossed is where two stretches cross, and how far along each.
func crossed(a, b, c, d plane.Point) (q plane.Point, ta, tb float64, ok bool) {
	u, v := b.Sub(a), d.Sub(c)
	den := u.Cross(v)
	if math.Abs(den) < 1e-12 {
		return q, 0, 0, false
	}
	ta, tb = c.Sub(a).Cross(v)/den, c.Sub(a).Cross(u)/den
	return a.Toward(b, ta), ta, tb, ta >= 0 && ta <= 1 && tb >= 0 && tb <= 1
}
