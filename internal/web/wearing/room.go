// Package wearing is where a body and what it wears are seen: the wearer's readings and the dressed figure.
package wearing

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
	s.OpenStation(d, "figure", s.figureStation)
	d.Ensemble.GET("/figure.json", h(s.figureJSON))
	d.Ensemble.GET("/stand", h(s.stand))
	d.Ensemble.GET("/wall", h(s.wall))
	d.Ensemble.POST("/aim", h(s.setAim))
	d.Root.GET("/wearers/new", h(s.newWearer))
	d.Root.POST("/wearers", h(s.addWearer))
	w := d.Root.Group("/wearers/:wearer")
	w.GET("", h(s.wearer))
	w.POST("", h(s.changeWearer))
	w.POST("/readings", h(s.setReading))
	w.POST("/delete", h(s.deleteWearer))
	w.POST("/undo", h(s.undoWearer))
}
