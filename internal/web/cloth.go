package web

import (
	"encoding/json"
	"fmt"
	"strconv"

	"ardentgusset/core/cloth"
	"ardentgusset/core/lay"
	"ardentgusset/core/measure"
	"ardentgusset/internal/formats/svg"
	"ardentgusset/internal/store"

	"github.com/gin-gonic/gin"
)

type clothView struct {
	Lay     string
	Pending bool
	Need    clothNeed
	Missing []string
	Cut     []cutRow
	Fields  []clothField
	Colours []string
}

type clothNeed struct {
	Length, Buy measure.Length
	BuyText     string
	Cost        float64
	Use         float64
	Sum         string
	Short       measure.Length // by how much the cloth in hand falls short
}

type cutRow struct {
	Name, Note string
	Area       float64 // m²
}

type clothField struct {
	Key, Label, Value, Other, Help, Was string
	Plain                               bool // a number, not a length
}

func clothFields(f cloth.Fabric, u measure.Unit) []clothField {
	length := func(key, label string, v measure.Length, help string) clothField {
		return clothField{Key: key, Label: label, Value: v.In(u), Other: v.In(u.Other()), Help: help, Was: encode(float64(v))}
	}
	num := func(key, label string, v float64, help string) clothField {
		return clothField{Key: key, Label: label, Value: strconv.FormatFloat(v, 'f', -1, 64), Help: help, Plain: true, Was: encode(v)}
	}
	thick := length("thickness_mm", "Thickness", f.Thickness, "Fold it in ten, measure, divide by ten. Every layer adds 2π times this to the girth.")
	thick.Value, thick.Other = strconv.FormatFloat(float64(f.Thickness), 'f', -1, 64)+" mm", ""
	return []clothField{
		length("width_mm", "Width", f.Width, "From edge to edge, before washing."),
		length("selvedge_mm", "Selvedge, each", f.Selvedge, "Not cut from."),
		thick,
		num("weight_gsm", "Weight, g/m²", f.Weight, "1 oz/yd² is 33.9 g/m²."),
		num("price_per_m", "Price a metre", f.Price, "In your own money; a yard is 0.914 m."),
		num("shrinkage_percent", "Shrinkage, in 100", round2(f.Shrinkage*100), "Wash a swatch and measure. Pieces are cut after washing."),
		length("in_hand_mm", "Length in hand", f.InHand, "Leave at 0 when it is still to be bought."),
	}
}

func round2(x float64) float64 { return float64(int64(x*100+0.5)) / 100 }

func (s *Server) clothStation(c *gin.Context) {
	s.station(c, "cloth", id(c, "layer"), func(_ *store.Store, p *page) error {
		p.V = s.viewCloth(c, p)
		return nil
	})
}

func (s *Server) viewCloth(c *gin.Context, p *page) clothView {
	l := p.E.Layer
	v := clothView{Fields: clothFields(l.Rec.Fabric, p.Unit), Colours: cloth.Colours()}
	if l.Stage.Err != nil {
		return v
	}
	names := map[string]string{}
	for i := range l.Stage.Draft.Pieces {
		q := &l.Stage.Draft.Pieces[i]
		names[q.ID] = q.Name
		v.Cut = append(v.Cut, cutRow{q.Name, q.CutNote(), q.Area() * float64(q.Cut) / 1e6})
	}
	j := l.Stage.Job()
	if err := j.Check(); err != nil {
		v.Missing = append(v.Missing, sentence(err.Error())+" A wider cloth, or smaller pieces, would be needed.")
		return v
	}
	r, ok := s.layWithin(c, j)
	if !ok {
		v.Pending = true
		return v
	}
	v.Lay = svg.Lay(j, r, names, l.Rec.Fabric.Colour, p.Unit)
	n := l.Stage.Need(r, p.Unit)
	v.Need = clothNeed{Length: n.Length, Buy: n.Buy, BuyText: n.Buy.AsBought(p.Unit), Cost: n.Cost, Use: r.Utilisation}
	v.Need.Sum = fmt.Sprintf("the lay is %s long", measure.Length(r.Length).In(p.Unit))
	if l.Rec.Fabric.Shrinkage > 0 {
		v.Need.Sum += fmt.Sprintf(", before washing %s (÷ %.2f)", n.Length.In(p.Unit), 1-l.Rec.Fabric.Shrinkage)
	}
	v.Need.Sum += ", rounded up as it is sold"
	for _, u := range r.Unplaced {
		v.Missing = append(v.Missing, fmt.Sprintf("%s, copy %d: %s.", names[u.ID], u.Copy+1, u.Why))
	}
	if len(r.Unplaced) > 0 {
		free := j
		free.Cloth.Length = 0
		if all, ok := s.layWithin(c, free); ok {
			v.Need.Short = l.Rec.Fabric.ToBuy(measure.Length(all.Length)) - l.Rec.Fabric.InHand
		}
	}
	return v
}

