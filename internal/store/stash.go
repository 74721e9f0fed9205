package store

import (
	"context"
	"errors"
	"fmt"
	_ "image/jpeg" // what photos may be
	_ "image/png"
	"maps"
	"math"
	"slices"
	"strconv"
	"unicode/utf8"

	"ardentgusset/core/cloth"
	"ardentgusset/core/ensemble"

	"gorm.io/gorm"
)

// Stash lists all cloths of the stash by name.
func (s *Store) Stash(ctx context.Context) ([]Stashed, error) {
	var out []Stashed
	if err := s.db.WithContext(ctx).Order("id").Find(&out).Error; err != nil {
		return nil, explain(err)
	}
	slices.SortStableFunc(out, func(a, b Stashed) int {
		switch {
		case a.Fabric.Name < b.Fabric.Name:
			return -1
		case a.Fabric.Name > b.Fabric.Name:
			return 1
		}
		return 0
	})
	return out, nil
}

// StashCloth finds one.
func (s *Store) StashCloth(ctx context.Context, id uint) (Stashed, error) {
	var b Stashed
	return b, explain(s.db.WithContext(ctx).First(&b, id).Error)
}

// faultOf is what is wrong with a cloth, always the same one first, or nil.
func faultOf(f cloth.Fabric) error {
	faults := f.Faults()
	for _, key := range slices.Sorted(maps.Keys(faults)) {
		return &FieldError{key, faults[key]}
	}
	return nil
}

// AddStash keeps a new cloth.
func (s *Store) AddStash(ctx context.Context, f cloth.Fabric) (Stashed, error) {
	name, err := Named("name", f.Name)
	if err != nil {
		return Stashed{}, err
	}
	f.Name = name
	if err := faultOf(f); err != nil {
		return Stashed{}, err
	}
	b := Stashed{Fabric: f}
	return b, explain(s.db.WithContext(ctx).Create(&b).Error)
}

// SetStash changes a cloth of the stash: change works on it as it is kept.
func (s *Store) SetStash(ctx context.Context, id uint, change func(*Stashed) error) error {
	return s.act(ctx, OfStash, id, "a change of the cloth", func(tx *gorm.DB) error {
		var b Stashed
		if err := tx.First(&b, id).Error; err != nil {
			return err
		}
		if err := change(&b); err != nil {
			return err
		}
		b.ID = id
		if n := utf8.RuneCountInString(b.Note); n > LongestNote || !utf8.ValidString(b.Note) {
			return &FieldError{"note", fmt.Sprintf("a note holds at most %d characters", LongestNote)}
		}
		if err := faultOf(b.Fabric); err != nil {
			return err
		}
		b.UpdatedAt = s.now()
		return tx.Save(&b).Error
	})
}

// StashUse is a layer that is cut from a cloth of the stash.
type StashUse struct {
	Ensemble, Layer uint
	Name            string // of both
	Role            cloth.Role
}

// UsesOf lists the layers that are cut from each cloth of the stash.
func (s *Store) UsesOf(ctx context.Context) (map[uint][]StashUse, error) {
	var all []Ensemble
	if err := s.db.WithContext(ctx).Preload("Layers").Order("id").Find(&all).Error; err != nil {
		return nil, explain(err)
	}
	out := map[uint][]StashUse{}
	for _, e := range all {
		for _, l := range e.Layers {
			use := StashUse{Ensemble: e.ID, Layer: l.ID, Name: l.Name + " of " + e.Name}
			if l.Stash > 0 {
				use.Role = cloth.Outer
				out[l.Stash] = append(out[l.Stash], use)
			}
			for _, b := range l.Laying.Beside {
				if b.Stash > 0 {
					use.Role = b.Role
					out[b.Stash] = append(out[b.Stash], use)
				}
			}
		}
	}
	return out, nil
}

// DeleteStash deletes a cloth that no layer is cut from; Undo brings it back.
func (s *Store) DeleteStash(ctx context.Context, id uint) error {
	uses, err := s.UsesOf(ctx)
	if err != nil {
		return err
	}
	if len(uses[id]) > 0 {
		return &FieldError{"cloth", fmt.Sprintf("%s is cut from it: choose another cloth there first", uses[id][0].Name)}
	}
	return s.act(ctx, OfStash, id, "deleting a cloth", func(tx *gorm.DB) error {
		r := tx.Delete(&Stashed{}, id)
		if r.Error == nil && r.RowsAffected == 0 {
			return gorm.ErrRecordNotFound
		}
		return r.Error
	})
}

// withStash gives every layer the cloths of the stash as they are now. One
// that is gone leaves what the layer kept of it.
func (s *Store) withStash(ctx context.Context, e *Ensemble) error {
	var ids []uint
	for i := range e.Layers {
		if e.Layers[i].Stash > 0 {
			ids = append(ids, e.Layers[i].Stash)
		}
		for _, b := range e.Layers[i].Laying.Beside {
			if b.Stash > 0 {
				ids = append(ids, b.Stash)
			}
		}
	}
	if len(ids) == 0 {
		return nil
	}
	var all []Stashed
	if err := s.db.WithContext(ctx).Where("id in ?", ids).Find(&all).Error; err != nil {
		return explain(err)
	}
	find := map[uint]cloth.Fabric{}
	for _, b := range all {
		find[b.ID] = b.Fabric
	}
	for i := range e.Layers {
		l := &e.Layers[i]
		if f, ok := find[l.Stash]; ok {
			l.Fabric = f
		}
		for k := range l.Laying.Beside {
			if f, ok := find[l.Laying.Beside[k].Stash]; ok {
				l.Laying.Beside[k].Fabric = f
			}
		}
	}
	return nil
}

