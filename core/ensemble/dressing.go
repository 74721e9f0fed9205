package ensemble

import (
	"fmt"
	"strings"

	"ardentgusset/core/closure"
	"ardentgusset/core/draft"
	"ardentgusset/core/measure"
)

// Donning is how one layer of a stack is put on, over those beneath it.
type Donning struct {
	Stage *Stage
	How   draft.Manner
	// Needs is what must pass through it, Passes what does, mm; both are 0 where nothing must.
	Needs, Passes float64
	At            draft.Place
	With          string // what closes it: "14 hooks and eyes", "" for nothing
	// Helper is why it takes a second person, "" when it does not.
	Helper string
	// Before is what comes before it, "" for nothing.
	Before string
	// Over is set where it closes right over the closure of a layer beneath: that layer.
	Over *Stage
}

// long is how many fasteners make an opening that runs down the body; fewer hold a band (from memory).
const long = 5

// helped is how many fasteners behind one cannot close alone (common practice, no source).
const helped = 15

// Dressing is the order in which a stack is put on, from the skin out, with how each layer is got into. Layers
// that can't be drafted are left out.
func Dressing(stages []Stage) []Donning {
	var out []Donning
	shod := false
	closed := map[draft.Place]*Stage{}
	for i := range stages {
		s := &stages[i]
		if s.Err != nil {
			continue
		}
		e := s.Draft.Entry
		if !e.Given() { // cut before garments said so: as it would be now
			if e = s.Now.Entry; !e.Given() {
				continue
			}
		}
		o := Donning{Stage: s, At: e.At, With: closings(s.Draft)}
		o.How, o.Needs, o.Passes = e.Way(s.On)
		count := fasteners(s.Draft)
		laced := laced(s.Draft)
		switch {
		case e.At == draft.AtBack && laced && e.Through:
			o.Helper = "it laces behind"
		case e.At == draft.AtBack && count >= helped:
			o.Helper = fmt.Sprintf("it closes behind with %s", o.With)
		}
		if !shod && (s.Draft.Wear.LaceTo > 0 || len(s.Draft.Bones) > 0) {
			shod = true
			o.Before = "Stockings and shoes or boots before it: once it is closed it is hard to bend down."
		}
		if e.At != draft.NoPlace && (count >= long || laced) {
			// Only the nearest closure beneath at the same place is felt.
			if under := closed[e.At]; under != nil && s.over(under) {
				o.Over = under
			}
			closed[e.At] = s
		}
		out = append(out, o)
	}
	return out
}

// Piled are the layers whose bands close at one place, one over the other, where there are several: by place, from
// the skin out.
func Piled(all []Donning) map[draft.Place][]*Stage {
	out := map[draft.Place][]*Stage{}
	for _, o := range all {
		if n := fasteners(o.Stage.Draft); o.At != draft.NoPlace && n > 0 && n < long {
			out[o.At] = append(out[o.At], o.Stage)
		}
	}
	for at, s := range out {
		if len(s) < 2 {
			delete(out, at)
		}
	}
	return out
}

// over tells whether a stage's garment lies over the place where another is closed: both reach over one level.
func (s *Stage) over(under *Stage) bool {
	top, bottom := s.Draft.Wear.Reach()
	from, to := under.Draft.Wear.Reach()
	return min(bottom, to)-max(top, from) > 10
}

// laced tells whether the draft is closed by a lace.
func laced(d draft.Draft) bool {
	for _, l := range d.Laces {
		if l.Piece != "" || len(l.Left) > 0 {
			return true
		}
	}
	return false
}

// fasteners is how many are to be closed.
func fasteners(d draft.Draft) (n int) {
	for _, f := range d.Fastenings {
		if f.Kind != closure.Zips {
			n += f.Count
		}
	}
	return n
}

// closings says what closes a garment.
func closings(d draft.Draft) string {
	names := map[closure.Fastener][2]string{closure.Hooks: {"hook", "hooks"}, closure.Buttons: {"button", "buttons"},
		closure.Loops: {"loop", "loops"}, closure.Zips: {"zip", "zips"}}
	order := []closure.Fastener{closure.Hooks, closure.Buttons, closure.Loops, closure.Zips}
	count := map[closure.Fastener]int{}
	for _, f := range d.Fastenings {
		count[f.Kind] += f.Count
	}
	var out []string
	for _, k := range order {
		if n := count[k]; n > 0 {
			out = append(out, measure.Count(n, names[k][0], names[k][1]))
		}
	}
	if laced(d) {
		out = append(out, "a lace")
	}
	return strings.Join(out, ", ")
}

// QuickWayOut tells whether the wearer can't get out of a stack alone and fast: laced in, and closed behind by more
// than she reaches. What is laced there can be cut; somebody must be near who knows.
func QuickWayOut(all []Donning) bool {
	laced, behind := false, false
	for _, o := range all {
		laced = laced || o.Stage.Draft.Wear.LaceTo > 0
		behind = behind || o.Helper != ""
	}
	return laced && behind
}
