package part

import (
	"math"
	"testing"

	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"gonum.org/v1/gonum/spatial/r3"
)

// A cone of stays from 640 round to 860 over a height of 200 unrolls to a sector of 62.08° with a
// slant of 203.04 (geometry: √(200² + (220/2π)²), 220/203.04; worked by a cutter, common practice, no
// source): its panels, in both halves, open by that together, and every seam is as long.
func TestPanelsOfACone(t *testing.T) {
	const waist, top, high = 640.0, 860.0, 200.0
	girth := func(z float64) float64 { return waist + (top-waist)*z/high }
	for panels := 3; panels <= 7; panels++ {
		h := &Half{Panels: panels, Top: [3]float64{high, high, high}, Bottom: [3]float64{0, 0, 0},
			Width: func(z float64) float64 { return girth(z) / 2 },
			Share: func(float64, float64) float64 { return 1 },
			On: func(z float64) func(along float64) r3.Vec {
				r := girth(z) / (2 * math.Pi)
				return func(along float64) r3.Vec {
					s, c := math.Sincos(along / r)
					return r3.Vec{X: r * s, Y: r * c, Z: z}
				}
			}}
		require.NoError(t, h.Shape())
		opens := 0.0
		for i := range panels {
			p := h.Piece(i, 15)
			right, left := p.Edges[1].Line, p.Edges[3].Line // up, and down
			chord := func(line []plane.Point) plane.Point { return line[len(line)-1].Sub(line[0]) }
			u, v := chord(right), chord(plane.Reversed(left))
			opens += math.Atan2(u.Cross(v), u.Dot(v)) * 180 / math.Pi
			for _, line := range [][]plane.Point{right, left} {
				assert.Greater(t, plane.Length(line), 203.0-0.1)
			}
			low := plane.Length(p.Edges[0].Line)
			assert.InDelta(t, waist/2, low*float64(panels), 6, "%d panels", panels)
		}
		assert.InDelta(t, 62.08, 2*opens, 0.8, "%d panels", panels)
		assert.InDelta(t, 203.04, plane.Length(h.Piece(0, 15).Edges[3].Line), 0.1)
	}
}

// A tube of circles is laid as it is high: nothing leans, nothing is longer.
func TestPanelsOfATube(t *testing.T) {
	h := &Half{Panels: 5, Top: [3]float64{180, 150, 170}, Bottom: [3]float64{-60, -40, -50},
		Width: func(float64) float64 { return 350 }, Share: func(float64, float64) float64 { return 1 },
		On: func(z float64) func(along float64) r3.Vec {
			const r = 350 / math.Pi
			return func(along float64) r3.Vec { return r3.Vec{X: r * math.Sin(along/r), Y: r * math.Cos(along/r), Z: z} }
		}}
	require.NoError(t, h.Shape())
	for i := range 5 {
		p := h.Piece(i, 15)
		for _, e := range []int{1, 3} {
			box := plane.BoxOf(p.Edges[e].Line)
			assert.InDelta(t, 0, box.Width(), 0.01)
			assert.InDelta(t, box.Height(), p.Edges[e].Length(), 0.01)
		}
	}
}
