package part_test

import (
	"fmt"
	"math"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/drafttest"
	"ardentgusset/core/draft/part"
	"ardentgusset/core/figure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// banded are settings of a band, as something on a band has them.
func banded(numbers map[draft.Key]float64, closure string) draft.Values {
	all := map[draft.Key]float64{draft.Band: 30, draft.Ease: 12, draft.Lap: 25, draft.Placket: 230, draft.Allowance: 12}
	for k, v := range numbers {
		all[k] = v
	}
	return draft.Values{}.With(all, map[draft.Key]string{draft.Closure: closure})
}

// However deep it is, on bodies of many shapes: its upper edge is the waist and its ease, its lower edge lies on the body at
// its depth, what is sewn to it has its places one after the other, and the piece is sound.
func TestBandsGoRoundTheBody(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		waist := rapid.Float64Range(560, 1200).Draw(t, "waist")
		hip := waist + rapid.Float64Range(80, 360).Draw(t, "hip less waist")
		on := drafttest.Body(t, map[string]float64{"height": 1660, "waist_girth": waist, "hip_girth": hip, "bust_girth": waist + 180}, 0)
		deep, ease := rapid.Float64Range(12, 160).Draw(t, "deep"), rapid.Float64Range(0, 40).Draw(t, "ease")
		b := part.BandOn(on, banded(map[draft.Key]float64{draft.Band: deep, draft.Ease: ease}, "hooks"))
		require.InDelta(t, on.GirthAt(figure.Waist)+ease, b.Length, 1e-6)
		require.GreaterOrEqual(t, b.Lower, b.Length)
		if !b.Shaped() {
			require.True(t, deep <= 38.1 || on.Girth(on.Reached(deep)) <= on.GirthAt(figure.Waist)+2, "a deep band on a body that widens is shaped")
		} else {
			require.GreaterOrEqual(t, b.Lower, on.Girth(on.Reached(deep))+ease-0.5, "it does not cut in")
		}
		n := rapid.IntRange(1, 6).Draw(t, "parts")
		var parts []pattern.Stretch
		for k := range n {
			parts = append(parts, pattern.Stretch{ID: fmt.Sprint("to-", k), Length: b.Lower / float64(n)})
		}
		p := b.Piece(parts...)
		require.NoError(t, p.Fault())
		sum := 0.0
		for _, s := range parts {
			e, ok := p.Edge(s.ID)
			require.True(t, ok)
			require.InDelta(t, s.Length, e.Length(), 0.3)
			sum += e.Length()
		}
		under, ok := p.Edge("underlap")
		require.True(t, ok)
		require.InDelta(t, 25, under.Length(), 0.3)
		require.InDelta(t, b.Lower, sum, 0.5)
		top, _ := p.Edge("top")
		require.InDelta(t, b.Length+25, top.Length(), 0.5)
		ends := 0
		for _, m := range p.Notches {
			if _, ok := p.Edge(m.Edge); ok {
				ends++
			}
		}
		require.Equal(t, n, ends, "a notch where each part ends, the last where the lap begins")
		// Both ends are as deep as the band, a straight one folded.
		left, _ := p.Edge("left")
		want := deep
		if !b.Shaped() {
			want = 2 * deep
		}
		require.InDelta(t, want, left.Length(), 0.2)
	})
}

// A shaped band is a ring about one centre: its two edges stay its depth apart all along.
func TestShapedBandsAreAsDeepEverywhere(t *testing.T) {
	on := drafttest.Body(t, map[string]float64{"height": 1660, "waist_girth": 700, "hip_girth": 1020, "bust_girth": 900}, 0)
	for deep := 45.0; deep <= 160; deep += 23 {
		b := part.BandOn(on, banded(map[draft.Key]float64{draft.Band: deep}, "buttons"))
		require.True(t, b.Shaped(), deep)
		p := b.Piece(pattern.Stretch{ID: "to", Length: b.Lower})
		top, _ := p.Edge("top")
		low, _ := p.Edge("to")
		for at := 0.0; at <= low.Length(); at += 40 {
			q, _ := plane.Along(low.Line, at)
			near := math.Inf(1)
			for i := 0.0; i <= top.Length(); i += 1 {
				o, _ := plane.Along(top.Line, i)
				near = min(near, o.To(q))
			}
			require.InDelta(t, deep, near, 0.5, "%g of %g", at, deep)
		}
		buttons := 0
		for _, m := range p.Marks {
			if m.Kind == pattern.Button {
				buttons++
			}
		}
		require.Equal(t, 2, buttons, "one to close it, one where it closes to")
	}
}

// A drawstring passes the hips with its opening's help, draws in to the waist and carries no lap; hooks grow with the depth.
func TestHowBandsClose(t *testing.T) {
	on := drafttest.Body(t, map[string]float64{"height": 1660, "waist_girth": 700, "hip_girth": 1020, "bust_girth": 900}, 0)
	drawn := part.BandOn(on, banded(nil, "drawstring"))
	assert.Zero(t, drawn.Lap)
	assert.GreaterOrEqual(t, drawn.Length+2*drawn.Opening, on.GirthAt(figure.Hip))
	assert.InDelta(t, on.GirthAt(figure.Waist)+12, drawn.Waist, 1e-6)
	var d draft.Draft
	drawn.Finish(&d, on, 3)
	require.NotEmpty(t, d.Notes)
	assert.Equal(t, "hooks", d.Notes[0].Fix[draft.Closure], "hooks lie flatter, and are offered")
	hooks := func(deep float64) int {
		var d draft.Draft
		part.BandOn(on, banded(map[draft.Key]float64{draft.Band: deep}, "hooks")).Finish(&d, on, 3)
		require.Len(t, d.Fastenings, 1)
		return d.Fastenings[0].Count
	}
	assert.Equal(t, 2, hooks(25), "one on the band, one half-way down the opening")
	assert.Greater(t, hooks(120), hooks(25))
	// The bulk: four layers of the band and the garment gathered, as the pile of them.
	b := part.BandOn(on, banded(nil, "hooks"))
	assert.InDelta(t, 4*0.4+0.5*3, b.Bulk(0.4, 0.5, 3*b.Lower), 1e-9)
}

// Where a skirt hangs from a bodice there is no band: the waist seam is what the bodice says, its side and what lies open
// before it are told as shares of the half.
func TestWhatABodiceTells(t *testing.T) {
	on := drafttest.Body(t, nil, 0)
	v := part.Bodice{Seam: 760, Side: 0.52, Opening: 180, Opens: "centre-back", Allowance: 15, Free: 95}.Told(banded(nil, "hooks"))
	b := part.BandOn(on, v)
	assert.True(t, b.None)
	assert.InDelta(t, 760, b.Length, 1e-9)
	assert.InDelta(t, 180, b.Opening, 1e-9)
	assert.InDelta(t, 0.52, part.SideShare(v), 1e-9)
	assert.InDelta(t, 95.0/(95+380), part.FreeShare(v), 1e-9)
	assert.Equal(t, "centre-back", part.Opens(v))
	assert.InDelta(t, 0.5*2, b.Bulk(0.4, 0.5, 2*760), 1e-9, "it has no band to be thick")
	var d draft.Draft
	b.Finish(&d, on, 3)
	assert.Empty(t, d.Fastenings)
	alone := banded(nil, "hooks")
	assert.Zero(t, part.SideShare(alone))
	assert.Zero(t, part.FreeShare(alone))
	assert.Equal(t, "side", part.Opens(alone))
}
