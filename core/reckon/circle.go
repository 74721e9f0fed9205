package reckon

import (
	"math"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/fullness"
	"ardentgusset/core/measure"
	"ardentgusset/core/plane"
)

// Circle is a skirt, flounce or peplum cut as a part of a circle.
type Circle struct{}

// About describes it.
func (Circle) About() About {
	return About{Name: "circle", Title: "Circles and parts of one", What: "Radius, hem, pieces for the width of the cloth, and what " +
		"the bias " +
		"drops.", Asked: "circle skirt half circle three quarter radius hem bias drop cape peplum flounce sector",
		Links: []Link{{"circle", "part", "part"}, {"circle_circle", "part", "part"}, {"give", "give", ""}, {"circle_give", "give", ""}}}
}

// Parameters are what is asked about it.
func (Circle) Parameters() []draft.Parameter {
	return []draft.Parameter{
		length("round", "Measures round at the top", 30, 3000, 720, "The waist, or the edge it is sewn to."),
		length("ease", "Ease", 0, 200, 20, "It stretches: a little for the band."),
		number("part", "Part of a circle", 0.1, 2, 0.75, "1 a whole one, 0.5 a half; 2 is two whole ones."),
		length("long", "Length", 20, 2500, 680, "To the finished hem, with the band."),
		length("band", "of which the band", 0, 200, 0, "It adds its depth above."),
		length("allowance", "Allowances and hem", 0, 150, 25, "Above and below together."),
		length("cloth", "Width of the cloth", 200, 4000, 1400, "Usable."),
		number("give", "Gives on the bias, %", 0, 12, 3, "Cotton 1 to 2, wool 2 to 3, silk crepe 4 to 6.")}
}

// Reckon does the sum.
func (Circle) Reckon(v draft.Values) (a Answer, err error) {
	round, part := v.Number("round")+v.Number("ease"), v.Number("part")
	long := v.Number("long") - v.Number("band")
	if long < 10 {
		return a, wrong(v, "band", "it leaves nothing of the length: less than %s", measure.Tell(v.Number("long")-10))
	}
	r := fullness.CircleRadius(round, part)
	outer := r + long + v.Number("allowance")
	hem := fullness.CircleHem(round, part, long)
	panels, angle := 1, 360*part
	for ; panels <= 48; panels++ {
		if angle = 360 * part / float64(panels); angle <= 180 && fullness.CircleCut(outer, angle) <= v.Number("cloth") {
			break
		}
	}
	if panels > 48 {
		return a, wrong(v, "cloth", "no panel of it fits so narrow a cloth: wider, or shorter")
	}
	each := outer // along the cloth
	if angle > 90 {
		each = outer * (1 - math.Cos(angle*math.Pi/180))
	}
	a.put("radius", "Radius to the top", Length, r, "round over 2π and the part", figure.Geometry)
	a.put("outer", "Radius to the cut hem", Length, outer, "and the length and what is turned", figure.Geometry)
	a.put("hem", "Hem, all round", Length, hem, "round at the top, and 2π times part and length", figure.Geometry)
	a.put("part", "Part of a circle", Times, part, "as asked", figure.Geometry)
	a.put("panels", "Panels", Count, float64(panels), "the fewest equal ones that fit the cloth", figure.Geometry)
	a.put("angle", "Angle of each", Degrees, angle, "of the circle", figure.Geometry)
	a.put("length", "Cloth, each cut by itself", Bought, each*float64(panels), "one after the other along the cloth; turned head to foot "+
		"they take less", figure.Geometry)
	drop := fullness.BiasDrop(long, v.Number("give")/100, 45)
	a.put("drop", "Drops on the true bias by", Fine, drop, "of its length, where it hangs at 45° to the grain", figure.Memory)
	a.sum("(%s + %s) ÷ (2π × %s) = %s", measure.Tell(v.Number("round")), measure.Tell(v.Number("ease")), plainly(part), measure.Tell(r))
	a.sum("%s + 2π × %s × %s = %s", measure.Tell(round), plainly(part), measure.Tell(long), measure.Tell(hem))
	if drop > 2 {
		a.note(false, "Let it hang", "Two nights at least before the hem is levelled: it drops where it hangs off the grain.")
	}
	if deg := 360 * part; deg > 360 {
		a.note(false, "More than one circle", "It is cut of %d panels joined at their straight edges.", panels)
	}
	rad := angle * math.Pi / 180
	var line []plane.Point
	for i := range 49 {
		t := rad * float64(i) / 48
		line = append(line, pt(outer*math.Cos(t), outer*math.Sin(t)))
	}
	for i := range 49 {
		t := rad * (1 - float64(i)/48)
		line = append(line, pt(r*math.Cos(t), r*math.Sin(t)))
	}
	a.Drawing = append(a.Drawing, Shape{Kind: Cloth, Line: line, Closed: true})
	a.across(measure.Tell(r), 0, -outer*0.05, r)
	a.across(measure.Tell(outer), 0, -outer*0.14, outer)
	s := Strip{Name: "String for the arcs", Long: outer, Marks: []StripMark{{r, "top", Place}, {r + long, "finished hem", Place},
		{outer, "cut", Place}}}
	a.Strips = []Strip{s}
	a.Folds = "Knot a string at the length of each radius; pin its end where the edges of the panel meet and swing chalk round."
	return a, nil
}
