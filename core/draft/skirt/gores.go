package skirt

import (
	"fmt"
	"math"
	"slices"

	"ardentgusset/core/caution"
	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/part"
	"ardentgusset/core/family"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/work"
)

// Gores is a skirt of gores all round, fitted to the hip and flared below it, or straight from the waist
// to the hem.
type Gores struct{}

// About describes it.
func (Gores) About() draft.About {
	return draft.About{Kind: "skirt-gores", Name: "Skirt of gores", Family: family.Skirt,
		What: "Five to nine gores that are shaped in their seams: smooth over the hip, full at the hem. The 1890s and their trumpet " +
			"skirts, the A-line of the 1930s to 1950s.",
		Usual: cloth.Fabric{Name: "Wool serge", Colour: "walnut", Width: 1500, Selvedge: 10, Thickness: 0.5, Weight: 230, Shrinkage: 0.03}}
}

// Parameters are what is asked about it.
func (Gores) Parameters() []draft.Parameter {
	round := draft.Mm(draft.HemRound, "Hem, all round", 900, 6500, 0, "", figure.Memory,
		"1890 to 1898 ⟦300 cm⟧ to ⟦450 cm⟧, 1909 to 1914 ⟦130 cm⟧ to ⟦200 cm⟧, 1931 to 1946 ⟦140 cm⟧ to ⟦250 cm⟧. "+
			"A stride takes about ⟦155 cm⟧.").
		Saving("Less flare")
	round.Rule = "⟦=3.2 m⟧, or more where what it hangs over needs it"
	round.Between = func(on figure.Figure, v draft.Values) (float64, float64) {
		low := math.Ceil(gored(on, v).leastRound()) + 10
		return low, max(6500, 1.5*low)
	}
	round.Default = func(on figure.Figure, v draft.Values) (float64, figure.Reason) {
		if more := math.Ceil(gored(on, v).leastRound() * 1.15); more > 3200 {
			return more, figure.Reason{Text: "a little more than what it goes round", Source: figure.Memory}
		}
		return 3200, figure.Reason{Text: "1890 to 1898 ⟦300 cm⟧ to ⟦450 cm⟧", Source: figure.Memory}
	}
	round.SavesTo = func(on figure.Figure, v draft.Values) float64 {
		return max(gored(on, v).leastRound()*1.05, min(on.Fullness(), 2400))
	}
	own := []draft.Parameter{
		part.Clearance(700, 30, "1890s walking skirts ⟦2 cm⟧ to ⟦5 cm⟧, the 1930s ⟦24 cm⟧, 1947 to 1960 "+
			"⟦29 cm⟧ to ⟦45 cm⟧", figure.Memory, "All round, in the shoes of the ensemble."), part.TrainAsked(),
		draft.Tally(draft.Gores, "Gores", 5, 9, 7, "seven share the flare", figure.Memory,
			"An odd number has a seam down the centre back, an even one lies on the fold there; the front always does."),
		draft.OneOf("fit", "Shaped", "From the hip: close to there, and flared below. From the waist: one straight slope, which "+
			"stands off "+
			"a slim hip and takes a narrower hem.", "hip", "from the hip", "waist", "straight from the waist"),
		draft.Times("rear", "Flare behind, times that at the sides", 0.6, 3, 1.6, "1890s; 1 is even all round", figure.Memory,
			"Before it is as much less: the front hangs the straighter for it."),
		gatheredBehind()}
	shared := fitted()
	for i := range shared {
		switch shared[i].Key {
		case draft.HipEase:
			shared[i].Default = draft.Fixed(40, "smooth, and free to walk in", figure.Memory)
			shared[i].Rule = "⟦4 cm⟧"
		case draft.Placket:
			shared[i].Help = "In the seam at the centre back, or the left one before the back gore."
		}
	}
	return append(append(append(own, shared...), round), extras()...)
}

