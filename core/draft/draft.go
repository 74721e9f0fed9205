// Package draft says what a garment is: what can be chosen about it, and what
// a drafting of it to a figure gives. The garments themselves live in the
// folders below, one file each, and are listed in the catalogue.
package draft

import (
	"fmt"
	"math"
	"slices"

	"ardentgusset/core/bone"
	"ardentgusset/core/caution"
	"ardentgusset/core/closure"
	"ardentgusset/core/cloth"
	"ardentgusset/core/family"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/notion"
	"ardentgusset/core/pattern"
	"ardentgusset/core/quilt"
	"ardentgusset/core/sewn"
	"ardentgusset/core/technique"
	"ardentgusset/core/work"
)

// Garment is all that the program asks of a kind of garment.
type Garment interface {
	// About describes the kind.
	About() About
	// Parameters lists what can be chosen, in the order it is asked. A
	// default may rest on the choices before it.
	Parameters() []Parameter
	// Draft drafts it to a figure, in a fabric. It never looks at what made
	// the figure so. An error says what would have to change.
	Draft(on figure.Figure, with Values, in cloth.Fabric) (Draft, error)
}

// About describes a kind of garment.
type About struct {
	Kind   string // key, unique in the catalogue
	Name   string // as a person says it
	Family family.Kind
	Over   family.Kind  // the family it is put on right over, where that is another than comes before its own
	What   string       // a sentence for choosing it
	Usual  cloth.Fabric // what it is usually made of
}

// Draft is everything that follows from drafting a garment. It is data: the
// drawing, truing, lay, shopping list, order of work and the next figure are
// all worked out from it elsewhere.
type Draft struct {
	Pieces     []pattern.Piece
	Seams      []pattern.Seam
	Dimensions []Dimension
	Bones      []bone.Bone
	Hoops      []bone.Hoop
	TiedUp     []TiedUp
	Laces      []closure.Lacing
	Quilting   []quilt.Quilted
	Fastenings []closure.Fastening
	Notions    []notion.Notion // beside what its sets call for
	Spares     []Spare
	Own        []work.Step     // steps of its own: what no rule of making gives
	Steps      []work.Step     // all of them, once its making is worked out
	Told       []Told          // what is particular about the steps that rules give
	MockUp     string          // what a mock-up must show, "" when none is needed
	Flat       bool            // channels are stitched before its pieces are joined
	Covered    bool            // its allowances lie between layers
	Casing     bool            // bones lie in casings, not between layers
	Filled     bool            // it is quilted once it is turned and filled
	Works      []notion.Worked // what is worked and is neither a seam nor an edge nor a mark
	Entry      Entry           // how the wearer gets into it
	TryOn      string          // what to look at when it is tried on, "" when it is not
	Wear       Wear
	// Smaller is by how much less than the figure it closes on the garment is
	// meant to measure, by drop: girth, mm, from the top down.
	Smaller  []figure.Depth
	Notes    []Note
	Cautions []caution.Caution
	// Drawn are its seams, darts and edges as they lie on the figure's left half.
	Drawn []Drawn
	// Collar is how the collar lies that is sewn to its neckline.
	Collar Collar
	// Strap is what goes over its shoulders; without a piece for none.
	Strap Strap
	// Laid are pieces that lie on it or on the figure by themselves.
	Laid []Laid
	// On holds the girths of the figure it was drafted to, mm.
	On map[figure.Level]float64
	// Waist is its seam line at the waist, where bodice and skirt meet; empty for what has none.
	Waist Waist
	// Girths are what a fitted garment measures round itself, from the top down; empty for others.
	Girths []Around
	// Asked are what its rings were asked to measure besides, so that they came out as they were meant to.
	Asked []Ring
}

// Waist is the seam line that bodice and skirt have in common: what it runs over on the left half,
// from the centre front to the centre back, as it is sewn, darts and pleats taken up.
type Waist struct {
	Above bool    // it is the lower edge of a bodice; else the upper one of a skirt
	Drop  float64 // how far below the waist it lies, mm; negative above it
	Runs  []WaistRun
}

// WaistRun is what one piece has of it: how long it is as it is sewn, how much more its edge has and what
// takes that up, where, how much of the edge is lap beyond the centre, and how far along its darts come to it, mm.
type WaistRun struct {
	Piece, Name string
	Long, More  float64
	Plain       float64 // of what it has as it is sewn, from its front end, that nothing is taken up in
	Lap         float64
	By          pattern.Takeup
	Darts       []float64
}

