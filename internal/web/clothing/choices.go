package clothing

import (
	"context"
	"fmt"
	"slices"

	"github.com/gin-gonic/gin"

	"ardentgusset/core/cloth"
	"ardentgusset/core/ensemble"
	"ardentgusset/core/lay"
	"ardentgusset/core/measure"
	"ardentgusset/internal/formats/svg"
	"ardentgusset/internal/store"
	"ardentgusset/internal/web/hall"
)

// choiceView is one remedy as it was tried.
type choiceView struct {
	ensemble.Remedy
	Drawing string
	Fits    bool
	Missing int
	Were    int            // missing as it is now
	Buy     measure.Length // still to be bought, as sold
	BuyText string
	Cost    float64
	Saved   measure.Length // of the lay's length, all cloths as they are
	Dearer  float64        // than as it is now; negative when cheaper
	Err     string
	Path    string
	Set     string // the settings that it sends; none: its key
	Back    string // where that leads then
}

// tryChoices tries every remedy for a layer, drafting and laying it anew, and
// sends each as it was found. Nothing is changed.
func (s *Room) tryChoices(c *hall.Call) error {
	p := s.Page(c, "")
	e, at, err := s.LayerAsked(c)
	var stages []ensemble.Stage
	if err == nil {
		_, stages, err = s.Walk(c.Ctx(), e)
	}
	if err == nil {
		err = stages[at].Err
	}
	if err != nil {
		return err
	}
	ctx := c.Ctx()
	find := func(j lay.Job) (lay.Result, bool) { return s.Lays.Get(ctx, j) }
	was, ok := s.tried(ctx, e, at, nil, find, p)
	if !ok {
		return nil
	}
	sheets, ok := stages[at].Sheets(stages[at].Uses()[0], find)
	if !ok {
		return nil
	}
	remedies := stages[at].Remedies(ensemble.Unplaced(sheets))
	send := s.Events(c, p)
	if send("begun", gin.H{"count": len(remedies), "cut": e.Layers[at].State.Made()}) != nil {
		return nil
	}
	path := fmt.Sprintf("/ensembles/%d/layers/%d/choose", e.ID, e.Layers[at].ID)
	useful := 0
	for _, r := range remedies {
		v, ok := s.tried(ctx, e, at, &r, find, p)
		if !ok {
			return nil
		}
		v.Path = path
		v.Saved = was.Saved - v.Saved // both held the length they take
		v.Dearer, v.Were = v.Cost-was.Cost, was.Missing
		html, err := hall.Part(s.Hall, "cloth-choice", p, v)
		if err != nil {
			s.Opt.Log.Error("a choice could not be drawn", "error", err.Error())
			return nil
		}
		// A way that leaves as many pieces without room is none.
		worth := v.Err == "" && (v.Missing < was.Missing || (was.Missing == 0 && v.Missing == 0 &&
			(v.Saved > 5 || v.Cost < was.Cost-0.005)))
		if worth {
			useful++
		}
		if send("choice", gin.H{"html": html, "worth": worth, "fits": v.Fits}) != nil {
			return nil
		}
	}
	says := fmt.Sprintf("%d of %s help.", useful, measure.Count(len(remedies), "way"))
	switch {
	case len(remedies) == 0:
		says = "Nothing can be changed any more: the cloth is cut."
	case useful == 0:
		says = fmt.Sprintf("None of %s saves cloth.", measure.Count(len(remedies), "way"))
	}
	_ = send("over", gin.H{"says": says}) // or nobody waits any more
	return nil
}

// tryYields finds the longest, fullest and widest that the cloth in hand yields, one setting after the other, and sends each as it
// was found. Nothing is changed.
func (s *Room) tryYields(c *hall.Call) error {
	p := s.Page(c, "")
	e, at, err := s.LayerAsked(c)
	var stages []ensemble.Stage
	if err == nil {
		_, stages, err = s.Walk(c.Ctx(), e)
	}
	if err == nil {
		err = stages[at].Err
	}
	if err != nil {
		return err
	}
	ctx := c.Ctx()
	find := func(j lay.Job) (lay.Result, bool) { return s.Lays.Get(ctx, j) }
	all := stages[at].Yields()
	send := s.Events(c, p)
	if send("begun", gin.H{"count": len(all), "cut": e.Layers[at].State.Made()}) != nil {
		return nil
	}
	found := 0
	for _, y := range all {
		var last choiceView
		to, ok, err := y.Found(func(to float64) (bool, error) {
			v, done := s.tried(ctx, e, at, &ensemble.Remedy{Settings: y.Settings(to)}, find, p)
			if !done {
				return false, context.Canceled
			}
			fits := v.Fits && v.Buy == 0
			if fits {
				last = v
			}
			return fits, nil
		})
		if err != nil {
			return nil
		}
		last.Title, last.Why = y.Title, y.Told(to)+". It is "+y.Told(y.Number)+" now."
		layer := fmt.Sprintf("/ensembles/%d/layers/%d", e.ID, e.Layers[at].ID)
		last.Path, last.Set, last.Back = layer+"/apply", hall.Encode(y.Settings(to)), layer+"/cloth"
		html, err := hall.Part(s.Hall, "cloth-choice", p, last)
		if err != nil {
			s.Opt.Log.Error("what a cloth yields could not be drawn", "error", err.Error())
			return nil
		}
		if ok {
			found++
		}
		if send("choice", gin.H{"html": html, "worth": ok, "fits": ok}) != nil {
			return nil
		}
	}
	says := "Each with the rest as it is now; what is shown was drafted and laid."
	switch {
	case len(all) == 0:
		says = "Nothing of it could be longer or fuller."
	case found == 0:
		says = "The cloth in hand yields none of it, however short or narrow."
	}
	_ = send("over", gin.H{"says": says}) // or nobody waits any more
	return nil
}

