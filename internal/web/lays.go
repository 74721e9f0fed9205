package web

import (
	"context"
	"crypto/sha256"
	"encoding/json"
	"sync"

	"ardentgusset/core/ensemble"
	"ardentgusset/core/lay"
)

// layBook keeps lays by the hash of their job, so that a lay is searched for
// once and not at every page.
type layBook struct {
	mu   sync.Mutex
	done map[[32]byte]lay.Result
	busy map[[32]byte]chan struct{}
}

// bookSize is how many lays are kept.
const bookSize = 400

func newLayBook() *layBook {
	return &layBook{done: map[[32]byte]lay.Result{}, busy: map[[32]byte]chan struct{}{}}
}

// get is the lay of a job, searched for when it is not known. It returns
// false when the context ends first; the search then goes on for the next
// one who asks.
func (b *layBook) get(ctx context.Context, j lay.Job) (lay.Result, bool) {
	text, err := json.Marshal(j)
	if err != nil {
		return lay.Result{}, false
	}
	key := sha256.Sum256(text)
	for {
		b.mu.Lock()
		if r, ok := b.done[key]; ok {
			b.mu.Unlock()
			return r, true
		}
		wait, running := b.busy[key]
		if !running {
			wait = make(chan struct{})
			b.busy[key] = wait
			go func() {
				r := lay.Place(context.Background(), j)
				b.mu.Lock()
				if len(b.done) >= bookSize {
					clear(b.done)
				}
				b.done[key] = r
				delete(b.busy, key)
				b.mu.Unlock()
				close(wait)
			}()
		}
		b.mu.Unlock()
		select {
		case <-wait:
		case <-ctx.Done():
			return lay.Result{}, false
		}
	}
}

// warm searches for all lays of a stack in the background.
func (b *layBook) warm(stages []ensemble.Stage) {
	go func() {
		for _, s := range stages {
			if s.Err != nil {
				continue
			}
			if j := s.Job(); j.Check() == nil {
				b.get(context.Background(), j)
			}
		}
	}()
}
