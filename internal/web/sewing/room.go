// Package sewing is where it is chosen how a garment is sewn: its seams, the stitch book and the workroom.
package sewing

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
	s.OpenStation(d, "seams", s.seamsStation)
	d.Ensemble.POST("/sewing", h(s.setProfile))
	d.Layer.POST("/sewn", h(s.sew))
	d.Layer.POST("/spool", h(s.setSpool))
	d.Root.GET("/book", h(s.book))
	d.Root.GET("/book/words", h(s.words))
	d.Root.GET("/book/words/:term", h(s.oneWord))
	d.Root.POST("/book/marked", h(s.setWords))
	d.Root.GET("/book/technique/:technique", h(s.bookEntry))
	d.Root.GET("/workroom", h(s.workroom))
	d.Root.POST("/workroom", h(s.setMachine))
	d.Root.POST("/workroom/remove", h(s.removeMachine))
	d.Root.POST("/workroom/undo", h(s.undoWorkroom))
}
