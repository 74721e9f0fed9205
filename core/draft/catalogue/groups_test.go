package catalogue_test

import (
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/catalogue"
	"ardentgusset/core/draft/drafttest"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"
)

// What is asked alike stands under one heading in every garment, and under the one where a maker looks for it; no heading takes
// most of a long list.
func TestSettingsStandUnderHeadings(t *testing.T) {
	where := map[draft.Key]draft.Group{"clearance": draft.Lines, "hem_round": draft.Lines, "neck_front": draft.Upper, "sleeve": draft.Arms,
		"lapel_wide": draft.Upper, "bust_ease": draft.Fit, "laced_waist": draft.Fit, "gores_hip_ease": draft.Fit, "lacing_gap": draft.Closing,
		"lap": draft.Closing, "placket": draft.Closing, "skirt_opening": draft.Closing, "allowance": draft.Inside, "hem": draft.Inside,
		"skirt_hem": draft.Inside, "tube_pockets": draft.Inside, "bone_width": draft.Inside, "circle_trim": draft.Inside}
	seen := map[draft.Key]bool{}
	on := rapid.Custom(drafttest.Wearer).Example(1)
	titles := map[draft.Group]string{}
	for _, g := range draft.Groups() {
		titles[g.Group] = g.Title
	}
	for _, g := range catalogue.All() {
		count := map[draft.Group]int{}
		all := g.Parameters()
		for _, p := range all {
			assert.NotEmpty(t, titles[p.Group()])
			if want, ok := where[p.Key]; ok {
				seen[p.Key] = true
				assert.Equal(t, want, p.Group(), "%s: %s", g.About().Kind, p.Key)
			}
		}
		v, _ := draft.Settle(g, on, nil)
		for _, a := range v.All() {
			count[a.Parameter.Group()]++
		}
		for group, n := range count {
			assert.LessOrEqual(t, n, max(len(v.All())*2/3, 12), "%s: %s", g.About().Kind, group)
		}
	}
	assert.Len(t, seen, len(where), "each of them is asked somewhere")
}
