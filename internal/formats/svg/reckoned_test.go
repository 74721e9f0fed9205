package svg

import (
	"regexp"
	"strconv"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/measure"
	"ardentgusset/core/plane"
	"ardentgusset/core/reckon"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Every reckoner's drawing is well formed, to one scale both ways, within its view, and its bar as long as it says.
func TestReckonedDrawings(t *testing.T) {
	number := func(text string) float64 {
		x, err := strconv.ParseFloat(text, 64)
		require.NoError(t, err)
		return x
	}
	for _, r := range reckon.All() {
		a, err := reckon.Do(r, nil)
		require.NoError(t, err)
		for _, plain := range []bool{false, true} {
			for _, u := range []measure.Unit{measure.CM, measure.IN} {
				text := Reckoned{Shapes: a.Drawing, Unit: u, Name: r.About().Title, Plain: plain}.Draw()
				wellFormed(t, text)
				assert.NotContains(t, text, "⟦")
				view := regexp.MustCompile(`viewBox="0 0 ([\d.]+) ([\d.]+)"`).FindStringSubmatch(text)
				require.NotNil(t, view)
				wide, high := number(view[1]), number(view[2])
				for _, m := range regexp.MustCompile(`[ML](-?[\d.]+) (-?[\d.]+)`).FindAllStringSubmatch(text, -1) {
					x, y := number(m[1]), number(m[2])
					assert.True(t, x >= -5 && x <= wide+5 && y >= -5 && y <= high+5, "%s: %v, %v", r.About().Name, x, y)
				}
			}
		}
	}
	// A square of 100 mm is a square, and the bar beside it as long as it says.
	shapes := []reckon.Shape{{Kind: reckon.Cloth, Closed: true, Line: []plane.Point{{}, {X: 100}, {X: 100, Y: 100}, {Y: 100}}, Label: measure.Tell(100)}}
	text := Reckoned{Shapes: shapes, Unit: measure.CM, Name: "A square"}.Draw()
	m := regexp.MustCompile(`rk-cloth" d="M([\d.]+) ([\d.]+)L([\d.]+) [\d.]+L[\d.]+ ([\d.]+)`).FindStringSubmatch(text)
	require.NotNil(t, m, text)
	side := number(m[3]) - number(m[1])
	assert.InDelta(t, side, number(m[2])-number(m[4]), 0.02)
	bar := regexp.MustCompile(`v6h([\d.]+)v-6"/><text[^>]*>([\d.]+) cm<`).FindStringSubmatch(text)
	require.NotNil(t, bar, text)
	assert.InDelta(t, number(bar[2])*10, number(bar[1])/side*100, 0.05)
	assert.Contains(t, text, ">10 cm</text>")
}

// An answer that is all marks is still drawn.
func TestReckonedOfNothing(t *testing.T) {
	assert.NotContains(t, Reckoned{Unit: measure.CM, Name: "nothing"}.Draw(), "NaN")
	r, _ := reckon.Find("hem")
	a, err := reckon.Do(r, draft.Settings{"way": "level", "stations": 3.0})
	require.NoError(t, err)
	assert.Contains(t, Reckoned{Shapes: a.Drawing, Unit: measure.IN, Name: "level"}.Draw(), "rk-point")
}
