package reckon

import (
	"math"
	"slices"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/fullness"
	"ardentgusset/core/measure"
	"ardentgusset/core/plane"
)

// Gathers is much cloth drawn into little on threads.
type Gathers struct{}

// About describes it.
func (Gathers) About() About {
	return About{Name: "gathers", Title: "Gathers", What: "How much cloth, where the rows run, and marks that bring both edges " +
		"together evenly.",
		Asked: "gather ruffle frill fullness ratio quarter marks how full skirt to band draw up",
		Links: []Link{{"fullness", "ratio", "ratio"}, {"upper_ratio", "ratio", "ratio"}, {"lower_ratio", "ratio", "ratio"},
			{"frill_ratio", "ratio", "ratio"},
			{"back_full", "ratio", "ratio"}}}
}

// Parameters are what is asked about it.
func (Gathers) Parameters() []draft.Parameter {
	list := []draft.Parameter{
		length("finished", "Finished length", 20, 20000, 700, "The edge it is drawn up to: a band, a yoke, without its underlap."),
		draft.OneOf("by", "Known is", "", "ratio", "how full it shall be", "cloth", "how much cloth there is", "test", "a test strip")}
	list = append(list, when("by", []string{"ratio"}, number("ratio", "Times as much cloth", 1, 8, 2,
		"1.5 to 2 heavy cloth, 2 medium, 2.5 to 3 fine, 3 sheer."))...)
	list = append(list, when("by", []string{"cloth"}, length("cloth", "Cloth, flat", 20, 100000, 1400,
		"Seam to seam, without allowances."))...)
	list = append(list, when("by", []string{"test"}, length("flat", "The strip, flat", 20, 3000, 300, "Of the real cloth."),
		length("drawn", "Drawn up as far as it likes", 5, 3000, 120, "Until it stops lying well."))...)
	return append(list,
		length("underlap", "Underlap of the band", 0, 300, 25, "It carries no gathers and is left out of the marks."),
		tally("parts", "Parts to match", 2, 32, 4, "Quarters, or more on a long edge."),
		number("front", "Front, of the finished length", 0.2, 0.8, 0.5, "The part of the band that lies in front."),
		number("front_cloth", "Front, of the cloth", 0.1, 0.9, 0.5, "Less than its part puts the fullness behind."),
		length("allowance", "Seam allowance", 4, 60, 12.7, "The rows lie either side of its seam line."),
		length("thick", "Thickness of the cloth", 0.05, 6, 0.4, "Measured over a folded stack."),
		length("longest", "Longest thread that draws well", 200, 4000, 1350, "Longer ones break: ⟦120 cm⟧ to ⟦150 cm⟧."))
}

// beside is how far from the seam line a gathering row runs, mm, and thickRow from what thickness on a third one is run (both
// common practice, no source).
const besideSeam, thickRow = 3.175, 0.8

