// Package memo keeps what was worked out, up to a weight, and forgets what was asked for longest ago.
//
// A Book belongs to whoever makes it and hands it on; what it gives out is shared and must never be
// changed. A nil Book keeps nothing: everything is worked out anew.
package memo

import (
	"container/list"
	"context"
	"sync"
)

// Book keeps values of any kind by keys of any comparable kind. Rooms keep their own keys apart by
// giving them a type of their own.
type Book struct {
	mu     sync.Mutex
	most   int
	weight int
	held   map[any]*list.Element
	used   *list.List // of *entry, the one asked for last in front
	busy   map[any]chan struct{}
}

type entry struct {
	key    any
	value  any
	weight int
}

// New is a book that holds up to a weight; rooms weigh what they keep in bytes, roughly.
func New(most int) *Book {
	return &Book{most: most, held: map[any]*list.Element{}, used: list.New(), busy: map[any]chan struct{}{}}
}

// Get is what is kept under a key; false when nothing is, or something of another kind.
func Get[V any](b *Book, key any) (v V, ok bool) {
	if b == nil {
		return v, false
	}
	b.mu.Lock()
	defer b.mu.Unlock()
	e, ok := b.held[key]
	if !ok {
		return v, false
	}
	b.used.MoveToFront(e)
	v, ok = e.Value.(*entry).value.(V)
	return v, ok
}

// Put keeps a value in the place of what was kept under its key. What weighs more than the whole book
// is not kept.
func Put[V any](b *Book, key any, v V, weight int) {
	if b == nil {
		return
	}
	b.mu.Lock()
	defer b.mu.Unlock()
	if e, ok := b.held[key]; ok {
		b.drop(e)
	}
	if weight > b.most {
		return
	}
	b.held[key] = b.used.PushFront(&entry{key: key, value: v, weight: weight})
	b.weight += weight
	for b.weight > b.most {
		b.drop(b.used.Back())
	}
}

func (b *Book) drop(e *list.Element) {
	was := b.used.Remove(e).(*entry)
	delete(b.held, was.key)
	b.weight -= was.weight
}

// Find is what is kept under a key, worked out where nothing is: by one who asks, while the others
// wait for it. An error is told to the one who worked and not kept; whoever waited then works
// themselves. It fails with the context's error when that ends while waiting.
func Find[V any](ctx context.Context, b *Book, key any, weight int, work func() (V, error)) (V, error) {
	if b == nil {
		return work()
	}
	for {
		if v, ok := Get[V](b, key); ok {
			return v, nil
		}
		b.mu.Lock()
		wait, others := b.busy[key]
		if !others {
			b.busy[key] = make(chan struct{})
		}
		b.mu.Unlock()
		if !others {
			return found(b, key, weight, work)
		}
		select {
		case <-wait:
		case <-ctx.Done():
			var none V
			return none, ctx.Err()
		}
	}
}

// found works a value out, keeps it and lets those go on who wait for it, also when the work panics.
func found[V any](b *Book, key any, weight int, work func() (V, error)) (V, error) {
	defer func() {
		b.mu.Lock()
		close(b.busy[key])
		delete(b.busy, key)
		b.mu.Unlock()
	}()
	v, err := work()
	if err == nil {
		Put(b, key, v, weight)
	}
	return v, err
}
