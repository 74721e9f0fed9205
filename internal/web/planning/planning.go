package planning

import (
	"fmt"
	"slices"
	"strconv"
	"strings"
	"time"

	"ardentgusset/core/ensemble"
	"ardentgusset/core/memo"
	"ardentgusset/core/technique"
	"ardentgusset/core/work"
	"ardentgusset/internal/formats/svg"
	"ardentgusset/internal/store"
	"ardentgusset/internal/web/hall"
)

// planView is the station of the time up to the day.
type planView struct {
	Drawing  string
	Curve    string
	Chance   float64
	Even     time.Time
	Likely   time.Time
	Never    int
	Runs     int
	Tried    bool // with what is typed and not kept yet
	Drivers  []driverView
	Changes  int // of tools and threads, in this order
	Other    int // and in the other
	Chain    []*hall.Planned
	Lane     string // the only thread that is shown
	Ways     []wayView
	AskWays  bool
	Enough   enoughView
	Sooner   time.Time // when another order would end, the zero time when none was found that ends sooner
	Hours    [7]dayHours
	Schools  []schoolView
	Bag      []*hall.Planned
	BagHours float64
	Packs    []pack
	Weeks    []weekView
	Paused   *store.Pause
	Since    []string // what has changed since the pause
	Next     *hall.Planned
	WorkedBy []technique.Technique // what a step of one's own may be worked by
	Took     []string              // hours taken beside those expected, drawn
	Made     []madeRow             // what was made when
}

type driverView struct {
	*hall.Planned
	Days float64
}

type wayView struct {
	ensemble.Way
	Chance float64
	Likely time.Time
	Was    string // the technique chosen for it now
	Set    string // the settings of the draft, as JSON
}

type dayHours struct {
	Name  string
	Hours float64
}

type schoolView struct {
	ensemble.SchoolAbout
	Taken bool
}

// pack is a thing to take along.
type pack struct{ What, Why string }

// weekView is a week of a maker's load, over all ensembles.
type weekView struct {
	From  time.Time
	Has   float64 // hours
	Takes []weekPart
	Sum   float64
	Most  float64 // of all weeks, wanted or had
}

type weekPart struct {
	Name  string
	Hours float64
	Here  bool
}

// Drawn is the week as a bar: what each ensemble wants, against the hours there are.
func (w weekView) Drawn() string {
	var parts []svg.LoadPart
	for _, t := range w.Takes {
		parts = append(parts, svg.LoadPart{Name: fmt.Sprintf("%s, %s", t.Name, hall.Duration(t.Hours*60)), Hours: t.Hours, Here: t.Here})
	}
	return svg.Load(parts, w.Has, w.Most)
}

func (s *Room) planStation(c *hall.Call) error {
	return hall.Station(s.Hall, c, "plan", 0, func(p *hall.Head) (*planView, error) {
		v := &planView{}
		return v, s.fillPlan(c, p, v)
	})
}

func (s *Room) fillPlan(c *hall.Call, p *hall.Head, v *planView) error {
	e := p.E
	since, err := s.sincePause(c.Ctx(), e.Rec)
	if err != nil {
		return err
	}
	*v = planView{Since: since, Took: tookOf(e), Made: madeOf(e), Lane: c.Query("lane"), AskWays: c.Query("ways") != "",
		Next:   e.Next(),
		Paused: e.Rec.Planning.Paused}
	for i := range v.Hours {
		day := (i + 1) % 7 // from Monday on
		v.Hours[i] = dayHours{time.Weekday(day).String()[:3], e.Calendar.Hours[day]}
	}
	for _, key := range ensemble.WorkedBy() {
		if t, ok := technique.Find(key); ok {
			v.WorkedBy = append(v.WorkedBy, t)
		}
	}
	for _, a := range ensemble.Schools() {
		if slices.ContainsFunc(e.Plan, func(p hall.Planned) bool { return p.Own == a.Step }) {
			v.Schools = append(v.Schools, schoolView{a, slices.Contains(e.Rec.Planning.Schools, a.School)})
		}
	}
	if e.PlanErr != "" || len(e.Plan) == 0 {
		return nil
	}
	all, event := e.Operations(), e.EventDay()
	f, err := v.foresee(c, e, all, event)
	if err != nil {
		return err
	}
	for _, d := range f.Drivers {
		if d.Days >= 0.1 {
			v.Drivers = append(v.Drivers, driverView{&e.Plan[d.Index], d.Days})
		}
	}
	for i := range e.Plan {
		if e.Plan[i].Chain && !e.Plan[i].Done {
			v.Chain = append(v.Chain, &e.Plan[i])
		}
	}
	v.countChanges(all, e.Rec.Planning.Batched)
	v.Drawing = svg.Plan(needlework(e, v.Lane, event))
	if v.AskWays {
		if err := s.findWays(c, v, e, all, event); err != nil {
			return err
		}
	}
	v.pack(c, e)
	return s.weeks(c, v, e)
}

