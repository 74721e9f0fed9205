// Package web is the interface: pages rendered on the server, one file of
// handlers per station of the work. It holds no rules of the trade.
package web

import (
	"context"
	"crypto/sha256"
	"embed"
	"errors"
	"fmt"
	"html/template"
	"io/fs"
	"log/slog"
	"net"
	"net/http"
	"slices"
	"strconv"
	"strings"
	"time"

	"ardentgusset/core/ensemble"
	"ardentgusset/core/measure"
	"ardentgusset/internal/store"

	"github.com/gin-contrib/gzip"
	"github.com/gin-gonic/gin"
)

//go:embed templates/*.html
var templateFiles embed.FS

//go:embed static
var staticFiles embed.FS

// Options are what the program around the interface decides.
type Options struct {
	Path       string // of the data file, for restoring a backup
	Passphrase string // asked of every visitor; "" only on loopback
	Loopback   bool   // listens on this machine alone: other hosts' names are refused
	Log        *slog.Logger
	Now        func() time.Time
	Version    string
}

// Server answers the interface's requests.
type Server struct {
	opt       Options
	templates *template.Template
	lays      *layBook
	walks     *walkBook
	handler   http.Handler
	guard     *guard

	st *store.Store
}

// MaxBody is the most a request may carry, bytes; a restored backup may be as
// large as it is.
const MaxBody = 1 << 20

// New makes the server. It fails when a template does not parse.
func New(st *store.Store, opt Options) (*Server, error) {
	if opt.Log == nil {
		opt.Log = slog.New(slog.DiscardHandler)
	}
	if opt.Now == nil {
		opt.Now = time.Now
	}
	s := &Server{opt: opt, st: st, lays: newLayBook(), walks: newWalkBook()}
	var err error
	if s.templates, err = template.New("").Funcs(functions).ParseFS(templateFiles, "templates/*.html"); err != nil {
		return nil, err
	}
	if opt.Passphrase != "" {
		if s.guard, err = newGuard(opt.Passphrase, opt.Now); err != nil {
			return nil, err
		}
	}
	gin.SetMode(gin.ReleaseMode)
	r := gin.New()
	r.HandleMethodNotAllowed = true
	r.Use(s.logged, s.recovered, headers, s.ownHost, limitBody, gzip.Gzip(gzip.DefaultCompression, gzip.WithExcludedExtensions([]string{".woff2", ".png", ".pdf", ".db"}), gzip.WithExcludedPathsRegexs([]string{"/look$", "/choices$"})))
	if s.guard != nil {
		r.Use(s.guard.sessions, s.guard.ask)
		r.GET("/enter", s.enterPage)
		r.POST("/enter", s.enter)
		r.POST("/leave", s.leave)
	}
	s.routes(r)
	r.NoRoute(func(c *gin.Context) { s.fail(c, errNoPage) })
	r.NoMethod(func(c *gin.Context) { s.fail(c, errNoPage) })
	s.handler = http.NewCrossOriginProtection().Handler(r)
	return s, s.keepMade(context.Background())
}

// keepMade keeps the drafts of layers that were cut before drafts were kept: as
// they are drafted when the program starts, so that no page that is only looked
// at writes.
func (s *Server) keepMade(ctx context.Context) error {
	all, err := s.st.Ensembles(ctx)
	if err != nil {
		return err
	}
	without := func(l store.Layer) bool { return l.State.Made() && l.CutHash == "" }
	for _, e := range all {
		if !slices.ContainsFunc(e.Layers, without) {
			continue
		}
		_, stages, err := s.walks.walk(e)
		if err != nil {
			continue // its wearer can't be drafted to: the page says why
		}
		cut := map[uint]ensemble.Made{}
		for i := range stages {
			if without(e.Layers[i]) && stages[i].Err == nil {
				cut[e.Layers[i].ID] = ensemble.Made{Draft: stages[i].Draft}
			}
		}
		if err := s.st.Freeze(ctx, cut); err != nil {
			return err
		}
	}
	return nil
}

func (s *Server) ServeHTTP(w http.ResponseWriter, r *http.Request) { s.handler.ServeHTTP(w, r) }

// Close closes the data file.
func (s *Server) Close() error {
	return s.st.Close()
}

var errNoPage = errors.New("there is no such page")

