package planning

import (
	"fmt"
	"math"
	"slices"
	"strconv"
	"strings"

	"ardentgusset/core/ensemble"
	"ardentgusset/core/technique"
	"ardentgusset/core/work"
	"ardentgusset/internal/store"
	"ardentgusset/internal/web/hall"
)

// setPlan keeps what was said of the time up to the day.
func (s *Room) setPlan(c *hall.Call) error {
	ctx, e := c.Ctx(), hall.ID(c, "ensemble")
	hours := func(name string) (float64, error) { return typedHours(name, c.PostForm(name)) }
	var err error
	switch what := c.PostForm("what"); what {
	case "hours":
		var all [7]float64
		if all, err = typedWeek(c.PostForm); err == nil {
			err = s.Store.SetHours(ctx, e, all, hall.Shown(c))
		}
	case "days":
		var d store.PlannedDays
		if d, err = typedDays(c.PostForm); err == nil {
			err = s.Store.AddDays(ctx, e, d)
		}
	case "fittings":
		parts := func(r rune) bool { return r == ' ' || r == ',' || r == '\n' || r == '\r' }
		err = s.Store.SetFittings(ctx, e, strings.FieldsFunc(c.PostForm("fittings"), parts), hall.Shown(c))
	case "delivery":
		err = s.Store.AddDelivery(ctx, e, store.Delivery{What: c.PostForm("name"), On: c.PostForm("on"), For: work.ID(c.PostForm("for"))})
	case "own":
		err = s.addOwn(c, hours)
	case "own-way":
		err = s.Store.ChangeOwn(ctx, e, work.ID(c.PostForm("step")), c.PostForm("to"))
	case "own-out":
		err = s.Store.LeaveOutOwn(ctx, e, c.PostFormArray("step"))
	case "alone":
		err = s.Store.SetAlone(ctx, e, c.PostForm("alone") == "yes")
	case "tick":
		err = s.Store.TickOwn(ctx, e, work.ID(c.PostForm("step")), c.PostForm("do") == "done")
	case "remove":
		err = s.Store.RemovePlanned(ctx, e, c.PostForm("id"))
	case "order":
		err = s.Store.SetOrder(ctx, e, c.PostForm("order") == "station", typedSchools(c.PostFormArray("school")))
	case "move":
		err = s.moveStep(c)
	case "soonest":
		err = s.putSoonest(c)
	case "as-they-come":
		err = s.Store.SetSequence(ctx, e, nil)
	case "lesson-learnt":
		err = s.Store.RemoveLesson(ctx, e, c.PostForm("id"))
	case "maker":
		err = s.Store.SetMaker(ctx, e, c.PostForm("maker"), hall.Shown(c))
	case "pause":
		err = s.Store.SetPause(ctx, e, strings.TrimSpace(c.PostForm("where")), strings.TrimSpace(c.PostForm("needs")))
	default:
		err = &store.FieldError{Field: "what", Why: "this can’t be set; load the page again"}
	}
	if err != nil {
		return err
	}
	return s.Back(c)
}

// typedHours is a number of hours as it was typed; nothing is none.
func typedHours(field, text string) (float64, error) {
	text = strings.TrimSpace(strings.Replace(text, ",", ".", 1))
	if text == "" {
		return 0, nil
	}
	x, err := strconv.ParseFloat(text, 64)
	if err != nil || math.IsNaN(x) || math.IsInf(x, 0) {
		return 0, &store.FieldError{Field: field, Why: fmt.Sprintf("%.20q is no number of hours; write it like 1.5", text)}
	}
	return x, nil
}

// typedWeek are the hours of a week, Sunday first, by the value of each field.
func typedWeek(value func(string) string) (all [7]float64, err error) {
	for i := range all {
		field := fmt.Sprintf("day%d", i)
		if all[i], err = typedHours(field, value(field)); err != nil {
			return all, err
		}
	}
	return all, nil
}

func typedDays(value func(string) string) (d store.PlannedDays, err error) {
	d = store.PlannedDays{Kind: store.DaysKind(value("kind")), From: value("from"), To: value("to"), Why: value("why")}
	d.Hours, err = typedHours("hours", value("hours"))
	return d, err
}

func typedSchools(all []string) (out []ensemble.School) {
	for _, a := range all {
		out = append(out, ensemble.School(a))
	}
	return out
}

// planOdds answers with the chances as they would be with what is typed, and keeps nothing.
func (s *Room) planOdds(c *hall.Call) error {
	e, err := s.Store.Ensemble(c.Ctx(), hall.ID(c, "ensemble"))
	if err != nil {
		return err
	}
	switch c.Query("what") {
	case "hours":
		var all [7]float64
		if all, err = typedWeek(c.Query); err == nil {
			err = e.Planning.TryHours(all)
		}
	case "days":
		var d store.PlannedDays
		if d, err = typedDays(c.Query); err == nil {
			err = e.Planning.TryDays(d)
		}
	case "order":
		e.Planning.Batched, e.Planning.Schools = c.Query("order") == "station", typedSchools(c.QueryArray("school"))
	default:
		err = &store.FieldError{Field: "what", Why: "this can’t be tried; load the page again"}
	}
	if err != nil {
		return err
	}
	p := s.Page(c, e.Name)
	p.Path = fmt.Sprintf("/ensembles/%d/plan", e.ID)
	p.E = s.View(c.Ctx(), e, 0, p.Unit)
	v := planView{Tried: true}
	if p.E.PlanErr == "" && len(p.E.Plan) > 0 {
		if _, err := v.foresee(c, p.E, p.E.Operations(), p.E.EventDay()); err != nil {
			return err
		}
	}
	return hall.Parts(s.Hall, c, p, &v, nil, "odds")
}

