// Package work is the order of work: what is done to make a garment, what
// must come before what and why, and when it would all be finished.
package work

import (
	"fmt"
	"math"
	"sort"
	"time"

	"gonum.org/v1/gonum/graph"
	"gonum.org/v1/gonum/graph/simple"
	"gonum.org/v1/gonum/graph/topo"
)

// Need is what a step can't be done without.
type Need string

const (
	Machine Need = "machine"
	Iron    Need = "iron"
	Table   Need = "table"
	Wearer  Need = "wearer"
	Hand    Need = "by hand"
)

// After is a step that must be done first, and what goes wrong otherwise.
type After struct {
	Step string
	Why  string
}

// Step is one operation.
type Step struct {
	ID      string // unique in the list it stands in
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
	index := map[string]int64{}
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
		return nil, fmt.Errorf("the order of work runs in a circle: %w", err)
	}
	out := make([]Step, len(nodes))
	for i, n := range nodes {
		out[i] = steps[n.ID()]
	}
	return out, nil
}

// Forecast is the day the work would be done: minutes left, at so many hours
// a day, the first of them on from. Nothing left is done the day before from.
func Forecast(minutes, hoursPerDay float64, from time.Time) time.Time {
	days := int(math.Ceil(minutes/60/hoursPerDay - 1e-9))
	return from.AddDate(0, 0, days-1)
}

// DaysUntil counts whole days from one date to another, by the calendar.
func DaysUntil(from, to time.Time) int {
	y, m, d := from.Date()
	a := time.Date(y, m, d, 0, 0, 0, 0, time.UTC)
	y, m, d = to.Date()
	b := time.Date(y, m, d, 0, 0, 0, 0, time.UTC)
	return int(b.Sub(a).Hours() / 24)
}
