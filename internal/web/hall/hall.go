package hall

import (
	"context"
	"fmt"
	"html/template"
	"log/slog"
	"net"
	"net/http"
	"slices"
	"strings"
	"time"

	"github.com/gin-contrib/gzip"
	"github.com/gin-gonic/gin"

	"ardentgusset/core/ensemble"
	"ardentgusset/core/memo"
	"ardentgusset/internal/store"
)

// Options are what the program around the interface decides.
type Options struct {
	Path       string // of the data file, for restoring a backup
	Passphrase string // asked of every visitor; "" only on loopback
	Loopback   bool   // listens on this machine alone: other hosts' names are refused
	Log        *slog.Logger
	Now        func() time.Time
	Version    string
	Book       *memo.Book // what was drafted before, for who starts; nil for an empty one
}

// BookWeight is what is kept of what was worked out, bytes: some two hundred layers drafted.
const BookWeight = 160 << 20

// MaxBody is the most a request may carry, bytes; a restored backup may be as
// large as it is.
const MaxBody = 1 << 20

// KeepMade keeps the drafts of layers that were cut before drafts were kept: as
// they are drafted when the program starts, so that no page that is only looked
// at writes.
func (s *Hall) KeepMade(ctx context.Context) error {
	all, err := s.Store.Ensembles(ctx)
	if err != nil {
		return err
	}
	without := func(l store.Layer) bool { return l.State.Made() && l.CutHash == "" }
	for _, e := range all {
		if !slices.ContainsFunc(e.Layers, without) {
			continue
		}
		_, stages, err := s.Walk(ctx, e)
		if err != nil {
			continue // its wearer can't be drafted to: the page says why
		}
		cut := map[uint]ensemble.Made{}
		for i := range stages {
			if without(e.Layers[i]) && stages[i].Err == nil {
				cut[e.Layers[i].ID] = ensemble.Made{Draft: stages[i].Draft}
			}
		}
		if err := s.Store.Freeze(ctx, cut); err != nil {
			return err
		}
	}
	return nil
}

// DrawCards draws what the first page shows of every ensemble before anybody asks.
func (s *Hall) DrawCards(ctx context.Context) {
	all, err := s.Store.Ensembles(ctx)
	if err != nil {
		return // the page says why
	}
	for _, e := range all {
		if ctx.Err() != nil {
			return
		}
		_, _ = s.Card(ctx, e) // the page says what is wrong
	}
}

// staticRoutes gives the files of the interface their addresses: one that holds for this version alone and may be
// kept for good, and one by name, which is asked after.
func (s *Hall) staticRoutes(r *gin.Engine, static Assets) {
	version := static.version()
	files := http.FileServerFS(static)
	r.GET("/static/*file", func(c *gin.Context) {
		name, kept := strings.CutPrefix(c.Param("file"), "/"+version+"/")
		if kept {
			c.Header("Cache-Control", "public, max-age=31536000, immutable")
		} else {
			c.Header("Cache-Control", "no-cache")
			c.Header("ETag", `"`+version+`"`)
		}
		name = strings.TrimPrefix(name, "/")
		if name == allStyles {
			c.Data(http.StatusOK, "text/css; charset=utf-8", s.sheet)
			return
		}
		asked := c.Request.Clone(c.Request.Context())
		asked.URL.Path = "/" + name
		files.ServeHTTP(c.Writer, asked)
	})
	r.GET("/worker.js", func(c *gin.Context) { // a worker answers for what lies beside it and below
		c.Header("Cache-Control", "no-cache")
		c.FileFromFS("worker.js", http.FS(static))
	})
	r.GET("/favicon.ico", func(c *gin.Context) { c.Redirect(http.StatusFound, "/static/icon.svg") })
}

// headers keep the page to itself: nothing from elsewhere, no inline script,
// no framing.
func headers(c *gin.Context) {
	h := c.Writer.Header()
	h.Set("Content-Security-Policy", "default-src 'none'; script-src 'self'; style-src 'self'; img-src 'self' data:; font-src 'self'; "+
		"connect-src 'self'; manifest-src 'self'; worker-src 'self'; form-action 'self'; base-uri 'none'; frame-ancestors 'none'")
	h.Set("X-Content-Type-Options", "nosniff")
	h.Set("Referrer-Policy", "same-origin")
	h.Set("Cross-Origin-Opener-Policy", "same-origin")
	h.Set("X-Frame-Options", "DENY")
	if !strings.HasPrefix(c.Request.URL.Path, "/static/") {
		h.Set("Cache-Control", "no-store")
	}
}

