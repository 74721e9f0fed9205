package making

import (
	"fmt"
	"math"
	"sync"

	"ardentgusset/core/measure"
	"ardentgusset/core/plane"
	"ardentgusset/core/technique"
	"ardentgusset/core/work"
)

// Crossing is a place where a seam runs over another that is sewn already.
type Crossing struct {
	Piece  string // on which it is shown
	At     plane.Point
	Over   string // key of the seam that runs over
	Under  string // key of the one it crosses
	Layers int
	Thick  float64 // of the stack under the needle, mm
	// Beyond is set where no machine of the maker sews so thick a stack.
	Beyond bool
	Ways   []Way // what can be done instead, the least trouble first
}

// Way is a substitute for sewing a stack that is too thick, and what it costs.
type Way struct {
	What    string
	Minutes float64
}

// byHand is how long a crossing takes with needle and thimble, graded how long trimming it
// in steps does, minutes (from memory).
const byHand, graded = 6.0, 4.0

// elsewhere is what moving to another machine costs a place, bareEdge binding one edge
// before the bones and one after, minutes (from memory).
const elsewhere, bareEdge = 5.0, 3.0

// crossings finds where seams cross: at every corner of a piece where two of its sewn edges
// meet, the later seam runs over the earlier one, on both the pieces it joins.
func crossings(g Garment, all []Row, m Maker) []Crossing {
	limit, machine := m.Thickest()
	if feeds := g.Cloth.Feeds(); limit == 0 && feeds > 0 { // its own swatch says what the machine took
		limit, machine = float64(feeds)*float64(g.Cloth.Thickness), "your machine"
	}
	t := float64(g.Cloth.Thickness)
	var out []Crossing
	for i := range g.Pieces {
		p := &g.Pieces[i]
		for k, e := range p.Edges {
			next := p.Edges[(k+1)%len(p.Edges)]
			a, b := rowOf(all, p.ID, e.ID), rowOf(all, p.ID, next.ID)
			if a == nil || b == nil || a.B.Piece == "" && b.B.Piece == "" || a.Key == b.Key || a.Like == b.Like {
				continue
			}
			over, under := a, b
			if rank(*a) < rank(*b) {
				over, under = b, a
			}
			if rank(*over) == rank(*under) {
				continue
			}
			// The seam beneath lies finished in both the layers that are sewn, or
			// once in an edge.
			layers := 2*under.Technique.Stack() + over.Layers - 2
			if over.B.Piece == "" {
				layers = under.Technique.Stack() + over.Layers - 1
			}
			c := Crossing{Piece: p.ID, At: next.Line[0], Over: over.Key, Under: under.Key, Layers: layers, Thick: float64(layers) * t}
			if limit > 0 && c.Thick > limit && over.Technique.Machine() { // by hand it goes through
				c.Beyond = true
				c.Ways = ways(c, limit, machine, under.Technique.Stack(), t)
				if over.Of == technique.Bind && len(g.Bones) > 0 {
					c.Ways = append(c.Ways, Way{"bind this edge before the bones go in and leave the other open for them: " +
						"the foot then comes close to the stack", bareEdge})
				}
			}
			out = append(out, c)
		}
	}
	return out
}

// ways are the substitutes for a stack that is too thick.
func ways(c Crossing, limit float64, machine string, stack int, t float64) []Way {
	var out []Way
	// Graded, every turning in the seam beneath ends in steps: one layer less of each.
	if less := c.Thick - 2*t; less <= limit && stack > 2 {
		out = append(out, Way{"grade the allowances of the seam beneath in steps where this one crosses it", graded})
	}
	if less := c.Thick - 2*t; less <= limit {
		out = append(out, Way{"stagger the seams: let one allowance end a finger’s breadth before the crossing", graded / 2})
	}
	return append(out, Way{fmt.Sprintf("sew a finger’s breadth to either side by hand, with a strong needle: %s takes no more",
		machine), byHand},
		Way{"turn the wheel by hand there, with a stronger needle, after a trial on a scrap", 2},
		Way{"sew it on another machine, one that takes " + measure.TellFine(c.Thick), elsewhere})
}

// rowOf is the row that an edge of a piece is worked in.
func rowOf(all []Row, piece, edge string) *Row {
	for i := range all {
		r := &all[i]
		if r.A.Piece == piece && r.A.Edge == edge || r.B.Piece == piece && r.B.Edge == edge {
			return r
		}
	}
	return nil
}

// rank is when a seam is sewn: its place among the phases.
func rank(r Row) int {
	if i, ok := places()[phaseOf(r)]; ok {
		return i
	}
	return math.MaxInt
}

// places are where each phase stands among all.
var places = sync.OnceValue(func() map[work.ID]int {
	out := map[work.ID]int{}
	for i, p := range phases() {
		out[p.id] = i
	}
	return out
})
