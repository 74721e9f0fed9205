package plane

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// wavy is an arc of a radius, mm, over a quarter, with waves of a length and a height on it.
func wavy(radius, wave, high float64) []Point {
	var out []Point
	for i := range 181 {
		a := float64(i) / 180 * math.Pi / 2
		r := radius + high*math.Sin(a*radius*2*math.Pi/wave)
		out = append(out, Pt(r*math.Cos(a), r*math.Sin(a)))
	}
	return out
}

// A faired line keeps its ends and what is longer than the wave, and loses what is shorter.
func TestFairedLosesOnlyTheWaves(t *testing.T) {
	off := func(line []Point, radius float64) (most float64) {
		for s := 15.0; s <= Length(line)-15; s += 2 { // an end stays, on a wave or beside it
			p, _ := Along(line, s)
			most = max(most, math.Abs(p.Norm()-radius))
		}
		return most
	}
	for _, radius := range []float64{60, 150, 400} {
		arc := wavy(radius, 30, 0)
		assert.Less(t, off(Faired(arc, 100), radius), 0.2, "an arc stays")
		waves := wavy(radius, 30, 1)
		fair := Faired(waves, 100)
		require.Greater(t, off(waves, radius), 0.9)
		assert.Less(t, off(fair, radius), 0.3, "waves of 30 mm go")
		assert.True(t, fair[0].Same(waves[0]) && fair[len(fair)-1].Same(waves[len(waves)-1]))
	}
	assert.Greater(t, off(Faired(wavy(400, 250, 3), 60), 400), 2.5, "waves of 250 mm stay")
	straight := Faired([]Point{Pt(0, 0), Pt(100, 0)}, 100)
	for _, p := range straight {
		assert.InDelta(t, 0, p.Y, 1e-9)
	}
}
