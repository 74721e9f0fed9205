package reckon

import (
	"fmt"
	"math"
	"slices"

	"ardentgusset/core/draft"
	"ardentgusset/core/edge"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
)

// Hem is how deep a hem turns on a curve, and how a hem is levelled from heights read round it.
type Hem struct{}

// About describes it.
func (Hem) About() About {
	return About{Name: "hem", Title: "Hems and levelling", What: "How much too long the raw edge is on a curve and which hem suits; " +
		"or what to cut at " +
		"each place so that it hangs level.", Asked: "hem level curve surplus ease facing turn up floor chalk",
		Links: []Link{{"hem", "deep", "narrow"}}}
}

// mostStations is at how many places round a hem its height is read.
const mostStations = 12

// Parameters are what is asked about it.
func (Hem) Parameters() []draft.Parameter {
	list := []draft.Parameter{draft.OneOf("way", "What", "", "curve", "a hem on a curve", "level", "level a hem")}
	list = append(list, when("way", []string{"curve"},
		length("deep", "Hem, deep", 2, 400, 30, "As it is turned up."),
		length("radius", "Radius of the hem's curve", 20, 20000, 900, "Of a circle skirt its radius and length; of a gored one, "+
			"where its sides meet."),
		draft.OneOf("bends", "The edge bends", "", "out", "outwards, as a skirt's", "in", "inwards, as a neck's or a scallop's notch"))...)
	stations := []draft.Parameter{
		length("above", "Finished hem above the floor", 0, 1200, 210, "Where it shall hang."),
		length("turn", "Hem that is turned up", 0, 400, 30, "It is left below the line."),
		tally("stations", "Places read, evenly round", 3, mostStations, 8, "From the centre front on.")}
	for i := range mostStations {
		stations = append(stations, given("stations", i+1, length(draft.Key(fmt.Sprintf("h%d", i+1)), fmt.Sprintf("Height at %d",
			i+1), 0, 1500,
			[]float64{180, 176, 168, 160, 158, 162, 170, 177, 180, 180, 180, 180}[i], "Floor to raw edge, as it hangs.")))
	}
	return append(list, when("way", []string{"level"}, stations...)...)
}

// Reckon does the sum.
func (h Hem) Reckon(v draft.Values) (Answer, error) {
	if v.Choice("way") == "level" {
		return levelled(v)
	}
	return curved(v)
}

func curved(v draft.Values) (a Answer, err error) {
	deep, r := v.Number("deep"), v.Number("radius")
	if deep >= r {
		return a, wrong(v, "deep", "no deeper than the curve's radius: less than %s", measure.Tell(r))
	}
	part := edge.HemSurplus(deep, r)
	a.put("deep", "Hem, deep", Fine, deep, "as asked", figure.Practice)
	word := "Too much cloth at the raw edge"
	if v.Choice("bends") == "in" {
		word = "Too little cloth at the raw edge"
	}
	a.put("surplus", word, Percent, part*100, "depth over radius", figure.Geometry)
	a.put("narrow", "Deepest that eases without a pleat", Fine, 0.03*r, "about 3 %", figure.Memory)
	a.sum("%s ÷ %s = %.1f %%", measure.TellFine(deep), measure.Tell(r), part*100)
	switch in := v.Choice("bends") == "in"; {
	case in && part > 0.02:
		a.note(false, "A facing", "The turned edge is too short: clip it, or face it with a strip cut to the curve.")
	case part <= 0.015:
		a.note(false, "Turn it up", "So little eases in by itself.")
	case part <= 0.05:
		a.note(false, "Ease it", "A thread along the raw edge, drawn up; wool shrinks to it under steam.")
	default:
		a.note(false, "Narrow or faced", "Turn up %s at most, or set a bias strip or a facing cut to the curve.", measure.TellFine(0.03*r))
	}
	half := min(0.5, 300/r)
	for _, d := range []struct {
		r    float64
		kind ShapeKind
	}{{r, Stitch}, {r + deep, CutLn}, {r - deep, FoldLn}} {
		s := Shape{Kind: d.kind}
		for i := range 41 {
			t := half * (2*float64(i)/40 - 1)
			s.Line = append(s.Line, pt(d.r*math.Sin(t), -d.r*math.Cos(t)+r))
		}
		a.Drawing = append(a.Drawing, s)
	}
	a.up(measure.TellFine(deep), -r*math.Sin(half)*1.05, -deep, deep)
	a.Strips = []Strip{{Name: "Gauge, from the raw edge", Long: max(2*deep, 30), Marks: []StripMark{{deep, "fold", FoldAt}}}}
	return a, nil
}

// misread is how far a height lies off the mean of its neighbours before it is asked about, mm (from memory).
const misread = 25.0

func levelled(v draft.Values) (a Answer, err error) {
	n, above, turn := v.Whole("stations"), v.Number("above"), v.Number("turn")
	var at []float64
	for i := range n {
		at = append(at, v.Number(draft.Key(fmt.Sprintf("h%d", i+1))))
	}
	shortest := slices.Max(at)
	k := slices.Index(at, shortest)
	line := above - turn
	if line < 0 {
		return a, wrong(v, "turn", "it would be turned up from below the floor: at most %s", measure.Tell(above))
	}
	if shortest > line {
		return a, wrong(v, "above", "at place %d it hangs %s from the floor and leaves no hem: %s or more", k+1, measure.Tell(shortest),
			measure.Tell(shortest+turn))
	}
	a.put("shortest", "It hangs shortest at place", Count, float64(k+1), "where it is farthest from the floor: on the straight "+
		"grain", figure.Practice)
	a.put("line", "Cut all round at", Length, line, "the finished height less what is turned up", figure.Geometry)
	low := slices.Min(at)
	for i, h := range at {
		a.put(fmt.Sprintf("cut_%d", i+1), fmt.Sprintf("Cut off at %d", i+1), Fine, line-h, "the cutting line less the height read",
			figure.Geometry)
		a.sum("%d: %s − %s = %s", i+1, measure.Tell(line), measure.Tell(h), measure.TellFine(line-h))
		x := float64(i) * 100
		a.draw(Point, measure.TellFine(line-h), pt(x, h))
		a.draw(CutLn, "", pt(x, h), pt(x, line))
		before, after := at[(i+n-1)%n], at[(i+1)%n]
		if d := h - (before+after)/2; math.Abs(d) > misread {
			a.note(false, fmt.Sprintf("Read place %d again", i+1), "It lies %s off the places beside it: a misread, a fold under the "+
				"rule, or a seam that "+
				"dropped.", measure.TellFine(math.Abs(d)))
		}
	}
	edgeLine := Shape{Kind: Stitch}
	for i, h := range at {
		edgeLine.Line = append(edgeLine.Line, pt(float64(i)*100, h))
	}
	a.Drawing = append(a.Drawing, edgeLine)
	a.draw(FoldLn, measure.Tell(above), pt(0, above), pt(float64(n-1)*100, above))
	a.draw(CutLn, measure.Tell(line), pt(0, line), pt(float64(n-1)*100, line))
	a.draw(Other, "floor", pt(0, min(0, low)), pt(float64(n-1)*100, min(0, low)))
	rule := Strip{Name: "Rule, stood on the floor", Long: above + 20, Marks: []StripMark{{line, "cut", Place}, {above, "hem", FoldAt}}}
	a.Strips = []Strip{rule}
	a.Folds = "Stand the strip on the floor and chalk its mark all round: no number is needed."
	return a, nil
}
