package gown_test

import (
	"math"
	"testing"

	"ardentgusset/core/draft/catalogue"
	"ardentgusset/core/draft/drafttest"
	"ardentgusset/core/pattern"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// The dart of a coat's front takes no more than a tailored front can lose without a bulge; what the waist wants besides lies in
// the seams, and its rings come out as they were meant to all the same. Its buttons stand apart.
func TestCoatFronts(t *testing.T) {
	for _, body := range []map[string]float64{{"bust_girth": 820, "waist_girth": 620, "hip_girth": 900, "height": 1600},
		{"bust_girth": 920, "waist_girth": 740, "hip_girth": 1000, "height": 1650},
		{"bust_girth": 1120, "waist_girth": 960, "hip_girth": 1180, "height": 1700}} {
		bare := drafttest.Body(t, body, 0)
		corset, _ := catalogue.Find("corset")
		for _, on := range []struct{ corset bool }{{false}, {true}} {
			figure := bare
			if on.corset {
				figure = drafttest.Make(t, corset, bare, nil).Wear.Dress(bare)
			}
			for _, kind := range []string{"coat-skirted", "coat-caped", "jacket-tailored"} {
				g, _ := catalogue.Find(kind)
				d := drafttest.Make(t, g, figure, nil)
				front := drafttest.Piece(t, d, "front")
				var at []float64
				for _, m := range front.Marks {
					switch m.Kind {
					case pattern.Button:
						at = append(at, m.Path[0].Y)
					case pattern.Dart:
						assert.LessOrEqual(t, m.Path[0].To(m.Path[len(m.Path)-1]), 35.5, kind)
					}
				}
				for i := 1; i < len(at); i++ {
					assert.GreaterOrEqual(t, math.Abs(at[i]-at[i-1]), 59.0, kind)
				}
				require.NotEmpty(t, d.Girths, kind)
				waist := d.Girths[len(d.Girths)-1]
				if kind == "jacket-tailored" {
					for _, r := range d.Girths {
						if r.Drop == 0 {
							waist = r
						}
					}
				}
				assert.InDelta(t, waist.Meant, waist.Made, 1.5, "%s: the waist", kind)
				assert.InDelta(t, d.Girths[0].Meant, d.Girths[0].Made, 1.5, "%s: the bust", kind)
			}
		}
	}
}
