package reckon

import (
	"fmt"
	"math"

	"ardentgusset/core/draft"
	"ardentgusset/core/edge"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
)

// Scallops is an edge of arcs, in one tier or several in ratio.
type Scallops struct{}

// About describes it.
func (Scallops) About() About {
	return About{Name: "scallops", Title: "Scallops", What: "Count, chord, depth and radius; several tiers in ratio; whether the " +
		"edge can be turned.",
		Asked: "scallop arc edge tier template radius turn face",
		Links: []Link{{"scallop", "chord", "chord"}, {"scallop_deep", "deep", "deep"}}}
}

// Parameters are what is asked about it.
func (Scallops) Parameters() []draft.Parameter {
	return []draft.Parameter{
		length("long", "Edge", 30, 20000, 2400, "Sewing line, all round or seam to seam."),
		draft.OneOf("by", "Known is", "", "count", "how many", "chord", "about how wide each"),
		whenBy("count", tally("count", "Scallops", 1, 400, 20, "An even number lies alike on both halves; an odd one has one in the "+
			"middle.")),
		whenBy("chord", length("chord", "Each about", 8, 1500, 120, "The nearest whole number is taken.")),
		length("deep", "Deep", 1, 600, 30, "At most half of what each is wide."),
		length("allowance", "Allowance inside", 2, 30, 6, "Where it is turned."),
		tally("tiers", "Tiers above each other", 1, 6, 1, ""),
		given("tiers", 2, number("ratio", "Each above, of the one below", 0.4, 1, 0.8, "Scallops smaller in ratio.")),
		given("tiers", 2, number("shrink", "Its edge, of the one below", 0.2, 1, 0.7, "Upper tiers measure less round.")),
		draft.OneOf("even", "Placed", "", "ends", "whole ones from end to end", "fold", "the same on both halves")}
}

func whenBy(choice string, p draft.Parameter) draft.Parameter {
	return when("by", []string{choice}, p)[0]
}

// Reckon does the sum.
func (Scallops) Reckon(v draft.Values) (a Answer, err error) {
	long, deep := v.Number("long"), v.Number("deep")
	n := 0
	if v.Choice("by") == "count" {
		n = v.Whole("count")
	} else {
		n = max(int(math.Round(long/v.Number("chord"))), 1)
	}
	if v.Choice("even") == "fold" && n%2 == 1 && n > 1 {
		n++
	}
	y := 0.0
	for k := range v.Whole("tiers") {
		ratio, shrink := 1.0, 1.0
		if k > 0 {
			ratio, shrink = math.Pow(v.Number("ratio"), float64(k)), math.Pow(v.Number("shrink"), float64(k))
		}
		edgeLong, chord := long*shrink, long/float64(n)*ratio
		count := max(int(math.Round(edgeLong/chord)), 1)
		s, err := edge.Scallops(edgeLong, count, deep*ratio)
		if err != nil {
			return Answer{}, wrong(v, "deep", "%s", err.Error())
		}
		name, key := "", ""
		if v.Whole("tiers") > 1 {
			name, key = fmt.Sprintf("Tier %d from below: ", k+1), fmt.Sprintf("_%d", k+1)
		}
		a.put("count"+key, name+"scallops", Count, float64(count), "as many as come nearest", figure.Geometry)
		a.put("chord"+key, "Point to point", Fine, s.Chord, "the edge over their number", figure.Geometry)
		a.put("deep"+key, "Deep", Fine, s.Depth, "as asked, in ratio above", figure.Geometry)
		a.put("radius"+key, "Radius", Fine, s.Radius(), "(chord²/4 + depth²) over twice the depth", figure.Geometry)
		a.put("arc"+key, "Arc", Fine, s.Arc(), "radius times the angle it turns", figure.Geometry)
		a.put("edge"+key, "Edge along the arcs", Long, s.Arc()*float64(count), "all of them: trim, binding or stitching", figure.Geometry)
		a.sum("(%s² ÷ 4 + %s²) ÷ (2 × %s) = %s", measure.TellFine(s.Chord), measure.TellFine(s.Depth), measure.TellFine(s.Depth),
			measure.TellFine(s.Radius()))
		if allow := v.Number("allowance"); !s.Turnable(allow) {
			a.note(false, name+"face or bind it", "The arcs hang: an allowance of %s does not turn up round a radius of %s, "+
				"%s of it must be notched out of each. Arcs that rise are snipped instead. A facing or a binding lies smooth; trim "+
				"every point.", measure.TellFine(allow), measure.TellFine(s.Radius()), measure.TellFine(s.Mismatch(allow)))
		}
		show := min(count, 8)
		line := s.Line(show)
		for i := range line {
			line[i] = line[i].Add(pt(0, y))
		}
		wide, high := s.Chord*float64(show), s.Depth*2
		line = append(line, pt(wide, y+s.Depth+high), pt(0, y+s.Depth+high))
		a.Drawing = append(a.Drawing, Shape{Kind: Cloth, Line: line, Closed: true, Label: name})
		if k == 0 {
			a.across(measure.TellFine(s.Chord), 0, y-s.Depth*0.6, s.Chord)
			a.up(measure.TellFine(s.Depth), -s.Chord*0.2, y, s.Depth)
		}
		y += high * 0.8
		st := Strip{Name: name + "template", Long: edgeLong}
		for i := range count + 1 {
			st.Marks = append(st.Marks, StripMark{s.Chord * float64(i), fmt.Sprint(i), Place})
		}
		st.Profile = s.Line(count)
		a.Strips = append(a.Strips, st)
	}
	a.Folds = "Fold the edge in half on its middle, and mark one half from the template: the other is cut with it."
	if n > 1 && n&(n-1) == 0 {
		a.Folds = folds(n) + " Every crease is a point."
	}
	return a, nil
}
