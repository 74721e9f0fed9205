// Package bodice drafts what is fitted to the upper body: each cut is one file. The left half of
// the dressed form is divided by lines, the panels between them are unrolled, and sleeves and
// collars are drafted to the edges that come of it.
package bodice

import (
	"errors"
	"fmt"
	"math"
	"slices"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/sleeve"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/surface"

	"gonum.org/v1/gonum/spatial/r3"
)

// half is the left half of a bodice being drafted.
type half struct {
	*draft.Draft
	on   figure.Figure
	v    draft.Values
	form *surface.Form
	// top is its upper edge from the centre front over shoulder and armhole to the centre back.
	top []stretch
	// hem is how high the lower edge lies at a share of the half girth.
	hem    func(share float64) float64
	lower  lower // the settings it comes of
	panels []laid
	body   []pattern.Piece // its pieces before a sleeve is set in
	// mostBust is how far the bust's dart may open, radians.
	mostBust float64
	opens    string  // the centre where it opens
	setBack  float64 // of the shoulder seam behind the ridge, along the armhole
	ask      *asked
	full     map[float64]float64 // by drop, what gathers and pleats have made the rings larger by
	spans    []acrossAt
	vee      bool // the neckline comes to a point before
	wide     bool // and lies so far out on the shoulder that it crosses it at a slant
}

// stretch is a part of the upper edge.
type stretch struct {
	id, name string
	line     surface.Line
	corner   float64 // how far along it turns a corner, 0 where it does not
}

// The stretches of the upper edge, in order.
const (
	neckFront = iota
	shoulderFront
	scyeFront
	scyeBack
	shoulderBack
	neckBack
)

// upright is a line from the lower edge up to the upper one: a seam, an edge or a centre.
type upright struct {
	id, name string
	line     surface.Line
	on       int     // the stretch of the upper edge that it meets,
	at       float64 // and how far along
}

// laid is a panel with what came of it.
type laid struct {
	id       string
	flat     *surface.Flat
	from, to int // the stretches of the upper edge that it runs along
}

// cut says how the upper edge is laid.
type cut struct {
	neck     surface.Neck
	inset    float64 // of the shoulder point from the bone, towards the neck
	backNeck float64 // of the shoulder seam behind the ridge, at the neck
	backArm  float64 // and at the armhole
	scyeDrop float64 // of the armhole below the armpit
	ease     surface.Ease
	low      float64 // the lowest point of the lower edge
}

var errChild = errors.New("this is a child, or a child’s size: a child’s body has other proportions above the waist, and these " +
	"bodices are " +
	"drafted for adults")

// fullDownTo is the height that what goes round the bust is kept down to: that of the highest ring that armholes and
// neckline leave whole, but not below half way from the bust to the waist: it must still run in.
func (c cut) fullDownTo(on figure.Figure) float64 {
	t := on.Torso()
	whole := min(t.Underarm-c.scyeDrop, t.Throat.Z-c.neck.Front) - belowArm - 1
	return max(whole, -on.Drop(figure.Bust)/2)
}

// lay makes the form and its upper edge.
func lay(ask *asked, on figure.Figure, v draft.Values, c cut) (*half, error) {
	if on.ChildSized() {
		return nil, errChild
	}
	c.ease.Full = c.fullDownTo(on)
	h := &half{Draft: &draft.Draft{}, on: on, v: v, form: ask.formOf(on, min(c.low-20, -10), c.ease), ask: ask}
	t := &h.form.Torso
	ridge := h.form.Shoulder()
	if c.inset > ridge.Length()-c.neck.Wide-30 {
		return nil, fmt.Errorf("neckline and armhole leave less than %s of shoulder: a narrower neckline, or less off the shoulder's end",
			measure.Tell(30))
	}
	end := t.ShoulderPoint
	t.ShoulderPoint = ridge.At(ridge.Length() - c.inset)
	neckF, neckB, corner := h.form.Necklines(c.neck)
	h.vee, h.wide = c.neck.Shape == surface.Vee, c.neck.Shape == surface.Round && c.neck.Wide > slanting
	o := figure.ScyeUsual
	o.Drop, o.Within, o.End = c.scyeDrop, !t.FrontRead, end
	front, back := h.armholes(o, neckF, neckB)
	seam := h.form.Shoulder()
	seam = seam.Part(c.neck.Wide, seam.Length()+1)
	frontNeck, backNeck := neckF, neckB
	if c.backNeck > 0 || c.backArm > 0 {
		n, a := min(c.backNeck, notRising(neckB)), min(c.backArm, back.Length()*0.6)
		seam = h.form.Shortest(neckB.At(n), back.At(a))
		if n > 0 {
			frontNeck, backNeck = neckF.Then(neckB.Part(0, n)), neckB.Part(n, neckB.Length()+1)
		}
		h.setBack = a
		if a > 0 {
			front, back = back.Part(0, a).Reversed().Then(front), back.Part(a, back.Length()+1)
		}
	}
	h.top = []stretch{{"neck", "neckline", frontNeck, corner}, {"shoulder", "shoulder", seam, 0}, {"scye", "armhole", front, 0},
		{"scye-back", "armhole, back", back.Reversed(), 0}, {"shoulder", "shoulder", seam.Reversed(), 0},
		{"neck", "neckline", backNeck, 0}}
	h.holdBust()
	return h, nil
}

