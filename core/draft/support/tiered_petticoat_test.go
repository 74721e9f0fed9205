package support

import (
	"strings"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

func made(t require.TestingT, waist float64, set draft.Settings, width float64) (figure.Figure, draft.Draft) {
	on, err := figure.New([]figure.Reading{{Key: "waist_girth", Value: measure.Length(waist)}, {Key: "hip_girth", Value: measure.Length(waist + 260)}}, figure.Women, 0)
	require.NoError(t, err)
	v, wrong := draft.Settle(TieredPetticoat{}, on, set)
	require.Empty(t, wrong)
	cloth := TieredPetticoat{}.About().Usual
	cloth.Width = measure.Length(width)
	d, err := TieredPetticoat{}.Draft(on, v, cloth)
	require.NoError(t, err)
	return on, d
}

// However many breadths the cloth makes of them, the tiers have the asked
// fullness, each breadth fits the washed cloth, and the tiers meet section by
// section: every upper and every lower section is sewn once.
func TestTiersMeetInSections(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		waist := rapid.Float64Range(550, 1100).Draw(t, "waist")
		width := rapid.Float64Range(600, 1700).Draw(t, "width")
		upper, lower := rapid.Float64Range(1.9, 3).Draw(t, "upper"), rapid.Float64Range(1.2, 3).Draw(t, "lower")
		_, d := made(t, waist, draft.Settings{"upper_ratio": upper, "lower_ratio": lower}, width)
		usable := width*0.96 - 20
		sums := map[string]float64{}
		for i := range d.Pieces {
			p := &d.Pieces[i]
			tier := strings.SplitN(p.ID, "-", 2)[0]
			if tier != "upper" && tier != "lower" {
				continue
			}
			for _, e := range p.Edges {
				if strings.HasPrefix(e.ID, "bottom") {
					sums[tier] += e.Length() * float64(p.Cut)
				}
			}
			line, _ := p.Outline()
			require.LessOrEqual(t, plane.BoxOf(line).Width()+25.4, usable+1e-6)
		}
		require.InDelta(t, (waist+5)*upper, sums["upper"], 0.01)
		require.InDelta(t, (waist+5)*upper*lower, sums["lower"], 0.01)
		upperSeen, lowerSeen := map[string]int{}, map[string]int{}
		for _, s := range d.Seams {
			if strings.HasPrefix(s.ID, "tier-") {
				upperSeen[s.A.Piece+s.A.Copy.String()+s.A.Edge]++
				lowerSeen[s.B.Copy.String()+s.B.Edge]++
			}
		}
		require.Equal(t, len(upperSeen), len(lowerSeen))
		for _, seen := range []map[string]int{upperSeen, lowerSeen} {
			for where, n := range seen {
				require.Equal(t, 1, n, where)
			}
		}
	})
}

// A breadth too many for a few centimetres is offered as a choice, and taking
// it saves the breadth.
func TestASavedBreadthIsOffered(t *testing.T) {
	_, d := made(t, 690, nil, 1450)
	var fix draft.Settings
	for _, n := range d.Notes {
		if strings.Contains(n.Title, "upper tier needs a breadth") {
			fix = n.Fix
		}
	}
	require.NotNil(t, fix)
	before, after := 0, 0
	_, less := made(t, 690, fix, 1450)
	for i := range d.Pieces {
		if d.Pieces[i].ID == "upper" {
			before, after = d.Pieces[i].Cut, less.Pieces[i].Cut
		}
	}
	assert.Equal(t, before-1, after)
}

// A tier that would not go round the hips is refused at its field, with what
// would.
func TestTightOverTheHipsIsSaid(t *testing.T) {
	on, err := figure.New([]figure.Reading{{Key: "waist_girth", Value: 560}}, figure.Women, 0)
	require.NoError(t, err)
	require.Greater(t, on.GirthAt(figure.Hip), 565*1.4)
	v, wrong := draft.Settle(TieredPetticoat{}, on, draft.Settings{"upper_ratio": 1.4})
	require.Len(t, wrong, 1)
	assert.Equal(t, draft.Key("upper_ratio"), wrong[0].Key)
	assert.GreaterOrEqual(t, v.Number("upper_ratio")*560, on.GirthAt(figure.Hip))
	_, wrong = draft.Settle(TieredPetticoat{}, on, draft.Settings{"upper_ratio": 1.4, "basis": "hip"})
	assert.Empty(t, wrong)
}
