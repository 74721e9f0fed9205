package measure

import (
	"fmt"
	"math"
	"regexp"
	"strconv"
	"strings"
	"unicode"
	"unicode/utf8"
)

// Longest is the largest length Parse accepts: a kilometre of cloth.
const Longest = 1000 * Metre

// ParseError says what in a typed length could not be read.
type ParseError struct {
	Text string // what was typed, shortened
	Why  string // what would be right
}

// Error says it in words.
func (e *ParseError) Error() string { return fmt.Sprintf("%q: %s", e.Text, e.Why) }

var vulgar = map[rune][2]float64{
	'½': {1, 2}, '¼': {1, 4}, '¾': {3, 4}, '⅛': {1, 8}, '⅜': {3, 8}, '⅝': {5, 8}, '⅞': {7, 8},
	'⅓': {1, 3}, '⅔': {2, 3}, '⅕': {1, 5}, '⅖': {2, 5}, '⅗': {3, 5}, '⅘': {4, 5}, '⅙': {1, 6}, '⅚': {5, 6},
}

var units = map[string]Length{
	"mm": Millimetre, "millimetre": Millimetre, "millimetres": Millimetre, "millimeter": Millimetre, "millimeters": Millimetre,
	"cm": Centimetre, "centimetre": Centimetre, "centimetres": Centimetre, "centimeter": Centimetre, "centimeters": Centimetre,
	"m": Metre, "metre": Metre, "metres": Metre, "meter": Metre, "meters": Metre,
	"in": Inch, "ins": Inch, "inch": Inch, "inches": Inch, `"`: Inch, "″": Inch, "”": Inch, "''": Inch,
	"ft": Foot, "foot": Foot, "feet": Foot, "'": Foot, "′": Foot, "’": Foot,
	"yd": Yard, "yds": Yard, "yard": Yard, "yards": Yard,
}

// joined is a whole number and its fraction with a dash between: 27-1/2.
var joined = regexp.MustCompile(`([0-9])[-−–]([0-9]+[/⁄]|[½¼¾⅛⅜⅝⅞⅓⅔⅕⅖⅗⅘⅙⅚])`)

const example = `write it like "27 1/2", "27.5 in", "5⅝" or "70 cm"`

// ParseSigned reads a length that may be less than nothing: with a minus sign or a dash before it.
func ParseSigned(text string, assumed Unit) (Length, error) {
	s := strings.TrimSpace(text)
	for _, sign := range []string{"-", "−", "–"} {
		if rest, ok := strings.CutPrefix(s, sign); ok {
			l, err := Parse(rest, assumed)
			return -l, err
		}
	}
	return Parse(text, assumed)
}

// Parse reads a length as people type it: "27 1/2", "27-1/2", "27.5in", "70 cm", "5⅝",
// "5 ft 3 in", "2 1/4 yd", "70,5 cm". A number without a unit is in the
// assumed one. It refuses nothing, negative, not finite and over Longest, with
// a ParseError that quotes the input. Zero is a length.
func Parse(text string, assumed Unit) (Length, error) {
	fail := func(why string) (Length, error) {
		shown := text
		if !utf8.ValidString(shown) {
			shown = strings.ToValidUTF8(shown, "?")
		}
		if r := []rune(shown); len(r) > 40 {
			shown = string(r[:40]) + "…"
		}
		return 0, &ParseError{Text: shown, Why: why}
	}
	s := strings.TrimSpace(text)
	if s == "" {
		return fail("nothing is typed; " + example)
	}
	if len(s) > 80 {
		return fail("too long for a length; " + example)
	}
	s = joined.ReplaceAllString(s, "$1 $2")
	if strings.ContainsAny(s, "-−–") {
		return fail("a length can't be negative, and a fraction is written with a space: 27 1/2")
	}
	sc := scanner{rest: s}
	var total Length
	var last Length // the previous part's unit: parts must get smaller
	for !sc.done() {
		n, ok, why := sc.number()
		if !ok {
			if why == "" {
				why = "can't be read as a length; " + example
			}
			return fail(why)
		}
		name := sc.word()
		u, known := units[strings.ToLower(name)]
		switch {
		case name == "" && last == 0:
			u = Centimetre
			if assumed == IN {
				u = Inch
			}
			if !sc.done() {
				return fail("can't be read as a length; " + example)
			}
		case name == "" && last == Foot && sc.done():
			u = Inch // 5' 3
		case !known:
			return fail("the unit is not known: use in, ft, yd, cm, m or mm")
		}
		if last != 0 && u >= last {
			return fail("put the larger unit first, as in 5 ft 3 in")
		}
		last = u
		total += Length(n) * u
	}
	if math.IsNaN(float64(total)) || math.IsInf(float64(total), 0) || total > Longest {
		return fail("larger than anything that is sewn (a kilometre is the limit)")
	}
	return total, nil
}

