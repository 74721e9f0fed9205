package hall

import (
	"fmt"
	"net/http"
	"strings"

	"github.com/gin-gonic/gin"
)

// place is one station of the work on an ensemble, in the order it is gone
// through. Routes, the row of links, the number keys and their list come from
// the table of them; the rooms open them.
type place struct {
	Name, Label string
	OfLayer     bool // it shows one layer, not the whole ensemble
}

var places = []place{
	{Name: "figure", Label: "Figure"},
	{Name: "layers", Label: "Layers"},
	{Name: "draft", Label: "Draft", OfLayer: true},
	{Name: "cloth", Label: "Cloth", OfLayer: true},
	{Name: "buy", Label: "To buy"},
	{Name: "seams", Label: "Seams", OfLayer: true},
	{Name: "plan", Label: "Plan"},
	{Name: "bench", Label: "Bench"},
}

// Doors are where a room hangs its addresses: the whole, an ensemble's and a layer's.
type Doors struct {
	Root            *gin.Engine
	Ensemble, Layer *gin.RouterGroup
	stations        map[string]bool // opened
}

// OpenStation opens a station of the table: in an ensemble, and in a layer where it shows one.
func (s *Hall) OpenStation(d Doors, name string, open func(*Call) error) {
	for _, at := range places {
		if at.Name != name {
			continue
		}
		d.stations[name] = true
		if at.OfLayer {
			d.Ensemble.GET("/"+name, s.Handle(s.toLayer(name)))
			d.Layer.GET("/"+name, s.Handle(open))
		} else {
			d.Ensemble.GET("/"+name, s.Handle(open))
		}
	}
}

// Shut are the stations of the table that no room has opened.
func (d Doors) Shut() (names []string) {
	for _, at := range places {
		if !d.stations[at.Name] {
			names = append(names, at.Name)
		}
	}
	return names
}

// placeLink is a station in the row of links of a page.
type placeLink struct {
	Key         int
	Label, Path string
	Here        bool
}

// Places are the links to all stations, with the chosen layer kept.
func (p *Head) Places() []placeLink {
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

// ToLayers goes to the stack.
func (s *Hall) ToLayers(c *Call) error {
	e, err := s.Store.Ensemble(c.Ctx(), ID(c, "ensemble"))
	if err == nil && e.Planning.Paused != nil { // where it stopped stands first
		c.Redirect(http.StatusSeeOther, fmt.Sprintf("/ensembles/%d/plan", e.ID))
		return nil
	}
	c.Redirect(http.StatusSeeOther, fmt.Sprintf("/ensembles/%d/layers", ID(c, "ensemble")))
	return nil
}

// toLayer goes to a station of the outermost layer.
func (s *Hall) toLayer(station string) func(*Call) error {
	return func(c *Call) error {
		e, err := s.Store.Ensemble(c.Ctx(), ID(c, "ensemble"))
		if err != nil {
			return err
		}
		if len(e.Layers) == 0 {
			return s.ToLayers(c)
		}
		c.Redirect(http.StatusSeeOther, fmt.Sprintf("/ensembles/%d/layers/%d/%s", e.ID, e.Layers[len(e.Layers)-1].ID, station))
		return nil
	}
}
