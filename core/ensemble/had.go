package ensemble

import (
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/notion"
	"ardentgusset/core/work"
)

// Had is how a maker comes by a layer.
type Had string

// The ways of coming by a layer.
const (
	ToMake   Had = "" // it is made
	Bought   Had = "bought"
	Borrowed Had = "borrowed"
	Owned    Had = "owned" // it is made and hangs there
)

// Fetching and trying on of what is not made, minutes (from memory).
const fetching, fitted = 60.0, 20.0

// Steps are the work of a layer: what its making takes, or what it takes to have it from elsewhere.
func (s *Stage) Steps() []work.Step {
	switch s.Had {
	case ToMake:
		return s.Draft.Steps
	case Owned:
		return nil
	}
	get := work.Step{ID: work.ToGet, Name: "Buy it ready made", Minutes: fetching}
	if s.Had == Borrowed {
		get.Name = "Borrow it"
	}
	girths := func(f figure.Figure) (text string) {
		for _, l := range []figure.Level{figure.Bust, figure.Waist, figure.Hip} {
			text += ", " + l.Label() + " " + measure.Tell(f.GirthAt(l))
		}
		return text[2:]
	}
	get.How = "What it goes over measures: " + girths(s.On) + "."
	if s.Draft.Wear.Shapes() {
		get.How += " With it on, the layers outside count on: " + girths(s.After) + "."
	}
	try := work.Step{ID: work.ToTryOn, Name: "Try it on", Minutes: fitted, Needs: []work.Need{work.Wearer},
		How: "Over what is worn under it, and sit, reach and climb a stair in it.", After: []work.After{{Step: work.ToGet,
			Why: "it must be there"}}}
	if s.Draft.Wear.Shapes() {
		try.How += " Then measure over it and enter the readings under their state: what lies outside is cut to them, and this one " +
			"was made for somebody else."
	}
	return []work.Step{get, try}
}

// have is a layer that is not made on the list of what is bought.
func (s Stage) have() []notion.Notion {
	if s.Had == Owned {
		return nil
	}
	n := notion.Notion{Kind: "garment", What: s.Name + ", ready made", Quantity: 1, Unit: "piece", Why: "it is bought, not made"}
	if s.Had == Borrowed {
		n.What, n.Why = s.Name+", borrowed", "what its owner asks for it, and cleaning"
	}
	return []notion.Notion{n}
}

// elsewhere is having a layer from elsewhere of which nothing was done yet.
func elsewhere(s Stage, all []work.Operation, outer bool) (Way, bool) {
	w := Way{Kind: GetIt, Layer: s.ID, What: "Borrow or buy: " + s.Name, Seen: 0.2, saves: map[work.ID]float64{},
		Costs: "it is not cut to this wearer"}
	if outer {
		w.Seen = 0.8
		w.Costs += ", and it is what is seen"
	}
	if s.Draft.Wear.Shapes() {
		w.Costs += "; what lies over it waits until it was measured"
	}
	if s.Had != ToMake || s.Layer.Cut != nil {
		return w, false
	}
	for _, o := range all {
		if o.Lane != s.ID {
			continue
		}
		if o.Done {
			return w, false
		}
		w.saves[o.ID] = o.Minutes()
		if len(w.saves) == 1 {
			w.saves[o.ID] -= fetching + fitted
		}
		w.Saves += w.saves[o.ID]
	}
	return w, w.Saves >= worthwhile
}
