package wrap

import (
	"slices"

	"ardentgusset/core/draft"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
)

// neckPart is a panel's part of the neck: the stretch of it that is sewn, and how much its neck edge is cut to, mm.
type neckPart struct {
	pattern.Stretch
	cut float64
}

// joint is how a panel's neck edge and what is sewn to it there are joined: the longer of the two takes up what it has more.
func joint(id, panel, other, edge string, cut, long float64, by pattern.Takeup) pattern.Seam {
	s := pattern.Seam{ID: id, A: pattern.Side{Piece: panel, Edge: "top"}, B: pattern.Side{Piece: other, Edge: edge}, Ease: long - cut,
		Absorbed: by}
	if cut > long+pattern.Slack {
		s.A, s.B, s.Ease, s.Absorbed = s.B, s.A, cut-long, pattern.Gathers
	}
	return s
}

// hood adds a hood: two halves with a rounded back, joined over the crown, pleated to the neck behind.
func hood(d *draft.Draft, v draft.Values, necks []neckPart) {
	deep, high := v.Number("hood_deep"), v.Number("hood_high")
	r := min(120, min(deep*0.6, high*0.5))
	a, b := plane.Pt(deep, high-r), plane.Pt(deep-r, high)
	crown := plane.Join([]plane.Point{{X: deep}, a}, plane.Quarter(a, plane.Pt(deep, high), b),
		[]plane.Point{b, {Y: high}})
	seam := v.Number(draft.Allowance)
	p := pattern.Piece{ID: "hood", Name: "Hood", Cut: 2, Mirrored: true, Edges: []pattern.Edge{
		{ID: "neck", Name: "neck edge", Line: []plane.Point{{}, {X: deep}}, Allowance: seam},
		{ID: "crown", Name: "crown", Line: crown, Allowance: seam},
		{ID: "face", Name: "face edge", Line: []plane.Point{{Y: high}, {}}, Allowance: 30}}}
	p.Be(pattern.Opening, "face")
	if v.Choice("lining") == "lined" {
		p.Be(pattern.Layered, "face")
		p.Allow(seam, "face")
		p.Cut = 4
		p.LayeredApart(pattern.ForLining)
	}
	// What it has more lies behind: the front piece takes none where there is room enough in the others.
	rest := 0.0
	for _, n := range necks[min(1, len(necks)-1):] {
		rest += n.Length
	}
	plain := 0.0
	for _, n := range necks {
		plain += n.Length
	}
	if plain -= rest; deep-plain > 4*rest {
		plain, rest = 0, plain+rest
	}
	fuller, more := slices.Clone(necks), deep-plain-rest
	for i := range fuller {
		if i > 0 || plain == 0 {
			fuller[i].Length *= 1 + more/rest
		}
	}
	var along []pattern.Stretch
	for _, f := range fuller {
		along = append(along, f.Stretch)
	}
	p.Split("neck", along...)
	d.Pieces = append(d.Pieces, p)
	for i, s := range necks {
		ease, by := fuller[i].Length-s.cut, pattern.Equal
		switch {
		case ease > s.cut:
			by = pattern.Pleats
		case ease > pattern.Slack:
			by = pattern.SmallPleats
		}
		d.Seams = append(d.Seams, joint("hood-"+s.ID, d.Pieces[i].ID, "hood", s.ID, s.cut, fuller[i].Length, by))
	}
	d.Sew("hood-crown", "hood", "crown", "hood", "crown", "plain")
	d.Measure("hood", "the hood", "round the face", 2*high)
	d.Remark(false, "Try the hood with the hair as it is worn", "Turn the head: where it drags behind, it wants to be deeper or higher.")
}

// collar adds a standing collar, on the fold behind.
func collar(d *draft.Draft, v draft.Values, necks []neckPart) {
	sum := 0.0
	for _, s := range necks {
		sum += s.Length
	}
	p := pattern.Rectangle("collar", "Collar", sum, v.Number("collar"), v.Number(draft.Allowance))
	p.Fold = "left"
	p.Allow(0, "left")
	var back []pattern.Stretch
	for _, n := range slices.Backward(necks) {
		back = append(back, n.Stretch)
	}
	p.Split("bottom", back...)
	p.Be(pattern.Layered, "top", "right")
	p.Cut = 2
	d.Pieces = append(d.Pieces, p)
	for i, s := range necks {
		d.Seams = append(d.Seams, joint("collar-"+s.ID, d.Pieces[i].ID, "collar", s.ID, s.cut, s.Length, pattern.Equal))
	}
}
