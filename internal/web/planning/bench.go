package planning

import (
	"errors"
	"fmt"
	"io"
	"slices"
	"strconv"
	"strings"
	"time"

	"github.com/gin-gonic/gin"

	"ardentgusset/core/draft"
	"ardentgusset/core/ensemble"
	"ardentgusset/core/making"
	"ardentgusset/core/measure"
	"ardentgusset/core/technique"
	"ardentgusset/core/work"
	"ardentgusset/internal/store"
	"ardentgusset/internal/web/hall"
)

type benchView struct {
	Ensemble uint
	Now      *hall.Planned // the step shown large
	Drawn    string        // the stack's layer it belongs to
	Only     string        // "" or "hand": only what can be done away from the workroom
	Shown    []hall.Planned
	Asked    bool // a step was chosen by its address
	Needs    []work.Need
	Beside   []hall.Planned // what else could be done now
	Before   []making.Check
	After    []making.Check
	Caution  []hall.NoteView
	Lessons  []store.Learnt
	Drawing  string // of the technique: which face meets which
	Faces    string
	Small    string // the next small thing
	Sample   string
	Settings []draft.Parameter // of the garment, that a lesson may change
}

func (s *Room) benchStation(c *hall.Call) error {
	return hall.Station(s.Hall, c, "bench", 0, func(p *hall.Head) (*benchView, error) {
		v := viewBench(p.E, work.ID(c.Query("step")), c.Query("only"))
		if v.Now == nil {
			return &v, nil
		}
		v.helped()
		if v.Now.Own == "" {
			return &v, nil
		}
		v.Before, v.After = making.Checks(v.Now.Operation.Step, v.Now.Own)
		for i := range p.E.Stages {
			stage := &p.E.Stages[i]
			if p.E.Rec.Layers[i].ID != v.Now.LayerID {
				continue
			}
			v.Caution = cautionsOf(stage, v.Now.Station)
			if stage.Garment != nil {
				for _, a := range stage.Garment.Parameters() {
					if a.Unit == draft.Length && (a.When == nil || a.When(stage.Values)) {
						v.Settings = append(v.Settings, a)
					}
				}
			}
			var err error
			if v.Lessons, err = s.Store.Lessons(c.Ctx(), stage.Kind); err != nil {
				return &v, err
			}
		}
		return &v, nil
	})
}

// helped says how a step is begun, and draws which faces meet.
func (v *benchView) helped() {
	v.Small = "Lay out what it needs and nothing else; put the rest away."
	v.Sample = "Two scraps of the same cloth, a hand’s breadth long: do it once there, then on the piece."
	t, ok := technique.Find(v.Now.Technique)
	if !ok {
		return
	}
	if len(t.Steps) > 0 {
		v.Small = t.Steps[0]
	}
	v.Sample = fmt.Sprintf("%s on scraps of as many layers, a hand’s breadth long. %s", t.Name, t.Wrong)
	v.Drawing = hall.DrawnTechniques(t)
	v.Faces = t.Faces
}

// cautionsOf are the cautions of a garment that apply at a station.
func cautionsOf(stage *ensemble.Stage, at work.Station) []hall.NoteView {
	applies := map[work.Station][]string{work.AtMachine: {"needle"}, work.AtOverlock: {"needle"}, work.AtIron: {"iron"},
		work.ByHand: {"steel", "dust"}, work.AtTable: {"steel", "dust"}, work.OnWearer: {"lacing", "flame", "hoops"}}
	var out []hall.NoteView
	for _, c := range stage.Draft.Cautions {
		if slices.Contains(applies[at], c.Key) {
			out = append(out, hall.NoteView{Note: draft.Note{Title: c.Title, Text: c.Text}, Caution: true})
		}
	}
	return out
}