// lookForLay looks for a shorter lay for as long as the page listens, a minute
// at most, and sends every better one as a server-sent event: the redrawn part
// of the page. When nothing better comes any more it says so.
func (s *Server) lookForLay(c *gin.Context) {
	st, release := s.data()
	p := s.page(c, "")
	e, err := st.Ensemble(c.Request.Context(), id(c, "ensemble"))
	if err == nil {
		p.E = s.view(c.Request.Context(), st, e, id(c, "layer"), p.Unit)
		if p.E.Layer == nil {
			err = store.ErrGone
		} else if err = p.E.Layer.Stage.Err; err == nil {
			j := p.E.Layer.Stage.Job()
			err = j.Check()
		}
	}
	// A search never holds the data: a backup may be restored meanwhile.
	release()
	if err != nil {
		s.fail(c, err)
		return
	}
	p.Station = "cloth"
	send := func(event string, data any) error {
		text, err := json.Marshal(data)
		if err != nil {
			return err
		}
		_, err = fmt.Fprintf(c.Writer, "event: %s\ndata: %s\n\n", event, measure.Say(string(text), p.Unit))
		c.Writer.Flush()
		return err
	}
	c.Header("Content-Type", "text/event-stream")
	c.Header("X-Accel-Buffering", "no")
	if send("begun", gin.H{"seconds": longest}) != nil {
		return
	}
	err = s.lays.look(c.Request.Context(), st, p.E.Layer.Stage.Job(), func(lay.Result) error {
		_, release := s.data()
		p.V = s.viewCloth(c, p)
		release()
		html, err := s.part("cloth-lay", p)
		if err != nil {
			return err
		}
		return send("better", gin.H{"parts": gin.H{"cloth-lay": html}})
	})
	if err != nil {
		s.opt.Log.Warn("a search for a lay ended early", "error", err.Error())
		return
	}
	if send("over", gin.H{}) != nil {
		return
	}
}

// setCloth changes one field of a layer's cloth.
func (s *Server) setCloth(c *gin.Context) {
	p := s.page(c, "")
	s.change(c, func(st *store.Store, l store.Layer) error {
		key, text := c.PostForm("key"), c.PostForm("value")
		err := st.SetFabric(c.Request.Context(), l.ID, func(f *cloth.Fabric) error {
			if was := c.PostForm("was"); was != "" {
				for _, now := range clothFields(*f, p.Unit) {
					if now.Key == key && now.Was != was {
						return &store.Conflict{Theirs: now.Value}
					}
				}
			}
			return setClothField(f, key, text, p.Unit)
		})
		if err != nil {
			return err
		}
		e, err := st.Ensemble(c.Request.Context(), l.EnsembleID)
		if err != nil {
			return err
		}
		p.Station, p.Path = "cloth", fmt.Sprintf("/ensembles/%d/layers/%d/cloth", l.EnsembleID, l.ID)
		p.E = s.view(c.Request.Context(), st, e, l.ID, p.Unit)
		v := s.viewCloth(c, p)
		p.V = v
		fields := map[string]gin.H{}
		for _, f := range v.Fields {
			fields[f.Key] = gin.H{"value": f.Value, "other": f.Other, "was": f.Was}
		}
		s.parts(c, p, gin.H{"fields": fields}, "cloth-lay", "stack", "tape", "headline", "stations")
		return nil
	})
}

func setClothField(f *cloth.Fabric, key, text string, u measure.Unit) error {
	bad := func(why string) error { return &store.FieldError{Field: key, Why: why} }
	next := *f
	length := func(to *measure.Length, unit measure.Unit, suffix string) error {
		l, err := measure.Parse(text+suffix, unit)
		if err != nil {
			return bad(err.Error())
		}
		*to = l
		return nil
	}
	number := func(to *float64, scale float64) error {
		l, err := measure.Parse(text+" mm", u)
		if err != nil {
			return bad(fmt.Sprintf("%.40q is not a number like 12 or 12.50", text))
		}
		*to = float64(l) * scale
		return nil
	}
	var err error
	field := key
	switch key {
	case "name":
		next.Name, err = store.Named("name", text)
	case "colour":
		next.Colour, err = "", bad("choose one of the colours")
		for _, k := range cloth.Colours() {
			if k == text {
				next.Colour, err = k, nil
			}
		}
	case "nap":
		next.Nap = text == "yes"
	case "width_mm":
		err = length(&next.Width, u, "")
	case "selvedge_mm":
		err = length(&next.Selvedge, u, "")
	case "in_hand_mm":
		err = length(&next.InHand, u, "")
	case "thickness_mm":
		// A bare number is millimetres here, whatever the unit: nobody counts
		// a cloth's thickness in inches.
		if err = length(&next.Thickness, u, " mm"); err != nil {
			err = length(&next.Thickness, u, "")
		}
	case "weight_gsm":
		err = number(&next.Weight, 1)
	case "price_per_m":
		err = number(&next.Price, 1)
	case "shrinkage_percent":
		field = "shrinkage"
		err = number(&next.Shrinkage, 0.01)
	default:
		err = bad("there is no such field")
	}
	if err != nil {
		return err
	}
	if why, wrong := next.Faults()[field]; wrong {
		return bad(why)
	}
	for _, why := range next.Faults() {
		return bad(why)
	}
	*f = next
	return nil
}
