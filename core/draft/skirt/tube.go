package skirt

import (
	"fmt"

	"ardentgusset/core/caution"
	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/part"
	"ardentgusset/core/family"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/work"
)

// Tube is a narrow skirt of a front and two backs, straight or tapering below the hip, with a slit or a pleat to walk in.
type Tube struct{}

// About describes it.
func (Tube) About() draft.About {
	return draft.About{Kind: "skirt-tube", Name: "Narrow skirt", Family: family.Skirt,
		What: "A front and two backs fitted to the hip by darts, straight or narrower to the hem, with a slit or a pleat behind to walk " +
			"in. 1909 to 1914, and the 1950s.",
		Usual: cloth.Fabric{Name: "Wool flannel", Colour: "walnut", Width: 1500, Selvedge: 10, Thickness: 0.6, Weight: 260,
			Shrinkage: 0.03}}
}

// Parameters are what is asked about it.
func (Tube) Parameters() []draft.Parameter {
	narrower := draft.Mm("taper", "Hem narrower than the hip by", 0, 160, 40, "⟦=0 cm⟧ to ⟦=8 cm⟧", figure.Memory,
		"All round. 0 hangs straight.")
	high := draft.MmFrom(draft.Slit, "Slit or pleat, high", 0, 600, "so high that a full stride finds room above it",
		"From the hem up, in "+
			"the seam at the centre back. 0 for none.", func(on figure.Figure, v draft.Values) (float64, figure.Source) {
			ring := on.GirthAt(figure.Hip) + v.Number(draft.HipEase) - v.Number("taper")
			return slitFor(ring, v.Number(draft.Clearance)), figure.Memory
		})
	list := fitted()
	for i := range list {
		switch list[i].Key {
		case draft.Placket:
			list[i].Help = "In the seam at the centre back."
		case draft.HipEase:
			list[i].Default, list[i].Rule = draft.Fixed(40, "⟦2.5 cm⟧ to ⟦6 cm⟧: one sits in it", figure.Memory), "⟦4 cm⟧"
		}
	}
	clear := part.Clearance(700, 330, "1909 to 1914 ⟦5 cm⟧, the 1950s ⟦33 cm⟧ to ⟦45 cm⟧", figure.Memory,
		"All round, in the shoes of the ensemble.")
	high.Between = func(on figure.Figure, v draft.Values) (float64, float64) { // what the opening leaves of the seam
		return 0, max(min(600, on.WaistToFloor(180)-v.Number(draft.Clearance)-v.Number(draft.Placket)-110), 0)
	}
	pleat := draft.OneOf("vent", "To walk in it has", "A pleat stays closed while one stands; a slit shows.", "pleat",
		"a pleat behind", "slit", "a slit behind", "none", "neither: short steps")
	high.When = func(v draft.Values) bool { return v.Choice("vent") != "none" }
	return append(append([]draft.Parameter{clear}, append(list, narrower, pleat, high)...),
		append(part.PocketsAsked(), part.LayersAsked())...)
}

// slitFor is how high a slit must be for a ring of so many mm all round to take a full stride above it, to the
// centimetre; clear is how far its hem is above the floor.
func slitFor(ring, clear float64) float64 {
	for up := 0.0; up <= 600; up += 10 {
		if part.Step(ring, clear+up) >= part.Stride {
			return up
		}
	}
	return 600
}

// vented is how wide the pleat behind is, mm (common practice, no source).
const vented = 80.0

// standsOut is how much more than the hip what is worn under a narrow skirt may measure below it, mm (from memory).
const standsOut = 60.0

// tubeOn settles what goes round what.
func tubeOn(on figure.Figure, v draft.Values) *form {
	f := &form{n: 2, waist: waistOf(on, v), bearings: []float64{0, 90, 180}}
	f.Skirt = &part.Skirt{On: on, Long: on.Fall(90, on.Floor()-v.Number(draft.Clearance)), Ease: v.Number(draft.HipEase),
		Bearings: f.bearings,
		Parted:   true}
	f.Settle()
	f.hip = on.GirthAt(figure.Hip) + v.Number(draft.HipEase)
	section := on.At(0)
	for _, arc := range section.Arcs(f.bearings...) {
		f.share = append(f.share, f.waist*arc/section.Girth())
	}
	for k := range f.n { // as wide at the hem as at the hip, less its part of the taper
		f.hems = append(f.hems, max(f.fullest(k)-v.Number("taper")/4*f.halves(k), f.Need(k, f.Reach())))
	}
	return f
}

