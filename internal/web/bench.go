package web

import (
	"fmt"

	"ardentgusset/core/ensemble"
	"ardentgusset/core/work"
	"ardentgusset/internal/store"

	"github.com/gin-gonic/gin"
)

type benchView struct {
	Ensemble uint
	Now      *planned // the step shown large
	Drawn    string   // the stack's layer it belongs to
	Only     string   // "" or "hand": only what can be done away from the workroom
	Shown    []planned
	Asked    bool // a step was chosen by its address
	Needs    []work.Need
	Beside   []planned // what else could be done now
}

func (s *Server) benchStation(c *call) error {
	return s.station(c, "bench", 0, func(p *page) error {
		p.V = viewBench(p.E, c.Query("step"), c.Query("only"))
		return nil
	})
}

func viewBench(e *ensembleView, step, only string) benchView {
	v := benchView{Ensemble: e.Rec.ID, Only: only, Now: e.Next()}
	for i := range e.Plan {
		q := e.Plan[i]
		if q.ID == step {
			v.Now, v.Asked = &e.Plan[i], true
		}
		if only == "hand" && !q.Portable() {
			continue
		}
		v.Shown = append(v.Shown, q)
		if !q.Done && q.Ready && len(v.Beside) < 4 {
			v.Beside = append(v.Beside, q)
		}
	}
	return v
}

// Post is where a step is ticked off: a garment's at its layer, one of the maker's own at the plan.
func (v benchView) Post(p any) string {
	q := stepOf(p)
	if q.Own == "" {
		return fmt.Sprintf("/ensembles/%d/plan", v.Ensemble)
	}
	return fmt.Sprintf("/ensembles/%d/layers/%d/step", v.Ensemble, q.LayerID)
}

// Step is how a step is called there.
func (v benchView) Step(p any) string {
	q := stepOf(p)
	if q.Own != "" {
		return q.Own
	}
	return q.ID
}

// stepOf is a step as a template has it.
func stepOf(p any) planned {
	if q, ok := p.(*planned); ok {
		return *q
	}
	q, _ := p.(planned)
	return q
}

// clocked is what the time spent on a step says of its techniques.
func clocked(v *ensembleView, layer uint, step string) []store.Clocked {
	var out []store.Clocked
	for _, p := range v.Plan {
		if p.LayerID != layer || p.Own != step || p.Spent <= 0 {
			continue
		}
		for i := range v.Stages {
			if v.Rec.Layers[i].ID != layer {
				continue
			}
			for key, r := range v.Stages[i].Making.Clocked(step, p.Spent) {
				out = append(out, store.Clocked{Technique: key, Minutes: r.Minutes, Metres: r.Metres})
			}
		}
	}
	return out
}

// step ticks off, times or notes a step.
func (s *Server) step(c *call) error {
	ask := ""
	err := s.change(c, func(l store.Layer) error {
		step := c.PostForm("step")
		e, err := s.st.Ensemble(c.ctx(), l.EnsembleID)
		if err != nil {
			return err
		}
		v := s.view(c.ctx(), e, 0, unitOf(c))
		known := false
		for _, p := range v.Plan {
			known = known || (p.LayerID == l.ID && p.Own == step)
		}
		if !known {
			return &store.FieldError{Field: "step", Why: "this step is no longer part of the work; load the page again"}
		}
		switch c.PostForm("do") {
		case "done", "undone":
			if step == ensemble.CutStep { // cutting goes one way only
				switch done := c.PostForm("do") == "done"; {
				case done && l.CutHash == "":
					ask, err = s.cutOut(c, l, store.Cut)
					return err
				case !done && l.CutHash != "":
					return &store.FieldError{Field: "do", Why: "the cloth is cut. If that was a slip, undo it, or put the layer back to " +
						"planned on Layers: its cloth then comes back to the stash"}
				}
			}
			if c.PostForm("do") != "done" {
				return s.st.Tick(c.ctx(), l.ID, step, false)
			}
			return s.st.Tick(c.ctx(), l.ID, step, true, clocked(v, l.ID, step)...)
		case "start", "stop":
			return s.st.Time(c.ctx(), l.ID, step, c.PostForm("do") == "start")
		case "note":
			return s.st.NoteStep(c.ctx(), l.ID, step, c.PostForm("note"), c.PostForm("was"))
		}
		return &store.FieldError{Field: "do", Why: fmt.Sprintf("%.20q is nothing that can be done with a step", c.PostForm("do"))}
	})
	if err != nil {
		return err
	}
	if ask != "" {
		return s.done(c, ask)
	}
	if c.PostForm("do") == "note" && wantsJSON(c.Context) {
		c.JSON(200, gin.H{"kept": true})
		return nil
	}
	return s.back(c)
}
