package hall

import (
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"html/template"
	"math"
	"net/http"
	"strconv"
	"strings"
	"time"

	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/ensemble"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/work"
	"ardentgusset/internal/formats/svg"
	"ardentgusset/internal/store"

	"github.com/gin-gonic/gin"
)

// Page is what a template gets: what every page has, and what this one shows.
type Page[T any] struct {
	*Head
	V T
}

// Head is what every page has.
type Head struct {
	Title   string
	Unit    measure.Unit
	Reader  measure.Reader
	Light   string // "", "day" or "evening"
	Message string
	Status  int // of the answer; 0 for 200
	Version string
	Path    string
	Guarded bool // a passphrase was asked for
	Known   bool // the words of the trade are known: they are not marked in texts
	E       *EnsembleView
	Station string
}

// Page is the head of a page for who asks.
func (s *Hall) Page(c *Call, title string) *Head {
	p := &Head{Title: title, Unit: c.Reader.Unit, Reader: c.Reader, Version: s.Opt.Version, Path: c.Request.URL.RequestURI(),
		Guarded: s.guard != nil && c.Request.URL.Path != "/enter"}
	l, err := c.Cookie("light")
	if err != nil {
		if h, err := s.Store.Habits(c.Ctx()); err == nil {
			l = h.Light
		}
	}
	if l == "day" || l == "evening" {
		p.Light = l
	}
	if known, err := c.Cookie("words"); err == nil {
		p.Known = known == "known"
	}
	return p
}

// UnitOf is the unit that who asks reads lengths in.
func UnitOf(c *Call) measure.Unit { return c.Reader.Unit }

// Render writes a page whole or not at all.
func Render[T any](s *Hall, c *Call, status int, name string, p *Head, v T) error {
	renderAs(s, c.Context, status, name, p, v)
	return nil
}

func renderAs[T any](s *Hall, c *gin.Context, status int, name string, p *Head, v T) {
	var b bytes.Buffer
	if err := s.templates.ExecuteTemplate(&b, name, Page[T]{p, v}); err != nil {
		s.Opt.Log.Error("a page could not be drawn", "page", name, "error", err.Error())
		c.String(http.StatusInternalServerError, "This page could not be drawn. What you entered is kept.")
		return
	}
	c.Data(status, "text/html; charset=utf-8", []byte(p.Reader.Say(b.String())))
}

// Part renders one part of a page for the page's own requests.
func Part[T any](s *Hall, name string, p *Head, v T) (string, error) {
	var b bytes.Buffer
	err := s.templates.ExecuteTemplate(&b, name, Page[T]{p, v})
	return b.String(), err
}

// Parts answers with redrawn parts of the page, by the ID of the element
// they replace, and whatever else there is to say.
func Parts[T any](s *Hall, c *Call, p *Head, v T, answer gin.H, names ...string) error {
	parts := map[string]string{}
	for _, n := range names {
		html, err := Part(s, n, p, v)
		if err != nil {
			return err
		}
		parts[n] = html
	}
	if answer == nil {
		answer = gin.H{}
	}
	answer["parts"] = parts
	text, err := json.Marshal(answer)
	if err != nil {
		return err
	}
	c.Data(http.StatusOK, "application/json; charset=utf-8", []byte(p.Reader.Say(string(text))))
	return nil
}

var functions = template.FuncMap{
	// L is a length in the chosen unit with the other in small type after it.
	"L": func(mm any, u measure.Unit) template.HTML {
		l := lengthOf(mm)
		return template.HTML(`<span class="len">` + l.In(u) + ` <small>` + l.In(u.Other()) + `</small></span>`) // both written by us
	},
	"later":   later,
	"held":    func(l measure.Length, u measure.Unit) string { return l.Held(u) },
	"bolt":    func(l measure.Length, u measure.Unit) string { return l.Bolt(u) },
	"body":    func(mm any, u measure.Unit) string { return lengthOf(mm).Body(u) },
	"plain":   func(mm any, u measure.Unit) string { return lengthOf(mm).In(u) },
	"fine":    func(mm any, u measure.Unit) string { return lengthOf(mm).Fine(u) },
	"svg":     func(s string) template.HTML { return template.HTML(s) }, // drawn by the svg package, which escapes
	"percent": func(x float64) string { return strconv.Itoa(int(math.Round(x*100))) + " %" },
	"abs":     math.Abs,
	"money":   measure.TellMoney,
	"grams":   measure.TellMass,
	"area":    measure.TellArea,
	"long":    measure.TellLong,
	"density": measure.TellDensity,
	"meters":  func(m float64) float64 { return m * 1000 },
	// count is a number of things, in the singular for one.
	"count":      func(n int, thing string) string { return measure.Count(n, thing) },
	"currencies": measure.Currencies,
	"negative":   func(l measure.Length) measure.Length { return -l },
	"colours":    cloth.Colours,
	"priceOf":    PriceKey,
	"placeKeys":  placeKeys,
	"minutes":    func(m float64) string { return Duration(m) },
	"day":        func(t time.Time) string { return t.Format("Mon 2 January") },
	"sentence":   Sentence,
	"words":      Explained,
	"lower":      strings.ToLower,
	"number":     func(x float64) string { return strconv.FormatFloat(math.Round(x*100)/100, 'f', -1, 64) },
	"add":        func(a, b int) int { return a + b },
	"sub":        func(a, b float64) float64 { return a - b },
	"states":     store.States,
	"longDay":    LongDay,
	"iso":        func(t time.Time) string { return t.Format(time.DateOnly) },
	"mul":        func(a, b float64) float64 { return a * b },
	"slice":      func(all ...string) []string { return all },
	"dict": func(pairs ...any) map[string]any {
		m := map[string]any{}
		for i := 0; i+1 < len(pairs); i += 2 {
			m[fmt.Sprint(pairs[i])] = pairs[i+1]
		}
		return m
	},
}

