package bodice

import (
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/drafttest"
	"ardentgusset/core/pattern"
)

func TestX(t *testing.T) {
	on := drafttest.Body(t, map[string]float64{"bust_girth": 920, "waist_girth": 740, "hip_girth": 1000, "height": 1650}, 0)
	for _, sl := range []string{"none", "straight", "fitted", "gathered", "bishop"} {
		set := draft.Settings{"sleeve": sl}
		v, wrong := draft.Settle(Block{}, on, set)
		if len(wrong) > 0 {
			t.Fatal(wrong[0])
		}
		d, err := draft.Make(Block{}, on, v, Block{}.About().Usual)
		if err != nil {
			t.Errorf("%s: %v", sl, err)
			continue
		}
		if err := d.Check(); err != nil {
			t.Errorf("%s: %v", sl, err)
		}
		for _, s := range pattern.True(d.Pieces, d.Seams) {
			t.Logf("%s %-28s %7.2f %7.2f ease %.2f off %.3f %v", sl, s.ID, s.LengthA, s.LengthB, s.Ease, s.Difference, s.Absorbed)
		}
		for _, x := range d.Dimensions {
			t.Logf("   %s %.1f", x.Key, x.Value)
		}
	}
}
