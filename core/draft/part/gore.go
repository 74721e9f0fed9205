package part

import (
	"fmt"
	"math"
	"strings"

	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
)

// Gore is a piece of a skirt between two seams, as wide at every height as it
// has to be. Heights run up from the hem along its sides, which are exactly as
// long as asked for, so that levels meet at every seam; hem and levels meet
// the sides square, as those of a cone do, and run on from gore to gore. All
// mm.
type Gore struct {
	ID, Name    string
	Left, Right float64                  // lengths of its sides; on the fold Left is the centre
	Width       func(up float64) float64 // of the whole gore, also when it lies on the fold
	// Top is the length of its upper edge, of the half when it lies on the
	// fold; 0 takes it as its width gives it.
	Top float64
	// SlopeLeft and SlopeRight are the angles, in radians, by which the upper
	// edge rises towards the right where it meets the sides; the next gore's
	// is the same, so that the edge runs on.
	SlopeLeft, SlopeRight float64
	Fold                  bool
	Allowance             float64
	Turned                float64 // allowance at the hem

	// even is set where its hem runs as its levels do, as the cloth below a steel: what the middle of a gore that is no plain cone
	// lacks then goes in at the top.
	even bool

	plain            []float64 // by step up: half the width asked for
	half, lean, x, y []float64 // half the width with its top fitted, the side's lean, its place
	step             float64
}

// steepestLean and inmostLean are how far a gore's side may lean from its
// grain, out and in, in radians: beyond that it can't be sewn without
// stretching (from memory).
const steepestLean, inmostLean = 0.67, 0.35

// fineStep is how far apart the heights are that a gore is worked out at, mm.
const fineStep = 3.0

// settle works out the sides for a top widened by a share.
func (g *Gore) settle(top float64) {
	high := max(g.Left, g.Right)
	n := int(math.Ceil(high/fineStep)) + 1
	first := g.plain == nil
	if first {
		g.step = high / float64(n)
		g.plain = make([]float64, n+1)
		for i := range g.plain {
			g.plain[i] = g.Width(g.step*float64(i)) / 2
		}
		g.half, g.lean, g.x, g.y = make([]float64, n+1), make([]float64, n+1), make([]float64, n+1), make([]float64, n+1)
	}
	// The change is at the top edge and runs out below it.
	out := min(160, high*0.45)
	const around = 13 // steps to either side that the lean is taken over
	from := 0         // what lies below is as it was
	if !first {
		from = max(int((high-out)/g.step)-around-1, 0)
	}
	for i := from; i <= n; i++ {
		up := g.step * float64(i)
		t := max(0, min(1, (up-(high-out))/out))
		g.half[i] = g.plain[i] * (1 + (top-1)*t*t*(3-2*t))
	}
	for i := from; i <= n; i++ {
		a, b := max(i-around, 0), min(i+around, n)
		g.lean[i] = (g.half[a] - g.half[b]) / (g.step * float64(b-a))
	}
	for i := from; i <= n; i++ {
		g.x[i] = g.half[i]
		if t := g.lean[i]; math.Abs(t) > 1e-9 {
			g.x[i] *= math.Sin(t) / t
		}
		if i == 0 {
			g.y[0] = g.x[0] * math.Tan(g.lean[0]/2)
			continue
		}
		dx := g.x[i] - g.x[i-1]
		g.y[i] = g.y[i-1] + math.Sqrt(max(g.step*g.step-dx*dx, 0))
	}
}

// side is the place of the right-hand side at a height, and its lean there.
func (g *Gore) side(up float64) (plane.Point, float64) {
	i := min(int(up/g.step), len(g.x)-2)
	k := up/g.step - float64(i)
	return plane.Pt(g.x[i]+(g.x[i+1]-g.x[i])*k, g.y[i]+(g.y[i+1]-g.y[i])*k), g.lean[i] + (g.lean[i+1]-g.lean[i])*k
}

// fine is how far a side may lie from its points as they are worked out, mm.
const fine = 0.004

// run is the right-hand side from its foot up to a height.
func (g *Gore) run(up float64) []plane.Point { return plane.Thinned(g.every(up), fine) }

// every is the right-hand side up to a height with all its points.
func (g *Gore) every(up float64) []plane.Point {
	line := make([]plane.Point, 0, len(g.x)+1)
	for i := 0; g.step*float64(i) < up-1e-6; i++ {
		line = append(line, plane.Pt(g.x[i], g.y[i]))
	}
	end, _ := g.side(up)
	return append(line, end)
}

// Row is the level line at a height, from left to right (from the fold on):
// all that lies as high above the hem. It is empty above the shorter side.
func (g *Gore) Row(up float64) []plane.Point {
	if up < 0 || up > min(g.Left, g.Right) {
		return nil
	}
	corner, lean := g.side(up)
	middle := plane.Pt(0, corner.Y-corner.X*math.Tan(lean/2))
	right := plane.Sweep(middle, plane.Pt(1, 0), corner, plane.Pt(math.Cos(lean), math.Sin(lean)))
	if g.Fold {
		return right
	}
	return plane.Join(plane.Reversed(plane.Mirrored(right, 0)), right)
}

