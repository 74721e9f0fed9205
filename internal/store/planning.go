package store

import (
	"context"
	"fmt"
	"math"
	"slices"
	"strconv"
	"strings"
	"time"

	"ardentgusset/core/ensemble"
	"ardentgusset/core/technique"
	"ardentgusset/core/work"

	"gorm.io/gorm"
)

// Planning is what a maker said of the time up to the day. It is kept as JSON; dates are written 2006-01-02.
type Planning struct {
	Hours      *[7]float64       `json:"hours,omitempty"` // by weekday, Sunday first; nil: as many every day as the ensemble says
	Days       []PlannedDays     `json:"days,omitempty"`
	Fittings   []string          `json:"fittings,omitempty"`
	Deliveries []Delivery        `json:"deliveries,omitempty"`
	Own        []OwnStep         `json:"own,omitempty"`
	Schools    []ensemble.School `json:"schools,omitempty"`
	Batched    bool              `json:"batched,omitempty"`
	Sequence   []work.ID         `json:"sequence,omitempty"` // operations as the maker put them; none: as they come
	Paused     *Pause            `json:"paused,omitempty"`
	Lessons    []Lesson          `json:"lessons,omitempty"`
	Redone     []Redone          `json:"redone,omitempty"`
	// Applied are the lessons that were taken over into a layer's draft, of whichever ensemble: by layer, as Learnt.Key calls them.
	Applied map[uint][]string `json:"applied,omitempty"`
	Maker   string            `json:"maker,omitempty"` // who made it, for the record
	Next    int               `json:"next,omitempty"`  // number of the last thing that was added
	// Alone is set when it does not wait for ensembles whose day is before.
	Alone bool `json:"alone,omitempty"`
}

// DaysKind is what is particular about some days.
type DaysKind string

const (
	AwayDays    DaysKind = "away"    // only work by hand
	IllDays     DaysKind = "ill"     // none
	MachineDays DaysKind = "machine" // the machine is out of order
	OtherDays   DaysKind = "hours"   // other hours than usual
	HelperDays  DaysKind = "helper"  // somebody works beside the maker
)

// PlannedDays are days that are not as usual.
type PlannedDays struct {
	ID    string   `json:"id"`
	Kind  DaysKind `json:"kind"`
	From  string   `json:"from"`
	To    string   `json:"to"`
	Hours float64  `json:"hours"`
	Why   string   `json:"why,omitempty"`
}

// Delivery is something that is awaited: an operation can't begin before the day.
type Delivery struct {
	ID   string  `json:"id"`
	What string  `json:"what"`
	On   string  `json:"on"`
	For  work.ID `json:"for"` // operation
}

// OwnStep is a step that the maker added.
type OwnStep struct {
	ID      work.ID     `json:"id"`
	Name    string      `json:"name"`
	Job     string      `json:"job,omitempty"`
	Layer   uint        `json:"layer,omitempty"`
	Minutes float64     `json:"minutes"`
	Needs   []work.Need `json:"needs,omitempty"`
	After   []work.ID   `json:"after,omitempty"`
	Before  []work.ID   `json:"before,omitempty"`
	Rest    float64     `json:"rest_hours,omitempty"`
	// Technique is the key of what it is worked by, "" for none; Half says that only the side that is seen is done.
	Technique string     `json:"technique,omitempty"`
	Half      bool       `json:"half,omitempty"`
	DoneAt    *time.Time `json:"done_at,omitempty"`
}

// Pause is why work on an ensemble stopped, and what is needed to go on.
type Pause struct {
	On    string `json:"on"`
	Where string `json:"where"`
	Needs string `json:"needs"`
}

// most is how many of each may be kept.
const mostPlanned = 200

// Extras are the maker's own steps as the plan takes them.
func (p Planning) Extras() []ensemble.Extra {
	var out []ensemble.Extra
	for _, o := range p.Own {
		x := ensemble.Extra{ID: o.ID, Name: o.Name, Job: o.Job, Minutes: o.Minutes, Needs: o.Needs, After: o.After, Before: o.Before,
			Hours: o.Rest, Done: o.DoneAt != nil, Technique: o.Technique, Half: o.Half}
		if o.Layer != 0 {
			x.Layer = strconv.Itoa(int(o.Layer))
		}
		out = append(out, x)
	}
	return out
}

// Pace says how many hours are worked: a day where every day is alike, else a week.
func (e Ensemble) Pace() string {
	week := e.Calendar(time.Time{}.AddDate(2000, 0, 0)).Hours
	sum, alike := 0.0, true
	for _, h := range week {
		sum, alike = sum+h, alike && h == week[0]
	}
	told, span := sum, "week"
	if alike && quarters(week[0]) {
		told, span = week[0], "day"
	}
	return plainHours(told) + " h a " + span
}

