package sewn

import (
	"testing"

	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// two are a front 200 wide with a lap of 15 beyond its level's start and a dart that takes 20 at the level, and a back of 150
// on the fold, sewn at the side.
func two() ([]pattern.Piece, []pattern.Seam) {
	front := pattern.Rectangle("front", "Front", 215, 300, 10)
	front.Cut, front.Mirrored = 2, true
	front.Levels = []pattern.Level{{Drop: 0, Path: []plane.Point{{X: 15, Y: 100}, {X: 110, Y: 100}, {X: 215, Y: 100}}}}
	front.Marks = []pattern.Mark{{Kind: pattern.Dart, Path: []plane.Point{{X: 90, Y: 0}, {X: 110, Y: 200}, {X: 130, Y: 0}}}}
	back := pattern.Rectangle("back", "Back", 150, 300, 10)
	back.Fold = "right"
	back.Levels = []pattern.Level{{Drop: 0, Path: []plane.Point{{X: 0, Y: 100}, {X: 150, Y: 100}}}}
	facing := front.Copied()
	facing.ID, facing.Of = "facing", "front"
	return []pattern.Piece{front, back, facing}, []pattern.Seam{
		{ID: "side", A: pattern.Side{Piece: "front", Edge: "right"}, B: pattern.Side{Piece: "back", Edge: "left"}},
		{ID: "facing", A: pattern.Side{Piece: "front", Edge: "left"}, B: pattern.Side{Piece: "facing", Edge: "left"}, Join: pattern.Faced}}
}

// Twice 200 less the 20 of the dart, and twice 150; the lap and the facing go round nothing.
func TestARingOfTwoPieces(t *testing.T) {
	pieces, seams := two()
	rings := Rings(pieces, seams)
	require.Len(t, rings, 1)
	assert.InDelta(t, 2*180+2*150, rings[0].Girth, 1e-6)
	require.Len(t, rings[0].Parts, 2)
	assert.Empty(t, Rings(pieces, seams, 40), "no such level")
}

// A side that moves takes the ring with it, in and out; a lap that is cut away beyond the centre changes nothing, one that is
// cut into the front does.
func TestRingsGoWithTheirEdges(t *testing.T) {
	for _, by := range []float64{-12, 9} {
		pieces, seams := two()
		e, _ := pieces[0].Edge("right")
		e.Line = plane.Moved(e.Line, plane.Pt(by, 0))
		assert.InDelta(t, 660+2*by, Rings(pieces, seams)[0].Girth, 1e-6)
	}
	for to, want := range map[float64]float64{10: 660, 25: 660 - 20} {
		pieces, seams := two()
		e, _ := pieces[0].Edge("left")
		e.Line = plane.Moved(e.Line, plane.Pt(to, 0))
		assert.InDelta(t, want, Rings(pieces, seams)[0].Girth, 1e-6)
	}
}
