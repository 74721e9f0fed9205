package web

import (
	"context"
	"fmt"
	"net/http"
	"slices"
	"strconv"
	"strings"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/catalogue"
	"ardentgusset/core/ensemble"
	"ardentgusset/core/family"
	"ardentgusset/core/lay"
	"ardentgusset/internal/formats/svg"
	"ardentgusset/internal/store"
)

type layersView struct {
	Stand     string
	Catalogue []catalogueFamily
	Begin     []beginning // usual stacks, while there is none
	Dressing  *dressingView
}

type beginning struct {
	catalogue.Stack
	N     int // which it is of the usual stacks
	Names string
}

// catalogueFamily is a part of the catalogue.
type catalogueFamily struct {
	Label    string
	Garments []draft.About
	Open     bool
}

// layerAsked is the ensemble a request names and where its layer lies in it, or
// store.ErrGone.
func (s *Server) layerAsked(c *call) (store.Ensemble, int, error) {
	e, err := s.st.Ensemble(c.ctx(), id(c, "ensemble"))
	if err != nil {
		return e, -1, err
	}
	at := slices.IndexFunc(e.Layers, func(l store.Layer) bool { return l.ID == id(c, "layer") })
	if at < 0 {
		err = store.ErrGone
	}
	return e, at, err
}

func (s *Server) layersStation(c *call) error {
	return s.station(c, "layers", 0, func(p *page) error {
		v := layersView{Stand: svg.Stand{Bare: p.E.Bare, Worn: p.E.Dressed(), Unit: p.Unit}.Draw(), Dressing: viewDressing(p)}
		// The family that is put on next stands open.
		families, next := family.All(), 0
		for _, stage := range p.E.Stages {
			for i, f := range families {
				if stage.Garment != nil && stage.Garment.About().Family == f.Kind {
					next = max(next, min(i+1, len(families)-1))
				}
			}
		}
		for i, f := range families {
			fam := catalogueFamily{Label: f.Label, Open: i == next}
			for _, g := range catalogue.All() {
				if a := g.About(); a.Family == f.Kind {
					fam.Garments = append(fam.Garments, a)
				}
			}
			v.Catalogue = append(v.Catalogue, fam)
		}
		if len(p.E.Stages) == 0 && p.E.Err == "" {
			for n, stack := range catalogue.Stacks() {
				b := beginning{Stack: stack, N: n}
				for _, kind := range stack.Kinds {
					if g, ok := catalogue.Find(kind); ok {
						b.Names += ", " + strings.ToLower(g.About().Name)
					}
				}
				b.Names = strings.TrimPrefix(b.Names, ", ")
				v.Begin = append(v.Begin, b)
			}
		}
		p.V = v
		return nil
	})
}

// beginning draws the wearer in a usual stack, as every layer of it is drafted to the one beneath.
func (s *Server) beginning(c *call) error {
	e, err := s.st.Ensemble(c.ctx(), id(c, "ensemble"))
	if err != nil {
		return err
	}
	n, err := strconv.Atoi(c.Param("stack"))
	if err != nil || n < 0 || n >= len(catalogue.Stacks()) {
		return store.ErrGone
	}
	e.Layers = nil
	for i, kind := range catalogue.Stacks()[n].Kinds {
		if g, ok := catalogue.Find(kind); ok {
			a := g.About()
			e.Layers = append(e.Layers, store.Layer{ID: uint(i + 1), EnsembleID: e.ID, Position: i, Kind: a.Kind, Name: a.Name,
				Fabric: a.Usual, State: store.Drafted})
		}
	}
	card, err := s.card(c.ctx(), e)
	if err != nil {
		return err
	}
	c.Data(http.StatusOK, "image/svg+xml; charset=utf-8", []byte(card.drawing))
	return nil
}

func (s *Server) addLayer(c *call) error {
	e := id(c, "ensemble")
	var all []draft.About
	for _, kind := range c.PostFormArray("kind") {
		g, ok := catalogue.Find(kind)
		if !ok {
			break
		}
		all = append(all, g.About())
	}
	if len(all) == 0 || len(all) != len(c.PostFormArray("kind")) || len(all) > len(catalogue.All()) {
		return &store.FieldError{Field: "kind", Why: "choose a garment from the list"}
	}
	for _, a := range all {
		if _, err := s.st.AddLayer(c.ctx(), store.Layer{EnsembleID: e, Kind: a.Kind, Name: a.Name, Fabric: a.Usual,
			State: store.Drafted}); err != nil {
			return err
		}
	}
	return s.done(c, fmt.Sprintf("/ensembles/%d/layers", e))
}

