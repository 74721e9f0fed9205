package reckon

import (
	"math"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
)

// Stuffing is what fills a pad.
type Stuffing struct{}

// About describes it.
func (Stuffing) About() About {
	return About{Name: "stuffing", Title: "Stuffing", What: "Volume and weight by compartment, from a sample that was weighed.",
		Asked: "stuffing filling pad bustle roll wadding scraps how much weight volume"}
}

// Parameters are what is asked about it.
func (Stuffing) Parameters() []draft.Parameter {
	return []draft.Parameter{
		length("wide", "Compartment, wide", 10, 2000, 300, ""), length("high", "and high", 10, 2000, 180, ""),
		length("deep", "Stuffed to", 5, 500, 60, "At its thickest."),
		draft.OneOf("shape", "Shape", "", "pillow", "pillow: thin at all edges", "roll", "roll", "box", "box: as thick all over"),
		tally("count", "Compartments alike", 1, 40, 1, ""),
		number("sample", "A sample weighed, g", 1, 5000, 40, "Packed as firmly as it will be."),
		number("fills", "and filled, litres", 0.05, 50, 1, "A litre jar, pressed the same."),
		number("price", "A kilogram costs", 0, 500, 0, "0 for scraps.")}
}

// pillow is the part of its box that a pillow fills (from memory: between the half of two wedges and the two thirds of a lens).
const pillow = 0.58

// Reckon does the sum.
func (Stuffing) Reckon(v draft.Values) (a Answer, err error) {
	wide, high, deep := v.Number("wide"), v.Number("high"), v.Number("deep")
	part, why, source := pillow, "what a pillow fills of its box", figure.Memory
	switch v.Choice("shape") {
	case "roll":
		part, why, source = math.Pi/4, "a cylinder in its box", figure.Geometry
	case "box":
		part, why, source = 1, "all of it", figure.Geometry
	}
	if v.Choice("shape") == "roll" && deep > high*1.5 {
		return a, wrong(v, "deep", "a roll is about as deep as it is high: at most %s", measure.Tell(high*1.5))
	}
	litres := wide * high * deep * part / 1e6
	n := float64(v.Whole("count"))
	dense := v.Number("sample") / v.Number("fills")
	a.put("litres", "Each holds, litres", Plain, litres, why, source)
	a.put("mass", "Each takes", Grams, litres*dense, "volume times what a litre of your sample weighs", figure.Own)
	a.put("all", "All take", Grams, litres*dense*n, "times their number", figure.Geometry)
	a.put("all_litres", "All hold, litres", Plain, litres*n, "", figure.Geometry)
	if p := v.Number("price"); p > 0 {
		a.put("cost", "It costs", Money, litres*dense*n/1000*p, "by the kilogram", figure.Geometry)
	}
	a.sum("%s × %s × %s × %s = %s litres", measure.Tell(wide), measure.Tell(high), measure.Tell(deep), plainly(part), plainly(litres))
	a.sum("%s × %s g = %s g", plainly(litres), plainly(dense), plainly(litres*dense))
	a.note(false, "Outer edges first", "Less near corners, or they show; small shreds lie smooth, large ones in lumps. Old stuffing "+
		"may be dusty or "+
		"mouldy: a mask, and outdoors.")
	a.box(Cloth, "", 0, 0, wide, high)
	a.profile(v.Choice("shape"), wide, high, deep)
	a.across(measure.Tell(wide), 0, high*1.08, wide)
	a.up(measure.Tell(high), -wide*0.08, 0, high)
	return a, nil
}

// profile draws a compartment cut through, below it.
func (a *Answer) profile(shape string, wide, high, deep float64) {
	y := -high*0.3 - deep/2
	if shape == "box" {
		a.box(Other, "", 0, y-deep/2, wide, deep)
		return
	}
	s := Shape{Kind: Other, Closed: true}
	for i := range 64 {
		t := 2 * math.Pi * float64(i) / 64
		x := wide / 2 * (1 + math.Cos(t))
		if shape == "roll" { // across it
			x = wide/2 + deep/2*math.Cos(t)
		}
		s.Line = append(s.Line, pt(x, y+deep/2*math.Sin(t)))
	}
	a.Drawing = append(a.Drawing, s)
	a.up(measure.Tell(deep), wide*1.06, y-deep/2, deep)
}
