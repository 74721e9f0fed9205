package ensemble

import (
	"slices"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/catalogue"
	"ardentgusset/core/figure"
	"ardentgusset/core/memo"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// What is offered for a layer that can't be drafted was tried: set by itself, through the settings as they are kept, it is
// drafted.
func TestRescuesWereTried(t *testing.T) {
	layer := func(kind string) Layer {
		g, ok := catalogue.Find(kind)
		require.True(t, ok, kind)
		return Layer{ID: kind, Kind: kind, Name: kind, Fabric: g.About().Usual}
	}
	book := memo.New(1 << 26)
	refused := 0
	for _, kind := range []string{"dress-shirt", "skirt-circle", "dress-1950s"} {
		plan := Plan{Group: figure.Women, Layers: []Layer{layer("corset"), layer("bustle-cage"), layer(kind)}}
		_, stages, err := Walk(t.Context(), plan, book)
		require.NoError(t, err)
		if stages[2].Err == nil {
			continue
		}
		refused++
		for n, tries := range stages[2].Rescues() {
			if n == 6 {
				break
			}
			for _, r := range tries {
				ok, err := Tried(t.Context(), plan, 2, r, book)
				require.NoError(t, err)
				changed := plan
				changed.Layers = slices.Clone(plan.Layers)
				changed.Layers[2].Settings = r.Settings
				_, again, err := Walk(t.Context(), changed, nil)
				require.NoError(t, err)
				require.Equal(t, again[2].Err == nil, ok, "%s, %s", kind, r.Title)
			}
		}
	}
	assert.Positive(t, refused)
	ok, err := Tried(t.Context(), Plan{Group: figure.Women, Layers: []Layer{layer("corset"), layer("bustle-cage"), layer("dress-shirt")}}, 2,
		Rescue{Settings: draft.Settings{"skirt": "breadths"}}, book)
	require.NoError(t, err)
	assert.True(t, ok, "straight breadths go round a cage")
}
