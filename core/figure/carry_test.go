package figure

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// A bust that is carried rises as asked, to the girth asked; the back and all below the underbust
// stay; sections stay convex, and the outline before has no step.
func TestCarriedBust(t *testing.T) {
	for _, b := range carriedBodies(t) {
		f := b
		for _, c := range []Carry{{Lift: 20}, {Lift: 25, More: 20}, {Lift: 40, More: -25, Flat: 1}, {Lift: -10, More: -30}, {Apart: 20, Lift: 30}} {
			got := f.Carried(c)
			level := got.Drop(Bust)
			lift := f.Drop(Bust) - level
			assert.InDelta(t, f.GirthAt(Bust)+c.More, got.GirthAt(Bust), 0.5, "%+v", c)
			assert.LessOrEqual(t, lift, c.Lift+1e-9)
			assert.InDelta(t, got.Torso().BustPoint.Z, -level, 1e-6)
			for z := -100.0; z < 300; z += 10 {
				s, was := got.At(-z), f.At(-z)
				require.True(t, s.Convex(), "%+v at %.0f", c, z)
				assert.InDelta(t, was.Y(0, Behind), s.Y(0, Behind), 4, "the back at %.0f", z)
				above, front := got.At(-z-10), s.Y(0, InFront)
				assert.Less(t, above.Y(0, InFront)-front, 22.0, "%+v at %.0f", c, z)
			}
			if c.Flat == 0 {
				assert.InDelta(t, f.GirthAt(Waist), got.GirthAt(Waist), 1e-6)
			}
		}
		assert.Equal(t, f.GirthAt(Bust), f.Carried(Carry{}).GirthAt(Bust))
	}
}

// Conical stays make the front a cone: from the waist to the bust line it is straight, within
// what the ribs stand out.
func TestFlattenedToACone(t *testing.T) {
	for _, f := range carriedBodies(t) {
		got := f.Carried(Carry{Lift: 30, More: -20, Flat: 1})
		bust := -got.Drop(Bust)
		low, high := got.At(0), got.At(-bust)
		a, b := low.Y(0, InFront), high.Y(0, InFront)
		for k := 0.1; k < 1; k += 0.1 {
			s := got.At(-bust * k)
			assert.InDelta(t, a+(b-a)*k, s.Y(0, InFront), 6)
		}
	}
}

func carriedBodies(t *testing.T) []Figure {
	return []Figure{body(t, map[string]float64{"bust_girth": 920, "waist_girth": 740, "hip_girth": 1000, "height": 1650}),
		body(t, map[string]float64{"bust_girth": 780, "waist_girth": 600, "hip_girth": 850, "height": 1560}),
		body(t, map[string]float64{"bust_girth": 1250, "waist_girth": 1100, "hip_girth": 1280, "height": 1700})}
}
