package sleeve

import (
	"testing"

	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"
)

// A cuff laid flat has both edges as long as asked and is everywhere as deep; both ends are alike.
func TestCuffs(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		lower, flare := rapid.Float64Range(180, 420).Draw(t, "lower"), rapid.Float64Range(0, 60).Draw(t, "flare")
		deep := rapid.Float64Range(35, 160).Draw(t, "deep")
		p := ring(lower, lower+flare, deep)
		low, end, high, start := p.Edges[0].Line, p.Edges[1].Line, p.Edges[2].Line, p.Edges[3].Line
		assert.InDelta(t, lower, plane.Length(low), 0.2)
		if flare >= 0.5 {
			assert.InDelta(t, lower+flare, plane.Length(high), 0.2)
		}
		assert.InDelta(t, deep, plane.Length(end), 1e-6)
		assert.InDelta(t, deep, plane.Length(start), 1e-6)
		mid, _ := plane.Along(low, plane.Length(low)/2)
		top, _ := plane.Along(high, plane.Length(high)/2)
		assert.InDelta(t, deep, mid.To(top), 0.05)
		assert.Greater(t, top.Y, mid.Y)
		assert.NoError(t, p.Fault())
	})
}
