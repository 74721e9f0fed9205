package ensemble

import (
	"regexp"
	"strconv"
)

var fourFigures = regexp.MustCompile(`\b(1[0-9]{3}|20[0-9]{2})\b`)

// YearIn is the year a text about a period names first, 0 when it names none.
func YearIn(text string) int {
	year, err := strconv.Atoi(fourFigures.FindString(text))
	if err != nil {
		return 0
	}
	return year
}
