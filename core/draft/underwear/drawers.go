package underwear

import (
	"slices"

	"ardentgusset/core/caution"
	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/part"
	"ardentgusset/core/family"
	"ardentgusset/core/figure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/work"
)

// Drawers are two legs on a band.
type Drawers struct{}

// About describes it.
func (Drawers) About() draft.About {
	return draft.About{Kind: "drawers", Name: "Drawers", Family: family.Underwear,
		What:  "Two full legs on a band, open or closed at the crotch, gathered below the knee with a frill.",
		Usual: cloth.Fabric{Name: "Cotton lawn", Colour: "chalk", Width: 1400, Selvedge: 10, Thickness: 0.25, Weight: 95, Shrinkage: 0.04}}
}

// bandEase is the ease in the band of drawers, mm (from memory).
const bandEase = 10

// Parameters are what is asked about it.
func (Drawers) Parameters() []draft.Parameter {
	own := legParameters() // the ease they ask for is that round the hips
	list := part.OnBand(32, bandEase)
	return slices.Concat(list[:1], own, draft.Without(list[1:], draft.Ease))
}

// Draft drafts it to a figure, in a cloth.
func (Drawers) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	d := draft.Draft{Cautions: []caution.Caution{caution.Iron}}
	band := part.BandOn(on, v.With(map[draft.Key]float64{draft.Ease: bandEase}, nil))
	if v.Choice("crotch") == "open" {
		band.Opening = 0 // the band opens from end to end, the crotch with it
	}
	top, err := legsInto(&d, on, v, band.Allowance, band.Depth, band.Opening, band.Lower)
	if err != nil {
		return d, err
	}
	// From the opening, behind: left leg, then right, each from its back to
	// its front.
	half := band.Lower / 2
	d.Pieces = append(d.Pieces, band.Piece(pattern.Stretch{ID: "to-left", Name: "to the left leg", Length: half},
		pattern.Stretch{ID: "to-right", Name: "to the right leg", Length: half}))
	for _, side := range []pattern.Hand{pattern.Left, pattern.Right} {
		d.Seams = append(d.Seams, pattern.Seam{ID: "band-" + string(side), A: pattern.Side{Piece: "band", Edge: "to-" + string(side)},
			B:    pattern.Side{Piece: "leg", Edge: "top", Copy: pattern.Copy{Hand: side}},
			Ease: top/2 - half, Absorbed: pattern.Gathers, Join: pattern.Banded})
	}
	t := float64(in.Thickness)
	bulk := band.Bulk(t, t, top)
	bottom := on.Rise() + v.Number("leg")
	d.Wear.Cover = []figure.Depth{{Drop: 0, Depth: bulk}, {Drop: band.Depth, Depth: bulk}, {Drop: band.Depth + 40, Depth: t * 1.4},
		{Drop: bottom, Depth: t * 1.4}}
	hip := on.GirthAt(figure.Hip) + v.Number(draft.Ease)
	d.Wear.Hang = []draft.Hang{{Drop: 0, Girth: on.Girth(0)}, {Drop: on.Drop(figure.Hip), Girth: hip},
		{Drop: bottom * 0.8, Girth: hip * 1.02}, {Drop: bottom, Girth: hip * 0.8}}
	band.Finish(&d, on, bulk)
	d.Tell(work.ToCut, "A left and a right leg. Write on every edge what it is sewn to.")
	d.Tell(work.ToJoin, "Close each leg at the inner leg: the front of a leg to the back of the same leg.", work.After{Step: work.ToCut,
		Why: "the labels are read before pinning"})
	d.Tell(work.ToFace, "Along each edge of the crotch, over the finished inner seam.")
	d.Tell(work.ToBand, "The legs into their bands first, frills caught in the lower edge; then the tops to the waistband. The opening "+
		"lies behind.")
	d.Tell(work.ToFasten, "Apart from those of what is worn above.")
	return d, nil
}
