package web

import (
	"fmt"
	"math"
	"slices"

	"ardentgusset/core/measure"
	"ardentgusset/internal/store"

	"github.com/gin-gonic/gin"
)

// soldWidths are the widths cloth is usually sold in, mm (common practice, no
// source).
var soldWidths = []measure.Length{900, 1120, 1150, 1370, 1500}

// widthRow is one width compared: the garment drafted and laid anew on it.
type widthRow struct {
	Width  measure.Length
	Own    bool // the cloth chosen
	Length measure.Length
	Buy    string
	Cost   float64
	Area   float64 // m² bought
	Waste  float64 // share of it that no piece is cut from
	Least  bool    // of all cloth bought, by area
	Why    string  // why it can't be cut from
}

// compareWidths drafts and lays a garment on cloth of every usual width and of
// its own, and sends the table as a part of the page.
func (s *Server) compareWidths(c *gin.Context) {
	st, release := s.data()
	defer release()
	e, err := st.Ensemble(c.Request.Context(), id(c, "ensemble"))
	if err != nil {
		s.fail(c, err)
		return
	}
	at := slices.IndexFunc(e.Layers, func(l store.Layer) bool { return l.ID == id(c, "layer") })
	if at < 0 {
		s.fail(c, store.ErrGone)
		return
	}
	p := s.page(c, "")
	own := e.Layers[at].Fabric.Width
	widths := slices.Clone(soldWidths)
	if !slices.Contains(widths, own) {
		widths = append(widths, own)
		slices.Sort(widths)
	}
	var rows []widthRow
	least := math.Inf(1)
	for _, w := range widths {
		if c.Request.Context().Err() != nil {
			return
		}
		row := widthRow{Width: w, Own: w == own}
		// As it would be cut now: breadths follow the width of the cloth.
		e.Layers[at].Fabric.Width, e.Layers[at].Fabric.InHand, e.Layers[at].Cut, e.Layers[at].CutHash = w, 0, nil, ""
		_, stages, err := s.walks.walk(e)
		if err != nil {
			s.fail(c, err)
			return
		}
		stage := stages[at]
		j := stage.Job()
		switch {
		case stage.Err != nil:
			row.Why = sentence(stage.Err.Error())
		case j.Check() != nil:
			row.Why = sentence(j.Check().Error())
		default:
			r, ok := s.lays.get(c.Request.Context(), st, j)
			if !ok {
				return // the page has gone
			}
			n := stage.Need(r, p.Unit)
			row.Length, row.Buy, row.Cost = n.Length, n.Buy.AsBought(p.Unit), n.Cost
			row.Area = float64(n.Buy) * float64(w) / 1e6
			row.Waste = 1 - r.Utilisation*r.Length*j.Cloth.Width/(float64(n.Buy)*float64(w))
			least = math.Min(least, row.Area)
		}
		rows = append(rows, row)
	}
	for i := range rows {
		rows[i].Least = rows[i].Why == "" && rows[i].Area < least+1e-9
	}
	p.V = rows
	p.Path = fmt.Sprintf("/ensembles/%d/layers/%d/cloth", e.ID, e.Layers[at].ID)
	s.parts(c, p, nil, "cloth-widths")
}
