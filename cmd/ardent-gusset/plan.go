package main

import (
	"context"
	"errors"
	"fmt"
	"math"
	"sync"
	"time"

	"ardentgusset/core/ensemble"
	"ardentgusset/core/work"
	"ardentgusset/internal/store"

	"gonum.org/v1/gonum/stat"
)

// plannedOut is the plan of an ensemble.
type plannedOut struct {
	Order   []plannedStep `json:"order"`
	Chain   []string      `json:"longest_chain"`
	Chance  *float64      `json:"chance"` // of being done the day before the event; null without one
	Even    string        `json:"day_50"`
	Likely  string        `json:"day_80"`
	Event   string        `json:"event"`
	Changes int           `json:"tool_changes"`
}

type plannedStep struct {
	ID      string  `json:"id"`
	Start   string  `json:"start"`
	End     string  `json:"end"`
	Minutes float64 `json:"minutes"`
}

// mostRuns is how many trials may be asked for.
const mostRuns = 100_000

// planOut prints when an ensemble is made, or a network done.
func planOut(ctx context.Context, c *call) error {
	db := c.String("db", "", "data file")
	which := c.Uint("ensemble", 0, "ID of the ensemble")
	from := c.String("from", "", "first day of work, like 2006-01-02 (default: today)")
	seed := c.Uint64("seed", 1, "of the trials: the same gives the same answer")
	runs := c.Int("runs", 1000, "trials")
	order := c.String("order", "", "piece or station (default: as it was chosen)")
	network := c.String("network", "", "a bare network of operations in JSON, - for standard input")
	if err := c.parse(); err != nil {
		return err
	}
	if *runs < 1 || *runs > mostRuns {
		return bad("--runs lies between 1 and %d", mostRuns)
	}
	if *network != "" {
		return networkOut(c, *network, *seed, *runs)
	}
	first := time.Now()
	if *from != "" {
		var err error
		if first, err = time.Parse(time.DateOnly, *from); err != nil {
			return bad("--from is a day like 2006-01-02; it was %q", *from)
		}
	}
	st, err := existing(*db)
	if err != nil {
		return err
	}
	defer st.Close()
	e, err := st.Ensemble(ctx, *which)
	if err != nil {
		return fmt.Errorf("ensemble %d: %w", *which, err)
	}
	switch *order {
	case "":
	case "piece", "station":
		e.Planning.Batched = *order == "station"
	default:
		return bad("--order is piece or station; it was %q", *order)
	}
	_, stages, err := ensemble.Walk(ctx, e.Plan(), nil)
	if err != nil {
		return err
	}
	all, err := e.Operations(stages, e.Noted(first))
	if err != nil {
		return err
	}
	cal := e.Calendar(first)
	if !e.Planning.Alone {
		share, err := st.ShareOf(ctx, e.ID, first, func(e store.Ensemble) ([]ensemble.Stage, error) {
			_, stages, err := ensemble.Walk(ctx, e.Plan(), nil)
			return stages, err
		})
		if err != nil {
			return err
		}
		cal.Taken = share.Taken
	}
	out, err := planned(ctx, cal, all, e.EventDate, work.Trials{Runs: *runs, Seed: *seed, Common: work.Usual(0).Common})
	if err != nil {
		return err
	}
	b, err := asJSON(out)
	if err != nil {
		return err
	}
	return c.write("-", b)
}

func planned(ctx context.Context, cal work.Calendar, all []work.Operation, event string, t work.Trials) (plannedOut, error) {
	out := plannedOut{Order: []plannedStep{}, Chain: []string{}, Event: event}
	minutes := make([]float64, len(all))
	for i := range all {
		if !all[i].Done {
			minutes[i] = all[i].Minutes()
		}
	}
	placed, _ := cal.Schedule(all, minutes)
	day := func(d work.Day) string { return cal.Date(d).Format(time.DateOnly) }
	for i, o := range all {
		if !o.Done {
			out.Order = append(out.Order, plannedStep{string(o.ID), day(placed[i].Start), day(placed[i].End), o.Minutes()})
		}
	}
	_, chain, _ := work.Critical(all, minutes)
	for _, i := range chain {
		if !all[i].Done {
			out.Chain = append(out.Chain, string(all[i].ID))
		}
	}
	a, b := work.Changes(all)
	out.Changes = a + b
	f, err := cal.Forecast(ctx, all, t)
	if err != nil {
		return out, err
	}
	out.Even, out.Likely = day(f.At(0.5)), day(f.At(0.8))
	if at, err := time.Parse(time.DateOnly, event); err == nil {
		chance := f.By(cal.DayOf(at) - 1)
		out.Chance = &chance
	}
	return out, nil
}

