package store

import (
	"context"
	"errors"
	"fmt"
	"slices"
	"strconv"

	"ardentgusset/core/making"
	"ardentgusset/core/technique"
	"ardentgusset/core/work"

	"gorm.io/gorm"
)

// TheWorkroom is the ID of the one workroom.
const TheWorkroom = 1

// withMaker gives an ensemble who sews it: the machines of the workroom and the rates that
// were clocked.
func (s *Store) withMaker(ctx context.Context, e *Ensemble) error {
	w, err := s.Workroom(ctx)
	if err != nil {
		return err
	}
	e.Maker.Machines = w.Machines
	if e.Maker.Rates, err = s.Rates(ctx); err != nil {
		return err
	}
	e.Elsewhere, err = s.elsewhere(ctx, e.ID)
	return err
}

// elsewhere is what was timed in other ensembles of work that has no technique, by station.
func (s *Store) elsewhere(ctx context.Context, ensemble uint) ([]work.Logged, error) {
	var sums []struct {
		Station           work.Station
		Expected, Minutes float64
	}
	if err := s.db.WithContext(ctx).Model(&Clocked{}).Select("station, sum(expected) as expected, sum(minutes) as minutes").
		Where("technique = '' and layer_id not in (?)", s.db.Model(&Layer{}).Select("id").Where("ensemble_id = ?", ensemble)).
		Group("station").Order("station").Scan(&sums).Error; err != nil {
		return nil, explain(err)
	}
	var out []work.Logged
	for _, x := range sums {
		out = append(out, work.Logged{Station: x.Station, Expected: x.Expected, Actually: x.Minutes})
	}
	return out, nil
}

// Rates are what the maker clocked of each technique.
func (s *Store) Rates(ctx context.Context) (making.Rates, error) {
	var sums []struct {
		Technique       string
		Minutes, Metres float64
	}
	if err := s.db.WithContext(ctx).Model(&Clocked{}).Select("technique, sum(minutes) as minutes, sum(metres) as metres").
		Where("technique <> ''").Group("technique").Scan(&sums).Error; err != nil {
		return nil, explain(err)
	}
	out := making.Rates{}
	for _, x := range sums {
		out[x.Technique] = making.Rate{Minutes: x.Minutes, Metres: x.Metres}
	}
	return out, nil
}

// Workroom is what the maker sews on; an empty one when nothing was entered.
func (s *Store) Workroom(ctx context.Context) (Workroom, error) {
	var w Workroom
	err := s.db.WithContext(ctx).First(&w, TheWorkroom).Error
	if errors.Is(err, gorm.ErrRecordNotFound) {
		return Workroom{ID: TheWorkroom}, nil
	}
	return w, explain(err)
}

// mostMachines is how many machines a workroom holds.
const mostMachines = 24

// SetMachine adds a machine, or changes the one with its ID.
func (s *Store) SetMachine(ctx context.Context, m making.Machine) error {
	name, err := Named("name", m.Name)
	if err != nil {
		return err
	}
	m.Name = name
	return s.machines(ctx, name, func(w *Workroom) error {
		if m.ID == "" {
			if len(w.Machines) >= mostMachines {
				return &FieldError{"name", fmt.Sprintf("a workroom holds %d machines", mostMachines)}
			}
			last := 0
			for _, o := range w.Machines {
				if n, err := strconv.Atoi(o.ID); err == nil {
					last = max(last, n)
				}
			}
			m.ID = strconv.Itoa(last + 1)
			w.Machines = append(w.Machines, m)
			return nil
		}
		i := slices.IndexFunc(w.Machines, func(o making.Machine) bool { return o.ID == m.ID })
		if i < 0 {
			return &FieldError{"name", "this machine is no longer there; load the page again"}
		}
		w.Machines[i] = m
		return nil
	})
}

// RemoveMachine takes a machine out of the workroom.
func (s *Store) RemoveMachine(ctx context.Context, id string) error {
	return s.machines(ctx, "a machine", func(w *Workroom) error {
		n := len(w.Machines)
		w.Machines = slices.DeleteFunc(w.Machines, func(o making.Machine) bool { return o.ID == id })
		if len(w.Machines) == n {
			return &FieldError{"name", "this machine is no longer there; load the page again"}
		}
		return nil
	})
}

func (s *Store) machines(ctx context.Context, what string, change func(*Workroom) error) error {
	w, err := s.Workroom(ctx)
	if err != nil {
		return err
	}
	if err := s.db.WithContext(ctx).FirstOrCreate(&w, TheWorkroom).Error; err != nil {
		return explain(err)
	}
	return s.act(ctx, OfWorkroom, TheWorkroom, what, func(tx *gorm.DB) error {
		var now Workroom
		if err := tx.First(&now, TheWorkroom).Error; err != nil {
			return err
		}
		if err := change(&now); err != nil {
			return err
		}
		return tx.Save(&now).Error
	})
}

// SetSewn chooses techniques for a layer, by the keys of what they are for; "" goes back to
// the usual. was is what the first of them was when it was chosen.
func (s *Store) SetSewn(ctx context.Context, layer uint, key, to, was string) error {
	return s.layer(ctx, layer, "how %s is sewn", func(tx *gorm.DB, l *Layer) error {
		if now := l.Sewn[key]; now != was {
			return &Conflict{Theirs: techniqueName(now), Was: now}
		}
		l.Sewn = set(l.Sewn, key, to)
		return tx.Model(l).Select("sewn").Updates(l).Error
	})
}

// SetSpool says how much thread is in hand for a layer that can’t be had again, m; 0 for
// thread that can.
func (s *Store) SetSpool(ctx context.Context, layer uint, metres float64) error {
	if !(metres >= 0 && metres <= 100_000) {
		return &FieldError{"spool", "a spool holds between 0 and ⟦=100 km⟧ of thread"}
	}
	return s.layer(ctx, layer, "the thread of %s", func(tx *gorm.DB, l *Layer) error { return tx.Model(l).Update("spool_m", metres).Error })
}

// SetSewnEverywhere chooses a technique for all that is alike in the whole ensemble.
func (s *Store) SetSewnEverywhere(ctx context.Context, ensemble uint, key, to string) error {
	return s.act(ctx, OfEnsemble, ensemble, "how all of it is sewn", func(tx *gorm.DB) error {
		var e Ensemble
		if err := tx.First(&e, ensemble).Error; err != nil {
			return err
		}
		e.Sewn = set(e.Sewn, key, to)
		return tx.Model(&Ensemble{ID: ensemble}).Select("sewn").Updates(&e).Error
	})
}

// SetProfile says what is wanted of the way an ensemble is sewn.
func (s *Store) SetProfile(ctx context.Context, ensemble uint, p technique.Profile) error {
	if !slices.ContainsFunc(technique.Profiles(), func(a technique.ProfileAbout) bool { return a.Profile == p }) {
		return &FieldError{"profile", "choose one of those listed"}
	}
	return s.act(ctx, OfEnsemble, ensemble, "what is wanted of the sewing", func(tx *gorm.DB) error {
		return tx.Model(&Ensemble{ID: ensemble}).Update("profile", p).Error
	})
}

func set(c making.Choices, key, to string) making.Choices {
	out := making.Choices{}
	for k, v := range c {
		out[k] = v
	}
	delete(out, key)
	if to != "" {
		out[key] = to
	}
	return out
}

func techniqueName(key string) string {
	if t, ok := technique.Find(key); ok {
		return t.Name
	}
	return "as usual"
}
