package pattern

import (
	"math"
	"testing"

	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// An extension adds its width times the edge's length, moves no other corner, and leaves the
// piece it was made from as it was.
func TestExtensionAddsWhatItSays(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		w, h := rapid.Float64Range(50, 600).Draw(t, "w"), rapid.Float64Range(50, 600).Draw(t, "h")
		by := rapid.Float64Range(1, 60).Draw(t, "by")
		p := Rectangle("p", "A piece", w, h, 10)
		p.Notches = []Notch{{Edge: "top", At: 10}}
		before, _ := p.Outline()
		got, err := p.Extended("right", by, "was")
		require.NoError(t, err)
		require.NoError(t, got.Fault())
		after, _ := got.Outline()
		require.InDelta(t, plane.Area(before)+by*h, plane.Area(after), 1e-6)
		same, _ := p.Outline()
		require.Equal(t, before, same, "the piece it was made from stays")
		e, _ := got.Edge("left")
		require.InDelta(t, h, e.Length(), 1e-9)
		require.InDelta(t, 10+by, got.Notches[0].At, 1e-9, "a notch keeps its place on the cloth")
	})
	p := Rectangle("p", "A piece", 10, 10, 0)
	_, err := p.Extended("nowhere", 5, "")
	assert.ErrorContains(t, err, "no edge nowhere")
}

// An edge that is squared leaves its neighbour at a right angle; its ends stay.
func TestSquaredLeavesAtARightAngle(t *testing.T) {
	p := Piece{ID: "p", Name: "A piece", Edges: []Edge{
		{ID: "bottom", Line: []plane.Point{{}, {X: 300}}},
		{ID: "right", Line: []plane.Point{{X: 300}, {X: 280, Y: 250}}},
		{ID: "shoulder", Line: []plane.Point{{X: 280, Y: 250}, {X: 150, Y: 300}}},
		{ID: "neck", Line: plane.Cubic(plane.Pt(150, 300), plane.Pt(150, 240), plane.Pt(80, 230), plane.Pt(0, 230))},
		{ID: "left", Line: []plane.Point{{Y: 230}, {}}}}}
	got, err := p.Squared("neck", true, 60)
	require.NoError(t, err)
	got, err = got.Squared("neck", false, 30)
	require.NoError(t, err)
	require.NoError(t, got.Fault())
	neck, _ := got.Edge("neck")
	was, _ := p.Edge("neck")
	n := len(neck.Line)
	assert.True(t, neck.Line[0].Same(was.Line[0]) && neck.Line[n-1].Same(was.Line[len(was.Line)-1]))
	angle := func(a, b plane.Point) float64 { return math.Abs(math.Atan2(a.Cross(b), a.Dot(b))) * 180 / math.Pi }
	assert.InDelta(t, 90, angle(plane.Pt(-130, 50), neck.Line[1].Sub(neck.Line[0])), 2)
	assert.InDelta(t, 90, angle(neck.Line[n-1].Sub(neck.Line[n-2]), plane.Pt(0, -230)), 2)
	assert.InDelta(t, was.Length(), neck.Length(), 12)
}

// blouse is a front with a dart at its lower edge, as big and dart as wide as drawn.
func blouse(t *rapid.T) Piece {
	w, h := rapid.Float64Range(180, 320).Draw(t, "w"), rapid.Float64Range(300, 500).Draw(t, "h")
	mouth, tip := rapid.Float64Range(10, 60).Draw(t, "mouth"), rapid.Float64Range(0.3, 0.6).Draw(t, "tip")
	a, b, top := plane.Pt(w*0.4, 0), plane.Pt(w*0.4+mouth, 0), plane.Pt(w*0.4+mouth/2, h*tip)
	shoulder, neck := plane.Pt(w*0.7, h), plane.Pt(w*0.25, h+30)
	p := Piece{ID: "front", Name: "Front", Cut: 2, Mirrored: true, Edges: []Edge{
		{ID: "hem", Line: []plane.Point{{}, a, Cap([]plane.Point{{}, a}, []plane.Point{b, plane.Pt(w, 0)}, top), b, {X: w}}},
		{ID: "side", Line: []plane.Point{{X: w}, {X: w + 10, Y: h * 0.6}}},
		{ID: "scye", Line: plane.Cubic(plane.Pt(w+10, h*0.6), plane.Pt(w*0.8, h*0.6), plane.Pt(w*0.68, h*0.75), shoulder)},
		{ID: "shoulder", Line: []plane.Point{shoulder, neck}},
		{ID: "neck", Line: plane.Cubic(neck, plane.Pt(w*0.2, h-40), plane.Pt(w*0.15, h-50), plane.Pt(0, h-50))},
		{ID: "centre", Line: []plane.Point{{Y: h - 50}, {}}}},
		Notches: []Notch{{Edge: "hem", At: w * 0.2}, {Edge: "hem", At: plane.Length([]plane.Point{{}, a}) + 1.02*mouth + w*0.2}},
		Marks:   []Mark{{Kind: Dart, Path: []plane.Point{a, top, b}, Label: "waist"}}}
	require.NoError(t, p.Fault())
	return p
}

// taken is what a dart's mouth takes of an edge: its two corners there and the cap.
func taken(p Piece, edge string) float64 {
	for _, m := range p.mouths() {
		if p.Edges[m.edge].ID == edge {
			return plane.Length(p.Edges[m.edge].Line[m.first : m.last+1])
		}
	}
	return 0
}

