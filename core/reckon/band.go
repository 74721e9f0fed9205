package reckon

import (
	"math"

	"ardentgusset/core/draft"
	"ardentgusset/core/edge"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/plane"
)

// Band is a waistband, cuff or collar stand.
type Band struct{}

// About describes it.
func (Band) About() About {
	return About{Name: "band", Title: "Bands and cuffs", What: "How wide and long to cut a band by the way it is folded, and whether " +
		"the edge " +
		"fits it.", Asked: "waistband cuff belt band width lap underlap facing petersham",
		Links: []Link{{"band", "finished", "finished"}}}
}

// Parameters are what is asked about it.
func (Band) Parameters() []draft.Parameter {
	return []draft.Parameter{
		draft.OneOf("way", "Made", "", "folded", "of one strip, folded once", "faced", "of two strips", "double",
			"folded twice: no raw edge "+
				"within", "curved", "of two curved strips"),
		length("round", "Goes round", 40, 3000, 711.2, "The waist, wrist or neck as dressed."),
		length("ease", "Ease", 0, 200, 0, "A waistband holds; a cuff slides."),
		draft.OneOf("by", "Known is", "", "finished", "how deep it finishes", "cut", "how wide the strip is"),
		whenBy("finished", length("finished", "Finished depth", 5, 300, 25.4, "")),
		whenBy("cut", length("cut", "Strip, wide", 8, 900, 76.2, "")),
		length("overlap", "Overlap and underlap", 0, 200, 25.4, "Beyond where it closes, both together."),
		length("allowance", "Seam allowance", 3, 40, 12.7, "At all edges."),
		flared(),
		length("edge", "Edge that is set into it", 0, 30000, 0, "Sewing line, without allowances; 0 when it is not known yet.")}
}

func flared() draft.Parameter {
	p := length("flare", "Lower edge longer by", 1, 400, 30, "Round both edges with a tape: what the figure gains from one to the other.")
	p.When = func(v draft.Values) bool { return v.Choice("way") == "curved" }
	return p
}

// whyCut is how wide each is cut, in words.
var whyCut = map[edge.Folding]string{edge.Folded: "twice the finished depth and two allowances",
	edge.Faced:  "the finished depth and two allowances, twice",
	edge.Curved: "the finished depth and two allowances, twice",
	edge.Twice:  "four times the finished depth"}

// Reckon does the sum.
func (Band) Reckon(v draft.Values) (a Answer, err error) {
	seam, way := v.Number("allowance"), v.Choice("way")
	closed := v.Number("round") + v.Number("ease")
	net := closed + v.Number("overlap")
	strips := 1
	if way == "faced" || way == "curved" {
		strips = 2
	}
	wide, finished := 0.0, 0.0
	if v.Choice("by") == "cut" {
		wide = v.Number("cut")
		if finished = edge.BandFinished(edge.Folding(way), wide, seam); finished < 3 {
			return a, wrong(v, "cut", "its allowances leave nothing to see: %s or "+
				"more", measure.TellFine(edge.BandCut(edge.Folding(way), 3, seam)))
		}
		a.sum("%s cut comes out %s deep", measure.TellFine(wide), measure.TellFine(finished))
	} else {
		finished = v.Number("finished")
		wide = edge.BandCut(edge.Folding(way), finished, seam)
	}
	a.put("wide", "Cut wide", Length, wide, whyCut[edge.Folding(way)], figure.Practice)
	a.put("long", "Cut long", Length, net+2*seam, "round, ease, laps and two allowances", figure.Practice)
	a.put("strips", "Strips", Count, float64(strips), "outer and inner", figure.Practice)
	a.put("finished", "Finishes deep", Length, finished, "take it off the length of what hangs from it", figure.Practice)
	a.put("ease", "With ease of", Length, v.Number("ease"), "as asked", figure.Practice)
	a.sum("%s round + %s ease + %s laps + 2 × %s = %s", measure.Tell(v.Number("round")), measure.Tell(v.Number("ease")),
		measure.Tell(v.Number("overlap")), measure.TellFine(seam), measure.Tell(net+2*seam))
	if way == "curved" {
		if err := a.curvedBand(v, closed, finished); err != nil {
			return Answer{}, err
		}
	} else {
		a.straightBand(way, closed, net, wide, seam)
	}
	a.note(false, "Along or across", "Along the warp a band stretches least; across it, stay it with a tape. Only a curved one is "+
		"cut to lie on "+
		"both, and stayed at its upper edge.")
	s := Strip{Name: "Band", Long: net + 2*seam, Marks: []StripMark{{seam, "end", Place}}}
	for _, at := range []struct {
		part float64
		name string
	}{{0.25, "¼"}, {0.5, "½"}, {0.75, "¾"}, {1, "closes"}} {
		s.Marks = append(s.Marks, StripMark{seam + closed*at.part, at.name, Place})
	}
	a.Strips = []Strip{s}
	a.Folds = "Cut it too long. Lay the end of the lap to the mark where it closes; fold what is left in half, and in half again: " +
		"the quarters."
	a.fits(v.Number("edge"), closed)
	if way == "folded" && edge.TubeFinished(wide, seam) < seam {
		a.note(false, "A narrow band", "Its own allowances are deeper than it: trim them to %s.", measure.TellFine(finished*0.8))
	}
	return a, nil
}