// ownHost refuses requests made under another name, so that a page elsewhere
// can't reach a program that listens on this machine alone.
func (s *Hall) ownHost(c *gin.Context) {
	if !s.Opt.Loopback {
		return
	}
	host := c.Request.Host
	if h, _, err := net.SplitHostPort(host); err == nil {
		host = h
	}
	host = strings.Trim(host, "[]")
	if ip := net.ParseIP(host); host == "localhost" || (ip != nil && ip.IsLoopback()) {
		return
	}
	c.AbortWithStatus(http.StatusMisdirectedRequest)
}

func limitBody(c *gin.Context) {
	limit := int64(MaxBody)
	switch {
	case c.Request.URL.Path == "/restore":
		return // read as it comes in, onto the disk
	case strings.HasSuffix(c.Request.URL.Path, "/photo"):
		limit = store.LargestPhoto + 1<<16
	}
	c.Request.Body = http.MaxBytesReader(c.Writer, c.Request.Body, limit)
}

// logged writes a line a request: no query, no body, nothing of a person's.
func (s *Hall) logged(c *gin.Context) {
	start := time.Now()
	c.Next()
	s.Opt.Log.Info("request", "method", c.Request.Method, "route", c.FullPath(), "status", c.Writer.Status(), "ms",
		time.Since(start).Milliseconds())
}

// Recovered answers for a request that panicked.
func (s *Hall) Recovered(c *gin.Context) {
	defer func() {
		if r := recover(); r != nil {
			s.Opt.Log.Error("a request failed", "route", c.FullPath(), "panic", fmt.Sprint(r))
			if !c.Writer.Written() {
				s.Fail(c, errPanic)
			}
			c.Abort()
		}
	}()
	c.Next()
}

// Hall is what all rooms of the interface stand on: the store, what was worked out, the templates and how
// a request is answered.
type Hall struct {
	Opt       Options
	templates *template.Template
	sheet     []byte // all styles as one
	Lays      *layBook
	Memory    *memo.Book // what was drafted, drawn and laid
	guard     *guard
	Store     *store.Store
}

// New makes the hall for rooms with their templates, styles and scripts. It fails when a template does not
// parse or a style is not there.
func New(st *store.Store, opt Options, rooms Assets) (*Hall, error) {
	if opt.Log == nil {
		opt.Log = slog.New(slog.DiscardHandler)
	}
	if opt.Now == nil {
		opt.Now = time.Now
	}
	if opt.Book == nil {
		opt.Book = memo.New(BookWeight)
	}
	s := &Hall{Opt: opt, Store: st, Lays: newLayBook(st, opt.Book), Memory: opt.Book}
	var err error
	if s.templates, err = rooms.templates(); err != nil {
		return nil, err
	}
	if s.sheet, err = rooms.sheet(); err != nil {
		return nil, err
	}
	if opt.Passphrase != "" {
		if s.guard, err = newGuard(opt.Passphrase, opt.Path, opt.Now); err != nil {
			return nil, err
		}
	}
	return s, nil
}

// Doors are those of an engine that guards every request and answers what no room does.
func (s *Hall) Doors(assets Assets) Doors {
	gin.SetMode(gin.ReleaseMode)
	r := gin.New()
	r.HandleMethodNotAllowed = true
	r.Use(s.logged, s.Recovered, headers, s.ownHost, limitBody, gzip.Gzip(gzip.DefaultCompression,
		gzip.WithExcludedExtensions([]string{".woff2", ".png", ".pdf", ".db"}), gzip.WithExcludedPathsRegexs([]string{"/look$",
			"/choices$"})))
	if s.guard != nil {
		r.Use(s.guard.sessions, s.guard.ask)
		r.GET("/enter", s.Handle(s.enterPage))
		r.POST("/enter", s.Handle(s.enter))
		r.POST("/leave", s.Handle(s.leave))
	}
	s.staticRoutes(r, assets)
	r.NoRoute(func(c *gin.Context) { s.Fail(c, ErrNoPage) })
	r.NoMethod(func(c *gin.Context) { s.Fail(c, ErrNoPage) })
	d := Doors{Root: r, Ensemble: r.Group("/ensembles/:ensemble"), stations: map[string]bool{}}
	d.Layer = d.Ensemble.Group("/layers/:layer")
	return d
}
