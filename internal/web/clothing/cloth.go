package clothing

import (
	"cmp"
	"fmt"
	"slices"
	"strconv"
	"strings"

	"github.com/gin-gonic/gin"

	"ardentgusset/core/cloth"
	"ardentgusset/core/ensemble"
	"ardentgusset/core/family"
	"ardentgusset/core/lay"
	"ardentgusset/core/measure"
	"ardentgusset/internal/formats/svg"
	"ardentgusset/internal/store"
	"ardentgusset/internal/web/hall"
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
	Together string // what all that is still to be cut from it takes
	Lacks    bool   // together they lack some of it
	Stale    []string

	Fold     lay.Fold
	FoldWhy  string // why it can't be folded
	Gap      clothField
	Pieces   []pieceRow
	Seam     []ensemble.Matching
	Matching measure.Length // how much more cloth the chosen seams take
	Matched  bool           // that is known
	Repeats  bool
	Meetings []ensemble.BandMeeting // of the selvedges' bands, at the seams they come to
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
	Held      bool // edges of its pieces lie on the selvedge
}

// pieceRow is how one piece is cut from the cloth in view.
type pieceRow struct {
	ID, Name, Note string
	Count, Of      int
	Lie            string // "", "cross" or "bias"
	Strip          bool   // may lie either way anyhow
	Hidden         bool
	Edges          []boundEdge // that may lie on a line of the cloth
	Bound          string      // which of them does, and on what: "hem stripe"
}

type piecingRow struct {
	At    int
	Label string
}

// clothField is one field of a cloth: a length, a number, or a choice.
type clothField struct {
	Key, Label, Value, Other, Help, Was string
	Options                             []cloth.Option
}

// clothFields are what is always asked of a cloth, and what more can be said.
// Name and colour stand by themselves.
func clothFields(f cloth.Fabric, u measure.Unit) (first, more []clothField) {
	for _, d := range cloth.Fields() {
		if d.Key == "name" || d.Key == "colour" || d.Key == "in_hand_mm" && len(f.Lengths) > 0 {
			continue
		}
		one := clothField{Key: d.Key, Label: d.Said(u), Help: d.Help, Was: d.Kept(f), Options: d.Options}
		one.Value, one.Other = d.Show(f, u)
		if d.More {
			more = append(more, one)
		} else {
			first = append(first, one)
		}
	}
	return first, more
}

func (s *Room) clothStation(c *hall.Call) error {
	return hall.Station(s.Hall, c, "cloth", hall.ID(c, "layer"), func(p *hall.Head) (clothView, error) { return s.viewCloth(c, p) })
}

// roleOf is the cloth a request is about.
func roleOf(c *hall.Call) cloth.Role {
	if r := cloth.Role(c.Query("cloth")); slices.Contains(cloth.Roles(), r) {
		return r
	}
	return cloth.Outer
}

func (s *Room) viewCloth(c *hall.Call, p *hall.Head) (clothView, error) {
	l := p.E.Layer
	stage := l.Stage
	u := stage.UseOf(roleOf(c))
	if u.Role == cloth.Outer {
		u.Stash = l.Rec.Stash
	}
	v := clothView{Role: u.Role, Stash: u.Stash, Fabric: u.Fabric, Fold: stage.Laying.Folds[u.Role],
		Repeats: u.Fabric.RepeatX > 0 || u.Fabric.RepeatY > 0}
	v.Fields, v.More = clothFields(u.Fabric, p.Unit)
	var err error
	if v.Stashes, err = s.Store.Stash(c.Ctx()); err != nil {
		return v, err
	}
	v.roles(l)
	if stage.Err != nil {
		return v, nil
	}
	v.judge(stage, u)
	v.Gap = clothField{Key: "gap", Label: "Gap between pieces", Value: stage.Laying.Gap.In(p.Unit),
		Other: stage.Laying.Gap.In(p.Unit.Other()),
		Help:  "0 when allowances are on the pieces; room for the chalk when they are added on the cloth."}
	names := v.pieces(stage, u.Role)
	find := func(j lay.Job) (lay.Result, bool) { return s.layWithin(c, j) }
	sheets, ok := stage.Sheets(u, find)
	if !ok {
		v.Pending = true
		return v, nil
	}
	need := stage.Need(u, sheets, p.Unit)
	v.Need = clothNeed{ClothNeed: need, BuyText: need.Buy.AsBought(p.Unit), Sum: sumOf(u, sheets, need, p.Unit)}
	v.sheets(stage, u, sheets, names, p.Unit)
	if v.Repeats && slices.ContainsFunc(v.Seam, func(m ensemble.Matching) bool { return m.Chosen }) {
		v.Matching, v.Matched = stage.MatchingTakes(u, sheets, p.Unit, find)
	}
	v.Meetings = stage.BandMeetings(u, sheets)
	for _, m := range ensemble.MissingFrom(sheets) {
		copies := make([]string, len(m.Copies))
		for i, n := range m.Copies {
			copies[i] = strconv.Itoa(n)
		}
		v.Missing = append(v.Missing, fmt.Sprintf("%s: %s (copy %s).", names[m.Piece], m.Why, strings.Join(copies, ", ")))
	}
	if len(v.Missing) > 0 {
		v.Short, v.Longer = stage.Shortfall(u, p.Unit, find)
	}
	if u.Stash > 0 {
		v.Together, v.Lacks, err = s.together(c, u, p)
	}
	return v, err
}

