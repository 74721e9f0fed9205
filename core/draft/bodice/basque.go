package bodice

import (
	"slices"

	"ardentgusset/core/bone"
	"ardentgusset/core/closure"
	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/sleeve"
	"ardentgusset/core/family"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/surface"
	"ardentgusset/core/work"
)

// Basque is the close bodice of about 1869 to 1889: side bodies and side-backs, two darts a side,
// buttoned before, boned, with a basque over the skirt.
type Basque struct{}

// About describes it.
func (Basque) About() draft.About {
	return draft.About{Kind: "bodice-basque", Name: "Basque bodice, 1869 to 1889", Family: family.Bodice,
		What: "Front with two darts, underarm piece, side-back and back, flat-lined, boned and buttoned before; a basque runs out " +
			"below the " +
			"waist.",
		Usual: cloth.Fabric{Name: "Wool suiting", Colour: "woad", Width: 1400, Selvedge: 10, Thickness: 0.6, Weight: 220, Shrinkage: 0.04}}
}

// Parameters are what is asked about it.
func (Basque) Parameters() []draft.Parameter {
	out := eases(20, 0, 25, "⟦1 cm⟧ to ⟦3 cm⟧ over a closed corset.")
	out = append(out, necks(0, 0, 0)...)
	out = append(out, armholes(8, 12, 30, 12)...)
	out = append(out,
		draft.Mm(draft.FrontPoint, "Below the waist, centre front", 10, 190, 85, "a point from 1883", figure.Memory,
			"⟦6 cm⟧ to ⟦11 cm⟧ in the 1880s, "+
				"⟦12 cm⟧ to ⟦22 cm⟧ in the cuirass of 1876 to 1882."),
		draft.Mm(draft.SideLow, "Below the waist, side", 10, 190, 30, "cut up over the hip", figure.Memory,
			"⟦2 cm⟧ to ⟦4 cm⟧ in the 1880s."),
		draft.Mm(draft.BackLow, "Below the waist, centre back", 10, 190, 95, "over the bustle", figure.Memory, "⟦6 cm⟧ to ⟦14 cm⟧."),
		draft.Times(draft.DartTake, "How much of the fullness the darts take", 0.6, 1, 1, "the form as it is", figure.Memory,
			"1 is the way the form unrolls."),
		closes("buttons", "hooks"), laps(13), lapRight(),
		draft.Tally(draft.Buttons, "Buttons, about", 8, 24, 15, "one every ⟦28⟧ or so", figure.Memory,
			"One lies at the waist and one at the bust; "+
				"the others evenly between."))
	out = append(out, collars(38, 70, "stand", "none", "flat", "pointed", "ruffle")...)
	out = append(out, slices.Concat(moves("dart 1", "first dart", "dart 2", "second dart",
		"side-front", "front of the underarm", "side-back", "back of the underarm",
		"back", "back seam"),
		allowances(25, 20))...)
	return append(out, sleeve.Parameters("fitted")...)
}

// basqueLines are where its upright lines lie (from memory): the share of the half girth at the
// underarm's level, the waist and the hip.
var basqueLines = map[string][3]float64{"side-front": {0.46, 0.50, 0.49}, "side-back": {0.66, 0.73, 0.70}, "back": {0.83, 0.92, 0.89}}

// backSeamOn is how far down the back of the armhole the back seam leaves it, as a part.
const backSeamOn = 0.45

// Draft drafts it.
func (b Basque) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	return closed(v, func(ask *asked, v draft.Values) (draft.Draft, error) { return b.drawn(ask, on, v, in) })
}

// drawn drafts it with what is asked of its rings.
func (Basque) drawn(ask *asked, on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	h, err := begun(ask, on, v, threeLows)
	if err != nil {
		return draft.Draft{}, err
	}
	at := func(id string) (scye, waist, hip float64) { s := basqueLines[id]; return s[0], s[1], s[2] }
	scye, waist, hip := at("side-front")
	sideFront := h.seamAt("side-front", "front of the underarm", scyeFront, scye, waist, hip)
	scye, waist, hip = at("side-back")
	sideBack := h.seamAt("side-back", "back of the underarm", scyeBack, scye, waist, hip)
	_, waist, hip = at("back")
	curved := h.bowed("back", "back seam", backSeamOn, waist, hip)
	const ends, under = -115.0, 25.0
	front := h.between("front", "Front", h.centreFront(), sideFront, surface.FromFront, h.frontDart("dart 1", 0.15, 0.72, under, ends),
		h.frontDart("dart 2", 0.27, 1.14, under, ends))
	// The second dart takes a little more than the first (from memory: 20 and 25 of the
	// suppression).
	front.panel.Take = h.sharing(v.Number(draft.DartTake), 0.45, 0.55)
	err = h.together(sewing{panels: []named{front,
		h.between("underarm", "Underarm piece", sideFront, sideBack, surface.FromMiddle),
		h.between("side-back", "Side-back", sideBack, curved, surface.FromMiddle),
		h.between("back", "Back", curved, h.centreBack(), surface.FromBack)},
		opens: "centre-front", strain: 2, lined: true, hem: pattern.FacedOut}, in)
	if err != nil {
		return draft.Draft{}, err
	}
	h.bones()
	h.Covered = true
	h.taped(work.ToBone)
	h.Wear.Cover[0].Depth, h.Wear.Cover[1].Depth = 2*float64(in.Thickness), 2*float64(in.Thickness)
	h.Tell(work.ToJoin, flatLined)
	return *h.Draft, nil
}

// flatLined is what is told of pieces whose outer and lining are sewn as one.
const flatLined = "Flat-line first: outer and lining of each piece are basted together, waist on waist, and sewn as one. Clip the " +
	"waist two thirds deep, press over a ham."

// taped gives a bodice a waist tape, tacked in after a step.
func (h *half) taped(step work.ID) {
	waist := 2 * h.form.HalfGirth(0)
	h.Buy("tape", "Waist tape, "+measure.TellStock(22)+" wide", (waist+120)/1000, "m",
		"the waist and to close it; it hooks first and takes the strain")
	h.Fastenings = append(h.Fastenings, closure.Fastening{Kind: closure.Hooks, Count: 2, For: "the waist tape",
		Why: "it closes by itself, first"})
	h.Do(work.ToWaistTape, "Tack the waist tape", work.TackTape, 1,
		"At centre back, side-backs and underarms, free before. It is shorter than the "+
			"waist seam by "+measure.Tell(12)+" and hooks before the garment is closed.", after(step, "it lies over what is under it"))
}

// bones lays bones beside the seams, from below the waist to below the armhole, and in the
// darts.
func (h *half) bones() {
	const below = 30.0
	under := h.underarm().Z
	down := min(below, -max(max(h.hem(0.2), h.hem(0.5)), h.hem(0.9))-8)
	down = max(down, 5)
	h.boned("on the front of the underarm", "underarm", under-25+down)
	h.boned("on the back of the underarm", "side-back", under-20+down)
	h.boned("on the back seams", "back", 80+down)
	h.boned("in the first darts", "front", h.form.Torso.BustPoint.Z-32-10+down)
	h.boned("in the second darts", "front", h.form.Torso.BustPoint.Z-32-10+down)
}

// boned lays a bone beside a seam or in a dart of a piece, in a casing so long, on both halves.
func (h *half) boned(place, piece string, long float64) {
	const width, clearance = 6.0, 8.0
	if b, ok := bone.Fit(bone.Spiral, place, width, long, clearance); ok {
		b.Piece, b.Count = piece, 2
		h.Bone(b)
		h.Casing = true
	}
}
