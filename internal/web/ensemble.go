package web

import (
	"cmp"
	"errors"
	"fmt"
	"net/http"
	"slices"
	"strconv"
	"strings"
	"time"

	"ardentgusset/core/ensemble"
	"ardentgusset/core/measure"
	"ardentgusset/internal/store"
)

type particularsView struct {
	Wearers []store.Wearer
	Rec     store.Ensemble
	Heel    string
	Hours   string
	Field   string // with Message: which field is wrong
	New     bool
	Was     string // the particulars as they were shown
}

func (s *Server) newEnsemble(c *call) error {
	ws, err := s.st.Wearers(c.ctx())
	if err != nil {
		return err
	}
	p := s.page(c, "A new ensemble")
	var wearer uint
	if n, err := strconv.ParseUint(c.Query("wearer"), 10, 32); err == nil {
		wearer = uint(n)
	}
	p.V = particularsView{Wearers: ws, New: true, Rec: store.Ensemble{WearerID: wearer, Stock: p.Unit},
		Heel: measure.Length(0).In(p.Unit), Hours: "2"}
	return s.render(c, http.StatusOK, "particulars", p)
}

func (s *Server) particulars(c *call) error {
	e, err := s.st.Ensemble(c.ctx(), id(c, "ensemble"))
	if err != nil {
		return err
	}
	ws, err := s.st.Wearers(c.ctx())
	if err != nil {
		return err
	}
	p := s.page(c, e.Name)
	p.E = s.view(c.ctx(), e, 0, p.Unit)
	p.V = particularsView{Wearers: ws, Rec: e, Heel: e.Heel.In(p.Unit), Hours: fmt.Sprint(e.Hours), Was: e.Particulars()}
	return s.render(c, http.StatusOK, "particulars", p)
}

// typedEnsemble reads the form. What was typed comes back with the error.
func typedEnsemble(c *call, u measure.Unit) (store.Ensemble, error) {
	e := store.Ensemble{ID: id(c, "ensemble"), Name: c.PostForm("name"), Hours: 2,
		Stock: measure.UnitOf(c.DefaultPostForm("stock", string(u)))}
	var err error
	short := func(field, text string) string {
		t, e := store.Labelled(field, text)
		if e != nil && err == nil {
			err = e
		}
		return t
	}
	e.Part, e.Occasion = short("part", c.PostForm("part")), short("occasion", c.PostForm("occasion"))
	if _, scan := fmt.Sscan(c.PostForm("wearer"), &e.WearerID); scan != nil && err == nil {
		err = &store.FieldError{Field: "wearer", Why: "choose who wears it"}
	}
	if d := strings.TrimSpace(c.PostForm("event_date")); d != "" {
		if e2 := parseDay(d); e2 != nil && err == nil {
			err = &store.FieldError{Field: "event_date", Why: e2.Error()}
		}
		e.EventDate = d
	}
	if h := strings.TrimSpace(c.PostForm("heel")); h != "" {
		l, e2 := measure.Parse(h, u)
		if e2 != nil && err == nil {
			err = &store.FieldError{Field: "heel", Why: e2.Error()}
		} else if l > 250 && err == nil {
			err = &store.FieldError{Field: "heel", Why: "a heel is at most ⟦25 cm⟧ high"}
		}
		e.Heel = l
	}
	if h := strings.TrimSpace(c.PostForm("hours")); h != "" {
		var x float64
		if _, e2 := fmt.Sscan(strings.Replace(h, ",", ".", 1), &x); (e2 != nil || !(x >= 0.25 && x <= 24)) && err == nil {
			err = &store.FieldError{Field: "hours", Why: "hours a day lie between ¼ and 24, like 1.5"}
		}
		if x >= 0.25 && x <= 24 {
			e.Hours = x
		}
	}
	if err == nil {
		_, err = store.Named("name", e.Name)
	}
	return e, err
}

func (s *Server) addEnsemble(c *call) error { return s.saveEnsemble(c, true) }

func (s *Server) changeEnsemble(c *call) error { return s.saveEnsemble(c, false) }

