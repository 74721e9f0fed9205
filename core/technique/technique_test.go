package technique

import (
	"strings"
	"testing"

	"ardentgusset/core/stitch"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Every entry is whole, its key is its own, and it takes time and thread that are finite.
func TestEveryEntryIsWhole(t *testing.T) {
	seen := map[string]bool{}
	count := map[Family]int{}
	for _, e := range All() {
		t.Run(e.Key, func(t *testing.T) {
			assert.False(t, seen[e.Key], "its key is taken")
			seen[e.Key] = true
			count[e.Family]++
			for what, text := range map[string]string{"name": e.Name, "what": e.What, "suits": e.Suits, "not for": e.NotFor, "wrong": e.Wrong} {
				assert.NotEmpty(t, text, what)
			}
			assert.GreaterOrEqual(t, len(e.Steps), 3)
			assert.NotEmpty(t, e.Needs)
			for _, s := range e.Steps {
				assert.True(t, strings.HasSuffix(s, "."), s)
			}
			assert.LessOrEqual(t, e.Used, e.Asked)
			assert.True(t, e.To == 0 || e.From <= e.To)
			assert.Greater(t, e.Minutes()+e.Each, 0.0)
			thread := e.Thread(0.5)
			assert.True(t, thread >= 0 && thread < 400_000, "%v mm a metre", thread)
			assert.NotEmpty(t, e.Right)
		})
	}
	for _, f := range Families() {
		assert.GreaterOrEqual(t, count[f.Family], 4, f.Label)
	}
}

// In a section no cloth lies in another, and every thread goes through as many cloths as it
// claims.
func TestSectionsCanBeSewn(t *testing.T) {
	for _, e := range All() {
		bands, threads, _ := e.Section.Parts()
		require.NotEmpty(t, bands, e.Key)
		assert.GreaterOrEqual(t, Closest(bands), 0.99, "%s: cloths lie in each other", e.Key)
		for i, th := range threads {
			assert.Equal(t, th.Through, Crossed(th, bands), "%s: thread %d", e.Key, i+1)
		}
	}
}

// Thread consumption as published for seams of usual woven cloth, in lengths of seam: 2.5
// for type 301, 7 for 304, 5.5 for 401, 14 for 504 (sewing-thread consumption ratios as
// thread makers' tables give them; from memory, so within a fifth, and 304 at the width and
// length of those tables).
func TestThreadAgainstPublishedRatios(t *testing.T) {
	for kind, ratio := range map[stitch.Kind]float64{stitch.Lockstitch: 2.5, stitch.Zigzag: 7, stitch.Chainstitch: 5.5, stitch.Overlock: 14} {
		assert.InDelta(t, ratio, stitch.FormOf(kind).Ratio(0.8), ratio*0.2, kind)
	}
}

// Seam types as ISO 4916 and ASTM D6193 class them (from memory): SS superimposed, LS
// lapped, BS bound, EF an edge finished. Only these are named, and each is of the kind of
// work that its class is for.
func TestSeamTypes(t *testing.T) {
	known := map[string]string{"plain": "SSa", "plain-one-side": "SSa", "french": "SSae", "flat-felled": "LSc", "lapped": "LSd",
		"hem-narrow": "EFb", "hem-overlocked": "EFa", "bind-ribbon": "BSa", "bind-machine": "BSc", "overlock-finish": "EFd",
		"zigzag-finish": "EFd"}
	class := map[string][]Work{"SS": {Join}, "LS": {Join}, "BS": {Bind}, "EF": {Hem, Finish}}
	for _, e := range All() {
		assert.Equal(t, known[e.Key], e.Seam, e.Key)
		if e.Seam != "" {
			assert.Contains(t, class[e.Seam[:2]], e.Of, e.Key)
		}
	}
}

// Questions as people type them find what a teacher would point to first.
func TestQuestionsFindWhatIsMeant(t *testing.T) {
	for q, want := range map[string]string{
		"how do I finish a fraying curve": "face-bias",
		"hide stitches":                   "slip",
		"french":                          "french",
		"serging":                         "overlock",
		"sew on a button":                 "button-sewn",
		"lace up":                         "lacing",
		"flat felled":                     "flat-felled",
		"sheer hem":                       "hem-rolled",
	} {
		got := Search(Filter{Query: q})
		require.NotEmpty(t, got, q)
		var keys []string
		for _, e := range got[:min(len(got), 8)] {
			keys = append(keys, e.Key)
		}
		assert.Contains(t, keys, want, q)
	}
	assert.Empty(t, Search(Filter{Query: "qqqq"}))
	assert.Len(t, Search(Filter{}), len(All()))
	for _, e := range Search(Filter{Year: 1780, By: "hand"}) {
		assert.False(t, e.Machine(), e.Key)
		assert.True(t, e.AtHome(1780), e.Key)
	}
}
