package surface

import (
	"math"
	"slices"

	"ardentgusset/core/figure"
	"ardentgusset/core/plane"

	"gonum.org/v1/gonum/spatial/r3"
)

// levelStep is how far apart the points of a held level lie, clearOf how far they stay from what
// runs beside it, shortPart the least part that a line is divided at a level into, onLevel how near
// to a level what ends on it lies, mm.
const levelStep, clearOf, shortPart, onLevel = 15.0, 5.0, 3.0, 0.6

// parted is a line cut where it crosses the held levels, so that a point lies there in all its
// neighbours.
func (s start) parted(line Line) []Line {
	long := line.Length()
	var at []float64
	run := 0.0
	for i := 1; i < len(line); i++ {
		d := r3.Norm(r3.Sub(line[i], line[i-1]))
		for _, z := range s.held() {
			a, b := line[i-1].Z, line[i].Z
			if (a > z) != (b > z) && math.Abs(a-b) > 0.01 { // what runs level has no crossing
				at = append(at, run+d*(z-a)/(b-a))
			}
		}
		run += d
	}
	slices.Sort(at)
	var out []Line
	from := 0.0
	for _, a := range at {
		if a > from+shortPart && a < long-shortPart {
			out = append(out, line.Part(from, a))
			from = a
		}
	}
	return append(out, line.Part(from, long+1))
}

// hold puts points along the named levels and lets them keep their distances: what a bodice
// measures at the waist must not give.
func (s start) hold(m *mesh, border []plane.Point, constraints [][2]int) [][2]int {
	outline := constraints
	for _, z := range s.held() {
		origin := plane.Pt(0, z)
		for _, span := range plane.Spans(border, origin, plane.Pt(1, 0)) {
			// Darts part it.
			stops := []float64{span[0]}
			stop := func(x float64) {
				if x > span[0]+1 && x < span[1]-1 && !slices.ContainsFunc(stops,
					func(o float64) bool { return math.Abs(o-x) < gapAtMost }) {
					stops = append(stops, x)
				}
			}
			for i, c := range outline {
				a, b := m.flat[c[0]], m.flat[c[1]]
				dart := i >= len(border) // one whose tip lies on the level parts it too
				switch {
				case dart && math.Abs(a.Y-z) < onLevel:
					stop(a.X)
				case dart && math.Abs(b.Y-z) < onLevel:
					stop(b.X)
				case (a.Y > z) != (b.Y > z):
					stop(a.X + (b.X-a.X)*(z-a.Y)/(b.Y-a.Y))
				}
			}
			stops = append(stops, span[1])
			slices.Sort(stops)
			for i := 1; i < len(stops); i++ {
				constraints = s.heldPart(m, outline, constraints, z, stops[i-1], stops[i])
			}
		}
	}
	return constraints
}

// heldPart holds a level from one line that it meets to the next.
func (s start) heldPart(m *mesh, outline, constraints [][2]int, z, from, to float64) [][2]int {
	if to-from < levelStep {
		return constraints
	}
	// The points where it meets the lines, or nearest to there: a line that ends just above or below
	// is not divided once more.
	ends, off := [2]int{-1, -1}, [2]float64{shortPart + gapAtMost, shortPart + gapAtMost}
	for _, c := range outline {
		for _, v := range c {
			for k, x := range []float64{from, to} {
				if d := m.flat[v].To(plane.Pt(x, z)); d < off[k] {
					ends[k], off[k] = v, d
				}
			}
		}
	}
	if ends[0] < 0 || ends[1] < 0 || ends[0] == ends[1] {
		return constraints
	}
	n := int(math.Ceil((to - from) / levelStep))
	at := func(k int) plane.Point { return plane.Pt(from+(to-from)*float64(k)/float64(n), z) }
	clear := func(q plane.Point) bool { // of what does not come to the level's ends
		return !slices.ContainsFunc(outline, func(c [2]int) bool {
			return c[0] != ends[0] && c[1] != ends[0] && c[0] != ends[1] && c[1] != ends[1] &&
				plane.Off(q, m.flat[c[0]], m.flat[c[1]]) < clearOf
		})
	}
	along := func(a, b plane.Point) bool { // it would run over a line's point
		return slices.ContainsFunc(outline, func(c [2]int) bool {
			return c[0] != ends[0] && c[0] != ends[1] && plane.Off(m.flat[c[0]], a, b) < onLevel
		})
	}
	held, last := level{}, 0
	for k := range n + 1 {
		q := at(k)
		if k > 0 && k < n && !clear(q) {
			continue
		}
		if k-last > passes || k-last > 1 && along(at(last), q) { // it ran along an edge, which holds it there
			constraints = m.hold(held, constraints)
			held = level{}
		}
		last = k
		switch k {
		case 0:
			held.at = append(held.at, ends[0])
		case n:
			held.at = append(held.at, ends[1])
		default:
			m.at, m.flat = append(m.at, s.placed(q)), append(m.flat, q)
			held.at = append(held.at, len(m.at)-1)
		}
		held.x = append(held.x, q.X)
	}
	return m.hold(held, constraints)
}

