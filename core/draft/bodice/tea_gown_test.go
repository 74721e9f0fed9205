package bodice

import (
	"math"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/drafttest"
	"ardentgusset/core/figure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// On any body: the outer goes round the bust with the ease it hangs with and is nowhere below narrower than the body, its
// hem lies as far below the floor’s clearance before as cloth laid down the profile is long, front and back are as long at
// the side, and the back is as much wider at the neck as is pleated, the last pleat ending where the plain part begins.
func TestTeaGowns(t *testing.T) {
	drafted := 0
	rapid.Check(t, func(t *rapid.T) {
		on := drafttest.Wearer(t)
		g := TeaGown{}
		v := drafttest.Chosen(t, g, on)
		d, err := draft.Make(g, on, v, g.About().Usual)
		if err != nil {
			return
		}
		drafted++
		require.NoError(t, d.Check())
		require.InDelta(t, drafttest.Length(t, d, "front", "side"), drafttest.Length(t, d, "back", "side"), 1)
		full := v.Number("fullness") / 2
		if 2*full < leastFull {
			full = 0
		}
		lap := 0.0
		if v.Has("lap") && v.Choice("closes") != "hooks" {
			lap = v.Number("lap")
		}
		cut := func(id string, y float64) (sum float64) {
			line, _ := drafttest.Piece(t, d, id).Outline()
			for _, s := range plane.Spans(line, plane.Pt(-4000, y), plane.Pt(1, 0)) {
				sum += s[1] - s[0]
			}
			return sum
		}
		bust := func(id string) float64 {
			for _, m := range drafttest.Piece(t, d, id).Marks {
				if m.Label == "waist" {
					return m.Path[len(m.Path)/2].Y
				}
			}
			return math.NaN()
		}
		front, back := bust("front"), bust("back")
		round := 0.0 // along the waist line, which is curved
		for _, id := range []string{"front", "back"} {
			for _, m := range drafttest.Piece(t, d, id).Marks {
				if m.Label == "waist" {
					round += 2 * plane.Length(m.Path)
				}
			}
		}
		require.Greater(t, round, on.Girth(0)+5)
		for _, down := range []float64{100, 200, 300} { // a level cut is a little shorter than what lies level
			round := 2 * (cut("front", front-down) - lap + cut("back", back-down))
			require.Greater(t, round, on.Girth(down), "%.0f below the waist", down)
		}
		if v.Has("pleats") {
			folds := 0
			for _, m := range drafttest.Piece(t, d, "back").Marks {
				if m.Kind == pattern.PleatFold {
					folds++
				}
			}
			require.Equal(t, v.Whole("pleats"), folds)
			require.InDelta(t, v.Number("stitched"), plane.Length(foldOf(t, d).Path), 0.1)
		}
		if !v.Has("train") || v.Number("train") < 1 {
			cf, _ := drafttest.Piece(t, d, "front").Edge("centre-front")
			throat := -on.Torso().Throat.Z + max(v.Number("neck_front"), 0)
			way := drafttest.ClothDown(on, 0, throat, on.Floor()-v.Number("clearance"))
			require.InDelta(t, way, cf.Length(), 0.05*way, "before, from the neck to the hem")
		}
		require.Greater(t, drafttest.Value(d, "hem"), on.GirthAt(figure.Hip))
	})
	assert.Greater(t, drafted, 25)
}

// foldOf is the first fold of a pleat on the back.
func foldOf(t require.TestingT, d draft.Draft) pattern.Mark {
	for _, m := range drafttest.Piece(t, d, "back").Marks {
		if m.Kind == pattern.PleatFold {
			return m
		}
	}
	require.Fail(t, "no pleat")
	return pattern.Mark{}
}
