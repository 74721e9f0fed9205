package reckoning

import (
	"bytes"
	"errors"
	"fmt"
	"math"
	"net/http"
	"net/url"
	"slices"
	"strconv"
	"strings"
	"sync"

	"ardentgusset/core/draft"
	"ardentgusset/core/measure"
	"ardentgusset/core/reckon"
	"ardentgusset/internal/formats/pdf"
	"ardentgusset/internal/formats/svg"
	"ardentgusset/internal/store"
	"ardentgusset/internal/web/hall"
)

// reckonIndex is the drawn index of all reckoners, or those that answer a question.
type reckonIndex struct {
	Query string
	Cards []reckonCard
}

type reckonCard struct {
	reckon.About
	Drawing string
}

// reckonDrawings are the little pictures of the index: the examples, without lettering.
var reckonDrawings = sync.OnceValue(func() map[string]string {
	out := map[string]string{}
	for _, r := range reckon.All() {
		if a, err := reckon.Do(r, nil); err == nil {
			out[r.About().Name] = svg.Reckoned{Shapes: a.Drawing, Name: r.About().Title, Plain: true}.Draw()
		}
	}
	return out
})

func (s *Room) reckoners(c *hall.Call) error {
	p := s.Page(c, "Reckoners")
	v := reckonIndex{Query: strings.TrimSpace(c.Query("q"))}
	for _, r := range reckon.Search(v.Query) {
		v.Cards = append(v.Cards, reckonCard{r.About(), reckonDrawings()[r.About().Name]})
	}
	return hall.Render(s.Hall, c, http.StatusOK, "reckoners", p, v)
}

// reckonView is one reckoner with what was asked of it.
type reckonView struct {
	reckon.About
	Fields   []reckonField
	Problems []string
	Drawing  string
	Answer   *reckon.Answer
	Tables   []markTable
	State    string // the whole of it, as a query
	Papers   []pdf.Paper
	For      *reckonFor // the garment it was opened from
	Garments []reckonGarment
}

type reckonField struct {
	draft.Parameter
	Value, Problem, Range string
}

// markTable is a strip as it is read off a tape.
type markTable struct {
	Name, Long string
	Rows       []markRow
	More       int // that are not shown
}

type markRow struct{ Label, At, Step string }

// mostRows is how many marks of a strip stand in its table; the printed strip has all.
const mostRows = 120

// reckonFor is a layer whose numbers it starts from and goes back to.
type reckonFor struct {
	Ensemble, Layer uint
	Name            string
	Started         bool // an input was filled in from it
	Takes           []reckonTake
	Puts            []reckonPut
	settings        []draft.Parameter // that are no choices
}

// reckonPut is a number of the answer with all settings that can take one of its kind.
type reckonPut struct {
	Number, Text string
	Settings     []reckonTake
}

// reckonTake is a number of the answer that a setting can take.
type reckonTake struct {
	Number, Setting, Text string
	Settings              string // JSON, for the layer
}

type reckonGarment struct {
	Name  string
	State string
}

// typedReckoning reads what was asked from an address. What can't be read is told by field.
func typedReckoning(c *hall.Call, r reckon.Reckoner) (set draft.Settings, problems map[draft.Key]string) {
	unit := measure.UnitOf(c.DefaultQuery("u", string(c.Reader.Unit)))
	set, problems = draft.Settings{}, map[draft.Key]string{}
	for _, p := range r.Parameters() {
		text := strings.TrimSpace(c.Query(string(p.Key)))
		if text == "" {
			continue
		}
		x, err := p.Type(text, unit)
		if err != nil {
			problems[p.Key] = hall.Sentence(err.Error())
			continue
		}
		set[p.Key] = x
	}
	return set, problems
}

func (s *Room) reckoner(c *hall.Call) error {
	r, ok := reckon.Find(c.Param("name"))
	if !ok {
		return hall.ErrNoPage
	}
	set, problems := typedReckoning(c, r)
	p := s.Page(c, r.About().Title)
	v := &reckonView{About: r.About(), Papers: pdf.Papers()[:2]}
	if err := v.from(s, c, r, set); err != nil {
		return err
	}
	settled, wrong := reckon.Settle(r, set)
	for _, w := range wrong {
		problems[w.Key] = hall.Sentence(w.Why)
	}
	a, err := r.Reckon(settled)
	if err == nil {
		err = a.Check()
	}
	var field *draft.SettingError
	switch {
	case err == nil:
		v.Answer = &a
		v.Drawing = svg.Reckoned{Shapes: a.Drawing, Unit: p.Unit, Name: v.Title}.Draw()
		v.tables(a, p.Unit)
	case errors.As(err, &field):
		problems[field.Key] = hall.Sentence(field.Why)
	default:
		v.Problems = append(v.Problems, hall.Sentence(err.Error()))
	}
	v.fields(c, settled, set, problems, p.Unit)
	if v.For != nil && v.Answer != nil {
		v.takes()
	}
	status := http.StatusOK
	if len(problems) > 0 {
		status = http.StatusUnprocessableEntity
	}
	if hall.WantsJSON(c.Context) {
		return hall.Parts(s.Hall, c, p, v, nil, "reckon-asked", "reckoned")
	}
	return hall.Render(s.Hall, c, status, "reckoner", p, v)
}

