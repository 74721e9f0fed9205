package drape

import (
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

// A straight strip gathered to a cylinder hangs in as many folds as its wrinkles are wide under their own weight, all of its cloth is in
// every row, its crests rise and none of it lies inside.
func TestStraightStrips(t *testing.T) {
	deeper := 0.0
	for _, c := range []struct {
		full  float64
		folds int
	}{{1.25, 9}, {1.5, 10}, {2, 10}, {3, 11}} {
		on := 2 * math.Pi * 150
		s := Hang(straight(c.full*on, 900, on), cylinder(150, 1400), 20, 1400)
		deepest, low, high := 0.0, 0.0, -2000.0
		for j := range s.Rows {
			assert.InDelta(t, 1, s.Long(j)/s.Wide(j), 0.004, "row %d of %g", j, c.full)
			for _, p := range s.Row(j) {
				r := math.Hypot(p.X, p.Y)
				require.GreaterOrEqual(t, r, 150-0.1)
				if j == s.Rows-1 {
					deepest, low, high = max(deepest, r-150), min(low, p.Z), max(high, p.Z)
				}
			}
		}
		assert.InDelta(t, c.folds, 2*s.Folds, 1.01)
		assert.Greater(t, deepest, deeper)
		deeper = deepest
		assert.InDelta(t, -900, low, 0.5, "valleys hang at their length")
		assert.True(t, high > -900 && high < -880, "crests rise by what they go out: %g", high)
	}
}

// Stiffer cloth falls in fewer folds, and more of it in deeper ones; a millimetre more never makes them jump.
func TestFoldsMoveEvenly(t *testing.T) {
	on := 2 * math.Pi * 150
	g := cylinder(150, 1400)
	before := 1 << 20
	for c := 8.0; c <= 60; c++ {
		n := Hang(straight(2*on, 900, on), g, c, 1400).Folds
		assert.LessOrEqual(t, n, before, "bending length %g", c)
		before = n
	}
	depth := func(s *Sheet) (sum float64) {
		for _, p := range s.Row(s.Rows - 1) {
			sum += math.Hypot(p.X, p.Y) - 150
		}
		return sum / float64(s.Columns)
	}
	last, jumps := Hang(straight(1.5*on, 900, on), g, 20, 1400), 0
	for more := 1.0; more <= 60; more++ {
		s := Hang(straight(1.5*on+more, 900, on), g, 20, 1400)
		if s.Folds != last.Folds {
			jumps++
		} else {
			assert.InDelta(t, depth(last), depth(s), 0.3, "%g mm more", more)
			assert.Greater(t, depth(s), depth(last)-0.02)
		}
		last = s
	}
	assert.LessOrEqual(t, jumps, 1)
}

// Cloth that does not go round is drawn taut, and how much is missing is told, to the millimetre; nothing of it is no number. The same
// cloth hangs the same to the last bit.
func TestTooLittleCloth(t *testing.T) {
	on := 2 * math.Pi * 150
	g := cylinder(150, 1400)
	for _, share := range []float64{0.5, 0.9, 0.99} {
		s := Hang(straight(share*on, 900, on), g, 20, 1400)
		assert.InDelta(t, (1-share)*on/2, s.Tight, 1)
		for _, p := range s.On {
			require.False(t, math.IsNaN(p.X+p.Y+p.Z+p.In))
		}
	}
	none := straight(1.5*on, 900, on)
	none = append(none, Panel{Piece: "nothing", Upper: []plane.Point{{}, {}}, Lower: []plane.Point{{}, {}}, Front: []plane.Point{{Y: 900}, {}},
		Back: []plane.Point{{Y: 900}, {}}})
	a, b := Hang(none, g, 20, 1400), Hang(none, g, 20, 1400)
	assert.Equal(t, a.On, b.On)
	for _, p := range a.On {
		require.False(t, math.IsNaN(p.X+p.Y+p.Z+p.In))
	}
}

// A circle's flare falls in folds that begin small and grow, all of its cloth in every row, nowhere inside.
func TestFlare(t *testing.T) {
	for _, part := range []float64{0.5, 1} {
		turn, r := math.Pi*part, 150/part
		arc := func(at float64) (line []plane.Point) { // from the front to the back of a half
			for k := range 61 {
				sin, cos := math.Sincos(turn * float64(k) / 60)
				line = append(line, plane.Pt(at*sin, -at*cos))
			}
			return line
		}
		upper, lower := arc(r), arc(r+700)
		s := Hang([]Panel{{Piece: "circle", Upper: upper, Lower: lower, Front: []plane.Point{upper[0], lower[0]},
			Back: []plane.Point{upper[60], lower[60]}}}, cylinder(150, 1400), 20, 1400)
		for j := range s.Rows {
			assert.InDelta(t, 1, s.Long(j)/s.Wide(j), 0.012, "row %d", j)
		}
		assert.InDelta(t, 11.5, 2*s.Folds, 1.6)
	}
}

func BenchmarkHang(b *testing.B) {
	on := 2 * math.Pi * 150
	g := cylinder(150, 1400)
	for b.Loop() {
		Hang(straight(3*on, 900, on), g, 20, 1400)
	}
}