// foresee is when the work would be done, drawn.
func (v *planView) foresee(c *hall.Call, e *hall.EnsembleView, all []work.Operation, event int) (work.Forecast, error) {
	f, err := e.Calendar.Forecast(c.Ctx(), all, work.Usual(uint64(e.Rec.ID)))
	if err != nil {
		return f, err
	}
	v.Runs, v.Never = f.Runs, f.Never
	v.Even, v.Likely = e.Calendar.Date(f.At(0.5)), e.Calendar.Date(f.At(0.8))
	if event >= 0 {
		v.Chance = f.By(work.Day(event) - 1)
	}
	v.Curve = curveOf(f, e, event)
	return f, nil
}

// curveOf draws a forecast: no further than where all of it is done, or a year.
func curveOf(f work.Forecast, e *hall.EnsembleView, event int) string {
	last := min(int(f.At(0.995))+2, 420)
	by := make([]float64, last+1)
	for i := range by {
		by[i] = f.By(work.Day(i))
	}
	return svg.Chance(by, e.Calendar.First, int(f.At(0.5)), int(f.At(0.8)), event)
}

func (v *planView) countChanges(all []work.Operation, batched bool) {
	sum := func(list []work.Operation) int {
		list = slices.DeleteFunc(slices.Clone(list), func(o work.Operation) bool { return o.Done })
		a, b := work.Changes(list)
		return a + b
	}
	v.Changes = sum(all)
	other, err := work.InOrder(all)
	if !batched {
		other, err = work.Batched(all)
	}
	if err == nil {
		v.Other = sum(other)
	}
}

// waysRuns is how many trials each way out is judged by.
const waysRuns = 250

// waysKey is what the ways out rest on: all that was written, and the time that runs.
type waysKey struct {
	of       *store.Store
	id, mark uint64
	at       string // the day, or the minute
}

// waysWeight is what the ways out of one ensemble weigh in the book, bytes.
const waysWeight = 16 << 10

// waysOut are the ways out, and when the work would end in the order that is soonest: the zero time where none is sooner.
type waysOut struct {
	ways   []wayView
	sooner time.Time
	enough enoughView
}

// likelyEnough is how sure it must be that all is done before the day (common practice, no source: four times in five).
const likelyEnough = 0.8

// enoughView is what would be enough to be done before the day: hours a week, or ways out together.
type enoughView struct {
	Asked   bool // the day would be missed as things are
	Week    float64
	Never   bool // no hours would do
	Set     []wayView
	Reached float64
}

// mostWays is how many ways out are told, the best of them.
const mostWays = 8

// findWays works the ways out, or finds them again as long as nothing was written; while a clock runs, for a minute.
func (s *Room) findWays(c *hall.Call, v *planView, e *hall.EnsembleView, all []work.Operation, event int) error {
	now := s.Opt.Now()
	key := waysKey{s.Store, uint64(e.Rec.ID), s.Store.Changes(), now.Format(time.DateOnly)}
	if slices.ContainsFunc(e.Plan, func(p hall.Planned) bool { return p.Running }) {
		key.at = now.Format("2006-01-02 15:04")
	}
	out, err := memo.Find(c.Ctx(), s.Memory, key, waysWeight, func() (waysOut, error) { return waysOf(c, e, all, event) })
	v.Ways, v.Sooner, v.Enough = out.ways, out.sooner, out.enough
	return err
}

func waysOf(c *hall.Call, e *hall.EnsembleView, all []work.Operation, event int) (waysOut, error) {
	t := work.Usual(uint64(e.Rec.ID))
	t.Runs = waysRuns
	var out waysOut
	found := ensemble.Ways(e.Stages, e.Rec.Plan(), all, e.Rec.Planning.Extras(), e.Rec.Planning.Batched)
	if event > 0 {
		if err := out.enough.find(c, e, all, found, work.Day(event), t); err != nil {
			return out, err
		}
	}
	for _, w := range found[:min(len(found), mostWays)] {
		f, err := e.Calendar.Forecast(c.Ctx(), w.Try(all), t)
		if err != nil {
			return out, err
		}
		one := viewWay(w, e)
		one.Likely = e.Calendar.Date(f.At(0.8))
		if event >= 0 {
			one.Chance = f.By(work.Day(event) - 1)
		}
		out.ways = append(out.ways, one)
	}
	if ids, ends := e.Soonest(); ids != nil {
		out.sooner = e.Calendar.Date(ends)
	}
	return out, nil
}

