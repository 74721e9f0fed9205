package web

import (
	"errors"
	"fmt"
	"io"
	"net/http"
	"os"
	"path/filepath"
	"strings"

	"ardentgusset/core/measure"
	"ardentgusset/internal/formats/svg"
	"ardentgusset/internal/store"

	"github.com/gin-gonic/gin"
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

func (s *Server) home(c *gin.Context) {
	st, release := s.data()
	defer release()
	p := s.page(c, "Ensembles")
	all, err := st.Ensembles(c.Request.Context())
	if err != nil {
		s.fail(c, err)
		return
	}
	var h homeView
	if h.Wearers, err = st.Wearers(c.Request.Context()); err != nil {
		s.fail(c, err)
		return
	}
	stash, err := st.Stash(c.Request.Context())
	if err != nil {
		s.fail(c, err)
		return
	}
	h.Stashed = len(stash)
	if d, ok := st.LastDeleted(c.Request.Context()); ok {
		h.Deleted = &d
	}
	for _, e := range all {
		v := s.view(c.Request.Context(), st, e, 0, p.Unit)
		h.Ensembles = append(h.Ensembles, homeEnsemble{Ensemble: e, Event: v.Event, Days: v.Days, Done: v.DoneCount(), Steps: len(v.Plan),
			Drawing: svg.Stand{Bare: v.Bare, Worn: v.Dressed(), Unit: p.Unit, FrontOnly: true}.Draw()})
	}
	p.V = h
	s.render(c, http.StatusOK, "home", p)
}

// setUnit and setLight keep a choice of this browser.
func (s *Server) setUnit(c *gin.Context) {
	remember(c, "unit", string(measure.UnitOf(c.PostForm("unit"))))
	s.back(c)
}

func (s *Server) setLight(c *gin.Context) {
	light := c.PostForm("light")
	if light != "day" && light != "evening" {
		light = ""
	}
	remember(c, "light", light)
	s.back(c)
}

func remember(c *gin.Context, key, value string) {
	http.SetCookie(c.Writer, &http.Cookie{Name: key, Value: value, Path: "/", MaxAge: 365 * 24 * 3600, SameSite: http.SameSiteLaxMode, HttpOnly: true})
}

// back returns to the page a form names, if it is one of ours.
func (s *Server) back(c *gin.Context) {
	to := c.PostForm("back")
	if !strings.HasPrefix(to, "/") || strings.HasPrefix(to, "//") || strings.Contains(to, `\`) {
		to = "/"
	}
	s.done(c, to)
}

// backup sends a consistent copy of everything.
func (s *Server) backup(c *gin.Context) {
	st, release := s.data()
	defer release()
	dir, err := os.MkdirTemp("", "ardent-gusset-backup-*")
	if err != nil {
		s.fail(c, err)
		return
	}
	defer func() { _ = os.RemoveAll(dir) }()
	file := filepath.Join(dir, "copy.db")
	if err := st.Backup(c.Request.Context(), file); err != nil {
		s.fail(c, err)
		return
	}
	c.FileAttachment(file, "ardent-gusset-"+s.opt.Now().Format("2006-01-02")+".db")
}

// restore puts an uploaded backup in the place of the data. The data of now
// is kept beside it under another name.
func (s *Server) restore(c *gin.Context) {
	kept, err := s.takeBackup(c)
	if err != nil {
		s.fail(c, err)
		return
	}
	p := s.page(c, "Restored")
	p.Message = "The backup is in place. What was here before is kept as " + kept + "."
	s.render(c, http.StatusOK, "error", p)
}

func (s *Server) takeBackup(c *gin.Context) (kept string, err error) {
	up, err := c.FormFile("backup")
	if err != nil {
		return "", &store.FieldError{Field: "backup", Why: "choose the backup file first"}
	}
	in, err := up.Open()
	if err != nil {
		return "", err
	}
	defer func() { err = errors.Join(err, in.Close()) }()
	tmp, err := os.MkdirTemp(filepath.Dir(s.opt.Path), ".restore-*")
	if err != nil {
		return "", err
	}
	defer func() { _ = os.RemoveAll(tmp) }()
	file := filepath.Join(tmp, "uploaded.db")
	out, err := os.OpenFile(file, os.O_CREATE|os.O_WRONLY|os.O_EXCL, 0o600)
	if err != nil {
		return "", err
	}
	_, err = io.Copy(out, in)
	if err = errors.Join(err, out.Close()); err != nil {
		return "", err
	}
	sound := filepath.Join(tmp, "sound.db")
	if err := store.Restore(file, sound); err != nil {
		return "", &store.FieldError{Field: "backup", Why: "that file is not a sound backup of this program: " + strings.ReplaceAll(err.Error(), tmp, "")}
	}
	s.mu.Lock()
	defer s.mu.Unlock()
	if err := s.st.Close(); err != nil {
		return "", err
	}
	kept = fmt.Sprintf("%s.before-%s", s.opt.Path, s.opt.Now().Format("20060102-150405"))
	if err = os.Rename(s.opt.Path, kept); err == nil {
		if err = os.Rename(sound, s.opt.Path); err != nil {
			err = errors.Join(err, os.Rename(kept, s.opt.Path))
		}
	}
	st, openErr := store.Open(s.opt.Path)
	if openErr != nil && err == nil { // the backup is of another version: what was here comes back
		err = errors.Join(openErr, os.Rename(kept, s.opt.Path))
		st, openErr = store.Open(s.opt.Path)
	}
	if openErr != nil {
		return "", errors.Join(err, openErr)
	}
	s.st = st
	return filepath.Base(kept), err
}
