package pattern

import (
	"math"
	"slices"
	"testing"

	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// gore is a gore of the right half, hem below, its right edge sloping out by so much.
func gore(id string, high, slope float64) Piece {
	return Piece{ID: id, Name: id, Cut: 2, Mirrored: true, Edges: []Edge{
		{ID: "hem", Line: []plane.Point{{}, {X: 200 + slope}}, Allowance: 30},
		{ID: "right", Line: []plane.Point{{X: 200 + slope}, {X: 200, Y: high}}, Allowance: 15},
		{ID: "top", Line: []plane.Point{{X: 200, Y: high}, {Y: high}}, Allowance: 10},
		{ID: "left", Line: []plane.Point{{Y: high}, {}}, Allowance: 15},
	}}
}

// placesOn are how far from the hem the notches of an upright edge lie.
func placesOn(t require.TestingT, p Piece, edge string) (out []float64) {
	e, ok := p.Edge(edge)
	require.True(t, ok)
	for _, n := range p.Notches {
		if n.Edge == edge {
			q, _ := plane.Along(e.Line, n.At)
			out = append(out, q.Y)
		}
	}
	slices.Sort(out)
	return out
}

// A gore beside a neighbour that is drawn as the same half, or as the other: either way their notches meet when hem is sewn
// to hem, and so does a mark that only one of them had.
func TestNotchesMeetHoweverThePieceIsDrawn(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		high, mirrored := rapid.Float64Range(150, 1100).Draw(t, "high"), rapid.Bool().Draw(t, "mirrored")
		slope := rapid.Float64Range(0, 0.2).Draw(t, "slope") * high
		a, b := gore("a", high, slope), gore("b", high, slope)
		if mirrored {
			b = b.Mirror()
		}
		hip := rapid.Float64Range(20, high-20).Draw(t, "hip")
		a.Notches = []Notch{{Edge: "right", At: hip, Label: "hip"}}
		pieces := []Piece{a, b}
		seams := []Seam{{ID: "s", A: Side{Piece: "a", Edge: "right"}, B: Side{Piece: "b", Edge: "right"}}}
		require.Equal(t, !mirrored, seams[0].Alike(pieces, seams))
		Tell(pieces, seams)
		one, other := placesOn(t, pieces[0], "right"), placesOn(t, pieces[1], "right")
		require.Len(t, one, 2) // the seam's own, and the hip
		require.Len(t, other, len(one))
		for i := range one {
			require.InDelta(t, one[i], other[i], 1e-6)
		}
		for _, s := range Account(pieces, seams, seams[0]) {
			require.InDelta(t, 0, s.Ease, 1e-6)
		}
	})
}

// Facings follow the piece they lie on; a shoulder, which lies across, follows the side of the same two pieces.
func TestWhichWayEdgesRun(t *testing.T) {
	a := gore("a", 400, 40)
	layer := a.Copied()
	layer.ID = "layer"
	back := a.Copied()
	back.ID = "back"
	pieces := []Piece{a, layer, back}
	seams := []Seam{
		{ID: "faced", A: Side{Piece: "a", Edge: "top"}, B: Side{Piece: "layer", Edge: "top"}, Join: Faced},
		{ID: "shoulder", A: Side{Piece: "a", Edge: "top"}, B: Side{Piece: "back", Edge: "top"}},
		{ID: "side", A: Side{Piece: "back", Edge: "right"}, B: Side{Piece: "a", Edge: "right"}},
		{ID: "round", A: Side{Piece: "a", Edge: "left"}, B: Side{Piece: "layer", Edge: "right"}},
		{ID: "own", A: Side{Piece: "a", Edge: "left"}, B: Side{Piece: "a", Edge: "left"}},
	}
	for i, alike := range []bool{true, true, true, false, true} {
		assert.Equal(t, alike, seams[i].Alike(pieces, seams), seams[i].ID)
	}
	assert.False(t, seams[1].Alike(pieces, seams[:2]), "nothing tells: they run opposite ways, as most do")
}

