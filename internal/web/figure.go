package web

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
	"ardentgusset/internal/formats/svg"
	"ardentgusset/internal/store"
)

type figureView struct {
	Stand      string
	Rows       []figureRow
	Levels     []figure.Level
	Count      int // of layers that are on
	Silhouette *silhouetteView
	Periods    []silhouette.Period
	Falls      []fall
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

func (s *Server) figureStation(c *call) error {
	return s.station(c, "figure", 0, func(p *page) error {
		p.V = s.viewFigure(p)
		return nil
	})
}

func (s *Server) viewFigure(p *page) figureView {
	v := p.E
	f := figureView{Levels: figure.Levels(), Stand: svg.Stand{Bare: v.Bare, Worn: v.Dressed(), Unit: p.Unit, Across: 560}.Draw(), Periods: silhouette.Periods()}
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
		view := findingView{Finding: f, Label: f.Trait.Label(), Low: show(f.Trait, f.Wanted.Low), High: show(f.Trait, f.Wanted.High), Is: show(f.Trait, f.Have)}
		low := math.Min(f.Wanted.Low, f.Have)
		high := math.Max(f.Wanted.High, f.Have)
		room := math.Max(high-low, f.Wanted.High*0.2) * 0.2
		low, high = math.Max(low-room, 0), high+room
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
func typedAim(c *call, now silhouette.Aim, u measure.Unit) (silhouette.Aim, error) {
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
func (s *Server) setAim(c *call) error {
	err := func() error {
		e, err := s.st.Ensemble(c.ctx(), id(c, "ensemble"))
		if err != nil {
			return err
		}
		aim, err := typedAim(c, e.Aim, unitOf(c))
		if err != nil {
			return err
		}
		return s.st.SetAim(c.ctx(), e.ID, aim)
	}()
	var field *store.FieldError
	switch {
	case err == nil:
		return s.done(c, fmt.Sprintf("/ensembles/%d/figure#silhouette", id(c, "ensemble")))
	case errors.As(err, &field) && !wantsJSON(c.Context):
		return s.station(c, "figure", 0, func(p *page) error {
			v := s.viewFigure(p)
			if v.Silhouette != nil {
				for i := range v.Silhouette.Findings {
					f := &v.Silhouette.Findings[i]
					f.Low, f.High = c.DefaultPostForm(string(f.Trait)+"_low", f.Low), c.DefaultPostForm(string(f.Trait)+"_high", f.High)
				}
			}
			p.V, p.Message, p.Status = v, sentence(field.Why), http.StatusUnprocessableEntity
			p.Path = fmt.Sprintf("/ensembles/%d/figure", p.E.Rec.ID)
			return nil
		})
	}
	return err
}

// drawnFigure is everything the canvas draws, all lengths in mm: rings of
// points seen from above (x to the wearer's left, y towards the back) at their
// drop below the waist, and every word as it is to be read.
type drawnFigure struct {
	Floor  float64      `json:"floor"`
	Bare   drawnLayer   `json:"bare"`
	Layers []drawnLayer `json:"layers"`
	Levels []drawnLevel `json:"levels"`
	Band   *drawnBand   `json:"band,omitempty"`
	// Heights are where a section may be cut, every centimetre.
	Heights []drawnAdds `json:"heights"`
	Rule    drawnRule   `json:"rule"`
}

type drawnLayer struct {
	ID     string      `json:"id"`
	Name   string      `json:"name"`
	Colour string      `json:"colour"`
	Rings  []drawnRing `json:"rings"`
	Skin   []drawnRing `json:"skin,omitempty"` // the body under it, where it is laced
	Hangs  bool        `json:"hangs"`
	Says   []string    `json:"says"`   // what it adds, in words
	At     []drawnAdds `json:"at"`     // and where
	Girths []string    `json:"girths"` // of the figure with it, at each level
	Around []string    `json:"around"` // of the layer itself, at each height; "" where it is not
}

type drawnAdds struct {
	Drop float64 `json:"drop"`
	Text string  `json:"text"`
}

type drawnRing struct {
	Drop float64   `json:"d"`
	Line []float64 `json:"p"` // x, y, x, y …
}

type drawnLevel struct {
	Label string  `json:"label"`
	Drop  float64 `json:"drop"`
}

type drawnBand struct {
	Label string      `json:"label"`
	Low   []drawnRing `json:"low"`
	High  []drawnRing `json:"high"`
}

type drawnRule struct {
	MM   float64 `json:"mm"`
	Text string  `json:"text"`
}

// ringStep is the least distance between two rings that are drawn, mm; every
// fourth of a section's points is enough for the eye.
const ringStep, everyPoint = 15.0, 4

// shouldersAbove: rings that begin higher than this hold the shoulders, mm.
const shouldersAbove = -320.0

func drawnRings(rings []figure.Ring) []drawnRing {
	var out []drawnRing
	for i, r := range rings {
		// The turn of the shoulder is sharp: what lies above the chest is close
		// together and all needed.
		if n := len(out); i > 0 && i < len(rings)-1 && r.Drop-out[n-1].Drop < ringStep && !(rings[0].Drop < shouldersAbove && i < 25) {
			continue
		}
		d := drawnRing{Drop: tenth(r.Drop)}
		for k, p := range r.Section.Outline() {
			if k%everyPoint == 0 {
				d.Line = append(d.Line, tenth(p.X), tenth(p.Y))
			}
		}
		out = append(out, d)
	}
	return out
}

func tenth(x float64) float64 { return math.Round(x*10) / 10 }

func (s *Server) figureJSON(c *call) error {
	e, err := s.st.Ensemble(c.ctx(), id(c, "ensemble"))
	if err != nil {
		return err
	}
	u := unitOf(c)
	bare, stages, err := s.walks.walk(e)
	if err != nil {
		return &store.FieldError{Field: "wearer", Why: err.Error()}
	}
	c.JSON(200, drawFigure(e, bare, stages, u))
	return nil
}

func drawFigure(e store.Ensemble, bare figure.Figure, stages []ensemble.Stage, u measure.Unit) drawnFigure {
	d := drawnFigure{Floor: tenth(bare.Length("waist_to_floor_side")), Rule: drawnRule{100, measure.Length(100).In(measure.CM)}}
	if u == measure.IN {
		d.Rule = drawnRule{4 * 25.4, measure.Length(4 * 25.4).In(u)}
	}
	girths := func(f figure.Figure) (out []string) {
		for _, l := range figure.Levels() {
			out = append(out, measure.Length(f.GirthAt(l)).In(u))
		}
		return out
	}
	top, _ := bare.Span()
	for drop := math.Ceil(top/10) * 10; drop < d.Floor-10; drop += 10 {
		text := "the waist"
		switch {
		case drop < 0:
			text = measure.Length(-drop).In(u) + " above the waist"
		case drop > 0:
			text = measure.Length(drop).In(u) + " below the waist"
		}
		d.Heights = append(d.Heights, drawnAdds{drop, text})
	}
	d.Bare = drawnLayer{Name: "bare", Rings: drawnRings(bare.Rings()), Girths: girths(bare), Around: around(bare.Rings(), d.Heights, u)}
	for _, l := range figure.Levels() {
		d.Levels = append(d.Levels, drawnLevel{l.Label(), tenth(bare.Drop(l))})
	}
	for i, stage := range stages {
		if stage.Err != nil {
			continue
		}
		l := drawnLayer{ID: stage.ID, Name: stage.Name, Colour: e.Layers[i].Fabric.Colour, Girths: girths(stage.After), Hangs: len(stage.Draft.Wear.Hang) > 0}
		surface := stage.Surface()
		l.Rings, l.Around = drawnRings(surface), around(surface, d.Heights, u)
		if stage.Draft.Wear.LaceTo > 0 {
			l.Skin = drawnRings(stage.After.Rings())
		}
		l.Says, l.At = adds(stage, surface, u)
		d.Layers = append(d.Layers, l)
	}
	if p, ok := silhouette.PeriodOf(e.Aim.Key); ok {
		seen, _ := ensemble.Seen(bare, stages)
		low, high := silhouette.Band(e.Aim, seen)
		d.Band = &drawnBand{p.Label, drawnRings(low), drawnRings(high)}
	}
	return d
}

// around are the girths of a surface at each height.
func around(surface []figure.Ring, heights []drawnAdds, u measure.Unit) []string {
	out := make([]string, len(heights))
	next := 1
	for i, h := range heights {
		for next < len(surface) && surface[next].Drop < h.Drop {
			next++
		}
		if next >= len(surface) || surface[next-1].Drop > h.Drop {
			continue
		}
		a, b := surface[next-1], surface[next]
		out[i] = measure.Length(a.Section.Toward(b.Section, (h.Drop-a.Drop)/math.Max(b.Drop-a.Drop, 1e-9)).Girth()).In(u)
	}
	return out
}

// adds says what a layer does to the figure, and where.
func adds(stage ensemble.Stage, surface []figure.Ring, u measure.Unit) (says []string, at []drawnAdds) {
	signed := func(by float64) string {
		if by < 0 {
			return "−" + measure.Length(-by).Fine(u)
		}
		return "+" + measure.Length(by).Fine(u)
	}
	for _, l := range figure.Levels() {
		if by := stage.After.GirthAt(l) - stage.On.GirthAt(l); math.Abs(by) > 0.5 {
			at = append(at, drawnAdds{tenth(stage.After.Drop(l)), signed(by)})
			says = append(says, l.Label()+" "+signed(by))
		}
	}
	// Where it stands out furthest, behind and beside.
	bottom := 0.0
	if n := len(surface); n > 0 {
		bottom = surface[n-1].Drop
	}
	for _, side := range []struct {
		bearing float64
		name    string
	}{{180, "behind"}, {90, "beside"}} {
		most, where := 0.0, 0.0
		for _, r := range surface {
			if by := r.Section.Reach(side.bearing) - stage.On.At(r.Drop).Reach(side.bearing); r.Drop >= 0 && by > most+0.5 {
				most, where = by, r.Drop
			}
		}
		if most > 12 {
			at := "at the hem"
			if where < bottom-40 {
				at = "most " + measure.Length(where).In(u) + " below the waist"
			}
			says = append(says, fmt.Sprintf("%s further out %s, %s", measure.Length(most).In(u), side.name, at))
		}
	}
	if h := stage.Draft.Wear.Hem; h > 0 {
		says = append(says, "hem "+measure.Length(h).In(u)+" round")
	}
	if len(says) == 0 {
		says = []string{"changes no girth by more than half a millimetre"}
	}
	return says, at
}
