// Package demo fills an empty data file with an invented scenario: an amateur
// pageant in an invented harbour town. Everybody and everything in it is made
// up.
package demo

import (
	"context"
	"sync"
	"time"

	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/catalogue"
	"ardentgusset/core/ensemble"
	"ardentgusset/core/figure"
	"ardentgusset/core/lay"
	"ardentgusset/core/measure"
	"ardentgusset/core/memo"
	"ardentgusset/core/silhouette"
	"ardentgusset/core/work"
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
		{"height", "bare", "166 cm"}, {"bust_girth", "bare", "91 cm"}, {"underbust_girth", "bare", "78.5 cm"}, {"waist_girth", "bare",
			"71 cm"},
		{"high_hip_girth", "bare", "87 cm"}, {"hip_girth", "bare", "98 cm"}, {"upper_arm_girth", "bare",
			"28.5 cm"}, {"back_waist_length", "bare", "40 cm"},
		{"front_length", "bare", "43 cm"}, {"across_back", "bare", "35 cm"}, {"waist_to_bust", "bare", "17 cm"}, {"waist_to_underbust",
			"bare", "9.5 cm"},
		{"waist_to_high_hip", "bare", "9.5 cm"}, {"waist_to_hip", "bare", "20.5 cm"}, {"waist_to_knee", "bare", "59 cm"},
		{"waist_to_floor_front", "bare", "104 cm"}, {"waist_to_floor_side", "bare", "105.5 cm"}, {"waist_to_floor_back", "bare",
			"105 cm"}}},
	{"Pell Quarrish", figure.Women, []reading{
		{"height", "bare", "5 ft 9 in"}, {"bust_girth", "bare", "43 1/2 in"}, {"waist_girth", "bare", "37 1/4 in"}, {"hip_girth",
			"bare", "46 in"}, {"waist_girth", "corset", "34 in"}, {"waist_to_floor_side", "bare", "43 3/4 in"}}},
	{"Tamsin Orrowby", figure.AllBodies, []reading{
		{"height", "bare", "158 cm"}, {"bust_girth", "corset", "84 cm"}, {"waist_girth", "corset", "61 cm"}, {"hip_girth", "bare",
			"92 cm"}}},
	{"Brine Hallowick", figure.Women, []reading{
		{"height", "bare", "171 cm"}, {"bust_girth", "bare", "94 cm"}, {"underbust_girth", "bare", "81 cm"}, {"waist_girth", "bare",
			"75 cm"},
		{"high_hip_girth", "bare", "92 cm"}, {"hip_girth", "bare", "103 cm"}, {"upper_arm_girth", "bare",
			"30 cm"}, {"back_waist_length", "bare", "41 cm"},
		{"waist_to_bust", "bare", "17.5 cm"}, {"waist_to_hip", "bare", "21.5 cm"}, {"waist_to_floor_front", "bare",
			"107 cm"}, {"waist_to_floor_side", "bare", "108.5 cm"},
		{"waist_to_floor_back", "bare", "108 cm"}, {"waist_girth", "corset", "69.5 cm"}, {"bust_girth", "corset", "95 cm"}}},
}

type layer struct {
	kind, name string
	state      store.State
	set        draft.Settings
	fabric     func(*cloth.Fabric)
	done       []work.ID
}