// gatheredBehind asks for cloth at the centre back, no more than the waist of the back gore can take in.
func gatheredBehind() draft.Parameter {
	p := draft.Mm("gathered", "Gathered in behind, in all", 0, 700, 0, "none; 1890s ⟦12 cm⟧ to ⟦20 cm⟧", figure.Memory,
		"Cloth left at the centre back to be gathered or pleated.")
	p.Between = func(on figure.Figure, v draft.Values) (float64, float64) {
		last := 180 - 180/v.Number(draft.Gores)
		if v.Whole(draft.Gores)%2 == 1 {
			last = 180 - 360/v.Number(draft.Gores)
		}
		return 0, min(700, fullest*2*on.At(0).Arc(last, 180))
	}
	return p
}

// waistOf is what the skirt goes round at the waist: the seam it is sewn to, or the figure with ease.
func waistOf(on figure.Figure, v draft.Values) float64 {
	if v.Has("waist_seam") {
		return v.Number("waist_seam")
	}
	return on.GirthAt(figure.Waist) + v.Number(draft.WaistEase)
}

// gored settles where the seams stand: evenly, the front gore on its fold.
func gored(on figure.Figure, v draft.Values) *form {
	n := v.Whole(draft.Gores)
	f := &form{n: n/2 + 1, waist: waistOf(on, v), behind: v.Number("gathered") / 2,
		conical: v.Choice("fit") == "waist"}
	f.bearings = []float64{0}
	for b := 180 / float64(n); b < 180-1; b += 360 / float64(n) {
		f.bearings = append(f.bearings, b)
	}
	f.bearings = append(f.bearings, 180)
	f.Skirt = &part.Skirt{On: on, Long: on.Fall(90, on.Floor()-v.Number(draft.Clearance)), Ease: v.Number(draft.HipEase),
		Bearings: f.bearings,
		Parted:   n%2 == 1}
	f.Settle()
	f.hip = on.GirthAt(figure.Hip) + v.Number(draft.HipEase)
	section := on.At(0)
	arcs := section.Arcs(f.bearings...)
	for k := range f.n {
		f.share = append(f.share, f.waist*arcs[k]/section.Girth())
		middle := (f.bearings[k] + f.bearings[k+1]) / 2
		f.weights = append(f.weights, (f.bearings[k+1]-f.bearings[k])*math.Pow(v.Number("rear"), -math.Cos(middle*math.Pi/180)))
	}
	return f
}

// Draft drafts it.
func (Gores) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	f := gored(on, v)
	seam, opening, asked := v.Number(draft.Allowance), v.Number(draft.Placket), v.Number(draft.HemRound)
	// A gore that is no plain cone has a hem that is a little shorter or longer than an arc: what the first
	// drawing is out by goes into the second.
	var pieces []pattern.Piece
	for round, tries := asked, 0; tries < 2; tries++ {
		if err := f.hemmed(round); err != nil {
			return draft.Draft{}, err
		}
		if err := f.dart(); err != nil {
			return draft.Draft{}, err
		}
		var err error
		if pieces, err = f.gores(seam, v.Number(draft.Hem)); err != nil {
			return draft.Draft{}, err
		}
		drawn := 0.0
		for k := range f.n {
			e, _ := pieces[k].Edge("hem")
			drawn += 2 * e.Length()
		}
		next := max(round+asked-drawn, f.leastRound())
		if math.Abs(next-round) < 2 {
			break
		}
		round = next
	}
	d := draft.Draft{Pieces: pieces, Cautions: []caution.Caution{caution.Flame, caution.Iron, caution.Needle}}
	sided(d.Pieces)
	joined(&d, f.n, !f.Parted, opening, measure.Tell(opening), part.Opens(v))
	var tops []topped
	for k := range f.n {
		t := topped{long: f.share[k]}
		switch {
		case f.gathered(k) > 0:
			t.more, t.by = f.gathered(k)+f.intake[k], pattern.Gathers // with what stands out below
			e, _ := d.Pieces[k].Edge("top")
			d.Pieces[k].GatherRows(e.Line)
		case f.drawn[k]:
			t.more, t.by = f.intake[k], pattern.Gathers
		case f.darts[k] > 0:
			t.more, t.by = f.intake[k]*float64(f.darts[k]), pattern.Darts
		}
		tops = append(tops, t)
	}
	band := f.hangsFrom(v)
	banded(&d, band, tops, !f.Parted)
	part.RemarkSlope(&d, f.moved)
	for k := range f.darts {
		if f.drawn[k] {
			continue
		}
		d.Waist.Runs[k].Darts = f.dartsAlong(k)
	}
	f.finishGores(&d, on, v, in, band)
	return d, finished(&d, on, v, in, betweens(d.Pieces[:f.n], f.bearings, !f.Parted))
}

