package web

import (
	"ardentgusset/core/figure"
	"ardentgusset/internal/formats/svg"
	"ardentgusset/internal/store"

	"github.com/gin-gonic/gin"
)

type figureView struct {
	Stand  string
	Above  []string
	Rows   []figureRow
	Levels []figure.Level
}

type figureRow struct {
	Name   string
	Colour string
	Girths []figureGirth
}

type figureGirth struct{ MM, By float64 }

func (s *Server) figureStation(c *gin.Context) {
	s.station(c, "figure", 0, func(st *store.Store, p *page) error {
		v := p.E
		f := figureView{Levels: figure.Levels(), Stand: svg.Stand{Bare: v.Bare, Worn: v.Dressed(), Unit: p.Unit, Across: 560}.Draw()}
		for _, l := range []figure.Level{figure.Bust, figure.Waist, figure.Hip} {
			f.Above = append(f.Above, svg.FromAbove(v.Bare, v.Dressed(), l, p.Unit))
		}
		row := func(name, colour string, now, before figure.Figure) {
			r := figureRow{Name: name, Colour: colour}
			for _, l := range f.Levels {
				r.Girths = append(r.Girths, figureGirth{now.GirthAt(l), now.GirthAt(l) - before.GirthAt(l)})
			}
			f.Rows = append([]figureRow{r}, f.Rows...)
		}
		row("bare", "", v.Bare, v.Bare)
		for i, stage := range v.Stages {
			if stage.Err == nil {
				row(stage.Name, v.Rec.Layers[i].Fabric.Colour, stage.After, stage.On)
			}
		}
		p.V = f
		return nil
	})
}
