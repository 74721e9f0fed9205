package pattern

import (
	"math"
	"testing"

	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// An extension adds its width times the edge's length, moves no other corner, and leaves the
// piece it was made from as it was.
func TestExtensionAddsWhatItSays(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		w, h := rapid.Float64Range(50, 600).Draw(t, "w"), rapid.Float64Range(50, 600).Draw(t, "h")
		by := rapid.Float64Range(1, 60).Draw(t, "by")
		p := Rectangle("p", "A piece", w, h, 10)
		p.Notches = []Notch{{Edge: "top", At: 10}}
		before, _ := p.Outline()
		got, err := p.Extended("right", by, "was")
		require.NoError(t, err)
		require.NoError(t, got.Fault())
		after, _ := got.Outline()
		require.InDelta(t, plane.Area(before)+by*h, plane.Area(after), 1e-6)
		same, _ := p.Outline()
		require.Equal(t, before, same, "the piece it was made from stays")
		e, _ := got.Edge("left")
		require.InDelta(t, h, e.Length(), 1e-9)
		require.InDelta(t, 10+by, got.Notches[0].At, 1e-9, "a notch keeps its place on the cloth")
	})
	p := Rectangle("p", "A piece", 10, 10, 0)
	_, err := p.Extended("nowhere", 5, "")
	assert.ErrorContains(t, err, "no edge nowhere")
}

// An edge that is squared leaves its neighbour at a right angle; its ends stay.
func TestSquaredLeavesAtARightAngle(t *testing.T) {
	p := Piece{ID: "p", Name: "A piece", Edges: []Edge{
		{ID: "bottom", Line: []plane.Point{{}, {X: 300}}},
		{ID: "right", Line: []plane.Point{{X: 300}, {X: 280, Y: 250}}},
		{ID: "shoulder", Line: []plane.Point{{X: 280, Y: 250}, {X: 150, Y: 300}}},
		{ID: "neck", Line: plane.Cubic(plane.Pt(150, 300), plane.Pt(150, 240), plane.Pt(80, 230), plane.Pt(0, 230))},
		{ID: "left", Line: []plane.Point{{Y: 230}, {}}}}}
	got, err := p.Squared("neck", true, 60)
	require.NoError(t, err)
	got, err = got.Squared("neck", false, 30)
	require.NoError(t, err)
	require.NoError(t, got.Fault())
	neck, _ := got.Edge("neck")
	was, _ := p.Edge("neck")
	n := len(neck.Line)
	assert.True(t, neck.Line[0].Same(was.Line[0]) && neck.Line[n-1].Same(was.Line[len(was.Line)-1]))
	angle := func(a, b plane.Point) float64 { return math.Abs(math.Atan2(a.Cross(b), a.Dot(b))) * 180 / math.Pi }
	assert.InDelta(t, 90, angle(plane.Pt(-130, 50), neck.Line[1].Sub(neck.Line[0])), 2)
	assert.InDelta(t, 90, angle(neck.Line[n-1].Sub(neck.Line[n-2]), plane.Pt(0, -230)), 2)
	assert.InDelta(t, was.Length(), neck.Length(), 12)
}
