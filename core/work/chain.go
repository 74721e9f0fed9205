package work

import (
	"slices"
)

// Timed is where an operation lies when nothing but its reasons holds it up: earliest and latest start, minutes from the
// beginning, and how far it may slip without making the whole longer.
type Timed struct {
	Earliest, Latest, Slack float64
}

// woven is what waits for what among operations, looked up once for all that is worked out of it.
type woven struct {
	waits        []int    // how many reasons each has
	then, before [][]link // what waits for each, and what each waits for
}

// link is another operation and the minutes that pass between the two.
type link struct {
	to  int
	lag float64
}

// weave looks up what waits for what. What is not there is not waited for.
func weave(all []Operation) woven {
	at := make(map[ID]int, len(all))
	for i, o := range all {
		at[o.ID] = i
	}
	w := woven{make([]int, len(all)), make([][]link, len(all)), make([][]link, len(all))}
	for i, o := range all {
		for _, a := range o.After {
			if k, ok := at[a.Step]; ok {
				w.waits[i]++
				w.then[k] = append(w.then[k], link{i, a.Hours * 60})
				w.before[i] = append(w.before[i], link{k, a.Hours * 60})
			}
		}
	}
	return w
}

// Critical times operations by the critical path method (Kelley and Walker, 1959), waits between them with it, and finds
// the longest chain, from its first operation to its last. minutes is how long each takes. Operations stand in an order that
// keeps every reason.
func Critical(all []Operation, minutes []float64) (times []Timed, chain []int, whole float64) {
	times, from, whole := weave(all).critical(minutes)
	last := -1
	for i := range all {
		if end := times[i].Earliest + minutes[i]; last < 0 || end > times[last].Earliest+minutes[last] {
			last = i
		}
	}
	for i := last; i >= 0; i = from[i] {
		chain = append(chain, i)
	}
	slices.Reverse(chain)
	return times, chain, whole
}

// critical times operations; from is what decides when each begins, −1 for nothing.
func (w woven) critical(minutes []float64) (times []Timed, from []int, whole float64) {
	times, from = make([]Timed, len(minutes)), make([]int, len(minutes))
	for i := range times {
		from[i] = -1
		for _, a := range w.before[i] {
			end := times[a.to].Earliest + minutes[a.to] + a.lag
			if end > times[i].Earliest || from[i] < 0 && end == times[i].Earliest {
				times[i].Earliest, from[i] = end, a.to
			}
		}
		whole = max(whole, times[i].Earliest+minutes[i])
	}
	for i := range times {
		times[i].Latest = whole - minutes[i]
	}
	for i := len(times) - 1; i >= 0; i-- {
		for _, a := range w.before[i] {
			times[a.to].Latest = min(times[a.to].Latest, times[i].Latest-a.lag-minutes[a.to])
		}
	}
	for i := range times {
		times[i].Slack = times[i].Latest - times[i].Earliest
	}
	return times, from, whole
}

// tails is how long the work is that hangs on each operation, itself counted in, minutes.
func (w woven) tails(minutes []float64) []float64 {
	out := make([]float64, len(minutes))
	for i := len(minutes) - 1; i >= 0; i-- {
		out[i] += minutes[i]
		for _, a := range w.before[i] {
			out[a.to] = max(out[a.to], out[i]+a.lag)
		}
	}
	return out
}
