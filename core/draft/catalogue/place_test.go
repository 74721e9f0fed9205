package catalogue

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// Whatever is put on first, a usual stack comes out in the order it is worn in; but for a shirt that is tucked in: a skirt
// goes under a bodice else.
func TestStacksComeOutAsTheyAreWorn(t *testing.T) {
	tucked := map[string]bool{"1950s, a narrow skirt": true, "a shirt and a pinafore": true}
	rapid.Check(t, func(t *rapid.T) {
		s := rapid.SampledFrom(Stacks()).Draw(t, "stack")
		if tucked[s.Label] {
			return
		}
		var got []string
		for _, kind := range rapid.Permutation(s.Kinds).Draw(t, "put on") {
			got = slices.Insert(got, Place(got, kind), kind)
		}
		// Those of one rank lie as they were put on.
		for i := 1; i < len(got); i++ {
			require.LessOrEqual(t, worn(got[i-1]), worn(got[i]))
		}
		ranks := func(kinds []string) (out []int) {
			for _, kind := range kinds {
				out = append(out, worn(kind))
			}
			return out
		}
		require.Equal(t, ranks(s.Kinds), ranks(got), s.Label)
	})
	dressed := []string{"shift", "skirt-gored-1887", "bodice-basque", "cloak"}
	for kind, at := range map[string]int{"drawers": 1, "corset": 1, "petticoat-gored": 1, "overskirt": 2, "jacket-tailored": 3, "apron": 3,
		"mantle": 4, "bonnet-brim": 4, "nonsense": 1} {
		assert.Equal(t, at, Place(dressed, kind), kind)
	}
	assert.Equal(t, 0, Place(nil, "corset"))
}
