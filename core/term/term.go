// Package term explains the words of the trade, each in a sentence or two.
package term

import (
	"cmp"
	"slices"
	"strings"
	"sync"
)

// Term is a word or two as a maker says it.
type Term struct {
	Word    string // in the singular, lower case unless it is a name
	Meaning string
	Drawn   string // key of the technique whose drawing helps, or ""
}

// Key is the word as it stands in an address.
func (t Term) Key() string { return strings.ReplaceAll(strings.ToLower(t.Word), " ", "-") }

// All lists the terms by the alphabet.
var All = sync.OnceValue(func() []Term {
	out := slices.Concat(cloths, cutting, sewing, garments)
	slices.SortFunc(out, func(a, b Term) int { return cmp.Compare(strings.ToLower(a.Word), strings.ToLower(b.Word)) })
	return out
})

// Find is the term of that word.
func Find(word string) (Term, bool) {
	i := slices.IndexFunc(All(), func(t Term) bool { return strings.EqualFold(t.Word, word) })
	if i < 0 {
		return Term{}, false
	}
	return All()[i], true
}

// Span is where a term stands in a text.
type Span struct {
	From, To int // bytes
	Term     Term
}

// asVerbs are words that a text mostly means otherwise: they are listed and not marked.
var asVerbs = map[string]bool{"lay": true, "fold": true, "pair": true, "feed": true, "stand": true, "block": true, "weight": true,
	"spring": true, "support": true, "bolt": true, "crown": true, "clipping": true, "pressing": true, "reading": true, "ease": true}

// In finds the terms in a text, each where it first stands, longer ones before shorter
// ones that lie in them; plurals count.
func In(text string) []Span {
	lower := strings.ToLower(text)
	if len(lower) != len(text) { // a letter whose small form is longer: no place would agree
		return nil
	}
	var out []Span
	for _, t := range byLength() {
		if asVerbs[t.Word] {
			continue
		}
		for at := 0; ; {
			i := strings.Index(lower[at:], strings.ToLower(t.Word))
			if i < 0 {
				break
			}
			from := at + i
			to := from + len(t.Word)
			switch {
			case strings.HasPrefix(lower[to:], "es") && !letterAt(lower, to+2):
				to += 2
			case strings.HasPrefix(lower[to:], "s") && !letterAt(lower, to+1):
				to++
			}
			at = to
			if onlyNouns[t.Word] && !nounBefore(lower[:from]) {
				continue
			}
			free := !slices.ContainsFunc(out, func(s Span) bool { return from < s.To && s.From < to })
			if free && (from == 0 || !letterAt(lower, from-1)) && !letterAt(lower, to) {
				out = append(out, Span{from, to, t})
				break
			}
		}
	}
	slices.SortFunc(out, func(a, b Span) int { return cmp.Compare(a.From, b.From) })
	return out
}

// onlyNouns are words that are mostly verbs in texts: they are terms only after a word that a
// noun follows.
var onlyNouns = map[string]bool{"stays": true}

// nounBefore tells whether a text ends in a word that a noun follows.
func nounBefore(text string) bool {
	words := strings.Fields(text)
	return len(words) > 0 && slices.Contains([]string{"the", "of", "over", "under", "with", "for", "boned", "laced", "her", "his", "in"},
		words[len(words)-1])
}

var byLength = sync.OnceValue(func() []Term {
	out := slices.Clone(All())
	slices.SortStableFunc(out, func(a, b Term) int { return cmp.Compare(len(b.Word), len(a.Word)) })
	return out
})

// letterAt tells whether a letter, or a hyphen that joins words, stands at a byte.
func letterAt(s string, i int) bool {
	if i < 0 || i >= len(s) {
		return false
	}
	c := s[i]
	return c >= 'a' && c <= 'z' || c >= 0x80 && !strings.HasPrefix(s[i:], "’") && !strings.HasPrefix(s[i:], "“") &&
		!strings.HasPrefix(s[i:], "”") && !strings.HasPrefix(s[i:], "…") && !strings.HasPrefix(s[i:], "⟦")
}
