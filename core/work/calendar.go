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

// Help is a second pair of hands: on its days somebody works beside the maker, on what can be begun in the morning and wants
// no machine, since that is taken.
type Help struct {
	Span
	Who   string
	Hours float64 // a day
}

// Calendar says when work can be done.
type Calendar struct {
	First time.Time  // the first day of the plan
	Hours [7]float64 // usual ones by weekday, Sunday first
	Aways []Away
	Outs  []Outage
	Helps []Help
	// Fittings are the days on which the wearer is there; none: on any.
	Fittings []Day
	// Arrivals are the days before which an operation can't begin, by its ID: what it needs is awaited.
	Arrivals map[ID]Day
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
			hours = min(hours, a.Hours)
			if a.Hand {
				hours, hand = a.Hours, true
			}
		}
	}
	return max(hours-c.Taken[d], 0), hand
}

// helped is how many minutes somebody else works on a day.
func (c Calendar) helped(d Day) (minutes float64) {
	for _, h := range c.Helps {
		if h.Has(d) {
			minutes += h.Hours * 60
		}
	}
	return minutes
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
	for _, h := range c.Helps {
		if math.IsNaN(h.Hours) || h.Hours < 0 || h.Hours > 24 {
			return fmt.Errorf("the hours of a helper lie between 0 and 24")
		}
	}
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
// those that no day within ten years allows. A helper works beside the maker on what was ready in the morning. minutes is how
// long each takes; what is done takes nothing.
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
	hours := make(map[[2]ID]float64)
	for _, o := range all {
		for _, a := range o.After {
			hours[[2]ID{a.Step, o.ID}] = a.Hours
		}
	}
	for i := range all {
		for _, k := range p.then[i] {
			p.lags[i] = append(p.lags[i], nights(hours[[2]ID{all[i].ID, all[k].ID}]))
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

// laying is work on its way into the days.
type laying struct {
	*prepared
	out   []Placed
	left  []float64 // minutes
	waits []int
	from  []Day // the first day each may begin on
	begun []bool
	ready []int // what waits for nothing, in the order of work
	done  int
	going int // what the maker is at, -1 for nothing
	// used is filled with the hours of the maker that go to each day's work, when it is not nil.
	used map[Day]float64
}

// Spent is how many of the maker's own hours the work takes on each day, laid as Schedule lays it.
func (c Calendar) Spent(all []Operation, minutes []float64) map[Day]float64 {
	out := map[Day]float64{}
	c.prepared(all).lay(minutes, out)
	return out
}

func (p *prepared) schedule(minutes []float64) (out []Placed, unplaced []int) {
	return p.lay(minutes, nil)
}

func (p *prepared) lay(minutes []float64, used map[Day]float64) (out []Placed, unplaced []int) {
	n := len(p.all)
	l := &laying{prepared: p, out: make([]Placed, n), left: slices.Clone(minutes), waits: slices.Clone(p.waits), from: make([]Day, n),
		begun: make([]bool, n), going: -1, used: used}
	for i := range l.waits {
		if l.waits[i] == 0 {
			l.add(i)
		}
	}
	for d := Day(0); l.done < n && d < longestPlan; d++ {
		var dawn []int
		help := p.helped(d)
		if help > 0 {
			dawn = slices.Clone(l.ready)
		}
		l.make(d)
		for _, i := range dawn {
			if help > 1e-9 && l.left[i] > 1e-9 && i != l.going && l.from[i] <= d && !slices.Contains(p.all[i].Needs, Machine) &&
				p.Allows(&p.all[i], d, false) {
				help -= l.spend(i, d, p.helped(d)-help, help)
			}
		}
	}
	for i := range l.out {
		if l.left[i] > 1e-9 || l.waits[i] > 0 {
			l.out[i] = Placed{Start: longestPlan, End: longestPlan}
			unplaced = append(unplaced, i)
		}
	}
	return l.out, unplaced
}

func (l *laying) add(i int) {
	at, _ := slices.BinarySearch(l.ready, i)
	l.ready = slices.Insert(l.ready, at, i)
}

// make is the maker's own work of a day.
func (l *laying) make(d Day) {
	room, hand := l.on(d)
	whole := room
	for {
		next := -1
		if l.going >= 0 && (hand || l.tied[l.going]) && !l.Allows(&l.all[l.going], d, hand) {
			l.going = -1
		}
		if next = l.going; next < 0 {
			for _, i := range l.ready {
				if l.from[i] <= d && l.can(i, d, hand, l.left[i], room) {
					next = i
					break
				}
			}
		}
		if next < 0 || l.left[next] > 1e-9 && room <= 1e-9 {
			return
		}
		spent := l.spend(next, d, whole-room, room)
		if room -= spent; l.used != nil && spent > 0 {
			l.used[d] += spent / 60
		}
		if l.going = next; l.left[next] <= 1e-9 {
			l.going = -1
		}
	}
}

// spend works on an operation from a minute of a day on, as long as it takes or as there is room, and tells how long.
func (l *laying) spend(i int, d Day, at, room float64) float64 {
	if !l.begun[i] {
		l.begun[i], l.out[i].Start, l.out[i].FromMinute = true, d, at
	}
	spent := min(l.left[i], room)
	if l.left[i] -= spent; l.left[i] > 1e-9 {
		return spent
	}
	l.done++
	l.out[i].End, l.out[i].ToMinute = d, at+spent
	k, _ := slices.BinarySearch(l.ready, i)
	l.ready = slices.Delete(l.ready, k, k+1)
	for k, to := range l.then[i] {
		nights := l.lags[i][k]
		if l.all[i].Done {
			nights = 0
		}
		l.from[to] = max(l.from[to], d+Day(nights))
		if l.waits[to]--; l.waits[to] == 0 {
			l.add(to)
		}
	}
	return spent
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
