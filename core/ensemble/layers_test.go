package ensemble

import (
	"testing"

	"ardentgusset/core/cloth"
	"ardentgusset/core/draft/catalogue"
	"ardentgusset/core/memo"
	"ardentgusset/core/pattern"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// What is cut for another layer comes from that layer's cloth when there is one, and from
// the outer cloth otherwise; never twice, and every copy is cut.
func TestLayersAreCutFromTheirOwnCloth(t *testing.T) {
	layered, book := 0, memo.New(8<<20)
	laid := func(p Plan) Stage { // how it is laid changes no draft: each is drafted once
		_, stages, err := Walk(t.Context(), p, book)
		require.NoError(t, err)
		require.NoError(t, stages[0].Err)
		return stages[0]
	}
	for _, g := range catalogue.All() {
		p := plan(g.About().Kind)
		alone := laid(p)
		whole := alone.Uses()[0].Counts
		for _, role := range cloth.Roles()[1:] {
			p.Layers[0].Laying.Beside = []Beside{{Role: role, Fabric: g.About().Usual}}
			s := laid(p)
			sum := map[string]int{}
			for _, u := range s.Uses() {
				for id, n := range u.Counts {
					sum[id] += n
				}
				if u.Role == role && len(u.Counts) > 0 {
					layered++
				}
			}
			assert.Equal(t, whole, sum, "%s with %s", g.About().Kind, role)
			for i := range s.Draft.Pieces {
				piece := &s.Draft.Pieces[i]
				assert.Equal(t, piece.CutOf(pattern.For(role)), s.Laying.Count(piece, role), piece.Name)
				if piece.Mirrored {
					assert.Zero(t, s.Laying.Count(piece, role)%2, "%s is cut in pairs", piece.Name)
				}
			}
		}
	}
	assert.GreaterOrEqual(t, layered, 8, "garments of several layers")
}
