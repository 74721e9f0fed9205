package catalogue

import (
	"fmt"
	"math"
	"slices"
	"strings"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/drafttest"
	"ardentgusset/core/family"
	"ardentgusset/core/figure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"

	"github.com/stretchr/testify/require"
)

// The tape here knows nothing of how a garment was drafted. It lays the pieces
// side by side as they are sewn and adds up what lies across them, level by
// level, and holds that against the figure.

// Average is the figure the trials were made on.
func average(t require.TestingT, more map[string]float64) figure.Figure {
	mm := map[string]float64{"bust_girth": 920, "waist_girth": 740, "hip_girth": 1000, "height": 1650}
	for k, v := range more {
		mm[k] = v
	}
	return drafttest.Body(t, mm, 0)
}

func draftOf(t require.TestingT, kind string, on figure.Figure, set draft.Settings) draft.Draft {
	g, ok := Find(kind)
	require.True(t, ok, kind)
	return drafttest.Make(t, g, on, set)
}

// states are figures as dressed so far: bare, laced, over a hoop, over a
// bustle pad, over panniers.
func states(t require.TestingT, bare figure.Figure, only ...string) map[string]figure.Figure {
	out := map[string]figure.Figure{"bare": bare, "laced": draftOf(t, "corset", bare, nil).Wear.Dress(bare)}
	for _, kind := range []string{"hoop-skirt", "bustle-pad", "panniers", "bustle-cage", "hip-roll"} {
		if state := "over a " + kind; len(only) == 0 || slices.Contains(only, state) {
			out[state] = draftOf(t, kind, out["laced"], nil).Wear.Dress(out["laced"])
		}
	}
	return out
}

// checkPanels holds the panels of a bodied garment against the body it closes
// on.
func checkPanels(t require.TestingT, kind, state string, on figure.Figure, d draft.Draft) {
	body := d.Wear.Held(on)
	top, _ := body.Span()
	before, behind := 0.0, 0.0
	for _, l := range d.Laces {
		if strings.Contains(l.Place, "front") {
			before = l.Gap
		} else {
			behind = l.Gap
		}
	}
	see := func(z, round float64, run []float64) {
		if math.Mod(z, 5) != 0 || -z < top {
			return
		}
		for i := range d.Pieces {
			if d.Pieces[i].ID == "gusset" { // each of four is as wide as its height asks
				g, _ := d.Pieces[i].Outline()
				for _, m := range d.Pieces[0].Marks {
					if m.Kind == pattern.SlashLine { // two of them, in each half
						up := run[0] - m.Path[1].Y
						for _, s := range plane.Spans(g, plane.Pt(-3000, up), plane.Pt(1, 0)) {
							round += 2 * (s[1] - s[0])
						}
						if up > 0 { // what is turned in at the slash is lost
							round -= 2 * (m.Path[2].X - m.Path[0].X) * up / (m.Path[0].Y - m.Path[1].Y)
						}
					}
				}
			}
		}
		want, slack := body.Girth(-z)-figure.DepthAt(d.Smaller, -z), 1.0
		if kind == "short-stays" {
			// It ends above the waist: the way of its seams down to there is guessed by some mm, and
			// where the body widens every one of them is a mm of girth. Near the bust it is not.
			if slack = 4; z < -body.Drop(figure.Bust)-35 {
				return
			}
		}
		require.GreaterOrEqual(t, round, want-slack, "%s, %s: at %.0f over the waist the cloth measures %.1f, the body %.1f, meant to be %.1f smaller", kind, state, z, round, body.Girth(-z), figure.DepthAt(d.Smaller, -z))
	}
	up := drafttest.Assembled(d, body, before, behind, 260, see)
	down := drafttest.Assembled(d, body, before, behind, -160, see)
	require.Greater(t, up-down, 40.0, "%s, %s: hardly anything was measured", kind, state)
}

// checkSkirt holds the gores against what they hang over.
func checkSkirt(t require.TestingT, kind, state string, over figure.Figure, d draft.Draft) {
	hem := math.Inf(1) // a level that is whole: none of its pieces ends below it
	for i := range d.Pieces {
		p := &d.Pieces[i]
		if !drafttest.Gore(p.ID) {
			continue
		}
		for _, e := range p.Edges {
			if e.ID != "hem" && !strings.HasPrefix(e.ID, "top") && e.ID != "waist" {
				hem = min(hem, e.Length())
			}
		}
	}
	reach := d.Wear.Hang
	low := reach[len(reach)-1].Drop
	for drop := 40.0; drop < low; drop += 45 {
		up := drafttest.ClothDown(over, 90, 0, low) - drafttest.ClothDown(over, 90, 0, drop)
		if up > hem-40 {
			continue
		}
		got := drafttest.SkirtRound(d, up)
		require.GreaterOrEqual(t, got, over.Girth(drop)-2, "%s, %s: %.0f under the waist the cloth measures %.0f, what it goes round %.0f", kind, state, drop, got, over.Girth(drop))
	}
}

// Every garment goes round what it is worn on, at every level, on many bodies
// and in every state of dress.
func TestGarmentsGoRound(t *testing.T) {
	in := func(t require.TestingT, name, state string, on figure.Figure) {
		for _, g := range All() {
			kind := g.About().Kind
			switch g.About().Family { // bodices have a tape of their own
			case family.Skirt, family.Support:
			case family.Foundation:
				if strings.HasPrefix(state, "over") {
					continue
				}
			default:
				continue
			}
			v, _ := draft.Settle(g, on, nil)
			d, err := draft.Make(g, on, v, g.About().Usual)
			if err != nil {
				require.Greater(t, len(err.Error()), 20)
				continue
			}
			if strings.HasPrefix(d.Pieces[0].ID, "panel-") {
				checkPanels(t, kind, name+", "+state, on, d)
			}
			if strings.HasPrefix(kind, "petticoat-") && kind != "petticoat-tiered" && kind != "petticoat-corded" ||
				kind == "under-petticoat" || strings.HasPrefix(kind, "skirt-") && kind != "skirt-tiered" {
				checkSkirt(t, kind, name+", "+state, on, d)
			}
		}
	}
	try := func(t require.TestingT, name string, bare figure.Figure) {
		for state, on := range states(t, bare) {
			in(t, name, state, on)
		}
	}
	try(t, "average", average(t, nil))
	try(t, "large", average(t, map[string]float64{"bust_girth": 1260, "waist_girth": 1080, "hip_girth": 1300}))
	try(t, "straight", average(t, map[string]float64{"bust_girth": 860, "waist_girth": 780, "hip_girth": 880}))
	rows := someBodies(t, 28)
	order := []string{"bare", "laced", "over a hoop-skirt", "over a bustle-pad", "over a panniers", "over a bustle-cage", "over a hip-roll"}
	for first := range 2 { // side by side; every body in one state of dress, in turn
		t.Run(fmt.Sprint("half ", first), func(t *testing.T) {
			t.Parallel()
			for i := first; i < len(rows); i += 2 {
				r := rows[i]
				bare := average(t, map[string]float64{"bust_girth": r[10] * 10, "waist_girth": r[11] * 10, "high_hip_girth": r[12] * 10,
					"hip_girth": r[13] * 10, "height": r[23] * 10})
				state := order[i/2%len(order)]
				in(t, fmt.Sprint("row ", r[10], r[11], r[13]), state, states(t, bare, state)[state])
			}
		})
	}
}
