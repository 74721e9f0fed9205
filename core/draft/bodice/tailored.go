package bodice

import (
	"math"
	"slices"

	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/sleeve"
	"ardentgusset/core/family"
	"ardentgusset/core/figure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/surface"
	"ardentgusset/core/work"

	"gonum.org/v1/gonum/spatial/r3"
)

// Tailored is the jacket with lapels, of the 1890s and since: a dart before, a piece under the
// arm, a curved seam behind.
type Tailored struct{}

// About describes it.
func (Tailored) About() draft.About {
	return draft.About{Kind: "jacket-tailored", Name: "Tailored jacket", Family: family.Bodice, Over: family.Gown,
		What: "Front with a dart, underarm piece, back with a seam; lapels with a collar or a shawl, faced before, coat sleeves. Over a " +
			"blouse or bodice, 1890s on.",
		Usual: cloth.Fabric{Name: "Wool suiting", Colour: "ink", Width: 1500, Selvedge: 10, Thickness: 0.6, Weight: 280,
			Shrinkage: 0.04}}
}

// Parameters are what is asked about it.
func (Tailored) Parameters() []draft.Parameter {
	return slices.Concat(eases(90, 60, 70, "⟦8 cm⟧ to ⟦12 cm⟧ over a shirt, ⟦4 cm⟧ to ⟦6 cm⟧ over a bodice."), necks(0, 0, 5),
		armholes(4, 0, 0, 28),
		[]draft.Parameter{
			draft.Mm(draft.Long, "Below the waist", 40, 190, 150, "over the hip", figure.Memory, "Level all round."),
			draft.Times(draft.DartTake, "How much of the fullness the dart takes", 0.6, 1, 0.9, "the rest is eased in", figure.Memory,
				"1 is the way the form unrolls."),
			draft.Tally(draft.Buttons, "Buttons", 1, 6, 3, "⟦9 cm⟧ to ⟦11 cm⟧ apart", figure.Memory, "The uppermost at the break."),
			laps(18), lapRight()},
		lapels("notched", 90), moves("dart", "front dart", "side-front", "seam before the arm", "side-back", "seam behind the arm"),
		allowances(15, 40), sleeve.Parameters("fitted"))
}

// Draft drafts it.
func (t Tailored) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	return closed(v, func(ask *asked, v draft.Values) (draft.Draft, error) { return t.drawn(ask, on, v, in) })
}

// mostTaken is the most a dart of a tailored front takes at the waist, mm (from memory: what is more shows as a bulge under
// the lapel); the seams under the arm take the rest.
const mostTaken = 35.0

// above is how long a line is above the waist, mm.
func above(l surface.Line) (long float64) {
	for i := 1; i < len(l); i++ {
		if l[i].Z > 0.5 {
			long += r3.Norm(r3.Sub(l[i], l[i-1]))
		}
	}
	return long
}

// drawn drafts it with what is asked of its rings.
func (Tailored) drawn(ask *asked, on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	h, err := begun(ask, on, v, lower{by: []lowered{{key: draft.Long, front: 1, side: 1, back: 1}}})
	if err != nil {
		return draft.Draft{}, err
	}
	before := h.seamAt("side-front", "front of the underarm", scyeFront, 0.45, 0.45, 0.45)
	behind := h.seamAt("side-back", "back of the underarm", scyeBack, 0.66, 0.70, 0.68)
	var darts []surface.Dart
	shares := []float64{1}
	if h.shaped() {
		darts = append(darts, h.frontDart("dart", 0.22, 1, 30, -90))
		// What ends at the waist has its whole intake there: more than one dart takes goes into two.
		if darts[0].Edge != "" && h.form.HalfGirth(h.form.Levels[figure.Bust])-h.form.HalfGirth(0) > mostTaken {
			shares = []float64{0.5, 0.5}
			darts = []surface.Dart{h.frontDart("dart", 0.15, 0.75, 34, -90), h.frontDart("dart 2", 0.28, 1.14, 34, -90)}
		}
	}
	front := h.between("front", "Front", h.centreFront(), before, surface.FromFront, darts...).plumb("centre-front")
	take := h.sharing(v.Number(draft.DartTake), shares...)
	front.panel.Take = func(swing []float64) []float64 {
		out := take(swing)
		for i, d := range darts {
			if up := above(d.Line); up > 0 {
				out[i] = min(out[i], 2*math.Asin(min(mostTaken/2/up, 0.5)))
			}
		}
		return out
	}
	err = h.together(sewing{panels: []named{front, h.between("underarm", "Underarm piece", before, behind, surface.FromMiddle),
		h.between("back", "Back", behind, h.centreBack(), surface.FromBack)},
		opens: "centre-front", strain: 1, faced: "face-shaped", hem: pattern.Hem}, in)
	if err != nil {
		return draft.Draft{}, err
	}
	canvas := &h.Pieces[h.index("front")]
	canvas.Also, canvas.Cut = append(canvas.Also, pattern.CutFor{For: pattern.ForInterlining, N: 2}), canvas.Cut+2
	h.Covered = true
	h.Do(work.ToPads, "Tack the shoulder pads in", work.TackPads, 1,
		"Those it was drafted over, along the shoulder seam and the armhole. Where it was "+
			"drafted over none it has no room for them: put shoulder pads on under it first, as a layer, and "+
			"draft it anew.", after(work.ToSleeve, "the head is set first"))
	panels := []string{"front", "underarm", "back"}
	if h.lapelled() {
		err = h.lining(panels[0], panels...)
		return *h.Draft, err
	}
	for _, id := range panels { // faced all round, it is flat-lined
		p := &h.Pieces[h.index(id)]
		p.Also, p.Cut = append(p.Also, pattern.CutFor{For: pattern.ForLining, N: 2}), p.Cut+2
	}
	return *h.Draft, nil
}
