package hall

import (
	"cmp"
	"errors"
	"fmt"
	"net/http"
	"slices"
	"strconv"
	"time"

	"ardentgusset/internal/store"
)

// LastShown is the action a person saw when asking to undo it, 0 when the
// request does not say.
func LastShown(c *Call) uint {
	n, err := strconv.ParseUint(c.PostForm("last"), 10, 32)
	if err != nil {
		return 0
	}
	return uint(n)
}

// chosenLayer is the layer that was chosen at another station and stays so: the
// one the address names, if the ensemble has it, else none.
func chosenLayer(c *Call, e store.Ensemble) uint {
	n, err := strconv.ParseUint(c.Query("layer"), 10, 32)
	if err != nil || !slices.ContainsFunc(e.Layers, func(l store.Layer) bool { return l.ID == uint(n) }) {
		return 0
	}
	return uint(n)
}

// Station renders a station's page of an ensemble.
func Station[T any](s *Hall, c *Call, name string, layer uint, fill func(*Head) (T, error)) error {
	if c.Param("layer") != "" && layer == 0 { // its address names none
		return store.ErrGone
	}
	e, err := s.Store.Ensemble(c.Ctx(), ID(c, "ensemble"))
	if err != nil {
		return err
	}
	p := s.Page(c, e.Name)
	p.Station = name
	p.E = s.View(c.Ctx(), e, cmp.Or(layer, chosenLayer(c, e)), p.Unit)
	if layer != 0 && p.E.Layer == nil {
		return store.ErrGone
	}
	s.Lays.warm(p.E.Stages)
	v, err := fill(p)
	if err != nil {
		return err
	}
	return Render(s, c, cmp.Or(p.Status, http.StatusOK), name, p, v)
}

// ParseDay checks a date as browsers send it.
func ParseDay(s string) error {
	t, err := time.Parse(time.DateOnly, s)
	if err != nil {
		return errors.New("write the date as year-month-day, like 2027-06-19")
	}
	if t.Year() < 1900 || t.Year() > 2200 {
		return fmt.Errorf("the year %d can't be meant; an event lies between 1900 and 2200", t.Year())
	}
	return nil
}
