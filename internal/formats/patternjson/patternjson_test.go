package patternjson

import (
	"bytes"
	"encoding/json"
	"math"
	"testing"

	"ardentgusset/core/draft/catalogue"
	"ardentgusset/core/ensemble"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/written"
	"ardentgusset/internal/formats/svg"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// What is written is the drafted garment: every piece once, edges that follow each other round its outline and are as
// long as they say, and seams that name edges that are there.
func TestWrite(t *testing.T) {
	for _, kind := range []string{"corset", "skirt-gored-1887", "bodice-basque"} {
		g, _ := catalogue.Find(kind)
		p := ensemble.Plan{Group: figure.Women, Layers: []ensemble.Layer{{ID: "1", Kind: kind, Name: kind, Fabric: g.About().Usual}}}
		_, stages, err := ensemble.Walk(t.Context(), p, nil)
		require.NoError(t, err)
		require.NoError(t, stages[0].Err)
		var b bytes.Buffer
		require.NoError(t, Write(&b, stages[0]))
		var d written.Document
		require.NoError(t, json.Unmarshal(b.Bytes(), &d))
		assert.Equal(t, kind, d.Garment)
		require.Len(t, d.Pieces, len(stages[0].Draft.Pieces))
		edges := map[string]bool{}
		for _, p := range d.Pieces {
			require.Greater(t, len(p.Outline), 2)
			require.GreaterOrEqual(t, area(p.CutOutline), area(p.Outline)-3, p.ID)
			for i, e := range p.Edges {
				edges[p.ID+"/"+e.ID] = true
				require.Equal(t, e.To, p.Edges[(i+1)%len(p.Edges)].From, "%s: %s ends where the next begins", p.ID, e.ID)
				long := 0.0
				for k := e.From; k != e.To; k = (k + 1) % len(p.Outline) {
					a, b := p.Outline[k], p.Outline[(k+1)%len(p.Outline)]
					long += math.Hypot(b[0]-a[0], b[1]-a[1])
				}
				assert.InDelta(t, e.Length, long, 0.05, "%s: %s", p.ID, e.ID)
			}
		}
		require.NotEmpty(t, d.Seams)
		for _, s := range d.Seams {
			assert.True(t, edges[s.A.Piece+"/"+s.A.Edge], "%s: %v", s.ID, s.A)
			assert.True(t, edges[s.B.Piece+"/"+s.B.Edge], "%s: %v", s.ID, s.B)
		}
	}
}

func area(line []written.XY) float64 {
	sum := 0.0
	for i, a := range line {
		b := line[(i+1)%len(line)]
		sum += a[0]*b[1] - a[1]*b[0]
	}
	return math.Abs(sum) / 2
}

// No text leaves in the form that it has inside: lengths are said in every name, label and reason, of every garment. What
// lies on the fold says which edge that is, and what is cut more than once for what.
func TestEveryGarmentIsSaid(t *testing.T) {
	for _, st := range catalogue.Everything() {
		p := ensemble.Plan{Group: figure.Women}
		for _, kind := range st.Kinds {
			g, _ := catalogue.Find(kind)
			p.Layers = append(p.Layers, ensemble.Layer{ID: kind, Kind: kind, Name: kind, Fabric: g.About().Usual})
		}
		_, stages, err := ensemble.Walk(t.Context(), p, nil)
		require.NoError(t, err)
		for _, s := range stages {
			require.NoError(t, s.Err, s.Kind)
			var b bytes.Buffer
			require.NoError(t, Write(&b, s))
			assert.NotContains(t, b.String(), "⟦", s.Kind)
			drawn := svg.Sheet{TrueScale: true, Dimensions: true, Unit: measure.IN, Title: s.Name}.Draw(s.Draft.Pieces)
			assert.NotContains(t, drawn, "⟦", s.Kind)
			var d written.Document
			require.NoError(t, json.Unmarshal(b.Bytes(), &d))
			for _, piece := range d.Pieces {
				cut, fold := 0, false
				for _, n := range piece.CutFor {
					cut += n
				}
				assert.Equal(t, piece.Cut, cut, "%s: %s", s.Kind, piece.ID)
				for _, e := range piece.Edges {
					fold = fold || e.ID == "fold"
				}
				assert.Equal(t, piece.OnFold, fold, "%s: %s", s.Kind, piece.ID)
			}
		}
	}
}
