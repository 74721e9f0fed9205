package worn_test

import (
	"fmt"
	"math"
	"testing"

	"ardentgusset/core/draft/catalogue"
	"ardentgusset/core/ensemble"
	"ardentgusset/core/ensemble/worn"
	"ardentgusset/core/figure"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// inCheck dresses a usual body in one kind of a checked, or of sheer, cloth.
func inCheck(t *testing.T, kind string, sheer bool) worn.Figure {
	t.Helper()
	g, ok := catalogue.Find(kind)
	require.True(t, ok)
	f := g.About().Usual
	if f.RepeatX, f.RepeatY = 60, 40; sheer {
		f.RepeatX, f.RepeatY, f.Shows = 0, 0, 3
	}
	p := ensemble.Plan{Group: figure.Women, Layers: []ensemble.Layer{{ID: "1", Kind: kind, Name: kind, Fabric: f}}}
	bare, stages, err := ensemble.Walk(t.Context(), p, nil)
	require.NoError(t, err)
	return worn.Dress(bare, stages)
}

// What shows on cloth is as long on the figure as on the pieces: down a gore, from the waist to the hem, and round a fitted bodice but
// where its darts are shut.
func TestClothThatShowsIsAsLongOnTheFigureAsOnThePieces(t *testing.T) {
	s := inCheck(t, "skirt-gores", false).Layers[0].Sheets[0]
	require.Len(t, s.Cloth, len(s.On))
	col := s.Columns / 3
	drawn, cloth := 0.0, 0.0
	for i := 1; i < s.Rows(); i++ {
		a, b := i*s.Columns+col, (i-1)*s.Columns+col
		p, q := s.On[a], s.On[b]
		drawn += math.Sqrt((p.X-q.X)*(p.X-q.X) + (p.Y-q.Y)*(p.Y-q.Y) + (p.Z-q.Z)*(p.Z-q.Z))
		cloth += math.Hypot(s.Cloth[a][0]-s.Cloth[b][0], s.Cloth[a][1]-s.Cloth[b][1])
	}
	assert.InEpsilon(t, cloth, drawn, 0.03)
	for _, r := range inCheck(t, "bodice-basque", false).Layers[0].Rings {
		if r.Drop < -60 || r.Drop > -20 {
			continue
		}
		drawn, cloth = 0, 0
		for k := 2; k+1 < len(r.Line)/2; k += 2 {
			step := math.Hypot(r.Cloth[k]-r.Cloth[k-2], r.Cloth[k+1]-r.Cloth[k-1])
			long := math.Hypot(r.Line[k]-r.Line[k-2], r.Line[k+1]-r.Line[k-1])
			if long > 0.5 && step < 2*long { // no seam, and no dart
				drawn, cloth = drawn+long, cloth+step
			}
		}
		assert.InEpsilon(t, cloth, drawn, 0.15, fmt.Sprint("at ", r.Drop))
	}
}

// Sheer cloth hides nothing: what is under it is seen, and it lies over that as a veil.
func TestWhatIsUnderSheerClothIsSeen(t *testing.T) {
	const dot = 5.0
	view := worn.View{Dot: dot}
	sheer, thick := inCheck(t, "skirt-breadths", true), inCheck(t, "skirt-breadths", false)
	assert.NotEmpty(t, sheer.From(view, 1).Veil(1, 1, 8))
	assert.Empty(t, sheer.From(view, 1).Region(1, worn.Whole, 8))
	assert.Empty(t, thick.From(view, 1).Veil(1, 1, 8))
	assert.NotEmpty(t, thick.From(view, 1).Region(1, worn.Paler, 3))
}
