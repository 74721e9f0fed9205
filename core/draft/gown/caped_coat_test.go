package gown

import (
	"math"
	"slices"
	"strings"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/drafttest"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// apex is where two straight edges of a piece meet when they are carried on, and the angle between them.
func apex(p *pattern.Piece, a, b string) (plane.Point, float64) {
	e, _ := p.Edge(a)
	f, _ := p.Edge(b)
	u, v := e.Line[len(e.Line)-1].Sub(e.Line[0]), f.Line[len(f.Line)-1].Sub(f.Line[0])
	t := f.Line[0].Sub(e.Line[0]).Cross(v) / u.Cross(v)
	return e.Line[0].Add(u.Times(t)), math.Asin(math.Abs(u.Unit().Cross(v.Unit())))
}

// On any body: once its darts are sewn the cape's neck is a hair longer than what it is sewn to on the coat, from the centre
// back to the shoulder and from there to the front edge; the darts have equal legs and reach beyond the shoulder's end; and
// a hand's breadth below it the cloth, measured along an arc about the middle of its circle, goes round shoulders and arms.
func TestCapesFitTheirCoats(t *testing.T) {
	drafted := 0
	rapid.Check(t, func(t *rapid.T) {
		on := drafttest.Wearer(t)
		g := CapedCoat{}
		v := drafttest.Chosen(t, g, on)
		d, err := draft.Make(g, on, v, g.About().Usual)
		if err != nil {
			return
		}
		drafted++
		front, back, coat := drafttest.Piece(t, d, "cape-front"), drafttest.Piece(t, d, "cape-back"), drafttest.Piece(t, d, "front")
		neck, _ := front.Edge("top")
		behind, _ := back.Edge("top")
		var dart pattern.Mark
		for _, m := range front.Marks {
			if m.Kind == pattern.Dart {
				dart = m
			}
		}
		require.InDelta(t, dart.Path[0].To(dart.Path[1]), dart.Path[1].To(dart.Path[2]), 0.01)
		mouth := dart.Path[0].To(dart.Path[2])
		require.InDelta(t, v.Number("cape_dart"), 2*math.Asin(mouth/2/dart.Path[0].To(dart.Path[1]))*180/math.Pi, 1.2)
		nearest := func(p plane.Point) (at float64) { // along the neck from the front edge
			best := math.Inf(1)
			for s := 0.0; s < neck.Length(); s += 0.5 {
				if q, _ := plane.Along(neck.Line, neck.Length()-s); q.To(p) < best {
					best, at = q.To(p), s
				}
			}
			require.Less(t, best, 2.5)
			return at
		}
		upTo, past := nearest(dart.Path[2]), nearest(dart.Path[0])
		coatBack := drafttest.Length(t, d, "back", "neck")
		before := 35.0 // beside the roll of a shawl
		if v.Choice("collar_kind") != "shawl" {
			before = drafttest.Length(t, d, "front", "neck")
			if v.Choice("collar_kind") == "none" {
				before = max(before-v.Number("cape_gap"), before*0.4)
			}
		}
		require.InDelta(t, before, upTo, 4)
		require.InDelta(t, coatBack+before, neck.Length()-(past-upTo)+behind.Length(), 4.5)
		require.Greater(t, dart.Path[0].To(dart.Path[1]), drafttest.Length(t, d, "back", "shoulder")+15)
		// A hand's breadth below the shoulder, along an arc about the middle of its circle.
		c, wide := apex(front, "left", "right")
		_, more := apex(back, "centre", "right")
		if u, w := neck.Line[0].Sub(c), neck.Line[len(neck.Line)-1].Sub(c); u.Dot(w) < 0 { // wider than a right angle
			wide = math.Pi - wide
		}
		at := drafttest.Length(t, d, "back", "shoulder") + 100
		round, worn := 2*(neck.Line[0].To(c)+at)*(wide+more), d.Wear.Dress(on)
		armed := worn.Armed(100 - on.Torso().ShoulderPoint.Z)
		from := min(v.Number("cape_gap")/on.Girth(-on.Torso().NeckPoint.Z)*360, 60)
		asked := 2*armed.Arc(from, 180) + v.Number("bust_ease")*(180-from)/180 + v.Number("cape_wider")
		told := func(title string) bool {
			return slices.ContainsFunc(d.Notes, func(n draft.Note) bool { return strings.HasPrefix(n.Title, title) })
		}
		if told("The cape is nearly a whole") {
			require.Greater(t, wide+more, 0.97*math.Pi, "it is nearly a whole circle: there is no more")
		} else {
			require.InDelta(t, asked, round, 3)
		}
		// At every level that is a hand's breadth and more down, it goes round body and arms unless it says that it doesn't: by
		// the arc of its circle that lies as far from the neck as the back does there.
		behindTo := worn.OverArms()(180)
		for drop := 110 - on.Torso().ShoulderPoint.Z; behindTo(drop) < v.Number("cape_depth")-60; drop += 40 {
			armed := worn.Armed(drop)
			arc := 2 * (neck.Line[0].To(c) + behindTo(drop) + 60) * (wide + more)
			if !told("The cape is narrow") {
				require.Greater(t, arc, 2*armed.Arc(60, 180), "%.0f below the waist", drop)
			}
		}
		var line []plane.Point
		for _, m := range coat.Marks {
			if m.Label == "cape’s edge" {
				line = m.Path
			}
		}
		require.Len(t, line, 2)
		outline, _ := coat.Outline()
		require.True(t, plane.Inside(outline, line[1]), "the line ends within the front")
	})
	assert.Greater(t, drafted, 25)
}
