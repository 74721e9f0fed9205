package store

import (
	"context"
	"errors"
	"fmt"
	"slices"
	"time"
	"unicode/utf8"

	"ardentgusset/core/work"

	"gorm.io/gorm"
	"gorm.io/gorm/clause"
)

// Tick marks a step as done or not done; a timer running on it stops. clocked is what its
// time says of techniques, with the layer and step left open.
func (s *Store) Tick(ctx context.Context, layer uint, step work.ID, done bool, clocked ...Clocked) error {
	err := s.layer(ctx, layer, "a step of %s", func(tx *gorm.DB, l *Layer) error {
		now := s.now()
		var before []StepLog
		if err := tx.Where("layer_id = ? and step = ?", layer, step).Find(&before).Error; err != nil {
			return err
		}
		for _, was := range before {
			if was.ChosenAt != nil && was.ChosenAt.After(now) {
				return errOlder
			}
		}
		log := StepLog{LayerID: layer, Step: step}
		if done {
			log.DoneAt = &now
			if err := ended(tx, now, "layer_id = ? and step = ?", layer, step); err != nil {
				return err
			}
		}
		if err := tx.Where("layer_id = ? and step = ?", layer, step).Delete(&Clocked{}).Error; err != nil {
			return err
		}
		for _, c := range clocked {
			c.LayerID, c.Step = layer, step
			if err := tx.Create(&c).Error; err != nil {
				return err
			}
		}
		return tickStep(tx, layer, step, log.DoneAt, now)
	})
	if errors.Is(err, errOlder) {
		return nil
	}
	return err
}

// errOlder: it was chosen otherwise since. What was chosen last stands.
var errOlder = errors.New("it was chosen otherwise since")

// ended ends the timers that run among those a query names, at a time but never before they were started.
func ended(tx *gorm.DB, now time.Time, query string, args ...any) error {
	var running []Timing
	if err := tx.Where("ended_at is null").Where(query, args...).Find(&running).Error; err != nil {
		return err
	}
	for _, t := range running {
		end := now
		if end.Before(t.StartedAt) {
			end = t.StartedAt
		}
		if err := tx.Model(&t).Update("ended_at", end).Error; err != nil {
			return err
		}
	}
	return nil
}

// StopClock ends the timer of a step, if it runs.
func (s *Store) StopClock(ctx context.Context, layer uint, step work.ID) error {
	return s.layer(ctx, layer, "the timer of %s", func(tx *gorm.DB, _ *Layer) error {
		return ended(tx, s.now(), "layer_id = ? and step = ?", layer, step)
	})
}

// TickAll marks steps of a layer that is sewn or worn as done.
func (s *Store) TickAll(ctx context.Context, layer uint, steps []work.ID) error {
	return s.layer(ctx, layer, "the steps of %s", func(tx *gorm.DB, l *Layer) error {
		if !l.State.Finished() {
			return &FieldError{"finished", "it is not sewn yet: say on Layers how far it has come first"}
		}
		now := s.now()
		for _, step := range steps {
			if err := tickStep(tx, layer, step, &now, now); err != nil {
				return err
			}
		}
		return nil
	})
}

// Ticked tells whether a step of the layer is done.
func (l Layer) Ticked(step work.ID) bool {
	return slices.ContainsFunc(l.Steps, func(s StepLog) bool { return s.Step == step && s.DoneAt != nil })
}

// NoteStep keeps a note on a step, unless another was noted since was was
// shown.
func (s *Store) NoteStep(ctx context.Context, layer uint, step work.ID, note, was string) error {
	if n := utf8.RuneCountInString(note); n > LongestNote || !utf8.ValidString(note) {
		return &FieldError{"note", fmt.Sprintf("a note holds at most %d characters", LongestNote)}
	}
	return s.layer(ctx, layer, "a note on %s", func(tx *gorm.DB, l *Layer) error {
		var now []StepLog
		if err := tx.Where("layer_id = ? and step = ?", layer, step).Find(&now).Error; err != nil {
			return err
		}
		if theirs := append(now, StepLog{})[0].Note; theirs != was {
			return &Conflict{Theirs: quoted(theirs), Was: theirs}
		}
		return tx.Clauses(clause.OnConflict{Columns: []clause.Column{{Name: "layer_id"}, {Name: "step"}},
			DoUpdates: clause.AssignmentColumns([]string{"note"})}).
			Create(&StepLog{LayerID: layer, Step: step, Note: note}).Error
	})
}

// PhotoStep keeps a picture of a step; the hash of a picture that is kept, or "" for none.
func (s *Store) PhotoStep(ctx context.Context, layer uint, step work.ID, hash string) error {
	return s.layer(ctx, layer, "a photo of %s", func(tx *gorm.DB, l *Layer) error {
		return tx.Clauses(clause.OnConflict{Columns: []clause.Column{{Name: "layer_id"}, {Name: "step"}},
			DoUpdates: clause.AssignmentColumns([]string{"photo"})}).
			Create(&StepLog{LayerID: layer, Step: step, Photo: hash}).Error
	})
}

// Time starts or stops the timer of a step. Only one runs in an ensemble: to
// start one stops the others.
func (s *Store) Time(ctx context.Context, layer uint, step work.ID, run bool) error {
	return s.layer(ctx, layer, "the timer of %s", func(tx *gorm.DB, l *Layer) error {
		now := s.now()
		mates := tx.Model(&Layer{}).Select("id").Where("ensemble_id = ?", l.EnsembleID)
		if err := ended(tx, now, "layer_id in (?)", mates); err != nil {
			return err
		}
		if !run {
			return nil
		}
		return tx.Create(&Timing{LayerID: layer, Step: step, StartedAt: now}).Error
	})
}