// tried drafts and lays a layer with a remedy, or, with none, as it is. Saved
// holds the length of cloth it takes.
func (s *Room) tried(ctx context.Context, e store.Ensemble, at int, r *ensemble.Remedy, find func(lay.Job) (lay.Result, bool),
	p *hall.Head) (choiceView, bool) {
	var v choiceView
	plan := e.Plan()
	if r != nil {
		v.Remedy = *r
		plan.Layers[at] = r.Apply(plan.Layers[at])
	}
	// What is worn under it stays; only up to this layer is drafted.
	plan.Layers = plan.Layers[:at+1]
	if ctx.Err() != nil {
		return v, false
	}
	_, stages, err := ensemble.Walk(ctx, plan, s.Memory)
	if err == nil {
		err = stages[at].Err
	}
	if err != nil {
		v.Err = hall.Sentence(err.Error())
		return v, true
	}
	stage := &stages[at]
	for _, u := range stage.Uses() {
		sheets, ok := stage.Sheets(u, find)
		if !ok {
			return v, false
		}
		need := stage.Need(u, sheets, p.Unit)
		v.Cost += need.Cost
		for _, sheet := range sheets {
			v.Saved += measure.Length(sheet.Result.Length)
			if sheet.Err != nil && len(sheet.Result.Placements) == 0 {
				v.Err = hall.Sentence(sheet.Err.Error())
			}
		}
		if u.Role == cloth.Outer {
			v.Buy, v.BuyText = need.Buy, need.Buy.AsBought(p.Unit)
			v.Missing = len(ensemble.Unplaced(sheets))
			if r != nil && len(sheets) > 0 {
				last := sheets[len(sheets)-1]
				if r.Buy || last.Cut >= 0 {
					last = sheets[0]
				}
				v.Drawing = svg.Lay{Job: last.Job, Result: last.Result, Dye: u.Fabric.Colour, Unit: p.Unit, Small: true}.Draw()
			}
		}
	}
	v.Fits = v.Missing == 0 && v.Err == ""
	return v, true
}

// choose accepts one of the remedies.
func (s *Room) choose(c *hall.Call) error {
	return s.Change(c, func(l store.Layer) error {
		ctx := c.Ctx()
		e, err := s.Store.Ensemble(ctx, l.EnsembleID)
		if err != nil {
			return err
		}
		_, stages, err := s.Walk(c.Ctx(), e)
		if err != nil {
			return err
		}
		at := slices.IndexFunc(e.Layers, func(o store.Layer) bool { return o.ID == l.ID })
		sheets, ok := stages[at].Sheets(stages[at].Uses()[0], func(j lay.Job) (lay.Result, bool) { return s.Lays.Get(ctx, j) })
		if !ok {
			return ctx.Err()
		}
		for _, r := range stages[at].Remedies(ensemble.Unplaced(sheets)) {
			if r.Key != c.PostForm("choice") {
				continue
			}
			plan := e.Plan()
			with := r.Apply(plan.Layers[at])
			err := s.Store.ChangeLayer(ctx, l.ID, "saving cloth", func(l *store.Layer) error {
				l.Settings, l.Laying = with.Settings, with.Laying
				if r.Width > 0 { // another cloth than the one in hand
					l.Fabric, l.Stash = with.Fabric, 0
				}
				if r.Buy && l.Stash == 0 {
					l.Fabric.NoMore = false
				}
				return nil
			})
			if err == nil && r.Buy && l.Stash > 0 {
				err = s.Store.SetStash(ctx, l.Stash, func(b *store.Stashed) error { b.Fabric.NoMore = false; return nil })
			}
			if err != nil {
				return err
			}
			return s.Done(c, fmt.Sprintf("/ensembles/%d/layers/%d/cloth", l.EnsembleID, l.ID))
		}
		return &store.FieldError{Field: "choice", Why: "this choice is no longer there, the garment or its cloth has changed; try the " +
			"choices again"}
	})
}
