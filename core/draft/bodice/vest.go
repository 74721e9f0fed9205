package bodice

import (
	"slices"

	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/family"
	"ardentgusset/core/figure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/surface"
	"ardentgusset/core/work"
)

// Vest is a sleeveless waistcoat with points before and a back of lining.
type Vest struct{}

// About describes it.
func (Vest) About() draft.About {
	return draft.About{Kind: "vest", Name: "Waistcoat", Family: family.Bodice, Over: family.Gown,
		What: "Fronts with a dart and points below the waist, a pointed neckline to the first button, a back of lining with a " +
			"seam; over a " +
			"shirt, 1780 on.",
		Usual: cloth.Fabric{Name: "Wool suiting", Colour: "walnut", Width: 1500, Selvedge: 10, Thickness: 0.5, Weight: 220,
			Shrinkage: 0.04}}
}

// Parameters are what is asked about it.
func (Vest) Parameters() []draft.Parameter {
	return slices.Concat(eases(70, 40, 50, "⟦5 cm⟧ to ⟦9 cm⟧, over a shirt."), necksOf(150, 0, 15, "v", "round"),
		armholes(20, 0, 0, 30),
		[]draft.Parameter{
			draft.Mm(draft.FrontPoint, "Points before, below the waist", 20, 180, 130, "⟦12 cm⟧ to ⟦17 cm⟧", figure.Memory,
				"At the centre front, where the fronts end in points."),
			draft.Mm(draft.SideLow, "At the side, below the waist", 0, 150, 70, "⟦6 cm⟧ to ⟦9 cm⟧", figure.Memory,
				"It covers the band of what is worn below."),
			draft.Mm(draft.BackLow, "Behind, below the waist", 0, 150, 65, "a little less than the side", figure.Memory,
				"At the centre back."),
			draft.Times(draft.DartTake, "How much of the fullness the dart takes", 0.6, 1, 0.85, "the rest is eased in", figure.Memory,
				"1 is the way the form unrolls."),
			draft.Tally(draft.Buttons, "Buttons", 3, 9, 5, "every ⟦6 cm⟧ or so", figure.Memory, "One lies at the waist."),
			laps(18), lapRight()},
		slices.Concat(moves("side", "side seam", "dart", "front dart"),
			allowances(15, 15)))
}

// Draft drafts it.
func (g Vest) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	return closed(v, func(ask *asked, v draft.Values) (draft.Draft, error) { return g.drawn(ask, on, v, in) })
}

// drawn drafts it with what is asked of its rings.
func (Vest) drawn(ask *asked, on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	h, err := begun(ask, on, v, threeLows)
	if err != nil {
		return draft.Draft{}, err
	}
	side := h.side(0.5, 0.5)
	var darts []surface.Dart
	if h.shaped() {
		darts = append(darts, h.frontDart("dart", 0.25, 1.05, 30, -70))
	}
	front := h.between("front", "Front", h.centreFront(), side, surface.FromFront, darts...).plumb("centre-front")
	front.panel.Take = h.sharing(v.Number(draft.DartTake), 1)
	err = h.together(sewing{panels: []named{front, h.between("back", "Back", side, h.centreBack(), surface.FromBack)},
		opens: "centre-front", strain: 1, faced: "face-shaped", hem: pattern.FacedOut}, in)
	if err != nil {
		return draft.Draft{}, err
	}
	back := &h.Pieces[h.index("back")]
	back.Cut = 4
	back.Also = []pattern.CutFor{{For: pattern.ForLining, N: 4}}
	f := &h.Pieces[h.index("front")]
	f.Cut = 6
	f.Also = []pattern.CutFor{{For: pattern.ForLining, N: 2, Apart: true}, {For: pattern.ForInterfacing, N: 2}}
	h.Buy("buckle", "Buckle for the back strap", 1, "piece", "it draws the back in at the waist")
	h.Do(work.ToBackStrap, "Straps of the back", work.BackStraps, 1,
		"Two, turned, from the side seams to the middle of the back at the waist, one with "+
			"the buckle.",
		after(work.ToDart, "they are caught in the side seams"))
	return *h.Draft, nil
}
