package ensemble

import (
	"math"
	"testing"

	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/lay"
	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Lower edges and sleeves that are the woven edge of the cloth lie on it, corner by corner, flat or folded; where the cloth in
// hand has no woven edge left nothing of it is laid there, and it is said why.
func TestSelvedgesLieOnTheSelvedge(t *testing.T) {
	for _, how := range []string{"flat", "folded", "torn"} {
		torn := how == "torn"
		p := plan("dress-panelled")
		l := &p.Layers[0]
		if how == "folded" {
			l.Laying.Folds = map[cloth.Role]lay.Fold{cloth.Outer: lay.Lengthwise}
		}
		l.Settings = draft.Settings{draft.Ends: "selvedge"}
		if torn {
			l.Fabric.Lengths, l.Fabric.NoMore = []cloth.Cut{{Length: 9000, Width: 1500}}, true
		}
		s := walk(t, p)[0]
		require.NoError(t, s.Err)
		u := s.Uses()[0]
		sheets, _ := s.Sheets(u, placed)
		held := s.onSelvedge()
		require.GreaterOrEqual(t, len(held), 2)
		if torn {
			for _, x := range sheets[0].Result.Unplaced {
				assert.Contains(t, x.Why, "no selvedge left")
			}
			require.NotEmpty(t, sheets[0].Result.Unplaced)
			for _, at := range sheets[0].Result.Placements {
				assert.Empty(t, held[at.ID], at.ID)
			}
			continue
		}
		everyCopy(t, s, u, sheets)
		seen := 0
		for _, sheet := range sheets {
			assert.Empty(t, sheet.Job.Faults(sheet.Result.Placements))
			for _, at := range sheet.Result.Placements {
				for i := range s.Draft.Pieces {
					piece := &s.Draft.Pieces[i]
					if piece.ID != at.ID {
						continue
					}
					for _, edge := range held[at.ID] {
						e, _ := piece.Edge(edge)
						for _, q := range e.Line {
							q = OnCloth(q)
							if at.Mirrored {
								q.Y = -q.Y
							}
							y := plane.Turned([]plane.Point{q}, at.Turn)[0].Y + at.Y
							assert.Less(t, min(math.Abs(y), math.Abs(y-sheet.Job.Cloth.Width)), 0.8, "%s of %s", edge, at.ID)
							seen++
						}
					}
				}
			}
		}
		assert.Greater(t, seen, 8, how)
	}
}
