package skirt

import (
	"math"
	"strings"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

func made(t require.TestingT, waist, hip float64, set draft.Settings) (figure.Figure, draft.Draft) {
	on, err := figure.New([]figure.Reading{{Key: "waist_girth", Value: measure.Length(waist)}, {Key: "hip_girth", Value: measure.Length(hip)}, {Key: "waist_to_floor_back", Value: 1080}, {Key: "waist_to_floor_front", Value: 1040}}, figure.Women, 0)
	require.NoError(t, err)
	v, wrong := draft.Settle(Gored{}, on, set)
	require.Empty(t, wrong)
	d, err := Gored{}.Draft(on, v, Gored{}.About().Usual)
	require.NoError(t, err)
	return on, d
}

func edgeOf(t require.TestingT, d draft.Draft, piece, edge string) pattern.Edge {
	for i := range d.Pieces {
		if d.Pieces[i].ID == piece {
			e, ok := d.Pieces[i].Edge(edge)
			require.True(t, ok, edge)
			return *e
		}
	}
	t.Errorf("no piece %s", piece)
	t.FailNow()
	return pattern.Edge{}
}

// The hem measures what was asked, the band's stretches add up to the waist
// and its ease, and the hips pass the skirt.
func TestSkirtAddsUp(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		waist := rapid.Float64Range(560, 1000).Draw(t, "waist")
		n := rapid.IntRange(1, 3).Draw(t, "gores")
		hip := waist * rapid.Float64Range(1.05, 1.2+0.08*float64(n)).Draw(t, "hip")
		set := draft.Settings{"side_gores": float64(n)}
		on, d := made(t, waist, hip, set)
		hem, band := 0.0, 0.0
		for i := range n + 2 {
			hem += 2 * edgeOf(t, d, d.Pieces[i].ID, "hem").Length()
		}
		for _, e := range d.Pieces[n+2].Edges {
			if strings.HasPrefix(e.ID, "left-") || strings.HasPrefix(e.ID, "right-") {
				band += e.Length()
			}
		}
		want := 0.0
		for _, x := range d.Dimensions {
			if x.Key == "hem" {
				want = x.Value
			}
		}
		require.InDelta(t, want, hem, 0.004*want)
		require.InDelta(t, waist+10, band, 0.01)
		// Width of all gores and the flat back at the hip line.
		round := 0.0
		drop := on.Drop(figure.Hip)
		for i := range n + 2 {
			line, _ := d.Pieces[i].Outline()
			top := plane.BoxOf(edgeOf(t, d, d.Pieces[i].ID, "top").Line).Max.Y
			w := across(line, top-drop)
			round += 2 * w
		}
		require.GreaterOrEqual(t, round, on.GirthAt(figure.Hip)+40)
	})
}

// across is how wide a polygon is at a height.
func across(poly []plane.Point, y float64) float64 {
	lo, hi := math.Inf(1), math.Inf(-1)
	for i, a := range poly {
		b := poly[(i+1)%len(poly)]
		if (a.Y > y) != (b.Y > y) {
			x := a.X + (b.X-a.X)*(y-a.Y)/(b.Y-a.Y)
			lo, hi = min(lo, x), max(hi, x)
		}
	}
	return hi - lo
}

// Sewn edges meet the hem squarely, as they must if the line is to run on
// without a corner.
func TestCornersAreSquare(t *testing.T) {
	_, d := made(t, 680, 980, nil)
	for i := range 4 {
		p := d.Pieces[i]
		for k, e := range p.Edges {
			next := p.Edges[(k+1)%len(p.Edges)]
			if e.ID != "hem" && next.ID != "hem" {
				continue
			}
			u := e.Line[len(e.Line)-1].Sub(e.Line[len(e.Line)-2]).Unit()
			v := next.Line[1].Sub(next.Line[0]).Unit()
			angle := math.Abs(math.Acos(u.Dot(v))*180/math.Pi - 90)
			assert.Less(t, angle, 3.0, "%s: %s to %s", p.Name, e.Name, next.Name)
		}
	}
}

func TestDartsHaveEqualLegsAndTheBackIsLonger(t *testing.T) {
	_, d := made(t, 600, 880, draft.Settings{"side_gores": 2.0})
	darts := 0
	for i := range d.Pieces {
		for _, m := range d.Pieces[i].Marks {
			if m.Kind == pattern.Dart {
				darts++
				assert.InDelta(t, m.Path[0].To(m.Path[1]), m.Path[1].To(m.Path[2]), 0.01)
			}
		}
	}
	assert.Positive(t, darts)
	front, back := edgeOf(t, d, "front", "fold").Length(), edgeOf(t, d, "back", "fold").Length()
	assert.InDelta(t, 40, back-front, 0.5, "the readings differ by 4 cm")
}

// The ends of placket and pocket lie equally far below the waist on both edges of
// their seam, measured here along the drawn edges from their waist ends.
func TestPlacketAndPocketAreMarkedOnBothEdges(t *testing.T) {
	on, err := figure.New(nil, figure.Women, 0)
	require.NoError(t, err)
	v, _ := draft.Settle(Gored{}, on, draft.Settings{"placket": 240.0})
	d, err := draft.Make(Gored{}, on, v, Gored{}.About().Usual)
	require.NoError(t, err)
	down := map[string][]float64{}
	for i := range d.Pieces {
		p := &d.Pieces[i]
		for _, n := range p.Notches {
			if n.Label != "placket ends, left" && n.Label != "pocket" {
				continue
			}
			e, _ := p.Edge(n.Edge)
			at, _ := plane.Along(e.Line, n.At)
			assert.Greater(t, at.Y, p.Edges[0].Line[0].Y)
			if e.Line[len(e.Line)-1].Y < e.Line[0].Y { // it runs down from the waist
				down[p.ID] = append(down[p.ID], n.At)
				continue
			}
			down[p.ID] = append(down[p.ID], e.Length()-n.At)
		}
	}
	// The placket lies before the back breadth, the pocket in the seam nearest to the side.
	for piece, want := range map[string][]float64{"back": {240}, "side-1": {100, 270}, "side-2": {240, 100, 270}} {
		assert.InDeltaSlice(t, want, down[piece], 0.1, piece)
	}
	assert.Len(t, down, 3)
}
