// Package catalogue lists every garment that can be made. A new one is one
// new file in the folder of its family and one line here.
package catalogue

import (
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/bodice"
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
		bodice.Block{},
		bodice.Basque{},
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

// Stack is a usual order of garments, from the skin out, to begin from.
type Stack struct {
	Label string
	Kinds []string
}

// Stacks lists usual orders (from memory). Between them they hold every
// garment of the catalogue.
func Stacks() []Stack {
	return []Stack{
		{"1740s to 1770s, over panniers", []string{"shift", "stays", "panniers"}},
		{"1770s at home, in jumps", []string{"shift", "jumps", "hip-roll", "petticoat-gored"}},
		{"1830s, over cords", []string{"shift", "short-stays", "petticoat-corded", "petticoat-flounced"}},
		{"1860s, over hoops", []string{"combinations", "corset", "hoop-skirt"}},
		{"1870s winter, over a cage", []string{"shift", "drawers", "corset", "bustle-cage", "petticoat-double"}},
		{"about 1887, over a pad", []string{"shift", "drawers", "corset", "under-petticoat", "bustle-pad", "petticoat-tiered",
			"skirt-gored-1887", "bodice-basque"}},
		{"bare shoulders, on a stage", []string{"boned-bodice", "petticoat-tiered"}},
		{"soft support, and a plain bodice", []string{"bust-support", "under-petticoat", "bodice-plain"}},
	}
}