// Half is how long it is from centre to centre, mm.
func (w Waist) Half() (sum float64) {
	for _, r := range w.Runs {
		sum += r.Long
	}
	return sum
}

// Around is what a garment measures round itself at a drop below the waist as its pieces are sewn, what it was meant to,
// and what the figure measured there that it was drafted to, mm. Parts is how many pieces go round there, Gap what its lacing
// leaves open of it, mm.
type Around struct {
	Drop, Made, Meant, Over float64
	Parts                   int
	Gap                     float64
}

// Ring is what a ring at a drop below the waist is asked to measure besides what it is meant to, mm; an open one is half of
// what lies between the armholes, before or behind.
type Ring struct {
	Drop, More   float64
	Open, Behind bool
}

// Remeasure lays a tape round the pieces as they are sewn, at every level it was meant to measure something.
func (d *Draft) Remeasure() {
	if len(d.Girths) == 0 {
		return
	}
	made := map[float64]sewn.Ring{}
	for _, r := range sewn.Rings(d.Pieces, d.Seams) {
		made[r.Drop] = r
	}
	kept := d.Girths[:0:0]
	for _, g := range d.Girths {
		if is, ok := made[g.Drop]; ok && len(is.Parts) >= g.Parts {
			g.Made = is.Girth + g.Gap
			kept = append(kept, g)
		}
	}
	d.Girths = kept
	for _, g := range kept { // what is laced in closes as far as its cloth is made
		if d.Wear.LaceTo > 0 && math.Abs(g.Drop) < 0.01 && math.Abs(g.Made-d.Wear.LaceTo) > tapeTells {
			d.Wear.LaceTo = g.Made
		}
	}
}

// tapeTells is how much a tape tells, mm.
const tapeTells = 0.5

// Make drafts a garment to a figure and finishes the pieces, all of which can be cut.
func Make(g Garment, on figure.Figure, with Values, in cloth.Fabric) (Draft, error) {
	d, err := Draw(g, on, with, in)
	if err == nil {
		err = d.Cuttable()
	}
	if err != nil {
		return Draft{}, err
	}
	return d, nil
}

// Cuttable is the first fault of a piece as it was drawn: what settles whether a garment can be had so at all.
func (d Draft) Cuttable() error {
	for i := range d.Pieces {
		if err := d.Pieces[i].Fault(); err != nil {
			return fmt.Errorf("%w: these settings leave it no room on this body; choose less extreme ones", err)
		}
	}
	return nil
}

// Draw drafts a garment to a figure and finishes the pieces: edges run on over
// their seams and every seam's ends and sides can be told apart. All that is
// drafted comes from here. Whether it is Cuttable is still to be asked.
func Draw(g Garment, on figure.Figure, with Values, in cloth.Fabric) (Draft, error) {
	d, err := g.Draft(on, with, in)
	if err != nil {
		return Draft{}, err
	}
	pattern.Fair(d.Pieces, d.Seams)
	pattern.Tell(d.Pieces, d.Seams)
	d.Remeasure()
	if more := pattern.HemSurplus(d.Pieces); more > hemToSay {
		d.Remark(false, "The turned hem has "+measure.Tell(more)+" to ease in",
			"Its raw edge is that much longer, all round, than the line it lies on. Spread it evenly between the seams with a gathering "+
				"thread and, in wool, shrink it over the iron; a narrower hem has less, a shaped facing none.")
	}
	return d, nil
}

// hemToSay is the surplus of a turned hem that is worth a word, all round, mm
// (from memory).
const hemToSay = 20.0

// Spare is what a dimension can still be changed by after the cloth is cut:
// the seams that cross it and what their allowances hold.
type Spare struct {
	Dimension string  // key of the dimension
	Where     string  // "both side seams", "the hooks"
	Seams     int     // how many seams share the change; each lets out at both its edges
	Allowance float64 // at each edge, mm
	// Slide is how far a closure or a casing can be moved instead, mm; used
	// when there are no seams.
	Slide float64
}

// Measure adds a dimension a maker would compare.
func (d *Draft) Measure(key, part, label string, mm float64) {
	d.Dimensions = append(d.Dimensions, Dimension{key, part, label, mm})
}

