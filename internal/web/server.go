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
	"strings"
	"time"

	"ardentgusset/core/ensemble"
	"ardentgusset/core/measure"
	"ardentgusset/core/memo"
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
	Book       *memo.Book // what was drafted before, for who starts; nil for an empty one
}

// Server answers the interface's requests.
type Server struct {
	opt       Options
	templates *template.Template
	lays      *layBook
	memory    *memo.Book // what was drafted, drawn and laid
	handler   http.Handler
	guard     *guard

	st *store.Store
}

// BookWeight is what is kept of what was worked out, bytes: some two hundred layers drafted.
const BookWeight = 160 << 20

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
	if opt.Book == nil {
		opt.Book = memo.New(BookWeight)
	}
	s := &Server{opt: opt, st: st, lays: newLayBook(st, opt.Book), memory: opt.Book}
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
	r.Use(s.logged, s.recovered, headers, s.ownHost, limitBody, gzip.Gzip(gzip.DefaultCompression,
		gzip.WithExcludedExtensions([]string{".woff2", ".png", ".pdf", ".db"}), gzip.WithExcludedPathsRegexs([]string{"/look$",
			"/choices$"})))
	if s.guard != nil {
		r.Use(s.guard.sessions, s.guard.ask)
		r.GET("/enter", s.handle(s.enterPage))
		r.POST("/enter", s.handle(s.enter))
		r.POST("/leave", s.handle(s.leave))
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
		_, stages, err := s.walk(ctx, e)
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

// drawCards draws what the first page shows of every ensemble before anybody asks.
func (s *Server) drawCards(ctx context.Context) {
	all, err := s.st.Ensembles(ctx)
	if err != nil {
		return // the page says why
	}
	for _, e := range all {
		if ctx.Err() != nil {
			return
		}
		_, _ = s.card(ctx, e) // the page says what is wrong
	}
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
	staticRoutes(r, static)

	h := s.handle
	r.GET("/", h(s.home))
	r.POST("/unit", h(s.setUnit))
	r.POST("/light", h(s.setLight))
	r.POST("/money", h(s.setMoney))
	r.GET("/backup", h(s.backup))
	r.POST("/restore", h(s.restore))

	s.besides(r)

	r.GET("/stash", h(s.stash))
	r.POST("/stash", h(s.addStash))
	b := r.Group("/stash/:cloth")
	b.GET("", h(s.stashCloth))
	b.POST("", h(s.setStash))
	b.POST("/pieces", h(s.setPieces))
	b.POST("/outline.svg", h(s.readOutline))
	b.POST("/swatches", h(s.setSwatches))
	b.POST("/photo", h(s.setPhoto))
	b.POST("/delete", h(s.deleteStash))
	b.POST("/undo", h(s.undoStash))
	r.GET("/photos/:hash", h(s.photo))

	r.GET("/wearers/new", h(s.newWearer))
	r.POST("/wearers", h(s.addWearer))
	w := r.Group("/wearers/:wearer")
	w.GET("", h(s.wearer))
	w.POST("", h(s.changeWearer))
	w.POST("/readings", h(s.setReading))
	w.POST("/delete", h(s.deleteWearer))
	w.POST("/undo", h(s.undoWearer))

	s.ensembleRoutes(r)
}

// ensembleRoutes gives ensembles and their layers their addresses.
func (s *Server) ensembleRoutes(r *gin.Engine) {
	h := s.handle
	r.GET("/ensembles/new", h(s.newEnsemble))
	r.POST("/ensembles", h(s.addEnsemble))
	e := r.Group("/ensembles/:ensemble")
	e.GET("", h(s.toLayers))
	e.GET("/particulars", h(s.particulars))
	e.POST("/particulars", h(s.changeEnsemble))
	e.POST("/delete", h(s.deleteEnsemble))
	e.POST("/undo", h(s.undoEnsemble))
	e.POST("/seen", h(s.seen))
	e.GET("/figure.json", h(s.figureJSON))
	e.POST("/aim", h(s.setAim))
	e.POST("/layers", h(s.addLayer))
	e.GET("/begin/:stack", ownPage, h(s.beginning))
	e.POST("/price", h(s.setPrice))
	e.POST("/sewing", h(s.setProfile))
	e.GET("/cut", h(s.allCut))
	e.POST("/plan", h(s.setPlan))
	e.GET("/plan/odds", h(s.planOdds))
	e.GET("/plan.ics", h(s.planICS))
	e.GET("/plan.csv", h(s.planCSV))
	e.GET("/log.csv", h(s.logCSV))
	l := e.Group("/layers/:layer")
	s.placeRoutes(e, l)
	s.layerRoutes(l)
}

// layerRoutes gives what is done with one layer its addresses.
func (s *Server) layerRoutes(l *gin.RouterGroup) {
	h := s.handle
	l.POST("/move", h(s.moveLayer))
	l.POST("/remove", h(s.removeLayer))
	l.POST("/had", h(s.hadLayer))
	l.POST("/state", h(s.setState))
	l.POST("/settings", h(s.setSetting))
	l.POST("/preview", h(s.preview))
	l.POST("/apply", h(s.applySettings))
	l.POST("/cloth", h(s.setCloth))
	l.POST("/laying", h(s.setLaying))
	l.POST("/hand", h(s.handLaid))
	l.GET("/choices", ownPage, h(s.tryChoices))
	l.POST("/choose", h(s.choose))
	l.GET("/cut", h(s.cutStation))
	l.POST("/tick", h(s.tickPiece))
	l.GET("/guard", h(s.guardStation))
	l.GET("/wall", h(s.wallStation))
	l.GET("/lay.svg", h(s.layFile(laySVG)))
	l.GET("/lay.dxf", h(s.layFile(layDXF)))
	l.POST("/look", h(s.lookForLay))
	l.GET("/widths", ownPage, h(s.compareWidths))
	l.POST("/step", h(s.step))
	l.POST("/step/photo", h(s.setStepPhoto))
	l.POST("/sewn", h(s.sew))
	l.POST("/way", h(s.takeWay))
	l.POST("/spool", h(s.setSpool))
	l.GET("/paper.pdf", h(s.paperPDF))
	l.GET("/pieces.svg", h(s.piecesSVG))
	l.GET("/pattern.json", h(s.patternJSON))
	l.GET("/lay.json", h(s.layJSON(false)))
	l.GET("/lay-job.json", h(s.layJSON(true)))
}

// staticRoutes gives the files of the interface their addresses.
func staticRoutes(r *gin.Engine, static fs.FS) {
	files := http.StripPrefix("/static/", http.FileServerFS(static))
	mark := fingerprint(static)
	r.GET("/static/*file", func(c *gin.Context) {
		// Kept by the browser, but asked after: a new version of the program
		// never runs with the scripts of an old one.
		c.Header("Cache-Control", "no-cache")
		c.Header("ETag", mark)
		files.ServeHTTP(c.Writer, c.Request)
	})
	r.GET("/worker.js", func(c *gin.Context) { // a worker answers for what lies beside it and below
		c.Header("Cache-Control", "no-cache")
		c.FileFromFS("worker.js", http.FS(static))
	})
	r.GET("/favicon.ico", func(c *gin.Context) { c.Redirect(http.StatusFound, "/static/icon.svg") })
}

// besides gives what stands beside the ensembles its addresses: the book, the reckoners and the workroom.
func (s *Server) besides(r *gin.Engine) {
	h := s.handle
	r.GET("/book", h(s.book))
	r.GET("/book/words", h(s.words))
	r.GET("/book/words/:term", h(s.oneWord))
	r.POST("/book/marked", h(s.setWords))
	r.GET("/book/technique/:technique", h(s.bookEntry))

	r.GET("/reckon", h(s.reckoners))
	r.GET("/reckon/:name", h(s.reckoner))
	r.GET("/reckon/:name/strips.pdf", h(s.reckonStrips))

	r.GET("/workroom", h(s.workroom))
	r.POST("/workroom", h(s.setMachine))
	r.POST("/workroom/remove", h(s.removeMachine))
	r.POST("/workroom/undo", h(s.undoWorkroom))
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
	case strings.HasSuffix(c.Request.URL.Path, "/photo"):
		limit = store.LargestPhoto + 1<<16
	}
	c.Request.Body = http.MaxBytesReader(c.Writer, c.Request.Body, limit)
}

