package reckon

import (
	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
)

// Elastic is a casing that draws a sleeve, leg or waist in.
type Elastic struct{}

// About describes it.
func (Elastic) About() About {
	return About{Name: "elastic", Title: "Elastic casings", What: "Cloth and elastic for a round, and whether the casing takes it.",
		Asked: "elastic casing puff sleeve waist draw in ring gap threading"}
}

// Parameters are what is asked about it.
func (Elastic) Parameters() []draft.Parameter {
	return []draft.Parameter{
		length("round", "Goes round", 60, 2000, 254, "Arm, leg, waist."),
		number("full", "Times as much cloth", 1.05, 5, 2.5, ""),
		length("allowance", "Seam allowance", 3, 40, 12.7, "Of the seam that closes it."),
		length("cut", "Elastic, cut", 30, 3000, 254, "The round, or less for a firm hold; the upper one of a low sleeve a little more."),
		length("overlap", "Its overlap", 0, 60, 19, "Where it is sewn to a ring."),
		length("wide", "Elastic, wide", 2, 80, 4, ""),
		length("turn", "Turned down", 3, 120, 6.35, "What the casing is folded of."),
		length("under", "and under", 0, 40, 6.35, "The raw edge."),
		length("stitch", "Stitched from the fold's lower edge", 0.5, 10, 1.6, ""),
		draft.OneOf("rows", "A row along the upper fold", "", "no", "no", "yes", "yes: a small frill or a firm edge")}
}

// Reckon does the sum.
func (Elastic) Reckon(v draft.Values) (a Answer, err error) {
	round, net := v.Number("round"), v.Number("round")*v.Number("full")
	ring := v.Number("cut") - v.Number("overlap")
	if ring <= 0 {
		return a, wrong(v, "overlap", "nothing is left of the elastic: less than %s", measure.Tell(v.Number("cut")))
	}
	if ring >= net {
		return a, wrong(v, "cut", "the elastic is as long as the cloth: less than %s", measure.Tell(net+v.Number("overlap")))
	}
	clear := v.Number("turn") - v.Number("stitch")
	if v.Choice("rows") == "yes" {
		clear -= v.Number("stitch")
	}
	a.put("cloth", "Cut the cloth", Length, net+2*v.Number("allowance"), "the round times as full, and two allowances", figure.Practice)
	a.put("ring", "Elastic ring", Length, ring, "cut less its overlap", figure.Geometry)
	a.put("ratio", "Gathers to", Times, net/ring, "cloth over ring", figure.Geometry)
	a.put("hold", "Stretched on the wearer", Percent, max(round/ring-1, 0)*100, "more than 10 % marks the skin", figure.Memory)
	a.put("clear", "Clear inside the casing", Fine, clear, "what is turned down less its stitching", figure.Geometry)
	a.put("widest", "Widest elastic for it", Fine, max(clear-1, 0), "a millimetre to run", figure.Practice)
	a.put("depth", "Turn for this elastic", Fine, v.Number("wide")+1+v.Number("stitch"), "elastic, a millimetre, and the stitching",
		figure.Practice)
	a.put("gap", "Leave open to thread it", Fine, max(3*v.Number("wide"), 20), "three times its width, and a safety pin",
		figure.Practice)
	a.sum("%s × %s + 2 × %s = %s", measure.Tell(round), plainly(v.Number("full")), measure.TellFine(v.Number("allowance")),
		measure.Tell(net+2*v.Number("allowance")))
	a.sum("%s − %s = %s; %s ÷ %s = %s", measure.Tell(v.Number("cut")), measure.TellFine(v.Number("overlap")), measure.Tell(ring),
		measure.Tell(net), measure.Tell(ring), plainly(net/ring))
	if v.Number("wide") > clear-1+1e-9 {
		a.note(true, "The elastic is too wide for the casing", "It leaves %s: turn down %s, or take a narrower one.",
			measure.TellFine(clear),
			measure.TellFine(v.Number("wide")+1+v.Number("stitch")))
	}
	if ring < round*0.85 {
		a.note(false, "Tight", "It is stretched by %.0f %% where it is worn.", (round/ring-1)*100)
	}
	wide, high := net+2*v.Number("allowance"), net/3
	a.box(Cloth, "", 0, 0, wide, high)
	a.draw(FoldLn, "", pt(0, high-v.Number("under")), pt(wide, high-v.Number("under")))
	y := high - v.Number("under") - v.Number("turn")
	a.draw(FoldLn, "", pt(0, y), pt(wide, y))
	a.draw(Stitch, "", pt(v.Number("allowance"), 0), pt(v.Number("allowance"), high))
	a.draw(Stitch, "", pt(wide-v.Number("allowance"), 0), pt(wide-v.Number("allowance"), high))
	a.across(measure.Tell(wide), 0, -high*0.15, wide)
	a.box(Other, "", (wide-v.Number("cut"))/2, -high*0.5, v.Number("cut"), max(v.Number("wide"), 2))
	s := Strip{Name: "Elastic", Long: v.Number("cut"), Marks: []StripMark{{v.Number("overlap"), "overlap", Place},
		{v.Number("overlap") + ring/2, "½", Place}}}
	a.Strips = []Strip{s}
	return a, nil
}