var ensembles = []struct {
	name, part, occasion string
	wearer               int
	days                 int
	heel                 measure.Length
	hours                float64
	layers               []layer
	aim                  string    // key of the outline it aims at
	later                []reading // taken after the layers were put on
}{
	{"The lighthouse widow", "about 1887", "Skerrow Harbour pageant", 0, 45, 35, 2, []layer{
		{"shift", "Shift", store.Sewn, nil, func(f *cloth.Fabric) { f.Name, f.Price = "Washed lawn", 9.5 }, nil},
		{"corset", "Corset", store.Drafted, draft.Settings{draft.LacedWaist: 660.0},
			func(f *cloth.Fabric) { f.Name, f.Colour, f.Price = "Herringbone coutil", "madder", 24 }, []work.ID{work.ToMockUp}},
		{"petticoat-tiered", "Petticoat", store.Drafted, nil, func(f *cloth.Fabric) { f.Name, f.Price = "Striped cambric", 7.2 }, nil},
		{"skirt-gored-1887", "Walking skirt", store.Planned, nil, func(f *cloth.Fabric) { f.Name, f.Price = "Harbour twill", 31 }, nil},
	}, "", nil},
	{"The Tide Warden", "a character of the town’s own legend", "Skerrow Harbour pageant", 1, 45, 0, 1.5, []layer{
		{"shift", "Under-shift", store.Planned, nil, func(f *cloth.Fabric) { f.Colour = "verdigris" }, nil},
		{"skirt-gored-1887", "Warden’s skirt", store.Planned, draft.Settings{draft.HemRound: 3000.0, draft.Clearance: 120.0},
			func(f *cloth.Fabric) { f.Name, f.Colour, f.Nap, f.Price = "Storm velveteen", "ink", true, 18 }, nil},
	}, "", nil},
	// Nine layers, some of them cut, and a waist that has grown since.
	{"The salt-auction dress", "1885", "The harbour master’s supper", 3, 64, 30, 2.5, []layer{
		{"shift", "Shift", store.WornNow, nil, func(f *cloth.Fabric) { f.Name = "Old sheet linen" }, nil},
		{"drawers", "Drawers", store.Sewn, nil, func(f *cloth.Fabric) { f.Name = "Old sheet linen" }, nil},
		{"corset", "Corset", store.Cut, draft.Settings{draft.LacedWaist: 690.0}, func(f *cloth.Fabric) {
			f.Name, f.Colour,
				f.Price = "Plain coutil", "walnut", 22
		}, nil},
		{"under-petticoat", "Under-petticoat", store.Cut, nil, func(f *cloth.Fabric) { f.Name, f.Colour = "Red flannel", "madder" }, nil},
		{"bustle-cage", "Bustle cage", store.Drafted, draft.Settings{"projection": 170.0},
			func(f *cloth.Fabric) { f.Name = "Striped ticking" }, nil},
		{"bustle-pad", "Small pad over the cage", store.Planned, nil, func(f *cloth.Fabric) { f.Name = "Scraps of ticking" }, nil},
		{"petticoat-flounced", "Flounced petticoat", store.Drafted, nil, func(f *cloth.Fabric) {
			f.Name, f.Price = "Cotton cambric",
				7.2
		}, nil},
		{"petticoat-gored", "Second petticoat", store.Planned, nil, func(f *cloth.Fabric) { f.Name, f.Price = "Cotton cambric", 7.2 }, nil},
		{"skirt-gored-1887", "Auction skirt", store.Planned, nil, func(f *cloth.Fabric) {
			f.Name, f.Colour, f.Price = "Kelp-green wool",
				"verdigris", 34
		}, nil},
	}, "1883", []reading{{"waist_girth", "bare", "77.5 cm"}}},
	// Complete from the skin to the bodice.
	{"The lamp-oil factor", "about 1886", "The lamp lighting", 0, 122, 35, 2, []layer{
		{"shift", "Shift", store.Planned, nil, func(f *cloth.Fabric) { f.Name, f.Price = "Washed lawn", 9.5 }, nil},
		{"corset", "Corset", store.Drafted, nil, func(f *cloth.Fabric) { f.Name, f.Price = "Grey coutil", 24 }, nil},
		{"bustle-pad", "Small pad", store.Planned, nil, func(f *cloth.Fabric) { f.Name = "Scraps of ticking" }, nil},
		{"petticoat-tiered", "Petticoat", store.Planned, nil, func(f *cloth.Fabric) { f.Name, f.Price = "Striped cambric", 7.2 }, nil},
		{"skirt-gored-1887", "Skirt", store.Drafted, nil, func(f *cloth.Fabric) {
			f.Name, f.Colour, f.Price = "Lamp-black mohair",
				"ink", 29
		}, nil},
		{"bodice-basque", "Bodice", store.Drafted, nil, func(f *cloth.Fabric) {
			f.Name, f.Colour, f.Price = "Wick-brown wool",
				"walnut", 33
		}, nil},
	}, "1883", nil},
	// A character: a padded jacket with fins over a shirt.
	{"The Gale Marshal", "of the town’s own legend", "The gale watch", 0, 187, 20, 1.5, []layer{
		{"drawers", "Breeches’ lining", store.Planned, nil, func(f *cloth.Fabric) { f.Name = "Old sheet linen" }, nil},
		{"bodice-shirt", "Shirt", store.Drafted, draft.Settings{draft.CollarKind: "flat"}, func(f *cloth.Fabric) {
			f.Name, f.Colour, f.Price = "Sailcloth lawn", "unbleached", 8
		}, nil},
		{"jacket-quilted", "Storm jacket", store.Drafted, draft.Settings{draft.Sleeve: "fins", "sleeve_fins": 3.0, "wadding": 5.0},
			func(f *cloth.Fabric) { f.Name, f.Colour, f.Price = "Waxed sateen", "woad", 17 }, nil},
	}, "", nil},
	// For the cold: gores over a petticoat, and a lined cloak over all.
	{"The ice-fair broker", "about 1896", "Skerrow Harbour ice fair", 3, 158, 30, 2, []layer{
		{"combinations", "Combinations", store.Planned, nil, func(f *cloth.Fabric) { f.Name, f.Price = "Brushed cotton", 8 }, nil},
		{"petticoat-gored", "Petticoat", store.Drafted, nil, func(f *cloth.Fabric) {
			f.Name, f.Colour, f.Price = "Red flannel",
				"madder", 14
		},
			nil},
		{"skirt-gores", "Skirt", store.Drafted, draft.Settings{draft.Pockets: "right", "trim": "knife", "trim_deep": 110.0},
			func(f *cloth.Fabric) { f.Name, f.Colour, f.Price = "Peat serge", "walnut", 27 }, nil},
		{"bodice-shirt", "Shirt waist", store.Planned, nil, func(f *cloth.Fabric) { f.Name, f.Price = "Washed lawn", 9.5 }, nil},
		{"cloak", "Fair cloak", store.Drafted, draft.Settings{draft.Circle: 0.75, draft.Panels: 3.0, "lining": "lined"},
			func(f *cloth.Fabric) { f.Name, f.Colour, f.Price = "Fulled harbour wool", "woad", 38 }, nil},
	}, "", nil},
	// One layer on the bias, to hang for two days.
	{"The foghorn soloist", "about 1934", "Skerrow Harbour regatta ball", 0, 40, 60, 2, []layer{
		{"dress-bias", "Ball dress", store.Drafted, draft.Settings{"skirt_clearance": 10.0, "gores_train": 120.0},
			func(f *cloth.Fabric) { f.Name, f.Colour, f.Price = "Fog-blue satin", "woad", 42 }, nil},
		{"sash", "Sash", store.Planned, draft.Settings{"fastens": "bow"}, func(f *cloth.Fabric) {
			f.Name, f.Colour, f.Price = "Signal taffeta", "madder", 19
		}, nil},
	}, "", nil},
	// A character: three scalloped tiers, each in ratio to the one below, on a boned bodice.
	{"The Herald of the Reef", "of the town’s own legend", "The reef parade", 3, 88, 0, 2, []layer{
		{"boned-bodice", "Boned bodice", store.Drafted, nil, func(f *cloth.Fabric) { f.Name, f.Price = "Plain coutil", 22 }, nil},
		{"petticoat-tiered", "Net petticoat", store.Planned, nil, func(f *cloth.Fabric) { f.Name, f.Price = "Stiff net", 6 }, nil},
		{"skirt-flounced", "Scalloped tiers", store.Drafted, draft.Settings{"edge": "scallops", "scallop": 150.0, "scallop_deep": 45.0},
			func(f *cloth.Fabric) { f.Name, f.Colour, f.Price = "Shell-green habutai", "verdigris", 16 }, nil},
		{"bodice-strapless", "Reef bodice", store.Drafted, nil, func(f *cloth.Fabric) {
			f.Name, f.Colour, f.Price = "Shell-green habutai", "verdigris", 16
		}, nil},
		{"sash", "Kelp sash", store.Planned, draft.Settings{draft.Ends: 700.0}, func(f *cloth.Fabric) {
			f.Name, f.Colour = "Kelp silk",
				"woad"
		}, nil},
	}, "", nil},
}

