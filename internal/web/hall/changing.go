package hall

import (
	"context"
	"encoding/json"
	"slices"

	"ardentgusset/core/ensemble"
	"ardentgusset/core/lay"
	"ardentgusset/core/work"
	"ardentgusset/internal/store"
)

// LayerAsked is the ensemble a request names and where its layer lies in it, or
// store.ErrGone.
func (s *Hall) LayerAsked(c *Call) (store.Ensemble, int, error) {
	e, err := s.Store.Ensemble(c.Ctx(), ID(c, "ensemble"))
	if err != nil {
		return e, -1, err
	}
	at := slices.IndexFunc(e.Layers, func(l store.Layer) bool { return l.ID == ID(c, "layer") })
	if at < 0 {
		err = store.ErrGone
	}
	return e, at, err
}

// unseen are the first drafts of layers that none has been noted of.
func (s *Hall) unseen(ctx context.Context, e store.Ensemble) map[uint]ensemble.Snapshot {
	fresh := map[uint]ensemble.Snapshot{}
	for _, l := range e.Layers {
		if len(l.Seen.Dimensions) == 0 {
			_, stages, err := s.Walk(ctx, e)
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

// Change runs a change of a layer, which must belong to the ensemble of
// the address.
func (s *Hall) Change(c *Call, do func(layer store.Layer) error) error {
	e, err := s.Store.Ensemble(c.Ctx(), ID(c, "ensemble"))
	if err == nil {
		err = store.ErrGone
		for _, l := range e.Layers {
			if l.ID == ID(c, "layer") {
				// What is there before the change is on record, so that the
				// layers outside it can be compared with it afterwards.
				if err = s.Store.See(c.Ctx(), s.unseen(c.Ctx(), e)); err == nil {
					err = do(l)
				}
			}
		}
	}
	return err
}

// CutOut cuts a layer's cloth, once everything that is asked before has been
// answered; until then it says where that is.
func (s *Hall) CutOut(c *Call, l store.Layer, state store.State) (ask string, err error) {
	ctx := c.Ctx()
	e, err := s.Store.Ensemble(ctx, l.EnsembleID)
	if err != nil {
		return "", err
	}
	p := s.Page(c, "")
	p.E = s.View(ctx, e, l.ID, p.Unit)
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
	made, ok := stage.CutOut(func(j lay.Job) (lay.Result, bool) { return s.Lays.Get(ctx, j) })
	if !ok {
		return "", ctx.Err()
	}
	cut := store.Cutting{State: state, Made: made, Takes: made.Takes(), Pieces: stage.PieceKeys(), Steps: stage.Cutting()}
	for _, check := range checks(stage, p) { // all were answered
		for _, step := range check.Ticks {
			if !l.Ticked(step) && slices.ContainsFunc(stage.Steps(), func(st work.Step) bool { return st.ID == step }) {
				cut.Steps = append(cut.Steps, step)
			}
		}
	}
	if err := s.Store.See(ctx, map[uint]ensemble.Snapshot{l.ID: stage.Snapshot()}); err != nil {
		return "", err
	}
	return "", s.Store.CutOut(ctx, l.ID, cut)
}

// NoteEnsembles records the drafts that were never noted of some ensembles,
// before something they all rest on changes.
func (s *Hall) NoteEnsembles(c *Call, which func(e store.Ensemble) bool) error {
	all, err := s.Store.Ensembles(c.Ctx())
	if err != nil {
		return err
	}
	for _, e := range all {
		if which(e) {
			if err := s.Store.See(c.Ctx(), s.unseen(c.Ctx(), e)); err != nil {
				return err
			}
		}
	}
	return nil
}

// Encode is a value as a form sends it back.
func Encode(v any) string {
	if v == nil {
		return ""
	}
	b, err := json.Marshal(v)
	if err != nil {
		return ""
	}
	return string(b)
}
