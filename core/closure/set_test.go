package closure

import (
	"testing"

	"ardentgusset/core/technique"

	"github.com/stretchr/testify/assert"
)

// Every kind of fastener is bought by the count and worked by the count, each of its works
// by a technique of its kind.
func TestFastenersSayWhatTheyTake(t *testing.T) {
	for kind := range fasteners {
		f := Fastening{Kind: kind, Count: 7, Size: 12, Why: "seven"}
		bought := f.Notions(1)
		assert.Len(t, bought, 1)
		assert.Equal(t, 7.0, bought[0].Quantity)
		assert.NotContains(t, bought[0].What, " for ")
		f.For = "the stay"
		assert.Contains(t, f.Notions(1)[0].What, " for the stay")
		assert.NotEmpty(t, f.Works())
		for _, w := range f.Works() {
			assert.Equal(t, 7, w.Count)
			some := false
			for _, e := range technique.All() {
				some = some || e.Of == w.Of
			}
			assert.True(t, some, "nothing in the book works %s", w.Of)
		}
	}
}
