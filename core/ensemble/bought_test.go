package ensemble

import (
	"regexp"
	"slices"
	"strings"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/catalogue"
	"ardentgusset/core/work"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Nothing stands in a step that is on no list: what is named there and has to be bought is a notion, or a piece that is cut. Every
// kind at its usual settings, and every choice made another way.
func TestWhatStepsNameIsBought(t *testing.T) {
	named := regexp.MustCompile(`(?i)\b(snap|cord|hook|button|elastic|zip|tape|ribbon|busk|eyelet|wire|wadding|stiffening|buckram|braid|` +
		`lace|buckle|stuffing|net|drawstring|ties|fringe|binding|cane|boning|steel)s?\b`)
	// What goes by other words on the list, and what a step names without needing it.
	other := map[string][]string{"buckram": {"stiffening"}, "drawstring": {"tape"}, "boning": {"bone"}, "ties": {"tape", "tie", "ribbon"},
		"cane": {"bone"}, "steel": {"bone", "hoop"}, "net": {"tape"}, "binding": {"bias", "ribbon"}, "lace": {"edging", "lacing"}}
	aside := map[work.ID][]string{
		work.ToMockUp: {"lacing", "lace", "hook", "bone", "zip"}, // a mock-up is pinned shut
	}
	tried, made := 0, map[string]int{} // how often a choice was made: what several garments ask is tried on two of them
	for _, g := range catalogue.All() {
		kind := g.About().Kind
		sets := []draft.Settings{{}}
		_, stages, err := Walk(t.Context(), plan(kind), tested)
		require.NoError(t, err)
		for _, v := range stages[0].Values.All() {
			for _, o := range v.Parameter.Options {
				if choice := string(v.Parameter.Key) + " " + o.Key; o.Key != v.Choice && made[choice] < 2 {
					made[choice]++
					sets = append(sets, draft.Settings{v.Parameter.Key: o.Key})
				}
			}
		}
		for i, set := range sets {
			s := stages[0]
			if i > 0 {
				p := plan(kind)
				p.Layers[0].Settings = set
				_, stages, err := Walk(t.Context(), p, tested)
				require.NoError(t, err)
				s = stages[0]
			}
			if s.Err != nil {
				continue
			}
			tried++
			var list strings.Builder
			for _, n := range s.Notions() {
				list.WriteString(strings.ToLower(n.Kind + " " + n.What + " | "))
			}
			for _, p := range s.Draft.Pieces {
				list.WriteString(strings.ToLower(p.Name + " | "))
			}
			for _, step := range s.Steps() {
				for _, found := range named.FindAllStringSubmatch(step.Name+" "+step.How, -1) {
					what := strings.ToLower(found[1])
					words := append(slices.Clone(other[what]), what)
					on := slices.ContainsFunc(words, func(w string) bool { return strings.Contains(list.String(), w) })
					assert.True(t, on || slices.Contains(aside[step.ID], what), "%s %v: %q is named by %q: %s", kind, set, what, step.Name, step.How)
				}
			}
		}
	}
	assert.Greater(t, tried, 200)
}
