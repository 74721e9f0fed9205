package reckon

import (
	"fmt"
	"math"

	"ardentgusset/core/closure"
	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
)

// Fastenings is buttons, hooks, snaps and loops along an opening.
type Fastenings struct{}

// About describes it.
func (Fastenings) About() About {
	return About{Name: "buttons", Title: "Buttons, hooks, snaps", What: "Even places with one where the strain is, none where there " +
		"may be none; " +
		"the hole, and the overlap.", Asked: "button spacing hook eye snap buttonhole ligne overlap even spacing fastener",
		Links: []Link{{"buttons", "count", "count"}, {"lap", "lap", "lap"}}}
}

// Parameters are what is asked about it.
func (Fastenings) Parameters() []draft.Parameter {
	list := []draft.Parameter{
		draft.OneOf("kind", "What", "", "button", "buttons", "hook", "hooks", "snap", "snaps"),
		length("long", "Opening", 20, 3000, 203.2, "From its top, sewing line to sewing line."),
		length("top", "First, from the top", 0, 400, 9.5, ""),
		length("bottom", "Last, from the bottom", 0, 1500, 9.5, ""),
		tally("count", "How many", 1, 200, 5, "One more is shown beside it."),
		length("anchor", "One must lie at", 0, 3000, 0, "From the top: the bust or waist. 0 for none."),
		length("second", "and one at", 0, 3000, 0, "0 for none."),
		length("from", "None may lie from", 0, 3000, 0, "A smocked yoke, a crossing seam. 0 for nowhere."),
		length("to", "to", 0, 3000, 0, "")}
	list = append(list, when("kind", []string{"button"},
		draft.OneOf("shape", "Shape", "", "flat", "flat", "ball", "ball or with a shank"),
		length("across", "Button, across", 3, 80, 12, ""), length("thick", "and thick", 0.5, 40, 3, ""))...)
	return append(list, length("lap", "Overlap there is, beyond the centre", 0, 200, 16, "On each side."))
}

// beyondSeam is how far from a forbidden stretch a fastener may lie, mm.
const beyondSeam = 1.0

// placed are the places of so many, moved out of where none may lie; moved counts those.
func placed(v draft.Values, n int) (at []float64, moved int) {
	long, top, bottom := v.Number("long"), v.Number("top"), v.Number("bottom")
	if n == 1 {
		at = []float64{top}
	} else {
		var anchors []float64
		for _, key := range []draft.Key{"anchor", "second"} {
			if x := v.Number(key); x > 0 {
				anchors = append(anchors, x)
			}
		}
		at = closure.Anchored(top, long-bottom, n, anchors...)
	}
	from, to := v.Number("from"), v.Number("to")
	for i, x := range at {
		if to > from && x > from-beyondSeam && x < to+beyondSeam {
			moved++
			if x-from < to-x && from-beyondSeam >= 0 {
				at[i] = from - beyondSeam
			} else {
				at[i] = min(to+beyondSeam, long)
			}
		}
	}
	return at, moved
}

// nearest is the place nearest to another.
func nearest(at []float64, x float64) float64 {
	best := at[0]
	for _, a := range at {
		if math.Abs(a-x) < math.Abs(best-x) {
			best = a
		}
	}
	return best
}

