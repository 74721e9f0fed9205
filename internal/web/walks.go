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
	"ardentgusset/internal/store"
)

// walkBook holds the last walks up a stack by the hash of all that went into
// them, so that going from station to station drafts nothing twice. What it
// hands out is shared and never changed.
type walkBook struct {
	mu    sync.Mutex
	held  map[[sha256.Size]byte]*walked
	order [][sha256.Size]byte // oldest first
}

type walked struct {
	once   sync.Once
	bare   figure.Figure
	stages []ensemble.Stage
	err    error
}

// mostWalks is how many are held: a stack of nine layers takes about 2 MB.
const mostWalks = 24

func newWalkBook() *walkBook { return &walkBook{held: map[[sha256.Size]byte]*walked{}} }

// walk is ensemble.Walk of an ensemble.
func (b *walkBook) walk(e store.Ensemble) (figure.Figure, []ensemble.Stage, error) {
	p := e.Plan()
	type layer struct {
		ID, Kind, Name string
		Settings       draft.Settings
		Fabric         any
		Pieced         any
		Cut            string
	}
	in := struct {
		Readings []figure.Reading
		Group    figure.Group
		Heel     measure.Length
		Care     figure.Care
		Stock    measure.Unit
		Layers   []layer
	}{p.Readings, p.Group, p.Heel, p.Care, p.Stock, nil}
	for i, l := range p.Layers {
		in.Layers = append(in.Layers, layer{l.ID, l.Kind, l.Name, l.Settings, l.Fabric, l.Laying.Pieced, e.Layers[i].CutHash})
	}
	text, err := json.Marshal(in)
	if err != nil { // a number that is none; the walk says which
		return ensemble.Walk(p)
	}
	key := sha256.Sum256(text)
	b.mu.Lock()
	w, ok := b.held[key]
	if !ok {
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
	// How a layer is laid changes no draft: every caller gets it as it is now.
	stages := slices.Clone(w.stages)
	for i := range stages {
		stages[i].Laying = p.Layers[i].Laying
	}
	return w.bare, stages, w.err
}
