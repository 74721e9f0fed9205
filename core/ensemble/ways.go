package ensemble

import (
	"cmp"
	"fmt"
	"maps"
	"slices"
	"sort"
	"strings"

	"ardentgusset/core/draft"
	"ardentgusset/core/making"
	"ardentgusset/core/measure"
	"ardentgusset/core/technique"
	"ardentgusset/core/work"
)

// WayKind is how a way out is taken.
type WayKind string

const (
	ByTechnique WayKind = "technique" // another technique for all that is alike in a layer
	ByDraft     WayKind = "draft"     // less of something in the draft: fewer tiers, a narrower hem
	LeaveOut    WayKind = "leave"     // without a layer
	InBatches   WayKind = "batches"   // by station, with fewer changes of tools
	GetIt       WayKind = "get"       // borrow a layer, or buy it
	OtherStep   WayKind = "step"      // a step of the maker's own, done another way
	LeaveSteps  WayKind = "unplan"    // without a step of the maker's own, or a whole job beside the costume
)

// Way is a way to be done sooner, before it is taken.
type Way struct {
	Kind    WayKind
	What    string // what would be done
	Costs   string // what it costs: how it is seen, and whether it lasts
	Layer   string
	Row, To string    // of another technique: what it is for, or the maker's own step, and its key
	Steps   []work.ID // the maker's own steps that are left out
	// Settings are those of the draft that would be changed.
	Settings draft.Settings
	Saves    float64 // minutes
	Seen     float64 // 0 where nobody sees it, 1 where everybody does
	saves    map[work.ID]float64
}

// worthwhile is the least that is worth a change, minutes, and change what a change of tools takes (from memory).
const worthwhile, change = 10.0, 2.0

// Ways are the ways out of being late that the drafts know, the ones that save the most for what is seen of them first.
func Ways(stages []Stage, p Plan, all []work.Operation, extras []Extra, batched bool) []Way {
	done := map[work.ID]bool{}
	for _, o := range all {
		done[o.ID] = o.Done
	}
	out := append(instead(extras, all), unplanned(extras, all)...)
	for i, s := range stages {
		if s.Err != nil {
			continue
		}
		outer := i == len(stages)-1
		if w, ok := elsewhere(s, all, outer); ok {
			out = append(out, w)
		}
		if s.Had != ToMake {
			continue
		}
		out = append(out, simpler(s, p.Maker, done, outer)...)
		out = append(out, s.lesser(p, outer)...)
		if w, ok := without(s, all, outer); ok {
			out = append(out, w)
		}
	}
	if !batched {
		if other, err := work.Batched(all); err == nil {
			now, nowThreads := work.Changes(all)
			then, thenThreads := work.Changes(other)
			if saved := float64(now+nowThreads-then-thenThreads) * change; saved >= worthwhile {
				out = append(out, Way{Kind: InBatches, What: "Work in batches by station: pin all, sew all, press all",
					Costs: fmt.Sprintf("%d changes of tool or thread instead of %d; more lies about half done", then+thenThreads,
						now+nowThreads), Saves: saved})
			}
		}
	}
	worth := func(w Way) float64 {
		switch w.Kind {
		case GetIt: // it costs money, or a favour
			return w.Saves * 0.2 * (1 - 0.6*w.Seen)
		case LeaveOut: // the last thing to do
			return w.Saves * 0.1 * (1 - 0.6*w.Seen)
		case LeaveSteps: // somebody wanted them
			return w.Saves * 0.15 * (1 - 0.6*w.Seen)
		}
		return w.Saves * (1 - 0.6*w.Seen)
	}
	sort.SliceStable(out, func(a, b int) bool { return worth(out[a]) > worth(out[b]) })
	return out
}

