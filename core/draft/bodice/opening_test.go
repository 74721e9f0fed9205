package bodice

import (
	"math"
	"strings"
	"testing"

	"ardentgusset/core/closure"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/drafttest"
	"ardentgusset/core/pattern"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// As many buttons as are asked for, evenly from one that must lie somewhere to the next; one lies on the line that is marked
// as the bust's, and one on that of the waist, wherever that is said.
func TestButtonsLieWhereTheyAreSaidTo(t *testing.T) {
	for _, b := range []map[string]float64{{"bust_girth": 790, "waist_girth": 610, "hip_girth": 860, "height": 1580},
		{"bust_girth": 920, "waist_girth": 740, "hip_girth": 1000, "height": 1650},
		{"bust_girth": 1180, "waist_girth": 990, "hip_girth": 1220, "height": 1700}} {
		on := drafttest.Body(t, b, 0)
		for _, g := range []draft.Garment{Vest{}, Basque{}, Shirt{}} {
			kind := g.About().Kind
			v, _ := draft.Settle(g, on, nil)
			low, high := v.Get(draft.Buttons).Low, v.Get(draft.Buttons).High
			for n := low; n <= high; n++ {
				d := drafttest.Make(t, g, on, draft.Settings{draft.Buttons: n})
				front := drafttest.Piece(t, d, "front")
				var at []float64
				levels := map[pattern.MarkKind]float64{}
				for _, m := range front.Marks {
					switch m.Kind {
					case pattern.Button:
						at = append(at, m.Path[0].Y)
					case pattern.BustLine, pattern.WaistLine:
						levels[m.Kind] = m.Path[0].Y
					}
				}
				require.Len(t, at, int(n), kind)
				why := ""
				for _, f := range d.Fastenings {
					if f.Kind == closure.Buttons {
						why = f.Why
					}
				}
				for mark, words := range map[pattern.MarkKind]string{pattern.BustLine: "one at the bust line", pattern.WaistLine: "one at the waist"} {
					nearest := math.Inf(1)
					for _, y := range at {
						nearest = min(nearest, math.Abs(y-levels[mark]))
					}
					if strings.Contains(why, words) {
						assert.Less(t, nearest, 4.0, "%s of %.0f, %s", kind, n, mark)
					}
				}
				widest, least := 0.0, math.Inf(1)
				for i := 1; i < len(at); i++ {
					widest, least = max(widest, math.Abs(at[i]-at[i-1])), min(least, math.Abs(at[i]-at[i-1]))
				}
				assert.Less(t, widest, 2.6*least, "%s of %.0f", kind, n)
			}
		}
	}
}
