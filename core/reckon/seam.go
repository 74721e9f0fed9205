package reckon

import (
	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/plane"
)

// Seam is what an allowance is spent on.
type Seam struct{}

// About describes it.
func (Seam) About() About {
	return About{Name: "seams", Title: "Seam budgets", What: "What each pass of a seam takes of its allowance, what is trimmed, and " +
		"how deep a notch " +
		"may be.", Asked: "french seam felled bound allowance trim notch understitch ditch hong kong two passes",
		Links: []Link{{"allowance", "allowance", ""}}}
}

// Parameters are what is asked about it.
func (Seam) Parameters() []draft.Parameter {
	list := []draft.Parameter{draft.OneOf("kind", "Seam", "", "french", "French", "felled", "flat-felled", "bound", "bound edges", "plain",
		"plain, pressed open"),
		length("allowance", "Allowance as cut", 2, 60, 12.7, ""),
		length("thick", "Thickness of the cloth", 0.05, 6, 0.3, "")}
	list = append(list, when("kind", []string{"french"}, length("first", "First pass, from the raw edge", 1, 50, 9.525,
		"Wrong sides together."),
		length("trim", "Trimmed to", 0.5, 30, 3.175, "Before it is turned."))...)
	list = append(list, when("kind", []string{"felled"}, length("wide", "Finished fell", 2, 30, 6, "Line to line."))...)
	list = append(list, when("kind", []string{"bound"}, length("binding", "Binding, finished", 2, 20, 6, ""))...)
	return append(list, length("notch", "Notches clipped in by", 0, 20, 3, "From the raw edge."))
}

// Reckon does the sum.
func (Seam) Reckon(v draft.Values) (a Answer, err error) {
	allow, thick := v.Number("allowance"), v.Number("thick")
	line := func(y float64, kind ShapeKind, label string) { a.draw(kind, label, pt(0, y), pt(120, y)) }
	a.box(Cloth, "", 0, 0, 120, max(allow*2, 20))
	line(allow, Stitch, "")
	free := allow
	switch v.Choice("kind") {
	case "french":
		first, trim := v.Number("first"), v.Number("trim")
		if first >= allow {
			return Answer{}, wrong(v, "first", "nothing is left for the second pass: less than %s", measure.TellFine(allow))
		}
		second := allow - first
		a.put("second", "Second pass, from the fold", Fine, second, "both passes add up to the allowance", figure.Practice)
		a.put("trim", "Trim the first to", Fine, trim, "less than the second, so that no raw edge is caught", figure.Practice)
		a.put("room", "Room round the trimmed edge", Fine, second-trim-thick, "second pass less trim and cloth", figure.Geometry)
		a.sum("%s − %s = %s", measure.TellFine(allow), measure.TellFine(first), measure.TellFine(second))
		if second-thick < trim {
			a.note(true, "Threads will show", "Trimmed to %s it does not fit within %s: trim to %s, or make the first pass narrower.",
				measure.TellFine(trim), measure.TellFine(second), measure.TellFine(max(second-thick-0.5, 0.5)))
		}
		line(first, Stitch, "first")
		line(trim, CutLn, "")
		free = first
	case "felled":
		wide := v.Number("wide")
		under := max(wide-1, 1)
		need := 2*wide + thick
		a.put("upper", "Upper allowance", Fine, need, "the fell twice: it is folded under the same again, and the cloth", figure.Practice)
		a.put("under", "Lower allowance, trimmed to", Fine, under, "a little less than the fell", figure.Practice)
		a.put("fell", "Second line, from the first", Fine, wide-1, "a millimetre inside the fold", figure.Practice)
		if allow < need {
			a.note(true, "Too little allowance", "A fell of %s takes %s: narrower than %s.", measure.TellFine(wide), measure.TellFine(need),
				measure.TellFine(allow/2))
		}
		a.sum("2 × %s + %s = %s", measure.TellFine(wide), measure.TellFine(thick), measure.TellFine(need))
		line(allow-wide, FoldLn, "")
		line(allow-under, CutLn, "")
		free = allow - under
	case "bound":
		b := v.Number("binding")
		a.put("strip", "Strip, cut", Fine, 4*b+3, "four times its finished width, and a little", figure.Practice)
		a.put("rest", "Allowance left outside it", Fine, max(allow-b, 0), "what the iron can open", figure.Geometry)
		if b > allow {
			return Answer{}, wrong(v, "binding", "wider than the allowance: at most %s", measure.TellFine(allow))
		}
		line(b, FoldLn, "")
	default:
		a.put("open", "Each side opens to", Fine, allow, "as cut", figure.Practice)
	}
	most := min(free, allow) / 3
	a.put("notch", "Notches at most", Fine, most, "a third of what is left of the allowance", figure.Practice)
	a.put("understitch", "Understitching, from the seam", Fine, 2, "on the facing, through the allowances", figure.Practice)
	a.put("ditch", "Fold beyond a line stitched in the ditch", Fine, 1.6, "a sixteenth of an inch", figure.Practice)
	if v.Number("notch") > most {
		a.note(v.Number("notch") >= free-1, "Notches are deep", "Clipped in by %s they come within %s of a stitching line: mark with "+
			"chalk or thread.",
			measure.TellFine(v.Number("notch")), measure.TellFine(max(free-v.Number("notch"), 0)))
	}
	a.draw(CutLn, "", plane.Pt(60-v.Number("notch")/2, 0), pt(60, v.Number("notch")), pt(60+v.Number("notch")/2, 0))
	a.up(measure.TellFine(allow), -6, 0, allow)
	a.Strips = []Strip{{Name: "Gauge, from the raw edge", Long: max(allow*2, 20), Marks: []StripMark{{allow, "seam", Place}}}}
	return a, nil
}
