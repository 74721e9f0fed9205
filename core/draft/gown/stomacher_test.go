package gown

import (
	"testing"

	"ardentgusset/core/closure"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/drafttest"
	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Worn apart over a stomacher the gown goes round as it does edge to edge; the stomacher shows over what was asked, reaches
// under both fronts, comes to a point, and is hooked down both its sides; robings lie only where there is one.
func TestGownOverAStomacher(t *testing.T) {
	for _, b := range [][4]float64{{790, 700, 610, 880}, {920, 800, 740, 1000}, {1280, 1090, 1120, 1330}} {
		on := drafttest.Body(t, map[string]float64{"bust_girth": b[0], "underbust_girth": b[1], "waist_girth": b[2], "hip_girth": b[3],
			"height": 1650}, 0)
		meets := drafttest.Make(t, Open{}, on, draft.Settings{})
		apart := drafttest.Make(t, Open{}, on, draft.Settings{"front_kind": "stomacher"})
		require.Len(t, apart.Girths, len(meets.Girths))
		for i, r := range apart.Girths {
			assert.InDelta(t, meets.Girths[i].Made, r.Made, 1, "%.0f below the waist", r.Drop)
		}
		stomacher := drafttest.Piece(t, apart, "stomacher")
		require.NoError(t, stomacher.Fault())
		assert.Equal(t, "centre-front", stomacher.Fold)
		assert.InDelta(t, drafttest.Value(apart, "stomacher.top")/2+under, drafttest.Length(t, apart, "stomacher", "neck"), 1.5)
		outline, _ := stomacher.Outline()
		waist, _ := drafttest.Piece(t, meets, "front").Edge("centre-front")
		assert.InDelta(t, waist.Length()+70, plane.BoxOf(outline).Height(), 8, "it comes to a point below the waist")
		was, now := drafttest.Piece(t, meets, "front"), drafttest.Piece(t, apart, "front")
		_, whole := now.Edge("centre-front")
		assert.False(t, whole)
		gap := (drafttest.Value(apart, "stomacher.top") + drafttest.Value(apart, "stomacher.low")) / 4 * waist.Length()
		a, _ := was.Outline()
		c, _ := now.Outline()
		assert.InDelta(t, gap, plane.Area(a)-plane.Area(c), 0.03*gap, "the fronts are narrower by the gap")
		hooks := func(d draft.Draft) (n int) {
			for _, f := range d.Fastenings {
				if f.Kind == closure.Hooks && f.For != "the opening of the skirt" {
					n += f.Count
				}
			}
			return n
		}
		assert.Equal(t, 2*hooks(meets), hooks(apart))
		names := func(d draft.Draft) (all []string) {
			for _, p := range d.Pieces {
				all = append(all, p.ID)
			}
			return all
		}
		assert.Contains(t, names(apart), "robing")
		assert.NotContains(t, names(meets), "robing")
	}
}

// What laps or is laced meets before: no stomacher is offered.
func TestNoStomacherWhereFrontsLap(t *testing.T) {
	on := drafttest.Body(t, map[string]float64{"bust_girth": 920, "waist_girth": 740, "hip_girth": 1000, "height": 1650}, 0)
	for _, closes := range []string{"lacing", "buttons"} {
		v, _ := draft.Settle(Open{}, on, draft.Settings{"closes": closes, "front_kind": "stomacher"})
		assert.False(t, onStomacher(v), closes)
	}
}
