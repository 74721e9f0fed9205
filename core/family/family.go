// Package family sorts garments by what they do in a stack of layers, from the
// skin outwards.
package family

import "ardentgusset/core/figure"

// Kind names a family.
type Kind string

// The families, from the skin outwards.
const (
	Underwear  Kind = "underwear"
	Foundation Kind = "foundation"
	Support    Kind = "support"
	Skirt      Kind = "skirt"
	Bodice     Kind = "bodice"
	Gown       Kind = "gown"
	Wrap       Kind = "wrap"
	Accessory  Kind = "accessory"
)

// Cloth is what a family asks of what it is cut from. Weights are g/m² (from
// memory).
type Cloth struct {
	Low, High float64  // weight that suits
	Fibres    []string // that are usual
	Firm      bool     // must not stretch, must be woven close
	Opaque    bool
	Washed    bool // often washed, next to the skin
	For       string
}

// Family is one family of garments.
type Family struct {
	Kind  Kind
	Label string
	// Closes is the state of dress the wearer is in with this on: readings
	// taken so are compared with its layer. Empty when none is taken so.
	Closes figure.Worn
	Cloth  Cloth
	Seen   bool // from outside, as it is worn
}

// All lists the families in the order they are put on.
func All() []Family {
	return []Family{
		{Kind: Underwear, Label: "Next to the skin",
			Cloth: Cloth{Low: 80, High: 180, Fibres: []string{"linen", "cotton"}, Opaque: true, Washed: true,
				For: "a layer next to the skin"}},
		{Kind: Foundation, Label: "Foundations: corsets and stays", Closes: figure.OverCorset,
			Cloth: Cloth{Low: 200, High: 450, Fibres: []string{"cotton", "linen", "hemp", "silk"}, Firm: true,
				For: "a foundation that is boned and laced"}},
		{Kind: Support, Label: "Supports and petticoats", Closes: figure.OverSkirts,
			Cloth: Cloth{Low: 90, High: 260, Fibres: []string{"cotton", "linen", "hemp", "wool", "silk"}, Firm: true, For: "a support"}},
		{Kind: Skirt, Label: "Skirts", Seen: true,
			Cloth: Cloth{Low: 120, High: 380, Fibres: []string{"wool", "silk", "cotton", "linen", "velvet"}, Opaque: true,
				For: "an outer garment"}},
		{Kind: Bodice, Label: "Bodices and jackets", Seen: true,
			Cloth: Cloth{Low: 90, High: 380, Fibres: []string{"wool", "silk", "cotton", "linen", "velvet"}, Firm: true, Opaque: true,
				For: "a fitted garment"}},
		{Kind: Gown, Label: "Dresses and gowns", Seen: true,
			Cloth: Cloth{Low: 90, High: 420, Fibres: []string{"wool", "silk", "cotton", "linen", "velvet"}, Opaque: true, For: "a gown"}},
		{Kind: Wrap, Label: "Coats, capes and cloaks", Seen: true,
			Cloth: Cloth{Low: 180, High: 650, Fibres: []string{"wool", "silk", "velvet", "cotton"}, Opaque: true, For: "a wrap"}},
		{Kind: Accessory, Label: "Aprons and pockets", Seen: true,
			Cloth: Cloth{Low: 80, High: 260, Fibres: []string{"cotton", "linen", "silk", "wool"}, Washed: true, For: "a small piece"}},
	}
}

// Of is the family of that kind; ok is false for an unknown one.
func Of(kind Kind) (f Family, ok bool) {
	for _, f := range All() {
		if f.Kind == kind {
			return f, true
		}
	}
	return Family{}, false
}
