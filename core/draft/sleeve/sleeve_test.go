package sleeve

import (
	"math"
	"testing"

	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

func hole(front, back float64) Armhole {
	return Armhole{Depth: 190, Parts: []Part{{Piece: "front", Edge: "scye", Length: front, Front: true},
		{Piece: "back", Edge: "scye-back", Length: back}}}
}

// A head of 2 × 218 on a width of 330 is about 132.6 high: a cutter reckons half of it as 1.03
// times the straight, and finds the height by Pythagoras (common practice, no source). The
// factor lies between 1.02 and 1.05.
func TestHeadHeightWorked(t *testing.T) {
	h, err := headFor(hole(205, 213), 330, 18)
	require.NoError(t, err)
	high := func(factor float64) float64 { return math.Sqrt(218*218/factor/factor - 165*165) }
	assert.InDelta(t, 132.6, high(1.03), 0.1)
	assert.Greater(t, h.high, high(1.06))
	assert.Less(t, h.high, high(1.015))
}

// The ease of a head of 455 on an armhole of 430 is 5.81 in a hundred; 55 parts of it lie behind
// (common practice, no source).
func TestHeadEaseWorked(t *testing.T) {
	h, err := headFor(hole(211, 219), 330, 25)
	require.NoError(t, err)
	assert.InDelta(t, 455, plane.Length(h.line()), 0.3)
	assert.InDelta(t, 11.25, plane.Length(h.front)-211, 0.5)
	assert.InDelta(t, 13.75, plane.Length(h.back)-219, 0.5)
}

// Whatever the armhole and the width, a head is as long as asked, its halves as long as theirs,
// and its curve has no corner in the middle.
func TestHeads(t *testing.T) {
	drafted := 0
	rapid.Check(t, func(t *rapid.T) {
		a := hole(rapid.Float64Range(160, 260).Draw(t, "front"), rapid.Float64Range(170, 270).Draw(t, "back"))
		a.Crown = rapid.Float64Range(0, 50).Draw(t, "crown")
		width, ease := rapid.Float64Range(260, 420).Draw(t, "width"), rapid.Float64Range(0, 40).Draw(t, "ease")
		h, err := headFor(a, width, ease)
		if err != nil {
			return
		}
		drafted++
		line := h.line()
		require.InDelta(t, a.Around()+ease, plane.Length(line), 1)
		n := len(h.back)
		into, out := h.back[n-1].Sub(h.back[n-2]), h.front[len(h.front)-2].Sub(h.front[len(h.front)-1])
		require.InDelta(t, 0, math.Atan2(into.Cross(out), into.Dot(out))*180/math.Pi, 5, "it runs on over the middle")
		_, _, crossed := plane.Crossing(append(append([]plane.Point{}, line...), plane.Pt(0, -300), plane.Pt(width, -300)))
		require.False(t, crossed)
		// Every place of the armhole has one on the head, in order.
		last := -1.0
		for at := 0.0; at <= a.Around(); at += 10 {
			require.GreaterOrEqual(t, h.on(at), last-1e-9)
			last = h.on(at)
			require.InDelta(t, at, h.under(last), 0.1)
		}
	})
	assert.Greater(t, drafted, 20)
}

// A head that is puffed keeps its lower part to the notches, and has as much more above as asked.
func TestPuffedHead(t *testing.T) {
	for _, more := range []float64{40, 200, 480} {
		plain, err := headFor(hole(211, 219), 330, 8)
		require.NoError(t, err)
		h := plain.puffed(more, 60)
		assert.InDelta(t, plane.Length(plain.line())+more, plane.Length(h.line()), 0.03*more+10) // standing off it is longer by itself
		assert.Greater(t, h.high, plain.high+30)
		for _, part := range []float64{0.1, 0.3} {
			a, _ := plane.Along(plain.front, part*plane.Length(plain.front))
			b, _ := plane.Along(h.front, part*plane.Length(plain.front))
			assert.InDelta(t, a.Y, b.Y, 1, "below the notch it rises as it did")
		}
	}
}
