// Package ensemble walks the stack: it drafts every layer to the figure as it
// stands at that place, dresses the figure with it, and goes on outwards. It
// is the only package that knows all the others.
package ensemble

import (
	"context"
	"fmt"
	"sync"

	"ardentgusset/core/alter"
	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/catalogue"
	"ardentgusset/core/family"
	"ardentgusset/core/figure"
	"ardentgusset/core/making"
	"ardentgusset/core/measure"
	"ardentgusset/core/memo"
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
	// Lost is what it takes once more because something went wrong.
	Lost Lost
	// Begun is what its rings were asked for by a draft that it differs little from, for one that is looked at and not kept; nil
	// where it is drafted from the beginning.
	Begun []draft.Ring
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
	// Plain is what was drafted, where it is changed by hand after that; nil where it is not.
	Plain   *alter.Set
	hands   *hands       // what it is drafted to where left and right differ, else nil
	stock   measure.Unit // what bones are sold by
	surface func() figure.Surface
}

// Walk drafts the whole stack. A layer that is cut keeps the draft it was cut
// to. One that can't be drafted says so in its stage and the walk goes on
// without it. What is drafted is kept in the book, and found there by who walks the same way
// again; a nil book keeps nothing. The error is for a wearer no figure
// can be made of, or the context's when nobody waits any more.
func Walk(ctx context.Context, p Plan, book *memo.Book) (figure.Figure, []Stage, error) {
	on, err := Begin(ctx, p, book)
	if err != nil {
		return on.On, nil, err
	}
	bare, over := on.On, p.readOver()
	walk := func() ([]stepped, error) { return climb(ctx, on, p.Layers, over) }
	var all []stepped
	if key, told := p.Key(); told {
		all, err = memo.Find(ctx, book, key, listWeight, walk)
	} else {
		all, err = walk()
	}
	if err != nil {
		return bare, nil, err
	}
	stages := make([]Stage, len(all))
	for i := range all {
		stages[i] = all[i].as(p.Layers[i])
	}
	hems(stages)
	return bare, stages, nil
}

// climb is the fold of steps up a stack. While a layer is drafted, the making of those beneath it is worked
// out beside it; where that shows that one can't be made, what was drafted over it is done again.
func climb(ctx context.Context, on Footing, layers []Layer, over map[int][]figure.Worn) ([]stepped, error) {
	out := make([]stepped, len(layers))
	for done := 0; done < len(layers); {
		var work sync.WaitGroup
		stays := make([]bool, len(layers))
		from := on
		for i := done; i < len(layers); i++ {
			if err := ctx.Err(); err != nil {
				work.Wait()
				return nil, err
			}
			s, under := &out[i], from
			key, told := under.under(layers[i], over[i])
			if known, ok := memo.Get[stepped](on.same.book, key); ok && told {
				*s, stays[i] = known, true
				from = s.next
				continue
			}
			*s = under.put(layers[i], over[i])
			s.next.key, s.next.told = key, told
			from = s.next
			work.Go(func() { stays[i] = s.finish(under) })
		}
		work.Wait()
		for ; done < len(layers); done++ {
			s := &out[done]
			s.keep(on)
			on = s.next
			if !stays[done] {
				done++
				break
			}
		}
	}
	return out, nil
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
// the chosen techniques ask for; it tells whether any of them changed.
func (s *Stage) make(all *same) (changed bool) {
	s.Making = making.Of(s.toMake(s.Now), s.choices(all.sewn), all.maker)
	crowded, changed := s.Making.Allow(s.Now.Pieces)
	for _, name := range crowded {
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
	return changed
}

// remake takes what the cloth was cut to instead of what is drafted now: its lines stay as
// they were cut, its making follows what is chosen.
func (s *Stage) remake(all *same) {
	s.Draft, s.Err = s.Layer.Cut.Draft, nil
	g := s.toMake(s.Draft)
	g.Fixed = true
	s.Making = making.Of(g, s.choices(all.sewn), all.maker)
	if s.Layer.Cut.Told {
		s.Draft.Steps = s.Making.Steps
	} else { // it was cut before its making was worked out
		s.Making.Steps = s.Draft.Steps
	}
}

// draft drafts the stage's garment to the figure it stands on.
func (s *Stage) draft(all *same) {
	g, ok := catalogue.Find(s.Kind)
	if !ok {
		s.NowErr = fmt.Errorf("%q is not a garment this program knows", s.Kind)
		s.Err = s.NowErr
		return
	}
	s.Garment = g
	if why := s.clothFault(); why != "" {
		s.NowErr = fmt.Errorf("the cloth of %s: %s", s.Name, why)
	}
	s.Values, s.Wrong = draft.Settle(g, s.On, s.Settings)
	s.Values = s.Values.BegunAs(s.Begun)
	if s.NowErr == nil {
		s.Now, s.NowErr = draft.Draw(g, s.On, s.Values, s.Fabric) // finish asks whether it can be cut
	}
	if s.NowErr == nil {
		s.sided()
		s.changeByHand()
		if s.stock == measure.IN {
			for i, b := range s.Now.Bones {
				s.Now.Bones[i] = b.Restocked()
			}
		}
		g := s.toMake(s.Now)
		g.Shaped(s.choices(all.sewn), all.maker)
		s.Now = g.Draft
		s.piece()
	}
	s.Draft, s.Err = s.Now, s.NowErr
}
