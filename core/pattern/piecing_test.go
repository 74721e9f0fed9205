package pattern

import (
	"fmt"
	"math"
	"testing"

	"ardentgusset/core/plane"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// Chains of panels sewn side by side, one of them pieced anywhere: the seams of
// all stay true, the sewing area is kept, every notch is still on its edge, and
// what was given is not changed.
func TestPiecingProperty(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		n := rapid.IntRange(2, 5).Draw(t, "panels")
		var pieces []Piece
		var seams []Seam
		high := rapid.Float64Range(200, 900).Draw(t, "high")
		for i := range n {
			p := Rectangle(fmt.Sprint("p", i), fmt.Sprint("Panel ", i), rapid.Float64Range(80, 400).Draw(t, "wide"), high, 12)
			p.Cut = 2
			p.Notches = []Notch{{Edge: "right", At: high * rapid.Float64Range(0.1, 0.9).Draw(t, "notch")}, {Edge: "bottom", At: 20}}
			p.Marks = []Mark{{Kind: WaistLine, Path: []plane.Point{plane.Pt(2, high*0.6), plane.Pt(60, high*0.6)}}}
			pieces = append(pieces, p)
			if i > 0 {
				seams = append(seams, Seam{ID: fmt.Sprint("s", i), A: Side{Piece: fmt.Sprint("p", i-1), Edge: "right"}, B: Side{Piece: fmt.Sprint("p", i), Edge: "left"}})
			}
		}
		cut := Piecing{Piece: fmt.Sprint("p", rapid.IntRange(0, n-1).Draw(t, "which")), Across: rapid.Bool().Draw(t, "across"), At: rapid.Float64Range(0.05, 0.95).Draw(t, "at")}
		before := fmt.Sprint(pieces, seams)
		got, sewn, err := Pieced(pieces, seams, cut, 10)
		require.Equal(t, before, fmt.Sprint(pieces, seams))
		require.NoError(t, err)
		require.Len(t, got, n+1)
		was, is, notches, marked := 0.0, 0.0, 0, 0.0
		for i := range pieces {
			was += area(pieces[i])
		}
		for i := range got {
			require.NoError(t, got[i].Fault())
			is += area(got[i])
			for _, note := range got[i].Notches {
				e, ok := got[i].Edge(note.Edge)
				require.True(t, ok, "notch on %s", note.Edge)
				require.GreaterOrEqual(t, note.At, -1e-9)
				require.LessOrEqual(t, note.At, e.Length()+1e-9)
				notches++
			}
			for _, m := range got[i].Marks {
				marked += plane.Length(m.Path)
			}
		}
		require.InDelta(t, was, is, 1e-3)
		require.Equal(t, 2*n, notches)
		require.InDelta(t, 58*float64(n), marked, 1e-6, "no line of marking is lost")
		crossed := n // the piecing itself and the seams there were
		for _, s := range True(got, sewn) {
			require.True(t, s.True, "%s: %f %s", s.ID, s.Difference, s.Missing)
		}
		if cut.Across { // the seams at its sides are divided
			for _, s := range seams {
				if s.A.Piece == cut.Piece || s.B.Piece == cut.Piece {
					crossed++
				}
			}
		}
		require.Len(t, sewn, crossed)
		// Pieced once more, somewhere else in the larger part.
		again, resewn, err := Pieced(got, sewn, Piecing{Piece: cut.Piece, Across: !cut.Across, At: 0.5}, 10)
		if err == nil {
			require.Len(t, again, n+2)
			for _, s := range True(again, resewn) {
				require.True(t, s.True, "%s: %f %s", s.ID, s.Difference, s.Missing)
			}
		}
	})
}

// Nothing is pieced across a bone, and not where there is nothing.
func TestPiecingIsRefused(t *testing.T) {
	r := Rectangle("front", "Front", 200, 300, 10)
	r.Marks = []Mark{{Kind: BoneLine, Path: []plane.Point{{X: 100, Y: 20}, {X: 100, Y: 280}}, Width: 7}}
	_, _, err := Pieced([]Piece{r}, nil, Piecing{Piece: "front", Across: true, At: 0.5}, 10)
	require.ErrorContains(t, err, "bone")
	_, _, err = Pieced([]Piece{r}, nil, Piecing{Piece: "front", At: 0.5}, 10)
	require.ErrorContains(t, err, "bone")
	_, _, err = Pieced([]Piece{r}, nil, Piecing{Piece: "front", At: 0.25}, 10)
	require.NoError(t, err)
	for _, at := range []float64{-1, 0, 0.01, 1, math.Inf(1)} {
		_, _, err = Pieced([]Piece{r}, nil, Piecing{Piece: "front", At: at}, 10)
		require.Error(t, err)
	}
	// A hollow piece is crossed more than twice.
	u := Piece{ID: "u", Name: "U", Cut: 1, Edges: []Edge{{ID: "round", Name: "round", Line: []plane.Point{{X: 0}, {X: 300}, {X: 300, Y: 300}, {X: 200, Y: 300}, {X: 200, Y: 100}, {X: 100, Y: 100}, {X: 100, Y: 300}, {Y: 300}, {X: 0}}}}}
	_, _, err = Pieced([]Piece{u}, nil, Piecing{Piece: "u", Across: true, At: 0.8}, 10)
	require.ErrorContains(t, err, "4 times")
}

// A breadth made of narrow strips: as many pieces and seams as there are strips, each of its own name, even, all of the area, every seam
// as long on both sides; and cut across besides.
func TestPiecedFromStrips(t *testing.T) {
	for _, strips := range []int{2, 3, 4, 6} {
		whole := Rectangle("breadth", "Breadth", 1400, 900, 10)
		pieces, seams := []Piece{whole}, []Seam(nil)
		var err error
		for left := strips; left > 1; left-- {
			pieces, seams, err = Pieced(pieces, seams, Piecing{Piece: "breadth", At: 1 / float64(left)}, 10)
			require.NoError(t, err)
		}
		pieces, seams, err = Pieced(pieces, seams, Piecing{Piece: "breadth", Across: true, At: 0.4}, 10)
		require.NoError(t, err)
		require.Len(t, pieces, strips+1)
		seen, names, sum := map[string]bool{}, map[string]bool{}, 0.0
		for _, p := range pieces {
			require.False(t, seen[p.ID] || names[p.Name], "%s, %s", p.ID, p.Name)
			seen[p.ID], names[p.Name] = true, true
			edges := map[string]bool{}
			for _, e := range p.Edges {
				require.False(t, edges[e.ID], "%s of %s", e.ID, p.ID)
				edges[e.ID] = true
			}
			box := plane.BoxOf(p.Opened())
			require.InDelta(t, 1400/float64(strips)+20, box.Width(), 0.5)
			sum += area(p)
		}
		require.InDelta(t, 1400*900, sum, 1)
		for _, tr := range True(pieces, seams) {
			require.True(t, tr.True, tr.ID)
		}
	}
}
