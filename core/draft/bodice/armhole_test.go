package bodice

import (
	"testing"

	"ardentgusset/core/draft/drafttest"

	"github.com/stretchr/testify/assert"
)

// The armhole of a waistcoat runs on over the side seam without a point, wherever the underarm lies to the bust line, and its
// ring still closes.
func TestWaistcoatsHaveNoPointUnderTheArm(t *testing.T) {
	for height := 1550.0; height <= 1850; height += 50 {
		for _, b := range [][2]float64{{860, 660}, {920, 740}, {1100, 920}} {
			on := drafttest.Body(t, map[string]float64{"bust_girth": b[0], "waist_girth": b[1], "hip_girth": b[0] + 80, "height": height}, 0)
			d := drafttest.Make(t, Vest{}, on, nil)
			front := inner(end(t, d, "front", "side", false), end(t, d, "front", "scye", true))
			back := inner(end(t, d, "back", "scye-back", false), end(t, d, "back", "side", true))
			assert.InDelta(t, 180, front+back, 10, "%.0f %v: %.0f and %.0f", height, b, front, back)
			ring := d.Girths[0]
			assert.InDelta(t, ring.Meant, ring.Made, 2.5, "%.0f %v", height, b)
		}
	}
}
