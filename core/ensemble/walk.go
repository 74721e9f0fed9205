// Package ensemble walks the stack: it drafts every layer to the figure as it
// stands at that place, dresses the figure with it, and goes on outwards. It
// is the only package that knows all the others.
package ensemble

import (
	"fmt"

	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/catalogue"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
)

// Layer is one garment of a stack as a person chose it.
type Layer struct {
	ID       string
	Kind     string
	Name     string
	Settings draft.Settings
	Fabric   cloth.Fabric
}

// Plan is all that a walk needs: a wearer and a stack, from the skin out.
type Plan struct {
	Readings []figure.Reading
	Group    figure.Group
	Heel     measure.Length
	Layers   []Layer
}

// Stage is one layer drafted.
type Stage struct {
	Layer
	Garment draft.Garment
	On      figure.Figure // what it is drafted to
	After   figure.Figure // with it on
	Values  draft.Values
	Wrong   []*draft.SettingError // settings that were brought into range
	Draft   draft.Draft
	Trued   []pattern.Trued
	Err     error // why it could not be drafted; the figure is then unchanged
}

// Walk drafts the whole stack. A layer that can't be drafted says so in its
// stage and the walk goes on without it. The error is for a wearer no figure
// can be made of.
func Walk(p Plan) (figure.Figure, []Stage, error) {
	bare, err := figure.New(p.Readings, p.Group, p.Heel)
	if err != nil {
		return bare, nil, err
	}
	on := bare
	stages := make([]Stage, 0, len(p.Layers))
	for _, l := range p.Layers {
		s := Stage{Layer: l, On: on, After: on}
		g, ok := catalogue.Find(l.Kind)
		if !ok {
			s.Err = fmt.Errorf("%q is not a garment this program knows", l.Kind)
			stages = append(stages, s)
			continue
		}
		s.Garment = g
		if faults := l.Fabric.Faults(); len(faults) > 0 {
			for _, key := range []string{"width_mm", "thickness_mm", "selvedge_mm", "weight_gsm", "price_per_m", "shrinkage", "in_hand_mm"} {
				if why, bad := faults[key]; bad {
					s.Err = fmt.Errorf("the cloth of %s: %s", l.Name, why)
					break
				}
			}
		}
		s.Values, s.Wrong = draft.Settle(g, on, l.Settings)
		if s.Err == nil {
			s.Draft, s.Err = g.Draft(on, s.Values, l.Fabric)
		}
		if s.Err == nil {
			s.Err = s.Draft.Check()
		}
		if s.Err == nil {
			s.Trued = pattern.True(s.Draft.Pieces, s.Draft.Seams)
			on = s.Draft.Wear.Dress(on)
			s.After = on
		} else {
			s.Draft = draft.Draft{}
		}
		stages = append(stages, s)
	}
	return bare, stages, nil
}