// putSoonest puts the work in the order that was found to end soonest.
func (s *Room) putSoonest(c *hall.Call) error {
	e, err := s.Store.Ensemble(c.Ctx(), hall.ID(c, "ensemble"))
	if err != nil {
		return err
	}
	ids, _ := s.View(c.Ctx(), e, 0, hall.UnitOf(c)).Soonest()
	if ids == nil {
		return &store.FieldError{Field: "order", Why: "no order was found that ends sooner than this one"}
	}
	return s.Store.SetSequence(c.Ctx(), e.ID, ids)
}

// moveStep puts a step before another one, or behind all, and refuses with the reason that stands against it.
func (s *Room) moveStep(c *hall.Call) error {
	e, err := s.Store.Ensemble(c.Ctx(), hall.ID(c, "ensemble"))
	if err != nil {
		return err
	}
	v := s.View(c.Ctx(), e, 0, hall.UnitOf(c))
	step, before := work.ID(c.PostForm("step")), work.ID(c.PostForm("before"))
	var ids []work.ID
	moved, found := (*hall.Planned)(nil), before == ""
	for i := range v.Plan {
		q := &v.Plan[i]
		if q.ID == before {
			found = true
			ids = append(ids, step)
		}
		if q.ID == step {
			moved = q
			continue
		}
		ids = append(ids, q.ID)
	}
	if moved == nil || !found {
		return &store.FieldError{Field: "step", Why: "this step is no longer part of the work; load the page again"}
	}
	if before == "" {
		ids = append(ids, step)
	}
	at := map[work.ID]int{}
	for i, one := range ids {
		at[one] = i
	}
	for i := range v.Plan {
		q := &v.Plan[i]
		for _, a := range q.After {
			k, ok := at[a.Step]
			if !ok || k < at[q.ID] || q.ID != step && a.Step != step {
				continue
			}
			first := byID(v, a.Step)
			return &store.FieldError{Field: "step", Why: fmt.Sprintf("%s (%s) must come before %s: %s", first.Name, first.LayerName,
				strings.ToLower(q.Name), a.Why)}
		}
	}
	return s.Store.SetSequence(c.Ctx(), e.ID, ids)
}

// byID is an operation of the plan.
func byID(v *hall.EnsembleView, id work.ID) *hall.Planned {
	for i := range v.Plan {
		if v.Plan[i].ID == id {
			return &v.Plan[i]
		}
	}
	return &hall.Planned{}
}

func (s *Room) addOwn(c *hall.Call, hours func(string) (float64, error)) error {
	long, err := hours("hours")
	if err != nil {
		return err
	}
	rest, err := hours("rest")
	if err != nil {
		return err
	}
	o := store.OwnStep{Name: c.PostForm("name"), Job: c.PostForm("job"), Minutes: long * 60, Rest: rest, Technique: c.PostForm("technique")}
	for _, n := range c.PostFormArray("needs") {
		need := work.Need(n)
		if !slices.Contains([]work.Need{work.Machine, work.Iron, work.Table, work.Wearer, work.Hand}, need) {
			return &store.FieldError{Field: "needs", Why: "choose among those listed"}
		}
		o.Needs = append(o.Needs, need)
	}
	if a := c.PostForm("after"); a != "" {
		o.After = []work.ID{work.ID(a)}
	}
	if b := c.PostForm("before"); b != "" {
		o.Before = []work.ID{work.ID(b)}
	}
	if l := c.PostForm("layer"); l != "" {
		o.Layer = store.OfLayer(l, "").Layer
	}
	if o.Layer == 0 && strings.TrimSpace(o.Job) == "" {
		o.Job = "Besides"
	}
	// A circle is refused before it is kept.
	e, err := s.Store.Ensemble(c.Ctx(), hall.ID(c, "ensemble"))
	if err != nil {
		return err
	}
	tried := e
	with := o
	with.ID = "own/tried"
	tried.Planning.Own = append(slices.Clone(e.Planning.Own), with)
	if _, stages, err := s.Walk(c.Ctx(), e); err == nil {
		if _, err := tried.Operations(stages, e.Noted(s.Opt.Now())); err != nil {
			return &store.FieldError{Field: "before", Why: err.Error()}
		}
	}
	return s.Store.AddOwn(c.Ctx(), e.ID, o)
}

// takeWay takes a way out that is another technique for all that is alike in a layer.
func (s *Room) takeWay(c *hall.Call) error {
	key, to := c.PostForm("row"), c.PostForm("to")
	err := s.Change(c, func(l store.Layer) error {
		if _, ok := technique.Find(to); !ok || !strings.HasPrefix(key, "like/") {
			return &store.FieldError{Field: "to", Why: "this way is no longer open; load the page again"}
		}
		return s.Store.SetSewn(c.Ctx(), l.ID, key, to, c.PostForm("was"))
	})
	if err != nil {
		return err
	}
	return s.Back(c)
}
