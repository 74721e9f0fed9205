package gown

import (
	"math"
	"strings"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/drafttest"
	"ardentgusset/core/figure"
	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// across is how much of a piece lies at a height, by cutting its outline.
func across(t require.TestingT, d draft.Draft, id string, height float64) float64 {
	line, _ := drafttest.Piece(t, d, id).Outline()
	sum := 0.0
	for _, s := range plane.Spans(line, plane.Pt(-5000, height), plane.Pt(1, 0)) {
		sum += s[1] - s[0]
	}
	return sum
}

// On any body and for any choice: every edge that is sewn is sewn once, gores are as long at their sides
// as what they are set into and their hems lie on one circle about the point, and unless it is said, the
// gown goes over bust and arms, over the head, and round the hips.
func TestStraightGowns(t *testing.T) {
	drafted := 0
	rapid.Check(t, func(t *rapid.T) {
		on := drafttest.Wearer(t)
		v := drafttest.Chosen(t, Straight{}, on)
		d, err := draft.Make(Straight{}, on, v, Straight{}.About().Usual)
		if err != nil {
			return
		}
		drafted++
		require.NoError(t, d.Check())
		said := map[string]bool{}
		for _, n := range d.Notes {
			said[n.Title] = true
		}
		neck := 0.0
		for _, id := range []string{"front", "back"} {
			neck += 2 * drafttest.Length(t, d, id, "neck")
		}
		neck += 2 * v.Number("neck_slit")
		require.Equal(t, neck < on.Length("head_girth")+15-2, said["The head does not pass the neck"], "%.0f", neck)
		round := 2*across(t, d, "front", 2) + 2*across(t, d, "back", 2)
		require.InDelta(t, drafttest.Value(d, "body"), round, 1)
		if !said["It can’t be put on"] {
			require.GreaterOrEqual(t, round, on.Overhead()-1)
		}
		slant := drafttest.Length(t, d, "front", "gore")
		first := "gore"
		if v.Whole("gores") > 1 {
			first = "gore-1"
		}
		for _, id := range []string{first, "centre-gore"} {
			if id == "centre-gore" && v.Number("centre_gore") < 20 {
				continue
			}
			p := drafttest.Piece(t, d, id)
			hem, _ := p.Edge("hem")
			left, _ := p.Edge("left")
			tip := left.Line[0]
			require.InDelta(t, slant, drafttest.Length(t, d, id, "right"), 0.1)
			for _, q := range hem.Line {
				require.InDelta(t, slant, q.To(tip), 2, "an arc about the point")
			}
		}
		if !said["Tight over the hips"] {
			from := drafttest.Value(d, "length") - slant // from the shoulder to the gores
			down := (on.Length("front_length") + on.Length("back_waist_length")) / 2
			for _, drop := range on.Drops(v.Number("gore_from")+5, on.Drop(figure.Hip)) {
				at := down + drop - from // along the gores
				all := round
				for id, n := range map[string]float64{first: 2 * v.Number("gores"), "centre-gore": 2} {
					if at > 0 && (id == first || v.Number("centre_gore") >= 20) {
						line, _ := drafttest.Piece(t, d, id).Outline()
						box := plane.BoxOf(line)
						all += n * across(t, d, id, box.Max.Y-at)
					}
				}
				require.Greater(t, all, on.Girth(drop), "%.0f below the waist", drop)
			}
		}
	})
	assert.Greater(t, drafted, 25)
}

// A neck of two half ellipses 75 × 25 and 75 × 90 measures 426.8; for a head of 580 and 15 mm it wants a
// slit of 84.1 (worked example, common practice, no source). The neckline here is fuller at its corners
// than an ellipse, and needs a little less.
func TestSlitForTheHead(t *testing.T) {
	a, b := 75.0, 25.0
	ellipse := func(b float64) (sum float64) {
		const n = 2000
		for i := range n {
			p := func(k int) plane.Point {
				sin, cos := math.Sincos(math.Pi / 2 * float64(k) / n)
				return plane.Pt(a*cos, b*sin)
			}
			sum += p(i).To(p(i + 1))
		}
		return sum
	}
	require.InDelta(t, 426.8, 2*(ellipse(b)+ellipse(90)), 0.1)
	on := drafttest.Body(t, map[string]float64{"bust_girth": 920, "waist_girth": 720, "hip_girth": 980, "height": 1650, "head_girth": 580}, 0)
	d := drafttest.Make(t, Straight{}, on, draft.Settings{"neck_wide": 75.0, "neck_front": 90.0, "neck_back": 25.0})
	slit := (595 - (drafttest.Value(d, "neck") - 2*slitOf(t, on))) / 2
	assert.InDelta(t, 84.1, slit, 8)
	assert.InDelta(t, 595, drafttest.Value(d, "neck"), 2)
}

func slitOf(t *testing.T, on figure.Figure) float64 {
	v, _ := draft.Settle(Straight{}, on, draft.Settings{"neck_wide": 75.0, "neck_front": 90.0, "neck_back": 25.0})
	return v.Number("neck_slit")
}

// The sleeve from half the back to the wrist is as long as the arm asks, and its head as the armhole.
func TestSleeveReachesTheWrist(t *testing.T) {
	on := drafttest.Body(t, map[string]float64{"bust_girth": 920, "waist_girth": 720, "hip_girth": 980, "height": 1650}, 0)
	d := drafttest.Make(t, Straight{}, on, nil)
	body := drafttest.Value(d, "body") / 4
	assert.InDelta(t, on.Length("across_back")/2+on.Length("arm_length")+30, body+drafttest.Value(d, "sleeve"), 0.1)
	assert.InDelta(t, drafttest.Length(t, d, "front", "armhole"), drafttest.Length(t, d, "sleeve", "head-front"), 0.1)
	steps := ""
	for _, s := range d.Told {
		steps += string(s.Step) + " "
	}
	assert.True(t, strings.Contains(steps, "hang"))
}

// A shorter sleeve ends where it says on the arm, as wide there as the long one was, from the shortest to the longest; the
// dress of panels' sleeve is as wide all along.
func TestSleevesAsLongAsAsked(t *testing.T) {
	for _, hip := range []float64{900, 1250} {
		on := drafttest.Body(t, map[string]float64{"bust_girth": hip - 60, "waist_girth": hip - 240, "hip_girth": hip, "height": 1650}, 0)
		for _, g := range []draft.Garment{Straight{}, Panelled{}} {
			kind := g.About().Kind
			whole := drafttest.Make(t, g, on, nil)
			v, _ := draft.Settle(g, on, nil)
			p := v.Get(draft.SleeveLong)
			require.InDelta(t, 1, p.Number, 1e-9)
			top, end := drafttest.Length(t, whole, "sleeve", "head-front"), drafttest.Length(t, whole, "sleeve", "bottom")/2
			for share := p.Low; share <= p.High; share += 0.1 {
				d := drafttest.Make(t, g, on, draft.Settings{draft.SleeveLong: share})
				long := drafttest.Value(d, "sleeve")
				assert.InDelta(t, drafttest.Value(whole, "sleeve")+on.Length("arm_length")*(share-1), long, 0.1, "%s %.2f", kind, share)
				got := drafttest.Length(t, d, "sleeve", "bottom") / 2
				if _, straight := g.(Straight); straight {
					want := top - (top-end)*min(long/drafttest.Value(whole, "sleeve"), 1)
					assert.InDelta(t, want, got, 0.5, "%s %.2f", kind, share)
				} else {
					assert.InDelta(t, end, got, 0.1)
				}
			}
		}
	}
}
