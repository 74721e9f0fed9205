package work

import (
	"context"
	"fmt"
	"math"
	"math/rand/v2"
	"slices"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"gonum.org/v1/gonum/mathext"
	"pgregory.net/rapid"
)

// network is one from a book: names with three estimates and what each comes after.
func network(rows [][]any) []Operation {
	var out []Operation
	for _, r := range rows {
		o := Operation{Step: Step{ID: ID(r[0].(string)), Name: r[0].(string)}, Spread: Spread{r[1].(float64), r[2].(float64), r[3].(float64)}}
		for _, a := range r[4:] {
			o.After = append(o.After, After{Step: ID(a.(string))})
		}
		out = append(out, o)
	}
	return out
}

// builders is the network of the construction company in Hillier and Lieberman, Introduction to Operations Research
// (numbers from memory): 44 weeks along A, B, C, E, F, J, L, N, whose variance is 9.
func builders() []Operation {
	return network([][]any{{"A", 1.0, 2.0, 3.0}, {"B", 2.0, 3.5, 8.0, "A"}, {"C", 6.0, 9.0, 18.0, "B"}, {"D", 4.0, 5.5, 10.0, "C"},
		{"E", 1.0, 4.5, 5.0, "C"}, {"F", 4.0, 4.0, 10.0, "E"}, {"G", 5.0, 6.5, 11.0, "D"}, {"I", 3.0, 7.5, 9.0, "C"},
		{"H", 5.0, 8.0, 17.0, "E", "G"}, {"J", 3.0, 9.0, 9.0, "F", "I"}, {"K", 4.0, 4.0, 4.0, "J"}, {"L", 1.0, 5.5, 7.0, "J"},
		{"M", 1.0, 2.0, 3.0, "H"}, {"N", 5.0, 5.5, 9.0, "K", "L"}})
}

// seven is the worked example of the programme evaluation and review technique that encyclopedias carry (numbers from
// memory): 19.5 along a, c, e, g.
func seven() []Operation {
	return network([][]any{{"a", 2.0, 4.0, 6.0}, {"b", 3.0, 5.0, 9.0}, {"c", 4.0, 5.0, 7.0, "a"}, {"d", 4.0, 6.0, 10.0, "a"},
		{"e", 4.0, 5.0, 7.0, "b", "c"}, {"f", 3.0, 4.0, 8.0, "d"}, {"g", 3.0, 5.0, 8.0, "e"}})
}

func means(all []Operation) (out []float64) {
	for _, o := range all {
		out = append(out, o.Spread.Mean())
	}
	return out
}

func TestCriticalPathsOfBooks(t *testing.T) {
	for _, c := range []struct {
		all   []Operation
		whole float64
		chain string
	}{{builders(), 44, "ABCEFJLN"}, {seven(), 19.5, "aceg"}} {
		ordered, err := InOrder(c.all)
		require.NoError(t, err)
		times, chain, whole := Critical(ordered, means(ordered))
		assert.InDelta(t, c.whole, whole, 0.05)
		names := ""
		for _, i := range chain {
			names += string(ordered[i].ID)
			assert.InDelta(t, 0, times[i].Slack, 1e-9)
		}
		assert.Equal(t, c.chain, names)
		laid, err := Network{Operations: ordered}.Lay(means(ordered), 1)
		require.NoError(t, err)
		assert.InDelta(t, c.whole, laid.Whole, 0.05)
	}
	variance := 0.0 // classical: a sixth of the range squared
	for _, o := range builders() {
		if slices.Contains([]ID{"A", "B", "C", "E", "F", "J", "L", "N"}, o.ID) {
			variance += math.Pow((o.Spread.High-o.Spread.Low)/6, 2)
		}
	}
	assert.InDelta(t, 9, variance, 1e-9)
}

