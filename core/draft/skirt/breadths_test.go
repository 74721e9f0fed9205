package skirt

import (
	"math"
	"slices"
	"sort"
	"strings"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/drafttest"
	"ardentgusset/core/figure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// laid folds the cloth of an edge at its pleat marks, as they are drawn, and tells how long it comes out:
// every fold is brought to its placement, which takes up as much as lies between them.
func laid(t require.TestingT, p *pattern.Piece) (long float64, pleats int) {
	top, _ := p.Edge("top")
	var folds, to []float64
	for _, m := range p.Marks {
		// How far along the edge the mark begins, by its nearest corner.
		run, best, at := 0.0, math.Inf(1), 0.0
		for i := 1; i < len(top.Line); i++ {
			a, b := top.Line[i-1], top.Line[i]
			if off := a.To(m.Path[0]) + m.Path[0].To(b) - a.To(b); off < best {
				best, at = off, run+a.To(m.Path[0])
			}
			run += a.To(b)
		}
		switch m.Kind {
		case pattern.PleatFold:
			folds = append(folds, at)
		case pattern.PleatTo:
			to = append(to, at)
		}
	}
	sort.Float64s(folds)
	sort.Float64s(to)
	require.Len(t, to, len(folds))
	long = top.Length()
	for i := range folds {
		long -= math.Abs(to[i] - folds[i])
	}
	return long, len(folds)
}

// On any body and for any choice: the breadths add up to the cloth asked for, fit the washed cloth, are
// taken into the band exactly, by marks that can be folded as they stand; cut as they are they hang
// level, and they go round what they hang over.
func TestBreadthsAddUp(t *testing.T) {
	drafted := 0
	rapid.Check(t, func(t *rapid.T) {
		on := drafttest.Wearer(t)
		if rapid.Bool().Draw(t, "stands out behind") {
			on = on.Covered(func(drop float64) float64 { return min(max(drop, 0)*0.4, 110) })
		}
		v, in := drafttest.Chosen(t, untrained{Breadths{}}, on), Breadths{}.About().Usual
		d, err := draft.Make(Breadths{}, on, v, in)
		if err != nil {
			return
		}
		drafted++
		require.NoError(t, d.Check())
		hem, back, long := 0.0, 0.0, map[string]float64{}
		for _, s := range d.Seams {
			if strings.HasPrefix(s.ID, "band-") {
				long[s.B.Piece] = drafttest.Length(t, d, "band", s.A.Edge)
			}
		}
		band := 0.0
		for i := range d.Pieces {
			p := &d.Pieces[i]
			e, ok := p.Edge("hem")
			if !ok {
				continue
			}
			require.InDelta(t, 0, e.Line[0].Y-e.Line[len(e.Line)-1].Y, 1e-9, "on the straight of the cloth")
			hem += 2 * e.Length()
			band += 2 * long[p.ID]
			wide := e.Length()
			if p.Fold != "" {
				wide *= 2
			}
			require.LessOrEqual(t, wide+2*v.Number("allowance"), float64(in.Usable())+1e-6)
			if band > drafttest.Value(d, "band") { // more than half way round
				back += 2 * e.Length()
			}
			if into := v.Choice("into"); into == "knife" || into == "box" || into == "inverted" {
				folded, n := laid(t, p)
				require.InDelta(t, long[p.ID], folded, 0.5, "%s %s", p.ID, into)
				if into != "knife" {
					require.Zero(t, n%2)
				}
			}
		}
		require.InDelta(t, v.Number("hem_round"), hem, 0.01)
		for _, drop := range on.Drops(v.Number("band"), on.Floor()-v.Number("clearance")) {
			require.Greater(t, hem, on.Girth(drop)+20)
		}
		front, _ := drafttest.Piece(t, d, "front").Edge("centre")
		require.InDelta(t, on.WaistToFloor(0)-v.Number("clearance")-v.Number("band"), front.Length(), 3)
	})
	assert.Greater(t, drafted, 25)
}

// Where more of the cloth is asked for behind, it is there: the middle of the half band takes the asked
// part of it; asked of half, the cloth lies even.
func TestClothBehind(t *testing.T) {
	on := drafttest.Body(t, map[string]float64{"bust_girth": 920, "waist_girth": 720, "hip_girth": 980, "height": 1650}, 0)
	for _, q := range []float64{0.5, 0.56, 0.62} {
		d := drafttest.Make(t, Breadths{}, on, draft.Settings{"behind": q, "hem_round": 3000.0, "into": "knife", "shows": 12.0})
		cloth, band := []float64{0}, []float64{0}
		for _, r := range d.Waist.Runs {
			cloth = append(cloth, cloth[len(cloth)-1]+drafttest.Length(t, d, r.Piece, "hem"))
			band = append(band, band[len(band)-1]+r.Long)
		}
		require.GreaterOrEqual(t, len(band), 3)
		total := band[len(band)-1]
		for i := range band { // x = (1−c)s + c·s² is the parabola that gives q behind the middle
			s, c := band[i]/total, 4*q-2
			assert.InDelta(t, (1-c)*s+c*s*s, cloth[i]/1500, 0.001)
		}
	}
}

// Pleats stitched down to the hip lie over it there with the ease they are given and over the waist above,
// by their marks as they are drawn: both ends of a mark are folded to both.
func TestPleatsAreShapedToTheHip(t *testing.T) {
	on := drafttest.Body(t, map[string]float64{"bust_girth": 920, "waist_girth": 700, "hip_girth": 1000, "height": 1650}, 0)
	for _, into := range []string{"knife", "box", "inverted"} {
		d := drafttest.Make(t, Breadths{}, on, draft.Settings{"into": into, "stitched": 180.0, "hem_round": 3000.0, "ease": 0.0})
		waist, hip := 0.0, 0.0
		for i := range d.Pieces {
			p := &d.Pieces[i]
			if _, ok := p.Edge("hem"); !ok {
				continue
			}
			above, _ := laid(t, p)
			waist += 2 * above
			low := *p
			low.Marks = slices.Clone(p.Marks)
			for k := range low.Marks { // as if they were folded where the stitching ends
				if m := &low.Marks[k]; m.Kind == pattern.PleatFold || m.Kind == pattern.PleatTo {
					m.Path = []plane.Point{{X: m.Path[1].X, Y: m.Path[0].Y}}
				}
			}
			below, _ := laid(t, &low)
			hip += 2 * below
		}
		require.InDelta(t, on.GirthAt(figure.Waist), waist, 1, into)
		at := on.Reached(30 + 180)
		require.InDelta(t, on.Girth(at)+30, hip, 4, into)
	}
}

// A millimetre more moves the cloth, and every breadth's part of the band, by little.
func TestBreadthsMoveEvenly(t *testing.T) {
	on := drafttest.Body(t, map[string]float64{"bust_girth": 920, "waist_girth": 720, "hip_girth": 980, "height": 1650}, 0)
	for _, key := range []draft.Key{"clearance", "ease", "hem_round"} {
		last := 0.0
		for by := range 8 {
			v, _ := draft.Settle(Breadths{}, on, nil)
			d := drafttest.Make(t, Breadths{}, on, draft.Settings{key: v.Number(key) + float64(by)})
			side := drafttest.Piece(t, d, "front").Area()
			if last > 0 {
				assert.InDelta(t, last, side, 1300, key)
			}
			last = side
		}
	}
}

// Plain before, on any body: between its marks the cloth is as long as the band, all that is taken in lies behind, and the
// rows of gathering are as long as what is gathered. In the trade the front of a high-waisted gown is plain over 450 to 600
// (common practice, no source).
func TestPlainBefore(t *testing.T) {
	tried := 0
	rapid.Check(t, func(t *rapid.T) {
		on := drafttest.Wearer(t)
		set := draft.Settings{"plain": rapid.Float64Range(50, 600).Draw(t, "plain"), "hem_round": rapid.Float64Range(1600, 4000).Draw(t, "round")}
		v, _ := draft.Settle(Breadths{}, on, set)
		d, err := draft.Make(Breadths{}, on, v, Breadths{}.About().Usual)
		if err != nil {
			return
		}
		tried++
		cloth, band, flat := 0.0, 0.0, v.Number("plain")/2
		for _, r := range d.Waist.Runs {
			p := drafttest.Piece(t, d, r.Piece)
			wide := drafttest.Length(t, d, r.Piece, "hem")
			gathered := 0.0
			for _, m := range p.Marks {
				if m.Kind == pattern.Gather {
					gathered += plane.Length(m.Path) / 2 // one to either side of the edge
				}
			}
			plain := max(min(flat-cloth, wide), 0)
			cloth, band = cloth+wide, band+r.Long
			require.InDelta(t, r.Long+r.More, drafttest.Length(t, d, r.Piece, "top"), 0.1)
			if plain >= wide-1 {
				require.Zero(t, gathered, r.Piece)
				require.InDelta(t, wide, r.Long, 0.1, "%s lies plain", r.Piece)
			} else {
				require.InDelta(t, wide-plain, gathered, 0.03*wide+2, r.Piece)
			}
			require.GreaterOrEqual(t, cloth, min(band, cloth)-0.01)
		}
		require.InDelta(t, v.Number("hem_round")/2, cloth, 0.1)
	})
	assert.Greater(t, tried, 25)
}
