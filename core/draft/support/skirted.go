package support

import (
	"fmt"
	"math"

	"ardentgusset/core/caution"
	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/part"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/work"
)

// Hems of the petticoats: 3/8 in turned under, then 3/4 in.
const turnedUnder, hemDepth = 9.525, 19.05

// inFolds is the part of gathered or gored cloth's width that shows as girth
// where it hangs (from memory): the rest lies in folds.
const inFolds = 0.42

// lengthBelow asks for the length at the side from the band to the hem: as far
// as leaves the floor clear by so much.
func lengthBelow(clear float64, rule string) draft.Parameter {
	return part.LengthFrom("Length below the band, at the side", 250, 1400, rule,
		"From the lower edge of the band to the hem. Before and behind it follows what is worn under it.", func(on figure.Figure,
			v draft.Values) (float64, figure.Source) {
			return on.WaistToFloor(90) - v.Number(draft.Band) - clear, figure.Memory
		})
}

// shortestBelow asks for the length of straight cloth whose upper edge is cut so that its hem hangs level: by default it clears
// the floor.
func shortestBelow(clear float64, rule string) draft.Parameter {
	return part.LengthFrom("Length below the band, at its shortest", 250, 1400, rule+", where the way down is shortest",
		"From the lower edge of the band to the hem, where the way down is shortest. Elsewhere it is longer by as much as the way is: "+
			"the upper edge is cut so that the hem hangs level.", func(on figure.Figure, v draft.Values) (float64, figure.Source) {
			least := min(on.WaistToFloor(90), min(on.WaistToFloor(0), on.WaistToFloor(180)))
			return least - v.Number(draft.Band) - clear, figure.Memory
		})
}

// onFloor says gravely that a hem lies on the floor which ends so far from the waist along the cloth where the way down is
// shortest, mm, with the length that does not.
func onFloor(d *draft.Draft, on figure.Figure, v draft.Values, total float64) {
	const trodden = 5.0
	clear := min(on.WaistToFloor(0), min(on.WaistToFloor(90), on.WaistToFloor(180))) - total
	if clear > trodden {
		return
	}
	text := "As it is cut it ends " + measure.Tell(clear) + " above the floor, all round: it is trodden on."
	if clear < 0 {
		text = "As it is cut it lies with " + measure.Tell(-clear) + " on the floor, all round."
	}
	to := math.Floor(v.Number(draft.FullLength) - (40 - clear))
	if p := v.Get(draft.FullLength); to >= p.Low {
		d.Offer(true, "Its hem lies on the floor", text, "Shorten it by "+measure.Tell(v.Number(draft.FullLength)-to),
			draft.Settings{draft.FullLength: to})
		return
	}
	d.Remark(true, "Its hem lies on the floor", text)
}

// fuller is how much more than what it goes round a hem has at least by
// default, and fullerThan how much more than the hem worn under it it should
// have (both from memory: cloth that only just goes round shows what it covers).
const fuller, fullerThan = 1.12, 1.04

// mostGathered is how many times its waist a petticoat of straight breadths may
// be round (from memory).
const mostGathered = 7.0

// hemRound asks for the hem of a petticoat: never less than goes round what is
// worn under it, and by default fuller than that.
func hemRound(usual float64, why string) draft.Parameter {
	p := draft.Mm(draft.HemRound, "Hem, all round", 1100, 6000, usual, why, figure.Memory,
		"A petticoat is at least as full as what it carries needs.").Saving("Less flare")
	p.Between = func(on figure.Figure, v draft.Values) (float64, float64) {
		least := math.Ceil(leastHem(on, v))
		return least, max(min(6000, mostGathered*on.GirthAt(figure.Waist)), 1.2*least)
	}
	p.Default = func(on figure.Figure, v draft.Values) (float64, figure.Reason) {
		least := leastHem(on, v)
		if more := math.Ceil(least * fuller); more > usual {
			return more, figure.Reason{Text: "what it goes round measures " + measure.Tell(least), Source: figure.Memory}
		}
		return usual, figure.Reason{Text: why, Source: figure.Memory}
	}
	p.SavesTo = func(on figure.Figure, v draft.Values) float64 {
		return max(leastHem(on, v)*1.05, min(on.Fullness(), usual))
	}
	return p
}

// leastHem is the narrowest hem that goes round what a petticoat of these
// choices hangs over.
func leastHem(on figure.Figure, v draft.Values) float64 {
	gores, ease := 1, 40.0
	if v.Has(draft.Gores) {
		gores = v.Whole(draft.Gores)
	}
	if v.Has(draft.HipEase) {
		ease = v.Number(draft.HipEase)
	}
	return part.Skirt{On: on, Long: v.Number(draft.FullLength), Band: part.Band{Depth: v.Number(draft.Band)}, Ease: ease,
		Gores: gores}.Least()
}