// drawnWork is a random graph of operations.
func drawnWork(t *rapid.T, most int) []Operation {
	n := rapid.IntRange(1, most).Draw(t, "n")
	out := make([]Operation, n)
	for i := range out {
		s := Step{ID: ID(fmt.Sprint(i)), Name: fmt.Sprint("step ", i), Minutes: float64(rapid.IntRange(0, 20).Draw(t, "minutes")) * 15,
			Needs: rapid.SampledFrom([][]Need{{Machine}, {Hand}, {Table}, {Iron}, {Wearer}, {Machine, Hand}, nil}).Draw(t, "needs")}
		for k := range i {
			if rapid.IntRange(0, 3).Draw(t, "edge") == 0 {
				s.After = append(s.After, After{Step: ID(fmt.Sprint(k)), Hours: rapid.SampledFrom([]float64{0, 0, 0, 3, 12, 30}).Draw(t, "rest")})
			}
		}
		out[i] = Operation{Step: s, Lane: fmt.Sprint(i % 3), Station: StationOf(s), Thread: rapid.SampledFrom([]string{"", "red", "black"}).Draw(t, "thread"),
			Spread: Around(s)}
	}
	return out
}

// Both orders hold the same operations, keep every reason, and batching never changes the station more often.
func TestBothOrdersHoldTheSame(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		all := drawnWork(t, 24)
		pieces, err := InOrder(all)
		require.NoError(t, err)
		batched, err := Batched(all)
		require.NoError(t, err)
		ids := func(list []Operation) (out []ID) {
			done := map[ID]bool{}
			for _, o := range list {
				for _, a := range o.After {
					require.True(t, done[a.Step], "%s before %s", o.ID, a.Step)
				}
				done[o.ID] = true
				out = append(out, o.ID)
			}
			slices.Sort(out)
			return out
		}
		require.Equal(t, ids(pieces), ids(batched))
		a, _ := Changes(pieces)
		b, _ := Changes(batched)
		require.LessOrEqual(t, b, a)
	})
}

func TestACircleIsNamed(t *testing.T) {
	step := func(id ID, after ...ID) Operation {
		s := Step{ID: id, Name: "step " + string(id)}
		for _, a := range after {
			s.After = append(s.After, After{Step: a})
		}
		return Operation{Step: s}
	}
	_, err := InOrder([]Operation{step("a"), step("b", "a", "d"), step("c", "b"), step("d", "c"), step("e", "d")})
	var loop *LoopError
	require.ErrorAs(t, err, &loop)
	require.Len(t, loop.Steps, 3)
	for _, name := range []string{"step b", "step c", "step d"} {
		assert.Contains(t, err.Error(), name)
	}
	assert.NotContains(t, err.Error(), "step e")
}

// week is a calendar of two hours a day from a Monday.
func week() Calendar {
	c := Calendar{First: time.Date(2027, 3, 1, 0, 0, 0, 0, time.UTC)}
	for i := range c.Hours {
		c.Hours[i] = 2
	}
	return c
}

