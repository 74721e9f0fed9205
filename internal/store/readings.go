package store

import (
	"context"
	"errors"
	"fmt"
	"strings"
	"time"

	"ardentgusset/core/figure"
	"ardentgusset/core/measure"

	"gorm.io/gorm"
)

// Entry is what a person enters for a measurement.
type Entry struct {
	Value   measure.Length // 0 takes the reading away, or its side
	Typed   string
	Side    Side
	Again   bool // one more take of the same sitting: the mean counts
	Waiting bool // it is on a string, to be measured later
	// Provisional: worked out from a reading over clothes until it is measured.
	Provisional bool
	Was         measure.Length // what was shown when it was typed; 0 for nothing
}

// SetReading keeps an entry. If another value has been kept since the one that
// was shown, nothing is written and a Conflict is returned.
func (s *Store) SetReading(ctx context.Context, wearer uint, key string, worn figure.Worn, e Entry) error {
	m, ok := figure.MeasurementOf(key)
	if !ok {
		return &FieldError{key, "there is no such measurement"}
	}
	if e.Value != 0 && !(e.Value >= figure.Shortest && e.Value <= figure.Tallest) {
		return &FieldError{key, fmt.Sprintf("%s: %s is not a body's; it lies between %s and %s", m.Label, measure.Tell(e.Value.Float()),
			measure.Tell(figure.Shortest.Float()), measure.Tell(figure.Tallest.Float()))}
	}
	if e.Side != "" && !(m.Sided && (e.Side == LeftSide || e.Side == RightSide)) {
		return &FieldError{key, m.Label + " has no left and right"}
	}
	return s.act(ctx, OfWearer, wearer, "reading of "+strings.ToLower(m.Label), func(tx *gorm.DB) error {
		r := Reading{WearerID: wearer, Key: key, Worn: worn}
		err := tx.Where("wearer_id = ? and key = ? and worn = ?", wearer, key, worn).First(&r).Error
		if err != nil && !errors.Is(err, gorm.ErrRecordNotFound) {
			return err
		}
		if d := r.MM - e.Was; d > 0.05 || d < -0.05 {
			if r.MM == 0 {
				return &Conflict{Theirs: "nothing", Was: "0"}
			}
			return &Conflict{Theirs: measure.Tell(r.MM.Float()), Was: fmt.Sprint(r.MM.Float())}
		}
		r.take(e, s.now())
		if r.MM == 0 && !r.Waiting {
			return tx.Where("wearer_id = ? and key = ? and worn = ?", wearer, key, worn).Delete(&Reading{}).Error
		}
		return tx.Save(&r).Error
	})
}

// take works an entry into a reading.
func (r *Reading) take(e Entry, now time.Time) {
	r.Typed, r.TakenAt, r.Provisional = e.Typed, now, e.Provisional
	if e.Value == 0 {
		r.Waiting = e.Waiting
		switch {
		case e.Waiting || e.Side == "":
			r.MM, r.Left, r.Right = 0, 0, 0
			return
		case e.Side == LeftSide:
			r.Left = 0
		default:
			r.Right = 0
		}
		r.settle()
		return
	}
	sitting := 1
	for _, t := range r.Takes {
		sitting = max(sitting, t.Sitting+1)
	}
	if repeats := r.Repeats(e.Side); e.Again && len(repeats) > 0 {
		sitting = repeats[0].Sitting
	}
	r.Takes = append(r.Takes, Take{MM: e.Value, Typed: e.Typed, Side: e.Side, Sitting: sitting, At: now})
	r.Takes = r.Takes[max(0, len(r.Takes)-mostTakes):]
	sum, n := measure.Length(0), 0
	for _, t := range r.Repeats(e.Side) {
		sum, n = sum+t.MM, n+1
	}
	mean := sum / measure.Length(n)
	r.Waiting = false
	switch e.Side {
	case LeftSide:
		r.Left = mean
	case RightSide:
		r.Right = mean
	default:
		r.MM, r.Left, r.Right = mean, 0, 0
		return
	}
	r.settle()
}

// settle finds what counts from the two sides: their mean; of one alone what
// was taken of both together before it, and without that the one.
func (r *Reading) settle() {
	whole := r.Repeats("")
	switch {
	case r.Left > 0 && r.Right > 0:
		r.MM = (r.Left + r.Right) / 2
	case len(whole) > 0:
		sum := measure.Length(0)
		for _, t := range whole {
			sum += t.MM
		}
		r.MM = sum / measure.Length(len(whole))
	default:
		r.MM = r.Left + r.Right
	}
}
