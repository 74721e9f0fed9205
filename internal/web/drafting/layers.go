package drafting

import (
	"fmt"
	"net/http"
	"slices"
	"strconv"
	"strings"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/catalogue"
	"ardentgusset/core/ensemble"
	"ardentgusset/core/family"
	"ardentgusset/core/work"
	"ardentgusset/internal/store"
	"ardentgusset/internal/web/hall"
)

type layersView struct {
	Stand     string
	Catalogue []catalogueFamily
	Stacks    []beginning // usual ones: drawn, to begin from, while there is none
	Begun     bool
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
	Garments []offered
	Open     bool
}

// offered is a garment that can be put on.
type offered struct {
	draft.About
	On      *ensemble.Stage // the layer of that kind, nil for none
	Another bool            // more than one is worn at a time
}

func (s *Room) layersStation(c *hall.Call) error {
	return hall.Station(s.Hall, c, "layers", 0, func(p *hall.Head) (layersView, error) {
		v := layersView{Stand: p.E.Stand(p.Unit).Draw(), Dressing: viewDressing(p)}
		// The family that is put on next stands open.
		families, next, on := family.All(), 0, map[string]*ensemble.Stage{}
		for i := range p.E.Stages {
			on[p.E.Stages[i].Kind] = &p.E.Stages[i]
		}
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
					fam.Garments = append(fam.Garments, offered{a, on[a.Kind], f.Kind == family.Support})
				}
			}
			v.Catalogue = append(v.Catalogue, fam)
		}
		v.Begun = len(p.E.Stages) > 0 || p.E.Err != ""
		for n, stack := range catalogue.Stacks() {
			b := beginning{Stack: stack, N: n}
			for _, kind := range stack.Kinds {
				if g, ok := catalogue.Find(kind); ok {
					b.Names += ", " + strings.ToLower(g.About().Name)
				}
			}
			b.Names = strings.TrimPrefix(b.Names, ", ")
			v.Stacks = append(v.Stacks, b)
		}
		return v, nil
	})
}

// beginning draws the wearer in a usual stack, as every layer of it is drafted to the one beneath.
func (s *Room) beginning(c *hall.Call) error {
	e, err := s.Store.Ensemble(c.Ctx(), hall.ID(c, "ensemble"))
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
	card, err := s.Card(c.Ctx(), e)
	if err != nil {
		return err
	}
	c.Data(http.StatusOK, "image/svg+xml; charset=utf-8", []byte(card.Drawing))
	return nil
}

// addLayer puts a garment on where it belongs, or all of a ready stack that is not on yet; begun with, a stack comes in its own
// order.
func (s *Room) addLayer(c *hall.Call) error {
	id := hall.ID(c, "ensemble")
	e, err := s.Store.Ensemble(c.Ctx(), id)
	if err != nil {
		return err
	}
	kinds := c.PostFormArray("kind")
	wrong := &store.FieldError{Field: "kind", Why: "choose a garment from the list"}
	if len(kinds) == 0 || len(kinds) > len(catalogue.All()) {
		return wrong
	}
	var put []store.Layer
	for _, kind := range kinds {
		g, ok := catalogue.Find(kind)
		if !ok {
			return wrong
		}
		if len(kinds) > 1 && slices.ContainsFunc(e.Layers, func(l store.Layer) bool { return l.Kind == kind }) {
			continue
		}
		a := g.About()
		put = append(put, store.Layer{Kind: a.Kind, Name: a.Name, Fabric: a.Usual, State: store.Drafted})
	}
	if len(put) == 0 {
		return &store.FieldError{Field: "kind", Why: "all of that stack is on already; choose another, or a single garment"}
	}
	place := catalogue.Place
	if len(e.Layers) == 0 {
		place = func(stack []string, _ string) int { return len(stack) }
	}
	put, err = s.Store.PutOn(c.Ctx(), id, put, place)
	if err != nil {
		return err
	}
	return s.Done(c, fmt.Sprintf("/ensembles/%d/layers#layer-%d", id, put[0].ID))
}

// hadLayer says that a layer is bought or borrowed, or made after all.
func (s *Room) hadLayer(c *hall.Call) error {
	had := ensemble.Had(c.PostForm("had"))
	if err := s.Change(c, func(l store.Layer) error { return s.Store.SetHad(c.Ctx(), l.ID, had) }); err != nil {
		return err
	}
	return s.Back(c)
}

// tickFinished ticks what is still open of a layer that is sewn or worn.
func (s *Room) tickFinished(c *hall.Call) error {
	err := s.Change(c, func(l store.Layer) error {
		e, err := s.Store.Ensemble(c.Ctx(), l.EnsembleID)
		if err != nil {
			return err
		}
		stage := s.View(c.Ctx(), e, l.ID, s.Page(c, "").Unit).Layer.Stage
		var open []work.ID
		for _, st := range stage.Steps() {
			if !l.Ticked(st.ID) {
				open = append(open, st.ID)
			}
		}
		return s.Store.TickAll(c.Ctx(), l.ID, open)
	})
	if err != nil {
		return err
	}
	return s.Back(c)
}

func (s *Room) moveLayer(c *hall.Call) error {
	to, err := strconv.Atoi(c.PostForm("to"))
	if err != nil {
		return &store.FieldError{Field: "to", Why: "choose a place in the stack"}
	}
	if err := s.Change(c, func(l store.Layer) error { return s.Store.MoveLayer(c.Ctx(), l.ID, to) }); err != nil {
		return err
	}
	return s.Back(c)
}

func (s *Room) removeLayer(c *hall.Call) error {
	if err := s.Change(c, func(l store.Layer) error { return s.Store.RemoveLayer(c.Ctx(), l.ID) }); err != nil {
		return err
	}
	return s.Done(c, fmt.Sprintf("/ensembles/%d/layers", hall.ID(c, "ensemble")))
}

// setState says how far a layer has come. What makes pieces of cloth goes the one
// way there is: the questions, then the cut.
func (s *Room) setState(c *hall.Call) error {
	ask := ""
	err := s.Change(c, func(l store.Layer) error {
		state := store.State(c.PostForm("state"))
		if !state.Made() || l.CutHash != "" {
			return s.Store.SetState(c.Ctx(), l.ID, state, []work.ID{work.ToCut})
		}
		var err error
		ask, err = s.CutOut(c, l, state)
		return err
	})
	if err != nil {
		return err
	}
	if ask != "" { // nothing is cut before that is answered
		return s.Done(c, ask)
	}
	return s.Back(c)
}
