// Package catalogue lists every garment that can be made. A new one is one
// new file in the folder of its family and one line here.
package catalogue

import (
	"slices"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/accessory"
	"ardentgusset/core/draft/bodice"
	"ardentgusset/core/draft/brought"
	"ardentgusset/core/draft/foundation"
	"ardentgusset/core/draft/gown"
	"ardentgusset/core/draft/skirt"
	"ardentgusset/core/draft/support"
	"ardentgusset/core/draft/underwear"
	"ardentgusset/core/draft/wrap"
	"ardentgusset/core/family"
)

// All lists the garments, from the skin out.
func All() []draft.Garment {
	return []draft.Garment{
		underwear.Shift{},
		underwear.Drawers{},
		underwear.Combinations{},
		accessory.Pocket{},
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
		support.ShoulderPads{},
		support.Panniers{},
		support.GoredPetticoat{},
		support.TieredPetticoat{},
		support.FlouncedPetticoat{},
		support.DoublePetticoat{},
		support.CordedPetticoat{},
		skirt.Gored{},
		skirt.TiedBack{},
		skirt.Circle{},
		skirt.Breadths{},
		skirt.Gores{},
		skirt.Umbrella{},
		skirt.Tube{},
		skirt.Pinafore{},
		support.TieredPetticoat{Outer: true},
		support.FlouncedPetticoat{Outer: true},
		skirt.Overskirt{},
		gown.Straight{},
		gown.Panelled{},
		gown.Open{},
		gown.Regency(),
		bodice.TeaGown{},
		gown.Twenties(),
		gown.Bias(),
		gown.Fifties(),
		gown.ShirtDress(),
		gown.Smocked{},
		bodice.Block{},
		bodice.Conical{},
		bodice.HighWaist{},
		bodice.Darted{},
		bodice.Basque{},
		bodice.Draped{},
		bodice.Draped{Pouched: true},
		bodice.Straight{},
		bodice.Fifties{},
		bodice.Shirt{},
		bodice.Vest{},
		bodice.Strapless{},
		bodice.Cowl{},
		bodice.Quilted{},
		bodice.Tailored{},
		wrap.Cloak{},
		bodice.Mantle{},
		gown.SkirtedCoat(),
		gown.CapedCoat{},
		accessory.Apron{},
		accessory.Sash{},
		accessory.Brim{},
		accessory.Collar{},
	}
}

// Brought lists the garments whose pieces a maker brings, one for each way of being worn.
func Brought() []draft.Garment { return brought.All() }

// Find is the garment of a kind.
func Find(kind string) (draft.Garment, bool) {
	for _, g := range slices.Concat(All(), Brought()) {
		if g.About().Kind == kind {
			return g, true
		}
	}
	return nil, false
}

// Place is where in a stack, from the skin out, a garment belongs: under the first that is put on after its family, from 0
// to as many as the stack has. What the catalogue does not know counts as worn next to the skin.
func Place(stack []string, kind string) int {
	own := worn(kind)
	for i := len(stack); i > 0; i-- {
		if worn(stack[i-1]) <= own {
			return i
		}
	}
	return 0
}

// worn is the order a garment is put on in.
func worn(kind string) int {
	g, ok := Find(kind)
	if !ok {
		return 0
	}
	a := g.About()
	for i, f := range family.All() {
		switch {
		case a.Over == f.Kind:
			return 2*i + 1
		case a.Over == "" && a.Family == f.Kind:
			return 2 * i
		}
	}
	return 0
}

// Stack is a usual order of garments, from the skin out, to begin from.
type Stack struct {
	Label string
	Kinds []string
}

// Everything is every garment of the catalogue: the usual orders, and each garment that is in none of them by itself.
func Everything() []Stack {
	out, held := Stacks(), map[string]bool{}
	for _, s := range out {
		for _, kind := range s.Kinds {
			held[kind] = true
		}
	}
	for _, g := range All() {
		if a := g.About(); !held[a.Kind] {
			out = append(out, Stack{a.Name, []string{a.Kind}})
		}
	}
	return out
}

