package quilt

import (
	"testing"

	"ardentgusset/core/plane"
	"ardentgusset/core/technique"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Lines are counted in every copy; the thread reaches for all of them, through thicker work more; nothing is bought for
// nothing.
func TestQuiltingIsBoughtForEveryCopy(t *testing.T) {
	line := []plane.Point{{}, {X: 400}}
	one := Quilted{Piece: "front", Spacing: 20, Lines: [][]plane.Point{line, line}}
	two := one
	two.Copies = 2
	assert.InDelta(t, 800, one.Length(), 1e-9)
	assert.InDelta(t, 1600, two.Length(), 1e-9)
	set := Set{one, two}
	assert.InDelta(t, 2400, set.Length(), 1e-9)
	n := set.Notions(0.5)
	require.Len(t, n, 1)
	assert.Greater(t, n[0].Quantity*1000, 2*set.Length(), "an upper and a lower thread")
	assert.Greater(t, set.Notions(1.5)[0].Quantity, n[0].Quantity)
	w := set.Works()
	require.Len(t, w, 1)
	assert.Equal(t, technique.Quilt, w[0].Of)
	assert.InDelta(t, 2400, w[0].Length, 1e-9)
	assert.Empty(t, Set{}.Notions(1))
	assert.Zero(t, set.Mass())
}
