package gown

import (
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/drafttest"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// On any body and for any choice: what lies at the bust's height adds up to the round that is told and goes round bust and
// hips, the panel begins half a sleeve below the shoulder seam, the sleeve's head fits what it is sewn to, and the neck that
// is cut first lies within the one it is enlarged to.
func TestPanelledDresses(t *testing.T) {
	drafted := 0
	rapid.Check(t, func(t *rapid.T) {
		on := drafttest.Wearer(t)
		v := drafttest.Chosen(t, Panelled{}, on)
		d, err := draft.Make(Panelled{}, on, v, Panelled{}.About().Usual)
		if err != nil {
			return
		}
		drafted++
		require.NoError(t, d.Check())
		round := 2*across(t, d, "front", 5) + 2*across(t, d, "back", 5) + 2*across(t, d, "panel", 5)
		require.InDelta(t, drafttest.Value(d, "body"), round, 0.5)
		for drop := -150.0; drop < 250; drop += 25 {
			require.Greater(t, round, on.Girth(drop)+v.Number("ease")/2-5, "at %.0f", drop)
		}
		sewn := drafttest.Length(t, d, "front", "armhole") + drafttest.Length(t, d, "back", "armhole")
		if v.Choice("panel_top") == "sewn" {
			sewn += v.Number("panel")
		}
		sleeve, _ := drafttest.Piece(t, d, "sleeve").Edge("bottom")
		require.InDelta(t, sewn, sleeve.Length(), 0.5)
		front := drafttest.Piece(t, d, "front")
		side, _ := front.Edge("side")
		shoulder, _ := front.Edge("shoulder")
		require.InDelta(t, v.Number("sleeve"), shoulder.Line[0].Y-side.Line[1].Y, 0.5)
		neck, _ := front.Edge("neck")
		for _, m := range front.Marks {
			if m.Kind == pattern.SlashLine && m.Label == "cut first" {
				for _, q := range m.Path {
					require.GreaterOrEqual(t, q.Y, plane.BoxOf(neck.Line).Min.Y-1)
					require.LessOrEqual(t, q.X, v.Number("neck_wide"))
				}
				require.Less(t, plane.Length(m.Path), neck.Length())
			}
		}
		if v.Choice("ends") == "selvedge" {
			for _, id := range []string{"front", "back", "panel", "sleeve"} {
				require.InDelta(t, 90, drafttest.Piece(t, d, id).GrainDegrees, 0)
			}
		}
	})
	assert.Greater(t, drafted, 25)
}

// For a bust of 92 cm with 12 cm of ease and panels of 13 cm, front and back are 39 cm wide each: the panel is half of
// what both leave of the whole (common practice, no source).
func TestPanelledOfTheTrade(t *testing.T) {
	on := drafttest.Body(t, map[string]float64{"bust_girth": 920, "waist_girth": 720, "hip_girth": 940, "height": 1650}, 0)
	d := drafttest.Make(t, Panelled{}, on, draft.Settings{"ease": 120.0, "panel": 130.0})
	wide := 2 * across(t, d, "front", 5)
	assert.InDelta(t, 390, wide/1, 0.5)
	assert.InDelta(t, (920+120-2*wide)/2, across(t, d, "panel", 5), 0.5)
}
