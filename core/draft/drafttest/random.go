package drafttest

import (
	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// Wearer draws a body: girths that hang together as bodies' do, from slight to
// very large, on short and long torsos.
func Wearer(t *rapid.T) figure.Figure {
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
	f = f.Keeping(Book)
	if rapid.Bool().Draw(t, "dressed") {
		f = f.Covered(func(float64) float64 { return 1.5 })
	}
	return f
}

// Chosen draws settings anywhere in the ranges the garment itself gives: each of them, or not.
func Chosen(t *rapid.T, g draft.Garment, on figure.Figure) draft.Values {
	return chosen(t, g, on, func(p draft.Parameter) bool { return rapid.Bool().Draw(t, "set "+string(p.Key)) })
}

// Few draws so many settings and no more, for a garment that asks for very many: every one that is set is settled anew.
func Few(t *rapid.T, g draft.Garment, on figure.Figure, n int) draft.Values {
	set, all := map[draft.Key]bool{}, g.Parameters()
	for range n {
		set[all[rapid.IntRange(0, len(all)-1).Draw(t, "which")].Key] = true
	}
	return chosen(t, g, on, func(p draft.Parameter) bool { return set[p.Key] })
}

func chosen(t *rapid.T, g draft.Garment, on figure.Figure, draws func(draft.Parameter) bool) draft.Values {
	set := draft.Settings{}
	for _, p := range g.Parameters() {
		if !draws(p) {
			continue
		}
		v, _ := draft.Settle(g, on, set)
		for _, val := range v.All() {
			if val.Parameter.Key != p.Key {
				continue
			}
			switch p.Unit {
			case draft.Choice:
				set[p.Key] = p.Options[rapid.IntRange(0, len(p.Options)-1).Draw(t, string(p.Key))].Key
			case draft.Count:
				set[p.Key] = float64(rapid.IntRange(int(val.Low), int(val.High)).Draw(t, string(p.Key)))
			default:
				set[p.Key] = rapid.Float64Range(val.Low, max(val.Low, val.High)).Draw(t, string(p.Key))
			}
		}
	}
	v, wrong := draft.Settle(g, on, set)
	require.Empty(t, wrong)
	return v
}
