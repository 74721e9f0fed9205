// Package catalogue lists every garment that can be made. A new one is one
// new file in the folder of its family and one line here.
package catalogue

import (
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/foundation"
	"ardentgusset/core/draft/skirt"
	"ardentgusset/core/draft/support"
	"ardentgusset/core/draft/underwear"
)

// All lists the garments, from the skin out.
func All() []draft.Garment {
	return []draft.Garment{
		underwear.Shift{},
		underwear.Drawers{},
		underwear.Combinations{},
		support.UnderPetticoat{},
		foundation.Corset{},
		foundation.Stays{},
		foundation.Jumps{},
		foundation.ShortStays{},
		foundation.BonedBodice{},
		foundation.BustSupport{},
		support.BustlePad{},
		support.BustleCage{},
		support.HoopSkirt{},
		support.HipRoll{},
		support.Panniers{},
		support.GoredPetticoat{},
		support.TieredPetticoat{},
		support.FlouncedPetticoat{},
		support.DoublePetticoat{},
		support.CordedPetticoat{},
		skirt.Gored{},
	}
}

// Find is the garment of a kind.
func Find(kind string) (draft.Garment, bool) {
	for _, g := range All() {
		if g.About().Kind == kind {
			return g, true
		}
	}
	return nil, false
}
