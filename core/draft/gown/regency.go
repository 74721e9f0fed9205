package gown

import (
	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/bodice"
	"ardentgusset/core/draft/skirt"
	"ardentgusset/core/family"
	"ardentgusset/core/figure"
)

// Regency is the gown of about 1795 to 1820 whose waist lies under the bust.
func Regency() Joined {
	return Joined{
		about: draft.About{Kind: "gown-high-waist", Name: "High-waisted gown, 1795 to 1820", Family: family.Gown,
			What: "A short bodice drawn in on cords, and straight breadths that fall from under the bust: plain before, gathered " +
				"behind. It opens at the back.",
			Usual: cloth.Fabric{Name: "Cotton muslin", Colour: "chalk", Width: 1400, Selvedge: 10, Thickness: 0.18, Weight: 70,
				Shrinkage: 0.04}},
		bodice: bodice.HighWaist{},
		set:    decided{numbers: map[draft.Key]float64{draft.Hem: 12, draft.HipEase: 20}},
		skirts: []Skirt{{key: "breadths", label: "straight breadths", garment: skirt.Breadths{},
			set: decided{choices: map[draft.Key]string{draft.Into: "gathers"}, numbers: map[draft.Key]float64{}},
			hem: asked{usual: 40, why: "turned up once and under, or tucked"},
			usual: []draft.Adjustment{draft.Usual("plain", 500, "⟦45 cm⟧ to ⟦60 cm⟧"), draft.Usual(draft.HemRound, 2200,
				"⟦195 cm⟧ to ⟦245 cm⟧")}}},
		opens:     "centre-back",
		level:     underBust,
		clearance: asked{usual: 20, why: "before 1807 to the floor, later ⟦6 cm⟧ above it"},
		opening:   asked{usual: 230, why: "⟦20 cm⟧ to ⟦25 cm⟧"},
		told:      "Centres and sides meet first; then the gathers are spread between them.",
	}
}

// underBust is how far above the waist the seam of a high-waisted bodice lies, as a drop.
func underBust(on figure.Figure, v draft.Values) float64 {
	return v.Number("under") - on.Torso().BustPoint.Z
}
