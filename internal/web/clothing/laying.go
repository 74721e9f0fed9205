package clothing

import (
	"cmp"
	"context"
	"encoding/json"
	"fmt"
	"math"
	"net/http"
	"slices"
	"strconv"
	"strings"

	"github.com/gin-gonic/gin"

	"ardentgusset/core/ensemble"
	"ardentgusset/core/lay"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/internal/store"
	"ardentgusset/internal/web/hall"
)

// setLaying changes one thing about how a layer is laid: the key names it, and after a
// colon what it is about.
func (s *Room) setLaying(c *hall.Call) error {
	return s.Change(c, func(l store.Layer) error {
		key, value := c.PostForm("key"), c.PostForm("value")
		if key == "stash" {
			id, err := strconv.ParseUint(value, 10, 32)
			if err != nil {
				return bad(key, "choose a cloth of the stash, or its own")
			}
			if err := s.Store.TakeCloth(c.Ctx(), l.ID, roleOf(c), uint(id)); err != nil {
				return err
			}
			return s.clothParts(c, l, "cloth-margin")
		}
		edit := ensemble.LayEdit{Role: roleOf(c), Value: value, Unit: c.Reader.Unit, Pieces: s.piecesOf(c, l)}
		edit.Do, edit.About, _ = strings.Cut(key, ":")
		err := s.Store.SetLaying(c.Ctx(), l.ID, "the lay", func(lay *ensemble.Laying) error {
			if err := lay.Edit(edit); err != nil {
				return bad(key, err.Error())
			}
			return nil
		})
		if err != nil {
			return err
		}
		to := fmt.Sprintf("/ensembles/%d/layers/%d/cloth", l.EnsembleID, l.ID)
		switch key { // the page is another one then
		case "add":
			return s.Done(c, to+"?cloth="+value)
		case "drop":
			return s.Done(c, to)
		}
		return s.clothParts(c, l)
	})
}

// piecesOf are a layer's pieces as they are drafted; none when it can't be.
func (s *Room) piecesOf(c *hall.Call, l store.Layer) []pattern.Piece {
	e, err := s.Store.Ensemble(c.Ctx(), l.EnsembleID)
	if err != nil {
		return nil
	}
	_, stages, err := s.Walk(c.Ctx(), e)
	for i := range stages {
		if err == nil && e.Layers[i].ID == l.ID {
			return stages[i].Draft.Pieces
		}
	}
	return nil
}

// keepLay notes which lay somebody looked for or laid by hand. It loses
// nothing and is no action to undo.
func (s *Room) keepLay(c *hall.Call, layer uint, sheet string, kept ensemble.KeptLay) error {
	return s.Store.NoteLay(context.WithoutCancel(c.Ctx()), layer, sheet, kept)
}

// Hand is a piece moved by hand: where its middle is to be, mm, and its turn.
type Hand struct {
	Sheet string  `json:"sheet"`
	ID    string  `json:"id"`
	Copy  int     `json:"copy"`
	X     float64 `json:"x"`
	Y     float64 `json:"y"`
	Turn  float64 `json:"turn"`
	// Next turns it to its next allowed turn.
	Next bool `json:"next"`
	// Drop pins it there if it is clear; Room pins it and places the rest anew
	// round it. Loose lets it go.
	Drop  bool `json:"drop"`
	Room  bool `json:"room"`
	Loose bool `json:"loose"`
}

