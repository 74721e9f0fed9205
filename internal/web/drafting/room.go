// Package drafting is where a stack is put together and its garments are drafted.
package drafting

import (
	"embed"

	"ardentgusset/internal/web/hall"
)

// Files are the room's templates, styles and scripts.
//
//go:embed *.html *.css *.js
var Files embed.FS

// Room answers the requests that come to it.
type Room struct{ *hall.Hall }

// Open gives the room its addresses.
func Open(on *hall.Hall, d hall.Doors) {
	s := &Room{on}
	h := s.Handle
	s.OpenStation(d, "layers", s.layersStation)
	s.OpenStation(d, "draft", s.draftStation)
	d.Root.GET("/ensembles/new", h(s.newEnsemble))
	d.Root.POST("/ensembles", h(s.addEnsemble))
	e, l := d.Ensemble, d.Layer
	e.GET("", h(s.ToLayers))
	e.GET("/particulars", h(s.particulars))
	e.POST("/particulars", h(s.changeEnsemble))
	e.POST("/another", h(s.anotherEnsemble))
	e.POST("/delete", h(s.deleteEnsemble))
	e.POST("/undo", h(s.undoEnsemble))
	e.POST("/seen", h(s.seen))
	e.POST("/layers", h(s.addLayer))
	e.GET("/begin/:stack", hall.OwnPage, h(s.beginning))
	l.POST("/move", h(s.moveLayer))
	l.POST("/remove", h(s.removeLayer))
	l.POST("/had", h(s.hadLayer))
	l.POST("/state", h(s.setState))
	l.POST("/finished", h(s.tickFinished))
	l.POST("/settings", h(s.setSetting))
	l.POST("/preview", h(s.preview))
	l.POST("/apply", h(s.applySettings))
	l.GET("/rescues", hall.OwnPage, h(s.tryRescues))
}
