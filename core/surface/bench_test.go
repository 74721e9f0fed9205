package surface

import (
	"testing"

	"github.com/stretchr/testify/require"
)

// A form and one panel of it unrolled.
func BenchmarkForm(b *testing.B) {
	f := figureOf(b, map[string]float64{"bust_girth": 920, "waist_girth": 740, "hip_girth": 1000, "height": 1650})
	for b.Loop() {
		On(f, 0, Ease{Bust: 40, Waist: 40, Hip: 40})
	}
}

func BenchmarkUnroll(b *testing.B) {
	s := On(figureOf(b, map[string]float64{"bust_girth": 920, "waist_girth": 740, "hip_girth": 1000, "height": 1650}), 0, Ease{Bust: 40, Waist: 40, Hip: 40})
	p := block(s, true)
	for b.Loop() {
		_, err := s.Unroll(p)
		require.NoError(b, err)
	}
}