// quarters tells whether hours are whole quarters: what was typed by the week seldom is, a day.
func quarters(hours float64) bool { return math.Abs(hours*4-math.Round(hours*4)) < 1e-6 }

func plainHours(hours float64) string {
	return strconv.FormatFloat(math.Round(hours*100)/100, 'f', -1, 64)
}

// TypedHours are the hours of a day as their field takes them: a day, or a week where that is rounder.
func (e Ensemble) TypedHours() string {
	if quarters(e.Hours) {
		return plainHours(e.Hours)
	}
	return plainHours(7*e.Hours) + " a week"
}

// Calendar is the time from a day on.
func (e Ensemble) Calendar(from time.Time) work.Calendar {
	y, m, d := from.Date()
	c := work.Calendar{First: time.Date(y, m, d, 0, 0, 0, 0, time.UTC), Arrivals: map[work.ID]work.Day{}}
	for i := range c.Hours {
		c.Hours[i] = max(e.Hours, 0.25)
	}
	p := e.Planning
	if p.Hours != nil {
		c.Hours = *p.Hours
	}
	day := func(s string) work.Day {
		t, err := time.Parse(time.DateOnly, s)
		if err != nil { // it was checked when it was kept
			return 0
		}
		return c.DayOf(t)
	}
	for _, s := range p.Days {
		span := work.Span{From: day(s.From), To: day(s.To)}
		switch s.Kind {
		case MachineDays:
			c.Outs = append(c.Outs, work.Outage{Span: span, Need: work.Machine, Why: s.Why})
		case HelperDays:
			c.Helps = append(c.Helps, work.Help{Span: span, Who: s.Why, Hours: s.Hours})
		case IllDays:
			c.Aways = append(c.Aways, work.Away{Span: span, Why: s.Why})
		default:
			c.Aways = append(c.Aways, work.Away{Span: span, Why: s.Why, Hours: s.Hours, Hand: s.Kind == AwayDays})
		}
	}
	for _, f := range p.Fittings {
		if d := day(f); d >= 0 {
			c.Fittings = append(c.Fittings, d)
		}
	}
	for _, d := range p.Deliveries {
		c.Arrivals[d.For] = max(c.Arrivals[d.For], day(d.On))
	}
	return c
}

// plan changes the planning of an ensemble.
func (s *Store) plan(ctx context.Context, id uint, what string, change func(*Planning) error) error {
	return s.act(ctx, OfEnsemble, id, what, func(tx *gorm.DB) error {
		var e Ensemble
		if err := tx.First(&e, id).Error; err != nil {
			return err
		}
		if err := change(&e.Planning); err != nil {
			return err
		}
		return tx.Model(&Ensemble{ID: id}).Select("planning").Updates(&Ensemble{Planning: e.Planning}).Error
	})
}

// number gives a thing that is added an ID.
func (p *Planning) number(kind string) string {
	p.Next++
	return fmt.Sprintf("own/%s-%d", kind, p.Next)
}

// WeekText and FittingsText are the hours of the week and the days of the fittings as one text, for telling whether another tab
// changed them.
func (p *Planning) WeekText() string {
	if p.Hours == nil {
		return ""
	}
	return strings.Trim(fmt.Sprint(*p.Hours), "[]")
}

// FittingsText is beside WeekText.
func (p *Planning) FittingsText() string { return strings.Join(p.Fittings, " ") }

// SetHours sets the hours of the week, Sunday first, unless they are no longer as they were shown; nil where nothing was.
func (s *Store) SetHours(ctx context.Context, ensemble uint, hours [7]float64, was *string) error {
	return s.plan(ctx, ensemble, "the hours of the week", func(p *Planning) error {
		if err := still(p.WeekText(), was); err != nil {
			return err
		}
		return p.TryHours(hours)
	})
}

// checked is days that are not as usual with what was left out put in.
func (d PlannedDays) checked() (PlannedDays, error) {
	from, err := time.Parse(time.DateOnly, d.From)
	if err != nil {
		return d, &FieldError{"from", "write the first day as year-month-day, like 2027-06-19"}
	}
	if d.To == "" {
		d.To = d.From
	}
	to, err := time.Parse(time.DateOnly, d.To)
	if err != nil || to.Before(from) {
		return d, &FieldError{"to", "the last day is written like the first, and does not come before it"}
	}
	if to.Sub(from) > 366*24*time.Hour {
		return d, &FieldError{"to", "more than a year can’t be meant; add it in parts"}
	}
	if !slices.Contains([]DaysKind{AwayDays, IllDays, MachineDays, OtherDays, HelperDays}, d.Kind) {
		return d, &FieldError{"kind", "choose one of those listed"}
	}
	if math.IsNaN(d.Hours) || d.Hours < 0 || d.Hours > 24 {
		return d, &FieldError{"hours", "hours a day lie between 0 and 24"}
	}
	if d.Kind == HelperDays && d.Hours == 0 {
		return d, &FieldError{"hours", "say for how many hours a day the helper is there"}
	}
	d.Why, err = short("why", d.Why)
	return d, err
}