// Buy adds a notion.
func (d *Draft) Buy(kind, what string, quantity float64, unit, why string) {
	d.Notions = append(d.Notions, notion.Notion{Kind: kind, What: what, Quantity: quantity, Unit: unit, Why: why})
}

// StayHooks adds the two hooks that a waist stay closes with, by itself and first.
func (d *Draft) StayHooks() {
	d.Fastenings = append(d.Fastenings, closure.Fastening{Kind: closure.Hooks, Count: 2, For: "the waist stay",
		Why: "it closes by itself, first"})
}

// Fasten adds fasteners; why is the sum behind their number.
func (d *Draft) Fasten(kind closure.Fastener, count int, size float64, why string) {
	d.Fastenings = append(d.Fastenings, closure.Fastening{Kind: kind, Count: count, Size: size, Why: why})
}

// Sew adds a seam between two edges of equal length, usually sewn by the technique of
// that key.
func (d *Draft) Sew(id, pieceA, edgeA, pieceB, edgeB, technique string) {
	d.Seams = append(d.Seams, pattern.Seam{ID: id, A: pattern.Side{Piece: pieceA, Edge: edgeA},
		B: pattern.Side{Piece: pieceB, Edge: edgeB}, Technique: technique})
}

// Told is what is particular about a step that the rules of making give: words and reasons
// of its own.
type Told struct {
	Step  work.ID
	How   string
	After []work.After
}

// Tell says what is particular about a step that the rules give.
func (d *Draft) Tell(step work.ID, how string, after ...work.After) {
	d.Told = append(d.Told, Told{Step: step, How: how, After: after})
}

// Remark adds a note; a grave one says do not cut before this is settled.
func (d *Draft) Remark(grave bool, title, text string) {
	d.Notes = append(d.Notes, Note{Title: title, Text: text, Grave: grave})
}

// Offer adds a note with settings that do what it advises.
func (d *Draft) Offer(grave bool, title, text, label string, fix Settings) {
	d.Notes = append(d.Notes, Note{Title: title, Text: text, Grave: grave, Fix: fix, FixLabel: label})
}

// Warn adds cautions, each once.
func (d *Draft) Warn(of ...caution.Caution) {
	for _, c := range of {
		if !slices.Contains(d.Cautions, c) {
			d.Cautions = append(d.Cautions, c)
		}
	}
}

// Bone adds bones; those of steel come with their caution.
func (d *Draft) Bone(b bone.Bone) {
	d.Bones = append(d.Bones, b)
	if b.Kind.Steel() {
		d.Warn(caution.Steel)
	}
}

// Do adds a step of the garment's own, that comes after the given ones: handwork of a kind, for so many of
// what is counted. Those steps that the garment does not have are passed over.
func (d *Draft) Do(id work.ID, name string, kind work.Handwork, count int, how string, after ...work.After) {
	d.Own = append(d.Own, work.Step{ID: id, Name: name, How: how, Needs: slices.Clone(kind.Needs()), Minutes: kind.Minutes(count),
		After: after})
}

// Dimension is a number of the draft that a maker would compare before and
// after a change.
type Dimension struct {
	Key   string  // stable: "side.waist"
	Part  string  // "every side gore"
	Label string  // "at the waist"
	Value float64 // mm
}

// Note is a judgement about the draft: what, why, and what to do. When Fix is
// set, those settings do it.
type Note struct {
	Title    string
	Text     string
	Grave    bool
	Fix      Settings
	FixLabel string
}

// Wear is what the garment does to the figure it is worn on, in this order.
type Wear struct {
	LaceTo float64      // the waist is drawn to this girth, mm; 0 for no lacing
	Moved  float64      // the share of the flesh laced away that comes out above and below
	Carry  figure.Carry // what it does to the bust
	Pads   []figure.Pad // padding
	// Shoulders is what it does to the shoulders.
	Shoulders figure.Shoulders
	Props     []figure.Prop  // hoops and cages, from the top down
	Cover     []figure.Depth // thickness of the cloth, from the top down
	// Hang is the outline of cloth that hangs free of the body, as its girth
	// by drop. When it Stands, it holds out what is worn over it; otherwise it
	// is limp and only drawn. How far cloth stands out is from memory.
	Hang   []Hang
	Stands bool
	// Foot are the drops of a lower edge that is not level, at the centre front, the side and
	// the centre back; half waves run between them. Nil for a level one.
	Foot []float64
	Hem  float64 // circumference of the hem, mm; 0 when it has none
	// Train is how far it trails on the floor behind the wearer, mm.
	Train float64
	// Slit is how high a slit or a pleat opens it above its hem for walking, mm.
	Slit float64
	// Arms are its sleeves, as they are sewn.
	Arms figure.Arms
}

