// Package clothing is where garments meet their cloth: the lay, the stash, what to buy and what is cut.
package clothing

import (
	"embed"

	"github.com/gin-gonic/gin"

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
	s.OpenStation(d, "cloth", s.clothStation)
	s.OpenStation(d, "buy", s.buyStation)
	d.Root.GET("/stash", h(s.stash))
	d.Root.POST("/stash", h(s.addStash))
	b := d.Root.Group("/stash/:cloth")
	b.GET("", h(s.stashCloth))
	b.POST("", h(s.setStash))
	b.POST("/pieces", h(s.setPieces))
	b.POST("/outline.svg", h(s.readOutline))
	b.POST("/swatches", h(s.setSwatches))
	b.POST("/photo", h(s.setPhoto))
	b.POST("/delete", h(s.deleteStash))
	b.POST("/undo", h(s.undoStash))
	d.Root.GET("/photos/:hash", h(s.photo))
	d.Ensemble.POST("/price", h(s.setPrice))
	d.Ensemble.GET("/cut", h(s.allCut))
	s.layer(d.Layer)
}

// layer gives what is done with one layer's cloth its addresses.
func (s *Room) layer(l *gin.RouterGroup) {
	h := s.Handle
	l.POST("/cloth", h(s.setCloth))
	l.POST("/laying", h(s.setLaying))
	l.POST("/hand", h(s.handLaid))
	l.GET("/choices", hall.OwnPage, h(s.tryChoices))
	l.GET("/yields", hall.OwnPage, h(s.tryYields))
	l.POST("/choose", h(s.choose))
	l.GET("/cut", h(s.cutStation))
	l.POST("/tick", h(s.tickPiece))
	l.GET("/guard", h(s.guardStation))
	l.GET("/wall", h(s.wallStation))
	l.GET("/lay.svg", h(s.layFile(laySVG)))
	l.GET("/lay.dxf", h(s.layFile(layDXF)))
	l.POST("/look", h(s.lookForLay))
	l.GET("/widths", hall.OwnPage, h(s.compareWidths))
	l.GET("/paper.pdf", h(s.paperPDF))
	l.GET("/pieces.svg", h(s.piecesSVG))
	l.GET("/pattern.json", h(s.patternJSON))
	l.GET("/lay.json", h(s.layJSON(false)))
	l.GET("/lay-job.json", h(s.layJSON(true)))
}
