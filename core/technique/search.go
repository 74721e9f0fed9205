package technique

import (
	"cmp"
	"slices"
	"strings"
)

// Filter narrows the book. Its zero value lets all through.
type Filter struct {
	Query  string
	Family Family
	Year   int    // only what is at home then
	By     string // "hand" or "machine"; what needs neither passes both
	Thick  float64
}

// wishes are words people ask with, and what a technique must have for them. A word of the
// question that begins so is a wish.
var wishes = []struct {
	begins string
	holds  func(Technique) bool
}{
	{"fray", func(t Technique) bool { return t.Fit.Clean >= 2 }},
	{"ravel", func(t Technique) bool { return t.Fit.Clean >= 2 }},
	{"curv", func(t Technique) bool { return t.Fit.Curve >= 2 }},
	{"round", func(t Technique) bool { return t.Fit.Curve >= 2 }},
	{"hid", hidden}, {"invisib", hidden}, {"unseen", hidden},
	{"strong", func(t Technique) bool { return t.Fit.Strong >= 3 }},
	{"strain", func(t Technique) bool { return t.Fit.Strong >= 3 }},
	{"sheer", func(t Technique) bool { return t.Fit.Thick > 0 && t.Fit.Thick < 0.45 }},
	{"thin", func(t Technique) bool { return t.Fit.Thick > 0 && t.Fit.Thick < 0.45 }},
	{"thick", func(t Technique) bool { return t.Of != Alone && t.Fit.Thick == 0 }},
	{"quick", func(t Technique) bool { return t.Minutes() < 5 && t.Each < 6 }},
	{"fast", func(t Technique) bool { return t.Minutes() < 5 && t.Each < 6 }},
	{"decorat", func(t Technique) bool { return t.Fit.Shows }},
	{"hand", Technique.Hand},
	{"machine", Technique.Machine},
	{"finish", func(t Technique) bool {
		return t.Of == Finish || t.Family == Edges || t.Family == Hems
	}},
	{"join", func(t Technique) bool { return t.Of == Join }},
	{"edge", func(t Technique) bool { return t.Family == Edges || t.Of == Finish }},
	{"close", func(t Technique) bool { return t.Family == Closures }},
	{"fasten", func(t Technique) bool { return t.Family == Closures }},
	{"bone", func(t Technique) bool { return t.Family == Channels }},
	{"full", func(t Technique) bool { return t.Family == Fullness }},
	{"stitch", func(t Technique) bool { return t.Family == Stitches }},
	{"lace", func(t Technique) bool { return t.Of == Lacing || t.Of == Eyelet }},
	{"mark", func(t Technique) bool { return t.Family == Marking }},
}

func hidden(t Technique) bool {
	return !t.Fit.Shows && (t.Of != Alone || strings.Contains(t.What, "nothing shows") || strings.Contains(t.What, "prick") ||
		strings.Contains(t.What, "vanish"))
}

// empty are words of a question that say nothing.
var empty = map[string]bool{"how": true, "do": true, "i": true, "a": true, "an": true, "the": true, "to": true, "of": true, "is": true,
	"it": true, "my": true, "what": true, "which": true, "with": true, "for": true, "in": true, "on": true, "and": true, "that": true,
	"can": true, "be": true, "up": true}

// Search lists what answers a filter, best first. A question of several words ranks by how
// many of them a technique answers, in its name before its description.
func Search(f Filter) []Technique {
	type found struct {
		Technique
		score float64
	}
	var out []found
	asked := asked(f.Query)
	best := 0.0
	for _, t := range All() {
		switch {
		case f.Family != "" && t.Family != f.Family, f.Year != 0 && !t.AtHome(f.Year), f.By == "hand" && t.Machine(),
			f.By == "machine" && t.Hand(), f.Thick > 0 && t.Fit.Thick > 0 && f.Thick > t.Fit.Thick:
			continue
		}
		one := found{Technique: t}
		for _, w := range asked {
			one.score += t.answers(w)
		}
		best = max(best, one.score)
		out = append(out, one)
	}
	if len(asked) > 0 {
		out = slices.DeleteFunc(out, func(x found) bool { return x.score < best*0.55 || x.score == 0 })
		slices.SortStableFunc(out, func(a, b found) int { return cmp.Compare(b.score, a.score) })
	}
	list := make([]Technique, len(out))
	for i, x := range out {
		list[i] = x.Technique
	}
	return list
}

// asked are the words of a question that say something.
func asked(q string) []string {
	var out []string
	for _, w := range strings.FieldsFunc(strings.ToLower(q), func(r rune) bool { return r != '-' && r < 0x80 && (r < 'a' || r > 'z') }) {
		if !empty[w] && len(w) > 1 {
			out = append(out, w)
		}
	}
	return out
}

// answers is how well a technique answers one word of a question.
func (t Technique) answers(word string) float64 {
	score, wished := 0.0, false
	for _, wish := range wishes {
		if strings.HasPrefix(word, wish.begins) {
			wished = true
			if wish.holds(t) {
				score = 2
			}
		}
	}
	stem := strings.TrimSuffix(word, "s")
	if n := len(stem); n > 5 {
		stem = strings.TrimSuffix(strings.TrimSuffix(stem, "ing"), "ed")
	}
	has := func(text string) bool {
		for _, w := range strings.FieldsFunc(strings.ToLower(text), func(r rune) bool { return r < 0x80 && (r < 'a' || r > 'z') }) {
			if strings.HasPrefix(w, stem) {
				return true
			}
		}
		return false
	}
	switch {
	case wished && has(t.Name): // the word is asked for what it means
		return score + 0.5
	case has(t.Name):
		return score + 3
	case slices.ContainsFunc(t.Others, has):
		return score + 2.5
	case has(string(t.Of)) || has(t.Suits):
		return score + 1
	case has(t.What):
		return score + 0.6
	}
	return score
}
