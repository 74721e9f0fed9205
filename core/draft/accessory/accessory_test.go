package accessory

import (
	"math"
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

// On any body and for any choice: the apron is as long and wide as asked, a round corner costs the cloth
// outside its quarter circle, (1 − π/4) r² (closed form), the whole of it is gathered to the whole band,
// the ties meet the band's ends, and a bib stands in its middle.
func TestAprons(t *testing.T) {
	drafted := 0
	rapid.Check(t, func(t *rapid.T) {
		on := drafttest.Wearer(t)
		v := drafttest.Chosen(t, Apron{}, on)
		d, err := draft.Make(Apron{}, on, v, Apron{}.About().Usual)
		if err != nil {
			return
		}
		drafted++
		require.NoError(t, d.Check())
		p := drafttest.Piece(t, d, "apron")
		r := v.Number("corner")
		outline, _ := p.Outline()
		require.InDelta(t, v.Number("width")*v.Number("length")-2*(1-math.Pi/4)*r*r, 2*plane.Area(outline), 1+r*r*0.002)
		cloth, band := 0.0, 0.0
		for _, s := range d.Seams {
			if s.Join == pattern.Banded && s.B.Piece == "apron" {
				cloth += drafttest.Length(t, d, "apron", "top")
				band += drafttest.Length(t, d, "band", s.A.Edge)
				require.InDelta(t, cloth-band, s.Ease*cloth/drafttest.Length(t, d, "apron", "top"), 0.01)
			}
		}
		require.InDelta(t, v.Number("width"), cloth, 1e-6)
		require.InDelta(t, v.Number("band_long"), band, 1e-6)
		require.InDelta(t, drafttest.Length(t, d, "band", "left"), drafttest.Length(t, d, "tie", "left"), 1e-9)
		if v.Choice("top") == "bib" {
			require.InDelta(t, drafttest.Length(t, d, "band", "top-left"), drafttest.Length(t, d, "band", "top-right"), 1e-6)
			require.InDelta(t, v.Number("bib_wide"), drafttest.Length(t, d, "bib", "bottom"), 1e-6)
		}
	})
	assert.Greater(t, drafted, 25)
}

// Short ties are said, with ties that reach; by default they do.
func TestTiesReach(t *testing.T) {
	for _, waist := range []float64{640, 720, 1100} {
		on := drafttest.Body(t, map[string]float64{"bust_girth": waist + 180, "waist_girth": waist, "hip_girth": waist + 220, "height": 1650}, 0)
		assert.Empty(t, drafttest.Make(t, Apron{}, on, nil).Notes)
		d := drafttest.Make(t, Apron{}, on, draft.Settings{"ties": 300.0})
		require.Len(t, d.Notes, 1)
		again := drafttest.Make(t, Apron{}, on, d.Notes[0].Fix)
		assert.Empty(t, again.Notes)
		round := drafttest.Length(t, again, "band", "to-left")*2 + 2*drafttest.Value(again, "ties")
		assert.GreaterOrEqual(t, round, on.GirthAt(figure.Waist)+499)
	}
}

// Both sides of a pocket are alike, the slit lies inside with room for the hand below it, and it is
// widest where it is round.
func TestPockets(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		on := drafttest.Wearer(t)
		v := drafttest.Chosen(t, Pocket{}, on)
		d, err := draft.Make(Pocket{}, on, v, Pocket{}.About().Usual)
		require.NoError(t, err)
		require.NoError(t, d.Check())
		front, back := drafttest.Piece(t, d, "front"), drafttest.Piece(t, d, "back")
		a, _ := front.Outline()
		b, _ := back.Outline()
		require.Equal(t, a, b)
		box := plane.BoxOf(a)
		require.InDelta(t, v.Number("long"), box.Height(), 0.01)
		require.InDelta(t, v.Number("wide"), box.Width(), v.Number("wide")*0.03)
		slit := front.Marks[0].Path
		require.InDelta(t, v.Number("slit"), slit[0].To(slit[1]), 1e-6)
		require.Greater(t, slit[1].Y, 79.0)
		require.True(t, plane.Inside(a, slit[0]) && plane.Inside(a, slit[1]))
	})
}

// A bow with loops of 12 cm takes 48 for the loops, 7 for the knot and 33.6 for its tails: 88.6 cm (the sum by hand; its
// parts are common practice, no source). Tied, a sash goes round and hangs by as much as was asked.
func TestBowsAndSashes(t *testing.T) {
	assert.InDelta(t, 886, BowLength(120), 0.5)
	on := drafttest.Body(t, nil, 0)
	bow := drafttest.Make(t, Sash{}, on, draft.Settings{"fastens": "bow", "loop": 120.0})
	assert.InDelta(t, 886, drafttest.Length(t, bow, "bow", "left"), 0.5)
	tied := drafttest.Make(t, Sash{}, on, draft.Settings{"ends": 500.0, "wide": 140.0})
	left := drafttest.Length(t, tied, "sash", "left") - on.GirthAt(figure.Waist)
	assert.InDelta(t, 2*500+2*70, left, 0.5)
	doubled := drafttest.Make(t, Sash{}, on, draft.Settings{"layers": "doubled", "wide": 140.0})
	assert.InDelta(t, 280, drafttest.Length(t, doubled, "sash", "bottom"), 0.1)
}

// A brim is a part of a cone: its inner edge is as long as was asked, lies on one circle whose radius is that of the half
// ring over the sine of the flare, and its depths are those asked (closed forms); the wire is its outer edge and its lap.
func TestBrims(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		on := drafttest.Wearer(t)
		v := drafttest.Chosen(t, Brim{}, on)
		d, err := draft.Make(Brim{}, on, v, Brim{}.About().Usual)
		if err != nil {
			return
		}
		require.NoError(t, d.Check())
		p := drafttest.Piece(t, d, "brim")
		inner, _ := p.Edge("inner")
		require.InDelta(t, v.Number("inner"), 2*inner.Length(), 0.002*v.Number("inner"))
		want := v.Number("inner") / math.Pi / math.Sin(v.Number("flare")*math.Pi/180)
		for _, q := range inner.Line {
			require.InDelta(t, want, q.Norm(), 0.5)
		}
		require.InDelta(t, v.Number("deep"), drafttest.Length(t, d, "brim", "centre"), 0.1)
		require.InDelta(t, v.Number("ears"), drafttest.Length(t, d, "brim", "ear"), 0.1)
		for _, n := range d.Notions {
			if n.Kind == "wire" {
				require.InDelta(t, 2*drafttest.Length(t, d, "brim", "outer")+50, n.Quantity*1000, 0.01)
			}
		}
	})
}