// stash is what lies in the cupboard. The layer named is cut from it.
var stash = []struct {
	fabric cloth.Fabric
	note   string
	layer  string
	role   cloth.Role
}{
	{cloth.Fabric{Name: "Storm velveteen", Colour: "ink", Width: 1120, Selvedge: 8, Thickness: 1.1, Weight: 260, Price: 18,
		Shrinkage: 0.02, Nap: true, Fibre: "cotton", Weave: "velvet", Fraying: 2, Ironing: "silk", Paid: true, NoMore: true,
		Lengths: []cloth.Cut{
			{Name: "From the bolt", Length: 3800, Flaws: []cloth.Flaw{{What: "crushed in the fold",
				Around: [][2]float64{{1480, 300}, {1570, 290}, {1600, 360}, {1510, 400}}}}},
			{Name: "Last remnant", Length: 1350, Width: 1120, Outline: [][2]float64{{0, 0}, {1180, 0}, {1350, 420}, {1280, 1120},
				{90, 1120}, {0, 760}}},
		},
		Swatches: []cloth.Swatch{
			{Test: cloth.ShrinkTest, On: "2026-03-02", Along: 200, AlongAfter: 196, Across: 200, AcrossAfter: 198,
				Note: "steamed face down"},
			{Test: cloth.PressTest, On: "2026-03-02", Ironing: "silk", Note: "only over a needle board"},
			{Test: cloth.FeedTest, On: "2026-03-04", Layers: 5},
		}}, "Bought at the harbour sale; the shop has shut.", "Warden’s skirt", cloth.Outer},
	{cloth.Fabric{Name: "Red hospital blanket", Colour: "madder", Width: 1500, Thickness: 1.6, Weight: 380, Fibre: "wool",
		Weave: "flannel", Fraying: 1, Prewashed: true, Paid: true, NoMore: true,
		Lengths: []cloth.Cut{{Name: "The blanket", Length: 2050,
			Flaws: []cloth.Flaw{{What: "moth", Around: [][2]float64{{620, 1010}, {660, 1000}, {670, 1050}, {630, 1060}}},
				{What: "darned corner", Around: [][2]float64{{1900, 0}, {2050, 0}, {2050, 140}, {1930, 120}}}}}}},
		"From the lighthouse store.", "", ""},
	{cloth.Fabric{Name: "Calico roll", Colour: "unbleached", Width: 1500, Selvedge: 10, Thickness: 0.3, Weight: 140, Price: 4.5,
		Shrinkage: 0.04, Fibre: "cotton", Weave: "plain", Warp: 24, Weft: 22, Paid: true, Lengths: []cloth.Cut{{Length: 6200}}},
		"For mock-ups, pockets and facings.", "", ""},
	{cloth.Fabric{Name: "Grey check, the last of it", Colour: "walnut", Width: 1400, Selvedge: 8, Thickness: 0.7, Weight: 290,
		Price: 26, Shrinkage: 0.03, Fibre: "wool", Weave: "twill", RepeatX: 64, RepeatY: 52, Paid: true, NoMore: true,
		Lengths: []cloth.Cut{{Length: 3100}}},
		"Found at the back of the loft.", "", ""},
}

