package web

import (
	"cmp"
	"fmt"
	"maps"
	"math"
	"slices"
	"strconv"
	"strings"

	"ardentgusset/core/cloth"
	"ardentgusset/core/ensemble"
	"ardentgusset/core/lay"
	"ardentgusset/core/measure"
	"ardentgusset/internal/formats/svg"
	"ardentgusset/internal/store"

	"github.com/gin-gonic/gin"
)

type clothView struct {
	Role    cloth.Role // the cloth in view
	Roles   []roleTab
	Add     []cloth.Role // that the garment has no cloth for yet
	Stashes []store.Stashed
	Stash   uint // which of them it is; 0: its own
	Fabric  cloth.Fabric
	Fields  []clothField
	More    []clothField
	Suits   []cloth.Verdict
	Seams   []string // bulk and fullness

	Sheets   []sheetView
	Pending  bool
	Missing  []string
	Short    measure.Length // how much more cloth the pieces without room need; 0 when all have it
	Longer   measure.Length // by how much the cloth in hand, in one piece, would have to be longer
	Need     clothNeed
	Together string // when the stash does not hold all that is cut from it
	Stale    []string

	Fold     lay.Fold
	FoldWhy  string // why it can't be folded
	Gap      clothField
	Pieces   []pieceRow
	Seam     []ensemble.Matching
	Matching measure.Length // how much more cloth the chosen seams take
	Matched  bool           // that is known
	Repeats  bool
	Piecings []piecingRow
}

type roleTab struct {
	Role   cloth.Role
	Label  string
	Colour string
	Chosen bool
}

type clothNeed struct {
	ensemble.ClothNeed
	BuyText string
	Use     float64
	Sum     string
}

type sheetView struct {
	Key, Name string
	Drawing   string
	Length    float64
	Use       float64 // of the cloth it takes
	Err       string
	Pinned    int
}

// pieceRow is how one piece is cut from the cloth in view.
type pieceRow struct {
	ID, Name, Note string
	Count, Of      int
	Lie            string // "", "cross" or "bias"
	Strip          bool   // may lie either way anyhow
	Hidden         bool
}

type piecingRow struct {
	At    int
	Label string
}

// clothField is one field of a cloth: a length, a number, or a choice.
type clothField struct {
	Key, Label, Value, Other, Help, Was string
	Options                             []option
}

type option struct {
	Value, Label string
	Chosen       bool
}

