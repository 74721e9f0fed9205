package bodice

import (
	"math"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/drafttest"
	"ardentgusset/core/figure"
	"ardentgusset/core/plane"

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
		cut := func(id string, y float64) (sum float64) {
			line, _ := drafttest.Piece(t, d, id).Outline()
			for _, s := range plane.Spans(line, plane.Pt(-3000, y), plane.Pt(1, 0)) {
				sum += s[1] - s[0]
			}
			return sum
		}
		// The waist is marked on front and back; the part over the arm reaches as far below it as its seams do.
		level := func(id string) float64 {
			for _, m := range drafttest.Piece(t, d, id).Marks {
				if m.Label == "waist" {
					return m.Path[len(m.Path)/2].Y
				}
			}
			return math.NaN()
		}
		lap := 0.0
		if v.Choice("closes") == "buttons" {
			lap = v.Number("lap")
		}
		front, back := level("front"), level("back")
		for _, up := range []float64{-40, 20, 90} {
			if up > on.Torso().Underarm-v.Number("scye_drop")-60 {
				continue // it lies within the head
			}
			round := 2 * (cut("front", front+up) - lap + cut("back", back+up) + cut("over-arm", v.Number("side_low")+up))
			require.Greater(t, round, on.Girth(-up)+3, "%.0f above the waist", up)
		}
		arms := v.Number("arms") * (on.GirthAt(figure.Bust) + v.Number("bust_ease"))
		up := math.Max(on.Torso().Underarm-v.Number("scye_drop")-60, 0)
		over := 0.0 // where it is widest: between the waist and the arm
		for y := 5.0; y < v.Number("side_low")+math.Max(up, 5); y += 5 {
			over = math.Max(over, cut("over-arm", y))
		}
		round := 2 * (cut("front", front+up) - lap + cut("back", back+up) + over)
		require.Greater(t, round, arms*0.9, "round the arms") // the levels of very tall and very full bodies slope
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
	sleeved := on.Sleeved(figure.Arms{Upper: 420, Lower: 260, Down: 560})
	fix, is := narrow(drafttest.Make(t, Mantle{}, sleeved, draft.Settings{"arms": 1.12}))
	require.True(t, is)
	require.NotNil(t, fix)
	_, still := narrow(drafttest.Make(t, Mantle{}, sleeved, fix))
	assert.False(t, still)
}
