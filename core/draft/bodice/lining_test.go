package bodice

import (
	"strings"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/drafttest"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// A tailored lining lies under the outer from facing to facing, has a pleat behind to stretch in and no lapel, goes together, and
// every piece of it is cut from the lining alone.
func TestTailoredLining(t *testing.T) {
	for _, b := range [][4]float64{{790, 700, 610, 880}, {920, 800, 740, 1000}, {1280, 1090, 1120, 1330}} {
		on := drafttest.Body(t, map[string]float64{"bust_girth": b[0], "underbust_girth": b[1], "waist_girth": b[2], "hip_girth": b[3],
			"height": 1650}, 0)
		for _, kind := range []string{"notched", "shawl"} {
			v, _ := draft.Settle(Tailored{}, on, nil)
			d, err := draft.Make(Tailored{}, on, v.With(nil, map[draft.Key]string{draft.CollarKind: kind}), Tailored{}.About().Usual)
			require.NoError(t, err)
			front, facing := drafttest.Piece(t, d, "front-lining"), drafttest.Piece(t, d, "front-facing")
			outer, back := drafttest.Piece(t, d, "front"), drafttest.Piece(t, d, "back")
			linedBack := drafttest.Piece(t, d, "back-lining")
			assert.InDelta(t, area(outer), area(front)+area(facing), 0.012*area(outer), "the lining ends where the facing begins")
			cb, _ := linedBack.Edge("centre-back")
			assert.InDelta(t, liningPleat*cb.Length(), area(linedBack)-area(back), 0.03*liningPleat*cb.Length())
			for _, e := range front.Edges {
				assert.NotContains(t, []string{"lapel", "lapel-top", "gorge", "neck", "centre-front"}, e.ID)
			}
			sewn := map[pattern.Side]bool{}
			lining := 0
			for _, s := range d.Seams {
				s.A.Copy, s.B.Copy = pattern.Copy{}, pattern.Copy{}
				sewn[s.A], sewn[s.B] = true, true
				if strings.HasPrefix(s.ID, "lining-") {
					lining++
				}
			}
			assert.GreaterOrEqual(t, lining, 7)
			for _, s := range pattern.True(d.Pieces, d.Seams) {
				assert.True(t, s.True, s.ID)
			}
			for _, p := range d.Pieces {
				if !strings.HasSuffix(p.ID, "-lining") {
					assert.Zero(t, p.CutOf(pattern.ForLining), "%s is lined by a piece of its own", p.ID)
					continue
				}
				assert.Equal(t, p.Cut, p.CutOf(pattern.ForLining), p.ID)
				for _, e := range p.Edges {
					assert.True(t, e.Kind == pattern.Enclosed || sewn[pattern.Side{Piece: p.ID, Edge: e.ID}], "%s, %s", p.ID, e.ID)
				}
				outline, _ := p.Outline()
				for _, m := range p.Marks {
					for _, q := range m.Path {
						_, off := placeOn(append(outline, outline[0]), q)
						assert.True(t, plane.Inside(outline, q) || off < 1, "%s, %s", p.ID, m.Kind)
					}
				}
			}
		}
	}
}

// area is what lies within a piece's seam lines, mm².
func area(p *pattern.Piece) float64 {
	outline, _ := p.Outline()
	return plane.Area(outline)
}
