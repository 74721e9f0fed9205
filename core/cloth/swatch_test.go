package cloth

import (
	"math"
	"testing"

	"ardentgusset/core/measure"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// What is typed of each test is read as it is shown, says what came of it, and nonsense is refused in words.
func TestSwatchesAreWrittenDown(t *testing.T) {
	typed := map[Test]map[string]string{
		ShrinkTest:  {"along_mm": "20 cm", "along_after_mm": "19 cm", "across_mm": "20 cm", "across_after_mm": "20.2 cm"},
		GatherTest:  {"flat_mm": "12 in", "drawn_mm": "4 in"},
		FrayTest:    {"ravelled_mm": "6 mm"},
		PressTest:   {"ironing": "silk"},
		MarkTest:    {"yes": "yes"},
		OpacityTest: {"yes": "no"},
		FeedTest:    {"layers": "6"},
	}
	said := map[Test]string{ShrinkTest: "lost 5.0 % along (20 cm to 19 cm) and -1.0 across (20 cm to 20.2 cm)",
		GatherTest: "drew up to 10.2 cm: 3 times", FrayTest: "ravelled 6 mm", PressTest: "takes silk", MarkTest: "the marker came out",
		OpacityTest: "nothing shows through", FeedTest: "6 layers"}
	for _, test := range Tests() {
		s := Swatch{Test: test}
		fields := test.Fields()
		require.Len(t, fields, len(typed[test]), test)
		for _, f := range fields {
			assert.NotEmpty(t, f.Label)
			require.NoError(t, f.Set(&s, typed[test][f.Key], measure.CM), "%s %s", test, f.Key)
		}
		key, why := s.Fault()
		require.Empty(t, key+why, test)
		assert.Contains(t, measure.Say(s.Outcome(), measure.CM), said[test])
		for _, f := range fields {
			if f.length != nil || f.Key == "layers" {
				assert.Error(t, f.Set(&s, "much", measure.CM), "%s %s", test, f.Key)
			}
		}
	}
	s := Swatch{Test: FrayTest}
	assert.ErrorContains(t, FrayTest.Fields()[0].Set(&s, "", measure.CM), "ravelled", "0 has to be said")
	stays, shows := Swatch{Test: MarkTest}, Swatch{Test: OpacityTest, Yes: true}
	assert.Equal(t, "the marker stayed", stays.Outcome())
	assert.Equal(t, "what is under shows", shows.Outcome())
}

// What shows through: a test counts before what was said, and that before what weight and weave let expect.
func TestWhatShowsThrough(t *testing.T) {
	for _, c := range []struct {
		f            Fabric
		shows, sheer bool
	}{
		{Fabric{Weight: 200}, false, false}, {Fabric{Weight: 60}, true, false}, {Fabric{Weave: "net"}, true, true},
		{Fabric{Weight: 60, Shows: 1}, false, false}, {Fabric{Weight: 200, Shows: 2}, true, false}, {Fabric{Weight: 200, Shows: 3}, true, true},
		{Fabric{Weave: "gauze", Shows: 1}, false, false},
		{Fabric{Shows: 3, Swatches: []Swatch{{Test: OpacityTest}}}, false, false},
		{Fabric{Shows: 1, Swatches: []Swatch{{Test: OpacityTest, Yes: true}}}, true, true},
	} {
		shows, _ := c.f.SeeThrough()
		assert.Equal(t, []bool{c.shows, c.sheer}, []bool{shows, c.f.Sheer()}, "%+v", c.f)
	}
	assert.Contains(t, Fabric{Shows: 4}.Faults(), "shows_through")
}

// A remnant that is drawn begins at its corner; flaws stay where they were on the cloth, those that are cut off go.
func TestReshapedClothKeepsItsFlaws(t *testing.T) {
	c := Cut{Length: 2000, Width: 1400, Flaws: []Flaw{{ID: 1, What: "hole", Around: [][2]float64{{700, 600}, {720, 600}, {710, 620}}},
		{ID: 2, What: "stain", Around: [][2]float64{{100, 100}, {120, 100}, {110, 120}}}}}
	c.Reshape([][2]float64{{500, 400}, {1500, 400}, {1500, 1200}, {900, 1200}, {500, 800}})
	assert.InDelta(t, 1000, float64(c.Length), 1e-9)
	assert.InDelta(t, 800, float64(c.Width), 1e-9)
	require.Len(t, c.Flaws, 1)
	assert.Equal(t, "hole", c.Flaws[0].What)
	assert.Equal(t, [2]float64{200, 200}, c.Flaws[0].Around[0])
	least := [2]float64{math.Inf(1), math.Inf(1)}
	for _, q := range c.Outline {
		least[0], least[1] = min(least[0], q[0]), min(least[1], q[1])
	}
	assert.Equal(t, [2]float64{0, 0}, least)
	// The rectangle less the corner that is cut off it: 1000 × 800 − 400 × 400 / 2.
	assert.InDelta(t, 1000*800-400*400/2, c.Area(Fabric{Width: 1400}), 1e-6)
}

// Old measures are parts of the yard of 914.4 mm (the international yard of 1959), an ell five quarters of it in England and
// three in Flanders (common practice, no source).
func TestOldMeasures(t *testing.T) {
	of := func(key string) float64 {
		m, ok := MeasureOf(key)
		require.True(t, ok, key)
		assert.NotEmpty(t, m.Name)
		assert.NotEmpty(t, m.Source)
		return m.MM
	}
	assert.InDelta(t, 914.4, of("yard"), 1e-9)
	assert.InDelta(t, 16*of("nail"), of("yard"), 1e-9)
	assert.InDelta(t, 45*25.4, of("ell_english"), 1e-9)
	assert.InDelta(t, 27*25.4, of("ell_flemish"), 1e-9)
	assert.InDelta(t, 54*25.4, of("ell_french"), 1e-9)
	assert.InDelta(t, 37.2*25.4, of("ell_scots"), 3)
	_, ok := MeasureOf("cubit")
	assert.False(t, ok)
}
