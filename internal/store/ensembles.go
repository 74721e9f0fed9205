package store

import (
	"context"
	"errors"
	"fmt"
	"strings"

	"ardentgusset/core/measure"
	"ardentgusset/core/silhouette"

	"gorm.io/gorm"
)

// Ensembles lists all ensembles, the next event first.
func (s *Store) Ensembles(ctx context.Context) ([]Ensemble, error) {
	var out []Ensemble
	if err := loaded(s.db.WithContext(ctx)).Order("event_date = '', event_date, name, id").Find(&out).Error; err != nil {
		return nil, explain(err)
	}
	for i := range out {
		if err := s.withCuts(ctx, &out[i]); err != nil {
			return nil, err
		}
		if err := s.withStash(ctx, &out[i]); err != nil {
			return nil, err
		}
		if err := s.withMaker(ctx, &out[i]); err != nil {
			return nil, err
		}
	}
	return out, nil
}

func loaded(tx *gorm.DB) *gorm.DB {
	return tx.Preload("Layers.Clocked").Preload("Wearer.Readings").Preload("Layers",
		func(tx *gorm.DB) *gorm.DB { return tx.Order("position, id") }).
		Preload("Layers.Steps").Preload("Layers.Timings", func(tx *gorm.DB) *gorm.DB { return tx.Order("id") })
}

// Ensemble finds one with its wearer and layers, from the skin out.
func (s *Store) Ensemble(ctx context.Context, id uint) (Ensemble, error) {
	var e Ensemble
	if err := loaded(s.db.WithContext(ctx)).First(&e, id).Error; err != nil {
		return e, explain(err)
	}
	if err := s.withStash(ctx, &e); err != nil {
		return e, err
	}
	if err := s.withMaker(ctx, &e); err != nil {
		return e, err
	}
	return e, s.withCuts(ctx, &e)
}

// AddEnsemble keeps a new ensemble; its wearer must exist.
func (s *Store) AddEnsemble(ctx context.Context, e Ensemble) (Ensemble, error) {
	name, err := Named("name", e.Name)
	if err != nil {
		return e, err
	}
	e.Name, e.Stock = name, measure.UnitOf(string(e.Stock))
	err = s.transaction(ctx, func(tx *gorm.DB) error {
		if err := tx.First(&Wearer{}, e.WearerID).Error; err != nil {
			if errors.Is(err, gorm.ErrRecordNotFound) {
				return &FieldError{"wearer", "choose a wearer; this one is no longer there"}
			}
			return err
		}
		return tx.Omit("Wearer").Create(&e).Error
	})
	return e, explain(err)
}

// Particulars are the fields of an ensemble itself as one text, for telling
// whether another tab changed them.
func (e Ensemble) Particulars() string {
	return strings.Join([]string{e.Name, e.Part, e.Occasion, fmt.Sprint(e.WearerID), e.EventDate, fmt.Sprint(e.Heel),
		fmt.Sprint(e.Hours), string(e.Stock)}, "\x1f")
}

// ChangeEnsemble sets the fields of an ensemble itself, not its layers, unless
// they are no longer as they were shown.
func (s *Store) ChangeEnsemble(ctx context.Context, e Ensemble, was string) error {
	name, err := Named("name", e.Name)
	if err != nil {
		return err
	}
	return s.act(ctx, OfEnsemble, e.ID, "the ensemble's particulars", func(tx *gorm.DB) error {
		if err := tx.First(&Wearer{}, e.WearerID).Error; err != nil {
			if errors.Is(err, gorm.ErrRecordNotFound) {
				return &FieldError{"wearer", "choose a wearer; this one is no longer there"}
			}
			return err
		}
		var now Ensemble
		if err := tx.First(&now, e.ID).Error; err != nil {
			return err
		}
		if p := now.Particulars(); p != was {
			return &Conflict{Theirs: "other particulars", Was: p}
		}
		return tx.Model(&Ensemble{ID: e.ID}).Updates(map[string]any{"name": name, "part": e.Part, "occasion": e.Occasion,
			"wearer_id": e.WearerID, "event_date": e.EventDate, "heel_mm": e.Heel, "hours_per_day": e.Hours,
			"stock_unit": measure.UnitOf(string(e.Stock))}).Error
	})
}

// DeleteEnsemble deletes an ensemble with its layers; Undo brings it back.
func (s *Store) DeleteEnsemble(ctx context.Context, id uint) error {
	e, err := s.Ensemble(ctx, id)
	if err != nil {
		return err
	}
	return s.act(ctx, OfEnsemble, id, "deleting "+e.Name, func(tx *gorm.DB) error { return tx.Delete(&Ensemble{}, id).Error })
}

// SetAim sets the outline an ensemble aims at.
func (s *Store) SetAim(ctx context.Context, id uint, aim silhouette.Aim) error {
	return s.act(ctx, OfEnsemble, id, "the outline to reach", func(tx *gorm.DB) error {
		return tx.Model(&Ensemble{ID: id}).Select("aim").Updates(&Ensemble{Aim: aim}).Error
	})
}
