package bodice

import (
	"math"
	"strings"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/drafttest"
	"ardentgusset/core/figure"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// missedNote is what a draft says of a ring that does not come out as it is meant; nil where it says nothing.
func missedNote(d draft.Draft) *draft.Note {
	for i := range d.Notes {
		if strings.Contains(d.Notes[i].Title, "than meant at the") {
			return &d.Notes[i]
		}
	}
	return nil
}

// A ring that cannot be had as it is meant is told, gravely where it would not go round what is beneath, and what is offered
// was tried: drafted with it, every ring is as it is meant.
func TestRingsThatDoNotCloseSaySo(t *testing.T) {
	told := 0
	rapid.Check(t, func(t *rapid.T) {
		on := dressed(t)
		g := rapid.SampledFrom(fitted()).Draw(t, "bodice")
		set := draft.Settings{}
		v := drafttest.Few(t, g, on, 4)
		for _, val := range v.All() {
			if val.Own && val.Parameter.Unit == draft.Choice {
				set[val.Parameter.Key] = val.Choice
			} else if val.Own {
				set[val.Parameter.Key] = val.Number
			}
		}
		d, err := made(t, g, on, set)
		if err != nil {
			return
		}
		heights := map[figure.Level]float64{}
		for _, l := range figure.Levels() {
			heights[l] = -on.Drop(l)
		}
		ring, _, by := furthest(&d, heights)
		note := missedNote(d)
		if math.Abs(by) < missedBy-0.5 {
			require.Nil(t, note, g.About().Kind)
			return
		}
		if math.Abs(by) < missedBy+0.5 { // seams that run on over each other move a ring by as much
			return
		}
		require.NotNil(t, note, "%s is %g out and says nothing", g.About().Kind, by)
		told++
		require.Equal(t, ring.Made < ring.Over-missedBy && ring.Meant >= ring.Over, note.Grave)
		if len(note.Fix) == 0 {
			return
		}
		for k, n := range note.Fix {
			set[k] = n
		}
		d, err = made(t, g, on, set)
		require.NoError(t, err)
		require.Nil(t, missedNote(d), "%s, as it was offered", g.About().Kind)
	})
	assert.Positive(t, told)
}
