package drape

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Cloth that loops draw up comes down as far as it should, each loop lies on its tape, and the belly between two stands out; what is
// not drawn up has none.
func TestPuffsComeDownAsFarAsTheirTapes(t *testing.T) {
	loops := []Loop{{500, 300}, {900, 550}}
	to := tie(loops, 1100, 750)
	require.NotNil(t, to)
	for _, l := range loops {
		down, out := to.at(l.Cloth)
		assert.InDelta(t, l.Tied, down, 2)
		assert.InDelta(t, 0, out, 2)
	}
	end, _ := to.at(1100)
	assert.InDelta(t, 750, end, 2)
	_, belly := to.at(250)
	assert.Greater(t, belly, 60.0)
	assert.Nil(t, tie(loops, 1100, 1090))
	assert.Nil(t, tie(nil, 1100, 700))
	last := -1.0
	for x := 0.0; x <= 1100; x += 1 { // evenly down, but where the belly hangs over itself
		down, out := to.at(x)
		assert.False(t, math.IsNaN(down+out))
		assert.Less(t, math.Abs(down-last), 2.5)
		last = down
	}
}

// A quarter of an ellipse is as long as the cloth it is made of.
func TestAHoodsRowIsAsLongAsItsCloth(t *testing.T) {
	for _, long := range []float64{160, 220, 280} {
		a := min(90, long*2/math.Pi)
		b, sum := deepOf(a, long), 0.0
		for i := range 400 {
			x, y := float64(i)/400*math.Pi/2, float64(i+1)/400*math.Pi/2
			sum += math.Hypot(a*(math.Cos(y)-math.Cos(x)), b*(math.Sin(y)-math.Sin(x)))
		}
		assert.InEpsilon(t, long, sum, 0.01)
	}
}
