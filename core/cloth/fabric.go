// Package cloth describes what garments are cut from.
package cloth

import (
	"fmt"
	"math"
	"slices"

	"ardentgusset/core/measure"
)

// Fabric is one cloth, as it lies on the shop's counter or in the stash.
type Fabric struct {
	Name      string         `json:"name"`
	Colour    string         `json:"colour"` // one of Colours
	Width     measure.Length `json:"width_mm"`
	Selvedge  measure.Length `json:"selvedge_mm"` // at each edge, not cut from
	Thickness measure.Length `json:"thickness_mm"`
	Weight    float64        `json:"weight_gsm"`  // g/m²
	Price     float64        `json:"price_per_m"` // in the maker's own money, per metre of length
	Shrinkage float64        `json:"shrinkage"`   // part lost in the first wash, 0 to 0.25, both ways
	Nap       bool           `json:"nap"`         // one-way: every piece must lie the same way up
	InHand    measure.Length `json:"in_hand_mm"`  // what there is of it; 0 when it is still to be bought

	Fibre string  `json:"fibre,omitempty"` // one of Fibres, "" when nobody said
	Weave string  `json:"weave,omitempty"` // one of Weaves
	Warp  float64 `json:"warp_per_cm,omitempty"`
	Weft  float64 `json:"weft_per_cm,omitempty"`
	// Stripes are lines along it that an edge can be laid on, from the lower selvedge up: of a border, or of bands.
	Stripes []measure.Length `json:"stripes_mm,omitempty"`
	// Bands are lines along a selvedge, woven in, each by how far it lies from the cloth's edge, from there inward.
	Bands      []measure.Length `json:"bands_mm,omitempty"`
	BandsAlong string           `json:"bands_along,omitempty"`   // "" both selvedges alike, LowerSelvedge or UpperSelvedge alone
	BandsFace  string           `json:"bands_face,omitempty"`    // "" both faces show them, RightFace alone
	Bending    measure.Length   `json:"bending_mm,omitempty"`    // how long a strip holds itself up, 0 not known
	Fraying    int              `json:"fraying,omitempty"`       // 0 not known, 1 hardly, 2 some, 3 freely
	Shows      int              `json:"shows_through,omitempty"` // 0 not known, 1 nothing, 2 a little, 3 it is sheer
	Stretch    float64          `json:"stretch,omitempty"`       // part it gives across, 0 to 1
	Railroad   bool             `json:"railroad,omitempty"`      // its print or nap runs across it, towards a selvedge
	RepeatX    measure.Length   `json:"repeat_along_mm,omitempty"`
	RepeatY    measure.Length   `json:"repeat_across_mm,omitempty"`
	HalfDrop   bool             `json:"half_drop,omitempty"`
	Motifs     bool             `json:"motifs,omitempty"`  // what repeats are motifs, not checks
	Ironing    string           `json:"ironing,omitempty"` // one of Ironings
	Prewashed  bool             `json:"prewashed,omitempty"`
	Paid       bool             `json:"paid,omitempty"`    // its price is spent already
	NoMore     bool             `json:"no_more,omitempty"` // no more of it is to be had
	Lengths    []Cut            `json:"lengths,omitempty"` // the separate pieces of it in hand; none: one of InHand
	Swatches   []Swatch         `json:"swatches,omitempty"`
}

// Where the bands of a selvedge lie, and what shows them.
const (
	LowerSelvedge = "lower"
	UpperSelvedge = "upper"
	RightFace     = "right"
)

// Number gives everything that can be addressed an ID of its own: pieces,
// flaws and swatches that have none. One that was taken away is not given out
// again while later ones are there.
func (f *Fabric) Number() {
	next := 0
	for _, c := range f.Lengths {
		next = max(next, c.ID)
	}
	for i := range f.Lengths {
		c := &f.Lengths[i]
		if c.ID == 0 {
			next++
			c.ID = next
		}
		flaw := 0
		for _, w := range c.Flaws {
			flaw = max(flaw, w.ID)
		}
		for k := range c.Flaws {
			if c.Flaws[k].ID == 0 {
				flaw++
				c.Flaws[k].ID = flaw
			}
		}
	}
	next = 0
	for _, s := range f.Swatches {
		next = max(next, s.ID)
	}
	for i := range f.Swatches {
		if f.Swatches[i].ID == 0 {
			next++
			f.Swatches[i].ID = next
		}
	}
}

