package store

import (
	"context"
	"errors"
	"time"

	"gorm.io/gorm"
	"gorm.io/gorm/clause"
)

// Received is something that was sent from a device which had noted it while it was not connected: it is done once, however
// often it is sent.
type Received struct {
	Token string    `gorm:"primaryKey"`
	At    time.Time `gorm:"not null"`
}

// keptReceived is how long what was received is remembered.
const keptReceived = 400 * 24 * time.Hour

// ErrReceived: this was received and done before.
var ErrReceived = errors.New("this was received before")

// Once is the store in which one action is done under a token: it fails with ErrReceived where that was received before, and
// else remembers it in the same transaction.
func (s *Store) Once(token string) *Store {
	out := s.At(time.Time{})
	out.now, out.once = s.now, token
	return out
}

// receive takes a token in a transaction.
func (s *Store) receive(tx *gorm.DB) error {
	if s.once == "" {
		return nil
	}
	now := time.Now()
	if err := tx.Where("at < ?", now.Add(-keptReceived)).Delete(&Received{}).Error; err != nil {
		return err
	}
	made := tx.Clauses(clause.OnConflict{DoNothing: true}).Create(&Received{Token: s.once, At: now})
	if made.Error == nil && made.RowsAffected == 0 {
		return ErrReceived
	}
	return made.Error
}

// WasReceived tells whether something was received before.
func (s *Store) WasReceived(ctx context.Context, token string) (bool, error) {
	var r Received
	err := s.db.WithContext(ctx).First(&r, "token = ?", token).Error
	if errors.Is(err, gorm.ErrRecordNotFound) {
		return false, nil
	}
	return err == nil, explain(err)
}

// Receive remembers that something was received and done.
func (s *Store) Receive(ctx context.Context, token string) error {
	return explain(s.db.WithContext(ctx).Transaction(func(tx *gorm.DB) error {
		if err := tx.Where("at < ?", s.now().Add(-keptReceived)).Delete(&Received{}).Error; err != nil {
			return err
		}
		return tx.Clauses(clause.OnConflict{DoNothing: true}).Create(&Received{Token: token, At: s.now()}).Error
	}))
}

// At is the store as if it were another time: for what was done earlier and is sent now.
func (s *Store) At(t time.Time) *Store {
	return &Store{db: s.db, path: s.path, now: func() time.Time { return t }, current: s.current, lock: s.lock, cuts: s.cuts,
		changes: s.changes, once: s.once}
}
