package hall

import (
	"crypto/sha256"
	"fmt"
	"html/template"
	"slices"
	"strings"
	"sync"

	"ardentgusset/core/draft"
	"ardentgusset/core/notion"
	"ardentgusset/core/reckon"
	"ardentgusset/core/technique"
	"ardentgusset/core/term"
	"ardentgusset/internal/formats/svg"
)

// PriceKey names a notion for its price: its kind and a hash of what it is, for
// one of its unit (the words hold lengths, which are read in either unit).
// How a width is written for its reader is not part of what it is.
func PriceKey(n notion.Notion) string {
	return fmt.Sprintf("%s-%x", n.Kind, sha256.Sum256([]byte(strings.ReplaceAll(n.What, "⟦^", "⟦~")+"|"+n.Unit)))[:len(n.Kind)+13]
}

// DrawnTechniques keeps the drawings of the book, which never change.
var DrawnTechniques = func() func(technique.Technique) string {
	all := map[string]string{}
	for _, t := range technique.All() {
		all[t.Key] = svg.Technique(t)
	}
	return func(t technique.Technique) string { return all[t.Key] }
}()

// Explained marks the terms in a text where each first stands: a link that is opened on
// the spot.
func Explained(text string) template.HTML {
	var b strings.Builder
	at := 0
	for _, s := range term.In(text) {
		b.WriteString(template.HTMLEscapeString(text[at:s.From]))
		b.WriteString(`<a class="term" href="/book/words#` + template.HTMLEscapeString(s.Term.Key()) + `">`)
		b.WriteString(template.HTMLEscapeString(text[s.From:s.To]) + `</a>`)
		at = s.To
	}
	b.WriteString(template.HTMLEscapeString(text[at:]))
	return template.HTML(b.String()) // escaped piece by piece
}

// Asks is a setting of garments by its key and how it is counted.
type Asks struct {
	Key  draft.Key
	Unit draft.Unit
}

// ReckonersFor are the reckoners that can start from a setting of a garment, or be put into it.
var ReckonersFor = sync.OnceValue(func() map[Asks][]reckon.About {
	out := map[Asks][]reckon.About{}
	add := func(at Asks, a reckon.About) {
		if !slices.ContainsFunc(out[at], func(o reckon.About) bool { return o.Name == a.Name }) {
			out[at] = append(out[at], a)
		}
	}
	for _, r := range reckon.All() {
		about := r.About()
		for _, l := range about.Links {
			for _, p := range r.Parameters() {
				if p.Key == l.Input {
					add(Asks{Key: l.Setting, Unit: p.Unit}, about)
				}
			}
			if l.Input == "" {
				add(Asks{Key: l.Setting, Unit: draft.Length}, about)
				add(Asks{Key: l.Setting, Unit: draft.Ratio}, about)
			}
		}
	}
	return out
})
