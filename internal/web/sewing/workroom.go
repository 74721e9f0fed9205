package sewing

import (
	"errors"
	"fmt"
	"net/http"
	"slices"
	"strconv"
	"strings"
	"time"

	"ardentgusset/core/making"
	"ardentgusset/core/measure"
	"ardentgusset/core/technique"
	"ardentgusset/internal/store"
	"ardentgusset/internal/web/hall"
)

type workroomView struct {
	Machines []typedMachine
	New      typedMachine
	Wrong    string // ID of the machine whose form is wrong, "new" for the new one
	Field    string
	Rates    []rateView
	Per      string
	Undo     string
	Last     uint
}

// typedMachine is a machine as its form shows it.
type typedMachine struct {
	ID, Name, Thickest, Throat, Bobbin, Speed, Quirks, From, Until string
	Reverse, Zigzag, Buttonholes, Overlock, WalkingFoot            bool
}

type rateView struct {
	technique.Technique
	Sewn              float64 // mm
	Own, Memory, Used float64 // minutes for what is told
}

func machineAsTyped(m making.Machine, u measure.Unit) typedMachine {
	t := typedMachine{ID: m.ID, Name: m.Name, Quirks: m.Quirks, Reverse: m.Reverse, Zigzag: m.Zigzag, Buttonholes: m.Buttonholes,
		Overlock: m.Overlock, WalkingFoot: m.WalkingFoot}
	if m.Thickest > 0 {
		t.Thickest = measure.Length(m.Thickest).Fine(u)
	}
	if m.Throat > 0 {
		t.Throat = measure.Length(m.Throat).In(u)
	}
	if m.Bobbin > 0 {
		t.Bobbin = measure.Say(measure.TellLong(m.Bobbin*1000), u)
	}
	if m.Speed > 0 {
		t.Speed = strconv.FormatFloat(m.Speed, 'f', -1, 64)
	}
	if len(m.Out) > 0 {
		t.From, t.Until = m.Out[0].From.Format(time.DateOnly), m.Out[0].To.Format(time.DateOnly)
	}
	return t
}

func (s *Room) workroom(c *hall.Call) error { return s.workroomPage(c, typedMachine{}, nil) }

// workroomPage shows the workroom, with the form of a machine as it was typed and what is
// wrong about it.
func (s *Room) workroomPage(c *hall.Call, typed typedMachine, wrong error) error {
	w, err := s.Store.Workroom(c.Ctx())
	if err != nil {
		return err
	}
	p := s.Page(c, "The workroom")
	v := workroomView{Per: "metre"}
	per := 1.0
	if p.Unit == measure.IN {
		v.Per, per = "yard", float64(measure.Yard/measure.Metre)
	}
	var field *store.FieldError
	for _, m := range w.Machines {
		t := machineAsTyped(m, p.Unit)
		if wrong != nil && typed.ID == m.ID {
			t = typed
		}
		v.Machines = append(v.Machines, t)
	}
	if wrong != nil {
		if errors.As(wrong, &field) {
			v.Field = field.Field
		}
		p.Message = hall.Sentence(wrong.Error())
		v.Wrong = typed.ID
		if typed.ID == "" {
			v.New, v.Wrong = typed, "new"
		}
	}
	rates, err := s.Store.Rates(c.Ctx())
	if err != nil {
		return err
	}
	for key, r := range rates {
		if t, ok := technique.Find(key); ok && r.Metres > 0 {
			v.Rates = append(v.Rates, rateView{t, r.Metres * 1000, r.Minutes / r.Metres * per, t.Minutes() * per, rates.Of(t) * per})
		}
	}
	slices.SortFunc(v.Rates, func(a, b rateView) int { return strings.Compare(a.Name, b.Name) })
	if h, ok := s.Store.LastAction(c.Ctx(), store.OfWorkroom, store.TheWorkroom); ok {
		v.Undo, v.Last = h.Label, h.ID
	}
	status := http.StatusOK
	if wrong != nil {
		status = http.StatusUnprocessableEntity
	}
	return hall.Render(s.Hall, c, status, "workroom", p, v)
}

