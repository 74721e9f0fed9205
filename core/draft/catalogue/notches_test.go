package catalogue

import (
	"testing"

	"ardentgusset/core/draft"

	"github.com/stretchr/testify/assert"
)

// No notch lies where a dart is taken in: sewn, it would be gone. Every garment as it comes, on a usual body, a slight one and
// a full one.
func TestNotchesLieClearOfDarts(t *testing.T) {
	for _, g := range All() {
		t.Run(g.About().Kind, func(t *testing.T) {
			t.Parallel()
			for _, mm := range []map[string]float64{nil, {"bust_girth": 800, "waist_girth": 600, "hip_girth": 920},
				{"bust_girth": 1120, "waist_girth": 940, "hip_girth": 1240}} {
				on := average(t, mm)
				v, _ := draft.Settle(g, on, nil)
				d, err := draft.Make(g, on, v, g.About().Usual)
				if err != nil {
					continue
				}
				for i := range d.Pieces {
					p := &d.Pieces[i]
					for _, n := range p.Notches {
						for _, m := range p.Mouths(n.Edge) {
							assert.False(t, n.At > m.From+0.5 && n.At < m.To-0.5, "%s %s at %.0f of %.0f to %.0f (%s)", p.ID, n.Edge, n.At,
								m.From, m.To, n.Label)
						}
					}
				}
			}
		})
	}
}
