// Package demo fills an empty data file with an invented scenario: an amateur
// pageant in an invented harbour town. Everybody and everything in it is made
// up.
package demo

import (
	"context"
	"time"

	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/catalogue"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/internal/store"
)

type reading struct {
	key   string
	worn  figure.Worn
	typed string
}

var wearers = []struct {
	name     string
	group    figure.Group
	readings []reading
}{
	{"Oda Vennlock", figure.Women, []reading{
		{"height", "bare", "166 cm"}, {"bust_girth", "bare", "91 cm"}, {"underbust_girth", "bare", "78.5 cm"}, {"waist_girth", "bare", "71 cm"},
		{"high_hip_girth", "bare", "87 cm"}, {"hip_girth", "bare", "98 cm"}, {"upper_arm_girth", "bare", "28.5 cm"}, {"back_waist_length", "bare", "40 cm"},
		{"front_length", "bare", "43 cm"}, {"across_back", "bare", "35 cm"}, {"waist_to_bust", "bare", "17 cm"}, {"waist_to_underbust", "bare", "9.5 cm"},
		{"waist_to_high_hip", "bare", "9.5 cm"}, {"waist_to_hip", "bare", "20.5 cm"}, {"waist_to_knee", "bare", "59 cm"},
		{"waist_to_floor_front", "bare", "104 cm"}, {"waist_to_floor_side", "bare", "105.5 cm"}, {"waist_to_floor_back", "bare", "105 cm"}}},
	{"Pell Quarrish", figure.Women, []reading{
		{"height", "bare", "5 ft 9 in"}, {"bust_girth", "bare", "43 1/2 in"}, {"waist_girth", "bare", "37 1/4 in"}, {"hip_girth", "bare", "46 in"}, {"waist_girth", "corset", "34 in"}, {"waist_to_floor_side", "bare", "43 3/4 in"}}},
	{"Tamsin Orrowby", figure.AllBodies, []reading{
		{"height", "bare", "158 cm"}, {"bust_girth", "corset", "84 cm"}, {"waist_girth", "corset", "61 cm"}, {"hip_girth", "bare", "92 cm"}}},
}

type layer struct {
	kind, name string
	state      store.State
	set        draft.Settings
	fabric     func(*cloth.Fabric)
	done       []string
}

var ensembles = []struct {
	name, part, occasion string
	wearer               int
	days                 int
	heel                 measure.Length
	hours                float64
	layers               []layer
}{
	{"The lighthouse widow", "about 1887", "Skerrow Harbour pageant", 0, 54, 35, 2, []layer{
		{"shift", "Shift", store.Sewn, nil, func(f *cloth.Fabric) { f.Name, f.Price = "Washed lawn", 9.5 }, []string{"cut", "gores", "shoulder", "gussets", "sleeves", "sides", "fell", "neck", "hem"}},
		{"corset", "Corset", store.Drafted, draft.Settings{"laced_waist": 660.0}, func(f *cloth.Fabric) { f.Name, f.Colour, f.Price = "Herringbone coutil", "madder", 24 }, []string{"mock-up"}},
		{"petticoat-tiered", "Petticoat", store.Drafted, nil, func(f *cloth.Fabric) { f.Name, f.Price = "Striped cambric", 7.2 }, nil},
		{"skirt-gored-1887", "Walking skirt", store.Planned, nil, func(f *cloth.Fabric) { f.Name, f.Price = "Harbour twill", 31 }, nil},
	}},
	{"The Tide Warden", "a character of the town’s own legend", "Skerrow Harbour pageant", 1, 54, 0, 1.5, []layer{
		{"shift", "Under-shift", store.Planned, nil, func(f *cloth.Fabric) { f.Colour = "verdigris" }, nil},
		{"skirt-gored-1887", "Warden’s skirt", store.Planned, draft.Settings{"hem_round": 3000.0, "clearance": 120.0}, func(f *cloth.Fabric) { f.Name, f.Colour, f.Nap, f.Price = "Storm velveteen", "ink", true, 18 }, nil},
	}},
}

// Fill enters the demo. The event lies some weeks after now.
func Fill(ctx context.Context, st *store.Store, now time.Time) error {
	var ids []uint
	for _, w := range wearers {
		rec, err := st.AddWearer(ctx, w.name, w.group)
		if err != nil {
			return err
		}
		ids = append(ids, rec.ID)
		for _, r := range w.readings {
			mm, err := measure.Parse(r.typed, measure.CM)
			if err != nil {
				return err
			}
			if err := st.SetReading(ctx, rec.ID, r.key, r.worn, store.Entry{Value: mm, Typed: r.typed}); err != nil {
				return err
			}
		}
	}
	for _, e := range ensembles {
		rec, err := st.AddEnsemble(ctx, store.Ensemble{Name: e.name, Part: e.part, Occasion: e.occasion, WearerID: ids[e.wearer],
			EventDate: now.AddDate(0, 0, e.days).Format(time.DateOnly), Heel: e.heel, Hours: e.hours})
		if err != nil {
			return err
		}
		for _, l := range e.layers {
			g, _ := catalogue.Find(l.kind)
			f := g.About().Usual
			l.fabric(&f)
			kept, err := st.AddLayer(ctx, store.Layer{EnsembleID: rec.ID, Kind: l.kind, Name: l.name, State: l.state, Settings: l.set, Fabric: f})
			if err != nil {
				return err
			}
			for _, step := range l.done {
				if err := st.Tick(ctx, kept.ID, step, true); err != nil {
					return err
				}
			}
		}
	}
	return st.Forget(ctx)
}
