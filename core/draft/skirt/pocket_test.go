package skirt

import (
	"math"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/drafttest"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// In any skirt both edges of a seam have the ends of a pocket's mouth as far below the waist, as far apart as the mouth is
// long; its bag is cut twice for each; and one at the left never lies in the seam that opens.
func TestPocketsInSeams(t *testing.T) {
	kinds := []draft.Garment{Circle{}, Breadths{}, Gores{}}
	drafted := 0
	rapid.Check(t, func(t *rapid.T) {
		g := kinds[rapid.IntRange(0, 2).Draw(t, "kind")]
		on := drafttest.Wearer(t)
		down, mouth := rapid.Float64Range(40, 320).Draw(t, "down"), rapid.Float64Range(110, 220).Draw(t, "mouth")
		v, _ := draft.Settle(g, on, draft.Settings{"pockets": "both", "pocket_down": down, "pocket_mouth": mouth})
		d, err := draft.Make(g, on, v, g.About().Usual)
		if err != nil {
			return
		}
		drafted++
		require.NoError(t, d.Check())
		type end struct{ piece, edge string }
		ends := map[end][]float64{}
		for i := range d.Pieces {
			p := &d.Pieces[i]
			for _, n := range p.Notches {
				if n.Label == "pocket" {
					e, _ := p.Edge(n.Edge)
					at := n.At // from the waist
					if e.Line[0].Y < e.Line[len(e.Line)-1].Y {
						at = e.Length() - n.At
					}
					ends[end{p.ID, n.Edge}] = append(ends[end{p.ID, n.Edge}], at)
				}
			}
		}
		require.Len(t, ends, 2)
		var seam *pattern.Seam
		for i := range d.Seams {
			s := &d.Seams[i]
			_, a := ends[end{s.A.Piece, s.A.Edge}]
			_, b := ends[end{s.B.Piece, s.B.Edge}]
			if a && b {
				seam = s
			}
		}
		require.NotNil(t, seam, "both are edges of one seam")
		for _, at := range ends {
			require.InDelta(t, down, min(at[0], at[1]), 0.5)
			require.InDelta(t, mouth, math.Abs(at[0]-at[1]), 0.5)
		}
		bag := drafttest.Piece(t, d, "pocket")
		require.InDelta(t, mouth, drafttest.Length(t, d, "pocket", "mouth"), 1e-6)
		if seam.Open > 0 {
			require.Equal(t, 2, bag.Cut)
		} else {
			require.Equal(t, 4, bag.Cut)
		}
	})
	assert.Greater(t, drafted, 25)
}

// On any body: a patch or a slit lies on the piece before the side seam, its mouth as wide as asked and so far down that
// seam, level across it; a patch is cut as wide as its mouth, and one is cut for every pocket.
func TestPlacedPockets(t *testing.T) {
	drafted := 0
	rapid.Check(t, func(t *rapid.T) {
		on := drafttest.Wearer(t)
		g := []draft.Garment{Gores{}, Circle{}, Breadths{}, Tube{}}[rapid.IntRange(0, 3).Draw(t, "skirt")]
		kind := rapid.SampledFrom([]string{"patch", "slit"}).Draw(t, "kind")
		both := rapid.Bool().Draw(t, "both")
		set := draft.Settings{"pockets": "right", "pocket_kind": kind, "pocket_mouth": rapid.Float64Range(120, 180).Draw(t, "mouth"),
			"pocket_down": rapid.Float64Range(60, 200).Draw(t, "down")}
		if both {
			set["pockets"] = "both"
		}
		v, wrong := draft.Settle(g, on, set)
		require.Empty(t, wrong)
		d, err := draft.Make(g, on, v, g.About().Usual)
		if err != nil {
			return
		}
		drafted++
		found := 0
		for i := range d.Pieces {
			p := &d.Pieces[i]
			for _, m := range p.Marks {
				if len(m.Label) < 6 || m.Label[:6] != "pocket" {
					continue
				}
				found++
				outline, _ := p.Outline()
				for _, q := range m.Path {
					require.True(t, plane.Inside(outline, q), "%s, %s", g.About().Kind, p.ID)
				}
				require.InDelta(t, v.Number("pocket_mouth"), m.Path[0].To(m.Path[1]), 0.01)
				e, _ := p.Edge("right")
				at, _ := plane.Along(e.Line, e.Length()-v.Number("pocket_down"))
				require.InDelta(t, 45, m.Path[0].To(at), 0.1)
			}
		}
		require.Equal(t, 1, found)
		pocket := drafttest.Piece(t, d, "pocket")
		n := map[bool]int{false: 1, true: 2}[both]
		if kind == "slit" {
			n *= 2
		}
		require.Equal(t, n, pocket.Cut)
	})
	assert.Greater(t, drafted, 12)
}
