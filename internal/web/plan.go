package web

import (
	"math"
	"strconv"
	"time"

	"ardentgusset/core/ensemble"
	"ardentgusset/core/work"
	"ardentgusset/internal/store"
)

// planned is a step of the work with what was noted of it.
type planned struct {
	ensemble.LayerStep
	LayerID   uint
	LayerName string
	Done      bool
	Ready     bool // everything before it is done
	Waits     []waiting
	Note      string
	Running   bool
	Started   time.Time
	Spent     float64 // minutes
	Number    int
}

type waiting struct{ Name, Why string }

// plan puts the order of work together with what has been done of it.
func (v *ensembleView) plan(now time.Time) {
	steps, err := ensemble.Order(v.Stages)
	if err != nil {
		v.PlanErr = err.Error()
		return
	}
	recs := map[string]*store.Layer{}
	for i := range v.Rec.Layers {
		recs[strconv.Itoa(int(v.Rec.Layers[i].ID))] = &v.Rec.Layers[i]
	}
	done, names := map[string]bool{}, map[string]string{}
	for i, one := range steps {
		rec := recs[one.Layer]
		p := planned{LayerStep: one, LayerID: rec.ID, LayerName: rec.Name, Number: i + 1}
		for _, l := range rec.Steps {
			if l.Step == one.Own {
				p.Done, p.Note = l.DoneAt != nil, l.Note
			}
		}
		for _, t := range rec.Timings {
			if t.Step != one.Own {
				continue
			}
			end := now
			if t.EndedAt != nil {
				end = *t.EndedAt
			} else {
				p.Running, p.Started = true, t.StartedAt
			}
			p.Spent += end.Sub(t.StartedAt).Minutes()
		}
		done[one.ID], names[one.ID] = p.Done, one.Name
		p.Ready = true
		for _, a := range one.After {
			if !done[a.Step] {
				p.Ready = false
				p.Waits = append(p.Waits, waiting{names[a.Step], a.Why})
			}
		}
		if !p.Done {
			v.Left += math.Max(one.Minutes-p.Spent, 0)
		}
		v.Plan = append(v.Plan, p)
	}
	v.Ready = work.Forecast(v.Left, math.Max(v.Rec.Hours, 0.25), now)
	if t, err := time.Parse("2006-01-02", v.Rec.EventDate); err == nil {
		v.Late = work.DaysUntil(v.Ready, t) < 0
	}
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