// viewWay is a way with what its form sends.
func viewWay(w ensemble.Way, e *hall.EnsembleView) wayView {
	one := wayView{Way: w, Set: hall.Encode(w.Settings)}
	for _, l := range e.Rec.Layers {
		if strconv.Itoa(int(l.ID)) == w.Layer {
			one.Was = l.Sewn[w.Row]
		}
	}
	return one
}

// find looks for what would be enough, where the day would be missed as things are.
func (v *enoughView) find(c *hall.Call, e *hall.EnsembleView, all []work.Operation, ways []ensemble.Way, event work.Day,
	t work.Trials) error {
	chance := func(all []work.Operation) (float64, error) {
		f, err := e.Calendar.Forecast(c.Ctx(), all, t)
		return f.By(event - 1), err
	}
	now, err := chance(all)
	if err != nil || now >= likelyEnough {
		return err
	}
	v.Asked = true
	week, ok, err := e.Calendar.Enough(c.Ctx(), all, event, likelyEnough, t)
	if err != nil {
		return err
	}
	v.Week, v.Never = week, !ok
	if len(ways) > 0 {
		var set []ensemble.Way
		set, v.Reached, err = ensemble.Enough(ways, all, likelyEnough, chance)
		for _, w := range set {
			v.Set = append(v.Set, viewWay(w, e))
		}
	}
	return err
}

// pack is the work of the next hours that can be done anywhere, and what to take for it.
func (v *planView) pack(c *hall.Call, e *hall.EnsembleView) {
	v.BagHours = 3
	if h, err := strconv.ParseFloat(strings.Replace(c.Query("bag"), ",", ".", 1), 64); err == nil && h > 0 && h <= 40 {
		v.BagHours = h
	}
	left := v.BagHours * 60
	done, things := map[work.ID]bool{}, map[string]bool{}
	for i := range e.Plan {
		done[e.Plan[i].ID] = e.Plan[i].Done
	}
	take := func(what, why string) {
		if !things[what] {
			things[what] = true
			v.Packs = append(v.Packs, pack{what, why})
		}
	}
	for i := range e.Plan {
		p := &e.Plan[i]
		if p.Done || left <= 0 || !p.Portable() {
			continue
		}
		if slices.ContainsFunc(p.After, func(a work.After) bool { return !done[a.Step] }) {
			continue
		}
		done[p.ID] = true // what follows on it may be taken along too
		left -= p.Minutes()
		v.Bag = append(v.Bag, p)
		take(p.LayerName+", as far as it is", "for "+strings.ToLower(p.Name))
		if p.LayerID == 0 {
			continue
		}
		for _, l := range e.Rec.Layers {
			if l.ID == p.LayerID {
				take("Thread for "+strings.ToLower(l.Fabric.Name), "held to the cloth in daylight")
			}
		}
		if t, ok := technique.Find(p.Technique); ok {
			take("What "+strings.ToLower(t.Name)+" takes", "see the book")
		}
	}
	if len(v.Bag) > 0 {
		take("Needles, thimble, small scissors, pins in a case", "always")
		take("Beeswax, chalk and a tape", "always")
	}
}

// weeks is the load of the next weeks over all ensembles, in the order in which the maker's hours go to them, against the
// hours there are.
func (s *Room) weeks(c *hall.Call, v *planView, e *hall.EnsembleView) error {
	whole := e.Calendar
	whole.Taken = nil
	for i := range hall.ShownWeeks {
		w := weekView{From: whole.Date(work.Day(7 * i))}
		for d := range 7 {
			h, _ := whole.On(work.Day(7*i + d))
			w.Has += h
		}
		v.Weeks = append(v.Weeks, w)
	}
	all, err := s.Loads(c.Ctx(), s.Opt.Now())
	if err != nil {
		return err
	}
	for _, one := range all {
		if one.Paused && one.ID != e.Rec.ID {
			continue
		}
		for k, h := range one.Hours {
			if h > 0.05 {
				v.Weeks[k].Takes = append(v.Weeks[k].Takes, weekPart{one.Name, h, one.ID == e.Rec.ID})
				v.Weeks[k].Sum += h
			}
		}
	}
	most := 0.0
	for _, w := range v.Weeks {
		most = max(most, max(w.Sum, w.Has))
	}
	for i := range v.Weeks {
		v.Weeks[i].Most = most
	}
	return nil
}
