package plane

import "math"

// Side is one stretch of a polygon's border and how far out its offset lies.
type Side struct {
	Line []Point // in the polygon's counter-clockwise order
	Out  float64 // mm, 0 or more
	// Turned is set for what is turned back along the line once the sides
	// beside it are sewn, as a hem is: its ends are the mirror images of those
	// sides in the line, so that turned up it lies flat in the seams.
	Turned bool
}

// spike is how far a pointed corner of an offset may stand out, in multiples
// of the larger of the two distances, before it is cut off square.
const spike = 2.5

// Outset moves each side of a counter-clockwise polygon outwards by its own
// distance and joins them with sharp corners, as a cutter marks an allowance
// that differs from edge to edge. The sides must follow one another head to
// tail and close. Very pointed corners are cut off.
func Outset(sides []Side) []Point {
	var all []stretch
	for _, s := range sides {
		l := Join(s.Line)
		if len(l) < 2 {
			continue
		}
		all = append(all, stretch{
			line: shifted(l, s.Out), out: s.Out, turned: s.Turned && s.Out > 0, start: l[0], end: l[len(l)-1],
			head: l[1].Sub(l[0]).Unit(), tail: l[len(l)-1].Sub(l[len(l)-2]).Unit(),
		})
	}
	for i := range all {
		if n := len(all); all[i].turned && n > 2 {
			all[i].turn(&all[(i+n-1)%n], &all[(i+1)%n])
		}
	}
	var out []Point
	for i := range all {
		s, next := all[i], all[(i+1)%len(all)]
		out = append(out, s.line...)
		if s.joined {
			continue
		}
		a, b := s.line[len(s.line)-1], next.line[0]
		if a.Same(b) {
			continue
		}
		corner, ok := Meet(a, s.tail, b, next.head)
		reach := spike * max(s.out, next.out)
		turn := s.tail.Cross(next.head)
		switch {
		case !ok || (turn > 0 && (corner.To(a) > reach || corner.To(b) > reach)):
			// Too pointed: square it off at the reach. Where the sides run on almost straight,
			// two distances make a plain step.
			if turn > 0 && ok && s.tail.Dot(next.head) < 0.9 {
				out = append(out, a.Add(s.tail.Times(reach/2)), b.Sub(next.head.Times(reach/2)))
			}
		case turn > 0 || (corner.To(a) <= reach && corner.To(b) <= reach):
			out = append(out, corner)
			if turn > 0 && i+1 < len(all) { // of a curve, what lies before the corner is not run back to
				all[i+1].line = past(next.line, corner, next.head)
			}
		} // a shallow inner corner between two allowances is a plain step
	}
	return unlooped(tidy(out))
}

// past is a line without the points at its start that lie before a place towards head.
func past(line []Point, at, head Point) []Point {
	for len(line) > 2 && line[0].Sub(at).Dot(head) < 0 {
		line = line[1:]
	}
	return line
}

// stretch is a side while it is moved out.
type stretch struct {
	line       []Point
	head, tail Point // directions at its ends
	start, end Point // of the side itself
	out        float64
	turned     bool
	joined     bool // it already meets the next one
}

// turn gives a turned stretch ends that are the mirror images of its
// neighbours. Where that can't be done the corner stays as it is elsewhere.
func (s *stretch) turn(before, after *stretch) {
	if line, at, ok := mirroredEnd(s.line, s.start, s.head, before.line, before.tail, before.out); ok {
		before.line = append(trimmed(before.line, s.start, s.head.Right()), at)
		before.joined = true
		s.line = line
	}
	flip := Reversed(s.line)
	if line, at, ok := mirroredEnd(flip, s.end, s.tail.Times(-1), Reversed(after.line), after.head.Times(-1), after.out); ok {
		s.line = append(Reversed(line), at)
		after.line = Reversed(trimmed(Reversed(after.line), s.end, s.tail.Right()))
		s.joined = true
	}
}

