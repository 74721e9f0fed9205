package wearing

import (
	"errors"
	"fmt"
	"math"
	"net/http"
	"strings"

	"ardentgusset/core/draft/catalogue"
	"ardentgusset/core/ensemble"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/silhouette"
	"ardentgusset/internal/store"
	"ardentgusset/internal/web/hall"
)

type figureView struct {
	Rows       []figureRow
	Levels     []figure.Level
	Count      int // of layers that are on
	Silhouette *silhouetteView
	Periods    []silhouette.Period
	Falls      []fall
	Ease       []easeView
}

// easeView is how a fitted garment goes round what is under it, at the levels that it covers.
type easeView struct {
	ID, Name string
	At       []easeRow
	Fits     bool // everywhere as meant
	DrawsIn  bool // it is meant to be smaller somewhere than what is under it
}

type easeRow struct {
	Level     string
	Is, Meant float64
	Fit       ensemble.Fit
}

func viewEase(stage ensemble.Stage) (easeView, bool) {
	v, all := easeView{ID: stage.ID, Name: stage.Name, Fits: true}, stage.Ease()
	for _, l := range figure.Levels() {
		if e, ok := ensemble.EaseNear(all, stage.On.Drop(l)); ok {
			v.At = append(v.At, easeRow{l.Label(), e.Is, e.Meant, e.Fit()})
			v.Fits = v.Fits && e.Fit() == ensemble.AsMeant
			v.DrawsIn = v.DrawsIn || e.Meant < -1
		}
	}
	return v, len(v.At) > 0
}

// fall is the length a cloth needs from the waist to the floor in one
// direction, bare and over everything, in the shoes of the ensemble.
type fall struct {
	Where      string
	Bare, Over float64
}

// fallsAt are the directions that are told.
var fallsAt = []struct {
	where   string
	bearing float64
}{{"front", 0}, {"between front and left", 45}, {"left", 90}, {"between left and back", 135}, {"back", 180}, {"right", 270}}

type figureRow struct {
	ID     string
	Name   string
	Colour string
	Girths []figureGirth
}

type figureGirth struct{ MM, By float64 }

// silhouetteView is the outline aimed at, and how far the figure is from it.
type silhouetteView struct {
	Key      string
	Findings []findingView
}

type findingView struct {
	silhouette.Finding
	Label     string
	Low, High string // as typed
	Is        string
	// Where on a bar of 100 the range and the figure's own number lie.
	From, To, At float64
	Garments     []garmentOffer
}

type garmentOffer struct{ Kind, Name string }

func (s *Room) figureStation(c *hall.Call) error {
	return hall.Station(s.Hall, c, "figure", 0, func(p *hall.Head) (figureView, error) { return s.viewFigure(p), nil })
}

func (s *Room) viewFigure(p *hall.Head) figureView {
	v := p.E
	f := figureView{Levels: figure.Levels(), Periods: silhouette.Periods()}
	row := func(id, name, colour string, now, before figure.Figure) {
		r := figureRow{ID: id, Name: name, Colour: colour}
		for _, l := range f.Levels {
			r.Girths = append(r.Girths, figureGirth{now.GirthAt(l), now.GirthAt(l) - before.GirthAt(l)})
		}
		f.Rows = append([]figureRow{r}, f.Rows...)
	}
	row("", "bare", "", v.Bare, v.Bare)
	for i, stage := range v.Stages {
		if stage.Err == nil {
			row(stage.ID, stage.Name, v.Rec.Layers[i].Fabric.Colour, stage.After, stage.On)
			f.Count++
			if ease, ok := viewEase(stage); ok {
				f.Ease = append(f.Ease, ease)
			}
		}
	}
	outer := v.Bare
	for _, stage := range v.Stages {
		outer = stage.After
	}
	for _, d := range fallsAt {
		f.Falls = append(f.Falls, fall{d.where, v.Bare.WaistToFloor(d.bearing), outer.WaistToFloor(d.bearing)})
	}
	f.Silhouette = viewSilhouette(v.Rec.Aim, v.Bare, v.Stages, p.Unit)
	return f
}

