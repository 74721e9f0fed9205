package ensemble

import (
	"fmt"
	"testing"

	"ardentgusset/core/draft/catalogue"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Every usual stack can be begun from on bodies of several kinds: each layer drafts over those beneath, has a
// form that can be drawn, and what is outermost covers what it lies on.
func TestUsualStacksDraftToTheOutermost(t *testing.T) {
	bodies := map[string][]figure.Reading{"usual": nil,
		"large": {{Key: "bust_girth", Value: 1150}, {Key: "waist_girth", Value: 980}, {Key: "hip_girth", Value: 1200}},
		"tall":  {{Key: "height", Value: 1820}, {Key: "bust_girth", Value: 880}, {Key: "waist_girth", Value: 680}}}
	refused := 0
	for name, readings := range bodies {
		for _, stack := range catalogue.Everything() {
			p := Plan{Group: figure.Women, Readings: readings}
			for i, kind := range stack.Kinds {
				g, ok := catalogue.Find(kind)
				require.True(t, ok, kind)
				p.Layers = append(p.Layers, Layer{ID: fmt.Sprint(i), Kind: kind, Name: kind, Fabric: g.About().Usual})
			}
			_, stages, err := Walk(t.Context(), p, nil)
			require.NoError(t, err)
			for _, s := range stages {
				if s.Err != nil {
					refused++
					t.Logf("%s, %s: %s: %v", name, stack.Label, s.Garment.About().Kind, s.Err)
					continue
				}
				for _, r := range s.Surface() {
					assert.Greater(t, r.Section.Girth(), 200.0, "%s of %s", s.Garment.About().Kind, stack.Label)
				}
			}
			last := stages[len(stages)-1]
			for _, l := range figure.Levels() {
				assert.GreaterOrEqual(t, last.After.GirthAt(l), last.On.GirthAt(l)-measure.Millimetre.Float(), "%s %s", stack.Label, l)
			}
		}
	}
	assert.LessOrEqual(t, refused, 3, "a usual stack is for nearly everybody")
}