// Colours are the dyes cloth is drawn in.
func Colours() []string {
	return []string{"unbleached", "chalk", "madder", "weld", "woad", "walnut", "verdigris", "ink"}
}

// Fibres, Weaves and Ironings are what a cloth's particulars are chosen from.
// The ironing limit names the hottest that leaves no mark.
func Fibres() []string {
	return []string{"linen", "cotton", "wool", "silk", "hemp", "viscose", "polyester", "nylon", "blend"}
}

// Weaves are those a cloth may have.
func Weaves() []string {
	return []string{"plain", "twill", "herringbone", "coutil", "satin", "basket", "flannel", "velvet", "brocade", "gauze", "net",
		"felt", "knit"}
}

// Ironings are the heats a cloth may take, the coolest first.
func Ironings() []string {
	return []string{"none", "cool", "silk", "wool, under a cloth", "cotton", "linen"}
}

// Field limits, also shown where they are typed.
const (
	MinWidth, MaxWidth  = 100 * measure.Millimetre, 5 * measure.Metre
	MaxThickness        = 25 * measure.Millimetre
	MaxWeight, MaxPrice = 5000.0, 1e6
	MaxShrinkage        = 0.25
	MaxInHand           = 500 * measure.Metre
	DefaultWidth        = 1400 * measure.Millimetre
	MinThickness        = 0.02 * measure.Millimetre
)

// mostStripes is how many stripes of a cloth can be named.
const mostStripes = 40

// Faults lists what is wrong with the fabric by field key (the JSON names),
// each with what would be right. None for a good one.
func (f Fabric) Faults() map[string]string {
	out := map[string]string{}
	between := func(key string, v, low, high float64, say string) {
		if !(v >= low && v <= high) {
			out[key] = say
		}
	}
	between("width_mm", float64(f.Width), float64(MinWidth), float64(MaxWidth), "a cloth's width lies between ⟦10 cm⟧ and ⟦=5 m⟧")
	between("thickness_mm", float64(f.Thickness), float64(MinThickness), float64(MaxThickness),
		"a cloth's thickness lies between 0.02 mm and 25 mm; fold it in ten and measure, then divide")
	between("selvedge_mm", float64(f.Selvedge), 0, max(0, float64(f.Width)/4), "a selvedge is at most a quarter of the width")
	between("weight_gsm", f.Weight, 0, MaxWeight, "a weight lies between 0 and 5,000 g/m²")
	between("price_per_m", f.Price, 0, MaxPrice, "a price lies between 0 and 1,000,000")
	between("shrinkage", f.Shrinkage, 0, MaxShrinkage, "shrinkage lies between 0 and 25 %")
	between("in_hand_mm", float64(f.InHand), 0, float64(MaxInHand), "the length in hand lies between 0 and ⟦=500 m⟧")
	for i, y := range f.Stripes {
		if !(y > 0 && y < f.Width) || i > 0 && y <= f.Stripes[i-1] {
			out["stripes_mm"] = "stripes lie between the selvedges, each once and from the lower one up, like ⟦5 cm⟧, ⟦20 cm⟧"
		}
	}
	if len(f.Stripes) > mostStripes {
		out["stripes_mm"] = fmt.Sprintf("at most %d stripes can be named", mostStripes)
	}
	if f.Bending != 0 {
		between("bending_mm", f.Bending.Float(), MinBending, MaxBending,
			"a cloth’s bending length lies between ⟦5 mm⟧ and ⟦9 cm⟧; 0 for not known")
	}
	for i, y := range f.Bands {
		if !(y > 0 && y < f.Width/2) || i > 0 && y <= f.Bands[i-1] {
			out["bands_mm"] = "bands lie between a selvedge and the middle, each once and from the edge inward, like ⟦2 cm⟧, ⟦4 cm⟧"
		}
	}
	if len(f.Bands) > mostStripes {
		out["bands_mm"] = fmt.Sprintf("at most %d bands can be named", mostStripes)
	}
	if !slices.Contains([]string{"", LowerSelvedge, UpperSelvedge}, f.BandsAlong) {
		out["bands_along"] = "bands lie along both selvedges, the lower or the upper one"
	}
	if f.BandsFace != "" && f.BandsFace != RightFace {
		out["bands_face"] = "bands are seen on both faces or on the right one"
	}
	between("warp_per_cm", f.Warp, 0, maxCount, "a thread count lies between 0 and 300 a centimetre")
	between("weft_per_cm", f.Weft, 0, maxCount, "a thread count lies between 0 and 300 a centimetre")
	between("fraying", float64(f.Fraying), 0, 3, "fraying is 0 (not known) to 3 (freely)")
	between("shows_through", float64(f.Shows), 0, 3, "what shows through is 0 (not known) to 3 (sheer)")
	between("stretch", f.Stretch, 0, 1, "stretch lies between 0 and 100 %")
	between("repeat_along_mm", float64(f.RepeatX), 0, float64(2*measure.Metre), "a repeat is at most ⟦=2 m⟧")
	between("repeat_across_mm", float64(f.RepeatY), 0, float64(2*measure.Metre), "a repeat is at most ⟦=2 m⟧")
	for key, list := range map[string]struct {
		value string
		of    []string
	}{"fibre": {f.Fibre, Fibres()}, "weave": {f.Weave, Weaves()}, "ironing": {f.Ironing, Ironings()}} {
		if list.value != "" && !slices.Contains(list.of, list.value) {
			out[key] = "choose one of the list"
		}
	}
	if len(f.Lengths) > maxLengths {
		out["lengths"] = fmt.Sprintf("at most %d pieces of a cloth can be kept apart", maxLengths)
	}
	for i, c := range f.Lengths {
		if why := c.fault(f); why != "" {
			out["lengths"] = fmt.Sprintf("piece %d: %s", i+1, why)
			break
		}
	}
	return out
}

