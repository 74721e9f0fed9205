package skirt

import (
	"math"
	"strings"
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

// A train of 40 cm from an edge 90 cm above the floor, as a sum by hand: it slants to 15 cm behind, and lies on the
// floor from there; 116.2 cm below the edge, 13.8 less than fall and train added (worked example, from memory).
func TestTrailing(t *testing.T) {
	assert.InDelta(t, 1162.4, 900+part.Trailing(900, 400), 0.1)
	assert.InDelta(t, 137.6, 1300-900-part.Trailing(900, 400), 0.1)
	assert.InDelta(t, 0, part.Trailing(900, 0), 1e-9)
	for s := 0.0; s < 1500; s++ {
		assert.Less(t, part.Trailing(900, s), part.Trailing(900, s+1), "a millimetre more of train is more cloth")
		assert.Less(t, part.Trailing(900, s), s+1)
	}
}

// sidesOf are how long the pieces of a skirt are at their sides, by piece and edge.
func sidesOf(d draft.Draft) map[string]float64 {
	out := map[string]float64{}
	for i := range d.Pieces {
		p := &d.Pieces[i]
		if p.ID != "front" && p.ID != "back" && !strings.HasPrefix(p.ID, "side-") {
			continue
		}
		for _, e := range p.Edges {
			if e.ID != "hem" && e.ID != "top" {
				out[p.ID+" "+e.ID] = e.Length()
			}
		}
	}
	return out
}

// On any body and with any skirt a train leaves the centre front as it was, makes the centre back longer by what trails,
// every seam in between by as much at both its edges, the more the further behind; and its hem runs on over the seams.
func TestTrains(t *testing.T) {
	kinds := []draft.Garment{Circle{}, Breadths{}, Gores{}}
	drafted := 0
	rapid.Check(t, func(t *rapid.T) {
		g := kinds[rapid.IntRange(0, 2).Draw(t, "kind")]
		on := drafttest.Wearer(t)
		set := draft.Settings{"clearance": rapid.Float64Range(0, 90).Draw(t, "clear")}
		plain, err := trained(g, on, set, 0)
		if err != nil {
			return
		}
		long := rapid.Float64Range(50, 1500).Draw(t, "train")
		d, err := trained(g, on, set, long)
		if err != nil {
			return
		}
		drafted++
		require.NoError(t, d.Check())
		before, after := sidesOf(plain), sidesOf(d)
		front := drafttest.Piece(t, d, "front")
		require.InDelta(t, before["front "+front.Fold], after["front "+front.Fold], 0.5)
		var more []float64
		for i := range d.Pieces {
			p := &d.Pieces[i]
			if _, ok := after[p.ID+" right"]; ok && p.Fold != "centre-back" {
				by := after[p.ID+" right"] - before[p.ID+" right"]
				require.Greater(t, by, -0.5)
				more = append(more, by)
			}
		}
		last := &d.Pieces[0]
		for i := range d.Pieces {
			if id := d.Pieces[i].ID; id == "back" || strings.HasPrefix(id, "side-") {
				last = &d.Pieces[i]
			}
		}
		centre := last.Fold
		if centre == "" {
			centre = "right"
		}
		behind := after[last.ID+" "+centre] - before[last.ID+" "+centre]
		for _, m := range more {
			require.LessOrEqual(t, m, behind+0.5)
		}
		high := on.Floor()
		require.Greater(t, behind, set["clearance"].(float64)*0.5+part.Trailing(high, long)-60)
		require.Less(t, behind, set["clearance"].(float64)+long+1)
		for k := 1; k < len(d.Seams); k++ { // round the hem, from piece to piece
			s := d.Seams[k-1]
			if s.Join != pattern.Beside || s.A.Piece == s.B.Piece {
				continue
			}
			a, b := drafttest.Piece(t, d, s.A.Piece), drafttest.Piece(t, d, s.B.Piece)
			most := 4.0
			if on.GirthAt(figure.Hip) > on.Length("height") { // wider round than tall
				most = 12.5 // beyond that it is refused
			}
			require.InDelta(t, 180, hemCorner(a, s.A.Edge)+hemCorner(b, s.B.Edge), most, "%s", s.ID)
		}
	})
	assert.Greater(t, drafted, 25)
}

func trained(g draft.Garment, on figure.Figure, set draft.Settings, long float64) (draft.Draft, error) {
	all := draft.Settings{"train": long}
	for k, v := range set {
		all[k] = v
	}
	v, _ := draft.Settle(g, on, all)
	return draft.Make(g, on, v, g.About().Usual)
}

// hemCorner is the angle, in degrees, between the hem of a piece and an edge beside it.
func hemCorner(p *pattern.Piece, edge string) float64 {
	hem, _ := p.Edge("hem")
	e, _ := p.Edge(edge)
	towards := func(line []plane.Point) plane.Point {
		q, _ := plane.Along(line, 1)
		return q.Sub(line[0]).Unit()
	}
	a, b := hem.Line, e.Line
	if a[0].To(b[len(b)-1]) < 1e-3 {
		b = plane.Reversed(b)
	} else {
		a = plane.Reversed(a)
	}
	return math.Acos(max(-1, min(1, towards(a).Dot(towards(b))))) * 180 / math.Pi
}

// untrained is a skirt without a train: its hem is level.
type untrained struct{ draft.Garment }

func (u untrained) Parameters() []draft.Parameter {
	return draft.Without(u.Garment.Parameters(), "train")
}

// Before and behind, where a breadth or a gore lies on the fold, the hem of a train of any length meets the fold square: opened
// out it runs on without a point.
func TestTrainsHaveNoPoint(t *testing.T) {
	on := drafttest.Body(t, map[string]float64{"bust_girth": 920, "waist_girth": 720, "hip_girth": 980, "height": 1650}, 0)
	for _, g := range []draft.Garment{Breadths{}, Gores{}, TiedBack{}} {
		for _, long := range []float64{200, 600, 1000, 1500} {
			d := drafttest.Make(t, g, on, draft.Settings{"train": long, "clearance": 30.0})
			for i := range d.Pieces {
				p := &d.Pieces[i]
				hem, ok := p.Edge("hem")
				fold, folded := p.Edge(p.Fold)
				if !ok || !folded {
					continue
				}
				along := fold.Line[len(fold.Line)-1].Sub(fold.Line[0]).Unit()
				at := 0.0 // the end of the hem that lies on the fold
				if hem.Line[0].To(fold.Line[0]) > 1 && hem.Line[0].To(fold.Line[len(fold.Line)-1]) > 1 {
					at = hem.Length() - 4
				}
				a, _ := plane.Along(hem.Line, at)
				b, _ := plane.Along(hem.Line, at+4)
				assert.InDelta(t, 0, b.Sub(a).Unit().Dot(along), 0.11, "%s, %.0f: %s", g.About().Kind, long, p.ID)
			}
		}
	}
}
