// Package measure holds the one length type of the program, and how people
// type and read it.
//
// Everything inside is millimetres. People type inches with fractions, feet,
// yards, centimetres, metres or millimetres, and read inches or centimetres.
package measure

import (
	"fmt"
	"math"
	"strconv"
	"strings"
)

// Length is a length in millimetres. It is always finite when it came from
// Parse.
type Length float64

// Exact factors: 1 in = 25.4 mm, 1 ft = 12 in, 1 yd = 36 in (International
// yard and pound agreement of 1959; NIST SP 811, appendix B).
const (
	Millimetre Length = 1
	Centimetre Length = 10
	Metre      Length = 1000
	Inch       Length = 25.4
	Foot       Length = 12 * Inch
	Yard       Length = 36 * Inch
)

// Unit is the unit a person reads lengths in: centimetres or inches.
type Unit string

// The units that lengths are read in.
const (
	CM Unit = "cm"
	IN Unit = "in"
)

// UnitOf returns the unit with that name, CM for anything unknown.
func UnitOf(name string) Unit {
	if Unit(name) == IN {
		return IN
	}
	return CM
}

// Other is the unit shown in small type beside u.
func (u Unit) Other() Unit {
	if u == IN {
		return CM
	}
	return IN
}

// Each fraction that has a glyph of its own, in sixteenths.
var glyphs = map[int]string{2: "⅛", 4: "¼", 6: "⅜", 8: "½", 10: "⅝", 12: "¾", 14: "⅞"}

// In writes the length as a person reads it, with its unit: to the nearest
// millimetre ("14.3 cm") or sixteenth of an inch ("5⅝ in", "5 3/16 in").
func (l Length) In(u Unit) string { return l.Bare(u) + " " + string(u) }

// Bare is In without the unit.
func (l Length) Bare(u Unit) string {
	sign := ""
	if l < 0 {
		sign, l = "−", -l
	}
	if u == IN {
		n := int(math.Round(float64(l/Inch) * 16))
		if n == 0 {
			sign = ""
		}
		return sign + sixteenths(n)
	}
	n := int(math.Round(float64(l)))
	if n == 0 {
		return "0"
	}
	if n%10 == 0 {
		return sign + strconv.Itoa(n/10)
	}
	return fmt.Sprintf("%s%d.%d", sign, n/10, n%10)
}

// Body writes a length of a body as a tape reads it: to the millimetre, or an eighth of an inch. What is cut is read finer.
func (l Length) Body(u Unit) string { return l.BareBody(u) + " " + string(u) }

// BareBody is Body without the unit.
func (l Length) BareBody(u Unit) string {
	if u == IN {
		l = Inch / 8 * Length(math.Round(float64(l/Inch*8)))
	}
	return l.Bare(u)
}

// Rough writes how far off something may be: to half a centimetre or a quarter of an inch, and never nothing.
func (l Length) Rough(u Unit) string {
	step := 5 * Millimetre
	if u == IN {
		step = Inch / 4
	}
	return (step * Length(max(math.Round(float64(l/step)), 1))).In(u)
}

// Float is the length as a plain number of millimetres.
func (l Length) Float() float64 { return float64(l) }

// Fine writes a small length or a difference: millimetres in CM ("4.5 mm"),
// sixteenths in IN, and a thirty-second for what is smaller.
func (l Length) Fine(u Unit) string {
	if u == IN {
		if n := math.Round(math.Abs(float64(l/Inch)) * 32); n == 1 {
			return map[bool]string{true: "−1/32 in", false: "1/32 in"}[l < 0]
		}
		return l.In(IN)
	}
	n := math.Round(float64(l)*10) / 10
	if n == 0 {
		n = 0 // never "-0"
	}
	return strings.Replace(strconv.FormatFloat(n, 'f', -1, 64), "-", "−", 1) + " mm"
}

func sixteenths(n int) string {
	whole, part := n/16, n%16
	if part == 0 {
		return strconv.Itoa(whole)
	}
	head := ""
	if whole > 0 {
		head = strconv.Itoa(whole)
	}
	if g, ok := glyphs[part]; ok {
		return head + g
	}
	if head != "" {
		head += " "
	}
	return fmt.Sprintf("%s%d/16", head, part)
}

// Bought is a length as shops sell it: rounded up to the next 10 cm, or to
// the next eighth of a yard (common practice, no source).
func (l Length) Bought(u Unit) Length {
	step := 100 * Millimetre
	if u == IN {
		step = Yard / 8
	}
	// A whole step must not become the next one through the last binary digit.
	return Length(math.Ceil(float64(l/step)-1e-9)) * step
}

// AsBought writes a bought length: "2.4 m" or "2⅝ yd".
func (l Length) AsBought(u Unit) string {
	if u == IN {
		return sixteenths(int(math.Round(float64(l/Yard)*8))*2) + " yd"
	}
	return strconv.FormatFloat(math.Round(float64(l)/10)/100, 'f', -1, 64) + " m"
}

// Held writes a length of cloth in hand as one speaks of it: in yards and their eighths, or metres, rounded down, for what
// is not there can't be cut; what is short of a yard or a metre as it is.
func (l Length) Held(u Unit) string {
	switch {
	case u == IN && l >= Yard:
		return sixteenths(int(math.Floor(float64(l/Yard)*8+1e-6))*2) + " yd"
	case u != IN && l >= Metre:
		return strconv.FormatFloat(math.Floor(float64(l)/10+1e-6)/100, 'f', -1, 64) + " m"
	}
	return l.In(u)
}

// Bolt writes how wide a cloth is as shops say it: to the half inch, or the half centimetre.
func (l Length) Bolt(u Unit) string {
	step := 5 * Millimetre
	if u == IN {
		step = Inch / 2
	}
	return (step * Length(math.Round(float64(l/step)))).In(u)
}