// belowArm is how far below armhole and neckline the highest level lies that a bodice is held at, mm:
// it ends where the side does.
const belowArm = 6.0

// heldApart is how far apart held levels lie at least, mm.
const heldApart = 10.0

// bust is the height at which it is measured round the bust: that of the bust points, or just below
// its upper edge where that dips deeper.
func (h *half) bust() float64 {
	z := h.form.Levels[figure.Bust]
	for _, s := range h.top {
		for _, p := range s.line {
			z = min(z, p.Z-belowArm)
		}
	}
	return z
}

// holdBust lets every panel keep its width round the bust and under it.
func (h *half) holdBust() {
	h.form.Held = append(h.form.Held, h.bust())
	for _, l := range []figure.Level{figure.Bust, figure.Underbust} {
		if z := h.form.Levels[l]; math.Abs(z-h.bust()) > heldApart {
			h.form.Held = append(h.form.Held, z)
		}
	}
}

// holdOverHem holds the waist just above a lower edge that runs along it for a part of its way only: where the edge lies
// there itself, the level can't.
func (h *half) holdOverHem() {
	const parts = 20
	along, below := false, false
	for i := range parts + 1 {
		z := h.hem(float64(i) / parts)
		along, below = along || math.Abs(z) < belowArm, below || z < -belowArm
	}
	if along && below {
		h.form.Held = append(h.form.Held, belowArm)
	}
}

// bustLine is the height of the bust line that is marked. Of a bodice that ends below the arms only
// what reaches over the bust has one.
func (h *half) bustLine() float64 {
	if len(h.top) == 1 {
		return h.form.Levels[figure.Bust]
	}
	return h.bust()
}

// notRising is how far along a back neckline a shoulder seam may begin, mm: not where it climbs
// from the shoulder to the nape already, and not beyond the larger part of it.
func notRising(neck surface.Line) float64 {
	const climb = 3.0
	long := neck.Length()
	for s := 1.0; s < 0.6*long; s++ {
		if neck.At(s).Z > neck[0].Z+climb {
			return s
		}
	}
	return 0.6 * long
}

// slanting is how far out on the shoulder a neckline no longer meets its seam square, mm (from
// memory): front and back run on over it in one line all the same.
const slanting = 25.0

// centreFront and centreBack are the outermost uprights.
func (h *half) centreFront() upright {
	top := h.top[neckFront].line[0]
	return upright{"centre-front", "centre front", h.form.Centre(figure.InFront, h.hem(0), top.Z), neckFront, 0}
}

func (h *half) centreBack() upright {
	last := len(h.top) - 1
	line := h.top[last].line
	return upright{"centre-back", "centre back", h.form.Centre(figure.Behind, h.hem(1), line[len(line)-1].Z), last, line.Length()}
}

// underarm is where front and back of the armhole meet, or what lies under it on an upper edge
// that runs below the arms.
func (h *half) underarm() r3.Vec {
	if len(h.top) == 1 {
		line := h.top[0].line
		for i := range line {
			if h.form.Share(line[i]) >= 0.5 {
				return line[i]
			}
		}
	}
	return h.top[scyeBack].line[0]
}

// side is a line from the underarm down, at shares of the half girth at the waist and the hip.
func (h *half) side(waist, hip float64) upright {
	u, by := h.underarm(), h.moved("side")
	return upright{"side", "side", h.climb(u, waist+by, hip+by), scyeBack, 0}
}

