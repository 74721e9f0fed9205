package web

import (
	"encoding/json"
	"fmt"
	"net/http"
	"strconv"

	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/catalogue"
	"ardentgusset/core/ensemble"
	"ardentgusset/core/measure"
	"ardentgusset/internal/formats/svg"
	"ardentgusset/internal/store"

	"github.com/gin-gonic/gin"
)

type layersView struct {
	Stand     string
	Catalogue []draft.About
}

func (s *Server) layersStation(c *gin.Context) {
	s.station(c, "layers", 0, func(_ *store.Store, p *page) error {
		v := layersView{Stand: svg.Stand{Bare: p.E.Bare, Worn: p.E.Dressed(), Unit: p.Unit}.Draw()}
		for _, g := range catalogue.All() {
			v.Catalogue = append(v.Catalogue, g.About())
		}
		p.V = v
		return nil
	})
}

func (s *Server) addLayer(c *gin.Context) {
	st, release := s.data()
	defer release()
	g, ok := catalogue.Find(c.PostForm("kind"))
	if !ok {
		s.fail(c, &store.FieldError{Field: "kind", Why: "choose a garment from the list"})
		return
	}
	a := g.About()
	e := id(c, "ensemble")
	if _, err := st.AddLayer(c.Request.Context(), store.Layer{EnsembleID: e, Kind: a.Kind, Name: a.Name, Fabric: a.Usual, State: store.Drafted}); err != nil {
		s.fail(c, err)
		return
	}
	s.done(c, fmt.Sprintf("/ensembles/%d/layers", e))
}

// unseen are the first drafts of layers that none has been noted of.
func (s *Server) unseen(e store.Ensemble) map[uint]ensemble.Snapshot {
	fresh := map[uint]ensemble.Snapshot{}
	for _, l := range e.Layers {
		if len(l.Seen.Dimensions) == 0 {
			_, stages, err := ensemble.Walk(e.Plan())
			if err != nil {
				return nil
			}
			for i := range stages {
				if stages[i].Err == nil && len(e.Layers[i].Seen.Dimensions) == 0 {
					fresh[e.Layers[i].ID] = stages[i].Snapshot()
				}
			}
			return fresh
		}
	}
	return fresh
}

// change runs a change of a layer, which must belong to the ensemble of
// the address.
func (s *Server) change(c *gin.Context, do func(st *store.Store, layer store.Layer) error) bool {
	st, release := s.data()
	defer release()
	e, err := st.Ensemble(c.Request.Context(), id(c, "ensemble"))
	if err == nil {
		err = store.ErrGone
		for _, l := range e.Layers {
			if l.ID == id(c, "layer") {
				// What is there before the change is on record, so that the
				// layers outside it can be compared with it afterwards.
				if err = st.See(c.Request.Context(), s.unseen(e)); err == nil {
					err = do(st, l)
				}
			}
		}
	}
	if err != nil {
		s.fail(c, err)
		return false
	}
	return true
}

func (s *Server) moveLayer(c *gin.Context) {
	to, err := strconv.Atoi(c.PostForm("to"))
	if err != nil {
		s.fail(c, &store.FieldError{Field: "to", Why: "choose a place in the stack"})
		return
	}
	if s.change(c, func(st *store.Store, l store.Layer) error { return st.MoveLayer(c.Request.Context(), l.ID, to) }) {
		s.back(c)
	}
}

func (s *Server) removeLayer(c *gin.Context) {
	if s.change(c, func(st *store.Store, l store.Layer) error { return st.RemoveLayer(c.Request.Context(), l.ID) }) {
		s.done(c, fmt.Sprintf("/ensembles/%d/layers", id(c, "ensemble")))
	}
}

func (s *Server) setState(c *gin.Context) {
	if s.change(c, func(st *store.Store, l store.Layer) error {
		return st.SetState(c.Request.Context(), l.ID, store.State(c.PostForm("state")))
	}) {
		s.back(c)
	}
}

type draftView struct {
	Drawing string
	Legend  []svg.Line
	Params  []paramView
	Dims    bool
	Width   float64 // all the cloth's cut edges, for the foot line
	Worst   float64
	Bad     int
}

type paramView struct {
	draft.Parameter
	Value   string // as shown in the field
	Other   string // a length in the other unit
	Was     string // canonical, for telling whether another tab changed it
	Own     bool
	Default string
	Reason  string
	Range   string
}

func (s *Server) draftStation(c *gin.Context) {
	s.station(c, "draft", id(c, "layer"), func(_ *store.Store, p *page) error {
		p.V = s.viewDraft(p, c.Query("lengths") == "yes")
		return nil
	})
}

