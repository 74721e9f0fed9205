package ensemble

import (
	"context"
	"crypto/sha256"
	"encoding/json"
	"maps"
	"sync"

	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/making"
	"ardentgusset/core/measure"
	"ardentgusset/core/memo"
	"ardentgusset/core/pattern"
)

// Footing is what a layer is put on: the figure as far as it is dressed, with all that is the same for
// every layer of a stack.
type Footing struct {
	On    figure.Figure
	hands *hands // what it is drafted to where left and right differ, else nil
	same  *same
	key   stepKey // of all that went into it
	told  bool    // the key tells it from every other
}

// same is what every layer of a stack is drafted and made with.
type same struct {
	readings []figure.Reading
	stock    measure.Unit
	sewn     making.Choices
	maker    making.Maker
	book     *memo.Book
}

// bareKey and stepKey are the hashes of all that a bare figure and a stage rest on.
type (
	bareKey [sha256.Size]byte
	stepKey [sha256.Size]byte
)

// What a figure, a stage and a list of stages weigh in the book, bytes.
const figureWeight, stageWeight, listWeight = 200 << 10, 700 << 10, 4 << 10

// hashed is the hash of values as they are written down; false for a number that is none.
func hashed(all ...any) (sum [sha256.Size]byte, ok bool) {
	text, err := json.Marshal(all)
	return sha256.Sum256(text), err == nil
}

// Begin is the footing of the first layer of a plan: the bare figure. The error is for a wearer no
// figure can be made of.
func Begin(ctx context.Context, p Plan, book *memo.Book) (Footing, error) {
	f := p.footing()
	f.same.book = book
	make := func() (Footing, error) {
		bare, err := figure.New(p.Readings, p.Group, p.Heel)
		return Footing{On: bare.Keeping(book).Caring(p.Care), hands: p.handsOf(book)}, err
	}
	var known Footing
	var err error
	if f.told {
		sum, _ := hashed(p.Readings, p.Group, p.Heel, p.Care)
		known, err = memo.Find(ctx, book, bareKey(sum), figureWeight, make)
	} else {
		known, err = make()
	}
	f.On, f.hands = known.On, known.hands
	return f, err
}

// footing is the footing of the first layer without its figure.
func (p Plan) footing() Footing {
	f := Footing{same: &same{readings: p.Readings, stock: p.Stock, sewn: p.Sewn, maker: p.Maker}}
	sum, told := hashed(p.Readings, p.Group, p.Heel, p.Care, p.Stock, p.Sewn, p.Maker)
	f.key, f.told = stepKey(sum), told
	return f
}

// Key tells a walk from every other that comes out otherwise.
type Key [sha256.Size]byte

// Key is that of the plan's walk; false for a plan with a number that is none, or with cut cloth that
// has no key of its own.
func (p Plan) Key() (Key, bool) {
	f, over := p.footing(), p.readOver()
	for i, l := range p.Layers {
		key, told := f.under(l, over[i])
		f.key, f.told = key, f.told && told
	}
	return Key(f.key), f.told
}

// under is the key of a layer on a footing, measured over in some states of dress.
func (f Footing) under(l Layer, over []figure.Worn) (stepKey, bool) {
	cut := ""
	if l.Cut != nil {
		if cut = l.Cut.Key; cut == "" {
			return stepKey{}, false
		}
	}
	sum, ok := hashed(f.key[:], l.ID, l.Kind, l.Name, l.Settings, l.Fabric, l.Laying.Pieced, cut, l.Sewn, l.Stash != 0, l.Begun, over)
	return stepKey(sum), ok && f.told
}

// stepped is a stage with the footing that it leaves.
type stepped struct {
	Stage
	next Footing
}

// Step puts a layer on: its stage, and the footing it leaves for the next. over are the states of dress
// in which the wearer was measured with it outermost.
func Step(on Footing, l Layer, over ...figure.Worn) (Stage, Footing) {
	key, told := on.under(l, over)
	if told {
		if s, ok := memo.Get[stepped](on.same.book, key); ok {
			return s.as(l), s.next
		}
	}
	s := on.put(l, over)
	s.finish(on)
	s.next.key, s.next.told = key, told
	s.keep(on)
	return s.Stage, s.next
}

// keep keeps the stage for whoever puts the same layer on the same footing.
func (s *stepped) keep(on Footing) {
	if s.next.told {
		memo.Put(on.same.book, s.next.key, *s, stageWeight)
	}
}

// as is the stage for a layer that differs from its own only in what changes no draft: how it is laid,
// from what it is cut, how one comes by it, and what of it is done again.
func (s stepped) as(l Layer) Stage {
	out := s.Stage
	out.Laying, out.Stash, out.Had, out.Cut, out.Lost = l.Laying, l.Stash, l.Had, l.Cut, l.Lost
	if out.Cut == nil {
		out.Laying = l.Laying.With(out.Draft.Pieces)
	}
	return out
}

// put drafts a layer to a footing and dresses the figure with it: all that the next layer waits for.
// Its making and its faults are still to come.
func (f Footing) put(l Layer, over []figure.Worn) stepped {
	s := stepped{Stage: Stage{Layer: l, On: f.On, After: f.On, stock: f.same.stock, hands: f.hands}, next: f}
	s.draft(f.same)
	if s.Layer.Cut != nil {
		s.Draft, s.Err = s.Layer.Cut.Draft, nil
	}
	s.dress(f, over)
	return s
}

// dress is what wearing the stage's garment makes of the footing.
func (s *stepped) dress(f Footing, over []figure.Worn) {
	s.After, s.next.On, s.next.hands, s.Compared = f.On, f.On, f.hands, nil
	if s.Err != nil {
		return
	}
	s.After = s.Draft.Wear.Dress(f.On)
	for _, state := range over {
		var all []figure.Compared
		s.After, all = s.After.Measured(f.same.readings, state)
		s.Compared = append(s.Compared, all...)
	}
	s.next.On = s.After
	s.next.hands = f.hands.dressed(s.Draft.Wear)
}

// finish works the making of a stage out and judges it. It tells whether what the next layer is put on
// stays what it was.
func (s *stepped) finish(f Footing) (stays bool) {
	stays = true
	if s.NowErr == nil {
		s.NowErr = s.Now.Cuttable()
		stays = s.NowErr == nil || s.Layer.Cut != nil
	}
	if s.NowErr == nil {
		sound := s.Now.Joins // what can be cut still can while its allowances are what they were
		if s.make(f.same) {
			sound = s.Now.Check
		}
		if s.NowErr = sound(); s.NowErr != nil && s.Layer.Cut == nil {
			stays = false
		}
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
		s.remake(f.same)
	}
	if !stays {
		s.dress(f, nil)
	}
	if s.Err == nil {
		s.Trued = pattern.True(s.Draft.Pieces, s.Draft.Seams)
	}
	s.surface = sync.OnceValue(surfaceOf(s.Draft.Wear, s.After, s.Err))
	return stays
}

// choices are the techniques chosen for the stage: its own before those of the ensemble.
func (s *Stage) choices(of making.Choices) making.Choices {
	out := making.Choices{}
	maps.Copy(out, of)
	maps.Copy(out, s.Sewn)
	return out
}

// clothFault is what is wrong with the stage's cloth, "" for nothing.
func (s *Stage) clothFault() string {
	for _, field := range cloth.Fields() {
		if why := field.Fault(s.Fabric); why != "" {
			return why
		}
	}
	return ""
}
