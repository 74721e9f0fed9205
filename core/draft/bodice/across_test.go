package bodice

import (
	"fmt"
	"strings"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/drafttest"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/sewn"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// From armhole to armhole the cloth measures what the tape read there and a fifth of the ease round the bust, before and
// behind, on either half within 3 mm (the share: common practice, no source).
func TestAcrossAsRead(t *testing.T) {
	for _, r := range []map[string]float64{
		{"height": 1680, "bust_girth": 920, "waist_girth": 740, "hip_girth": 990, "across_back": 352, "across_front": 330},
		{"height": 1600, "bust_girth": 790, "waist_girth": 610, "hip_girth": 860, "across_back": 318, "across_front": 296},
		{"height": 1720, "bust_girth": 1280, "waist_girth": 1090, "hip_girth": 1350, "across_back": 428, "across_front": 405},
	} {
		on := drafttest.Body(t, r, 0)
		for _, g := range []draft.Garment{Block{}, Conical{}, Darted{}, Basque{}, Draped{}, Fifties{}, Tailored{}, Cowl{}} {
			v, _ := draft.Settle(g, on, nil)
			d, err := draft.Make(g, on, v, g.About().Usual)
			require.NoError(t, err)
			found := 0
			for _, m := range d.Dimensions {
				if key := map[string]string{"across.front": "across_front", "across.back": "across_back"}[m.Key]; key != "" {
					found++
					assert.InDelta(t, r[key]+v.Number("bust_ease")/5, m.Value, 6, "%s on %.0f: %s", g.About().Kind, r["bust_girth"], m.Key)
				}
			}
			assert.NotZero(t, found, g.About().Kind)
		}
	}
}

// What is told of it is read on the pieces: with an armhole cut 8 mm further in, it tells 16 less.
func TestAcrossFollowsThePieces(t *testing.T) {
	on := drafttest.Body(t, map[string]float64{"bust_girth": 920, "waist_girth": 740, "hip_girth": 1000, "height": 1650}, 0)
	for _, g := range []draft.Garment{Block{}, Basque{}, Tailored{}} {
		set := draft.Settings{}
		if g == (Basque{}) {
			set["inset"] = 0.0 // else its level ends in a corner
		}
		d := drafttest.Make(t, g, on, set)
		before := sewn.Across(d.Pieces, d.Seams)
		require.Len(t, before, 2, g.About().Kind)
		pieces := make([]pattern.Piece, len(d.Pieces))
		for i := range d.Pieces {
			pieces[i] = d.Pieces[i].Copied()
			outline, _ := pieces[i].Outline()
			to := plane.BoxOf(outline).Centre()
			for _, e := range pieces[i].Edges {
				if strings.HasPrefix(e.ID, "scye") {
					for k := range e.Line { // towards the middle of the piece
						by := 8.0
						if e.Line[k].X > to.X {
							by = -8
						}
						e.Line[k].X += by
					}
				}
			}
		}
		for i, r := range sewn.Across(pieces, d.Seams) {
			assert.InDelta(t, -16, r.Girth-before[i].Girth, 2, fmt.Sprint(g.About().Kind, " at ", r.Drop))
		}
	}
}