// Placer lays pieces on cloth, as lay.Place does.
type Placer func(context.Context, lay.Job) lay.Result

// Fill enters the demo in one go; place lays what is cut in it, and what is drafted for it is kept in the
// book. The event lies some weeks after now.
func Fill(ctx context.Context, st *store.Store, now time.Time, place Placer, book *memo.Book) error {
	return st.Fill(ctx, func(st *store.Store) error { return fill(ctx, st, now, place, book) })
}

func fill(ctx context.Context, st *store.Store, now time.Time, place Placer, book *memo.Book) error {
	var ids []uint
	for _, w := range wearers {
		rec, err := st.AddWearer(ctx, w.name, w.group)
		if err != nil {
			return err
		}
		ids = append(ids, rec.ID)
		if err := enter(ctx, st, rec.ID, w.readings); err != nil {
			return err
		}
	}
	kept := make([][]uint, len(ensembles)) // layers
	recs := make([]uint, len(ensembles))
	for i, e := range ensembles {
		rec, err := st.AddEnsemble(ctx, store.Ensemble{Name: e.name, Part: e.part, Occasion: e.occasion, WearerID: ids[e.wearer],
			EventDate: now.AddDate(0, 0, e.days).Format(time.DateOnly), Heel: e.heel, Hours: e.hours})
		if err != nil {
			return err
		}
		recs[i] = rec.ID
		for _, l := range e.layers {
			g, _ := catalogue.Find(l.kind)
			f := g.About().Usual
			l.fabric(&f)
			one, err := st.AddLayer(ctx, store.Layer{EnsembleID: rec.ID, Kind: l.kind, Name: l.name, State: store.Drafted,
				Settings: l.set, Fabric: f})
			if err != nil {
				return err
			}
			kept[i] = append(kept[i], one.ID)
			for _, step := range l.done {
				if err := st.Tick(ctx, one.ID, step, true); err != nil {
					return err
				}
			}
		}
	}
	if err := draftAll(ctx, st, recs, book); err != nil {
		return err
	}
	for i, e := range ensembles {
		if err := come(ctx, st, recs[i], e.layers, kept[i], place, book); err != nil {
			return err
		}
		if p, ok := silhouette.PeriodOf(e.aim); ok {
			if err := st.SetAim(ctx, recs[i], p.Aim); err != nil {
				return err
			}
		}
		if err := enter(ctx, st, ids[e.wearer], e.later); err != nil {
			return err
		}
		if err := noted(ctx, st, recs[i], e.layers, kept[i], book); err != nil {
			return err
		}
	}
	return shelve(ctx, st)
}

