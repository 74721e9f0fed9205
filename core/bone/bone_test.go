package bone

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

func TestBoneIsShorterThanItsChannel(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		c := rapid.Float64Range(0, 600).Draw(t, "channel")
		clear := rapid.Float64Range(6, 12).Draw(t, "clearance")
		b, ok := Fit(Spiral, "seam", 6, c, clear)
		if ok && (b.Length > c-2*clear+1e-6 || b.Length < c-2*clear-Step) {
			t.Fatalf("channel %v: bone %v", c, b.Length)
		}
		if !ok && c >= Shortest+2*clear+Step {
			t.Fatalf("no bone for a channel of %v", c)
		}
	})
}

func TestChannelAndBusk(t *testing.T) {
	// A 6 mm spiral of 2 mm takes a channel of 9 to 10 mm (common practice, no source).
	assert.InDelta(t, 9.5, ChannelWidth(6, 2), 0.5)
	b, ok := BuskFor(350, false)
	assert.True(t, ok)
	assert.InDelta(t, 13*25.4, b.Length, 1e-9)
	_, ok = BuskFor(100, false)
	assert.False(t, ok)
}

// Fasteners stand on the busk, in order, the lowest two closest together.
func TestStudsOfEveryBusk(t *testing.T) {
	for front := 170.0; front < 450; front += 5 {
		b, ok := BuskFor(front, front > 300)
		require.True(t, ok)
		require.LessOrEqual(t, b.Length, front-2*Clearance)
		last := 0.0
		for i, s := range b.Studs {
			require.Greater(t, s, last)
			if i > 1 {
				require.GreaterOrEqual(t, s-last, b.Studs[1]-b.Studs[0]-1e-9)
			}
			last = s
		}
		require.InDelta(t, b.Length-20, last, 1e-9)
	}
}

// A list holds every bone once and adds spares, and the totals agree.
func TestListAndTotals(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		var bones []Bone
		count, length := 0, 0.0
		for range rapid.IntRange(1, 30).Draw(t, "bones") {
			b, ok := Fit(rapid.SampledFrom([]Kind{Spiral, Flat}).Draw(t, "kind"), "x", 6, rapid.Float64Range(100, 400).Draw(t, "channel"), Clearance)
			if !ok {
				continue
			}
			bones = append(bones, b)
			count += b.Count
			length += b.Length * float64(b.Count)
		}
		listed := 0
		for _, s := range List(bones) {
			listed += s.Count
			require.GreaterOrEqual(t, s.Spare*8, s.Count)
		}
		require.Equal(t, count, listed)
		require.InDelta(t, length, Total(bones, Spiral)+Total(bones, Flat), 1e-6)
	})
}

func TestSteel(t *testing.T) {
	assert.Equal(t, 2*(1000.0+50)+800, Steel([]Hoop{{Around: 1000, Overlap: 50, Count: 2}, {Around: 800, Count: 1}}))
}

// A bone sold by the inch is whole quarters long, fits its channel and is at most
// a quarter of an inch shorter than what the channel takes.
func TestBonesByTheInch(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		b, ok := Fit(Spiral, "seam", 6, rapid.Float64Range(90, 600).Draw(t, "channel"), Clearance)
		if !ok {
			return
		}
		r := b.Restocked()
		quarters := r.Length / 25.4 * 4
		require.InDelta(t, math.Round(quarters), quarters, 1e-6)
		require.LessOrEqual(t, r.Length, b.Channel-2*Clearance+1e-6)
		require.Greater(t, r.Length, b.Channel-2*Clearance-25.4/4-1e-6)
	})
}
