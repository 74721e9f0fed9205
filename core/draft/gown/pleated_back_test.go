package gown

import (
	"strings"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/drafttest"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// On any body: a back that is pleated in one with the skirt is as long from the hem to its upper edge as the skirt’s back and
// the bodice’s together, wide enough for the bodice’s back and two pleats, folds as often as it says, leaves the rest of the
// waist seam as it was, and makes the bodice’s back its lining; without it nothing of that is there.
func TestBacksPleatedInOne(t *testing.T) {
	drafted := 0
	rapid.Check(t, func(t *rapid.T) {
		on := drafttest.Wearer(t)
		pleat := rapid.Float64Range(30, 120).Draw(t, "pleat")
		set := draft.Settings{"back_pleat": pleat, "back_kind": "pleated",
			"robing": rapid.SampledFrom([]float64{0, 30, 45, 60}).Draw(t, "robing")}
		g := Open{}
		v, wrong := draft.Settle(g, on, set)
		require.Empty(t, wrong)
		d, err := draft.Make(g, on, v, g.About().Usual)
		if err != nil {
			return
		}
		drafted++
		require.NoError(t, d.Check())
		delete(set, "back_kind")
		delete(set, "back_pleat")
		v, _ = draft.Settle(g, on, set)
		plain, err := draft.Make(g, on, v, g.About().Usual)
		require.NoError(t, err)
		var back *pattern.Piece
		for i := range d.Pieces {
			if _, ok := d.Pieces[i].Edge("pleated-top"); ok {
				back = &d.Pieces[i]
			}
		}
		require.NotNil(t, back)
		top, _ := back.Edge("pleated-top")
		bodice := drafttest.Piece(t, plain, "back")
		outline, _ := bodice.Outline()
		box := plane.BoxOf(outline)
		require.GreaterOrEqual(t, top.Length(), box.Width()+2*pleat-1)
		tall := plane.BoxOf(must(back.Outline())).Height()
		was := plane.BoxOf(must(drafttest.Piece(t, plain, back.ID).Outline())).Height()
		require.InDelta(t, was+box.Height(), tall, 40)
		folds := 0
		for _, m := range back.Marks {
			if m.Kind == pattern.PleatFold && m.Path[0].Y > tall-5 {
				folds++
			}
		}
		require.Equal(t, 2, folds)
		require.Equal(t, drafttest.Piece(t, d, "back").Cut, drafttest.Piece(t, d, "back").CutOf(pattern.ForLining))
		sum := func(d draft.Draft) (n int) {
			for _, s := range d.Seams {
				if strings.HasPrefix(s.ID, "waist-") {
					n++
				}
			}
			return n
		}
		require.Equal(t, sum(plain)-1, sum(d))
	})
	assert.Greater(t, drafted, 25)
}

// must is the outline alone.
func must(line []plane.Point, _ []int) []plane.Point { return line }
