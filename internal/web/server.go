// Package web is the interface: pages rendered on the server. It opens the rooms over one hall; each
// room is a station of the work, or several, with its own routes, templates, styles and scripts. None of
// them holds rules of the trade.
package web

import (
	"context"
	"embed"
	"errors"
	"fmt"
	"net"
	"net/http"
	"time"

	"ardentgusset/internal/authority"
	"ardentgusset/internal/store"
	"ardentgusset/internal/web/bringing"
	"ardentgusset/internal/web/clothing"
	"ardentgusset/internal/web/drafting"
	"ardentgusset/internal/web/hall"
	"ardentgusset/internal/web/planning"
	"ardentgusset/internal/web/reckoning"
	"ardentgusset/internal/web/sewing"
	"ardentgusset/internal/web/wearing"
)

//go:embed home.html guide.html phone.html main.js cards.js
var ownFiles embed.FS

// Options are what the program around the interface decides.
type Options = hall.Options

// BookWeight is what is kept of what was worked out, bytes.
const BookWeight = hall.BookWeight

// Server answers the interface's requests.
type Server struct {
	*hall.Hall
	handler http.Handler
	trusted *authority.Authority // by which a home network is served, nil for none
	at      net.TCPAddr          // and where
}

// New makes the server. It fails when a template does not parse.
func New(st *store.Store, opt Options) (*Server, error) {
	files := hall.Assets{hall.Files, ownFiles, wearing.Files, drafting.Files, clothing.Files, planning.Files, sewing.Files,
		reckoning.Files, bringing.Files}
	h, err := hall.New(st, opt, files)
	if err != nil {
		return nil, err
	}
	s := &Server{Hall: h}
	d := h.Doors(files)
	s.routes(d)
	wearing.Open(h, d)
	drafting.Open(h, d)
	clothing.Open(h, d)
	sewing.Open(h, d)
	planning.Open(h, d)
	reckoning.Open(h, d)
	bringing.Open(h, d)
	if shut := d.Shut(); len(shut) > 0 {
		return nil, fmt.Errorf("no room opens the stations %v", shut)
	}
	s.handler = http.NewCrossOriginProtection().Handler(d.Root)
	return s, h.KeepMade(context.Background())
}

// routes gives the first page, and what is remembered of who reads, their addresses.
func (s *Server) routes(d hall.Doors) {
	h := s.Handle
	d.Root.GET("/", h(s.home))
	d.Ensemble.GET("/card", h(s.card))
	d.Root.GET("/guide", h(s.guide))
	d.Root.GET("/phone", h(s.phone))
	d.Root.POST("/unit", h(s.setUnit))
	d.Root.POST("/light", h(s.setLight))
	d.Root.POST("/money", h(s.setMoney))
	d.Root.GET("/backup", h(s.backup))
	d.Root.POST("/restore", h(s.restore))
}

// ServeHTTP answers a request.
func (s *Server) ServeHTTP(w http.ResponseWriter, r *http.Request) { s.handler.ServeHTTP(w, r) }

// Close closes the data file.
func (s *Server) Close() error {
	return s.Store.Close()
}

// Serve answers requests on a listener until the context ends, and then
// finishes those it has begun.
func (s *Server) Serve(ctx context.Context, l net.Listener) error {
	return s.until(ctx, runningOn(server(s), l))
}

// server is how requests are taken: nobody holds a connection for long.
func server(h http.Handler) *http.Server {
	return &http.Server{Handler: h, ReadHeaderTimeout: 10 * time.Second, ReadTimeout: 60 * time.Second, WriteTimeout: 120 * time.Second,
		IdleTimeout: 120 * time.Second, MaxHeaderBytes: 64 << 10}
}

// running is a server and how it runs.
type running struct {
	*http.Server
	run func() error
}

func runningOn(srv *http.Server, l net.Listener) running {
	return running{srv, func() error { return srv.Serve(l) }}
}

// until runs servers side by side until one fails or the context ends.
func (s *Server) until(ctx context.Context, all ...running) error {
	failed := make(chan error, len(all))
	for _, r := range all {
		go func() { failed <- r.run() }()
	}
	go s.DrawCards(ctx)
	var err error
	select {
	case err = <-failed:
	case <-ctx.Done():
	}
	stop, cancel := context.WithTimeout(context.Background(), 10*time.Second)
	defer cancel()
	for _, r := range all {
		if shut := r.Shutdown(stop); ctx.Err() != nil {
			err = errors.Join(err, shut)
		}
	}
	return err
}