// clothFields are what is always asked of a cloth, and what more can be said.
func clothFields(f cloth.Fabric, u measure.Unit) (first, more []clothField) {
	length := func(key, label string, v measure.Length, help string) clothField {
		return clothField{Key: key, Label: label, Value: v.In(u), Other: v.In(u.Other()), Help: help, Was: encode(float64(v))}
	}
	num := func(key, label string, v float64, help string) clothField {
		return clothField{Key: key, Label: label, Value: strconv.FormatFloat(v, 'f', -1, 64), Help: help, Was: encode(v)}
	}
	choice := func(key, label, now, help string, pairs ...string) clothField {
		c := clothField{Key: key, Label: label, Value: now, Help: help, Was: now}
		for i := 0; i+1 < len(pairs); i += 2 {
			c.Options = append(c.Options, option{pairs[i], pairs[i+1], pairs[i] == now})
		}
		return c
	}
	named := func(key, label, now, help string, list []string) clothField {
		pairs := []string{"", "not said"}
		for _, x := range list {
			pairs = append(pairs, x, x)
		}
		return choice(key, label, now, help, pairs...)
	}
	yes := func(key, label string, now bool, help, off, on string) clothField {
		return choice(key, label, map[bool]string{true: "yes", false: "no"}[now], help, "no", off, "yes", on)
	}
	thick := length("thickness_mm", "Thickness", f.Thickness, "Fold it in ten, measure, divide by ten. Every layer adds 2π times this to the girth.")
	thick.Value, thick.Other = strconv.FormatFloat(float64(f.Thickness), 'f', -1, 64)+" mm", ""
	first = []clothField{
		length("width_mm", "Width", f.Width, "From edge to edge, before washing."),
		length("selvedge_mm", "Selvedge, each", f.Selvedge, "Not cut from."),
		thick,
		num("weight_gsm", "Weight, g/m²", f.Weight, "1 oz/yd² is 33.9 g/m²."),
		num("price_per_m", "Price a metre", f.Price, "In your own money; a yard is 0.914 m."),
		num("shrinkage_percent", "Shrinkage, in 100", round2(f.Shrinkage*100), "Wash a swatch and measure. Pieces are cut after washing. A swatch test counts before this."),
	}
	if len(f.Lengths) == 0 {
		first = append(first, length("in_hand_mm", "Length in hand", f.InHand, "Leave at 0 when it is still to be bought."))
	}
	first = append(first,
		yes("nap", "Nap or one-way print", f.Nap, "Every piece then lies the same way up.", "none", "one way only"))
	more = []clothField{
		named("fibre", "Fibre", f.Fibre, "", cloth.Fibres()),
		named("weave", "Weave", f.Weave, "", cloth.Weaves()),
		num("warp_per_cm", "Warp threads a cm", f.Warp, "Count under a glass, twice."),
		num("weft_per_cm", "Weft threads a cm", f.Weft, ""),
		choice("fraying", "Frays", strconv.Itoa(f.Fraying), "A swatch test counts before this.", "0", "not known", "1", "hardly", "2", "some", "3", "freely"),
		num("stretch_percent", "Stretch across, in 100", round2(f.Stretch*100), "Pull 10 cm gently along a ruler."),
		yes("railroad", "Print or nap runs", f.Railroad, "Up on the garment then lies across the cloth.", "along it", "across it"),
		length("repeat_along_mm", "Repeat along", f.RepeatX, "From one motif, check or stripe to the next, along the cloth; 0 for plain."),
		length("repeat_across_mm", "Repeat across", f.RepeatY, "The same, from selvedge to selvedge."),
		yes("half_drop", "Half-drop", f.HalfDrop, "The next motif across lies half a repeat further on.", "no", "yes"),
		named("ironing", "Hottest ironing", f.Ironing, "A swatch test counts before this.", cloth.Ironings()),
		yes("prewashed", "What is in hand is", f.Prewashed, "Washed cloth shrinks no more.", "not washed yet", "washed"),
		yes("paid", "Its price is", f.Paid, "", "still to pay", "spent already"),
		yes("no_more", "More of it", f.NoMore, "The lay then never reckons with buying more.", "can be bought", "is not to be had"),
	}
	return first, more
}

func round2(x float64) float64 { return math.Round(x*100) / 100 }

func (s *Server) clothStation(c *gin.Context) {
	s.station(c, "cloth", id(c, "layer"), func(st *store.Store, p *page) error {
		v, err := s.viewCloth(c, st, p)
		p.V = v
		return err
	})
}

// roleOf is the cloth a request is about.
func roleOf(c *gin.Context) cloth.Role {
	if r := cloth.Role(c.Query("cloth")); slices.Contains(cloth.Roles(), r) {
		return r
	}
	return cloth.Outer
}

// useOf is a layer's cloth of a role, also when nothing is cut from it yet; the
// outer one when it has none.
func useOf(st *ensemble.Stage, role cloth.Role) ensemble.Use {
	for _, u := range st.Uses() {
		if u.Role == role {
			return u
		}
	}
	for _, b := range st.Laying.Beside {
		if b.Role == role {
			return ensemble.Use{Role: role, Stash: b.Stash, Fabric: b.Fabric, Counts: map[string]int{}}
		}
	}
	return st.Uses()[0]
}