// handLaid tries a piece at a place for the page while it is being dragged, or
// lays it down there.
func (s *Room) handLaid(c *hall.Call) error {
	return s.Change(c, func(l store.Layer) error {
		var h Hand
		if err := json.NewDecoder(c.Request.Body).Decode(&h); err != nil || math.Abs(h.X) > 1e6 || math.Abs(h.Y) > 1e6 {
			return &store.FieldError{Field: "hand", Why: "this is no move of a piece"}
		}
		p := s.Page(c, "")
		e, err := s.Store.Ensemble(c.Ctx(), l.EnsembleID)
		if err != nil {
			return err
		}
		p.E = s.View(c.Ctx(), e, l.ID, p.Unit)
		stage := p.E.Layer.Stage
		if stage.Err != nil {
			return stage.Err
		}
		u := stage.UseOf(roleOf(c))
		sheets, ok := stage.Sheets(u, func(j lay.Job) (lay.Result, bool) { return s.Lays.Get(c.Ctx(), j) })
		if !ok {
			return c.Ctx().Err()
		}
		k := slices.IndexFunc(sheets, func(s ensemble.Sheet) bool { return s.Key == h.Sheet })
		if k < 0 {
			return &store.FieldError{Field: "hand", Why: "this piece of cloth is no longer there; load the page again"}
		}
		sheet := sheets[k]
		at := slices.IndexFunc(sheet.Result.Placements, func(p lay.Placement) bool { return p.ID == h.ID && p.Copy == h.Copy })
		if at < 0 {
			return &store.FieldError{Field: "hand", Why: "this piece no longer lies here; load the page again"}
		}
		if h.Loose {
			return s.loosen(c, l, sheet, h)
		}
		var piece *lay.Piece
		for i := range sheet.Job.Pieces {
			if sheet.Job.Pieces[i].ID == h.ID {
				piece = &sheet.Job.Pieces[i]
			}
		}
		moved := laidAt(sheet.Job, piece, sheet.Result.Placements, sheet.Result.Placements[at], h)
		faults := handFaults(stage, sheet, moved)
		if h.Drop && (len(faults) == 0 || (h.Room && sheet.Job.Cloth.Fold == lay.Flat)) {
			return s.pin(c, l, sheet, moved, len(faults) == 0)
		}
		shape := piece.Shape(moved)
		b := plane.BoxOf(shape)
		path := make([][2]float64, len(shape))
		for i, q := range shape {
			path[i] = [2]float64{math.Round(q.X*100) / 100, math.Round(q.Y*100) / 100}
		}
		answer := gin.H{"x": b.Centre().X, "y": b.Centre().Y, "turn": moved.Turn, "shape": path, "faults": faults,
			"says": fmt.Sprintf("%s from the near selvedge, %s from the end", measure.Length(b.Min.Y).In(p.Unit),
				measure.Length(b.Min.X).In(p.Unit))}
		c.JSON(http.StatusOK, answer)
		return nil
	})
}

// laidAt is a placement with the piece's middle where the hand has it, brought
// onto the cloth, and onto the repeat or the fold where it must lie there.
func laidAt(j lay.Job, piece *lay.Piece, all []lay.Placement, was lay.Placement, h Hand) lay.Placement {
	at := was
	at.Turn = math.Mod(math.Mod(h.Turn, 360)+360, 360)
	if turns := piece.Turns; h.Next && !j.Cloth.Nap {
		k := slices.IndexFunc(turns, func(t float64) bool { return math.Abs(math.Mod(t+360, 360)-at.Turn) < 1e-6 })
		at.Turn = math.Mod(turns[(k+1)%len(turns)]+360, 360)
	}
	at.X, at.Y = 0, 0
	b := plane.BoxOf(piece.Shape(at))
	c := j.Cloth
	within := func(middle, half, low, high float64) float64 {
		return max(low+half, min(middle, max(high-half, low+half)))
	}
	end := c.Length
	if end == 0 {
		end = math.Inf(1)
	}
	x, y := within(h.X, b.Width()/2, 0, end), within(h.Y, b.Height()/2, c.Selvedge, c.Width-c.Selvedge)
	if piece.OnFold && c.Fold == lay.Lengthwise {
		y = c.Width / 2
	}
	at.X, at.Y = x-b.Centre().X, y-b.Centre().Y
	return j.OnHold(j.OnRepeat(at, all))
}

