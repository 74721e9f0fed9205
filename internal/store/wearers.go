package store

import (
	"context"
	"strings"

	"ardentgusset/core/figure"

	"gorm.io/gorm"
)

// Wearers lists all wearers by name.
func (s *Store) Wearers(ctx context.Context) ([]Wearer, error) {
	var out []Wearer
	return out, explain(s.db.WithContext(ctx).Preload("Readings").Order("name, id").Find(&out).Error)
}

// Wearer finds one, with the readings.
func (s *Store) Wearer(ctx context.Context, id uint) (Wearer, error) {
	var w Wearer
	return w, explain(s.db.WithContext(ctx).Preload("Readings").First(&w, id).Error)
}

// AddWearer keeps a new wearer.
func (s *Store) AddWearer(ctx context.Context, name string, group figure.Group) (Wearer, error) {
	name, err := Named("name", name)
	if err != nil {
		return Wearer{}, err
	}
	w := Wearer{Name: name, Group: group}
	return w, explain(s.db.WithContext(ctx).Create(&w).Error)
}

// Particulars are the fields of a wearer itself as one text, for telling whether another tab changed them.
func (w Wearer) Particulars() string {
	return strings.Join([]string{w.Name, string(w.Group), string(w.Care)}, "\x1f")
}

// ChangeWearer sets a wearer's name, group and care.
func (s *Store) ChangeWearer(ctx context.Context, id uint, name string, group figure.Group, care figure.Care, was *string) error {
	name, err := Named("name", name)
	if err != nil {
		return err
	}
	if group != figure.Women && group != figure.Men {
		group = figure.AllBodies
	}
	if care != figure.Child && care != figure.Doctor {
		care = figure.Usual
	}
	return s.act(ctx, OfWearer, id, "the wearer's particulars", func(tx *gorm.DB) error {
		var now Wearer
		if err := tx.First(&now, id).Error; err != nil {
			return err
		}
		if p := now.Particulars(); was != nil && p != *was {
			return &Conflict{Theirs: "other particulars", Was: p}
		}
		return tx.Model(&Wearer{ID: id}).Updates(map[string]any{"name": name, "bodies": group, "care": care}).Error
	})
}

// DeleteWearer deletes a wearer nobody's ensemble needs.
func (s *Store) DeleteWearer(ctx context.Context, id uint) error {
	w, err := s.Wearer(ctx, id)
	if err != nil {
		return err
	}
	return s.act(ctx, OfWearer, id, "deleting "+w.Name, func(tx *gorm.DB) error {
		var names []string
		if err := tx.Model(&Ensemble{}).Where("wearer_id = ?", id).Order("name").Pluck("name", &names).Error; err != nil {
			return err
		}
		if len(names) > 0 {
			return &InUse{names}
		}
		return tx.Delete(&Wearer{}, id).Error
	})
}
