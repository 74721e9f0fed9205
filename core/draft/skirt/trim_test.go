package skirt

import (
	"math"
	"strings"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/drafttest"
	"ardentgusset/core/pattern"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// lengthOf is how long all strips of a row of trimming are together, along an edge.
func lengthOf(d draft.Draft, id, edge string) float64 {
	for i := range d.Pieces {
		if p := &d.Pieces[i]; p.ID == id {
			e, _ := p.Edge(edge)
			return float64(p.Cut) * e.Length()
		}
	}
	return 0
}

// Flounces cut in whole rings of inner radius 15 cm and 25 cm deep, on a skirt 260 cm round, take 2.759 rings and measure
// 693.3 cm below (worked example; closed forms of the circle).
func TestCircularFlounces(t *testing.T) {
	on := drafttest.Body(t, nil, 0)
	d := drafttest.Make(t, Breadths{}, on, draft.Settings{"hem_round": 2600.0, "trim": "circular", "trim_deep": 250.0, "trim_radius": 150.0})
	above, below := lengthOf(d, "trim-1", "top"), lengthOf(d, "trim-1", "bottom")
	assert.InDelta(t, 2600, above, 4)
	assert.InDelta(t, 2.759, above/(2*math.Pi*150), 0.005)
	assert.InDelta(t, 6933, below, 12)
	assert.Equal(t, 3, drafttest.Piece(t, d, "trim-1").Cut)
}

// Every row is as long as its own level of the skirt wants: on straight breadths all alike, on a circle as the circles about
// its middle are, on gores as a tape across the pieces there says.
func TestTrimmingFollowsItsLevel(t *testing.T) {
	kinds := []draft.Garment{Circle{}, Breadths{}, Gores{}}
	drafted := 0
	rapid.Check(t, func(t *rapid.T) {
		g := kinds[rapid.IntRange(0, 2).Draw(t, "kind")]
		on := drafttest.Wearer(t)
		rows := rapid.IntRange(1, 3).Draw(t, "rows")
		deep := rapid.Float64Range(60, 180).Draw(t, "deep")
		full := rapid.Float64Range(1.3, 3).Draw(t, "full")
		v, _ := draft.Settle(g, on, draft.Settings{"trim": "gathered", "trim_rows": float64(rows), "trim_deep": deep, "trim_full": full,
			"trim_heading": 15.0})
		d, err := draft.Make(g, on, v, g.About().Usual)
		if err != nil {
			return
		}
		drafted++
		require.NoError(t, d.Check())
		hem := 0.0
		for i := range d.Pieces {
			p := &d.Pieces[i]
			if e, ok := p.Edge("hem"); ok && !strings.HasPrefix(p.ID, "trim") {
				hem += 2 * e.Length()
			}
		}
		for k := range rows {
			up := deep - 15 + float64(k)*max(deep-15-20, 20)
			got := lengthOf(d, "trim-"+string(rune('1'+k)), "bottom") / full
			switch g.(type) {
			case Breadths:
				require.InDelta(t, hem, got, 2)
			case Circle:
				turn := 2 * math.Pi * v.Number("circle")
				require.InDelta(t, hem-turn*up, got, 0.004*hem)
			default:
				require.InDelta(t, drafttest.SkirtRound(d, up), got, 0.015*max(hem, got))
			}
		}
		lines := 0
		for i := range d.Pieces {
			for _, m := range d.Pieces[i].Marks {
				if m.Kind != pattern.Section {
					continue
				}
				lines++
				if _, circle := g.(Circle); circle { // it hangs as the hem does, below its chord
					middle, chord := m.Path[len(m.Path)/2], m.Path[0].Mid(m.Path[len(m.Path)-1])
					require.Less(t, middle.Y, chord.Y+1)
				}
			}
		}
		require.GreaterOrEqual(t, lines, rows*2, "each is marked on every piece")
	})
	assert.Greater(t, drafted, 25)
}