// unseen are the first drafts of layers that none has been noted of.
func (s *Server) unseen(ctx context.Context, e store.Ensemble) map[uint]ensemble.Snapshot {
	fresh := map[uint]ensemble.Snapshot{}
	for _, l := range e.Layers {
		if len(l.Seen.Dimensions) == 0 {
			_, stages, err := s.walk(ctx, e)
			if err != nil {
				return nil
			}
			for i := range stages {
				if stages[i].Err == nil && len(e.Layers[i].Seen.Dimensions) == 0 {
					fresh[e.Layers[i].ID] = stages[i].Snapshot()
				}
			}
			return fresh
		}
	}
	return fresh
}

// change runs a change of a layer, which must belong to the ensemble of
// the address.
func (s *Server) change(c *call, do func(layer store.Layer) error) error {
	e, err := s.st.Ensemble(c.ctx(), id(c, "ensemble"))
	if err == nil {
		err = store.ErrGone
		for _, l := range e.Layers {
			if l.ID == id(c, "layer") {
				// What is there before the change is on record, so that the
				// layers outside it can be compared with it afterwards.
				if err = s.st.See(c.ctx(), s.unseen(c.ctx(), e)); err == nil {
					err = do(l)
				}
			}
		}
	}
	return err
}

// hadLayer says that a layer is bought or borrowed, or made after all.
func (s *Server) hadLayer(c *call) error {
	had := ensemble.Had(c.PostForm("had"))
	if err := s.change(c, func(l store.Layer) error { return s.st.SetHad(c.ctx(), l.ID, had) }); err != nil {
		return err
	}
	return s.back(c)
}

func (s *Server) moveLayer(c *call) error {
	to, err := strconv.Atoi(c.PostForm("to"))
	if err != nil {
		return &store.FieldError{Field: "to", Why: "choose a place in the stack"}
	}
	if err := s.change(c, func(l store.Layer) error { return s.st.MoveLayer(c.ctx(), l.ID, to) }); err != nil {
		return err
	}
	return s.back(c)
}

func (s *Server) removeLayer(c *call) error {
	if err := s.change(c, func(l store.Layer) error { return s.st.RemoveLayer(c.ctx(), l.ID) }); err != nil {
		return err
	}
	return s.done(c, fmt.Sprintf("/ensembles/%d/layers", id(c, "ensemble")))
}

// setState says how far a layer has come. What makes pieces of cloth goes the one
// way there is: the questions, then the cut.
func (s *Server) setState(c *call) error {
	ask := ""
	err := s.change(c, func(l store.Layer) error {
		state := store.State(c.PostForm("state"))
		if !state.Made() || l.CutHash != "" {
			return s.st.SetState(c.ctx(), l.ID, state, []string{ensemble.CutStep})
		}
		var err error
		ask, err = s.cutOut(c, l, state)
		return err
	})
	if err != nil {
		return err
	}
	if ask != "" { // nothing is cut before that is answered
		return s.done(c, ask)
	}
	return s.back(c)
}

// cutOut cuts a layer's cloth, once everything that is asked before has been
// answered; until then it says where that is.
func (s *Server) cutOut(c *call, l store.Layer, state store.State) (ask string, err error) {
	ctx := c.ctx()
	e, err := s.st.Ensemble(ctx, l.EnsembleID)
	if err != nil {
		return "", err
	}
	p := s.page(c, "")
	p.E = s.view(ctx, e, l.ID, p.Unit)
	stage := p.E.Layer.Stage
	if stage.Err != nil {
		return "", &store.FieldError{Field: "state", Why: "it can't be drafted as it is, so there is nothing to cut to: see to that first"}
	}
	if err := l.Making(); err != nil {
		return "", err
	}
	ask, sure := s.sure(c, e, l, stage, p, state)
	if !sure {
		return ask, nil
	}
	made, ok := stage.CutOut(func(j lay.Job) (lay.Result, bool) { return s.lays.get(ctx, j) })
	if !ok {
		return "", ctx.Err()
	}
	cut := store.Cutting{State: state, Made: made, Takes: made.Takes(), Pieces: stage.PieceKeys(), Steps: stage.Cutting()}
	if err := s.st.See(ctx, map[uint]ensemble.Snapshot{l.ID: stage.Snapshot()}); err != nil {
		return "", err
	}
	return "", s.st.CutOut(ctx, l.ID, cut)
}
