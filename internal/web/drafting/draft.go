package drafting

import (
	"encoding/json"
	"fmt"
	"slices"

	"github.com/gin-gonic/gin"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/catalogue"
	"ardentgusset/core/ensemble"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/reckon"
	"ardentgusset/internal/formats/svg"
	"ardentgusset/internal/store"
	"ardentgusset/internal/web/hall"
)

type draftView struct {
	Drawing string
	Err     string
	Cut     bool // there is a draft that cloth was cut to
	Trued   []pattern.Trued
	Making  *makingView
	Legend  []pattern.LineKind
	Params  []paramView
	Printed []pattern.Piece // those that can be printed each by itself
	Dims    bool
	Width   float64 // all the cloth's cut edges, for the foot line
	Worst   float64
	Bad     int
	Waists  []waistView
	Own     bool // it is a pattern of one's own
}

type paramView struct {
	draft.Parameter
	Value   string // as shown in the field
	Other   string // a length in the other unit
	Was     string // canonical, for telling whether another tab changed it
	Own     bool
	Default string
	Reason  string
	Range   string
	Sums    []reckon.About // that can start from it
	For     string         // the layer, as they are asked for it
}

func (s *Room) draftStation(c *hall.Call) error {
	return hall.Station(s.Hall, c, "draft", hall.ID(c, "layer"), func(p *hall.Head) (draftView, error) {
		p.E.Layer.Now = c.Query("show") == "now" && p.E.Layer.Stage.Layer.Cut != nil
		v := s.viewDraft(p, c.Query("lengths") == "yes")
		all, err := s.Store.Lessons(c.Ctx(), p.E.Layer.Rec.Kind)
		p.E.Layer.Notes = append(p.E.Layer.Notes, lessonNotes(p.E.Layer, &p.E.Rec, all)...)
		return v, err
	})
}

// lessonNotes are what was learnt with such a garment, with the change of the draft that was meant: of its fit only on the body that
// it was learnt on, and until it is applied.
func lessonNotes(l *hall.LayerView, e *store.Ensemble, all []store.Learnt) []hall.NoteView {
	var out []hall.NoteView
	for _, one := range all {
		n := hall.NoteView{Note: draft.Note{Title: "From before: " + one.What, Text: "Noted on " + one.EnsembleName + ", " +
			one.At.Format("2 January 2006") + "."}}
		meant := one.Setting != "" && one.By != 0
		switch {
		case meant && one.Wearer != e.WearerID:
			n.Text += " That was another body: its change of the draft is not meant for this one."
		case meant && slices.Contains(e.Planning.Applied[l.Rec.ID], one.Key()):
			n.Text += " Its change of the draft is made here."
		case meant && l.Stage.Values.Has(one.Setting):
			at := l.Stage.Values.Get(one.Setting)
			to := min(max(at.Number+one.By, at.Low), at.High)
			if to != at.Number {
				n.Fix, n.FixLabel = draft.Settings{one.Setting: to}, at.Parameter.Label+": "+measure.Tell(to)
				n.Settings, n.Lesson = hall.Encode(n.Fix), one.Key()
			}
		}
		out = append(out, n)
	}
	return out
}

func (s *Room) viewDraft(p *hall.Head, dims bool) draftView {
	l := p.E.Layer
	d, err := l.Shown()
	v := draftView{Dims: dims, Cut: l.Stage.Layer.Cut != nil}
	if len(d.Pieces) > 0 {
		v.Legend = pattern.LinesOn(d.Pieces)
	}
	if l.Stage.Err == nil {
		v.Printed = l.Stage.Draft.Pieces
	}
	if err != nil {
		v.Err = hall.Sentence(err.Error())
	} else {
		v.Drawing = svg.Sheet{Unit: p.Unit, Dimensions: dims, Title: l.Rec.Name + ", the pieces"}.Draw(d.Pieces)
		v.Making = viewMaking(d, l.Stage.On, float64(l.Rec.Fabric.Thickness), p.Unit)
		v.Trued = pattern.True(d.Pieces, d.Seams)
		v.Waists = viewWaists(p, l.Stage.ID)
	}
	for _, t := range v.Trued {
		if d := t.Difference; d > v.Worst || -d > v.Worst {
			v.Worst = max(d, -d)
		}
		if !t.True {
			v.Bad++
		}
	}
	for _, val := range l.Stage.Values.All() {
		if val.Parameter.Unit == draft.Document { // it has a page of its own
			v.Own = true
			continue
		}
		one := viewParam(val, l.Rec.Settings[val.Parameter.Key], p.Unit)
		one.Sums, one.For = hall.ReckonersFor()[hall.Asks{Key: val.Parameter.Key, Unit: val.Parameter.Unit}], fmt.Sprintf("%d/%d",
			p.E.Rec.ID, l.Rec.ID)
		v.Params = append(v.Params, one)
	}
	return v
}

