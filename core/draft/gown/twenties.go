package gown

import (
	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/bodice"
	"ardentgusset/core/draft/skirt"
	"ardentgusset/core/family"
	"ardentgusset/core/figure"
)

// Twenties is the dress of about 1920 to 1929: a tube to a low waist, and a short skirt on it.
func Twenties() Joined {
	return Joined{
		about: draft.About{Kind: "dress-1920s", Name: "Dress with a low waist, 1920s", Family: family.Gown,
			What: "A straight body from shoulder to a seam at the hips, and a skirt from there: a part of a circle, or straight breadths " +
				"pleated all round. It goes on over the head.",
			Usual: cloth.Fabric{Name: "Silk crêpe", Colour: "verdigris", Width: 1400, Selvedge: 10, Thickness: 0.25, Weight: 95,
				Shrinkage: 0.04}},
		bodice: bodice.Straight{},
		set:    decided{numbers: map[draft.Key]float64{draft.Hem: 15}},
		skirts: []Skirt{
			{key: "circle", label: "a part of a circle", garment: skirt.Circle{}, hem: asked{usual: 12, why: "narrow, on the curve"},
				usual: []draft.Adjustment{draft.Usual(draft.Circle, 0.14,
					"hardly flares: hems of ⟦110 cm⟧ to ⟦160 cm⟧ were worn"), draft.Usual("sides", 1,
					"four panels fit the cloth; none makes it of two halves")}},
			{key: "breadths", label: "pleated or gathered breadths", garment: skirt.Breadths{}, hem: asked{usual: 50,
				why: "on the straight of the cloth"}, first: []draft.Adjustment{draft.Firstly(draft.Into, "knife")}},
		},
		clearance: asked{usual: 330, why: "1920 ⟦23 cm⟧, 1925 ⟦30 cm⟧, 1928 ⟦42 cm⟧"},
		level:     func(_ figure.Figure, v draft.Values) float64 { return v.Number(draft.Long) },
		told:      "The panel’s lower end is caught in it. It lies where nothing draws it in: stay it with a tape.",
	}
}
