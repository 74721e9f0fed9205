package store

import (
	"context"
	"maps"
	"time"

	"ardentgusset/core/ensemble"
	"ardentgusset/core/work"
)

// Share is what of a maker's hours goes to ensembles that come before one: those whose day is before. Ensembles without a day
// come last, and those that are paused take nothing.
type Share struct {
	Taken map[work.Day]float64 // hours, by the day from today on
	Ahead []string             // their names
}

// One is an ensemble in the order in which a maker's hours go to them, with its work.
type One struct {
	Ensemble
	Work     []work.Operation
	Calendar work.Calendar
	Minutes  []float64 // of each operation, 0 for what is done
}

// InTurn goes through all ensembles in the order in which the maker's hours go to them: each gets what those before it left.
// walk drafts one; those that can't be drafted, or ordered, take no hours. each ends it by returning false.
func (s *Store) InTurn(ctx context.Context, now time.Time, walk func(Ensemble) ([]ensemble.Stage, error),
	each func(One, Share) bool) error {
	all, err := s.Ensembles(ctx)
	if err != nil {
		return err
	}
	share := Share{Taken: map[work.Day]float64{}}
	for _, e := range all {
		one := One{Ensemble: e, Calendar: e.Calendar(now)}
		if stages, err := walk(e); err == nil {
			one.Work, _ = e.Operations(stages, e.Noted(now))
		}
		if !e.Planning.Alone {
			one.Calendar.Taken = maps.Clone(share.Taken)
		}
		one.Minutes = make([]float64, len(one.Work))
		left := 0.0
		for i, o := range one.Work {
			if !o.Done {
				one.Minutes[i] = o.Minutes()
				left += o.Minutes()
			}
		}
		if !each(one, Share{Taken: one.Calendar.Taken, Ahead: share.Ahead}) {
			return nil
		}
		if e.Planning.Paused != nil || left == 0 {
			continue
		}
		share.Ahead = append(share.Ahead[:len(share.Ahead):len(share.Ahead)], e.Name)
		for d, hours := range one.Calendar.Spent(one.Work, one.Minutes) {
			share.Taken[d] += hours
		}
	}
	return nil
}

// ShareOf is what those before an ensemble leave it.
func (s *Store) ShareOf(ctx context.Context, id uint, now time.Time, walk func(Ensemble) ([]ensemble.Stage, error)) (Share,
	error) {
	var out Share
	err := s.InTurn(ctx, now, walk, func(one One, share Share) bool {
		out = share
		return one.ID != id
	})
	return out, err
}
