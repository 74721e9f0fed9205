package store

import (
	"context"
	"fmt"
	"slices"
	"time"

	"ardentgusset/core/draft"
	"ardentgusset/core/work"
)

// Lesson is what went wrong with a garment, or what its maker would do otherwise: it is shown when such a garment is made
// again.
type Lesson struct {
	ID      string    `json:"id"`
	Kind    string    `json:"kind"` // of the garment
	Layer   uint      `json:"layer"`
	Step    work.ID   `json:"step,omitempty"`
	What    string    `json:"what"`
	Minutes float64   `json:"minutes,omitempty"` // that it cost
	Setting draft.Key `json:"setting,omitempty"` // of the draft, to be changed by so much
	By      float64   `json:"by,omitempty"`
	At      time.Time `json:"at"`
}

// RemoveLesson takes a lesson away that is learnt.
func (s *Store) RemoveLesson(ctx context.Context, ensemble uint, id string) error {
	return s.plan(ctx, ensemble, "what went wrong", func(p *Planning) error {
		n := len(p.Lessons)
		p.Lessons = slices.DeleteFunc(p.Lessons, func(l Lesson) bool { return l.ID == id })
		if len(p.Lessons) == n {
			return &FieldError{"id", "this is no longer there; load the page again"}
		}
		return nil
	})
}

// Learnt is a lesson with the ensemble it was learnt on.
type Learnt struct {
	Lesson
	Ensemble     uint
	EnsembleName string
	Wearer       uint // whose body it was learnt on
}

// Key tells a lesson from those of all ensembles.
func (l Learnt) Key() string { return fmt.Sprintf("%d %s", l.Ensemble, l.ID) }

// Lessons are all that were learnt with a kind of garment, the newest first.
func (s *Store) Lessons(ctx context.Context, kind string) ([]Learnt, error) {
	var all []Ensemble
	if err := s.db.WithContext(ctx).Select("id", "name", "planning", "wearer_id").Find(&all).Error; err != nil {
		return nil, explain(err)
	}
	var out []Learnt
	for _, e := range all {
		for _, l := range e.Planning.Lessons {
			if l.Kind == kind {
				out = append(out, Learnt{l, e.ID, e.Name, e.WearerID})
			}
		}
	}
	slices.SortStableFunc(out, func(a, b Learnt) int { return b.At.Compare(a.At) })
	return out, nil
}

// Told is a lesson in one line.
func (l Lesson) Told() string {
	if l.Minutes > 0 {
		return fmt.Sprintf("%s (it cost %.0f minutes)", l.What, l.Minutes)
	}
	return l.What
}
