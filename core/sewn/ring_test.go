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

// What a ring lacks is shared evenly by the sewn edges that it crosses: a half of 470 for one of 503 lacks 33, 5.5 at each of six edges
// (worked example, common practice, no source). A piece on the fold comes with both its halves, an edge that is free takes no share.
func TestEdgesShareWhatARingLacks(t *testing.T) {
	panel := func(id string, wide float64, fold bool) pattern.Piece {
		p := pattern.Piece{ID: id, Cut: 1, Mirrored: !fold, Edges: []pattern.Edge{
			{ID: "hem", Line: []plane.Point{{}, {X: wide}}}, {ID: "right", Line: []plane.Point{{X: wide}, {X: wide, Y: 200}}},
			{ID: "top", Line: []plane.Point{{X: wide, Y: 200}, {Y: 200}}}, {ID: "left", Line: []plane.Point{{Y: 200}, {}}}},
			Levels: []pattern.Level{{Drop: 100, Path: []plane.Point{{Y: 100}, {X: wide, Y: 100}}}}}
		if fold {
			p.Fold = "left"
		}
		return p
	}
	pieces := []pattern.Piece{panel("front", 160, true), panel("side", 110, false), panel("side-back", 90, false), panel("back", 110, false)}
	join := func(a, b string) pattern.Seam {
		return pattern.Seam{ID: a + b, A: pattern.Side{Piece: a, Edge: "right"}, B: pattern.Side{Piece: b, Edge: "left"}}
	}
	seams := []pattern.Seam{join("front", "side"), join("side", "side-back"), join("side-back", "back")}
	assert.Equal(t, 12, Edges(pieces, seams, 100), "six on each half; the back's free edge is none")
	ring := Rings(pieces, seams)[0]
	assert.InDelta(t, 2*470, ring.Girth, 0.01)
	assert.InDelta(t, 5.5, (2*503-ring.Girth)/float64(Edges(pieces, seams, 100)), 0.01)
	assert.Zero(t, Edges(pieces, seams, 50))
}
