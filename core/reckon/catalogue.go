package reckon

import (
	"slices"
	"sort"
	"strings"
)

// All are the reckoners, in the order of the work.
func All() []Reckoner {
	return []Reckoner{Gathers{}, Pleats{}, Tiers{}, Band{}, Circle{}, Bias{}, Tube{}, Fastenings{}, Lacing{}, Bones{}, Scallops{},
		Quilting{},
		Smocking{}, Elastic{}, Seam{}, Hem{}, Thread{}, Clothes{}, Slash{}, Scale{}, Grid{}, Stuffing{}, Opening{}, Drape{}, Time{}}
}

// Find is the reckoner of a name.
func Find(name string) (Reckoner, bool) {
	all := All()
	i := slices.IndexFunc(all, func(r Reckoner) bool { return r.About().Name == name })
	if i < 0 {
		return nil, false
	}
	return all[i], true
}

// idle are words that say nothing of what is looked for.
var idle = strings.Fields("how much many long wide do i need a an the of for to is in my on it what big does take and with")

// Search are the reckoners that answer a question, the best first; all of them for none.
func Search(query string) []Reckoner {
	var words []string
	for _, w := range strings.FieldsFunc(strings.ToLower(query), func(r rune) bool { return r < 'a' || r > 'z' }) {
		if !slices.Contains(idle, w) {
			words = append(words, stem(w))
		}
	}
	if len(words) == 0 {
		return All()
	}
	type found struct {
		r     Reckoner
		score int
	}
	var out []found
	for _, r := range All() {
		about, score := r.About(), 0
		title, other := stems(about.Title+" "+about.Name), stems(about.Asked+" "+about.What)
		for _, w := range words {
			switch {
			case slices.Contains(title, w):
				score += 4
			case slices.Contains(other, w):
				score += 2
			case len(w) > 2 && slices.ContainsFunc(slices.Concat(title, other), func(s string) bool { return strings.HasPrefix(s, w) }):
				score++
			}
		}
		if score > 0 {
			out = append(out, found{r, score})
		}
	}
	sort.SliceStable(out, func(a, b int) bool { return out[a].score > out[b].score })
	all := make([]Reckoner, len(out))
	for i, f := range out {
		all[i] = f.r
	}
	return all
}

// stem is a word without the endings that change nothing.
func stem(w string) string {
	for _, end := range []string{"ings", "ing", "es", "s", "ed"} {
		if short, ok := strings.CutSuffix(w, end); ok && len(short) > 2 {
			return short
		}
	}
	return w
}

func stems(text string) (out []string) {
	for _, w := range strings.FieldsFunc(strings.ToLower(text), func(r rune) bool { return r < 'a' || r > 'z' }) {
		out = append(out, stem(w))
	}
	return out
}