// centre is the upper end of the fold. On a gore that is no plain cone the
// middle of a level lies a little lower than its ends are long; the top follows
// it.
func (g *Gore) centre() plane.Point {
	short := min(g.Left, g.Right)
	corner, lean := g.side(short)
	return plane.Pt(0, corner.Y-corner.X*math.Tan(lean/2)+g.Left-short)
}

// top is the upper edge, from right to left.
func (g *Gore) top() []plane.Point {
	end := func(up float64) (plane.Point, float64) { // as the side is drawn there
		line := g.every(up)
		p, q := line[len(line)-1], plane.LastKept(line, fine)
		return p, math.Asin(max(-1, min(1, (q.X-p.X)/q.To(p))))
	}
	right, lean := end(g.Right)
	from := plane.Pt(-math.Cos(lean), -math.Sin(lean)).Turned(g.SlopeRight)
	if g.Fold {
		return plane.Sweep(right, from, g.centre(), plane.Pt(-1, 0))
	}
	left, lean := end(g.Left)
	left.X = -left.X
	return plane.Sweep(right, from, left, plane.Pt(-math.Cos(lean), math.Sin(lean)).Turned(g.SlopeLeft))
}

// Piece is the gore with the edges hem, right, top and left (centre when it
// lies on the fold). It fails when the sides lean too far to be sewn, or its
// top can't be made as asked.
func (g *Gore) Piece() (pattern.Piece, error) {
	g.settle(1)
	if g.Top > 0 {
		// The length grows nearly evenly with the width: by the false position,
		// within bounds that close in.
		off := func(share float64) float64 {
			g.settle(share)
			return plane.Length(g.top()) - g.Top
		}
		low, high := 0.3, 3.0
		atLow, atHigh := off(low), off(high)
		for i := range 24 {
			mid := low - atLow*(high-low)/(atHigh-atLow)
			if i%4 == 3 || !(mid > low && mid < high) {
				mid = (low + high) / 2
			}
			at := off(mid)
			if math.Abs(at) < 0.01 {
				break
			}
			if at < 0 {
				low, atLow = mid, at
			} else {
				high, atHigh = mid, at
			}
		}
		if off := plane.Length(g.top()) - g.Top; math.Abs(off) > 0.05 {
			return pattern.Piece{}, fmt.Errorf("the upper edge of the %s can't be %s long where its sides are %s and %s: choose more "+
				"gores, or a form that stands out less there", lower(g.Name), measure.Tell(g.Top), measure.Tell(g.Left),
				measure.Tell(g.Right))
		}
	}
	for i, t := range g.lean {
		if t > steepestLean || t < -inmostLean || g.x[i] < 8 || i > 0 && math.Abs(g.x[i]-g.x[i-1]) > 0.9*g.step {
			return pattern.Piece{}, g.wrong(t, g.x[i])
		}
	}
	p := pattern.Piece{ID: g.ID, Name: g.Name, Cut: 1}
	right := g.run(g.Right)
	// The hem is square to the sides as they are drawn.
	foot := right[0]
	lean := math.Atan2(right[0].X-right[1].X, right[1].Y-right[0].Y)
	// The middle is as long as the sides: what a gore that is no plain cone lacks
	// there goes in at the hem.
	middle := plane.Pt(0, g.centre().Y-g.Left)
	if g.even {
		middle.Y = foot.Y - foot.X*math.Tan(lean/2)
	}
	hem := plane.Sweep(middle, plane.Pt(1, 0), foot, plane.Pt(math.Cos(lean), math.Sin(lean)))
	if g.Fold {
		p.Fold = "centre"
		p.Edges = []pattern.Edge{
			{ID: "hem", Name: "hem", Line: hem, Allowance: g.Turned, Turned: true},
			{ID: "right", Name: "side edge", Line: right, Allowance: g.Allowance},
			{ID: "top", Name: "waist edge", Line: g.top(), Allowance: g.Allowance},
			{ID: "centre", Name: "centre, on the fold", Line: []plane.Point{g.centre(), middle}},
		}
		return p, nil
	}
	p.Edges = []pattern.Edge{
		{ID: "hem", Name: "hem", Line: plane.Join(plane.Reversed(plane.Mirrored(hem, 0)), hem), Allowance: g.Turned, Turned: true},
		{ID: "right", Name: "back edge", Line: right, Allowance: g.Allowance},
		{ID: "top", Name: "waist edge", Line: g.top(), Allowance: g.Allowance},
		{ID: "left", Name: "front edge", Line: plane.Reversed(plane.Mirrored(g.run(g.Left), 0)), Allowance: g.Allowance},
	}
	return p, nil
}

// wrong says why it can't be sewn where its side leans so, half as wide.
func (g *Gore) wrong(lean, half float64) error {
	switch {
	case lean > steepestLean || lean < -inmostLean:
		return fmt.Errorf("the %s would lean %.0f° at its sides, too steep to be sewn: what it goes round and its hem differ too much there",
			lower(g.Name), math.Abs(lean)*180/math.Pi)
	case half < 8:
		return fmt.Errorf("the %s would run out to nothing", lower(g.Name))
	}
	return fmt.Errorf("the %s would have to widen by a step: what is worn under it stands out too suddenly there", lower(g.Name))
}

// lower is a name within a sentence.
func lower(name string) string { return strings.ToLower(name[:1]) + name[1:] }
