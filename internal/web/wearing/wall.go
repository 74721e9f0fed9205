package wearing

import (
	"net/http"

	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/internal/formats/svg"
	"ardentgusset/internal/store"
	"ardentgusset/internal/web/hall"
)

// dressed is what is worn of the ensemble asked for.
func (s *Room) dressed(c *hall.Call) (e store.Ensemble, bare, after figure.Figure, w svg.Worn, err error) {
	if e, err = s.Store.Ensemble(c.Ctx(), hall.ID(c, "ensemble")); err != nil {
		return e, bare, after, w, err
	}
	bare, stages, err := s.Walk(c.Ctx(), e)
	if err != nil {
		return e, bare, after, w, &store.FieldError{Field: "wearer", Why: err.Error()}
	}
	after = bare
	for _, stage := range stages {
		if stage.Err == nil {
			after = stage.After
		}
	}
	return e, bare, after, s.Worn(e, bare, stages), nil
}

// stand draws the dressed figure from before and from the side, with its girths.
func (s *Room) stand(c *hall.Call) error {
	_, bare, after, w, err := s.dressed(c)
	if err != nil {
		return err
	}
	drawn := svg.Stand{Bare: bare, Worn: &w, After: after, Dressed: true, Unit: hall.UnitOf(c)}
	c.Data(http.StatusOK, "image/svg+xml; charset=utf-8", []byte(drawn.Draw()))
	return nil
}

// wall draws the sheet to pin up: from before, from the side and from behind at a tenth of the size, with the readings at it.
func (s *Room) wall(c *hall.Call) error {
	e, bare, after, w, err := s.dressed(c)
	if err != nil {
		return err
	}
	u := hall.UnitOf(c)
	w.Plain = c.Query("lines") != ""
	sheet := svg.Wall{Worn: w, Unit: u, Title: e.Name, For: e.Wearer.Name}
	for _, l := range figure.Levels() {
		sheet.Levels = append(sheet.Levels, svg.WallLevel{Label: l.Label(), Drop: after.Drop(l),
			Dressed: measure.Length(after.GirthAt(l)).Body(u), Bare: measure.Length(bare.GirthAt(l)).Body(u)})
	}
	for _, d := range []struct {
		where   string
		bearing float64
	}{{"front", 0}, {"left", 90}, {"back", 180}} {
		sheet.Falls = append(sheet.Falls, svg.WallFall{Where: d.where, Waist: measure.Length(after.WaistToFloor(d.bearing)).Body(u)})
	}
	c.Data(http.StatusOK, "image/svg+xml; charset=utf-8", []byte(sheet.Draw()))
	return nil
}
