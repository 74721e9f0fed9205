package pattern

import (
	"testing"

	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

func TestRectangleIsCutWithItsAllowances(t *testing.T) {
	p := Rectangle("a", "A", 200, 100, 10)
	p.Allow(25, "bottom")
	p.Allow(0, "top")
	assert.NoError(t, p.Fault())
	b := plane.BoxOf(p.CutLine())
	assert.Equal(t, plane.Box{Min: plane.Pt(-10, -25), Max: plane.Pt(210, 100)}, b)
	assert.InDelta(t, 220*125, p.Area(), 1e-6)
}

// However an edge is divided, its stretches run head to tail and add up, and
// the piece is the same.
func TestSplittingLosesNothing(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		p := Rectangle("a", "A", 300, 120, 12)
		before := p.Area()
		n := rapid.IntRange(1, 7).Draw(t, "n")
		var parts []Stretch
		for i := range n {
			parts = append(parts, Stretch{ID: string(rune('a' + i)), Length: rapid.Float64Range(5, 40).Draw(t, "length")})
		}
		edge := rapid.SampledFrom([]string{"bottom", "right", "top", "left"}).Draw(t, "edge")
		whole := 300.0
		if edge == "right" || edge == "left" {
			whole = 120
			if n > 2 {
				parts = parts[:2]
			}
		}
		p.Split(edge, parts...)
		require.NoError(t, p.Fault())
		require.InDelta(t, before, p.Area(), 1e-6)
		sum := 0.0
		for _, s := range parts {
			e, ok := p.Edge(s.ID)
			require.True(t, ok)
			sum += e.Length()
		}
		require.InDelta(t, whole, sum, 1e-6)
		_, still := p.Edge(edge)
		require.False(t, still)
	})
}

func onFold(left bool) Piece {
	// A half with a sloping side; the fold is the upright edge.
	line := []plane.Point{{X: 0, Y: 0}, {X: 120, Y: 0}, {X: 80, Y: 200}, {X: 0, Y: 200}}
	if !left {
		line = plane.Reversed(plane.Mirrored(line, 0))
	}
	p := Piece{ID: "half", Name: "Half", Cut: 1}
	for i, a := range line {
		b := line[(i+1)%4]
		e := Edge{ID: string(rune('a' + i)), Name: "edge", Line: []plane.Point{a, b}, Allowance: 15}
		if a.X == 0 && b.X == 0 {
			e.Allowance = 0
			p.Fold = e.ID
		}
		p.Edges = append(p.Edges, e)
	}
	return p
}

// Opened at its fold, a half has twice the cloth and is symmetrical, on
// whichever side the fold lies.
func TestOpenedAtTheFold(t *testing.T) {
	for _, left := range []bool{true, false} {
		p := onFold(left)
		require.NoError(t, p.Fault())
		half, whole := p.CutLine(), p.Opened()
		assert.InDelta(t, 2*plane.Area(half), plane.Area(whole), 1e-6)
		_, _, crossed := plane.Crossing(whole)
		assert.False(t, crossed)
		b := plane.BoxOf(whole)
		assert.InDelta(t, 0, b.Min.X+b.Max.X, 1e-9)
		assert.Equal(t, "cut 1 on the fold", p.CutNote())
	}
}

func TestFaultsAreFound(t *testing.T) {
	good := Rectangle("a", "A", 100, 50, 10)
	for name, spoil := range map[string]func(p *Piece){
		"turned inside out": func(p *Piece) {
			for i := range p.Edges {
				p.Edges[i].Line = plane.Mirrored(p.Edges[i].Line, 0)
			}
		},
		"does not meet":      func(p *Piece) { p.Edges[1].Line = plane.Moved(p.Edges[1].Line, plane.Pt(3, 0)) },
		"negative allowance": func(p *Piece) { p.Edges[2].Allowance = -1 },
		"no area":            func(p *Piece) { p.Edges = p.Edges[:1] },
		"crosses its own sewing line": func(p *Piece) {
			p.Edges[0].Line = []plane.Point{{X: 0, Y: 0}, {X: 60, Y: 70}, {X: 40, Y: 70}, {X: 100, Y: 0}}
		},
	} {
		p := good
		p.Edges = append([]Edge{}, good.Edges...)
		spoil(&p)
		require.Error(t, p.Fault(), name)
		assert.Contains(t, p.Fault().Error(), name)
	}
}

func TestTruing(t *testing.T) {
	a, b := Rectangle("a", "A", 100, 50, 10), Rectangle("b", "B", 130, 50, 10)
	a.Cut, b.Cut = 2, 4
	got := True([]Piece{a, b}, []Seam{
		{ID: "gathered", A: Side{Piece: "a", Edge: "top"}, B: Side{Piece: "b", Edge: "top"}, Ease: 30, Absorbed: Gathers},
		{ID: "off", A: Side{Piece: "a", Edge: "top"}, B: Side{Piece: "b", Edge: "top"}, Ease: 29, Absorbed: Gathers},
		{ID: "nearly", A: Side{Piece: "a", Edge: "top"}, B: Side{Piece: "b", Edge: "top"}, Ease: 29.6, Absorbed: Gathers},
		{ID: "missing", A: Side{Piece: "a", Edge: "collar"}, B: Side{Piece: "b", Edge: "top"}},
	})
	assert.True(t, got[0].True)
	assert.False(t, got[1].True)
	assert.InDelta(t, 1, got[1].Difference, 1e-9)
	assert.True(t, got[2].True, "half a millimetre is let pass")
	assert.False(t, got[3].True)
	assert.Equal(t, "a collar", got[3].Missing)
	assert.Equal(t, 2, got[0].Times([]Piece{a, b}), "as often as the scarcer piece is there")
	fold := onFold(true)
	assert.Equal(t, 2, Seam{A: Side{Piece: "half", Edge: "b"}, B: Side{Piece: "b", Edge: "left"}}.Times([]Piece{fold, b}), "a piece on the fold has the edge at both ends")
	assert.Equal(t, 1, Seam{A: Side{Piece: "a", Edge: "top", Copy: Nth(0, 2)}}.Times([]Piece{a}))
}
