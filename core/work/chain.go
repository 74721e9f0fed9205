package work

import "math"

// Timed is where an operation lies when nothing but its reasons holds it up: earliest and latest start, minutes from the
// beginning, and how far it may slip without making the whole longer.
type Timed struct {
	Earliest, Latest, Slack float64
}

// Critical times operations by the critical path method (Kelley and Walker, 1959), waits between them with it, and finds
// the longest chain, from its first operation to its last. minutes is how long each takes. Operations stand in an order that
// keeps every reason.
func Critical(all []Operation, minutes []float64) (times []Timed, chain []int, whole float64) {
	at := make(map[ID]int, len(all))
	for i, o := range all {
		at[o.ID] = i
	}
	times = make([]Timed, len(all))
	from := make([]int, len(all)) // what decides when it begins
	for i, o := range all {
		from[i] = -1
		for _, a := range o.After {
			k, ok := at[a.Step]
			if !ok {
				continue
			}
			if end := times[k].Earliest + minutes[k] + a.Hours*60; end > times[i].Earliest || from[i] < 0 && end == times[i].Earliest {
				times[i].Earliest, from[i] = end, k
			}
		}
		whole = math.Max(whole, times[i].Earliest+minutes[i])
	}
	for i := range times {
		times[i].Latest = whole - minutes[i]
	}
	for i := len(all) - 1; i >= 0; i-- {
		for _, a := range all[i].After {
			if k, ok := at[a.Step]; ok {
				times[k].Latest = math.Min(times[k].Latest, times[i].Latest-a.Hours*60-minutes[k])
			}
		}
	}
	last := -1
	for i := range all {
		times[i].Slack = times[i].Latest - times[i].Earliest
		if end := times[i].Earliest + minutes[i]; last < 0 || end > times[last].Earliest+minutes[last] {
			last = i
		}
	}
	for i := last; i >= 0; i = from[i] {
		chain = append([]int{i}, chain...)
	}
	return times, chain, whole
}

// tails is how long the work is that hangs on each operation, itself counted in, minutes.
func tails(all []Operation, minutes []float64) []float64 {
	at := make(map[ID]int, len(all))
	for i, o := range all {
		at[o.ID] = i
	}
	out := make([]float64, len(all))
	for i := len(all) - 1; i >= 0; i-- {
		out[i] += minutes[i]
		for _, a := range all[i].After {
			if k, ok := at[a.Step]; ok {
				out[k] = math.Max(out[k], out[i]+a.Hours*60)
			}
		}
	}
	return out
}
