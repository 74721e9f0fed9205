package web

import (
	"fmt"
	"slices"
	"strconv"
	"strings"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/catalogue"
	"ardentgusset/core/ensemble"
	"ardentgusset/core/lay"
	"ardentgusset/internal/formats/svg"
	"ardentgusset/internal/store"

	"github.com/gin-gonic/gin"
)

type layersView struct {
	Stand     string
	Catalogue []family
	Begin     []beginning // usual stacks, while there is none
}

type beginning struct {
	catalogue.Stack
	Names string
}

// family is a part of the catalogue.
type family struct {
	Label    string
	Garments []draft.About
	Open     bool
}

// families in the order they are put on.
var families = []struct{ key, label string }{{"underwear", "Next to the skin"}, {"foundation", "Foundations: corsets and stays"}, {"support", "Supports and petticoats"}, {"skirt", "Skirts"}}

// layerAsked is the ensemble a request names and where its layer lies in it, or
// store.ErrGone.
func layerAsked(c *gin.Context, st *store.Store) (store.Ensemble, int, error) {
	e, err := st.Ensemble(c.Request.Context(), id(c, "ensemble"))
	if err != nil {
		return e, -1, err
	}
	at := slices.IndexFunc(e.Layers, func(l store.Layer) bool { return l.ID == id(c, "layer") })
	if at < 0 {
		err = store.ErrGone
	}
	return e, at, err
}

func (s *Server) layersStation(c *gin.Context) {
	s.station(c, "layers", 0, func(_ *store.Store, p *page) error {
		v := layersView{Stand: svg.Stand{Bare: p.E.Bare, Worn: p.E.Dressed(), Unit: p.Unit}.Draw()}
		// The family that is put on next stands open.
		next := 0
		for _, st := range p.E.Stages {
			for i, f := range families {
				if st.Garment != nil && st.Garment.About().Family == f.key {
					next = max(next, min(i+1, len(families)-1))
				}
			}
		}
		for i, f := range families {
			fam := family{Label: f.label, Open: i == next}
			for _, g := range catalogue.All() {
				if a := g.About(); a.Family == f.key {
					fam.Garments = append(fam.Garments, a)
				}
			}
			v.Catalogue = append(v.Catalogue, fam)
		}
		if len(p.E.Stages) == 0 && p.E.Err == "" {
			for _, st := range catalogue.Stacks() {
				b := beginning{Stack: st}
				for _, kind := range st.Kinds {
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

func (s *Server) addLayer(c *gin.Context) {
	st := s.st
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
		s.fail(c, &store.FieldError{Field: "kind", Why: "choose a garment from the list"})
		return
	}
	for _, a := range all {
		if _, err := st.AddLayer(c.Request.Context(), store.Layer{EnsembleID: e, Kind: a.Kind, Name: a.Name, Fabric: a.Usual, State: store.Drafted}); err != nil {
			s.fail(c, err)
			return
		}
	}
	s.done(c, fmt.Sprintf("/ensembles/%d/layers", e))
}

// unseen are the first drafts of layers that none has been noted of.
func (s *Server) unseen(e store.Ensemble) map[uint]ensemble.Snapshot {
	fresh := map[uint]ensemble.Snapshot{}
	for _, l := range e.Layers {
		if len(l.Seen.Dimensions) == 0 {
			_, stages, err := s.walks.walk(e)
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
func (s *Server) change(c *gin.Context, do func(st *store.Store, layer store.Layer) error) bool {
	st := s.st
	e, err := st.Ensemble(c.Request.Context(), id(c, "ensemble"))
	if err == nil {
		err = store.ErrGone
		for _, l := range e.Layers {
			if l.ID == id(c, "layer") {
				// What is there before the change is on record, so that the
				// layers outside it can be compared with it afterwards.
				if err = st.See(c.Request.Context(), s.unseen(e)); err == nil {
					err = do(st, l)
				}
			}
		}
	}
	if err != nil {
		s.fail(c, err)
		return false
	}
	return true
}

func (s *Server) moveLayer(c *gin.Context) {
	to, err := strconv.Atoi(c.PostForm("to"))
	if err != nil {
		s.fail(c, &store.FieldError{Field: "to", Why: "choose a place in the stack"})
		return
	}
	if s.change(c, func(st *store.Store, l store.Layer) error { return st.MoveLayer(c.Request.Context(), l.ID, to) }) {
		s.back(c)
	}
}

func (s *Server) removeLayer(c *gin.Context) {
	if s.change(c, func(st *store.Store, l store.Layer) error { return st.RemoveLayer(c.Request.Context(), l.ID) }) {
		s.done(c, fmt.Sprintf("/ensembles/%d/layers", id(c, "ensemble")))
	}
}

// setState says how far a layer has come. What makes pieces of cloth goes the one
// way there is: the questions, then the cut.
func (s *Server) setState(c *gin.Context) {
	ask := ""
	if s.change(c, func(st *store.Store, l store.Layer) error {
		state := store.State(c.PostForm("state"))
		if !state.Made() || l.CutHash != "" {
			return st.SetState(c.Request.Context(), l.ID, state, []string{ensemble.CutStep})
		}
		var err error
		ask, err = s.cutOut(c, st, l, state)
		return err
	}) {
		if ask != "" { // nothing is cut before that is answered
			s.done(c, ask)
			return
		}
		s.back(c)
	}
}

// cutOut cuts a layer's cloth, once everything that is asked before has been
// answered; until then it says where that is.
func (s *Server) cutOut(c *gin.Context, st *store.Store, l store.Layer, state store.State) (ask string, err error) {
	ctx := c.Request.Context()
	e, err := st.Ensemble(ctx, l.EnsembleID)
	if err != nil {
		return "", err
	}
	p := s.page(c, "")
	p.E = s.view(ctx, st, e, l.ID, p.Unit)
	stage := p.E.Layer.Stage
	if stage.Err != nil {
		return "", &store.FieldError{Field: "state", Why: "it can't be drafted as it is, so there is nothing to cut to: see to that first"}
	}
	ask, sure := s.sure(c, e, l, stage, p, state)
	if !sure {
		return ask, nil
	}
	made := ensemble.Made{Draft: stage.Draft}
	for _, u := range stage.Uses() {
		sheets, ok := stage.Sheets(u, func(j lay.Job) (lay.Result, bool) { return s.lays.get(ctx, st, j) })
		if !ok {
			return "", ctx.Err()
		}
		made.Uses = append(made.Uses, ensemble.MadeUse{Use: u, Sheets: sheets})
	}
	cut := store.Cutting{State: state, Made: made, Takes: made.Takes(), Pieces: stage.PieceKeys(), Steps: stage.Cutting()}
	if err := st.See(ctx, map[uint]ensemble.Snapshot{l.ID: stage.Snapshot()}); err != nil {
		return "", err
	}
	return "", st.CutOut(ctx, l.ID, cut)
}
