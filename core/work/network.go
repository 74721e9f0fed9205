package work

import (
	"container/heap"
	"fmt"
	"math"
	"math/rand/v2"
	"slices"
	"sort"
)

// Network is a bare network of operations, without a calendar: some of what they need is limited.
type Network struct {
	Operations []Operation
	Capacity   map[Need]int // how many can use it at once; what is not named is not limited
}

// Laid is a network laid out in time: by operation the minute it begins, and the whole.
type Laid struct {
	Start []float64
	Whole float64
}

// searches is how often orders are tried at random beside the two rules: near the latest starts, near the best, and anyhow.
const searches = 500

// enough is up to how many operations and reasons that many are tried; of more fewer, but least.
const enough, least = 4000, 8

// Lay lays a network out so that no capacity is exceeded, as short as it can be found: by the serial scheme (Kelley, 1963)
// over orders by latest start and by what hangs on each, and some at random near them. Where nothing is limited it is the
// critical path. minutes is how long each operation takes. It fails when one needs what there is none of.
func (n Network) Lay(minutes []float64, seed uint64) (Laid, error) {
	for _, o := range n.Operations {
		for _, need := range o.Needs {
			if c, ok := n.Capacity[need]; ok && c < 1 {
				return Laid{}, fmt.Errorf("%s needs %s, and there is none", o.ID, need)
			}
		}
	}
	w := weave(n.Operations)
	times, _, whole := w.critical(minutes)
	if !n.limited() {
		out := Laid{Whole: whole}
		for _, t := range times {
			out.Start = append(out.Start, t.Earliest)
		}
		return out, nil
	}
	long := w.tails(minutes)
	by := func(key func(i int) float64) []int {
		at := make([]int, len(minutes))
		for i := range at {
			at[i] = i
		}
		sort.SliceStable(at, func(a, b int) bool { return key(at[a]) < key(at[b]) })
		return at
	}
	best := n.serial(w, by(func(i int) float64 { return times[i].Latest }), minutes)
	keep := func(l Laid) {
		if l.Whole < best.Whole-1e-9 {
			best = l
		}
	}
	keep(n.serial(w, by(func(i int) float64 { return -long[i] }), minutes))
	r := rand.New(rand.NewPCG(seed, 0x1a7))
	edges := 0
	for _, k := range w.waits {
		edges += k
	}
	for range min(searches, max(searches*enough/(len(minutes)+edges), least)) {
		if best.Whole <= whole+1e-9 {
			break // it can't be shorter than its longest chain
		}
		keep(n.serial(w, by(func(i int) float64 { return times[i].Latest + r.Float64()*whole*0.3 }), minutes))
		keep(n.serial(w, by(func(i int) float64 { return best.Start[i] + r.NormFloat64()*whole*0.05 }), minutes))
		keep(n.serial(w, r.Perm(len(minutes)), minutes))
	}
	return best, nil
}

func (n Network) limited() bool {
	for _, o := range n.Operations {
		for _, need := range o.Needs {
			if _, ok := n.Capacity[need]; ok {
				return true
			}
		}
	}
	return false
}

// serial places operations one by one in an order, each as early as its reasons and the capacities let it; one whose reasons
// are not placed yet waits its turn.
func (n Network) serial(w woven, order []int, minutes []float64) Laid {
	rank := make([]int, len(order))
	for k, i := range order {
		rank[i] = k
	}
	waits := slices.Clone(w.waits)
	from, out := make([]float64, len(minutes)), Laid{Start: make([]float64, len(minutes))}
	used := map[Need]*usage{}
	for need, c := range n.Capacity {
		used[need] = &usage{most: c, at: []float64{math.Inf(-1)}, count: []int{0}}
	}
	var ready ranks
	for i := range waits {
		if waits[i] == 0 {
			ready = append(ready, rank[i])
		}
	}
	heap.Init(&ready)
	for len(ready) > 0 {
		i := order[heap.Pop(&ready).(int)]
		at := from[i]
		for again := minutes[i] > 0; again; {
			again = false
			for _, need := range n.Operations[i].Needs {
				if u := used[need]; u != nil {
					if next := u.free(at, minutes[i]); next > at {
						at, again = next, true
					}
				}
			}
		}
		out.Start[i] = at
		for _, need := range n.Operations[i].Needs {
			if u := used[need]; u != nil && minutes[i] > 0 {
				u.take(at, at+minutes[i])
			}
		}
		out.Whole = max(out.Whole, at+minutes[i])
		for _, k := range w.then[i] {
			from[k.to] = max(from[k.to], at+minutes[i]+k.lag)
			if waits[k.to]--; waits[k.to] == 0 {
				heap.Push(&ready, rank[k.to])
			}
		}
	}
	return out
}

