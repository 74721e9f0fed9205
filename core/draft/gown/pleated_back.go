package gown

import (
	"errors"
	"fmt"
	"slices"
	"strings"

	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/fullness"
	"ardentgusset/core/measure"
	"ardentgusset/core/notion"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/technique"
	"ardentgusset/core/work"
)

// Open is the gown of about 1740 to 1789 over stays and panniers; its back may be cut in one with the skirt and pleated to
// the figure, and robings lie along its fronts.
type Open struct{}

// About describes it.
func (Open) About() draft.About { return openGown().About() }

// Parameters are what is asked about it.
func (Open) Parameters() []draft.Parameter {
	deep := draft.Mm("back_pleat", "Each pleat of the back takes", 30, 120, 70, "⟦6 cm⟧ to ⟦85⟧", figure.Memory,
		"Two a side, folded towards the side; stitched down to the waist.")
	deep.When = func(v draft.Values) bool { return v.Choice("back_kind") == "pleated" }
	robing := draft.Mm("robing", "Robings, wide", 0, 70, 45, "⟦3 cm⟧ to ⟦6 cm⟧, until 1775", figure.Memory,
		"Folded strips from the shoulder down the front edges to the waist; 0 for none.")
	robing.When = onStomacher
	return append(append(openGown().Parameters(), stomachers()...),
		draft.OneOf("back_kind", "Its back",
			"Pleated, the outer cloth runs from the neck to the hem in one: it is laid in pleats over the "+
				"lining and stitched down to the waist.", "seams", "seamed at the waist", "pleated",
			"pleated, in one with the skirt"), deep,
		robing)
}

// Draft drafts it.
func (Open) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	d, err := openGown().Draft(on, v, in)
	if err != nil {
		return d, err
	}
	if v.Choice("back_kind") == "pleated" {
		if err := pleatedBack(&d, v.Number("back_pleat")); err != nil {
			return d, err
		}
	}
	if onStomacher(v) {
		if err := stomached(&d, v); err != nil {
			return d, err
		}
		robed(&d, v.Number("robing"))
	}
	return d, nil
}

// robed adds robings along the fronts.
func robed(d *draft.Draft, wide float64) {
	if wide < 10 {
		return
	}
	front := d.Pieces[slices.IndexFunc(d.Pieces, func(p pattern.Piece) bool { return p.ID == "front" })]
	shoulder, ok := front.Edge("shoulder")
	edge, open := front.Edge("front-edge")
	if !ok || !open {
		return
	}
	long := shoulder.Line[len(shoulder.Line)-1].To(edge.Line[len(edge.Line)-1])
	p := pattern.Rectangle("robing", "Robing", 2*wide, long, 10)
	p.Cut = 2
	p.Marks = []pattern.Mark{{Kind: pattern.FoldLine, Path: []plane.Point{{X: wide}, {X: wide, Y: long}}, Label: "fold"}}
	p.Be(pattern.Enclosed, "left", "right", "top", "bottom")
	d.Pieces = append(d.Pieces, p)
	d.Works = append(d.Works, notion.Worked{Key: "robings", Name: "the robings to the fronts", Of: technique.Join, Join: pattern.SetOn,
		Technique: "lapped", Length: 2 * long})
	d.Tell(work.ToSetOn, fmt.Sprintf("Fold each robing along its middle, raw edges in. Its outer edge runs from the shoulder seam to the "+
		"front edge at "+
		"the waist, %s; catch it at the shoulder, and tack its inner edge so that pins hold the fronts beneath it.", measure.Tell(long)))
}

// leastFold is what a pleated back is wider than the back it lies on at least, mm.
const leastFold = 20.0

