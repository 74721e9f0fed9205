package reckon

import (
	"fmt"
	"math"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
)

// Scale is a reduced diagram brought to full size.
type Scale struct{}

// About describes it.
func (Scale) About() About {
	return About{Name: "scale", Title: "Scale a diagram up", What: "The scale from two points, checked by a second distance; grid " +
		"squares; a list of " +
		"full-size measures.", Asked: "scale up diagram book reduced grid enlarge pattern full size"}
}

// mostMeasures is how many distances are scaled at once.
const mostMeasures = 8

// Parameters are what is asked about it.
func (Scale) Parameters() []draft.Parameter {
	list := []draft.Parameter{
		length("paper", "A distance on the diagram", 1, 1000, 50, "As long a one as there is."),
		length("real", "is in truth", 1, 20000, 400, "From its scale bar, or written beside it."),
		length("paper_2", "A second distance", 0, 1000, 0, "To check by; 0 for none."),
		length("real_2", "is in truth", 0, 20000, 0, ""),
		length("grid", "Full-size squares, each", 5, 500, 25.4, "To draw it on."),
		tally("count", "Measures to scale", 0, mostMeasures, 3, "Read off the diagram.")}
	for i := range mostMeasures {
		list = append(list, given("count", i+1, length(draft.Key(fmt.Sprintf("m%d", i+1)), fmt.Sprintf("%d", i+1), 0, 1000,
			[]float64{12, 30,
				45, 20, 20, 20, 20,
				20}[i], "On the diagram.")))
	}
	return list
}

// Reckon does the sum.
func (Scale) Reckon(v draft.Values) (a Answer, err error) {
	scale := v.Number("real") / v.Number("paper")
	a.put("scale", "Times as large", Times, scale, "true over drawn", figure.Geometry)
	a.put("grid", "Squares to draw on the diagram", Fine, v.Number("grid")/scale, "full-size ones over the scale", figure.Geometry)
	a.put("error", "Half a millimetre misread on paper is", Fine, 0.5*scale, "times the scale", figure.Geometry)
	a.sum("%s ÷ %s = %s", measure.Tell(v.Number("real")), measure.TellFine(v.Number("paper")), plainly(scale))
	p, r := v.Number("paper_2"), v.Number("real_2")
	const least = 0.5 // mm, that can be read
	if (p >= least) != (r >= least) {
		return Answer{}, wrong(v, "real_2", "a check needs both: the distance drawn, and what it is in truth")
	}
	if p >= least {
		other := r / p
		off := (other/scale - 1) * 100
		a.put("scale_2", "By the second distance", Times, other, "true over drawn", figure.Geometry)
		a.put("off", "They differ by", Percent, off, "one over the other", figure.Geometry)
		if math.Abs(off) > 2 {
			a.note(true, "The two do not agree", "By %.1f %%: a misread, a page that was copied askew, or another scale one way. "+
				"Measure both again.", off)
		} else {
			a.note(false, "The two agree", "Within %.1f %%.", math.Abs(off))
		}
	}
	s := Strip{Name: "Full size"}
	for i := range v.Whole("count") {
		x := v.Number(draft.Key(fmt.Sprintf("m%d", i+1))) * scale
		a.put(fmt.Sprintf("full_%d", i+1), fmt.Sprintf("Measure %d, full size", i+1), Length, x, "times the scale", figure.Geometry)
		s.Marks = append(s.Marks, StripMark{x, fmt.Sprint(i + 1), Place})
		s.Long = max(s.Long, x)
		a.draw(Measure, measure.Tell(x), pt(0, -float64(i)*v.Number("grid")), pt(x, -float64(i)*v.Number("grid")))
	}
	sortMarks(s.Marks)
	if s.Long > 0 {
		a.Strips = []Strip{s}
	}
	g := v.Number("grid")
	for i := range 9 {
		a.draw(Stitch, "", pt(float64(i)*g, g), pt(float64(i)*g, 9*g))
		a.draw(Stitch, "", pt(0, float64(i+1)*g), pt(8*g, float64(i+1)*g))
	}
	return a, nil
}
