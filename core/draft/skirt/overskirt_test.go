package skirt

import (
	"math"
	"strings"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/drafttest"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// A side of 900 drawn to 520 in five pleats: each takes up 76 and is 38 deep. A back of 1150 drawn to 800
// in two puffs takes up 350 (worked example, common practice, no source).
func TestDrawnUp(t *testing.T) {
	assert.InDelta(t, 76, apron{cut: 900, drawn: 520, pleats: 5}.takeUp(), 1e-9)
	ties := loops(1150, 800, 2)
	last := ties[len(ties)-1]
	assert.InDelta(t, 350, last.loop-last.ring, 1e-9)
	assert.InDelta(t, 1150-last.loop, 800-last.ring, 1e-9, "what hangs below is not drawn up")
	assert.InDelta(t, 2/1.5, (ties[0].loop-ties[0].ring)/(last.loop-last.ring-ties[0].loop+ties[0].ring), 1e-9, "the upper puff is the larger")
}

// On any body and for any choice the side, folded at its marks as they are drawn, is as long as its tape;
// the pleats lie one below the other; loops and rings run down in order, every loop below its ring; and
// the band is taken up by apron and back exactly.
func TestOverskirtsAddUp(t *testing.T) {
	drafted := 0
	rapid.Check(t, func(t *rapid.T) {
		on := drafttest.Wearer(t)
		v := drafttest.Chosen(t, Overskirt{}, on)
		d, err := draft.Make(Overskirt{}, on, v, Overskirt{}.About().Usual)
		if err != nil {
			return
		}
		drafted++
		require.NoError(t, d.Check())
		p := drafttest.Piece(t, d, "apron")
		side, _ := p.Edge("side")
		top := side.Line[len(side.Line)-1]
		folded, last := side.Length(), 0.0
		var to float64
		for _, m := range p.Marks {
			down := m.Path[0].To(top)
			switch m.Kind {
			case pattern.PleatTo:
				require.Greater(t, down, last)
				to = down
			case pattern.PleatFold:
				require.Greater(t, down, to)
				folded -= down - to
				last = down
			}
		}
		require.InDelta(t, v.Number("side"), folded, 1.5)
		require.Less(t, last, side.Length())
		outline, _ := p.Outline()
		for _, m := range p.Marks {
			require.True(t, plane.Inside(outline, m.Path[0].Toward(m.Path[1], 0.9)), "the mark lies on the cloth")
		}
		sum := 0.0
		for _, e := range drafttest.Piece(t, d, "band").Edges {
			if len(e.ID) > 3 && e.ID[:3] == "to-" {
				sum += e.Length()
			}
		}
		lap := 0.0
		if v.Choice("closure") != "drawstring" {
			lap = v.Number("lap")
		}
		require.GreaterOrEqual(t, sum, drafttest.Value(d, "band")-lap-0.1)
		for _, l := range loops(drafttest.Value(d, "back.cut"), v.Number("back"), v.Whole("puffs")) {
			require.Greater(t, l.loop, l.ring)
			require.Less(t, l.loop, drafttest.Value(d, "back.cut"))
		}
		across := 0.0
		for i := range d.Pieces {
			if q := &d.Pieces[i]; q.ID == "back" || strings.HasPrefix(q.ID, "back-") {
				box := plane.BoxOf(q.Opened())
				require.LessOrEqual(t, box.Width(), float64(Overskirt{}.About().Usual.Usable())+1e-6, "it fits the cloth")
				across += 2 * plane.BoxOf(q.Edges[0].Line).Width()
			}
		}
		require.InDelta(t, drafttest.Value(d, "back.width"), across, 0.1)
		require.InDelta(t, drafttest.Length(t, d, "back", "right"), v.Number("back")*v.Number("back_draws"), 0.1)
		require.False(t, math.IsNaN(drafttest.Value(d, "side.cut")))
	})
	assert.Greater(t, drafted, 25)
}
