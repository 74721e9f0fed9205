package fullness

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// A cowl 260 wide and 80 deep has an edge of 315.5; the short series of a flat arc says 325.6, which is three parts in a
// hundred too long (worked example, common practice, no source).
func TestFestoonOfTheTrade(t *testing.T) {
	assert.InDelta(t, 315.5, Festoon(260, 80), 0.05)
	assert.InDelta(t, 325.6, 260*(1+8.0/3*80*80/260/260), 0.05)
}

// Any festoon is as long as its parabola measured by many chords, and the depth comes back from the length.
func TestFestoons(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		wide, deep := rapid.Float64Range(20, 900).Draw(t, "wide"), rapid.Float64Range(0.5, 600).Draw(t, "deep")
		sum, n := 0.0, 4000
		at := func(i int) (x, y float64) {
			x = wide * (float64(i)/float64(n) - 0.5)
			return x, deep * 4 * x * x / wide / wide
		}
		for i := range n {
			x, y := at(i)
			u, v := at(i + 1)
			sum += math.Hypot(u-x, v-y)
		}
		require.InDelta(t, sum, Festoon(wide, deep), 1e-4*sum)
		require.InDelta(t, deep, FestoonDeep(wide, sum), 0.02*deep+0.05)
	})
	assert.Zero(t, FestoonDeep(300, 290))
}