// climb is a line from the lower edge up to a point of the upper one, through shares of the
// half girth at the hip line and the waist.
func (h *half) climb(to r3.Vec, waist, hip float64, between ...surface.Station) surface.Line {
	low := h.form.Levels[figure.Hip]
	end := surface.Station{Z: to.Z, Share: h.form.Share(to)}
	at := func(z float64) float64 { // below the waist straight towards the hip's share
		if z >= 0 {
			return waist
		}
		return waist + (hip-waist)*z/low
	}
	foot := h.hem(waist)
	for range 4 { // the lower edge's height depends on where the line meets it
		foot = h.hem(at(foot))
	}
	stations := []surface.Station{{Z: foot, Share: at(foot)}}
	if foot < -25 {
		for z := foot / 2; z < -20; z = -1 {
			stations = append(stations, surface.Station{Z: z, Share: at(z)})
		}
		stations = append(stations, surface.Station{Z: 0, Share: waist})
	} else if foot < -1 {
		stations = append(stations, surface.Station{Z: 0, Share: waist})
	}
	for _, b := range between {
		if b.Z > stations[len(stations)-1].Z+5 && b.Z < end.Z-5 {
			stations = append(stations, b)
		}
	}
	for len(stations) > 1 && stations[len(stations)-1].Z > end.Z-5 {
		stations = stations[:len(stations)-1]
	}
	stations = append(stations, end)
	line := h.form.Through(stations...)
	line[len(line)-1] = to
	return line
}

// onScye is where a part of the armhole, front or back, first lies at a share of the half girth
// coming up from the underarm; where it comes nearest to it when it never does, but no higher than
// the armhole still runs round the arm: a seam that meets it where it climbs would run along it.
func (h *half) onScye(part int, share float64) (at float64) {
	line := h.top[part].line
	up := line
	if part == scyeFront {
		up = line.Reversed()
	}
	const climbing = 0.0002 // of the half girth, for every mm along: some 85 degrees
	reach := 0.55 * up.Length()
	best := math.Inf(1)
	for s := 12.0; s <= reach; s += 2 {
		if off := math.Abs(h.form.Share(up.At(s)) - share); off < best-climbing*(s-at) {
			best, at = off, s
		}
	}
	if part == scyeFront {
		return line.Length() - at
	}
	return at
}

// panel is what lies between two uprights, from front to back.
func (h *half) panel(a, b upright, from surface.Datum, fold string, darts ...surface.Dart) surface.Panel {
	p := surface.Panel{From: from, Fold: fold, Darts: darts}
	low, high := h.form.Share(a.line[0]), h.form.Share(b.line[0])
	if a.id == "centre-front" {
		low = 0
	}
	if b.id == "centre-back" {
		high = 1
	}
	bottom := h.form.Around(low, high, h.hem)
	bottom[0], bottom[len(bottom)-1] = a.line[0], b.line[0]
	p.Edges = append(p.Edges, surface.Edge{ID: "hem", Name: "lower edge", Line: bottom}, surface.Edge{ID: b.id, Name: b.name, Line: b.line})
	// Along the upper edge from the back's upright to the front's.
	for k := b.on; k >= a.on; k-- {
		from, to := 0.0, h.top[k].line.Length()
		if k == a.on {
			from = a.at
		}
		if k == b.on {
			to = b.at
		}
		if to-from < 1 {
			continue
		}
		breaks := []float64{from, to + 1e-6}
		if c := h.top[k].corner; c > from+1 && c < to-1 {
			breaks = []float64{from, c, to + 1e-6}
		}
		for i := len(breaks) - 1; i > 0; i-- {
			id := h.top[k].id
			if i > 1 { // what lies between a corner and the shoulder
				id += "-side"
			}
			part := h.top[k].line.Part(breaks[i-1], breaks[i]).Reversed()
			if k == b.on && i == len(breaks)-1 {
				part[0] = b.line[len(b.line)-1]
			}
			if k == a.on && i == 1 {
				part[len(part)-1] = a.line[len(a.line)-1]
			}
			p.Edges = append(p.Edges, surface.Edge{ID: id, Name: h.top[k].name, Line: part})
		}
	}
	p.Edges = append(p.Edges, surface.Edge{ID: a.id, Name: a.name, Line: a.line.Reversed()})
	return p
}

// tipBefore is how far before a dart's point it is sewn to, mm.
const tipBefore = 20.0