func (s *Server) viewDraft(p *page, dims bool) draftView {
	l := p.E.Layer
	v := draftView{Dims: dims, Legend: svg.Legend(l.Stage.Draft.Pieces)}
	if l.Stage.Err == nil {
		v.Drawing = svg.Sheet{Unit: p.Unit, Dimensions: dims, Title: l.Rec.Name + ", the pieces"}.Draw(l.Stage.Draft.Pieces)
	}
	for _, t := range l.Stage.Trued {
		if d := t.Difference; d > v.Worst || -d > v.Worst {
			v.Worst = max(d, -d)
		}
		if !t.True {
			v.Bad++
		}
	}
	for _, val := range l.Stage.Values.All() {
		v.Params = append(v.Params, viewParam(val, l.Rec.Settings[val.Parameter.Key], p.Unit))
	}
	return v
}

func viewParam(val draft.Value, own any, u measure.Unit) paramView {
	pv := paramView{Parameter: val.Parameter, Own: val.Own, Was: encode(own)}
	if val.Parameter.Unit == draft.Choice {
		pv.Value = val.Choice
		return pv
	}
	pv.Value = val.Parameter.Show(val.Number, u)
	if n, ok := own.(float64); ok { // what was typed, even when it is drafted differently
		pv.Value = val.Parameter.Show(n, u)
	}
	pv.Default = val.Parameter.Show(val.Default, u)
	if val.Parameter.Unit == draft.Length {
		pv.Other = measure.Length(val.Number).In(u.Other())
	}
	pv.Reason = val.Reason.Text
	if val.Reason.Source != "" {
		pv.Reason += " (" + string(val.Reason.Source) + ")"
	}
	pv.Range = val.Parameter.Range(val.Low, val.High, u)
	return pv
}

func encode(v any) string {
	if v == nil {
		return ""
	}
	b, err := json.Marshal(v)
	if err != nil {
		return ""
	}
	return string(b)
}

// typedSetting reads one setting from the form: nil for an emptied field.
func typedSetting(c *gin.Context, kind string, u measure.Unit) (p draft.Parameter, value, was any, err error) {
	g, ok := catalogue.Find(kind)
	if !ok {
		return p, nil, nil, fmt.Errorf("%q is not a garment this program knows", kind)
	}
	key := c.PostForm("key")
	for _, candidate := range g.Parameters() {
		if candidate.Key == key {
			p = candidate
		}
	}
	if p.Key == "" {
		return p, nil, nil, &store.FieldError{Field: key, Why: "there is no such parameter"}
	}
	if w := c.PostForm("was"); w != "" {
		if json.Unmarshal([]byte(w), &was) != nil {
			return p, nil, nil, &store.FieldError{Field: key, Why: "the page is out of date; load it again"}
		}
	}
	text := c.PostForm("value")
	if text == "" {
		return p, nil, was, nil
	}
	if value, err = p.Type(text, u); err != nil {
		return p, nil, was, &store.FieldError{Field: key, Why: err.Error()}
	}
	return p, value, was, nil
}

// inRange refuses a setting that this layer, as it stands, can't be drafted
// with.
func inRange(e *ensembleView, key string, u measure.Unit) error {
	for _, w := range e.Layer.Stage.Wrong {
		if w.Key == key {
			for _, v := range e.Layer.Stage.Values.All() {
				if v.Parameter.Key == key && v.Parameter.Unit != draft.Choice {
					return &store.FieldError{Field: key, Why: v.Parameter.Range(v.Low, v.High, u)}
				}
			}
			return &store.FieldError{Field: key, Why: w.Why}
		}
	}
	return nil
}

// setSetting keeps one parameter and redraws everything that follows.
func (s *Server) setSetting(c *gin.Context) { s.setting(c, true) }

// preview draws with a parameter as it is being typed and keeps nothing.
func (s *Server) preview(c *gin.Context) { s.setting(c, false) }