// finishGores measures, closes and says what is particular.
func (f *form) finishGores(d *draft.Draft, on figure.Figure, v draft.Values, in cloth.Fabric, band part.Band) {
	round, thick := v.Number(draft.HemRound), float64(in.Thickness)
	d.Measure("hip", "the skirt", "at the hip", f.ringed(d))
	for i, where := range []string{"front", "side", "back"} {
		d.Measure("length."+where, "the skirt", "in length at the "+where, f.Length(90*float64(i)))
		d.Spares = append(d.Spares, draft.Spare{Dimension: "length." + where, Where: "the hem, " + where,
			Slide: max(v.Number(draft.Hem)-12, 0)})
	}
	hem := f.hemDrawn(d)
	d.Measure("hem", "the hem", "all round", hem)
	if hem > round*1.01 {
		d.Remark(false, "The hem measures "+measure.Tell(hem), "It was asked to be "+measure.Tell(round)+
			"; over these hips the gores can’t be drawn narrower.")
	}
	seams := v.Whole(draft.Gores)
	d.Spares = append(d.Spares, draft.Spare{Dimension: "hip", Where: fmt.Sprintf("all %d seams", seams), Seams: seams,
		Allowance: v.Number(draft.Allowance)})
	bulk := band.Bulk(thick, thick, f.waist+v.Number("gathered"))
	reach := f.Reach()
	d.Wear.Cover = []figure.Depth{{Drop: 0, Depth: bulk}, {Drop: 40, Depth: thick}, {Drop: reach, Depth: thick * 1.5}}
	d.Wear.Hang, d.Wear.Hem = part.Flare(on, 0, reach, round, inFolds), round
	band.Finish(d, on, bulk)
	d.Buy("tape", "Stay tape, "+measure.TellStock(10), (f.waist+50)/1000, "m",
		"along the waist seam, so that the curved edge does not stretch in the straight band")
	if n := f.dartCount(); n > 0 {
		d.Remark(false, "Darts take the waist in", fmt.Sprintf("Hip and waist differ by %s; %s in what the edges of the gores do not.",
			measure.Tell(f.hip-f.waist), measure.Count(n, "dart takes", "darts take")))
	}
	if slices.Contains(f.drawn, true) {
		d.Remark(false, "Gathered over what stands out", "Where hip and waist differ by more than darts take, the gore is "+
			"gathered at the waist.")
	}
	if under := on.Fullness(); under > round+10 {
		d.Offer(false, "What is worn under it is fuller", fmt.Sprintf("The hem beneath measures %s, this one %s: it is crushed and "+
			"shows in folds.", measure.Tell(under), measure.Tell(round)),
			"Make the hem fuller", draft.Settings{draft.HemRound: math.Ceil(under*1.04/10) * 10})
	}
	if f.conical {
		loose := 0.0
		for k := range f.n {
			w, _ := f.along(k)(f.HipUp((f.bearings[k] + f.bearings[k+1]) / 2))
			loose += (w - f.Need(k, on.Drop(figure.Hip))) * 2 / f.halves(k)
		}
		if loose > 120 {
			d.Offer(false, "It stands off the hip by "+measure.Tell(loose), "One slope from the waist to so wide a hem leaves that much "+
				"more than the ease asked for.", "Shape it from the hip", draft.Settings{"fit": "hip"})
		}
	}
	d.MockUp = "Cut the gores to ⟦10 cm⟧ below the hip in cheap cloth, over all that is worn under it."
	d.Tell(work.ToStay, "Each gore’s waist from seam to seam.")
	d.Tell(work.ToDart, "From the waist to nothing; tie the ends, press towards the centre.")
	d.Tell(work.ToJoin, "From the hem up, hip notch to hip notch; of two edges the one that lies more on the bias lies on top.")
	d.Tell(work.ToPress, "Over a curve at the hip.")
	d.Tell(work.ToHang, "A day and a night at least before the hem is levelled: the slanting edges drop.")
	d.Tell(work.ToHem, "Ease the fullness in, or face it.")
}