func viewBench(e *hall.EnsembleView, step work.ID, only string) benchView {
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

// Redo are the steps that may have to be done once more when this one went wrong: itself, and what is done already of its garment
// that came after it.
func (v benchView) Redo(all []hall.Planned) (out []hall.Planned) {
	if v.Now == nil {
		return nil
	}
	on := map[work.ID]bool{v.Now.ID: true}
	for _, q := range all { // each stands after what it waits for
		for _, a := range q.After {
			on[q.ID] = on[q.ID] || on[a.Step]
		}
		if on[q.ID] && q.LayerID == v.Now.LayerID && q.Own != "" && q.Own != work.ToCut && (q.Done || q.ID == v.Now.ID) {
			out = append(out, q)
		}
	}
	return out
}

// Post is where a step is ticked off: a garment's at its layer, one of the maker's own at the plan.
func (v benchView) Post(p any) string {
	q := stepOf(p)
	if q.Own == "" {
		return fmt.Sprintf("/ensembles/%d/plan", v.Ensemble)
	}
	return fmt.Sprintf("/ensembles/%d/layers/%d/step", v.Ensemble, q.LayerID)
}

// Shopping tells whether a step is done in shops.
func (v benchView) Shopping(p any) bool {
	q := stepOf(p)
	return q.Own == work.ToBuy || q.Own == work.ToGet
}

// Step is how a step is called there.
func (v benchView) Step(p any) work.ID {
	q := stepOf(p)
	if q.Own != "" {
		return q.Own
	}
	return q.ID
}

// stepOf is a step as a template has it.
func stepOf(p any) hall.Planned {
	if q, ok := p.(*hall.Planned); ok {
		return *q
	}
	q, _ := p.(hall.Planned)
	return q
}

// clocked is what the time spent on a step says of its techniques.
func clocked(v *hall.EnsembleView, layer uint, step work.ID) []store.Clocked {
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
			for _, st := range v.Stages[i].Steps() {
				if st.ID == step && st.Technique == "" { // the maker's pace at its station
					out = append(out, store.Clocked{Station: string(p.Station), Expected: st.Minutes, Minutes: p.Spent})
				}
			}
		}
	}
	return out
}

// oldest is how long ago what a device noted may lie.
const oldest = 90 * 24 * time.Hour

// storeAt is the store at the time something was done that is sent now: devices that were not connected say how long ago
// that was, whatever their clocks show.
func (s *Room) storeAt(c *hall.Call) (*store.Store, error) {
	text := c.PostForm("ago")
	if text == "" {
		return s.Store, nil
	}
	ms, err := strconv.ParseInt(text, 10, 64)
	if err != nil || ms < 0 || ms > oldest.Milliseconds() {
		return nil, &store.FieldError{Field: "ago", Why: "this was noted too long ago to be sent; do it once more"}
	}
	return s.Store.At(time.Now().Add(-time.Duration(ms) * time.Millisecond)), nil
}

// step ticks off, times or notes a step. What carries a token is done once, however often it is sent.
func (s *Room) step(c *hall.Call) error {
	once := c.PostForm("once")
	if len(once) > 64 {
		return &store.FieldError{Field: "once", Why: "this was not sent by our page; load it again"}
	}
	if once != "" {
		if was, err := s.Store.WasReceived(c.Ctx(), once); err != nil || was {
			return s.kept(c, err)
		}
	}
	ask, err := s.doStep(c, once)
	if errors.Is(err, store.ErrReceived) { // at the same moment, over another connection
		return s.kept(c, nil)
	}
	if err != nil {
		return err
	}
	if ask != "" { // nothing is done yet
		return s.Done(c, ask)
	}
	if once != "" {
		if err := s.Store.Receive(c.Ctx(), once); err != nil {
			return err
		}
	}
	if hall.WantsJSON(c.Context) {
		return s.kept(c, nil)
	}
	return s.Back(c)
}

// kept answers what is sent by the page itself.
func (s *Room) kept(c *hall.Call, err error) error {
	if err == nil {
		c.JSON(200, gin.H{"kept": true})
	}
	return err
}

// doStep does what was asked of a step; ask is a page that must be asked first.
func (s *Room) doStep(c *hall.Call, once string) (ask string, err error) {
	then, err := s.storeAt(c)
	if err != nil {
		return "", err
	}
	st := then.Once(once)
	err = s.Change(c, func(l store.Layer) error {
		step := work.ID(c.PostForm("step"))
		e, err := s.Store.Ensemble(c.Ctx(), l.EnsembleID)
		if err != nil {
			return err
		}
		v := s.View(c.Ctx(), e, 0, hall.UnitOf(c))
		if err := known(v, l.ID, step); err != nil {
			return err
		}
		switch c.PostForm("do") {
		case "done", "undone":
			if step == work.ToCut { // cutting goes one way only
				switch done := c.PostForm("do") == "done"; {
				case done && l.CutHash == "":
					ask, err = s.CutOut(c, l, store.Cut)
					return err
				case !done && l.CutHash != "":
					return &store.FieldError{Field: "do", Why: "the cloth is cut. If that was a slip, undo it, or put the layer back to " +
						"planned on Layers: its cloth then comes back to the stash"}
				}
			}
			if c.PostForm("do") != "done" {
				return st.Tick(c.Ctx(), l.ID, step, false)
			}
			if running(v, l.ID, step) { // what was clocked ends with the tick, whenever that is sent
				if err := then.StopClock(c.Ctx(), l.ID, step); err != nil {
					return err
				}
				if e, err = s.Store.Ensemble(c.Ctx(), l.EnsembleID); err != nil {
					return err
				}
				v = s.View(c.Ctx(), e, 0, hall.UnitOf(c))
			}
			return st.Tick(c.Ctx(), l.ID, step, true, clocked(v, l.ID, step)...)
		case "start", "stop":
			return st.Time(c.Ctx(), l.ID, step, c.PostForm("do") == "start")
		case "wrong":
			return s.wentWrong(c, st, v, l, step)
		case "note":
			return st.NoteStep(c.Ctx(), l.ID, step, c.PostForm("note"), c.PostForm("was"))
		}
		return &store.FieldError{Field: "do", Why: fmt.Sprintf("%.20q is nothing that can be done with a step", c.PostForm("do"))}
	})
	return ask, err
}

