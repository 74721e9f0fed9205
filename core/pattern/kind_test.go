package pattern

import (
	"math"
	"testing"

	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// What an edge is follows from the seams first, then from what it was said to be, then from its allowance.
func TestWhatAnEdgeIs(t *testing.T) {
	p := Rectangle("front", "Front", 300, 400, 12)
	p.Fold = "left"
	p.Allow(0, "top")
	seams := []Seam{{ID: "side", A: Side{Piece: "front", Edge: "right"}, B: Side{Piece: "back", Edge: "left"}}}
	kind := func(id string) EdgeKind {
		e, ok := p.Edge(id)
		require.True(t, ok)
		return p.KindOf(*e, seams)
	}
	assert.Equal(t, OnFold, kind("left"))
	assert.Equal(t, Sewn, kind("right"))
	assert.Equal(t, Bound, kind("top"))
	assert.Equal(t, Opening, kind("bottom"))
	e, _ := p.Edge("bottom")
	e.Turned = true
	assert.Equal(t, Hem, kind("bottom"))
	p.Face("facing-bias", "bottom", "nowhere")
	assert.Equal(t, FacedOut, kind("bottom"))
	assert.Equal(t, "facing-bias", e.Technique)
	p.Be(Loose, "top")
	top, _ := p.Edge("top")
	assert.False(t, p.WithoutAllowance(*top), "what hangs free has none to miss")
	p.Hidden = true
	assert.Equal(t, Sewn, kind("right"))
	right, _ := p.Edge("right")
	assert.Equal(t, Enclosed, p.KindOf(Edge{ID: "other", Allowance: 10, Line: right.Line}, nil))
}

// How a piece is cut is said as a cutter says it.
func TestCutNotes(t *testing.T) {
	p := Rectangle("cuff", "Cuff", 200, 60, 10)
	assert.Equal(t, "cut 1", p.CutNote())
	p.Cut, p.Mirrored = 4, true
	assert.Equal(t, "cut 4, mirrored", p.CutNote())
	p.Layered(ForLining)
	assert.Equal(t, "cut 2 outer, 2 lining, mirrored", p.CutNote())
	assert.Equal(t, 2, p.CutOf(ForOuter))
	assert.Equal(t, 2, p.CutOf(ForLining))
	p.Also, p.Cut, p.Mirrored, p.Fold = nil, 1, false, "left"
	assert.Equal(t, "cut 1 on the fold", p.CutNote())
	p.Fold, p.EitherWay = "", true
	assert.Equal(t, "cut 1, either way", p.CutNote())
}

// The raw edge of a hem on a part of a circle is longer than its line by the depth times the angle, each way up and down: what
// Steiner's formula says of parallel curves, against the two arcs themselves.
func TestHemSurplusOfAnArc(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		r, angle := rapid.Float64Range(300, 1200).Draw(t, "r"), rapid.Float64Range(0.2, 1.5).Draw(t, "angle")
		deep, cut := rapid.Float64Range(5, 80).Draw(t, "deep"), rapid.IntRange(1, 6).Draw(t, "cut")
		arc := func(r float64) (out []plane.Point) {
			for k := range 121 {
				s, c := math.Sincos(-angle/2 + angle*float64(k)/120)
				out = append(out, plane.Pt(r*s, -r*c))
			}
			return out
		}
		p := Piece{ID: "gore", Name: "Gore", Cut: cut, Edges: []Edge{{ID: "hem", Line: arc(r), Allowance: deep, Turned: true}}}
		want := float64(cut) * (plane.Length(arc(r+deep)) - plane.Length(arc(r-deep)))
		require.InDelta(t, want, HemSurplus([]Piece{p}), 0.01*want+0.01)
		require.InDelta(t, angle, p.Edges[0].Turns(), 0.02)
	})
}

// Gathering rows lie as far to either side of the line, all along it; a lowered hem is as much longer as asked at each place,
// and nowhere else.
func TestRowsAndLoweredHems(t *testing.T) {
	p := Rectangle("skirt", "Skirt", 500, 700, 12)
	top, _ := p.Edge("top")
	p.GatherRows(top.Line)
	require.Len(t, p.Marks, 2)
	for _, m := range p.Marks {
		for _, q := range m.Path {
			assert.InDelta(t, gatherBeside, math.Abs(q.Y-700), 1e-9)
		}
	}
	rapid.Check(t, func(t *rapid.T) {
		most := rapid.Float64Range(0, 300).Draw(t, "most")
		by := func(share float64) float64 { return most * share * share }
		out, err := p.Lower("bottom", by)
		require.NoError(t, err)
		require.NoError(t, out.Fault())
		hem, _ := out.Edge("bottom")
		for at := 0.0; at <= 1; at += 0.1 {
			q, _ := plane.Along(hem.Line, at*hem.Length())
			require.InDelta(t, -by(q.X/500), q.Y, 0.5+most*0.01)
		}
		side, _ := out.Edge("right")
		require.InDelta(t, 700+most, side.Length(), 0.01)
		other, _ := out.Edge("left")
		require.InDelta(t, 700, other.Length(), 0.01)
	})
	_, err := p.Lower("nowhere", func(float64) float64 { return 1 })
	assert.Error(t, err)
}