// SetLaying changes how a layer is laid: change works on it as it is kept.
func (s *Store) SetLaying(ctx context.Context, id uint, label string, change func(*ensemble.Laying) error) error {
	return s.layer(ctx, id, label+" of %s", func(tx *gorm.DB, l *Layer) error {
		if err := change(&l.Laying); err != nil {
			return err
		}
		return tx.Model(l).Select("laying").Updates(l).Error
	})
}

// NoteLay notes which lay of a sheet somebody looked for or laid by hand. It
// loses nothing and is not an action to undo.
func (s *Store) NoteLay(ctx context.Context, id uint, sheet string, kept ensemble.KeptLay) error {
	return explain(s.transaction(ctx, func(tx *gorm.DB) error {
		var l Layer
		if err := tx.First(&l, id).Error; err != nil {
			return err
		}
		all := map[string]ensemble.KeptLay{}
		for k, v := range l.Laying.Kept {
			all[k] = v
		}
		all[sheet] = kept
		l.Laying.Kept = all
		return tx.Model(&l).Select("laying").Updates(&l).Error
	}))
}

// ChangeLayer changes what a person chooses about a layer, all at once, as
// accepting a remedy does: its settings, cloth and laying.
func (s *Store) ChangeLayer(ctx context.Context, id uint, label string, change func(*Layer) error) error {
	return s.layer(ctx, id, label+" of %s", func(tx *gorm.DB, l *Layer) error {
		if err := change(l); err != nil {
			return err
		}
		return tx.Model(l).Select("settings", "fabric", "laying", "stash_id").Updates(l).Error
	})
}

// TakeCloth cuts a part of a layer from a cloth of the stash, or, with 0, from
// one of its own again.
func (s *Store) TakeCloth(ctx context.Context, id uint, role cloth.Role, stash uint) error {
	var b Stashed
	if stash > 0 {
		err := s.db.WithContext(ctx).First(&b, stash).Error
		if errors.Is(err, gorm.ErrRecordNotFound) {
			return &FieldError{"stash", "this cloth is no longer in the stash; choose another"}
		}
		if err != nil {
			return explain(err)
		}
	}
	return s.ChangeLayer(ctx, id, "the cloth", func(l *Layer) error {
		if role == cloth.Outer {
			l.Stash = stash
			if stash > 0 {
				l.Fabric = b.Fabric
			}
			return nil
		}
		own := l.Laying.Own(role)
		if own == nil {
			return &FieldError{"role", "choose lining, interlining, interfacing, contrast or parts nobody sees"}
		}
		if own.Stash = stash; stash > 0 {
			own.Fabric = b.Fabric
		}
		return nil
	})
}

// TickPiece marks a copy of a piece as cut, or not.
func (s *Store) TickPiece(ctx context.Context, id uint, key string, cut bool) error {
	return s.layer(ctx, id, "the cut list of %s", func(tx *gorm.DB, l *Layer) error {
		if l.Pieces == nil {
			l.Pieces = map[string]bool{}
		}
		delete(l.Pieces, key)
		if cut {
			l.Pieces[key] = true
		}
		return tx.Model(l).Select("pieces_cut").Updates(l).Error
	})
}

// Budget is the key under which, beside what single things cost, is kept what may be spent on all of an ensemble.
const Budget = "budget"

// SetPrice keeps what one of a notion costs; a negative price says that it is
// in hand, and 0 that nobody knows. was is what was shown.
func (s *Store) SetPrice(ctx context.Context, ensemble uint, what string, price, was float64) error {
	if !(price >= -cloth.MaxPrice && price <= cloth.MaxPrice) {
		return &FieldError{"price", "a price lies between 0 and 1,000,000"}
	}
	return s.act(ctx, OfEnsemble, ensemble, "a price", func(tx *gorm.DB) error {
		var e Ensemble
		if err := tx.First(&e, ensemble).Error; err != nil {
			return err
		}
		if e.Prices == nil {
			e.Prices = map[string]float64{}
		}
		now := e.Prices[what]
		if math.Abs(now-price) < 1e-12 { // said already: it came twice
			return nil
		}
		if math.Abs(now-was) > 1e-6 {
			return &Conflict{Theirs: strconv.FormatFloat(math.Abs(now), 'f', 2, 64), Was: strconv.FormatFloat(now, 'f', -1, 64)}
		}
		delete(e.Prices, what)
		if price != 0 && len(e.Prices) < 500 {
			e.Prices[what] = price
		}
		return tx.Model(&Ensemble{ID: ensemble}).Select("prices").Updates(&Ensemble{Prices: e.Prices}).Error
	})
}
