package closure

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
)

// Worked examples in inches (common practice, no source).
func TestLacingWorked(t *testing.T) {
	assert.InDelta(t, 108.6, CrissCross(12, 1, 3, 18), 0.05)
	for gap, want := range map[float64]float64{2: 23.6, 3: 31.0, 4: 39.1} {
		assert.InDelta(t, want, CrissCross(5, 1.8125, gap, 0), 0.05)
	}
}

// The lace measured along its own path, eyelet by eyelet.
func TestCrissCrossByWalkingThePath(t *testing.T) {
	const n, s, d = 9, 22.0, 64.0
	total := d
	for _, start := range []float64{0, d} {
		x, y := start, 0.0
		for i := 1; i < n; i++ {
			nx, ny := d-x, float64(i)*s
			total += math.Hypot(nx-x, ny-y)
			x, y = nx, ny
		}
	}
	assert.InDelta(t, total, CrissCross(n, s, d, 0), 1e-9)
}

func TestEvenWorked(t *testing.T) {
	got := Even(8, 5, 0.375)
	for i, want := range []float64{0.375, 2.1875, 4, 5.8125, 7.625} {
		assert.InDelta(t, want, got[i], 1e-9)
	}
	assert.Equal(t, []float64{4}, Even(8, 1, 0.5))
	assert.Equal(t, 2, CountFor(20, 25, 10))
	assert.Empty(t, Even(8, 0, 1))
}