func (s *Room) setMachine(c *hall.Call) error {
	yes := func(k string) bool { return c.PostForm(k) == "yes" }
	t := typedMachine{ID: c.PostForm("id"), Name: c.PostForm("name"), Thickest: c.PostForm("thickest"), Throat: c.PostForm("throat"),
		Bobbin: c.PostForm("bobbin"), Speed: c.PostForm("speed"), Quirks: c.PostForm("quirks"), From: c.PostForm("from"),
		Until: c.PostForm("until"), Reverse: yes("reverse"), Zigzag: yes("zigzag"), Buttonholes: yes("buttonholes"),
		Overlock: yes("overlock"), WalkingFoot: yes("foot")}
	m, err := t.read(c.Reader.Unit)
	if err == nil {
		err = s.Store.SetMachine(c.Ctx(), m)
	}
	var field *store.FieldError
	if errors.As(err, &field) {
		return s.workroomPage(c, t, err)
	}
	if err != nil {
		return err
	}
	return s.Done(c, "/workroom")
}

// read makes a machine of what was typed.
func (t typedMachine) read(u measure.Unit) (making.Machine, error) {
	m := making.Machine{ID: t.ID, Name: t.Name, Quirks: t.Quirks, Reverse: t.Reverse, Zigzag: t.Zigzag, Buttonholes: t.Buttonholes,
		Overlock: t.Overlock, WalkingFoot: t.WalkingFoot}
	length := func(field, text, like string, low, high float64) (float64, error) {
		if strings.TrimSpace(text) == "" {
			return 0, nil
		}
		l, err := measure.Parse(text, u)
		if err != nil || float64(l) < low || float64(l) > high {
			return 0, &store.FieldError{Field: field, Why: like}
		}
		return float64(l), nil
	}
	var err error
	if m.Thickest, err = length("thickest", t.Thickest, "the thickest stack lies between ⟦~0.5⟧ and ⟦~30⟧", 0.5, 30); err != nil {
		return m, err
	}
	if m.Throat, err = length("throat", t.Throat, "the throat lies between ⟦5 cm⟧ and ⟦100 cm⟧", 50, 1000); err != nil {
		return m, err
	}
	bobbin, err := length("bobbin", t.Bobbin, "a bobbin holds between ⟦=1 m⟧ and ⟦=500 m⟧ of thread", 1000, 500_000)
	if err != nil {
		return m, err
	}
	m.Bobbin = bobbin / 1000
	if text := strings.TrimSpace(strings.Replace(t.Speed, ",", ".", 1)); text != "" {
		if m.Speed, err = strconv.ParseFloat(text, 64); err != nil || !(m.Speed >= 0.1 && m.Speed <= 5) {
			return m, &store.FieldError{Field: "speed", Why: "speed is told against the usual, from 0.1 for a hand crank to 5"}
		}
	}
	if t.From != "" || t.Until != "" {
		from, errA := time.Parse(time.DateOnly, t.From)
		to, errB := time.Parse(time.DateOnly, t.Until)
		if errA != nil || errB != nil || to.Before(from) {
			return m, &store.FieldError{Field: "to", Why: "out of order takes two days, the first before the last"}
		}
		m.Out = []making.Span{{From: from, To: to}}
	}
	if n := len([]rune(t.Quirks)); n > 400 {
		return m, &store.FieldError{Field: "quirks", Why: fmt.Sprintf("quirks take 400 characters, these are %d", n)}
	}
	return m, nil
}

func (s *Room) removeMachine(c *hall.Call) error {
	if err := s.Store.RemoveMachine(c.Ctx(), c.PostForm("id")); err != nil {
		return err
	}
	return s.Done(c, "/workroom")
}

func (s *Room) undoWorkroom(c *hall.Call) error {
	last, err := strconv.ParseUint(c.PostForm("last"), 10, 32)
	if err != nil {
		return &store.FieldError{Field: "last", Why: "load the page again"}
	}
	if _, err := s.Store.Undo(c.Ctx(), store.OfWorkroom, store.TheWorkroom, uint(last)); err != nil {
		return err
	}
	return s.Done(c, "/workroom")
}