// roles lists the cloths the layer has, and those it could have.
func (v *clothView) roles(l *hall.LayerView) {
	has := map[cloth.Role]string{cloth.Outer: l.Rec.Fabric.Colour}
	for _, b := range l.Stage.Laying.Beside {
		has[b.Role] = b.Fabric.Colour
	}
	for _, r := range cloth.Roles() {
		if colour, ok := has[r]; ok {
			v.Roles = append(v.Roles, roleTab{r, r.Label(), colour, r == v.Role})
		} else {
			v.Add = append(v.Add, r)
		}
	}
}

// pieces lists how every piece is cut from the cloth in view, and answers with their
// names.
func (v *clothView) pieces(stage *ensemble.Stage, role cloth.Role) map[string]string {
	names := map[string]string{}
	for i := range stage.Draft.Pieces {
		q := &stage.Draft.Pieces[i]
		names[q.ID] = q.Name
		row := pieceRow{ID: q.ID, Name: q.Name, Note: q.CutNote(), Count: stage.Laying.Count(q, role), Of: q.Cut, Strip: q.EitherWay,
			Hidden: q.Hidden}
		switch {
		case slices.Contains(stage.Laying.Bias, q.ID):
			row.Lie = "bias"
		case slices.Contains(stage.Laying.Cross, q.ID):
			row.Lie = "cross"
		}
		if role == cloth.Outer {
			row.bind(q, stage.Laying.Bound)
		}
		v.Pieces = append(v.Pieces, row)
	}
	if v.Repeats {
		v.Seam = stage.Matchings()
	}
	for _, cut := range stage.Laying.Pieced {
		if names[cut.Piece] != "" {
			v.Piecings = append(v.Piecings, piecingRow{cut.ID, fmt.Sprintf("%s, %s at %.0f %%", names[cut.Piece],
				map[bool]string{true: "across", false: "along the grain"}[cut.Across], cut.At*100)})
		}
	}
	return names
}

