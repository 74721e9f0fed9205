// Package draught reads points as a drafting book gives them, row by row, and the lines between them, and makes pieces of them. Books count
// y down from a corner; pieces come out in mm with y up.
package draught

import (
	"fmt"
	"math"
	"strconv"
	"strings"
	"unicode"

	"ardentgusset/core/measure"
)

// Names are what may stand for a length in a sum, mm: readings of the wearer by name, and the unit of the book.
type Names map[string]float64

// Measured is a sum of lengths as it was typed: numbers with fractions and units, names, + - * / and brackets. mm are the unit of numbers
// without one; what multiplies or divides is a plain number. An error says what is not understood.
func Measured(text string, unit measure.Unit, names Names) (float64, error) {
	p := &sum{text: []rune(strings.TrimSpace(text)), unit: 1, names: names}
	switch unit {
	case measure.IN:
		p.unit = 25.4
	case measure.CM:
		p.unit = 10
	}
	v, err := p.adds()
	if err != nil {
		return 0, err
	}
	if p.skip(); p.at < len(p.text) {
		return 0, fmt.Errorf("%q is not understood in %q", string(p.text[p.at:]), text)
	}
	if math.IsNaN(v.mm) || math.Abs(v.mm) > 1e5 {
		return 0, fmt.Errorf("%q is larger than any cloth", text)
	}
	if v.plain {
		v.mm *= p.unit
	}
	return v.mm, nil
}

// value is a length, mm, or a plain number.
type value struct {
	mm    float64
	plain bool
}

type sum struct {
	text  []rune
	at    int
	unit  float64
	names Names
	deep  int
}

func (s *sum) skip() {
	for s.at < len(s.text) && unicode.IsSpace(s.text[s.at]) {
		s.at++
	}
}

func (s *sum) peek() rune {
	s.skip()
	if s.at < len(s.text) {
		return s.text[s.at]
	}
	return 0
}

// length is a value as a length: a plain number is in the unit of the book.
func (s *sum) length(v value) float64 {
	if v.plain {
		return v.mm * s.unit
	}
	return v.mm
}

func (s *sum) adds() (value, error) {
	if s.deep++; s.deep > 40 {
		return value{}, fmt.Errorf("too many brackets")
	}
	defer func() { s.deep-- }()
	out, err := s.times()
	for err == nil {
		c := s.peek()
		if c != '+' && c != '-' && c != '−' {
			break
		}
		s.at++
		var v value
		if v, err = s.times(); err == nil {
			sign := 1.0
			if c != '+' {
				sign = -1
			}
			if out.plain && v.plain {
				out.mm += sign * v.mm
			} else {
				out = value{s.length(out) + sign*s.length(v), false}
			}
		}
	}
	return out, err
}

func (s *sum) times() (value, error) {
	out, err := s.one()
	for err == nil {
		c := s.peek()
		if c != '*' && c != '×' && c != '/' {
			break
		}
		s.at++
		var v value
		if v, err = s.one(); err != nil {
			break
		}
		switch {
		case c == '/' && !v.plain:
			return out, fmt.Errorf("a length is divided by a number, not by a length")
		case c == '/' && v.mm == 0:
			return out, fmt.Errorf("nothing is divided by 0")
		case c == '/':
			out.mm /= v.mm
		case !out.plain && !v.plain:
			return out, fmt.Errorf("two lengths can't be multiplied")
		default:
			out = value{out.mm * v.mm, out.plain && v.plain}
		}
	}
	return out, err
}

// halves are the fractions that have a sign of their own.
var halves = map[rune]float64{'½': 0.5, '¼': 0.25, '¾': 0.75, '⅓': 1.0 / 3, '⅔': 2.0 / 3, '⅛': 0.125, '⅜': 0.375, '⅝': 0.625, '⅞': 0.875}

