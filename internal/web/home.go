package web

import (
	"errors"
	"io"
	"net/http"
	"net/url"
	"os"
	"path/filepath"
	"strconv"
	"strings"
	"time"

	"ardentgusset/core/measure"
	"ardentgusset/internal/store"
)

type homeView struct {
	Ensembles []homeEnsemble
	Wearers   []store.Wearer
	Deleted   *store.History
	Stashed   int
}

type homeEnsemble struct {
	store.Ensemble
	Drawing string
	Event   string
	Days    int
	Done    int
	Steps   int
}

func (s *Server) home(c *call) error {
	p := s.page(c, "Ensembles")
	all, err := s.st.Ensembles(c.ctx())
	if err != nil {
		return err
	}
	var h homeView
	if h.Wearers, err = s.st.Wearers(c.ctx()); err != nil {
		return err
	}
	stash, err := s.st.Stash(c.ctx())
	if err != nil {
		return err
	}
	h.Stashed = len(stash)
	if d, ok := s.st.LastDeleted(c.ctx()); ok {
		h.Deleted = &d
	}
	for _, e := range all {
		card, err := s.card(c.ctx(), e)
		if err != nil {
			return err
		}
		one := homeEnsemble{Ensemble: e, Drawing: card.drawing, Steps: len(card.steps)}
		one.Event, one.Days, _ = s.eventOf(e)
		done := map[cardStep]bool{}
		for _, l := range e.Layers {
			for _, log := range l.Steps {
				done[cardStep{strconv.Itoa(int(l.ID)), log.Step}] = log.DoneAt != nil
			}
		}
		for _, step := range card.steps {
			if done[step] {
				one.Done++
			}
		}
		h.Ensembles = append(h.Ensembles, one)
	}
	p.V = h
	return s.render(c, http.StatusOK, "home", p)
}

// setUnit and setLight keep a choice of this browser.
func (s *Server) setUnit(c *call) error {
	remember(c, "unit", string(measure.UnitOf(c.PostForm("unit"))))
	return s.back(c)
}

func (s *Server) setLight(c *call) error {
	light := c.PostForm("light")
	if light != "day" && light != "evening" {
		light = ""
	}
	remember(c, "light", light)
	return s.back(c)
}

// setMoney keeps the sign money is written with.
func (s *Server) setMoney(c *call) error {
	remember(c, "money", url.QueryEscape(string(measure.CurrencyOf(c.PostForm("money")))))
	return s.back(c)
}

func remember(c *call, key, value string) {
	http.SetCookie(c.Writer, &http.Cookie{Name: key, Value: value, Path: "/", MaxAge: 365 * 24 * 3600, SameSite: http.SameSiteLaxMode,
		HttpOnly: true})
}

// back returns to the page a form names, if it is one of ours.
func (s *Server) back(c *call) error {
	return s.done(c, ownPath(c.PostForm("back")))
}

// ownPath is a path of this program, or the first page for anything else: a
// browser drops blanks and reads backslashes as slashes, so neither may be in
// it.
func ownPath(to string) string {
	u, err := url.Parse(to)
	if err != nil || u.Scheme != "" || u.Host != "" || u.User != nil || !strings.HasPrefix(to, "/") || strings.HasPrefix(to, "//") ||
		strings.ContainsFunc(to, func(r rune) bool { return r <= ' ' || r == '\\' || r == 0x7f }) {
		return "/"
	}
	return to
}

// backup sends a consistent copy of everything.
func (s *Server) backup(c *call) error {
	dir, err := os.MkdirTemp("", "ardent-gusset-backup-*")
	if err != nil {
		return err
	}
	defer func() { _ = os.RemoveAll(dir) }()
	file := filepath.Join(dir, "copy.db")
	if err := s.st.Backup(c.ctx(), file); err != nil {
		return err
	}
	s.unhurried(c)
	c.FileAttachment(file, "ardent-gusset-"+s.opt.Now().Format("2006-01-02")+".db")
	return nil
}

// restore puts an uploaded backup in the place of the data. The data of now
// is kept beside it under another name.
func (s *Server) restore(c *call) error {
	s.unhurried(c)
	kept, err := s.takeBackup(c)
	if err != nil {
		return err
	}
	p := s.page(c, "Restored")
	p.Message = "The backup is in place. What was here before is kept as " + kept + "."
	return s.render(c, http.StatusOK, "error", p)
}

// unhurried gives a request as long as a large file takes.
func (s *Server) unhurried(c *call) error {
	r := http.NewResponseController(c.Writer)
	until := s.opt.Now().Add(time.Hour)
	if err := errors.Join(r.SetReadDeadline(until), r.SetWriteDeadline(until)); err != nil && !errors.Is(err, http.ErrNotSupported) {
		s.opt.Log.Warn("a long request keeps its usual time", "error", err.Error())
	}
	return nil
}

// takeBackup reads the upload as it comes in: it may be larger than memory.
func (s *Server) takeBackup(c *call) (kept string, err error) {
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
		done, err := s.st.Restore(c.ctx(), part)
		return filepath.Base(done.Kept), err
	}
}
