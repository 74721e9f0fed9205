package store

import (
	"context"
	"errors"
	"fmt"
	"strings"
	"unicode"
	"unicode/utf8"

	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/ensemble"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"

	"gorm.io/gorm"
	"gorm.io/gorm/clause"
)

// LongestName and LongestNote are in characters.
const LongestName, LongestNote = 120, 2000

// FieldError is about one field of what a person entered.
type FieldError struct{ Field, Why string }

func (e *FieldError) Error() string { return e.Why }

// Named makes a name fit to keep: trimmed, on one line. It fails on an empty
// one and on one that is too long.
func Named(field, text string) (string, error) {
	if !utf8.ValidString(text) {
		return "", &FieldError{field, "this is not readable text"}
	}
	name := strings.TrimSpace(strings.Map(func(r rune) rune {
		if unicode.IsControl(r) {
			return ' '
		}
		return r
	}, text))
	if name == "" {
		return "", &FieldError{field, "give it a name"}
	}
	if n := utf8.RuneCountInString(name); n > LongestName {
		return "", &FieldError{field, fmt.Sprintf("%d characters are too many for a name; %d is the most", n, LongestName)}
	}
	return name, nil
}

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

// ChangeWearer sets a wearer's name and group.
func (s *Store) ChangeWearer(ctx context.Context, id uint, name string, group figure.Group) error {
	name, err := Named("name", name)
	if err != nil {
		return err
	}
	if group != figure.Women && group != figure.Men {
		group = figure.AllBodies
	}
	return s.act(ctx, OfWearer, id, "the wearer's name and table", func(tx *gorm.DB) error {
		return tx.Model(&Wearer{ID: id}).Updates(map[string]any{"name": name, "bodies": group}).Error
	})
}

