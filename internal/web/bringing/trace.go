package bringing

import (
	"encoding/json"
	"errors"
	"fmt"
	"net/http"
	"strings"

	"github.com/gin-gonic/gin"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/catalogue"
	"ardentgusset/core/measure"
	"ardentgusset/core/own"
	"ardentgusset/internal/formats/tracejson"
	"ardentgusset/internal/store"
	"ardentgusset/internal/web/hall"
)

// traceView is the page where a picture is traced; the picture stays in the browser.
type traceView struct{ Kinds []draft.About }

func (s *Room) trace(c *hall.Call) error {
	e, err := s.Store.Ensemble(c.Ctx(), hall.ID(c, "ensemble"))
	if err != nil {
		return err
	}
	p := s.Page(c, e.Name)
	p.E = s.View(c.Ctx(), e, 0, p.Unit)
	var v traceView
	for _, g := range catalogue.Brought() {
		v.Kinds = append(v.Kinds, g.About())
	}
	return hall.Render(s.Hall, c, http.StatusOK, "trace", p, v)
}

// traced makes a pattern of what was clicked. What is wrong with it is answered, and nothing that was clicked is lost: the page keeps it.
func (s *Room) traced(c *hall.Call) error {
	id := hall.ID(c, "ensemble")
	if _, err := s.Store.Ensemble(c.Ctx(), id); err != nil {
		return err
	}
	u := hall.UnitOf(c)
	to, err := s.fromTrace(c, id, u)
	var field *store.FieldError
	var refused *traceError
	switch {
	case errors.As(err, &refused), errors.As(err, &field):
		c.JSON(http.StatusUnprocessableEntity, gin.H{"message": hall.Sentence(measure.Say(err.Error(), u))})
		return nil
	case err != nil:
		return err
	}
	c.JSON(http.StatusOK, gin.H{"go": to})
	return nil
}

// traceError is what is wrong with what was clicked or typed.
type traceError struct{ why string }

func (e *traceError) Error() string { return e.why }

func refusedTrace(format string, a ...any) error { return &traceError{fmt.Sprintf(format, a...)} }

func (s *Room) fromTrace(c *hall.Call, ensemble uint, u measure.Unit) (string, error) {
	g, ok := wornAs(c)
	if !ok {
		return "", refusedTrace("worn as: choose how it is worn")
	}
	var t tracejson.Trace
	dec := json.NewDecoder(strings.NewReader(c.PostForm("trace")))
	dec.DisallowUnknownFields()
	if err := dec.Decode(&t); err != nil {
		return "", refusedTrace("what was clicked can't be read: load the page again")
	}
	length := func(key, label string, to *float64) error {
		l, err := measure.Parse(c.PostForm(key), u)
		if err != nil {
			return refusedTrace("%s: %s", label, err)
		}
		*to = float64(l)
		return nil
	}
	var err error
	if t.Scale != nil {
		err = length("scale", "between the two points", &t.Scale.MM)
	}
	if err == nil && t.Square != nil {
		if err = length("wide", "the rectangle, wide", &t.Square.Wide); err == nil {
			err = length("high", "the rectangle, high", &t.Square.High)
		}
	}
	if err == nil && t.Check != nil {
		err = length("check", "to check it by", &t.Check.MM)
	}
	if err != nil {
		return "", err
	}
	set, off, err := t.Pieces()
	if err != nil {
		return "", refusedTrace("%s", err)
	}
	doc := own.Bring(set)
	doc.Error = &off
	if _, err := doc.Set(); err != nil {
		return "", refusedTrace("%s", err)
	}
	return s.put(c, ensemble, g, doc)
}