func (s *Server) routes(r *gin.Engine) {
	static, err := fs.Sub(staticFiles, "static")
	if err != nil { // can't be: the folder is built in
		static = staticFiles
	}
	files := http.StripPrefix("/static/", http.FileServerFS(static))
	mark := fingerprint(static)
	r.GET("/static/*file", func(c *gin.Context) {
		// Kept by the browser, but asked after: a new version of the program
		// never runs with the scripts of an old one.
		c.Header("Cache-Control", "no-cache")
		c.Header("ETag", mark)
		files.ServeHTTP(c.Writer, c.Request)
	})
	r.GET("/favicon.ico", func(c *gin.Context) { c.Redirect(http.StatusFound, "/static/icon.svg") })

	r.GET("/", s.home)
	r.POST("/unit", s.setUnit)
	r.POST("/light", s.setLight)
	r.GET("/backup", s.backup)
	r.POST("/restore", s.restore)

	r.GET("/stash", s.stash)
	r.POST("/stash", s.addStash)
	b := r.Group("/stash/:cloth")
	b.GET("", s.stashCloth)
	b.POST("", s.setStash)
	b.POST("/pieces", s.setPieces)
	b.POST("/outline.svg", s.readOutline)
	b.POST("/swatches", s.setSwatches)
	b.POST("/photo", s.setPhoto)
	b.POST("/delete", s.deleteStash)
	b.POST("/undo", s.undoStash)
	r.GET("/photos/:hash", s.photo)

	r.GET("/wearers/new", s.newWearer)
	r.POST("/wearers", s.addWearer)
	w := r.Group("/wearers/:wearer")
	w.GET("", s.wearer)
	w.POST("", s.changeWearer)
	w.POST("/readings", s.setReading)
	w.POST("/delete", s.deleteWearer)
	w.POST("/undo", s.undoWearer)

	r.GET("/ensembles/new", s.newEnsemble)
	r.POST("/ensembles", s.addEnsemble)
	e := r.Group("/ensembles/:ensemble")
	e.GET("", s.toLayers)
	e.GET("/particulars", s.particulars)
	e.POST("/particulars", s.changeEnsemble)
	e.POST("/delete", s.deleteEnsemble)
	e.POST("/undo", s.undoEnsemble)
	e.POST("/seen", s.seen)
	e.GET("/figure", s.figureStation)
	e.GET("/figure.json", s.figureJSON)
	e.POST("/aim", s.setAim)
	e.GET("/layers", s.layersStation)
	e.POST("/layers", s.addLayer)
	e.GET("/draft", s.toLayer("draft"))
	e.GET("/cloth", s.toLayer("cloth"))
	e.GET("/buy", s.buyStation)
	e.POST("/price", s.setPrice)
	e.GET("/cut", s.allCut)
	e.GET("/bench", s.benchStation)
	l := e.Group("/layers/:layer")
	l.GET("/draft", s.draftStation)
	l.GET("/cloth", s.clothStation)
	l.POST("/move", s.moveLayer)
	l.POST("/remove", s.removeLayer)
	l.POST("/state", s.setState)
	l.POST("/settings", s.setSetting)
	l.POST("/preview", s.preview)
	l.POST("/apply", s.applySettings)
	l.POST("/cloth", s.setCloth)
	l.POST("/laying", s.setLaying)
	l.POST("/hand", s.handLaid)
	l.GET("/choices", ownPage, s.tryChoices)
	l.POST("/choose", s.choose)
	l.GET("/cut", s.cutStation)
	l.POST("/tick", s.tickPiece)
	l.GET("/guard", s.guardStation)
	l.GET("/wall", s.wallStation)
	l.GET("/lay.svg", s.layFile(laySVG))
	l.GET("/lay.dxf", s.layFile(layDXF))
	l.POST("/look", s.lookForLay)
	l.GET("/widths", ownPage, s.compareWidths)
	l.POST("/step", s.step)
	l.GET("/paper.pdf", s.paperPDF)
	l.GET("/pieces.svg", s.piecesSVG)
	l.GET("/pattern.json", s.patternJSON)
	l.GET("/lay.json", s.layJSON(false))
	l.GET("/lay-job.json", s.layJSON(true))
}

// fingerprint is an entity tag for a whole folder.
func fingerprint(folder fs.FS) string {
	sum := sha256.New()
	err := fs.WalkDir(folder, ".", func(path string, d fs.DirEntry, err error) error {
		if err != nil || d.IsDir() {
			return err
		}
		b, err := fs.ReadFile(folder, path)
		sum.Write([]byte(path))
		sum.Write(b)
		return err
	})
	if err != nil { // can't be: the folder is built in
		return ""
	}
	return fmt.Sprintf(`"%x"`, sum.Sum(nil)[:12])
}

