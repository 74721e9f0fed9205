package bodice

import (
	"math"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/drafttest"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// A lapel stands off the line it rolls on by the width asked, breaks where it was asked to, and its
// facing and its collar have the edges they are sewn to. The collar’s fall is longer than its stand:
// else it would not turn down (a fact of the trade: common practice, no source).
func TestLapels(t *testing.T) {
	on := drafttest.Body(t, slight, 0)
	rapid.Check(t, func(t *rapid.T) {
		wide, up := rapid.Float64Range(50, 110).Draw(t, "wide"), rapid.Float64Range(20, 160).Draw(t, "break")
		fall := rapid.Float64Range(34, 70).Draw(t, "fall")
		d, err := made(t, Tailored{}, on, draft.Settings{"lapel_wide": wide, "lapel_break": up, "collar_fall": fall, "sleeve": "none"})
		require.NoError(t, err)
		front := drafttest.Piece(t, d, "front")
		var roll []plane.Point
		buttons := math.Inf(-1)
		for _, m := range front.Marks {
			if m.Kind == pattern.FoldLine && m.Label == "roll" {
				roll = m.Path
			}
			if m.Kind == pattern.Button {
				buttons = max(buttons, m.Path[0].Y)
			}
		}
		require.Len(t, roll, 2)
		assert.InDelta(t, roll[0].Y, buttons, 12, "the uppermost button stands where it breaks")
		lapel, _ := front.Edge("lapel")
		tip := lapel.Line[0]
		along := roll[1].Sub(roll[0]).Unit()
		assert.InDelta(t, wide, math.Abs(along.Cross(tip.Sub(roll[0]))), 0.1)
		for _, e := range []string{"gorge", "centre-front"} {
			assert.InDelta(t, drafttest.Length(t, d, "front", e), drafttest.Length(t, d, "front-facing", e), 0.01, e)
		}
		// What turns over an edge is larger: the facing of a lapel by 2 to 5 mm, the upper collar by 4 to 8, all along it (from
		// memory), and as much as it is longer is eased in.
		beyond(t, d, "front", "front-facing", "lapel", 2, 5)
		beyond(t, d, "front", "front-facing", "lapel-top", 1.5, 5)
		require.NoError(t, d.Check())
		assert.Greater(t, drafttest.Length(t, d, "collar", "end"), drafttest.Length(t, d, "under-collar", "end")+2)
		outermost := drafttest.Length(t, d, "collar", "centre-back") - drafttest.Length(t, d, "under-collar", "centre-back")
		assert.Greater(t, outermost, 4.0)
		assert.Less(t, outermost, 8.0)
		assert.InDelta(t, drafttest.Length(t, d, "front", "gorge"), drafttest.Length(t, d, "under-collar", "gorge"), 0.01)
		// Half way between the neck and the outer edge at the back runs the line it folds on.
		under := drafttest.Piece(t, d, "under-collar")
		neck, _ := under.Edge("neck-2")
		outer, _ := under.Edge("outer")
		behind := plane.Part(outer.Line, 0, neck.Length())
		a, b := neck.Line[len(neck.Line)-1], behind[0]
		assert.InDelta(t, 28+fall, a.To(b), 0.1)
		turn := inner(neck.Line[len(neck.Line)-1].Sub(neck.Line[len(neck.Line)-2]), b.Sub(a))
		assert.InDelta(t, 90, turn, 2, "square at the centre back")
		far := plane.Parallel(neck.Line, 28+fall)
		assert.Greater(t, plane.Length(far), neck.Length()+5, "the outer edge is the longer one")
	})
}

// beyond holds the middle of an edge of one piece to lie so far outside the same edge of another, which stands where it does.
func beyond(t require.TestingT, d draft.Draft, inner, outer, edge string, least, most float64) {
	a, _ := drafttest.Piece(t, d, inner).Edge(edge)
	b, _ := drafttest.Piece(t, d, outer).Edge(edge)
	outline, _ := drafttest.Piece(t, d, inner).Outline()
	middle, _ := plane.Along(b.Line, b.Length()/2)
	off, _ := plane.Apart(a.Line, []plane.Point{middle, middle.Add(plane.Pt(0.001, 0))})
	assert.False(t, plane.Inside(outline, middle), "%s of the %s", edge, outer)
	assert.GreaterOrEqual(t, off, least, edge)
	assert.LessOrEqual(t, off, most, edge)
}

// A shawl’s neck is shorter than the back’s by 3 mm and is eased to it; it is sewn to its mirror
// image behind.
func TestShawl(t *testing.T) {
	d, err := made(t, Tailored{}, drafttest.Body(t, slight, 0), draft.Settings{"collar_kind": "shawl", "lapel_wide": 110.0, "collar_fall": 60.0})
	require.NoError(t, err)
	assert.InDelta(t, drafttest.Length(t, d, "back", "neck")-3, drafttest.Length(t, d, "front", "neck-1"), 0.1)
	found := false
	for _, s := range d.Seams {
		found = found || s.ID == "shawl-back" && s.A.Piece == "front" && s.B.Piece == "front"
	}
	assert.True(t, found)
	for i := range d.Pieces {
		assert.NotContains(t, d.Pieces[i].ID, "collar", "it has no collar of its own")
	}
}
