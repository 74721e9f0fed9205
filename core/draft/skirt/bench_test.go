package skirt

import (
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/drafttest"
)

// Every skirt drafted anew: all that a keystroke asks for.
func BenchmarkSkirts(b *testing.B) {
	on := drafttest.Body(b, map[string]float64{"bust_girth": 920, "waist_girth": 720, "hip_girth": 980, "height": 1650}, 0)
	for _, g := range []draft.Garment{Circle{}, Breadths{}, Gores{}, Overskirt{}} {
		b.Run(g.About().Kind, func(b *testing.B) {
			for b.Loop() {
				v, _ := draft.Settle(g, on, nil)
				if _, err := draft.Make(g, on, v, g.About().Usual); err != nil {
					b.Fatal(err)
				}
			}
		})
	}
}
