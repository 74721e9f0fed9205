package hall

import (
	"slices"
	"strconv"
	"strings"
	"time"

	"ardentgusset/core/work"
	"ardentgusset/internal/store"
)

// Planned is an operation of the work with what was noted of it and when it would be done.
type Planned struct {
	work.Operation
	Own       work.ID // the step's ID within its garment, "" for one of the maker's own
	LayerID   uint
	LayerName string
	Ready     bool // everything before it is done
	Waits     []waiting
	Note      string
	Photo     string    // hash of its picture, "" for none
	DoneOn    time.Time // zero when it is not done
	Running   bool
	Started   time.Time
	Spent     float64 // minutes
	Lost      float64 // minutes that were undone
	Number    int
	From, To  time.Time // days it would be worked on; zero when it is done
	Chain     bool      // on the longest chain
	When      string    // those days, as they are read
}

type waiting struct{ Name, Why string }

// plan puts the order of work together with what has been done of it, and lays what is left into the calendar.
func (v *EnsembleView) plan(now time.Time) {
	n := v.Rec.Noted(now)
	all, err := v.Rec.Operations(v.Stages, n)
	if err != nil {
		v.PlanErr = err.Error()
		return
	}
	v.Calendar = v.Rec.Calendar(now)
	if !v.Rec.Planning.Alone {
		v.Calendar.Taken = v.Share.Taken
	}
	minutes := make([]float64, len(all))
	for i := range all {
		if !all[i].Done {
			minutes[i] = all[i].Minutes()
		}
	}
	placed, unplaced := v.Calendar.Schedule(all, minutes)
	_, chain, _ := work.Critical(all, minutes)
	recs := map[string]*store.Layer{}
	for i := range v.Rec.Layers {
		recs[strconv.Itoa(int(v.Rec.Layers[i].ID))] = &v.Rec.Layers[i]
	}
	done, names := map[work.ID]bool{}, map[work.ID]string{}
	for i, one := range all {
		p := Planned{Operation: one, Number: i + 1, LayerName: strings.TrimPrefix(one.Lane, "job/"), Chain: slices.Contains(chain, i)}
		if rec := recs[one.Lane]; rec != nil {
			p.LayerID, p.LayerName = rec.ID, rec.Name
			if lane, own := one.ID.Parts(); lane != "" && lane != "own" {
				k := store.StepOf{Layer: rec.ID, Step: own}
				p.Own, p.Note, p.Spent, p.Lost = own, n.Notes[k], n.Spent[k], n.Lost[k]
				p.Photo, p.DoneOn = n.Photos[k], n.DoneOn[k]
				p.Started, p.Running = n.Running[k], !n.Running[k].IsZero()
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
			v.Left += one.Minutes()
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

// Operations are those of the plan, in its order.
func (v *EnsembleView) Operations() []work.Operation {
	out := make([]work.Operation, len(v.Plan))
	for i := range v.Plan {
		out[i] = v.Plan[i].Operation
	}
	return out
}

// Before is the operation that a step is put before when it moves so many places up, or down when that is negative; "" past
// what is left to do.
func (v *EnsembleView) Before(i, up int) work.ID {
	if k := i - up; k >= 0 && k < len(v.Plan) && !v.Plan[k].Done {
		return v.Plan[k].ID
	}
	return ""
}

// Next is the step to do now: the running one, or the first that is ready.
func (v *EnsembleView) Next() *Planned {
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
func (v *EnsembleView) DoneCount() int {
	n := 0
	for _, p := range v.Plan {
		if p.Done {
			n++
		}
	}
	return n
}

// Soonest is an order that ends sooner than the one that stands, by operations, and when; none when none was found.
func (v *EnsembleView) Soonest() (ids []work.ID, ends work.Day) {
	all := v.Operations()
	minutes := func(all []work.Operation) []float64 {
		out := make([]float64, len(all))
		for i := range all {
			if !all[i].Done {
				out[i] = all[i].Minutes()
			}
		}
		return out
	}
	order, _ := v.Calendar.Best(all, minutes(all))
	for i := range order {
		ids = append(ids, order[i].ID)
	}
	order, err := work.Sequenced(all, ids) // as it would be read again
	if err != nil {
		return nil, 0
	}
	placed, unplaced := v.Calendar.Schedule(order, minutes(order))
	if ends = work.Finish(placed); len(unplaced) > 0 || ends >= work.Finish(v.Laid) {
		return nil, 0
	}
	return ids, ends
}
