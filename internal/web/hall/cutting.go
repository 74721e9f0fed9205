package hall

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"ardentgusset/core/ensemble"
	"ardentgusset/core/lay"
	"ardentgusset/core/measure"
	"ardentgusset/core/work"
	"ardentgusset/internal/store"
)

// GuardView is what is asked before dear cloth is cut.
type GuardView struct {
	State  store.State
	Checks []guardCheck
	Money  float64 // the cloth that would be spoiled
	Cloths []string
	Grave  []string // what speaks against cutting now
	Asked  bool     // it was sent with something left open
}

// guardCheck is one thing to look at before cutting.
type guardCheck struct {
	Key, Label, How string
	Done            bool
	Ticks           []work.ID // the steps that are done when it is so
}

// checks are asked of every layer before its cloth is cut.
func checks(stage *ensemble.Stage, p *Head) []guardCheck {
	out := []guardCheck{
		{Key: "washed", Label: "The cloth is washed, or never will be",
			How:   "Washed and pressed as the garment will be. Cloth that shrinks after cutting can’t be helped.",
			Ticks: []work.ID{work.ToWash}},
		{Key: "width", Label: "I measured its width", How: "Between the selvedges, in three places, after washing."},
	}
	nap := false
	for _, u := range stage.Uses() {
		along, across := u.Fabric.Shrinks()
		out[0].How += fmt.Sprintf(" %s: reckoned with %.0f %% along and %.0f across.", u.Fabric, along*100, across*100)
		out[1].How += fmt.Sprintf(" %s: reckoned with %s.", u.Fabric, u.Fabric.Washed().In(p.Unit))
		nap = nap || u.Fabric.Nap
	}
	if nap {
		out = append(out, guardCheck{Key: "nap", Label: "An arrow is chalked on the cloth for its nap",
			How: "Stroke it: every piece’s top must point the same way."})
	} else {
		out = append(out, guardCheck{Key: "nap", Label: "It has no nap, sheen or one-way print",
			How: "Look at it from both ends in daylight. If it has one, say so on the Cloth page: the lay changes."})
	}
	n, flaws := 0, 0
	for _, u := range stage.Uses() {
		for _, k := range u.Counts {
			n += k
		}
		for _, cut := range u.Fabric.Pieces() {
			flaws += len(cut.Flaws)
		}
	}
	if flaws > 0 {
		out = append(out, guardCheck{Key: "flaws", Label: "Every flaw I can find is marked",
			How: "Hold it to the light: the lay keeps clear of the flaws that are marked, and only of those."})
	}
	if rec := p.E.Layer.Rec; rec.Spool > 0 && stage.Making.Thread() > rec.Spool {
		out = append(out, guardCheck{Key: "thread", Label: "I know that the special thread will not last",
			How: fmt.Sprintf("%s are in hand and %s are needed, ends counted in: a spool that runs out can’t be matched.",
				measure.TellLong(rec.Spool*1000), measure.TellLong(stage.Making.Thread()*1000))})
	}
	if guessed := estimatedUnder(p); len(guessed) > 0 {
		out = append(out, guardCheck{Key: "estimated", Label: "I cut although some readings are only estimated",
			How: "Nobody measured " + strings.Join(guessed, ", ") + ". Measure them first if the wearer is at hand."})
	}
	if below := unfinishedBeneath(p); len(below) > 0 {
		out = append(out, guardCheck{Key: "beneath", Label: "I cut although what is worn under it is not finished",
			How: strings.Join(below, ", ") + " still to be made: what is fitted over the real thing fits."})
	}
	if i := slices.IndexFunc(stage.Steps(), func(s work.Step) bool { return s.ID == work.ToMockUp }); i >= 0 &&
		!p.E.Layer.Rec.Ticked(work.ToMockUp) {
		out = append(out, guardCheck{Key: "mock-up", Label: "The mock-up was tried on, and what it changed is in this draft",
			How: stage.Steps()[i].How + " What it would have shown is altered in the cloth otherwise.", Ticks: []work.ID{work.ToMockUp}})
	}
	if others := othersOn(p); len(others) > 0 {
		out = append(out, guardCheck{Key: "others", Label: "I know what else is to be cut from this cloth",
			How: strings.Join(others, ", ") + ": after this cut they are laid on what is left."})
	}
	return append(out,
		guardCheck{Key: "pieces", Label: "All pieces are there",
			How: fmt.Sprintf("Lay every pattern piece on the cloth before the first cut: %d in all, counting copies.", n)},
		guardCheck{Key: "grain", Label: "Both ends of every grain line are equally far from the selvedge",
			How: "Measure with a ruler, piece by piece; the lay’s printed sheet has the distances."})
}

