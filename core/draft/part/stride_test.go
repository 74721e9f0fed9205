package part

import (
	"testing"

	"github.com/stretchr/testify/assert"
)

// The ring of cloth a stride needs, as sums by hand: 60 cm from heel to heel round an ankle of 11 cm takes 154.6
// cm, a hobbled step of 35 cm 104.6 cm (worked example, common practice, no source); and the other way round.
func TestStrides(t *testing.T) {
	assert.InDelta(t, 1545.6, StrideRing(600, 0), 0.1)
	assert.InDelta(t, 1045.6, StrideRing(350, 0), 0.1)
	for _, high := range []float64{0, 60, 200, 430, 700} {
		for _, step := range []float64{200, 350, 600} {
			assert.InDelta(t, step, Step(StrideRing(step, high), high), 1e-9)
		}
		assert.Greater(t, StrideRing(600, high), StrideRing(600, high+40), "higher up the legs are less far apart")
	}
}
