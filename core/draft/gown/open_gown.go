package gown

import (
	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/bodice"
	"ardentgusset/core/draft/skirt"
	"ardentgusset/core/family"
)

// openGown is the gown of about 1740 to 1789 over stays and panniers before its back is pleated: its skirt is open before over the
// petticoat.
func openGown() Joined {
	return Joined{
		about: draft.About{Kind: "gown-open", Name: "Open gown, 1740 to 1789", Family: family.Gown,
			What: "A bodice over stays that meets edge to edge before, and straight breadths pleated to it, open before over " +
				"the petticoat. Over panniers the upper edge of the skirt rises at the sides, and its hem stays level.",
			Usual: cloth.Fabric{Name: "Silk taffeta", Colour: "madder", Width: 1400, Selvedge: 10, Thickness: 0.25, Weight: 110,
				Shrinkage: 0.02}},
		bodice: bodice.Conical{},
		set:    decided{numbers: map[draft.Key]float64{draft.Hem: 15, draft.HipEase: 10, draft.FrontPoint: 0, "back_point": 0}},
		skirts: []Skirt{{key: "breadths", label: "straight breadths", garment: skirt.Breadths{},
			hem: asked{usual: 25, why: "a narrow hem, or faced with ribbon"}, first: []draft.Adjustment{draft.Firstly(draft.Into, "knife")},
			usual: []draft.Adjustment{draft.Usual("shows", 20, "small pleats, ⟦1.5 cm⟧ to ⟦2.5 cm⟧"), draft.Usual(draft.HemRound,
				3000, "⟦280 cm⟧ to ⟦340 cm⟧, over wide panniers to ⟦520 cm⟧")}}},
		opens:     "centre-front",
		parted:    true,
		clearance: asked{usual: 60, why: "clear of the floor by day"},
		told: "Each pleat to its mark, turned towards the back, the skirt’s turned edge under the bodice’s: felled from outside. The front " +
			"edges hang free, and are turned in before.",
	}
}
