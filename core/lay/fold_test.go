package lay

import (
	"context"
	"math"
	"testing"

	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// yoke is alike on both sides of its middle.
func yoke(id string, n int) Piece {
	return Piece{ID: id, Count: n, OnFold: true, Turns: []float64{0, 180}, Outline: []XY{{0, 0}, {150, 20}, {170, 60}, {150, 100}, {0, 120}, {-15, 60}}}
}

func gusset(id string, n int) Piece {
	return Piece{ID: id, Count: n, MirrorPairs: true, Turns: []float64{0, 180}, Outline: []XY{{0, 0}, {200, 10}, {160, 90}, {20, 60}}}
}

// turnedOver is a shape in the other layer of folded cloth.
func turnedOver(line []plane.Point, c Cloth, fold float64) []plane.Point {
	out := make([]plane.Point, len(line))
	for i, p := range line {
		if c.Fold == Lengthwise {
			out[i] = plane.Pt(p.X, c.Width-p.Y)
		} else {
			out[i] = plane.Pt(2*fold-p.X, p.Y)
		}
	}
	return out
}

// Opened flat, each half of folded cloth is the other's mirror image: a pair is
// cut at once, a piece on the fold is its own image, and what has no
// counterpart lies behind.
func TestFoldedClothByHand(t *testing.T) {
	j := Job{Seed: 1, Cloth: Cloth{Width: 600, Selvedge: 10, Fold: Lengthwise}, Pieces: []Piece{gusset("g", 4), yoke("y", 2), gusset("odd", 3)}}
	require.NoError(t, j.Check())
	r := Place(context.Background(), j)
	require.Empty(t, r.Unplaced)
	require.Empty(t, j.Faults(r.Placements))
	shapes := map[string][]plane.Point{}
	for _, at := range r.Placements {
		shapes[copyKey(at.ID, at.Copy)] = j.piece(at.ID).Shape(at)
	}
	same := func(a, b []plane.Point) {
		t.Helper()
		assert.InDelta(t, math.Abs(plane.Area(a)), math.Abs(plane.Area(b)), 1e-6)
		for _, p := range a {
			assert.Less(t, plane.Apartness(b, p), 1e-6)
		}
	}
	for _, pair := range [][2]string{{copyKey("g", 0), copyKey("g", 1)}, {copyKey("g", 2), copyKey("g", 3)}, {copyKey("odd", 0), copyKey("odd", 1)}} {
		same(turnedOver(shapes[pair[0]], j.Cloth, 0), shapes[pair[1]])
	}
	for k := range 2 {
		same(turnedOver(shapes[copyKey("y", k)], j.Cloth, 0), shapes[copyKey("y", k)])
	}
	doubled := 0.0
	for key, s := range shapes {
		if key != copyKey("odd", 2) {
			doubled = max(doubled, plane.BoxOf(s).Max.X)
		}
	}
	assert.GreaterOrEqual(t, plane.BoxOf(shapes[copyKey("odd", 2)]).Min.X, doubled-1e-6, "the third lies behind the fold, on a single layer")

	// Looked for longer it gets no worse and stays folded; a pin stays.
	better := Improve(context.Background(), j, r, 4, nil)
	assert.LessOrEqual(t, better.Length, r.Length+1e-6)
	require.Empty(t, j.Faults(better.Placements))
	for _, at := range r.Placements {
		if at.ID == "g" && at.Copy == 0 {
			at.X += 300
			j.Pinned = []Placement{at}
		}
	}
	require.NoError(t, j.Check())
	for copy, why := range map[int]string{1: "pin copy 0", 2: "single layer"} {
		wrong := j
		wrong.Pinned = []Placement{{ID: map[int]string{1: "g", 2: "odd"}[copy], Copy: copy, Mirrored: copy == 1, X: 900, Y: 300}}
		assert.ErrorContains(t, wrong.Check(), why)
	}
	pinned := Place(context.Background(), j)
	assert.Contains(t, pinned.Placements, j.Pinned[0])
	require.Empty(t, j.Faults(pinned.Placements))
}

// A flaw in either layer spoils both.
func TestFlawsUnderTheFold(t *testing.T) {
	for _, y := range []float64{40, 500} { // below the middle, above it
		j := Job{Seed: 1, Cloth: Cloth{Width: 600, Fold: Lengthwise, Flaws: [][]XY{{{0, y}, {120, y}, {120, y + 60}, {0, y + 60}}}}, Pieces: []Piece{gusset("g", 6), yoke("y", 1)}}
		require.NoError(t, j.Check())
		r := Place(context.Background(), j)
		require.Empty(t, r.Unplaced)
		require.Empty(t, j.Faults(r.Placements))
	}
	for what, j := range map[string]Job{
		"nap":         {Cloth: Cloth{Width: 600, Nap: true, Fold: Crosswise}, Pieces: []Piece{gusset("g", 2)}},
		"flaws":       {Cloth: Cloth{Width: 600, Fold: Crosswise, Flaws: [][]XY{{{0, 0}, {9, 0}, {0, 9}}}}, Pieces: []Piece{gusset("g", 2)}},
		"repeat":      {Cloth: Cloth{Width: 600, RepeatX: 50, Fold: Lengthwise}, Pieces: []Piece{gusset("g", 2)}},
		"irregular":   {Cloth: Cloth{Width: 600, Length: 900, Outline: []XY{{0, 0}, {900, 0}, {0, 600}}, Fold: Lengthwise}, Pieces: []Piece{gusset("g", 2)}},
		"length_mm":   {Cloth: Cloth{Width: 600, Outline: []XY{{0, 0}, {900, 0}, {0, 600}}}, Pieces: []Piece{gusset("g", 2)}},
		"within":      {Cloth: Cloth{Width: 600, Length: 500, Outline: []XY{{0, 0}, {900, 0}, {0, 600}}}, Pieces: []Piece{gusset("g", 2)}},
		"both sides":  {Cloth: Cloth{Width: 600, Fold: Lengthwise}, Pieces: []Piece{{ID: "skew", Count: 1, OnFold: true, Outline: []XY{{0, 0}, {100, 0}, {30, 80}}}}},
		"diagonally":  {Cloth: Cloth{Width: 600, Fold: "diagonally"}, Pieces: []Piece{gusset("g", 2)}},
		"copies must": {Cloth: Cloth{Width: 600}, Pieces: []Piece{{ID: "c", Count: 2, Copies: []int{2}, Outline: []XY{{0, 0}, {100, 0}, {30, 80}}}}},
	} {
		assert.ErrorContains(t, j.Check(), what)
	}
}

// Made even, a piece is exactly its own mirror image and differs from what it
// was by no more than it was askew.
func TestEven(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		p := yoke("y", 1)
		for i := range p.Outline {
			p.Outline[i][0] += rapid.Float64Range(-0.1, 0.1).Draw(t, "dx")
			p.Outline[i][1] += rapid.Float64Range(-0.1, 0.1).Draw(t, "dy")
		}
		was := points(p.Outline)
		require.True(t, p.Even())
		is := points(p.Outline)
		b := plane.BoxOf(is)
		for _, q := range is {
			m := plane.Pt(q.X, b.Min.Y+b.Max.Y-q.Y)
			require.Less(t, plane.Apartness(is, m), 1e-9)
			require.Less(t, plane.Apartness(was, q), 0.5)
		}
		_, _, crossed := plane.Crossing(clean(is))
		require.False(t, crossed)
	})
	skew := gusset("g", 1)
	assert.False(t, skew.Even())
}

