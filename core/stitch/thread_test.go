package stitch

import (
	"testing"

	"github.com/stretchr/testify/assert"
)

// Thread consumption tables for lockstitch (ISO 4915 type 301) put about 2.5
// mm of thread to a mm of seam; that is the formula's value for seams of 0.6
// to 0.8 mm at 2.5 mm a stitch.
func TestLockstitchAgainstThePublishedRatio(t *testing.T) {
	for _, thickness := range []float64{0.6, 0.625, 0.7, 0.8} {
		assert.InDelta(t, 2.5, LockstitchRatio(2.5, thickness), 0.15)
	}
	assert.InDelta(t, 2.64, LockstitchRatio(2.5, 0.8), 1e-9)
	assert.InDelta(t, 2640, Row{Kind: Lockstitch, Length: 1000, Layers: 2}.Thread(0.4), 1e-9)
}

func TestEveryRowTakesAtLeastItsLength(t *testing.T) {
	for _, k := range []Kind{Lockstitch, GatherRow, Felling, Basting} {
		assert.Greater(t, Row{Kind: k, Length: 500}.Thread(0.3), 500.0, k)
	}
}