// maxCount is the finest thread count, maxLengths how many pieces of a cloth,
// maxCorners how many corners an outline or a flaw may have.
const maxCount, maxLengths, maxCorners = 300.0, 40, 200

// Pieces are the separate pieces in hand; none when all is still to be bought.
func (f Fabric) Pieces() []Cut {
	if len(f.Lengths) == 0 && f.InHand > 0 {
		return []Cut{{Length: f.InHand}}
	}
	return f.Lengths
}

// Held is the length in hand, all pieces together.
func (f Fabric) Held() measure.Length {
	sum := measure.Length(0)
	for _, c := range f.Pieces() {
		sum += c.Length
	}
	return sum
}

// Shrinks is the part of its length and of its width it loses before it is
// cut: as a swatch showed, or as it was entered; none when it is washed.
func (f Fabric) Shrinks() (along, across float64) {
	if f.Prewashed {
		return 0, 0
	}
	along, across = f.Shrinkage, f.Shrinkage
	if s, ok := f.swatch(ShrinkTest); ok && s.Along > 0 && s.Across > 0 {
		along, across = 1-float64(s.AlongAfter/s.Along), 1-float64(s.AcrossAfter/s.Across)
		along, across = max(along, 0), max(across, 0)
	}
	return along, across
}

// Washed is the width left after the first wash.
func (f Fabric) Washed() measure.Length {
	_, across := f.Shrinks()
	return f.Width * measure.Length(1-across)
}

// Usable is the width that can be cut from after the first wash.
func (f Fabric) Usable() measure.Length { return f.Washed() - 2*f.Selvedge }

// ToBuy is the unwashed length that leaves a washed length to cut from. What
// is bought is new: that the rest is washed already does not count.
func (f Fabric) ToBuy(washed measure.Length) measure.Length {
	f.Prewashed = false
	along, _ := f.Shrinks()
	return washed / measure.Length(1-along)
}

// Cost is the price of a bought length.
func (f Fabric) Cost(bought measure.Length) float64 {
	return math.Round(float64(bought/measure.Metre)*f.Price*100) / 100
}

// String names the cloth as it is listed.
func (f Fabric) String() string {
	if f.Name != "" {
		return f.Name
	}
	return fmt.Sprintf("%s cloth", f.Colour)
}
