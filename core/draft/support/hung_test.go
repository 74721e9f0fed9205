package support

import (
	"math"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/drafttest"
	"ardentgusset/core/draft/part"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// Cloth of any number of breadths on any body, over nothing or what stands out: every breadth is sewn to the band once, beside
// its neighbours and behind, edge on edge; it is alike on both sides; its least height is what was asked where the way down is
// least, and from one breadth to the next its upper edge goes on without a step or a corner.
func TestHungClothInAnyNumberOfBreadths(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		waist := rapid.Float64Range(560, 1150).Draw(t, "waist")
		on := drafttest.Body(t, map[string]float64{"height": rapid.Float64Range(1480, 1850).Draw(t, "height"), "waist_girth": waist,
			"hip_girth": waist + rapid.Float64Range(90, 330).Draw(t, "hip"), "bust_girth": waist + 190}, 0)
		if under := rapid.SampledFrom([]draft.Garment{nil, BustleCage{}, Panniers{}}).Draw(t, "under"); under != nil {
			v, _ := draft.Settle(under, on, nil)
			if d, err := draft.Make(under, on, v, under.About().Usual); err == nil {
				on = d.Wear.Dress(on)
			}
		}
		n, width, short := rapid.IntRange(1, 9).Draw(t, "n"), rapid.Float64Range(1500, 4200).Draw(t, "width"), rapid.Float64Range(400, 800).Draw(t, "short")
		h, err := hang(on, "upper", "Upper tier", n, width, short)
		require.NoError(t, err)
		d := draft.Draft{Pieces: h.pieces(12, 220)}
		lower := waist + 20
		parts := h.sewn(&d, lower, pattern.ForNothing, "")
		require.Len(t, parts, n)
		copies, round := 0, 0.0
		for i := range d.Pieces {
			p := &d.Pieces[i]
			require.NoError(t, p.Fault(), p.ID)
			copies += p.Cut
			e, _ := p.Edge("bottom")
			round += e.Length() * float64(p.Cut)
			require.Equal(t, p.Cut == 2, p.Mirrored)
		}
		require.Equal(t, n, copies)
		require.InDelta(t, width, round, 1e-6)
		// Round the band once.
		long, seen := 0.0, map[string]bool{}
		for _, s := range parts {
			long += s.Length
			require.False(t, seen[s.ID])
			seen[s.ID] = true
		}
		require.InDelta(t, lower, long, 1e-6)
		tops := map[string]int{}
		for _, s := range d.Seams {
			if s.Join == pattern.Banded {
				tops[s.B.Piece+s.B.Copy.String()]++
				continue
			}
			a, b := drafttest.Length(t, d, s.A.Piece, s.A.Edge), drafttest.Length(t, d, s.B.Piece, s.B.Edge)
			require.InDelta(t, a, b, 0.01, "%s: %s and %s", s.ID, s.A, s.B)
		}
		require.Len(t, tops, n)
		for who, times := range tops {
			require.Equal(t, 1, times, who)
		}
		under, over := h.opened()
		require.InDelta(t, 220, drafttest.Length(t, d, under.Piece, under.Edge), 0.01)
		require.InDelta(t, 220, drafttest.Length(t, d, over.Piece, over.Edge), 0.01)
		// Alike on both sides, as tall as asked at least, and steady.
		least, steepest := math.Inf(1), 0.0
		for x := 0.0; x <= width/2; x += 5 {
			require.InDelta(t, h.tall(x), h.tall(width-x), 1e-6)
			least = min(least, h.tall(x))
			steepest = max(steepest, math.Abs(h.tall(x+1)-h.tall(x)))
		}
		require.InDelta(t, short, least, 12)
		require.InDelta(t, h.tall(width/2), short+h.lengths[0], 1e-6, "what is told of the front is what is drawn there")
		require.InDelta(t, h.tall(0), short+h.lengths[2], 1e-6)
		require.Less(t, steepest, 1.2, "mm a mm")
		// Level all round: the way down less the cloth is one height.
		for share := 0.05; share < 1; share += 0.1 {
			way := on.WaistToFloor(part.BearingOf(on.At(0), share))
			front := on.WaistToFloor(0) - h.tall(width/2)
			require.InDelta(t, front, way-h.tall(width/2*(1-share)), max(h.moved+2, 4), "at %.2f of the half from the front", share)
		}
	})
}

// Each breadth's place is told in words, and no two pieces are called alike.
func TestBreadthsAreCalledByTheirPlace(t *testing.T) {
	on := drafttest.Body(t, nil, 0)
	for n, want := range map[int][]string{1: {"Breadth"}, 2: {"Breadth"}, 3: {"Breadth, behind", "Breadth, before"},
		5: {"Breadth, behind", "Breadth, at the side", "Breadth, before"},
		8: {"Breadth, behind", "Breadth, at the side, 1", "Breadth, at the side, 2", "Breadth, before"}} {
		h, err := hang(on, "breadth", "Breadth", n, 3000, 700)
		require.NoError(t, err)
		var names []string
		ids := map[string]bool{}
		for _, p := range h.pieces(12, 200) {
			names = append(names, p.Name)
			assert.False(t, ids[p.ID], p.ID)
			ids[p.ID] = true
			outline, _ := p.Outline()
			assert.InDelta(t, 3000/float64(n), plane.BoxOf(outline).Width(), 1e-6)
		}
		assert.Equal(t, want, names)
		for i := range n { // every breadth is a copy of one of them
			id, _, _ := h.breadth(i)
			assert.True(t, ids[id], "%d of %d", i, n)
		}
	}
}
