package catalogue

import (
	"errors"
	"math"
	"regexp"
	"strings"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/making"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/work"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

var digits = regexp.MustCompile("[0-9.,]+")

// wearer draws a body: girths that hang together as bodies' do, from slight to
// very large, on short and long torsos.
func wearer(t *rapid.T) figure.Figure {
	share := func(name string, low, high float64) float64 { return rapid.Float64Range(low, high).Draw(t, name) }
	waist := share("waist", 520, 1500)
	read := map[string]float64{
		"waist_girth": waist, "bust_girth": waist * share("bust", 0.9, 1.5), "hip_girth": waist * share("hip", 0.92, 1.6),
		"height": share("height", 1350, 2050),
	}
	read["underbust_girth"] = (read["bust_girth"] + waist) / 2 * share("underbust", 0.95, 1)
	read["high_hip_girth"] = waist + (read["hip_girth"]-waist)*share("high hip", 0.3, 0.9)
	var list []figure.Reading
	for _, m := range figure.Measurements() {
		if v, ok := read[m.Key]; ok {
			list = append(list, figure.Reading{Key: m.Key, Worn: figure.Bare, Value: measure.Length(v)})
		}
	}
	f, err := figure.New(list, figure.Women, measure.Length(share("heel", 0, 70)))
	require.NoError(t, err)
	if rapid.Bool().Draw(t, "dressed") {
		f = f.Covered(func(float64) float64 { return 1.5 })
	}
	return f
}

// chosen draws settings anywhere in the ranges the garment itself gives.
func chosen(t *rapid.T, g draft.Garment, on figure.Figure) draft.Values {
	set := draft.Settings{}
	for _, p := range g.Parameters() {
		v, _ := draft.Settle(g, on, set)
		if !rapid.Bool().Draw(t, "set "+p.Key) {
			continue
		}
		for _, val := range v.All() {
			if val.Parameter.Key != p.Key {
				continue
			}
			switch p.Unit {
			case draft.Choice:
				set[p.Key] = p.Options[rapid.IntRange(0, len(p.Options)-1).Draw(t, p.Key)].Key
			case draft.Count:
				set[p.Key] = float64(rapid.IntRange(int(val.Low), int(val.High)).Draw(t, p.Key))
			default:
				set[p.Key] = rapid.Float64Range(val.Low, math.Max(val.Low, val.High)).Draw(t, p.Key)
			}
		}
	}
	v, wrong := draft.Settle(g, on, set)
	require.Empty(t, wrong)
	return v
}

// Every garment, over its whole parameter space and over very different
// bodies, either says what would have to change or gives pieces that can be
// cut and seams that are true.
func TestEveryDraftIsSound(t *testing.T) {
	for _, g := range All() {
		t.Run(g.About().Kind, func(t *testing.T) {
			drafted, refused := 0, 0
			worst := 0.0
			why := map[string]int{}
			rapid.Check(t, func(t *rapid.T) {
				on := wearer(t)
				in := g.About().Usual
				in.Width = measure.Length(rapid.Float64Range(700, 1600).Draw(t, "cloth"))
				d, err := draft.Make(g, on, chosen(t, g, on), in)
				readsWell(t, g, d, err)
				clash := new(draft.ClashError)
				if err == nil {
					if err = d.Check(); !errors.As(err, &clash) {
						require.NoError(t, err)
					}
				}
				if err != nil {
					if !strings.Contains(err.Error(), "a child") { // as it should be
						refused++
					}
					why[digits.ReplaceAllString(err.Error(), "#")]++
					require.NotEmpty(t, err.Error())
					return
				}
				drafted++
				for _, s := range pattern.True(d.Pieces, d.Seams) {
					worst = math.Max(worst, math.Abs(s.Difference))
				}
				made := making.Of(making.Garment{Draft: d, Cloth: in}, nil, making.Maker{})
				_, err = work.Order(made.Steps)
				require.NoError(t, err)
				after := d.Wear.Dress(on)
				for _, l := range figure.Levels() {
					require.True(t, after.At(after.Drop(l)).Convex())
				}
				for _, n := range d.Shopping(float64(in.Thickness)) {
					require.Greater(t, n.Quantity, 0.0, n.What)
					require.False(t, math.IsInf(n.Quantity, 0) || math.IsNaN(n.Quantity), n.What)
				}
				for _, b := range d.Bones {
					require.LessOrEqual(t, b.Length, b.Channel-2*b.Clearance+1e-6, b.Place)
				}
			})
			t.Logf("%d drafted, %d refused, worst seam %.4f mm; refusals %v", drafted, refused, worst, why)
			require.Greater(t, drafted, 3*refused, "most of the parameter space must give a garment")
		})
	}
}

// With nothing chosen every garment drafts on all but impossible bodies, and a
// refusal is never silent.
func TestDefaultsDraft(t *testing.T) {
	for _, g := range All() {
		rapid.Check(t, func(t *rapid.T) {
			on := wearer(t)
			v, wrong := draft.Settle(g, on, nil)
			require.Empty(t, wrong)
			d, err := g.Draft(on, v, g.About().Usual)
			if err == nil && d.Check() == nil {
				for i := range d.Pieces {
					require.Greater(t, plane.Area(d.Pieces[i].Opened()), 100.0)
				}
			}
		})
	}
}

func TestSettingsAreRefusedByName(t *testing.T) {
	on, err := figure.New(nil, figure.Women, 0)
	require.NoError(t, err)
	g, _ := Find("corset")
	_, wrong := draft.Settle(g, on, draft.Settings{"laced_waist": 9.0, "panels": 4.5, "layers": "nine", "nonsense": 1.0, "lacing_gap": math.NaN()})
	var keys []string
	for _, w := range wrong {
		keys = append(keys, w.Key)
	}
	require.ElementsMatch(t, []string{"laced_waist", "panels", "layers", "nonsense", "lacing_gap"}, keys)
}
