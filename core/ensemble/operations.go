package ensemble

import (
	"fmt"
	"slices"
	"strings"

	"ardentgusset/core/making"
	"ardentgusset/core/work"
)

// School is a side taken where makers disagree about an order.
type School string

// Sleeves are set before the skirt is joined, so that there is less cloth to turn about, or after, when the waist fits.
// Seams are pressed as they are sewn, or all of them at once. Smocking is worked while the garment lies flat, or on the
// made-up one.
const (
	SleevesAfter School = "sleeves-after"
	PressAsYouGo School = "press-as-you-go"
	SmockMadeUp  School = "smock-made-up"
)

// SchoolAbout describes a disputed order and its other side.
type SchoolAbout struct {
	School       School
	Step         work.ID // the step of a garment that it is about
	Usual, Other string
}

// Schools are the disputed orders.
func Schools() []SchoolAbout {
	return []SchoolAbout{
		{SleevesAfter, work.ToWaist, "Sleeves before the skirt is joined: less cloth to turn about",
			"The skirt first: the sleeves are set when the " +
				"waist fits"},
		{PressAsYouGo, work.ToPress, "All seams sewn, then all pressed", "Each seam pressed before the next is sewn"},
		{SmockMadeUp, work.ToSmock, "Smocking before the garment is made up: it lies flat", "Smocking on the made-up garment: it is seen " +
			"how it sits"},
	}
}

// Extra is a step of the maker's own, of a garment or of a job beside them: a wig, shoes, the journey, a fitting.
type Extra struct {
	ID            work.ID
	Name, Job     string
	Layer         string // of the garment it belongs to, "" for a job beside them
	Technique     string // it is worked by, or ""
	Half          bool   // only the side that is seen is done
	Minutes       float64
	Needs         []work.Need
	After, Before []work.ID // operations
	Hours         float64   // that pass after it before what comes after it
	Done          bool
}

// Given is what the plan rests on beside the drafts.
type Given struct {
	Done    func(layer string, step work.ID) bool
	Spent   func(layer string, step work.ID) float64 // minutes so far
	Extras  []Extra
	Schools []School
	Pace    work.Pace
}

// least is how much of a step that was begun is left at least, as a part of its likely time (from memory).
const leastLeft = 0.1

// Operations are all steps of the ensemble as operations of a plan, in an order that keeps every reason. The error of a
// circle names its steps.
func Operations(stages []Stage, g Given) ([]work.Operation, error) {
	steps, err := Order(stages)
	if err != nil {
		return nil, err
	}
	names, threads := map[string]string{}, map[string]string{}
	for _, s := range stages {
		names[s.ID], threads[s.ID] = s.Name, s.Fabric.Colour
	}
	var out []work.Operation
	for _, s := range steps {
		o := work.Operation{Step: s.Step, Lane: s.Layer, Station: stationOf(s), Spread: work.Around(s.Step), Done: g.Done(s.Layer, s.Own)}
		o.After = slices.Clone(o.After)
		if o.Station == work.AtMachine || o.Station == work.AtOverlock {
			o.Thread = threads[s.Layer]
		}
		if s.Technique == "" { // what was clocked of a technique is in its time already
			o.Spread = o.Spread.Times(g.Pace.Of(o.Station))
		}
		whole := o.Spread.Likely
		if o.Spread = left(o.Spread, g.Spent(s.Layer, s.Own)); whole > 0 {
			o.Share = o.Spread.Likely / whole
		}
		out = append(out, o)
	}
	schooled(out, g.Schools)
	belated(out)
	if out, err = extended(out, g.Extras); err != nil {
		return nil, err
	}
	return work.InOrder(out)
}

// stationOf is where a step of a garment is done.
func stationOf(s LayerStep) work.Station {
	if strings.HasPrefix(s.Technique, "overlock") {
		return work.AtOverlock
	}
	return work.StationOf(s.Step)
}

// left is what of a step is still to do when so many minutes were spent on it.
func left(s work.Spread, spent float64) work.Spread {
	if spent <= 0 {
		return s
	}
	return work.Spread{Low: max(s.Low-spent, s.Low*leastLeft), Likely: max(s.Likely-spent, s.Likely*leastLeft),
		High: max(s.High-spent, s.High*leastLeft)}
}

