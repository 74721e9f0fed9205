package web

import (
	"crypto/rand"
	"net/http"
	"sync"
	"time"

	"github.com/gin-contrib/sessions"
	"github.com/gin-contrib/sessions/cookie"
	"github.com/gin-gonic/gin"
	"golang.org/x/crypto/bcrypt"
)

// guard asks for the passphrase when the program listens beyond this machine.
type guard struct {
	hash     []byte
	sessions gin.HandlerFunc
	mu       sync.Mutex // one try at a time: guessing is slow
}

func newGuard(passphrase string) (*guard, error) {
	// bcrypt reads 72 bytes at most and says so.
	hash, err := bcrypt.GenerateFromPassword([]byte(passphrase), bcrypt.DefaultCost)
	if err != nil {
		return nil, err
	}
	key := make([]byte, 32)
	if _, err := rand.Read(key); err != nil {
		return nil, err
	}
	st := cookie.NewStore(key)
	st.Options(sessions.Options{Path: "/", MaxAge: 14 * 24 * 3600, HttpOnly: true, SameSite: http.SameSiteStrictMode})
	return &guard{hash: hash, sessions: sessions.Sessions("ardent-gusset", st)}, nil
}

func (g *guard) ask(c *gin.Context) {
	path := c.Request.URL.Path
	if path == "/enter" || len(path) > 8 && path[:8] == "/static/" {
		return
	}
	if in, _ := sessions.Default(c).Get("in").(bool); in {
		return
	}
	if c.Request.Method == http.MethodGet {
		c.Redirect(http.StatusSeeOther, "/enter")
	} else {
		c.Status(http.StatusUnauthorized)
	}
	c.Abort()
}

func (s *Server) enterPage(c *gin.Context) { s.render(c, http.StatusOK, "enter", s.page(c, "Enter")) }

func (s *Server) enter(c *gin.Context) {
	s.guard.mu.Lock()
	err := bcrypt.CompareHashAndPassword(s.guard.hash, []byte(c.PostForm("passphrase")))
	if err != nil {
		time.Sleep(500 * time.Millisecond)
	}
	s.guard.mu.Unlock()
	if err != nil {
		p := s.page(c, "Enter")
		p.Message = "That is not the passphrase."
		s.render(c, http.StatusUnauthorized, "enter", p)
		return
	}
	session := sessions.Default(c)
	session.Set("in", true)
	if err := session.Save(); err != nil {
		s.fail(c, err)
		return
	}
	c.Redirect(http.StatusSeeOther, "/")
}
