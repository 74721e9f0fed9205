package skirt

import (
	"math"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/drafttest"
	"ardentgusset/core/draft/part"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// From a waist of 68 cm straight to a hem of 320 cm over 104 cm there is 116.46 cm of cloth at a hip 20 cm down, 16.46 cm
// more than a hip of 100 cm; below that hip alone 2.619 rad of a circle would do, which leaves 47.62 cm at the waist: it
// can't be one cone (worked example, common practice, no source).
func TestUmbrellaOfTheTrade(t *testing.T) {
	share := 2520.0 / 1040 / 2 / math.Pi
	ways := make([]float64, 61)
	along := make([]float64, 61)
	for i := range ways {
		along[i], ways[i] = float64(i)/60, 1040
	}
	got, err := part.TurnedBy(share, along, ways, 340)
	require.NoError(t, err)
	assert.InDelta(t, 1164.6, 2*math.Pi*share*(got.Inner[0]+200), 0.5)
	assert.InDelta(t, 2.619, (3200.0-1000)/840, 0.001)
	assert.InDelta(t, 476.2, 1000-2200.0/840*200, 0.1)
}

// On any body: hem and waist edge add up as they are drawn, darts have equal legs and lie on the edge, the hem lies on one
// circle, the skirt goes round the hip, and it is as long at front and back as the way to the floor leaves it.
func TestUmbrellaAddsUp(t *testing.T) {
	drafted := 0
	rapid.Check(t, func(t *rapid.T) {
		on := drafttest.Wearer(t)
		g := Umbrella{}
		v := drafttest.Chosen(t, untrained{g}, on)
		d, err := draft.Make(g, on, v, g.About().Usual)
		if err != nil {
			return
		}
		drafted++
		if v.Whole("panels") == 2 { // as it lies when its side seam is sewn it is measured by the tape round skirts
			require.NoError(t, d.Check())
			return
		}
		p := drafttest.Piece(t, d, "half")
		hem, _ := p.Edge("hem")
		c := middle(hem.Line)
		for _, q := range hem.Line {
			require.InDelta(t, hem.Line[0].To(c), q.To(c), 0.5)
		}
		right, _ := p.Edge("right")
		left, _ := p.Edge("left")
		for _, e := range []*pattern.Edge{right, left} { // both point to the middle, and so meet the hem square
			dir := e.Line[1].Sub(e.Line[0]).Unit()
			require.Less(t, math.Abs(dir.Cross(c.Sub(e.Line[0]).Unit())), 0.01)
		}
		require.InDelta(t, on.Fall(0, on.Floor()-v.Number("clearance")), left.Length(), 3)
		require.InDelta(t, on.Fall(180, on.Floor()-v.Number("clearance")), right.Length(), 3)
		darts := 0.0
		for _, m := range p.Marks {
			if m.Kind == pattern.Dart {
				require.InDelta(t, m.Path[0].To(m.Path[1]), m.Path[1].To(m.Path[2]), 0.01)
				darts += m.Path[0].To(m.Path[2])
			}
		}
		edge := 0.0
		for _, id := range []string{"top", "top-back"} {
			if e, ok := p.Edge(id); ok {
				edge += e.Length()
			}
		}
		band := drafttest.Piece(t, d, "band")
		long := 0.0
		for _, e := range band.Edges {
			if len(e.ID) > 3 && e.ID[:3] == "to-" {
				long += e.Length()
			}
		}
		require.InDelta(t, long/2, edge-darts-v.Number("gathered")/2, 0.5)
		for _, drop := range []float64{80, 140, 200} {
			up := min(right.Length(), left.Length()) - drop
			require.Greater(t, 2*plane.Length(arcAbove(p, c, up)), on.Girth(drop)-1, "%.0f below the waist", drop)
		}
	})
	assert.Greater(t, drafted, 25)
}

// arcAbove is the arc about the middle that lies so far above the hem, from one side to the other.
func arcAbove(p *pattern.Piece, c plane.Point, up float64) []plane.Point {
	hem, _ := p.Edge("hem")
	var out []plane.Point
	for _, q := range hem.Line {
		out = append(out, q.Toward(c, up/q.To(c)))
	}
	return out
}
