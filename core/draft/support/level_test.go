package support

import (
	"math"
	"strings"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/drafttest"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Straight cloth that is as long all round clears the floor wherever it hangs, as its pieces measure: over hoops, panniers, a
// bustle cage and nothing; where its hem is not level that is said, with what each place has. What is asked longer than that is
// offered a length that clears, which does.
func TestStraightClothClearsTheFloor(t *testing.T) {
	bare := drafttest.Body(t, map[string]float64{"bust_girth": 920, "waist_girth": 740, "hip_girth": 1000, "height": 1650}, 30)
	for state, under := range map[string]draft.Garment{"bare": nil, "hoops": HoopSkirt{}, "panniers": Panniers{}, "cage": BustleCage{}} {
		on := bare
		if under != nil {
			on = drafttest.Make(t, under, bare, nil).Wear.Dress(bare)
		}
		for _, g := range []draft.Garment{TieredPetticoat{}, TieredPetticoat{Outer: true}, CordedPetticoat{}} {
			kind := g.About().Kind + " over " + state
			// clears are the ways from the hem to the floor before, at the side and behind, by the edges of the pieces.
			clears := func(d draft.Draft, v draft.Values) (least, most float64) {
				long := v.Number(draft.Band)
				for i := range d.Pieces {
					p := &d.Pieces[i]
					if p.ID == "breadth" { // its cords take some of it up
						long += v.Number(draft.FullLength)
						continue
					}
					if strings.HasPrefix(p.ID, "upper") || strings.HasPrefix(p.ID, "lower") || strings.HasPrefix(p.ID, "middle") {
						side := 0.0
						for _, e := range p.Edges {
							if strings.HasPrefix(e.ID, "left") {
								side += e.Length()
							}
						}
						long += side
					}
				}
				least, most = math.Inf(1), math.Inf(-1)
				for _, b := range []float64{0, 90, 180} {
					clear := on.WaistToFloor(b) - long
					least, most = math.Min(least, clear), math.Max(most, clear)
				}
				return least, most
			}
			told := func(d draft.Draft) (level, floor bool, fix draft.Settings) {
				for _, n := range d.Notes {
					level = level || n.Title == "Its hem does not hang level"
					if n.Title == "A part of its hem lies on the floor" {
						floor, fix = true, n.Fix
					}
				}
				return level, floor, fix
			}
			v, _ := draft.Settle(g, on, nil)
			d := drafttest.Make(t, g, on, nil)
			least, most := clears(d, v)
			assert.Greater(t, least, 30.0, kind)
			level, floor, _ := told(d)
			assert.False(t, floor, kind)
			assert.Equal(t, most-least > uneven, level, "%s: %.0f to %.0f", kind, least, most)
			if most-least <= uneven {
				continue
			}
			long := draft.Settings{draft.FullLength: math.Min(v.Number(draft.FullLength)+90, v.Get(draft.FullLength).High)}
			_, floor, fix := told(drafttest.Make(t, g, on, long))
			require.True(t, floor, kind)
			require.NotNil(t, fix, kind)
			after, _ := draft.Settle(g, on, fix)
			least, _ = clears(drafttest.Make(t, g, on, fix), after)
			assert.Greater(t, least, 30.0, "%s, shortened", kind)
		}
	}
}