// AddDays adds days that are not as usual.
func (s *Store) AddDays(ctx context.Context, ensemble uint, d PlannedDays) error {
	d, err := d.checked()
	if err != nil {
		return err
	}
	return s.plan(ctx, ensemble, "days that are not as usual", func(p *Planning) error {
		if len(p.Days) >= mostPlanned {
			return &FieldError{"from", "there are very many already; remove those that are past"}
		}
		d.ID = p.number("days")
		p.Days = append(p.Days, d)
		return nil
	})
}

// TryHours and TryDays are SetHours and AddDays on a planning that is not kept.
func (p *Planning) TryHours(hours [7]float64) error {
	if err := (work.Calendar{Hours: hours}).Check(); err != nil {
		return &FieldError{"hours", err.Error()}
	}
	p.Hours = &hours
	return nil
}

// TryDays tells whether the days can be used as they are typed.
func (p *Planning) TryDays(d PlannedDays) error {
	d, err := d.checked()
	if err == nil {
		p.Days = append(slices.Clone(p.Days), d)
	}
	return err
}

// SetFittings sets the days on which the wearer is there, unless they are no longer as they were shown; nil where nothing was.
func (s *Store) SetFittings(ctx context.Context, ensemble uint, days []string, was *string) error {
	for _, d := range days {
		if _, err := time.Parse(time.DateOnly, d); err != nil {
			return &FieldError{"fittings", fmt.Sprintf("%.20q is no day; write them as year-month-day, with spaces between them", d)}
		}
	}
	if len(days) > mostPlanned {
		return &FieldError{"fittings", "that is more than anybody is fitted"}
	}
	slices.Sort(days)
	return s.plan(ctx, ensemble, "the fittings", func(p *Planning) error {
		if err := still(p.FittingsText(), was); err != nil {
			return err
		}
		p.Fittings = slices.Compact(days)
		return nil
	})
}

// AddDelivery adds something that is awaited.
func (s *Store) AddDelivery(ctx context.Context, ensemble uint, d Delivery) error {
	if _, err := time.Parse(time.DateOnly, d.On); err != nil {
		return &FieldError{"on", "write the day as year-month-day, like 2027-06-19"}
	}
	what, err := Named("what", d.What)
	if err != nil {
		return err
	}
	d.What = what
	if d.For == "" {
		return &FieldError{"for", "choose the step that waits for it"}
	}
	return s.plan(ctx, ensemble, "a delivery", func(p *Planning) error {
		if len(p.Deliveries) >= mostPlanned {
			return &FieldError{"what", "there are very many already; remove those that came"}
		}
		d.ID = p.number("delivery")
		p.Deliveries = append(p.Deliveries, d)
		return nil
	})
}

// AddOwn adds a step of the maker's own.
func (s *Store) AddOwn(ctx context.Context, id uint, o OwnStep) error {
	var err error
	if o.Name, err = Named("name", o.Name); err != nil {
		return err
	}
	if o.Job, err = short("job", o.Job); err != nil {
		return err
	}
	if math.IsNaN(o.Minutes) || o.Minutes < 0 || o.Minutes > 60_000 {
		return &FieldError{"minutes", "a step takes between 0 and 1000 hours"}
	}
	if t, ok := technique.Find(o.Technique); o.Technique != "" && (!ok || !slices.Contains(ensemble.WorkedBy(), t.Key)) {
		return &FieldError{"technique", "choose one of those listed"}
	}
	if math.IsNaN(o.Rest) || o.Rest < 0 || o.Rest > 8760 {
		return &FieldError{"rest", "a wait lies between 0 hours and a year"}
	}
	return s.plan(ctx, id, "a step of your own", func(p *Planning) error {
		if len(p.Own) >= mostPlanned {
			return &FieldError{"name", "there are very many already; remove those that are done"}
		}
		o.ID = work.ID(p.number("step"))
		p.Own = append(p.Own, o)
		return nil
	})
}

// ChangeOwn does a step of the maker's own another way: by a technique, or with none, the side that is seen of it first.
func (s *Store) ChangeOwn(ctx context.Context, id uint, step work.ID, to string) error {
	return s.plan(ctx, id, "another way to do a step of your own", func(p *Planning) error {
		for i := range p.Own {
			o := &p.Own[i]
			if o.ID != step {
				continue
			}
			x, ok := ensemble.Instead(ensemble.Extra{Minutes: o.Minutes, Needs: o.Needs, Technique: o.Technique, Half: o.Half}, to)
			if !ok {
				break
			}
			o.Minutes, o.Needs, o.Technique, o.Half = x.Minutes, x.Needs, x.Technique, x.Half
			return nil
		}
		return &FieldError{"step", "this way is no longer open; load the page again"}
	})
}

