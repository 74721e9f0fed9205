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
		set:    decided{numbers: map[draft.Key]float64{draft.Hem: 20, draft.Long: 0, draft.HipEase: 80}},
		upper: []draft.Adjustment{draft.Usual(draft.BustEase, 140, "over what is worn beneath: ⟦11 cm⟧ to ⟦18 cm⟧"),
			draft.Usual(draft.WaistEase, 100, "closes over a dress"), draft.Usual(draft.ScyeDrop, 35, "over a sleeve"),
			draft.Usual(draft.Lap, 25, "buttons of ⟦25⟧ and more")},
		skirts: []Skirt{
			{key: "gores", label: "gores", garment: skirt.Gores{}, hem: asked{usual: 60, why: "⟦6 cm⟧, eased in or shrunk"},
				usual: []draft.Adjustment{draft.Usual(draft.Gores, 6, "as many as the body has seams"), draft.Usual(draft.HemRound,
					2400, "a skirt ⟦120 cm⟧ to ⟦200 cm⟧ wider than the hip"), draft.Usual(draft.HipEase, 110, "over the skirts beneath")}},
			{key: "circle", label: "a part of a circle", garment: skirt.Circle{}, hem: asked{usual: 25, why: "on the curve"},
				usual: []draft.Adjustment{draft.Usual(draft.Circle, 0.5, "half a circle falls in a few folds")}},
		},
		opens:     "centre-front",
		clearance: asked{usual: 150, why: "clear of a wet street"},
		told: "Outer to outer and lining to lining; the canvas of the front ends at the seam. A tape at the waist inside, tacked at every " +
			"seam, takes the weight.",
		stay: true,
	}
}
