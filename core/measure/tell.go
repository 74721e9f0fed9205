package measure

import (
	"fmt"
	"math"
	"regexp"
	"strconv"
)

// Text that leaves the core may hold lengths, weights, areas and money, and the
// core does not know what its reader thinks in. The Tell functions mark such a
// number so that a Reader can write it later.

func mark(kind string, x float64) string {
	return "⟦" + kind + strconv.FormatFloat(x, 'f', 2, 64) + "⟧"
}

// Tell marks a length (mm) inside a text, to be written as In writes it.
func Tell(mm float64) string { return mark("", mm) }

// TellFine marks a small length or a difference, to be written as Fine does.
func TellFine(mm float64) string { return mark("~", mm) }

// TellLong marks a length of cloth or thread, to be written in metres or yards.
func TellLong(mm float64) string { return mark("=", mm) }

// TellStock marks the width of something sold by its width (tape, bones,
// buttons, hooks): whole millimetres, or the eighth of an inch it is sold under.
func TellStock(mm float64) string { return mark("^", mm) }

// TellMass marks a weight (g), to be written in grams and kilograms or in ounces
// and pounds.
func TellMass(grams float64) string { return mark("g", grams) }

// TellDensity marks a cloth's weight (g/m²), to be written as such or in ounces a
// square yard.
func TellDensity(gsm float64) string { return mark("w", gsm) }

// TellArea marks an area (m²), to be written in square metres or square yards.
func TellArea(m2 float64) string { return mark("a", m2) }

// TellStitch marks the length of a stitch (mm), to be written as such or as how
// many make an inch.
func TellStitch(mm float64) string { return mark("s", mm) }

// TellMoney marks an amount, to be written with the sign of the maker's currency.
func TellMoney(amount float64) string { return mark("$", amount) }

// Avoirdupois: 1 oz = 28.349523125 g, 16 oz = 1 lb (International yard and pound
// agreement of 1959); OuncePerSquareYard is 1 oz/yd² in g/m².
const (
	Ounce              = 28.349523125
	SquareYard         = 0.83612736 // m²
	OuncePerSquareYard = Ounce / SquareYard
)

// Reader is who a text is for.
type Reader struct {
	Unit  Unit
	Money Currency
}

// TellBody marks a length of a body.
func TellBody(mm float64) string { return mark("b", mm) }

// TellRough marks how far off something may be.
func TellRough(mm float64) string { return mark("r", mm) }

// Say writes a text's lengths in a unit, and money without a sign.
func Say(text string, u Unit) string { return Reader{Unit: u}.Say(text) }

// A mark may also stand in the text itself, with the unit its length is known in:
// ⟦1/2 in⟧, ⟦=2.4 m⟧.
var told = regexp.MustCompile(`⟦([~=^gwasbr$]?)(-?[0-9]+(?:[./][0-9]+)?)( in| cm| m| yd)?⟧`)

// Say writes a text's numbers for its reader.
func (r Reader) Say(text string) string {
	return told.ReplaceAllStringFunc(text, func(m string) string {
		part := told.FindStringSubmatch(m)
		x, err := strconv.ParseFloat(part[2], 64)
		if part[3] != "" {
			var l Length
			l, err = Parse(part[2]+part[3], CM)
			x = float64(l)
		}
		if err != nil { // longer than any number: left as it is
			return m
		}
		inches := r.Unit == IN
		switch part[1] {
		case "~":
			return Length(x).Fine(r.Unit)
		case "=":
			if inches {
				return strconv.FormatFloat(x/float64(Yard), 'f', 1, 64) + " yd"
			}
			return strconv.FormatFloat(x/float64(Metre), 'f', 1, 64) + " m"
		case "^":
			return stock(Length(x), r.Unit)
		case "b":
			return Length(x).Body(r.Unit)
		case "r":
			return Length(x).Rough(r.Unit)
		case "g":
			return weight(x, inches)
		case "w":
			if inches {
				return strconv.FormatFloat(math.Round(x/OuncePerSquareYard*10)/10, 'f', -1, 64) + " oz/yd²"
			}
			return strconv.Itoa(int(math.Round(x))) + " g/m²"
		case "a":
			if inches {
				return strconv.FormatFloat(math.Round(x/SquareYard*100)/100, 'f', -1, 64) + " yd²"
			}
			return strconv.FormatFloat(math.Round(x*100)/100, 'f', -1, 64) + " m²"
		case "s":
			if inches {
				return strconv.Itoa(int(math.Round(float64(Inch)/x))) + " stitches to the inch"
			}
			return "stitches of " + Length(x).Fine(CM)
		case "$":
			return r.Money.Write(x)
		}
		return Length(x).In(r.Unit)
	})
}

// stock writes a width as it is sold: in inches to the eighth, finer below a
// quarter.
func stock(l Length, u Unit) string {
	if u == IN && l >= Inch/4 {
		return sixteenths(int(math.Round(float64(l/Inch)*8))*2) + " in"
	}
	return l.Fine(u)
}

// weight writes a weight as a kitchen scale shows it.
func weight(grams float64, inches bool) string {
	if !inches {
		if grams >= 1000 {
			return strconv.FormatFloat(math.Round(grams/10)/100, 'f', -1, 64) + " kg"
		}
		return strconv.Itoa(int(math.Round(grams/5)*5)) + " g"
	}
	if oz := int(math.Round(grams / Ounce)); oz >= 16 {
		if oz%16 == 0 {
			return fmt.Sprintf("%d lb", oz/16)
		}
		return fmt.Sprintf("%d lb %d oz", oz/16, oz%16)
	}
	return strconv.FormatFloat(math.Round(grams/Ounce*4)/4, 'f', -1, 64) + " oz"
}

// Count is a number of things in words: "1 row", "4 rows". things is the plural
// when it is not formed with an s.
func Count(n int, thing string, things ...string) string {
	switch {
	case n == 1:
		return "1 " + thing
	case len(things) > 0:
		return fmt.Sprintf("%d %s", n, things[0])
	}
	return fmt.Sprintf("%d %ss", n, thing)
}
