package ensemble

import (
	"math"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
)

// Seen is the figure as it stands before the eye after all stages, cloth that
// hangs free included, and the circumference of its outermost hem (0 for
// none).
func Seen(bare figure.Figure, stages []Stage) (seen figure.Figure, hem float64) {
	seen = bare
	for _, s := range stages {
		if s.Err != nil {
			continue
		}
		seen = s.After
		if s.Draft.Wear.Hem > 0 {
			hem = s.Draft.Wear.Hem
		}
	}
	for _, s := range stages { // what is limp still hangs over what is under it
		if s.Err == nil && !s.Draft.Wear.Stands {
			seen = s.Draft.Wear.Hung(seen)
		}
	}
	return seen, hem
}

// Foot is the lower edge of the stage's garment where it is not level: for every bearing of a
// section its drop. ok is false for a level one.
func (s Stage) Foot(bearings int) (drops []float64, ok bool) {
	foot := s.Draft.Wear.Foot
	if s.Err != nil || len(foot) != 3 {
		return nil, false
	}
	for i := range bearings {
		share := math.Abs(math.Mod(float64(i)/float64(bearings)*2+1, 2) - 1) // front 0, back 1
		a, b, t := foot[0], foot[1], 2*share
		if share > 0.5 {
			a, b, t = foot[1], foot[2], 2*share-1
		}
		drop := a + (b-a)*(1-math.Cos(math.Pi*t))/2
		drops = append(drops, drop)
	}
	return drops, true
}

// Surface is the stage's garment as it lies on the figure: its sections from
// its upper to its lower edge. It is empty when the garment covers nothing. It is worked out once.
func (s Stage) Surface() figure.Surface {
	if s.surface == nil { // no stage of a walk
		return surfaceOf(s.Draft.Wear, s.After, s.Err)()
	}
	return s.surface()
}

// roomiest is how many times as far round a fitted garment is drawn at most as what it lies on.
const roomiest = 1.7

// Made tells how many times as far round the garment is at a drop as its surface lies there, 1 and more: as its pieces are sewn, between
// the levels at which they are measured. A loose one stands off all round.
func (s Stage) Made() func(drop float64) float64 {
	surface := s.Surface()
	type at struct{ drop, times float64 }
	var all []at
	for _, g := range s.Draft.Girths {
		if section, ok := surface.At(g.Drop); ok {
			all = append(all, at{g.Drop, min(max(g.Made/max(section.Girth(), 1), 1), roomiest)})
		}
	}
	return func(drop float64) float64 {
		for i := range all {
			if drop <= all[i].drop {
				if i == 0 { // from the shoulders on, where it lies as it does
					top := surface[0].Drop
					return 1 + (all[0].times-1)*min(max((drop-top)/max(all[0].drop-top, 1e-9), 0), 1)
				}
				k := (drop - all[i-1].drop) / max(all[i].drop-all[i-1].drop, 1e-9)
				return all[i-1].times + (all[i].times-all[i-1].times)*k
			}
		}
		if n := len(all); n > 0 {
			return all[n-1].times
		}
		return 1
	}
}

// AsMade is the surface of the garment with what its pieces measure round themselves.
func (s Stage) AsMade() figure.Surface {
	surface := s.Surface()
	if len(s.Draft.Girths) == 0 {
		return surface
	}
	made := s.Made()
	out := make(figure.Surface, 0, len(surface))
	for _, r := range surface {
		out = append(out, figure.Ring{Drop: r.Drop, Section: r.Section.Scaled(made(r.Drop))})
	}
	return out
}

// surfaceOf works out how a garment that is worn so lies on the figure that it dresses.
func surfaceOf(w draft.Wear, after figure.Figure, fault error) func() figure.Surface {
	return func() figure.Surface {
		if fault != nil {
			return nil
		}
		return lying(w, after)
	}
}

// lying is how a garment that is worn so lies on the figure that it dresses.
func lying(w draft.Wear, after figure.Figure) figure.Surface {
	top, bottom := w.Reach()
	if n := len(w.Hang); n > 0 {
		bottom = max(bottom, w.Hang[n-1].Drop)
	}
	if n := len(w.Props); n > 0 {
		bottom = max(bottom, w.Props[n-1].Drop)
	}
	for _, p := range w.Pads {
		if n := len(p.Depth); n > 0 {
			bottom = max(bottom, p.Depth[n-1].Drop)
		}
	}
	if bottom-top < 1 {
		return nil
	}
	worn := w.Hung(after)
	_, floor := worn.Span()
	bottom = min(bottom, floor)
	var out figure.Surface
	for _, r := range worn.Rings() {
		if r.Drop > top+1 && r.Drop < bottom-1 {
			out = append(out, r)
		}
	}
	first := figure.Ring{Drop: top, Section: worn.At(top)}
	if len(out) == 0 { // a tape lies between two levels
		return figure.Surface{first, {Drop: bottom, Section: worn.At(bottom)}}
	}
	if span, _ := worn.Span(); top < span-1 { // above the chest only the shoulders' rings know the form
		first = out[0]
	}
	if out[0].Drop > first.Drop {
		out = append(figure.Surface{first}, out...)
	}
	// Between its last level and its edge the garment goes on as it was: the
	// next level below is bare of it.
	last := out[len(out)-1].Section
	if len(w.Hang) == 0 && len(w.Props) == 0 {
		last = worn.At(bottom)
	}
	return append(out, figure.Ring{Drop: bottom, Section: last})
}
