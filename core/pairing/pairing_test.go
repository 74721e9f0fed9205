package pairing

import (
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/catalogue"
	"ardentgusset/core/draft/drafttest"
	"ardentgusset/core/pattern"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// A bodice and its sleeve, worked by hand: lengths, notches, allowances.
func TestABodiceAndItsSleeve(t *testing.T) {
	e := func(piece, edge string, long, allowance float64, notches ...float64) Edge {
		return Edge{Side: pattern.Side{Piece: piece, Edge: edge}, Long: long, Allowance: allowance, Notches: notches}
	}
	all := []Edge{e("front", "side", 232, 15, 118), e("back", "side", 231.2, 15, 117.2), e("front", "shoulder", 118, 15), e("back", "shoulder", 126, 15),
		e("front", "scye", 221, 10, 97), e("back", "scye", 229, 10, 101, 108), e("sleeve", "cap-front", 233, 10, 101),
		e("sleeve", "cap-back", 245, 10, 105, 112), e("sleeve", "seam-front", 431, 15, 210), e("sleeve", "seam-back", 433, 15)}
	for _, x := range []struct {
		a, b int
		cost float64
	}{{0, 1, 0.034}, {2, 3, 0.963}, {4, 6, 0.847}, {5, 7, 1.287}, {8, 9, 1.000}, {6, 5, 1.124}} {
		got, _ := Cost(all[x.a], all[x.b])
		assert.InDelta(t, x.cost, got, 0.0006, "%v", x)
		back, _ := Cost(all[x.b], all[x.a])
		assert.InDelta(t, got, back, 1e-9)
	}
	pairs := Propose(all, func(a, b Edge) bool {
		return a.Side.Piece != b.Side.Piece || a.Side.Edge == "seam-front" && b.Side.Edge == "seam-back" || a.Side.Edge == "seam-back" && b.Side.Edge == "seam-front"
	})
	require.Len(t, pairs, 5)
	sum := 0.0
	for _, p := range pairs {
		sum += p.Cost
	}
	assert.InDelta(t, 4.131, sum, 0.002)
	assert.True(t, pairs[0].Sure())
}

// Of our own garments most seams between two whole edges are proposed as they are sewn.
func TestOurOwnSeamsAreProposed(t *testing.T) {
	on := drafttest.Body(t, nil, 30)
	right, all := 0, 0
	for _, kind := range []string{"corset", "bodice-basque", "bodice-darted", "skirt-gores", "skirt-gored-1887", "vest", "bodice-strapless", "stays"} {
		g, _ := catalogue.Find(kind)
		v, _ := draft.Settle(g, on, nil)
		d, err := draft.Make(g, on, v, g.About().Usual)
		require.NoError(t, err)
		sewn := map[pattern.Side]pattern.Side{}
		for _, s := range d.Seams {
			if s.Join == pattern.Beside && s.A.Piece != s.B.Piece {
				a, b := pattern.Side{Piece: s.A.Piece, Edge: s.A.Edge}, pattern.Side{Piece: s.B.Piece, Edge: s.B.Edge}
				sewn[a], sewn[b] = b, a
				all++
			}
		}
		for _, p := range Propose(Edges(d.Pieces), nil) {
			if sewn[p.A] == p.B {
				right++
			}
		}
	}
	assert.Greater(t, all, 20)
	assert.Greater(t, float64(right)/float64(all), 0.75, "%d of %d", right, all)
}

// However many edges there are, an answer comes, and no edge is in two pairs.
func TestManyEdges(t *testing.T) {
	var all []Edge
	for i := range 300 {
		all = append(all, Edge{Side: pattern.Side{Piece: string(rune('a' + i%20)), Edge: string(rune('A' + i/20))}, Long: 100 + float64(i*37%211)})
	}
	seen := map[pattern.Side]bool{}
	for _, p := range Propose(all, nil) {
		assert.False(t, seen[p.A] || seen[p.B])
		seen[p.A], seen[p.B] = true, true
	}
	assert.NotEmpty(t, seen)
}
