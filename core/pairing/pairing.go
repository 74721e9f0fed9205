// Package pairing proposes which edges of pieces are sewn to which: by their lengths, their notches, their allowances and their corners.
// Nobody's word is taken for granted: each pair says how sure it is.
package pairing

import (
	"math"
	"slices"
	"strings"

	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
)

// Edge is an edge as it is compared.
type Edge struct {
	Side      pattern.Side
	Long      float64   // mm
	Notches   []float64 // mm from its start, rising
	Allowance float64
	// Corners are its angles with the edges before and after it, degrees; 0 where they are not known.
	Corners [2]float64
	Turns   float64 // to its own outside, degrees
	Words   string
}

// What costs how much (trade knowledge, from memory).
const (
	near     = 2.0  // mm by which edges of one length may differ, or the part of it below
	closely  = 0.01 // of their length
	further  = 0.06 // of their length, costs 1
	mostLong = 3.0  // what length alone costs at most
	apart    = 0.05 // of their length that notches lie apart, costs 1
	unlike   = 0.5  // allowances that differ
	level    = 10.0 // degrees by which two corners may miss 180
	bent     = 30.0 // degrees beyond that cost 1
	rounded  = 40.0 // degrees that both turn to their own outside
	outward  = 0.3  // what that costs
	said     = -1.0 // words that name the same number
	alike    = 1.0  // both called front, or both back
	free     = 0.8  // an edge that is sewn to none
	Sure     = 0.5  // from what lead on a pair is sure
	Known    = 24   // up to how many edges every way of pairing them is looked at
	least    = 1e-9
)

// Cost is what it costs to sew two edges to each other, and whether they run against each other: the end of one at the start of the other,
// as edges that both run round their pieces do.
func Cost(a, b Edge) (cost float64, against bool) {
	short := min(a.Long, b.Long)
	if off := math.Abs(a.Long - b.Long); off > max(near, closely*short) {
		cost += min((off/max(short, least)-closely)/further, mostLong)
	}
	notches, against := notched(a, b)
	cost += notches
	if a.Allowance != b.Allowance {
		cost += unlike
	}
	at := b.Corners
	if against {
		at = [2]float64{b.Corners[1], b.Corners[0]}
	}
	for i := range at {
		if a.Corners[i] > 0 && at[i] > 0 {
			if off := math.Abs(a.Corners[i]+at[i]-180) - level; off > 0 {
				cost += min(off/bent, 1)
			}
		}
	}
	if a.Turns > rounded && b.Turns > rounded {
		cost += outward
	}
	return cost + words(a.Words, b.Words), against
}

// notched is what the notches of two edges cost, the way round on which they agree better, and that way.
func notched(a, b Edge) (float64, bool) {
	if n := math.Abs(float64(len(a.Notches) - len(b.Notches))); n > 0 {
		return n, true
	}
	if len(a.Notches) == 0 {
		return 0, true
	}
	same, turned := 0.0, 0.0
	for i, x := range a.Notches {
		at := x / max(a.Long, least)
		same = max(same, math.Abs(at-b.Notches[i]/max(b.Long, least)))
		turned = max(turned, math.Abs(at-(1-b.Notches[len(b.Notches)-1-i]/max(b.Long, least))))
	}
	if turned <= same {
		return min(turned/apart, 1), true
	}
	return min(same/apart, 1), false
}

// words is what the words at two edges cost.
func words(a, b string) (cost float64) {
	number := func(s string) string {
		return strings.Join(strings.FieldsFunc(s, func(r rune) bool { return r < '0' || r > '9' }), " ")
	}
	if n := number(a); n != "" && n == number(b) {
		cost += said
	}
	for _, w := range []string{"front", "back"} {
		if strings.Contains(a, w) && strings.Contains(b, w) {
			cost += alike
		}
	}
	return cost
}

// Pair is two edges that are proposed to be sewn to each other; Lead is by how much the next best for either of them is dearer.
type Pair struct {
	A, B    pattern.Side
	Against bool
	Cost    float64
	Lead    float64
}

// Sure tells whether it may be confirmed together with others.
func (p Pair) Sure() bool { return p.Lead >= Sure }

