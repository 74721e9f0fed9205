package work

import (
	"fmt"
	"math"
	"slices"
	"time"
)

// Day is a day of a plan, counted from its first.
type Day int

// Span is some days, both ends counted in.
type Span struct{ From, To Day }

// Has tells whether a day lies in it.
func (s Span) Has(d Day) bool { return s.From <= d && d <= s.To }

// Away is a time with other hours than usual: on a journey, where only what is done by hand can be done, or ill.
type Away struct {
	Span
	Why   string
	Hours float64 // of work a day, 0 for none
	Hand  bool    // only by hand, anywhere
}

// Outage is a time in which something can't be used.
type Outage struct {
	Span
	Need Need
	Why  string
}

// Calendar says when work can be done.
type Calendar struct {
	First time.Time  // the first day of the plan
	Hours [7]float64 // usual ones by weekday, Sunday first
	Aways []Away
	Outs  []Outage
	// Fittings are the days on which the wearer is there; none: on any.
	Fittings []Day
	// Arrivals are the days before which an operation can't begin, by its ID: what it needs is awaited.
	Arrivals map[string]Day
	// Taken are hours of days that go to other work first.
	Taken map[Day]float64
}

// longestPlan is how far ahead it is looked at most, days.
const longestPlan = 3660

// Date is a day of the plan by the calendar.
func (c Calendar) Date(d Day) time.Time { return c.First.AddDate(0, 0, int(d)) }

// DayOf is the day of the plan a date is.
func (c Calendar) DayOf(date time.Time) Day { return Day(DaysUntil(c.First, date)) }

// On is how many hours a day has, and whether only what is done by hand can be done on it.
func (c Calendar) On(d Day) (hours float64, hand bool) {
	hours = c.Hours[(int(c.First.Weekday())+int(d))%7]
	for _, a := range c.Aways {
		if a.Has(d) {
			hours = math.Min(hours, a.Hours)
			if a.Hand {
				hours, hand = a.Hours, true
			}
		}
	}
	return math.Max(hours-c.Taken[d], 0), hand
}

// Allows tells whether an operation can be done on a day.
func (c Calendar) Allows(o *Operation, d Day, hand bool) bool {
	if hand && !o.Portable() {
		return false
	}
	if at, ok := c.Arrivals[o.ID]; ok && d < at {
		return false
	}
	for _, x := range c.Outs {
		if x.Has(d) && slices.Contains(o.Needs, x.Need) {
			return false
		}
	}
	return len(c.Fittings) == 0 || !slices.Contains(o.Needs, Wearer) || slices.Contains(c.Fittings, d)
}

// Check refuses hours that nobody has.
func (c Calendar) Check() error {
	sum := 0.0
	for i, h := range c.Hours {
		if math.IsNaN(h) || h < 0 || h > 24 {
			return fmt.Errorf("the hours on %s lie between 0 and 24", time.Weekday(i))
		}
		sum += h
	}
	if sum <= 0 {
		return fmt.Errorf("no day of the week has an hour for the work: give at least one some")
	}
	return nil
}

// Placed is when an operation is worked: from a day to a day, and how much of the hours of each are gone by then.
type Placed struct {
	Start, End           Day
	FromMinute, ToMinute float64 // of the work of those days
}

// Schedule lays operations into days: on each day the first of the order that can be done, until its hours are gone. What
// is begun is gone on with first; a wait of some hours that reaches over night ends with the next day's work. unplaced are
// those that no day within ten years allows. minutes is how long each takes; what is done takes nothing.
func (c Calendar) Schedule(all []Operation, minutes []float64) (out []Placed, unplaced []int) {
	return c.prepared(all).schedule(minutes)
}

// prepared is a calendar with what does not change from one laying to the next.
type prepared struct {
	Calendar
	all   []Operation
	waits []int
	then  [][]int
	lags  [][]int // days that pass before each of them can begin
	days  []struct {
		minutes float64
		hand    bool
	}
	tied []bool // it can't be done on every day
}

