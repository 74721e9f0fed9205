// Package ensemble walks the stack: it drafts every layer to the figure as it
// stands at that place, dresses the figure with it, and goes on outwards. It
// is the only package that knows all the others.
package ensemble

import (
	"fmt"
	"maps"

	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/catalogue"
	"ardentgusset/core/family"
	"ardentgusset/core/figure"
	"ardentgusset/core/making"
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
	Laying   Laying
	// Stash is which of the stash its outer cloth is; 0 for its own.
	Stash uint
	// Sewn are the techniques chosen for it.
	Sewn making.Choices
	// Cut is what its cloth was cut to; nil while nothing is cut.
	Cut *Made
	// Had is whether it is made at all.
	Had Had
}

// Plan is all that a walk needs: a wearer and a stack, from the skin out.
type Plan struct {
	Readings []figure.Reading
	Group    figure.Group
	Heel     measure.Length
	Care     figure.Care
	Stock    measure.Unit // what bones are sold by where they are bought
	Layers   []Layer
	Sewn     making.Choices // techniques chosen for the whole ensemble
	Maker    making.Maker
}

// Stage is one layer drafted.
type Stage struct {
	Layer
	Garment draft.Garment
	On      figure.Figure // what it is drafted to
	After   figure.Figure // with it on
	Values  draft.Values
	Wrong   []*draft.SettingError // settings that were brought into range
	Draft   draft.Draft           // what it was cut to, or else Now
	Trued   []pattern.Trued
	Err     error // why it could not be drafted; the figure is then unchanged
	// Now is the draft to the figure and the choices as they are at present,
	// and NowErr why there is none. They differ from Draft and Err only when
	// the cloth is cut.
	Now    draft.Draft
	NowErr error
	// Making is how it is made.
	Making   making.Making
	Compared []figure.Compared // readings taken over it, beside what was computed
	hands    *hands            // what it is drafted to where left and right differ, else nil
	stock    measure.Unit      // what bones are sold by
}

// Walk drafts the whole stack. A layer that is cut keeps the draft it was cut
// to. One that can't be drafted says so in its stage and the walk goes on
// without it. The error is for a wearer no figure
// can be made of.
func Walk(p Plan) (figure.Figure, []Stage, error) {
	bare, err := figure.New(p.Readings, p.Group, p.Heel)
	if err != nil {
		return bare, nil, err
	}
	bare = bare.Caring(p.Care)
	on := bare
	stages := make([]Stage, 0, len(p.Layers))
	over, both := p.readOver(), p.handsOf()
	for i, l := range p.Layers {
		s := Stage{Layer: l, On: on, After: on, stock: p.Stock}
		if both != nil {
			now := *both
			s.hands = &now
		}
		s.draft(p)
		if s.Err == nil {
			s.Trued = pattern.True(s.Draft.Pieces, s.Draft.Seams)
			s.After = s.Draft.Wear.Dress(on)
			for _, state := range over[i] {
				var all []figure.Compared
				s.After, all = s.After.Measured(p.Readings, state)
				s.Compared = append(s.Compared, all...)
			}
			on = s.After
			both.dress(s.Draft.Wear)
		}
		stages = append(stages, s)
	}
	hems(stages)
	return bare, stages, nil
}

// readOver says over which layers the wearer was measured in each state of
// dress: the outermost foundation, and the outermost support worn over one.
func (p Plan) readOver() map[int][]figure.Worn {
	last := map[figure.Worn]int{figure.OverCorset: -1, figure.OverSkirts: -1}
	for i, l := range p.Layers {
		if g, ok := catalogue.Find(l.Kind); ok {
			if f, ok := family.Of(g.About().Family); ok && f.Closes != "" {
				last[f.Closes] = i
			}
		}
	}
	corset, skirts := last[figure.OverCorset], last[figure.OverSkirts]
	out := map[int][]figure.Worn{}
	if corset >= 0 {
		out[corset] = append(out[corset], figure.OverCorset)
	}
	if skirts > corset && corset >= 0 {
		out[skirts] = append(out[skirts], figure.OverSkirts)
	}
	return out
}

