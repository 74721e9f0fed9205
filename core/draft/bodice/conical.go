package bodice

import (
	"slices"

	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/sleeve"
	"ardentgusset/core/family"
	"ardentgusset/core/figure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/surface"
	"ardentgusset/core/work"
)

// Conical is the bodice of about 1740 to 1789, over conical stays: no darts, a low square neck,
// a point before.
type Conical struct{}

// About describes it.
func (Conical) About() draft.About {
	return draft.About{Kind: "bodice-conical", Name: "Bodice over stays, 1740 to 1789", Family: family.Bodice,
		What: "Front and back without darts over a cone, the side seam far back, low square neck, a point below the waist; it meets " +
			"edge to edge before.",
		Usual: cloth.Fabric{Name: "Silk taffeta", Colour: "madder", Width: 1400, Selvedge: 10, Thickness: 0.25, Weight: 110,
			Shrinkage: 0.02}}
}

// Parameters are what is asked about it.
func (Conical) Parameters() []draft.Parameter {
	return slices.Concat(eases(5, 5, 10, "To ⟦1 cm⟧: it lies on the stays. Over a body without stays it needs darts, and is refused "+
		"none: it says how much the cloth would have to give."), necksOf(85, 10, 40, "square", "round", "v"),
		armholes(0, 15, 35, 8),
		[]draft.Parameter{
			draft.Mm(draft.FrontPoint, "Point before, below the waist", 0, 130, 70, "⟦5 cm⟧ to ⟦11 cm⟧", figure.Memory,
				"At the centre front."),
			draft.Mm("back_point", "And behind", 0, 130, 40, "a small one", figure.Memory, "At the centre back."),
			closes("hooks", "lacing", "buttons"), laps(12)},
		collars(0, 45, "none", "ruffle", "bound"), slices.Concat(moves("side", "side seam", "back", "back seam"),
			allowances(20, 15)), sleeve.Parameters("straight"))
}

// pointed is within which share of the half girth its points run out: the lower edge lies at the
// waist where panniers stand out (from memory).
const pointed = 0.36

// Draft drafts it.
func (c Conical) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	return closed(v, func(ask *asked, v draft.Values) (draft.Draft, error) { return c.drawn(ask, on, v, in) })
}

// drawn drafts it with what is asked of its rings.
func (Conical) drawn(ask *asked, on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	h, err := begun(ask, on, v, lower{by: []lowered{{key: draft.FrontPoint, front: 1, within: pointed},
		{key: "back_point", back: 1, within: pointed}}})
	if err != nil {
		return draft.Draft{}, err
	}
	curved := h.bowed("back", "back seam", 0.5, 0.92, 0.90)
	side := h.seamBefore(curved, "side", "side", 0.62, 0.62, 0.60)
	err = h.together(sewing{panels: []named{h.between("front", "Front", h.centreFront(), side, surface.FromFront).plumb("centre-front"),
		h.between("side-back", "Side-back", side, curved, surface.FromMiddle),
		h.between("back", "Back", curved, h.centreBack(), surface.FromBack)},
		opens: "centre-front", strain: 2, lined: true, faced: "face-bias", hem: pattern.FacedOut}, in)
	if err != nil {
		return draft.Draft{}, err
	}
	h.Covered = true
	h.Tell(work.ToJoin, "The lining is fitted on the stays first; the outer is laid on it, lapped and felled from the right side, or "+
		"flat-lined and sewn as one.")
	return *h.Draft, nil
}