// A dart that is moved takes as much as it did; every edge keeps its length, less what a dart
// takes of it; moved back, the piece is what it was, but for its place.
func TestMovedDart(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		p := blouse(t)
		to := rapid.SampledFrom([]string{"side", "shoulder", "scye", "neck", "centre"}).Draw(t, "to")
		e, _ := p.Edge(to)
		at := e.Length() * rapid.Float64Range(0.2, 0.8).Draw(t, "at")
		got, err := p.DartMoved("waist", to, at)
		require.NoError(t, err)
		require.Len(t, got.mouths(), 1)
		require.InDelta(t, p.mouths()[0].angle, got.mouths()[0].angle, 1e-3)
		for i := range p.Edges {
			was, is := p.Edges[i], got.Edges[i]
			require.InDelta(t, was.Length()-taken(p, was.ID), is.Length()-taken(got, is.ID), 1e-6, was.ID)
			next := got.Edges[(i+1)%len(got.Edges)]
			require.Less(t, is.Line[len(is.Line)-1].To(next.Line[0]), 1e-6)
		}
		was, _ := p.Edge("hem")
		is, _ := got.Edge("hem")
		require.InDelta(t, p.Notches[0].At, got.Notches[0].At, 1e-9)
		require.InDelta(t, was.Length()-p.Notches[1].At, is.Length()-got.Notches[1].At, 1e-6, "a notch beyond the dart keeps its place")
		back, err := got.DartMoved("waist", "hem", was.Line[0].To(p.mouths()[0].legs(p)[0]))
		require.NoError(t, err)
		a, _ := p.Outline()
		b, _ := back.Outline()
		require.InDelta(t, plane.Area(a), plane.Area(b), 1e-6*plane.Area(a))
		for i := range p.Edges {
			require.InDelta(t, p.Edges[i].Length(), back.Edges[i].Length(), 0.02, p.Edges[i].ID)
		}
	})
}

// legs are the corners of a dart's mouth.
func (m mouth) legs(p Piece) [2]plane.Point {
	return [2]plane.Point{p.Edges[m.edge].Line[m.first], p.Edges[m.edge].Line[m.last]}
}

// A facing's edges are those of its piece, to the last point; its inner edge lies as far inside
// as it is wide; it meets the edges beside it at just that distance.
func TestFacingIsAsItsPiece(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		p := blouse(t)
		run := rapid.SampledFrom([][]string{{"neck"}, {"scye"}, {"hem"}, {"neck", "centre"}}).Draw(t, "run")
		wide := rapid.Float64Range(15, min(55, p.Room(run...))).Draw(t, "wide")
		f, err := p.Facing(wide, run...)
		if err != nil {
			require.ErrorContains(t, err, "crosses")
			return
		}
		for _, id := range run {
			own, _ := p.Edge(id)
			faced, ok := f.Edge(id)
			require.True(t, ok)
			require.InDelta(t, own.Length()-taken(p, id), faced.Length(), 1e-6, id)
		}
		n := len(f.Edges)
		require.InDelta(t, wide, f.Edges[n-1].Length(), 1e-6)
		require.InDelta(t, wide, f.Edges[n-3].Length(), 1e-6)
		inner, _ := f.Edge("inner")
		var out []plane.Point
		for _, id := range run {
			e, _ := f.Edge(id)
			out = plane.Join(out, e.Line)
		}
		for part := 0.1; part < 0.95; part += 0.2 {
			q, _ := plane.Along(inner.Line, inner.Length()*part)
			near := math.Inf(1)
			for i := 1; i < len(out); i++ {
				near = min(near, plane.Off(q, out[i-1], out[i]))
			}
			require.InDelta(t, wide, near, 0.16*wide, "%v at %.1f", run, part)
		}
		require.NoError(t, f.Fault())
	})
}

// A dart 60 mm wide at a leg of 240 takes 14.36°; moved to where its leg is 130 it opens 32.5
// (plane geometry: 2·130·sin 7.18°).
func TestMovedDartWorked(t *testing.T) {
	tip := plane.Pt(150, 240)
	leg := math.Sqrt(240*240 - 30*30)
	p := Piece{ID: "p", Name: "A piece", Cut: 2, Edges: []Edge{
		{ID: "hem", Line: []plane.Point{{}, {X: 120, Y: 240 - leg}, {X: 150}, {X: 180, Y: 240 - leg}, {X: 280}}},
		{ID: "side", Line: []plane.Point{{X: 280}, {X: 280, Y: 400}}},
		{ID: "top", Line: []plane.Point{{X: 280, Y: 400}, {Y: 400}}},
		{ID: "left", Line: []plane.Point{{Y: 400}, {}}}},
		Marks: []Mark{{Kind: Dart, Path: []plane.Point{{X: 120, Y: 240 - leg}, tip, {X: 180, Y: 240 - leg}}, Label: "waist"}}}
	require.InDelta(t, 14.36, p.mouths()[0].angle*180/math.Pi, 0.01)
	got, err := p.DartMoved("waist", "side", 240) // 130 to the right of the point
	require.NoError(t, err)
	path := got.Marks[0].Path
	assert.InDelta(t, 130, path[0].To(path[1]), 1e-6)
	assert.InDelta(t, 32.5, path[0].To(path[len(path)-1]), 0.05)
}
