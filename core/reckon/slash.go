package reckon

import (
	"fmt"
	"math"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
)

// Slash is a pattern piece cut and opened: for flare, for gathers, or for pleats that are folded back.
type Slash struct{}

// About describes it.
func (Slash) About() About {
	return About{Name: "slash", Title: "Slash and spread", What: "Cuts, what each opens by, and the new outline; pleats folded back " +
		"are checked against the " +
		"old edge.", Asked: "slash spread flare fullness pattern cut open hinge pleat add"}
}

// Parameters are what is asked about it.
func (Slash) Parameters() []draft.Parameter {
	return []draft.Parameter{
		draft.OneOf("way", "Opened", "", "parallel", "evenly, top and bottom", "hinged", "at the bottom only", "both",
			"more below than above"),
		length("wide", "Piece, wide at the top", 20, 3000, 254, ""),
		length("foot", "and at the bottom", 20, 4000, 254, ""),
		length("high", "High", 20, 2500, 300, ""),
		tally("cuts", "Cuts", 1, 40, 3, "Evenly across."),
		length("open", "Each opens below by", 0, 600, 25.4, ""),
		onlyBoth(length("over", "and above by", 0, 600, 10, "")),
		draft.OneOf("into", "What for", "", "fullness", "fullness, drawn up or hanging", "pleats", "pleats, folded back")}
}

func onlyBoth(p draft.Parameter) draft.Parameter { return when("way", []string{"both"}, p)[0] }

// Reckon does the sum.
func (Slash) Reckon(v draft.Values) (a Answer, err error) {
	wide, foot, high, n := v.Number("wide"), v.Number("foot"), v.Number("high"), v.Whole("cuts")
	open, over := v.Number("open"), v.Number("open")
	switch v.Choice("way") {
	case "hinged":
		over = 0
	case "both":
		if over = v.Number("over"); over > open {
			return a, wrong(v, "over", "it opens more below than above: at most %s", measure.TellFine(open))
		}
	}
	p := pattern.Piece{ID: "piece", Name: "Piece", Cut: 1, Edges: []pattern.Edge{
		{ID: "bottom", Name: "bottom", Line: []plane.Point{pt(-foot/2, 0), pt(foot/2, 0)}},
		{ID: "right", Name: "right", Line: []plane.Point{pt(foot/2, 0), pt(wide/2, high)}},
		{ID: "top", Name: "top", Line: []plane.Point{pt(wide/2, high), pt(-wide/2, high)}},
		{ID: "left", Name: "left", Line: []plane.Point{pt(-wide/2, high), pt(-foot/2, 0)}}}}
	spread := p
	for k := range n { // from the left: what lies left stays
		b, _ := spread.Edge("bottom")
		t, _ := spread.Edge("top")
		from := foot*float64(k+1)/float64(n+1) + open*float64(k)
		to := t.Length() - (wide*float64(k+1)/float64(n+1) + over*float64(k))
		s := pattern.Slash{From: pattern.Place{Edge: "bottom", At: min(from, b.Length())}, To: pattern.Place{Edge: "top",
			At: max(to, 0)},
			Open: open, Over: over}
		if spread, err = spread.Slashed(s); err != nil {
			return Answer{}, wrong(v, "open", "the pieces would cross: open less (%s)", err.Error())
		}
	}
	b, _ := spread.Edge("bottom")
	t, _ := spread.Edge("top")
	if math.Abs(b.Length()-foot-float64(n)*open) > 0.5 || math.Abs(t.Length()-wide-float64(n)*over) > 0.5 {
		return Answer{}, wrong(v, "open", "opened so far the pieces come round over each other: less, or fewer cuts")
	}
	a.put("bottom", "Bottom, spread", Length, b.Length(), "as it was, and each opening", figure.Geometry)
	a.put("top", "Top, spread", Length, t.Length(), "as it was, and each opening there", figure.Geometry)
	a.put("adds", "Adds below", Length, b.Length()-foot, "cuts times opening", figure.Geometry)
	a.put("full", "Times as full, below", Times, b.Length()/foot, "spread over flat", figure.Geometry)
	a.put("turn", "Each piece turns by", Degrees, math.Atan2(open-over, high)*180/math.Pi, "what it opens more below, over its "+
		"height", figure.Geometry)
	a.sum("%d × %s = %s", n, measure.TellFine(open), measure.Tell(float64(n)*open))
	if v.Choice("into") == "pleats" {
		a.put("fold", "Fold, deep", Fine, open/2, "half of an opening", figure.Geometry)
		a.put("back", "Folded back, the bottom is", Length, b.Length()-float64(n)*open, "the old edge again", figure.Geometry)
		a.note(false, "Fold first, then cut the edge", "Fold the paper as the cloth will lie, and only then cut along the seam: so "+
			"the edge jogs where the "+
			"pleats need it.")
	}
	a.note(false, "Number the pieces", "Before they are cut, and draw a line across them all: it shows how they stood. True the "+
		"edges with a smooth line "+
		"afterwards.")
	was, _ := p.Outline()
	now, _ := spread.Outline()
	a.Drawing = append(a.Drawing, Shape{Kind: Cloth, Line: now, Closed: true}, Shape{Kind: FoldLn, Line: was, Closed: true})
	s := Strip{Name: "Bottom, spread", Long: b.Length()}
	for k := range n {
		x := foot*float64(k+1)/float64(n+1) + open*float64(k)
		s.Marks = append(s.Marks, StripMark{x, fmt.Sprintf("%d opens", k+1), FoldAt}, StripMark{x + open, "to", Place})
	}
	a.Strips = []Strip{s}
	return a, nil
}
