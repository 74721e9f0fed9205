package web

import (
	"context"
	"crypto/sha256"
	"encoding/json"
	"fmt"
	"sync"

	"ardentgusset/core/ensemble"
	"ardentgusset/core/lay"
	"ardentgusset/internal/store"
)

// layBook keeps lays by the hash of their job, so that a lay is searched for
// once and not at every page. What a person looked for longer is in the data
// file too.
type layBook struct {
	store *store.Store
	mu    sync.Mutex
	done  map[string]lay.Result
	busy  map[string]chan struct{}
	// seats bounds how many long searches go on at once: each uses two cores.
	seats chan struct{}
	// hands bounds how many first lays are worked out at once, so that pages
	// stay quick beside them.
	hands chan struct{}
}

// bookSize is how many lays are kept in memory; longSearches and firstLays are
// how many go on at once, and longest how long a search may take, s.
const bookSize, longSearches, firstLays, longest = 400, 1, 2, 60

func newLayBook(st *store.Store) *layBook {
	return &layBook{store: st, done: map[string]lay.Result{}, busy: map[string]chan struct{}{},
		seats: make(chan struct{}, longSearches), hands: make(chan struct{}, firstLays)}
}

func hashOf(j lay.Job) string {
	text, err := json.Marshal(j)
	if err != nil { // a number that is none: no such job passes its check
		return ""
	}
	return fmt.Sprintf("%x", sha256.Sum256(text))
}

// get is the lay of a job: the one kept, or one searched for when there is
// none. It returns false when the context ends first; the search then goes on
// for the next one who asks.
func (b *layBook) get(ctx context.Context, j lay.Job) (lay.Result, bool) {
	key := hashOf(j)
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
				kept, found, err := b.store.FoundLay(context.WithoutCancel(ctx), key)
				if !found || err != nil {
					b.hands <- struct{}{}
					kept = lay.Place(context.Background(), j)
					<-b.hands
				}
				b.put(key, kept)
				b.mu.Lock()
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

func (b *layBook) put(key string, r lay.Result) {
	b.mu.Lock()
	defer b.mu.Unlock()
	if len(b.done) >= bookSize {
		clear(b.done)
	}
	b.done[key] = r
}

// look goes on from the lay that is known until the context ends or its time
// is over, and tells of every better one; each is kept at once, so that nothing
// found is lost.
func (b *layBook) look(ctx context.Context, j lay.Job, told func(lay.Result) error) error {
	select {
	case b.seats <- struct{}{}:
		defer func() { <-b.seats }()
	case <-ctx.Done():
		return nil
	}
	from, ok := b.get(ctx, j)
	if !ok {
		return nil
	}
	key := hashOf(j)
	long := j
	long.Seconds = longest
	ctx, stop := context.WithCancel(ctx)
	defer stop()
	var failed error
	lay.Improve(ctx, long, from, 0, func(r lay.Result) {
		b.put(key, r)
		// Kept even when the page has gone away meanwhile.
		failed = b.store.KeepLay(context.WithoutCancel(ctx), key, r)
		if failed == nil {
			failed = told(r)
		}
		if failed != nil {
			stop()
		}
	})
	return failed
}

// warm searches for all lays of a stack in the background.
func (b *layBook) warm(stages []ensemble.Stage) {
	go func() {
		for _, s := range stages {
			if s.Err != nil || s.Had != ensemble.ToMake {
				continue
			}
			for _, u := range s.Uses() {
				s.Sheets(u, func(j lay.Job) (lay.Result, bool) { return b.get(context.Background(), j) })
			}
		}
	}()
}
