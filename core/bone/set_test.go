package bone

import (
	"math"
	"strings"
	"testing"

	"ardentgusset/core/measure"
	"ardentgusset/core/plane"
	"ardentgusset/core/technique"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// drawnBones are the bones of a made-up garment.
func drawnBones(t *rapid.T) (out []Bone) {
	for range rapid.IntRange(1, 20).Draw(t, "bones") {
		b, ok := Fit(rapid.SampledFrom([]Kind{Spiral, Flat, Plastic}).Draw(t, "kind"), "seam", rapid.SampledFrom([]float64{5, 6, 7, 10}).Draw(t, "wide"),
			rapid.Float64Range(90, 420).Draw(t, "channel"), Clearance)
		if ok {
			b.Count = rapid.IntRange(1, 4).Draw(t, "count")
			out = append(out, b)
		}
	}
	return out
}

// What is bought of bones is never fewer than there are, each as long as one that is needed; there is a channel for each, and
// the channels are as long as those they lie in.
func TestEveryBoneIsBoughtAndHasItsChannel(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		all := drawnBones(t)
		set := Set{Bones: all}
		needed, long, plastic := 0, 0.0, 0.0
		for _, b := range all {
			needed += b.Count
			long += b.Channel * float64(b.Count)
			if b.Kind == Plastic {
				plastic += b.Length * float64(b.Count)
			}
		}
		bought, byLength := 0, 0.0
		for _, n := range set.Notions(0.5) {
			require.Equal(t, "bone", n.Kind)
			require.NotEmpty(t, n.Why)
			if n.Unit == "m" {
				byLength = n.Quantity
			} else {
				bought += int(n.Quantity)
			}
		}
		require.GreaterOrEqual(t, bought, needed)
		require.LessOrEqual(t, bought, needed+2*len(all), "spares, not a second set")
		require.GreaterOrEqual(t, byLength*1000, plastic, "plastic by the length reaches")
		works := set.Works()
		require.Len(t, works, 2)
		require.Equal(t, technique.Channel, works[0].Of)
		require.Equal(t, needed, works[0].Count)
		require.InDelta(t, long, works[0].Length, 1e-6)
		require.Equal(t, needed, works[1].Count)
		require.Empty(t, works[0].Technique)
		require.Equal(t, "casing-tape", Set{Bones: all, Casing: true}.Works()[0].Technique)
		mass := 0.0
		for _, b := range all {
			mass += b.Mass()
		}
		require.InDelta(t, mass, set.Mass(), 1e-9)
	})
	assert.Empty(t, Set{}.Notions(1))
	assert.Zero(t, Set{}.Mass())
}

// A wooden busk is named as one; the names of all others begin with a capital, and say width and length.
func TestBonesAreCalledWhatTheyAre(t *testing.T) {
	for kind, want := range map[Kind]string{Spiral: "Spiral steel bone", Flat: "Flat steel bone", Plastic: "Plastic bone", Wooden: "Wooden busk"} {
		n := Set{Bones: []Bone{{Kind: kind, Width: 6, Channel: 300, Length: 280, Count: 1}}}.Notions(1)
		require.NotEmpty(t, n)
		said := measure.Say(n[0].What, measure.CM)
		assert.True(t, strings.HasPrefix(said, want), said)
		assert.Contains(t, said, "28 cm long")
		assert.Equal(t, kind == Spiral || kind == Flat, kind.Steel())
		assert.Positive(t, kind.Thickness())
	}
	assert.Greater(t, Wooden.Thickness(), Spiral.Thickness())
}

// A hoop's steel is its way round and its overlap; two ends to each; what is bought weighs what the cut steels do.
func TestHoopsAreBoughtWhole(t *testing.T) {
	round := func(r float64) (out []plane.Point) {
		for k := range 73 {
			s, c := math.Sincos(float64(k) / 72 * 2 * math.Pi)
			out = append(out, plane.Pt(r*c, r*s))
		}
		return out
	}
	all := Hoops{{Place: "top", Around: 2 * math.Pi * 300, Overlap: 40, Count: 1, Shape: round(300)},
		{Place: "low", Around: 2 * math.Pi * 420, Overlap: 40, Count: 2, Shape: round(420)}}
	cut := 2*math.Pi*(300+2*420) + 3*40
	n := all.Notions(0)
	require.Len(t, n, 2)
	assert.InDelta(t, cut/1000, n[0].Quantity, 1e-9)
	assert.Equal(t, 6.0, n[1].Quantity)
	assert.Equal(t, 3, all.Works()[0].Count)
	assert.InDelta(t, cut-3*40, all.Works()[0].Length, 1e-6)
	assert.InDelta(t, 840, all[1].Breadth(), 1)
	assert.Greater(t, all.Mass(), all[0].Mass())
	assert.InDelta(t, all[0].Mass()+all[1].Mass(), all.Mass(), 1e-9)
	assert.Empty(t, Hoops{}.Notions(0), "nothing is bought for no steels")
}

// The shortest front that takes a busk takes one, a millimetre less takes none (busks are sold from 6 in on; from memory).
func TestShortestFront(t *testing.T) {
	b, ok := BuskFor(ShortestFront(), false)
	require.True(t, ok)
	assert.InDelta(t, 6*25.4, b.Length, 1e-9)
	_, ok = BuskFor(ShortestFront()-1, false)
	assert.False(t, ok)
	longer, _ := BuskFor(ShortestFront()+200, false)
	assert.Greater(t, longer.Mass(), b.Mass())
}