func (s *Server) saveEnsemble(c *call, fresh bool) error {
	p := s.page(c, "Ensemble")
	e, err := typedEnsemble(c, p.Unit)
	if err == nil {
		if fresh {
			e, err = s.st.AddEnsemble(c.ctx(), e)
		} else {
			if err = s.noteEnsembles(c, func(o store.Ensemble) bool { return o.ID == e.ID }); err == nil {
				err = s.st.ChangeEnsemble(c.ctx(), e, c.PostForm("was"))
			}
		}
	}
	if err == nil {
		return s.done(c, fmt.Sprintf("/ensembles/%d/layers", e.ID))
	}
	was := c.PostForm("was")
	var field *store.FieldError
	var conflict *store.Conflict
	if errors.As(err, &conflict) { // what was typed stays, and can be kept after all
		was = conflict.Was
		field = &store.FieldError{Why: "another tab changed the particulars meanwhile. What you typed is below: press Keep to use it " +
			"instead, or load the page again to see the other"}
	} else if !errors.As(err, &field) {
		return err
	}
	ws, listErr := s.st.Wearers(c.ctx())
	if listErr != nil {
		return listErr
	}
	p.Message = sentence(field.Why)
	p.V = particularsView{Wearers: ws, Rec: e, Heel: c.PostForm("heel"), Hours: c.PostForm("hours"), Field: field.Field, New: fresh,
		Was: was}
	return s.render(c, http.StatusUnprocessableEntity, "particulars", p)
}

func (s *Server) deleteEnsemble(c *call) error {
	if err := s.st.DeleteEnsemble(c.ctx(), id(c, "ensemble")); err != nil {
		return err
	}
	return s.done(c, "/")
}

func (s *Server) undoEnsemble(c *call) error {
	if _, err := s.st.Undo(c.ctx(), store.OfEnsemble, id(c, "ensemble"), lastShown(c)); err != nil {
		return err
	}
	return s.back(c)
}

// lastShown is the action a person saw when asking to undo it, 0 when the
// request does not say.
func lastShown(c *call) uint {
	n, err := strconv.ParseUint(c.PostForm("last"), 10, 32)
	if err != nil {
		return 0
	}
	return uint(n)
}

// seen takes note of all changes, or of one layer's.
func (s *Server) seen(c *call) error {
	e, err := s.st.Ensemble(c.ctx(), id(c, "ensemble"))
	if err != nil {
		return err
	}
	_, stages, err := s.walk(c.ctx(), e)
	if err != nil {
		return err
	}
	only := c.PostForm("layer")
	snaps := map[uint]ensemble.Snapshot{}
	for i := range stages {
		if stages[i].Err == nil && (only == "" || only == stages[i].ID) {
			snaps[e.Layers[i].ID] = stages[i].Snapshot()
		}
	}
	if err := s.st.See(c.ctx(), snaps); err != nil {
		return err
	}
	return s.back(c)
}

// chosenLayer is the layer that was chosen at another station and stays so: the
// one the address names, if the ensemble has it, else none.
func chosenLayer(c *call, e store.Ensemble) uint {
	n, err := strconv.ParseUint(c.Query("layer"), 10, 32)
	if err != nil || !slices.ContainsFunc(e.Layers, func(l store.Layer) bool { return l.ID == uint(n) }) {
		return 0
	}
	return uint(n)
}

// station renders a station's page of an ensemble.
func (s *Server) station(c *call, name string, layer uint, fill func(*page) error) error {
	e, err := s.st.Ensemble(c.ctx(), id(c, "ensemble"))
	if err != nil {
		return err
	}
	p := s.page(c, e.Name)
	p.Station = name
	p.E = s.view(c.ctx(), e, cmp.Or(layer, chosenLayer(c, e)), p.Unit)
	if layer != 0 && p.E.Layer == nil {
		return store.ErrGone
	}
	s.lays.warm(p.E.Stages)
	if err := fill(p); err != nil {
		return err
	}
	return s.render(c, cmp.Or(p.Status, http.StatusOK), name, p)
}

// parseDay checks a date as browsers send it.
func parseDay(s string) error {
	t, err := time.Parse(time.DateOnly, s)
	if err != nil {
		return errors.New("write the date as year-month-day, like 2027-06-19")
	}
	if t.Year() < 1900 || t.Year() > 2200 {
		return fmt.Errorf("the year %d can't be meant; an event lies between 1900 and 2200", t.Year())
	}
	return nil
}
