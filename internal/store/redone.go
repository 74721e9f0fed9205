package store

import (
	"context"
	"math"
	"slices"
	"strconv"
	"time"

	"ardentgusset/core/cloth"
	"ardentgusset/core/ensemble"
	"ardentgusset/core/measure"
	"ardentgusset/core/work"
)

// Redone is what is to be done once more because something went wrong: what was clocked of it until then is lost.
type Redone struct {
	Layer   uint           `json:"layer"`
	Step    work.ID        `json:"step"`            // where it went wrong
	Again   []work.ID      `json:"again,omitempty"` // steps of the layer that are undone
	Minutes float64        `json:"minutes,omitempty"`
	Cloth   measure.Length `json:"cloth_mm,omitempty"` // of the outer cloth, that is cut once more
	At      time.Time      `json:"at"`
}

// WentWrong keeps what went wrong with a layer as a lesson, and undoes what is to be done again.
func (s *Store) WentWrong(ctx context.Context, layer uint, l Lesson, r Redone) error {
	what, err := Named("what", l.What)
	if err != nil {
		return err
	}
	if math.IsNaN(l.Minutes) || l.Minutes < 0 || l.Minutes > 60_000 {
		return &FieldError{"lost", "the time it cost lies between 0 and 1000 hours"}
	}
	if math.IsNaN(l.By) || math.Abs(l.By) > 5000 {
		return &FieldError{"by", "write how much larger or smaller, like 5 mm or −1/4 in"}
	}
	if c := float64(r.Cloth); math.IsNaN(c) || c < 0 || r.Cloth > cloth.MaxInHand {
		return &FieldError{"cloth", "the cloth it cost lies between nothing and ⟦=500 m⟧"}
	}
	var rec Layer
	if err := s.db.WithContext(ctx).First(&rec, layer).Error; err != nil {
		return explain(err)
	}
	l.What, l.Kind, l.Layer, l.At = what, rec.Kind, layer, s.now()
	r.Layer, r.Step, r.Minutes, r.At = layer, l.Step, l.Minutes, l.At
	return s.plan(ctx, rec.EnsembleID, "what went wrong", func(p *Planning) error {
		if len(p.Lessons) >= mostPlanned || len(p.Redone) >= mostPlanned {
			return &FieldError{"what", "there are very many already; remove some that are learnt"}
		}
		l.ID = p.number("lesson")
		p.Lessons = append(p.Lessons, l)
		if r.Minutes > 0 || r.Cloth > 0 || len(r.Again) > 0 {
			p.Redone = append(p.Redone, r)
		}
		return nil
	})
}

// undone is when a step of a layer was undone last; the zero time when it never was.
func (p Planning) undone(layer uint, step work.ID) (at time.Time) {
	for _, r := range p.Redone {
		if r.Layer == layer && slices.Contains(r.Again, step) && r.At.After(at) {
			at = r.At
		}
	}
	return at
}

// DoneOn is when a step of a layer was done, by what was ticked off; the zero time when it is not, or was undone since.
func (e Ensemble) DoneOn(log StepLog) time.Time {
	if log.DoneAt == nil || !log.DoneAt.After(e.Planning.undone(log.LayerID, log.Step)) {
		return time.Time{}
	}
	return *log.DoneAt
}

// clocked shares what was timed between what counts and what was lost when the step was undone.
func (n *Noted) clocked(e Ensemble, layer uint, t Timing, now time.Time) {
	k, end := StepOf{layer, t.Step}, now
	if t.EndedAt != nil {
		end = *t.EndedAt
	} else {
		n.Running[k] = t.StartedAt
	}
	cut := e.Planning.undone(layer, t.Step)
	switch {
	case !cut.After(t.StartedAt):
		n.Spent[k] += end.Sub(t.StartedAt).Minutes()
	case cut.Before(end):
		n.Lost[k] += cut.Sub(t.StartedAt).Minutes()
		n.Spent[k] += end.Sub(cut).Minutes()
	default:
		n.Lost[k] += end.Sub(t.StartedAt).Minutes()
	}
}

// typed adds what was typed that it cost, where the clock did not tell of more.
func (n *Noted) typed(p Planning) {
	clocked := map[uint]float64{}
	for k, lost := range n.Lost {
		clocked[k.Layer] += lost
	}
	for _, r := range p.Redone {
		told := 0.0 // by the clock, of steps that were undone
		if len(r.Again) > 0 {
			told = min(clocked[r.Layer], r.Minutes)
			clocked[r.Layer] -= told
		}
		n.Lost[StepOf{r.Layer, r.Step}] += r.Minutes - told
	}
}

// lost is what a layer takes once more: cloth, and how often each of its steps is done again.
func (p Planning) lost(layer uint) (out ensemble.Lost) {
	for _, r := range p.Redone {
		if r.Layer != layer {
			continue
		}
		out.Cloth += r.Cloth
		for _, step := range r.Again {
			if out.Steps == nil {
				out.Steps = map[work.ID]int{}
			}
			out.Steps[step]++
		}
	}
	return out
}

// layerOf is a layer as the walk takes it.
func (e Ensemble) layerOf(l Layer) ensemble.Layer {
	return ensemble.Layer{ID: strconv.Itoa(int(l.ID)), Kind: l.Kind, Name: l.Name, Settings: l.Settings, Fabric: l.Fabric, Laying: l.Laying,
		Stash: l.Stash, Sewn: l.Sewn, Cut: l.Cut, Had: l.Had, Begun: l.Begun, Lost: e.Planning.lost(l.ID)}
}
