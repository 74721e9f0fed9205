package gown

import (
	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/bodice"
	"ardentgusset/core/draft/skirt"
	"ardentgusset/core/family"
)

// Bias is a long dress on the bias with a cowl, of one layer; 1930s on.
func Bias() Joined {
	return Joined{
		about: draft.About{Kind: "dress-bias", Name: "Bias dress with a cowl, 1930s", Family: family.Gown,
			What: "A front on the bias whose neckline falls in folds, a laced back, and a narrow skirt cut on the bias: one layer that " +
				"clings and swings. It must hang for two days before its hem is levelled.",
			Usual: cloth.Fabric{Name: "Silk satin", Colour: "woad", Width: 1400, Selvedge: 10, Thickness: 0.25, Weight: 95,
				Shrinkage: 0.02}},
		bodice: bodice.Cowl{},
		set:    decided{numbers: map[draft.Key]float64{draft.Hem: 25}},
		skirts: []Skirt{
			{key: "gores", label: "gores on the bias", garment: skirt.Gores{}, bias: true, hem: asked{usual: 25,
				why: "room to level; then rolled"}, usual: []draft.Adjustment{draft.Usual(draft.Gores, 5, "few seams"),
				draft.Usual(draft.HemRound, 2100, "⟦160 cm⟧ to ⟦250 cm⟧"), draft.Usual(draft.HipEase, 50,
					"⟦4 cm⟧ to ⟦6 cm⟧: it narrows "+
						"while it hangs"), draft.Usual("rear", 1.2, "nearly even all round")}},
			{key: "circle", label: "a part of a circle on the bias", garment: skirt.Circle{}, bias: true, hem: asked{usual: 25,
				why: "room to level; then rolled"}, usual: []draft.Adjustment{draft.Usual("give", 5, "silk crêpe and satin 4 to 6")}},
		},
		opens:     "centre-back",
		clearance: asked{usual: 40, why: "1931 to 1938 ⟦24 cm⟧ by day; to the floor in the evening"},
		opening:   asked{usual: 230, why: "with the lacing above it"},
		told: "Bodice and skirt have hung first, each by itself. Stay the seam on a straight tape as long as the waist; sew with a slack " +
			"stitch, both on the bias alike.",
	}
}