// SetReading keeps a reading, or takes it away when value is 0. was is the
// value that was shown when it was typed (0 for none): if another has been
// kept meanwhile, nothing is written and a Conflict is returned.
func (s *Store) SetReading(ctx context.Context, wearer uint, key string, worn figure.Worn, value, was measure.Length, typed string) error {
	m, ok := figure.MeasurementOf(key)
	if !ok {
		return &FieldError{key, "there is no such measurement"}
	}
	if value != 0 && !(value >= figure.Shortest && value <= figure.Tallest) {
		return &FieldError{key, fmt.Sprintf("%s: %s is not a body's; it lies between %s and %s", m.Label, measure.Tell(value.Float()), measure.Tell(figure.Shortest.Float()), measure.Tell(figure.Tallest.Float()))}
	}
	return s.act(ctx, OfWearer, wearer, "reading of "+strings.ToLower(m.Label), func(tx *gorm.DB) error {
		var old Reading
		err := tx.Where("wearer_id = ? and key = ? and worn = ?", wearer, key, worn).First(&old).Error
		if err != nil && !errors.Is(err, gorm.ErrRecordNotFound) {
			return err
		}
		if d := old.MM - was; d > 0.05 || d < -0.05 {
			if old.MM == 0 {
				return &Conflict{"nothing"}
			}
			return &Conflict{measure.Tell(old.MM.Float())}
		}
		if value == 0 {
			return tx.Where("wearer_id = ? and key = ? and worn = ?", wearer, key, worn).Delete(&Reading{}).Error
		}
		r := Reading{WearerID: wearer, Key: key, Worn: worn, MM: value, Typed: typed, TakenAt: s.now()}
		return tx.Clauses(clause.OnConflict{Columns: []clause.Column{{Name: "wearer_id"}, {Name: "key"}, {Name: "worn"}},
			DoUpdates: clause.AssignmentColumns([]string{"mm", "typed", "taken_at"})}).Create(&r).Error
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

// Ensembles lists all ensembles, the next event first.
func (s *Store) Ensembles(ctx context.Context) ([]Ensemble, error) {
	var out []Ensemble
	return out, explain(loaded(s.db.WithContext(ctx)).Order("event_date = '', event_date, name, id").Find(&out).Error)
}

func loaded(tx *gorm.DB) *gorm.DB {
	return tx.Preload("Wearer.Readings").Preload("Layers", func(tx *gorm.DB) *gorm.DB { return tx.Order("position, id") }).
		Preload("Layers.Steps").Preload("Layers.Timings", func(tx *gorm.DB) *gorm.DB { return tx.Order("id") })
}

// Ensemble finds one with its wearer and layers, from the skin out.
func (s *Store) Ensemble(ctx context.Context, id uint) (Ensemble, error) {
	var e Ensemble
	return e, explain(loaded(s.db.WithContext(ctx)).First(&e, id).Error)
}

// AddEnsemble keeps a new ensemble; its wearer must exist.
func (s *Store) AddEnsemble(ctx context.Context, e Ensemble) (Ensemble, error) {
	name, err := Named("name", e.Name)
	if err != nil {
		return e, err
	}
	e.Name = name
	err = s.db.WithContext(ctx).Transaction(func(tx *gorm.DB) error {
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

// ChangeEnsemble sets the fields of an ensemble itself, not its layers.
func (s *Store) ChangeEnsemble(ctx context.Context, e Ensemble) error {
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
		return tx.Model(&Ensemble{ID: e.ID}).Updates(map[string]any{"name": name, "part": e.Part, "occasion": e.Occasion,
			"wearer_id": e.WearerID, "event_date": e.EventDate, "heel_mm": e.Heel, "hours_per_day": e.Hours}).Error
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

// AddLayer puts a garment on the outside of the stack.
func (s *Store) AddLayer(ctx context.Context, l Layer) (Layer, error) {
	name, err := Named("name", l.Name)
	if err != nil {
		return l, err
	}
	l.Name = name
	if l.Settings == nil {
		l.Settings = draft.Settings{}
	}
	if l.State == "" {
		l.State = Planned
	}
	err = s.act(ctx, OfEnsemble, l.EnsembleID, "adding "+l.Name, func(tx *gorm.DB) error {
		var n int64
		if err := tx.Model(&Layer{}).Where("ensemble_id = ?", l.EnsembleID).Count(&n).Error; err != nil {
			return err
		}
		if n >= 30 {
			return &FieldError{"kind", "thirty layers are the most a stack can hold"}
		}
		l.Position = int(n)
		return tx.Create(&l).Error
	})
	return l, err
}

// layer runs an action on one layer of an ensemble.
func (s *Store) layer(ctx context.Context, id uint, label string, do func(tx *gorm.DB, l *Layer) error) error {
	var l Layer
	if err := s.db.WithContext(ctx).First(&l, id).Error; err != nil {
		return explain(err)
	}
	return s.act(ctx, OfEnsemble, l.EnsembleID, fmt.Sprintf(label, l.Name), func(tx *gorm.DB) error {
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
		return place(tx, order)
	})
}

func place(tx *gorm.DB, order []uint) error {
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
		return place(tx, order)
	})
}

// SetSetting sets one parameter of a layer, or returns it to its default when
// value is nil. was is what was shown when it was typed (nil for the
// default): if another tab has set something else meanwhile, nothing is
// written and a Conflict is returned.
func (s *Store) SetSetting(ctx context.Context, id uint, key string, value, was any, show func(any) string) error {
	return s.layer(ctx, id, "a setting of %s", func(tx *gorm.DB, l *Layer) error {
		if now := l.Settings[key]; !same(now, was) {
			return &Conflict{show(now)}
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

// ApplySettings sets several parameters at once, as a note's button does.
func (s *Store) ApplySettings(ctx context.Context, id uint, set draft.Settings) error {
	return s.layer(ctx, id, "settings of %s", func(tx *gorm.DB, l *Layer) error {
		if l.Settings == nil {
			l.Settings = draft.Settings{}
		}
		for k, v := range set {
			l.Settings[k] = v
		}
		return tx.Model(l).Select("settings").Updates(l).Error
	})
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

// SetState says how far a layer has come.
func (s *Store) SetState(ctx context.Context, id uint, state State) error {
	for _, known := range States() {
		if known == state {
			return s.layer(ctx, id, "how far %s has come", func(tx *gorm.DB, l *Layer) error {
				return tx.Model(l).Update("state", state).Error
			})
		}
	}
	return &FieldError{"state", "choose planned, drafted, cut, sewn or worn"}
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
	return explain(s.db.WithContext(ctx).Transaction(func(tx *gorm.DB) error {
		for id, snap := range seen {
			if err := tx.Model(&Layer{ID: id}).Select("seen").Updates(&Layer{Seen: snap}).Error; err != nil {
				return err
			}
		}
		return nil
	}))
}

// Tick marks a step as done or not done; a timer running on it stops.
func (s *Store) Tick(ctx context.Context, layer uint, step string, done bool) error {
	return s.layer(ctx, layer, "a step of %s", func(tx *gorm.DB, l *Layer) error {
		log := StepLog{LayerID: layer, Step: step}
		if done {
			now := s.now()
			log.DoneAt = &now
			if err := tx.Model(&Timing{}).Where("layer_id = ? and step = ? and ended_at is null", layer, step).Update("ended_at", now).Error; err != nil {
				return err
			}
		}
		return tx.Clauses(clause.OnConflict{Columns: []clause.Column{{Name: "layer_id"}, {Name: "step"}}, DoUpdates: clause.AssignmentColumns([]string{"done_at"})}).Create(&log).Error
	})
}

// NoteStep keeps a note on a step.
func (s *Store) NoteStep(ctx context.Context, layer uint, step, note string) error {
	if n := utf8.RuneCountInString(note); n > LongestNote || !utf8.ValidString(note) {
		return &FieldError{"note", fmt.Sprintf("a note holds at most %d characters", LongestNote)}
	}
	return s.layer(ctx, layer, "a note on %s", func(tx *gorm.DB, l *Layer) error {
		return tx.Clauses(clause.OnConflict{Columns: []clause.Column{{Name: "layer_id"}, {Name: "step"}}, DoUpdates: clause.AssignmentColumns([]string{"note"})}).
			Create(&StepLog{LayerID: layer, Step: step, Note: note}).Error
	})
}

// Time starts or stops the timer of a step. Only one runs in an ensemble: to
// start one stops the others.
func (s *Store) Time(ctx context.Context, layer uint, step string, run bool) error {
	return s.layer(ctx, layer, "the timer of %s", func(tx *gorm.DB, l *Layer) error {
		now := s.now()
		mates := tx.Model(&Layer{}).Select("id").Where("ensemble_id = ?", l.EnsembleID)
		if err := tx.Model(&Timing{}).Where("layer_id in (?) and ended_at is null", mates).Update("ended_at", now).Error; err != nil {
			return err
		}
		if !run {
			return nil
		}
		return tx.Create(&Timing{LayerID: layer, Step: step, StartedAt: now}).Error
	})
}
