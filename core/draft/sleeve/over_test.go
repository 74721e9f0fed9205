package sleeve_test

import (
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/catalogue"
	"ardentgusset/core/draft/drafttest"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// A sleeve that is worn over another clears it, as both are read from their pieces: round the upper arm and at the lower edge,
// on slight, usual and large arms; step by step as the one beneath grows. Where the armhole has no room for it that is said
// gravely.
func TestSleevesGoOverSleeves(t *testing.T) {
	inner, _ := catalogue.Find("bodice-basque")
	for _, body := range []map[string]float64{{"bust_girth": 820, "waist_girth": 640, "hip_girth": 900, "height": 1600},
		{"bust_girth": 920, "waist_girth": 740, "hip_girth": 1000, "height": 1650},
		{"bust_girth": 1120, "waist_girth": 960, "hip_girth": 1180, "height": 1700}} {
		on := drafttest.Body(t, body, 0)
		for _, kind := range []string{"coat-skirted", "jacket-tailored"} {
			outer, _ := catalogue.Find(kind)
			bare := drafttest.Make(t, outer, on, nil)
			last := 0.0
			for ease := 30.0; ease <= 60; ease += 5 {
				v, _ := draft.Settle(inner, on, nil)
				if ease > v.Get(draft.SleeveArm).High {
					break
				}
				dressed := drafttest.Make(t, inner, on, draft.Settings{draft.SleeveArm: ease}).Wear.Dress(on)
				require.Positive(t, dressed.Arms().Upper)
				require.Positive(t, dressed.Arms().Lower)
				d := drafttest.Make(t, outer, dressed, nil)
				grave := false
				for _, n := range d.Notes {
					grave = grave || n.Grave && n.Title == "The sleeve lies tight over the one beneath"
				}
				over := d.Wear.Arms
				assert.GreaterOrEqual(t, over.Upper, bare.Wear.Arms.Upper-12, kind)
				if !grave {
					assert.Greater(t, over.Upper, dressed.Arms().Upper-16, "%s over a sleeve with %.0f", kind, ease)
				}
				assert.Greater(t, over.Lower, dressed.Arms().Lower, "%s over a sleeve with %.0f", kind, ease)
				assert.GreaterOrEqual(t, over.Upper, last-3, kind)
				last = over.Upper
			}
		}
	}
}