// piece puts the piecings a person accepted into the draft. One that no longer
// holds is left out, with a note.
func (s *Stage) piece() {
	for _, cut := range s.Laying.Pieced {
		pieces, seams, err := pattern.Pieced(s.Now.Pieces, s.Now.Seams, cut, PiecingAllowance)
		if err != nil {
			s.Now.Remark(false, "A piecing no longer holds", err.Error()+". The piece is whole again; look at the lay")
			continue
		}
		was := s.Now
		s.Now.Pieces, s.Now.Seams = pieces, seams
		if err := s.Now.Check(); err != nil {
			s.Now = was
			s.Now.Remark(false, "A piecing no longer holds", err.Error()+". The piece is whole again; look at the lay")
			continue
		}
	}
}

// choices are the techniques chosen for the stage: its own before those of the ensemble.
func (s *Stage) choices(p Plan) making.Choices {
	out := making.Choices{}
	maps.Copy(out, p.Sewn)
	maps.Copy(out, s.Sewn)
	return out
}

// toMake is a draft of the stage as it is to be made.
func (s *Stage) toMake(d draft.Draft) making.Garment {
	g := making.Garment{Draft: d, Cloth: s.Fabric, InHand: s.Stash != 0}
	if s.Garment != nil {
		f, _ := family.Of(s.Garment.About().Family)
		g.Seen = f.Seen
	}
	return g
}

// make works the making of what is drafted now out, and gives its edges the allowances that
// the chosen techniques ask for.
func (s *Stage) make(p Plan) {
	s.Making = making.Of(s.toMake(s.Now), s.choices(p), p.Maker)
	for _, name := range s.Making.Allow(s.Now.Pieces) {
		s.Now.Remark(true, name+" has no room for its allowances", "The techniques chosen for its edges ask for more than lies between "+
			"them: its cutting line would cross itself. Choose one that asks for less at one of them, or draft it larger")
	}
	s.Making.Measure(s.Now.Pieces)
	s.Now.Steps = s.Making.Steps
	for i := range s.Now.Seams {
		for _, r := range s.Making.Rows {
			if r.Key == "seam/"+s.Now.Seams[i].ID {
				s.Now.Seams[i].Technique = r.Technique.Key
			}
		}
	}
}

// remake takes what the cloth was cut to instead of what is drafted now: its lines stay as
// they were cut, its making follows what is chosen.
func (s *Stage) remake(p Plan) {
	s.Draft, s.Err = s.Layer.Cut.Draft, nil
	g := s.toMake(s.Draft)
	g.Fixed = true
	s.Making = making.Of(g, s.choices(p), p.Maker)
	if s.Layer.Cut.Told {
		s.Draft.Steps = s.Making.Steps
	} else { // it was cut before its making was worked out
		s.Making.Steps = s.Draft.Steps
	}
}

// draft drafts the stage's garment to the figure it stands on.
func (s *Stage) draft(p Plan) {
	g, ok := catalogue.Find(s.Kind)
	if !ok {
		s.Err = fmt.Errorf("%q is not a garment this program knows", s.Kind)
		s.NowErr = s.Err
		return
	}
	s.Garment = g
	for _, field := range cloth.Fields() {
		if why := field.Fault(s.Fabric); why != "" {
			s.NowErr = fmt.Errorf("the cloth of %s: %s", s.Name, why)
			break
		}
	}
	s.Values, s.Wrong = draft.Settle(g, s.On, s.Settings)
	if s.NowErr == nil {
		s.Now, s.NowErr = draft.Make(g, s.On, s.Values, s.Fabric)
	}
	if s.NowErr == nil {
		s.sided()
	}
	if s.NowErr == nil && s.stock == measure.IN {
		for i, b := range s.Now.Bones {
			s.Now.Bones[i] = b.Restocked()
		}
	}
	if s.NowErr == nil {
		g := s.toMake(s.Now)
		g.Shaped(s.choices(p), p.Maker)
		s.Now = g.Draft
		s.piece()
		s.make(p)
		s.NowErr = s.Now.Check()
	}
	if s.NowErr != nil {
		s.Now = draft.Draft{}
	} else {
		s.Now.On = map[figure.Level]float64{}
		for _, l := range figure.Levels() {
			s.Now.On[l] = s.On.GirthAt(l)
		}
	}
	s.Draft, s.Err = s.Now, s.NowErr
	if s.Layer.Cut != nil {
		s.remake(p)
	}
}