// fields are what is asked, as it was typed, or as it was settled.
func (v *reckonView) fields(c *hall.Call, settled draft.Values, set draft.Settings, problems map[draft.Key]string, u measure.Unit) {
	state := url.Values{"u": {string(u)}}
	for _, one := range settled.All() {
		q := one.Parameter
		f := reckonField{Parameter: q, Problem: problems[q.Key]}
		_, own := set[q.Key]
		switch {
		case q.Unit == draft.Choice:
			f.Value = one.Choice
		case f.Problem != "" && c.Query(string(q.Key)) != "":
			f.Value = c.Query(string(q.Key))
		case own && c.Query(string(q.Key)) != "" && measure.UnitOf(c.DefaultQuery("u", string(u))) == u:
			f.Value = c.Query(string(q.Key)) // as it was typed
		default:
			f.Value = exactly(q, one.Number, u)
		}
		if q.Unit != draft.Choice {
			f.Range = hall.Sentence(q.Range(one.Low, one.High, u))
		}
		if f.Problem != "" {
			v.Problems = append(v.Problems, q.Label+": "+f.Problem)
		}
		switch {
		case own && q.Unit == draft.Length && f.Problem == "" && c.Query(string(q.Key)) != f.Value: // in the other unit, or a garment's own
			state.Set(string(q.Key), strconv.FormatFloat(one.Number, 'f', 3, 64)+" mm")
		case own || f.Problem != "":
			state.Set(string(q.Key), f.Value)
		}
		v.Fields = append(v.Fields, f)
	}
	if f := c.Query("for"); f != "" && v.For != nil {
		state.Set("for", f)
	}
	v.State = state.Encode()
}

// exactly is a number as it is typed for a parameter: rounded as others are where that loses nothing, else to a twentieth of a
// millimetre. What is never thicker than a finger is told in millimetres to everybody.
func exactly(q draft.Parameter, x float64, u measure.Unit) string {
	text := q.Show(x, u)
	if q.Unit != draft.Length {
		return text
	}
	if q.Low < 1 && q.High <= 60 {
		return strconv.FormatFloat(math.Round(x*100)/100, 'f', -1, 64) + " mm"
	}
	if back, err := measure.Parse(text, u); err == nil && math.Abs(float64(back)-x) < 0.05 {
		return text
	}
	if u == measure.IN {
		return strconv.FormatFloat(math.Round(x/25.4*1000)/1000, 'f', -1, 64) + " in"
	}
	return strconv.FormatFloat(math.Round(x*10)/100, 'f', -1, 64) + " cm"
}

// tables are the marks as they are read off a reader's tape, to the millimetre or the sixteenth.
func (v *reckonView) tables(a reckon.Answer, u measure.Unit) {
	tick := 1.0
	if u == measure.IN {
		tick = 25.4 / 16
	}
	for _, s := range a.Strips {
		t := markTable{Name: s.Name, Long: measure.Length(s.Long).In(u)}
		from, step := s.Tape(tick)
		for i, m := range s.Marks {
			if i == mostRows {
				t.More = len(s.Marks) - i
				break
			}
			t.Rows = append(t.Rows, markRow{m.Label, measure.Length(from[i]).In(u), measure.Length(step[i]).In(u)})
		}
		v.Tables = append(v.Tables, t)
	}
}

// from starts from the garment it is opened for: what it has set is what is asked, where nothing was typed.
func (v *reckonView) from(s *Room, c *hall.Call, r reckon.Reckoner, set draft.Settings) error {
	e, l, ok := strings.Cut(c.Query("for"), "/")
	if !ok {
		return v.garments(s, c)
	}
	ensemble, err := strconv.ParseUint(e, 10, 32)
	if err != nil {
		return store.ErrGone
	}
	layer, err := strconv.ParseUint(l, 10, 32)
	if err != nil {
		return store.ErrGone
	}
	rec, err := s.Store.Ensemble(c.Ctx(), uint(ensemble))
	if err != nil {
		return err
	}
	_, stages, err := s.Walk(c.Ctx(), rec)
	if err != nil {
		return err
	}
	at := slices.IndexFunc(rec.Layers, func(o store.Layer) bool { return o.ID == uint(layer) })
	if at < 0 {
		return store.ErrGone
	}
	v.For = &reckonFor{Ensemble: rec.ID, Layer: uint(layer), Name: rec.Layers[at].Name}
	for _, one := range stages[at].Values.All() {
		q := one.Parameter
		if q.Unit == draft.Choice {
			continue
		}
		v.For.settings = append(v.For.settings, q)
		for _, link := range r.About().Links {
			if link.Setting == q.Key && link.Input != "" && c.Query(string(link.Input)) == "" {
				v.For.Started = start(r, set, link.Input, q.Unit, one.Number) || v.For.Started
			}
		}
	}
	return nil
}

