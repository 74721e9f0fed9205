package drafting

import (
	"errors"
	"fmt"
	"net/http"
	"strconv"
	"strings"

	"ardentgusset/core/ensemble"
	"ardentgusset/core/measure"
	"ardentgusset/internal/store"
	"ardentgusset/internal/web/hall"
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

func (s *Room) newEnsemble(c *hall.Call) error {
	ws, err := s.Store.Wearers(c.Ctx())
	if err != nil {
		return err
	}
	p := s.Page(c, "A new ensemble")
	var wearer uint
	if n, err := strconv.ParseUint(c.Query("wearer"), 10, 32); err == nil {
		wearer = uint(n)
	}
	return hall.Render(s.Hall, c, http.StatusOK, "particulars", p, particularsView{Wearers: ws, New: true,
		Rec:  store.Ensemble{WearerID: wearer, Stock: p.Unit},
		Heel: measure.Length(0).In(p.Unit), Hours: "2"})
}

func (s *Room) particulars(c *hall.Call) error {
	e, err := s.Store.Ensemble(c.Ctx(), hall.ID(c, "ensemble"))
	if err != nil {
		return err
	}
	ws, err := s.Store.Wearers(c.Ctx())
	if err != nil {
		return err
	}
	p := s.Page(c, e.Name)
	p.E = s.View(c.Ctx(), e, 0, p.Unit)
	return hall.Render(s.Hall, c, http.StatusOK, "particulars", p, particularsView{Wearers: ws, Rec: e, Heel: e.Heel.In(p.Unit),
		Hours: e.TypedHours(), Was: e.Particulars()})
}

// typedEnsemble reads the form. What was typed comes back with the error.
func typedEnsemble(c *hall.Call, u measure.Unit) (store.Ensemble, error) {
	e := store.Ensemble{ID: hall.ID(c, "ensemble"), Name: c.PostForm("name"), Hours: 2,
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
		if e2 := hall.ParseDay(d); e2 != nil && err == nil {
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
		x, e2 := hoursADay(h)
		if e2 != nil && err == nil {
			err = e2
		} else if e2 == nil {
			e.Hours = x
		}
	}
	if err == nil {
		_, err = store.Named("name", e.Name)
	}
	return e, err
}

func (s *Room) addEnsemble(c *hall.Call) error { return s.saveEnsemble(c, true) }

// anotherEnsemble begins one like it, and shows its particulars: whom it is for and when.
func (s *Room) anotherEnsemble(c *hall.Call) error {
	e, err := s.Store.AnotherEnsemble(c.Ctx(), hall.ID(c, "ensemble"))
	if err != nil {
		return err
	}
	return s.Done(c, fmt.Sprintf("/ensembles/%d/particulars", e.ID))
}

func (s *Room) changeEnsemble(c *hall.Call) error { return s.saveEnsemble(c, false) }

func (s *Room) saveEnsemble(c *hall.Call, fresh bool) error {
	p := s.Page(c, "Ensemble")
	e, err := typedEnsemble(c, p.Unit)
	if err == nil {
		if fresh {
			e, err = s.Store.AddEnsemble(c.Ctx(), e)
		} else {
			if err = s.NoteEnsembles(c, func(o store.Ensemble) bool { return o.ID == e.ID }); err == nil {
				err = s.Store.ChangeEnsemble(c.Ctx(), e, c.PostForm("was"))
			}
		}
	}
	if err == nil {
		return s.Done(c, fmt.Sprintf("/ensembles/%d/layers", e.ID))
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
	ws, listErr := s.Store.Wearers(c.Ctx())
	if listErr != nil {
		return listErr
	}
	p.Message = hall.Sentence(field.Why)
	return hall.Render(s.Hall, c, http.StatusUnprocessableEntity, "particulars", p, particularsView{Wearers: ws, Rec: e,
		Heel: c.PostForm("heel"), Hours: c.PostForm("hours"), Field: field.Field, New: fresh,
		Was: was})
}

func (s *Room) deleteEnsemble(c *hall.Call) error {
	if err := s.Store.DeleteEnsemble(c.Ctx(), hall.ID(c, "ensemble")); err != nil {
		return err
	}
	return s.Done(c, "/")
}

func (s *Room) undoEnsemble(c *hall.Call) error {
	if _, err := s.Store.Undo(c.Ctx(), store.OfEnsemble, hall.ID(c, "ensemble"), hall.LastShown(c)); err != nil {
		return err
	}
	return s.Back(c)
}

// seen takes note of all changes, or of one layer's.
func (s *Room) seen(c *hall.Call) error {
	e, err := s.Store.Ensemble(c.Ctx(), hall.ID(c, "ensemble"))
	if err != nil {
		return err
	}
	_, stages, err := s.Walk(c.Ctx(), e)
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
	if err := s.Store.See(c.Ctx(), snaps); err != nil {
		return err
	}
	return s.Back(c)
}

// hoursADay reads hours of work: so many a day, or a week, which is shared among its days.
func hoursADay(text string) (float64, error) {
	wrong := &store.FieldError{Field: "hours", Why: "hours of work lie between ¼ and 24 a day, like “1.5”, or between 1¾ and 168 a " +
		"week, like “6 a week”"}
	number, days := strings.ToLower(text), 1.0
	for _, week := range []string{"a week", "per week", "/week", "/ week", "weekly"} {
		if cut, ok := strings.CutSuffix(number, week); ok {
			number, days = cut, 7
			break
		}
	}
	number = strings.TrimSpace(strings.TrimSuffix(strings.TrimSuffix(strings.TrimSpace(number), "hours"), "h"))
	x, err := measure.ParseNumber(number)
	if x /= days; err != nil || !(x >= 0.25 && x <= 24) {
		return 0, wrong
	}
	return x, nil
}