// ranks is a heap of places in an order, the first on top.
type ranks []int

func (r ranks) Len() int           { return len(r) }
func (r ranks) Less(i, j int) bool { return r[i] < r[j] }
func (r ranks) Swap(i, j int)      { r[i], r[j] = r[j], r[i] }

// Push and Pop are what container/heap asks for.
func (r *ranks) Push(x any) { *r = append(*r, x.(int)) }

// Pop takes the last.
func (r *ranks) Pop() any {
	old := *r
	x := old[len(old)-1]
	*r = old[:len(old)-1]
	return x
}

// usage is how many use a thing at once, over time: count[k] from at[k] until the next.
type usage struct {
	most  int
	at    []float64
	count []int
}

// touching is how long two uses may overlap and still only touch, minutes.
const touching = 1e-9

// free is the first time from one on at which it can be used for so many minutes.
func (u *usage) free(from, minutes float64) float64 {
	k := sort.SearchFloat64s(u.at, from)
	if k == len(u.at) || u.at[k] > from {
		k--
	}
	for ; k < len(u.at) && u.at[k] < from+minutes; k++ {
		end := math.Inf(1)
		if k+1 < len(u.at) {
			end = u.at[k+1]
		}
		if u.count[k] >= u.most && min(end, from+minutes)-max(u.at[k], from) > touching {
			from = end
		}
	}
	return from
}

// take uses it from a time to another. Stretches that are full become one: nothing more goes in, and the next to come passes
// over them in a step.
func (u *usage) take(from, to float64) {
	a, b := u.split(from), u.split(to)
	for k := a; k < b; k++ {
		u.count[k]++
	}
	for k := min(b, len(u.at)-1); k >= max(a, 1); k-- {
		if u.count[k] == u.most && u.count[k-1] == u.most {
			u.at, u.count = slices.Delete(u.at, k, k+1), slices.Delete(u.count, k, k+1)
		}
	}
}

// split is where a stretch begins at a time, which is parted there when none does.
func (u *usage) split(at float64) int {
	k := sort.SearchFloat64s(u.at, at)
	if k == len(u.at) || u.at[k] != at {
		u.at, u.count = slices.Insert(u.at, k, at), slices.Insert(u.count, k, u.count[k-1])
	}
	return k
}

// Trial is how long a network takes over many trials, minutes, rising.
func (n Network) Trial(t Trials) ([]float64, error) {
	src := rand.NewPCG(t.Seed, 0x5eed)
	samplers := make([]sampler, len(n.Operations))
	for i, o := range n.Operations {
		samplers[i] = o.Spread.from(src)
	}
	out := make([]float64, 0, t.Runs)
	order := make([]int, len(n.Operations))
	for i := range order {
		order[i] = i
	}
	w, limited := weave(n.Operations), n.limited()
	for range t.Runs {
		times := make([]float64, len(samplers))
		for i := range samplers {
			times[i] = samplers[i].draw()
		}
		late, _, whole := w.critical(times)
		if !limited {
			out = append(out, whole)
			continue
		}
		at := slices.Clone(order)
		sort.SliceStable(at, func(a, b int) bool { return late[at[a]].Latest < late[at[b]].Latest })
		out = append(out, n.serial(w, at, times).Whole)
	}
	slices.Sort(out)
	return out, nil
}
