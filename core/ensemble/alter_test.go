package ensemble

import (
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/measure"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// cutAnd is a stage of one dimension that was cut to one value and would be cut
// to another now.
func cutAnd(was, now float64, spare *draft.Spare) Stage {
	d := func(v float64) draft.Draft {
		out := draft.Draft{}
		out.Measure("waist", "the skirt", "at the waist", v)
		if spare != nil {
			out.Spares = []draft.Spare{*spare}
		}
		return out
	}
	cut := d(was)
	return Stage{Layer: Layer{Name: "Skirt", Cut: &Made{Draft: cut}}, Draft: cut, Now: d(now)}
}

// Two side seams share 16 mm: both edges of each, 4 mm, of allowances of 12,
// of which 4 must stay (common practice, no source).
func TestSeamsAreLetOutAndTakenIn(t *testing.T) {
	side := &draft.Spare{Dimension: "waist", Where: "both side seams", Seams: 2, Allowance: 12}
	for _, c := range []struct {
		was, now float64
		enough   bool
		says     []string
	}{
		{700, 716, true, []string{"let out both side seams by 4 mm", "allowance is 12 mm, enough"}},
		{700, 732, true, []string{"by 8 mm", "enough"}},
		{700, 736, false, []string{"9 mm", "not enough", "set in a strip or cut it again"}},
		{716, 700, true, []string{"take in both side seams by 4 mm"}},
	} {
		all := cutAnd(c.was, c.now, side).Alterations()
		require.Len(t, all, 1)
		assert.Equal(t, c.enough, all[0].Enough, "%v to %v", c.was, c.now)
		assert.InDelta(t, c.now-c.was, all[0].By, 1e-9)
		for _, want := range c.says {
			assert.Contains(t, measure.Say(all[0].Text, measure.CM), want)
		}
	}
	assert.Equal(t, "the skirt wider by 16 mm at the waist", cutAnd(700, 716, side).Alterations()[0].Change().In(measure.CM))
}

// A closure or a hem slides as far as it has room; what nothing gives says so;
// what is not cut, or has not changed, has nothing to alter.
func TestWhatSlidesAndWhatGivesNothing(t *testing.T) {
	hooks := &draft.Spare{Dimension: "waist", Where: "the hooks", Slide: 20}
	assert.True(t, cutAnd(700, 715, hooks).Alterations()[0].Enough)
	far := cutAnd(700, 730, hooks).Alterations()[0]
	assert.False(t, far.Enough)
	assert.Contains(t, measure.Say(far.Text, measure.CM), "piece it on or cut it again")
	assert.True(t, cutAnd(700, 600, hooks).Alterations()[0].Enough, "shorter is always possible")
	none := cutAnd(700, 710, nil).Alterations()
	require.Len(t, none, 1)
	assert.False(t, none[0].Enough)
	assert.Contains(t, none[0].Text, "no seam or hem that gives")
	assert.Empty(t, cutAnd(700, 700.3, hooks).Alterations(), "less than can be seen")
	loose := cutAnd(700, 730, hooks)
	loose.Layer.Cut = nil
	assert.Empty(t, loose.Alterations())
}
