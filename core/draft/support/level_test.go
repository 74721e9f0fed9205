package support

import (
	"fmt"
	"math"
	"strings"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/drafttest"
	"ardentgusset/core/draft/part"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Straight cloth hangs level, as its pieces measure: over hoops, panniers, a bustle cage and nothing, all along its upper edge
// the way down less the cloth there is the same, but where a point was kept from a centre. What is asked longer than that is
// offered a length that clears, which does.
func TestStraightClothHangsLevel(t *testing.T) {
	bare := drafttest.Body(t, map[string]float64{"bust_girth": 920, "waist_girth": 740, "hip_girth": 1000, "height": 1650}, 30)
	for state, under := range map[string]draft.Garment{"bare": nil, "hoops": HoopSkirt{}, "panniers": Panniers{}, "cage": BustleCage{}} {
		on := bare
		if under != nil {
			on = drafttest.Make(t, under, bare, nil).Wear.Dress(bare)
		}
		for _, g := range []draft.Garment{TieredPetticoat{}, TieredPetticoat{Outer: true}, CordedPetticoat{}} {
			kind := g.About().Kind + " over " + state
			v, _ := draft.Settle(g, on, nil)
			d := drafttest.Make(t, g, on, nil)
			least, most := clears(t, on, d, v)
			assert.Greater(t, least, 30.0, kind)
			assert.Less(t, most-least, 12.0, "%s: from %.0f to %.0f above the floor", kind, least, most)
			for _, n := range d.Notes {
				assert.NotEqual(t, "Its hem lies on the floor", n.Title, kind)
			}
			for i, at := range []string{"front", "side", "back"} { // what it says is what was cut
				b := 90 * float64(i)
				assert.InDelta(t, on.WaistToFloor(b)-v.Number(draft.Band)-drafttest.Value(d, "length."+at), (least+most)/2, 8, "%s, %s", kind, at)
			}
			long := draft.Settings{draft.FullLength: min(v.Number(draft.FullLength)+90, v.Get(draft.FullLength).High)}
			var fix draft.Settings
			for _, n := range drafttest.Make(t, g, on, long).Notes {
				if n.Title == "Its hem lies on the floor" {
					fix = n.Fix
				}
			}
			require.NotNil(t, fix, kind)
			after, _ := draft.Settle(g, on, fix)
			least, _ = clears(t, on, drafttest.Make(t, g, on, fix), after)
			assert.Greater(t, least, 30.0, "%s, shortened", kind)
		}
	}
}

// clears are the least and the most that the hem lies above the floor, from the pieces of the uppermost cloth, round from the
// opening behind, and the cloth below it.
func clears(t *testing.T, on figure.Figure, d draft.Draft, v draft.Values) (least, most float64) {
	below := 0.0
	var top []pattern.Piece
	for _, p := range d.Pieces {
		switch {
		case strings.HasPrefix(p.ID, "upper"):
			top = append(top, p)
		case strings.HasPrefix(p.ID, "lower"), strings.HasPrefix(p.ID, "middle"):
			e, ok := p.Edge("left")
			require.True(t, ok)
			below += e.Length()
		case strings.HasPrefix(p.ID, "breadth"):
			top = append(top, p)
			below = -taken(d)
		}
	}
	least, most = math.Inf(1), math.Inf(-1)
	from, whole := 0.0, 0.0
	for _, p := range top {
		outline, _ := p.Outline()
		whole += plane.BoxOf(outline).Width() * float64(p.Cut)
	}
	for _, p := range top {
		e, ok := p.Edge("top")
		require.True(t, ok)
		for at := 0.0; at <= e.Length(); at += 10 {
			q, _ := plane.Along(e.Line, at)
			share := math.Abs(1 - 2*(from+q.X)/whole) // of the half, from the centre front
			clear := on.WaistToFloor(part.BearingOf(on.At(0), share)) - v.Number(draft.Band) - q.Y - below
			least, most = min(least, clear), max(most, clear)
		}
		outline, _ := p.Outline()
		from += plane.BoxOf(outline).Width()
	}
	return least, most
}

// taken is what the cords of a petticoat take up of its cloth's length, as it says itself, mm.
func taken(d draft.Draft) float64 {
	for _, n := range d.Notes {
		var cm float64
		if _, err := fmt.Sscanf(measure.Say(n.Title, measure.CM), "Each breadth is cut %f cm longer than it finishes", &cm); err == nil {
			return 10 * cm
		}
	}
	return 0
}
