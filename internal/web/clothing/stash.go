package clothing

import (
	"cmp"
	"errors"
	"fmt"
	"net/http"
	"strings"

	"ardentgusset/core/cloth"
	"ardentgusset/core/measure"
	"ardentgusset/internal/formats/svg"
	"ardentgusset/internal/store"
	"ardentgusset/internal/web/hall"
)

type stashView struct {
	Cloths []stashCard
	Colour []string
	New    newCloth
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

func (s *Room) stash(c *hall.Call) error {
	return s.stashPage(c, newCloth{Colour: cloth.Colours()[0]}, "")
}

// newCloth is the form that puts a cloth into the stash, as it was typed, and
// which of its fields is wrong.
type newCloth struct{ Name, Colour, Width, Thickness, Length, Wrong string }

// stashPage shows the stash with the form as it was typed and what is wrong
// about it.
func (s *Room) stashPage(c *hall.Call, typed newCloth, wrong string) error {
	p := s.Page(c, "The stash")
	all, err := s.Store.Stash(c.Ctx())
	if err != nil {
		return err
	}
	uses, err := s.Store.UsesOf(c.Ctx())
	if err != nil {
		return err
	}
	v := stashView{Colour: cloth.Colours(), New: typed}
	for _, b := range all {
		card := stashCard{Stashed: b, Held: b.Fabric.Held(), Uses: uses[b.ID]}
		for _, cut := range b.Fabric.Pieces() {
			card.Area += cut.Area(b.Fabric) / 1e6
		}
		card.Drawing = svg.Cloths(b.Fabric, p.Unit)
		v.Cloths = append(v.Cloths, card)
	}
	if h, ok := s.Store.LastDeleted(c.Ctx()); ok && h.Scope == store.OfStash {
		v.Undo, v.UndoID, v.Last = h.Label, h.ScopeID, h.ID
	}
	p.Message = wrong
	status := http.StatusOK
	if wrong != "" {
		status = http.StatusUnprocessableEntity
	}
	return hall.Render(s.Hall, c, status, "stash", p, v)
}

// addStash puts a cloth into the stash. What was typed comes back with what is
// wrong about it.
func (s *Room) addStash(c *hall.Call) error {
	typed := newCloth{Name: c.PostForm("name"), Colour: c.PostForm("colour"), Width: c.PostForm("width"),
		Thickness: c.PostForm("thickness"), Length: c.PostForm("length")}
	f, err := typed.cloth(c.Reader.Unit)
	var b store.Stashed
	if err == nil {
		b, err = s.Store.AddStash(c.Ctx(), f)
	}
	var field *store.FieldError
	if errors.As(err, &field) && !hall.WantsJSON(c.Context) {
		typed.Wrong = strings.TrimSuffix(field.Field, "_mm")
		return s.stashPage(c, typed, hall.Sentence(field.Why))
	}
	if err != nil {
		return err
	}
	return s.Done(c, fmt.Sprintf("/stash/%d", b.ID))
}

// cloth is the cloth the form describes.
func (n newCloth) cloth(u measure.Unit) (cloth.Fabric, error) {
	f := cloth.Fabric{Name: n.Name, Colour: cmp.Or(n.Colour, cloth.Colours()[0]), Width: cloth.DefaultWidth, Selvedge: 10}
	if strings.TrimSpace(n.Width) != "" {
		w, err := measure.Parse(n.Width, u)
		if err != nil {
			return f, bad("width", err.Error())
		}
		f.Width = w
	}
	thick, err := measure.Parse(withMillimetres(n.Thickness), u)
	if err != nil || thick < cloth.MinThickness || thick > cloth.MaxThickness {
		return f, bad("thickness", "say how thick it is: fold it in ten, measure, divide by ten. Lawn and lining are about ⟦~0.2⟧, shirting "+
			"⟦~0.3⟧, coutil ⟦~0.5⟧, suiting ⟦~0.8⟧, coating ⟦~2⟧")
	}
	f.Thickness = thick
	if strings.TrimSpace(n.Length) != "" {
		l, err := measure.Parse(n.Length, u)
		if err != nil {
			return f, bad("length", err.Error())
		}
		f.Lengths = []cloth.Cut{{Length: l}}
	}
	return f, nil
}

func (s *Room) deleteStash(c *hall.Call) error {
	if err := s.Store.DeleteStash(c.Ctx(), hall.ID(c, "cloth")); err != nil {
		return err
	}
	return s.Done(c, "/stash")
}

func (s *Room) undoStash(c *hall.Call) error {
	if _, err := s.Store.Undo(c.Ctx(), store.OfStash, hall.ID(c, "cloth"), hall.LastShown(c)); err != nil {
		return err
	}
	return s.Done(c, fmt.Sprintf("/stash/%d", hall.ID(c, "cloth")))
}

// withMillimetres is a thickness as it is typed: a number alone is millimetres.
func withMillimetres(text string) string {
	if text = strings.TrimSpace(text); text != "" && strings.Trim(text, "0123456789.,/ ") == "" {
		text += " mm"
	}
	return text
}
