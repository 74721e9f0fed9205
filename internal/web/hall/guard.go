package hall

import (
	"crypto/rand"
	"errors"
	"fmt"
	"net/http"
	"strings"
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
	now      func() time.Time
	mu       sync.Mutex
	tries    map[string]tries // by address
	room     chan struct{}    // how many passphrases are compared at once
	visits   *visits
}

// tries are the wrong passphrases of one address.
type tries struct {
	wrong int
	until time.Time // before this it is not listened to
	busy  bool      // one of its is being compared
}

// lasts is how long a visit lasts.
const lasts = 14 * 24 * time.Hour

// Passphrase reads a passphrase as it was given, wherever it came from: it has
// 8 characters or more and at most 72 bytes, without blanks at its ends. An
// empty one is none.
func Passphrase(given string) (string, error) {
	p := strings.TrimSpace(given)
	switch {
	case p == "":
		return "", nil
	case len([]rune(p)) < 8:
		return "", errors.New("the passphrase is too short: 8 characters are the least")
	case len(p) > 72:
		return "", errors.New("the passphrase is too long: 72 bytes are the most")
	}
	return p, nil
}

// newGuard asks for a passphrase; what is remembered of visits lies beside the data.
func newGuard(passphrase, data string, now func() time.Time) (*guard, error) {
	hash, err := bcrypt.GenerateFromPassword([]byte(passphrase), bcrypt.DefaultCost)
	if err != nil {
		return nil, err
	}
	v, err := remembered(data, now)
	if err != nil {
		return nil, err
	}
	st := cookie.NewStore(v.key(passphrase))
	st.Options(visiting(int(lasts.Seconds()), false))
	return &guard{hash: hash, sessions: sessions.Sessions("ardent-gusset", st), now: now, tries: map[string]tries{},
		room: make(chan struct{}, 4), visits: v}, nil
}

// visiting is how a visit's cookie is kept, for so many seconds: only over TLS where it was given over TLS.
func visiting(seconds int, secure bool) sessions.Options {
	return sessions.Options{Path: "/", MaxAge: seconds, HttpOnly: true, Secure: secure, SameSite: http.SameSiteStrictMode}
}

func (g *guard) ask(c *gin.Context) {
	path := c.Request.URL.Path
	if path == "/enter" || len(path) > 8 && path[:8] == "/static/" {
		return
	}
	if visit, _ := sessions.Default(c).Get("visit").(string); visit != "" && !g.visits.ended(visit) {
		return
	}
	if c.Request.Method == http.MethodGet {
		c.Redirect(http.StatusSeeOther, "/enter")
	} else {
		c.Status(http.StatusUnauthorized)
	}
	c.Abort()
}

// mostAddresses is how many addresses with wrong tries are remembered.
const mostAddresses = 4096

// longestWait is how long an address that keeps guessing is not listened to.
const longestWait = 5 * time.Minute

// try reserves a try of an address, as a wrong one until it proves right: an address compares one at a time, however many it sends.
// It gives how long the address has still to wait, and whether it has a try now.
func (g *guard) try(address string) (wait time.Duration, ok bool) {
	g.mu.Lock()
	defer g.mu.Unlock()
	if t := g.tries[address]; t.busy {
		return time.Second, false
	} else if wait := t.until.Sub(g.now()); wait > 0 {
		return wait, false
	}
	if !g.wrong(address) {
		return longestWait, false
	}
	t := g.tries[address]
	t.busy = true
	g.tries[address] = t
	return 0, true
}

// tried ends a try that was reserved.
func (g *guard) tried(address string, right bool) {
	g.mu.Lock()
	defer g.mu.Unlock()
	if right {
		delete(g.tries, address)
		return
	}
	t := g.tries[address]
	t.busy = false
	g.tries[address] = t
}

// wrong counts a wrong try. From the third on the address waits, twice as long each time; no other address does. It is false
// where no more addresses can be remembered: then a new one is not listened to.
func (g *guard) wrong(address string) bool {
	if len(g.tries) >= mostAddresses { // those that have waited are forgotten first
		for a, t := range g.tries {
			if !t.busy && t.until.Before(g.now()) {
				delete(g.tries, a)
			}
		}
	}
	if _, known := g.tries[address]; !known && len(g.tries) >= mostAddresses {
		return false
	}
	t := g.tries[address]
	t.wrong++
	if t.wrong >= 3 {
		t.until = g.now().Add(min(time.Second<<min(t.wrong-3, 20), longestWait))
	}
	g.tries[address] = t
	return true
}

func (s *Hall) enterPage(c *Call) error {
	return Render(s, c, http.StatusOK, "enter", s.Page(c, "Enter"), struct{}{})
}

func (s *Hall) enter(c *Call) error {
	address := c.RemoteIP() // never what a header claims
	refuse := func(status int, why string) error {
		p := s.Page(c, "Enter")
		p.Message = why
		return Render(s, c, status, "enter", p, struct{}{})
	}
	wait, ok := s.guard.try(address)
	if !ok {
		return refuse(http.StatusTooManyRequests, fmt.Sprintf("Too many wrong tries from this device. Wait %d seconds.",
			int(wait.Seconds())+1))
	}
	select { // a visitor who has gone is not waited for
	case s.guard.room <- struct{}{}:
	case <-c.Ctx().Done():
		s.guard.tried(address, false)
		return nil
	}
	err := bcrypt.CompareHashAndPassword(s.guard.hash, []byte(strings.TrimSpace(c.PostForm("passphrase"))))
	<-s.guard.room
	s.guard.tried(address, err == nil)
	if err != nil {
		return refuse(http.StatusUnauthorized, "That is not the passphrase.")
	}
	session := sessions.Default(c.Context)
	session.Set("visit", rand.Text())
	session.Options(visiting(int(lasts.Seconds()), c.Request.TLS != nil))
	if err := session.Save(); err != nil {
		return err
	}
	c.Redirect(http.StatusSeeOther, "/")
	return nil
}

// leave ends a visit: this browser is asked for the passphrase again.
func (s *Hall) leave(c *Call) error {
	session := sessions.Default(c.Context)
	if visit, _ := session.Get("visit").(string); visit != "" {
		if err := s.guard.visits.end(visit); err != nil {
			return err
		}
	}
	session.Clear()
	session.Options(visiting(-1, c.Request.TLS != nil))
	if err := session.Save(); err != nil {
		return err
	}
	c.Redirect(http.StatusSeeOther, "/enter")
	return nil
}

// OwnPage refuses to begin anything long for a page from elsewhere: browsers
// say where a request comes from.
func OwnPage(c *gin.Context) {
	if from := c.GetHeader("Sec-Fetch-Site"); from != "" && from != "same-origin" && from != "none" {
		c.AbortWithStatus(http.StatusForbidden)
	}
}
