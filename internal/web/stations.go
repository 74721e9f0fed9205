package web

import (
	"fmt"
	"net/http"
	"strings"

	"github.com/gin-gonic/gin"
)

// place is one station of the work on an ensemble, in the order it is gone
// through. Routes, the row of links, the number keys and their list come from
// the table of them.
type place struct {
	Name, Label string
	OfLayer     bool // it shows one layer, not the whole ensemble
	open        func(*Server, *call) error
}

var places = []place{
	{Name: "figure", Label: "Figure", open: (*Server).figureStation},
	{Name: "layers", Label: "Layers", open: (*Server).layersStation},
	{Name: "draft", Label: "Draft", OfLayer: true, open: (*Server).draftStation},
	{Name: "cloth", Label: "Cloth", OfLayer: true, open: (*Server).clothStation},
	{Name: "buy", Label: "To buy", open: (*Server).buyStation},
	{Name: "seams", Label: "Seams", OfLayer: true, open: (*Server).seamsStation},
	{Name: "plan", Label: "Plan", open: (*Server).planStation},
	{Name: "bench", Label: "Bench", open: (*Server).benchStation},
}

// placeRoutes gives every station its addresses in an ensemble, and in a layer
// where it shows one.
func (s *Server) placeRoutes(ensemble, layer *gin.RouterGroup) {
	for _, at := range places {
		open := s.handle(func(c *call) error { return at.open(s, c) })
		if at.OfLayer {
			ensemble.GET("/"+at.Name, s.handle(s.toLayer(at.Name)))
			layer.GET("/"+at.Name, open)
		} else {
			ensemble.GET("/"+at.Name, open)
		}
	}
}

// placeLink is a station in the row of links of a page.
type placeLink struct {
	Key         int
	Label, Path string
	Here        bool
}

// Places are the links to all stations, with the chosen layer kept.
func (p *page) Places() []placeLink {
	if p.E == nil {
		return nil
	}
	var out []placeLink
	for i, at := range places {
		one := placeLink{Key: i + 1, Label: at.Label, Here: at.Name == p.Station}
		switch {
		case p.E.Layer == nil:
			one.Path = fmt.Sprintf("/ensembles/%d/%s", p.E.Rec.ID, at.Name)
		case at.OfLayer:
			one.Path = fmt.Sprintf("/ensembles/%d/layers/%d/%s", p.E.Rec.ID, p.E.Layer.Rec.ID, at.Name)
		default:
			one.Path = fmt.Sprintf("/ensembles/%d/%s?layer=%d", p.E.Rec.ID, at.Name, p.E.Layer.Rec.ID)
		}
		out = append(out, one)
	}
	return out
}

// placeKeys are the number keys of the stations and their names, for the list
// of shortcuts.
func placeKeys() map[string]string {
	names := make([]string, len(places))
	for i, at := range places {
		names[i] = at.Label
	}
	return map[string]string{"Keys": fmt.Sprintf("1 … %d", len(places)), "Names": strings.Join(names, ", ")}
}

// toLayers goes to the stack.
func (s *Server) toLayers(c *call) error {
	e, err := s.st.Ensemble(c.ctx(), id(c, "ensemble"))
	if err == nil && e.Planning.Paused != nil { // where it stopped stands first
		c.Redirect(http.StatusSeeOther, fmt.Sprintf("/ensembles/%d/plan", e.ID))
		return nil
	}
	c.Redirect(http.StatusSeeOther, fmt.Sprintf("/ensembles/%d/layers", id(c, "ensemble")))
	return nil
}

// toLayer goes to a station of the outermost layer.
func (s *Server) toLayer(station string) func(*call) error {
	return func(c *call) error {
		e, err := s.st.Ensemble(c.ctx(), id(c, "ensemble"))
		if err != nil {
			return err
		}
		if len(e.Layers) == 0 {
			return s.toLayers(c)
		}
		c.Redirect(http.StatusSeeOther, fmt.Sprintf("/ensembles/%d/layers/%d/%s", e.ID, e.Layers[len(e.Layers)-1].ID, station))
		return nil
	}
}
