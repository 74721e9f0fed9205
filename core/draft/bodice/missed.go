package bodice

import (
	"fmt"
	"math"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/surface"
)

// missedBy is how far a ring may be out of what it is meant to measure before it is said, mm.
const missedBy = 1.5

// triesAtMost is how many changes of settings are tried where a ring does not come out as it is meant: each is drafted as often as
// the garment was.
const triesAtMost = 6

// furthest is the ring at one of the named heights that is furthest from what it is meant to measure, and by how much, mm: less than
// nothing where it is smaller.
func furthest(d *draft.Draft, heights map[figure.Level]float64) (worst draft.Around, at figure.Level, by float64) {
	for i, g := range d.Girths {
		name, near := figure.Bust, i == 0
		for _, l := range figure.Levels() {
			if z, ok := heights[l]; ok && math.Abs(z+g.Drop) < 1 {
				name, near = l, true
			}
		}
		if off := g.Made - g.Meant; near && math.Abs(off) > math.Abs(by) {
			worst, at, by = g, name, off
		}
	}
	return worst, at, by
}

// missed says which ring does not come out as it is meant, gravely where it is smaller than what it goes round, and offers
// what does, tried.
func missed(d *draft.Draft, form *surface.Form, v draft.Values, drawn drawing) {
	if form == nil || len(d.Girths) == 0 {
		return
	}
	ring, at, by := furthest(d, form.Levels)
	if math.Abs(by) <= missedBy {
		return
	}
	than, grave := "larger", ring.Made < ring.Over-missedBy && ring.Meant >= ring.Over
	if by < 0 {
		than = "smaller"
	}
	title := "It comes out " + than + " than meant at the " + at.Label()
	text := fmt.Sprintf("Sewn, its pieces measure %s there, %s %s than meant; what is worn under it measures %s. Drawn again and again "+
		"with more or less asked of it there, it comes no nearer on this body: fit it there on the mock-up.", measure.Tell(ring.Made),
		measure.TellFine(math.Abs(by)), than, measure.Tell(ring.Over))
	for _, change := range remedies(v, at) {
		set := draft.Settings{change.key: change.number}
		other, form, err := settled(v.Changed(change.key, change.number), drawn)
		if err != nil || form == nil {
			continue
		}
		if _, _, still := furthest(&other, form.Levels); math.Abs(still) <= missedBy {
			p := v.Get(change.key).Parameter
			d.Offer(grave, title, text, fmt.Sprintf("%s: %s", p.Label, p.Tell(change.number)), set)
			return
		}
	}
	d.Remark(grave, title, text)
}

// remedy is another number of a setting.
type remedy struct {
	key    draft.Key
	number float64
}

// remedies are the changes that can bring a ring out as it is meant, the smallest first: another ease at that height, then at
// the others, which leaves its seams and darts another share.
func remedies(v draft.Values, at figure.Level) (out []remedy) {
	add := func(key draft.Key, by float64) {
		if !v.Has(key) {
			return
		}
		val := v.Get(key)
		n := math.Round((val.Number+by)*val.Parameter.Steps()) / val.Parameter.Steps()
		if n >= val.Low && n <= val.High && n != val.Number && len(out) < triesAtMost {
			out = append(out, remedy{key, n})
		}
	}
	own := map[figure.Level]draft.Key{figure.Bust: draft.BustEase, figure.Underbust: draft.BustEase, figure.Waist: draft.WaistEase,
		figure.HighHip: draft.HipEase, figure.Hip: draft.HipEase}[at]
	for _, by := range []float64{10, -10, 20, -20} {
		add(own, by)
	}
	for _, key := range []draft.Key{draft.BustEase, draft.WaistEase, draft.HipEase} {
		for _, by := range []float64{15, -15} {
			if key != own {
				add(key, by)
			}
		}
	}
	return out
}
