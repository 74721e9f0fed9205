package accessory

import (
	"strings"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/drafttest"
	"ardentgusset/core/pattern"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// On any body and for any kind the band is four millimetres less than the neck edge of both halves of the collar, sewn to all
// of it once, and the collar is cut in two layers; its neck edge is about as long as the neck it is worn on.
func TestLooseCollars(t *testing.T) {
	drafted := 0
	rapid.Check(t, func(t *rapid.T) {
		on := drafttest.Wearer(t)
		v := drafttest.Few(t, Collar{}, on, 6)
		d, err := draft.Make(Collar{}, on, v, Collar{}.About().Usual)
		if err != nil {
			return
		}
		drafted++
		require.NoError(t, d.Check())
		collar := drafttest.Piece(t, d, "collar")
		edge, sewn := 0.0, 0
		for _, e := range collar.Edges {
			if strings.HasPrefix(e.ID, "neck-") {
				edge += 2 * e.Length()
			}
		}
		for _, s := range d.Seams {
			if s.Join == pattern.Banded {
				sewn++
			}
		}
		band := 0.0
		for _, e := range drafttest.Piece(t, d, "band").Edges {
			if strings.HasPrefix(e.ID, "to-") {
				band += e.Length()
			}
		}
		require.InDelta(t, edge-4, band, 0.5)
		require.Equal(t, 4, sewn)
		require.Equal(t, collar.CutOf(pattern.ForOuter), collar.CutOf(pattern.ForLining))
		require.Greater(t, edge, on.Length("neck_girth")*0.85)
	})
	assert.Greater(t, drafted, 20)
}