// networkIn is a bare network as it is read.
type networkIn struct {
	Operations []struct {
		ID     string      `json:"id"`
		Low    float64     `json:"low"`
		Likely float64     `json:"likely"`
		High   float64     `json:"high"`
		After  []string    `json:"after"`
		Needs  []work.Need `json:"needs"`
	} `json:"operations"`
	Capacity map[work.Need]int `json:"capacity"`
	Deadline *float64          `json:"deadline"`
}

type networkStep struct {
	ID      string  `json:"id"`
	Start   float64 `json:"start"`
	End     float64 `json:"end"`
	Minutes float64 `json:"minutes"`
	Slack   float64 `json:"slack"`
}

type networkOutput struct {
	Order    []networkStep `json:"order"`
	Chain    []string      `json:"longest_chain"`
	Chance   *float64      `json:"chance"`
	Whole    float64       `json:"whole"`
	Mean     float64       `json:"mean"`
	Spread   float64       `json:"standard_deviation"`
	Even     float64       `json:"time_50"`
	Likely   float64       `json:"time_80"`
	Deadline *float64      `json:"deadline"`
}

// mostOperations is how many a network may have.
const mostOperations = 2000

// networkOut prints how a bare network is laid out, by the means of its three estimates.
func networkOut(c *call, path string, seed uint64, runs int) error {
	text, err := c.read("network", path)
	if err != nil {
		return err
	}
	n, deadline, err := readNetwork(text)
	if err != nil {
		return inputError{err}
	}
	means := make([]float64, len(n.Operations))
	for i, o := range n.Operations {
		means[i] = o.Spread.Mean()
	}
	var trials []float64
	var untried error
	var trying sync.WaitGroup
	trying.Go(func() { trials, untried = n.Trial(work.Trials{Runs: runs, Seed: seed}) })
	laid, err := n.Lay(means, seed)
	trying.Wait()
	if err != nil {
		return inputError{err}
	}
	if untried != nil {
		return untried
	}
	times, chain, _ := work.Critical(n.Operations, means)
	out := networkOutput{Order: []networkStep{}, Chain: []string{}, Whole: laid.Whole, Deadline: deadline}
	for i, o := range n.Operations {
		out.Order = append(out.Order, networkStep{string(o.ID), laid.Start[i], laid.Start[i] + means[i], means[i], times[i].Slack})
	}
	for _, i := range chain {
		out.Chain = append(out.Chain, string(n.Operations[i].ID))
	}
	out.Mean, out.Spread = stat.MeanStdDev(trials, nil)
	if math.IsNaN(out.Spread) {
		out.Spread = 0
	}
	out.Even, out.Likely = stat.Quantile(0.5, stat.Empirical, trials, nil), stat.Quantile(0.8, stat.Empirical, trials, nil)
	if deadline != nil {
		chance := stat.CDF(*deadline, stat.Empirical, trials, nil)
		out.Chance = &chance
	}
	b, err := asJSON(out)
	if err != nil {
		return err
	}
	return c.write("-", b)
}

// readNetwork reads a network and says what is wrong with it, by the name of the operation.
func readNetwork(text []byte) (work.Network, *float64, error) {
	var in networkIn
	if err := strict(text, "the network", &in); err != nil {
		return work.Network{}, nil, err
	}
	if len(in.Operations) == 0 || len(in.Operations) > mostOperations {
		return work.Network{}, nil, fmt.Errorf("a network has between 1 and %d operations", mostOperations)
	}
	n := work.Network{Capacity: in.Capacity}
	for _, o := range in.Operations {
		if o.ID == "" {
			return n, nil, errors.New("an operation has no id")
		}
		if !(o.Low >= 0 && o.Low <= o.Likely && o.Likely <= o.High && o.High <= 1e9) {
			return n, nil, fmt.Errorf("operation %s: low, likely and high are times that rise from 0 on", o.ID)
		}
		s := work.Step{ID: work.ID(o.ID), Name: o.ID, Needs: o.Needs, Minutes: o.Likely}
		for _, a := range o.After {
			s.After = append(s.After, work.After{Step: work.ID(a)})
		}
		n.Operations = append(n.Operations, work.Operation{Step: s, Station: work.StationOf(s), Spread: work.Spread{Low: o.Low,
			Likely: o.Likely,
			High:   o.High}})
	}
	var err error
	n.Operations, err = work.InOrder(n.Operations)
	return n, in.Deadline, err
}