// simpler are quicker techniques for what is alike in a layer.
func simpler(s Stage, maker making.Maker, done map[work.ID]bool, outer bool) []Way {
	thick := float64(s.Fabric.Thickness)
	groups := map[string][]making.Row{}
	var keys []string
	for _, r := range s.Making.Rows {
		if done[making.StepOf(r).In(s.ID)] || r.Minutes < 1 {
			continue
		}
		if groups[r.Like] == nil {
			keys = append(keys, r.Like)
		}
		groups[r.Like] = append(groups[r.Like], r)
	}
	var out []Way
	for _, key := range keys {
		rows := groups[key]
		first := rows[0]
		var best Way
		for _, t := range technique.Rank(first.Of, first.Situation, technique.Quick) {
			if t.Key == first.Technique.Key || t.Score < -4 || t.Fit.Strong < first.Situation.Strain { // what gives way is no way out
				continue
			}
			w := Way{Kind: ByTechnique, Layer: s.ID, Row: key, To: t.Key, saves: map[work.ID]float64{}}
			for _, r := range rows {
				as := r.As(t.Technique, thick, maker)
				w.Saves += r.Minutes + r.FinishMinutes - as.Minutes - as.FinishMinutes
				w.saves[making.StepOf(r).In(s.ID)] += r.Minutes - as.Minutes
				w.saves[work.ToFinish.In(s.ID)] += r.FinishMinutes - as.FinishMinutes // their allowances are finished in a step of its own
			}
			if w.Saves < worthwhile || w.Saves <= best.Saves {
				continue
			}
			w.What = fmt.Sprintf("%s: %s in place of %s, %s", s.Name, inSentence(t.Name), inSentence(first.Technique.Name),
				inSentence(first.Name))
			if len(rows) > 1 {
				w.What += " and " + measure.Count(len(rows)-1, "other like it", "others like it")
			}
			w.Seen = 0.15
			w.Costs = "nobody sees it"
			if first.Situation.Seen && outer {
				w.Seen, w.Costs = 0.7, "it is seen"
			} else if first.Situation.Seen {
				w.Seen, w.Costs = 0.4, "it is seen a little"
			}
			if len(t.Against) > 0 {
				w.Costs += "; " + t.Against[0]
			}
			best = w
		}
		if best.To != "" {
			out = append(out, best)
		}
	}
	return out
}

// lesser are settings of the draft that leave less to sew, of a layer that is not cut: the garment says what may be less.
func (s Stage) lesser(p Plan, outer bool) []Way {
	if s.Layer.Cut != nil || s.Garment == nil || s.hands != nil {
		return nil
	}
	was := map[work.ID]float64{}
	for _, st := range s.Making.Steps {
		was[st.ID] = st.Minutes
	}
	var out []Way
	try := func(what, costs string, settings draft.Settings) {
		w := Way{Kind: ByDraft, Layer: s.ID, What: s.Name + ": " + inSentence(what), Costs: strings.TrimSuffix(inSentence(costs), "."),
			Settings: settings, Seen: 0.4}
		if outer {
			w.Seen = 0.7
		}
		if w.saves = s.saved(p, was, settings); w.saves == nil {
			return
		}
		for _, saved := range w.saves {
			w.Saves += saved
		}
		if w.Saves >= worthwhile {
			out = append(out, w)
		}
	}
	for _, a := range s.Garment.Parameters() {
		if !s.Values.Has(a.Key) {
			continue
		}
		if a.Saves != "" {
			if all := s.lessened(s.Values.Get(a.Key)); len(all) > 0 {
				most := all[len(all)-1]
				try(most.Title, most.Why, most.Settings)
			}
		}
		if a.Sooner != nil {
			now := s.Values.Get(a.Key)
			if to := min(max(a.Sooner.To(now.Number), now.Low), now.High); to != now.Number {
				try(a.Sooner.What, a.Sooner.Costs, draft.Settings{a.Key: to})
			}
		}
	}
	return out
}

// saved are the minutes of each step that settings save, against those it takes now; nil where it can't be drafted so.
func (s Stage) saved(p Plan, was map[work.ID]float64, settings draft.Settings) map[work.ID]float64 {
	set := maps.Clone(s.Settings)
	if set == nil {
		set = draft.Settings{}
	}
	maps.Copy(set, settings)
	v, wrong := draft.Settle(s.Garment, s.On, set)
	if len(wrong) > 0 {
		return nil
	}
	d, err := draft.Make(s.Garment, s.On, v, s.Fabric)
	if err != nil {
		return nil
	}
	out := map[work.ID]float64{}
	m := making.Of(s.toMake(d), s.choices(p.Sewn), p.Maker)
	for _, st := range m.Steps {
		out[st.ID.In(s.ID)] = was[st.ID] - st.Minutes
	}
	for id, minutes := range was {
		if !slices.ContainsFunc(m.Steps, func(st work.Step) bool { return st.ID == id }) {
			out[id.In(s.ID)] = minutes
		}
	}
	return out
}

