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
	if strings.ContainsFunc(name, turning) {
		return "", &FieldError{field, "there is a sign in it that is not seen and turns the writing, or breaks the line: type it anew"}
	}
	if name == "" {
		return "", &FieldError{field, "give it a name"}
	}
	if n := utf8.RuneCountInString(name); n > LongestName {
		return "", &FieldError{field, fmt.Sprintf("%d characters are too many for a name; %d is the most", n, LongestName)}
	}
	return name, nil
}

// turning tells whether a sign is not seen itself and changes how what stands beside it is shown: marks of direction, breaks of
// lines and paragraphs, and the mark of byte order.
func turning(r rune) bool {
	switch {
	case r >= 0x202A && r <= 0x202E, r >= 0x2066 && r <= 0x2069, r == 0x200E, r == 0x200F, r == 0x061C, r == 0x2028, r == 0x2029, r == 0xFEFF:
		return true
	}
	return false
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
