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

// Draped is a bodice with a fitted, boned foundation and a loose outer front gathered over it: of the
// 1890s, or pouched over the waist, as of 1899 to 1908.
type Draped struct{ Pouched bool }

// About describes it.
func (d Draped) About() draft.About {
	if d.Pouched {
		return draft.About{Kind: "bodice-pouched", Name: "Pouched bodice, 1899 to 1908", Family: family.Bodice,
			What: "A fitted lining with two darts, and an outer front that hangs over the belt in a pouch; high collar, the waist " +
				"dipping " +
				"before.",
			Usual: cloth.Fabric{Name: "Silk crêpe", Colour: "chalk", Width: 1100, Selvedge: 10, Thickness: 0.25, Weight: 90,
				Shrinkage: 0.04}}
	}
	return draft.About{Kind: "bodice-draped", Name: "Bodice with a loose outer, 1890 to 1899", Family: family.Bodice,
		What:  "A boned foundation fitted as a basque is, and an outer front gathered to its waist; smooth behind, high collar.",
		Usual: cloth.Fabric{Name: "Silk satin", Colour: "madder", Width: 1100, Selvedge: 10, Thickness: 0.3, Weight: 130, Shrinkage: 0.02}}
}

// Parameters are what is asked about it.
func (d Draped) Parameters() []draft.Parameter {
	waist, dip, full, up, pouch := 3.0, 20.0, 1.9, 1.1, 0.0
	if d.Pouched {
		waist, dip, full, up, pouch = 5, 35, 2.1, 1.15, 50
	}
	out := slices.Concat(eases(28, waist, 20, "Of the foundation, ⟦2 cm⟧ to ⟦4 cm⟧ over a closed corset."), necks(0, 0, 0),
		armholes(0, 8, 20, 12),
		[]draft.Parameter{
			draft.Mm(draft.FrontPoint, "Below the waist, centre front", 0, 90, dip, "the waist dips", figure.Memory, "⟦2 cm⟧ to ⟦6 cm⟧."),
			draft.Times(draft.DartTake, "How much of the fullness the foundation’s darts take", 0.6, 1, 1, "the form as it is", figure.Memory,
				"1 is the way the form unrolls."),
			draft.Times("full", "The outer at the waist, times the foundation", 1.1, 2.5, full, "gathered", figure.Memory,
				"1.3 to 2.2 of what is worn; what the darts would take counts in it."),
			draft.Times("full_top", "And at the neckline and shoulder", 1, 1.6, up, "a little drawn there too", figure.Memory,
				"1 to lie smooth."),
		})
	if d.Pouched {
		out = append(out, draft.Mm("pouch", "It hangs over by", 10, 100, pouch, "⟦3 cm⟧ to ⟦9 cm⟧", figure.Memory,
			"At the centre front, running out to nothing at the side. A fold that hangs over by so much takes twice as much in "+
				"length, and "+
				"a little."))
	}
	return slices.Concat(out, []draft.Parameter{closes("hooks", "buttons"), laps(15)}, collars(65, 60, "stand", "none", "flat", "bound"),
		slices.Concat(moves("dart 1", "first dart of the foundation", "dart 2", "second dart of the foundation",
			"side-front", "front of the underarm", "side-back", "back of the underarm",
			"back", "back seam"),
			allowances(25, 15)), sleeve.Parameters("gathered"))
}

// Draft drafts it.
func (d Draped) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	return closed(v, func(ask *asked, v draft.Values) (draft.Draft, error) { return d.drawn(ask, on, v, in) })
}

// drawn drafts it with what is asked of its rings.
func (d Draped) drawn(ask *asked, on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	h, err := begun(ask, on, v, lower{by: []lowered{{key: draft.FrontPoint, front: 1}}})
	if err != nil {
		return draft.Draft{}, err
	}
	sideFront := h.seamAt("side-front", "front of the underarm", scyeFront, 0.46, 0.50, 0.49)
	curved := h.bowed("back", "back seam", 0.45, 0.90, 0.88)
	sideBack := h.seamBefore(curved, "side-back", "back of the underarm", 0.66, 0.73, 0.70)
	front := h.between("front", "Front", h.centreFront(), sideFront, surface.FromFront, h.frontDart("dart 1", 0.15, 0.72, 30, 0),
		h.frontDart("dart 2", 0.27, 1.14, 30, 0))
	front.panel.Take = h.sharing(v.Number(draft.DartTake), 0.45, 0.55)
	pouch := 0.0
	if d.Pouched {
		pouch = v.Number("pouch")
	}
	s := sewing{panels: []named{front, h.between("underarm", "Underarm piece", sideFront, sideBack, surface.FromMiddle),
		h.between("side-back", "Side-back", sideBack, curved, surface.FromMiddle),
		h.between("back", "Back", curved, h.centreBack(), surface.FromBack).onFold("centre-back")},
		opens: "centre-front", strain: 2, lined: true, hem: pattern.FacedOut, faced: "face-bias"}
	if err := h.together(s, in); err != nil {
		return draft.Draft{}, err
	}
	top := "shoulder"
	if e, ok := h.edge("front", top); ok {
		if err := h.over("front", top, h.fullness("front", v.Number("full")), e.Length()*(v.Number("full_top")-1), pouch); err != nil {
			return draft.Draft{}, err
		}
	}
	h.Covered = true
	h.boned("in the first darts", "front", h.form.Torso.BustPoint.Z-45)
	h.boned("in the second darts", "front", h.form.Torso.BustPoint.Z-45)
	h.boned("on the underarm seams", "underarm", h.underarm().Z-30)
	h.boned("on the back seams", "back", 90)
	h.taped(work.ToJoin)
	h.Tell(work.ToFasten, "The foundation closes first, at the centre front; the outer laps over it and closes by itself with hooks.")
	return *h.Draft, h.sound()
}
