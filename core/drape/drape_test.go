package drape

import (
	"fmt"
	"math"
	"testing"

	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// straight is half of a strip so wide all round and so long that is gathered evenly to what is so far round.
func straight(round, long, on float64) []Panel {
	w := round / 2
	return []Panel{{Piece: "strip", Upper: []plane.Point{{Y: long}, {X: w, Y: long}}, Lower: []plane.Point{{}, {X: w}},
		Front: []plane.Point{{Y: long}, {}}, Back: []plane.Point{{X: w, Y: long}, {X: w}}, Taken: []Taken{{w, on / 2}}}}
}

// cylinder is a ground of one radius, mm.
func cylinder(r, floor float64) *Ground {
	return ground(0, floor, func(float64) (out [bearings]float64) {
		for m := range out {
			out[m] = r
		}
		return out
	})
}

// Fullness, swing and crest of a sine-generated curve, by Bessel's and Struve's functions (Abramowitz and Stegun, tables 9.1 and 12.1).
func TestMeanders(t *testing.T) {
	for _, c := range []struct{ full, swing, crest float64 }{{1.05, 0.4391, 0.1368}, {1.25, 0.9184, 0.2658}, {1.5, 1.2089, 0.3259},
		{2, 1.5211, 0.3707}, {3, 1.8114, 0.3922}, {4, 1.9548, 0.3954}} {
		assert.InDelta(t, c.swing, Swing(c.full), 1e-3)
		assert.InDelta(t, c.crest, Crest(c.full), 1e-3)
		var f curve
		f.turn([3]float64{Swing(c.full)})
		assert.InDelta(t, 1/c.full, f.x[parts], 1e-3)
		assert.InDelta(t, c.crest, f.high, 6e-3)
	}
	assert.InDelta(t, 0.5687, struve(1), 1e-4)
}

func TestStraightStrips(t *testing.T) {
	for _, c := range []struct {
		full, deepest, rises float64
		folds                int
	}{{1.25, 34, 2, 9}, {1.5, 48, 4, 10}, {2, 77, 7, 10}, {3, 119, 13, 11}} {
		on := 2 * math.Pi * 150
		s := Hang(straight(c.full*on, 900, on), cylinder(150, 1400), 20, 1400)
		low, high, deepest := 1.0, 1.0, 0.0
		for j := range s.Rows {
			share := s.Long(j) / s.Wide(j)
			low, high = min(low, share), max(high, share)
			for _, p := range s.Row(j) {
				r := math.Hypot(p.X, p.Y)
				require.GreaterOrEqual(t, r, 150-0.1)
				if j == s.Rows-1 {
					deepest = max(deepest, r-150)
				}
			}
		}
		least, most := 0.0, -2000.0
		for _, p := range s.Row(s.Rows - 1) {
			least, most = min(least, p.Z), max(most, p.Z)
		}
		fmt.Println(c.full, s.Folds*2, low, high, deepest, least, most)
		assert.InDelta(t, c.folds, 2*s.Folds, 1.01)
		assert.InDelta(t, 1, low, 0.01)
		assert.InDelta(t, 1, high, 0.01)
	}
}

func BenchmarkHang(b *testing.B) {
	on := 2 * math.Pi * 150
	g := cylinder(150, 1400)
	for b.Loop() {
		Hang(straight(3*on, 900, on), g, 20, 1400)
	}
}
