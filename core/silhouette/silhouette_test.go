package silhouette

import (
	"testing"

	"ardentgusset/core/figure"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

func bare(t require.TestingT) figure.Figure {
	f, err := figure.New([]figure.Reading{{Key: "waist_girth", Value: 710}, {Key: "hip_girth", Value: 980}}, figure.Women, 0)
	require.NoError(t, err)
	return f
}

// Hems by period (common practice, from memory, widely spread).
func TestHemsOfThePeriods(t *testing.T) {
	for key, want := range map[string]Range{"1795": {2000, 2500}, "1830": {2800, 3500}, "1840": {3500, 4500}, "1870": {3000, 4000}, "1877": {1800, 2200}, "1883": {2200, 2800},
		"1890": {3000, 4500}, "1897": {3000, 4000}, "1909": {1500, 2000}, "1920": {1000, 1600}, "1947": {3000, 8000}} {
		p, ok := PeriodOf(key)
		require.True(t, ok, key)
		assert.Equal(t, want, p.Aim.Wanted[Hem], key)
	}
	p, _ := PeriodOf("1883")
	assert.Equal(t, Range{120, 200}, p.Aim.Wanted[Behind])
}

// A pad of a height stands out behind by about that height more, and the
// advice goes with what is missing.
func TestPadIsSeenBehind(t *testing.T) {
	f := bare(t)
	p, _ := PeriodOf("1883")
	before := Of(f, 0)
	find := Judge(p.Aim, before)
	assert.Equal(t, Behind, find[0].Trait)
	assert.False(t, find[0].Within)
	assert.Contains(t, find[0].Try, "bustle-pad")
	padded := f.Padded([]figure.Pad{{Bearing: 180, Spread: 80, Depth: []figure.Depth{{Drop: 40, Depth: 0}, {Drop: 150, Depth: 90}, {Drop: 300, Depth: 90}, {Drop: 380, Depth: 0}}}})
	after := Of(padded, 2400)
	assert.InDelta(t, before[Behind]+90, after[Behind], 12)
	for _, x := range Judge(p.Aim, after) {
		if x.Trait == Behind || x.Trait == Hem {
			assert.True(t, x.Within, x.Trait)
		}
	}
}

// Whatever is aimed at and worn, a finding says nothing where all is well and
// something where it is not, and the band never turns inside out.
func TestFindingsAndBandHangTogether(t *testing.T) {
	f := bare(t)
	rapid.Check(t, func(t *rapid.T) {
		p := rapid.SampledFrom(Periods()).Draw(t, "period")
		aim := p.Aim
		for _, trait := range Traits() {
			low, high := trait.Bounds()
			a := rapid.Float64Range(low, high).Draw(t, string(trait))
			b := rapid.Float64Range(a, high).Draw(t, "to")
			var err error
			aim, err = aim.With(trait, Range{a, b})
			require.NoError(t, err)
			_, err = aim.With(trait, Range{b + 1, a})
			require.Error(t, err)
		}
		have := map[Trait]float64{}
		for _, trait := range Traits() {
			_, high := trait.Bounds()
			have[trait] = rapid.Float64Range(0, high).Draw(t, "have")
		}
		for _, x := range Judge(aim, have) {
			require.Equal(t, x.Within, x.Text == "")
		}
		low, high := Band(aim, f)
		require.Equal(t, len(low), len(high))
		for i := range low {
			require.True(t, low[i].Section.Convex() && high[i].Section.Convex())
			for deg := 0.0; deg < 360; deg += 15 {
				require.LessOrEqual(t, low[i].Section.Reach(deg), high[i].Section.Reach(deg)+1e-9)
			}
		}
	})
}
