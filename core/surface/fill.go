package surface

import (
	"ardentgusset/core/figure"
	"ardentgusset/core/plane"
	"math"
	"slices"

	"gonum.org/v1/gonum/spatial/r3"
)

// levelStep is how far apart the points of a held level lie, clearOf how far they stay from what
// runs beside it, shortPart the least part that a line is divided at a level into, mm.
const levelStep, clearOf, shortPart = 10.0, 5.0, 3.0

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
			for _, c := range outline {
				a, b := m.flat[c[0]], m.flat[c[1]]
				if (a.Y > z) == (b.Y > z) {
					continue
				}
				if x := a.X + (b.X-a.X)*(z-a.Y)/(b.Y-a.Y); x > span[0]+1 && x < span[1]-1 {
					stops = append(stops, x)
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
	ends := [2]int{-1, -1} // the points where it meets the lines
	for _, c := range outline {
		for _, v := range c {
			for k, x := range []float64{from, to} {
				if q := m.flat[v]; math.Abs(q.Y-z) < 0.6 && math.Abs(q.X-x) < gapAtMost {
					ends[k] = v
				}
			}
		}
	}
	if ends[0] < 0 || ends[1] < 0 {
		return constraints
	}
	n := int(math.Ceil((to - from) / levelStep))
	var points []plane.Point
	for k := 1; k < n; k++ {
		q := plane.Pt(from+(to-from)*float64(k)/float64(n), z)
		for _, c := range outline {
			if c[0] != ends[0] && c[1] != ends[0] && c[0] != ends[1] && c[1] != ends[1] &&
				plane.Off(q, m.flat[c[0]], m.flat[c[1]]) < clearOf {
				return constraints // it runs along an edge, which holds it
			}
		}
		points = append(points, q)
	}
	last := ends[0]
	for k := 1; k <= n; k++ {
		v := ends[1]
		if k < n {
			m.at = append(m.at, s.placed(points[k-1]))
			m.flat = append(m.flat, points[k-1])
			v = len(m.at) - 1
		}
		m.stiff = append(m.stiff, stiffEdge{a: last, b: v, length: (to - from) / float64(n)})
		constraints = append(constraints, [2]int{last, v})
		last = v
	}
	return constraints
}

// held are the heights of the levels that are held: the waist and what lies below it. Over the
// bust the cloth must be free to give.
func (s start) held() []float64 {
	var out []float64
	for _, l := range []figure.Level{figure.Hip, figure.HighHip, figure.Waist} {
		if z, ok := s.Levels[l]; ok {
			out = append(out, z)
		}
	}
	return out
}

// fill puts points inside the outline, in rows, clear of it and of the darts.
func (s start) fill(m *mesh, border []plane.Point, constraints [][2]int) {
	box := plane.BoxOf(border)
	cell := math.Min(math.Max(math.Min(box.Width(), box.Height())/cellsAcross, narrowestCell), widestCell) * s.coarse
	high := cell * math.Sqrt(3) / 2
	for i, y := 0, box.Min.Y+high/2; y < box.Max.Y; i, y = i+1, y+high {
		for x := box.Min.X + cell/2*float64(1+i%2)/1.5; x < box.Max.X; x += cell {
			q := plane.Pt(x, y)
			clear := plane.Inside(border, q)
			for _, c := range constraints {
				if !clear {
					break
				}
				clear = plane.Off(q, m.flat[c[0]], m.flat[c[1]]) > 0.55*cell
			}
			if clear {
				m.at = append(m.at, s.placed(q))
				m.flat = append(m.flat, q)
			}
		}
	}
}