func lengthOf(v any) measure.Length {
	switch x := v.(type) {
	case float64:
		return measure.Length(x)
	case measure.Length:
		return x
	}
	return 0
}

// Duration is a time in minutes as it is read.
func Duration(m float64) string {
	n := int(math.Round(m))
	if n < 60 {
		return fmt.Sprintf("%d min", n)
	}
	if n%60 == 0 {
		return fmt.Sprintf("%d h", n/60)
	}
	return fmt.Sprintf("%d h %02d", n/60, n%60)
}

// EnsembleView is an ensemble with everything worked out.
type EnsembleView struct {
	Rec      store.Ensemble
	Bare     figure.Figure
	Stages   []ensemble.Stage
	Stack    []stackRow // outermost first
	Tape     string
	Event    string // "Sat 12 December"
	Days     int
	HasEvent bool
	Left     float64 // minutes of work
	Plan     []Planned
	PlanErr  string
	Ready    time.Time // when it would be done
	Calendar work.Calendar
	Share    store.Share   // what ensembles before it leave
	Laid     []work.Placed // the plan in days
	Late     bool
	Undo     string
	Last     uint       // the action that would be undone
	Layer    *LayerView // the chosen one
	Err      string     // why no figure could be made
}

type stackRow struct {
	ID              uint
	Name, Kind      string
	State           store.State
	Had             ensemble.Had
	Position, Count int
	Stale           bool
	Change          string                // in full
	Short           string                // what matters most of it
	Made            bool                  // already cut or sewn
	Alter           []ensemble.Alteration // what would bring what is cut to the figure of now
	Outgrown        string                // how the wearer has changed since it was drafted
	ReadOn          string                // the day of the readings it was drafted to
	Compared        []comparison          // readings taken over it
	Err             string
	Band            string
	Chosen          bool
	Open            int // steps that are not ticked though it is sewn or worn
	Before, After   []girth
}

// comparison is a reading taken over the real clothes beside the computed one.
type comparison struct {
	Label          string
	Read, Computed float64
	Far            bool // they differ by more than a tape may
	Why            string
}

type girth struct {
	Level    string
	MM, Bare float64
}

// LayerView is the chosen layer.
type LayerView struct {
	Rec   store.Layer
	Stage *ensemble.Stage
	Row   *stackRow
	Notes []NoteView
	// Now tells that the draft as it would be made now is shown in the place
	// of the one the cloth was cut to.
	Now bool
}

// Shown is the draft in view, and why there is none.
func (l *LayerView) Shown() (draft.Draft, error) {
	if l.Now {
		return l.Stage.Now, l.Stage.NowErr
	}
	return l.Stage.Draft, l.Stage.Err
}

