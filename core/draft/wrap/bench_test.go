package wrap

import (
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/drafttest"
)

// A cloak drafted anew: all that a keystroke asks for.
func BenchmarkCloak(b *testing.B) {
	on := drafttest.Body(b, map[string]float64{"bust_girth": 920, "waist_girth": 720, "hip_girth": 980, "height": 1650}, 0)
	for b.Loop() {
		v, _ := draft.Settle(Cloak{}, on, nil)
		if _, err := draft.Make(Cloak{}, on, v, Cloak{}.About().Usual); err != nil {
			b.Fatal(err)
		}
	}
}
