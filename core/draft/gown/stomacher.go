package gown

import (
	"errors"
	"fmt"
	"math"
	"slices"

	"ardentgusset/core/closure"
	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/work"
)

// What a stomacher is asked for.
const (
	frontKind     draft.Key = "front_kind"
	stomacherTop  draft.Key = "stomacher_top"
	stomacherLow  draft.Key = "stomacher_low"
	stomacherEnds draft.Key = "stomacher_point"
)

// under is how far a stomacher reaches beneath either front, mm (from memory: room for a row of pins), and keeps how much
// of its edges a front keeps beside it at least, mm.
const under, keeps = 35.0, 12.0

// onStomacher tells whether the fronts are worn apart over a stomacher.
func onStomacher(v draft.Values) bool { return v.Has(frontKind) && v.Choice(frontKind) == "stomacher" }

// stomachers asks whether the fronts meet or are worn apart. What laps or is laced meets.
func stomachers() []draft.Parameter {
	kind := draft.OneOf(frontKind, "Its fronts", "Worn apart, they are hooked or pinned over a stomacher, a stiff piece that fills the "+
		"gap, and robings lie along their edges.", "edge", "meet edge to edge", "stomacher", "are worn apart over a stomacher")
	kind.When = func(v draft.Values) bool { return v.Choice("closes") == "hooks" && v.Choice("neck_shape") != "v" }
	top := draft.Mm(stomacherTop, "Apart at the neckline, each side", 20, 120, 65, "⟦5 cm⟧ to ⟦8 cm⟧", figure.Memory,
		"From the centre front to the front’s edge.")
	low := draft.Mm(stomacherLow, "Apart at the waist, each side", 10, 90, 38, "⟦3 cm⟧ to ⟦5 cm⟧", figure.Memory,
		"So that the gap narrows downwards.")
	point := draft.Mm(stomacherEnds, "Its point, below the waist", 0, 160, 70, "⟦5 cm⟧ to ⟦12 cm⟧", figure.Memory,
		"At the centre front.")
	top.When, low.When, point.When = onStomacher, onStomacher, onStomacher
	return []draft.Parameter{kind, top, low, point}
}

// stomached cuts the fronts back and makes a stomacher of what lies between them.
func stomached(d *draft.Draft, v draft.Values) error {
	i := slices.IndexFunc(d.Pieces, func(p pattern.Piece) bool { return p.ID == "front" })
	neck, waist, centre := edgeOf(&d.Pieces[i], "neck"), edgeOf(&d.Pieces[i], "waist-lap"), edgeOf(&d.Pieces[i], "centre-front")
	if neck == nil || waist == nil || centre == nil {
		return errors.New("the skirt leaves no room for a stomacher before: let it begin further behind the centre front")
	}
	top, low := min(v.Number(stomacherTop), neck.Length()-keeps), min(v.Number(stomacherLow), waist.Length()-keeps)
	if top < 15 || low < 8 {
		return fmt.Errorf("a gap of %s and %s is too narrow for a stomacher: lower the neckline less square, or let the skirt begin "+
			"further behind the centre front", measure.Tell(max(top, 0)), measure.Tell(max(low, 0)))
	}
	front, inner, err := d.Pieces[i].Parted(pattern.Place{Edge: "neck", At: neck.Length() - top},
		pattern.Place{Edge: "waist-lap", At: low}, "front-edge", "front edge")
	if err != nil {
		return err
	}
	if edgeOf(&front, "centre-front") != nil {
		front, inner = inner, front
	}
	front.Allow(15, "front-edge")
	front.Be(pattern.Opening, "front-edge")
	stomacher, err := stomacherOf(inner, v.Number(stomacherEnds))
	if err != nil {
		return err
	}
	d.Pieces[i] = front
	d.Pieces = append(d.Pieces, stomacher)
	for k := range d.Fastenings {
		if f := &d.Fastenings[k]; f.Kind == closure.Hooks && f.For == "" {
			f.For, f.Count = "the fronts to the stomacher", 2*f.Count
			f.Why = "down both its sides; pins serve as well"
		}
	}
	d.Measure("stomacher.top", "the stomacher", "shows at the neckline", 2*top)
	d.Measure("stomacher.low", "the stomacher", "shows at the waist", 2*low)
	d.Remark(false, "It is worn over a stomacher", fmt.Sprintf("It shows over %s at the neckline and %s at the waist, and reaches %s "+
		"beneath either front. Put on first, it is pinned or basted to the stays at its upper edge and point; then the fronts to it.",
		measure.Tell(2*top), measure.Tell(2*low), measure.Tell(under)))
	d.Buy("stiffening", "Buckram, or stiff canvas", math.Ceil(2*stomacher.Area()/1e4)/100, "m²", "between the layers of the stomacher")
	d.Tell(work.ToTurn, "The stomacher is stiffened between its layers: buckram, or a stiff canvas.")
	return nil
}

// stomacherOf makes a stomacher of what was cut from a front: on the fold, lined, reaching under the fronts, with a point.
func stomacherOf(p pattern.Piece, ends float64) (pattern.Piece, error) {
	p.ID, p.Name, p.Cut, p.Mirrored, p.Fold = "stomacher", "Stomacher", 3, false, "centre-front"
	p.Also = []pattern.CutFor{{For: pattern.ForLining, N: 1}, {For: pattern.ForInterlining, N: 1}}
	p.Notches = nil
	p.Marks = slices.DeleteFunc(p.Marks, func(m pattern.Mark) bool { return m.Kind == pattern.Button })
	p, err := p.Extended("front-edge", under, "front’s edge")
	if err != nil {
		return p, err
	}
	centre, low := edgeOf(&p, "centre-front"), edgeOf(&p, "waist-lap")
	first, last := centre.Line[0], centre.Line[len(centre.Line)-1]
	point := plane.Pt(first.X, last.Y-ends)
	centre.Line = []plane.Point{first, point}
	side := low.Line[len(low.Line)-1]
	low.Line = plane.Cubic(point, point.Add(plane.Pt(0.25*(side.X-point.X), 0.1*ends)), side.Sub(plane.Pt(0, 0.45*(side.Y-point.Y))), side)
	low.ID, low.Name = "point", "lower edge"
	for k := range p.Edges {
		e := &p.Edges[k]
		e.Corner, e.Allowance, e.Technique = true, 10, ""
	}
	p.Allow(0, "centre-front")
	p.Be(pattern.Layered, "neck", "front-edge", "point")
	return p, p.Fault()
}

func edgeOf(p *pattern.Piece, id string) *pattern.Edge {
	e, ok := p.Edge(id)
	if !ok {
		return nil
	}
	return e
}
