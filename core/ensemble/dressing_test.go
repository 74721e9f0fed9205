package ensemble

import (
	"fmt"
	"strings"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/catalogue"
	"ardentgusset/core/figure"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// worn walks a stack of the usual garments.
func worn(t *testing.T, set map[string]draft.Settings, kinds ...string) []Stage {
	p := Plan{Group: figure.Women}
	for i, kind := range kinds {
		g, ok := catalogue.Find(kind)
		require.True(t, ok, kind)
		p.Layers = append(p.Layers, Layer{ID: fmt.Sprint(i), Kind: kind, Name: g.About().Name, Fabric: g.About().Usual, Settings: set[kind]})
	}
	_, stages, err := Walk(t.Context(), p, nil)
	require.NoError(t, err)
	for _, s := range stages {
		require.NoError(t, s.Err, s.Kind)
	}
	return stages
}

// A stack of 1770 is put on in order; stays that lace behind want help, boots go before them; and a gown that closes
// before over a bodice that closes before says so.
func TestDressingOrder(t *testing.T) {
	all := Dressing(worn(t, map[string]draft.Settings{"stays": {"closing": "back"}}, "shift", "stays", "pocket-tied", "panniers",
		"petticoat-gored", "gown-open"))
	require.Len(t, all, 6)
	assert.Equal(t, draft.OverHead, all[0].How)
	assert.NotEmpty(t, all[1].Helper)
	assert.NotEmpty(t, all[1].Before)
	assert.Empty(t, all[5].Before, "said once")
	assert.Equal(t, draft.TiedOn, all[3].How)
	assert.Equal(t, draft.PutRound, all[5].How)
	assert.True(t, strings.Contains(all[5].With, "hooks"))
	assert.True(t, QuickWayOut(all), "laced, and behind")
	piled := Piled(Dressing(worn(t, nil, "shift", "corset", "petticoat-gored", "petticoat-tiered", "skirt-gores")))
	assert.Len(t, piled[draft.AtBack], 3)
	front := Dressing(worn(t, map[string]draft.Settings{"stays": {"closing": "front"}}, "shift", "stays", "gown-open"))
	assert.Empty(t, front[1].Helper)
	assert.False(t, QuickWayOut(front))
	require.NotNil(t, front[2].Over)
	assert.Equal(t, "stays", front[2].Over.Kind)
}

// A petticoat that shows below its skirt is offered to be shortened, by what makes it end above; and then does not
// show.
func TestPetticoatsEndAboveTheirSkirt(t *testing.T) {
	note := func(s Stage) *draft.Note {
		for i := range s.Draft.Notes {
			if s.Draft.Notes[i].Title == "Its hem shows below the skirt" {
				return &s.Draft.Notes[i]
			}
		}
		return nil
	}
	for _, outer := range []string{"dress-1950s", "skirt-circle", "dress-shirt"} {
		stages := worn(t, nil, "bust-support", "petticoat-tiered", outer)
		n := note(stages[1])
		require.NotNil(t, n, outer)
		require.NotNil(t, n.Fix)
		after := worn(t, map[string]draft.Settings{"petticoat-tiered": n.Fix}, "bust-support", "petticoat-tiered", outer)
		assert.Nil(t, note(after[1]), outer)
		low, _ := after[1].hung() // where it hangs lowest
		over, _ := after[2].hung()
		assert.InDelta(t, 25, over-low, 8, outer)
	}
	assert.Nil(t, note(worn(t, nil, "shift", "drawers", "corset", "bustle-pad", "petticoat-tiered", "skirt-gored-1887")[4]))
}

// A narrow skirt says how short its steps are, a wide one none; a floor hem must be lifted on stairs.
func TestWalking(t *testing.T) {
	w, ok := WalkingIn(worn(t, map[string]draft.Settings{"skirt-gores": {"hem_round": 1250.0, "clearance": 60.0}}, "combinations", "skirt-gores"))
	require.True(t, ok)
	require.NotNil(t, w.Stage)
	assert.InDelta(t, (1250-3.14159*(110+60*60.0/450))/2/(1-60.0/850), w.Step, 12)
	assert.False(t, w.Lift)
	w, ok = WalkingIn(worn(t, map[string]draft.Settings{"skirt-gores": {"clearance": 10.0}}, "combinations", "skirt-gores"))
	require.True(t, ok)
	assert.Nil(t, w.Stage)
	assert.True(t, w.Lift)
	_, ok = WalkingIn(worn(t, nil, "combinations", "bodice-shirt"))
	assert.False(t, ok)
}