// Draft drafts it.
func (Tube) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	for _, drop := range on.Drops(on.Drop(figure.Hip)+20, on.FallsTo(90, on.WaistToFloor(90)-v.Number(draft.Clearance))) {
		if out := on.Girth(drop); out > on.GirthAt(figure.Hip)+standsOut {
			return draft.Draft{}, fmt.Errorf("what is worn under it measures %s below the hip and %s there: a narrow skirt falls "+
				"straight from the "+
				"hip; wear a slip under it, or choose gores", measure.Tell(out), measure.Tell(on.GirthAt(figure.Hip)))
		}
	}
	f := tubeOn(on, v)
	if err := f.dart(); err != nil {
		return draft.Draft{}, err
	}
	seam, opening := v.Number(draft.Allowance), v.Number(draft.Placket)
	pieces, err := f.gores(seam, v.Number(draft.Hem))
	if err != nil {
		return draft.Draft{}, fmt.Errorf("two side seams are too few to shape so narrow a skirt to this body (%w): a skirt of gores "+
			"suits it", err)
	}
	d := draft.Draft{Pieces: pieces, Cautions: []caution.Caution{caution.Iron, caution.Needle}}
	sided(d.Pieces)
	if err := f.vent(&d.Pieces[1], v, opening); err != nil {
		return draft.Draft{}, err
	}
	joined(&d, f.n, false, opening, measure.Tell(opening), part.Opens(v))
	band := f.hangsFrom(v)
	var tops []topped
	for k := range f.n {
		t := topped{long: f.share[k]}
		switch {
		case f.drawn[k]:
			t.more, t.by = f.intake[k], pattern.Gathers
		case f.darts[k] > 0:
			t.more, t.by = f.intake[k]*float64(f.darts[k]), pattern.Darts
		}
		tops = append(tops, t)
	}
	banded(&d, band, tops, false)
	part.RemarkSlope(&d, f.moved)
	for k := range f.darts {
		if !f.drawn[k] {
			d.Waist.Runs[k].Darts = f.dartsAlong(k)
		}
	}
	f.finishTube(&d, on, v, in, band)
	return d, finished(&d, on, v, in, betweens(d.Pieces[:f.n], f.bearings, false))
}

// vent opens the seam at the centre back from the hem up, as a slit or with a pleat cut on.
func (f *form) vent(back *pattern.Piece, v draft.Values, opening float64) error {
	if !v.Has(draft.Slit) || v.Number(draft.Slit) < 20 {
		return nil
	}
	slit := v.Number(draft.Slit)
	right, _ := back.Edge("right")
	if room := right.Length() - opening - 80; slit > room {
		return fmt.Errorf("slit and opening leave nothing of the seam behind: a slit of %s at most", measure.Tell(max(room, 0)))
	}
	if v.Choice("vent") == "slit" {
		back.Split("right", pattern.Stretch{ID: "slit", Name: "slit", Length: slit}, pattern.Stretch{ID: "right", Name: "back edge"})
		back.Be(pattern.Opening, "slit")
		return nil
	}
	line := right.Line // from the hem up
	long := right.Length()
	at, along := plane.Along(line, slit)
	out := along.Right()
	hem, _ := back.Edge("hem")
	foot := line[0]
	edge := []plane.Point{foot.Add(out.Times(vented)), at.Add(out.Times(vented))}
	hem.Line = append(hem.Line, edge[0])
	seam := right.Allowance
	n := len(back.Edges)
	for i := range n {
		if back.Edges[i].ID != "right" {
			continue
		}
		cut := []pattern.Edge{{ID: "pleat", Name: "pleat", Line: edge, Allowance: seam, Kind: pattern.Opening, Corner: true},
			{ID: "pleat-top", Name: "top of the pleat", Line: []plane.Point{edge[1], at}, Allowance: seam, Corner: true},
			{ID: "right", Name: "back edge", Line: plane.Part(line, slit, long), Allowance: seam}}
		back.Edges = append(back.Edges[:i:i], append(cut, back.Edges[i+1:]...)...)
		break
	}
	for k := range back.Notches {
		if n := &back.Notches[k]; n.Edge == "right" {
			n.At -= slit
		}
	}
	back.Marks = append(back.Marks, pattern.Mark{Kind: pattern.FoldLine, Path: plane.Part(line, 0, slit), Label: "fold"})
	return nil
}

