package support

import (
	"math"
	"strings"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/drafttest"
	"ardentgusset/core/pattern"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// The lower edge of every scalloped flounce is so many half-way arcs as end at its seams, all alike: read
// off the drawn edge, its points lie evenly on one level, the lowest of every arc on another, and an arc's
// length and radius agree with chord and depth. Upper tiers have smaller ones, as they are narrower.
func TestScallopedFlounces(t *testing.T) {
	drafted := 0
	rapid.Check(t, func(t *rapid.T) {
		on := drafttest.Wearer(t)
		set := draft.Settings{"edge": "scallops", "flounces": float64(rapid.IntRange(1, 5).Draw(t, "flounces")), "flounce": 180.0,
			"scallop": rapid.Float64Range(60, 200).Draw(t, "scallop")}
		v, wrong := draft.Settle(FlouncedPetticoat{Outer: true}, on, set)
		if len(wrong) > 0 {
			return
		}
		d, err := draft.Make(FlouncedPetticoat{Outer: true}, on, v, FlouncedPetticoat{Outer: true}.About().Usual)
		if err != nil {
			return
		}
		drafted++
		require.NoError(t, d.Check())
		last := math.Inf(1)
		for i := range d.Pieces {
			p := &d.Pieces[i]
			if !strings.HasPrefix(p.ID, "flounce-") {
				continue
			}
			e, _ := p.Edge("bottom")
			low, high := math.Inf(1), math.Inf(-1)
			for _, q := range e.Line {
				low, high = min(low, q.Y), max(high, q.Y)
			}
			var points []float64
			for _, q := range e.Line {
				if math.Abs(q.Y-high) < 0.01 {
					points = append(points, q.X)
				}
			}
			chord := points[1] - points[0]
			for k := 1; k < len(points); k++ {
				require.InDelta(t, chord, points[k]-points[k-1], 0.05)
			}
			deep := high - low
			// An arc's length by Simpson's rule, from the circle through two points and the lowest between.
			r := (chord*chord/4 + deep*deep) / (2 * deep)
			arc, n := 0.0, 200
			for k := range n {
				x := func(i float64) float64 { return -chord/2 + chord*i/float64(n) }
				f := func(x float64) float64 { return r / math.Sqrt(r*r-x*x) }
				a, b := x(float64(k)), x(float64(k)+1)
				arc += (b - a) / 6 * (f(a) + 4*f((a+b)/2) + f(b))
			}
			require.InDelta(t, float64(len(points)-1)*arc, e.Length(), 0.006*e.Length())
			require.LessOrEqual(t, chord, last*1.35, "as near in ratio as a whole number comes")
			last = chord
			require.Contains(t, []pattern.EdgeKind{pattern.FacedOut, pattern.Bound}, e.Kind)
			if r < 24 {
				require.Equal(t, pattern.Bound, e.Kind)
			}
		}
	})
	assert.Greater(t, drafted, 25)
}