// Whatever is laid into days keeps its reasons and its waits, never takes more than the hours of a day, uses no machine while
// it is out, does only hand work away, and needs the wearer only when there.
func TestSchedulesKeepTheCalendar(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		all, err := InOrder(drawnWork(t, 14))
		require.NoError(t, err)
		c := week()
		c.Hours[rapid.IntRange(0, 6).Draw(t, "free day")] = 0
		away := Away{Span: Span{Day(rapid.IntRange(0, 6).Draw(t, "away")), 8}, Hours: 1, Hand: rapid.Bool().Draw(t, "hand")}
		out := Outage{Span: Span{Day(rapid.IntRange(0, 4).Draw(t, "out")), 9}, Need: Machine}
		c.Aways, c.Outs = []Away{away}, []Outage{out}
		if rapid.Bool().Draw(t, "fittings") {
			c.Fittings = []Day{3, 12, 40, 41, 42, 43, 44, 80, 81, 82, 83, 84, 85}
		}
		if rapid.Bool().Draw(t, "helper") {
			c.Helps = []Help{{Span: Span{Day(rapid.IntRange(0, 6).Draw(t, "help")), 9}, Hours: 2}}
		}
		minutes := make([]float64, len(all))
		at := map[ID]int{}
		for i := range all {
			minutes[i], at[all[i].ID] = all[i].Minutes(), i
		}
		placed, unplaced := c.Schedule(all, minutes)
		spent, machine := map[Day]float64{}, map[Day]float64{}
		for i, p := range placed {
			if slices.Contains(unplaced, i) {
				require.NotEmpty(t, c.Fittings)
				continue
			}
			require.LessOrEqual(t, p.Start, p.End)
			for _, a := range all[i].After {
				before := placed[at[a.Step]]
				require.GreaterOrEqual(t, p.Start, before.End+Day(nights(a.Hours)), "%s after %s", all[i].ID, a.Step)
				if p.Start == before.End {
					require.GreaterOrEqual(t, p.FromMinute, before.ToMinute-1e-6)
				}
			}
			if minutes[i] == 0 {
				continue
			}
			if p.Start == p.End {
				spent[p.Start] += minutes[i]
				hours, hand := c.On(p.Start)
				require.Positive(t, hours+c.helped(p.Start))
				require.True(t, c.Allows(&all[i], p.Start, hand && c.helped(p.Start) == 0))
				if slices.Contains(all[i].Needs, Machine) {
					machine[p.Start] += minutes[i]
				}
			}
		}
		for d, m := range spent {
			hours, _ := c.On(d)
			require.LessOrEqual(t, m, hours*60+c.helped(d)+1e-6, "day %d", d)
			require.LessOrEqual(t, machine[d], hours*60+1e-6, "the helper has no machine, day %d", d)
		}
	})
}

// Two pairs of hands with as many hours halve what is done by hand and can be parted, and take nothing off what hangs on one
// thread, or on the machine.
func TestAHelperHalvesWhatCanBeParted(t *testing.T) {
	days := func(n int, need Need, chained, helped bool) Day {
		c := week()
		for i := range c.Hours {
			c.Hours[i] = 2
		}
		if helped {
			c.Helps = []Help{{Span: Span{0, 99}, Hours: 2}}
		}
		var all []Operation
		minutes := make([]float64, n)
		for i := range n {
			s := Step{ID: ID(rune('a' + i)), Minutes: 120, Needs: []Need{need}}
			if chained && i > 0 {
				s.After = []After{{Step: all[i-1].ID, Why: "it hangs on it"}}
			}
			minutes[i] = 120
			all = append(all, Operation{Step: s})
		}
		placed, _ := c.Schedule(all, minutes)
		return Finish(placed) + 1
	}
	for n := 1; n <= 9; n++ {
		assert.Equal(t, Day(n), days(n, Hand, false, false))
		assert.Equal(t, Day((n+1)/2), days(n, Hand, false, true))
		assert.Equal(t, Day(n), days(n, Hand, true, true))
		assert.Equal(t, Day(n), days(n, Machine, false, true))
	}
}

// soonest tries every order that keeps the reasons.
func soonest(c Calendar, all []Operation, minutes []float64) Day {
	best := Day(longestPlan)
	var order []Operation
	var times []float64
	used := make([]bool, len(all))
	var go_ func()
	go_ = func() {
		if len(order) == len(all) {
			placed, _ := c.Schedule(order, times)
			best = min(best, Finish(placed))
			return
		}
		for i := range all {
			if !used[i] {
				used[i] = true
				order, times = append(order, all[i]), append(times, minutes[i])
				go_()
				order, times = order[:len(order)-1], times[:len(times)-1]
				used[i] = false
			}
		}
	}
	go_()
	return best
}

// On small plans with waits and a machine that is out, what is found ends on the same day as the best of every order, or a
// day later in few of them.
func TestSchedulerAgainstEveryOrder(t *testing.T) {
	tried, late := 0, 0
	rapid.Check(t, func(t *rapid.T) {
		all, err := InOrder(drawnWork(t, 6))
		require.NoError(t, err)
		c := week()
		c.Outs = []Outage{{Span: Span{1, 3}, Need: Machine}}
		minutes := make([]float64, len(all))
		for i := range all {
			minutes[i] = all[i].Minutes()
		}
		best := soonest(c, all, minutes)
		_, placed := c.Best(all, minutes)
		tried++
		if got := Finish(placed); got > best {
			late++
			require.LessOrEqual(t, float64(got), float64(best)+max(1, 0.05*float64(best)))
		}
	})
	assert.LessOrEqual(t, float64(late), 0.1*float64(tried), "%d of %d were later than the best", late, tried)
}

