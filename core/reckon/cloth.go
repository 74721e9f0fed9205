package reckon

import (
	"math"

	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
)

// Cloth is what cloth is measured by: weights, old measures, shrinkage, threads.
type Clothes struct{}

// About describes it.
func (Clothes) About() About {
	return About{Name: "cloth", Title: "Cloth by weight and measure", What: "Weights and widths in other units, old measures, what a " +
		"swatch shrank by, " +
		"threads counted, and what a garment weighs.", Asked: "gsm oz per yard ell aune nail quarter shrinkage wash thread count " +
		"warp weft weight convert"}
}

// Parameters are what is asked about it.
func (Clothes) Parameters() []draft.Parameter {
	list := []draft.Parameter{draft.OneOf("what", "What", "", "weight", "the weight of cloth", "old", "an old measure", "shrink",
		"what a swatch shrank by",
		"count", "threads counted", "garment", "what a garment weighs")}
	list = append(list, when("what", []string{"weight"}, draft.OneOf("in", "Given in", "", "oz_yd", "ounces a square yard", "gsm",
		"grams a square metre",
		"oz_linear", "ounces a running yard"), number("weight", "Weight", 0.2, 2000, 4.7, ""))...)
	list = append(list, when("what", []string{"weight", "garment"}, length("wide", "Width of the cloth", 100, 4000, 1400, ""))...)
	var measures []string
	for _, m := range cloth.Measures() {
		measures = append(measures, m.Key, m.Name)
	}
	list = append(list, when("what", []string{"old"}, number("many", "How many", 0.01, 1000, 4, ""), draft.OneOf("of", "of", "",
		measures...))...)
	list = append(list, when("what", []string{"shrink"},
		length("along", "Square before, along", 20, 2000, 200, "Along the warp."), length("along_after", "after the wash", 10, 2100,
			194, ""),
		length("across", "Square before, across", 20, 2000, 200, ""), length("across_after", "after the wash", 10, 2100, 197, ""),
		length("need", "Washed length wanted", 50, 1e5, 4000, ""))...)
	list = append(list, when("what", []string{"count"},
		number("warp", "Warp threads counted", 1, 2000, 65, ""), number("weft", "Weft threads counted", 1, 2000, 55, ""),
		length("over", "over", 5, 300, 50, "⟦5 cm⟧ and more: one thread in eleven is 9 %."),
		number("like_warp", "To be like: warp per cm", 0, 200, 0, "0 for nothing to compare with."), number("like_weft",
			"and weft per cm", 0, 200, 0, ""))...)
	return append(list, when("what", []string{"garment"}, number("gsm", "Cloth weighs, g/m²", 10, 2000, 200, ""),
		length("used", "Cloth in it", 20, 1e5, 3000, "Length off the bolt."), number("fills", "of which is not scrap, %", 20,
			100, 80, ""))...)
}

// Reckon does the sum.
func (c Clothes) Reckon(v draft.Values) (Answer, error) {
	switch v.Choice("what") {
	case "old":
		return oldMeasure(v)
	case "shrink":
		return shrunk(v)
	case "count":
		return counted(v)
	case "garment":
		return weighed(v)
	}
	return heavy(v)
}

func heavy(v draft.Values) (a Answer, err error) {
	w, wide := v.Number("weight"), v.Number("wide")
	gsm := w
	switch v.Choice("in") {
	case "oz_yd":
		gsm = w * measure.OuncePerSquareYard
		a.sum("%s × 33.906 = %s g/m²", plainly(w), plainly(gsm))
	case "oz_linear":
		gsm = w * measure.Ounce / (0.9144 * wide / 1000)
		a.sum("%s × 28.3495 g over a yard times the width = %s g/m²", plainly(w), plainly(gsm))
	}
	a.put("gsm", "Grams a square metre", Plain, gsm, "1 oz/yd² is 33.906 g/m²", figure.Geometry)
	a.put("oz", "Ounces a square yard", Plain, gsm/measure.OuncePerSquareYard, "the same the other way", figure.Geometry)
	a.put("metre", "Grams a running metre", Plain, gsm*wide/1000, "times its width", figure.Geometry)
	a.put("linear", "Ounces a running yard", Plain, gsm*wide/1000*0.9144/measure.Ounce, "times its width", figure.Geometry)
	a.put("width_in", "Width, inches", Plain, wide/25.4, "by the inch of 1959", figure.Geometry)
	word := "very heavy: coats"
	for _, c := range []struct {
		most float64
		name string
	}{{60, "sheer"}, {120, "light: shifts, linings"}, {220, "medium: dresses, petticoats"}, {340, "heavy: skirts, corsets"}} {
		if gsm <= c.most {
			word = c.name
			break
		}
	}
	a.note(false, "It is "+word, "By its weight alone; drape and stiffness are judged in the hand.")
	a.box(Cloth, "", 0, 0, wide, 1000)
	a.across(measure.Tell(wide), 0, -80, wide)
	return a, nil
}