// headers keep the page to itself: nothing from elsewhere, no inline script,
// no framing.
func headers(c *gin.Context) {
	h := c.Writer.Header()
	h.Set("Content-Security-Policy", "default-src 'none'; script-src 'self'; style-src 'self'; img-src 'self' data:; font-src 'self'; connect-src 'self'; form-action 'self'; base-uri 'none'; frame-ancestors 'none'")
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
func (s *Server) ownHost(c *gin.Context) {
	if !s.opt.Loopback {
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
	case strings.HasPrefix(c.Request.URL.Path, "/stash/") && strings.HasSuffix(c.Request.URL.Path, "/photo"):
		limit = store.LargestPhoto + 1<<16
	}
	c.Request.Body = http.MaxBytesReader(c.Writer, c.Request.Body, limit)
}

// logged writes a line a request: no query, no body, nothing of a person's.
func (s *Server) logged(c *gin.Context) {
	start := time.Now()
	c.Next()
	s.opt.Log.Info("request", "method", c.Request.Method, "route", c.FullPath(), "status", c.Writer.Status(), "ms", time.Since(start).Milliseconds())
}

func (s *Server) recovered(c *gin.Context) {
	defer func() {
		if r := recover(); r != nil {
			s.opt.Log.Error("a request failed", "route", c.FullPath(), "panic", fmt.Sprint(r))
			if !c.Writer.Written() {
				s.fail(c, errors.New("something went wrong inside the program. What you entered before is kept; go back and try once more"))
			}
			c.Abort()
		}
	}()
	c.Next()
}

// fail answers with what went wrong: JSON to the page's own requests, a page
// otherwise.
func (s *Server) fail(c *gin.Context, err error) {
	status := http.StatusInternalServerError
	var field *store.FieldError
	var conflict *store.Conflict
	var inUse *store.InUse
	var large *http.MaxBytesError
	var parse *measure.ParseError
	answer := gin.H{}
	switch {
	case errors.Is(err, store.ErrGone), errors.Is(err, errNoPage), errors.Is(err, store.ErrNothingToUndo):
		status = http.StatusNotFound
	case errors.As(err, &field):
		status = http.StatusUnprocessableEntity
		answer["field"] = field.Field
	case errors.As(err, &parse):
		status = http.StatusUnprocessableEntity
	case errors.As(err, &conflict):
		status = http.StatusConflict
		answer["theirs"], answer["was"] = conflict.Theirs, conflict.Was
	case errors.As(err, &inUse):
		status = http.StatusConflict
	case errors.As(err, &large):
		status = http.StatusRequestEntityTooLarge
		err = errors.New("this is more than a field can hold")
	case errors.Is(err, store.ErrFull), errors.Is(err, store.ErrReadOnly):
		status = http.StatusInsufficientStorage
	case errors.Is(err, store.ErrBusy):
		status = http.StatusServiceUnavailable
	}
	if status == http.StatusInternalServerError {
		s.opt.Log.Error("a request failed", "route", c.FullPath(), "error", err.Error())
	}
	if wantsJSON(c) {
		answer["error"] = sentence(measure.Say(err.Error(), unitOf(c)))
		c.AbortWithStatusJSON(status, answer)
		return
	}
	p := s.page(c, "Not done")
	p.Message = sentence(err.Error())
	c.Abort()
	s.render(c, status, "error", p)
}

func sentence(s string) string {
	if s == "" {
		return s
	}
	r := []rune(s)
	s = strings.ToUpper(string(r[0])) + string(r[1:])
	if !strings.HasSuffix(s, ".") && !strings.HasSuffix(s, "?") {
		s += "."
	}
	return s
}

func wantsJSON(c *gin.Context) bool { return c.GetHeader("X-From-Page") != "" }

// done answers a change: JSON to the page's own requests, otherwise the page
// it came from.
func (s *Server) done(c *gin.Context, to string) {
	if wantsJSON(c) {
		c.JSON(http.StatusOK, gin.H{"go": to})
		return
	}
	c.Redirect(http.StatusSeeOther, to)
}

// id reads a number out of the path; 0, which no record has, when it is none.
func id(c *gin.Context, name string) uint {
	n, err := strconv.ParseUint(c.Param(name), 10, 32)
	if err != nil {
		return 0
	}
	return uint(n)
}

// Serve answers requests on a listener until the context ends, and then
// finishes those it has begun.
func (s *Server) Serve(ctx context.Context, l net.Listener) error {
	srv := &http.Server{Handler: s, ReadHeaderTimeout: 10 * time.Second, ReadTimeout: 60 * time.Second, WriteTimeout: 120 * time.Second, IdleTimeout: 120 * time.Second, MaxHeaderBytes: 64 << 10}
	failed := make(chan error, 1)
	go func() { failed <- srv.Serve(l) }()
	select {
	case err := <-failed:
		return err
	case <-ctx.Done():
		stop, cancel := context.WithTimeout(context.Background(), 10*time.Second)
		defer cancel()
		return srv.Shutdown(stop)
	}
}
