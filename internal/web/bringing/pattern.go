package bringing

import (
	"cmp"
	"fmt"
	"math"
	"net/http"
	"slices"
	"strings"

	"ardentgusset/core/alter"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/brought"
	"ardentgusset/core/ensemble"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/own"
	"ardentgusset/core/pairing"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/sewn"
	"ardentgusset/internal/store"
	"ardentgusset/internal/web/hall"
)

// patternView is a pattern of one's own as it is now, with all that can be said of it.
type patternView struct {
	Doc      *own.Document
	Drafted  bool // it is drafted here, and changed by hand after that
	Pieces   []pieceView
	Edges    []edgeView // of all pieces, as they are now
	Trued    []pattern.Trued
	Proposed []pairing.Pair
	Sure     int
	Ops      []opView
	Known    []alter.About
	Kinds    []own.Kind
	Takes    []pattern.Takeup
	Girths   []ringView
	Failed   string // why the changes stop
	Err      string // why it can't be drafted
	Typed    func(key string) string
}

// ringView is what the pattern measures round itself at a level.
type ringView struct {
	draft.Around
	At string
	// Edges are those that share what it lacks, each by as much; 0 where it lacks nothing.
	Edges int
	Each  float64
}

// pieceView is a piece as it is drawn: its edges by themselves, and its outline as it came where it was changed.
type pieceView struct {
	ID, Name    string
	Box         string  // of the drawing, mm
	Wide        float64 // on the page, px
	Came        string
	Lines       []lineView
	Marks       []string
	Waist       string // as it is typed: above its lowest point
	WaistAt     string // drawn
	Cut         int
	Mirrored    bool
	Fold        string
	High, Broad float64 // mm
}

// lineView is an edge as it is drawn.
type lineView struct {
	Key, D string
	Edge   string
	Kind   pattern.EdgeKind
	N      int // by which it is called on the drawing
	X, Y   float64
	Size   float64 // of that number, mm
}

// edgeView is an edge as it is chosen.
type edgeView struct {
	Key   string
	N     int
	Piece string
	Name  string
	Long  float64
	Kind  pattern.EdgeKind
	Allow float64
}

// opView is a change as it is listed.
type opView struct {
	N    int
	Name string
	What string
	Off  bool
}

func (s *Room) pattern(c *hall.Call) error { return s.shown(c, "", 0) }

// shown is the page, with what was wrong and what was typed.
func (s *Room) shown(c *hall.Call, message string, status int) error {
	id := hall.ID(c, "layer")
	e, err := s.Store.Ensemble(c.Ctx(), hall.ID(c, "ensemble"))
	if err != nil {
		return err
	}
	p := s.Page(c, e.Name)
	p.Station = "draft"
	p.E = s.View(c.Ctx(), e, id, p.Unit)
	if p.E.Layer == nil {
		return store.ErrGone
	}
	of, err := subjectOf(&p.E.Layer.Rec, p.E.Layer.Stage)
	if err != nil {
		return err
	}
	p.Message = message
	v := viewPattern(of, p.E.Layer.Stage, p.Unit)
	v.Typed = c.PostForm
	return hall.Render(s.Hall, c, cmp.Or(status, http.StatusOK), "pattern", p, v)
}

// subject is what is looked at and changed: a pattern of one's own, or what was drafted.
type subject struct {
	doc *own.Document
	// drafted is what was drafted, where that is changed by hand; nil for a pattern of one's own.
	drafted *alter.Set
}

// now is what it is with all changes.
func (s *subject) now() (alter.Set, error) {
	if s.drafted != nil {
		return alter.Apply(*s.drafted, s.doc.Ops)
	}
	return s.doc.Set()
}

// came are its pieces before any change.
func (s *subject) came() []pattern.Piece {
	if s.drafted != nil {
		return s.drafted.Pieces
	}
	return s.doc.AsCame()
}

// settings are how it is kept.
func (s *subject) settings() draft.Settings {
	if s.drafted != nil {
		return draft.Settings{draft.ByHand: own.Changes(s.doc.Ops)}
	}
	return draft.Settings{brought.Key: s.doc.Text()}
}

// subjectOf is what a layer's pattern is; an error where nothing could be drafted.
func subjectOf(l *store.Layer, stage *ensemble.Stage) (*subject, error) {
	doc, err := kept(l)
	if err == nil {
		return &subject{doc: doc}, nil
	}
	if strings.HasPrefix(l.Kind, brought.Kind("")) {
		return nil, err
	}
	set := alter.Set{Pieces: stage.Now.Pieces, Seams: stage.Now.Seams}
	if stage.Plain != nil {
		set = *stage.Plain
	}
	text, _ := l.Settings[draft.ByHand].(string)
	ops, err := own.ReadChanges(text)
	if err != nil {
		return nil, err
	}
	return &subject{&own.Document{Ops: ops}, &set}, nil
}

