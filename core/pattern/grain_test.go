package pattern

import (
	"math"
	"testing"

	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
)

// The grain arrow lies inside the piece along its grain; the piece turned as it may lie has its
// grain along the cloth, or on the other bias.
func TestGrain(t *testing.T) {
	for _, g := range []float64{0, 10, -20, 45, 90} {
		p := Rectangle("p", "A piece", 200, 300, 10)
		p.GrainDegrees = g
		line, _ := p.Outline()
		arrow := p.GrainArrow(line, 7)
		way := arrow[0][1].Sub(arrow[0][0])
		assert.InDelta(t, g, math.Atan2(-way.X, way.Y)*180/math.Pi, 1e-6)
		for _, l := range arrow {
			for _, q := range l {
				assert.True(t, plane.Inside(line, q))
			}
		}
		for _, turn := range p.Turns() {
			laid := way.Unit().Turned(turn * math.Pi / 180)
			if g == 45 {
				assert.InDelta(t, math.Sqrt2/2, math.Abs(plane.Pt(0, 1).Turned(turn*math.Pi/180).X), 1e-9)
				continue
			}
			assert.InDelta(t, 1, math.Abs(laid.Y), 1e-9)
		}
	}
}
