// Package work is the order of work: what is done to make a garment, what
// must come before what and why, and when it would all be finished.
package work

import (
	"errors"
	"fmt"
	"sort"
	"strings"
	"time"

	"gonum.org/v1/gonum/graph"
	"gonum.org/v1/gonum/graph/simple"
	"gonum.org/v1/gonum/graph/topo"
)

// Need is what a step can't be done without.
type Need string

// What steps may need.
const (
	Machine Need = "machine"
	Iron    Need = "iron"
	Table   Need = "table"
	Wearer  Need = "wearer"
	Hand    Need = "by hand"
)

// After is a step that must be done first, and what goes wrong otherwise. Hours pass between the two in which nothing
// is done to it: it dries, hangs or is posted.
type After struct {
	Step  ID
	Why   string
	Hours float64
}

// Step is one operation.
type Step struct {
	ID      ID // unique in the list it stands in
	Name    string
	How     string // one sentence or two, with the numbers of this garment
	Needs   []Need
	Minutes float64 // likely time for a practised amateur, from memory
	After   []After
	// Technique is the key of the technique it is mostly worked by, or "".
	Technique string
}

// Portable tells whether the step can be done away from the workroom.
func (s Step) Portable() bool {
	hand := false
	for _, n := range s.Needs {
		if n != Hand {
			return false
		}
		hand = true
	}
	return hand
}

// Order sorts steps so that each comes after everything it must come after,
// and otherwise keeps the order given. It fails, naming the steps, when the
// reasons run in a circle or name a step that is not there.
func Order(steps []Step) ([]Step, error) {
	g := simple.NewDirectedGraph()
	index := map[ID]int64{}
	for i, s := range steps {
		if _, twice := index[s.ID]; twice {
			return nil, fmt.Errorf("two steps are called %s", s.ID)
		}
		index[s.ID] = int64(i)
		g.AddNode(simple.Node(i))
	}
	for i, s := range steps {
		for _, a := range s.After {
			j, ok := index[a.Step]
			if !ok {
				return nil, fmt.Errorf("%s must come after %s, which is not there", s.ID, a.Step)
			}
			if j == int64(i) {
				return nil, fmt.Errorf("%s can't come after itself", s.ID)
			}
			g.SetEdge(simple.Edge{F: simple.Node(j), T: simple.Node(i)})
		}
	}
	nodes, err := topo.SortStabilized(g, func(n []graph.Node) {
		sort.Slice(n, func(a, b int) bool { return n[a].ID() < n[b].ID() })
	})
	if err != nil {
		return nil, &LoopError{loopIn(steps, err)}
	}
	out := make([]Step, len(nodes))
	for i, n := range nodes {
		out[i] = steps[n.ID()]
	}
	return out, nil
}

// LoopError is an order of work that runs in a circle: each of the steps must come after the next, and the last after the
// first.
type LoopError struct{ Steps []Step }

// Error says it in words.
func (e *LoopError) Error() string {
	names := make([]string, 0, len(e.Steps)+1)
	for _, s := range e.Steps {
		names = append(names, s.Name)
	}
	if len(names) > 0 {
		names = append(names, names[0])
	}
	return "the order of work runs in a circle: " + strings.Join(names, " waits for ")
}

// loopIn is a circle among the steps that could not be sorted.
func loopIn(steps []Step, err error) []Step {
	at := map[ID]int{}
	for i, s := range steps {
		at[s.ID] = i
	}
	var knots topo.Unorderable
	if !errors.As(err, &knots) || len(knots) == 0 {
		return nil
	}
	within := map[int]bool{}
	for _, n := range knots[0] {
		within[int(n.ID())] = true
	}
	// Every step of a knot waits for another one of it: walked along, a step comes round again.
	seen := map[int]int{}
	var way []int
	for i := int(knots[0][0].ID()); ; {
		if from, ok := seen[i]; ok {
			way = way[from:]
			break
		}
		seen[i] = len(way)
		way = append(way, i)
		for _, a := range steps[i].After {
			if within[at[a.Step]] {
				i = at[a.Step]
				break
			}
		}
	}
	out := make([]Step, len(way))
	for k, i := range way {
		out[k] = steps[i]
	}
	return out
}

// DaysUntil counts whole days from one date to another, by the calendar.
func DaysUntil(from, to time.Time) int {
	y, m, d := from.Date()
	a := time.Date(y, m, d, 0, 0, 0, 0, time.UTC)
	y, m, d = to.Date()
	b := time.Date(y, m, d, 0, 0, 0, 0, time.UTC)
	return int(b.Sub(a).Hours() / 24)
}
