package bodice

import (
	"math"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/drafttest"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// neckOf is the neckline over all pieces, mm on the half.
func neckOf(d draft.Draft) (sum float64) {
	for _, p := range d.Pieces {
		for _, e := range p.Edges {
			if p.Of == "" && p.ID != "collar" && (e.ID == "neck" || e.ID == "neck-side") {
				sum += e.Length()
			}
		}
	}
	return sum
}

// A raglan sleeve takes the shoulder from the bodice and loses nothing of it: the neckline stays as
// long, the sleeve is as wide under the arm as its ease says, its overarm seam is as long as
// shoulder and arm together, and body and sleeve run from its seam into the armhole without a
// corner.
func TestRaglan(t *testing.T) {
	drafted, asked := 0, 0
	rapid.Check(t, func(t *rapid.T) {
		on := dressed(t)
		g := rapid.SampledFrom([]draft.Garment{Block{}, Straight{}, Quilted{}, Darted{}}).Draw(t, "bodice")
		ease := rapid.Float64Range(60, 140).Draw(t, "ease")
		set := draft.Settings{"collar_kind": "none", "sleeve": "none"}
		if (g == Block{} || g == Quilted{}) {
			delete(set, "collar_kind")
		}
		plain, err := made(t, g, on, set)
		if err != nil {
			return
		}
		asked++
		set["sleeve"] = "raglan"
		v, _ := draft.Settle(g, on, set)
		ease = min(ease, v.Get("sleeve_arm").High)
		set["sleeve_arm"] = ease
		d, err := made(t, g, on, set)
		if err != nil {
			return
		}
		drafted++
		if (g != Block{}) { // its back has a dart in the shoulder, but for a raglan
			require.InDelta(t, neckOf(plain), neckOf(d), 0.5, "the neckline")
		}
		front, back := drafttest.Piece(t, d, "sleeve-front"), drafttest.Piece(t, d, "sleeve-back")
		wide := func(p *pattern.Piece) float64 {
			arm, _ := p.Edge(map[bool]string{true: "front", false: "back"}[p == front])
			over, _ := p.Edge("overarm")
			under := arm.Line[0]
			if p == back {
				under = arm.Line[len(arm.Line)-1]
			}
			best := math.Inf(1)
			for k := 0.0; k < over.Length(); k++ {
				if q, _ := plane.Along(over.Line, k); math.Abs(q.Y-under.Y) < 1.5 {
					best = min(best, math.Abs(q.X-under.X))
				}
			}
			return best
		}
		require.GreaterOrEqual(t, wide(front)+wide(back), on.Length("upper_arm_girth")+ease-3, "under the arm")
		over, _ := front.Edge("overarm")
		arm := on.Length("arm_length") + on.Length("shoulder_length") - v.Number("inset")
		require.InDelta(t, arm, over.Length(), 0.05*arm, "over the arm")
		for _, c := range []struct {
			piece, into, out string
		}{{"front", "scye", "raglan"}, {"back", "raglan", "scye-back"}} {
			if e, ok := drafttest.Piece(t, d, c.piece).Edge(c.into); !ok || e.Length() < 20 {
				continue
			}
			if e, ok := drafttest.Piece(t, d, c.piece).Edge(c.out); !ok || e.Length() < 20 {
				continue
			}
			require.InDelta(t, 180, inner(end(t, d, c.piece, c.into, false), end(t, d, c.piece, c.out, true)), 20, c.piece)
		}
	})
	assert.Greater(t, drafted, asked*11/20, "of %d", asked) // bodies as extreme as these leave it no room now and then
}

// What is marked on the front of a basque stays when its shoulder is cut off: the waist, its darts
// shut, is as long.
func TestRaglanKeepsTheMarks(t *testing.T) {
	on := drafttest.Body(t, slight, 0)
	plain, err := made(t, Basque{}, on, draft.Settings{"sleeve": "none"})
	require.NoError(t, err)
	d, err := made(t, Basque{}, on, draft.Settings{"sleeve": "raglan"})
	require.NoError(t, err)
	was, open := around(plain)
	now, opened := around(d)
	for piece := range was {
		assert.InDelta(t, was[piece], now[piece], 0.1, piece)
		assert.InDelta(t, open[piece], opened[piece], 0.1, piece)
	}
}