// thinHem says when the cloth worn under a garment is fuller than its own hem,
// and offers to widen it where the garment asks for its hem.
func thinHem(d *draft.Draft, on figure.Figure, hem float64, asksHem bool) {
	if under := on.Fullness(); under > hem+10 {
		if !asksHem {
			d.Remark(false, "What is worn under it is fuller",
				fmt.Sprintf("The hem beneath measures %s, this one %s: it is crushed and shows in folds. Make the lowest tier fuller.",
					measure.Tell(under), measure.Tell(hem)))
			return
		}
		d.Offer(false, "What is worn under it is fuller", fmt.Sprintf("The hem beneath measures %s, this one %s: it is crushed and "+
			"shows in folds.", measure.Tell(under), measure.Tell(hem)),
			"Make the hem fuller", draft.Settings{draft.HemRound: math.Ceil(under*fullerThan/10) * 10})
	}
}

// gored is the body that the gored petticoats share.
type gored struct {
	draft.Draft
	*part.Skirt
	long    float64 // at the side
	hem     float64
	top     float64 // width of all tops
	reaches float64 // drop of the hem at the side
}

// goredBody drafts front, side gores, back breadth and band.
func goredBody(on figure.Figure, v draft.Values, hem, hipEase, turned float64) (*gored, error) {
	g := &gored{long: v.Number(draft.FullLength), hem: hem}
	g.Skirt = &part.Skirt{Band: part.BandOn(on, v), On: on, Long: g.long, Hem: hem, Ease: hipEase, Gores: v.Whole(draft.Gores),
		Turned: turned}
	var err error
	if g.top, err = g.Into(&g.Draft); err != nil {
		return nil, err
	}
	g.reaches = g.Reach()
	g.Cautions = []caution.Caution{caution.Flame, caution.Iron}
	g.Measure("hem", "the hem", "in width, all round", hem)
	g.Measure("length", "the petticoat", "in length", g.long)
	for _, p := range g.Pieces {
		if p.ID == "front" || len(p.ID) > 4 && p.ID[:4] == "side" {
			e, _ := p.Edge("top")
			g.Draft.Measure(p.ID+".waist", "the "+p.Name, "at the waist", e.Length())
		}
	}
	g.Spares = append(g.Spares, draft.Spare{Dimension: "length", Where: "the hem", Slide: max(turned-12, 0)})
	thinHem(&g.Draft, on, hem, true)
	return g, nil
}

// dress sets what the petticoat does to the figure: layers of cloth as thick
// as given, its fullness, and its outline.
func (g *gored) dress(on figure.Figure, in cloth.Fabric, layers, stand float64) {
	thick := float64(in.Thickness) * layers
	bulk := g.Band.Bulk(float64(in.Thickness), thick, g.top)
	g.Wear.Cover = []figure.Depth{{Drop: 0, Depth: bulk}, {Drop: g.Band.Depth, Depth: bulk},
		{Drop: g.Band.Depth + 40, Depth: thick * 1.3}, {Drop: g.reaches, Depth: thick * 1.3}}
	g.Wear.Hang = part.Flare(on, g.Band.Depth, g.reaches, g.hem, stand)
	g.Wear.Stands, g.Wear.Hem = true, g.hem
	g.Band.Finish(&g.Draft, on, bulk)
}

// sew says what is particular about the making of a gored petticoat.
func (g *gored) sew(names string) {
	g.Tell(work.ToCut, "Cut "+names+".")
	g.Tell(work.ToMark, "The opening on the back breadth and the band’s divisions before the pieces are moved.")
	g.Tell(work.ToJoin, "From the waist down; every seam’s two edges are the same length.")
	g.Tell(work.ToPress, "Thick cloth flattens only while it is still flat.")
	g.Tell(work.ToPlacket, fmt.Sprintf("Slit %s down the middle of the back breadth; underlap and facing on.", measure.Tell(g.Band.Opening)))
	g.Tell(work.ToBand, "Match its marks to the seams, take the small pleats in before and draw the gathers up behind.")
	g.Tell(work.ToFasten, "Set apart from the closures above and below it, so that they do not lie on one another.")
	g.Tell(work.ToHem, fmt.Sprintf("Turn %s, then %s.", measure.TellFine(turnedUnder), measure.TellFine(hemDepth)))
}
