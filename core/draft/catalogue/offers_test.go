package catalogue

import (
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Every remedy and every note's button that is offered can be applied.
func TestEveryOfferCanBeApplied(t *testing.T) {
	for _, g := range some(t) {
		for _, mm := range []map[string]float64{nil, {"waist_girth": 640, "hip_girth": 1180}, {"bust_girth": 1200, "waist_girth": 1100, "hip_girth": 1250}} {
			var list []figure.Reading
			for k, v := range mm {
				list = append(list, figure.Reading{Key: k, Value: measure.Length(v)})
			}
			on, err := newFigure(list, figure.Women, 0)
			require.NoError(t, err)
			for _, p := range g.Parameters() {
				for _, o := range append(p.Options, draft.Option{}) {
					set := draft.Settings{}
					if o.Key != "" {
						set[p.Key] = o.Key
					}
					v, _ := draft.Settle(g, on, set)
					d, err := draft.Make(g, on, v, g.About().Usual)
					if err != nil {
						continue
					}
					for _, n := range d.Notes {
						if n.Fix == nil {
							continue
						}
						if err := draft.Fits(g, n.Fix); err != nil {
							t.Errorf("%s offers %q: %v", g.About().Kind, n.FixLabel, err)
						}
						both := draft.Settings{}
						for k, v := range set {
							both[k] = v
						}
						for k, v := range n.Fix {
							both[k] = v
						}
						_, wrong := draft.Settle(g, on, both)
						assert.Empty(t, wrong, "%s: %s", g.About().Kind, n.FixLabel)
					}
				}
			}
		}
	}
}