func (s *Server) viewCloth(c *gin.Context, st *store.Store, p *page) (clothView, error) {
	l := p.E.Layer
	stage := l.Stage
	u := useOf(stage, roleOf(c))
	if u.Role == cloth.Outer {
		u.Stash = l.Rec.Stash
	}
	v := clothView{Role: u.Role, Stash: u.Stash, Fabric: u.Fabric, Fold: stage.Laying.Folds[u.Role], Repeats: u.Fabric.RepeatX > 0 || u.Fabric.RepeatY > 0}
	v.Fields, v.More = clothFields(u.Fabric, p.Unit)
	var err error
	if v.Stashes, err = st.Stash(c.Request.Context()); err != nil {
		return v, err
	}
	has := map[cloth.Role]string{cloth.Outer: l.Rec.Fabric.Colour}
	for _, b := range stage.Laying.Beside {
		has[b.Role] = b.Fabric.Colour
	}
	for _, r := range cloth.Roles() {
		if colour, ok := has[r]; ok {
			v.Roles = append(v.Roles, roleTab{r, r.Label(), colour, r == v.Role})
		} else {
			v.Add = append(v.Add, r)
		}
	}
	if stage.Err != nil {
		return v, nil
	}
	v.judge(stage, u)
	v.Gap = clothField{Key: "gap", Label: "Gap between pieces", Value: stage.Laying.Gap.In(p.Unit), Other: stage.Laying.Gap.In(p.Unit.Other()), Help: "0 when allowances are on the pieces; room for the chalk when they are added on the cloth."}
	names := map[string]string{}
	for i := range stage.Draft.Pieces {
		q := &stage.Draft.Pieces[i]
		names[q.ID] = q.Name
		row := pieceRow{ID: q.ID, Name: q.Name, Note: q.CutNote(), Count: stage.Laying.Count(q, u.Role), Of: q.Cut, Strip: q.EitherWay, Hidden: q.Hidden}
		switch {
		case slices.Contains(stage.Laying.Bias, q.ID):
			row.Lie = "bias"
		case slices.Contains(stage.Laying.Cross, q.ID):
			row.Lie = "cross"
		}
		v.Pieces = append(v.Pieces, row)
	}
	if v.Repeats {
		v.Seam = stage.Matchings()
	}
	for _, cut := range stage.Laying.Pieced {
		if names[cut.Piece] != "" {
			v.Piecings = append(v.Piecings, piecingRow{cut.ID, fmt.Sprintf("%s, %s at %.0f in 100", names[cut.Piece], map[bool]string{true: "across", false: "along the grain"}[cut.Across], cut.At*100)})
		}
	}
	sheets, ok := stage.Sheets(u, func(j lay.Job) (lay.Result, bool) { return s.layWithin(c, j) })
	if !ok {
		v.Pending = true
		return v, nil
	}
	need := stage.Need(u, sheets, p.Unit)
	v.Need = clothNeed{ClothNeed: need, BuyText: need.Buy.AsBought(p.Unit)}
	var area, taken, span float64
	for _, sheet := range sheets {
		span = math.Max(span, math.Max(sheet.Result.Length, sheet.Job.Cloth.Length))
	}
	for _, sheet := range sheets {
		sv := sheetView{Key: sheet.Key, Name: sheetName(u, sheet, p.Unit), Length: sheet.Result.Length, Pinned: len(sheet.Job.Pinned)}
		if sheet.Err != nil {
			sv.Err = sentence(sheet.Err.Error())
		}
		if len(sheet.Result.Placements) > 0 || sheet.Cut >= 0 {
			sv.Drawing = svg.Lay{Job: sheet.Job, Result: sheet.Result, Names: names, Dye: u.Fabric.Colour, Unit: p.Unit, Sheet: sheet.Key, Span: span}.Draw()
		}
		sv.Use = sheet.Result.Utilisation
		area += sheet.Result.Utilisation * sheet.Result.Length * sheet.Job.Cloth.Width
		taken += sheet.Result.Length * sheet.Job.Cloth.Width
		if kept, ok := stage.Laying.Kept[sheet.Key]; ok && kept.Hash != hashOf(sheet.Job) {
			v.Stale = append(v.Stale, fmt.Sprintf("%s: the lay that was looked for or laid by hand, %s long, was for an earlier draft or cloth. What is drawn is a new first lay.", sv.Name, measure.Tell(kept.Length)))
		}
		v.Sheets = append(v.Sheets, sv)
	}
	if taken > 0 {
		v.Need.Use = area / taken
	}
	if v.Repeats && slices.ContainsFunc(v.Seam, func(m ensemble.Matching) bool { return m.Chosen }) {
		free := *stage
		free.Laying.Match = nil
		if plain, ok := free.Sheets(u, func(j lay.Job) (lay.Result, bool) { return s.layWithin(c, j) }); ok {
			was := free.Need(u, plain, p.Unit)
			v.Matching, v.Matched = need.Length+need.Used-was.Length-was.Used, len(ensemble.Unplaced(plain)) == len(ensemble.Unplaced(sheets))
		}
	}
	v.Need.Sum = sumOf(u, sheets, need, p.Unit)
	whys := map[string][]string{}
	var order []string
	for _, x := range ensemble.Unplaced(sheets) {
		text := names[x.ID] + ": " + x.Why
		if whys[text] == nil {
			order = append(order, text)
		}
		whys[text] = append(whys[text], strconv.Itoa(x.Copy+1))
	}
	for _, text := range order {
		v.Missing = append(v.Missing, fmt.Sprintf("%s (copy %s).", text, strings.Join(whys[text], ", ")))
	}
	if len(order) > 0 {
		more := *stage
		free := u
		free.Fabric.NoMore = false
		if all, ok := more.Sheets(free, func(j lay.Job) (lay.Result, bool) { return s.layWithin(c, j) }); ok && len(ensemble.Unplaced(all)) == 0 {
			v.Short = more.Need(free, all, p.Unit).Length
		}
		if cuts := u.Fabric.Pieces(); len(cuts) == 1 && len(cuts[0].Outline) == 0 && cuts[0].Width == 0 {
			free.Fabric.InHand, free.Fabric.Lengths = 0, nil
			if all, ok := more.Sheets(free, func(j lay.Job) (lay.Result, bool) { return s.layWithin(c, j) }); ok && len(all) == 1 && all[0].Err == nil {
				along, _ := u.Fabric.Shrinks()
				v.Longer = measure.Length(all[0].Result.Length/(1-along)) - cuts[0].Length
			}
		}
	}
	if u.Stash > 0 {
		v.Together, err = s.together(c, st, u, p)
	}
	return v, err
}