// mirroredEnd is a moved-out line cut off at the mirror image, in the hem that
// begins at start towards head, of the line that ends there; and the place on
// the hem where that turns.
func mirroredEnd(line []Point, start, head Point, neighbour []Point, tail Point, out float64) ([]Point, Point, bool) {
	at, ok := Meet(neighbour[len(neighbour)-1], tail, start, head)
	if !ok || at.To(start) > 200 {
		return nil, at, false
	}
	back := tail.Sub(head.Times(2 * tail.Dot(head))) // the tail, its part along the hem turned round
	if out == 0 {                                    // a fold runs straight on
		back = tail
	}
	for i := 1; i < len(line); i++ {
		a, b := line[i-1], line[i]
		if i == 1 { // it may begin before the line does
			a = a.Add(a.Sub(b).Unit().Times(200))
		}
		d := b.Sub(a)
		k := back.Cross(d)
		if math.Abs(k) < 1e-9 {
			continue
		}
		t, u := a.Sub(at).Cross(d)/k, a.Sub(at).Cross(back)/k
		if t > 0 && u >= 0 && u <= 1 {
			return append([]Point{at.Add(back.Times(t))}, line[i:]...), at, true
		}
	}
	return nil, at, false
}

// trimmed is a line without what lies at its end beyond the hem through start.
func trimmed(line []Point, start, out Point) []Point {
	n := len(line)
	for n > 1 && out.Dot(line[n-1].Sub(start)) > -1e-6 {
		n--
	}
	return append([]Point{}, line[:n]...)
}

// shifted is a line moved to its right (outwards on a counter-clockwise
// border), its inner corners mitred.
func shifted(l []Point, d float64) []Point {
	if d == 0 {
		return l
	}
	out := make([]Point, 0, len(l))
	for i := range l {
		switch i {
		case 0:
			out = append(out, l[0].Add(l[1].Sub(l[0]).Unit().Right().Times(d)))
		case len(l) - 1:
			out = append(out, l[i].Add(l[i].Sub(l[i-1]).Unit().Right().Times(d)))
		default:
			u, v := l[i].Sub(l[i-1]).Unit(), l[i+1].Sub(l[i]).Unit()
			k := 1 + u.Dot(v)
			if k < 0.2 { // a hairpin inside one edge: two plain ends
				out = append(out, l[i].Add(u.Right().Times(d)), l[i].Add(v.Right().Times(d)))
				continue
			}
			out = append(out, l[i].Add(u.Right().Add(v.Right()).Times(d/k)))
		}
	}
	return out
}

// hair is how near two points of an offset may lie and still be one, mm: files write thousandths, and what turns back by a few of
// them would cross itself there.
const hair = 0.03

// tidy drops repeated points and those that only lie on a straight stretch
// (or run back along it).
func tidy(poly []Point) []Point {
	for {
		n := len(poly)
		out := make([]Point, 0, n)
		for i, p := range poly {
			var prev Point
			if len(out) > 0 {
				prev = out[len(out)-1]
			} else {
				prev = poly[n-1]
			}
			next := poly[(i+1)%n]
			if p.To(prev) < hair {
				continue
			}
			u, v := p.Sub(prev), next.Sub(p)
			bend := math.Abs(u.Cross(v))
			if bend < 1e-9*(1+u.Norm()*v.Norm()) && v.Norm() > 1e-6 || runsBack(u, v, bend) {
				continue
			}
			out = append(out, p)
		}
		if len(out) == n || len(out) < 4 {
			return out
		}
		poly = out
	}
}

// runsBack tells whether a line goes a short way and back along itself, as where a hollow is narrower than the allowance by a
// hair: no loop is seen there, and a program that reads it sees a line that crosses itself.
func runsBack(u, v Point, bend float64) bool {
	const nearly, least, most = 0.01, 0.02, 4 // mm: beside itself, and the shorter of both ways
	short := min(u.Norm(), v.Norm())
	return u.Dot(v) < 0 && short > least && short < most && bend < nearly*max(u.Norm(), v.Norm())
}

// unlooped cuts the small loops out of an offset: where the border crosses
// itself the shorter way round is dropped.
func unlooped(poly []Point) []Point {
	for range 64 {
		i, j, crossed := Crossing(poly)
		if !crossed || len(poly) < 4 {
			return poly
		}
		n := len(poly)
		a, b, c, d := poly[i], poly[(i+1)%n], poly[j], poly[(j+1)%n]
		x, ok := Meet(a, b.Sub(a), c, d.Sub(c))
		if !ok {
			x = b.Mid(c)
		}
		inner := append([]Point{x}, poly[i+1:j+1]...)
		outer := append(append([]Point{}, poly[:i+1]...), x)
		outer = append(outer, poly[j+1:]...)
		if math.Abs(Area(inner)) > math.Abs(Area(outer)) {
			poly = tidy(inner)
		} else {
			poly = tidy(outer)
		}
	}
	return poly
}