// fewParams is how many settings need no headings.
const fewParams = 12

// paramGroup is the settings of a draft that are about one thing.
type paramGroup struct {
	draft.GroupAbout
	Params []paramView
}

// Groups are the settings under headings, those that say what the garment is first; a few stand together under none.
func (v draftView) Groups() (out []paramGroup) {
	if len(v.Params) <= fewParams {
		return []paramGroup{{Params: v.Params}}
	}
	for _, g := range draft.Groups() {
		one := paramGroup{GroupAbout: g}
		for _, p := range v.Params {
			if p.Group() == g.Group {
				one.Params = append(one.Params, p)
			}
		}
		if len(one.Params) > 0 {
			out = append(out, one)
		}
	}
	return out
}

func viewParam(val draft.Value, own any, u measure.Unit) paramView {
	pv := paramView{Parameter: val.Parameter, Own: val.Own, Was: hall.Encode(own)}
	if val.Parameter.Unit == draft.Choice {
		pv.Value = val.Choice
		return pv
	}
	pv.Value = val.Parameter.Show(val.Number, u)
	if n, ok := own.(float64); ok { // what was typed, even when it is drafted differently
		pv.Value = val.Parameter.Show(n, u)
	}
	pv.Default = val.Parameter.Show(val.Default, u)
	if val.Parameter.Unit == draft.Length {
		pv.Other = measure.Length(val.Number).In(u.Other())
	}
	pv.Reason = val.Reason.Text
	if val.Reason.Source != "" {
		pv.Reason += " (" + string(val.Reason.Source) + ")"
	}
	pv.Range = val.Parameter.Range(val.Low, val.High, u)
	return pv
}

// typedSetting reads one setting from the form: nil for an emptied field.
func typedSetting(c *hall.Call, kind string, u measure.Unit) (p draft.Parameter, value, was any, err error) {
	g, ok := catalogue.Find(kind)
	if !ok {
		return p, nil, nil, fmt.Errorf("%q is not a garment this program knows", kind)
	}
	key := c.PostForm("key")
	for _, candidate := range g.Parameters() {
		if string(candidate.Key) == key {
			p = candidate
		}
	}
	if p.Key == "" {
		return p, nil, nil, &store.FieldError{Field: key, Why: "there is no such parameter"}
	}
	if w := c.PostForm("was"); w != "" {
		if json.Unmarshal([]byte(w), &was) != nil {
			return p, nil, nil, &store.FieldError{Field: key, Why: "the page is out of date; load it again"}
		}
	}
	text := c.PostForm("value")
	if text == "" {
		return p, nil, was, nil
	}
	if value, err = p.Type(text, u); err != nil {
		return p, nil, was, &store.FieldError{Field: key, Why: err.Error()}
	}
	return p, value, was, nil
}

// inRange refuses a setting that this layer, as it stands, can't be drafted
// with.
func inRange(e *hall.EnsembleView, key draft.Key, u measure.Unit) error {
	for _, w := range e.Layer.Stage.Wrong {
		if w.Key == key {
			for _, v := range e.Layer.Stage.Values.All() {
				if v.Parameter.Key == key && v.Parameter.Unit != draft.Choice {
					return &store.FieldError{Field: string(key), Why: v.Parameter.Range(v.Low, v.High, u)}
				}
			}
			return &store.FieldError{Field: string(key), Why: w.Why}
		}
	}
	return nil
}

// setSetting keeps one parameter and redraws everything that follows.
func (s *Room) setSetting(c *hall.Call) error { return s.setting(c, true) }

// preview draws with a parameter as it is being typed and keeps nothing.
func (s *Room) preview(c *hall.Call) error { return s.setting(c, false) }

// begun lets a layer and those over it begin from what they asked for the last time, for a draft that is only looked at.
func (s *Room) begun(c *hall.Call, e *store.Ensemble, layer uint) {
	_, stages, err := s.Walk(c.Ctx(), *e)
	if err != nil {
		return // the page says why
	}
	over := false
	for i := range e.Layers {
		if over = over || e.Layers[i].ID == layer; over {
			e.Layers[i].Begun = stages[i].Draft.Asked
		}
	}
}

