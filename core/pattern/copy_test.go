package pattern

import (
	"testing"

	"github.com/stretchr/testify/assert"
)

// What a copy is called is read back as the same copy, and the words of older drafts as
// what they meant.
func TestCopiesAreReadBack(t *testing.T) {
	for _, c := range []Copy{{}, {Hand: Left}, {Hand: Right, N: 2, Of: 3}, Nth(5, 6), Nth(6, 6)} {
		assert.Equal(t, c, ReadCopy(c.String()), c.String())
	}
	assert.Equal(t, Nth(0, 6), Nth(6, 6), "they stand in a ring")
	for old, want := range map[string]Copy{"the band": {}, "left half": {Hand: Left}, "right leg": {Hand: Right},
		"breadth 2 of 6": {N: 2, Of: 6}, "under side": {}, "breadth 99999999999999999999 of 6": {}} {
		assert.Equal(t, want, ReadCopy(old), old)
	}
}