// pleatedBack lets the breadth of the skirt behind run up to the neck in one: it is pleated to the bodice’s back, which stays
// as its lining.
func pleatedBack(d *draft.Draft, take float64) error {
	find := func(id string) int {
		return slices.IndexFunc(d.Pieces, func(p pattern.Piece) bool { return p.ID == id })
	}
	at := slices.IndexFunc(d.Seams, func(s pattern.Seam) bool { // at the waist, next to the centre back
		return strings.HasPrefix(s.ID, "waist-") && (s.A.Piece == "back" || s.B.Piece == "back")
	})
	if at < 0 || find("back") < 0 {
		return errors.New("the bodice has no back that a pleated one could lie on")
	}
	seam := d.Seams[at]
	upper, lower := seam.A, seam.B
	if lower.Piece == "back" {
		upper, lower = lower, upper
	}
	lining := &d.Pieces[find("back")]
	cb, _ := lining.Edge("centre-back")
	outline, _ := lining.Outline()
	box := plane.BoxOf(outline)
	high := box.Max.Y - min(cb.Line[0].Y, cb.Line[len(cb.Line)-1].Y)
	waist, _ := lining.Edge(upper.Edge)
	k := find(lower.Piece)
	p := d.Pieces[k]
	stretch, ok := p.Edge(lower.Edge)
	if !ok {
		return errors.New("the skirt has no breadth behind that could run up to the neck")
	}
	// Its width: the back at its widest and two pleats; what the waist has less is added at the centre.
	wide := box.Width() + 2*take
	centre := "centre"
	if p.Fold == "" {
		centre = "right"
	}
	more := max(wide-stretch.Length(), 0)
	if more > 0.5 {
		longer, err := p.Extended(centre, more, "")
		if err != nil {
			return err
		}
		longer.Marks = longer.Marks[:len(longer.Marks)-1] // what was the centre is no line of the gown
		p = longer
	}
	stretch, _ = p.Edge(lower.Edge)
	low, far := plane.BoxOf(stretch.Line).Min.X-1, plane.BoxOf(stretch.Line).Max.X+1
	p.Marks = slices.DeleteFunc(p.Marks, func(m pattern.Mark) bool { // it is not pleated to the waist seam there
		return (m.Kind == pattern.PleatFold || m.Kind == pattern.PleatTo) && m.Path[0].X > low && m.Path[0].X < far
	})
	if err := runUp(&p, lower.Edge, centre, high); err != nil {
		return err
	}
	if err := backPleats(&p, box.Width(), waist.Length(), high); err != nil {
		return err
	}
	d.Pieces[k] = p
	d.Seams = slices.Delete(d.Seams, at, at+1)
	n := lining.CutOf(pattern.ForLining)
	lining.Cut, lining.Also, lining.Hidden = n, []pattern.CutFor{{For: pattern.ForLining, N: n}}, true
	lining.Name += ", lining"
	lining.Be(pattern.Enclosed, upper.Edge)
	for i := range d.Dimensions {
		if x := &d.Dimensions[i]; x.Key == "skirt.hem" {
			x.Value += 2 * more
		}
	}
	d.Wear.Hem += 2 * more
	top, _ := p.Edge("pleated-top")
	d.Works = append(d.Works, notion.Worked{Key: "pleated-back", Name: "the pleated back to its lining", Of: technique.Join,
		Join:      pattern.SetOn,
		Technique: "lapped", Length: 2 * (2*high + top.Length())})
	d.Measure("pleated", "the pleated back", "in cloth, across both halves", 2*top.Length())
	d.Tell(work.ToPleat, fmt.Sprintf("The back first: from the neck to the waist in one, over its lining. Two pleats a side of about %s, "+
		"towards the "+
		"side; stitched down to the waist, free below. What stands over neck and shoulders is cut off when it lies.", measure.Tell(take)))
	return nil
}

// runUp carries the stretch of a piece's upper edge beside its centre on upwards, as wide as it is.
func runUp(p *pattern.Piece, edge, centre string, high float64) error {
	i := slices.IndexFunc(p.Edges, func(e pattern.Edge) bool { return e.ID == edge })
	c := slices.IndexFunc(p.Edges, func(e pattern.Edge) bool { return e.ID == centre })
	line := p.Edges[i].Line
	a, b := line[0], line[len(line)-1]
	up := max(a.Y, b.Y) + high
	part := func(id, name string, line ...plane.Point) pattern.Edge {
		return pattern.Edge{ID: id, Name: name, Line: line, Allowance: 15, Kind: pattern.Enclosed, Corner: true}
	}
	n := len(p.Edges)
	switch {
	case c == (i+1)%n: // it runs to the centre
		side := part("pleated-side", "side of the pleated back", a, plane.Pt(a.X, up))
		top := part("pleated-top", "upper edge of the pleated back", plane.Pt(a.X, up), plane.Pt(b.X, up))
		p.Edges[c].Line = append([]plane.Point{plane.Pt(b.X, up)}, p.Edges[c].Line...)
		p.Edges = slices.Replace(p.Edges, i, i+1, side, top)
	case (c+1)%n == i: // and from it
		top := part("pleated-top", "upper edge of the pleated back", plane.Pt(a.X, up), plane.Pt(b.X, up))
		side := part("pleated-side", "side of the pleated back", plane.Pt(b.X, up), b)
		p.Edges[c].Line = append(p.Edges[c].Line, plane.Pt(a.X, up))
		p.Edges = slices.Replace(p.Edges, i, i+1, top, side)
	default:
		return errors.New("a seam of the skirt lies too near the centre back for a pleated one: take other breadths")
	}
	return p.Fault()
}

// backPleats marks two pleats from the upper edge, that is pleated to the back at its widest, to the waist.
func backPleats(p *pattern.Piece, above, below, high float64) error {
	top, _ := p.Edge("pleated-top")
	cloth := top.Length()
	if cloth < above+leastFold {
		return fmt.Errorf("the back has no cloth to pleat")
	}
	upper, err := fullness.KnifePleats(cloth, above, 2)
	if err != nil {
		return err
	}
	lower, err := fullness.KnifePleats(cloth, below, 2)
	if err != nil {
		return err
	}
	line := top.Line // counted from the side
	side, _ := p.Edge("pleated-side")
	if side.Line[0].To(top.Line[len(top.Line)-1]) < 1 {
		line = plane.Reversed(line)
	}
	ups, downs := upper.Marks(), lower.Marks()
	for k := range ups {
		for _, m := range []struct {
			kind   pattern.MarkKind
			up, at float64
			label  string
		}{{pattern.PleatFold, ups[k].Fold, downs[k].Fold, fmt.Sprint(k + 1)}, {pattern.PleatTo, ups[k].To, downs[k].To, ""}} {
			a, _ := plane.Along(line, min(m.up, cloth))
			b, _ := plane.Along(line, min(m.at, cloth))
			p.Marks = append(p.Marks, pattern.Mark{Kind: m.kind, Path: []plane.Point{a, b.Sub(plane.Pt(0, high))}, Label: m.label})
		}
	}
	return nil
}
