// Package part holds what several garments are built of: bodies of panels,
// waistbands, gores, breadths, straps.
package part

import (
	"fmt"
	"math"
	"slices"
	"sort"

	"ardentgusset/core/bone"
	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/sewn"

	"gonum.org/v1/gonum/spatial/r3"
)

// Half is one half of a body made of panels, laid flat: heights z run up from
// the waist, p runs from 0 at the centre front to 1 at the centre back. Each
// seam takes out as much of one panel as of the next, and its two edges are
// always the same length; at every height the panels add up
// to exactly the width asked for.
type Half struct {
	Panels      int
	Top, Bottom [3]float64                 // heights of the edges at front, side and back
	Width       func(z float64) float64    // of the whole half
	Share       func(p, z float64) float64 // how much of the shaping a seam takes, against the others
	Least       float64                    // the narrowest a panel may be
	// Before is how much of the width lies before the side at a height, when
	// the body decides it; nil leaves it to Share.
	Before func(z float64) float64
	// On is where it lies on the body: the points of a height, so far round from the edge before.
	// The panels are then as long as the way over the body, not only as high. Nil for one that is
	// drawn level by level.
	On func(z float64) func(along float64) r3.Vec
	// Measured are heights that it is measured at besides; Slit is where it is slit open from the top, 0 where it is not.
	Measured []float64
	Slit     float64

	knots  []float64   // heights where widths are known, rising
	intake [][]float64 // by seam, by knot: what the seam takes out of the flat width
	base   []float64   // flat width of each panel before intake
	laid   []strip     // the panels as they lie flat
}

// knotStep is how close together the heights are at which the widths are
// worked out, mm: between them they run straight.
const knotStep = 5.0

// Height is the height of an edge through front, side and back at p, level
// where it meets centre front and centre back.
func Height(through [3]float64, p float64) float64 {
	mid := through[2] - through[0]
	if p < 0.5 {
		return hermite(through[0], 0, through[1], mid*0.5, p*2)
	}
	return hermite(through[1], mid*0.5, through[2], 0, p*2-1)
}

// hermite is the cubic from a to b with slopes sa and sb over a unit step.
func hermite(a, sa, b, sb, t float64) float64 {
	u := 1 - t
	return a*(1+2*t)*u*u + sa*t*u*u + b*t*t*(3-2*t) - sb*t*t*u
}

// Worn is the width of a half that closes on a figure with a gap: half of the
// girth at each height and of the ease asked for at the bust and the hip line,
// less half the gap.
func Worn(on figure.Figure, bustEase, hipEase, gap float64) func(z float64) float64 {
	bust, hip := -on.Drop(figure.Bust), on.Drop(figure.Hip)
	return func(z float64) float64 {
		ease := bustEase * min(z/bust, 1)
		if z < 0 {
			ease = hipEase * min(-z/hip, 1)
		}
		return (on.Girth(-z) + ease - gap) / 2
	}
}

// span is the lowest and the highest place of the edges.
func (h *Half) span() (low, high float64) {
	for i := range 41 {
		high = max(high, Height(h.Top, float64(i)/40))
		low = min(low, Height(h.Bottom, float64(i)/40))
	}
	return min(low, -1), high
}

