package clothing

import (
	"cmp"
	"fmt"
	"math"
	"slices"
	"strconv"
	"strings"

	"ardentgusset/core/cloth"
	"ardentgusset/core/ensemble"
	"ardentgusset/core/lay"
	"ardentgusset/core/measure"
	"ardentgusset/core/notion"
	"ardentgusset/core/work"
	"ardentgusset/internal/store"
	"ardentgusset/internal/web/hall"
)

type buyView struct {
	Shared  []sharedCloth
	List    []buyItem // beside the cloth, over all layers
	Layers  []buyLayer
	Budget  string // as it is typed; "" when nobody said
	Was     string // as it is kept
	Over    float64
	Left    float64
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
	MockUp  *buyCloth // what its mock-up is cut from, where it is still to be made
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
	Missed int  // pieces that do not fit on what is in hand
	Shared bool // others are cut from it too
}

// sharedCloth is a cloth of the stash that several layers are still to be cut from, laid together.
type sharedCloth struct {
	Stash   uint
	Cloth   cloth.Fabric
	Layers  string // their names
	Held    string // what they take of what is in hand
	Text    string // how much is to be bought besides
	Sum     string
	Cost    float64
	Missing []string // what finds no room on what is in hand
	Pending bool
}

// buyNotion is a notion of a layer with what it costs; thread is sold by the spool, for all layers together.
type buyNotion struct {
	notion.Notion
	Cost float64
}

// buyItem is a notion over all layers, as it is asked for in a shop, with what one of it costs.
type buyItem struct {
	notion.Notion
	Amount string
	Of     string // how much is on each, of what comes on spools
	Layers []string
	Per    string // what the price is for one of
	Typed  string // the price as it is typed; "" when nobody said
	Have   bool   // it is in hand already
	Was    string // as it is kept
	Cost   float64
}

func (s *Room) buyStation(c *hall.Call) error {
	return hall.Station(s.Hall, c, "buy", 0, func(p *hall.Head) (buyView, error) { return s.viewBuy(c, p), nil })
}

func (s *Room) viewBuy(c *hall.Call, p *hall.Head) buyView {
	var v buyView
	shared := ensemble.Shared(p.E.Stages)
	for _, parts := range shared {
		v.share(s, c, parts, p.Unit)
	}
	for i := range p.E.Stages {
		stage := &p.E.Stages[i]
		rec := p.E.Rec.Layers[i]
		b := buyLayer{ID: rec.ID, Name: stage.Name, Made: rec.State.Made()}
		if stage.Err != nil {
			b.Err = hall.Sentence(stage.Err.Error())
			v.Layers = append(v.Layers, b)
			continue
		}
		b.Mass, b.Weighed = stage.Mass()
		if stage.Had == ensemble.ToMake && !s.buyCloths(c, &b, stage, shared, p.Unit) {
			v.Pending = true
		}
		if u, ok := stage.MockUp(); ok && !rec.Ticked(work.ToMockUp) && !s.buyMockUp(c, &b, stage, u, p.Unit) {
			v.Pending = true
		}
		for _, n := range stage.Notions() {
			one := buyNotion{Notion: n}
			had := rec.State.Finished() && n.Kind != "cloth" // what is cut again for a garment that is worn is still to be had
			if price := p.E.Rec.Prices[hall.PriceKey(n)]; !n.OnSpools() {
				if one.Cost = math.Round(math.Abs(price)*n.Quantity*100) / 100; price < 0 || had {
					b.Spent += one.Cost
				} else {
					b.Spend += one.Cost
				}
			}
			b.Notions = append(b.Notions, one)
			if !had {
				v.list(asked(n, stage), stage.Name)
			}
		}
		v.Spend += b.Spend
		v.Spent += b.Spent
		v.Mass += b.Mass
		v.Layers = append(v.Layers, b)
	}
	v.priced(p)
	return v
}

// asked is a notion of a layer as it is asked for in a shop: thread by its shade.
func asked(n notion.Notion, stage *ensemble.Stage) notion.Notion {
	if n.OnSpools() {
		n.What = "Sewing thread to match " + stage.Fabric.String()
	}
	return n
}

// list takes a notion of a layer into the list over all of them: the same thing is asked for once.
func (v *buyView) list(n notion.Notion, layer string) {
	for i := range v.List {
		if one := &v.List[i]; one.Kind == n.Kind && one.What == n.What && one.Unit == n.Unit {
			one.Quantity += n.Quantity
			if !slices.Contains(one.Layers, layer) {
				one.Layers = append(one.Layers, layer)
			}
			return
		}
	}
	v.List = append(v.List, buyItem{Notion: n, Layers: []string{layer}})
}