// Reckon does the sum.
func (Fastenings) Reckon(v draft.Values) (a Answer, err error) {
	long, n := v.Number("long"), v.Whole("count")
	span := long - v.Number("top") - v.Number("bottom")
	if span < 0 {
		return a, wrong(v, "bottom", "the last would lie above the first: at most %s", measure.Tell(max(long-v.Number("top"), 0)))
	}
	if v.Number("anchor") > long || v.Number("second") > long {
		return a, wrong(v, "anchor", "it lies beyond the opening: at most %s", measure.Tell(long))
	}
	if f, t := v.Number("from"), v.Number("to"); t > 0 && (t < f || t > long || t-f >= long-2*beyondSeam) {
		return a, wrong(v, "to", "it ends between where it begins and the end of the opening, and leaves room beside it")
	}
	across := 0.0
	if v.Has("across") {
		across = v.Number("across")
	}
	if n > 1 && span/float64(n-1) < max(across, 4) {
		return a, wrong(v, "count", "there is room for %d at most", int(span/max(across, 4))+1)
	}
	at, moved := placed(v, n)
	more, _ := placed(v, n+1)
	a.put("count", "In all", Count, float64(len(at)), "as asked, as near as what must carry one lets", figure.Practice)
	if n > 1 {
		a.put("spacing", "Spacing", Fine, span/float64(n-1), "between first and last, over one less than there are", figure.Geometry)
		a.sum("(%s − %s − %s) ÷ %d = %s", measure.Tell(long), measure.TellFine(v.Number("top")), measure.TellFine(v.Number("bottom")), n-1,
			measure.TellFine(span/float64(n-1)))
	}
	a.put("one_more", "One more: spacing", Fine, span/float64(max(n, 1)), "the same with one more", figure.Geometry)
	if v.Has("across") {
		a.buttoned(v, across)
	}
	for _, key := range []draft.Key{"anchor", "second"} {
		x := v.Number(key)
		if near := nearest(at, x); x > 0 && math.Abs(near-x) > 1 {
			a.note(true, "None lies where one must",
				"At %s it would stand only %s from the one at %s: leave that one out, or move first or "+
					"last.", measure.Tell(x), measure.TellFine(math.Abs(near-x)), measure.Tell(near))
		}
	}
	if moved > 0 {
		a.note(false, "Moved out of the way", "%s would lie where none may: set a snap or a hook there by hand where it gapes.",
			measure.Count(moved, "one", "of them"))
	}
	if v.Choice("kind") == "button" {
		a.note(false, "Mark through the holes", "Work the holes first, close the opening flat, and mark each button through its hole.")
	}
	a.besideEachOther(v, at, more)
	if f := closure.FoldedCount(n); f == n && v.Number("anchor") == 0 {
		a.Folds = "Mark the first and the last on a strip of paper, fold one to the other and crease, and again: each crease is a place."
	} else {
		a.Folds = fmt.Sprintf("By folding alone there come %d: mark first and last on paper, fold one to the other, and again.", f)
	}
	return a, nil
}

// buttoned is the hole and the overlap that a button wants.
func (a *Answer) buttoned(v draft.Values, across float64) {
	hole := closure.Buttonhole(across, v.Number("thick"), v.Choice("shape") == "ball")
	why := "its diameter and thickness, and a little"
	if v.Choice("shape") == "ball" {
		why = "half round it, and a little: a strip wrapped round it, halved"
	}
	a.put("hole", "Buttonhole", Fine, hole, why, figure.Practice)
	a.put("ligne", "Size in lignes", Count, across/closure.Ligne, "40 to the inch", figure.Practice)
	need := across/2 + closure.Lap
	a.put("lap", "Overlap needed beyond the centre", Fine, need, "half a button, and to the edge", figure.Practice)
	if has := v.Number("lap"); has < need {
		a.note(true, "The overlap is narrow", "There are %s; a button of %s wants %s on each side.", measure.TellFine(has),
			measure.TellFine(across), measure.TellFine(need))
	}
}

// besideEachOther are the places of two counts, as strips and drawn.
func (a *Answer) besideEachOther(v draft.Values, at, more []float64) {
	long := v.Number("long")
	strips := []Strip{{Name: fmt.Sprintf("With %d", len(at)), Long: long}, {Name: fmt.Sprintf("With %d", len(more)), Long: long}}
	for k, list := range [][]float64{at, more} {
		for i, x := range list {
			strips[k].Marks = append(strips[k].Marks, StripMark{x, fmt.Sprint(i + 1), Place})
		}
	}
	a.Strips = strips
	wide := max(long/9, 20)
	for k, list := range [][]float64{at, more} {
		x := float64(k) * wide * 2
		a.box(Cloth, fmt.Sprint(len(list)), x, -long, wide, long)
		if f, t := v.Number("from"), v.Number("to"); t > f {
			a.box(Other, "", x, -t, wide, t-f)
		}
		for _, d := range list {
			a.draw(Point, "", pt(x+wide/2, -d))
		}
	}
	a.up(measure.Tell(long), -wide*0.4, -long, long)
}