// Shape shares the difference between the widest level and every other among
// the seams. It fails when a panel becomes too narrow to sew.
func (h *Half) Shape() error {
	low, high := h.span()
	h.knots = nil
	// A knot lies on the waist; those beyond the edges let curves end on them.
	for k := math.Floor(low/knotStep) - 2; k*knotStep < high+3*knotStep; k++ {
		h.knots = append(h.knots, k*knotStep)
	}
	waist := sort.SearchFloat64s(h.knots, -1e-9)
	seams := h.Panels - 1
	total := 0.0
	for _, z := range h.knots {
		total = max(total, h.Width(min(max(z, low), high)))
	}
	h.intake, h.base = make([][]float64, seams), nil
	for k, z := range h.knots {
		z = min(max(z, low), high)
		for j, in := range h.shared(z, (total - h.Width(z)), max(high, -low)) {
			if h.intake[j] == nil {
				h.intake[j] = make([]float64, len(h.knots))
			}
			h.intake[j][k] = in
		}
	}
	for i, w := range h.atWaist() {
		if i > 0 {
			w += h.intake[i-1][waist] / 2
		}
		if i < seams {
			w += h.intake[i][waist] / 2
		}
		h.base = append(h.base, w)
	}
	if h.Before != nil {
		h.lean(max(high, -low))
	}
	for i := range h.Panels {
		for _, z := range h.knots {
			if z < low || z > high {
				continue
			}
			if l, r := h.Edges(i, z); r-l < h.Least {
				where := "at"
				if z > 5 {
					where = "above"
				} else if z < -5 {
					where = "below"
				}
				return fmt.Errorf("panel %d would be %s wide, %s the waist; at least %s is needed to sew and bone it: choose fewer "+
					"panels or a smaller lacing gap",
					i+1, measure.Tell(max(r-l, 0)), where, measure.Tell(h.Least))
			}
		}
	}
	return h.lay()
}

// shared is what each seam takes of an intake at a height.
func (h *Half) shared(z, intake, reach float64) []float64 {
	out := make([]float64, h.Panels-1)
	sum := 0.0
	for j := range out {
		out[j] = h.Share(float64(j+1)/float64(h.Panels), z/reach)
		sum += out[j]
	}
	for j := range out {
		out[j] *= intake / sum
	}
	return out
}

// front is how much of a panel lies before the side, 0 to 1.
func (h *Half) front(i int) float64 {
	return max(0, min(1, float64(h.Panels)/2-float64(i)))
}

// atWaist is each panel's width at the waist: alike before the side, and alike
// behind it.
func (h *Half) atWaist() []float64 {
	width := h.Width(0)
	before := width / 2
	if h.Before != nil {
		before = h.Before(0)
	}
	out := make([]float64, h.Panels)
	half := float64(h.Panels) / 2
	for i := range out {
		out[i] = h.front(i)*before/half + (1-h.front(i))*(width-before)/half
	}
	return out
}

// Narrowest is how wide a panel is where it is narrowest between its edges, mm.
func (h *Half) Narrowest(panel int) float64 {
	low, high := h.span()
	least := math.Inf(1)
	for _, z := range h.knots {
		if z >= low && z <= high {
			l, r := h.Edges(panel, z)
			least = min(least, r-l)
		}
	}
	return least
}

// edgesAt are the x of a panel's two edges at a knot.
func (h *Half) edgesAt(panel, k int) (left, right float64) {
	right = h.base[panel]
	if panel > 0 {
		left = h.intake[panel-1][k] / 2
	}
	if panel < h.Panels-1 {
		right -= h.intake[panel][k] / 2
	}
	return left, right
}

// at is the intake of a seam at a height: straight between the knots, so that
// all panels still add up there.
func (h *Half) at(seam int, z float64) float64 {
	k := h.knots
	i := min(max(sort.SearchFloat64s(k, z), 1), len(k)-1)
	a, b := h.intake[seam][i-1], h.intake[seam][i]
	return a + (b-a)*(z-k[i-1])/(k[i]-k[i-1])
}

// Edges are the x of a panel's two edges at a height.
func (h *Half) Edges(panel int, z float64) (left, right float64) {
	right = h.base[panel]
	if panel > 0 {
		left = h.at(panel-1, z) / 2
	}
	if panel < h.Panels-1 {
		right -= h.at(panel, z) / 2
	}
	return left, right
}

