// Package reckoning is where sums are done that need no ensemble.
package reckoning

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
	d.Root.GET("/reckon", h(s.reckoners))
	d.Root.GET("/reckon/:name", h(s.reckoner))
	d.Root.GET("/reckon/:name/strips.pdf", h(s.reckonStrips))
}
