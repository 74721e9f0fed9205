package drafttest

import (
	"math"
	"slices"
	"strings"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/surface"

	"gonum.org/v1/gonum/spatial/r3"
)

// Assembled lays a tape round the sewn panels of a bodied garment at every level: it climbs the
// seams together, from the waist up or down to a height, each as fast as its way over the body is
// there, and measures across the panels from seam to seam. Seams stand where the panels measured one
// step before have put them. see gets the height, what all round measures with the gaps, and how
// far up each border the tape then lies, wherever all panels are. The last height that all panels
// reach is given.
func Assembled(d draft.Draft, closed figure.Figure, before, behind, to float64,
	see func(z, round float64, run []float64)) (reached float64) {
	form := surface.On(closed, -closed.Drop(figure.Hip)-40, surface.Ease{})
	up := math.Copysign(1, to)
	var left, right [][]plane.Point // from the waist in the direction asked
	begins := 0.0                   // where what ends above the waist begins
	for i := range d.Pieces {
		p := &d.Pieces[i]
		if !strings.HasPrefix(p.ID, "panel-") {
			continue
		}
		l, r := sides(p)
		for _, line := range [][]plane.Point{l, r} {
			begins = max(begins, plane.BoxOf(line).Min.Y)
		}
		left, right = append(left, fromWaist(l, up > 0)), append(right, fromWaist(r, up > 0))
	}
	panels := len(left)
	run := make([]float64, panels+1)
	across := func(z float64) (round float64, at []r3.Vec) {
		all := (before + behind) / 2
		widths := make([]float64, panels)
		for i := range panels {
			l, _ := plane.Along(left[i], run[i])
			r, _ := plane.Along(right[i], run[i+1])
			widths[i] = l.To(r)
			all += widths[i]
		}
		sum, level := before/2, form.Level(z)
		for i := range panels + 1 {
			at = append(at, level(sum/all))
			if i < panels {
				sum += widths[i]
			}
		}
		return 2 * all, at
	}
	round, was := across(0)
	if begins <= 0 {
		see(0, round, run)
	}
	for z := up; math.Abs(z) <= math.Abs(to); z += up {
		last := slices.Clone(run)
		for range 3 { // where it comes to depends on how wide the panels are there
			_, now := across(z)
			for i := range run {
				run[i] = last[i] + r3.Norm(r3.Sub(now[i], was[i]))
			}
		}
		for i := range panels {
			if run[i] > plane.Length(left[i]) || run[i+1] > plane.Length(right[i]) {
				return reached
			}
		}
		round, was = across(z)
		if z > begins || up < 0 {
			see(z, round, run)
		}
		reached = z
	}
	return reached
}

// sides are a panel's upright edges: what stands furthest to the left and to the right at the
// waist.
func sides(p *pattern.Piece) (left, right []plane.Point) {
	least, most := math.Inf(1), math.Inf(-1)
	for _, e := range p.Edges {
		a, b := e.Line[0], e.Line[len(e.Line)-1]
		if math.Abs(b.Y-a.Y) < 1.5*math.Abs(b.X-a.X) {
			continue
		}
		mid, _ := plane.Along(e.Line, e.Length()/2)
		if mid.X < least {
			least, left = mid.X, e.Line
		}
		if mid.X > most {
			most, right = mid.X, e.Line
		}
	}
	return left, right
}

// fromWaist is the part of an upright edge above the waist, or below it, from the waist on; what
// ends above it is run on down to it.
func fromWaist(line []plane.Point, above bool) []plane.Point {
	if line[0].Y > line[len(line)-1].Y {
		line = plane.Reversed(line)
	}
	if a, b := line[0], line[1]; a.Y > 0 {
		line = append([]plane.Point{a.Add(a.Sub(b).Times(a.Y / (b.Y - a.Y)))}, line...)
	}
	at := 0.0
	for i := 1; i < len(line); i++ {
		a, b := line[i-1], line[i]
		if a.Y <= 0 && b.Y > 0 {
			at += a.To(a.Toward(b, -a.Y/(b.Y-a.Y)))
			break
		}
		if a.Y < 0 {
			at += a.To(b)
		}
	}
	if above {
		return plane.Part(line, at, plane.Length(line))
	}
	return plane.Reversed(plane.Part(line, 0, at))
}