// Piece is a panel with the edges bottom, back, top and front, notched at the
// waist.
func (h *Half) Piece(i int, allowance float64) pattern.Piece {
	lb, lt := h.reach(i)
	rb, rt := h.reach(i + 1)
	upright := func(side int, from, to float64) []plane.Point {
		heights := []float64{min(from, to)}
		for _, z := range h.knots {
			if z > min(from, to)+0.1 && z < max(from, to)-0.1 {
				heights = append(heights, z)
			}
		}
		heights = append(heights, max(from, to))
		if from > to {
			slices.Reverse(heights)
		}
		var out []plane.Point
		for _, z := range heights {
			out = append(out, h.laid[i].at(float64(side), z))
		}
		return out
	}
	left, right := upright(0, lt, lb), upright(1, rb, rt)
	p := pattern.Piece{ID: fmt.Sprintf("panel-%d", i+1), Name: fmt.Sprintf("%d %s", i+1, h.name(i)), Cut: 2, Mirrored: true,
		Edges: []pattern.Edge{
			{ID: "bottom", Name: "lower edge", Line: h.across(h.Bottom, i)},
			{ID: "back", Name: "back edge", Line: right, Allowance: allowance},
			{ID: "top", Name: "upper edge", Line: plane.Reversed(h.across(h.Top, i))},
			{ID: "front", Name: "front edge", Line: left, Allowance: allowance},
		}}
	for _, side := range []struct {
		e   pattern.Edge
		top float64
	}{{p.Edges[1], rt}, {p.Edges[3], lt}} {
		if at, ok := heightAlong(side.e.Line, 0); ok {
			p.Notches = append(p.Notches, pattern.Notch{Edge: side.e.ID, At: at, Label: "waist"})
		}
	}
	if l, r := h.Edges(i, 0); lb <= 0 && rb <= 0 { // what ends above the waist has none
		p.Marks = append(p.Marks, pattern.Mark{Kind: pattern.WaistLine, Path: []plane.Point{{X: l}, {X: r}}, Label: "waist"})
	}
	for _, z := range h.levels() {
		p.Levels = append(p.Levels, pattern.Level{Drop: -z, Path: []plane.Point{h.laid[i].at(0, z), h.laid[i].at(1, z)}})
	}
	return p
}

// levels are the heights at which a body of panels goes all round, from the top down: the waist among them, where it reaches
// there, and those that are asked for.
func (h *Half) levels() []float64 {
	const apart, clear = 12.0, 0.3
	low, high := math.Inf(-1), math.Inf(1)
	for i := range 41 {
		high = min(high, Height(h.Top, float64(i)/40)-clear)
		low = max(low, Height(h.Bottom, float64(i)/40)+clear)
	}
	if h.Slit > 0 {
		high = min(high, h.Slit-clear)
	}
	if math.Abs(low) <= tabsWithin { // its tabs begin at the waist
		low = 0
	}
	var out []float64
	for _, z := range append([]float64{0}, h.Measured...) {
		if z >= low && z <= high {
			out = append(out, z)
		}
	}
	for z := math.Ceil(low/apart) * apart; z <= high; z += apart {
		if !slices.ContainsFunc(out, func(o float64) bool { return math.Abs(o-z) < apart/2 }) {
			out = append(out, z)
		}
	}
	slices.Sort(out)
	slices.Reverse(out)
	return out
}

// tabsWithin is how far from the waist a lower edge that tabs hang from may lie, mm.
const tabsWithin = 8.0

// GoesRound tells what a body of panels is meant to measure round itself, closed, and lets its pieces be measured there.
// Its lacing leaves a gap, mm.
func (h *Half) GoesRound(d *draft.Draft, on figure.Figure, gap float64) {
	for _, z := range h.levels() {
		d.Girths = append(d.Girths, draft.Around{Drop: -z, Meant: 2*h.Width(z) + gap, Over: on.Girth(-z), Parts: h.Panels, Gap: gap})
	}
	d.Remeasure()
}

// Cloth is what its cloth measures round itself at a height, as it is sewn: without the gap that its lacing leaves, mm; and
// what each panel has of it.
func (h *Half) Cloth(d *draft.Draft, z float64) (whole float64, panels []float64) {
	for _, r := range sewn.Rings(d.Pieces, d.Seams, -z) {
		whole = r.Girth
		for _, p := range r.Parts {
			panels = append(panels, p.Long)
		}
	}
	return whole, panels
}

