package store

import (
	"context"
	"slices"
	"sync"

	"gorm.io/gorm"
)

// changeBook counts what was written of anything a plan rests on. One process writes a file, so that it misses nothing.
type changeBook struct {
	mu  sync.Mutex
	all uint64
	own map[uint]uint64 // by ensemble: what was an action on it
}

// planned are the tables a plan rests on.
var planned = []string{"wearers", "readings", "ensembles", "layers", "step_logs", "timings", "clockeds", "workrooms", "stasheds"}

// within is where a context says which ensemble an action is on, or that it is on nothing a plan rests on.
type within struct{}

// nothing is what is written that no plan rests on.
const nothing = ^uint(0)

func onEnsemble(ctx context.Context, id uint) context.Context {
	return context.WithValue(ctx, within{}, id)
}

// count has a database count what is written through it.
func (b *changeBook) count(db *gorm.DB) error {
	note := func(tx *gorm.DB) {
		if tx.Error != nil || tx.RowsAffected == 0 || !slices.Contains(planned, tx.Statement.Table) {
			return
		}
		b.wrote(tx.Statement.Context)
	}
	const end = "gorm:commit_or_rollback_transaction"
	c := db.Callback()
	if err := c.Create().After(end).Register("changes:create", note); err != nil {
		return err
	}
	if err := c.Update().After(end).Register("changes:update", note); err != nil {
		return err
	}
	return c.Delete().After(end).Register("changes:delete", note)
}

// transaction is one of several writes. What was written in it is counted once more when it is on the disk: who read before
// that, under the count of its writes, read what stood there before.
func (s *Store) transaction(ctx context.Context, do func(tx *gorm.DB) error) error {
	err := s.db.WithContext(ctx).Transaction(do)
	s.changes.wrote(ctx)
	return err
}

// wrote counts a write, to what its context says it is on.
func (b *changeBook) wrote(ctx context.Context) {
	id, on := ctx.Value(within{}).(uint)
	if on && id == nothing {
		return
	}
	b.mu.Lock()
	defer b.mu.Unlock()
	b.all++
	if on {
		b.own[id]++
	}
}

// everything is what was written at once, past the callbacks.
func (b *changeBook) everything() {
	b.mu.Lock()
	defer b.mu.Unlock()
	b.all++
	clear(b.own)
}

// Changes counts what was written since the file was opened of all a plan rests on.
func (s *Store) Changes() uint64 {
	s.changes.mu.Lock()
	defer s.changes.mu.Unlock()
	return s.changes.all
}

// ChangesBeside counts what was written since the file was opened of all a plan rests on, without the actions on one
// ensemble: while it stays the same, what others leave that one of the maker's hours does.
func (s *Store) ChangesBeside(ensemble uint) uint64 {
	s.changes.mu.Lock()
	defer s.changes.mu.Unlock()
	return s.changes.all - s.changes.own[ensemble]
}