// onSpool says how much is on a spool of thread.
func onSpool(u measure.Unit) string {
	if u == measure.IN {
		return fmt.Sprintf("of %.0f yd", notion.Spool*float64(measure.Metre/measure.Yard))
	}
	return fmt.Sprintf("of %.0f m", notion.Spool)
}

// anyThread is the key of a price that was said for every sewing thread, whatever its shade.
const anyThread = "thread"

// priced says what the list comes to, and what that is to the budget.
func (v *buyView) priced(p *hall.Head) {
	for i := range v.List {
		one := &v.List[i]
		price, known := p.E.Rec.Prices[hall.PriceKey(one.Notion)]
		one.Was = strconv.FormatFloat(price, 'g', -1, 64)
		if !known && one.OnSpools() {
			price, known = p.E.Rec.Prices[anyThread]
			price = math.Abs(price) // which of them is in hand is said shade by shade
		}
		var per float64
		one.Per, per = one.Priced(p.Unit)
		one.Have = price < 0
		price = math.Abs(price)
		if price*per >= 0.005 {
			one.Typed = strconv.FormatFloat(price*per, 'f', 2, 64)
		}
		one.Amount, one.Cost = one.Notion.Amount(p.Unit), math.Round(price*one.Quantity*100)/100
		if one.OnSpools() {
			n := one.Spools()
			one.Amount, one.Of = measure.Count(n, "spool"), onSpool(p.Unit)
			if one.Cost = math.Round(price*per*float64(n)*100) / 100; one.Have { // its layers leave thread to the list
				v.Spent += one.Cost
			} else {
				v.Spend += one.Cost
			}
		}
		if !known {
			v.Unknown++
		}
	}
	slices.SortStableFunc(v.List, func(a, b buyItem) int {
		return cmp.Or(strings.Compare(a.Kind, b.Kind), strings.Compare(a.What, b.What))
	})
	budget := p.E.Rec.Prices[store.Budget]
	if v.Was = strconv.FormatFloat(budget, 'g', -1, 64); budget > 0 {
		v.Budget = strconv.FormatFloat(budget, 'f', 2, 64)
		v.Over, v.Left = max(v.Spend+v.Spent-budget, 0), max(budget-v.Spend-v.Spent, 0)
	}
}

// share adds a cloth that layers share: what they take of it together.
func (v *buyView) share(s *Room, c *hall.Call, parts []ensemble.Part, unit measure.Unit) {
	f := parts[0].Use.Fabric
	one := sharedCloth{Stash: parts[0].Use.Stash, Cloth: f}
	var names []string
	for _, p := range parts {
		if !slices.Contains(names, p.Stage.Name) {
			names = append(names, p.Stage.Name)
		}
	}
	one.Layers = ensemble.Listed(names)
	sheets, ok := ensemble.Together(parts, func(j lay.Job) (lay.Result, bool) { return s.layWithin(c, j) })
	if !ok {
		one.Pending, v.Pending = true, true
		v.Shared = append(v.Shared, one)
		return
	}
	need := ensemble.NeedOf(parts, sheets, unit)
	if f.Held() > 0 {
		one.Held = fmt.Sprintf("%s of %s in hand", need.Used.In(unit), f.Held().In(unit))
	}
	if need.Buy > 0 {
		one.Text = need.Buy.AsBought(unit)
		one.Sum = fmt.Sprintf("%s, cloth %s wide", sumOf(parts[0].Use, sheets, need, unit), f.Width.In(unit))
	}
	one.Missing = missingOf(parts, sheets)
	one.Cost = need.Cost
	used := f.Cost(need.Used)
	if v.Spent += used; f.Paid {
		v.Spent += one.Cost
	} else {
		v.Spend += one.Cost
	}
	v.Shared = append(v.Shared, one)
}

// missingOf names what found no room on any sheet of a cloth that layers share.
func missingOf(parts []ensemble.Part, sheets []ensemble.Sheet) (out []string) {
	count := map[string]int{}
	var order []string
	for _, u := range ensemble.Unplaced(sheets) {
		at, id, _ := strings.Cut(u.ID, "/")
		k, err := strconv.Atoi(at)
		if err != nil || k >= len(parts) {
			continue
		}
		name := id
		for i := range parts[k].Stage.Draft.Pieces {
			if q := &parts[k].Stage.Draft.Pieces[i]; q.ID == id {
				name = q.Name
			}
		}
		name += " of " + parts[k].Stage.Name
		if count[name] == 0 {
			order = append(order, name)
		}
		count[name]++
	}
	for _, name := range order {
		if n := count[name]; n > 1 {
			name = fmt.Sprintf("%s, %d", name, n)
		}
		out = append(out, name)
	}
	return out
}