// A slit's edge is sewn to both sides of a gore: one group on all three, wherever the rule begins.
func TestWhatIsSewnToSeveralHasOneGroup(t *testing.T) {
	slit, wedge := gore("slit", 500, 0), gore("wedge", 500, 0)
	for _, turned := range []bool{false, true} {
		pieces := []Piece{slit.Copied(), wedge.Copied(), gore("next", 500, 0)}
		seams := []Seam{
			{ID: "1", A: Side{Piece: "wedge", Edge: "left"}, B: Side{Piece: "slit", Edge: "right"}, Join: Inset},
			{ID: "2", A: Side{Piece: "slit", Edge: "right"}, B: Side{Piece: "wedge", Edge: "right"}, Join: Inset},
			{ID: "3", A: Side{Piece: "next", Edge: "left"}, B: Side{Piece: "wedge", Edge: "right"}},
		}
		if turned {
			slices.Reverse(seams)
		}
		Tell(pieces, seams)
		want := placesOn(t, pieces[0], "right")
		require.NotEmpty(t, want)
		assert.InDeltaSlice(t, want, placesOn(t, pieces[1], "left"), 1e-9)
		assert.InDeltaSlice(t, want, placesOn(t, pieces[1], "right"), 1e-9)
		assert.InDeltaSlice(t, want, placesOn(t, pieces[2], "left"), 1e-9)
	}
}

// Where two hems meet at a seam they run on in one line, whichever way the second piece is drawn; the seam's ends stay.
func TestHemsRunOnOverTheSeam(t *testing.T) {
	for _, mirrored := range []bool{false, true} {
		a, b := gore("a", 600, 90), gore("b", 600, 90)
		if mirrored {
			b = b.Mirror()
		}
		pieces := []Piece{a, b}
		seams := []Seam{{ID: "s", A: Side{Piece: "a", Edge: "right"}, B: Side{Piece: "b", Edge: "right"}}}
		corner := func(p Piece, edge string) float64 { // inside the piece, between hem and seam
			h, _ := p.Edge("hem")
			s, _ := p.Edge(edge)
			foot := s.Line[0]
			if s.Line[len(s.Line)-1].Y < foot.Y {
				foot = s.Line[len(s.Line)-1]
			}
			along, up := plane.Point{}, plane.Point{}
			for _, l := range [][]plane.Point{h.Line, plane.Reversed(h.Line)} {
				if l[0].To(foot) < 1e-6 {
					q, _ := plane.Along(l, 0.3)
					along = q.Sub(foot)
				}
			}
			for _, l := range [][]plane.Point{s.Line, plane.Reversed(s.Line)} {
				if l[0].To(foot) < 1e-6 {
					q, _ := plane.Along(l, 0.3)
					up = q.Sub(foot)
				}
			}
			return math.Acos(along.Unit().Dot(up.Unit())) * 180 / math.Pi
		}
		before := corner(pieces[0], "right") + corner(pieces[1], "right")
		require.Less(t, before, 170.0, "both slope: without more it would have a point")
		Fair(pieces, seams)
		assert.InDelta(t, 180, corner(pieces[0], "right")+corner(pieces[1], "right"), 1.5)
		for _, p := range pieces {
			require.NoError(t, p.Fault())
		}
	}
}

// However short an edge is that is notched at all, and however unlike the two are in length, no notch comes to lie in a corner
// or beyond it, and three beside each other keep their distance.
func TestNotchesStayOnTheirEdges(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		one, other := rapid.Float64Range(shortest, 1200).Draw(t, "one"), rapid.Float64Range(shortest, 1200).Draw(t, "other")
		pieces := []Piece{gore("a", one, 0), gore("b", other, 0), gore("c", one, 0), gore("d", other, 0)}
		var seams []Seam
		for i, p := range []string{"a", "b", "c"} {
			seams = append(seams, Seam{ID: p, A: Side{Piece: p, Edge: "right"}, B: Side{Piece: pieces[i+1].ID, Edge: "left"}, Absorbed: Gathers})
		}
		Tell(pieces, seams)
		for i := range pieces {
			for _, n := range pieces[i].Notches {
				e, ok := pieces[i].Edge(n.Edge)
				require.True(t, ok)
				require.Greater(t, n.At, 4.0)
				require.Less(t, n.At, e.Length()-4)
				for _, o := range pieces[i].Notches {
					if o != n && o.Edge == n.Edge {
						require.Greater(t, math.Abs(o.At-n.At), notchGap-0.01)
					}
				}
			}
		}
	})
}
