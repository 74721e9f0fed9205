package reckon

import (
	"fmt"

	"ardentgusset/core/closure"
	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
)

// Lacing is eyelets and the lace through them.
type Lacing struct{}

// About describes it.
func (Lacing) About() About {
	return About{Name: "lacing", Title: "Eyelets and lacing",
		What:  "Places of the eyelets, and how long a lace must be for a range of gaps.",
		Asked: "eyelet lace lacing corset cord how long criss cross spiral ladder grommet",
		Links: []Link{{"eyelet_count", "pairs", "pairs"}, {"eyelet_spacing", "", "spacing"}, {"lacing_gap", "gap", ""}}}
}

// Parameters are what is asked about it.
func (Lacing) Parameters() []draft.Parameter {
	return []draft.Parameter{
		draft.OneOf("style", "Way", "", "criss-cross", "criss-cross", "spiral", "spiral: one end", "ladder", "ladder: level bars"),
		length("long", "Edge that is laced", 30, 1500, 330, "Top to bottom, finished."),
		length("margin", "First and last, from the ends", 3, 100, 10, ""),
		draft.OneOf("by", "Spaced", "", "count", "by their number", "fold", "by folding"),
		tally("pairs", "Pairs", 2, 80, 13, "The nearest that folding gives is taken then: 3, 5, 9, 17."),
		length("gap", "Gap between the edges, as worn", 0, 400, 50, "Edge to edge."),
		length("open", "and undone, to get in", 0, 800, 250, "The lace is cut for this."),
		length("inset", "Eyelet, from the edge", 3, 60, 12, "To its middle."),
		length("tail", "Each tail", 0, 1200, 300, "To tie."),
		length("loop", "Loops at the waist, each", 0, 1500, 0, "Drawn out to tighten; 0 for none."),
		length("bone", "Bones beside the eyelets, wide", 0, 20, 6, "One either side; 0 for none."),
		length("eyelet", "Eyelet, across", 2, 16, 5, "Its outside.")}
}

// Reckon does the sum.
func (Lacing) Reckon(v draft.Values) (a Answer, err error) {
	long, margin, n := v.Number("long"), v.Number("margin"), v.Whole("pairs")
	if 2*margin >= long {
		return a, wrong(v, "margin", "it leaves no edge to lace: less than %s", measure.Tell(long/2))
	}
	if v.Choice("by") == "fold" {
		n = closure.FoldedCount(n)
	}
	if s := (long - 2*margin) / float64(n-1); s < v.Number("eyelet")+2 {
		return a, wrong(v, "pairs", "there is room for %d at most", int((long-2*margin)/(v.Number("eyelet")+2))+1)
	}
	left := closure.Even(long, n, margin)
	style := closure.Style(v.Choice("style"))
	l := closure.Lacing{Style: style, Left: left, Right: left, Inset: v.Number("inset"), Tail: v.Number("tail"), Waist: long / 2,
		Loop: v.Number("loop")}
	if style == closure.Spiral {
		l.Right = closure.Stagger(left)
	}
	worn, open := l.Length(v.Number("gap")), l.Length(max(v.Number("open"), v.Number("gap")))
	a.put("pairs", "Pairs", Count, float64(n), "as asked, or the nearest that folding gives", figure.Practice)
	a.put("spacing", "Spacing", Fine, l.Spacing(), "the edge less both ends, over one less than there are", figure.Geometry)
	a.put("lace", "Lace to cut", Long, open, "its whole way with the edges undone, tails and loops", figure.Geometry)
	a.put("worn", "of which it uses, as worn", Long, worn, "the same with the edges at their gap", figure.Geometry)
	a.put("eyelets", "Eyelets", Count, float64(2*n), "two to a pair", figure.Geometry)
	a.put("floss", "Floss, if they are worked", Long, float64(2*n)*closure.FlossPerEyelet,
		"⟦40 in⟧ of three strands each", figure.Practice)
	d := v.Number("gap") + 2*v.Number("inset")
	a.way(l, n, d, worn)
	if w := v.Number("bone"); w > 0 {
		flange := v.Number("eyelet") + 2
		a.put("flange", "Between the bones, at least", Fine, flange, "the eyelet, and a millimetre either side", figure.Practice)
		need := w + 3 + flange/2
		a.put("edge", "Eyelet from the edge, with a bone outside it", Fine, need, "the channel of the bone, and half the flange",
			figure.Practice)
		if v.Number("inset") < need {
			a.note(false, "The outer bone has no room", "An eyelet %s from the edge leaves no channel outside it: %s at least.",
				measure.TellFine(v.Number("inset")), measure.TellFine(need))
		}
	}
	s := Strip{Name: "Left edge, from the bottom", Long: long}
	for i, x := range left {
		s.Marks = append(s.Marks, StripMark{x, fmt.Sprint(i + 1), Place})
	}
	a.Strips = []Strip{s}
	if style == closure.Spiral {
		right := Strip{Name: "Right edge, from the bottom", Long: long}
		for i, x := range l.Right {
			right.Marks = append(right.Marks, StripMark{min(x, long), fmt.Sprint(i + 1), Place})
		}
		a.Strips = append(a.Strips, right)
		if l.Right[n-1] > long-3 {
			a.note(true, "The last hole runs off", "The right row lies half a space higher: leave a margin of %s.",
				measure.TellFine(l.Spacing()/2+margin))
		}
	}
	wide := max(long/8, l.Inset*2)
	a.box(Cloth, "", l.Inset-wide, 0, wide, long)
	a.box(Cloth, "", d-l.Inset, 0, wide, long)
	for _, way := range l.Path(v.Number("gap")) {
		a.draw(Cord, "", way...)
	}
	for i := range n {
		a.draw(Point, "", pt(0, l.Left[i]))
		a.draw(Point, "", pt(d, l.Right[i]))
	}
	a.up(measure.Tell(long), l.Inset-wide*1.3, 0, long)
	a.Folds = fmt.Sprintf("Mark first and last, fold one to the other, and again: %d pairs.", closure.FoldedCount(n))
	if v.Number("gap") == 0 {
		a.note(false, "Laced shut", "A corset that closes edge to edge gives nothing when the figure changes: a gap of ⟦5 cm⟧ is usual.")
	}
	return a, nil
}

// way is the sum behind the length of a lace across a distance from eyelet to eyelet.
func (a *Answer) way(l closure.Lacing, n int, d, worn float64) {
	switch l.Style {
	case closure.Spiral:
		a.sum("(2 × %d − 1) × √((%s ÷ 2)² + %s²) + 2 × %s = %s", n, measure.TellFine(l.Spacing()),
			measure.TellFine(d), measure.Tell(l.Tail),
			measure.TellLong(worn))
	case closure.Ladder:
		a.sum("%s + 2 × %d × (%s + %s) + 2 × %s = %s", measure.TellFine(d), n-1, measure.TellFine(l.Spacing()), measure.TellFine(d),
			measure.Tell(l.Tail), measure.TellLong(worn))
	default:
		a.sum("%s + 2 × %d × √(%s² + %s²) + 2 × %s = %s", measure.TellFine(d), n-1, measure.TellFine(l.Spacing()), measure.TellFine(d),
			measure.Tell(l.Tail), measure.TellLong(worn))
	}
}
