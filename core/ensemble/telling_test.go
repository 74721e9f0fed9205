package ensemble

import (
	"testing"

	"ardentgusset/core/draft"

	"github.com/stretchr/testify/assert"
)

// Less than 3 mm of what is not cut yet is not told, more is; of what is cut all of it.
func TestSmallChangesAreNotTold(t *testing.T) {
	p := plan(stack...)
	before := walk(t, p)[3]
	told := func(by float64, cut bool) int {
		p.Layers[3].Settings = draft.Settings{draft.Clearance: before.Values.Number(draft.Clearance) + by}
		return len(Telling(Changes(before.Snapshot(), walk(t, p)[3].Snapshot()), cut))
	}
	assert.Zero(t, told(2, false))
	assert.Positive(t, told(2, true))
	assert.Positive(t, told(5, false))
	assert.Zero(t, told(0, true))
}
