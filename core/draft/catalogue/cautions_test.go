package catalogue

import (
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"

	"ardentgusset/core/bone"
	"ardentgusset/core/caution"
	"ardentgusset/core/draft"
	"ardentgusset/core/family"
)

// What can hurt says so: a draft that is boned with steel, hung on hoops, drawn
// in below the body's own girth or long enough to reach a flame carries the
// caution for it, and none of the cautions is carried by nothing.
func TestWhatCanHurtSaysSo(t *testing.T) {
	all := []caution.Caution{caution.Lacing, caution.Steel, caution.Needle, caution.Flame, caution.Dust, caution.Hoops, caution.Iron}
	carried := map[string]int{}
	bare := average(t, nil)
	on := draftOf(t, "corset", bare, nil).Wear.Dress(bare)
	for _, g := range All() {
		v, wrong := draft.Settle(g, on, nil)
		if len(wrong) > 0 {
			continue
		}
		d, err := g.Draft(on, v, g.About().Usual)
		if err != nil {
			continue
		}
		for _, c := range d.Cautions {
			carried[c.Key]++
			assert.Contains(t, all, c, g.About().Kind)
		}
		has := func(c caution.Caution, why string) {
			assert.Contains(t, d.Cautions, c, "%s: %s", g.About().Kind, why)
		}
		if slices.ContainsFunc(d.Bones, func(b bone.Bone) bool { return strings.Contains(string(b.Kind), "steel") }) {
			has(caution.Steel, "it has steel bones")
		}
		if len(d.Hoops) > 0 {
			has(caution.Hoops, "it hangs on hoops")
		}
		if len(d.Laces) > 0 && g.About().Family == family.Foundation && g.About().Kind != "jumps" { // those are laced to fit
			has(caution.Lacing, "it is laced in")
		}
		if v.Has(draft.Clearance) && v.Number(draft.Clearance) < 300 && g.About().Family != family.Underwear {
			has(caution.Flame, "its hem is near the floor")
		}
	}
	for _, c := range all {
		assert.Positive(t, carried[c.Key], "%s is carried by nothing", c.Key)
		assert.True(t, strings.HasSuffix(c.Text, "."), c.Key)
	}
}

// Families are what the order of dressing and the advice on cloth go by: each
// garment has one, and each of them has a garment.
func TestGarmentsAreOfAFamily(t *testing.T) {
	has := map[family.Kind]int{}
	for _, g := range All() {
		f, ok := family.Of(g.About().Family)
		if !assert.True(t, ok, g.About().Kind) {
			continue
		}
		has[f.Kind]++
	}
	for _, f := range family.All() {
		assert.Positive(t, has[f.Kind], f.Label)
		assert.Less(t, f.Cloth.Low, f.Cloth.High, f.Label)
	}
	_, ok := family.Of("armour")
	assert.False(t, ok)
}
