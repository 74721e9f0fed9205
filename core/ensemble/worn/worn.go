// Package worn is the dressed figure as it is seen: the body, and every garment as its pieces lie on it, hang from it or go round its
// limbs. Lengths are mm; the figure's own x runs to the wearer's left, y towards the back, and drops are counted from the waist down.
package worn

import (
	"math"
	"slices"
	"sync"

	"ardentgusset/core/draft"
	"ardentgusset/core/drape"
	"ardentgusset/core/ensemble"
	"ardentgusset/core/family"
	"ardentgusset/core/figure"
)

// Figure is a body and what it wears, from the skin out.
type Figure struct {
	Floor float64 `json:"floor"` // in the ensemble's shoes
	Bare  []Ring  `json:"-"`
	// Arm is the left one, beside all that is worn.
	Arm *Sheet `json:"arm"`
	// Leg is the left one, from the crotch down, which lies so far below the waist.
	Leg *Sheet `json:"leg"`
	// Head is there where something is worn on it.
	Head   *Sheet  `json:"head,omitempty"`
	Crotch float64 `json:"crotch"`
	// Layers are those that could be drafted, by their stage.
	Layers []Layer `json:"-"`
}

// Layer is a garment as it is worn.
type Layer struct {
	Stage int    `json:"-"`
	Rings []Ring `json:"rings"`
	Lines []Line `json:"lines,omitempty"`
	Trims []Trim `json:"trims,omitempty"`
	// Flaps are its collar and its lapels.
	Flaps []Sheet `json:"flaps,omitempty"`
	// OnHead is set for what is worn on the head.
	OnHead bool `json:"on_head,omitempty"`
	// HoodUp and HoodDown are its hood over the head and on the back, where it has one.
	HoodUp   *Sheet `json:"hood_up,omitempty"`
	HoodDown *Sheet `json:"hood_down,omitempty"`
	Skin     []Ring `json:"skin,omitempty"` // the body under it, where it is laced
	// Sleeve is its left one, where it has sleeves.
	Sleeve *Sheet `json:"sleeve,omitempty"`
	// Legs are what goes round its left leg, where it has legs.
	Legs []Sheet `json:"legs,omitempty"`
	// OverArms is set for what is worn over both arms, which are then not seen.
	OverArms bool `json:"over_arms,omitempty"`
	// Sheets are what hangs of it in folds; Held the rings above that.
	Sheets []Sheet `json:"sheets,omitempty"`
	Held   []Ring  `json:"held,omitempty"`
	Hangs  bool    `json:"hangs"`
	// Lacks is how much less cloth hangs there than what it goes round, mm, where that is most; LacksAt how far below where it is held.
	Lacks   float64 `json:"-"`
	LacksAt float64 `json:"-"`
	// OneLength is set where what hangs is of one piece with what is above.
	OneLength bool `json:"one_length,omitempty"`
	// Sheer is set where what is under it is seen through its cloth, Supports for what others are worn over for their shape.
	Sheer    bool `json:"sheer,omitempty"`
	Supports bool `json:"supports,omitempty"`
	// Repeat is what shows on its cloth; nil for a plain one.
	Repeat *Repeat `json:"repeat,omitempty"`
	// beneath is what it is worn over; outside how far out what hangs of it reaches at a place, nil for nothing.
	beneath *shell
	outside func(x, y, drop float64) float64
}

// Dress is a body in all that could be drafted for it.
func Dress(bare figure.Figure, stages []ensemble.Stage) Figure {
	f := Figure{Floor: tenth(bare.Floor()), Crotch: tenth(bare.Rise()), Bare: Rings(bare.Rings())}
	hangs := ensemble.Drapes(stages)
	seen, _ := ensemble.Seen(bare, stages)
	arm, leg := drape.ArmOf(bare, seen), drape.LegOf(bare)
	f.Arm, f.Leg = tube(arm.Bare()), tube(leg.Bare())
	all := make([]*Layer, len(stages))
	var done sync.WaitGroup
	for i := range stages {
		if stages[i].Err != nil {
			continue
		}
		done.Go(func() {
			s := &stages[i]
			var on *print
			repeat := repeatOf(&s.Fabric)
			if repeat != nil {
				on = printOf(s, s.AsMade())
			}
			l := layerOf(s, hangs[i], on)
			l.Stage, l.Repeat = i, repeat
			if sleeve := s.Draft.Sleeve(); sleeve != nil {
				l.Sleeve = on.tube(arm.Sleeve(sleeve, drape.HeadGathers(&s.Draft), s.Fabric.Bends()))
			}
			for _, one := range drape.LaidOn(&s.Draft, s.On, s.After.Rings(), arm) {
				l.Flaps = append(l.Flaps, Sheet{Columns: one.Columns, On: one.On})
			}
			for _, t := range leg.Legged(s.Draft.Leg(), s.After.At(bare.Rise()), s.Fabric.Bends()) {
				l.Legs = append(l.Legs, *on.tube(t))
			}
			all[i] = &l
		})
	}
	done.Wait()
	for _, l := range all {
		if l != nil {
			if (l.OnHead || l.HoodUp != nil) && f.Head == nil {
				head := drape.HeadOf(bare)
				f.Head = &Sheet{Columns: head.Columns, On: head.On}
			}
			f.Layers = append(f.Layers, *l)
		}
	}
	f.press()
	return f
}

