package work

import (
	"context"
	"math"
	"math/rand/v2"
	"slices"
	"sort"
)

// Forecast is when the work is done, by many trials over the calendar.
type Forecast struct {
	Runs    int
	Days    []Day // that it was done on, rising
	Drivers []Driver
	// Never counts trials in which it was not done within ten years.
	Never int
}

// Driver is an operation, or a wait, that the end hangs on.
type Driver struct {
	Index int     // of the operation
	Days  float64 // by how much later it ends when this one takes long than when it takes short, on the mean
	Chain float64 // in which part of the trials the longest chain runs through it
}

// commonSpread is how far a maker's times are off all together, as the standard deviation of the logarithm (from memory:
// people who estimate one step too low estimate the others too low as well).
const commonSpread = 0.18

// Trials says how a forecast is made.
type Trials struct {
	Runs   int
	Seed   uint64
	Common float64 // spread that all operations share; 0 for none
}

// Usual are as many trials as a forecast usually takes.
func Usual(seed uint64) Trials { return Trials{Runs: 1000, Seed: seed, Common: commonSpread} }

// Forecast lays the work into the calendar many times, each time with times drawn from the spreads. The operations stand in
// the order they are to be done. It fails only when the context ends.
func (c Calendar) Forecast(ctx context.Context, all []Operation, t Trials) (Forecast, error) {
	p := c.prepared(all)
	src := rand.NewPCG(t.Seed, 0x5eed)
	own := rand.New(rand.NewPCG(t.Seed, 0xc0))
	samplers := make([]sampler, len(all))
	for i, o := range all {
		samplers[i] = o.Spread.from(src)
	}
	f := Forecast{Runs: t.Runs}
	drawn, ends := make([][]float64, t.Runs), make([]float64, t.Runs)
	onChain := make([]int, len(all))
	for run := range t.Runs {
		if ctx.Err() != nil {
			return f, ctx.Err()
		}
		times, alone := make([]float64, len(all)), make([]float64, len(all))
		common := math.Exp(t.Common * own.NormFloat64())
		for i := range times {
			if !all[i].Done {
				alone[i] = samplers[i].draw()
				times[i] = alone[i] * common
			}
		}
		placed, unplaced := p.schedule(times)
		if len(unplaced) > 0 {
			f.Never++
		}
		d := Finish(placed)
		f.Days = append(f.Days, d)
		// What all share says nothing of one: it is taken out of the end as well.
		drawn[run], ends[run] = alone, float64(d)/common
		if run%8 == 0 { // the chain changes little from one trial to the next
			_, chain, _ := Critical(p.all, times)
			for _, i := range chain {
				onChain[i]++
			}
		}
	}
	f.drive(all, drawn, ends, onChain)
	slices.Sort(f.Days)
	return f, nil
}

// mostDrivers is how many are told.
const mostDrivers = 8

// drive finds what the end hangs on: the trials are parted by how long each operation took against all of them together.
func (f *Forecast) drive(all []Operation, drawn [][]float64, ends []float64, onChain []int) {
	for i := range all {
		if all[i].Done || all[i].Spread.High <= all[i].Spread.Low {
			continue
		}
		mean := 0.0
		for _, times := range drawn {
			mean += times[i] / float64(len(drawn))
		}
		sum, count := [2]float64{}, [2]int{}
		for run, times := range drawn {
			k := 0
			if times[i] > mean {
				k = 1
			}
			sum[k] += ends[run]
			count[k]++
		}
		if count[0] == 0 || count[1] == 0 {
			continue
		}
		f.Drivers = append(f.Drivers, Driver{Index: i, Days: sum[1]/float64(count[1]) - sum[0]/float64(count[0]),
			Chain: float64(onChain[i]) / math.Ceil(float64(len(drawn))/8)})
	}
	sort.SliceStable(f.Drivers, func(a, b int) bool { return f.Drivers[a].Days > f.Drivers[b].Days })
	if len(f.Drivers) > mostDrivers {
		f.Drivers = f.Drivers[:mostDrivers]
	}
}

// By is the chance of being done on a day or before.
func (f Forecast) By(d Day) float64 {
	if len(f.Days) == 0 {
		return 0
	}
	return float64(sort.Search(len(f.Days), func(i int) bool { return f.Days[i] > d })) / float64(len(f.Days))
}

// At is the first day by which it is done with a chance.
func (f Forecast) At(chance float64) Day {
	if len(f.Days) == 0 {
		return 0
	}
	k := int(math.Ceil(chance*float64(len(f.Days))-1e-9)) - 1
	return f.Days[min(max(k, 0), len(f.Days)-1)]
}

// tries is how many orders are tried at random.
const tries = 150

// Best lays the work into days so that it ends as soon as it can be found to: in the order it stands, with what the most
// other work hangs on first, and in orders near those, drawn at random. It is not always the soonest there is; on small
// plans it was within a twentieth of it, or a day.
func (c Calendar) Best(all []Operation, minutes []float64) (order []Operation, out []Placed) {
	out, _ = c.Schedule(all, minutes)
	order = all
	long := weave(all).tails(minutes)
	longest := 1.0
	for _, l := range long {
		longest = max(longest, l)
	}
	try := func(key func(i int) float64) {
		at := make([]int, len(all))
		keys := make([]float64, len(all))
		for i := range at {
			at[i], keys[i] = i, key(i)
		}
		sort.SliceStable(at, func(a, b int) bool { return keys[at[a]] > keys[at[b]] })
		other, times := make([]Operation, len(all)), make([]float64, len(all))
		for k, i := range at {
			other[k], times[k] = all[i], minutes[i]
		}
		if sooner, _ := c.Schedule(other, times); Finish(sooner) < Finish(out) {
			order, out = other, sooner
		}
	}
	try(func(i int) float64 { return long[i] })
	barred := func(i int) float64 { // what can't be done on every day goes first
		for _, x := range c.Outs {
			if slices.Contains(all[i].Needs, x.Need) {
				return longest
			}
		}
		return 0
	}
	try(func(i int) float64 { return long[i] + barred(i) })
	r := rand.New(rand.NewPCG(1, 0xbe57))
	for k := range tries {
		far := longest * float64(k+1) / tries
		try(func(i int) float64 { return long[i] + barred(i)*float64(k%2) + r.NormFloat64()*far })
	}
	return order, out
}
