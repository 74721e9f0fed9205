package web

import (
	"slices"
	"strconv"
	"strings"
	"time"

	"ardentgusset/core/ensemble"
	"ardentgusset/core/work"
	"ardentgusset/internal/store"
)

// planned is an operation of the work with what was noted of it and when it would be done.
type planned struct {
	work.Operation
	Own       string // the step's ID within its garment, "" for one of the maker's own
	LayerID   uint
	LayerName string
	Ready     bool // everything before it is done
	Waits     []waiting
	Note      string
	Running   bool
	Started   time.Time
	Spent     float64 // minutes
	Number    int
	From, To  time.Time // days it would be worked on; zero when it is done
	Chain     bool      // on the longest chain
	When      string    // those days, as they are read
}

type waiting struct{ Name, Why string }

// stepKey is a step of a layer.
type stepKey struct {
	layer uint
	step  string
}

// noted is what was noted of the steps of an ensemble.
type noted struct {
	done    map[stepKey]bool
	notes   map[stepKey]string
	spent   map[stepKey]float64
	running map[stepKey]time.Time
}

func notesOn(e store.Ensemble, now time.Time) noted {
	n := noted{map[stepKey]bool{}, map[stepKey]string{}, map[stepKey]float64{}, map[stepKey]time.Time{}}
	for _, l := range e.Layers {
		for _, log := range l.Steps {
			k := stepKey{l.ID, log.Step}
			n.done[k], n.notes[k] = log.DoneAt != nil, log.Note
		}
		for _, t := range l.Timings {
			k, end := stepKey{l.ID, t.Step}, now
			if t.EndedAt != nil {
				end = *t.EndedAt
			} else {
				n.running[k] = t.StartedAt
			}
			n.spent[k] += end.Sub(t.StartedAt).Minutes()
		}
	}
	return n
}

// keyOf is a step of a layer by the layer's ID as text.
func keyOf(layer, step string) stepKey {
	id, err := strconv.ParseUint(layer, 10, 32)
	if err != nil {
		return stepKey{}
	}
	return stepKey{uint(id), step}
}

// operations are the work of an ensemble in the order its maker chose.
func operations(e store.Ensemble, stages []ensemble.Stage, n noted) ([]work.Operation, error) {
	g := ensemble.Given{Done: func(layer, step string) bool { return n.done[keyOf(layer, step)] },
		Spent: func(layer, step string) float64 { return n.spent[keyOf(layer, step)] }, Extras: e.Planning.Extras(),
		Schools: e.Planning.Schools, Pace: pace(stages, n)}
	all, err := ensemble.Operations(stages, g)
	if err != nil || !e.Planning.Batched {
		return all, err
	}
	return work.Batched(all)
}

// pace is what the times of steps that are done say of the maker.
func pace(stages []ensemble.Stage, n noted) work.Pace {
	var log []work.Logged
	for _, s := range stages {
		for _, st := range s.Draft.Steps {
			k := keyOf(s.ID, st.ID)
			if st.Technique == "" && n.done[k] && n.spent[k] > 0 {
				log = append(log, work.Logged{Station: work.StationOf(st), Expected: st.Minutes, Actually: n.spent[k]})
			}
		}
	}
	return work.Learn(log)
}

// plan puts the order of work together with what has been done of it, and lays what is left into the calendar.
func (v *ensembleView) plan(now time.Time) {
	n := notesOn(v.Rec, now)
	all, err := operations(v.Rec, v.Stages, n)
	if err != nil {
		v.PlanErr = err.Error()
		return
	}
	v.Calendar = v.Rec.Calendar(now)
	minutes := make([]float64, len(all))
	for i := range all {
		if !all[i].Done {
			minutes[i] = all[i].Minutes
		}
	}
	placed, unplaced := v.Calendar.Schedule(all, minutes)
	_, chain, _ := work.Critical(all, minutes)
	recs := map[string]*store.Layer{}
	for i := range v.Rec.Layers {
		recs[strconv.Itoa(int(v.Rec.Layers[i].ID))] = &v.Rec.Layers[i]
	}
	done, names := map[string]bool{}, map[string]string{}
	for i, one := range all {
		p := planned{Operation: one, Number: i + 1, LayerName: strings.TrimPrefix(one.Lane, "job/"), Chain: slices.Contains(chain, i)}
		if rec := recs[one.Lane]; rec != nil {
			p.LayerID, p.LayerName = rec.ID, rec.Name
			if _, own, ok := strings.Cut(one.ID, "/"); ok && !strings.HasPrefix(one.ID, "own/") {
				k := stepKey{rec.ID, own}
				p.Own, p.Note, p.Spent = own, n.notes[k], n.spent[k]
				p.Started, p.Running = n.running[k], !n.running[k].IsZero()
			}
		}
		done[one.ID], names[one.ID] = one.Done, one.Name
		p.Ready = true
		for _, a := range one.After {
			if !done[a.Step] {
				p.Ready = false
				p.Waits = append(p.Waits, waiting{names[a.Step], a.Why})
			}
		}
		if !one.Done {
			v.Left += one.Minutes
			if !slices.Contains(unplaced, i) {
				p.From, p.To = v.Calendar.Date(placed[i].Start), v.Calendar.Date(placed[i].End)
				p.When = daysOf(p.From, p.To)
			}
		}
		v.Plan = append(v.Plan, p)
	}
	v.Laid = placed
	v.Ready = v.Calendar.Date(work.Finish(placed))
	if v.Left == 0 {
		v.Ready = v.Calendar.Date(-1)
	}
	if t, err := time.Parse(time.DateOnly, v.Rec.EventDate); err == nil {
		v.Late = work.DaysUntil(v.Ready, t) < 0
	}
}

// daysOf are the days something is worked on, as they are read.
func daysOf(from, to time.Time) string {
	if from.Equal(to) {
		return from.Format("Mon 2 January")
	}
	return from.Format("Mon 2") + " to " + to.Format("Mon 2 January")
}

// operations are those of the plan, in its order.
func (v *ensembleView) operations() []work.Operation {
	out := make([]work.Operation, len(v.Plan))
	for i := range v.Plan {
		out[i] = v.Plan[i].Operation
	}
	return out
}

// Next is the step to do now: the running one, or the first that is ready.
func (v *ensembleView) Next() *planned {
	for i := range v.Plan {
		if v.Plan[i].Running && !v.Plan[i].Done {
			return &v.Plan[i]
		}
	}
	for i := range v.Plan {
		if !v.Plan[i].Done && v.Plan[i].Ready {
			return &v.Plan[i]
		}
	}
	return nil
}

// DoneCount is how many steps are done.
func (v *ensembleView) DoneCount() int {
	n := 0
	for _, p := range v.Plan {
		if p.Done {
			n++
		}
	}
	return n
}
