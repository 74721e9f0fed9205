package sewn

import (
	"fmt"
	"math"
	"testing"

	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// cone is a straight cone cut into so many equal panels, laid flat: radii of its lower and upper ring, its slant height, and
// levels that lie on it, mm from its lower ring up along it. It is geometry alone: a ring of it is 2π times its radius.
func cone(low, high, slant float64, panels int, levels ...float64) (pieces []pattern.Piece, seams []pattern.Seam) {
	rise := (high - low) / slant
	arc := func(radius, long float64) (line []plane.Point) { // one panel's part of the ring, about the cone's tip laid at the origin
		share := 2 * math.Pi * radius / float64(panels)
		if math.Abs(rise) < 1e-9 {
			return []plane.Point{{X: -share / 2, Y: long}, {X: share / 2, Y: long}}
		}
		r := radius / rise // from the tip; less than nothing where it narrows upwards
		for k := range 49 {
			s, c := math.Sincos(share / r * (float64(k)/48 - 0.5))
			line = append(line, plane.Pt(r*s, r*c))
		}
		return line
	}
	for i := range panels {
		bottom, top := arc(low, 0), arc(high, slant)
		p := pattern.Piece{ID: fmt.Sprint("panel-", i), Name: "Panel", Cut: 1, Edges: []pattern.Edge{
			{ID: "bottom", Line: bottom, Allowance: 10}, {ID: "right", Line: []plane.Point{bottom[len(bottom)-1], top[len(top)-1]}, Allowance: 10},
			{ID: "top", Line: plane.Reversed(top), Allowance: 10}, {ID: "left", Line: []plane.Point{top[0], bottom[0]}, Allowance: 10}}}
		for _, l := range levels {
			p.Levels = append(p.Levels, pattern.Level{Drop: l, Path: arc(low+rise*l, l)})
		}
		pieces = append(pieces, p)
		seams = append(seams, pattern.Seam{ID: fmt.Sprint("seam-", i), A: pattern.Side{Piece: p.ID, Edge: "right"},
			B: pattern.Side{Piece: fmt.Sprint("panel-", (i+1)%panels), Edge: "left"}})
	}
	return pieces, seams
}

// The rings of a cone's panels are its circles, however many panels it is cut into, wider above or below, wherever the panels
// lie and however they are turned.
func TestRingsOfACone(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		low, high := rapid.Float64Range(80, 260).Draw(t, "low"), rapid.Float64Range(80, 260).Draw(t, "high")
		slant, n := rapid.Float64Range(math.Abs(high-low)+60, 700).Draw(t, "slant"), rapid.IntRange(2, 12).Draw(t, "panels")
		at := rapid.Float64Range(0.05, 0.95).Draw(t, "at") * slant
		pieces, seams := cone(low, high, slant, n, at)
		turn := rapid.Float64Range(-180, 180).Draw(t, "turn")
		off := plane.Pt(rapid.Float64Range(-900, 900).Draw(t, "x"), rapid.Float64Range(-900, 900).Draw(t, "y"))
		for i := range pieces {
			p := &pieces[i]
			for k := range p.Edges {
				p.Edges[k].Line = plane.Moved(plane.Turned(p.Edges[k].Line, turn), off)
			}
			for k := range p.Levels {
				p.Levels[k].Path = plane.Moved(plane.Turned(p.Levels[k].Path, turn), off)
			}
		}
		rings := Rings(pieces, seams)
		require.Len(t, rings, 1)
		want := 2 * math.Pi * (low + (high-low)*at/slant)
		require.InDelta(t, want, rings[0].Girth, 0.002*want) // an arc of 48 chords
		require.Len(t, rings[0].Parts, n)
		for _, part := range rings[0].Parts {
			require.InDelta(t, want/float64(n), part.Long, 0.002*want)
			require.Equal(t, 1, part.Times)
		}
	})
}

// One panel let out or taken in along both its edges moves every ring by as much, one lengthened moves none; a panel fewer is
// seen at once.
func TestRingsFollowOnePanel(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		r, n := rapid.Float64Range(90, 240).Draw(t, "radius"), rapid.IntRange(3, 9).Draw(t, "panels")
		pieces, seams := cone(r, r, 400, n, 60, 200, 340)
		before := Rings(pieces, seams)
		k, by := rapid.IntRange(0, n-1).Draw(t, "which"), rapid.Float64Range(-15, 15).Draw(t, "by")
		p := &pieces[k]
		right, _ := p.Edge("right")
		right.Line = plane.Moved(right.Line, plane.Pt(by, 0))
		left, _ := p.Edge("left")
		left.Line = plane.Moved(left.Line, plane.Pt(-by, 0))
		bottom, _ := p.Edge("bottom")
		top, _ := p.Edge("top")
		bottom.Line[0], bottom.Line[1] = left.Line[1], right.Line[0]
		top.Line[0], top.Line[1] = right.Line[1], left.Line[0]
		after := Rings(pieces, seams)
		require.Len(t, after, len(before))
		for i := range before {
			require.InDelta(t, before[i].Girth+2*by, after[i].Girth, 0.01)
			require.Equal(t, before[i].Drop, after[i].Drop)
		}
		fewer := Rings(append(append([]pattern.Piece(nil), pieces[:k]...), pieces[k+1:]...), seams)
		for i := range fewer {
			require.InDelta(t, after[i].Girth-(2*math.Pi*r/float64(n)+2*by), fewer[i].Girth, 0.01)
		}
	})
}

// A piece on the fold and a pair count twice, whole ones once; darts within a panel take what they take and no more, wherever
// along the level they lie.
func TestWhatComesTwiceAndWhatIsTakenUp(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		wide := rapid.Float64Range(120, 400).Draw(t, "wide")
		takes := rapid.Float64Range(4, 40).Draw(t, "takes")
		at := rapid.Float64Range(0.25, 0.75).Draw(t, "at") * wide
		p := pattern.Rectangle("p", "P", wide, 300, 10)
		p.Levels = []pattern.Level{{Drop: 0, Path: []plane.Point{{Y: 120}, {X: wide, Y: 120}}}}
		// At the level, 120 up of 240, the dart is half as wide as its mouth.
		p.Marks = []pattern.Mark{{Kind: pattern.Dart, Path: []plane.Point{{X: at - takes}, {X: at, Y: 240}, {X: at + takes}}}}
		seams := []pattern.Seam{{ID: "s", A: pattern.Side{Piece: "p", Edge: "right"}, B: pattern.Side{Piece: "p", Edge: "left"}}}
		rings := Rings([]pattern.Piece{p}, seams)
		require.Len(t, rings, 1)
		require.InDelta(t, wide-takes, rings[0].Girth, 1e-6)
		p.Fold = "left"
		require.InDelta(t, 2*(wide-takes), Rings([]pattern.Piece{p}, seams)[0].Girth, 1e-6)
		p.Fold, p.Mirrored, p.Cut = "", true, 2
		require.InDelta(t, 2*(wide-takes), Rings([]pattern.Piece{p}, seams)[0].Girth, 1e-6)
	})
	facing := pattern.Rectangle("f", "F", 100, 50, 10)
	facing.Of = "p"
	facing.Levels = []pattern.Level{{Drop: 0, Path: []plane.Point{{Y: 20}, {X: 100, Y: 20}}}}
	assert.Empty(t, Rings([]pattern.Piece{facing}, nil), "a facing goes round nothing")
	assert.Equal(t, 1, Times(&facing))
}
