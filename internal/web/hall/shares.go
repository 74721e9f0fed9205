package hall

import (
	"context"
	"time"

	"ardentgusset/core/ensemble"
	"ardentgusset/core/memo"
	"ardentgusset/internal/store"
)

// ShownWeeks is how many weeks of load are shown.
const ShownWeeks = 6

// load is what an ensemble takes of the next weeks, hours.
type load struct {
	ID     uint
	Name   string
	Paused bool
	Hours  [ShownWeeks]float64
}

// shareKey is what others leave an ensemble on a day, as long as nothing else was changed; loadsKey what all
// take of the next weeks, as long as nothing was.
type (
	shareKey struct {
		of       *store.Store
		id, mark uint64
		day      string
	}
	loadsKey struct {
		of   *store.Store
		mark uint64
		day  string
	}
)

// What a share and the loads weigh in the book, bytes.
const shareWeight, loadsWeight = 4 << 10, 4 << 10

// share is what others leave an ensemble. Where it can't be worked out, they leave everything.
func (s *Hall) share(ctx context.Context, e store.Ensemble, now time.Time) store.Share {
	key := shareKey{s.Store, uint64(e.ID), s.Store.ChangesBeside(e.ID), now.Format(time.DateOnly)}
	out, err := memo.Find(ctx, s.Memory, key, shareWeight, func() (store.Share, error) {
		return s.Store.ShareOf(ctx, e.ID, now, s.StagesOf(ctx))
	})
	if err != nil {
		return store.Share{}
	}
	return out
}

// StagesOf drafts ensembles, or finds them drafted.
func (s *Hall) StagesOf(ctx context.Context) func(e store.Ensemble) ([]ensemble.Stage, error) {
	return func(e store.Ensemble) ([]ensemble.Stage, error) {
		_, stages, err := s.Walk(ctx, e)
		return stages, err
	}
}

// Loads are what all ensembles take of the next weeks, in the order in which the hours go to them.
func (s *Hall) Loads(ctx context.Context, now time.Time) ([]load, error) {
	return memo.Find(ctx, s.Memory, loadsKey{s.Store, s.Store.Changes(), now.Format(time.DateOnly)}, loadsWeight, func() ([]load, error) {
		var all []load
		err := s.Store.InTurn(ctx, now, s.StagesOf(ctx), func(one store.One, _ store.Share) bool {
			l := load{ID: one.ID, Name: one.Name, Paused: one.Planning.Paused != nil}
			for d, hours := range one.Calendar.Spent(one.Work, one.Minutes) {
				if k := int(d) / 7; k < ShownWeeks {
					l.Hours[k] += hours
				}
			}
			all = append(all, l)
			return true
		})
		return all, err
	})
}
