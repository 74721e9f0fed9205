package draft

import (
	"math"

	"ardentgusset/core/figure"
)

// Place is where a garment opens on the wearer.
type Place string

// The places; none for what has no opening, or is only tied on.
const (
	NoPlace     Place = ""
	AtFront     Place = "in front"
	AtBack      Place = "behind"
	AtLeft      Place = "at the left side"
	AtShoulders Place = "on the shoulders"
)

// Manner is how a garment is put on.
type Manner string

// The manners of getting in.
const (
	PutRound    Manner = "put round and closed" // it opens from edge to edge
	TiedOn      Manner = "tied on"
	SteppedInto Manner = "stepped into"
	OverHead    Manner = "put on over the head"
	Stuck       Manner = "not to be got into"
)

// Entry is how the wearer gets into a garment.
type Entry struct {
	At      Place
	Through bool // it opens from edge to edge: nothing has to pass through it
	Tied    bool // it is tied on
	// Closed is what it measures closed where it is least, and Slit how far its opening runs from
	// there, mm. An opening opens at both its edges.
	Closed, Slit float64
	// Only is the one way it can be put on, where there is but one: a shift over the head,
	// closed drawers from below.
	Only Manner
}

// Given tells whether the garment says how it is got into.
func (e Entry) Given() bool { return e.Through || e.Tied || e.Closed > 0 }

// passing is the part of what a ring of cloth measures that goes through it, and beside what the hips
// measure, mm, when one steps into it (both common practice, no source).
const passing, beside = 0.92, 40.0

// Passes is what goes through it with its opening undone, mm: it is not drawn round by force.
func (e Entry) Passes() float64 { return passing * (e.Closed + 2*e.Slit) }

// Stepping is what must pass when a figure steps into a garment: its hips, and room for the hands, mm.
func Stepping(on figure.Figure) float64 { return on.GirthAt(figure.Hip) + beside }

// Way is how the wearer gets into it, what must pass through it, and what does, mm; both are 0 where
// nothing must.
func (e Entry) Way(on figure.Figure) (how Manner, needs, passes float64) {
	switch {
	case e.Tied:
		return TiedOn, 0, 0
	case e.Through:
		return PutRound, 0, 0
	}
	passes = e.Passes()
	over, hips := on.Overhead(), Stepping(on)
	switch {
	case e.Only != OverHead && passes >= hips:
		return SteppedInto, hips, passes
	case e.Only != SteppedInto && e.Closed+2*e.Slit >= over: // arms first: it may lie close
		return OverHead, over, e.Closed + 2*e.Slit
	case e.Only == OverHead:
		return Stuck, over, e.Closed + 2*e.Slit
	}
	return Stuck, hips, passes
}

// Longer is how much longer its opening must be for the figure to get into it, mm; 0 when it does.
func (e Entry) Longer(on figure.Figure) float64 {
	if how, _, _ := e.Way(on); how != Stuck {
		return 0
	}
	need := math.Inf(1)
	if e.Only != OverHead {
		need = (Stepping(on)/passing - e.Closed) / 2
	}
	if e.Only != SteppedInto {
		need = min(need, (on.Overhead()-e.Closed)/2)
	}
	return math.Ceil(max(need-e.Slit, 0)) + 5
}
