package gown

import (
	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/bodice"
	"ardentgusset/core/draft/skirt"
	"ardentgusset/core/family"
	"ardentgusset/core/figure"
)

// ShirtDress is a shirt carried down into a skirt, buttoned from neck to hem; from the 1890s on.
func ShirtDress() Joined {
	return Joined{
		about: draft.About{Kind: "dress-shirt", Name: "Shirt dress", Family: family.Gown,
			What: "A shirt bodice with yoke, collar and button stand, darted to a waist seam; the stand runs on down the skirt, which is a " +
				"part of a circle, gathered or gored.",
			Usual: cloth.Fabric{Name: "Cotton poplin", Colour: "woad", Width: 1500, Selvedge: 10, Thickness: 0.25, Weight: 115,
				Shrinkage: 0.04}},
		bodice: bodice.Shirt{Waisted: true},
		set:    decided{numbers: map[draft.Key]float64{draft.Hem: 15, draft.HipEase: 40}},
		skirts: []Skirt{
			{key: "circle", label: "a part of a circle", garment: skirt.Circle{}, hem: asked{usual: 15,
				why: "narrow: a wide one does not lie on the curve"}},
			{key: "gores", label: "gores", garment: skirt.Gores{}, hem: asked{usual: 30, why: "eased in"}},
			{key: "breadths", label: "gathered or pleated breadths", garment: skirt.Breadths{}, hem: asked{usual: 70,
				why: "on the straight of the cloth"}},
		},
		level:     func(_ figure.Figure, v draft.Values) float64 { return -v.Number(draft.SeamUp) },
		opens:     "centre-front",
		clearance: asked{usual: 380, why: "1930s ⟦24 cm⟧, 1940s ⟦44 cm⟧, 1950s ⟦33 cm⟧ to ⟦45 cm⟧"},
		told: "The stand is folded first, above and below: the seam runs through both of its folds, so that its edges meet in one " +
			"line. Seam to seam, dart to tuck.",
	}
}