// kept is the pattern of a layer; ErrGone for one that has none.
func kept(l *store.Layer) (*own.Document, error) {
	text, ok := l.Settings[brought.Key].(string)
	if !ok {
		return nil, store.ErrGone
	}
	return own.Read(text)
}

func viewPattern(of *subject, stage *ensemble.Stage, u measure.Unit) patternView {
	doc := of.doc
	set, failed := of.now()
	v := patternView{Doc: doc, Drafted: of.drafted != nil,
		Known: alter.List(), Kinds: own.Kinds(), Takes: own.Takes(), Trued: pattern.True(set.Pieces, set.Seams)}
	if failed != nil {
		v.Failed = hall.Sentence(measure.Say(failed.Error(), u))
	} else if stage.Err != nil {
		v.Err = hall.Sentence(measure.Say(stage.Err.Error(), u))
	}
	for _, g := range stage.Draft.Girths {
		at := measure.Length(math.Abs(g.Drop)).Body(u) + map[bool]string{true: " above the waist", false: " below the waist"}[g.Drop < 0]
		for _, l := range figure.Levels() {
			if math.Abs(stage.On.Drop(l)-g.Drop) < 0.5 {
				at = l.Label()
			}
		}
		ring := ringView{Around: g, At: at}
		if lack := g.Meant - g.Made; lack > 0.5 {
			if ring.Edges = sewn.Edges(stage.Draft.Pieces, stage.Draft.Seams, g.Drop); ring.Edges > 0 {
				ring.Each = lack / float64(ring.Edges)
			}
		}
		v.Girths = append(v.Girths, ring)
	}
	now := set.Pieces
	if stage.Err == nil && len(stage.Draft.Pieces) == len(now) { // with what its edges are
		now = stage.Draft.Pieces
	}
	came := map[string]*pattern.Piece{}
	was := of.came()
	for i := range was {
		came[was[i].ID] = &was[i]
	}
	n, by := 0, scaleOf(now)
	for i := range now {
		p := &now[i]
		v.Pieces = append(v.Pieces, drawPiece(p, came[p.ID], set.Seams, doc, &n, by, u))
		for k, e := range p.Edges {
			v.Edges = append(v.Edges, edgeView{Key: p.ID + "/" + e.ID, N: n - len(p.Edges) + k + 1, Piece: p.Name, Name: cmp.Or(e.Name, e.ID),
				Long: e.Length(), Kind: p.KindOf(e, set.Seams), Allow: e.Allowance})
		}
	}
	if !v.Drafted {
		v.propose(set)
	}
	names := map[string]string{}
	for _, p := range slices.Concat(was, set.Pieces) {
		names[p.ID] = p.Name
	}
	for i, o := range doc.Ops {
		v.Ops = append(v.Ops, opView{N: i, Name: nameOf(o.Op), What: said(o, names, u), Off: o.Off})
	}
	return v
}

// NumberOf is by which number an edge is called on the drawing; 0 for one that is not there.
func (v patternView) NumberOf(s pattern.Side) int {
	for _, e := range v.Edges {
		if e.Key == s.Piece+"/"+s.Edge {
			return e.N
		}
	}
	return 0
}

// NameOf is an edge in words.
func (v patternView) NameOf(s pattern.Side) string {
	for _, e := range v.Edges {
		if e.Key == s.Piece+"/"+s.Edge {
			return e.Piece + ", " + e.Name
		}
	}
	return s.Piece + ", " + s.Edge
}

// Signed is a length with its sign.
func (v patternView) Signed(mm float64, u measure.Unit) string {
	if mm < -0.05 {
		return "−" + measure.Length(-mm).Body(u)
	}
	return measure.Length(mm).Body(u)
}

// propose pairs what is sewn to nothing yet.
func (v *patternView) propose(set alter.Set) {
	taken := map[pattern.Side]bool{}
	for _, s := range set.Seams {
		taken[pattern.Side{Piece: s.A.Piece, Edge: s.A.Edge}], taken[pattern.Side{Piece: s.B.Piece, Edge: s.B.Edge}] = true, true
	}
	var free []pairing.Edge
	for _, e := range pairing.Edges(set.Pieces) {
		if !taken[e.Side] {
			free = append(free, e)
		}
	}
	v.Proposed = pairing.Propose(free, nil)
	for _, p := range v.Proposed {
		if p.Sure() {
			v.Sure++
		}
	}
}

func nameOf(op string) string {
	for _, a := range alter.List() {
		if a.Op == op {
			return a.Name
		}
	}
	return op
}

