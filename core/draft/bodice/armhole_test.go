package bodice

import (
	"math"
	"strings"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/drafttest"
	"ardentgusset/core/plane"

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

// However far in on the shoulder an armhole begins, it turns nowhere sharply.
func TestArmholesTurnNowhereSharply(t *testing.T) {
	on := drafttest.Body(t, map[string]float64{"bust_girth": 920, "waist_girth": 740, "hip_girth": 1000, "height": 1650}, 0)
	for _, g := range []draft.Garment{Darted{}, Conical{}, Basque{}, HighWaist{}, Tailored{}, Draped{}, Block{}, Vest{}} {
		v, _ := draft.Settle(g, on, nil)
		for in := 0.0; in <= v.Get("inset").High; in += 10 {
			d := drafttest.Make(t, g, on, draft.Settings{"inset": in})
			for i := range d.Pieces {
				for _, id := range []string{"scye", "scye-back"} {
					e, ok := d.Pieces[i].Edge(id)
					if !ok || e.Length() < 20 || strings.HasPrefix(d.Pieces[i].ID, "sleeve") || len(d.Pieces[i].Mouths(id)) > 0 {
						continue
					}
					for at := 6.0; at < e.Length()-6; at += 2 {
						a, _ := plane.Along(e.Line, at-6)
						b, _ := plane.Along(e.Line, at)
						c, _ := plane.Along(e.Line, at+6)
						u, w := b.Sub(a), c.Sub(b)
						turn := math.Abs(math.Atan2(u.Cross(w), u.Dot(w))) * 180 / math.Pi
						assert.Less(t, turn, 30.0, "%s, %g in, %s of %s, %g of %g along", g.About().Kind, in, id, d.Pieces[i].ID, at, e.Length())
					}
				}
			}
		}
	}
}
