package gown

import (
	"math"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/drafttest"
	"ardentgusset/core/figure"
	"ardentgusset/core/pattern"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// A neck of 33 cm pleated 3 to 1 is cut 99 cm; twelve half rows are 5.28 cm deep from the first to the last (worked
// example, from memory).
func TestSmockingSums(t *testing.T) {
	on := drafttest.Body(t, map[string]float64{"bust_girth": 760, "waist_girth": 620, "hip_girth": 800, "neck_girth": 300, "height": 1500}, 0)
	d := drafttest.Make(t, Smocked{}, on, draft.Settings{"neck_ease": 30.0, "full": 3.0, "rows": 12.0, "wider": 150.0})
	cut := 0.0
	for _, id := range []string{"front", "back", "sleeve"} {
		times := 2.0
		cut += times * drafttest.Length(t, d, id, "neck")
	}
	assert.InDelta(t, 990, cut, 0.5)
	rows := drafttest.Piece(t, d, "front").Marks
	require.Len(t, rows, 2)
	// Two of the twelve lie in the allowance: on the sewn side ten are left, nine pitches apart.
	assert.InDelta(t, 9*4.8, rows[0].Path[0].To(rows[1].Path[0]), 0.1)
	assert.InDelta(t, 52.8, drafttest.Value(d, "smocked"), 0.1)
	long := 0.0
	for _, id := range []string{"back-left", "sleeve-left", "front-left", "front-right", "sleeve-right", "back-right"} {
		long += drafttest.Length(t, d, "binding", id)
	}
	assert.InDelta(t, 330, long, 0.5, "what is bound is the finished neck")
	for _, id := range []string{"lap-left", "lap-right"} {
		assert.InDelta(t, 38, drafttest.Length(t, d, "binding", id), 0.5, "the laps lie plain: a button and two edges find room on them")
	}
	e, _ := drafttest.Piece(t, d, "binding").Edge("top")
	assert.InDelta(t, 330+2*38, e.Length(), 0.5)
}

// On any body: under the arms it goes round the bust with room; the four raglan seams are one line; the centres reach as
// far above the floor as was asked, by the way over bust and back; and the head passes unless it is said.
func TestSmockedDresses(t *testing.T) {
	drafted := 0
	rapid.Check(t, func(t *rapid.T) {
		on := drafttest.Wearer(t)
		v := drafttest.Chosen(t, Smocked{}, on)
		d, err := draft.Make(Smocked{}, on, v, Smocked{}.About().Usual)
		if err != nil {
			return
		}
		drafted++
		require.NoError(t, d.Check())
		under := 0.0
		for _, id := range []string{"front", "back"} {
			e, _ := drafttest.Piece(t, d, id).Edge("raglan")
			under += 2 * e.Line[0].X
		}
		require.GreaterOrEqual(t, under, on.GirthAt(figure.Bust)+59)
		back, whole := drafttest.Length(t, d, "back", "opening"), v.Choice("behind") == "whole"
		if !whole {
			back += drafttest.Length(t, d, "back", "centre")
		}
		for bearing, long := range map[float64]float64{0: drafttest.Length(t, d, "front", "centre"), 180: back} {
			way := on.Over(bearing, on.Floor()-v.Number("clearance"))
			require.InDelta(t, way, long, 3+0.01*way)
		}
		said := false
		for _, n := range d.Notes {
			said = said || n.Title == "The head does not pass the neck"
		}
		passes := math.Inf(1)
		if !whole {
			passes = on.Length("neck_girth") + v.Number("neck_ease") + 2*v.Number("slit")
		}
		require.Equal(t, passes < on.Length("head_girth")+15-1e-9, said)
		for i := range d.Pieces {
			p := &d.Pieces[i]
			for _, e := range p.Edges {
				if p.KindOf(e, d.Seams) == pattern.Sewn && e.ID == "raglan" {
					require.Greater(t, math.Abs(e.Line[0].Y), 60.0)
				}
			}
		}
	})
	assert.Greater(t, drafted, 25)
}

// Open from the neck to the hem it has no seam behind, laps as far as it was asked all the way, is put on like a coat, and its
// buttons may be as many as that length takes; open sleeves are hemmed and want no elastic.
func TestSmockedOpenToTheHem(t *testing.T) {
	on := drafttest.Body(t, map[string]float64{"bust_girth": 560, "waist_girth": 520, "hip_girth": 580, "neck_girth": 260, "height": 870}, 0)
	d := drafttest.Make(t, Smocked{}, on, draft.Settings{"behind": "whole", "sleeve_end": "open", "lap": 28.0})
	for _, s := range d.Seams {
		assert.NotEqual(t, "centre-back", s.ID)
	}
	assert.True(t, d.Entry.Through)
	back := drafttest.Piece(t, d, "back")
	opening, _ := back.Edge("opening")
	neck, _ := back.Edge("neck-lap")
	assert.InDelta(t, 28, neck.Length(), 0.1)
	assert.InDelta(t, opening.Length(), math.Abs(opening.Line[0].Y-opening.Line[len(opening.Line)-1].Y), 0.5, "it hangs straight")
	assert.Equal(t, pattern.Opening, opening.Kind)
	wrist, _ := drafttest.Piece(t, d, "sleeve").Edge("wrist")
	assert.Equal(t, pattern.Hem, wrist.Kind)
	for _, n := range d.Notions {
		assert.NotEqual(t, "elastic", n.Kind)
	}
	require.Len(t, d.Fastenings, 1)
	apart := (opening.Length() - 150) / float64(d.Fastenings[0].Count-1)
	assert.InDelta(t, 75, apart, 20)
}
