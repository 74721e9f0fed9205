package ensemble

import (
	"context"
	"math"
	"testing"

	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/lay"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
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

// An edge that is bound to a stripe lies on one: its sewing line, washed widths reckoned with, whichever way up it is laid; bound to the
// selvedge it lies at the edge of the cloth. Without a stripe where it could lie the piece is not laid at all, and told.
func TestEdgesOnStripes(t *testing.T) {
	placed := 0
	rapid.Check(t, func(t *rapid.T) {
		p := plan("skirt-breadths")
		l := &p.Layers[0]
		l.Fabric.Width, l.Fabric.Selvedge, l.Fabric.Shrinkage = 1500, 12, rapid.Float64Range(0, 0.06).Draw(t, "shrinkage")
		l.Fabric.InHand, l.Fabric.Lengths = 0, nil
		at := rapid.Float64Range(20, 1480).Draw(t, "stripe")
		l.Fabric.Stripes = []measure.Length{measure.Length(at)}
		l.Fabric.Railroad = true // breadths lie across, their hems along the cloth
		_, stages, err := Walk(context.Background(), p, tested)
		require.NoError(t, err)
		require.NoError(t, stages[0].Err)
		s := stages[0]
		var piece *pattern.Piece
		edge := pattern.Edge{}
		for i := range s.Draft.Pieces {
			for _, e := range Bindable(&s.Draft.Pieces[i]) {
				if s.Draft.Pieces[i].KindOf(e, s.Draft.Seams) == pattern.Hem && piece == nil {
					piece, edge = &s.Draft.Pieces[i], e
				}
			}
		}
		require.NotNil(t, piece)
		require.NoError(t, l.Laying.Edit(LayEdit{Do: "bind", About: piece.ID, Value: edge.ID + " stripe", Pieces: s.Draft.Pieces}))
		_, stages, err = Walk(context.Background(), p, tested)
		require.NoError(t, err)
		s = stages[0]
		sheets, ok := s.Sheets(s.Uses()[0], func(j lay.Job) (lay.Result, bool) { return lay.Place(context.Background(), j), true })
		require.True(t, ok)
		_, across := l.Fabric.Shrinks()
		line := at * (1 - across)
		for _, sheet := range sheets {
			for _, where := range sheet.Result.Placements {
				if where.ID != piece.ID {
					continue
				}
				placed++
				turned := func(q plane.Point) plane.Point {
					q = OnCloth(q)
					if where.Mirrored {
						q.Y = -q.Y
					}
					return plane.Turned([]plane.Point{q}, where.Turn)[0].Add(plane.Pt(where.X, where.Y))
				}
				for _, q := range []plane.Point{edge.Line[0], edge.Line[len(edge.Line)-1]} {
					require.InDelta(t, line, turned(q).Y, 0.8, "turned by %g", where.Turn)
				}
			}
			for _, u := range sheet.Result.Unplaced {
				if u.ID == piece.ID {
					require.Contains(t, u.Why, "stripe")
				}
			}
		}
	})
	require.Greater(t, placed, 10)
}
