package work

import (
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
	times, _, whole := Critical(n.Operations, minutes)
	if !n.limited() {
		out := Laid{Whole: whole}
		for _, t := range times {
			out.Start = append(out.Start, t.Earliest)
		}
		return out, nil
	}
	long := tails(n.Operations, minutes)
	by := func(key func(i int) float64) []int {
		at := make([]int, len(minutes))
		for i := range at {
			at[i] = i
		}
		sort.SliceStable(at, func(a, b int) bool { return key(at[a]) < key(at[b]) })
		return at
	}
	best := n.serial(by(func(i int) float64 { return times[i].Latest }), minutes)
	keep := func(l Laid) {
		if l.Whole < best.Whole-1e-9 {
			best = l
		}
	}
	keep(n.serial(by(func(i int) float64 { return -long[i] }), minutes))
	r := rand.New(rand.NewPCG(seed, 0x1a7))
	for range searches {
		if best.Whole <= whole+1e-9 {
			break // it can't be shorter than its longest chain
		}
		keep(n.serial(by(func(i int) float64 { return times[i].Latest + r.Float64()*whole*0.3 }), minutes))
		keep(n.serial(by(func(i int) float64 { return best.Start[i] + r.NormFloat64()*whole*0.05 }), minutes))
		keep(n.serial(r.Perm(len(minutes)), minutes))
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
func (n Network) serial(order []int, minutes []float64) Laid {
	waits, then := links(n.Operations)
	lag := map[[2]ID]float64{}
	for _, o := range n.Operations {
		for _, a := range o.After {
			lag[[2]ID{a.Step, o.ID}] = a.Hours * 60
		}
	}
	out := Laid{Start: make([]float64, len(minutes))}
	from := make([]float64, len(minutes))
	placed := make([]bool, len(minutes))
	type use struct{ from, to float64 }
	used := map[Need][]use{}
	fits := func(need Need, at, to float64) (free bool, next float64) {
		next = math.Inf(1)
		c, ok := n.Capacity[need]
		if !ok {
			return true, next
		}
		var edges []float64
		for _, u := range used[need] {
			if u.from < to-1e-9 && u.to > at+1e-9 {
				edges = append(edges, math.Max(u.from, at))
				next = math.Min(next, u.to)
			}
		}
		for _, e := range edges {
			count := 0
			for _, u := range used[need] {
				if u.from <= e+1e-9 && u.to > e+1e-9 {
					count++
				}
			}
			if count >= c {
				return false, next
			}
		}
		return true, next
	}
	for done := 0; done < len(order); {
		for _, i := range order {
			if placed[i] || waits[i] > 0 {
				continue
			}
			at := from[i]
			for again := minutes[i] > 0; again; {
				again = false
				for _, need := range n.Operations[i].Needs {
					if free, next := fits(need, at, at+minutes[i]); !free {
						at, again = next, true
						break
					}
				}
			}
			placed[i], out.Start[i] = true, at
			done++
			for _, need := range n.Operations[i].Needs {
				if _, ok := n.Capacity[need]; ok && minutes[i] > 0 {
					used[need] = append(used[need], use{at, at + minutes[i]})
				}
			}
			out.Whole = math.Max(out.Whole, at+minutes[i])
			for _, k := range then[i] {
				waits[k]--
				from[k] = math.Max(from[k], at+minutes[i]+lag[[2]ID{n.Operations[i].ID, n.Operations[k].ID}])
			}
			break
		}
	}
	return out
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
	for range t.Runs {
		times := make([]float64, len(samplers))
		for i := range samplers {
			times[i] = samplers[i].draw()
		}
		if !n.limited() {
			_, _, whole := Critical(n.Operations, times)
			out = append(out, whole)
			continue
		}
		late, _, _ := Critical(n.Operations, times)
		at := slices.Clone(order)
		sort.SliceStable(at, func(a, b int) bool { return late[at[a]].Latest < late[at[b]].Latest })
		out = append(out, n.serial(at, times).Whole)
	}
	slices.Sort(out)
	return out, nil
}
