package web

import (
	"crypto/sha256"
	"fmt"
	"math"
	"strconv"

	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/ensemble"
	"ardentgusset/core/lay"
	"ardentgusset/core/measure"
	"ardentgusset/internal/store"

	"github.com/gin-gonic/gin"
)

type buyView struct {
	Layers  []buyLayer
	Spend   float64 // still
	Spent   float64
	Unknown int // notions without a price
	Mass    float64
	Pending bool
}

type buyLayer struct {
	ID      uint
	Name    string
	Made    bool // its cloth is cut, so that it is paid for
	Cloths  []buyCloth
	Err     string
	Notions []buyNotion
	Spend   float64
	Spent   float64
	Mass    float64
	Weighed bool // every cloth's weight is known
}

type buyCloth struct {
	Role   cloth.Role
	Label  string // of the role; "" for the outer
	Cloth  cloth.Fabric
	Text   string // how much is to be bought
	Sum    string
	Held   string // how much is in hand
	Cost   float64
	Missed int // pieces that do not fit on what is in hand
}

// buyNotion is a notion with what one of its unit costs.
type buyNotion struct {
	draft.Notion
	Price float64 // 0 when nobody said
	Have  bool    // it is in hand already
	Was   float64 // as it is kept
	Cost  float64
}

func (s *Server) buyStation(c *gin.Context) {
	s.station(c, "buy", 0, func(_ *store.Store, p *page) error {
		p.V = s.viewBuy(c, p)
		return nil
	})
}

func (s *Server) viewBuy(c *gin.Context, p *page) buyView {
	var v buyView
	for i := range p.E.Stages {
		st := &p.E.Stages[i]
		rec := p.E.Rec.Layers[i]
		b := buyLayer{ID: rec.ID, Name: st.Name, Made: rec.State.Made()}
		if st.Err != nil {
			b.Err = sentence(st.Err.Error())
			v.Layers = append(v.Layers, b)
			continue
		}
		b.Mass, b.Weighed = st.Mass()
		for k, u := range st.Uses() {
			row := buyCloth{Role: u.Role, Cloth: u.Fabric}
			if k > 0 {
				row.Label = u.Role.Label()
			}
			sheets, ok := st.Sheets(u, func(j lay.Job) (lay.Result, bool) { return s.layWithin(c, j) })
			if !ok {
				row.Text, v.Pending = "laying out …", true
				b.Cloths = append(b.Cloths, row)
				continue
			}
			need := st.Need(u, sheets, p.Unit)
			for _, sheet := range sheets {
				if sheet.Err != nil {
					b.Err = sentence(sheet.Err.Error())
				}
			}
			if need.Buy > 0 {
				row.Text = need.Buy.AsBought(p.Unit)
				row.Sum = fmt.Sprintf("%s, cloth %s wide", sumOf(u, sheets, need, p.Unit), u.Fabric.Width.In(p.Unit))
			}
			if need.Used > 0 {
				row.Held = fmt.Sprintf("%s of %s in hand", need.Used.In(p.Unit), u.Fabric.Held().In(p.Unit))
			}
			row.Cost, row.Missed = need.Cost, len(ensemble.Unplaced(sheets))
			used := u.Fabric.Cost(need.Used)
			switch {
			case b.Made: // it is cut, so it was bought
				b.Spent += row.Cost + used
				row.Cost += used
			case u.Fabric.Paid || need.Used > 0:
				b.Spent += used
				if u.Fabric.Paid {
					b.Spent += row.Cost
				} else {
					b.Spend += row.Cost
				}
			default:
				b.Spend += row.Cost
			}
			b.Cloths = append(b.Cloths, row)
		}
		for _, n := range st.Notions() {
			one := buyNotion{Notion: n}
			price, known := p.E.Rec.Prices[priceKey(n)]
			one.Price, one.Have, one.Was = math.Abs(price), price < 0, price
			one.Cost = math.Round(one.Price*n.Quantity*100) / 100
			switch {
			case !known:
				v.Unknown++
			case one.Have:
				b.Spent += one.Cost
			default:
				b.Spend += one.Cost
			}
			b.Notions = append(b.Notions, one)
		}
		v.Spend += b.Spend
		v.Spent += b.Spent
		v.Mass += b.Mass
		v.Layers = append(v.Layers, b)
	}
	return v
}

// priceKey names a notion for its price: its kind and a hash of what it is, for
// one of its unit (the words hold lengths, which are read in either unit).
// Sewing thread is one, whatever it sews.
func priceKey(n draft.Notion) string {
	if n.Kind == "thread" && n.Unit == "m" {
		return "thread"
	}
	return fmt.Sprintf("%s-%x", n.Kind, sha256.Sum256([]byte(n.What+"|"+n.Unit)))[:len(n.Kind)+13]
}

// setPrice keeps what one of a notion costs, or that it is in hand.
func (s *Server) setPrice(c *gin.Context) {
	st := s.st
	e, err := st.Ensemble(c.Request.Context(), id(c, "ensemble"))
	if err != nil {
		s.fail(c, err)
		return
	}
	p := s.page(c, "")
	_, stages, err := s.walks.walk(e)
	if err != nil {
		s.fail(c, err)
		return
	}
	key, known := c.PostForm("key"), false
	for i := range stages {
		for _, n := range stages[i].Notions() {
			known = known || priceKey(n) == key
		}
	}
	if !known {
		s.fail(c, &store.FieldError{Field: key, Why: "this is no longer on the list; load the page again"})
		return
	}
	price := 0.0
	if text := c.PostForm("value"); text != "" {
		v, err := measure.Parse(text+" mm", measure.CM)
		if err != nil {
			s.fail(c, &store.FieldError{Field: key, Why: fmt.Sprintf("%.40q is not a price like 3 or 3.50", text)})
			return
		}
		price = float64(v)
	}
	if c.PostForm("have") == "yes" {
		price = -math.Max(price, 1e-9) // known to be in hand, whatever it cost
	}
	was, err := strconv.ParseFloat(c.DefaultPostForm("was", "0"), 64)
	if err != nil {
		s.fail(c, &store.FieldError{Field: key, Why: "the page is out of date; load it again"})
		return
	}
	if err := st.SetPrice(c.Request.Context(), e.ID, key, price, was); err != nil {
		s.fail(c, err)
		return
	}
	if e, err = st.Ensemble(c.Request.Context(), e.ID); err != nil {
		s.fail(c, err)
		return
	}
	p.Station, p.Path = "buy", fmt.Sprintf("/ensembles/%d/buy", e.ID)
	p.E = s.view(c.Request.Context(), st, e, 0, p.Unit)
	p.V = s.viewBuy(c, p)
	s.parts(c, p, nil, "buy-list", "stations")
}