// What an irregular piece of cloth lacks and what it has make up its rectangle,
// and no strip of it is hollow.
func TestBeyondTheCloth(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		outline := star(t, "cloth")
		b := plane.BoxOf(points(outline))
		c := Cloth{Width: b.Height() + rapid.Float64Range(0, 50).Draw(t, "wider"), Length: b.Width() + rapid.Float64Range(0, 50).Draw(t, "longer")}
		for _, q := range outline {
			c.Outline = append(c.Outline, XY{q[0] - b.Min.X, q[1] - b.Min.Y})
		}
		sum := math.Abs(plane.Area(points(c.Outline)))
		for _, strip := range beyond(c) {
			require.True(t, convex(strip))
			sum += math.Abs(plane.Area(strip))
			middle := plane.Middle(strip, 0.5)
			require.False(t, plane.Inside(points(c.Outline), middle) && plane.Apartness(points(c.Outline), middle) > 0.01, "%v is cloth", middle)
		}
		require.InDelta(t, c.Width*c.Length, sum, c.Width*c.Length*1e-3)
	})
	assert.Empty(t, beyond(Cloth{Width: 100}))
}

// Grain lines say where pieces lie: the middle of a rectangle is half its width
// up from its lower edge.
func TestGrainLines(t *testing.T) {
	j := Job{Cloth: Cloth{Width: 300, Selvedge: 10}, Pieces: []Piece{rectangle("a", 3, 100, 60)}}
	r := Place(context.Background(), j)
	lines := j.GrainLines(r)
	require.Len(t, lines, 3)
	for i, g := range lines {
		assert.Equal(t, r.Placements[i].Copy, g.Copy)
		assert.InDelta(t, 100, g.To-g.From, 1e-9)
		assert.InDelta(t, g.Low+30, g.Up, 1.5)
		assert.GreaterOrEqual(t, g.Low, 10.0)
	}
}

// What is cut from both layers lies the other way up in the lower one: a piece
// that is not quite alike on both sides of its middle is cut by itself there, so
// that nothing lies on it.
func TestNotQuiteAlike(t *testing.T) {
	for skew, doubled := range map[float64]bool{0: true, 1e-4: true, 0.3: false, 5: false} {
		p := Piece{ID: "yoke", Count: 2, Turns: []float64{0, 180}, Outline: []XY{{0, 0}, {200, 20}, {200, 80 + skew}, {0, 100}}}
		j := Job{Cloth: Cloth{Width: 420, Fold: Lengthwise}, Pieces: []Piece{p, {ID: "band", Count: 2, MirrorPairs: true, Turns: []float64{0, 180}, Outline: xys(oblong(200, 90))}}}
		require.NoError(t, j.Check())
		f := fold(j)
		assert.Equal(t, doubled, len(f.single) == 0, "skew %g", skew)
		assert.Empty(t, j.Faults(Search(context.Background(), j, 2, nil).Placements), "skew %g", skew)
	}
}