// start sets an input of a reckoner to a garment's number, and the choice that has it asked; it is false where there is no such
// input of the kind.
func start(r reckon.Reckoner, set draft.Settings, input draft.Key, unit draft.Unit, x float64) bool {
	all := r.Parameters()
	if !slices.ContainsFunc(all, func(p draft.Parameter) bool { return p.Key == input && p.Unit == unit }) {
		return false
	}
	asked := func() bool { v, _ := reckon.Settle(r, set); return v.Has(input) }
	for _, choice := range all {
		if _, chosen := set[choice.Key]; asked() || chosen {
			continue
		}
		for _, o := range choice.Options {
			if set[choice.Key] = o.Key; asked() {
				break
			}
			delete(set, choice.Key)
		}
	}
	if asked() {
		set[input] = x
	}
	return asked()
}

// takes are the numbers of the answer that settings of the garment can take.
func (v *reckonView) takes() {
	units := map[reckon.Kind]draft.Unit{reckon.Length: draft.Length, reckon.Fine: draft.Length, reckon.Long: draft.Length,
		reckon.Bought: draft.Length, reckon.Count: draft.Count, reckon.Times: draft.Ratio, reckon.Degrees: draft.Ratio,
		reckon.Plain: draft.Ratio}
	take := func(n reckon.Number, q draft.Parameter) (reckonTake, bool) {
		x := n.Value
		if q.Unit == draft.Count {
			x = math.Round(x)
		}
		return reckonTake{Number: n.Label, Setting: q.Label, Text: n.Text(), Settings: hall.Encode(draft.Settings{q.Key: x})},
			units[n.Kind] == q.Unit
	}
	for _, n := range v.Answer.Numbers {
		put := reckonPut{Number: n.Label, Text: n.Text()}
		for _, q := range v.For.settings {
			one, ok := take(n, q)
			if !ok {
				continue
			}
			put.Settings = append(put.Settings, one)
			if slices.ContainsFunc(v.Links, func(l reckon.Link) bool { return l.Setting == q.Key && l.Number == n.Key }) {
				v.For.Takes = append(v.For.Takes, one)
			}
		}
		if len(put.Settings) > 0 {
			v.For.Puts = append(v.For.Puts, put)
		}
	}
}

// garments are those that it can be opened for.
func (v *reckonView) garments(s *Room, c *hall.Call) error {
	all, err := s.Store.Ensembles(c.Ctx())
	if err != nil {
		return err
	}
	for _, e := range all {
		for _, l := range e.Layers {
			v.Garments = append(v.Garments, reckonGarment{l.Name + ", " + e.Name, fmt.Sprintf("%d/%d", e.ID, l.ID)})
		}
	}
	return nil
}

// reckonStrips prints the strips of an answer at true scale.
func (s *Room) reckonStrips(c *hall.Call) error {
	r, ok := reckon.Find(c.Param("name"))
	if !ok {
		return hall.ErrNoPage
	}
	set, problems := typedReckoning(c, r)
	for key, why := range problems {
		return &store.FieldError{Field: string(key), Why: why}
	}
	paper, ok := pdf.PaperOf(c.DefaultQuery("sheet", "a4"))
	if !ok || paper.Whole {
		return &store.FieldError{Field: "sheet", Why: "choose a4 or letter"}
	}
	a, err := reckon.Do(r, set)
	if err != nil {
		var field *draft.SettingError
		if errors.As(err, &field) {
			return &store.FieldError{Field: string(field.Key), Why: field.Why}
		}
		return err
	}
	var b bytes.Buffer
	if err := (pdf.Strips{Title: r.About().Title, Strips: a.Strips, Unit: c.Reader.Unit, Paper: paper}).Write(&b); err != nil {
		return err
	}
	c.Header("Content-Disposition", `inline; filename="`+r.About().Name+`-strips.pdf"`)
	c.Data(http.StatusOK, "application/pdf", b.Bytes())
	return nil
}