// draw keeps the lines of a panel as they lie on the figure. A seam is drawn once, with the
// piece before it.
func (h *half) draw(p surface.Panel) {
	for i, e := range p.Edges {
		kind := draft.DrawnSeam
		switch {
		case e.ID == "hem" || e.ID == p.Fold || e.ID == "centre-front":
			kind = draft.DrawnEdge
		case e.ID == "scye" || e.ID == "scye-back":
			kind = draft.DrawnScye
		case e.ID == "neck" || e.ID == "neck-side" || e.ID == "top":
			kind = draft.DrawnNeck
		}
		if e.ID == p.Fold || kind == draft.DrawnSeam && i == len(p.Edges)-1 {
			continue
		}
		h.Drawn = append(h.Drawn, draft.Drawn{Kind: kind, Name: e.Name, Line: thinned(e.Line), Pulls: h.pulls(e, kind)})
	}
	for _, d := range p.Darts {
		h.Drawn = append(h.Drawn, draft.Drawn{Kind: draft.DrawnDart, Name: d.ID, Line: thinned(d.Line), Pulls: h.movable(d.ID)})
	}
}

// drawRaglan lets the drawn armhole end where the seams of a raglan sleeve meet it, and draws those
// from there to the neckline.
func (h *half) drawRaglan() {
	takes, down := h.v.Number("sleeve_neck"), h.v.Number("sleeve_down")
	front, back := h.top[scyeFront].line, h.top[scyeBack].line
	neck, nape := h.top[neckFront].line, h.top[neckBack].line
	before, behind := front.At(down*front.Length()), back.At((1-down)*back.Length())
	var out []draft.Drawn
	for _, l := range h.Drawn {
		if l.Kind == draft.DrawnScye {
			end := before.Z
			if l.Line[len(l.Line)/2].Y < h.underarm().Y {
				end = behind.Z
			}
			l.Pulls = nil
			l.Line = slices.DeleteFunc(l.Line, func(p r3.Vec) bool { return p.Z > end })
		}
		if len(l.Line) > 1 {
			out = append(out, l)
		}
	}
	seam := func(from, to r3.Vec, side surface.Datum) draft.Drawn {
		return draft.Drawn{Kind: draft.DrawnSeam, Name: "raglan seam", Line: thinned(h.form.Straight(from, to, side))}
	}
	h.Drawn = append(out, seam(neck.At(neck.Length()-takes), before, surface.FromFront), seam(nape.At(takes), behind, surface.FromBack))
}

// thinned is a line with every third of its points.
func thinned(l surface.Line) []r3.Vec {
	var out []r3.Vec
	for i := 0; i < len(l)-1; i += 3 {
		out = append(out, l[i])
	}
	return append(out, l[len(l)-1])
}

// join sews neighbouring pieces along the upright of that name.
func (h *half) join(a, b, edge string, strain int) {
	h.pair(edge, pattern.Side{Piece: a, Edge: edge}, pattern.Side{Piece: b, Edge: edge}, strain)
}

// pair sews two edges that are one line on the form: they differ by what darts take of either.
func (h *half) pair(id string, a, b pattern.Side, strain int) {
	s := pattern.Seam{ID: id, A: a, B: b, Ease: h.taken(b) - h.taken(a), Strain: strain}
	if s.Ease < 0 {
		s.A, s.B, s.Ease = b, a, -s.Ease
	}
	if s.Ease > 0 {
		s.Absorbed = pattern.Darts
	}
	h.Seams = append(h.Seams, s)
}

// taken is what darts take of an edge.
func (h *half) taken(s pattern.Side) float64 {
	for _, l := range h.panels {
		if l.id == s.Piece {
			return l.flat.Taken(s.Edge)
		}
	}
	return 0
}

// shoulder sews front to back at the shoulder; what a dart of the back takes is meant.
func (h *half) shoulder(front, back string) {
	h.pair("shoulder", pattern.Side{Piece: front, Edge: "shoulder"}, pattern.Side{Piece: back, Edge: "shoulder"}, 1)
}

func (h *half) edge(piece, edge string) (*pattern.Edge, bool) {
	for i := range h.Pieces {
		if h.Pieces[i].ID == piece {
			return h.Pieces[i].Edge(edge)
		}
	}
	return nil, false
}

// armhole is what a sleeve is drafted to: the edges named scye and scye-back, from the shoulder down the
// front and up the back. pieces stand from front to back.
func (h *half) armhole(pieces ...string) sleeve.Armhole {
	var front, back []sleeve.Part
	for _, id := range pieces {
		if e, ok := h.edge(id, "scye"); ok {
			front = append(front, sleeve.Part{Piece: id, Edge: "scye", Length: e.Length(), Front: true})
		}
		if e, ok := h.edge(id, "scye-back"); ok {
			back = append(back, sleeve.Part{Piece: id, Edge: "scye-back", Length: e.Length()})
		}
	}
	return sleeve.Armhole{Parts: append(front, back...), Crown: h.setBack, Depth: h.form.Torso.ShoulderPoint.Z - h.underarm().Z}
}
