package skirt

import (
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/drafttest"
	"ardentgusset/core/draft/part"
	"ardentgusset/core/figure"
	"ardentgusset/core/pattern"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// On any body a narrow skirt goes round the hip with its ease, is as narrow at the hem as was asked where the body lets
// it be, the slit as it comes lets one stride, and a pleat is as high and as wide on either back as its slit.
func TestNarrowSkirts(t *testing.T) {
	drafted := 0
	rapid.Check(t, func(t *rapid.T) {
		on := drafttest.Wearer(t)
		v := drafttest.Chosen(t, Tube{}, on)
		d, err := draft.Make(Tube{}, on, v, Tube{}.About().Usual)
		if err != nil {
			return
		}
		drafted++
		require.NoError(t, d.Check())
		up := on.Fall(90, on.Floor()-v.Number("clearance")) - on.Fall(90, on.Drop(figure.Hip))
		round := 2 * drafttest.RowAbove(drafttest.Piece(t, d, "front"), up)
		back := drafttest.Piece(t, d, "back")
		if v.Has("slit") && v.Number("slit") >= 20 && v.Choice("vent") == "pleat" {
			require.InDelta(t, v.Number("slit"), drafttest.Length(t, d, "back", "pleat"), 1)
			require.InDelta(t, 80, drafttest.Length(t, d, "back", "pleat-top"), 0.5)
			right, _ := back.Edge("right")
			require.InDelta(t, v.Number("slit"), right.Line[0].Y, 6, "the seam begins above it")
		} else {
			round += 2 * drafttest.RowAbove(back, up)
			require.GreaterOrEqual(t, round, (on.GirthAt(figure.Hip)+v.Number("hip_ease"))*0.985)
			front, rear := 0.0, 0.0 // a belly may be more than the hips before, a seat behind
			for share := 0.35; share < 1.01; share += 0.05 {
				section := on.At(on.Drop(figure.Hip) * share)
				front, rear = max(front, 2*section.Arc(0, 90)), max(rear, 2*section.Arc(90, 180))
			}
			require.LessOrEqual(t, round, (front+rear+v.Number("hip_ease"))*1.02)
		}
	})
	assert.Greater(t, drafted, 25)
}

func TestSlitsLetOneStride(t *testing.T) {
	on := drafttest.Body(t, nil, 0)
	v, _ := draft.Settle(Tube{}, on, nil)
	ring := on.GirthAt(figure.Hip) + v.Number("hip_ease") - v.Number("taper")
	assert.GreaterOrEqual(t, part.Step(ring, v.Number("clearance")+v.Number("slit")), part.Stride)
	assert.Less(t, part.Step(ring, v.Number("clearance")+v.Number("slit")-12), part.Stride)
	d := drafttest.Make(t, Tube{}, on, draft.Settings{"vent": "none"})
	said := false
	for _, n := range d.Notes {
		said = said || n.Title == "One walks in short steps"
	}
	assert.True(t, said)
	for _, p := range d.Pieces {
		for _, e := range p.Edges {
			assert.NotEqual(t, pattern.Opening, e.Kind)
		}
	}
}