func (s *Room) setting(c *hall.Call, keep bool) error {
	p := s.Page(c, "")
	return s.Change(c, func(l store.Layer) error {
		param, value, was, err := typedSetting(c, l.Kind, p.Unit)
		if err != nil {
			return err
		}
		// Tried first on a copy: what is out of range is never kept.
		e, err := s.Store.Ensemble(c.Ctx(), l.EnsembleID)
		if err != nil {
			return err
		}
		if !keep {
			s.begun(c, &e, l.ID)
		}
		for i := range e.Layers {
			if e.Layers[i].ID == l.ID {
				if e.Layers[i].Settings == nil {
					e.Layers[i].Settings = draft.Settings{}
				}
				if value == nil {
					delete(e.Layers[i].Settings, param.Key)
				} else {
					e.Layers[i].Settings[param.Key] = value
				}
			}
		}
		p.E = s.View(c.Ctx(), e, l.ID, p.Unit)
		if err := inRange(p.E, param.Key, p.Unit); err != nil {
			return err
		}
		// Nor is what would take the drawing away, where there was one.
		if why := p.E.Layer.Stage.NowErr; why != nil && s.drafts(c, l) {
			return &store.FieldError{Field: string(param.Key), Why: why.Error()}
		}
		if keep {
			show := func(v any) string {
				if n, ok := v.(float64); ok {
					return param.Show(n, p.Unit)
				}
				if v == nil {
					return "the default"
				}
				return fmt.Sprint(v)
			}
			if err := s.Store.SetSetting(c.Ctx(), l.ID, param.Key, value, was, show); err != nil {
				return err
			}
			if e, err = s.Store.Ensemble(c.Ctx(), l.EnsembleID); err != nil {
				return err
			}
			// The maker changed this layer knowingly: only what lies outside
			// it has changed unseen.
			p.E = s.View(c.Ctx(), e, l.ID, p.Unit)
			if p.E.Layer.Stage.NowErr == nil && !p.E.Layer.Row.Made {
				if err := s.Store.See(c.Ctx(), map[uint]ensemble.Snapshot{l.ID: p.E.Layer.Stage.Snapshot()}); err != nil {
					return err
				}
				if e, err = s.Store.Ensemble(c.Ctx(), l.EnsembleID); err != nil {
					return err
				}
				p.E = s.View(c.Ctx(), e, l.ID, p.Unit)
			}
		}
		p.Station, p.Path = "draft", fmt.Sprintf("/ensembles/%d/layers/%d/draft", l.EnsembleID, l.ID)
		p.E.Layer.Now = p.E.Layer.Stage.Layer.Cut != nil // what is cut stays; what is typed shows what would be
		v := s.viewDraft(p, c.PostForm("lengths") == "yes")
		fields := map[string]gin.H{}
		for _, f := range v.Params {
			h := gin.H{"value": f.Value, "other": f.Other, "own": f.Own, "reason": f.Reason, "range": f.Range, "default": f.Default}
			if keep {
				h["was"] = f.Was
			}
			fields[string(f.Key)] = h
		}
		return hall.Parts(s.Hall, c, p, v, gin.H{"fields": fields}, "draft-sheet", "urgent", "margin", "stack", "tape", "truing",
			"waists", "making",
			"shown",
			"headline", "stations")
	})
}

// drafts tells whether a layer can be drafted as it is kept.
func (s *Room) drafts(c *hall.Call, l store.Layer) bool {
	e, err := s.Store.Ensemble(c.Ctx(), l.EnsembleID)
	if err != nil {
		return false
	}
	_, stages, err := s.Walk(c.Ctx(), e)
	for i := range stages {
		if e.Layers[i].ID == l.ID {
			return err == nil && stages[i].NowErr == nil
		}
	}
	return false
}

// applySettings does what a note's button offers.
func (s *Room) applySettings(c *hall.Call) error {
	err := s.Change(c, func(l store.Layer) error {
		var set draft.Settings
		if err := json.Unmarshal([]byte(c.PostForm("settings")), &set); err != nil || len(set) == 0 {
			return &store.FieldError{Field: "settings", Why: "the page is out of date; load it again"}
		}
		for key, v := range set {
			if v == nil { // back to the default
				delete(set, key)
				if err := s.Store.SetSetting(c.Ctx(), l.ID, key, nil, l.Settings[key], func(any) string { return "" }); err != nil {
					return err
				}
			}
		}
		if len(set) == 0 {
			return nil
		}
		g, ok := catalogue.Find(l.Kind)
		if !ok {
			return store.ErrGone
		}
		if err := draft.Fits(g, set); err != nil {
			return &store.FieldError{Field: string(err.Key), Why: err.Why}
		}
		return s.Store.ApplySettings(c.Ctx(), l.ID, set, c.PostForm("lesson"))
	})
	if err != nil {
		return err
	}
	return s.Back(c)
}
