package drape_test

import (
	"math"
	"testing"

	"ardentgusset/core/drape"

	"github.com/stretchr/testify/assert"
)

// On a drape tester stiffer cloth never falls in more folds and never covers less, and what is known of cloths of five bending lengths
// comes out: 35, 50, 62, 72 and 86 in a hundred (from memory), in 4 to 12 folds.
func TestTheDrapeTester(t *testing.T) {
	known := map[float64]float64{15: 35, 20: 50, 25: 62, 30: 72, 40: 86}
	before, covered := 100, 0.0
	for c := 8.0; c <= 70; c++ {
		folds, shadow := drape.Tester(c)
		assert.LessOrEqual(t, folds, before, "%g", c)
		assert.GreaterOrEqual(t, shadow, covered, "%g", c)
		assert.True(t, shadow > 0 && shadow < 1)
		if want, ok := known[c]; ok {
			assert.InDelta(t, want, 100*shadow, 3, "%g", c)
		}
		if c >= 10 && c <= 60 {
			assert.True(t, folds >= 4 && folds <= 12, "%g: %d", c, folds)
		}
		before, covered = folds, shadow
	}
}

// A strip hanging over an edge: the further it sinks the limper it is; at 41.5° half of it is its bending length, to two parts in a
// hundred (Peirce 1930); one that hangs plumb is as limp as can be told.
func TestAStripOverAnEdge(t *testing.T) {
	before := math.Inf(1)
	for angle := 8.0; angle < 88; angle += 2 {
		sin, cos := math.Sincos(angle * math.Pi / 180)
		c := drape.Overhang(100, 100*sin, 100*cos)
		assert.Less(t, c, before)
		before = c
	}
	sin, cos := math.Sincos(41.5 * math.Pi / 180)
	assert.InDelta(t, 50, drape.Overhang(100, 100*sin, 100*cos), 1)
}
