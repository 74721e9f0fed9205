package bodice

import (
	"errors"
	"math"
	"slices"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/surface"
)

// asked is what a bodice's rings are asked to measure besides what they are meant to, so that they come out as they are
// meant: darts that run out before the bust point, and cloth that gives, leave them larger or smaller than the form.
type asked struct {
	more   []surface.Extra // from the top down
	across map[int]float64 // on half of what lies between the armholes: scyeFront and scyeBack
	enough bool            // no more of that is asked for
	before []measured      // what came of what was asked the last time
	rounds int
	best   []surface.Extra // what came nearest, and how near, mm
	within float64
	flats  map[string]*surface.Flat // its panels as they were the last time
	form   *surface.Form            // the form it was drafted to
	last   bool                     // no more is asked for
}

// measured is by how much a ring was out, and what had been asked for then, mm.
type measured struct{ off, asked float64 }

// ringsWithin is how near rings come to what they are meant to measure, mm; askedAtMost how often they are asked again, and
// muchAtMost for how much, mm.
const ringsWithin, askedAtMost, muchAtMost = 0.7, 6, 160.0

// askedBy is in what steps it is asked again, mm: panels that a change elsewhere does not reach are known then.
const askedBy = 1.0

// errAgain: the rings are out, and what was learnt from it is asked for.
var errAgain = errors.New("its rings are to be drawn once more")

// closed drafts a bodice until its rings measure what they are meant to, or asking again brings no more: then it says so.
func closed(v draft.Values, drawn drawing) (draft.Draft, error) {
	d, form, err := settled(v, drawn)
	if err == nil && v.Rings() == nil {
		missed(&d, form, v, drawn)
	}
	return d, err
}

// drawing drafts a bodice by its settings with what is asked of its rings.
type drawing func(ask *asked, v draft.Values) (draft.Draft, error)

// settled drafts a bodice as often as brings its rings nearer, and gives the form it was drafted to.
func settled(v draft.Values, drawn drawing) (draft.Draft, *surface.Form, error) {
	ask := asked{last: v.Rings() != nil}
	begun := v.Rings()
	if begun == nil {
		begun = v.Begun()
	}
	for _, r := range begun {
		if r.Open {
			ask.openly(r)
			continue
		}
		ask.more = append(ask.more, surface.Extra{Z: -r.Drop, More: r.More})
	}
	for {
		d, err := drawn(&ask, v)
		if err != nil && !errors.Is(err, errAgain) && ask.yields() {
			continue
		}
		if !errors.Is(err, errAgain) {
			d.Asked = []draft.Ring{}
			for _, m := range ask.more {
				d.Asked = append(d.Asked, draft.Ring{Drop: -m.Z, More: m.More})
			}
			for _, part := range []int{scyeFront, scyeBack} {
				if more, ok := ask.across[part]; ok {
					d.Asked = append(d.Asked, draft.Ring{More: more, Open: true, Behind: part == scyeBack})
				}
			}
			return d, ask.form, err
		}
		ask.rounds++
	}
}

// formOf is the form from a height up: on the ground of the one before, where there is one.
func (a *asked) formOf(on figure.Figure, from float64, ease surface.Ease) *surface.Form {
	if a.form == nil {
		a.form = surface.On(on, from, ease)
		return a.form
	}
	return a.form.Again(on, ease)
}

// ringAt is a level that a bodice's rings are held to.
type ringAt struct {
	level figure.Level
	z     float64
}

// ringsHeld are the levels at which a bodice is held to what it is meant to measure, from the top down: its highest ring and
// those that have names; besides, the one that a skirt is sewn to.
func (h *half) ringsHeld() []ringAt {
	heights := h.heights()
	if len(heights) == 0 {
		return nil
	}
	out := []ringAt{{figure.Bust, heights[0]}}
	for _, z := range heights[1:] {
		for _, l := range figure.Levels() {
			if math.Abs(h.form.Levels[l]-z) <= overHem+1e-6 {
				out = append(out, ringAt{l, z})
			}
		}
	}
	if foot := heights[len(heights)-1]; h.v.Has(draft.SeamUp) && out[len(out)-1].z != foot {
		out = append(out, ringAt{z: foot})
	}
	return out
}

// again measures the rings of the pieces as they are sewn; where one is out it asks for what is missing and fails with
// errAgain.
func (h *half) again() error {
	held := h.ringsHeld()
	made := h.made(held)
	now := make([]measured, len(held))
	next := make([]surface.Extra, len(held))
	worst := 0.0
	for i, r := range held {
		for _, m := range h.ask.more {
			if math.Abs(m.Z-r.z) < 0.5 {
				now[i].asked = m.More
			}
		}
		is, ok := made[-r.z]
		if !ok { // it is no ring
			next[i] = surface.Extra{Z: r.z, More: now[i].asked}
			continue
		}
		now[i].off = is - h.meant(r.z)
		worst = max(worst, math.Abs(now[i].off))
		slope := 1.0
		if len(h.ask.before) == len(held) {
			was := h.ask.before[i]
			if by := now[i].asked - was.asked; math.Abs(by) > 2 { // less tells nothing: the mesh is another one
				slope = min(max((now[i].off-was.off)/by, 0.6), 1.4)
			}
		}
		more := now[i].asked
		if math.Abs(now[i].off) > ringsWithin {
			more = math.Round(min(max(more-now[i].off/slope, -muchAtMost), muchAtMost)/askedBy) * askedBy
		}
		next[i] = surface.Extra{Z: r.z, More: more}
	}
	ask := h.ask
	if across, out := h.acrossAgain(); ask.last || worst <= ringsWithin && !out {
		return nil
	} else if out {
		ask.across = across
	}
	if ask.rounds == 0 || worst < ask.within {
		ask.best, ask.within = slices.Clone(ask.more), worst
	} else if ask.rounds >= askedAtMost {
		ask.more, ask.last = ask.best, true
		return errAgain
	}
	if ask.rounds >= askedAtMost {
		return nil
	}
	ask.more, ask.before = next, now
	return errAgain
}
