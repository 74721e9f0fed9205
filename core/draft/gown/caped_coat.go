package gown

import (
	"errors"
	"slices"
	"strings"

	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/wrap"
	"ardentgusset/core/family"
	"ardentgusset/core/figure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
)

// CapedCoat is a coat that a cape of three pieces is sewn on to, at its neck and fronts.
type CapedCoat struct{}

// About describes it.
func (CapedCoat) About() draft.About {
	return draft.About{Kind: "coat-caped", Name: "Coat with a shoulder cape", Family: family.Wrap,
		What: "A coat with a waist seam, and a cape over its shoulders that is drafted to the coat’s neck: a back and two fronts with a " +
			"long dart over each shoulder. 1880s to 1900s.",
		Usual: cloth.Fabric{Name: "Wool coating", Colour: "woad", Width: 1500, Selvedge: 10, Thickness: 1.2, Weight: 420, Shrinkage: 0.04}}
}

// Parameters are what is asked about it.
func (CapedCoat) Parameters() []draft.Parameter {
	return append(SkirtedCoat().Parameters(), wrap.CapeAsked()...)
}

// Draft drafts it.
func (CapedCoat) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	d, err := SkirtedCoat().Draft(on, v, in)
	if err != nil {
		return d, err
	}
	front := &d.Pieces[slices.IndexFunc(d.Pieces, func(p pattern.Piece) bool { return p.ID == "front" })]
	line, before, err := capeLine(front, v)
	if err != nil {
		return d, err
	}
	front.Marks = append(front.Marks, pattern.Mark{Kind: pattern.Section, Path: line, Label: "cape’s edge"})
	behind, shoulder := 0.0, 0.0
	for i := range d.Pieces {
		p := &d.Pieces[i]
		if p.ID == "back" || p.ID == "side-back" {
			for _, e := range p.Edges {
				switch {
				case strings.HasPrefix(e.ID, "neck"):
					behind += e.Length()
				case e.ID == "shoulder":
					shoulder = e.Length()
				}
			}
		}
	}
	neck := on.At(-on.Torso().NeckPoint.Z)
	c := wrap.Cape{Front: before, Back: behind, Shoulder: shoulder, Depth: v.Number("cape_depth"), Wider: v.Number("cape_wider"),
		Ease:  v.Number(draft.BustEase),
		Angle: v.Number("cape_dart"), Seam: v.Number(draft.Allowance), Hem: v.Number("cape_hem"), Lining: v.Choice("cape_lining")}
	c.From = min(v.Number("cape_gap")/neck.Girth()*360, 60)
	layers := 2 // outer and lining
	if v.Choice(draft.CollarKind) != "none" {
		layers += 2
	}
	return d, c.SewnOn(&d, on, plane.Length(line), layers, float64(in.Thickness))
}

// besideRoll is how far before the shoulder a cape's neck runs down beside the roll of a shawl, mm (from memory).
const besideRoll = 35.0

// capeLine is where a cape's front edge is sewn on a coat's front, from the neck down, and how much of the front's neck lies
// before the shoulder: with lapels it begins where collar and roll part, else so far behind the centre front as asked.
func capeLine(front *pattern.Piece, v draft.Values) (line []plane.Point, before float64, err error) {
	shoulder, ok := front.Edge("shoulder")
	opens, open := front.Edge("centre-front")
	if !ok || !open {
		return nil, 0, errors.New("the coat’s front has no shoulder that a cape can be sewn along: choose another collar")
	}
	top, low := opens.Line[0], opens.Line[len(opens.Line)-1]
	down := low.Sub(top).Unit()
	if down.Y > 0 {
		down = down.Times(-1)
	}
	before = besideRoll
	from := shoulder.Line[len(shoulder.Line)-1].Add(down.Times(before))
	if neck, ok := front.Edge("neck"); ok && v.Choice(draft.CollarKind) != "shawl" {
		before = neck.Length()
		if v.Choice(draft.CollarKind) == "none" {
			before = max(before-v.Number("cape_gap"), before*0.4)
		}
		from, _ = plane.Along(neck.Line, before)
	}
	outline, _ := front.Outline()
	for _, s := range plane.Spans(outline, from, down) {
		if s[0] < 10 && s[1] > 150 { // to a finger above the waist seam
			return []plane.Point{from, from.Add(down.Times(s[1] - 15))}, before, nil
		}
	}
	return nil, 0, errors.New("the coat’s front leaves a cape no room to be sewn on: choose another collar, or a lower waist")
}
