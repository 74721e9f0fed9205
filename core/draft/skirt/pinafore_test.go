package skirt

import (
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/drafttest"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// On any body the middle of a bib lies over the centre front on the band, wherever the band begins, and the straps reach.
func TestPinaforesCarryTheirBib(t *testing.T) {
	drafted := 0
	rapid.Check(t, func(t *rapid.T) {
		on := drafttest.Wearer(t)
		v := drafttest.Few(t, Pinafore{}, on, 8)
		d, err := draft.Make(Pinafore{}, on, v, Pinafore{}.About().Usual)
		if err != nil {
			return
		}
		drafted++
		require.NoError(t, d.Check())
		band := drafttest.Piece(t, d, "band")
		bib, _ := band.Edge("to-bib")
		left, _ := band.Edge("to-front-left")
		centre := left.Line[len(left.Line)-1].X
		require.InDelta(t, centre, (bib.Line[0].X+bib.Line[len(bib.Line)-1].X)/2, 0.1)
		require.InDelta(t, v.Number("bib_wide"), bib.Length(), 1e-6)
		said := false
		for _, n := range d.Notes {
			said = said || n.Title == "The straps are too short"
		}
		if !said { // over the shoulder and straight down it is shorter still
			least := on.Length("front_length") - v.Number("bib_high") + on.Length("back_waist_length")
			require.GreaterOrEqual(t, v.Number("strap_long"), least*0.9)
		}
	})
	assert.Greater(t, drafted, 25)
}
