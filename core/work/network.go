package work

import (
	"cmp"
	"fmt"
	"math"
	"math/rand/v2"
	"runtime"
	"slices"
	"sort"
	"sync"
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
const enough, least = 2000, 8

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
	g, at := n.gang(w), make([]keyed, len(minutes))
	by := func(key func(i int) float64) []int {
		for i := range at {
			at[i] = keyed{key(i), i}
		}
		return inOrder(at)
	}
	best := g.serial(by(func(i int) float64 { return times[i].Latest }), minutes)
	keep := func(l Laid) {
		if l.Whole < best.Whole-1e-9 {
			best = l
		}
	}
	keep(g.serial(by(func(i int) float64 { return -long[i] }), minutes))
	r := rand.New(rand.NewPCG(seed, 0x1a7))
	edges := 0
	for _, k := range w.waits {
		edges += k
	}
	for range min(searches, max(searches*enough/(len(minutes)+edges), least)) {
		if best.Whole <= whole+1e-9 {
			break // it can't be shorter than its longest chain
		}
		keep(g.serial(by(func(i int) float64 { return times[i].Latest + r.Float64()*whole*0.3 }), minutes))
		keep(g.serial(by(func(i int) float64 { return best.Start[i] + r.NormFloat64()*whole*0.05 }), minutes))
		keep(g.serial(r.Perm(len(minutes)), minutes))
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

// keyed is an operation with what it is sorted by.
type keyed struct {
	key float64
	at  int
}

// inOrder are the operations by their keys, those of one key as they come.
func inOrder(all []keyed) []int {
	slices.SortFunc(all, func(a, b keyed) int {
		if a.key != b.key {
			return cmp.Compare(a.key, b.key)
		}
		return a.at - b.at
	})
	out := make([]int, len(all))
	for k, one := range all {
		out[k] = one.at
	}
	return out
}

// gang places the operations of one network again and again: what it needs for that is made once. One at a time uses it.
type gang struct {
	woven
	most  []int   // how many can use each limited thing
	needs [][]int // by operation the limited things it needs

	rank, left []int
	from       []float64
	used       []usage
	ready      ranks
}

func (n Network) gang(w woven) *gang {
	g := &gang{woven: w, needs: make([][]int, len(n.Operations)), rank: make([]int, len(n.Operations)),
		from: make([]float64, len(n.Operations))}
	index := map[Need]int{}
	for need, c := range n.Capacity {
		index[need] = len(g.most)
		g.most = append(g.most, c)
	}
	for i, o := range n.Operations {
		for _, need := range o.Needs {
			if k, ok := index[need]; ok {
				g.needs[i] = append(g.needs[i], k)
			}
		}
	}
	g.used = make([]usage, len(g.most))
	return g
}

// serial places operations one by one in an order, each as early as its reasons and the capacities let it; one whose reasons
// are not placed yet waits its turn.
func (g *gang) serial(order []int, minutes []float64) Laid {
	out := Laid{Start: make([]float64, len(minutes))}
	g.left, g.ready = append(g.left[:0], g.waits...), g.ready[:0]
	clear(g.from)
	for k := range g.used {
		u := &g.used[k]
		u.most, u.at, u.count = g.most[k], append(u.at[:0], math.Inf(-1)), append(u.count[:0], 0)
	}
	for k, i := range order {
		g.rank[i] = k
		if g.left[i] == 0 {
			g.ready = append(g.ready, k) // rising: a heap as it is
		}
	}
	for len(g.ready) > 0 {
		i := order[g.ready.pop()]
		at := g.from[i]
		for again := minutes[i] > 0; again; {
			again = false
			for _, k := range g.needs[i] {
				if next := g.used[k].free(at, minutes[i]); next > at {
					at, again = next, true
				}
			}
		}
		out.Start[i] = at
		if minutes[i] > 0 {
			for _, k := range g.needs[i] {
				g.used[k].take(at, at+minutes[i])
			}
		}
		out.Whole = max(out.Whole, at+minutes[i])
		for _, k := range g.then[i] {
			g.from[k.to] = max(g.from[k.to], at+minutes[i]+k.lag)
			if g.left[k.to]--; g.left[k.to] == 0 {
				g.ready.push(g.rank[k.to])
			}
		}
	}
	return out
}

// ranks is a heap of places in an order, the first on top: container/heap's, without its boxes.
type ranks []int

func (r *ranks) push(x int) {
	h := append(*r, x)
	for i := len(h) - 1; i > 0; {
		up := (i - 1) / 2
		if h[up] <= h[i] {
			break
		}
		h[up], h[i] = h[i], h[up]
		i = up
	}
	*r = h
}

// pop takes the first.
func (r *ranks) pop() int {
	h := *r
	first, n := h[0], len(h)-1
	h[0] = h[n]
	h = h[:n]
	for i := 0; ; {
		least := i
		for _, k := range [2]int{2*i + 1, 2*i + 2} {
			if k < n && h[k] < h[least] {
				least = k
			}
		}
		if least == i {
			break
		}
		h[i], h[least] = h[least], h[i]
		i = least
	}
	*r = h
	return first
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
	w, limited := weave(n.Operations), n.limited()
	out, runs := make([]float64, t.Runs), make([][]float64, t.Runs)
	for r := range runs { // one after the other, so that they are the same on any machine
		runs[r] = make([]float64, len(samplers))
		for i := range samplers {
			runs[r][i] = samplers[i].draw()
		}
	}
	var all sync.WaitGroup
	workers := runtime.GOMAXPROCS(0)
	for first := range workers {
		all.Go(func() {
			g, at := n.gang(w), make([]keyed, len(samplers))
			for r := first; r < len(runs); r += workers {
				late, _, whole := w.critical(runs[r])
				if limited {
					for i := range at {
						at[i] = keyed{late[i].Latest, i}
					}
					whole = g.serial(inOrder(at), runs[r]).Whole
				}
				out[r] = whole
			}
		})
	}
	all.Wait()
	slices.Sort(out)
	return out, nil
}
