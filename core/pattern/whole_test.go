package pattern

import (
	"testing"

	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// On the bias no fold of the cloth lies along a thread: what has a middle is cut whole, twice as large as the half that is
// drawn, alike on both sides, and nothing tells to fold.
func TestABiasPieceIsCutWhole(t *testing.T) {
	half := Piece{ID: "front", Name: "Front", Cut: 1, Fold: "centre", GrainDegrees: 45, Edges: []Edge{
		{ID: "hem", Line: []plane.Point{{}, {X: 120}}, Allowance: 20}, {ID: "side", Line: []plane.Point{{X: 120}, {X: 90, Y: 300}}, Allowance: 15},
		{ID: "top", Line: []plane.Point{{X: 90, Y: 300}, {Y: 310}}, Allowance: 10}, {ID: "centre", Line: []plane.Point{{Y: 310}, {}}}}}
	straight := half
	straight.GrainDegrees = 0
	all := Whole([]Piece{half, straight})
	assert.False(t, half.ToFold())
	assert.True(t, straight.ToFold())
	assert.NotContains(t, half.CutNote(), "on the fold")
	assert.Contains(t, straight.CutNote(), "on the fold")
	assert.Equal(t, straight, all[1])
	whole := all[0]
	require.NoError(t, whole.Fault())
	assert.Empty(t, whole.Fold)
	assert.Equal(t, 45.0, whole.GrainDegrees)
	a, _ := half.Outline()
	b, _ := whole.Outline()
	assert.InDelta(t, 2*plane.Area(a), plane.Area(b), 1)
	assert.InDelta(t, half.Area(), whole.Area(), 1, "as much cloth as the half on its fold")
	box := plane.BoxOf(b)
	assert.InDelta(t, 240, box.Width(), 0.01)
}