// Reach is how far from the axis it reaches, arms left out, mm.
func (f *Figure) Reach() (far float64) {
	for i := range f.Layers {
		l := &f.Layers[i]
		for _, r := range l.Rings {
			for k := 0; k+1 < len(r.Line); k += 2 {
				far = max(far, math.Hypot(r.Line[k], r.Line[k+1]))
			}
		}
		for k := range l.Sheets {
			for _, p := range l.Sheets[k].On {
				far = max(far, math.Hypot(p.X, p.Y))
			}
		}
	}
	return far
}

// Telling is the side that tells most of it: three quarters from before, and more from the side where something stands out behind.
func (f *Figure) Telling(dot float64) View {
	const standsOut = 110.0 // further behind than before, mm
	v := View{Yaw: -24, Pitch: 5, Dot: dot}
	out := 0.0
	for i := range f.Layers {
		l := &f.Layers[i]
		for _, r := range l.Rings {
			front, back := 0.0, 0.0
			for k := 0; k+1 < len(r.Line); k += 2 {
				front, back = min(front, r.Line[k+1]), max(back, r.Line[k+1])
			}
			if r.Drop > 0 {
				out = max(out, back+front)
			}
		}
	}
	if out > standsOut {
		v.Yaw = 62
	}
	return v
}

func tube(t drape.Tube) *Sheet { return &Sheet{Columns: t.Columns, Closed: true, On: t.On} }

// sheer tells whether what is under a garment is seen through it: through its outer cloth and all that is cut with it.
func sheer(stage *ensemble.Stage) bool {
	for _, u := range stage.Uses() {
		if !u.Fabric.Sheer() {
			return false
		}
	}
	return true
}

// layerOf is a stage's garment on the torso, and what hangs from it.
func layerOf(stage *ensemble.Stage, sheets []*drape.Sheet, on *print) Layer {
	l := Layer{Hangs: len(stage.Draft.Wear.Hang) > 0, Sheer: sheer(stage), beneath: shellOf(Rings(stage.On.Rings()))}
	if stage.Garment != nil {
		of := stage.Garment.About().Family
		l.Supports = of == family.Support || of == family.Foundation
	}
	for i := range stage.Draft.Laid {
		l.OnHead = l.OnHead || stage.Draft.Laid[i].At == draft.RoundFace
	}
	surface := stage.AsMade()
	l.Rings = footed(Rings(surface), stage)
	l.Lines = linesOf(stage)
	if len(sheets) > 0 && sheets[0].Whole() {
		l.OneLength = true
		l.Lines = append(l.Lines, necklines(stage, surface)...)
	}
	l.OverArms = stage.Garment != nil && stage.Garment.About().Family == family.Wrap && stage.Draft.Sleeve() == nil
	if len(sheets) == 0 && !l.OverArms || len(l.Lines) > 0 {
		l.Trims, l.Flaps = trimsOf(stage, surface, l.Lines)
	}
	if len(l.Lines) == 0 && len(l.Trims) > 0 {
		l.Rings = fittedRings(stage, l.Trims)
	}
	if len(sheets) > 0 {
		for _, s := range sheets {
			if s.Lacks*2 > l.Lacks {
				l.Lacks, l.LacksAt = s.Lacks*2, s.LacksAt
			}
			l.Sheets = append(l.Sheets, hung(s, on))
		}
		l.Held = held(surface, sheets[0])
		if s := sheets[0]; s.Shown() == s.Columns {
			l.outside = drape.Outside(sheets)
		}
		if h := drape.HoodOf(&stage.Draft, stage.On, sheets[0]); h != nil {
			l.HoodUp, l.HoodDown = &Sheet{Columns: h.Columns, On: h.Up}, &Sheet{Columns: h.Columns, On: h.Down}
		}
	}
	if l.Supports && !l.Hangs && len(l.Lines) == 0 && len(l.Trims) == 0 {
		outstanding(l.Rings, stage.On)
	}
	l.Trims = append(l.Trims, hooped(&stage.Draft)...)
	l.Trims = append(l.Trims, hemmed(stage, sheets)...)
	l.Flaps = append(l.Flaps, strapped(stage, surface)...)
	if on != nil {
		on.ringed(l.Rings)
		on.ringed(l.Held)
		for i := range l.Flaps {
			l.Flaps[i].flapped()
		}
		if l.HoodUp != nil {
			l.HoodUp.flapped()
			l.HoodDown.flapped()
		}
	}
	ends := math.Inf(-1)
	for i := range l.Rings {
		ends = max(ends, l.Rings[i].Drop)
	}
	lines := l.Lines
	if l.OverArms { // it goes on over the arm
		lines = slices.DeleteFunc(slices.Clone(lines), func(one Line) bool { return one.Kind == draft.DrawnScye })
	}
	m := maskOf(lines, l.Trims, len(sheets) > 0, ends)
	m.worn(l.Rings)
	m.worn(l.Held)
	if stage.Draft.Wear.LaceTo > 0 {
		l.Skin = Rings(stage.After.Rings())
	}
	return l
}
