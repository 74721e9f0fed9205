package draft

import (
	"testing"

	"ardentgusset/core/figure"

	"github.com/stretchr/testify/assert"
)

// A misspelt key is a slip of the garment's and never passes in silence.
func TestAdjustmentsNameTheirParameters(t *testing.T) {
	list := []Parameter{Mm(BustEase, "Ease at the bust", 0, 200, 60, "usual", figure.Memory, ""),
		OneOf(Into, "Laid in", "", "gathers", "gathers", "knife", "knife pleats")}
	out := Adjust(list, Usual(BustEase, 140, "over what is worn beneath"), Firstly(Into, "knife"))
	n, why := out[0].Default(figure.Figure{}, Values{})
	assert.Equal(t, 140.0, n)
	assert.Equal(t, "over what is worn beneath", why.Text)
	assert.Equal(t, "knife", out[1].First)
	assert.Equal(t, "gathers", list[1].First, "the list it is taken from stays")
	assert.Len(t, Without(list, Into), 1)
	assert.Len(t, Less(list, Into, "eaze"), 1)
	assert.Panics(t, func() { Adjust(list, Usual("bust_eaze", 140, "")) })
	assert.Panics(t, func() { Adjust(list, Firstly(Into, "knive")) })
	assert.Panics(t, func() { Without(list, "bust_eaze") })
}
