package caution

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
)

// Each says what to do, no two are called the same, and those that can hurt most name who has the last word: a doctor, the
// maker's data sheet, the event's rules.
func TestCautionsSayWhatToDo(t *testing.T) {
	keys := map[string]bool{}
	for _, c := range []Caution{Lacing, Steel, Needle, Flame, Dust, Hoops, Iron} {
		assert.NotEmpty(t, c.Title)
		assert.Greater(t, len(strings.Fields(c.Text)), 12, c.Key)
		assert.True(t, strings.HasSuffix(c.Text, "."), c.Key)
		assert.False(t, keys[c.Key], "%s stands twice", c.Key)
		keys[c.Key] = true
	}
	for text, words := range map[string][]string{Lacing.Text: {"doctor", "pain", "child", "pregnant"}, Steel.Text: {"oggles", "data sheet"},
		Flame.Text: {"event"}, Dust.Text: {"mask"}, Iron.Text: {"scrap"}, Needle.Text: {"lasses"}} {
		for _, w := range words {
			assert.Contains(t, text, w)
		}
	}
}