// belated makes what comes too late as dear as it is: something that should follow it is done.
func belated(all []work.Operation) {
	at := map[work.ID]int{}
	for i, o := range all {
		at[o.ID] = i
	}
	dear := map[int]making.LateCost{}
	from := map[int]string{}
	for _, o := range all {
		if !o.Done {
			continue
		}
		lane, own := o.ID.Parts()
		for _, a := range o.After {
			k, ok := at[a.Step]
			if !ok || all[k].Done {
				continue
			}
			other, step := a.Step.Parts()
			if other != lane {
				continue // it was done over something that is not made yet: that costs a fitting, not a step
			}
			if c := making.Late(step, own); c.Why != "" && c.Times >= dear[k].Times {
				dear[k], from[k] = c, o.Name
			}
		}
	}
	for k, c := range dear {
		o := &all[k]
		more := o.Whole() * (c.Times - 1)
		o.Spread = o.Spread.Times(c.Times)
		o.Late = fmt.Sprintf("“%s” was done before it: %s", from[k], c.Why)
		if more >= 1 {
			o.Late += fmt.Sprintf(" (+%.0f min)", more)
		}
	}
}

// schooled takes the other side of disputed orders.
func schooled(all []work.Operation, schools []School) {
	at := map[work.ID]int{}
	for i, o := range all {
		at[o.ID] = i
	}
	for i := range all {
		lane, own := all[i].ID.Parts()
		key := func(step work.ID) work.ID { return step.In(lane) }
		switch {
		case own == work.ToWaist && slices.Contains(schools, SleevesAfter):
			k, ok := at[key(work.ToSleeve)]
			if !ok {
				continue
			}
			drop := func(a work.After) bool { return a.Step == key(work.ToSleeve) || a.Step == key(work.ToClose) }
			if slices.ContainsFunc(all[k].After, func(a work.After) bool { return a.Step == all[i].ID }) {
				continue
			}
			all[i].After = slices.DeleteFunc(all[i].After, drop)
			all[k].After = append(all[k].After, work.After{Step: all[i].ID, Why: "the waist fits before the sleeves are set"})
		case own == work.ToClose && slices.Contains(schools, SmockMadeUp):
			k, ok := at[key(work.ToSmock)]
			if !ok || all[k].Done {
				continue
			}
			for n, a := range all[i].After {
				if a.Step == all[k].ID {
					all[i].After = slices.Clone(all[i].After)
					all[i].After[n] = work.After{Step: key(work.ToGather), Why: "its pleats are drawn up and tied while it lies open"}
					all[k].After = append(slices.Clone(all[k].After), work.After{Step: all[i].ID,
						Why: "you smock the made-up garment"})
				}
			}
		case own == work.ToPress && slices.Contains(schools, PressAsYouGo):
			if k, ok := at[key(work.ToJoin)]; ok { // the iron stands by: its time goes to the seams
				moved := all[i].Minutes() - 1
				if moved > 0 && !all[i].Done && !all[k].Done {
					share := 1 / max(all[i].Minutes(), 1)
					all[k].Spread = work.Spread{Low: all[k].Spread.Low + all[i].Spread.Low*(1-share), Likely: all[k].Spread.Likely + moved,
						High: all[k].Spread.High + all[i].Spread.High*(1-share)}
					all[k].Needs = append(slices.Clone(all[k].Needs), work.Iron)
					all[i].Spread = work.Spread{Low: 1, Likely: 1, High: 2}
				}
			}
		}
	}
}

// extended adds the maker's own steps.
func extended(all []work.Operation, extras []Extra) ([]work.Operation, error) {
	at := map[work.ID]int{}
	for i, o := range all {
		at[o.ID] = i
	}
	for _, x := range extras {
		if _, twice := at[x.ID]; twice {
			return nil, fmt.Errorf("two steps are called %s", x.Name)
		}
		s := work.Step{ID: x.ID, Name: x.Name, Minutes: x.Minutes, Needs: x.Needs, Technique: x.Technique}
		if x.Half {
			s.Name += ", the side that is seen"
		}
		lane := x.Layer
		if lane == "" {
			lane = "job/" + x.Job
		}
		at[x.ID] = len(all)
		all = append(all, work.Operation{Step: s, Lane: lane, Station: work.StationOf(s), Spread: work.Around(s), Done: x.Done})
	}
	for _, x := range extras {
		for _, a := range x.After { // what is no longer part of the work is not waited for
			if k, ok := at[a]; ok && a != x.ID {
				all[at[x.ID]].After = append(all[at[x.ID]].After, work.After{Step: all[k].ID, Why: "you asked for it"})
			}
		}
		for _, b := range x.Before {
			if k, ok := at[b]; ok && b != x.ID {
				all[k].After = append(all[k].After, work.After{Step: x.ID, Why: "you asked for it", Hours: x.Hours})
			}
		}
	}
	return all, nil
}
