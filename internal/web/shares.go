package web

import (
	"context"
	"sync"
	"time"

	"ardentgusset/core/ensemble"
	"ardentgusset/internal/store"
)

// shareBook holds what of the maker's hours others leave an ensemble, as long as nothing else was changed; and what all take
// of the next weeks, as long as nothing was.
type shareBook struct {
	mu    sync.Mutex
	held  map[uint]heldShare
	loads heldLoads
}

// shownWeeks is how many weeks of load are shown.
const shownWeeks = 6

// load is what an ensemble takes of the next weeks, hours.
type load struct {
	id     uint
	name   string
	paused bool
	hours  [shownWeeks]float64
}

type heldLoads struct {
	all  []load
	mark uint64
	on   string // day, "" for none
}

type heldShare struct {
	store.Share
	mark uint64
	on   string // day
}

// share is what others leave an ensemble. Where it can't be worked out, they leave everything.
func (s *Server) share(ctx context.Context, e store.Ensemble, now time.Time) store.Share {
	mark, on := s.st.ChangesBeside(e.ID), now.Format(time.DateOnly)
	s.shares.mu.Lock()
	h, ok := s.shares.held[e.ID]
	s.shares.mu.Unlock()
	if ok && h.mark == mark && h.on == on {
		return h.Share
	}
	out, err := s.st.ShareOf(ctx, e.ID, now, s.stagesOf)
	if err != nil {
		return store.Share{}
	}
	s.shares.mu.Lock()
	defer s.shares.mu.Unlock()
	s.shares.held[e.ID] = heldShare{out, mark, on}
	return out
}

// stagesOf drafts an ensemble, or finds it drafted.
func (s *Server) stagesOf(e store.Ensemble) ([]ensemble.Stage, error) {
	_, stages, err := s.walks.walk(e)
	return stages, err
}

// loads are what all ensembles take of the next weeks, in the order in which the hours go to them.
func (s *Server) loads(ctx context.Context, now time.Time) ([]load, error) {
	mark, on := s.st.Changes(), now.Format(time.DateOnly)
	s.shares.mu.Lock()
	h := s.shares.loads
	s.shares.mu.Unlock()
	if h.on == on && h.mark == mark {
		return h.all, nil
	}
	h = heldLoads{mark: mark, on: on}
	err := s.st.InTurn(ctx, now, s.stagesOf, func(one store.One, _ store.Share) bool {
		l := load{id: one.ID, name: one.Name, paused: one.Planning.Paused != nil}
		for d, hours := range one.Calendar.Spent(one.Work, one.Minutes) {
			if k := int(d) / 7; k < shownWeeks {
				l.hours[k] += hours
			}
		}
		h.all = append(h.all, l)
		return true
	})
	if err != nil {
		return nil, err
	}
	s.shares.mu.Lock()
	defer s.shares.mu.Unlock()
	s.shares.loads = h
	return h.all, nil
}
