package part

import (
	"fmt"
	"math"
	"slices"

	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/plane"

	"gonum.org/v1/gonum/interp"
)

// Turned is what is cut as a part of a circle, its left half, from the centre front to the centre back, round
// the middle of the circle.
type Turned struct {
	Angle []float64 // at some bearings, rising, radians
	Inner []float64 // how far from the middle the upper edge lies there, mm
	Outer float64   // and the hem
	edge  interp.FritschButland
	Moved float64 // by how much its hem is off level where the upper edge would have had a point, mm
}

// FlatAtEnds lets lengths at even steps from the centre front to the centre back run level into both,
// so that the upper edge has no point on a fold, and tells the most that it changed one by.
func FlatAtEnds(ways []float64) (moved float64) {
	const k = 4
	n := len(ways) - 1
	for _, at := range []func(i int) *float64{func(i int) *float64 { return &ways[i] }, func(i int) *float64 { return &ways[n-i] }} {
		slope, from := (*at(k + 1)-*at(k - 1))/2, *at(k)
		for i := range k {
			was, t := *at(i), float64(i)/k
			*at(i) = from - slope*k/2*(1-t*t)
			moved = max(moved, math.Abs(*at(i)-was))
		}
	}
	return moved
}

// TurnedOver finds the circle, at so many even steps from the centre front to the centre back.
func TurnedOver(neck figure.Section, share float64, steps int, long func(bearing float64) float64, half float64) (Turned, error) {
	girth, along, ways := neck.Girth(), make([]float64, steps+1), make([]float64, steps+1)
	for i := range ways {
		b := 180 * float64(i) / float64(steps)
		along[i], ways[i] = 2*neck.Arc(0, b)/girth, long(b)
	}
	return TurnedBy(share, along, ways, half)
}

// TurnedBy finds the circle whose upper edge is so long on the half, mm, where it has to be of the given lengths at the
// given parts of that edge, from 0 at the centre front to 1 at the centre back.
func TurnedBy(share float64, along, ways []float64, half float64) (Turned, error) {
	var t Turned
	steps, whole := len(ways)-1, math.Pi*share
	for _, a := range along {
		t.Angle = append(t.Angle, whole*a)
	}
	t.Angle[0], t.Angle[steps] = 0, whole
	t.Moved = FlatAtEnds(ways)
	edge := func(outer float64) float64 {
		sum := 0.0
		for i := 1; i <= steps; i++ {
			a, b := outer-ways[i-1], outer-ways[i]
			d := t.Angle[i] - t.Angle[i-1]
			sum += math.Sqrt(a*a + b*b - 2*a*b*math.Cos(d))
		}
		return sum
	}
	most := 0.0
	for _, w := range ways {
		most = max(most, w)
	}
	low, high := most, most+half/whole+1000
	if edge(low) > half {
		return t, fmt.Errorf("the ways to the floor differ too much for so large a part of a circle: its upper edge would be %s long at "+
			"least; choose a smaller part, or gores", measure.Tell(2*edge(low)))
	}
	for range 60 {
		if mid := (low + high) / 2; edge(mid) < half {
			low = mid
		} else {
			high = mid
		}
	}
	t.Outer = (low + high) / 2
	for _, w := range ways {
		if w < 120 {
			return t, fmt.Errorf("it would be only %s long: let its hem come nearer the floor", measure.Tell(max(w, 0)))
		}
		t.Inner = append(t.Inner, t.Outer-w)
	}
	return t, nil
}

// At is how far from the middle the upper edge lies at an angle.
func (t Turned) At(angle float64) float64 { return t.edge.Predict(angle) }

// Fair draws the upper edge through what was found, alike on both sides of both centres.
func (t *Turned) Fair() error {
	n := len(t.Angle) - 1
	xs := append([]float64{-t.Angle[1]}, append(slices.Clone(t.Angle), 2*t.Angle[n]-t.Angle[n-1])...)
	ys := append([]float64{t.Inner[1]}, append(slices.Clone(t.Inner), t.Inner[n-1])...)
	if err := t.edge.Fit(xs, ys); err != nil {
		return fmt.Errorf("the upper edge can’t be drawn on this body: %w", err)
	}
	return nil
}

// Panel is what lies between two angles, drawn about one of them; on the fold it is the half from
// there on, and mirrored seen from behind.
func (t Turned) Panel(from, to, about, way float64) (hem, right, top, left []plane.Point) {
	place := func(radius, angle float64) plane.Point {
		sin, cos := math.Sincos(way * (angle - about))
		return plane.Pt(radius*sin, t.Outer-radius*cos)
	}
	// So close that the hem runs on over the seams: chords of an arc that meet there turn by less than
	// anybody would smooth.
	n := max(int(math.Ceil((to-from)/0.0035)), 4)
	var upper []plane.Point
	for i := range n + 1 {
		a := from + (to-from)*float64(i)/float64(n)
		hem, upper = append(hem, place(t.Outer, a)), append(upper, place(t.At(a), a))
	}
	if way < 0 {
		hem, upper = plane.Reversed(hem), plane.Reversed(upper)
	}
	return hem, []plane.Point{hem[n], upper[n]}, plane.Reversed(upper), []plane.Point{upper[0], hem[0]}
}
