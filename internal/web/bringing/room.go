// Package bringing is where a pattern of one's own is brought in, told what it is and changed.
package bringing

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
	d.Ensemble.GET("/own", h(s.own))
	d.Ensemble.POST("/own", h(s.bring))
	d.Ensemble.GET("/own/trace", h(s.trace))
	d.Ensemble.POST("/own/trace", h(s.traced))
	d.Layer.GET("/pattern", h(s.pattern))
	d.Layer.POST("/pattern", h(s.change))
	d.Layer.GET("/own.json", h(s.file))
}
