package reckon

import (
	"math"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/plane"
)

// Opening is whether head or hips pass, and how a neck is cut in stages.
type Opening struct{}

// About describes it.
func (Opening) About() About {
	return About{Name: "opening", Title: "Neck openings and getting in", What: "How far to cut a neck at first and at most; or " +
		"whether a closed garment " +
		"passes what it must, and how long its opening must be.", Asked: "neck opening head getting in slit placket length hips pass " +
		"over staged",
		Links: []Link{{"placket", "slit", "slit"}, {"slit", "slit", "slit"}}}
}

// Parameters are what is asked about it.
func (Opening) Parameters() []draft.Parameter {
	list := []draft.Parameter{draft.OneOf("what", "What", "", "neck", "a neck opening", "in", "getting in")}
	list = append(list, when("what", []string{"neck"},
		length("head", "Round the head", 300, 800, 570, "Over the widest place."), length("ease", "and ease", 0, 200, 30,
			"Hair, and not to tear it."),
		length("neck", "Round the neck, finished", 200, 1500, 400, "As it shall lie closed."))...)
	list = append(list, when("what", []string{"in"},
		length("closed", "Closed it measures, at its least", 100, 3000, 660, "The waist of a skirt, a bodice's ring."),
		length("must", "Must pass", 100, 3000, 1020, "Hips or bust as dressed, and room for the hands."),
		draft.OneOf("how", "Put on", "", "step", "stepped into", "head", "over the head, arms first"))...)
	return append(list, length("slit", "Opening, long", 0, 1200, 230, "Both its edges count."))
}

// Reckon does the sum.
func (Opening) Reckon(v draft.Values) (a Answer, err error) {
	slit := v.Number("slit")
	closed, must, e := 0.0, 0.0, draft.Entry{}
	if v.Choice("what") == "neck" {
		closed, must = v.Number("neck"), v.Number("head")+v.Number("ease")
		e = draft.Entry{Closed: closed, Slit: slit, Only: draft.OverHead}
	} else {
		closed, must = v.Number("closed"), v.Number("must")
		e = draft.Entry{Closed: closed, Slit: slit, Only: draft.SteppedInto}
		if v.Choice("how") == "head" {
			e.Only = draft.OverHead
		}
	}
	passes, part := closed+2*slit, 1.0
	if e.Only == draft.SteppedInto {
		passes = e.Passes()
		part = passes / (closed + 2*slit)
	}
	need := max((must/part-closed)/2, 0)
	a.put("passes", "Goes through", Length, passes, "what it measures, and both edges of its opening; drawn round by no force",
		figure.Practice)
	a.put("must", "Must go through", Length, must, "as asked", figure.Practice)
	a.put("slit", "Opening that is enough", Length, math.Ceil(need), "half of what is missing", figure.Geometry)
	a.put("spare", "To spare", Length, passes-must, "the one less the other", figure.Geometry)
	if part < 1 {
		a.sum("(%s + 2 × %s) × %s = %s", measure.Tell(closed), measure.Tell(slit), plainly(part), measure.Tell(passes))
	} else {
		a.sum("%s + 2 × %s = %s", measure.Tell(closed), measure.Tell(slit), measure.Tell(passes))
	}
	if passes < must {
		a.note(true, "It does not pass", "%s are missing: open it by %s.", measure.Tell(must-passes), measure.Tell(math.Ceil(need)))
	} else {
		a.note(false, "It passes", "With %s to spare.", measure.Tell(passes-must))
	}
	if v.Choice("what") == "neck" {
		first, most := math.Round(need*0.6), math.Ceil(need)+10
		a.put("first", "Cut at first", Length, first, "six tenths, then try it on", figure.Memory)
		a.put("largest", "Never beyond", Length, most, "what lets the head through, and a centimetre", figure.Memory)
		a.note(false, "A cut can't be taken back", "Stay-stitch round the line first. Cut to the first mark, try it on slowly, and "+
			"go on a finger's "+
			"breadth at a time.")
		a.Strips = []Strip{{Name: "Slit, from the neck", Long: max(most, 1), Marks: []StripMark{{first, "first", Place}, {need,
			"passes", Place},
			{most, "never beyond", Place}}}}
	} else {
		a.Strips = []Strip{{Name: "Opening, from the top", Long: max(need, slit) + 10, Marks: []StripMark{{need, "enough", Place}}}}
	}
	for i, one := range []struct {
		round float64
		kind  ShapeKind
	}{{must, Other}, {passes, Stitch}, {closed, FoldLn}} {
		r := one.round / 2 / math.Pi
		var line []plane.Point
		for k := range 72 {
			sin, cos := math.Sincos(2 * math.Pi * float64(k) / 72)
			line = append(line, pt(r*cos, r*sin))
		}
		a.Drawing = append(a.Drawing, Shape{Kind: one.kind, Line: line, Closed: true, Label: []string{"must pass", "goes through",
			"closed"}[i]})
	}
	return a, nil
}