// curvedBand is half a ring: its upper edge goes round, its lower edge is longer.
func (a *Answer) curvedBand(v draft.Values, closed, finished float64) error {
	r := finished * closed / v.Number("flare")
	angle := closed / r
	if angle > 2*math.Pi {
		return wrong(v, "flare", "it would be more than a whole ring: at most %s", measure.Tell(2*math.Pi*finished))
	}
	a.put("radius", "Radius of the upper edge", Length, r, "depth times the upper edge, over what the lower gains", figure.Geometry)
	a.put("angle", "Angle", Degrees, angle*180/math.Pi, "upper edge over radius", figure.Geometry)
	a.note(false, "A curved band stretches", "Stay its upper edge, and lay its middle on the straight grain.")
	var line []plane.Point
	for i := range 41 {
		t := -angle/2 + angle*float64(i)/40
		line = append(line, pt(r*math.Sin(t), -r*math.Cos(t)))
	}
	for i := range 41 {
		t := angle/2 - angle*float64(i)/40
		line = append(line, pt((r+finished)*math.Sin(t), -(r+finished)*math.Cos(t)))
	}
	a.Drawing = append(a.Drawing, Shape{Kind: Cloth, Line: line, Closed: true})
	return nil
}

func (a *Answer) straightBand(way string, closed, net, wide, seam float64) {
	long := net + 2*seam
	a.box(Cloth, "", 0, 0, long, wide)
	a.draw(Stitch, "", pt(seam, 0), pt(seam, wide))
	a.draw(Stitch, "", pt(net+seam, 0), pt(net+seam, wide))
	for _, f := range map[string][]float64{"folded": {wide / 2}, "double": {wide / 4, wide / 2, wide * 3 / 4}}[way] {
		a.draw(FoldLn, "", pt(0, f), pt(long, f))
	}
	a.draw(FoldLn, "", pt(seam+closed, 0), pt(seam+closed, wide))
	a.across(measure.Tell(long), 0, -wide*0.6, long)
	a.up(measure.Tell(wide), -wide*0.4, 0, wide)
}

// fits says whether the edge that is set into a band goes into it.
func (a *Answer) fits(set, closed float64) {
	switch d := set - closed; {
	case set <= 0: // it is not known yet
	case d < -1:
		a.note(true, "The edge is too short", "It measures %s and the band %s: %s are missing. Do not cut the band yet.", measure.Tell(set),
			measure.Tell(closed), measure.TellFine(-d))
	case d > closed*0.03:
		a.note(false, "The edge is longer", "By %s, %.0f %%: gather, pleat or dart it in.", measure.TellFine(d), d/closed*100)
	default:
		a.note(false, "The edge fits", "It is longer by %s: eased in.", measure.TellFine(max(d, 0)))
	}
}
