package bodice

import (
	"math"
	"strings"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/drafttest"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// neckRound is the neckline of one half without what lies on laps, and what the collar's edge along it
// measures.
func neckRound(d draft.Draft) (neck, collar float64) {
	for _, s := range pattern.True(d.Pieces, d.Seams) {
		if s.Join != pattern.Banded {
			continue
		}
		a, b := s.LengthA, s.LengthB
		if s.A.Piece != "collar" && s.A.Piece != "ruffle" {
			a, b = b, a
		}
		collar, neck = collar+a, neck+b
	}
	return neck, collar
}

// A stand is a little shorter than the neckline, a flat collar as long, a ruffle so many times as
// long; the flat one's outer edge is longer than its neck edge, and less so the more its
// shoulders were lapped.
func TestCollarsFitTheirNecklines(t *testing.T) {
	on := drafttest.Body(t, slight, 0)
	outer := func(lap float64) float64 {
		d, err := made(t, Straight{}, on, draft.Settings{"collar_kind": "flat", "collar_lap": lap})
		require.NoError(t, err)
		e, ok := drafttest.Piece(t, d, "collar").Edge("top")
		require.True(t, ok)
		return e.Length()
	}
	for _, g := range []draft.Garment{Block{}, Basque{}, Shirt{}, Fifties{}} {
		for kind, times := range map[string]float64{"stand": 1, "flat": 1, "ruffle": 1.8} {
			if (g == Shirt{}) && kind == "ruffle" {
				continue
			}
			if (g == Fifties{}) && kind == "ruffle" {
				continue
			}
			d, err := made(t, g, on, draft.Settings{"collar_kind": kind, "sleeve": "none"})
			require.NoError(t, err, "%s %s", g.About().Kind, kind)
			neck, collar := neckRound(d)
			require.Greater(t, neck, 150.0)
			assert.InDelta(t, neck*times, collar, 3, "%s on %s", kind, g.About().Kind)
		}
	}
	assert.Greater(t, outer(0), outer(20)+4)
	assert.Greater(t, outer(20), outer(45)+4)
}

// Half a neckline finished with a bound edge has no allowance left: the binding closes over it.
func TestBoundNecklineHasNoAllowance(t *testing.T) {
	d, err := made(t, Block{}, drafttest.Body(t, slight, 0), draft.Settings{"collar_kind": "bound", "sleeve": "none"})
	require.NoError(t, err)
	for _, id := range []string{"front", "back"} {
		e, ok := drafttest.Piece(t, d, id).Edge("neck")
		require.True(t, ok)
		assert.Zero(t, e.Allowance)
		assert.Equal(t, pattern.Bound, drafttest.Piece(t, d, id).KindOf(*e, d.Seams))
	}
}

// A head passes a neckline and its slit, or the draft says so and offers the slit that lets it.
func TestTheHeadPasses(t *testing.T) {
	on := drafttest.Body(t, slight, 0)
	for _, slit := range []float64{0, 60, 150} {
		d, err := made(t, Straight{}, on, draft.Settings{"slit": slit, "collar_kind": "none"})
		require.NoError(t, err)
		round := 0.0
		for _, p := range d.Pieces {
			if e, ok := p.Edge("neck"); ok {
				round += 2 * e.Length()
			}
		}
		said := false
		for _, n := range d.Notes {
			said = said || n.Grave && n.Title == "The head does not pass"
			if n.Title == "The head does not pass" {
				again, err := made(t, Straight{}, on, draft.Settings{"slit": n.Fix["slit"], "collar_kind": "none"})
				require.NoError(t, err)
				for _, m := range again.Notes {
					assert.NotEqual(t, n.Title, m.Title, "what is offered mends it")
				}
			}
		}
		assert.Equal(t, round+2*slit < on.Length("head_girth")+15, said, "slit %v: %v round", slit, round)
	}
}

// A peplum of a part of a circle: its upper edge is the waist's, its outer edge longer by the
// angle times its depth (plane geometry); three quarters of a circle on a waist of 680 have a
// radius of 144.3, and 120 deep an outer edge of 1245.5.
func TestPeplumIsAPartOfACircle(t *testing.T) {
	assert.InDelta(t, 144.3, 680/(2*math.Pi*0.75), 0.05)
	d, err := made(t, Strapless{}, drafttest.Body(t, slight, 0), draft.Settings{"peplum": 120.0, "peplum_part": 0.75})
	require.NoError(t, err)
	p := drafttest.Piece(t, d, "peplum")
	waist, hems := 0.0, 0.0
	for _, e := range p.Edges {
		if e.ID != "hem" && e.ID != "centre-front" && e.ID != "centre-back" {
			waist += e.Length()
		}
	}
	for _, q := range d.Pieces {
		if e, ok := q.Edge("hem"); ok && q.ID != "peplum" {
			hems += e.Length()
		}
	}
	assert.InDelta(t, hems, waist, 0.5)
	hem, _ := p.Edge("hem")
	assert.InDelta(t, waist+math.Pi*0.75*120, hem.Length(), 0.5)
	assert.InDelta(t, 1245.5, 680+2*math.Pi*0.75*120, 0.05)
	line, _ := p.Outline()
	assert.InDelta(t, (waist+hem.Length())/2*120, plane.Area(line), 40)
}

// A character's jacket is as much wider than its ease as its wadding takes: 2π times its
// thickness.
func TestWaddingTakesItsRound(t *testing.T) {
	on := drafttest.Body(t, slight, 0)
	thin, err := made(t, Quilted{}, on, draft.Settings{"wadding": 2.0, "sleeve": "none"})
	require.NoError(t, err)
	thick, err := made(t, Quilted{}, on, draft.Settings{"wadding": 8.0, "sleeve": "none"})
	require.NoError(t, err)
	assert.InDelta(t, 2*math.Pi*6, drafttest.Value(thick, "girth.waist")-drafttest.Value(thin, "girth.waist"), 1.5)
}

// A sleeve that is set in is sewn to the whole armhole: to every piece that the armhole runs over,
// also to what was cut off a panel.
func TestSleevesGoRoundTheWholeArmhole(t *testing.T) {
	on := drafttest.Body(t, slight, 0)
	for _, g := range []draft.Garment{Block{}, Basque{}, Darted{}, Conical{}, HighWaist{}, Draped{}, Straight{}, Fifties{}, Shirt{}, Quilted{}, Cowl{}} {
		d, err := made(t, g, on, draft.Settings{"sleeve": "straight"})
		require.NoError(t, err, g.About().Kind)
		open, round := 0.0, 0.0
		for i := range d.Pieces {
			p := &d.Pieces[i]
			for _, e := range p.Edges {
				if !strings.HasPrefix(e.ID, "scye") || strings.HasSuffix(p.ID, "-outer") {
					continue
				}
				round += e.Length()
				if p.KindOf(e, d.Seams) != pattern.Sewn {
					open += e.Length()
				}
			}
		}
		assert.Zero(t, open, "%s: of an armhole of %.0f", g.About().Kind, round)
		assert.Greater(t, round, 0.4*920, g.About().Kind)
		assert.Less(t, round, 0.62*920, g.About().Kind)
		assert.InDelta(t, round, drafttest.Value(d, "sleeve.armhole"), 0.5, g.About().Kind)
	}
}
