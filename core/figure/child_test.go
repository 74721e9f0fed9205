package figure

import (
	"testing"

	"ardentgusset/core/measure"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// A child is estimated from children: of any height and chest its figure can be made, nothing is said of adults, what is measured
// stands, a stouter one has more waist, and girths lie as they do on children.
func TestChildrenAreEstimatedFromChildren(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		height := rapid.Float64Range(900, 1390).Draw(t, "height")
		readings := []Reading{{Key: "height", Value: measure.Length(height)}}
		f, err := New(readings, AllBodies, 0)
		require.NoError(t, err)
		chest, _ := f.Taken("bust_girth")
		assert.InDelta(t, 0.5*height, float64(chest.Value), 0.12*height, "half its height and a little")
		stout := chest.Value * measure.Length(rapid.Float64Range(0.94, 1.05).Draw(t, "stout"))
		if stout >= childRound {
			return
		}
		g, err := New(append(readings, Reading{Key: "bust_girth", Value: stout}), AllBodies, 0)
		require.NoError(t, err)
		of := func(f Figure, key string) Taken {
			v, ok := f.Taken(key)
			require.True(t, ok, key)
			return v
		}
		assert.Equal(t, stout, of(g, "bust_girth").Value)
		for key := range childSizes {
			one := of(g, key)
			if key != "bust_girth" {
				assert.True(t, one.Estimated, key)
				assert.NotContains(t, one.Reason.Text, "adults", key)
				assert.NotContains(t, one.Reason.Text, "women", key)
			}
			assert.Greater(t, float64(one.Value), 60.0, key)
		}
		assert.Equal(t, stout > chest.Value, of(g, "waist_girth").Value > of(f, "waist_girth").Value)
		assert.Less(t, of(g, "waist_girth").Value, of(g, "hip_girth").Value)
		assert.Greater(t, float64(of(g, "waist_girth").Value)/float64(stout), 0.85, "children have little waist")
		assert.InDelta(t, 0.6*height, float64(of(g, "waist_to_floor_side").Value), 0.04*height)
	})
}