// Stacks lists usual orders (from memory).
func Stacks() []Stack {
	return []Stack{
		{"about 1350", []string{"shift", "gown-straight", "cloak"}},
		{"a straight wool dress", []string{"under-petticoat", "dress-panelled"}},
		{"1740s to 1770s, over panniers", []string{"shift", "stays", "pocket-tied", "panniers", "petticoat-flounced", "gown-open"}},
		{"1770s at home, in jumps", []string{"shift", "jumps", "hip-roll", "petticoat-gored", "skirt-breadths", "apron"}},
		{"1780s, a jacket over stays", []string{"shift", "stays", "hip-roll", "petticoat-gored", "skirt-breadths", "bodice-conical"}},
		{"about 1805, the waist under the bust", []string{"shift", "short-stays", "under-petticoat", "gown-high-waist"}},
		{"about 1815, a spencer over a gown", []string{"shift", "short-stays", "under-petticoat", "gown-high-waist", "bodice-high-waist"}},
		{"1830s, over cords", []string{"shift", "short-stays", "petticoat-corded", "petticoat-flounced", "skirt-breadths", "bodice-plain",
			"bonnet-brim"}},
		{"1860s, over hoops", []string{"combinations", "corset", "hoop-skirt", "skirt-breadths", "bodice-darted"}},
		{"1870s winter, over a cage", []string{"shift", "drawers", "corset", "bustle-cage", "petticoat-double", "skirt-breadths",
			"bodice-basque"}},
		{"about 1875, the skirt tied back", []string{"combinations", "corset", "bustle-pad", "petticoat-gored", "skirt-tied-back",
			"bodice-basque"}},
		{"about 1887, over a pad", []string{"shift", "drawers", "corset", "under-petticoat", "bustle-pad", "petticoat-tiered",
			"skirt-gored-1887", "overskirt", "bodice-basque", "cloak"}},
		{"about 1887, in a mantle", []string{"shift", "drawers", "corset", "under-petticoat", "bustle-pad", "petticoat-tiered",
			"skirt-gored-1887", "bodice-basque", "mantle"}},
		{"about 1895", []string{"shift", "drawers", "corset", "petticoat-gored", "skirt-umbrella", "bodice-draped"}},
		{"about 1905", []string{"combinations", "corset", "petticoat-flounced", "skirt-gores", "bodice-pouched"}},
		{"about 1905, at home", []string{"combinations", "petticoat-flounced", "gown-tea"}},
		{"about 1910, a walking suit", []string{"combinations", "corset", "petticoat-gored", "skirt-gores", "bodice-shirt",
			"jacket-tailored"}},
		{"about 1910, a winter coat", []string{"combinations", "corset", "petticoat-gored", "skirt-gores", "bodice-shirt", "coat-skirted"}},
		{"about 1895, a winter coat with a cape", []string{"combinations", "corset", "petticoat-gored", "skirt-gores", "bodice-shirt",
			"coat-caped"}},
		{"1920s, a low waist", []string{"combinations", "dress-1920s"}},
		{"1920s, a tunic over its skirt", []string{"combinations", "skirt-gores", "bodice-straight", "collar-loose"}},
		{"1930s, on the bias", []string{"dress-bias"}},
		{"1940s, a shirt dress", []string{"bust-support", "under-petticoat", "dress-shirt"}},
		{"a smocked dress and a sash", []string{"under-petticoat", "dress-smocked", "sash"}},
		{"1950s, over net", []string{"bust-support", "petticoat-tiered", "dress-1950s"}},
		{"a shirt and a pinafore", []string{"under-petticoat", "bodice-shirt", "skirt-pinafore"}},
		{"1950s, a narrow skirt", []string{"bust-support", "bodice-shirt", "skirt-tube"}},
		{"1950s, a bodice and a skirt", []string{"bust-support", "petticoat-tiered", "skirt-circle", "bodice-1950s"}},
		{"a shirt and a waistcoat", []string{"drawers", "bodice-shirt", "vest"}},
		{"bare shoulders, on a stage", []string{"boned-bodice", "petticoat-tiered", "skirt-tiered"}},
		{"a strapless bodice", []string{"bodice-strapless", "petticoat-tiered", "skirt-circle"}},
		{"on the bias, with a cowl", []string{"under-petticoat", "skirt-gores", "bodice-cowl"}},
		{"a character in a padded jacket", []string{"drawers", "skirt-flounced", "bodice-shirt", "shoulder-pads", "jacket-quilted"}},
	}
}