// Hang is the girth of a garment's outline at a drop, mm.
type Hang struct{ Drop, Girth float64 }

// Held is the body as the garment laces and carries it, without the garment's own thickness.
func (w Wear) Held(f figure.Figure) figure.Figure {
	if w.LaceTo > 0 {
		f = f.Laced(w.LaceTo, w.Moved)
	}
	return f.Carried(w.Carry)
}

// Dress is the figure with the garment on.
func (w Wear) Dress(f figure.Figure) figure.Figure {
	f = w.Held(f)
	if len(w.Pads) > 0 {
		f = f.Padded(w.Pads)
	}
	if len(w.Props) > 0 {
		f = f.Propped(w.Props)
	}
	f = f.Shouldered(w.Shoulders)
	f = f.Covered(func(drop float64) float64 { return figure.DepthOver(w.Cover, drop) })
	if w.Stands {
		f = w.Hung(f)
	}
	return f.Hemmed(w.Hem).Sleeved(w.Arms)
}

// Shapes tells whether the garment changes the form of the figure under what is
// worn over it, and not only its thickness.
func (w Wear) Shapes() bool {
	return w.LaceTo > 0 || !w.Carry.None() || len(w.Pads) > 0 || len(w.Props) > 0 || w.Stands ||
		w.Shoulders != figure.Shoulders{}
}

// Hung is a figure with the outline of the garment's hanging cloth round it,
// from the hip down: above it cloth lies on what is under it. From the waist
// down it bridges what is hollow.
func (w Wear) Hung(f figure.Figure) figure.Figure {
	if len(w.Hang) < 2 {
		return f
	}
	// What stands out above a level is what cloth falls straight from. Cloth
	// with more to it stands out from that evenly all round; cloth with less
	// is drawn in towards what is under it.
	straight := f.At(0)
	var props []figure.Prop
	for i := 1; i < len(w.Hang); i++ {
		a, b := w.Hang[i-1], w.Hang[i]
		for at := a.Drop; ; at += 20 {
			drop := min(at, b.Drop)
			under := f.At(drop)
			if drop >= 0 {
				straight = straight.With(under)
			}
			girth := a.Girth + (b.Girth-a.Girth)*(drop-a.Drop)/max(b.Drop-a.Drop, 1)
			s := under
			if from, to := under.Girth(), straight.Girth(); girth > to {
				s = straight.Thicker((girth - to) / (2 * math.Pi))
			} else if girth > from {
				s = under.Toward(straight, (girth-from)/(to-from))
			}
			if drop >= f.Drop(figure.Hip) {
				props = append(props, figure.Prop{Drop: drop, Section: s})
			}
			if at >= b.Drop {
				break
			}
		}
	}
	from := 0.0
	if top := w.Hang[0].Drop; top < f.Drop(figure.Bust)-1 { // what hangs from the shoulders bridges the waist as well
		from = top
	}
	return f.Propped(props).Draped(from, w.Hang[len(w.Hang)-1].Drop)
}

// Reach is the drop of the garment's top and bottom on the body.
func (w Wear) Reach() (top, bottom float64) {
	if len(w.Cover) == 0 {
		return 0, 0
	}
	return w.Cover[0].Drop, w.Cover[len(w.Cover)-1].Drop
}

// Placket adds the two strips that finish an opening, an underlap and a facing;
// nothing when there is none.
func (d *Draft) Placket(opening, allowance float64) {
	if opening <= 0 {
		return
	}
	facing := pattern.Rectangle("placket-facing", "Placket facing", 12.7, opening, allowance)
	under := pattern.Rectangle("placket-lap", "Placket underlap", 2*25.4, opening, allowance)
	facing.EitherWay, under.EitherWay = true, true
	facing.Hidden, under.Hidden = true, true
	d.Pieces = append(d.Pieces, facing, under)
	d.Works = append(d.Works, notion.Worked{Key: "placket", Name: "the placket", Of: technique.Placket, Length: opening})
}
