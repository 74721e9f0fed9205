package measure

import (
	"fmt"
	"math"
	"strconv"
	"strings"
)

// Currency is the sign a maker's money is written with; "" for none. Amounts
// are never changed from one into another.
type Currency string

// currencies are the signs that can be chosen, and whether a sign stands after
// its amount (common practice, no source).
var currencies = []struct {
	sign  Currency
	after bool
}{{"", false}, {"$", false}, {"£", false}, {"€", false}, {"¥", false}, {"kr", true}, {"zł", true}, {"Fr.", false}, {"₹", false}, {"R",
	false}}

// Currencies lists the signs money can be written with, none first.
func Currencies() []Currency {
	out := make([]Currency, len(currencies))
	for i, c := range currencies {
		out[i] = c.sign
	}
	return out
}

// CurrencyOf is the currency of that sign, none for anything unknown.
func CurrencyOf(sign string) Currency {
	for _, c := range currencies {
		if string(c.sign) == sign {
			return c.sign
		}
	}
	return ""
}

// Write writes an amount to two places: "$12.50", "12.50 kr", "−£3.00".
func (c Currency) Write(amount float64) string {
	text := strconv.FormatFloat(math.Abs(amount), 'f', 2, 64)
	for _, k := range currencies {
		if k.sign != c {
			continue
		}
		switch {
		case k.after:
			text += " " + string(c)
		case len([]rune(string(c))) > 1:
			text = string(c) + " " + text
		default:
			text = string(c) + text
		}
	}
	if amount <= -0.005 {
		return "−" + text
	}
	return text
}

// ParseNumber reads a number that is no length, as people type it: "12",
// "12.5", "12,5", "3 1/2". It refuses what Parse would.
func ParseNumber(text string) (float64, error) {
	l, err := Parse(strings.TrimSpace(text)+" mm", CM)
	if err != nil {
		return 0, fmt.Errorf("%.40q is not a number like 12 or 12.5", text)
	}
	return float64(l), nil
}

// ParseMoney reads an amount, with or without a sign of any currency before or
// after it: "12.50", "$12.50", "12,50 €".
func ParseMoney(text string) (float64, error) {
	bare := strings.TrimSpace(text)
	for _, c := range currencies {
		if c.sign != "" {
			bare = strings.TrimSpace(strings.TrimSuffix(strings.TrimPrefix(bare, string(c.sign)), string(c.sign)))
		}
	}
	n, err := ParseNumber(bare)
	if err != nil {
		return 0, fmt.Errorf("%.40q is not a price like 12 or 12.50", text)
	}
	return n, nil
}