func (c Calendar) prepared(all []Operation) *prepared {
	p := &prepared{Calendar: c, all: all, lags: make([][]int, len(all)), tied: make([]bool, len(all))}
	p.waits, p.then = links(all)
	hours := make(map[[2]string]float64)
	for _, o := range all {
		for _, a := range o.After {
			hours[[2]string{a.Step, o.ID}] = a.Hours
		}
	}
	for i := range all {
		for _, k := range p.then[i] {
			p.lags[i] = append(p.lags[i], nights(hours[[2]string{all[i].ID, all[k].ID}]))
		}
		_, awaited := c.Arrivals[all[i].ID]
		p.tied[i] = awaited || len(c.Fittings) > 0 && slices.Contains(all[i].Needs, Wearer) || slices.ContainsFunc(c.Outs,
			func(x Outage) bool {
				return slices.Contains(all[i].Needs, x.Need)
			})
	}
	return p
}

// nights is how many nights a wait of some hours takes: what dries over lunch takes none.
func nights(hours float64) int {
	if hours <= 4 {
		return 0
	}
	return int(math.Ceil(hours / 24))
}

// on is what a day offers.
func (p *prepared) on(d Day) (minutes float64, hand bool) {
	for len(p.days) <= int(d) {
		h, hand := p.On(Day(len(p.days)))
		p.days = append(p.days, struct {
			minutes float64
			hand    bool
		}{h * 60, hand})
	}
	return p.days[d].minutes, p.days[d].hand
}

func (p *prepared) schedule(minutes []float64) (out []Placed, unplaced []int) {
	n := len(p.all)
	out = make([]Placed, n)
	waits := slices.Clone(p.waits)
	from := make([]Day, n) // the first day it may begin on
	left := slices.Clone(minutes)
	begun, done := make([]bool, n), 0
	var ready []int // what waits for nothing, in the order of work
	add := func(i int) {
		at, _ := slices.BinarySearch(ready, i)
		ready = slices.Insert(ready, at, i)
	}
	for i := range waits {
		if waits[i] == 0 {
			add(i)
		}
	}
	going := -1
	for d := Day(0); done < n && d < longestPlan; d++ {
		room, hand := p.on(d)
		whole := room
		for {
			next := -1
			if going >= 0 && (hand || p.tied[going]) && !p.Allows(&p.all[going], d, hand) {
				going = -1
			}
			if next = going; next < 0 {
				for _, i := range ready {
					if from[i] <= d && p.can(i, d, hand, left[i], room) {
						next = i
						break
					}
				}
			}
			if next < 0 || left[next] > 1e-9 && room <= 1e-9 {
				break
			}
			if !begun[next] {
				begun[next], out[next].Start, out[next].FromMinute = true, d, whole-room
			}
			spent := math.Min(left[next], room)
			left[next], room = left[next]-spent, room-spent
			if going = next; left[next] > 1e-9 {
				continue
			}
			going, done = -1, done+1
			out[next].End, out[next].ToMinute = d, whole-room
			at, _ := slices.BinarySearch(ready, next)
			ready = slices.Delete(ready, at, at+1)
			for k, to := range p.then[next] {
				nights := p.lags[next][k]
				if p.all[next].Done {
					nights = 0
				}
				from[to] = max(from[to], d+Day(nights))
				if waits[to]--; waits[to] == 0 {
					add(to)
				}
			}
		}
	}
	for i := range out {
		if left[i] > 1e-9 || waits[i] > 0 {
			out[i] = Placed{Start: longestPlan, End: longestPlan}
			unplaced = append(unplaced, i)
		}
	}
	return out, unplaced
}

// can tells whether something can be done to an operation on a day with so much of its time left: what takes no time needs
// no hours, and nothing but to have arrived.
func (p *prepared) can(i int, d Day, hand bool, left, room float64) bool {
	if left <= 1e-9 {
		at, awaited := p.Arrivals[p.all[i].ID]
		return p.all[i].Done || !awaited || d >= at
	}
	return room > 1e-9 && (!hand && !p.tied[i] || p.Allows(&p.all[i], d, hand))
}

// Finish is the day the last of them ends.
func Finish(all []Placed) (last Day) {
	for _, p := range all {
		last = max(last, p.End)
	}
	return last
}
