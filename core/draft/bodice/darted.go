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

// Darted is the round-waisted bodice of about 1856 to 1867: two darts a side, side seam far back,
// shoulder seam behind the ridge.
type Darted struct{}

// About describes it.
func (Darted) About() draft.About {
	return draft.About{Kind: "bodice-darted", Name: "Darted bodice, 1856 to 1867", Family: family.Bodice,
		What: "Front with two darts, side-back and back; round waist or small points, armholes piped, hooked before. Flat-lined in " +
			"firm cotton.",
		Usual: cloth.Fabric{Name: "Wool muslin", Colour: "walnut", Width: 1400, Selvedge: 10, Thickness: 0.35, Weight: 140,
			Shrinkage: 0.03}}
}

// Parameters are what is asked about it.
func (Darted) Parameters() []draft.Parameter {
	return slices.Concat(eases(20, 0, 20, "⟦1 cm⟧ to ⟦35⟧ over a closed corset."), necks(0, 0, 0), armholes(0, 25, 55, 10),
		[]draft.Parameter{
			draft.Mm("waist_up", "Waist above the natural one by", 0, 30, 15, "as the years had it", figure.Memory,
				"Round, but for the points."),
			draft.Mm(draft.FrontPoint, "Point before, below that", 0, 90, 0, "⟦4 cm⟧ to ⟦7 cm⟧ from 1864", figure.Memory,
				"0 for a round waist."),
			draft.Times(draft.DartTake, "How much of the fullness the darts take", 0.6, 1, 1, "the form as it is", figure.Memory,
				"1 is the way the form unrolls."),
			closes("hooks", "buttons"), laps(15), lapRight()},
		collars(25, 60, "none", "stand", "flat", "bound"), slices.Concat(moves("dart 1", "first dart", "dart 2", "second dart",
			"side", "side seam", "back", "back seam"),
			allowances(25, 20)), sleeve.Parameters("bishop"))
}

// Draft drafts it.
func (d Darted) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	return closed(v, func(ask *asked, v draft.Values) (draft.Draft, error) { return d.drawn(ask, on, v, in) })
}

// drawn drafts it with what is asked of its rings.
func (Darted) drawn(ask *asked, on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	h, err := begun(ask, on, v, lower{by: []lowered{{key: "waist_up", front: -1, side: -1, back: -1}, {key: draft.FrontPoint, front: 1}}})
	if err != nil {
		return draft.Draft{}, err
	}
	up := v.Number("waist_up")
	curved := h.bowed("back", "back seam", 0.62, 0.90, 0.88)
	side := h.seamBefore(curved, "side", "side", 0.57, 0.60, 0.60)
	front := h.between("front", "Front", h.centreFront(), side, surface.FromFront, h.frontDart("dart 1", 0.17, 0.76, 35, 0),
		h.frontDart("dart 2", 0.29, 1.2, 35, 0))
	front.panel.Take = h.sharing(v.Number(draft.DartTake), 0.47, 0.53)
	back := h.between("back", "Back", curved, h.centreBack(), surface.FromBack).onFold("centre-back")
	err = h.together(sewing{panels: []named{front, h.between("side-back", "Side-back", side, curved, surface.FromMiddle), back},
		opens: "centre-front", strain: 2, lined: true, faced: "piped-edge", hem: pattern.FacedOut}, in)
	if err != nil {
		return draft.Draft{}, err
	}
	h.Covered = true
	h.taped(work.ToJoin)
	h.boned("in the first darts", "front", h.form.Torso.BustPoint.Z-45-up)
	h.boned("in the second darts", "front", h.form.Torso.BustPoint.Z-45-up)
	h.boned("on the side seams", "side-back", h.underarm().Z-30-up)
	h.Tell(work.ToJoin, flatLined)
	h.Tell(work.ToSleeve, "The armhole is piped before the sleeve is set in.")
	return *h.Draft, nil
}