// sheets draws the sheets, all to one scale, and says how much of them is used.
func (v *clothView) sheets(stage *ensemble.Stage, u ensemble.Use, sheets []ensemble.Sheet, names map[string]string, unit measure.Unit) {
	var area, taken, span float64
	for _, sheet := range sheets {
		span = max(span, max(sheet.Result.Length, sheet.Job.Cloth.Length))
	}
	for _, sheet := range sheets {
		sv := sheetView{Key: sheet.Key, Name: sheetName(u, sheet, unit), Length: sheet.Result.Length, Pinned: len(sheet.Job.Pinned),
			Use: sheet.Result.Utilisation}
		sv.Held = slices.ContainsFunc(sheet.Job.Pieces, func(p lay.Piece) bool { return len(p.Hold) > 0 })
		if sheet.Err != nil {
			sv.Err = hall.Sentence(sheet.Err.Error())
		}
		if len(sheet.Result.Placements) > 0 || sheet.Cut >= 0 {
			sv.Drawing = svg.Lay{Job: sheet.Job, Result: sheet.Result, Names: names, Dye: u.Fabric.Colour, Unit: unit,
				Bands: ensemble.BandHeights(u.Fabric, sheet.Job.Cloth), Sheet: sheet.Key, Span: span}.Draw()
		}
		area += sheet.Result.Utilisation * sheet.Result.Length * sheet.Job.Cloth.Width
		taken += sheet.Result.Length * sheet.Job.Cloth.Width
		if kept, ok := stage.Laying.Kept[sheet.Key]; ok && kept.Hash != hall.HashOf(sheet.Job) {
			v.Stale = append(v.Stale, fmt.Sprintf("%s: the lay that was looked for or laid by hand, %s long, was for an earlier draft "+
				"or cloth. What is drawn is a new first lay.", sv.Name, measure.Tell(kept.Length)))
		}
		v.Sheets = append(v.Sheets, sv)
	}
	if taken > 0 {
		v.Need.Use = area / taken
	}
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
	var kind family.Kind
	if stage.Garment != nil {
		kind = stage.Garment.About().Family
	}
	v.Suits = u.Fabric.Suits(kind, u.Role)
	v.Seams = stage.Bulk(u)
}

// together says what all layers that are still to be cut from a cloth of the stash take of it, laid together; "" where there is
// only one.
func (s *Room) together(c *hall.Call, u ensemble.Use, p *hall.Head) (said string, lacks bool, err error) {
	all, err := s.Store.UsesOf(c.Ctx())
	if err != nil || len(all[u.Stash]) < 2 {
		return "", false, err
	}
	var parts []ensemble.Part
	var names []string
	for _, use := range all[u.Stash] {
		e, err := s.Store.Ensemble(c.Ctx(), use.Ensemble)
		if err != nil {
			return "", false, err
		}
		_, stages, err := s.Walk(c.Ctx(), e)
		if err != nil {
			continue
		}
		for i := range e.Layers {
			if stage := &stages[i]; e.Layers[i].ID == use.Layer && stage.Err == nil && stage.ToBeCut() {
				parts = append(parts, ensemble.Part{Stage: stage, Use: stage.UseOf(use.Role)})
				if !slices.Contains(names, use.Name) {
					names = append(names, use.Name)
				}
			}
		}
	}
	if len(parts) < 2 {
		return "", false, nil
	}
	sheets, ok := ensemble.Together(parts, func(j lay.Job) (lay.Result, bool) { return s.layWithin(c, j) })
	if !ok {
		return "", false, nil
	}
	need, held := ensemble.NeedOf(parts, sheets, p.Unit), u.Fabric.Held().In(p.Unit)
	said = fmt.Sprintf("%s are cut from this cloth; laid together they take %s of the %s in hand", ensemble.Listed(names),
		need.Used.In(p.Unit), held)
	missing := missingOf(parts, sheets)
	switch {
	case len(missing) > 0:
		said += ", and there is no room for " + ensemble.Listed(missing)
	case need.Buy > 0:
		said += fmt.Sprintf(", and %s to be bought besides", need.Buy.AsBought(p.Unit))
	}
	return said + ". The lay here is of this garment alone.", len(missing) > 0 || need.Buy > 0, nil
}

// lookForLay looks for a shorter lay for as long as the page listens, a minute
// at most, and sends every better one as a server-sent event: the redrawn part
// of the page. When nothing better comes any more it says so.
func (s *Room) lookForLay(c *hall.Call) error {
	p := s.Page(c, "")
	var sheet ensemble.Sheet
	e, err := s.Store.Ensemble(c.Ctx(), hall.ID(c, "ensemble"))
	if err == nil {
		p.E = s.View(c.Ctx(), e, hall.ID(c, "layer"), p.Unit)
		if p.E.Layer == nil {
			err = store.ErrGone
		} else if err = p.E.Layer.Stage.Err; err == nil {
			sheet, err = s.sheetOf(c, p)
		}
	}
	if err != nil {
		return err
	}
	p.Station = "cloth"
	send := s.Events(c, p)
	if send("begun", gin.H{"seconds": hall.Longest}) != nil {
		return nil
	}
	layer := p.E.Layer.Rec.ID
	err = s.Lays.Look(c.Ctx(), sheet.Job, func(r lay.Result) error {
		if err := s.keepLay(c, layer, sheet.Key, ensemble.KeptLay{Hash: hall.HashOf(sheet.Job), Length: r.Length}); err != nil {
			return err
		}
		v, err := s.viewCloth(c, p)
		if err != nil {
			return err
		}
		html, err := hall.Part(s.Hall, "cloth-lay", p, v)
		if err != nil {
			return err
		}
		return send("better", gin.H{"parts": gin.H{"cloth-lay": html}})
	})
	if err != nil {
		s.Opt.Log.Warn("a search for a lay ended early", "error", err.Error())
		return nil
	}
	if send("over", gin.H{}) != nil {
		return nil
	}
	return nil
}

