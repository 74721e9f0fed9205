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

// What is cut for another layer comes from that layer's cloth; never twice, and every copy is cut.
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
		whole := map[string]int{}
		for i := range alone.Draft.Pieces {
			whole[alone.Draft.Pieces[i].ID] = alone.Draft.Pieces[i].Cut
		}
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

// A lining, an interlining and an interfacing are of cloths of their own from the beginning, the outer one is cut for nothing
// else; somebody who wants them from it says so. The second layer of a band alone is cut from the outer cloth.
func TestLiningsHaveAClothOfTheirOwn(t *testing.T) {
	laid := func(kind string, change func(*Laying)) Stage {
		p := plan(kind)
		if change != nil {
			change(&p.Layers[0].Laying)
		}
		_, stages, err := Walk(t.Context(), p, nil)
		require.NoError(t, err)
		require.NoError(t, stages[0].Err)
		return stages[0]
	}
	for _, kind := range []string{"bodice-basque", "jacket-quilted", "jacket-tailored", "coat-skirted", "mantle"} {
		s := laid(kind, nil)
		for i := range s.Draft.Pieces {
			p := &s.Draft.Pieces[i]
			assert.Equal(t, p.CutOf(pattern.ForOuter)+p.CutOf(pattern.ForStrength), s.Laying.Count(p, cloth.Outer), "%s, %s", kind, p.ID)
			for _, role := range ofTheirOwn {
				assert.Equal(t, p.CutOf(pattern.For(role)), s.Laying.Count(p, role), "%s, %s", kind, p.ID)
			}
		}
		uses := s.Uses()
		require.Greater(t, len(uses), 1, kind)
		for _, u := range uses[1:] {
			assert.NotEmpty(t, u.Fabric.Name)
			assert.NotEqual(t, s.Fabric.Name, u.Fabric.Name, kind)
			assert.Zero(t, u.Fabric.Price, "nobody knows yet what it costs")
		}
		from := laid(kind, func(l *Laying) {
			require.NoError(t, l.Edit(LayEdit{Do: "drop", Role: uses[1].Role, Pieces: s.Draft.Pieces}))
		})
		assert.NotContains(t, roles(from.Uses()), uses[1].Role, "%s: it was wanted from the outer cloth", kind)
		again := laid(kind, func(l *Laying) {
			require.NoError(t, l.Edit(LayEdit{Do: "drop", Role: uses[1].Role, Pieces: s.Draft.Pieces}))
			require.NoError(t, l.Edit(LayEdit{Do: "add", Value: string(uses[1].Role), Pieces: s.Draft.Pieces}))
		})
		assert.Equal(t, uses[1].Counts, again.UseOf(uses[1].Role).Counts)
	}
	s := laid("drawers", nil)
	assert.Equal(t, []cloth.Role{cloth.Outer}, roles(s.Uses()))
}

func roles(uses []Use) (out []cloth.Role) {
	for _, u := range uses {
		out = append(out, u.Role)
	}
	return out
}