// The same for bare networks with one machine and two tables, against every order by the serial scheme, which holds a
// shortest one.
func TestNetworksAgainstEveryOrder(t *testing.T) {
	tried, exact := 0, 0
	rapid.Check(t, func(t *rapid.T) {
		all, err := InOrder(drawnWork(t, 6))
		require.NoError(t, err)
		minutes := make([]float64, len(all))
		keys := make([]float64, len(all))
		for i := range all {
			minutes[i], keys[i] = all[i].Minutes(), float64(i)
		}
		n := Network{Operations: all, Capacity: map[Need]int{Machine: 1, Table: 2, Hand: 1}}
		best := math.Inf(1)
		var permute func(k int)
		permute = func(k int) {
			if k == len(keys) {
				best = min(best, n.gang(weave(all)).serial(keys, minutes).Whole)
				return
			}
			for i := k; i < len(keys); i++ {
				keys[k], keys[i] = keys[i], keys[k]
				permute(k + 1)
				keys[k], keys[i] = keys[i], keys[k]
			}
		}
		permute(0)
		laid, err := n.Lay(minutes, 7)
		require.NoError(t, err)
		tried++
		if laid.Whole < best+1e-6 {
			exact++
		}
		require.LessOrEqual(t, laid.Whole, best*1.05+1e-6)
		for i, o := range all { // no capacity is exceeded at any beginning
			for _, need := range o.Needs {
				count := 0
				for k := range all {
					if minutes[i] > 0 && minutes[k] > 0 && slices.Contains(all[k].Needs, need) && laid.Start[k] <= laid.Start[i]+1e-9 &&
						laid.Start[k]+minutes[k] > laid.Start[i]+1e-9 {
						count++
					}
				}
				if most, ok := n.Capacity[need]; ok {
					require.LessOrEqual(t, count, most)
				}
			}
		}
	})
	assert.Greater(t, float64(exact), 0.95*float64(tried))
}

// The sum of independent times has the sum of their means and variances; the mean of the larger of two alike is what the
// integral of one less the square of the distribution is.
func TestTrialsAgainstClosedForms(t *testing.T) {
	chain := network([][]any{{"a", 10.0, 20.0, 60.0}, {"b", 5.0, 30.0, 40.0, "a"}, {"c", 50.0, 60.0, 70.0, "b"}, {"d", 0.0, 0.0, 100.0, "c"}})
	const runs = 20000
	got, err := Network{Operations: chain}.Trial(Trials{Runs: runs, Seed: 3})
	require.NoError(t, err)
	mean, variance := 0.0, 0.0
	for _, o := range chain {
		mean += o.Spread.Mean()
		variance += o.Spread.Variance()
	}
	sum, squares := 0.0, 0.0
	for _, x := range got {
		sum += x
		squares += (x - mean) * (x - mean)
	}
	assert.InDelta(t, mean, sum/runs, 4*math.Sqrt(variance/runs))
	assert.InDelta(t, variance, squares/runs, 0.06*variance)
	pair := network([][]any{{"a", 0.0, 30.0, 120.0}, {"b", 0.0, 30.0, 120.0}})
	got, err = Network{Operations: pair}.Trial(Trials{Runs: runs, Seed: 5})
	require.NoError(t, err)
	sum = 0
	for _, x := range got {
		sum += x
	}
	want, n := 0.0, 4000
	for i := range n { // of 120 minutes, with the shape 1 + 4·30/120, 1 + 4·90/120
		f := mathext.RegIncBeta(2, 4, (float64(i)+0.5)/float64(n))
		want += (1 - f*f) / float64(n) * 120
	}
	assert.InDelta(t, want, sum/runs, 4*120*0.18/math.Sqrt(runs))
}

