package draft_test

import (
	"testing"

	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// apron is a garment of the test's own: it shows that a kind is nothing but
// its answers to three questions.
type apron struct{}

func (apron) About() draft.About { return draft.About{Kind: "apron", Name: "Apron"} }

func (apron) Parameters() []draft.Parameter {
	return []draft.Parameter{
		{Key: "width", Label: "Width", Unit: draft.Length, Low: 200, High: 900, Default: draft.Fixed(600, "covers the front", figure.Memory)},
		{Key: "length", Label: "Length", Unit: draft.Length,
			Default: func(_ figure.Figure, v draft.Values) (float64, figure.Reason) {
				return v.Number("width") * 1.2, figure.Reason{Text: "a little longer than wide"}
			},
			Between: func(_ figure.Figure, v draft.Values) (float64, float64) {
				return v.Number("width"), v.Number("width") * 2
			}},
		{Key: "ties", Label: "Ties", Unit: draft.Count, Low: 0, High: 4, Default: draft.Fixed(2, "", figure.Memory)},
		{Key: "fullness", Label: "Fullness", Unit: draft.Ratio, Low: 1, High: 3, Default: draft.Fixed(1.5, "", figure.Memory)},
		{Key: "bib", Label: "Bib", Unit: draft.Choice, First: "no", Options: []draft.Option{{Key: "no"}, {Key: "yes"}}},
	}
}

func (apron) Draft(figure.Figure, draft.Values, cloth.Fabric) (draft.Draft, error) {
	return draft.Draft{}, nil
}

func settle(t *testing.T, set draft.Settings) (draft.Values, []*draft.SettingError) {
	on, err := figure.New(nil, figure.AllBodies, 0)
	require.NoError(t, err)
	return draft.Settle(apron{}, on, set)
}

func TestDefaultsRestOnTheChoicesBefore(t *testing.T) {
	v, wrong := settle(t, nil)
	require.Empty(t, wrong)
	assert.InDelta(t, 720, v.Number("length"), 1e-9)
	v, wrong = settle(t, draft.Settings{"width": 500.0})
	require.Empty(t, wrong)
	assert.InDelta(t, 600, v.Number("length"), 1e-9)
	assert.True(t, v.All()[0].Own)
	assert.False(t, v.All()[1].Own)
}

// What is out of range is drawn at the nearer end and said; the rest stays.
func TestOutOfRangeIsBroughtInAndSaid(t *testing.T) {
	v, wrong := settle(t, draft.Settings{"width": 5000.0, "length": 100.0, "ties": 2.6, "bib": "maybe", "fullness": 2.0})
	assert.InDelta(t, 900, v.Number("width"), 1e-9)
	assert.InDelta(t, 900, v.Number("length"), 1e-9)
	assert.Equal(t, 3, v.Whole("ties"))
	assert.Equal(t, "no", v.Choice("bib"))
	assert.InDelta(t, 2, v.Number("fullness"), 1e-9)
	said := map[string]string{}
	for _, w := range wrong {
		said[string(w.Key)] = measure.Say(w.Error(), measure.IN)
	}
	assert.Len(t, said, 4)
	assert.Equal(t, "Width: it lies between 7⅞ in and 35 7/16 in; it was 196⅞ in", said["width"])
}

func TestTypedSettings(t *testing.T) {
	of := map[string]draft.Parameter{}
	for _, p := range (apron{}).Parameters() {
		of[string(p.Key)] = p
	}
	for _, c := range []struct {
		key, text string
		want      any
	}{{"width", "24", 609.6}, {"width", "60 cm", 600.0}, {"ties", "3", 3.0}, {"fullness", "2,5", 2.5}, {"fullness", "1 1/2", 1.5}, {"bib", "yes", "yes"}} {
		got, err := of[c.key].Type(c.text, measure.IN)
		require.NoError(t, err, c.text)
		if n, ok := c.want.(float64); ok {
			assert.InDelta(t, n, got, 1e-9)
		} else {
			assert.Equal(t, c.want, got)
		}
	}
	for key, texts := range map[string][]string{"width": {"", "wide", "-2"}, "ties": {"2.5", "two", "-1", "3 cm"}, "fullness": {"NaN", "1e9"}, "bib": {"", "YES"}} {
		for _, text := range texts {
			_, err := of[key].Type(text, measure.CM)
			assert.Error(t, err, "%s %q", key, text)
		}
	}
	assert.Equal(t, "2.5", of["fullness"].Show(2.5, measure.CM))
	assert.Equal(t, "3", of["ties"].Show(3, measure.CM))
	assert.Equal(t, "60 cm", of["width"].Show(600, measure.CM))
}

// Clothes cover the figure only where they are, and fade between.
func TestWearCoversWhereItIs(t *testing.T) {
	on, err := figure.New(nil, figure.Women, 0)
	require.NoError(t, err)
	w := draft.Wear{Cover: []figure.Depth{{Drop: 0, Depth: 2}, {Drop: 200, Depth: 1}}}
	after := w.Dress(on)
	assert.InDelta(t, 0, after.Girth(-60)-on.Girth(-60), 1e-6)
	assert.InDelta(t, 4*3.14159, after.Girth(0)-on.Girth(0), 0.01)
	assert.InDelta(t, 3*3.14159, after.GirthAt(figure.HighHip)-on.GirthAt(figure.HighHip), 3.2)
	top, bottom := w.Reach()
	assert.Equal(t, [2]float64{0, 200}, [2]float64{top, bottom})
	assert.Equal(t, on.GirthAt(figure.Waist), draft.Wear{}.Dress(on).GirthAt(figure.Waist))
}
