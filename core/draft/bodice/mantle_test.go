package bodice

import (
	"math"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/drafttest"
	"ardentgusset/core/figure"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// On any body: front, part over the arm and back together go round bust and arms at the level of the arm, measured by
// cutting the pieces level, and nowhere below round less than the body; the part over the arm is as long at its sides as
// what it is sewn to; the ends hang as much lower as asked.
func TestMantlesGoRoundTheArms(t *testing.T) {
	drafted := 0
	rapid.Check(t, func(t *rapid.T) {
		on := drafttest.Wearer(t)
		v := drafttest.Chosen(t, Mantle{}, on)
		d, err := draft.Make(Mantle{}, on, v, Mantle{}.About().Usual)
		if err != nil {
			return
		}
		drafted++
		require.NoError(t, d.Check())
		seam := drafttest.Length(t, d, "front", "arm-seam") + drafttest.Length(t, d, "front", "hand")
		require.InDelta(t, seam, drafttest.Length(t, d, "over-arm", "arm-seam")+drafttest.Length(t, d, "over-arm", "hand"), 0.3)
		require.InDelta(t, drafttest.Length(t, d, "back", "back"), drafttest.Length(t, d, "over-arm", "back"), 0.3)
		require.InDelta(t, drafttest.Length(t, d, "front", "scye")+drafttest.Length(t, d, "back", "scye-back"),
			drafttest.Length(t, d, "over-arm", "scye")+drafttest.Length(t, d, "over-arm", "scye-back"), 0.3)
		arms, least := v.Number("arms")*(on.GirthAt(figure.Bust)+v.Number("bust_ease")), math.Inf(1)
		require.NotEmpty(t, d.Girths)
		for _, r := range d.Girths { // front, back and the part over the arm, as they are sewn
			require.Greater(t, r.Made, on.Girth(r.Drop)+3, "%.0f below the waist", r.Drop)
			if r.Drop <= 0 {
				least = min(least, r.Made)
			}
		}
		require.InDelta(t, least, drafttest.Value(d, "arms"), 0.01)
		require.Greater(t, least, arms*0.96, "round the arms")
		end := 0.0
		if e, ok := drafttest.Piece(t, d, "front").Edge("end"); ok {
			end = e.Length()
		}
		require.InDelta(t, v.Number("ends"), end, 1.1)
	})
	assert.Greater(t, drafted, 25)
}

// A mantle that is too narrow for the sleeves worn under it says so, and what it offers is enough.
func TestMantlesGoOverSleeves(t *testing.T) {
	on := drafttest.Body(t, map[string]float64{"bust_girth": 920, "waist_girth": 740, "hip_girth": 1000, "height": 1650}, 0)
	narrow := func(d draft.Draft) (draft.Settings, bool) {
		for _, n := range d.Notes {
			if n.Title == "It is narrow over the arms" {
				return n.Fix, true
			}
		}
		return nil, false
	}
	_, is := narrow(drafttest.Make(t, Mantle{}, on, draft.Settings{"arms": 1.3}))
	assert.False(t, is)
	sleeved := on.Sleeved(figure.Arms{Upper: 520, Lower: 320, Down: 560})
	fix, is := narrow(drafttest.Make(t, Mantle{}, sleeved, draft.Settings{"arms": 1.12}))
	require.True(t, is)
	require.NotNil(t, fix)
	_, still := narrow(drafttest.Make(t, Mantle{}, sleeved, fix))
	assert.False(t, still)
}
