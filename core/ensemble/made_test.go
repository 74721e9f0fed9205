package ensemble

import (
	"math"
	"testing"

	"ardentgusset/core/cloth"
	"ardentgusset/core/lay"
	"ardentgusset/core/measure"
	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

func rectangle(id string, w, h float64) lay.Piece {
	return lay.Piece{ID: id, Count: 1, Turns: []float64{0}, Outline: []lay.XY{{0, 0}, {w, 0}, {w, h}, {0, h}}}
}

// One rectangle cut from the corner of a length leaves the rest with its step.
func TestRemnantByHand(t *testing.T) {
	f := cloth.Fabric{Name: "Wool", Width: 1440, Thickness: 0.5, Lengths: []cloth.Cut{{ID: 1, Length: 2000, Flaws: []cloth.Flaw{{What: "mend", Around: [][2]float64{{1800, 100}, {1850, 100}, {1850, 150}}}, {What: "gone", Around: [][2]float64{{10, 10}, {20, 10}, {20, 20}}}}}}}
	sheet := Sheet{Job: lay.Job{Pieces: []lay.Piece{rectangle("a", 600, 720)}}, Result: lay.Result{Placements: []lay.Placement{{ID: "a"}}}}
	m := Made{Uses: []MadeUse{{Use: Use{Role: cloth.Outer, Stash: 7, Fabric: f}, Sheets: []Sheet{sheet}}}}
	takes := m.Takes()
	require.Len(t, takes, 1)
	left := takes[0].Left
	require.NotNil(t, left)
	assert.Equal(t, uint(7), takes[0].Stash)
	assert.Equal(t, 1, takes[0].Piece)
	assert.InDelta(t, 2000, float64(left.Length), 1e-6)
	assert.InDelta(t, 2000*1440-600*720, left.Area(f), 1)
	require.Len(t, left.Flaws, 1)
	assert.Equal(t, "mend", left.Flaws[0].What)
}

// Cut along one selvedge as good as from end to end, what is left is the strip beside it
// and not a whole width.
func TestAStripIsNoWholeWidth(t *testing.T) {
	f := cloth.Fabric{Name: "Wool", Width: 1700, Thickness: 0.5, Lengths: []cloth.Cut{{ID: 1, Length: 600, Width: 500}}}
	sheet := Sheet{Job: lay.Job{Pieces: []lay.Piece{rectangle("a", 590, 50)}}, Result: lay.Result{Placements: []lay.Placement{{ID: "a", X: 5}}}}
	left := sheet.remnant(f, f.Lengths[0])
	require.NotNil(t, left)
	assert.LessOrEqual(t, left.Area(f), 600.0*450)
	assert.Greater(t, left.Area(f), 600.0*435)
}

// Whatever was cut, what is left holds nothing of it, lies on the cloth, and is
// as much as there can be beyond the last cut.
func TestRemnantsHoldNothingThatWasCut(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		long, wide := rapid.Float64Range(600, 4000).Draw(t, "long"), rapid.Float64Range(500, 1600).Draw(t, "wide")
		f := cloth.Fabric{Name: "Wool", Width: 1700, Thickness: 0.5, Shrinkage: rapid.Float64Range(0, 0.08).Draw(t, "shrinks")}
		cut := cloth.Cut{ID: 1, Length: measure.Length(long), Width: measure.Length(wide)}
		if rapid.Bool().Draw(t, "irregular") {
			cut.Outline = [][2]float64{{0, 0}, {long, wide * 0.2}, {long * 0.8, wide}, {long * 0.1, wide * 0.9}}
		}
		f.Lengths = []cloth.Cut{cut}
		along, across := f.Shrinks()
		sheet := Sheet{}
		for i := range rapid.IntRange(1, 6).Draw(t, "pieces") {
			id := string(rune('a' + i))
			p := rectangle(id, rapid.Float64Range(50, 300).Draw(t, "w"), rapid.Float64Range(50, wide/2).Draw(t, "h"))
			sheet.Job.Pieces = append(sheet.Job.Pieces, p)
			sheet.Result.Placements = append(sheet.Result.Placements, lay.Placement{ID: id, X: rapid.Float64Range(0, long*0.5).Draw(t, "x"), Y: rapid.Float64Range(0, wide*0.45).Draw(t, "y"), Turn: 0})
		}
		left := sheet.remnant(f, cut)
		if left == nil {
			return
		}
		outline := corners(*left)
		require.Positive(t, math.Abs(plane.Area(outline)))
		require.LessOrEqual(t, len(outline), 200)
		require.Empty(t, cloth.Fabric{Name: "w", Width: 1700, Thickness: 0.5, Lengths: []cloth.Cut{*left}}.Faults())
		// Back on the whole cloth: the remnant was moved to begin at 0.
		off := long - float64(left.Length)
		if len(cut.Outline) > 0 {
			off = math.NaN()
		}
		if math.IsNaN(off) {
			return
		}
		for _, poly := range sheet.placed() {
			for _, q := range poly {
				at := plane.Pt(q.X/(1-along)-off, q.Y/(1-across))
				if plane.Inside(outline, at) {
					require.Less(t, plane.Apartness(outline, at), 0.2, "a corner of what was cut lies in what is left")
				}
			}
		}
	})
}

func corners(c cloth.Cut) []plane.Point {
	if len(c.Outline) == 0 {
		return []plane.Point{{}, {X: float64(c.Length)}, {X: float64(c.Length), Y: float64(c.Width)}, {Y: float64(c.Width)}}
	}
	var out []plane.Point
	for _, q := range c.Outline {
		out = append(out, plane.Pt(q[0], q[1]))
	}
	return out
}