// estimatedUnder are the readings a layer's draft rests on that nobody took.
func estimatedUnder(p *Head) []string {
	var out []string
	for _, n := range figureNotes(p.E.Bare) {
		if n.Title == estimatedTitle {
			out = append(out, strings.TrimSuffix(strings.TrimPrefix(n.Text, "Nobody measured "), ". What you see rests on an estimate."))
		}
	}
	return out
}

// unfinishedBeneath are the layers under the chosen one that shape the figure
// and are not made yet.
func unfinishedBeneath(p *Head) []string {
	var out []string
	for i := range p.E.Stages {
		rec := p.E.Rec.Layers[i]
		if rec.ID == p.E.Layer.Rec.ID {
			break
		}
		if p.E.Stages[i].Draft.Wear.Shapes() && rec.State != store.Sewn && rec.State != store.WornNow {
			out = append(out, rec.Name)
		}
	}
	return out
}

// othersOn are the other layers of this ensemble that are to be cut from a cloth
// the chosen one is cut from.
func othersOn(p *Head) []string {
	mine := map[uint]bool{}
	for _, u := range p.E.Layer.Stage.Uses() {
		mine[u.Stash] = u.Stash > 0
	}
	var out []string
	for i := range p.E.Stages {
		rec := p.E.Rec.Layers[i]
		if rec.ID == p.E.Layer.Rec.ID || rec.CutHash != "" || p.E.Stages[i].Err != nil {
			continue
		}
		for _, u := range p.E.Stages[i].Uses() {
			if u.Stash > 0 && mine[u.Stash] {
				out = append(out, rec.Name)
				break
			}
		}
	}
	return out
}

// ViewGuard is what must be sure before a layer is cut.
func (s *Hall) ViewGuard(c *Call, p *Head) GuardView {
	stage := p.E.Layer.Stage
	v := GuardView{State: store.State(c.DefaultQuery("state", string(store.Cut)))}
	if !v.State.Made() {
		v.State = store.Cut
	}
	v.Checks = checks(stage, p)
	for _, u := range stage.Uses() {
		sheets, ok := stage.Sheets(u, func(j lay.Job) (lay.Result, bool) { return s.Lays.Get(c.Ctx(), j) })
		length := measure.Length(0)
		if ok {
			need := stage.Need(u, sheets, p.Unit)
			length = need.Used + need.Buy
			if len(ensemble.Unplaced(sheets)) > 0 {
				v.Grave = append(v.Grave, fmt.Sprintf("%s does not reach for every piece.", u.Fabric))
			}
		}
		cost := u.Fabric.Cost(length)
		v.Money += cost
		v.Cloths = append(v.Cloths, fmt.Sprintf("%s, %s", u.Fabric, length.In(p.Unit)))
	}
	for _, n := range stage.Draft.Notes {
		if n.Grave {
			v.Grave = append(v.Grave, n.Title)
		}
	}
	v.Money = math.Round(v.Money*100) / 100
	return v
}

// sure tells whether everything that is asked before cutting was answered, and
// where to ask it when not.
func (s *Hall) sure(c *Call, e store.Ensemble, l store.Layer, stage *ensemble.Stage, p *Head, state store.State) (ask string, ok bool) {
	ask = fmt.Sprintf("/ensembles/%d/layers/%d/guard?state=%s", e.ID, l.ID, state)
	sent, open := c.PostForm("asked") != "", false
	for _, check := range checks(stage, p) {
		if c.PostForm(check.Key) != "" {
			sent = true
			ask += "&" + check.Key + "=yes"
		} else {
			open = true
		}
	}
	if sent {
		ask += "&asked=yes"
	}
	return ask, !open
}
