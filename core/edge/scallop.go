package edge

import (
	"fmt"
	"math"

	"ardentgusset/core/measure"
	"ardentgusset/core/plane"
)

// Scallop is one of a row of arcs along an edge, all alike: how long the straight from point to point is
// and how deep the arc hangs below it, mm. It is at most half a circle: 2·Depth ≤ Chord.
type Scallop struct{ Chord, Depth float64 }

// Scallops divides an edge into so many, each as deep.
func Scallops(long float64, count int, depth float64) (Scallop, error) {
	if count < 1 || !(long > 0) || !(depth > 0) {
		return Scallop{}, fmt.Errorf("%s can't be divided into %d scallops %s deep", measure.Tell(long), count, measure.TellFine(depth))
	}
	s := Scallop{long / float64(count), depth}
	if 2*depth > s.Chord+1e-9 {
		return Scallop{}, fmt.Errorf("a scallop %s wide is at most %s deep, half a circle: choose fewer, or shallower ones",
			measure.TellFine(s.Chord), measure.TellFine(s.Chord/2))
	}
	return s, nil
}

// Radius is that of the arc, mm: (chord²/4 + depth²) / (2·depth).
func (s Scallop) Radius() float64 { return (s.Chord*s.Chord/4 + s.Depth*s.Depth) / (2 * s.Depth) }

// Turns is how far the arc turns, radians.
func (s Scallop) Turns() float64 { return 2 * math.Asin(min(s.Chord/2/s.Radius(), 1)) }

// Arc is how long it is, mm.
func (s Scallop) Arc() float64 { return s.Radius() * s.Turns() }

// Mismatch is how much shorter the raw edge of an allowance inside the arc is than that of a facing laid
// outside it: what must be notched out when it is turned, mm.
func (s Scallop) Mismatch(allowance float64) float64 { return 2 * s.Turns() * allowance }

// Turnable tells whether an allowance can be turned round the arc; on a smaller one it is faced or bound
// (common practice, no source: a radius of four allowances).
func (s Scallop) Turnable(allowance float64) bool { return s.Radius() >= 4*allowance }

// Line is the row of scallops from (0, depth) to the right, hanging down to 0.
func (s Scallop) Line(count int) []plane.Point {
	const parts = 20
	r, half := s.Radius(), s.Turns()/2
	line := []plane.Point{{Y: s.Depth}}
	for k := range count {
		middle := plane.Pt((float64(k)+0.5)*s.Chord, r)
		for i := 1; i <= parts; i++ {
			sin, cos := math.Sincos(half * (2*float64(i)/parts - 1))
			line = append(line, middle.Add(plane.Pt(r*sin, -r*cos)))
		}
	}
	return line
}