func (s *sum) one() (value, error) {
	switch c := s.peek(); {
	case c == '-' || c == '−':
		s.at++
		v, err := s.one()
		v.mm = -v.mm
		return v, err
	case c == '(':
		s.at++
		v, err := s.adds()
		if err == nil && s.peek() != ')' {
			return v, fmt.Errorf("a bracket is not closed")
		}
		s.at++
		return v, err
	case c >= '0' && c <= '9' || c == '.' || halves[c] > 0:
		return s.number()
	case unicode.IsLetter(c):
		from := s.at
		for s.at < len(s.text) && (unicode.IsLetter(s.text[s.at]) || unicode.IsDigit(s.text[s.at]) || s.text[s.at] == '_') {
			s.at++
		}
		name := string(s.text[from:s.at])
		v, ok := s.names[name]
		if !ok {
			return value{}, fmt.Errorf("%q stands for nothing here", name)
		}
		return value{v, false}, nil
	case c == 0:
		return value{}, fmt.Errorf("a length is missing")
	default:
		return value{}, fmt.Errorf("%q is not understood", string(c))
	}
}

// digits reads a whole or decimal number.
func (s *sum) digits() (float64, bool) {
	from := s.at
	for s.at < len(s.text) && (s.text[s.at] >= '0' && s.text[s.at] <= '9' || s.text[s.at] == '.') {
		s.at++
	}
	x, err := strconv.ParseFloat(string(s.text[from:s.at]), 64)
	return x, err == nil
}

// number is a number with its fraction and its unit: 7, 7 1/2, 7½, 3/8, 2.5 cm, 1 3/4 in, 9".
func (s *sum) number() (value, error) {
	x := 0.0
	if f := halves[s.peek()]; f > 0 {
		x = f
		s.at++
	} else {
		var ok bool
		if x, ok = s.digits(); !ok {
			return value{}, fmt.Errorf("a number can't be read")
		}
		if s.at < len(s.text) && halves[s.text[s.at]] > 0 {
			x += halves[s.text[s.at]]
			s.at++
		} else if over, rest, ok := s.fraction(); ok { // 3/8 of itself, or 7 3/8
			if rest {
				x += over
			} else {
				x = over * x
			}
		}
	}
	if u, ok := s.unitHere(); ok {
		return value{x * u, false}, nil
	}
	return value{x, true}, nil
}

// fraction reads what follows a number: a fraction after a space, to be added (rest), or /n straight after it, by which it is divided.
func (s *sum) fraction() (x float64, rest, ok bool) {
	back := s.at
	if s.at < len(s.text) && s.text[s.at] == '/' {
		s.at++
		if n, ok := s.digits(); ok && n != 0 {
			return 1 / n, false, true
		}
	} else if s.at < len(s.text) && unicode.IsSpace(s.text[s.at]) {
		s.skip()
		if s.at < len(s.text) && halves[s.text[s.at]] > 0 {
			s.at++
			return halves[s.text[s.at-1]], true, true
		}
		if n, ok := s.digits(); ok && s.at < len(s.text) && s.text[s.at] == '/' {
			s.at++
			if d, ok := s.digits(); ok && d != 0 && n < d {
				return n / d, true, true
			}
		}
	}
	s.at = back
	return 0, false, false
}

// unitHere reads a unit, mm.
func (s *sum) unitHere() (float64, bool) {
	back := s.at
	s.skip()
	rest := string(s.text[s.at:])
	for _, u := range []struct {
		said string
		mm   float64
	}{{"inches", 25.4}, {"inch", 25.4}, {"in", 25.4}, {"\"", 25.4}, {"″", 25.4}, {"mm", 1}, {"cm", 10}, {"m", 1000}} {
		if after, ok := strings.CutPrefix(rest, u.said); ok && (after == "" || !unicode.IsLetter([]rune(after)[0])) {
			s.at += len([]rune(u.said))
			return u.mm, true
		}
	}
	s.at = back
	return 0, false
}