// Without a calendar's bounds the days are the sum of the hours; the same seed gives the same days, and the chance rises with
// the day.
func TestForecasts(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		all, err := InOrder(drawnWork(t, 12))
		require.NoError(t, err)
		c := week()
		f, err := c.Forecast(context.Background(), all, Trials{Runs: 60, Seed: 9, Common: 0.1})
		require.NoError(t, err)
		again, _ := c.Forecast(context.Background(), all, Trials{Runs: 60, Seed: 9, Common: 0.1})
		require.Equal(t, f, again)
		last := 0.0
		for d := f.Days[0] - 1; d <= f.Days[len(f.Days)-1]; d++ {
			require.GreaterOrEqual(t, f.By(d), last)
			last = f.By(d)
		}
		require.InDelta(t, 1, last, 1e-9)
		require.GreaterOrEqual(t, f.By(f.At(0.8)), 0.8)
		least := 0.0
		for _, o := range all {
			least += o.Spread.Low
		}
		require.GreaterOrEqual(t, float64(f.At(1)), math.Floor(least*math.Exp(-0.5)/120)-1)
	})
}

// Of 120 minutes expected at the machine 180 were taken, of 60 by hand 45: the paces are (240 + 180)/(240 + 120) and
// (240 + 45)/(240 + 60); where nothing was logged it is the usual.
func TestPaceIsLearnt(t *testing.T) {
	p := Learn([]Logged{{AtMachine, 80, 130}, {AtMachine, 40, 50}, {ByHand, 60, 45}, {AtIron, 0, 30}})
	assert.InDelta(t, 420.0/360, p.Of(AtMachine), 1e-9)
	assert.InDelta(t, 285.0/300, p.Of(ByHand), 1e-9)
	assert.InDelta(t, 1, p.Of(AtIron), 1e-9)
	assert.InDelta(t, 1, p.Of(OnWearer), 1e-9)
}

func BenchmarkForecast(b *testing.B) {
	var all []Operation
	for i := range 200 {
		s := Step{ID: ID(fmt.Sprint(i)), Minutes: 40, Needs: [][]Need{{Machine}, {Hand}, {Iron}, {Wearer}}[i%4]}
		for _, k := range []int{i - 1, i - 5, i - 12} {
			if k >= 0 && i%7 != 0 {
				s.After = append(s.After, After{Step: ID(fmt.Sprint(k))})
			}
		}
		all = append(all, Operation{Step: s, Station: StationOf(s), Spread: Around(s)})
	}
	c := week()
	c.Outs = []Outage{{Span: Span{5, 9}, Need: Machine}}
	for b.Loop() {
		_, _ = c.Forecast(context.Background(), all, Usual(1))
	}
}

// BenchmarkNetwork is a bare network of two thousand operations with three things limited, laid out and tried a thousand times.
func BenchmarkNetwork(b *testing.B) {
	r := rand.New(rand.NewPCG(1, 2))
	n := Network{Capacity: map[Need]int{Machine: 1, Table: 2, Hand: 1}}
	minutes := make([]float64, 2000)
	for i := range minutes {
		minutes[i] = 5 + 55*r.Float64()
		o := Operation{Step: Step{ID: ID(fmt.Sprint(i)), Needs: []Need{[]Need{Machine, Table, Hand}[r.IntN(3)]}},
			Spread: Spread{0.8 * minutes[i], minutes[i], 1.7 * minutes[i]}}
		for k := 0; k < 2 && i > 0; k++ {
			o.After = append(o.After, After{Step: ID(fmt.Sprint(r.IntN(i)))})
		}
		n.Operations = append(n.Operations, o)
	}
	for b.Loop() {
		if _, err := n.Lay(minutes, 1); err != nil {
			b.Fatal(err)
		}
		if _, err := n.Trial(Usual(1)); err != nil {
			b.Fatal(err)
		}
	}
}