type scanner struct{ rest string }

func (s *scanner) space()     { s.rest = strings.TrimLeftFunc(s.rest, unicode.IsSpace) }
func (s *scanner) done() bool { s.space(); return s.rest == "" }

func (s *scanner) digits() string {
	i := 0
	for i < len(s.rest) && s.rest[i] >= '0' && s.rest[i] <= '9' {
		i++
	}
	d := s.rest[:i]
	s.rest = s.rest[i:]
	return d
}

// number reads "27", "27.5", "27,5", "27 1/2", "1/2", "5⅝" or "⅝".
func (s *scanner) number() (value float64, ok bool, why string) {
	s.space()
	whole := s.digits()
	decimal := false
	if len(s.rest) > 0 && (s.rest[0] == '.' || s.rest[0] == ',') {
		comma := s.rest[0] == ','
		s.rest = s.rest[1:]
		part := s.digits()
		if whole == "" && part == "" {
			return 0, false, ""
		}
		if comma && len(part) == 3 {
			return 0, false, "a comma before three figures could mean two things: write 1250 or 1.25"
		}
		whole, decimal = whole+"."+part, true
	}
	if whole != "" {
		if v, err := strconv.ParseFloat(whole, 64); err == nil {
			value = v
		} else {
			return 0, false, "larger than anything that is sewn (a kilometre is the limit)"
		}
	}
	if decimal {
		return value, true, ""
	}
	if len(s.rest) > 0 && (s.rest[0] == '/' || strings.HasPrefix(s.rest, "⁄")) {
		return s.over(0, value, whole != "")
	}
	keep := s.rest
	s.space()
	if r, size := utf8.DecodeRuneInString(s.rest); size > 0 {
		if f, yes := vulgar[r]; yes {
			s.rest = s.rest[size:]
			return value + f[0]/f[1], true, ""
		}
	}
	if top := s.digits(); top != "" && whole != "" && s.rest != keep &&
		len(s.rest) > 0 && (s.rest[0] == '/' || strings.HasPrefix(s.rest, "⁄")) {
		v, err := strconv.ParseFloat(top, 64)
		return s.over(value, v, err == nil)
	}
	s.rest = keep
	return value, whole != "", ""
}

// over finishes a fraction whose upper number is top, standing at the slash.
func (s *scanner) over(whole, top float64, ok bool) (float64, bool, string) {
	_, size := utf8.DecodeRuneInString(s.rest)
	s.rest = s.rest[size:]
	bottom, err := strconv.ParseFloat(s.digits(), 64)
	if !ok || err != nil {
		return 0, false, "the fraction is not complete: write it like 27 1/2"
	}
	if bottom == 0 {
		return 0, false, "a fraction can't have 0 below the line"
	}
	return whole + top/bottom, true, ""
}

// word reads a unit's name: letters, or the marks for feet and inches.
func (s *scanner) word() string {
	s.space()
	for _, mark := range []string{"''", `"`, "″", "”", "'", "′", "’"} {
		if strings.HasPrefix(s.rest, mark) {
			s.rest = s.rest[len(mark):]
			return mark
		}
	}
	i := strings.IndexFunc(s.rest, func(r rune) bool { return !unicode.IsLetter(r) })
	if i < 0 {
		i = len(s.rest)
	}
	w := s.rest[:i]
	s.rest = strings.TrimPrefix(s.rest[i:], ".") // "27 in."
	return w
}
