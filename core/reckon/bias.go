package reckon

import (
	"fmt"
	"math"

	"ardentgusset/core/draft"
	"ardentgusset/core/edge"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
)

// Bias is strips for bindings and pipings.
type Bias struct{}

// About describes it.
func (Bias) About() About {
	return About{Name: "bias", Title: "Bias strips and bindings", What: "How wide to cut, how much a piece of cloth gives, and what " +
		"comes off " +
		"the edge that is bound.", Asked: "bias binding strip piping cord how much bias continuous bind edge mitre corner"}
}

// Parameters are what is asked about it.
func (Bias) Parameters() []draft.Parameter {
	list := []draft.Parameter{
		draft.OneOf("kind", "For", "", "single", "binding, folded in at both edges", "double", "binding, folded in half first", "facing",
			"a facing", "piping", "piping over a cord", "own", "a strip of your own width"),
	}
	list = append(list, when("kind", []string{"single", "double", "facing"}, length("finished", "Finished width", 2, 150, 8,
		"As it is seen."))...)
	list = append(list, when("kind", []string{"piping"}, length("cord", "Cord, across", 1, 30, 4, "Pressed a little."))...)
	list = append(list, when("kind", []string{"piping", "facing"}, length("allowance", "Seam allowance", 3, 40, 10, "On each side."))...)
	list = append(list, when("kind", []string{"own"}, length("strip", "Cut width", 5, 400, 32, ""))...)
	return append(list,
		boundEdge(),
		length("need", "Length to bind", 10, 100000, 3000, "All edges together."),
		tally("corners", "Mitred corners", 0, 60, 0, "Each takes a little more."),
		length("wide", "Cloth there is, one way", 20, 20000, 500, "Of a rectangle, or the largest within a remnant."),
		length("high", "and the other", 20, 4000, 1120, ""),
		length("least", "Shortest strip worth joining", 20, 2000, 150, "Cut one by one."))
}

// boundEdge asks what allowance the edge has that is bound.
func boundEdge() draft.Parameter {
	return when("kind", []string{"single", "double"}, length("edge", "Allowance the edge has", 0, 60, 12.7, "As the pattern gives it."))[0]
}

// Reckon does the sum.
func (Bias) Reckon(v draft.Values) (a Answer, err error) {
	strip, why := 0.0, ""
	switch v.Choice("kind") {
	case "single":
		strip, why = edge.BindingStrip(v.Number("finished")), "four times the finished width, and a little for the turn"
	case "double":
		strip, why = edge.DoubledStrip(v.Number("finished")), "six times the finished width, and a little for the turn"
	case "facing":
		strip, why = v.Number("finished")+2*v.Number("allowance"), "its width and two allowances"
	case "piping":
		strip, why = edge.PipingStrip(v.Number("cord"), v.Number("allowance")), "once round the cord, and two allowances"
	default:
		strip, why = v.Number("strip"), "as asked"
	}
	wide, high := v.Number("wide"), v.Number("high")
	need := v.Number("need") + 2*strip*float64(v.Whole("corners")) + 2*strip
	whole := edge.Continuous(wide, high, strip)
	strips := edge.Strips(wide, high, strip, v.Number("least"))
	cut := 0.0
	for _, s := range strips {
		cut += s
	}
	joined := max(cut-strip*float64(max(len(strips)-1, 0)), 0)
	a.put("strip", "Cut wide", Fine, strip, why, figure.Practice)
	if v.Has("finished") {
		a.put("finished", "Finishes", Fine, v.Number("finished"), "as asked", figure.Practice)
	}
	a.put("need", "Length needed", Long, need, "the edges, two widths for every corner and for the ends", figure.Practice)
	a.put("whole", "Cut in one, round and round, the cloth gives", Long, whole-strip, "its area over the width, less where it is joined",
		figure.Geometry)
	a.put("strips", "Cut one by one: strips", Count, float64(len(strips)), "whole ones at 45° that are long enough", figure.Geometry)
	a.put("joined", "which give, joined", Long, joined, "each join costs one width", figure.Geometry)
	side := math.Sqrt(need * strip)
	a.put("square", "A square that is enough, each side", Length, side, "the root of length times width, cut in one", figure.Geometry)
	a.sum("%s × %s ÷ %s = %s", measure.Tell(wide), measure.Tell(high), measure.TellFine(strip), measure.TellLong(whole))
	if whole-strip < need {
		a.note(true, "Not enough", "%s are missing even when it is cut in one: a square of %s is enough.",
			measure.TellLong(need-whole+strip),
			measure.Tell(side))
	} else if joined < need {
		a.note(false, "Only in one", "Cut one by one it is %s short; cut in one it is enough.", measure.TellLong(need-joined))
	}
	if v.Has("edge") {
		a.put("off", "Cut off the edge first", Fine, v.Number("edge"), "all of its allowance: a bound edge needs none", figure.Practice)
		a.note(false, "A bound edge needs no allowance", "If the pattern has one, cut it off first, or the garment grows by it all "+
			"round. At a "+
			"corner stop as far from it as the seam is from the edge, fold the strip up at 45° and back down.")
	}
	if strip*math.Sqrt2 > wide+high {
		return Answer{}, wrong(v, "wide", "the strip is wider than the cloth: larger, or a narrower binding")
	}
	a.box(Cloth, "", 0, 0, wide, high)
	across := strip * math.Sqrt2
	for i, c := 0, across; c < wide+high && i < 400; i, c = i+1, c+across {
		from, to := max(0, c-high), min(c, wide)
		a.draw(CutLn, "", pt(from, c-from), pt(to, c-to))
	}
	a.across(measure.Tell(wide), 0, -high*0.08, wide)
	s := Strip{Name: "Along the edge of the cloth, from its corner", Long: min(wide, across*30)}
	for k := 1; float64(k)*across <= s.Long+1e-9; k++ {
		s.Marks = append(s.Marks, StripMark{float64(k) * across, fmt.Sprint(k), Place})
	}
	a.Strips = []Strip{s}
	a.Folds = "Fold the cloth so that a crosswise thread lies along the selvedge: the crease is the bias. Cut along it, and measure " +
		"every strip from there."
	return a, nil
}