// passes is over how many steps a level passes by the tip of a dart.
const passes = 3

// hold lets the points of a level keep their distances.
func (m *mesh) hold(l level, constraints [][2]int) [][2]int {
	for k := 1; k < len(l.at); k++ {
		constraints = append(constraints, [2]int{l.at[k-1], l.at[k]})
		long := max(l.x[k]-l.x[k-1], r3.Norm(r3.Sub(m.at[l.at[k]], m.at[l.at[k-1]]))) // the latter where it slants to a line's end
		m.stiff = append(m.stiff, stiffEdge{a: l.at[k-1], b: l.at[k], length: long, inside: true})
	}
	if len(l.at) > 1 {
		m.held = append(m.held, l)
	}
	return constraints
}

// chordOver is over how many of its points a held level keeps its distances straight across as well:
// from one to the next alone it could shorten itself by running to and fro.
const chordOver = 6

// chords lets the held levels keep their distances across.
func (s start) chords(m *mesh) {
	for _, l := range m.held {
		for i := 0; i+2 < len(l.at); i += chordOver {
			k := min(i+chordOver, len(l.at)-1)
			if long, by := l.x[k]-l.x[i], s.bends(m.flat[l.at[i]], m.flat[l.at[k]]); k > i+1 {
				m.stiff = append(m.stiff, stiffEdge{a: l.at[i], b: l.at[k], length: long * (1 - by*by/24), inside: true})
			}
		}
	}
}

// bends is by how much a level turns, radians, from one of its places to another when the form is
// laid flat: as much as it turns round the form, times the sine of how far the form leans there.
func (s start) bends(a, b plane.Point) float64 {
	const by = 1.0
	heading := func(x float64) plane.Point {
		p, q := s.placed(plane.Pt(x-by, a.Y)), s.placed(plane.Pt(x+by, a.Y))
		return plane.Pt(q.X-p.X, q.Y-p.Y).Unit()
	}
	u, v := heading(a.X+by), heading(b.X-by)
	mid := (a.X + b.X) / 2
	low, high := s.placed(plane.Pt(mid, a.Y-by)), s.placed(plane.Pt(mid, a.Y+by))
	leans := plane.Pt(high.X-low.X, high.Y-low.Y).Dot(heading(mid).Right()) / (2 * by)
	return math.Atan2(u.Cross(v), u.Dot(v)) * leans / math.Hypot(leans, 1)
}

// held are the heights of the levels that are held: the waist, what lies below it, and what the
// form's maker holds over the bust.
func (s start) held() []float64 {
	var out []float64
	for _, l := range []figure.Level{figure.Hip, figure.HighHip, figure.Waist} {
		if z, ok := s.Levels[l]; ok {
			out = append(out, z)
		}
	}
	return append(out, s.Held...)
}

// fill puts points inside the outline, in rows, clear of it and of the darts.
func (s start) fill(m *mesh, border []plane.Point, constraints [][2]int) {
	box := plane.BoxOf(border)
	cell := min(max(min(box.Width(), box.Height())/cellsAcross, narrowestCell), widestCell) * s.coarse
	high := cell * math.Sqrt(3) / 2
	for i, y := 0, box.Min.Y+high/2; y < box.Max.Y; i, y = i+1, y+high {
		r := s.at(y)
		zero := s.zero(&r)
		for x := box.Min.X + cell/2*float64(1+i%2)/1.5; x < box.Max.X; x += cell {
			q := plane.Pt(x, y)
			clear := plane.Inside(border, q)
			for _, c := range constraints {
				if !clear {
					break
				}
				a, b := m.flat[c[0]], m.flat[c[1]]
				if a.Y-q.Y > cell && b.Y-q.Y > cell || q.Y-a.Y > cell && q.Y-b.Y > cell {
					continue
				}
				clear = plane.Off(q, a, b) > 0.55*cell
			}
			if clear {
				px, py := r.along(x + zero)
				m.at = append(m.at, r3.Vec{X: px, Y: py, Z: y})
				m.flat = append(m.flat, q)
			}
		}
	}
}
