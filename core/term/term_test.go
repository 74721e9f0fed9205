package term_test

import (
	"strings"
	"testing"

	"ardentgusset/core/technique"
	"ardentgusset/core/term"

	"github.com/stretchr/testify/assert"
)

func TestEveryTermIsExplainedOnce(t *testing.T) {
	all := term.All()
	assert.GreaterOrEqual(t, len(all), 150)
	seen := map[string]bool{}
	for _, one := range all {
		assert.False(t, seen[one.Key()], "%s stands twice", one.Word)
		seen[one.Key()] = true
		assert.True(t, strings.HasSuffix(one.Meaning, "."), one.Word)
		assert.LessOrEqual(t, strings.Count(one.Meaning, ". "), 1, "%s: one or two sentences", one.Word)
		if one.Drawn != "" {
			_, ok := technique.Find(one.Drawn)
			assert.True(t, ok, "%s is drawn by %s, which is not in the book", one.Word, one.Drawn)
		}
		_, ok := term.Find(one.Word)
		assert.True(t, ok)
	}
}

func TestTermsInATextStandAlone(t *testing.T) {
	words := func(text string) (out []string) {
		for _, s := range term.In(text) {
			out = append(out, text[s.From:s.To])
		}
		return out
	}
	assert.Equal(t, []string{"French seam"}, words("Sew a French seam."))
	assert.Equal(t, []string{"gores", "godet"}, words("Six gores, a godet, another gore."))
	assert.Equal(t, []string{"stays"}, words("A gown over stays."))
	assert.Empty(t, words("Turned, so that it stays there."))
	assert.Empty(t, words("Undarted, hemisphere, rebinding."))
	assert.Equal(t, []string{"tailor’s tack"}, words("a tailor’s tack"))
	for _, text := range []string{"", "İstanbul hem", "⟦=2.4 m⟧ of hem"} {
		for _, s := range term.In(text) {
			assert.Equal(t, "hem", text[s.From:s.To])
		}
	}
}
