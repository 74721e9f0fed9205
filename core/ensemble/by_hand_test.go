package ensemble_test

import (
	"math"
	"strings"
	"testing"

	"ardentgusset/core/alter"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/catalogue"
	"ardentgusset/core/ensemble"
	"ardentgusset/core/figure"
	"ardentgusset/core/own"
	"ardentgusset/core/pattern"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// changed is a garment with changes by hand, as it stands alone.
func changed(t *testing.T, kind string, ops []alter.Op, readings ...figure.Reading) ensemble.Stage {
	t.Helper()
	g, ok := catalogue.Find(kind)
	require.True(t, ok)
	set := draft.Settings{}
	if text := own.Changes(ops); text != "" {
		set[draft.ByHand] = text
	}
	p := ensemble.Plan{Group: figure.Women, Readings: readings, Layers: []ensemble.Layer{{ID: "1", Kind: kind, Name: kind,
		Fabric: g.About().Usual, Settings: set}}}
	_, stages, err := ensemble.Walk(t.Context(), p, nil)
	require.NoError(t, err)
	require.NoError(t, stages[0].Err)
	return stages[0]
}

// hems are changes of every lower edge of a garment.
func hems(s ensemble.Stage, by float64) (ops []alter.Op) {
	for _, p := range s.Draft.Pieces {
		for _, e := range p.Edges {
			if p.Of == "" && p.KindOf(e, s.Draft.Seams) == pattern.Hem {
				ops = append(ops, alter.Op{Op: "hem", Piece: p.ID, Edge: e.ID, By: alter.Amounts{by}})
			}
		}
	}
	return ops
}

// A hem that is let down by hand hangs lower by as much, on every body anew, and there is that much more of it; taken out, the change
// leaves nothing behind.
func TestAHemLetDownByHand(t *testing.T) {
	plain := changed(t, "skirt-gores", nil)
	ops := hems(plain, 40)
	require.Greater(t, len(ops), 2)
	long := changed(t, "skirt-gores", ops)
	end := func(s ensemble.Stage) float64 { return s.Draft.Wear.Hang[len(s.Draft.Wear.Hang)-1].Drop }
	assert.InDelta(t, end(plain)+40, end(long), 1)
	assert.Greater(t, long.Draft.Wear.Hem, plain.Draft.Wear.Hem)
	require.NotNil(t, long.Plain)
	assert.Nil(t, plain.Plain)
	tall := changed(t, "skirt-gores", ops, figure.Reading{Key: "waist_to_floor_side", Value: 1100})
	before := changed(t, "skirt-gores", nil, figure.Reading{Key: "waist_to_floor_side", Value: 1100})
	assert.InDelta(t, end(before)+40, end(tall), 1)

	ops[0].Off = true
	uneven := changed(t, "skirt-gores", ops)
	assert.InDelta(t, end(plain), end(uneven), 0.1)
	assert.Contains(t, notes(uneven), "not level")
	for i := range ops {
		ops[i].Off = true
	}
	none := changed(t, "skirt-gores", ops)
	for i := range plain.Draft.Pieces {
		a, _ := plain.Draft.Pieces[i].Outline()
		b, _ := none.Draft.Pieces[i].Outline()
		assert.Equal(t, a, b)
	}
}

func notes(s ensemble.Stage) string {
	var out []string
	for _, n := range s.Draft.Notes {
		out = append(out, n.Title, n.Text)
	}
	return strings.Join(out, "\n")
}

// A side taken in by hand takes the garment in all round, as its pieces tell; nothing else that is told of it stays as it was.
func TestASideTakenInByHand(t *testing.T) {
	plain := changed(t, "bodice-darted", nil)
	side := ""
	var at pattern.Side
	for _, s := range plain.Draft.Seams { // the longest upright seam
		p, _ := (&alter.Set{Pieces: plain.Draft.Pieces}).Piece(s.A.Piece)
		if e, ok := p.Edge(s.A.Edge); ok && s.Join == pattern.Beside && s.A.Piece != s.B.Piece && strings.Contains(s.ID, "side") && e.Length() > 100 {
			side, at = s.ID, s.A
		}
	}
	require.NotEmpty(t, side)
	took := changed(t, "bodice-darted", []alter.Op{{Op: "take-in", Piece: at.Piece, Edge: at.Edge, By: alter.Amounts{6, 6, 0}}})
	rings := func(s ensemble.Stage) map[float64]float64 {
		out := map[float64]float64{}
		for _, g := range s.Draft.Girths {
			out[g.Drop] = g.Made
		}
		return out
	}
	was, now := rings(plain), rings(took)
	near := 0
	for drop, made := range now {
		if math.Abs(drop) < 60 {
			near++
			assert.InDelta(t, was[drop]-12, made, 1, "%g", drop)
		}
	}
	assert.Positive(t, near)
	assert.Empty(t, took.Draft.Spares)
	for _, d := range took.Draft.Dimensions {
		assert.True(t, strings.HasPrefix(d.Key, "round."), d.Key)
	}
}

// A change that can't be done is told, and what came before it stays done. What is no change is refused as a setting.
func TestAChangeThatNoLongerGoes(t *testing.T) {
	plain := changed(t, "skirt-gores", nil)
	ops := append(hems(plain, 30), alter.Op{Op: "take-in", Piece: "sleeve", Edge: "wrist", By: alter.Amounts{5}})
	s := changed(t, "skirt-gores", ops)
	assert.Contains(t, notes(s), "can't be done any more")
	assert.Greater(t, s.Draft.Wear.Hem, plain.Draft.Wear.Hem)
	g, _ := catalogue.Find("skirt-gores")
	for _, bad := range []any{3.0, "{", `[{"up":1}]`, nil} {
		_, wrong := draft.Settle(g, s.On, draft.Settings{draft.ByHand: bad})
		assert.Len(t, wrong, 1, "%v", bad)
		assert.NotNil(t, draft.Fits(g, draft.Settings{draft.ByHand: bad}))
	}
}
