// Package cloth describes what garments are cut from.
package cloth

import (
	"fmt"
	"math"

	"ardentgusset/core/measure"
)

// Fabric is one cloth, as it lies on the shop's counter.
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
}

// Colours are the dyes cloth is drawn in.
func Colours() []string {
	return []string{"unbleached", "chalk", "madder", "weld", "woad", "walnut", "verdigris", "ink"}
}

// OuncePerSquareYard is 1 oz/yd² in g/m²: 28.349523125 g over 0.83612736 m².
const OuncePerSquareYard = 28.349523125 / 0.83612736

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

// Faults lists what is wrong with the fabric by field key (the JSON names),
// each with what would be right. None for a good one.
func (f Fabric) Faults() map[string]string {
	out := map[string]string{}
	between := func(key string, v, low, high float64, say string) {
		if !(v >= low && v <= high) {
			out[key] = say
		}
	}
	between("width_mm", float64(f.Width), float64(MinWidth), float64(MaxWidth), "a cloth's width lies between 10 cm (4 in) and 5 m")
	between("thickness_mm", float64(f.Thickness), float64(MinThickness), float64(MaxThickness), "a cloth's thickness lies between 0.02 mm and 25 mm; fold it in ten and measure, then divide")
	between("selvedge_mm", float64(f.Selvedge), 0, math.Max(0, float64(f.Width)/4), "a selvedge is at most a quarter of the width")
	between("weight_gsm", f.Weight, 0, MaxWeight, "a weight lies between 0 and 5,000 g/m²")
	between("price_per_m", f.Price, 0, MaxPrice, "a price lies between 0 and 1,000,000")
	between("shrinkage", f.Shrinkage, 0, MaxShrinkage, "shrinkage lies between 0 and 25 in 100")
	between("in_hand_mm", float64(f.InHand), 0, float64(MaxInHand), "the length in hand lies between 0 and 500 m")
	return out
}

// Washed is the width left after the first wash.
func (f Fabric) Washed() measure.Length { return f.Width * measure.Length(1-f.Shrinkage) }

// Usable is the width that can be cut from after the first wash.
func (f Fabric) Usable() measure.Length { return f.Washed() - 2*f.Selvedge }

// ToBuy is the unwashed length that leaves a washed length to cut from.
func (f Fabric) ToBuy(washed measure.Length) measure.Length {
	return washed / measure.Length(1-f.Shrinkage)
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