// logged writes a line a request: no query, no body, nothing of a person's.
func (s *Server) logged(c *gin.Context) {
	start := time.Now()
	c.Next()
	s.opt.Log.Info("request", "method", c.Request.Method, "route", c.FullPath(), "status", c.Writer.Status(), "ms",
		time.Since(start).Milliseconds())
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
		answer["error"] = sentence(readerOf(c).Say(err.Error()))
		c.AbortWithStatusJSON(status, answer)
		return
	}
	p := s.page(&call{Context: c, reader: readerOf(c)}, "Not done")
	p.Message = sentence(err.Error())
	c.Abort()
	s.renderAs(c, status, "error", p)
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
func (s *Server) done(c *call, to string) error {
	if wantsJSON(c.Context) {
		c.JSON(http.StatusOK, gin.H{"go": to})
		return nil
	}
	c.Redirect(http.StatusSeeOther, to)
	return nil
}

// Serve answers requests on a listener until the context ends, and then
// finishes those it has begun.
func (s *Server) Serve(ctx context.Context, l net.Listener) error {
	srv := &http.Server{Handler: s, ReadHeaderTimeout: 10 * time.Second, ReadTimeout: 60 * time.Second, WriteTimeout: 120 * time.Second,
		IdleTimeout: 120 * time.Second, MaxHeaderBytes: 64 << 10}
	failed := make(chan error, 1)
	go func() { failed <- srv.Serve(l) }()
	go s.drawCards(ctx)
	select {
	case err := <-failed:
		return err
	case <-ctx.Done():
		stop, cancel := context.WithTimeout(context.Background(), 10*time.Second)
		defer cancel()
		return srv.Shutdown(stop)
	}
}
