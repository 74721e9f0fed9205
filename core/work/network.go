package work

import (
	"fmt"
	"math"
	"math/rand/v2"
	"runtime"
	"slices"
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
	g, keys := n.gang(w), make([]float64, len(minutes))
	by := func(key func(i int) float64) []float64 {
		for i := range keys {
			keys[i] = key(i)
		}
		return keys
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
	small := len(minutes)+edges <= enough
	for range min(searches, max(searches*enough/(len(minutes)+edges), least)) {
		if best.Whole <= whole+1e-9 {
			break // it can't be shorter than its longest chain
		}
		keep(g.serial(by(func(i int) float64 { return best.Start[i] + r.NormFloat64()*whole*0.05 }), minutes))
		if small { // in a large one neither ever finds a shorter one
			keep(g.serial(by(func(i int) float64 { return times[i].Latest + r.Float64()*whole*0.3 }), minutes))
			keep(g.serial(by(func(int) float64 { return r.Float64() }), minutes))
		}
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

// gang places the operations of one network again and again: what it needs for that is made once. One at a time uses it.
type gang struct {
	woven
	most  []int   // how many can use each limited thing
	needs [][]int // by operation the limited things it needs

	left  []int
	from  []float64
	used  []usage
	ready heap
}

func (n Network) gang(w woven) *gang {
	g := &gang{woven: w, needs: make([][]int, len(n.Operations)), from: make([]float64, len(n.Operations))}
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

// serial places operations one by one, the least key first, each as early as its reasons and the capacities let it; one whose
// reasons are not placed yet waits its turn.
func (g *gang) serial(keys, minutes []float64) Laid {
	out := Laid{Start: make([]float64, len(minutes))}
	g.left, g.ready = append(g.left[:0], g.waits...), g.ready[:0]
	clear(g.from)
	for k := range g.used {
		u := &g.used[k]
		u.most, u.spans = g.most[k], append(u.spans[:0], span{math.Inf(-1), 0})
	}
	for i, key := range keys {
		if g.left[i] == 0 {
			g.ready.push(keyed{key, i})
		}
	}
	for len(g.ready) > 0 {
		i := g.ready.pop().at
		at := g.from[i]
		for again := minutes[i] > 0; again; {
			again = false
			for _, k := range g.needs[i] {
				if next := g.used[k].free(at, minutes[i]); next > at {
					at, again = next, len(g.needs[i]) > 1
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
				g.ready.push(keyed{keys[k.to], k.to})
			}
		}
	}
	return out
}

// keyed is an operation with its key.
type keyed struct {
	key float64
	at  int
}

// before tells which of two is taken first: of one key the one that stands first.
func (k keyed) before(o keyed) bool { return k.key < o.key || k.key == o.key && k.at < o.at }

// heap has the operation with the least key on top: container/heap's, without its boxes.
type heap []keyed

func (r *heap) push(x keyed) {
	h := append(*r, x)
	i := len(h) - 1
	for i > 0 {
		up := (i - 1) / 2
		if h[up].before(x) {
			break
		}
		h[i] = h[up]
		i = up
	}
	h[i] = x
	*r = h
}

// pop takes the first.
func (r *heap) pop() keyed {
	h := *r
	first, n := h[0], len(h)-1
	x := h[n]
	h = h[:n]
	i := 0
	for 2*i+1 < n {
		k := 2*i + 1
		if k+1 < n && h[k+1].before(h[k]) {
			k++
		}
		if x.before(h[k]) {
			break
		}
		h[i] = h[k]
		i = k
	}
	if n > 0 {
		h[i] = x
	}
	*r = h
	return first
}

// span is how many use a thing from a time until the next.
type span struct {
	from  float64
	count int
}

// usage is how many use a thing at once, over time.
type usage struct {
	most  int
	spans []span
}

// touching is how long two uses may overlap and still only touch, minutes.
const touching = 1e-9

// at is the first span that begins at a time or after it.
func (u *usage) at(time float64) int {
	low, high := 0, len(u.spans)
	for low < high {
		if k := int(uint(low+high) >> 1); u.spans[k].from < time {
			low = k + 1
		} else {
			high = k
		}
	}
	return low
}

// free is the first time from one on at which it can be used for so many minutes.
func (u *usage) free(from, minutes float64) float64 {
	k := u.at(from)
	if k == len(u.spans) || u.spans[k].from > from {
		k--
	}
	for ; k < len(u.spans) && u.spans[k].from < from+minutes; k++ {
		end := math.Inf(1)
		if k+1 < len(u.spans) {
			end = u.spans[k+1].from
		}
		if u.spans[k].count >= u.most && min(end, from+minutes)-max(u.spans[k].from, from) > touching {
			from = end
		}
	}
	return from
}

// take uses it from a time to another. Stretches that are full become one: nothing more goes in, and the next to come passes
// over them in a step.
func (u *usage) take(from, to float64) {
	a := u.at(from)
	u.split(a, from)
	b := a
	for ; b < len(u.spans) && u.spans[b].from < to; b++ { // what is used at once is short
		u.spans[b].count++
	}
	if u.split(b, to) {
		u.spans[b].count--
	}
	for k := min(b, len(u.spans)-1); k >= max(a, 1); k-- {
		if u.spans[k].count == u.most && u.spans[k-1].count == u.most {
			u.spans = slices.Delete(u.spans, k, k+1)
		}
	}
}

// split parts the span before the k-th at a time at which the k-th does not begin.
func (u *usage) split(k int, at float64) bool {
	if k < len(u.spans) && u.spans[k].from == at {
		return false
	}
	u.spans = slices.Insert(u.spans, k, span{at, u.spans[k-1].count})
	return true
}

// Trial is how long a network takes over many trials, minutes, rising.
func (n Network) Trial(t Trials) ([]float64, error) {
	src := rand.NewPCG(t.Seed, 0x5eed)
	samplers := make([]sampler, len(n.Operations))
	for i, o := range n.Operations {
		samplers[i] = o.Spread.from(src)
	}
	w, limited := weave(n.Operations), n.limited()
	out, drawn := make([]float64, t.Runs), make(chan trial, 64)
	go func() { // one after the other, so that they are the same on any machine
		defer close(drawn)
		for r := range t.Runs {
			minutes := make([]float64, len(samplers))
			for i := range samplers {
				minutes[i] = samplers[i].draw()
			}
			drawn <- trial{r, minutes}
		}
	}()
	var all sync.WaitGroup
	for range runtime.GOMAXPROCS(0) {
		all.Go(func() {
			g, keys := n.gang(w), make([]float64, len(samplers))
			for one := range drawn {
				late, _, whole := w.critical(one.minutes)
				if limited {
					for i := range keys {
						keys[i] = late[i].Latest
					}
					whole = g.serial(keys, one.minutes).Whole
				}
				out[one.run] = whole
			}
		})
	}
	all.Wait()
	slices.Sort(out)
	return out, nil
}

// trial is one of many, with the times drawn for it.
type trial struct {
	run     int
	minutes []float64
}
