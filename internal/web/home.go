package web

import (
	"errors"
	"io"
	"net/http"
	"net/url"
	"os"
	"path/filepath"
	"strconv"
	"time"

	"ardentgusset/core/measure"
	"ardentgusset/internal/store"
	"ardentgusset/internal/web/hall"
)

type homeView struct {
	Ensembles []homeEnsemble
	Wearers   []store.Wearer
	Deleted   *store.History
	Stashed   int
}

// Begun tells whether there is an ensemble: until then the page says what this is.
func (v homeView) Begun() bool { return len(v.Ensembles) > 0 }

type homeEnsemble struct {
	store.Ensemble
	Drawn   bool // its card is; otherwise the page asks for it once it stands
	Drawing string
	Event   string
	Days    int
	Done    int
	Steps   int
}

func (s *Server) home(c *hall.Call) error {
	p := s.Page(c, "Ensembles")
	all, err := s.Store.Ensembles(c.Ctx())
	if err != nil {
		return err
	}
	var h homeView
	if h.Wearers, err = s.Store.Wearers(c.Ctx()); err != nil {
		return err
	}
	stash, err := s.Store.Stash(c.Ctx())
	if err != nil {
		return err
	}
	h.Stashed = len(stash)
	if d, ok := s.Store.LastDeleted(c.Ctx()); ok {
		h.Deleted = &d
	}
	for _, e := range all {
		card, drawn := s.CardDrawn(e)
		h.Ensembles = append(h.Ensembles, s.cardOf(e, card, drawn))
	}
	return hall.Render(s.Hall, c, http.StatusOK, "home", p, h)
}

// cardOf is an ensemble with its card.
func (s *Server) cardOf(e store.Ensemble, card hall.Card, drawn bool) homeEnsemble {
	one := homeEnsemble{Ensemble: e, Drawn: drawn, Drawing: card.Drawing, Steps: len(card.Steps)}
	one.Event, one.Days, _ = s.EventOf(e)
	done := map[hall.CardStep]bool{}
	for _, l := range e.Layers {
		for _, log := range l.Steps {
			done[hall.CardStep{Layer: strconv.Itoa(int(l.ID)), Own: log.Step}] = !e.DoneOn(log).IsZero()
		}
	}
	for _, step := range card.Steps {
		if done[step] {
			one.Done++
		}
	}
	return one
}

// card is an ensemble's card for the page that stands already.
func (s *Server) card(c *hall.Call) error {
	e, err := s.Store.Ensemble(c.Ctx(), hall.ID(c, "ensemble"))
	if err != nil {
		return err
	}
	drawn, err := s.Card(c.Ctx(), e)
	if err != nil {
		return err
	}
	return hall.Render(s.Hall, c, http.StatusOK, "ensemble-card", s.Page(c, e.Name), s.cardOf(e, drawn, true))
}

// setUnit, setLight and setMoney keep a choice of this browser, which is that of the data for whoever made none.
func (s *Server) setUnit(c *hall.Call) error {
	unit := measure.UnitOf(c.PostForm("unit"))
	hall.Remember(c, "unit", string(unit))
	return s.habit(c, func(h *store.Habits) { h.Unit = unit })
}

// habit keeps a choice with the data. A file that can’t be written to changes nothing about what this browser shows.
func (s *Server) habit(c *hall.Call, change func(*store.Habits)) error {
	if err := s.Store.SetHabit(c.Ctx(), change); err != nil {
		s.Opt.Log.Warn("a habit was not kept with the data", "error", err.Error())
	}
	return s.Back(c)
}

func (s *Server) setLight(c *hall.Call) error {
	light := c.PostForm("light")
	if light != "day" && light != "evening" {
		light = ""
	}
	hall.Remember(c, "light", light)
	return s.habit(c, func(h *store.Habits) { h.Light = light })
}

// setMoney keeps the sign money is written with.
func (s *Server) setMoney(c *hall.Call) error {
	money := measure.CurrencyOf(c.PostForm("money"))
	hall.Remember(c, "money", url.QueryEscape(string(money)))
	return s.habit(c, func(h *store.Habits) { h.Money = money })
}

// backup sends a consistent copy of everything.
func (s *Server) backup(c *hall.Call) error {
	dir, err := os.MkdirTemp("", "ardent-gusset-backup-*")
	if err != nil {
		return err
	}
	defer func() { _ = os.RemoveAll(dir) }()
	file := filepath.Join(dir, "copy.db")
	if err := s.Store.Backup(c.Ctx(), file); err != nil {
		return err
	}
	s.unhurried(c)
	c.FileAttachment(file, "ardent-gusset-"+s.Opt.Now().Format("2006-01-02")+".db")
	return nil
}

// restore puts an uploaded backup in the place of the data. The data of now
// is kept beside it under another name.
func (s *Server) restore(c *hall.Call) error {
	s.unhurried(c)
	kept, err := s.takeBackup(c)
	if err != nil {
		return err
	}
	p := s.Page(c, "Restored")
	p.Message = "The backup is in place. What was here before is kept as " + kept + "."
	return hall.Render(s.Hall, c, http.StatusOK, "error", p, struct{}{})
}

// unhurried gives a request as long as a large file takes.
func (s *Server) unhurried(c *hall.Call) error {
	r := http.NewResponseController(c.Writer)
	until := s.Opt.Now().Add(time.Hour)
	if err := errors.Join(r.SetReadDeadline(until), r.SetWriteDeadline(until)); err != nil && !errors.Is(err, http.ErrNotSupported) {
		s.Opt.Log.Warn("a long request keeps its usual time", "error", err.Error())
	}
	return nil
}

// takeBackup reads the upload as it comes in: it may be larger than memory.
func (s *Server) takeBackup(c *hall.Call) (kept string, err error) {
	none := &store.FieldError{Field: "backup", Why: "choose the backup file first"}
	parts, err := c.Request.MultipartReader()
	if err != nil {
		return "", none
	}
	for {
		part, err := parts.NextPart()
		if errors.Is(err, io.EOF) {
			return "", none
		}
		if err != nil {
			return "", err
		}
		if part.FormName() != "backup" {
			continue
		}
		if part.FileName() == "" {
			return "", none
		}
		done, err := s.Store.Restore(c.Ctx(), part)
		return filepath.Base(done.Kept), err
	}
}