// unplanned are the maker's own steps, each left out, and whole jobs that go on beside the costume.
func unplanned(extras []Extra, all []work.Operation) (out []Way) {
	left := map[work.ID]float64{}
	for _, o := range all {
		if !o.Done {
			left[o.ID] = o.Minutes()
		}
	}
	jobs := map[string]int{} // where in out
	for _, x := range extras {
		minutes, open := left[x.ID]
		if !open {
			continue
		}
		if k, ok := jobs[x.Job]; ok && x.Layer == "" && x.Job != "" {
			w := &out[k]
			w.Steps, w.Saves = append(w.Steps, x.ID), w.Saves+minutes
			w.saves[x.ID] = minutes
			w.What = "Leave out the whole job: " + x.Job
			continue
		}
		w := Way{Kind: LeaveSteps, What: "Leave out: " + x.Name, Costs: "it was you who wanted it", Layer: x.Layer, Steps: []work.ID{x.ID},
			Saves: minutes, Seen: 0.4, saves: map[work.ID]float64{x.ID: minutes}}
		if x.Layer == "" {
			w.Costs, w.Seen = "it is no part of the costume; whoever waits for it must be told", 0
			if x.Job != "" {
				jobs[x.Job] = len(out)
				w.What += ", of " + x.Job
			}
		}
		out = append(out, w)
	}
	return slices.DeleteFunc(out, func(w Way) bool { return w.Saves < worthwhile })
}

// without is leaving a layer out that nothing was done of yet.
func without(s Stage, all []work.Operation, outer bool) (Way, bool) {
	w := Way{Kind: LeaveOut, Layer: s.ID, What: "Leave out: " + s.Name, Seen: 0.4, saves: map[work.ID]float64{},
		Costs: "what lies over it is drafted anew to a figure without it"}
	if outer {
		w.Seen, w.Costs = 1, "it is what is seen of the costume"
	}
	for _, o := range all {
		if o.Lane == s.ID {
			if o.Done {
				return w, false
			}
			w.Saves += o.Minutes()
			w.saves[o.ID] = o.Minutes()
		}
	}
	return w, w.Saves >= worthwhile && !s.Draft.Wear.Shapes()
}

// Try is the plan as it would be with a way taken.
func (w Way) Try(all []work.Operation) []work.Operation {
	out := slices.Clone(all)
	if w.Kind == InBatches {
		if other, err := work.Batched(all); err == nil {
			out = slices.Clone(other)
		}
		part := 1 - w.Saves/max(total(out), 1)
		for i := range out {
			out[i].Spread = out[i].Spread.Times(part)
		}
		return out
	}
	for i := range out {
		if saved, ok := w.saves[out[i].ID]; ok && out[i].Minutes() > 0 {
			part := max(1-saved/out[i].Minutes(), 0) // one step may take longer for it
			out[i].Spread = out[i].Spread.Times(part)
		}
	}
	return out
}

// TryAll is the plan as it would be with several ways taken; to work in batches comes last, whatever is left then.
func TryAll(ways []Way, all []work.Operation) []work.Operation {
	for _, last := range []bool{false, true} {
		for _, w := range ways {
			if (w.Kind == InBatches) == last {
				all = w.Try(all)
			}
		}
	}
	return all
}

// Enough are the fewest of the ways that together bring the chance of a plan to what is wanted, the first of them as long as one is
// missing, and then without those that are seen most and are not needed; all of them where they are not enough together. reached is
// what they bring it to.
func Enough(ways []Way, all []work.Operation, want float64, chance func([]work.Operation) (float64, error)) (set []Way, reached float64,
	err error) {
	left := total(all)
	for _, w := range ways {
		if w.whole() && slices.ContainsFunc(set, func(o Way) bool { return o.whole() && o.Layer == w.Layer }) {
			continue // it is gone already
		}
		with := TryAll(append(set, w), all)
		now := total(with)
		if len(set) > 0 && left-now < 1 { // what it saves another saves already
			continue
		}
		left = now
		if reached, err = chance(with); err != nil {
			return nil, 0, err
		}
		if set = append(set, w); reached >= want {
			break
		}
	}
	if reached < want {
		return set, reached, nil
	}
	bySeen := slices.Clone(set)
	slices.SortStableFunc(bySeen, func(a, b Way) int { return cmp.Compare(b.Seen, a.Seen) })
	for _, w := range bySeen {
		fewer := slices.DeleteFunc(slices.Clone(set), func(o Way) bool { return o.What == w.What })
		now, err := chance(TryAll(fewer, all))
		if err != nil {
			return nil, 0, err
		}
		if len(fewer) > 0 && now >= want {
			set, reached = fewer, now
		}
	}
	return set, reached, nil
}

// whole tells whether a way spares a layer altogether.
func (w Way) whole() bool { return w.Kind == GetIt || w.Kind == LeaveOut }

func total(all []work.Operation) (sum float64) {
	for _, o := range all {
		if !o.Done {
			sum += o.Minutes()
		}
	}
	return sum
}

// inSentence is a name within a sentence.
func inSentence(name string) string {
	if name == "" {
		return ""
	}
	return strings.ToLower(name[:1]) + name[1:]
}