// said is a change in words: what it is done to, by the names of the pieces, and by how much.
func said(o alter.Op, names map[string]string, u measure.Unit) string {
	var parts []string
	if o.Piece != "" {
		parts = append(parts, cmp.Or(names[o.Piece], o.Piece))
	}
	if o.Edge != "" {
		parts = append(parts, o.Edge)
	}
	if o.With != "" {
		parts = append(parts, "with "+cmp.Or(names[o.With], o.With)+" "+o.WithEdge)
	}
	long := func(word string, mm float64) { parts = append(parts, word+measure.Length(mm).Fine(u)) }
	for _, by := range o.By {
		long("by ", by)
	}
	if o.At != nil {
		long("at ", *o.At)
	}
	if o.Found != nil {
		long("allowance ", *o.Found)
	}
	if o.Share != nil {
		parts = append(parts, fmt.Sprintf("%.0f %% of the way", *o.Share*100))
	}
	if o.Cuts > 0 {
		parts = append(parts, fmt.Sprintf("%d cuts", o.Cuts))
	}
	return strings.Join(parts, ", ")
}

// drawnHigh and drawnWide are how high and wide the largest piece is drawn at most, px, and drawnBy how large any is, px a mm.
const drawnHigh, drawnWide, drawnBy = 330.0, 440.0, 0.8

// scaleOf is how large pieces are drawn, px a mm: all alike.
func scaleOf(pieces []pattern.Piece) float64 {
	by := drawnBy
	for i := range pieces {
		line, _ := pieces[i].Outline()
		box := plane.BoxOf(line)
		by = min(by, drawnHigh/max(box.Height(), 1), drawnWide/max(box.Width(), 1))
	}
	return by
}

// drawPiece draws a piece, y up; n counts edges over all pieces, by is how large it is drawn.
func drawPiece(p, was *pattern.Piece, seams []pattern.Seam, doc *own.Document, n *int, by float64, u measure.Unit) pieceView {
	line, _ := p.Outline()
	box := plane.BoxOf(line)
	v := pieceView{ID: p.ID, Name: p.Name, Cut: p.Cut, Mirrored: p.Mirrored, Fold: p.Fold, High: box.Height(), Broad: box.Width()}
	if was != nil {
		before, _ := was.Outline()
		if apart(before, line) {
			b := plane.BoxOf(before)
			box.Min, box.Max = plane.Pt(min(box.Min.X, b.Min.X), min(box.Min.Y, b.Min.Y)), plane.Pt(max(box.Max.X, b.Max.X),
				max(box.Max.Y, b.Max.Y))
			v.Came = path(before, true)
		}
	}
	edge := 0.06*max(box.Width(), box.Height()) + 12
	v.Box = fmt.Sprintf("%.1f %.1f %.1f %.1f", box.Min.X-edge, -box.Max.Y-edge, box.Width()+2*edge, box.Height()+2*edge)
	v.Wide = (box.Width() + 2*edge) * by
	middle := box.Min.Mid(box.Max)
	for _, e := range p.Edges {
		*n++
		at, _ := plane.Along(e.Line, e.Length()/2)
		q := at.Toward(middle, min(16/by/max(at.To(middle), 1), 0.6))
		v.Lines = append(v.Lines, lineView{Size: 15 / by, Key: p.ID + "/" + e.ID, Edge: e.ID, D: path(e.Line, false),
			Kind: p.KindOf(e, seams), N: *n, X: q.X, Y: -q.Y})
	}
	for _, m := range p.Marks {
		if len(m.Path) > 1 {
			v.Marks = append(v.Marks, path(m.Path, false))
		}
	}
	if waist, ok := doc.Waist[p.ID]; ok && was != nil {
		before, _ := was.Outline()
		low := plane.BoxOf(before).Min.Y
		v.Waist = measure.Length(waist - low).In(u)
		v.WaistAt = path([]plane.Point{{X: box.Min.X - edge/2, Y: waist}, {X: box.Max.X + edge/2, Y: waist}}, false)
		for _, l := range p.Levels {
			if math.Abs(l.Drop) < 0.01 && len(l.Path) > 1 { // it went with the changes
				v.WaistAt = path(l.Path, false)
			}
		}
	}
	return v
}

// apart tells whether two outlines differ.
func apart(a, b []plane.Point) bool {
	if len(a) != len(b) {
		return true
	}
	for i := range a {
		if a[i].To(b[i]) > 0.02 {
			return true
		}
	}
	return false
}

// path is a line of a drawing, y up.
func path(line []plane.Point, closed bool) string {
	var b strings.Builder
	for i, q := range line {
		b.WriteByte("ML"[min(i, 1)])
		fmt.Fprintf(&b, "%.2f %.2f", q.X, -q.Y)
	}
	if closed {
		b.WriteByte('Z')
	}
	return b.String()
}

// file is the pattern as others can bring it in: no readings are in it.
func (s *Room) file(c *hall.Call) error {
	e, err := s.Store.Ensemble(c.Ctx(), hall.ID(c, "ensemble"))
	if err != nil {
		return err
	}
	for i := range e.Layers {
		if e.Layers[i].ID == hall.ID(c, "layer") {
			doc, err := kept(&e.Layers[i])
			if err != nil {
				return err
			}
			return sent(c, doc, e.Layers[i].Name)
		}
	}
	return store.ErrGone
}
