package web

import (
	"context"
	"sync"
	"time"

	"ardentgusset/core/ensemble"
	"ardentgusset/internal/store"
)

// shareBook holds what of the maker's hours others leave an ensemble, as long as nothing else was changed.
type shareBook struct {
	mu   sync.Mutex
	held map[uint]heldShare
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
