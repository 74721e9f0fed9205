package work

import (
	"cmp"
	"math/rand/v2"
	"slices"

	"gonum.org/v1/gonum/stat/distuv"
)

// Station is where and with what a step is done: steps of one station follow each other without a change of tools.
type Station string

// The stations of a workroom.
const (
	AtTable    Station = "table"   // cutting, marking, pinning
	AtMachine  Station = "machine" // sewing by machine
	AtOverlock Station = "overlock"
	AtIron     Station = "iron"
	ByHand     Station = "hand"
	OnWearer   Station = "wearer" // trying on, measuring, levelling
	OutOfDoor  Station = "errand" // buying, fetching, posting
)

// Stations are all of them, in the order work usually passes through them.
func Stations() []Station {
	return []Station{OutOfDoor, AtTable, AtMachine, AtOverlock, AtIron, ByHand, OnWearer}
}

// StationOf is where a step is mostly done: what it needs decides, the wearer before the machine, the machine before the
// table, the iron and the hand.
func StationOf(s Step) Station {
	for _, at := range []struct {
		need    Need
		station Station
	}{{Wearer, OnWearer}, {Machine, AtMachine}, {Table, AtTable}, {Hand, ByHand}, {Iron, AtIron}} {
		if slices.Contains(s.Needs, at.need) {
			return at.station
		}
	}
	return OutOfDoor
}

// Operation is a step in a plan: which garment it belongs to, what is known of how long it takes, and whether it is done.
type Operation struct {
	Step
	Lane    string // the garment, or the side job, it belongs to
	Station Station
	Spread  Spread  // of what is left of it
	Share   float64 // which part of it that is, 0 to 1; 0 for all of it
	Done    bool
	Late    string // what it costs that something was done before it that should come after, "" for nothing
	Thread  string // what is on the machine for it, "" for anything
}

// Minutes is how long what is left of it is likely to take.
func (o Operation) Minutes() float64 { return o.Spread.Likely }

// Whole is how long it is likely to take in all, also what is done of it, minutes.
func (o Operation) Whole() float64 {
	if o.Share > 0 {
		return o.Spread.Likely / o.Share
	}
	return o.Spread.Likely
}

// Spread is how long a step takes, minutes: at best, most likely, and when things go wrong.
type Spread struct{ Low, Likely, High float64 }

// Usual spreads of a step's likely time (from memory: what is sewn on a body or for the first time runs over more than
// what is sewn flat).
const atBest, atWorst, atWorstWorn = 0.7, 1.9, 2.6

// Around is the usual spread about a likely time.
func Around(s Step) Spread {
	worst := atWorst
	if slices.Contains(s.Needs, Wearer) {
		worst = atWorstWorn
	}
	return Spread{s.Minutes * atBest, s.Minutes, s.Minutes * worst}
}

// Mean and Variance are those of the beta distribution that Malcolm, Roseboom, Clark and Fazar (1959) gave to three
// estimates: (a + 4m + b)/6 and, of the shape taken here, (mean − a)(b − mean)/7.
func (s Spread) Mean() float64 { return (s.Low + 4*s.Likely + s.High) / 6 }

// Variance is that of the time, in minutes squared.
func (s Spread) Variance() float64 { return (s.Mean() - s.Low) * (s.High - s.Mean()) / 7 }

// Times is the spread of something that takes so many times as long.
func (s Spread) Times(k float64) Spread { return Spread{s.Low * k, s.Likely * k, s.High * k} }

// sampler draws from a spread.
type sampler struct {
	low, wide float64
	beta      distuv.Beta
	fixed     bool
}

// from prepares a spread for drawing.
func (s Spread) from(src rand.Source) sampler {
	if s.High-s.Low < 1e-9 {
		return sampler{low: s.Likely, fixed: true}
	}
	wide := s.High - s.Low
	return sampler{low: s.Low, wide: wide, beta: distuv.Beta{Alpha: 1 + 4*(s.Likely-s.Low)/wide, Beta: 1 + 4*(s.High-s.Likely)/wide,
		Src: src}}
}