// View works an ensemble out. layer is the chosen one, or 0.
func (s *Hall) View(ctx context.Context, e store.Ensemble, layer uint, u measure.Unit) *EnsembleView {
	v := &EnsembleView{Rec: e}
	var err error
	v.Bare, v.Stages, err = s.Walk(ctx, e)
	if err != nil {
		v.Err = Sentence(err.Error())
		v.Bare, v.Stages, _ = ensemble.Walk(ctx, ensemble.Plan{Group: e.Wearer.Group}, s.Memory)
	}
	if h, ok := s.Store.LastAction(ctx, store.OfEnsemble, e.ID); ok {
		v.Undo, v.Last = h.Label, h.ID
	}
	v.Event, v.Days, v.HasEvent = s.EventOf(e)
	for i := range v.Stages {
		rec := e.Layers[i]
		stage := &v.Stages[i]
		row := stackRow{ID: rec.ID, Name: rec.Name, Kind: rec.Kind, State: rec.State, Had: rec.Had, Position: i, Count: len(v.Stages),
			Chosen: rec.ID == layer,
			Made:   rec.State.Made(), Alter: stage.Alterations()}
		if rec.State.Finished() {
			for _, st := range stage.Steps() {
				if !rec.Ticked(st.ID) {
					row.Open++
				}
			}
		}
		switch {
		case stage.Err != nil:
			row.Err = Sentence(stage.Err.Error())
		case stage.NowErr == nil:
			now := stage.Snapshot()
			if changes := ensemble.Telling(ensemble.Changes(rec.Seen, now), rec.State.Made()); len(changes) > 0 {
				row.Stale, row.Change, row.Short = true, ensemble.Say(changes, u), ensemble.Short(changes, u)
			}
			if grown := ensemble.Outgrown(rec.Seen, now); len(grown) > 0 {
				row.Outgrown, row.ReadOn = ensemble.Say(grown, u), LongDay(rec.Seen.ReadOn)
			}
		}
		for _, c := range stage.Compared {
			row.Compared = append(row.Compared, comparison{strings.ToLower(c.Measurement.Label), c.Read, c.Computed,
				math.Abs(c.Read-c.Computed) > figure.Slack, c.Why})
		}
		for _, l := range []figure.Level{figure.Bust, figure.Waist, figure.Hip} {
			row.Before = append(row.Before, girth{l.Label(), stage.On.GirthAt(l), v.Bare.GirthAt(l)})
			row.After = append(row.After, girth{l.Label(), stage.After.GirthAt(l), v.Bare.GirthAt(l)})
		}
		state := string(rec.State)
		if row.Stale || row.Err != "" {
			state = "stale"
		}
		thick := 0.0
		for _, c := range stage.Draft.Wear.Cover {
			thick = max(thick, c.Depth)
		}
		row.Band = svg.Band(rec.Fabric.Colour, state, thick)
		v.Stack = append([]stackRow{row}, v.Stack...)
	}
	for i := range v.Stack {
		if v.Stack[i].Chosen {
			k := len(v.Stages) - 1 - i
			v.Layer = &LayerView{Rec: e.Layers[k], Stage: &v.Stages[k], Row: &v.Stack[i]}
			v.Layer.Notes = append(figureNotes(v.Bare), notesOf(v.Layer)...)
		}
	}
	v.Tape = svg.Tape(v.pins(), u)
	v.Share = s.share(ctx, e, s.Opt.Now())
	v.plan(s.Opt.Now())
	return v
}

// EventOf is the day of an ensemble's event as it is read, and in how many days it
// is; another year than this one is said.
func (s *Hall) EventOf(e store.Ensemble) (day string, days int, has bool) {
	t, err := time.Parse(time.DateOnly, e.EventDate)
	if err != nil {
		return "", 0, false
	}
	now := s.Opt.Now()
	day = t.Format("Mon 2 January")
	if days = work.DaysUntil(now, t); t.Year() != now.Year() || days < 0 {
		day = t.Format("Mon 2 January 2006")
	}
	return day, days, true
}

func (v *EnsembleView) pins() []svg.Pin {
	var pins []svg.Pin
	outer := v.Bare
	for _, stage := range v.Stages {
		outer = stage.After
	}
	for _, l := range []figure.Level{figure.Waist, figure.Bust, figure.Hip} {
		pins = append(pins, svg.Pin{Label: "bare " + l.Label(), MM: v.Bare.GirthAt(l)})
		if len(v.Stages) > 0 {
			pins = append(pins, svg.Pin{Label: l.Label(), MM: outer.GirthAt(l), Worn: true})
		}
	}
	return pins
}

// AnyStale tells whether a layer has changed since it was taken note of.
func (v *EnsembleView) AnyStale() bool {
	for _, r := range v.Stack {
		if r.Stale {
			return true
		}
	}
	return false
}

// Stand is the figure with what is worn still to be drawn, but its levels as they are dressed.
func (v *EnsembleView) Stand(u measure.Unit) svg.Stand {
	stand := svg.Stand{Bare: v.Bare, Unit: u}
	for _, stage := range v.Stages {
		if stage.Err == nil {
			stand.After, stand.Dressed = stage.After, true
		}
	}
	return stand
}

// LongDay is a day of a record as a person reads it.
func LongDay(day string) string {
	t, err := time.Parse(time.DateOnly, day)
	if err != nil {
		return day
	}
	return t.Format("2 January 2006")
}

// EventDay is the day of the event counted from today; -1 for none, or past.
func (v *EnsembleView) EventDay() int {
	t, err := time.Parse(time.DateOnly, v.Rec.EventDate)
	if err != nil {
		return -1
	}
	return max(int(v.Calendar.DayOf(t)), -1)
}

// later says by how many days something comes later, as one would: nobody tells hundredths of a day.
func later(days float64) string {
	switch n := math.Round(days*2) / 2; {
	case n < 0.5:
		return "hours later"
	case n == 0.5:
		return "half a day later"
	case n == 1:
		return "a day later"
	case n == math.Trunc(n):
		return fmt.Sprintf("%.0f days later", n)
	default:
		return fmt.Sprintf("%.0f½ days later", math.Trunc(n))
	}
}
