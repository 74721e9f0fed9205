package hall

import (
	"context"

	"ardentgusset/core/ensemble"
	"ardentgusset/core/ensemble/worn"
	"ardentgusset/core/figure"
	"ardentgusset/core/memo"
	"ardentgusset/core/work"
	"ardentgusset/internal/formats/svg"
	"ardentgusset/internal/store"
)

// Card is what the first page shows of an ensemble.
type Card struct {
	Drawing string
	Steps   []CardStep
}

// CardStep is a step of an ensemble, by its layer and its own ID.
type CardStep struct {
	Layer string
	Own   work.ID
}

// cardKey is what a card rests on: the walk, and which layers are not made.
type cardKey struct {
	walk ensemble.Key
	had  string
}

// cardWeight is what a card weighs in the book, bytes.
const cardWeight = 16 << 10

// keyOf is the key of an ensemble's card; false where nothing tells it from others.
func keyOf(e store.Ensemble) (key cardKey, told bool) {
	plan := e.Plan()
	for _, l := range plan.Layers {
		key.had += string(l.Had) + "/"
	}
	key.walk, told = plan.Key()
	return key, told
}

// CardDrawn is an ensemble's card where it was drawn before; false where it is still to be.
func (s *Hall) CardDrawn(e store.Ensemble) (Card, bool) {
	key, told := keyOf(e)
	if !told {
		return Card{}, false
	}
	return memo.Get[Card](s.Memory, key)
}

// Card is an ensemble as the first page shows it.
func (s *Hall) Card(ctx context.Context, e store.Ensemble) (Card, error) {
	key, told := keyOf(e)
	if !told {
		return s.drawCard(ctx, e)
	}
	return memo.Find(ctx, s.Memory, key, cardWeight, func() (Card, error) { return s.drawCard(ctx, e) })
}

func (s *Hall) drawCard(ctx context.Context, e store.Ensemble) (Card, error) {
	bare, stages, err := s.Walk(ctx, e)
	if ctx.Err() != nil {
		return Card{}, ctx.Err()
	}
	if err != nil {
		bare, stages, _ = ensemble.Walk(ctx, ensemble.Plan{Group: e.Wearer.Group}, s.Memory)
	}
	dressed := s.Worn(e, bare, stages)
	dressed.Small = true
	dressed.View = dressed.Figure.Telling(cardDot)
	drawing, _, _ := dressed.Draw()
	c := Card{Drawing: drawing}
	if steps, err := ensemble.Order(stages); err == nil {
		for _, s := range steps {
			c.Steps = append(c.Steps, CardStep{Layer: s.Layer, Own: s.Own})
		}
	}
	return c, nil
}

// cardDot is how fine a card is drawn, mm.
const cardDot = 8.0

// Worn is what is worn of an ensemble as its pieces lie, to be drawn.
func (s *Hall) Worn(e store.Ensemble, bare figure.Figure, stages []ensemble.Stage) svg.Worn {
	w := svg.Worn{Figure: worn.Dress(bare, stages), Label: e.Name + ", as it is worn"}
	for i := range stages {
		w.IDs = append(w.IDs, stages[i].ID)
		colour := ""
		if i < len(e.Layers) {
			colour = e.Layers[i].Fabric.Colour
		}
		w.Colours = append(w.Colours, colour)
	}
	return w
}

// Walk is ensemble.Walk of an ensemble, with what was drafted before found again.
func (s *Hall) Walk(ctx context.Context, e store.Ensemble) (figure.Figure, []ensemble.Stage, error) {
	return ensemble.Walk(ctx, e.Plan(), s.Memory)
}