// Reckon does the sum.
func (Gathers) Reckon(v draft.Values) (a Answer, err error) {
	finished, parts := v.Number("finished"), v.Whole("parts")
	ratio, cloth := 0.0, 0.0
	switch v.Choice("by") {
	case "cloth":
		if cloth = v.Number("cloth"); cloth < finished {
			return a, wrong(v, "cloth", "it is shorter than what it is drawn up to: %s or more", measure.Tell(finished))
		}
		ratio = cloth / finished
		a.sum("%s of cloth ÷ %s finished = %s", measure.Tell(cloth), measure.Tell(finished), plainly(ratio))
	case "test":
		if v.Number("drawn") >= v.Number("flat") {
			return a, wrong(v, "drawn", "drawn up it is shorter than flat: less than %s", measure.Tell(v.Number("flat")))
		}
		ratio = v.Number("flat") / v.Number("drawn")
		cloth = finished * ratio
		a.sum("the strip went from %s to %s: %s times", measure.Tell(v.Number("flat")), measure.Tell(v.Number("drawn")), plainly(ratio))
	default:
		ratio = v.Number("ratio")
		cloth = finished * ratio
		a.sum("%s finished × %s = %s of cloth", measure.Tell(finished), plainly(ratio), measure.Tell(cloth))
	}
	front := int(math.Round(float64(parts) * v.Number("front")))
	front = min(max(front, 1), parts-1)
	share, ofCloth := v.Number("front"), v.Number("front_cloth")
	if share == 0.5 && ofCloth == 0.5 {
		share, ofCloth = float64(front)/float64(parts), float64(front)/float64(parts)
	}
	a.put("cloth", "Cloth, flat", Length, cloth, "the finished length times the ratio, without allowances", figure.Geometry)
	a.put("ratio", "Times as full", Times, ratio, "cloth over finished length", figure.Geometry)
	if math.Abs(share-ofCloth) > 1e-9 {
		a.put("ratio_front", "in front", Times, ratio*ofCloth/share, "its part of the cloth over its part of the band", figure.Geometry)
		a.put("ratio_back", "behind", Times, ratio*(1-ofCloth)/(1-share), "what is left over what is left", figure.Geometry)
	}
	seam := v.Number("allowance")
	rows := []float64{seam - besideSeam, seam + besideSeam}
	if v.Number("thick") > thickRow {
		rows = append(rows, seam+3*besideSeam)
	}
	if rows[0] < 1.5 {
		return Answer{}, wrong(v, "allowance", "the first row would run off the edge: %s or more", measure.TellFine(besideSeam+1.5))
	}
	for i, r := range rows {
		a.put([]string{"row_1", "row_2", "row_3"}[i], []string{"First row, from the raw edge", "Second row", "Third row"}[i], Fine, r,
			"either side of the seam line; three in thick cloth", figure.Practice)
	}
	n := fullness.Threads(cloth, v.Number("longest"))
	a.put("sections", "Sections, each on threads of its own", Count, float64(n), "no thread longer than draws well", figure.Practice)
	a.put("section", "each of", Length, cloth/float64(n), "equal ones", figure.Geometry)
	a.put("bulk", "Thickness at the seam", Fine, ratio*v.Number("thick"), "times as full, times as thick, before the band", figure.Geometry)
	band := fullness.Divided(finished, parts, front, share)
	skirt := fullness.Divided(cloth, parts, front, ofCloth)
	a.Strips = []Strip{matching("Band", finished+v.Number("underlap"), band), matching("Cloth", cloth, skirt)}
	if v.Number("underlap") > 0 {
		a.Strips[0].Marks = append(a.Strips[0].Marks, StripMark{finished + v.Number("underlap"), "end of the underlap", Place})
	}
	drawMatched(&a, band, skirt, v.Number("underlap"))
	if parts&(parts-1) == 0 && share == ofCloth {
		a.Folds = folds(parts) + " Do so with the band, without its underlap, and with the cloth; match the creases."
	}
	if most := 4.0; ratio > most {
		a.note(false, "Very full", "More than %s times as much seldom draws up: pleat it, or cut it narrower and press tucks in.",
			plainly(most))
	}
	return a, nil
}

// folds is how equal parts of a power of two are found without a ruler.
func folds(parts int) string {
	text := "Fold it in half"
	for n := 2; n < parts; n *= 2 {
		text += ", and in half again"
	}
	return text + "."
}

// matching are the marks of an edge that meet those of another, numbered.
func matching(name string, long float64, at []float64) Strip {
	s := Strip{Name: name, Long: long}
	for i, x := range at {
		s.Marks = append(s.Marks, StripMark{x, plainly(float64(i)), Place})
	}
	return s
}

// drawMatched draws the cloth above, what it goes into below, and which mark comes where.
func drawMatched(a *Answer, into, from []float64, beyond float64) {
	long, short := slices.Max(from), slices.Max(into)
	high := max(long/14, 20)
	left := (long - short) / 2
	a.box(Cloth, "", 0, high*2, long, high)
	a.box(Other, "", left, 0, short+beyond, high*0.5)
	for i := range from {
		a.draw(Stitch, "", plane.Pt(from[i], high*2), plane.Pt(left+into[i], high*0.5))
		a.draw(Point, plainly(float64(i)), plane.Pt(from[i], high*2))
		a.draw(Point, "", plane.Pt(left+into[i], high*0.5))
	}
	a.across(measure.Tell(long), 0, high*3.4, long)
	a.across(measure.Tell(short), left, -high*0.4, short)
}
