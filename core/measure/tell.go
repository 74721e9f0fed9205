package measure

import (
	"regexp"
	"strconv"
)

// Text that leaves the core may hold lengths, and the core does not know what
// unit its reader thinks in. Tell writes a length so that Say can put it into
// the reader's unit later.

// Tell marks a length (mm) inside a text, to be written as In writes it.
func Tell(mm float64) string { return "⟦" + strconv.FormatFloat(mm, 'f', 2, 64) + "⟧" }

// TellFine marks a small length or a difference, to be written as Fine does.
func TellFine(mm float64) string { return "⟦~" + strconv.FormatFloat(mm, 'f', 2, 64) + "⟧" }

// TellLong marks a length of cloth or thread, to be written in metres or yards.
func TellLong(mm float64) string { return "⟦=" + strconv.FormatFloat(mm, 'f', 2, 64) + "⟧" }

var told = regexp.MustCompile(`⟦([~=]?)(-?[0-9]+(?:\.[0-9]+)?)⟧`)

// Say writes a text's lengths in a unit.
func Say(text string, u Unit) string {
	return told.ReplaceAllStringFunc(text, func(m string) string {
		part := told.FindStringSubmatch(m)
		mm, err := strconv.ParseFloat(part[2], 64)
		if err != nil { // longer than any number: left as it is
			return m
		}
		switch part[1] {
		case "~":
			return Length(mm).Fine(u)
		case "=":
			if u == IN {
				return strconv.FormatFloat(mm/float64(Yard), 'f', 1, 64) + " yd"
			}
			return strconv.FormatFloat(mm/float64(Metre), 'f', 1, 64) + " m"
		}
		return Length(mm).In(u)
	})
}
