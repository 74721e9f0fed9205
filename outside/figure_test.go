package outside

import (
	"bytes"
	"encoding/json"
	"fmt"
	"testing"

	"ardentgusset/core/draft/catalogue"
	"ardentgusset/core/ensemble"
	"ardentgusset/core/figure"
	"ardentgusset/internal/formats/figurejson"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// The figure as it is written, measured by a program that knows the file alone: hardly a curve of cloth crosses itself, and each is as
// long as the cloth there.
func TestCurvesOfTheDressedFigure(t *testing.T) {
	stacks := [][]string{{"petticoat-gored", "skirt-breadths"}, {"bustle-cage", "petticoat-flounced", "skirt-gored-1887"},
		{"skirt-flounced"}, {"gown-high-waist"}, {"skirt-umbrella", "cloak"}, {"corset", "petticoat-tiered", "skirt-circle", "bodice-basque"}}
	var files []json.RawMessage
	for _, kinds := range stacks {
		p := ensemble.Plan{Group: figure.Women}
		for i, kind := range kinds {
			g, ok := catalogue.Find(kind)
			require.True(t, ok, kind)
			p.Layers = append(p.Layers, ensemble.Layer{ID: fmt.Sprint(i), Kind: kind, Name: kind, Fabric: g.About().Usual})
		}
		_, stages, err := ensemble.Walk(t.Context(), p, nil)
		require.NoError(t, err)
		var b bytes.Buffer
		require.NoError(t, figurejson.Write(&b, stages))
		files = append(files, b.Bytes())
	}
	var got []struct {
		Garment           string
		Rows, Crossing    int
		Shortest, Longest float64 // of the curves, as parts of the cloth there
	}
	ask(t, `
out = []
for d in data:
    for l in d["layers"]:
        if not l.get("strip"):
            continue
        crossing, parts = 0, []
        for r in l["rows"]:
            line = LineString(r["curve"])
            # Pressed pleats lie on one another, close below where they are held.
            if not line.is_simple and not ("gored" in l["garment"] and r["z_mm"] > -120):
                crossing += 1
            if r["cloth_mm"] > 0 and not l.get("tight_mm"):
                parts.append(r["drawn_mm"] / r["cloth_mm"])
        out.append(dict(Garment=l["garment"], Rows=len(l["rows"]), Crossing=crossing, Shortest=min(parts or [1]), Longest=max(parts or [1])))
print(json.dumps(out))`, files, &got)
	require.Greater(t, len(got), 10)
	rows, crossing := 0, 0
	for _, g := range got {
		assert.Greater(t, g.Rows, 20, g.Garment)
		rows, crossing = rows+g.Rows, crossing+g.Crossing
		assert.Greater(t, g.Shortest, 0.93, g.Garment)
		assert.Less(t, g.Longest, 1.02, g.Garment)
	}
	// Where a narrow valley between two folds shuts it may do so by a millimetre or two too much.
	assert.LessOrEqual(t, crossing, rows/50, "of %d curves cross themselves", rows)
}
