package skirt

import (
	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/sewn"
)

// smooth tells whether it lies on the body from the waist to the hip all round: then it is fitted there.
func (f *form) smooth() bool {
	if f.pleated || f.conical || f.behind > 0 {
		return false
	}
	for _, gathered := range f.drawn {
		if gathered {
			return false
		}
	}
	return true
}

// levelled lays the hip on a piece that is drawn from a gore.
func (f *form) levelled(p *pattern.Piece, row []plane.Point) {
	if len(row) > 1 {
		p.Levels = append(p.Levels, pattern.Level{Drop: f.On.Drop(figure.Hip), Path: row})
	}
}

// ringed gives what its pieces measure round the hip, with what is gathered or pleated in, and says of a skirt that is fitted
// there what it was meant to.
func (f *form) ringed(d *draft.Draft) float64 {
	hip := f.On.Drop(figure.Hip)
	meant := 0.0
	for k := range f.n {
		meant += f.fullest(k) * 2 / f.halves(k)
	}
	for _, r := range sewn.Rings(d.Pieces, d.Seams, hip) {
		if len(r.Parts) != f.n {
			continue
		}
		if f.smooth() {
			d.Girths = append(d.Girths, draft.Around{Drop: hip, Made: r.Girth, Meant: max(meant, f.hip),
				Over: f.On.GirthAt(figure.Hip), Parts: f.n})
		}
		return r.Girth
	}
	return f.hip + 2*f.behind
}

// hemDrawn is how long the hem is all round as it is drawn: a gore that is no plain cone differs a little from what was asked.
func (f *form) hemDrawn(d *draft.Draft) (hem float64) {
	for k := range f.n {
		e, _ := d.Pieces[k].Edge("hem")
		hem += 2 * e.Length()
	}
	return hem
}
