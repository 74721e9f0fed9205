package ensemble

import (
	"math"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// uneven is a wearer whose right shoulder lies lower and is shorter, and whose right arm is longer.
func uneven(kinds ...string) Plan {
	p := plan(kinds...)
	for key, both := range map[string][2]float64{"shoulder_drop": {42, 60}, "shoulder_length": {124, 118}, "arm_length": {572, 584}} {
		p.Readings = append(p.Readings, figure.Reading{Key: key, Worn: figure.Bare, Value: measure.Length((both[0] + both[1]) / 2),
			Left: measure.Length(both[0]), Right: measure.Length(both[1])})
	}
	return p
}

func pieceOf(s Stage, id string) *pattern.Piece {
	for i := range s.Draft.Pieces {
		if s.Draft.Pieces[i].ID == id {
			return &s.Draft.Pieces[i]
		}
	}
	return nil
}

// A wearer whose shoulders differ gets a bodice whose left and right are each what they would be
// for someone who had both so: the shoulders as long, every seam true, nothing else changed.
func TestLeftAndRightDiffer(t *testing.T) {
	for _, kind := range []string{"bodice-basque", "bodice-plain", "bodice-shirt", "bodice-straight", "jacket-tailored", "jacket-quilted"} {
		both := uneven(kind)
		got := walk(t, both)[0]
		for _, n := range got.Draft.Notes {
			require.NotContains(t, n.Title, "cut alike", "%s: %s", kind, n.Text)
		}
		for _, hand := range []pattern.Hand{pattern.Left, pattern.Right} {
			one := plan(kind)
			for _, r := range both.Readings {
				if r.Left > 0 {
					if r.Value = r.Left; hand == pattern.Right {
						r.Value = r.Right
					}
					r.Left, r.Right = 0, 0
					one.Readings = append(one.Readings, r)
				}
			}
			alone := walk(t, one)[0]
			for _, was := range alone.Draft.Pieces {
				if was.Of != "" {
					continue
				}
				own, suffix := pieceOf(got, was.ID+"-"+string(hand)), ""
				if own == nil {
					own = pieceOf(got, was.ID)
					if own != nil && was.Fold != "" && own.Fold == "" {
						suffix = "-" + string(hand)
					}
				}
				require.NotNil(t, own, "%s: %s", kind, was.ID)
				for _, e := range was.Edges {
					now, ok := own.Edge(e.ID + suffix)
					if e.ID == was.Fold && suffix != "" {
						continue
					}
					require.True(t, ok, "%s: %s %s", kind, was.ID, e.ID)
					// The second side asks for what the first found out: its armhole may lie a hair elsewhere.
					assert.InDelta(t, e.Length(), now.Length(), 4.5, "%s: %s %s, %s", kind, was.ID, e.ID, hand)
				}
			}
			if s := pieceOf(got, "sleeve-top-"+string(hand)); s != nil {
				assert.Greater(t, math.Abs(s.Area()), 0.0)
			}
		}
		cut := 0
		for _, s := range got.Trued {
			assert.True(t, s.True && !s.Beyond && s.Missing == "", "%s: %s", kind, s.ID)
			cut++
		}
		assert.Greater(t, cut, 5, kind)
		assert.NotEmpty(t, got.Making.Steps, kind)
	}
}

// Sides that were read alike, or as good as alike, are cut in pairs.
func TestAlikeIsCutInPairs(t *testing.T) {
	p := plan("bodice-basque")
	p.Readings = append(p.Readings, figure.Reading{Key: "shoulder_length", Worn: figure.Bare, Value: 122, Left: 123, Right: 121})
	assert.NotNil(t, pieceOf(walk(t, p)[0], "front"))
}

// A wide lap on the right alone makes a front that crosses over: the right front is wider by it, the
// rest is cut in pairs.
func TestACrossingFront(t *testing.T) {
	for _, kind := range []string{"bodice-basque", "vest", "bodice-darted"} {
		p := plan(kind)
		p.Layers[0].Settings = draft.Settings{"lap": 15.0, "lap_right": 70.0, "closes": "buttons"}
		if kind == "vest" {
			delete(p.Layers[0].Settings, "closes")
		}
		s := walk(t, p)[0]
		left, right := pieceOf(s, "front-left"), pieceOf(s, "front-right")
		require.NotNil(t, left, kind)
		require.NotNil(t, right, kind)
		a, _ := left.Edge("hem")
		b, _ := right.Edge("hem")
		assert.InDelta(t, 55, b.Length()-a.Length(), 6, kind)
		assert.Equal(t, left.Cut, right.Cut)
		assert.NotNil(t, pieceOf(s, "back"), kind)
	}
}