// LeaveOutOwn takes steps of the maker's own out of the plan together; one that is done stays.
func (s *Store) LeaveOutOwn(ctx context.Context, id uint, steps []string) error {
	return s.plan(ctx, id, "steps of your own that are left out", func(p *Planning) error {
		n := len(p.Own)
		p.Own = slices.DeleteFunc(p.Own, func(o OwnStep) bool { return o.DoneAt == nil && slices.Contains(steps, string(o.ID)) })
		if len(p.Own) == n {
			return &FieldError{"step", "this way is no longer open; load the page again"}
		}
		return nil
	})
}

// SetAlone says whether it goes on beside ensembles whose day is before, or after them.
func (s *Store) SetAlone(ctx context.Context, ensemble uint, alone bool) error {
	return s.plan(ctx, ensemble, "whose hours come first", func(p *Planning) error { p.Alone = alone; return nil })
}

// TickOwn marks a step of the maker's own as done or not.
func (s *Store) TickOwn(ctx context.Context, ensemble uint, step work.ID, done bool) error {
	return s.plan(ctx, ensemble, "a step of your own", func(p *Planning) error {
		for i := range p.Own {
			if p.Own[i].ID == step {
				p.Own[i].DoneAt = nil
				if done {
					now := s.now()
					p.Own[i].DoneAt = &now
				}
				return nil
			}
		}
		return &FieldError{"step", "this step is no longer there; load the page again"}
	})
}

// RemovePlanned takes days, a delivery or a step of one's own away.
func (s *Store) RemovePlanned(ctx context.Context, ensemble uint, id string) error {
	return s.plan(ctx, ensemble, "what was planned", func(p *Planning) error {
		n := len(p.Days) + len(p.Deliveries) + len(p.Own)
		p.Days = slices.DeleteFunc(p.Days, func(d PlannedDays) bool { return d.ID == id })
		p.Deliveries = slices.DeleteFunc(p.Deliveries, func(d Delivery) bool { return d.ID == id })
		p.Own = slices.DeleteFunc(p.Own, func(o OwnStep) bool { return string(o.ID) == id })
		if len(p.Days)+len(p.Deliveries)+len(p.Own) == n {
			return &FieldError{"id", "this is no longer there; load the page again"}
		}
		return nil
	})
}

// SetOrder says whether work is batched by station, and which side is taken of disputed orders.
func (s *Store) SetOrder(ctx context.Context, id uint, batched bool, schools []ensemble.School) error {
	for _, one := range schools {
		if !slices.ContainsFunc(ensemble.Schools(), func(a ensemble.SchoolAbout) bool { return a.School == one }) {
			return &FieldError{"school", "choose one of those listed"}
		}
	}
	return s.plan(ctx, id, "the order of work", func(p *Planning) error {
		p.Batched, p.Schools = batched, schools
		return nil
	})
}

// SetSequence keeps the order the maker put the operations in; none for as they come.
func (s *Store) SetSequence(ctx context.Context, ensemble uint, ids []work.ID) error {
	if len(ids) > 5000 {
		return &FieldError{"step", "that is more than any plan has"}
	}
	return s.plan(ctx, ensemble, "the order of work", func(p *Planning) error { p.Sequence = ids; return nil })
}

// SetMaker keeps who made it, unless that is no longer as it was shown; it may be empty, and was nil where nothing was shown.
func (s *Store) SetMaker(ctx context.Context, ensemble uint, name string, was *string) error {
	name, err := short("maker", name)
	if err != nil {
		return err
	}
	return s.plan(ctx, ensemble, "who made it", func(p *Planning) error {
		if err := still(p.Maker, was); err != nil {
			return err
		}
		p.Maker = name
		return nil
	})
}

// SetPause keeps where work stopped and what is needed to go on; both empty for going on.
func (s *Store) SetPause(ctx context.Context, ensemble uint, where, needs string) error {
	for field, text := range map[string]string{"where": where, "needs": needs} {
		if len(text) > LongestNote {
			return &FieldError{field, fmt.Sprintf("a note holds at most %d characters", LongestNote)}
		}
	}
	return s.plan(ctx, ensemble, "the pause", func(p *Planning) error {
		if where == "" && needs == "" {
			p.Paused = nil
			return nil
		}
		p.Paused = &Pause{On: s.now().Format(time.DateOnly), Where: where, Needs: needs}
		return nil
	})
}

// short is a short text that may be empty.
func short(field, text string) (string, error) {
	text = strings.TrimSpace(text)
	if text == "" {
		return "", nil
	}
	return Named(field, text)
}
