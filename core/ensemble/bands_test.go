package ensemble

import (
	"context"
	"math"
	"testing"

	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/lay"
	"ardentgusset/core/measure"
	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// laidBanded is the panelled dress with its ends on the selvedges of a banded cloth, laid.
func laidBanded(t require.TestingT, bands []measure.Length, along string, shrinkage float64, ends string, edits ...LayEdit) (Stage, Use, []Sheet) {
	p := plan("dress-panelled")
	l := &p.Layers[0]
	l.Fabric.InHand, l.Fabric.Lengths, l.Fabric.Width, l.Fabric.Selvedge = 0, nil, 1600, 10
	l.Fabric.Bands, l.Fabric.BandsAlong, l.Fabric.Shrinkage, l.Fabric.Railroad = bands, along, shrinkage, ends != "selvedge"
	l.Settings = draft.Settings{draft.Ends: ends}
	walked := func() Stage {
		_, stages, err := Walk(context.Background(), p, tested)
		require.NoError(t, err)
		require.NoError(t, stages[0].Err)
		return stages[0]
	}
	s := walked()
	for _, e := range edits {
		e.Pieces = s.Draft.Pieces
		require.NoError(t, l.Laying.Edit(e))
	}
	s = walked()
	u := s.Uses()[0]
	sheets, _ := s.Sheets(u, placed)
	require.Empty(t, Unplaced(sheets))
	return s, u, sheets
}

// Bands of a selvedge go on across every seam of pieces whose ends lie on it: each stands as far from the woven edge on the one as on
// the other, whichever selvedge they lie on, washed or not; where only one selvedge has bands, all of them lie on that one.
func TestBandsGoOnAcrossSeams(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		along := rapid.SampledFrom([]string{"", cloth.LowerSelvedge, cloth.UpperSelvedge}).Draw(t, "along")
		first := rapid.Float64Range(8, 30).Draw(t, "first")
		apart := rapid.Float64Range(6, 25).Draw(t, "apart")
		shrinkage := rapid.Float64Range(0, 0.04).Draw(t, "shrinkage")
		var bands []measure.Length
		for k := range rapid.IntRange(1, 5).Draw(t, "number") {
			bands = append(bands, measure.Length(first+apart*float64(k)))
		}
		s, u, sheets := laidBanded(t, bands, along, shrinkage, "selvedge")
		met := 0
		for _, m := range s.BandMeetings(u, sheets) {
			require.True(t, m.Meets(), "%+v", m)
			require.Equal(t, len(bands), m.Bands)
			met++
		}
		require.GreaterOrEqual(t, met, 2)
		held := s.onSelvedge()
		for _, sheet := range sheets {
			width := sheet.Job.Cloth.Width
			for _, at := range sheet.Result.Placements {
				for i := range s.Draft.Pieces {
					if p := &s.Draft.Pieces[i]; p.ID == at.ID && len(held[p.ID]) > 0 {
						e, _ := p.Edge(held[p.ID][0])
						q := OnCloth(e.Line[0])
						if at.Mirrored {
							q.Y = -q.Y
						}
						y := plane.Turned([]plane.Point{q}, at.Turn)[0].Y + at.Y
						switch along {
						case cloth.LowerSelvedge:
							require.InDelta(t, 0, y, 0.8)
						case cloth.UpperSelvedge:
							require.InDelta(t, width, y, 0.8)
						default:
							require.Less(t, min(math.Abs(y), math.Abs(y-width)), 0.8)
						}
					}
				}
			}
		}
	})
}

// A piece moved off its selvedge is told by as much as it was moved, and one in the middle of the cloth has no bands at its seams: what
// is offered then brings them there.
func TestBandsThatDoNotMeetAreTold(t *testing.T) {
	bands := []measure.Length{20, 32}
	s, u, sheets := laidBanded(t, bands, "", 0, "selvedge")
	whole := s.BandMeetings(u, sheets)
	require.NotEmpty(t, whole)
	seam := s.Draft.Seams[0]
	for _, one := range s.Draft.Seams {
		if one.ID == whole[0].Seam {
			seam = one
		}
	}
	for i := range sheets[0].Result.Placements {
		if at := &sheets[0].Result.Placements[i]; at.ID == seam.A.Piece {
			at.Y += 5
		}
	}
	moved := s.BandMeetings(u, sheets)
	assert.False(t, moved[0].Meets())
	assert.InDelta(t, 5, moved[0].Step, 0.3)

	var edits []LayEdit
	offered := 0
	s, u, sheets = laidBanded(t, bands, "", 0, "turned", edits...)
	assert.Empty(t, s.BandMeetings(u, sheets), "nothing lies on a selvedge")
	edits = append(edits, LayEdit{Do: "bind", About: seam.A.Piece, Value: bottomOf(t, s, seam.A.Piece) + " selvedge"})
	for range 6 {
		s, u, sheets = laidBanded(t, bands, "", 0, "turned", edits...)
		apart := false
		for _, m := range s.BandMeetings(u, sheets) {
			if apart = !m.Meets(); apart {
				require.NotEmpty(t, m.Edge, "%+v", m)
				edits = append(edits, LayEdit{Do: "bind", About: m.Piece, Value: m.Edge + " selvedge"})
				offered++
				break
			}
		}
		if !apart {
			break
		}
	}
	assert.Positive(t, offered)
	for _, m := range s.BandMeetings(u, sheets) {
		assert.True(t, m.Meets(), "%+v", m)
	}
}

func bottomOf(t *testing.T, s Stage, piece string) string {
	for i := range s.Draft.Pieces {
		if p := &s.Draft.Pieces[i]; p.ID == piece {
			for _, e := range Bindable(p) {
				if e.Name[:5] == "lower" {
					return e.ID
				}
			}
		}
	}
	t.Fatal("no lower side of " + piece)
	return ""
}

// Bands that a selvedge can't have are refused by their field; a hold at one selvedge names 0 or the width.
func TestBandsAreChecked(t *testing.T) {
	d, _ := cloth.FieldOf("bands_mm")
	f := cloth.Fabric{Width: 1400, Thickness: 0.4, Colour: cloth.Colours()[0]}
	for _, bad := range []string{"80 cm", "0", "-2 cm", "2 cm, 2 cm", "bands"} {
		assert.Error(t, d.Set(&f, bad, measure.CM), bad)
	}
	require.NoError(t, d.Set(&f, "4 cm, 2 cm", measure.CM))
	assert.Equal(t, []measure.Length{20, 40}, f.Bands)
	j := lay.Job{Cloth: lay.Cloth{Width: 1000}, Pieces: []lay.Piece{{ID: "a", Count: 1, Turns: []float64{0},
		Outline: []lay.XY{{0, 0}, {100, 0}, {100, 50}, {0, 50}}, Hold: []lay.Hold{{From: 0, To: 1, At: lay.AtSelvedge, Y: []float64{1000}}}}}}
	require.NoError(t, j.Check())
	r, _ := placed(j)
	assert.Contains(t, r.Unplaced[0].Why, "selvedge")
	j.Pieces[0].Turns = []float64{0, 180}
	r, _ = placed(j)
	require.Len(t, r.Placements, 1)
	assert.InDelta(t, 1000, r.Placements[0].Y, 0.5)
	j.Pieces[0].Hold[0].Y[0] = 20
	assert.ErrorContains(t, j.Check(), "hold 1")
}
