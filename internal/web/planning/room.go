// Package planning is where the work is put in order and done: the plan, the bench and the log.
package planning

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
	s.OpenStation(d, "plan", s.planStation)
	s.OpenStation(d, "bench", s.benchStation)
	e, l := d.Ensemble, d.Layer
	e.POST("/plan", h(s.setPlan))
	e.GET("/plan/odds", h(s.planOdds))
	e.GET("/plan.ics", h(s.planICS))
	e.GET("/plan.csv", h(s.planCSV))
	e.GET("/log.csv", h(s.logCSV))
	l.POST("/step", h(s.step))
	l.POST("/step/photo", h(s.setStepPhoto))
	l.POST("/way", h(s.takeWay))
}