// sheetOf is the sheet a request is about: the one it names, or the last.
func (s *Room) sheetOf(c *hall.Call, p *hall.Head) (ensemble.Sheet, error) {
	u := p.E.Layer.Stage.UseOf(roleOf(c))
	sheets, ok := p.E.Layer.Stage.Sheets(u, func(j lay.Job) (lay.Result, bool) { return s.Lays.Get(c.Ctx(), j) })
	if !ok {
		return ensemble.Sheet{}, c.Ctx().Err()
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
func (s *Room) clothParts(c *hall.Call, l store.Layer, names ...string) error {
	p := s.Page(c, "")
	e, err := s.Store.Ensemble(c.Ctx(), l.EnsembleID)
	if err != nil {
		return err
	}
	p.Station, p.Path = "cloth", fmt.Sprintf("/ensembles/%d/layers/%d/cloth", l.EnsembleID, l.ID)
	if role := roleOf(c); role != cloth.Outer {
		p.Path += "?cloth=" + string(role)
	}
	p.E = s.View(c.Ctx(), e, l.ID, p.Unit)
	v, err := s.viewCloth(c, p)
	if err != nil {
		return err
	}
	fields := answered(v.Fabric, slices.Concat(v.Fields, v.More))
	return hall.Parts(s.Hall, c, p, v, gin.H{"fields": fields}, append([]string{"cloth-lay", "cloth-how", "cloth-yields", "cloth-judged",
		"stack",
		"tape", "headline",
		"stations"}, names...)...)
}

// setCloth changes one field of a layer's cloth, or of the cloth of the stash
// that it is cut from.
func (s *Room) setCloth(c *hall.Call) error {
	u := hall.UnitOf(c)
	return s.Change(c, func(l store.Layer) error {
		change := func(f *cloth.Fabric) error { return changeField(c, f, u) }
		var err error
		role := roleOf(c)
		stash := l.Stash
		if role != cloth.Outer {
			stash = 0
			if at := slices.IndexFunc(l.Laying.Beside, func(b ensemble.Beside) bool { return b.Role == role }); at >= 0 {
				stash = l.Laying.Beside[at].Stash
			}
		}
		switch {
		case stash > 0:
			err = s.Store.SetStash(c.Ctx(), stash, func(b *store.Stashed) error { return change(&b.Fabric) })
		case role == cloth.Outer:
			err = s.Store.SetFabric(c.Ctx(), l.ID, change)
		default:
			err = s.Store.SetLaying(c.Ctx(), l.ID, "the cloth", func(lay *ensemble.Laying) error { return change(&lay.Own(role).Fabric) })
		}
		if err != nil {
			return err
		}
		return s.clothParts(c, l)
	})
}

// changeField sets the field a request names, unless another tab has set it
// meanwhile.
func changeField(c *hall.Call, f *cloth.Fabric, u measure.Unit) error {
	key, text := c.PostForm("key"), c.PostForm("value")
	field, known := cloth.FieldOf(key)
	if !known {
		return &store.FieldError{Field: key, Why: "there is no such field"}
	}
	if was, shown := c.GetPostForm("was"); shown && field.Kept(*f) != was {
		value, _ := field.Show(*f, u)
		return &store.Conflict{Theirs: cmp.Or(value, "nothing"), Was: field.Kept(*f)}
	}
	if field.Kind == cloth.TextField {
		var err error
		if text, err = store.Named(key, text); err != nil {
			return err
		}
	}
	if err := field.Set(f, text, u); err != nil {
		return &store.FieldError{Field: key, Why: err.Error()}
	}
	return nil
}