// buyCloths are the cloths of a layer; false while one of its lays is not found yet. What it shares with others is reckoned
// there.
func (s *Room) buyCloths(c *hall.Call, b *buyLayer, stage *ensemble.Stage, shared [][]ensemble.Part, unit measure.Unit) (whole bool) {
	whole = true
	for k, u := range stage.Uses() {
		row := buyCloth{Role: u.Role, Cloth: u.Fabric}
		if k > 0 {
			row.Label = u.Role.Label()
		}
		if slices.ContainsFunc(shared, func(parts []ensemble.Part) bool {
			return slices.ContainsFunc(parts, func(p ensemble.Part) bool { return p.Stage == stage && p.Use.Role == u.Role })
		}) {
			row.Shared = true
			b.Cloths = append(b.Cloths, row)
			continue
		}
		sheets, ok := stage.Sheets(u, func(j lay.Job) (lay.Result, bool) { return s.layWithin(c, j) })
		if !ok {
			row.Text, whole = "laying out …", false
			b.Cloths = append(b.Cloths, row)
			continue
		}
		need := stage.Need(u, sheets, unit)
		for _, sheet := range sheets {
			if sheet.Err != nil {
				b.Err = hall.Sentence(sheet.Err.Error())
			}
		}
		if need.Buy > 0 {
			row.Text = need.Buy.AsBought(unit)
			row.Sum = fmt.Sprintf("%s, cloth %s wide", sumOf(u, sheets, need, unit), u.Fabric.Width.In(unit))
		}
		if need.Used > 0 {
			row.Held = fmt.Sprintf("%s of %s in hand", need.Used.In(unit), u.Fabric.Held().In(unit))
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
	return whole
}

// buyMockUp is the cloth for a layer's mock-up; false while its lay is not found yet.
func (s *Room) buyMockUp(c *hall.Call, b *buyLayer, stage *ensemble.Stage, u ensemble.Use, unit measure.Unit) bool {
	sheets, ok := stage.Sheets(u, func(j lay.Job) (lay.Result, bool) { return s.layWithin(c, j) })
	if !ok {
		return false
	}
	if need := stage.Need(u, sheets, unit); need.Buy > 0 && len(ensemble.Unplaced(sheets)) == 0 {
		b.MockUp = &buyCloth{Cloth: u.Fabric, Text: need.Buy.AsBought(unit), Sum: fmt.Sprintf("%s, cloth %s wide; what is in the stash "+
			"will do", sumOf(u, sheets, need, unit), u.Fabric.Width.In(unit))}
	}
	return true
}

// setPrice keeps what one of a notion costs, or that it is in hand.
func (s *Room) setPrice(c *hall.Call) error {
	e, err := s.Store.Ensemble(c.Ctx(), hall.ID(c, "ensemble"))
	if err != nil {
		return err
	}
	p := s.Page(c, "")
	_, stages, err := s.Walk(c.Ctx(), e)
	if err != nil {
		return err
	}
	key, per := c.PostForm("key"), 1.0
	known := key == store.Budget
	for i := range stages {
		for _, n := range stages[i].Notions() {
			if hall.PriceKey(asked(n, &stages[i])) == key {
				known = true
				_, per = n.Priced(p.Unit)
			}
		}
	}
	if !known {
		return &store.FieldError{Field: key, Why: "this is no longer on the list; load the page again"}
	}
	price := 0.0
	if text := c.PostForm("value"); text != "" {
		v, err := measure.ParseMoney(text)
		if err != nil {
			return &store.FieldError{Field: key, Why: err.Error()}
		}
		price = v / per
	}
	if c.PostForm("have") == "yes" {
		price = -max(price, 1e-9) // known to be in hand, whatever it cost
	}
	was, err := strconv.ParseFloat(c.DefaultPostForm("was", "0"), 64)
	if err != nil {
		return &store.FieldError{Field: key, Why: "the page is out of date; load it again"}
	}
	if err := s.Store.SetPrice(c.Ctx(), e.ID, key, price, was); err != nil {
		return err
	}
	if e, err = s.Store.Ensemble(c.Ctx(), e.ID); err != nil {
		return err
	}
	p.Station, p.Path = "buy", fmt.Sprintf("/ensembles/%d/buy", e.ID)
	p.E = s.View(c.Ctx(), e, 0, p.Unit)
	return hall.Parts(s.Hall, c, p, s.viewBuy(c, p), nil, "buy-list", "stations")
}
