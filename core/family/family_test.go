package family

import (
	"testing"

	"github.com/stretchr/testify/assert"
)

// Families stand in the order they are put on, are found by their kind, and ask for a cloth that there is; what is next to
// the skin is washed and lighter than what is worn over all.
func TestFamilies(t *testing.T) {
	seen := map[Kind]bool{}
	for _, f := range All() {
		assert.False(t, seen[f.Kind], "%s stands twice", f.Kind)
		seen[f.Kind] = true
		found, ok := Of(f.Kind)
		assert.True(t, ok)
		assert.Equal(t, f.Label, found.Label)
		assert.NotEmpty(t, f.Cloth.For, f.Kind)
		assert.NotEmpty(t, f.Cloth.Fibres, f.Kind)
		assert.Less(t, f.Cloth.Low, f.Cloth.High, f.Kind)
	}
	_, ok := Of("armour")
	assert.False(t, ok)
	skin, _ := Of(Underwear)
	over, _ := Of(Wrap)
	assert.True(t, skin.Cloth.Washed)
	assert.False(t, skin.Seen)
	assert.True(t, over.Seen)
	assert.Less(t, skin.Cloth.High, over.Cloth.High)
	held, _ := Of(Foundation)
	assert.True(t, held.Cloth.Firm, "what is laced must not stretch")
	assert.NotEmpty(t, held.Closes, "it changes what is measured over it")
}
