package store

import (
	"encoding/json"
	"os"
	"path/filepath"
	"testing"

	"ardentgusset/core/cloth"
	"ardentgusset/core/draft/catalogue"
	"ardentgusset/core/ensemble"
	"ardentgusset/core/figure"
	"ardentgusset/core/lay"
	"ardentgusset/core/pattern"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Every garment's draft comes back from what is kept of it as it was.
func TestKeptDraftsComeBackWhole(t *testing.T) {
	for _, st := range catalogue.Everything() {
		p := ensemble.Plan{Group: figure.Women}
		for i, kind := range st.Kinds {
			g, _ := catalogue.Find(kind)
			p.Layers = append(p.Layers, ensemble.Layer{ID: string(rune('a' + i)), Kind: kind, Name: kind, Fabric: g.About().Usual})
		}
		_, stages, err := ensemble.Walk(t.Context(), p, nil)
		require.NoError(t, err)
		for _, s := range stages {
			require.NoError(t, s.Err)
			m := ensemble.Made{Draft: s.Draft, Uses: []ensemble.MadeUse{{Use: s.Uses()[0], Sheets: []ensemble.Sheet{{Key: "outer-1", Job: s.Job(), Result: lay.Result{Length: 12, Placements: []lay.Placement{{ID: "x", X: 1}}}, Cut: 0}}}}}
			text, err := json.Marshal(keep(m))
			require.NoError(t, err)
			back, err := readCut(text)
			require.NoError(t, err)
			again, err := json.Marshal(keep(back))
			require.NoError(t, err)
			require.JSONEq(t, string(text), string(again), s.Kind)
			require.Equal(t, len(s.Draft.Pieces), len(back.Draft.Pieces))
			assert.Equal(t, s.Draft.Pieces, back.Draft.Pieces, s.Kind)
			was, is := s.Draft.Wear, back.Draft.Wear
			require.Len(t, is.Props, len(was.Props))
			for i, p := range was.Props { // a section remembers who asked for its outline
				assert.Equal(t, p.Drop, is.Props[i].Drop)
				assert.Equal(t, p.Section.Outline(), is.Props[i].Section.Outline(), s.Kind)
			}
			was.Props, is.Props = nil, nil
			assert.Equal(t, was, is, s.Kind)
			assert.Equal(t, s.Draft.Steps, back.Draft.Steps, s.Kind)
		}
	}
}

// Files that were written stay readable: the golden files are never written
// anew, and a draft that comes back without its pieces is an error.
func TestGoldenCuts(t *testing.T) {
	files, err := filepath.Glob("testdata/cut-*.json")
	require.NoError(t, err)
	require.Len(t, files, keptVersion+1, "one of each version")
	for _, f := range files {
		text, err := os.ReadFile(f)
		require.NoError(t, err)
		m, err := readCut(text)
		require.NoError(t, err, f)
		require.NotEmpty(t, m.Draft.Pieces, f)
		for i := range m.Draft.Pieces {
			p := &m.Draft.Pieces[i]
			require.NoError(t, p.Fault(), f)
			require.NotEmpty(t, p.Name)
			require.Positive(t, p.Cut)
		}
		for _, tr := range pattern.True(m.Draft.Pieces, m.Draft.Seams) {
			assert.Empty(t, tr.Missing, f)
			assert.Less(t, tr.Difference*tr.Difference, 0.25, f)
		}
		require.NotEmpty(t, m.Draft.Steps, f)
		require.NotEmpty(t, m.Draft.Dimensions, f)
		require.NotEmpty(t, m.Draft.Wear.Cover, f)
		require.NotZero(t, m.Draft.On[figure.Waist], f)
	}
	one, err := os.ReadFile("testdata/cut-1.json")
	require.NoError(t, err)
	m, err := readCut(one)
	require.NoError(t, err)
	require.Len(t, m.Uses, 1)
	assert.Equal(t, cloth.Outer, m.Uses[0].Role)
	assert.NotEmpty(t, m.Uses[0].Sheets[0].Result.Placements)
	// In version 2 buttons were but notions: read, they are what closes it.
	two, err := os.ReadFile("testdata/cut-2.json")
	require.NoError(t, err)
	m, err = readCut(two)
	require.NoError(t, err)
	require.NotEmpty(t, m.Draft.Fastenings)
	for _, n := range m.Draft.Notions {
		assert.NotContains(t, []string{"hooks", "buttons"}, n.Kind)
	}
	for _, bad := range []string{"{}", `{"version":1,"draft":{}}`, "[]", "", `{"version":99}`} {
		_, err := readCut([]byte(bad))
		assert.Error(t, err, bad)
	}
}
