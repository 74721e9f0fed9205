package web

import (
	"crypto/sha256"
	"encoding/json"
	"errors"
	"slices"
	"sync"

	"ardentgusset/core/draft"
	"ardentgusset/core/ensemble"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/internal/formats/svg"
	"ardentgusset/internal/store"
)

// walkBook holds the last walks up a stack by the hash of all that went into
// them, so that going from station to station drafts nothing twice. What it
// hands out is shared and never changed.
type walkBook struct {
	mu    sync.Mutex
	held  map[[sha256.Size]byte]*walked
	order [][sha256.Size]byte // oldest first
	cards map[[sha256.Size]byte]card
}

// card is what the first page shows of an ensemble: it is small, so that many more
// are held than walks.
type card struct {
	drawing string
	steps   []cardStep
}

type cardStep struct{ layer, own string }

// mostCards is how many are held, of about 8 kB each.
const mostCards = 400

// card is an ensemble as the first page shows it.
func (b *walkBook) card(e store.Ensemble) card {
	plan := e.Plan()
	key, ok := hashOfPlan(e, plan)
	for _, l := range plan.Layers { // its steps are others where it is not made
		key = sha256.Sum256(append(key[:], l.Had...))
	}
	b.mu.Lock()
	c, held := b.cards[key]
	b.mu.Unlock()
	if ok && held {
		return c
	}
	bare, stages, err := b.walk(e)
	if err != nil {
		bare, stages, _ = ensemble.Walk(ensemble.Plan{Group: e.Wearer.Group})
	}
	stand := svg.Stand{Bare: bare, FrontOnly: true}
	for i, stage := range stages {
		if stage.Err == nil {
			stand.Worn = append(stand.Worn, svg.Dressed{ID: stage.ID, Colour: e.Layers[i].Fabric.Colour, After: stage.After,
				Surface: stage.Surface()})
		}
	}
	c.drawing = stand.Draw()
	if steps, err := ensemble.Order(stages); err == nil {
		for _, s := range steps {
			c.steps = append(c.steps, cardStep{s.Layer, s.Own})
		}
	}
	b.mu.Lock()
	defer b.mu.Unlock()
	if len(b.cards) >= mostCards { // the oldest are as good to lose as any
		clear(b.cards)
	}
	b.cards[key] = c
	return c
}

type walked struct {
	once   sync.Once
	bare   figure.Figure
	stages []ensemble.Stage
	err    error
}

// mostWalks is how many are held: a stack of nine layers takes about 2 MB.
const mostWalks = 24

func newWalkBook() *walkBook {
	return &walkBook{held: map[[sha256.Size]byte]*walked{}, cards: map[[sha256.Size]byte]card{}}
}

// hashOfPlan names all that a walk up an ensemble rests on; ok is false for a number
// that is none, which the walk itself says.
func hashOfPlan(e store.Ensemble, p ensemble.Plan) (key [sha256.Size]byte, ok bool) {
	type layer struct {
		ID, Kind, Name string
		Settings       draft.Settings
		Fabric         any
		Pieced         any
		Cut            string
		Sewn           any
	}
	in := struct {
		Readings []figure.Reading
		Group    figure.Group
		Heel     measure.Length
		Care     figure.Care
		Stock    measure.Unit
		Sewn     any
		Maker    any
		Layers   []layer
	}{p.Readings, p.Group, p.Heel, p.Care, p.Stock, p.Sewn, p.Maker, nil}
	for i, l := range p.Layers {
		in.Layers = append(in.Layers, layer{l.ID, l.Kind, l.Name, l.Settings, l.Fabric, l.Laying.Pieced, e.Layers[i].CutHash, l.Sewn})
	}
	text, err := json.Marshal(in)
	return sha256.Sum256(text), err == nil
}

// walk is ensemble.Walk of an ensemble.
func (b *walkBook) walk(e store.Ensemble) (figure.Figure, []ensemble.Stage, error) {
	p := e.Plan()
	key, ok := hashOfPlan(e, p)
	if !ok {
		return ensemble.Walk(p)
	}
	b.mu.Lock()
	w, held := b.held[key]
	if !held {
		w = new(walked)
		b.held[key] = w
		b.order = append(b.order, key)
		if len(b.order) > mostWalks {
			delete(b.held, b.order[0])
			b.order = b.order[1:]
		}
	}
	b.mu.Unlock()
	w.once.Do(func() {
		w.err = errors.New("this stack could not be drafted") // stays only if the walk never returns
		w.bare, w.stages, w.err = ensemble.Walk(p)
	})
	// How a layer is laid and come by changes no draft: every caller gets it as it is now.
	stages := slices.Clone(w.stages)
	for i := range stages {
		stages[i].Laying, stages[i].Had = p.Layers[i].Laying, p.Layers[i].Had
	}
	return w.bare, stages, w.err
}
