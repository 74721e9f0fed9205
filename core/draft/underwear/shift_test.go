package underwear

import (
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func made(t *testing.T, on figure.Figure, set draft.Settings) draft.Draft {
	v, wrong := draft.Settle(Shift{}, on, set)
	require.Empty(t, wrong)
	d, err := Shift{}.Draft(on, v, Shift{}.About().Usual)
	require.NoError(t, err)
	require.NoError(t, d.Check())
	return d
}

// A body's fullest place decides the width, and a shift worn under the corset
// rests on the body without it: a corseted waist reading changes nothing.
func TestShiftIsDraftedToTheBareBody(t *testing.T) {
	bare := []figure.Reading{{Key: "bust_girth", Value: 910}, {Key: "waist_girth", Value: 710}, {Key: "hip_girth", Value: 980}}
	on, err := figure.New(bare, figure.Women, 0)
	require.NoError(t, err)
	d := made(t, on, draft.Settings{"ease": 140.0})
	assert.InDelta(t, (980.0+140)/2, d.Dimensions[0].Value, 1e-6)

	round, err := figure.New([]figure.Reading{{Key: "bust_girth", Value: 1000}, {Key: "waist_girth", Value: 1100}, {Key: "hip_girth", Value: 1050}}, figure.Women, 0)
	require.NoError(t, err)
	assert.InDelta(t, (1100.0+140)/2, made(t, round, draft.Settings{"ease": 140.0}).Dimensions[0].Value, 1e-6, "here the waist decides")

	both, err := figure.New(append(bare, figure.Reading{Key: "waist_girth", Worn: figure.OverCorset, Value: 620}), figure.Women, 0)
	require.NoError(t, err)
	assert.Equal(t, d.Dimensions, made(t, both, draft.Settings{"ease": 140.0}).Dimensions)
}

// Round each gusset run four seams, and the sleeve head is as long as the two
// armhole edges together (facts of the cut).
func TestGussetsAndSleevesClose(t *testing.T) {
	on, err := figure.New(nil, figure.Women, 0)
	require.NoError(t, err)
	d := made(t, on, nil)
	used := map[string]int{}
	for _, s := range d.Seams {
		used[s.A.Piece+" "+s.A.Edge]++
		used[s.B.Piece+" "+s.B.Edge]++
	}
	for i := range d.Pieces {
		for _, e := range d.Pieces[i].Edges {
			switch e.ID {
			case "hem", "neck", "fold":
				assert.Zero(t, used[d.Pieces[i].ID+" "+e.ID])
			default:
				if d.Pieces[i].ID == "sleeve" && e.ID == "bottom" {
					continue
				}
				assert.Equal(t, 1, used[d.Pieces[i].ID+" "+e.ID], "%s %s is sewn once", d.Pieces[i].ID, e.ID)
			}
		}
	}
}

func TestANeckTooSmallForAHeadIsNoted(t *testing.T) {
	on, err := figure.New(nil, figure.Women, 0)
	require.NoError(t, err)
	d := made(t, on, draft.Settings{"neck_width": 60.0, "neck_front": 40.0, "neck_back": 20.0})
	require.NotEmpty(t, d.Notes)
	assert.True(t, d.Notes[0].Grave)
	assert.NotEmpty(t, d.Notes[0].Fix)
}
