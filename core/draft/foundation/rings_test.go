package foundation

import (
	"math"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/drafttest"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

var bodies = []map[string]float64{
	{"bust_girth": 790, "underbust_girth": 700, "waist_girth": 610, "hip_girth": 880, "height": 1650},
	{"bust_girth": 920, "underbust_girth": 800, "waist_girth": 740, "hip_girth": 1000, "height": 1650},
	{"bust_girth": 1280, "underbust_girth": 1090, "waist_girth": 1120, "hip_girth": 1330, "height": 1650},
}

// A tape round the pieces of every foundation of panels, from its upper edge down, with what its lacing leaves open.
func TestFoundationsGoRoundAsMeant(t *testing.T) {
	for _, b := range bodies {
		on := drafttest.Body(t, b, 0)
		for _, g := range []draft.Garment{Corset{}, Stays{}, Jumps{}, BonedBodice{}, ShortStays{}} {
			v, _ := draft.Settle(g, on, nil)
			d, err := draft.Make(g, on, v, g.About().Usual)
			require.NoError(t, err)
			require.GreaterOrEqual(t, len(d.Girths), 4, g.About().Kind)
			for _, r := range d.Girths {
				assert.InDelta(t, r.Meant, r.Made, 1, "%s, %.0f below the waist", g.About().Kind, r.Drop)
			}
		}
	}
}

// Where one panel is taken in by 10 mm at a seam, what the cloth measures, what the wearer is laced to and the ring there are
// all less by as much on each side.
func TestANarrowerPanelLacesFurther(t *testing.T) {
	on := drafttest.Body(t, bodies[1], 0)
	for _, g := range []draft.Garment{Corset{}, Stays{}} {
		v, _ := draft.Settle(g, on, nil)
		d, err := draft.Make(g, on, v, g.About().Usual)
		require.NoError(t, err)
		laced, before := d.Wear.LaceTo, atZero(t, d)
		assert.InDelta(t, v.Number(draft.LacedWaist), laced, 0.5)
		for i := range d.Pieces {
			if p := &d.Pieces[i]; p.ID == "panel-2" {
				taken := *p
				taken.Edges = append([]pattern.Edge{}, p.Edges...)
				for k := range taken.Edges {
					if e := &taken.Edges[k]; e.ID == "front" {
						e.Line = moved(e.Line, 10)
					}
				}
				*p = taken
			}
		}
		d.Remeasure()
		assert.InDelta(t, before-20, atZero(t, d), 1, g.About().Kind)
		assert.InDelta(t, laced-20, d.Wear.LaceTo, 1, g.About().Kind)
	}
}

func moved(line []plane.Point, by float64) []plane.Point {
	out := make([]plane.Point, len(line))
	for i, q := range line {
		out[i] = q.Add(plane.Pt(by, 0))
	}
	return out
}

// atZero is what a garment measures round the waist.
func atZero(t *testing.T, d draft.Draft) float64 {
	t.Helper()
	for _, r := range d.Girths {
		if math.Abs(r.Drop) < 0.01 {
			return r.Made
		}
	}
	require.Fail(t, "it has no ring at the waist")
	return 0
}
