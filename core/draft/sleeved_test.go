package draft_test

import (
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/bodice"
	"ardentgusset/core/draft/drafttest"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// A sleeve goes round the arm by what was asked: at the armpit the upper arm and its ease, at the
// lower edge the wrist and its ease, and a full one ends in its cuff.
func TestSleeveRoundTheArm(t *testing.T) {
	on := drafttest.Body(t, map[string]float64{"bust_girth": 920, "waist_girth": 740, "hip_girth": 1000, "height": 1650}, 0)
	for _, kind := range []string{"straight", "fitted", "raglan", "bell"} {
		set := draft.Settings{"sleeve": kind, "sleeve_arm": 60.0}
		d := drafttest.Make(t, bodice.Block{}, on, set)
		s := d.Sleeve()
		require.Greater(t, len(s), 5, kind)
		assert.InDelta(t, on.Length("upper_arm_girth")+60, s[0].Round, 14, kind)
		for i := 1; i < len(s); i++ {
			assert.Greater(t, s[i].Below, s[i-1].Below, kind)
			assert.Greater(t, s[i].Round, on.Length("wrist_girth"), kind)
		}
	}
	d := drafttest.Make(t, bodice.Block{}, on, draft.Settings{"sleeve": "bishop"})
	s := d.Sleeve()
	cuff, _ := drafttest.Piece(t, d, "cuff").Edge("top")
	assert.InDelta(t, cuff.Length(), s[len(s)-1].Round, 1)
	assert.Greater(t, s[len(s)-3].Round, 1.5*cuff.Length(), "full above it")
	assert.Empty(t, drafttest.Make(t, bodice.Block{}, on, draft.Settings{"sleeve": "none"}).Sleeve())
	assert.Empty(t, drafttest.Make(t, bodice.Block{}, on, draft.Settings{"sleeve": "cap"}).Sleeve())
}