// sheetName is how a piece of cloth is called.
func sheetName(u ensemble.Use, sheet ensemble.Sheet, unit measure.Unit) string {
	if sheet.Cut < 0 {
		if len(u.Fabric.Pieces()) > 0 {
			return "Still to be bought"
		}
		return "To be bought"
	}
	cut := u.Fabric.Pieces()[sheet.Cut]
	name := cut.Name
	if name == "" {
		name = fmt.Sprintf("Piece %d in hand", sheet.Cut+1)
		if len(u.Fabric.Pieces()) == 1 {
			name = "In hand"
		}
	}
	return fmt.Sprintf("%s: %s × %s", name, cut.Length.In(unit), cut.Wide(u.Fabric).In(unit))
}

// sumOf says how what is to be bought was found.
func sumOf(u ensemble.Use, sheets []ensemble.Sheet, need ensemble.ClothNeed, unit measure.Unit) string {
	if need.Length == 0 {
		return ""
	}
	last := sheets[len(sheets)-1]
	text := fmt.Sprintf("the lay is %s long", measure.Length(last.Result.Length).In(unit))
	fresh := u.Fabric
	fresh.Prewashed = false
	if along, _ := fresh.Shrinks(); along > 0 {
		text += fmt.Sprintf(", before washing %s (÷ %.3g)", need.Length.In(unit), 1-along)
	}
	return text + ", rounded up as it is sold"
}

// judge says how the cloth suits the garment, its seams and its fullness.
func (v *clothView) judge(stage *ensemble.Stage, u ensemble.Use) {
	family := ""
	if stage.Garment != nil {
		family = stage.Garment.About().Family
	}
	v.Suits = u.Fabric.Suits(family, u.Role)
	v.Seams = stage.Bulk(u)
}

// together says whether a cloth of the stash holds what all layers that are
// cut from it need; "" when it does.
func (s *Server) together(c *gin.Context, st *store.Store, u ensemble.Use, p *page) (string, error) {
	all, err := st.UsesOf(c.Request.Context())
	if err != nil || len(all[u.Stash]) < 2 {
		return "", err
	}
	used, n := measure.Length(0), 0
	for _, use := range all[u.Stash] {
		e, err := st.Ensemble(c.Request.Context(), use.Ensemble)
		if err != nil {
			return "", err
		}
		_, stages, err := s.walks.walk(e)
		if err != nil {
			continue
		}
		for i := range e.Layers {
			if e.Layers[i].ID != use.Layer || stages[i].Err != nil {
				continue
			}
			of := useOf(&stages[i], use.Role)
			sheets, ok := stages[i].Sheets(of, func(j lay.Job) (lay.Result, bool) { return s.layWithin(c, j) })
			if !ok {
				return "", nil
			}
			used += stages[i].Need(of, sheets, p.Unit).Used
			n++
		}
	}
	held := u.Fabric.Held()
	if used <= held+1 {
		return "", nil
	}
	return fmt.Sprintf("%d garments are cut from this cloth; laid one after another they take %s, and there is %s. Each lay here reckons as if it were the only one.", n, used.In(p.Unit), held.In(p.Unit)), nil
}

