package ensemble

import (
	"math"
	"testing"

	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/lay"
	"ardentgusset/core/measure"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// Whatever bound there is, what is found fits, and a step more does not; where nothing fits it says so, and it asks no more often than
// halving needs.
func TestYieldIsFoundByHalving(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		y := Yield{Least: rapid.Float64Range(0, 500).Draw(t, "least"), Most: rapid.Float64Range(0, 2000).Draw(t, "most"), step: 5}
		bound := rapid.Float64Range(-100, 2200).Draw(t, "bound")
		up := y.Most >= y.Least
		fits := func(to float64) bool { return up && to <= bound || !up && to >= bound }
		asked := 0
		to, ok, err := y.Found(func(to float64) (bool, error) { asked++; return fits(to), nil })
		require.NoError(t, err)
		assert.Equal(t, fits(y.Least) || fits(y.Most), ok)
		assert.LessOrEqual(t, asked, 14)
		if !ok {
			return
		}
		require.True(t, fits(to))
		if to != y.Most {
			step := 2 * y.step
			if !up {
				step = -step
			}
			assert.False(t, fits(to+step) && (to+step-y.Most)*(step) < 0, "%g, and %g fits as well", to, to+step)
		}
	})
}

// Of more cloth a skirt may be longer and never shorter; what is found is drafted and laid by itself: all of it has room in the piece,
// and 2 cm more have none.
func TestMoreClothYieldsMore(t *testing.T) {
	p := plan("shift", "petticoat-tiered")
	fit := func(held, clearance float64, key draft.Key) bool {
		q := p
		q.Layers = append([]Layer{}, p.Layers...)
		l := &q.Layers[1]
		l.Settings = draft.Settings{key: clearance}
		l.Fabric.Lengths = []cloth.Cut{{ID: 1, Length: measure.Length(held)}}
		l.Fabric.NoMore = true
		_, stages, err := Walk(t.Context(), q, tested)
		require.NoError(t, err)
		if stages[1].Err != nil {
			return false
		}
		sheets, ok := stages[1].Sheets(stages[1].Uses()[0], func(j lay.Job) (lay.Result, bool) { return lay.Place(t.Context(), j), true })
		return ok && len(Unplaced(sheets)) == 0
	}
	_, stages, err := Walk(t.Context(), p, tested)
	require.NoError(t, err)
	var length Yield
	for _, y := range stages[1].Yields() {
		if y.Title == "The longest" {
			length = y
		}
	}
	require.NotEmpty(t, length.Title)
	was, down := length.Least, math.Copysign(1, length.Most-length.Least)
	for _, held := range []float64{2200, 2600, 3200} {
		to, ok, err := length.Found(func(to float64) (bool, error) { return fit(held, to, length.Parameter.Key), nil })
		require.NoError(t, err)
		if !ok {
			continue
		}
		assert.True(t, fit(held, to, length.Parameter.Key))
		assert.GreaterOrEqual(t, down*to, down*was-10, "of %g mm it hangs no higher than of less", held)
		was = to
	}
	assert.Greater(t, down*was, down*length.Least+100, "of the longest it is longer than at the least")
}