// wentWrong keeps what went wrong with a step, what it cost, and what would be otherwise next time.
func (s *Room) wentWrong(c *hall.Call, st *store.Store, v *hall.EnsembleView, l store.Layer, step work.ID) error {
	again := store.Redone{}
	for _, id := range strings.Fields(strings.Join(c.PostFormArray("again"), " ")) {
		if err := known(v, l.ID, work.ID(id)); err != nil {
			return err
		}
		if work.ID(id) == work.ToCut { // cutting goes one way only
			return &store.FieldError{Field: "again", Why: "what is cut is cut: say below how much cloth it cost"}
		}
		again.Again = append(again.Again, work.ID(id))
	}
	if text := strings.TrimSpace(c.PostForm("cloth")); text != "" {
		mm, err := measure.Parse(text, hall.UnitOf(c))
		if err != nil {
			return &store.FieldError{Field: "cloth", Why: err.Error()}
		}
		again.Cloth = mm
	}
	one := store.Lesson{Step: step, What: c.PostForm("reason"), Setting: draft.Key(c.PostForm("setting"))}
	if text := strings.TrimSpace(strings.Replace(c.PostForm("lost"), ",", ".", 1)); text != "" {
		x, err := strconv.ParseFloat(text, 64)
		if err != nil {
			return &store.FieldError{Field: "lost", Why: "write the minutes it cost as a number"}
		}
		one.Minutes = x
	}
	if text := strings.TrimSpace(c.PostForm("by")); text != "" && one.Setting != "" {
		sign := 1.0
		if rest, less := strings.CutPrefix(strings.Replace(text, "−", "-", 1), "-"); less {
			sign, text = -1, rest
		}
		mm, err := measure.Parse(text, hall.UnitOf(c))
		if err != nil {
			return err
		}
		one.By = sign * float64(mm)
	}
	return st.WentWrong(c.Ctx(), l.ID, one, again)
}

// running tells whether the timer of a step runs.
func running(v *hall.EnsembleView, layer uint, step work.ID) bool {
	return slices.ContainsFunc(v.Plan, func(p hall.Planned) bool { return p.LayerID == layer && p.Own == step && p.Running })
}

// known fails on what is no step of the work.
func known(v *hall.EnsembleView, layer uint, step work.ID) error {
	for i := range v.Plan {
		if v.Plan[i].LayerID == layer && v.Plan[i].Own == step {
			return nil
		}
	}
	return &store.FieldError{Field: "step", Why: "this step is no longer part of the work; load the page again"}
}

// setStepPhoto keeps the picture of a step, the body of the request; nothing takes it away.
func (s *Room) setStepPhoto(c *hall.Call) error {
	return s.Change(c, func(l store.Layer) error {
		e, err := s.Store.Ensemble(c.Ctx(), l.EnsembleID)
		if err != nil {
			return err
		}
		step := work.ID(c.Query("step"))
		if err := known(s.View(c.Ctx(), e, 0, hall.UnitOf(c)), l.ID, step); err != nil {
			return err
		}
		data, err := io.ReadAll(c.Request.Body)
		hash := ""
		if err == nil && len(data) > 0 {
			hash, err = s.Store.KeepPhoto(c.Ctx(), data)
		}
		if err != nil {
			return err
		}
		if err := s.Store.PhotoStep(c.Ctx(), l.ID, step, hash); err != nil {
			return err
		}
		c.JSON(200, gin.H{"kept": true})
		return nil
	})
}