// Rename gives an edge of a piece another ID and allowance; its notches follow.
func Rename(p *pattern.Piece, edge, id, name string, allowance float64) {
	for i := range p.Edges {
		if p.Edges[i].ID == edge {
			p.Edges[i].ID, p.Edges[i].Name, p.Edges[i].Allowance = id, name, allowance
		}
	}
	for i := range p.Notches {
		if p.Notches[i].Edge == edge {
			p.Notches[i].Edge = id
		}
	}
}

// heightAlong is the distance along an upright edge at which it passes a
// height; false when it does not.
func heightAlong(line []plane.Point, z float64) (float64, bool) {
	run := 0.0
	for i := 1; i < len(line); i++ {
		a, b := line[i-1], line[i]
		if (a.Y-z)*(b.Y-z) <= 0 && a.Y != b.Y {
			return run + a.To(a.Toward(b, (z-a.Y)/(b.Y-a.Y))), true
		}
		run += a.To(b)
	}
	return 0, false
}

func (h *Half) name(i int) string {
	switch {
	case i == 0:
		return "Front"
	case i == h.Panels-1:
		return "Back"
	}
	p := (float64(i) + 0.5) / float64(h.Panels)
	switch {
	case p < 0.42:
		return "Side front"
	case p <= 0.58:
		return "Side"
	}
	return "Side back"
}

// Beside is the line a distance inside the front edge of panel i, from the
// lower to the upper edge.
func (h *Half) Beside(i int, in float64) []plane.Point {
	return h.along(i, func(wide float64) float64 { return min(in/wide, 0.5) })
}

// Within is the line at a share of the way across panel i, from the lower to
// the upper edge.
func (h *Half) Within(i int, share float64) []plane.Point {
	return h.along(i, func(float64) float64 { return share })
}

func (h *Half) along(i int, share func(wide float64) float64) []plane.Point {
	low, high := h.edge(h.Bottom, i), h.edge(h.Top, i)
	at := func(z float64) float64 {
		l, r := h.Edges(i, z)
		return share(r - l)
	}
	// Its ends lie on the edges themselves.
	b, t := low(at(0)), high(at(0))
	for range 6 {
		b, t = low(at(b)), high(at(t))
	}
	n := int(math.Ceil((t - b) / 6))
	var out []plane.Point
	for k := range n + 1 {
		z := b + (t-b)*float64(k)/float64(n)
		out = append(out, h.laid[i].at(at(z), z))
	}
	return out
}

// Upright is a straight line in panel i at x, from the lower to the upper edge: for bones at
// straight edges.
func (h *Half) Upright(i int, x float64) []plane.Point {
	return []plane.Point{{X: x, Y: heightOn(h.across(h.Bottom, i), x)}, {X: x, Y: heightOn(h.across(h.Top, i), x)}}
}

// Base is the flat width of a panel before its seams are taken in: the x of
// the centre back edge in the last one.
func (h *Half) Base(panel int) float64 { return h.base[panel] }

// Boned puts bones into a draft's panels: it marks the channel and lists the
// bone.
type Boned struct {
	Draft     *draft.Draft
	Width     float64
	Clearance float64
	Count     int // copies of each piece that carry a bone; 2 for a pair
}

// Add puts one bone into the piece along a path. What is too short for a bone
// fails, naming the place.
func (b Boned) Add(piece *pattern.Piece, kind bone.Kind, place string, path []plane.Point) error {
	fit, ok := bone.Fit(kind, place, b.Width, plane.Length(path), b.Clearance)
	if !ok {
		return fmt.Errorf("the channel %s is %s long, too short for any bone: make the garment longer there", place,
			measure.Tell(fit.Channel))
	}
	fit.Piece, fit.Count = piece.ID, b.Count
	b.Draft.Bone(fit)
	piece.Marks = append(piece.Marks, pattern.Mark{Kind: pattern.BoneLine, Path: path, Width: b.Width, Channel: b.Channel(kind),
		Long: fit.Length, Label: "bone"})
	return nil
}

// Channel is the width between the stitch lines of a channel.
func (b Boned) Channel(kind bone.Kind) float64 { return bone.ChannelWidth(b.Width, kind.Thickness()) }
