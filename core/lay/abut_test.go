package lay

import (
	"context"
	"fmt"
	"math"
	"testing"

	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// Cloth that was cut up without any waste is laid as it was, by straight cuts
// and curved ones, its corners rounded to a hundredth of a millimetre.
func TestWhatWasCutUpIsLaidAgain(t *testing.T) {
	for _, c := range []cutting{slanted, waved} {
		for _, n := range []int{5, 9, 17, 26} {
			j, length := jigsawJob(uint64(100+n), n, c, 0.01)
			require.NoError(t, j.Check())
			r := Search(context.Background(), j, 1, nil)
			require.Empty(t, r.Unplaced)
			assert.InDelta(t, length, r.Length, 0.003*length, "%d pieces, cutting %d", n, c)
			assert.Empty(t, j.Faults(r.Placements))
			sound(t, j, r)
		}
	}
	j, length := jigsawJob(16, 16, slanted, 0.1)
	r := Search(context.Background(), j, 1, nil)
	assert.InDelta(t, length, r.Length, 0.003*length, "corners to a tenth of a millimetre")
	sound(t, j, r)
}

// A rectangle cut up and something else besides: what belongs together is laid
// so all the same, and the rest finds its place.
func TestWhatIsLeftOverIsFilledIn(t *testing.T) {
	j, length := jigsawJob(31, 14, slanted, 0.01)
	s := newSearch(j)
	alone := s.abutted(context.Background(), 1.2*length)
	require.True(t, alone.ok)
	j.Pieces = append(j.Pieces, cut("round", false, regular(24, 140)))
	r := newSearch(j).abutted(context.Background(), 2*length)
	require.True(t, r.ok)
	assert.Empty(t, j.Faults(r.result.Placements))
	assert.Len(t, r.result.Placements, 15)
	assert.Less(t, r.result.Length, length+290, "the disc behind the rectangle at the most")
	sound(t, j, r.result)
}

func regular(n int, radius float64) []plane.Point {
	var out []plane.Point
	for k := range n {
		s, c := math.Sincos(2 * math.Pi * float64(k) / float64(n))
		out = append(out, plane.Pt(radius*c, radius*s))
	}
	return out
}

// A shift is cut from linen so that nothing is left: the body and the strip
// beside it that gives the gores, two of them to a strip, the sleeves side by
// side, six squares across (common practice, no source). Already the first lay
// finds it.
func TestLinenIsCutWithoutWaste(t *testing.T) {
	for _, width := range []float64{900, 907.77, 1130.5} {
		j := Job{Seed: 1, Cloth: Cloth{Width: width}}
		for _, p := range []struct {
			id    string
			count int
			line  []plane.Point
		}{
			{"body", 2, oblong(1000, width*2/3)}, {"gore", 4, []plane.Point{{}, {X: 1000}, {Y: width / 3}}},
			{"sleeve", 2, oblong(500, width/2)}, {"gusset", 4, oblong(width/6, width/6)}, {"cuff", 2, oblong(width/6, width/6)},
		} {
			q := cut(p.id, false, p.line)
			q.Count = p.count
			j.Pieces = append(j.Pieces, q)
		}
		require.NoError(t, j.Check())
		r := Place(context.Background(), j)
		require.InDelta(t, 2500+width/6, r.Length, 0.5)
		require.InDelta(t, 1, r.Utilisation, 1e-3)
		sound(t, j, r)
		require.Equal(t, r, Place(context.Background(), j))
	}
}

// Gaps, flaws, selvedges and pinned pieces are kept.
func TestAbuttingKeepsClear(t *testing.T) {
	found := 0
	rapid.Check(t, func(t *rapid.T) {
		long, high := rapid.Float64Range(200, 500).Draw(t, "long"), rapid.Float64Range(80, 200).Draw(t, "high")
		slant := rapid.Float64Range(0, 60).Draw(t, "slant")
		gap := rapid.Float64Range(0, 6).Draw(t, "gap")
		selvedge := rapid.Float64Range(0, 20).Draw(t, "selvedge")
		across := rapid.IntRange(2, 4).Draw(t, "across")
		p := Piece{ID: "gore", Count: 4 * across, Turns: []float64{0, 180}, Outline: []XY{{0, 0}, {long, 0}, {long - slant, high}, {slant, high}}}
		j := Job{Gap: gap, Cloth: Cloth{Width: float64(across)*(high+gap) - gap + 2*selvedge, Selvedge: selvedge}, Pieces: []Piece{p}}
		if rapid.Bool().Draw(t, "flawed") {
			x, y := rapid.Float64Range(0, 3*long).Draw(t, "x"), rapid.Float64Range(0, j.Cloth.Width).Draw(t, "y")
			j.Cloth.Flaws = [][]XY{{{x, y}, {x + 30, y}, {x + 10, y + 40}}}
		}
		if rapid.Bool().Draw(t, "pinned") {
			j.Pinned = []Placement{{ID: "gore", Copy: 0, X: rapid.Float64Range(0, long).Draw(t, "at"), Y: selvedge}}
			if j.Check() != nil { // on the flaw
				return
			}
		}
		require.NoError(t, j.Check())
		r := newSearch(j).abutted(context.Background(), 6*long)
		if !r.ok {
			return
		}
		found++
		require.Empty(t, j.Faults(r.result.Placements))
		require.Len(t, r.result.Placements, p.Count)
		sound(t, j, r.result)
		if len(j.Cloth.Flaws)+len(j.Pinned) == 0 && slant < 1 {
			require.Less(t, r.result.Length, 4*(long+gap)+1)
		}
	})
	require.Greater(t, found, 20)
}

// How two poses lie to each other does not depend on which of them is asked
// for, and what lies edge to edge by its corners touches for as long as both.
func TestMeeting(t *testing.T) {
	j, _ := jigsawJob(3, 8, slanted, 0.01)
	s := newSearch(j)
	a := newAbutting(context.Background(), s, 1e4)
	beds := 0
	for p := range s.poses {
		for q := range s.poses {
			for _, d := range a.bed(p, q) {
				beds++
				there, back := a.meet(p, q, d), a.meet(q, p, d.Times(-1))
				require.Equal(t, there, back)
				require.False(t, there.deep)
				require.Positive(t, there.touch)
				require.LessOrEqual(t, there.touch, min(a.poses[p].round, a.poses[q].round)+1e-6)
				nudged := a.meet(p, q, d.Add(plane.Pt(5, 7)))
				require.True(t, nudged.deep || nudged.touch < there.touch, "off its bed it lies worse")
			}
		}
	}
	require.Greater(t, beds, 20)
}

// Pieces that stand in each other by a little are moved apart, and no further
// than needed; what can't be is said to be.
func TestMovedApart(t *testing.T) {
	row := func(width float64, in float64) (partial, bool, *search) {
		j := Job{Cloth: Cloth{Width: width}}
		for i := range 4 {
			j.Pieces = append(j.Pieces, rectangle(fmt.Sprint(i), 1, 300, 100))
		}
		s := newSearch(j)
		a := newAbutting(context.Background(), s, 1e4)
		t := partial{attempt: attempt{pose: make([]int, 4), x: make([]float64, 4), y: make([]float64, 4)}, set: []int{0, 1, 2, 3}}
		for i := range 4 {
			t.pose[i] = s.own[i][0]
			t.x[i], t.y[i] = float64(i%2)*(300-in), float64(i/2)*(100-in)
		}
		w, ok := a.apart(t)
		return w, ok, s
	}
	w, ok, s := row(200.01, 0.15)
	require.True(t, ok)
	r := s.finished(w.attempt).result
	require.Empty(t, s.job.Faults(r.Placements))
	assert.InDelta(t, 600, r.Length, 0.7)
	_, ok, _ = row(199.8, 0.15)
	assert.False(t, ok, "the cloth is too narrow")
	_, ok, _ = row(200, 40)
	assert.False(t, ok, "they lie deep in each other")
}

// Pushed together at once, the pieces of a lay take less cloth than pushed one
// by one, and lie as well.
func TestPushedTogether(t *testing.T) {
	shorter := 0
	for seed := uint64(1); seed <= 2; seed++ {
		for k, j := range []Job{panelsJob(seed), goresJob(seed), bodiceJob(seed)} {
			j.Gap = float64(seed-1) * 3
			s := newSearch(j)
			before := s.exact(context.Background(), s.take(place(context.Background(), j, 1)))
			require.True(t, before.ok)
			after := s.squeezed(context.Background(), before)
			if !after.ok {
				continue
			}
			shorter++
			require.Less(t, after.result.Length, before.result.Length)
			require.Empty(t, j.Faults(after.result.Placements), "kind %d, seed %d", k, seed)
			sound(t, j, after.result)
			for i, p := range after.result.Placements {
				require.Equal(t, before.result.Placements[i].Turn, p.Turn)
			}
		}
	}
	require.Greater(t, shorter, 2)
	stop, cancel := context.WithCancel(context.Background())
	cancel()
	s := newSearch(panelsJob(1))
	require.False(t, s.squeezed(stop, s.take(place(stop, s.job, 1))).ok, "a stopped search pushes nothing")
}
