package web

import (
	"cmp"
	"fmt"
	"net/http"
	"strings"

	"ardentgusset/core/cloth"
	"ardentgusset/core/measure"
	"ardentgusset/internal/formats/svg"
	"ardentgusset/internal/store"
)

type stashView struct {
	Cloths []stashCard
	Colour []string
	Undo   string // a deleted cloth that can come back
	UndoID uint
	Last   uint
}

type stashCard struct {
	store.Stashed
	Drawing string
	Held    measure.Length
	Area    float64 // m²
	Uses    []store.StashUse
}

func (s *Server) stash(c *call) error {
	p := s.page(c, "The stash")
	all, err := s.st.Stash(c.ctx())
	if err != nil {
		return err
	}
	uses, err := s.st.UsesOf(c.ctx())
	if err != nil {
		return err
	}
	v := stashView{Colour: cloth.Colours()}
	for _, b := range all {
		card := stashCard{Stashed: b, Held: b.Fabric.Held(), Uses: uses[b.ID]}
		for _, cut := range b.Fabric.Pieces() {
			card.Area += cut.Area(b.Fabric) / 1e6
		}
		card.Drawing = svg.Cloths(b.Fabric, p.Unit)
		v.Cloths = append(v.Cloths, card)
	}
	if h, ok := s.st.LastDeleted(c.ctx()); ok && h.Scope == store.OfStash {
		v.Undo, v.UndoID, v.Last = h.Label, h.ScopeID, h.ID
	}
	p.V = v
	return s.render(c, http.StatusOK, "stash", p)
}

func (s *Server) addStash(c *call) error {
	f := cloth.Fabric{Name: c.PostForm("name"), Colour: cmp.Or(c.PostForm("colour"), cloth.Colours()[0]), Width: cloth.DefaultWidth, Selvedge: 10, Thickness: 0.4}
	if text := strings.TrimSpace(c.PostForm("width")); text != "" {
		w, err := measure.Parse(text, unitOf(c))
		if err != nil {
			return &store.FieldError{Field: "width", Why: err.Error()}
		}
		f.Width = w
	}
	if text := strings.TrimSpace(c.PostForm("length")); text != "" {
		l, err := measure.Parse(text, unitOf(c))
		if err != nil {
			return &store.FieldError{Field: "length", Why: err.Error()}
		}
		f.Lengths = []cloth.Cut{{Length: l}}
	}
	b, err := s.st.AddStash(c.ctx(), f)
	if err != nil {
		return err
	}
	return s.done(c, fmt.Sprintf("/stash/%d", b.ID))
}

func (s *Server) deleteStash(c *call) error {
	if err := s.st.DeleteStash(c.ctx(), id(c, "cloth")); err != nil {
		return err
	}
	return s.done(c, "/stash")
}

func (s *Server) undoStash(c *call) error {
	if _, err := s.st.Undo(c.ctx(), store.OfStash, id(c, "cloth"), lastShown(c)); err != nil {
		return err
	}
	return s.done(c, fmt.Sprintf("/stash/%d", id(c, "cloth")))
}
