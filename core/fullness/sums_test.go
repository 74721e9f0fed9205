package fullness

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// 0.04 of 680 on the bias: 20.4 at 30°, 27.2 at 45°; a stride of 600 about a leg of 110: 1545.6 (worked examples, common practice,
// no source).
func TestSumsOfTheTrade(t *testing.T) {
	assert.InDelta(t, 20.4, BiasDrop(680, 0.04, 30), 0.05)
	assert.InDelta(t, 27.2, BiasDrop(680, 0.04, 45), 0.05)
	assert.InDelta(t, 0, BiasDrop(680, 0.04, 0), 1e-9)
	assert.InDelta(t, 1545.6, Sweep(600, 110), 0.05)
	assert.InDelta(t, 148.5, CircleRadius(700, 0.75), 0.05)
	assert.InDelta(t, 3944.4, CircleHem(740, 0.75, 680), 0.05)
}

// No thread is longer than it may be, and one section fewer would be.
func TestThreadsAreShortEnough(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		cloth, longest := rapid.Float64Range(10, 20000).Draw(t, "cloth"), rapid.Float64Range(200, 3000).Draw(t, "longest")
		n := Threads(cloth, longest)
		require.LessOrEqual(t, cloth/float64(n), longest+1e-6)
		if n > 1 {
			require.Greater(t, cloth/float64(n-1), longest-1e-6)
		}
	})
}

// An edge is divided from end to end, evenly before and behind, the front holding its share.
func TestDividedEdges(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		long, parts := rapid.Float64Range(100, 5000).Draw(t, "long"), rapid.IntRange(2, 24).Draw(t, "parts")
		front, share := rapid.IntRange(1, parts-1).Draw(t, "front"), rapid.Float64Range(0.1, 0.9).Draw(t, "share")
		at := Divided(long, parts, front, share)
		require.InDelta(t, 0, at[0], 1e-9)
		require.InDelta(t, long, at[parts], 1e-6)
		require.InDelta(t, long*share, at[front], 1e-6)
		for i := 1; i <= parts; i++ {
			want := long * share / float64(front)
			if i > front {
				want = long * (1 - share) / float64(parts-front)
			}
			require.InDelta(t, want, at[i]-at[i-1], 1e-6)
		}
	})
}

// A sector with one straight side along the selvedge: no point of it lies farther in than the cloth must be wide, and one does.
func TestSectorsOnTheCloth(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		r, deg := rapid.Float64Range(200, 2000).Draw(t, "r"), rapid.Float64Range(5, 180).Draw(t, "degrees")
		most := 0.0
		for i := range 2001 {
			most = max(most, r*math.Sin(deg*math.Pi/180*float64(i)/2000))
		}
		require.InDelta(t, most, CircleCut(r, deg), r*1e-5)
	})
}
