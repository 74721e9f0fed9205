package store

import (
	"slices"
	"strconv"
	"time"

	"ardentgusset/core/ensemble"
	"ardentgusset/core/work"
)

// StepOf is a step of a layer.
type StepOf struct {
	Layer uint
	Step  work.ID
}

// Noted is what was noted of the steps of an ensemble's layers.
type Noted struct {
	Done    map[StepOf]bool
	Notes   map[StepOf]string
	Photos  map[StepOf]string    // hashes of pictures, "" for none
	DoneOn  map[StepOf]time.Time // the zero time when it is not done
	Spent   map[StepOf]float64   // minutes
	Lost    map[StepOf]float64   // minutes that it took besides, and that were undone
	Running map[StepOf]time.Time // since when
	// Elsewhere is what was timed in other ensembles of work that has no technique, by station.
	Elsewhere []work.Logged
	// Again are the steps that were undone and are not done again, also of layers that are sewn or worn.
	Again map[StepOf]bool
	// Finished are the layers that are sewn or worn: nothing of them is left to do, ticked or not.
	Finished map[uint]bool
}

// Noted gathers what was noted up to now.
func (e Ensemble) Noted(now time.Time) Noted {
	n := Noted{Done: map[StepOf]bool{}, Notes: map[StepOf]string{}, Photos: map[StepOf]string{}, DoneOn: map[StepOf]time.Time{},
		Spent: map[StepOf]float64{}, Lost: map[StepOf]float64{}, Running: map[StepOf]time.Time{},
		Elsewhere: e.Elsewhere, Finished: map[uint]bool{},
		Again: map[StepOf]bool{}}
	for _, l := range e.Layers {
		n.Finished[l.ID] = l.State.Finished()
		for _, log := range l.Steps {
			k := StepOf{l.ID, log.Step}
			n.Notes[k], n.Photos[k] = log.Note, log.Photo
			if on := e.DoneOn(log); !on.IsZero() {
				n.Done[k], n.DoneOn[k] = true, on
			}
		}
		for _, t := range l.Timings {
			n.clocked(e, l.ID, t, now)
		}
	}
	n.typed(e.Planning)
	for _, r := range e.Planning.Redone {
		for _, step := range r.Again {
			k := StepOf{r.Layer, step}
			n.Again[k] = !n.Done[k]
		}
	}
	return n
}

// OfLayer is a step by its layer's ID as the walk has it.
func OfLayer(layer string, step work.ID) StepOf {
	id, err := strconv.ParseUint(layer, 10, 32)
	if err != nil {
		return StepOf{}
	}
	return StepOf{uint(id), step}
}

// Pace is what the times of steps that are done say of the maker, here and in other ensembles.
func (n Noted) Pace(stages []ensemble.Stage) work.Pace {
	log := slices.Clone(n.Elsewhere)
	for _, s := range stages {
		for _, st := range s.Steps() {
			k := OfLayer(s.ID, st.ID)
			if st.Technique == "" && n.Done[k] && n.Spent[k] > 0 {
				log = append(log, work.Logged{Station: work.StationOf(st), Expected: st.Minutes, Actually: n.Spent[k]})
			}
		}
	}
	return work.Learn(log)
}

// Operations are the work of the ensemble in the order its maker chose.
func (e Ensemble) Operations(stages []ensemble.Stage, n Noted) ([]work.Operation, error) {
	g := ensemble.Given{Done: func(layer string, step work.ID) bool {
		k := OfLayer(layer, step)
		return n.Done[k] || n.Finished[k.Layer] && !n.Again[k]
	},
		Spent: func(layer string, step work.ID) float64 { return n.Spent[OfLayer(layer, step)] }, Extras: e.Planning.Extras(),
		Schools: e.Planning.Schools, Pace: n.Pace(stages)}
	all, err := ensemble.Operations(stages, g)
	if err != nil {
		return nil, err
	}
	if e.Planning.Batched {
		if all, err = work.Batched(all); err != nil {
			return nil, err
		}
	}
	if len(e.Planning.Sequence) == 0 {
		return all, nil
	}
	return work.Sequenced(all, e.Planning.Sequence)
}
