package store

import (
	"context"
	"encoding/json"
	"fmt"
	"maps"
	"slices"

	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/ensemble"

	"gorm.io/gorm"
)

// AddLayer puts a garment on the outside of the stack.
func (s *Store) AddLayer(ctx context.Context, l Layer) (Layer, error) {
	all, err := s.PutOn(ctx, l.EnsembleID, []Layer{l}, func(stack []string, _ string) int { return len(stack) })
	if err != nil {
		return l, err
	}
	return all[0], nil
}

// PutOn puts garments on the stack of an ensemble, one after the other and as one action: each where place says it belongs
// among the kinds that are there, counted from the skin. It fails with a FieldError and puts on none where one has no name, or
// the stack would hold more than thirty.
func (s *Store) PutOn(ctx context.Context, ensembleID uint, layers []Layer, place func(stack []string, kind string) int) ([]Layer, error) {
	label := "adding a stack"
	for i := range layers {
		l := &layers[i]
		name, err := Named("name", l.Name)
		if err != nil {
			return nil, err
		}
		l.EnsembleID, l.Name = ensembleID, name
		if l.Settings == nil {
			l.Settings = draft.Settings{}
		}
		if l.State == "" {
			l.State = Planned
		}
		if len(layers) == 1 {
			label = "adding " + l.Name
		}
	}
	err := s.act(ctx, OfEnsemble, ensembleID, label, func(tx *gorm.DB) error {
		var there []Layer
		if err := tx.Where("ensemble_id = ?", ensembleID).Order("position, id").Find(&there).Error; err != nil {
			return err
		}
		if len(there)+len(layers) > 30 {
			return &FieldError{"kind", "thirty layers are the most a stack can hold"}
		}
		var order []uint
		var kinds []string
		for _, l := range there {
			order, kinds = append(order, l.ID), append(kinds, l.Kind)
		}
		for i := range layers {
			l := &layers[i]
			l.Position = min(max(place(kinds, l.Kind), 0), len(order))
			if err := tx.Create(l).Error; err != nil {
				return err
			}
			order, kinds = slices.Insert(order, l.Position, l.ID), slices.Insert(kinds, l.Position, l.Kind)
		}
		return inOrder(tx, order)
	})
	return layers, err
}

// layer runs an action on one layer of an ensemble.
func (s *Store) layer(ctx context.Context, id uint, label string, do func(tx *gorm.DB, l *Layer) error) error {
	return s.layerAnd(ctx, id, label, nil, do)
}

// layerAnd is layer for an action that changes cloths of the stash as well.
func (s *Store) layerAnd(ctx context.Context, id uint, label string, stash []uint, do func(tx *gorm.DB, l *Layer) error) error {
	var l Layer
	if err := s.db.WithContext(ctx).First(&l, id).Error; err != nil {
		return explain(err)
	}
	return s.actWith(ctx, OfEnsemble, l.EnsembleID, fmt.Sprintf(label, l.Name), stash, func(tx *gorm.DB) error {
		if err := tx.First(&l, id).Error; err != nil { // again, inside the transaction
			return err
		}
		return do(tx, &l)
	})
}

// MoveLayer moves a layer to a place in the stack, counted from the skin.
func (s *Store) MoveLayer(ctx context.Context, id uint, to int) error {
	return s.layer(ctx, id, "moving %s", func(tx *gorm.DB, l *Layer) error {
		var all []Layer
		if err := tx.Where("ensemble_id = ?", l.EnsembleID).Order("position, id").Find(&all).Error; err != nil {
			return err
		}
		var order []uint
		for _, o := range all {
			if o.ID != id {
				order = append(order, o.ID)
			}
		}
		to = min(max(to, 0), len(order))
		order = append(order[:to], append([]uint{id}, order[to:]...)...)
		return inOrder(tx, order)
	})
}

func inOrder(tx *gorm.DB, order []uint) error {
	for i, id := range order {
		if err := tx.Model(&Layer{ID: id}).Update("position", i).Error; err != nil {
			return err
		}
	}
	return nil
}

// RemoveLayer takes a layer out of the stack.
func (s *Store) RemoveLayer(ctx context.Context, id uint) error {
	return s.layer(ctx, id, "removing %s", func(tx *gorm.DB, l *Layer) error {
		if err := tx.Delete(&Layer{}, id).Error; err != nil {
			return err
		}
		var order []uint
		if err := tx.Model(&Layer{}).Where("ensemble_id = ?", l.EnsembleID).Order("position, id").Pluck("id", &order).Error; err != nil {
			return err
		}
		return inOrder(tx, order)
	})
}

// SetSetting sets one parameter of a layer, or returns it to its default when
// value is nil. was is what was shown when it was typed (nil for the
// default): if another tab has set something else meanwhile, nothing is
// written and a Conflict is returned.
func (s *Store) SetSetting(ctx context.Context, id uint, key draft.Key, value, was any, show func(any) string) error {
	return s.layer(ctx, id, "a setting of %s", func(tx *gorm.DB, l *Layer) error {
		if now := l.Settings[key]; !same(now, was) {
			return &Conflict{Theirs: show(now), Was: settingText(now)}
		}
		if value == nil {
			delete(l.Settings, key)
		} else {
			if l.Settings == nil {
				l.Settings = draft.Settings{}
			}
			l.Settings[key] = value
		}
		return tx.Model(l).Select("settings").Updates(l).Error
	})
}