func (s *Server) setting(c *gin.Context, keep bool) {
	p := s.page(c, "")
	s.change(c, func(st *store.Store, l store.Layer) error {
		param, value, was, err := typedSetting(c, l.Kind, p.Unit)
		if err != nil {
			return err
		}
		// Tried first on a copy: what is out of range is never kept.
		e, err := st.Ensemble(c.Request.Context(), l.EnsembleID)
		if err != nil {
			return err
		}
		for i := range e.Layers {
			if e.Layers[i].ID == l.ID {
				if e.Layers[i].Settings == nil {
					e.Layers[i].Settings = draft.Settings{}
				}
				if value == nil {
					delete(e.Layers[i].Settings, param.Key)
				} else {
					e.Layers[i].Settings[param.Key] = value
				}
			}
		}
		p.E = s.view(c.Request.Context(), st, e, l.ID, p.Unit)
		if err := inRange(p.E, param.Key, p.Unit); err != nil {
			return err
		}
		// Nor is what would take the drawing away, where there was one.
		if why := p.E.Layer.Stage.Err; why != nil && s.drafts(c, st, l) {
			return &store.FieldError{Field: param.Key, Why: why.Error()}
		}
		if keep {
			show := func(v any) string {
				if n, ok := v.(float64); ok {
					return param.Show(n, p.Unit)
				}
				if v == nil {
					return "the default"
				}
				return fmt.Sprint(v)
			}
			if err := st.SetSetting(c.Request.Context(), l.ID, param.Key, value, was, show); err != nil {
				return err
			}
			if e, err = st.Ensemble(c.Request.Context(), l.EnsembleID); err != nil {
				return err
			}
			// The maker changed this layer knowingly: only what lies outside
			// it has changed unseen.
			p.E = s.view(c.Request.Context(), st, e, l.ID, p.Unit)
			if p.E.Layer.Stage.Err == nil && !p.E.Layer.Row.Made {
				if err := st.See(c.Request.Context(), map[uint]ensemble.Snapshot{l.ID: p.E.Layer.Stage.Snapshot()}); err != nil {
					return err
				}
				if e, err = st.Ensemble(c.Request.Context(), l.EnsembleID); err != nil {
					return err
				}
				p.E = s.view(c.Request.Context(), st, e, l.ID, p.Unit)
			}
		}
		p.Station, p.Path = "draft", fmt.Sprintf("/ensembles/%d/layers/%d/draft", l.EnsembleID, l.ID)
		v := s.viewDraft(p, c.PostForm("lengths") == "yes")
		p.V = v
		fields := map[string]gin.H{}
		for _, f := range v.Params {
			h := gin.H{"value": f.Value, "other": f.Other, "own": f.Own, "reason": f.Reason, "range": f.Range, "default": f.Default}
			if keep {
				h["was"] = f.Was
			}
			fields[f.Key] = h
		}
		s.parts(c, p, gin.H{"fields": fields}, "draft-sheet", "urgent", "margin", "stack", "tape", "truing", "headline", "stations")
		return nil
	})
}

// drafts tells whether a layer can be drafted as it is kept.
func (s *Server) drafts(c *gin.Context, st *store.Store, l store.Layer) bool {
	e, err := st.Ensemble(c.Request.Context(), l.EnsembleID)
	if err != nil {
		return false
	}
	_, stages, err := ensemble.Walk(e.Plan())
	for i := range stages {
		if e.Layers[i].ID == l.ID {
			return err == nil && stages[i].Err == nil
		}
	}
	return false
}

// applySettings does what a note's button offers.
func (s *Server) applySettings(c *gin.Context) {
	if s.change(c, func(st *store.Store, l store.Layer) error {
		var set draft.Settings
		if err := json.Unmarshal([]byte(c.PostForm("settings")), &set); err != nil || len(set) == 0 {
			return &store.FieldError{Field: "settings", Why: "the page is out of date; load it again"}
		}
		for key, v := range set {
			if v == nil { // back to the default
				delete(set, key)
				if err := st.SetSetting(c.Request.Context(), l.ID, key, nil, l.Settings[key], func(any) string { return "" }); err != nil {
					return err
				}
			}
		}
		if len(set) == 0 {
			return nil
		}
		g, ok := catalogue.Find(l.Kind)
		if !ok {
			return store.ErrGone
		}
		known := map[string]bool{}
		for _, p := range g.Parameters() {
			known[p.Key] = true
		}
		for key, v := range set {
			if _, number := v.(float64); !known[key] || !number {
				return &store.FieldError{Field: key, Why: "there is no such parameter"}
			}
		}
		return st.ApplySettings(c.Request.Context(), l.ID, set)
	}) {
		s.back(c)
	}
}

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

func (s *Server) piecesSVG(c *gin.Context) {
	s.paper(c, func(p *page) error {
		l := p.E.Layer
		c.Header("Content-Disposition", `attachment; filename="`+l.Rec.Kind+`.svg"`)
		c.Data(http.StatusOK, "image/svg+xml", []byte(svg.Sheet{Unit: p.Unit, Dimensions: true, TrueScale: true, Title: p.E.Rec.Name + ": " + l.Rec.Name}.Draw(l.Stage.Draft.Pieces)))
		return nil
	})
}
