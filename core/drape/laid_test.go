package drape_test

import (
	"math"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/catalogue"
	"ardentgusset/core/draft/drafttest"
	"ardentgusset/core/drape"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// What lies by itself lies where it is worn: a collar round the neck, cuffs round the wrists, a cape over the shoulders and outside the
// body and the arms, a pocket beside the hip, pads on the shoulders, a brim above them all, at half each piece's size at least.
func TestWhatLiesByItself(t *testing.T) {
	for n := range 3 {
		on := rapid.Custom(drafttest.Wearer).Example(n + 1)
		torso := on.Torso()
		lay := func(kind string) []drape.Flap {
			g, _ := catalogue.Find(kind)
			v, _ := draft.Settle(g, on, nil)
			d, err := draft.Make(g, on, v, g.About().Usual)
			if err != nil { // not for children
				return nil
			}
			dressed := d.Wear.Dress(on)
			return drape.LaidOn(&d, dressed, dressed.Rings(), drape.ArmOf(on, on))
		}
		span := func(f drape.Flap) (low, high drape.Point) {
			low, high = drape.Point{X: math.Inf(1), Y: math.Inf(1), Z: math.Inf(1)}, drape.Point{X: math.Inf(-1), Y: math.Inf(-1), Z: math.Inf(-1)}
			for _, p := range f.On {
				low = drape.Point{X: min(low.X, p.X), Y: min(low.Y, p.Y), Z: min(low.Z, p.Z)}
				high = drape.Point{X: max(high.X, p.X), Y: max(high.Y, p.Y), Z: max(high.Z, p.Z)}
			}
			return low, high
		}
		collar := lay("collar-loose")
		if collar == nil {
			continue
		}
		require.Len(t, collar, 2, "cuffs and collar")
		low, high := span(collar[0])
		assert.Greater(t, low.X, torso.ShoulderPoint.X-40, "cuffs are on the arms")
		assert.Less(t, high.Z, 60.0, "at the wrist")
		low, high = span(collar[1])
		assert.Less(t, high.X, 1.4*torso.NeckPoint.X, "the collar goes round the neck")
		assert.Greater(t, low.Z, torso.Throat.Z-20)

		low, high = span(lay("pocket-tied")[0])
		assert.InDelta(t, -14, high.Z, 1)
		assert.Greater(t, high.Z-low.Z, 200.0)
		assert.Greater(t, low.X, 0.0)

		low, _ = span(lay("shoulder-pads")[0])
		assert.Greater(t, low.Z, torso.ShoulderPoint.Z-70)

		low, high = span(lay("bonnet-brim")[0])
		assert.Greater(t, low.Z, torso.NeckPoint.Z)
		assert.Greater(t, high.Y, torso.Throat.Y)

		cape := lay("coat-caped")[0]
		for _, p := range cape.On {
			if -p.Z > -torso.ShoulderPoint.Z+20 {
				assert.Less(t, inside(on.At(-p.Z), p.X, p.Y), 1.0, "the cape is in body %d at %.0f %.0f %.0f", n, p.X, p.Y, p.Z)
			}
		}
		behind := 0.0
		for j := 1; j < cape.Columns; j++ { // its first row runs down the centre back
			behind += away(cape.On[j-1], cape.On[j])
		}
		g, _ := catalogue.Find("coat-caped")
		v, _ := draft.Settle(g, on, nil)
		assert.InDelta(t, v.Number("cape_depth"), behind, 0.04*behind, "as deep as it is cut")
	}
}
