package bodice

import (
	"slices"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/drafttest"
	"ardentgusset/core/pattern"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// waistOf is what a piece measures along its marked waist, its darts shut.
func waistOf(t require.TestingT, d draft.Draft, id string) float64 {
	p := drafttest.Piece(t, d, id)
	for _, m := range p.Marks {
		if m.Kind == pattern.WaistLine {
			return worn(*p, m.Path)
		}
	}
	require.Fail(t, "no waist on "+id)
	return 0
}

// A seam moved back gives its neighbour before it as much of the waist as it takes from the one
// behind it; the whole goes round as it did, and every seam stays true.
func TestMovedSeams(t *testing.T) {
	on := drafttest.Body(t, slight, 0)
	pieces := []string{"front", "underarm", "side-back", "back"}
	plain, err := made(t, Basque{}, on, draft.Settings{"sleeve": "none"})
	require.NoError(t, err)
	sum := 0.0
	for _, p := range pieces {
		sum += waistOf(t, plain, p)
	}
	rapid.Check(t, func(t *rapid.T) {
		k := rapid.IntRange(0, 2).Draw(t, "seam")
		by := rapid.Float64Range(-mostMoved, mostMoved).Draw(t, "by")
		key := []draft.Key{"move_side_front", "move_side_back", "move_back"}[k]
		d, err := made(t, Basque{}, on, draft.Settings{"sleeve": "none", key: by})
		require.NoError(t, err)
		all := 0.0
		for i, p := range pieces {
			w := waistOf(t, d, p)
			all += w
			want := 0.0
			switch i {
			case k:
				want = by
			case k + 1:
				want = -by
			}
			assert.InDelta(t, want, w-waistOf(t, plain, p), 1, "%s, when %s moves by %.1f", p, key, by)
		}
		assert.InDelta(t, sum, all, 1)
		for _, s := range pattern.True(d.Pieces, d.Seams) {
			assert.True(t, s.True, s.ID)
		}
	})
}

// What can be dragged on the figure is what can be set by number: every line that says what moves
// it names a choice of the bodice, and every such choice moves a line.
func TestEveryMoveHasItsLine(t *testing.T) {
	on := drafttest.Body(t, slight, 0)
	for _, g := range []draft.Garment{Block{}, Basque{}, Darted{}, Conical{}, HighWaist{}, Draped{}, Vest{}, Quilted{}, Fifties{}, Shirt{}, Straight{}} {
		d, err := made(t, g, on, nil)
		require.NoError(t, err, g.About().Kind)
		lines := map[string]bool{}
		for _, l := range d.Drawn {
			for _, p := range l.Pulls {
				lines[string(p.Key)] = true
				assert.True(t, p.Weight == nil || len(p.Weight) == len(l.Line), p.Key)
			}
		}
		moving := 0
		for _, p := range g.Parameters() {
			if len(p.Key) > 5 && p.Key[:5] == "move_" {
				moving++
				assert.True(t, lines[string(p.Key)], "%s: %s moves no line", g.About().Kind, p.Key)
			}
		}
		assert.Greater(t, moving, 0, g.About().Kind)
	}
}

// A drawn edge is pulled the way its settings move it: six millimetres less of one raise both
// ends of the edge by six times what the edge says of it.
func TestPulledEdges(t *testing.T) {
	on := drafttest.Body(t, slight, 0)
	const by = -6.0
	tried := map[string]bool{}
	for _, g := range []draft.Garment{Basque{}, Darted{}, Conical{}, HighWaist{}, Vest{}, Shirt{}, Strapless{}} {
		v, wrong := draft.Settle(g, on, nil)
		require.Empty(t, wrong)
		plain, err := made(t, g, on, nil)
		require.NoError(t, err)
		for _, l := range plain.Drawn {
			for _, p := range l.Pulls {
				if p.Way == draft.Round || v.Get(p.Key).Number+by < v.Get(p.Key).Low || tried[g.About().Kind+string(p.Key)] {
					continue
				}
				tried[g.About().Kind+string(p.Key)] = true
				moved, err := made(t, g, on, draft.Settings{p.Key: v.Number(p.Key) + by})
				require.NoError(t, err, "%s: %s", g.About().Kind, p.Key)
				require.Len(t, moved.Drawn, len(plain.Drawn))
				for i, was := range plain.Drawn {
					k := slices.IndexFunc(was.Pulls, func(q draft.Pull) bool { return q.Key == p.Key })
					if k < 0 || p.Way != draft.Down {
						continue
					}
					now := moved.Drawn[i]
					for _, end := range []struct{ a, b int }{{0, 0}, {len(was.Line) - 1, len(now.Line) - 1}} {
						fell := was.Line[end.a].Z - now.Line[end.b].Z
						assert.InDelta(t, by*was.Pulls[k].Weight[end.a], fell, 2.5, "%s: %s on the %s", g.About().Kind, p.Key, was.Name)
					}
				}
			}
		}
	}
	assert.Greater(t, len(tried), 20)
}
