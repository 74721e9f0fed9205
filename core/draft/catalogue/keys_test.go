package catalogue

import (
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// What a garment takes over from others, and what its lines are pulled by, names parameters that it asks
// for; none is asked twice, and every step waits only for steps that can be.
func TestKeysNameParameters(t *testing.T) {
	on, err := newFigure(nil, figure.Women, 0)
	require.NoError(t, err)
	for _, g := range All() {
		kind := g.About().Kind
		keys := map[draft.Key]bool{}
		for _, p := range g.Parameters() { // an override of what is not there panics
			require.False(t, keys[p.Key], "%s asks for %s twice", kind, p.Key)
			keys[p.Key] = true
			if p.Unit == draft.Choice {
				require.NotEmpty(t, p.Options, "%s: %s", kind, p.Key)
			}
		}
		v, wrong := draft.Settle(g, on, nil)
		require.Empty(t, wrong, kind)
		d, err := draft.Make(g, on, v, g.About().Usual)
		require.NoError(t, err, kind)
		for _, l := range d.Drawn {
			for _, p := range l.Pulls {
				assert.True(t, keys[p.Key], "%s: a line is pulled by %s", kind, p.Key)
			}
		}
		for _, n := range d.Notes {
			for key := range n.Fix {
				assert.True(t, keys[key], "%s offers to set %s", kind, key)
			}
		}
	}
}
