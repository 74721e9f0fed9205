package catalogue

import (
	"testing"

	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/measure"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// The cloth a garment begins with has a colour that can be chosen and drawn.
func TestUsualClothHasAColour(t *testing.T) {
	for _, g := range All() {
		assert.Contains(t, cloth.Colours(), g.About().Usual.Colour, g.About().Kind)
	}
}

// Whatever a field shows can be typed into it: the least, the most and the middle of every range of
// every garment, in either unit, read back as they were shown.
func TestWhatIsShownCanBeTyped(t *testing.T) {
	on := average(t, nil)
	for _, g := range All() {
		v, _ := draft.Settle(g, on, nil)
		for _, val := range v.All() {
			p := val.Parameter
			if p.Unit == draft.Choice {
				continue
			}
			for _, n := range []float64{val.Low, val.High, (val.Low + val.High) / 2, val.Number} {
				for _, u := range []measure.Unit{measure.CM, measure.IN} {
					text := p.Show(n, u)
					got, err := p.Type(text, u)
					if p.Unit == draft.Count && n != float64(int(n)) {
						continue
					}
					require.NoError(t, err, "%s, %s: %q", g.About().Kind, p.Key, text)
					slack := 0.51 // as finely as it is written
					if p.Unit == draft.Length && u == measure.IN {
						slack = 25.4 / 16
					}
					assert.InDelta(t, n, got, slack, "%s, %s: %q", g.About().Kind, p.Key, text)
					_, wrong := draft.Settle(g, on, draft.Settings{p.Key: got})
					for _, w := range wrong {
						assert.NotEqual(t, p.Key, w.Key, "%s: %s is shown and then refused: %v", g.About().Kind, text, w)
					}
				}
			}
		}
	}
}
