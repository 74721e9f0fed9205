package store

import (
	"fmt"
	"strings"
	"unicode"
	"unicode/utf8"
)

// LongestName and LongestNote are in characters.
const LongestName, LongestNote = 120, 2000

// FieldError is about one field of what a person entered.
type FieldError struct{ Field, Why string }

// Error says it in words.
func (e *FieldError) Error() string { return e.Why }

// Named makes a name fit to keep: trimmed, on one line. It fails on an empty
// one and on one that is too long.
func Named(field, text string) (string, error) {
	if !utf8.ValidString(text) {
		return "", &FieldError{field, "this is not readable text"}
	}
	name := strings.TrimSpace(strings.Map(func(r rune) rune {
		if unicode.IsControl(r) {
			return ' '
		}
		return r
	}, text))
	if name == "" {
		return "", &FieldError{field, "give it a name"}
	}
	if n := utf8.RuneCountInString(name); n > LongestName {
		return "", &FieldError{field, fmt.Sprintf("%d characters are too many for a name; %d is the most", n, LongestName)}
	}
	return name, nil
}

// quoted is a text in a message, not too long.
func quoted(text string) string {
	if r := []rune(text); len(r) > 60 {
		text = string(r[:60]) + "…"
	}
	if text == "" {
		return "nothing"
	}
	return "“" + text + "”"
}

// Labelled makes a name that may be left out fit to keep.
func Labelled(field, text string) (string, error) {
	if strings.TrimSpace(text) == "" {
		return "", nil
	}
	return Named(field, text)
}
