package hall

import (
	"context"
	"crypto/sha256"
	"encoding/json"
	"fmt"

	"ardentgusset/core/ensemble"
	"ardentgusset/core/lay"
	"ardentgusset/core/memo"
	"ardentgusset/internal/store"
)

// layBook finds lays and keeps them by the hash of their job, so that a lay is searched for
// once and not at every page. What a person looked for longer is in the data
// file too.
type layBook struct {
	store *store.Store
	book  *memo.Book
	// seats bounds how many long searches go on at once: each uses two cores.
	seats chan struct{}
	// hands bounds how many first lays are worked out at once, so that pages
	// stay quick beside them.
	hands chan struct{}
}

// layKey is the hash of a job.
type layKey string

// longSearches and firstLays are how many go on at once, longest how long a search may take, s, and
// layWeight what a lay weighs in the book, bytes.
const longSearches, firstLays, Longest, layWeight = 1, 2, 60, 8 << 10

func newLayBook(st *store.Store, book *memo.Book) *layBook {
	return &layBook{store: st, book: book, seats: make(chan struct{}, longSearches), hands: make(chan struct{}, firstLays)}
}

// HashOf is the hash of a job, by which its lay is kept.
func HashOf(j lay.Job) string {
	text, err := json.Marshal(j)
	if err != nil { // a number that is none: no such job passes its check
		return ""
	}
	return fmt.Sprintf("%x", sha256.Sum256(text))
}

// Get is the lay of a job: the one kept, or one searched for when there is
// none. It returns false when the context ends first; the search then goes on
// for the next one who asks.
func (b *layBook) Get(ctx context.Context, j lay.Job) (lay.Result, bool) {
	key := HashOf(j)
	if r, ok := memo.Get[lay.Result](b.book, layKey(key)); ok {
		return r, true
	}
	found := make(chan lay.Result, 1)
	go func() {
		on := context.WithoutCancel(ctx)
		r, _ := memo.Find(on, b.book, layKey(key), layWeight, func() (lay.Result, error) { // it never fails
			if kept, ok, err := b.store.FoundLay(on, key); ok && err == nil {
				return kept, nil
			}
			b.hands <- struct{}{}
			defer func() { <-b.hands }()
			return lay.Place(on, j), nil
		})
		found <- r
	}()
	select {
	case r := <-found:
		return r, true
	case <-ctx.Done():
		return lay.Result{}, false
	}
}

// Put keeps a lay in the place of the one that was kept.
func (b *layBook) Put(key string, r lay.Result) { memo.Put(b.book, layKey(key), r, layWeight) }

// Look goes on from the lay that is known until the context ends or its time
// is over, and tells of every better one; each is kept at once, so that nothing
// found is lost.
func (b *layBook) Look(ctx context.Context, j lay.Job, told func(lay.Result) error) error {
	select {
	case b.seats <- struct{}{}:
		defer func() { <-b.seats }()
	case <-ctx.Done():
		return nil
	}
	from, ok := b.Get(ctx, j)
	if !ok {
		return nil
	}
	key := HashOf(j)
	long := j
	long.Seconds = Longest
	ctx, stop := context.WithCancel(ctx)
	defer stop()
	var failed error
	lay.Improve(ctx, long, from, 0, func(r lay.Result) {
		b.Put(key, r)
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
				s.Sheets(u, func(j lay.Job) (lay.Result, bool) { return b.Get(context.Background(), j) })
			}
		}
	}()
}
