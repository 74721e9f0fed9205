package reckon

import (
	"fmt"
	"math"

	"ardentgusset/core/closure"
	"ardentgusset/core/draft"
	"ardentgusset/core/edge"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
)

// Tube is straps, loops, ties and false channels.
type Tube struct{}

// About describes it.
func (Tube) About() About {
	return About{Name: "strips", Title: "Straps, loops and ties", What: "Cut width from the finished one, room to turn it, how long " +
		"each loop " +
		"is, and the joins.", Asked: "strap loop tie tube turn rouleau channel casing false strip button loop",
		Links: []Link{{"ties", "each", ""}}}
}

// Parameters are what is asked about it.
func (Tube) Parameters() []draft.Parameter {
	list := []draft.Parameter{
		draft.OneOf("way", "Made", "", "turned", "sewn and turned", "folded", "edges folded in, stitched", "channel",
			"laid on as a channel"),
		length("finished", "Finished width", 2, 300, 12.7, ""),
		length("seam", "Seam allowance", 2, 25, 6.35, "As it is after trimming."),
		draft.OneOf("what", "What", "", "strap", "straps or ties", "loop", "button loops")}
	list = append(list, when("what", []string{"loop"}, length("button", "Button, across", 3, 60, 12, ""), length("thick",
		"and thick", 0.5, 40, 4, ""))...)
	list = append(list, when("what", []string{"strap"}, length("each", "Each long", 20, 5000, 400, "Finished, with what is sewn in."))...)
	return append(list, tally("count", "How many", 1, 200, 2, ""), length("cloth", "Longest strip the cloth gives", 50, 6000, 1400,
		"Its width, or the "+
			"length of a bias strip."), length("filler", "Something goes through it, wide", 0, 200, 0,
		"Elastic, a bone, a cord; 0 for nothing."))
}

// Reckon does the sum.
func (Tube) Reckon(v draft.Values) (a Answer, err error) {
	finished, seam, count := v.Number("finished"), v.Number("seam"), v.Whole("count")
	cut, why := edge.Tube(finished, seam), "twice the width and twice the seam"
	switch v.Choice("way") {
	case "folded":
		cut, why = 4*finished, "four times: the edges meet in the middle and it is folded again"
	case "channel":
		cut, why = finished+2*seam, "its width and an edge folded under on both sides"
	}
	a.put("cut", "Cut wide", Fine, cut, why, figure.Geometry)
	if v.Choice("way") == "turned" {
		a.put("room", "Room inside", Fine, finished, "what is turned through it, and its own allowances lie in it", figure.Geometry)
		if seam > finished*0.9 {
			a.note(true, "It will not turn", "The allowances of %s are as wide as it: trim them to %s, or cut it wider.",
				measure.TellFine(seam),
				measure.TellFine(finished*0.6))
		}
	}
	if f := v.Number("filler"); f > 0 && f+2 > finished {
		a.note(true, "Too narrow for what goes in", "%s wants %s or more.", measure.TellFine(f), measure.TellFine(f+2))
	}
	each := 0.0
	if v.Choice("what") == "loop" {
		hole := closure.LoopFor(v.Number("button"), v.Number("thick"))
		each = hole + 2*seam + 6
		a.put("loop", "Each loop, edge to edge", Fine, hole, "half round the button, and its thickness: try one on a scrap", figure.Memory)
		a.put("each", "Each cut long", Fine, each, "and both ends in the seam", figure.Practice)
		a.note(false, "Loops lie the wrong way at first", "On the right side, round ends away from the edge, between garment and facing.")
		s := Strip{Name: "Loop", Long: each, Marks: []StripMark{{seam + 3, "seam", Place}, {each - seam - 3, "seam", Place}}}
		a.Strips = append(a.Strips, s)
	} else {
		each = v.Number("each") + 2*seam
		a.put("each", "Each cut long", Length, each, "and an allowance at both ends", figure.Practice)
	}
	total := each * float64(count)
	strips := math.Ceil(total / v.Number("cloth"))
	if each <= v.Number("cloth") { // no piece is joined
		strips = math.Ceil(float64(count) / math.Floor(v.Number("cloth")/each))
	}
	a.put("total", "Strip, in all", Long, total, "as many as are wanted", figure.Geometry)
	a.put("strips", "Strips to cut", Count, strips, "each as long as the cloth gives", figure.Geometry)
	if each > v.Number("cloth") {
		n := math.Ceil((each - 2*seam) / (v.Number("cloth") - 2*seam))
		a.put("joins", "Joins in each", Count, n-1, "on the slant, so that they turn", figure.Practice)
		if !(v.Number("cloth") > 2*seam) {
			return Answer{}, wrong(v, "cloth", "shorter than its own seams: more than %s", measure.TellFine(2*seam))
		}
	}
	a.sum("2 × (%s + %s) = %s", measure.TellFine(finished), measure.TellFine(seam), measure.TellFine(edge.Tube(finished, seam)))
	show := min(each, cut*8)
	a.box(Cloth, "", 0, 0, show, cut)
	switch v.Choice("way") {
	case "folded":
		for _, k := range []float64{0.25, 0.5, 0.75} {
			a.draw(FoldLn, "", pt(0, cut*k), pt(show, cut*k))
		}
	case "channel":
		a.draw(FoldLn, "", pt(0, seam), pt(show, seam))
		a.draw(FoldLn, "", pt(0, cut-seam), pt(show, cut-seam))
	default:
		a.draw(FoldLn, "", pt(0, cut/2), pt(show, cut/2))
		a.draw(Stitch, "", pt(0, seam), pt(show, seam))
		a.draw(Stitch, "", pt(0, cut-seam), pt(show, cut-seam))
	}
	a.up(measure.TellFine(cut), -cut*0.3, 0, cut)
	s := Strip{Name: "Across the strip", Long: cut, Marks: []StripMark{{cut / 2, "fold", FoldAt}}}
	a.Strips = append(a.Strips, s)
	a.Working = append(a.Working, fmt.Sprintf("%d × %s = %s of strip", count, measure.Tell(each), measure.TellLong(total)))
	return a, nil
}
