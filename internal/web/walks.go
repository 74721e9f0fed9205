package web

import (
	"context"

	"ardentgusset/core/ensemble"
	"ardentgusset/core/figure"
	"ardentgusset/core/memo"
	"ardentgusset/internal/formats/svg"
	"ardentgusset/internal/store"
)

// card is what the first page shows of an ensemble.
type card struct {
	drawing string
	steps   []cardStep
}

type cardStep struct{ layer, own string }

// cardKey is what a card rests on: the walk, and which layers are not made.
type cardKey struct {
	walk ensemble.Key
	had  string
}

// cardWeight is what a card weighs in the book, bytes.
const cardWeight = 12 << 10

// card is an ensemble as the first page shows it.
func (s *Server) card(ctx context.Context, e store.Ensemble) (card, error) {
	key := cardKey{}
	plan := e.Plan()
	for _, l := range plan.Layers {
		key.had += string(l.Had) + "/"
	}
	var told bool
	if key.walk, told = plan.Key(); !told {
		return s.drawCard(ctx, e)
	}
	return memo.Find(ctx, s.memory, key, cardWeight, func() (card, error) { return s.drawCard(ctx, e) })
}

func (s *Server) drawCard(ctx context.Context, e store.Ensemble) (card, error) {
	bare, stages, err := s.walk(ctx, e)
	if ctx.Err() != nil {
		return card{}, ctx.Err()
	}
	if err != nil {
		bare, stages, _ = ensemble.Walk(ctx, ensemble.Plan{Group: e.Wearer.Group}, s.memory)
	}
	stand := svg.Stand{Bare: bare, FrontOnly: true}
	for i, stage := range stages {
		if stage.Err == nil {
			stand.Worn = append(stand.Worn, svg.Dressed{ID: stage.ID, Colour: e.Layers[i].Fabric.Colour, After: stage.After,
				Surface: stage.Surface()})
		}
	}
	c := card{drawing: stand.Draw()}
	if steps, err := ensemble.Order(stages); err == nil {
		for _, s := range steps {
			c.steps = append(c.steps, cardStep{s.Layer, s.Own})
		}
	}
	return c, nil
}

// walk is ensemble.Walk of an ensemble, with what was drafted before found again.
func (s *Server) walk(ctx context.Context, e store.Ensemble) (figure.Figure, []ensemble.Stage, error) {
	return ensemble.Walk(ctx, e.Plan(), s.memory)
}
