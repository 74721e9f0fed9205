package closure

import (
	"math"
	"testing"

	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

func laced(style Style, n int, spacing, tail float64) Lacing {
	left := make([]float64, n)
	for i := range left {
		left[i] = 10 + spacing*float64(i)
	}
	l := Lacing{Style: style, Left: left, Right: left, Tail: tail}
	if style == Spiral {
		l.Right = Stagger(left)
	}
	return l
}

// Worked examples in inches (common practice, no source).
func TestLacingWorked(t *testing.T) {
	assert.InDelta(t, 108.6, laced(CrissCross, 12, 1, 18).Length(3), 0.05)
	for gap, want := range map[float64]float64{2: 23.6, 3: 31.0, 4: 39.1} {
		assert.InDelta(t, want, laced(CrissCross, 5, 1.8125, 0).Length(gap), 0.05)
	}
	assert.InDelta(t, 60.4, laced(Spiral, 12, 1, 12).Length(1.5), 0.05)
}

// The path itself, measured by stepping along it in three thousand small steps,
// agrees with the closed formula, whatever the lacing.
func TestLacingAgainstNumericIntegration(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		n := rapid.IntRange(2, 30).Draw(t, "n")
		s := rapid.Float64Range(10, 40).Draw(t, "spacing")
		gap, inset := rapid.Float64Range(0, 200).Draw(t, "gap"), rapid.Float64Range(5, 20).Draw(t, "inset")
		style := rapid.SampledFrom([]Style{CrissCross, Spiral}).Draw(t, "style")
		l := laced(style, n, s, 300)
		l.Inset = inset
		d := gap + 2*inset
		want := d + 2*float64(n-1)*math.Hypot(s, d)
		if style == Spiral {
			want = float64(2*n-1) * math.Hypot(s/2, d)
		}
		walked := 0.0
		for _, way := range l.Path(gap) {
			whole := plane.Length(way)
			at := way[0]
			for k := 1; k <= 3000; k++ {
				q, _ := plane.Along(way, whole*float64(k)/3000)
				walked += at.To(q)
				at = q
			}
		}
		require.InEpsilon(t, want+600, l.Length(gap), 1e-9)
		require.InEpsilon(t, want, walked, 0.02, "steps cut the corners at the eyelets, no more")
		require.LessOrEqual(t, walked, want+1e-6)
	})
}

// Every eyelet is threaded exactly once, loops or not.
func TestLaceGoesThroughEveryEyelet(t *testing.T) {
	for _, loop := range []float64{0, 400} {
		l := laced(CrissCross, 11, 22, 300)
		l.Loop, l.Waist = loop, 120
		seen := map[plane.Point]int{}
		for i, way := range l.Path(50) {
			for k, q := range way {
				if i == 1 && k == 0 {
					continue // both ends begin through the lowest pair
				}
				seen[q]++
			}
		}
		assert.Len(t, seen, 22)
		for q, times := range seen {
			assert.Equal(t, 1, times, q)
		}
	}
	plain, looped := laced(CrissCross, 11, 22, 300), laced(CrissCross, 11, 22, 300)
	looped.Loop, looped.Waist = 400, 120
	assert.Greater(t, looped.Length(50), plain.Length(50)+600)
}

func TestSpreadOfEyelets(t *testing.T) {
	assert.Equal(t, 17, FoldedCount(15), "halved and halved again: 3, 5, 9, 17")
	assert.Equal(t, 9, FoldedCount(10))
	assert.Equal(t, 3, FoldedCount(1))
	even := Even(300, 13, 10)
	closer := CloserAt(even, 140)
	require.Len(t, closer, 15)
	for i := 1; i < len(closer); i++ {
		require.Greater(t, closer[i], closer[i-1])
	}
	assert.InDelta(t, (even[1]-even[0])/2, closer[6]-closer[5], 1e-9, "half the space at the waist")
	left := Even(300, 12, 10)
	for i, at := range Stagger(left) {
		assert.InDelta(t, left[i]+(left[1]-left[0])/2, at, 1e-9)
	}
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

// Buttons over a front of 430 with 12 at each end and one at the waist, 330 down: eleven gaps
// of 28.91 above it and three of 29.33 below make fifteen; seven of 45.43 and two of 44 make
// ten (worked sums from memory).
func TestAnchoredWorked(t *testing.T) {
	for n, want := range map[int][2]float64{15: {28.91, 29.33}, 10: {45.43, 44}} {
		at := Anchored(12, 418, n, 330)
		assert.Len(t, at, n)
		assert.Contains(t, at, 330.0)
		assert.InDelta(t, want[0], at[1]-at[0], 0.01)
		assert.InDelta(t, want[1], at[n-1]-at[n-2], 0.01)
		for i := 1; i < n; i++ {
			assert.Greater(t, at[i], at[i-1])
		}
	}
	// An anchor at the very end, or twice the same, spoils nothing.
	assert.Len(t, Anchored(0, 100, 6, 99, 50, 50), 6)
	assert.Equal(t, []float64{5}, Anchored(5, 3, 4))
}

// A ladder goes up both sides and across at every pair: as long as it says, drawn or summed; longer than criss-cross, since it
// takes no short cuts.
func TestLaddersAreLonger(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		n := rapid.IntRange(2, 20).Draw(t, "pairs")
		s, d := rapid.Float64Range(8, 60).Draw(t, "spacing"), rapid.Float64Range(5, 150).Draw(t, "gap")
		l := Lacing{Style: Ladder, Tail: 100}
		for i := range n {
			l.Left, l.Right = append(l.Left, float64(i)*s), append(l.Right, float64(i)*s)
		}
		require.InDelta(t, d+2*float64(n-1)*(s+d)+200, l.Length(d), 1e-6)
		cross := l
		cross.Style = CrissCross
		require.Greater(t, l.Length(d), cross.Length(d))
	})
}

// 40 lignes are an inch; a ball wants a longer hole than a disc as wide; both let their button through.
func TestButtonsAndTheirHoles(t *testing.T) {
	assert.InDelta(t, 25.4, 40*Ligne, 1e-9)
	rapid.Check(t, func(t *rapid.T) {
		d, thick := rapid.Float64Range(5, 40).Draw(t, "across"), rapid.Float64Range(1, 6).Draw(t, "thick")
		require.Greater(t, 2*Buttonhole(d, thick, false), 2*(d+thick), "its slit opens to twice its length")
		require.Greater(t, 2*Buttonhole(d, thick, true), math.Pi*d)
		require.Greater(t, LoopFor(d, thick), d)
	})
}
