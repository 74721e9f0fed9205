package underwear

import (
	"strings"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

func usual(t require.TestingT) figure.Figure {
	on, err := figure.New([]figure.Reading{{Key: "waist_girth", Value: 710}, {Key: "bust_girth", Value: 910}, {Key: "hip_girth", Value: 980}, {Key: "height", Value: 1660}}, figure.Women, 0)
	require.NoError(t, err)
	return on
}

func draftedTo(t require.TestingT, on figure.Figure, g draft.Garment, set draft.Settings) draft.Draft {
	v, wrong := draft.Settle(g, on, set)
	require.Empty(t, wrong)
	d, err := g.Draft(on, v, g.About().Usual)
	require.NoError(t, err)
	require.NoError(t, d.Check())
	return d
}

func edge(t require.TestingT, d draft.Draft, id, name string) pattern.Edge {
	for i := range d.Pieces {
		if d.Pieces[i].ID == id {
			e, ok := d.Pieces[i].Edge(name)
			require.True(t, ok, "%s has an edge %s", id, name)
			return *e
		}
	}
	require.Fail(t, "no piece "+id)
	return pattern.Edge{}
}

// A leg's front is sewn to its own back at the inner leg and nowhere else; an
// open crotch is faced and never sewn shut; a shut one joins front to front and
// back to back, which is right only there.
func TestLegsAreSewnAsTheyShould(t *testing.T) {
	for _, g := range []draft.Garment{Drawers{}, Combinations{}} {
		for _, crotch := range []string{"open", "closed"} {
			set := draft.Settings{"crotch": crotch}
			if _, wrong := draft.Settle(g, usual(t), set); len(wrong) > 0 {
				if crotch == "closed" {
					continue // combinations are open
				}
				set = nil
			}
			d := draftedTo(t, usual(t), g, set)
			inner := 0
			for _, s := range d.Seams {
				a, b := s.A.Piece+"."+s.A.Edge, s.B.Piece+"."+s.B.Edge
				front := strings.Contains(a, "front") || strings.Contains(b, "front")
				back := strings.Contains(a, "back") || strings.Contains(b, "back")
				if s.A.Piece == "leg" && s.B.Piece == "leg" && front && back {
					inner++
					assert.ElementsMatch(t, []string{"inner-front", "inner-back"}, []string{s.A.Edge, s.B.Edge})
				}
				if strings.Contains(a+b, "crotch") && crotch == "open" {
					assert.Contains(t, a+b, "facing", "%s: an open crotch is faced, not sewn to %s", g.About().Kind, b)
				}
			}
			assert.Equal(t, 1, inner, g.About().Kind)
			// Every edge of the leg has its own name.
			names := map[string]bool{}
			for i := range d.Pieces {
				if d.Pieces[i].ID == "leg" {
					for _, e := range d.Pieces[i].Edges {
						assert.False(t, names[e.ID] || names[e.Name], "%s twice", e.ID)
						names[e.ID], names[e.Name] = true, true
					}
				}
			}
		}
	}
}

// Front and back inner legs are equally long, the back crotch longer than the
// front, the tops together as wide as the hips and their ease, and a gathered
// frill as long as its fullness says, on any body.
func TestLegsAddUp(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		waist := rapid.Float64Range(560, 1200).Draw(t, "waist")
		hip := waist * rapid.Float64Range(1.05, 1.5).Draw(t, "hip")
		on, err := figure.New([]figure.Reading{{Key: "waist_girth", Value: measure.Length(waist)}, {Key: "hip_girth", Value: measure.Length(hip)}}, figure.Women, 0)
		require.NoError(t, err)
		ratio, ease := rapid.Float64Range(1.3, 2.5).Draw(t, "frill"), rapid.Float64Range(100, 250).Draw(t, "ease")
		d := draftedTo(t, on, Drawers{}, draft.Settings{"frill_ratio": ratio, "ease": ease})
		require.InDelta(t, edge(t, d, "leg", "inner-front").Length(), edge(t, d, "leg", "inner-back").Length(), 0.5)
		require.Greater(t, edge(t, d, "leg", "crotch-back").Length(), edge(t, d, "leg", "crotch-front").Length())
		for _, x := range d.Dimensions {
			if x.Key == "hip" {
				require.GreaterOrEqual(t, x.Value, on.GirthAt(figure.Hip)+ease-0.5)
				if hip > 1.25*waist { // a waist nearly as wide as the hips sets the width itself
					require.InDelta(t, on.GirthAt(figure.Hip)+ease, x.Value, 0.5)
				}
			}
		}
		require.InDelta(t, ratio*edge(t, d, "leg-band", "top").Length(), edge(t, d, "frill", "top").Length(), 1)
	})
}

// The waistband of combinations is divided between fronts, back and legs; its
// upper edge and its lower edge are the same length.
func TestCombinationsBand(t *testing.T) {
	d := draftedTo(t, usual(t), Combinations{}, nil)
	up, down := 0.0, 0.0
	for i := range d.Pieces {
		if d.Pieces[i].ID != "band" {
			continue
		}
		for _, e := range d.Pieces[i].Edges {
			switch {
			case strings.HasPrefix(e.ID, "to-leg"), strings.HasPrefix(e.ID, "low"):
				down += e.Length()
			case strings.HasPrefix(e.ID, "to-"), strings.HasPrefix(e.ID, "end-"):
				up += e.Length()
			}
		}
	}
	assert.InDelta(t, up, down, 0.01)
	// Worn under the corset it fits the body as it is without one, and passes
	// the waist closed.
	for _, x := range d.Dimensions {
		if x.Key == "band" {
			assert.Greater(t, x.Value, 710.0)
		}
	}
}
