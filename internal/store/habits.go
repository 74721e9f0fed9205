package store

import (
	"context"
	"errors"

	"ardentgusset/core/measure"

	"gorm.io/gorm"
	"gorm.io/gorm/clause"
)

// Habits are how whoever works with these data reads: a device that was told nothing else follows them.
type Habits struct {
	ID    uint             `gorm:"primaryKey;autoIncrement" json:"id"`
	Unit  measure.Unit     `gorm:"not null;default:''" json:"unit"`  // "" while nobody chose one
	Money measure.Currency `gorm:"not null;default:''" json:"money"` // the sign prices are written with
	Light string           `gorm:"not null;default:''" json:"light"` // "day", "evening", or "" for that of the device
}

// TableName is one word for one row.
func (Habits) TableName() string { return "habits" }

// theHabits is the ID of the one row.
const theHabits = 1

// Habits are those that are kept; none where nobody chose anything.
func (s *Store) Habits(ctx context.Context) (Habits, error) {
	var h Habits
	err := s.db.WithContext(ctx).First(&h, theHabits).Error
	if errors.Is(err, gorm.ErrRecordNotFound) {
		return Habits{}, nil
	}
	return h, explain(err)
}

// SetHabit changes the habits.
func (s *Store) SetHabit(ctx context.Context, change func(*Habits)) error {
	return s.transaction(ctx, func(tx *gorm.DB) error {
		var h Habits
		if err := tx.Limit(1).Find(&h, theHabits).Error; err != nil {
			return err
		}
		change(&h)
		h.ID = theHabits
		return tx.Clauses(clause.OnConflict{UpdateAll: true}).Create(&h).Error
	})
}