// settingText is a setting as a field sends it back: JSON, null for the
// default.
func settingText(v any) string {
	b, err := json.Marshal(v)
	if err != nil { // can't be: settings are numbers and words
		return "null"
	}
	return string(b)
}

// same compares settings as they are kept: numbers to a tenth of a
// millimetre, since what is shown is rounded.
func same(a, b any) bool {
	x, okA := a.(float64)
	y, okB := b.(float64)
	if okA && okB {
		return x-y < 0.05 && y-x < 0.05
	}
	return a == b
}

// ApplySettings keeps several settings at once. Where they come from a lesson, by its key, it is applied with them, and once.
func (s *Store) ApplySettings(ctx context.Context, id uint, set draft.Settings, lesson string) error {
	return s.layer(ctx, id, "settings of %s", func(tx *gorm.DB, l *Layer) error {
		if lesson != "" {
			if fresh, err := applied(tx, l, lesson); err != nil || !fresh {
				return err
			}
		}
		if l.Settings == nil {
			l.Settings = draft.Settings{}
		}
		maps.Copy(l.Settings, set)
		return tx.Model(l).Select("settings").Updates(l).Error
	})
}

// applied notes that a lesson is applied to a layer; it is not fresh where it was before, in another tab perhaps.
func applied(tx *gorm.DB, l *Layer, lesson string) (fresh bool, err error) {
	var e Ensemble
	if err := tx.First(&e, l.EnsembleID).Error; err != nil {
		return false, err
	}
	if slices.Contains(e.Planning.Applied[l.ID], lesson) {
		return false, nil
	}
	if len(e.Planning.Applied[l.ID]) >= mostPlanned || len(lesson) > 80 {
		return false, &FieldError{"lesson", "the page is out of date; load it again"}
	}
	if e.Planning.Applied == nil {
		e.Planning.Applied = map[uint][]string{}
	}
	e.Planning.Applied[l.ID] = append(e.Planning.Applied[l.ID], lesson)
	return true, tx.Model(&Ensemble{ID: e.ID}).Select("planning").Updates(&Ensemble{Planning: e.Planning}).Error
}

// SetFabric changes a layer's cloth: change works on the cloth as it is kept.
func (s *Store) SetFabric(ctx context.Context, id uint, change func(*cloth.Fabric) error) error {
	return s.layer(ctx, id, "the cloth of %s", func(tx *gorm.DB, l *Layer) error {
		if err := change(&l.Fabric); err != nil {
			return err
		}
		return tx.Model(l).Select("fabric").Updates(l).Error
	})
}

// SetHad says whether a layer is made, or bought or borrowed; what is cut is made.
func (s *Store) SetHad(ctx context.Context, id uint, had ensemble.Had) error {
	if !slices.Contains([]ensemble.Had{ensemble.ToMake, ensemble.Bought, ensemble.Borrowed, ensemble.Owned}, had) {
		return &FieldError{"had", "choose bought, borrowed or owned, or nothing for what is made"}
	}
	return s.layer(ctx, id, "how %s is come by", func(tx *gorm.DB, l *Layer) error {
		if l.CutHash != "" && had != ensemble.ToMake {
			return &FieldError{"had", "its cloth is cut. Put it back to planned first, if that was a slip"}
		}
		return tx.Model(&Layer{ID: id}).Select("had").Updates(&Layer{Had: had}).Error
	})
}

// RenameLayer gives a layer another name.
func (s *Store) RenameLayer(ctx context.Context, id uint, name string) error {
	name, err := Named("name", name)
	if err != nil {
		return err
	}
	return s.layer(ctx, id, "renaming %s", func(tx *gorm.DB, l *Layer) error { return tx.Model(l).Update("name", name).Error })
}

// See records that a person has taken note of a layer's draft. It loses
// nothing and is not an action to undo.
func (s *Store) See(ctx context.Context, seen map[uint]ensemble.Snapshot) error {
	if len(seen) == 0 {
		return nil
	}
	return explain(s.transaction(onEnsemble(ctx, nothing), func(tx *gorm.DB) error {
		for id, snap := range seen {
			// What is cut remembers the readings it was cut to.
			var l Layer
			if err := tx.Select("id", "seen", "cut_hash").First(&l, id).Error; err != nil {
				return err
			}
			if l.CutHash != "" && len(l.Seen.Body) > 0 {
				snap.Body, snap.ReadOn = l.Seen.Body, l.Seen.ReadOn
			}
			if err := tx.Model(&Layer{ID: id}).Select("seen").Updates(&Layer{Seen: snap}).Error; err != nil {
				return err
			}
		}
		return nil
	}))
}
