package store

import (
	"context"
	"errors"
	"slices"
	"time"

	"ardentgusset/core/cloth"
	"ardentgusset/core/ensemble"
	"ardentgusset/core/work"

	"gorm.io/gorm"
	"gorm.io/gorm/clause"
)

// Cutting is the one act that turns cloth into pieces.
type Cutting struct {
	State  State // cut, or further
	Made   ensemble.Made
	Pieces []string         // keys of every copy on the cut list: all are cut
	Steps  []work.ID        // steps of the work that are done with it
	Takes  []ensemble.Taken // from the stash
}

// Making refuses to cut what is bought or borrowed.
func (l Layer) Making() error {
	if l.Had == ensemble.ToMake {
		return nil
	}
	return &FieldError{"state", "it is " + string(l.Had) + ", not made: say on Layers first that you make it after all"}
}

// CutOut keeps what a layer was cut to, ticks off its pieces and its cutting,
// and takes the cloth from the stash, leaving the remnants. All of it is one
// action: undo brings all of it back.
func (s *Store) CutOut(ctx context.Context, id uint, c Cutting) error {
	if !c.State.Made() {
		return &FieldError{"state", "choose cut, sewn or worn"}
	}
	return s.layerAnd(ctx, id, "cutting %s", stashesOf(c.Takes), func(tx *gorm.DB, l *Layer) error {
		if l.CutHash != "" {
			return &FieldError{"state", "it is cut already"}
		}
		if err := l.Making(); err != nil {
			return err
		}
		hash, err := keepCut(tx, c.Made)
		if err != nil {
			return err
		}
		l.Taken = nil
		for _, t := range c.Takes {
			if err := l.takeFrom(tx, t); err != nil {
				return err
			}
		}
		l.Pieces = map[string]bool{}
		for _, key := range c.Pieces {
			l.Pieces[key] = true
		}
		now := s.now()
		l.State, l.CutHash, l.CutAt = c.State, hash, &now
		if err := tx.Model(l).Select("state", "cut_hash", "cut_at", "pieces_cut", "taken").Updates(l).Error; err != nil {
			return err
		}
		for _, step := range c.Steps {
			if err := tickStep(tx, id, step, &now, now); err != nil {
				return err
			}
		}
		return nil
	})
}

func stashesOf(takes []ensemble.Taken) []uint {
	var out []uint
	for _, t := range takes {
		if !slices.Contains(out, t.Stash) {
			out = append(out, t.Stash)
		}
	}
	return out
}

// takeFrom takes what a layer is cut from out of a piece in the stash.
func (l *Layer) takeFrom(tx *gorm.DB, t ensemble.Taken) error {
	var b Stashed
	if err := tx.First(&b, t.Stash).Error; err != nil {
		return err
	}
	b.Fabric.Lengths, b.Fabric.InHand = slices.Clone(b.Fabric.Pieces()), 0
	b.Fabric.Number()
	k := slices.IndexFunc(b.Fabric.Lengths, func(o cloth.Cut) bool { return o.ID == max(t.Piece, 1) })
	if k < 0 {
		return &FieldError{"stash", "the piece of " + b.Fabric.Name + " it was laid on is no longer there; load the page again"}
	}
	was := b.Fabric.Lengths[k]
	b.Fabric.Lengths = slices.Delete(b.Fabric.Lengths, k, k+1)
	taken := Taken{Stash: t.Stash, Was: was}
	if t.Left != nil {
		for _, o := range b.Fabric.Lengths {
			taken.Left = max(taken.Left, o.ID)
		}
		left := *t.Left
		taken.Left = max(taken.Left, was.ID) + 1
		left.ID = taken.Left
		b.Fabric.Lengths = append(b.Fabric.Lengths, left)
	}
	l.Taken = append(l.Taken, taken)
	return tx.Save(&b).Error
}

// giveBack puts what a layer took back into the stash. It fails when what
// remained has been cut into or changed since.
func (l *Layer) giveBack(tx *gorm.DB) error {
	for _, t := range slices.Backward(l.Taken) {
		var b Stashed
		err := tx.First(&b, t.Stash).Error
		if errors.Is(err, gorm.ErrRecordNotFound) {
			continue // the cloth is gone from the stash
		}
		if err != nil {
			return err
		}
		if t.Left > 0 {
			k := slices.IndexFunc(b.Fabric.Lengths, func(o cloth.Cut) bool { return o.ID == t.Left })
			if k < 0 {
				return &FieldError{"state", "what was left of " + b.Fabric.Name +
					" has been cut into since: put its pieces right in the stash first"}
			}
			b.Fabric.Lengths = slices.Delete(slices.Clone(b.Fabric.Lengths), k, k+1)
		}
		b.Fabric.Lengths = append(slices.Clone(b.Fabric.Lengths), t.Was)
		slices.SortFunc(b.Fabric.Lengths, func(a, c cloth.Cut) int { return a.ID - c.ID })
		if err := tx.Save(&b).Error; err != nil {
			return err
		}
	}
	return nil
}

// tickStep marks a step as done at a time, or with nil as not done.
func tickStep(tx *gorm.DB, layer uint, step work.ID, at *time.Time, chosen time.Time) error {
	return tx.Clauses(clause.OnConflict{Columns: []clause.Column{{Name: "layer_id"}, {Name: "step"}},
		DoUpdates: clause.AssignmentColumns([]string{"done_at", "chosen_at"})}).
		Create(&StepLog{LayerID: layer, Step: step, DoneAt: at, ChosenAt: &chosen}).Error
}

// SetState says how far a layer has come. What is cut was cut by CutOut and
// keeps its draft; put back to planned or drafted it is whole cloth again: the
// stash gets back what was taken, and the cut list and the steps begin anew.
func (s *Store) SetState(ctx context.Context, id uint, state State, steps []work.ID) error {
	if !slices.Contains(States(), state) {
		return &FieldError{"state", "choose planned, drafted, cut, sewn or worn"}
	}
	var l Layer
	if err := s.db.WithContext(ctx).First(&l, id).Error; err != nil {
		return explain(err)
	}
	var also []uint
	if !state.Made() {
		for _, t := range l.Taken {
			also = append(also, t.Stash)
		}
	}
	return s.layerAnd(ctx, id, "how far %s has come", also, func(tx *gorm.DB, l *Layer) error {
		if state.Made() {
			if l.CutHash == "" {
				return &FieldError{"state", "it is not cut yet"}
			}
			return tx.Model(l).Update("state", state).Error
		}
		if err := l.giveBack(tx); err != nil {
			return err
		}
		for _, step := range steps {
			if err := tickStep(tx, id, step, nil, s.now()); err != nil {
				return err
			}
		}
		l.State, l.CutHash, l.CutAt, l.Pieces, l.Taken = state, "", nil, map[string]bool{}, nil
		return tx.Model(l).Select("state", "cut_hash", "cut_at", "pieces_cut", "taken").Updates(l).Error
	})
}
