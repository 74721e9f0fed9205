package measure

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"
)

// A body is told as a tape reads it: to the millimetre, or an eighth of an inch, never a sixteenth; how far off it may be as
// roughly as one knows it, and never as nothing.
func TestBodiesAreToldAsTapesRead(t *testing.T) {
	assert.Equal(t, "30⅝ in", Length(778).Body(IN))
	assert.Equal(t, "77.8 cm", Length(778).Body(CM))
	assert.Equal(t, "5¼ in", Length(132).Rough(IN))
	assert.Equal(t, "13 cm", Length(132).Rough(CM))
	assert.Equal(t, "0.5 cm", Length(0).Rough(CM))
	assert.Equal(t, "30⅝ in, give or take 1 in", Say(TellBody(778)+", give or take "+TellRough(24), IN))
	assert.Equal(t, "6¾ yd", Length(6200).Held(IN))
	assert.Equal(t, "6.2 m", Length(6200).Held(CM))
	assert.Equal(t, "5 yd", Length(180*25.4).Held(IN))
	assert.Equal(t, "20½ in", Length(520.7).Held(IN))
	assert.Equal(t, "59 in", Length(1500).Bolt(IN))
	assert.Equal(t, "54 in", Length(54*25.4).Bolt(IN))
	rapid.Check(t, func(t *rapid.T) {
		l := Length(rapid.Float64Range(0, 3000).Draw(t, "length"))
		for _, u := range []Unit{CM, IN} {
			said := l.Body(u)
			back, err := Parse(said, u)
			assert.NoError(t, err, said)
			assert.LessOrEqual(t, math.Abs(float64(back-l)), 25.4/16+1e-6, said)
			assert.NotContains(t, said, "/16")
			assert.NotContains(t, l.Rough(u), "/16")
		}
	})
}