// lookForLay looks for a shorter lay for as long as the page listens, a minute
// at most, and sends every better one as a server-sent event: the redrawn part
// of the page. When nothing better comes any more it says so.
func (s *Server) lookForLay(c *gin.Context) {
	st := s.st
	p := s.page(c, "")
	var sheet ensemble.Sheet
	e, err := st.Ensemble(c.Request.Context(), id(c, "ensemble"))
	if err == nil {
		p.E = s.view(c.Request.Context(), st, e, id(c, "layer"), p.Unit)
		if p.E.Layer == nil {
			err = store.ErrGone
		} else if err = p.E.Layer.Stage.Err; err == nil {
			sheet, err = s.sheetOf(c, p)
		}
	}
	if err != nil {
		s.fail(c, err)
		return
	}
	p.Station = "cloth"
	send := s.events(c, p)
	if send("begun", gin.H{"seconds": longest}) != nil {
		return
	}
	layer := p.E.Layer.Rec.ID
	err = s.lays.look(c.Request.Context(), st, sheet.Job, func(r lay.Result) error {
		st := s.st
		if err := keepLay(c, st, layer, sheet.Key, ensemble.KeptLay{Hash: hashOf(sheet.Job), Length: r.Length}); err != nil {
			return err
		}
		v, err := s.viewCloth(c, st, p)
		if err != nil {
			return err
		}
		p.V = v
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

// sheetOf is the sheet a request is about: the one it names, or the last.
func (s *Server) sheetOf(c *gin.Context, p *page) (ensemble.Sheet, error) {
	u := useOf(p.E.Layer.Stage, roleOf(c))
	sheets, ok := p.E.Layer.Stage.Sheets(u, func(j lay.Job) (lay.Result, bool) { return s.lays.get(c.Request.Context(), s.st, j) })
	if !ok {
		return ensemble.Sheet{}, c.Request.Context().Err()
	}
	for i := len(sheets) - 1; i >= 0; i-- {
		if key := c.Query("sheet"); key != "" && sheets[i].Key != key {
			continue
		}
		if sheets[i].Err != nil {
			return sheets[i], &store.FieldError{Field: "width_mm", Why: sheets[i].Err.Error()}
		}
		return sheets[i], nil
	}
	return ensemble.Sheet{}, store.ErrGone
}

// clothParts answers with the parts of the cloth station drawn anew.
func (s *Server) clothParts(c *gin.Context, st *store.Store, l store.Layer, names ...string) error {
	p := s.page(c, "")
	e, err := st.Ensemble(c.Request.Context(), l.EnsembleID)
	if err != nil {
		return err
	}
	p.Station, p.Path = "cloth", fmt.Sprintf("/ensembles/%d/layers/%d/cloth", l.EnsembleID, l.ID)
	if role := roleOf(c); role != cloth.Outer {
		p.Path += "?cloth=" + string(role)
	}
	p.E = s.view(c.Request.Context(), st, e, l.ID, p.Unit)
	v, err := s.viewCloth(c, st, p)
	if err != nil {
		return err
	}
	p.V = v
	fields := map[string]gin.H{}
	for _, f := range append(slices.Clone(v.Fields), v.More...) {
		fields[f.Key] = gin.H{"value": f.Value, "other": f.Other, "was": f.Was}
	}
	s.parts(c, p, gin.H{"fields": fields}, append([]string{"cloth-lay", "cloth-how", "cloth-judged", "stack", "tape", "headline", "stations"}, names...)...)
	return nil
}

// setCloth changes one field of a layer's cloth, or of the cloth of the stash
// that it is cut from.
func (s *Server) setCloth(c *gin.Context) {
	u := unitOf(c)
	s.change(c, func(st *store.Store, l store.Layer) error {
		change := func(f *cloth.Fabric) error { return changeField(c, f, u) }
		var err error
		role := roleOf(c)
		stash := l.Stash
		at := slices.IndexFunc(l.Laying.Beside, func(b ensemble.Beside) bool { return b.Role == role })
		if role != cloth.Outer {
			if at < 0 {
				return &store.FieldError{Field: "cloth", Why: "this garment has no such cloth any more; load the page again"}
			}
			stash = l.Laying.Beside[at].Stash
		}
		switch {
		case stash > 0:
			err = st.SetStash(c.Request.Context(), stash, func(b *store.Stashed) error { return change(&b.Fabric) })
		case role == cloth.Outer:
			err = st.SetFabric(c.Request.Context(), l.ID, change)
		default:
			err = st.SetLaying(c.Request.Context(), l.ID, "the cloth", func(lay *ensemble.Laying) error { return change(&lay.Beside[at].Fabric) })
		}
		if err != nil {
			return err
		}
		return s.clothParts(c, st, l)
	})
}

// changeField sets the field a request names, unless another tab has set it
// meanwhile.
func changeField(c *gin.Context, f *cloth.Fabric, u measure.Unit) error {
	key, text := c.PostForm("key"), c.PostForm("value")
	if was, shown := c.GetPostForm("was"); shown {
		first, more := clothFields(*f, u)
		for _, now := range append(first, more...) {
			if now.Key == key && now.Was != was {
				return &store.Conflict{Theirs: cmp.Or(now.Value, "nothing"), Was: now.Was}
			}
		}
	}
	return setClothField(f, key, text, u)
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
		l, err := measure.Parse(strings.Trim(text, "$£€¥ ")+" mm", u)
		if err != nil {
			return bad(fmt.Sprintf("%.40q is not a number like 12 or 12.50", text))
		}
		*to = float64(l) * scale
		return nil
	}
	oneOf := func(to *string, list []string) error {
		if text != "" && !slices.Contains(list, text) {
			return bad("choose one of the list")
		}
		*to = text
		return nil
	}
	var err error
	field := key
	switch key {
	case "name":
		next.Name, err = store.Named("name", text)
	case "colour":
		if err = oneOf(&next.Colour, cloth.Colours()); err == nil && text == "" {
			err = bad("choose one of the colours")
		}
	case "nap":
		next.Nap = text == "yes"
	case "railroad":
		next.Railroad = text == "yes"
	case "half_drop":
		next.HalfDrop = text == "yes"
	case "prewashed":
		next.Prewashed = text == "yes"
	case "paid":
		next.Paid = text == "yes"
	case "no_more":
		next.NoMore = text == "yes"
	case "fibre":
		err = oneOf(&next.Fibre, cloth.Fibres())
	case "weave":
		err = oneOf(&next.Weave, cloth.Weaves())
	case "ironing":
		err = oneOf(&next.Ironing, cloth.Ironings())
	case "fraying":
		if next.Fraying, err = strconv.Atoi(text); err != nil {
			err = bad("choose one of the list")
		}
	case "width_mm":
		err = length(&next.Width, u, "")
	case "selvedge_mm":
		err = length(&next.Selvedge, u, "")
	case "in_hand_mm":
		err = length(&next.InHand, u, "")
	case "repeat_along_mm":
		err = length(&next.RepeatX, u, "")
	case "repeat_across_mm":
		err = length(&next.RepeatY, u, "")
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
	case "warp_per_cm":
		err = number(&next.Warp, 1)
	case "weft_per_cm":
		err = number(&next.Weft, 1)
	case "shrinkage_percent":
		field = "shrinkage"
		err = number(&next.Shrinkage, 0.01)
	case "stretch_percent":
		field = "stretch"
		err = number(&next.Stretch, 0.01)
	default:
		err = bad("there is no such field")
	}
	if err != nil {
		return err
	}
	faults := next.Faults()
	if why, wrong := faults[field]; wrong {
		return bad(why)
	}
	for _, other := range slices.Sorted(maps.Keys(faults)) { // it makes another field wrong
		return bad(faults[other])
	}
	*f = next
	return nil
}