// finishTube measures, closes and says what is particular.
func (f *form) finishTube(d *draft.Draft, on figure.Figure, v draft.Values, in cloth.Fabric, band part.Band) {
	thick := float64(in.Thickness)
	hem := 0.0 // as its pieces have it, the pleat behind closed
	for k := range f.n {
		e, _ := d.Pieces[k].Edge("hem")
		hem += 2 * e.Length()
	}
	if v.Choice("vent") == "pleat" {
		hem -= 2 * vented
	}
	d.Measure("hip", "the skirt", "at the hip", f.ringed(d))
	d.Measure("hem", "the hem", "all round", hem)
	for i, where := range []string{"front", "side", "back"} {
		d.Measure("length."+where, "the skirt", "in length at the "+where, f.Length(90*float64(i)))
		d.Spares = append(d.Spares, draft.Spare{Dimension: "length." + where, Where: "the hem, " + where,
			Slide: max(v.Number(draft.Hem)-12, 0)})
	}
	d.Spares = append(d.Spares, draft.Spare{Dimension: "hip", Where: "side and back seams", Seams: 3, Allowance: v.Number(draft.Allowance)})
	bulk, reach := band.Bulk(thick, thick, f.waist), f.Reach()
	d.Wear.Cover = []figure.Depth{{Drop: 0, Depth: bulk}, {Drop: 40, Depth: thick}, {Drop: reach, Depth: thick}}
	d.Wear.Hang, d.Wear.Hem = part.Flare(on, 0, reach, hem, inFolds), hem
	band.Finish(d, on, bulk)
	d.Buy("tape", "Stay tape, "+measure.TellStock(10), (f.waist+50)/1000, "m", "along the waist seam")
	slit := 0.0
	if v.Has(draft.Slit) {
		slit = v.Number(draft.Slit)
		d.Wear.Slit = slit
	}
	if step := part.Step(hem, v.Number(draft.Clearance)+slit); step < part.Stride-1 {
		text := fmt.Sprintf("Above its slit it measures about %s round: steps of %s at most, where a full one is %s.", measure.Tell(hem),
			measure.Tell(step), measure.Tell(part.Stride))
		if need := slitFor(hem, v.Number(draft.Clearance)); v.Has(draft.Slit) && need > slit && need < 600 {
			d.Offer(false, "One walks in short steps", text, "Open it higher", draft.Settings{draft.Slit: need})
		} else {
			d.Remark(false, "One walks in short steps", text)
		}
	}
	if under := on.Fullness(); under > hem+10 {
		d.Remark(false, "What is worn under it is fuller", fmt.Sprintf("The hem beneath measures %s, this one %s: it is crushed. Wear a "+
			"narrow slip.", measure.Tell(under), measure.Tell(hem)))
	}
	if slit > 0 {
		d.Tell(work.ToJoin, "Behind from the end of the opening down to the mark; stay that end with a bar, or a scrap of tape inside.")
	}
	d.Tell(work.ToDart, "From the waist to nothing; tie the ends, press towards the centre.")
	d.Tell(work.ToPress, "Over a curve at the hip.")
	d.MockUp = "To below the hip in cheap cloth; sit down in it."
	d.TryOn = "In the shoes: sit, walk, climb a step. Its side seams hang plumb, nothing pulls level across the hip."
	d.Tell(work.ToHem, "", work.After{Step: work.ToTryOn, Why: "its length is seen on the body"})
}
