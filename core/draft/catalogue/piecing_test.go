package catalogue

import (
	"math"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Every piece of every garment, pieced at many places: either it is refused
// with a reason, or nothing is lost and nothing added, all seams are as true as
// before and both parts can be cut.
func TestPiecingKeepsEverything(t *testing.T) {
	f, err := newFigure(nil, figure.Women, 0)
	require.NoError(t, err)
	done, refused := 0, map[string]int{}
	for _, g := range some(t) {
		v, wrong := draft.Settle(g, f, nil)
		require.Empty(t, wrong)
		d, err := g.Draft(f, v, g.About().Usual)
		require.NoError(t, err)
		for i := range d.Pieces {
			p := &d.Pieces[i]
			line, _ := p.Outline()
			for _, across := range []bool{false, true} {
				for _, at := range []float64{0.2, 0.37, 0.5, 0.8} {
					pieces, seams, err := pattern.Pieced(d.Pieces, d.Seams, pattern.Piecing{Piece: p.ID, Across: across, At: at}, 10)
					if err != nil {
						refused[g.About().Kind]++
						continue
					}
					done++
					require.Len(t, pieces, len(d.Pieces)+1)
					sum, copies := 0.0, 0
					for k := range pieces {
						require.NoError(t, pieces[k].Fault())
						if pieces[k].ID == p.ID || pieces[k].ID == p.ID+"-piece" {
							half, _ := pieces[k].Outline()
							sum += plane.Area(half)
							copies++
							_, ok := pieces[k].Edge("piecing")
							require.True(t, ok)
						}
					}
					require.Equal(t, 2, copies)
					require.InDelta(t, plane.Area(line), sum, 1, "%s %s: the sewing area is kept", g.About().Kind, p.ID)
					for _, tr := range pattern.True(pieces, seams) {
						require.True(t, tr.True, "%s, %s pieced at %.2f (across %v): seam %s out by %.2f %s", g.About().Kind, p.ID, at, across, tr.ID, tr.Difference, tr.Missing)
					}
					// What is sewn in all is what was sewn before.
					before, after := 0.0, 0.0
					for _, s := range pattern.True(d.Pieces, d.Seams) {
						before += s.LengthA
					}
					for _, s := range pattern.True(pieces, seams) {
						if s.ID != "piecing-"+p.ID+"-piece" {
							after += s.LengthA
						}
					}
					require.InDelta(t, before, after, 0.5*float64(len(seams)))
				}
			}
		}
	}
	assert.Greater(t, done, 300)
	t.Logf("%d piecings done; refused: %v", done, refused)
}

// A rectangle cut in two: the parts are as wide as they must be, and the piece
// on the fold that loses its side loses it left and right.
func TestPiecingByHand(t *testing.T) {
	r := pattern.Rectangle("cloth", "Cloth", 400, 300, 15)
	pieces, seams, err := pattern.Pieced([]pattern.Piece{r}, nil, pattern.Piecing{Piece: "cloth", At: 0.75}, 10)
	require.NoError(t, err)
	require.Len(t, seams, 1)
	wide := func(p pattern.Piece) float64 { return plane.BoxOf(p.CutLine()).Width() }
	assert.InDelta(t, 300+15+10, wide(pieces[0]), 1e-9)
	assert.InDelta(t, 100+15+10, wide(pieces[1]), 1e-9)
	assert.Equal(t, "Cloth, left part", func() string {
		p, _, _ := pattern.Pieced([]pattern.Piece{r}, nil, pattern.Piecing{Piece: "cloth", At: 0.4}, 10)
		return p[1].Name
	}())
	folded := r
	folded.Fold, folded.Edges = "left", append([]pattern.Edge(nil), r.Edges...)
	folded.Edges[3].Allowance = 0
	pieces, _, err = pattern.Pieced([]pattern.Piece{folded}, nil, pattern.Piecing{Piece: "cloth", At: 0.75}, 10)
	require.NoError(t, err)
	assert.Equal(t, "left", pieces[0].Fold)
	assert.Equal(t, 1, pieces[0].Cut)
	assert.Equal(t, 2, pieces[1].Cut)
	assert.True(t, pieces[1].Mirrored)
	assert.InDelta(t, 2*(300+10), plane.BoxOf(pieces[0].Opened()).Width(), 1e-9)
	for _, bad := range []float64{0, 1, math.NaN(), -3} {
		_, _, err = pattern.Pieced([]pattern.Piece{r}, nil, pattern.Piecing{Piece: "cloth", At: bad}, 10)
		require.Error(t, err)
	}
	_, _, err = pattern.Pieced([]pattern.Piece{r}, nil, pattern.Piecing{Piece: "none", At: 0.5}, 10)
	require.ErrorContains(t, err, "none")
}
