package gown

import (
	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/bodice"
	"ardentgusset/core/draft/skirt"
	"ardentgusset/core/family"
	"ardentgusset/core/figure"
)

// Fifties is the dress of about 1947 to 1959: fitted above, wide below.
func Fifties() Joined {
	return Joined{
		about: draft.About{Kind: "dress-1950s", Name: "Dress, 1947 to 1959", Family: family.Gown,
			What: "A fitted bodice with darts to a seam at the waist, and a wide skirt: a part of a circle, gathered breadths or gores. " +
				"A zip behind runs through the seam, and a stay inside it carries the skirt.",
			Usual: cloth.Fabric{Name: "Polished cotton", Colour: "weld", Width: 1400, Selvedge: 10, Thickness: 0.3, Weight: 140,
				Shrinkage: 0.04}},
		bodice: bodice.Fifties{},
		set:    decided{numbers: map[draft.Key]float64{draft.Hem: 15, draft.HipEase: 30}, choices: map[draft.Key]string{"opens": "back"}},
		skirts: []Skirt{
			{key: "circle", label: "a part of a circle", garment: skirt.Circle{}, hem: asked{usual: 15,
				why: "narrow: a wide one does not " +
					"lie on the curve"}},
			{key: "breadths", label: "gathered or pleated breadths", garment: skirt.Breadths{}, hem: asked{usual: 80,
				why: "⟦6 cm⟧ to ⟦10 cm⟧, on the straight of the cloth"}},
			{key: "gores", label: "gores", garment: skirt.Gores{}, hem: asked{usual: 30, why: "eased in"}},
			{key: "tube", label: "narrow", garment: skirt.Tube{}, hem: asked{usual: 40, why: "straight"}},
		},
		level:     func(_ figure.Figure, v draft.Values) float64 { return -v.Number(draft.SeamUp) },
		opens:     "centre-back",
		clearance: asked{usual: 330, why: "1947 to 1952 ⟦29 cm⟧, 1953 to 1960 ⟦33 cm⟧ to ⟦45 cm⟧"},
		opening:   asked{usual: 200, why: "⟦18 cm⟧ to ⟦22 cm⟧ below the waist"},
		stay:      true,
		told:      "Seam to seam, dart to tuck or gore; the allowances are pressed up into the bodice.",
	}
}
