package fullness

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// Worked example: 3200 mm into 700 in 24 pleats (common practice, no source).
func TestKnifePleatsWorked(t *testing.T) {
	p, err := KnifePleats(3200, 700, 24)
	require.NoError(t, err)
	assert.InDelta(t, 29.2, p.Reveal, 0.05)
	assert.InDelta(t, 104.2, p.TakeUp, 0.05)
	assert.InDelta(t, 52.1, p.Under, 0.05)
	assert.True(t, p.Overlap())
}

func TestPleatsAddUp(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		w := rapid.Float64Range(20, 800).Draw(t, "finished")
		c := w * rapid.Float64Range(1, 5).Draw(t, "times")
		p, err := KnifePleats(c, w, rapid.IntRange(1, 40).Draw(t, "n"))
		require.NoError(t, err)
		m := p.Marks()
		require.InDelta(t, c, m[len(m)-1].To, 1e-6, "the last mark is exact")
		require.InDelta(t, c, float64(p.Count)*(p.Reveal+p.TakeUp), 1e-6)
		for i := 1; i < len(m); i++ {
			require.GreaterOrEqual(t, m[i].Fold, m[i-1].To-1e-9)
		}
	})
}

// Two tiers, worked: waist 28 in, so 57 and 112 in with half inch allowances;
// on 54 in cloth 2 + 3 breadths, on 58 in 1 + 2 (common practice, no source).
func TestPanelsWorked(t *testing.T) {
	for _, c := range []struct {
		net, width float64
		want       int
	}{{56, 54, 2}, {112, 54, 3}, {56, 58, 1}, {112, 58, 2}, {56, 44, 2}, {112, 44, 3}} {
		k, err := Panels(c.net*25.4, c.width*25.4, 12.7)
		require.NoError(t, err)
		assert.Equal(t, c.want, k, "%v in on %v in", c.net, c.width)
	}
	_, err := Panels(1000, 20, 15)
	assert.Error(t, err)
}

func TestSections(t *testing.T) {
	assert.Equal(t, 6, Sections(2, 3))
	assert.Equal(t, 4, Sections(2, 4))
	assert.Equal(t, 1, Sections(1, 1))
}

// Whatever is folded at its marks comes out as wide as asked: box and inverted pleats take up as much as
// knife pleats, and no two folds lie over one another on the flat cloth.
func TestFoldsAddUp(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		finished := rapid.Float64Range(50, 900).Draw(t, "finished")
		p, err := KnifePleats(finished*rapid.Float64Range(1, 6).Draw(t, "ratio"), finished, rapid.IntRange(1, 40).Draw(t, "count"))
		require.NoError(t, err)
		for _, marks := range [][]Mark{p.Marks(), p.BoxMarks(), p.InvertedMarks()} {
			taken := 0.0
			for _, m := range marks {
				taken += math.Abs(m.To - m.Fold)
				require.GreaterOrEqual(t, min(m.To, m.Fold), -1e-9)
				require.LessOrEqual(t, max(m.To, m.Fold), p.Cloth+1e-9)
			}
			require.InDelta(t, p.Cloth-finished, taken, 1e-6)
		}
	})
}

// 4.5 m into 75 cm in folds 15 mm deep: 150 of them, stitches of 15 mm, 5 mm apart on the band.
func TestCartridges(t *testing.T) {
	c, err := CartridgePleats(4500, 750, 15)
	require.NoError(t, err)
	assert.Equal(t, Cartridges{150, 15, 5}, c)
	_, err = CartridgePleats(20, 750, 15)
	assert.Error(t, err)
}