// shelve puts the stash in and cuts the layers from it that are.
func shelve(ctx context.Context, st *store.Store) error {
	all, err := st.Ensembles(ctx)
	if err != nil {
		return err
	}
	for _, s := range stash {
		b, err := st.AddStash(ctx, s.fabric)
		if err != nil {
			return err
		}
		if err := st.SetStash(ctx, b.ID, func(b *store.Stashed) error { b.Note = s.note; return nil }); err != nil {
			return err
		}
		for _, e := range all {
			for _, l := range e.Layers {
				if l.Name == s.layer {
					if err := st.TakeCloth(ctx, l.ID, s.role, b.ID); err != nil {
						return err
					}
				}
			}
		}
	}
	return nil
}

// enter puts readings in, whatever was there before.
func enter(ctx context.Context, st *store.Store, wearer uint, readings []reading) error {
	w, err := st.Wearer(ctx, wearer)
	if err != nil {
		return err
	}
	for _, r := range readings {
		mm, err := measure.Parse(r.typed, measure.CM)
		if err != nil {
			return err
		}
		entry := store.Entry{Value: mm, Typed: r.typed}
		for _, had := range w.Readings {
			if had.Key == r.key && had.Worn == r.worn {
				entry.Was = had.MM
			}
		}
		if err := st.SetReading(ctx, wearer, r.key, r.worn, entry); err != nil {
			return err
		}
	}
	return nil
}

// leftToSee is the layer whose change is left to be seen, so that the demo
// opens calm with one thing to look at.
const leftToSee = "bustle-cage"

// draftAll drafts all ensembles side by side, for the book.
func draftAll(ctx context.Context, st *store.Store, ids []uint, book *memo.Book) error {
	if book == nil {
		return nil
	}
	var all sync.WaitGroup
	defer all.Wait()
	for _, id := range ids {
		e, err := st.Ensemble(ctx, id)
		if err != nil {
			return err
		}
		all.Go(func() { _, _, _ = ensemble.Walk(ctx, e.Plan(), book) }) // who needs it finds what is wrong
	}
	return nil
}

// walk drafts an ensemble as it is kept.
func walk(ctx context.Context, st *store.Store, id uint, book *memo.Book) ([]ensemble.Stage, error) {
	e, err := st.Ensemble(ctx, id)
	if err != nil {
		return nil, err
	}
	_, stages, err := ensemble.Walk(ctx, e.Plan(), book)
	return stages, err
}

// noted takes note of what the later readings changed, but for one layer.
func noted(ctx context.Context, st *store.Store, id uint, layers []layer, ids []uint, book *memo.Book) error {
	stages, err := walk(ctx, st, id, book)
	if err != nil {
		return err
	}
	seen := map[uint]ensemble.Snapshot{}
	for i, l := range layers {
		if l.kind != leftToSee && stages[i].Err == nil {
			seen[ids[i]] = stages[i].Snapshot()
		}
	}
	return st.See(ctx, seen)
}

// done are the steps of a layer that is cut, sewn or worn that are behind it.
func done(s ensemble.Stage, state store.State) []work.ID {
	var out []work.ID
	for _, step := range s.Draft.Steps {
		if state != store.Cut || step.ID == work.ToWash || step.ID == work.ToMockUp || step.ID == work.ToCut {
			out = append(out, step.ID)
		}
	}
	return out
}

// come brings the layers to their states; what is cut keeps the draft and the lay
// it is cut to.
func come(ctx context.Context, st *store.Store, id uint, layers []layer, ids []uint, place Placer,
	book *memo.Book) error {
	stages, err := walk(ctx, st, id, book)
	if err != nil {
		return err
	}
	seen := map[uint]ensemble.Snapshot{}
	for i, l := range layers {
		if stages[i].Err != nil {
			return stages[i].Err
		}
		seen[ids[i]] = stages[i].Snapshot()
		if l.state.Made() {
			made, _ := stages[i].CutOut(func(j lay.Job) (lay.Result, bool) { return place(ctx, j), true })
			if err := st.CutOut(ctx, ids[i], store.Cutting{State: l.state, Made: made, Takes: made.Takes(),
				Pieces: stages[i].PieceKeys(), Steps: done(stages[i], l.state)}); err != nil {
				return err
			}
			continue
		}
		if err := st.SetState(ctx, ids[i], l.state, nil); err != nil {
			return err
		}
	}
	return st.See(ctx, seen)
}
