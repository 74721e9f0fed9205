package edge

import (
	"math"
	"testing"

	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// A hem of 2400 in 20 scallops 30 deep: 120 from point to point, a radius of 75, arcs of 139.09 and 2781.9
// in all, each turning by 1.8546 and mismatched by 22.3 at an allowance of 6 (worked example, common
// practice, no source).
func TestScallopsOfTheTrade(t *testing.T) {
	s, err := Scallops(2400, 20, 30)
	require.NoError(t, err)
	assert.InDelta(t, 120, s.Chord, 1e-9)
	assert.InDelta(t, 75, s.Radius(), 1e-9)
	assert.InDelta(t, 139.09, s.Arc(), 0.005)
	assert.InDelta(t, 2781.9, 20*s.Arc(), 0.1)
	assert.InDelta(t, 1.8546, s.Turns(), 5e-5)
	assert.InDelta(t, 22.3, s.Mismatch(6), 0.05)
	assert.True(t, s.Turnable(6))
	assert.False(t, s.Turnable(20))
}

// However they are divided, the arcs as drawn are as long as they say, as deep as asked, and end where the
// edge does; a scallop deeper than half a circle is refused.
func TestScallopsAreArcs(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		long, n := rapid.Float64Range(100, 4000).Draw(t, "long"), rapid.IntRange(1, 60).Draw(t, "count")
		depth := rapid.Float64Range(0.05, 0.6).Draw(t, "depth") * long / float64(n)
		s, err := Scallops(long, n, depth)
		if 2*depth > long/float64(n)*1.0001 {
			require.Error(t, err)
			return
		}
		if err != nil {
			return
		}
		line := s.Line(n)
		require.InDelta(t, long, line[len(line)-1].X, 1e-6)
		require.InDelta(t, float64(n)*s.Arc(), plane.Length(line), 0.003*long)
		low, high := math.Inf(1), math.Inf(-1)
		for _, p := range line {
			low, high = min(low, p.Y), max(high, p.Y)
		}
		require.InDelta(t, 0, low, 1e-6)
		require.InDelta(t, depth, high, 1e-6)
	})
}
