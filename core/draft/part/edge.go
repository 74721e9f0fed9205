package part

import (
	"math"

	"ardentgusset/core/plane"
)

// reach is how high the border before panel i ends below and above (i = Panels is the centre back).
func (h *Half) reach(i int) (bottom, top float64) {
	p := float64(i) / float64(h.Panels)
	return Height(h.Bottom, p), Height(h.Top, p)
}

// edge is the upper or lower edge of a panel: its height at a share of the way from its left to
// its right. It follows the edge's height through front, side and back and meets both seams so
// that sewn together it runs on without a corner.
func (h *Half) edge(through [3]float64, i int) func(t float64) float64 {
	p := func(t float64) float64 { return (float64(i) + t) / float64(h.Panels) }
	cl, cr := h.square(through, i, 0), h.square(through, i, 1)
	if i > 0 {
		_, right := h.slopes(through, i-1)
		cl = right - h.slope(through, i, 0)
	}
	if i < h.Panels-1 {
		left, _ := h.slopes(through, i)
		cr = left - h.slope(through, i, 1)
	}
	return func(t float64) float64 {
		u := 1 - t
		return Height(through, p(t)) + cl*t*u*u - cr*t*t*u
	}
}

// square is how much steeper than its height says an edge must rise at a side of a panel to meet
// it square: the upright edges at the centre front and the centre back.
func (h *Half) square(through [3]float64, i int, at float64) float64 {
	s := &h.laid[i]
	z := Height(through, (float64(i)+at)/float64(h.Panels))
	level, up := s.at(1, z).Sub(s.at(0, z)), s.at(at, z+1).Sub(s.at(at, z-1)).Times(0.5)
	return -level.Dot(up)/up.Dot(up) - h.slope(through, i, at)
}

// slope is how steeply the height of an edge rises over a panel at its left (0) or right (1).
func (h *Half) slope(through [3]float64, i int, at float64) float64 {
	const d = 1e-4
	a, b := max(at-d, 0), min(at+d, 1)
	p := func(t float64) float64 { return (float64(i) + t) / float64(h.Panels) }
	return (Height(through, p(b)) - Height(through, p(a))) / (b - a)
}

// slopes are how steeply an edge must rise at the seam between panel i and the next, on either of
// them, so that its angles with the seam make a straight line: both turn by half of what is over.
func (h *Half) slopes(through [3]float64, i int) (left, right float64) {
	z := Height(through, float64(i+1)/float64(h.Panels))
	at := func(panel int, t float64) (level, up plane.Point) {
		s := &h.laid[panel]
		const d = 2.0
		low, high := z-d, z
		if z < 0 {
			low, high = z, z+d
		}
		up = s.at(t, high).Sub(s.at(t, low)).Times(1 / d)
		return s.at(1, z).Sub(s.at(0, z)), up
	}
	angle := func(panel int, t float64) float64 {
		level, up := at(panel, t)
		run := level.Add(up.Times(h.slope(through, panel, t)))
		return math.Atan2(run.Cross(up), run.Dot(up))
	}
	mean := (angle(i, 1) + angle(i+1, 0)) / 2
	solve := func(panel int, t float64) float64 {
		level, up := at(panel, t)
		run := up.Turned(-mean) // the direction the edge must have
		den := run.Cross(level)
		if math.Abs(den) < 1e-9 {
			return h.slope(through, panel, t)
		}
		return level.Cross(run) / run.Cross(up)
	}
	return solve(i, 1), solve(i+1, 0)
}

// across is the upper or lower edge of a panel on the cloth, from left to right.
func (h *Half) across(through [3]float64, i int) []plane.Point {
	const n = 32
	height := h.edge(through, i)
	line := make([]plane.Point, n+1)
	for k := range line {
		t := float64(k) / n
		line[k] = h.laid[i].at(t, height(t))
	}
	return line
}

// heightOn is the height of an edge that runs from left to right at x.
func heightOn(line []plane.Point, x float64) float64 {
	for i := 1; i < len(line); i++ {
		if a, b := line[i-1], line[i]; x <= b.X || i == len(line)-1 {
			return a.Toward(b, (x-a.X)/(b.X-a.X)).Y
		}
	}
	return line[0].Y
}
