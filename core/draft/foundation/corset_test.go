package foundation

import (
	"math"
	"testing"

	"ardentgusset/core/bone"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/drafttest"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

func made(t require.TestingT, set draft.Settings) (figure.Figure, draft.Draft) {
	on, err := figure.New([]figure.Reading{{Key: "waist_girth", Value: 710}, {Key: "bust_girth", Value: 910}, {Key: "hip_girth", Value: 980}}, figure.Women, 0)
	require.NoError(t, err)
	v, wrong := draft.Settle(Corset{}, on, set)
	require.Empty(t, wrong)
	d, err := Corset{}.Draft(on, v, Corset{}.About().Usual)
	require.NoError(t, err)
	return on, d
}

// Laid together the panels go round half of the laced figure and its ease, less the gap, at every
// height that all of them reach, and both edges of a seam are equally long.
func TestATapeRoundTheSewnPanels(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		n := rapid.IntRange(4, 7).Draw(t, "panels")
		laced := rapid.Float64Range(620, 710).Draw(t, "laced")
		on, d := made(t, draft.Settings{"panels": float64(n), "laced_waist": laced, "top_ease": 0.0, "hip_ease": 0.0})
		closed := d.Wear.Held(on)
		for _, to := range []float64{100, -95} {
			reached := drafttest.Assembled(d, closed, 0, 50, to, func(z, round float64, _ []float64) {
				slack := 1.0 // between the levels that are laid
				if math.Mod(z, 5) == 0 {
					slack = 0.2
				}
				require.InDelta(t, closed.Girth(-z), round, slack, "at %v", z)
			})
			require.InDelta(t, to, reached, 1)
		}
		for i := range n - 1 {
			require.InDelta(t, d.Pieces[i].Edges[1].Length(), d.Pieces[i+1].Edges[3].Length(), 1e-6)
		}
	})
}

// The busk is as long as the way up the front of the figure, over bust and belly; a level-drawn
// panel would be as long as it is high.
func TestFrontsAreAsLongAsTheWayOverTheBody(t *testing.T) {
	for _, bust := range []float64{860, 980, 1120} {
		on, err := figure.New([]figure.Reading{{Key: "waist_girth", Value: 710}, {Key: "bust_girth", Value: measure.Length(bust)}, {Key: "hip_girth", Value: 980}}, figure.Women, 0)
		require.NoError(t, err)
		v, _ := draft.Settle(Corset{}, on, draft.Settings{"top_front": 150.0, "bottom_front": 120.0})
		d, err := Corset{}.Draft(on, v, Corset{}.About().Usual)
		require.NoError(t, err)
		closed := d.Wear.Held(on)
		way := 0.0
		for z := -120.0; z < 150; z++ {
			way += math.Hypot(1, closed.At(-z-1).Reach(0)-closed.At(-z).Reach(0))
		}
		busk := d.Pieces[0].Edges[3]
		assert.InDelta(t, way, busk.Length(), 2.5, "bust %v", bust)
		assert.Greater(t, busk.Length(), 271.0)
	}
}

// No bone is longer than its channel allows, none leaves its panel, and the
// eyelets stand between the two bones of the lacing edge.
func TestBonesStayWhereTheyBelong(t *testing.T) {
	_, d := made(t, nil)
	for i := range d.Pieces {
		outline, _ := d.Pieces[i].Outline()
		grown := plane.BoxOf(outline)
		var bones, eyelets []float64
		for _, m := range d.Pieces[i].Marks {
			for _, q := range m.Path {
				assert.True(t, q.X >= grown.Min.X-1e-6 && q.X <= grown.Max.X+1e-6 && q.Y >= grown.Min.Y-1e-6 && q.Y <= grown.Max.Y+1e-6, d.Pieces[i].Name)
			}
			switch m.Kind {
			case pattern.BoneLine:
				mid, _ := plane.Along(m.Path, plane.Length(m.Path)/2)
				assert.True(t, plane.Inside(outline, mid), d.Pieces[i].Name)
				bones = append(bones, m.Path[0].X)
			case pattern.Eyelet:
				eyelets = append(eyelets, m.Path[0].X)
			}
		}
		if len(eyelets) > 0 {
			outer, inner := bones[1], bones[2]
			for _, x := range eyelets {
				assert.True(t, inner < x && x < outer)
			}
		}
	}
	for _, b := range d.Bones {
		assert.Equal(t, 2, b.Count, "as many left as right")
	}
	b, ok := bone.Fit(bone.Spiral, "", 6, 250, bone.Clearance)
	require.True(t, ok)
	assert.Less(t, b.Length, 250-2*bone.Clearance+1)
}

func TestOneLayerTakesCasings(t *testing.T) {
	_, two := made(t, nil)
	_, one := made(t, draft.Settings{"layers": "one"})
	assert.Equal(t, 4, two.Pieces[0].Cut)
	assert.Equal(t, 2, one.Pieces[0].Cut)
	assert.True(t, one.Casing, "its bones lie in casings")
	assert.False(t, two.Casing)
	assert.NoError(t, one.Check())
}

// Cords run level, in the rows asked for, never over a bone or a busk.
func TestCording(t *testing.T) {
	for _, where := range []string{"bust", "hips"} {
		_, d := made(t, draft.Settings{"cording": where, "panels": 5.0})
		rows := map[float64]bool{}
		long := 0.0
		for i := range d.Pieces {
			for _, m := range d.Pieces[i].Marks {
				if m.Kind != pattern.CordLine {
					continue
				}
				require.InDelta(t, m.Path[0].Y, m.Path[1].Y, 1e-9)
				rows[math.Round(m.Path[0].Y*10)] = true
				long += 2 * plane.Length(m.Path)
				for _, o := range d.Pieces[i].Marks {
					if o.Kind == pattern.BoneLine || o.Kind == pattern.BuskLine {
						gap, _ := plane.Apart(m.Path, o.Path)
						assert.Greater(t, gap, o.Width/2, "%s: a cord lies over %s", where, o.Label)
					}
				}
			}
		}
		assert.Len(t, rows, cordRows, where)
		for _, n := range d.Notions {
			if n.Kind == "cord" {
				assert.InEpsilon(t, long*1.1/1000, n.Quantity, 0.12)
			}
		}
	}
	_, plain := made(t, nil)
	for i := range plain.Pieces {
		for _, m := range plain.Pieces[i].Marks {
			assert.NotEqual(t, pattern.CordLine, m.Kind)
		}
	}
}
