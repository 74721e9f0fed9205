package draft_test

import (
	"math"
	"strings"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/drafttest"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// What a field shows, typed again, is what was there, in either unit; a range is told as it would be typed.
func TestFieldsReadWhatTheyShow(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		p := rapid.SampledFrom(apron{}.Parameters()[:4]).Draw(t, "parameter")
		u := rapid.SampledFrom([]measure.Unit{measure.CM, measure.IN}).Draw(t, "unit")
		low, high := 200.0, 900.0
		if p.Unit != draft.Length {
			low, high = p.Low, p.High
		}
		n := rapid.Float64Range(low, high).Draw(t, "n")
		if p.Unit == draft.Count {
			n = math.Round(n)
		}
		got, err := p.Type(p.Show(n, u), u)
		require.NoError(t, err, "%q", p.Show(n, u))
		within := map[draft.Unit]float64{draft.Length: 0.8, draft.Ratio: 0.0051, draft.Count: 1e-9}[p.Unit]
		require.InDelta(t, n, got, within)
		said := p.Range(low, high, u)
		require.Contains(t, said, p.Show(low, u))
		require.Contains(t, said, p.Show(high, u))
		require.NotContains(t, p.Tell(n), "%!")
		// A hair beyond the end is the end; more is refused with the range.
		v, wrong := settled(t, draft.Settings{p.Key: got})
		if p.Key != "length" { // whose range rests on the width
			require.Empty(t, wrong)
			require.InDelta(t, n, v.Number(p.Key), within)
		}
	})
}

func settled(t require.TestingT, set draft.Settings) (draft.Values, []*draft.SettingError) {
	return draft.Settle(apron{}, drafttest.Body(t, nil, 0), set)
}

// Text that is no number of its kind is refused in words that say what would be right; none is taken for something else.
func TestFieldsRefuseInWords(t *testing.T) {
	for _, p := range (apron{}).Parameters() {
		for _, text := range []string{"", "many", "1/0", "--3", "1e999", "nan", "inf", "½ of it", strings.Repeat("9", 400), "\x00", "2 cm 3 yd"} {
			got, err := p.Type(text, measure.CM)
			if err == nil {
				n, ok := got.(float64)
				require.True(t, ok, "%s took %q", p.Key, text)
				require.False(t, math.IsNaN(n) || math.IsInf(n, 0), "%s took %q for %g", p.Key, text, n)
				continue
			}
			assert.Greater(t, len(err.Error()), 10, "%s: %q", p.Key, text)
			assert.Less(t, len([]rune(err.Error())), 200, "%s: what was typed is not told back at length", p.Key)
		}
	}
	ties := apron{}.Parameters()[2]
	_, err := ties.Type("2.5", measure.CM)
	assert.ErrorContains(t, err, "whole number")
	bib := apron{}.Parameters()[4]
	_, err = bib.Type("maybe", measure.CM)
	assert.ErrorContains(t, err, "no, yes")
	got, err := bib.Type("yes", measure.CM)
	require.NoError(t, err)
	assert.Equal(t, "yes", got)
}

// Settings from elsewhere fit a garment when each is of a parameter and of its kind; the first that is not is named.
func TestSettingsFromElsewhereFit(t *testing.T) {
	assert.Nil(t, draft.Fits(apron{}, draft.Settings{"width": 500.0, "ties": 4.0, "bib": "yes"}))
	assert.Nil(t, draft.Fits(apron{}, nil))
	for key, v := range map[draft.Key]any{"width": "wide", "ties": math.NaN(), "fullness": math.Inf(1), "bib": 2.0, "sleeve": 1.0} {
		err := draft.Fits(apron{}, draft.Settings{key: v})
		require.NotNil(t, err, key)
		assert.Equal(t, key, err.Key)
		assert.NotEmpty(t, err.Error())
	}
}

// A list is changed for a garment that takes it over: defaults, first options and help; what is misspelt panics at once.
func TestListsAreAdjusted(t *testing.T) {
	list := apron{}.Parameters()
	changed := draft.Adjust(list, draft.Usual("width", 450, "narrow").Helped("Across."), draft.Firstly("bib", "yes"))
	n, why := changed[0].Default(drafttest.Body(t, nil, 0), draft.Values{})
	assert.InDelta(t, 450, n, 1e-9)
	assert.Equal(t, "narrow", why.Text)
	assert.Equal(t, "Across.", changed[0].Help)
	assert.Equal(t, "yes", changed[4].First)
	assert.Empty(t, list[0].Help, "the list it came from is as it was")
	assert.Equal(t, "no", list[4].First)
	assert.Len(t, draft.Without(list, "ties", "bib"), 3)
	for name, slip := range map[string]func(){
		"usual":   func() { draft.Adjust(list, draft.Usual("widht", 450, "narrow")) },
		"firstly": func() { draft.Adjust(list, draft.Firstly("bib", "perhaps")) },
		"without": func() { draft.Without(list, "tie") },
	} {
		assert.Panics(t, slip, name)
	}
}

// Bones that can't be sewn where they are marked are found: over the seam, over each other, over an eyelet; one that has room
// is not.
func TestClashesAreFound(t *testing.T) {
	with := func(marks ...pattern.Mark) []draft.Clash {
		p := pattern.Rectangle("panel", "Panel", 120, 300, 12)
		p.Marks = marks
		return draft.Draft{Pieces: []pattern.Piece{p}}.Clashes()
	}
	bone := func(x float64) pattern.Mark {
		return pattern.Mark{Kind: pattern.BoneLine, Width: 7, Channel: 9.5, Long: 260, Path: []plane.Point{plane.Pt(x, 15), plane.Pt(x, 285)}}
	}
	eyelet := pattern.Mark{Kind: pattern.Eyelet, Width: 5, Path: []plane.Point{plane.Pt(60, 150)}}
	assert.Empty(t, with(bone(30), bone(60), bone(90)))
	assert.NotEmpty(t, with(bone(1)), "it runs out over the seam")
	assert.NotEmpty(t, with(bone(60), bone(63)), "one lies on the other")
	over := with(bone(60), eyelet)
	require.NotEmpty(t, over)
	assert.Equal(t, "Panel", over[0].Piece)
	assert.Contains(t, (&draft.ClashError{Clash: over[0]}).Error(), "narrower bones")
	assert.Empty(t, with(bone(30), eyelet, bone(90)))
	// Stepped by a millimetre it is clear for good once it is clear.
	clear := false
	for x := 60.0; x <= 90; x++ {
		now := len(with(bone(x), eyelet)) == 0
		assert.False(t, clear && !now, "at %g it lies over the eyelet again", x)
		clear = now
	}
	assert.True(t, clear)
}