// handFaults says what is wrong with a piece where the hand has it, in words.
func handFaults(stage *ensemble.Stage, sheet ensemble.Sheet, moved lay.Placement) []string {
	names := map[string]string{}
	for i := range stage.Draft.Pieces {
		names[stage.Draft.Pieces[i].ID] = stage.Draft.Pieces[i].Name
	}
	all := slices.Clone(sheet.Result.Placements)
	for i := range all {
		if all[i].ID == moved.ID && all[i].Copy == moved.Copy {
			all[i] = moved
		}
	}
	j := sheet.Job
	mate := -1
	if j.Cloth.Fold != lay.Flat {
		mate = moved.Copy ^ 1
	}
	var out []string
	for _, f := range j.Faults(all) {
		mine := f.ID == moved.ID && f.Copy == moved.Copy
		other := f.Other == moved.ID && f.Beside == moved.Copy
		if !mine && !other {
			continue
		}
		text := f.Why
		switch {
		case mine && f.Other == moved.ID && f.Beside == mate, other && f.ID == moved.ID && f.Copy == mate:
			continue // its own lower layer goes with it
		case mine && f.Other != "":
			text = "lies on " + strings.ToLower(cmp.Or(names[f.Other], f.Other))
		case other:
			text = "lies on " + strings.ToLower(cmp.Or(names[f.ID], f.ID))
		}
		if !slices.Contains(out, text) {
			out = append(out, text)
		}
	}
	return out
}

// pin lays a piece down. When it is clear all others stay where they are;
// otherwise the engine places the rest round it.
func (s *Room) pin(c *hall.Call, l store.Layer, sheet ensemble.Sheet, at lay.Placement, clear bool) error {
	with := sheet.Job
	with.Pinned = append(slices.DeleteFunc(slices.Clone(with.Pinned), func(p lay.Placement) bool {
		return p.ID == at.ID &&
			p.Copy == at.Copy
	}), at)
	if err := with.Check(); err != nil {
		return &store.FieldError{Field: "hand", Why: "it can't be pinned there: " + err.Error()}
	}
	err := s.Store.SetLaying(c.Ctx(), l.ID, "a piece laid by hand", func(lay_ *ensemble.Laying) error {
		all := map[string][]lay.Placement{}
		for k, v := range lay_.Pinned {
			all[k] = v
		}
		all[sheet.Key] = with.Pinned
		lay_.Pinned = all
		return nil
	})
	if err != nil {
		return err
	}
	if clear && with.Cloth.Fold == lay.Flat {
		r := sheet.Result
		r.Placements = slices.Clone(r.Placements)
		for i := range r.Placements {
			if r.Placements[i].ID == at.ID && r.Placements[i].Copy == at.Copy {
				r.Placements[i] = at
			}
		}
		r.Length = 0
		area := 0.0
		for _, p := range r.Placements {
			for i := range with.Pieces {
				if with.Pieces[i].ID == p.ID {
					shape := with.Pieces[i].Shape(p)
					r.Length = max(r.Length, plane.BoxOf(shape).Max.X)
					area += math.Abs(plane.Area(shape))
				}
			}
		}
		if r.Length > 0 {
			r.Utilisation = area / (r.Length * with.Cloth.Width)
		}
		key := hall.HashOf(with)
		s.Lays.Put(key, r)
		if err := s.Store.KeepLay(c.Ctx(), key, r); err != nil {
			return err
		}
		if err := s.keepLay(c, l.ID, sheet.Key, ensemble.KeptLay{Hash: key, Length: r.Length}); err != nil {
			return err
		}
	}
	return s.clothParts(c, l)
}

// loosen lets a pinned piece go; everything stays where it lies until a lay is
// looked for.
func (s *Room) loosen(c *hall.Call, l store.Layer, sheet ensemble.Sheet, h Hand) error {
	with := sheet.Job
	with.Pinned = slices.DeleteFunc(slices.Clone(with.Pinned), func(p lay.Placement) bool { return p.ID == h.ID && p.Copy == h.Copy })
	if len(with.Pinned) == 0 {
		with.Pinned = nil
	}
	err := s.Store.SetLaying(c.Ctx(), l.ID, "a piece laid by hand", func(lay_ *ensemble.Laying) error {
		all := map[string][]lay.Placement{}
		for k, v := range lay_.Pinned {
			all[k] = v
		}
		delete(all, sheet.Key)
		if len(with.Pinned) > 0 {
			all[sheet.Key] = with.Pinned
		}
		lay_.Pinned = all
		return nil
	})
	if err != nil {
		return err
	}
	key := hall.HashOf(with)
	if _, found, err := s.Store.FoundLay(c.Ctx(), key); err == nil && !found {
		s.Lays.Put(key, sheet.Result)
		if err := s.Store.KeepLay(c.Ctx(), key, sheet.Result); err != nil {
			return err
		}
	}
	return s.clothParts(c, l)
}
