package gown

import (
	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/bodice"
	"ardentgusset/core/draft/skirt"
	"ardentgusset/core/family"
)

// SkirtedCoat is a coat with lapels whose skirts are sewn on at the waist; 1880s to 1910s.
func SkirtedCoat() Joined {
	return Joined{
		about: draft.About{Kind: "coat-skirted", Name: "Coat with a waist seam", Family: family.Wrap,
			What: "A tailored front with lapels and a curved back to the waist, skirts of gores or a part of a circle from there, " +
				"lapped as " +
				"wide as above and open to walk in. Over a dress or a suit, 1880s on.",
			Usual: cloth.Fabric{Name: "Wool coating", Colour: "walnut", Width: 1500, Selvedge: 10, Thickness: 1.2, Weight: 420,
				Shrinkage: 0.04}},
		bodice: bodice.Tailored{},
		set:    decided{numbers: map[string]float64{"hem": 20, "long": 0, "hip_ease": 80}},
		upper: map[string]asked{"bust_ease": {usual: 140, why: "over what is worn beneath: ⟦11 cm⟧ to ⟦18 cm⟧"}, "waist_ease": {usual: 100,
			why: "closes over a dress"}, "scye_drop": {usual: 35, why: "over a sleeve"}, "lap": {usual: 25, why: "buttons of ⟦25⟧ and more"}},
		skirts: []Skirt{
			{key: "gores", label: "gores", garment: skirt.Gores{}, hem: asked{usual: 60, why: "⟦6 cm⟧, eased in or shrunk"},
				usual: map[string]asked{"gores": {usual: 6, why: "as many as the body has seams"}, "hem_round": {usual: 2400,
					why: "a skirt ⟦120 cm⟧ to ⟦200 cm⟧ wider than the hip"}, "hip_ease": {usual: 110, why: "over the skirts beneath"}}},
			{key: "circle", label: "a part of a circle", garment: skirt.Circle{}, hem: asked{usual: 25, why: "on the curve"},
				usual: map[string]asked{"circle": {usual: 0.5, why: "half a circle falls in a few folds"}}},
		},
		opens:     "centre-front",
		clearance: asked{usual: 150, why: "clear of a wet street"},
		told: "Outer to outer and lining to lining; the canvas of the front ends at the seam. A tape at the waist inside, tacked at every " +
			"seam, takes the weight.",
		stay: true,
	}
}
