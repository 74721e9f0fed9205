package bodice

import (
	"fmt"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/drafttest"
)

func TestYY(t *testing.T) {
	for _, b := range [][5]float64{{790, 700, 610, 860, 1650}, {920, 800, 740, 1000, 1580}, {920, 800, 740, 1000, 1650}, {1280, 1090, 1120, 1330, 1650}} {
		on := drafttest.Body(t, map[string]float64{"bust_girth": b[0], "underbust_girth": b[1], "waist_girth": b[2], "hip_girth": b[3], "height": b[4]}, 0)
		for _, g := range []draft.Garment{Vest{}, Tailored{}, Quilted{}, Conical{}, Shirt{}, Basque{}, Darted{}, Fifties{}, Block{}, Straight{}, HighWaist{}, Cowl{}, Strapless{}} {
			v, _ := draft.Settle(g, on, nil)
			set := draft.Settings{}
			if v.Has("sleeve") {
				set["sleeve"] = "none"
			}
			v, _ = draft.Settle(g, on, set)
			ZZ = func(key string, z, off float64) {
				if off < -1 || off > 1 {
					fmt.Printf("%v %s %s off %.1f\n", b, g.About().Kind, key, off)
				}
			}
			draft.Make(g, on, v, g.About().Usual)
		}
	}
}
