package edge

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// A strip of 1¼ in is for about ¼ in, a tube of 1½ in with ¼ in seams comes out as ½ in, and 500 × 1120 at 32 gives 17.5 m
// (worked examples, common practice, no source).
func TestStripsOfTheTrade(t *testing.T) {
	const in = 25.4
	assert.InDelta(t, 1.25*in, BindingStrip(0.25*in), 4)
	assert.InDelta(t, 0.5*in, TubeFinished(1.5*in, 0.25*in), 1e-9)
	assert.InDelta(t, 17500, Continuous(500, 1120, 32), 1e-9)
	assert.InDelta(t, 0.0333, HemSurplus(30, 900), 1e-4)
	assert.InDelta(t, 3*in, BandCut(Folded, in, 0.5*in), 1e-9)
	assert.InDelta(t, in, BandFinished(Twice, 4*in, 0.5*in), 1e-9)
	assert.Greater(t, DoubledStrip(8), BindingStrip(8))
}

// Strips counted one by one lie beside each other on the cloth: their length times their width is never more than its area and,
// on a large cloth with none left out, nearly all of it.
func TestStripsFillTheCloth(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		wide, high, strip := rapid.Float64Range(200, 3000).Draw(t, "wide"), rapid.Float64Range(200, 2000).Draw(t, "high"), rapid.Float64Range(10, 90).Draw(t, "strip")
		sum := 0.0
		for _, s := range Strips(wide, high, strip, 0) {
			require.LessOrEqual(t, s, min(wide, high)*math.Sqrt2+1e-6, "no strip is longer than the cloth is across")
			sum += s * strip
		}
		require.LessOrEqual(t, sum, wide*high+1e-6)
		// What is lost are the slanting ends: a triangle of half a strip's square at either end of each.
		n := (wide + high) / (strip * math.Sqrt2)
		require.GreaterOrEqual(t, sum, wide*high-(n+2)*strip*strip-2*strip*(wide+high)*0.2)
	})
}

func TestBandsRoundTrip(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		f := rapid.SampledFrom([]Folding{Folded, Faced, Curved, Twice}).Draw(t, "way")
		finished, seam := rapid.Float64Range(5, 300).Draw(t, "finished"), rapid.Float64Range(2, 40).Draw(t, "seam")
		require.InDelta(t, finished, BandFinished(f, BandCut(f, finished, seam), seam), 1e-9)
		require.InDelta(t, finished, TubeFinished(Tube(finished, seam), seam), 1e-9)
	})
}