// Propose is the cheapest way to sew edges to each other, each to one other or to none, in the order of the edges. Fixed pairs, and edges
// that are said to be free, are given by what may pair: nil for any with any of another piece.
func Propose(edges []Edge, may func(a, b Edge) bool) []Pair {
	n := len(edges)
	costs := make([][]float64, n)
	for i := range costs {
		costs[i] = make([]float64, n)
		for k := range n {
			costs[i][k] = math.Inf(1)
			if i != k && (may == nil && edges[i].Side.Piece != edges[k].Side.Piece || may != nil && may(edges[i], edges[k])) {
				costs[i][k], _ = Cost(edges[i], edges[k])
			}
		}
	}
	mate := greedy(costs)
	if n <= Known {
		mate = best(costs, mate)
	}
	var out []Pair
	for i, k := range mate {
		if k <= i {
			continue
		}
		next := math.Inf(1)
		for j := range n {
			if j != i && j != k {
				next = min(next, costs[i][j], costs[k][j])
			}
		}
		_, against := Cost(edges[i], edges[k])
		out = append(out, Pair{edges[i].Side, edges[k].Side, against, costs[i][k], min(next, 2*free+costs[i][k]) - costs[i][k]})
	}
	return out
}

// greedy pairs the cheapest first.
func greedy(costs [][]float64) []int {
	type one struct {
		i, k int
		cost float64
	}
	var all []one
	mate := make([]int, len(costs))
	for i := range costs {
		mate[i] = -1
		for k := i + 1; k < len(costs); k++ {
			if costs[i][k] < 2*free {
				all = append(all, one{i, k, costs[i][k]})
			}
		}
	}
	slices.SortStableFunc(all, func(a, b one) int {
		if a.cost < b.cost {
			return -1
		}
		return 1
	})
	for _, o := range all {
		if mate[o.i] < 0 && mate[o.k] < 0 {
			mate[o.i], mate[o.k] = o.k, o.i
		}
	}
	return mate
}

// tries is how many ways are looked at at most.
const tries = 400000

// best is the cheapest way of all, found by branch and bound from a first one.
func best(costs [][]float64, first []int) []int {
	n := len(costs)
	whole := func(mate []int) (sum float64) {
		for i, k := range mate {
			switch {
			case k < 0:
				sum += free
			case k > i:
				sum += costs[i][k]
			}
		}
		return sum
	}
	out, limit := slices.Clone(first), whole(first)
	cheapest := make([]float64, n) // what an edge costs at least
	for i := range costs {
		cheapest[i] = free
		for k := range n {
			cheapest[i] = min(cheapest[i], costs[i][k]/2)
		}
	}
	mate := make([]int, n)
	for i := range mate {
		mate[i] = -2
	}
	count := 0
	var look func(i int, sum float64)
	look = func(i int, sum float64) {
		for i < n && mate[i] != -2 {
			i++
		}
		if count++; count > tries {
			return
		}
		rest := 0.0
		for k := i; k < n; k++ {
			if mate[k] == -2 {
				rest += cheapest[k]
			}
		}
		if sum+rest >= limit-least {
			return
		}
		if i == n {
			limit, out = sum, slices.Clone(mate)
			return
		}
		var next []int
		for k := i + 1; k < n; k++ {
			if mate[k] == -2 && costs[i][k] < 2*free {
				next = append(next, k)
			}
		}
		slices.SortFunc(next, func(a, b int) int {
			if costs[i][a] < costs[i][b] {
				return -1
			}
			return 1
		})
		for _, k := range next {
			mate[i], mate[k] = k, i
			look(i+1, sum+costs[i][k])
			mate[i], mate[k] = -2, -2
		}
		mate[i] = -1
		look(i+1, sum+free)
		mate[i] = -2
	}
	look(0, 0)
	return out
}

// Edges are the edges of pieces as they are compared, but for what lies on a fold.
func Edges(pieces []pattern.Piece) (out []Edge) {
	for i := range pieces {
		p := &pieces[i]
		n := len(p.Edges)
		for k, e := range p.Edges {
			if e.ID == p.Fold {
				continue
			}
			one := Edge{Side: pattern.Side{Piece: p.ID, Edge: e.ID}, Long: e.Length(), Allowance: e.Allowance,
				Words: strings.ToLower(p.Name + " " + e.Name),
				Turns: e.Turns() * 180 / math.Pi}
			if n > 1 {
				one.Corners = [2]float64{corner(p.Edges[(k+n-1)%n].Line, e.Line), corner(e.Line, p.Edges[(k+1)%n].Line)}
			}
			for _, x := range p.Notches {
				if x.Edge == e.ID {
					one.Notches = append(one.Notches, x.At)
				}
			}
			slices.Sort(one.Notches)
			out = append(out, one)
		}
	}
	return out
}

// corner is the angle inside a piece between an edge and the next, degrees.
func corner(a, b []plane.Point) float64 {
	u, v := a[len(a)-2].Sub(a[len(a)-1]), b[1].Sub(b[0])
	angle := math.Atan2(v.Cross(u), v.Dot(u)) * 180 / math.Pi
	if angle < 0 {
		angle += 360
	}
	return angle
}
