package catalogue

import (
	"maps"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"

	"github.com/stretchr/testify/assert"
)

// Every remedy and every note's button that is offered can be applied.
func TestEveryOfferCanBeApplied(t *testing.T) {
	for _, g := range some(t) {
		t.Run(g.About().Kind, func(t *testing.T) {
			t.Parallel()
			for _, mm := range []map[string]float64{nil, {"waist_girth": 640, "hip_girth": 1180},
				{"bust_girth": 1200, "waist_girth": 1100, "hip_girth": 1250}} {
				offered(t, g, average(t, mm))
			}
		})
	}
}

// offered applies what a garment offers as it comes, and with every choice by itself.
func offered(t *testing.T, g draft.Garment, on figure.Figure) {
	sets := []draft.Settings{{}}
	for _, p := range g.Parameters() {
		for _, o := range p.Options {
			sets = append(sets, draft.Settings{p.Key: o.Key})
		}
	}
	for _, set := range sets {
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
			both := maps.Clone(set)
			maps.Copy(both, n.Fix)
			_, wrong := draft.Settle(g, on, both)
			assert.Empty(t, wrong, "%s: %s", g.About().Kind, n.FixLabel)
		}
	}
}