func (s sampler) draw() float64 {
	if s.fixed {
		return s.low
	}
	return s.low + s.wide*s.beta.Rand()
}

// Batched is the same work by station: as long as something can be done where the maker stands, that is done next; else
// the maker goes where the most can be done. Both orders keep every reason. Where that takes no fewer changes of tool and
// thread, it stays as it is. It fails as Order does.
func Batched(all []Operation) ([]Operation, error) {
	ordered, err := InOrder(all)
	if err != nil {
		return nil, err
	}
	n := len(ordered)
	waits, then := links(ordered)
	var out []Operation
	taken := make([]bool, n)
	at, thread := Station(""), ""
	ready := func(i int) bool { return !taken[i] && waits[i] == 0 }
	for len(out) < n {
		next := -1
		for pass := range 2 { // first what goes on with the same thread
			for i := range ordered {
				o := &ordered[i]
				if ready(i) && o.Station == at && (pass == 1 || o.Thread == "" || o.Thread == thread) {
					next = i
					break
				}
			}
			if next >= 0 {
				break
			}
		}
		if next < 0 {
			most := map[Station]float64{}
			first := map[Station]int{}
			for i := n - 1; i >= 0; i-- {
				if ready(i) {
					most[ordered[i].Station] += max(ordered[i].Minutes(), 1)
					first[ordered[i].Station] = i
				}
			}
			best := -1.0
			for _, st := range Stations() {
				if i, ok := first[st]; ok && most[st] > best {
					best, next = most[st], i
				}
			}
		}
		o := ordered[next]
		taken[next] = true
		at = o.Station
		if o.Thread != "" {
			thread = o.Thread
		}
		for _, k := range then[next] {
			waits[k]--
		}
		out = append(out, o)
	}
	was, wasThreads := Changes(ordered)
	if now, nowThreads := Changes(out); now+nowThreads > was+wasThreads || now > was {
		return ordered, nil
	}
	return out, nil
}

// InOrder sorts operations as Order sorts steps.
func InOrder(all []Operation) ([]Operation, error) {
	steps, at := make([]Step, len(all)), map[ID]int{}
	for i, o := range all {
		steps[i], at[o.ID] = o.Step, i
	}
	sorted, err := Order(steps)
	if err != nil {
		return nil, err
	}
	out := make([]Operation, len(all))
	for k, s := range sorted {
		out[k] = all[at[s.ID]]
	}
	return out, nil
}

// Sequenced puts operations in the order of a list of IDs, as far as their reasons let it; what the list does not hold stays
// behind what it stood behind.
func Sequenced(all []Operation, ids []ID) ([]Operation, error) {
	place := make(map[ID]float64, len(ids))
	for i, id := range ids {
		place[id] = float64(i)
	}
	out, keys := slices.Clone(all), make(map[ID]float64, len(all))
	last := -1.0
	for _, o := range all {
		at, ok := place[o.ID]
		if !ok {
			at = last + 1e-6
		}
		keys[o.ID], last = at, at
	}
	slices.SortStableFunc(out, func(a, b Operation) int { return cmp.Compare(keys[a.ID], keys[b.ID]) })
	return InOrder(out)
}

// links counts what each operation waits for among the others, and lists what waits for it. What is not there is not
// waited for.
func links(all []Operation) (waits []int, then [][]int) {
	w := weave(all)
	then = make([][]int, len(all))
	for i, list := range w.then {
		for _, k := range list {
			then[i] = append(then[i], k.to)
		}
	}
	return w.waits, then
}

// Changes counts how often the station changes along an order, and how often the thread does.
func Changes(all []Operation) (stations, threads int) {
	at, thread := Station(""), ""
	for _, o := range all {
		if at != "" && o.Station != at {
			stations++
		}
		at = o.Station
		if o.Thread != "" {
			if thread != "" && o.Thread != thread {
				threads++
			}
			thread = o.Thread
		}
	}
	return stations, threads
}
