package stitch

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
)

// Types by ISO 4915 (Textiles: stitch types, classification and terminology; numbers from
// memory of its classes 200, 300, 400 and 500). What is not listed here has none.
func TestStitchTypesByISO4915(t *testing.T) {
	iso := map[Kind]string{Running: "209", Basting: "209", Backstitch: "202", Lockstitch: "301", MachineBaste: "301", Zigzag: "304",
		Chainstitch: "401", Overlock: "504"}
	for _, f := range Forms() {
		assert.Equal(t, iso[f.Kind], f.ISO, f.Kind)
	}
}

// step is a place of a thread: along the row, across it, and down into the cloth, mm.
type step [3]float64

// walked is the length of a way, stepped along in short strides.
func walked(way []step) float64 {
	const strides = 200
	sum := 0.0
	for i := 1; i < len(way); i++ {
		last := way[i-1]
		for k := 1; k <= strides; k++ {
			var at step
			s := 0.0
			for c := range at {
				at[c] = way[i-1][c] + (way[i][c]-way[i-1][c])*float64(k)/strides
				s += (at[c] - last[c]) * (at[c] - last[c])
			}
			sum += math.Sqrt(s)
			last = at
		}
	}
	return sum
}

// Stepping along the thread of twenty stitches gives what the ratio says, within a
// fifth: the formulas leave the turns at the ends of a row out.
func TestHandStitchesAgainstTheirWay(t *testing.T) {
	const n, thick = 20, 0.8
	way := map[Kind]func(f Form) []step{
		Running: func(f Form) (w []step) {
			for i := range n {
				x := float64(i) * f.Long
				w = append(w, step{x, 0, 0}, step{x + f.Long/2, 0, 0}, step{x + f.Long/2, 0, thick}, step{x + f.Long, 0, thick})
			}
			return w
		},
		Backstitch: func(f Form) (w []step) {
			for i := range n {
				x := float64(i) * f.Long
				w = append(w, step{x + f.Long, 0, 0}, step{x, 0, 0}, step{x, 0, thick}, step{x + 2*f.Long, 0, thick}, step{x + 2*f.Long, 0, 0})
			}
			return w
		},
		HalfBack: func(f Form) (w []step) {
			for i := range n {
				x := float64(i) * f.Long
				w = append(w, step{x, 0, 0}, step{x - f.Long/2, 0, 0}, step{x - f.Long/2, 0, thick}, step{x + f.Long, 0, thick}, step{x + f.Long, 0, 0})
			}
			return w
		},
		Whip: func(f Form) (w []step) {
			for i := range n {
				x := float64(i) * f.Long
				w = append(w, step{x, 0, 0}, step{x + f.Long/2, f.Wide, thick / 2}, step{x + f.Long, 0, thick}, step{x + f.Long, 0, 0})
			}
			return w
		},
		Overcast: func(f Form) (w []step) {
			for i := range n {
				x := float64(i) * f.Long
				w = append(w, step{x, 0, 0}, step{x + f.Long/2, f.Wide, thick / 2}, step{x + f.Long, 0, 0})
			}
			return w
		},
		Blanket: func(f Form) (w []step) {
			for i := range n {
				x := float64(i) * f.Long
				w = append(w, step{x, 0, 0}, step{x, f.Wide, 0}, step{x, f.Wide, thick}, step{x, 0, thick}, step{x + f.Long, 0, 0})
			}
			return w
		},
		Catch: func(f Form) (w []step) {
			for i := range n {
				x := float64(i) * f.Long
				w = append(w, step{x, 0, 0}, step{x + f.Long*0.5, f.Wide, 0}, step{x + f.Long*0.25, f.Wide, 0}, step{x + f.Long*0.75, 0, 0}, step{x + f.Long*0.5, 0, 0})
			}
			return w
		},
	}
	for kind, of := range way {
		f := FormOf(kind)
		assert.InEpsilon(t, walked(of(f))/(n*f.Long), f.Ratio(thick), 0.2, kind)
	}
}

// Every form takes more thread in thicker cloth, and never less than its row.
func TestThickerClothTakesMoreThread(t *testing.T) {
	for _, f := range Forms() {
		assert.GreaterOrEqual(t, f.Ratio(1.5), f.Ratio(0.3), f.Kind)
		assert.GreaterOrEqual(t, f.Ratio(0), 1.0, f.Kind)
		assert.Greater(t, f.Minutes, 0.0, f.Kind)
	}
}
