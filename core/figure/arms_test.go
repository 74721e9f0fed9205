package figure

import (
	"testing"

	"ardentgusset/core/measure"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Over the upper arms a tape measures 1.08 to 1.2 of the bust (a survey of women has 1.1, from memory) and the breadth is 1.15
// to 1.8 of that from shoulder to shoulder; below the wrist there are no arms; sleeves add what they measure.
func TestArmsAtRest(t *testing.T) {
	for _, bust := range []float64{790, 860, 920, 1010, 1120, 1280} {
		on, err := New([]Reading{{Key: "bust_girth", Value: measure.Length(bust)}}, Women, 0)
		require.NoError(t, err)
		underarm := -on.torso.Underarm
		over := on.Armed(underarm)
		assert.Greater(t, over.Girth(), 1.08*on.GirthAt(Bust), "%.0f", bust)
		assert.Less(t, over.Girth(), 1.2*on.GirthAt(Bust), "%.0f", bust)
		assert.Greater(t, over.Breadth(), 2*1.15*on.torso.ShoulderPoint.X)
		assert.Less(t, over.Breadth(), 2*1.8*on.torso.ShoulderPoint.X)
		for drop := -on.torso.ShoulderPoint.Z - 40; drop < 700; drop += 20 {
			assert.GreaterOrEqual(t, on.Armed(drop).Girth(), on.At(drop).Girth()-1e-6)
		}
		below := -on.torso.ShoulderPoint.Z + on.Length("arm_length") + 5
		assert.Equal(t, on.At(below).Girth(), on.Armed(below).Girth())
		wide := on.Sleeved(Arms{Upper: on.Length("upper_arm_girth") + 200, Lower: 200, Down: 550})
		assert.Greater(t, wide.Armed(underarm).Girth(), over.Girth()+100)
	}
}