func oldMeasure(v draft.Values) (a Answer, err error) {
	m, _ := cloth.MeasureOf(v.Choice("of"))
	mm := v.Number("many") * m.MM
	a.put("length", "Length", Length, mm, m.Note, figure.Source(m.Source))
	a.put("yards", "Yards", Plain, mm/914.4, "by the yard of 1959", figure.Geometry)
	a.put("metres", "Metres", Plain, mm/1000, "", figure.Geometry)
	a.sum("%s × %s mm = %s mm", plainly(v.Number("many")), plainly(m.MM), plainly(mm))
	a.note(false, "Old measures differ", "By town, cloth and year: what a source means is known only from where it was written.")
	a.box(Cloth, "", 0, 0, mm, mm/8)
	a.across(measure.Tell(mm), 0, -mm/20, mm)
	return a, nil
}

func shrunk(v draft.Values) (a Answer, err error) {
	s := cloth.Swatch{Test: cloth.ShrinkTest, Along: measure.Length(v.Number("along")), Across: measure.Length(v.Number("across")),
		AlongAfter: measure.Length(v.Number("along_after")), AcrossAfter: measure.Length(v.Number("across_after"))}
	if key, why := s.Fault(); why != "" {
		return a, wrong(v, map[string]draft.Key{"along_mm": "along", "across_mm": "across", "along_after_mm": "along_after",
			"across_after_mm": "across_after"}[key], "%s", why)
	}
	f := cloth.Fabric{Swatches: []cloth.Swatch{s}, Width: 1000}
	along, across := f.Shrinks()
	a.put("along", "Loses along", Percent, along*100, "what the square lost, over what it was", figure.Geometry)
	a.put("across", "and across", Percent, across*100, "the same", figure.Geometry)
	a.put("buy", "Buy, unwashed", Bought, v.Number("need")/(1-along), "so that the washed length is left", figure.Geometry)
	a.sum("1 − %s ÷ %s = %.1f %%", measure.Tell(v.Number("along_after")), measure.Tell(v.Number("along")), along*100)
	a.box(Cloth, "", 0, 0, v.Number("across"), v.Number("along"))
	a.box(Stitch, "", 0, 0, v.Number("across_after"), v.Number("along_after"))
	return a, nil
}

func counted(v draft.Values) (a Answer, err error) {
	over := v.Number("over") / 10
	warp, weft := v.Number("warp")/over, v.Number("weft")/over
	a.put("warp", "Warp, threads to the cm", Plain, warp, "counted over the length", figure.Geometry)
	a.put("weft", "Weft, threads to the cm", Plain, weft, "counted over the length", figure.Geometry)
	a.put("warp_inch", "Warp to the inch", Plain, warp*2.54, "", figure.Geometry)
	a.put("weft_inch", "Weft to the inch", Plain, weft*2.54, "", figure.Geometry)
	a.put("doubt_warp", "Sure to, warp", Percent, 100/v.Number("warp"), "one thread more or less at the ends", figure.Geometry)
	a.put("doubt_weft", "and weft", Percent, 100/v.Number("weft"), "one thread more or less at the ends", figure.Geometry)
	a.sum("%s ÷ %s cm = %s", plainly(v.Number("warp")), plainly(over), plainly(warp))
	lw, lf := v.Number("like_warp"), v.Number("like_weft")
	if lw >= 0.5 && lf >= 0.5 {
		off := func(x, y float64) float64 { return (x/y - 1) * 100 }
		a.put("off_warp", "Warp against what it shall be like", Percent, off(warp, lw), "", figure.Geometry)
		a.put("off_weft", "and weft", Percent, off(weft, lf), "", figure.Geometry)
		turned := math.Abs(off(weft, lw)) + math.Abs(off(warp, lf))
		if straight := math.Abs(off(warp, lw)) + math.Abs(off(weft, lf)); turned < straight-10 {
			a.note(false, "Warp and weft exchanged?", "The other way round it comes nearer: the warp runs along the selvedge and "+
				"gives least.")
		}
	}
	a.note(false, "Tell warp from weft first", "The selvedge runs along the warp; without one, the warp gives less and its threads "+
		"are harder twisted. "+
		"Count twice, at different places.")
	n, m := int(min(warp*2, 60)), int(min(weft*2, 60))
	for i := range n {
		x := (float64(i) + 0.5) * 20 / float64(n)
		a.draw(Stitch, "", pt(x, 0), pt(x, 20))
	}
	for i := range m {
		y := (float64(i) + 0.5) * 20 / float64(m)
		a.draw(Cord, "", pt(0, y), pt(20, y))
	}
	return a, nil
}

func weighed(v draft.Values) (a Answer, err error) {
	area := v.Number("used") * v.Number("wide") / 1e6 * v.Number("fills") / 100
	g := area * v.Number("gsm")
	a.put("area", "Cloth in it", Area, area, "length times width, without scraps", figure.Geometry)
	a.put("mass", "Weighs", Grams, g, "area times weight", figure.Geometry)
	a.sum("%s × %s × %.0f %% × %s g/m²", measure.Tell(v.Number("used")), measure.Tell(v.Number("wide")), v.Number("fills"),
		plainly(v.Number("gsm")))
	if g > 3000 {
		a.note(false, "Heavy to carry", "Hang it from a bodice or a band that rests on the hips, and rest in between.")
	}
	a.box(Cloth, "", 0, 0, v.Number("used"), v.Number("wide"))
	return a, nil
}
