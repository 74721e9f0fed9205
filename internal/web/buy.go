package web

import (
	"fmt"

	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/measure"
	"ardentgusset/internal/store"

	"github.com/gin-gonic/gin"
)

type buyView struct {
	Layers  []buyLayer
	Total   float64
	Pending bool
}

type buyLayer struct {
	Name    string
	Cloth   cloth.Fabric
	Text    string
	Sum     string
	Cost    float64
	Err     string
	InHand  bool
	Notions []draft.Notion
}

func (s *Server) buyStation(c *gin.Context) {
	s.station(c, "buy", 0, func(_ *store.Store, p *page) error {
		var v buyView
		for i := range p.E.Stages {
			st := &p.E.Stages[i]
			b := buyLayer{Name: st.Name, Cloth: st.Fabric, Notions: st.Notions()}
			j := st.Job()
			if st.Err != nil {
				b.Err = sentence(st.Err.Error())
			} else if err := j.Check(); err != nil {
				b.Err = sentence(err.Error())
			} else if r, ok := s.layWithin(c, j); !ok {
				b.Text, v.Pending = "laying out …", true
			} else {
				n := st.Need(r, p.Unit)
				b.Text, b.Cost = n.Buy.AsBought(p.Unit), n.Cost
				b.Sum = fmt.Sprintf("lay of %s on cloth %s wide", measure.Length(r.Length).In(p.Unit), st.Fabric.Width.In(p.Unit))
				if st.Fabric.InHand > 0 {
					b.InHand, b.Cost = true, 0
				}
				if len(r.Unplaced) > 0 {
					b.Err = fmt.Sprintf("%d pieces do not fit on the cloth in hand; see the lay.", len(r.Unplaced))
				}
				v.Total += b.Cost
			}
			v.Layers = append(v.Layers, b)
		}
		p.V = v
		return nil
	})
}
