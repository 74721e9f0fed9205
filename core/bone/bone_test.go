package bone

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"
)

func TestBoneIsShorterThanItsChannel(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		c := rapid.Float64Range(0, 600).Draw(t, "channel")
		b, ok := Fit(Spiral, "seam", 6, c)
		if ok && (b.Length > c-2*Clearance+1e-6 || b.Length < c-2*Clearance-Step) {
			t.Fatalf("channel %v: bone %v", c, b.Length)
		}
		if !ok && c >= Shortest+2*Clearance {
			t.Fatalf("no bone for a channel of %v", c)
		}
	})
}

func TestChannelAndBusk(t *testing.T) {
	// A 6 mm spiral of 2 mm takes a channel of 9 to 10 mm (common practice, no source).
	assert.InDelta(t, 9.5, ChannelWidth(6, 2), 0.5)
	b, ok := BuskFor(350)
	assert.True(t, ok)
	assert.Equal(t, 330.0, b)
	_, ok = BuskFor(100)
	assert.False(t, ok)
}