func viewSilhouette(aim silhouette.Aim, bare figure.Figure, stages []ensemble.Stage, u measure.Unit) *silhouetteView {
	if aim.Key == "" {
		return nil
	}
	v := &silhouetteView{Key: aim.Key}
	seen, hem := ensemble.Seen(bare, stages)
	show := func(t silhouette.Trait, x float64) string {
		if t.Length() {
			return measure.Length(x).In(u)
		}
		return fmt.Sprintf("%.2f", x)
	}
	for _, f := range silhouette.Judge(aim, silhouette.Of(seen, hem)) {
		view := findingView{Finding: f, Label: f.Trait.Label(), Low: show(f.Trait, f.Wanted.Low), High: show(f.Trait, f.Wanted.High),
			Is: show(f.Trait, f.Have)}
		low := min(f.Wanted.Low, f.Have)
		high := max(f.Wanted.High, f.Have)
		room := max(high-low, f.Wanted.High*0.2) * 0.2
		low, high = max(low-room, 0), high+room
		on := func(x float64) float64 { return math.Round((x-low)/(high-low)*1000) / 10 }
		view.From, view.To, view.At = on(f.Wanted.Low), on(f.Wanted.High), on(f.Have)
		for _, kind := range f.Try {
			if g, ok := catalogue.Find(kind); ok {
				view.Garments = append(view.Garments, garmentOffer{kind, g.About().Name})
			}
		}
		v.Findings = append(v.Findings, view)
	}
	return v
}

// typedAim reads the form: a period's outline, or the ensemble's own with the
// ranges on the page. What is wrong is a FieldError.
func typedAim(c *hall.Call, now silhouette.Aim, u measure.Unit) (silhouette.Aim, error) {
	key := c.PostForm("period")
	if key == "" {
		return silhouette.Aim{}, nil
	}
	p, ok := silhouette.PeriodOf(key)
	if !ok {
		return now, &store.FieldError{Field: "period", Why: "choose a period from the list"}
	}
	aim := p.Aim
	if key != now.Key { // the ranges on the page belong to another
		return aim, nil
	}
	for _, t := range silhouette.Traits() {
		r := now.Wanted[t]
		for _, end := range []struct {
			field string
			to    *float64
		}{{string(t) + "_low", &r.Low}, {string(t) + "_high", &r.High}} {
			text := strings.TrimSpace(c.PostForm(end.field))
			if text == "" {
				continue
			}
			typed := text
			if !t.Length() { // a plain number is read as so many millimetres
				typed += " mm"
			}
			x, err := measure.Parse(typed, u)
			if err != nil {
				return now, &store.FieldError{Field: end.field, Why: t.Label() + ": " + err.Error()}
			}
			if show := measure.Length(*end.to).In(u); !t.Length() || show != text { // what was not touched keeps its full number
				*end.to = float64(x)
			}
		}
		var err error
		if aim, err = aim.With(t, r); err != nil {
			return now, &store.FieldError{Field: string(t), Why: err.Error()}
		}
	}
	return aim, nil
}

// setAim keeps an outline. A form that can't be read comes back with what was
// typed and what would be right.
func (s *Room) setAim(c *hall.Call) error {
	err := func() error {
		e, err := s.Store.Ensemble(c.Ctx(), hall.ID(c, "ensemble"))
		if err != nil {
			return err
		}
		aim, err := typedAim(c, e.Aim, hall.UnitOf(c))
		if err != nil {
			return err
		}
		return s.Store.SetAim(c.Ctx(), e.ID, aim)
	}()
	var field *store.FieldError
	switch {
	case err == nil:
		return s.Done(c, fmt.Sprintf("/ensembles/%d/figure#silhouette", hall.ID(c, "ensemble")))
	case errors.As(err, &field) && !hall.WantsJSON(c.Context):
		return hall.Station(s.Hall, c, "figure", 0, func(p *hall.Head) (figureView, error) {
			v := s.viewFigure(p)
			if v.Silhouette != nil {
				for i := range v.Silhouette.Findings {
					f := &v.Silhouette.Findings[i]
					f.Low, f.High = c.DefaultPostForm(string(f.Trait)+"_low", f.Low), c.DefaultPostForm(string(f.Trait)+"_high", f.High)
				}
			}
			p.Message, p.Status = hall.Sentence(field.Why), http.StatusUnprocessableEntity
			p.Path = fmt.Sprintf("/ensembles/%d/figure", p.E.Rec.ID)
			return v, nil
		})
	}
	return err
}
