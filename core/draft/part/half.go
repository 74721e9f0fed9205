// Package part holds what several garments are built of: bodies of panels,
// waistbands, gores, breadths, straps.
package part

import (
	"fmt"
	"math"
	"sort"

	"ardentgusset/core/bone"
	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
)

// Half is one half of a body made of panels, laid flat: heights z run up from
// the waist, p runs from 0 at the centre front to 1 at the centre back. Each
// seam takes out as much of one panel as of the next, so its two edges are
// mirror images and always the same length.
type Half struct {
	Panels      int
	Top, Bottom [3]float64                 // heights of the edges at front, side and back
	Width       func(z float64) float64    // of the whole half
	Share       func(p, z float64) float64 // how much of the shaping a seam takes, against the others
	Least       float64                    // the narrowest a panel may be

	knots  []float64   // heights where widths are known, rising
	intake [][]float64 // by seam, by knot: what the seam takes out of the flat width
	slopes [][]float64
	base   []float64 // flat width of each panel before intake
}

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
		ease := bustEase * math.Min(z/bust, 1)
		if z < 0 {
			ease = hipEase * math.Min(-z/hip, 1)
		}
		return (on.Girth(-z) + ease - gap) / 2
	}
}

// Shape shares the difference between the widest level and every other among
// the seams. It fails when a panel becomes too narrow to sew.
func (h *Half) Shape() error {
	high, low := 0.0, 0.0
	for i := range 41 {
		high = math.Max(high, Height(h.Top, float64(i)/40))
		low = math.Min(low, Height(h.Bottom, float64(i)/40))
	}
	h.knots = []float64{low, low * 0.5, 0, high * 0.5, high}
	if low > -20 { // nothing worth shaping lies below the waist
		h.knots = []float64{low - 1, 0, high * 0.33, high * 0.67, high}
	}
	waist := sort.SearchFloat64s(h.knots, 0)
	seams := h.Panels - 1
	total := 0.0
	for _, z := range h.knots {
		total = math.Max(total, h.Width(z))
	}
	h.intake, h.slopes, h.base = make([][]float64, seams), make([][]float64, seams), nil
	for k, z := range h.knots {
		weights := make([]float64, seams)
		sum := 0.0
		for j := range weights {
			weights[j] = h.Share(float64(j+1)/float64(h.Panels), z/math.Max(high, -low))
			sum += weights[j]
		}
		for j := range weights {
			if h.intake[j] == nil {
				h.intake[j] = make([]float64, len(h.knots))
			}
			h.intake[j][k] = (total - h.Width(z)) * weights[j] / sum
		}
	}
	for j := range seams {
		s := make([]float64, len(h.knots))
		for k := range s {
			a, b := max(k-1, 0), min(k+1, len(s)-1)
			s[k] = (h.intake[j][b] - h.intake[j][a]) / (h.knots[b] - h.knots[a])
		}
		if waist > 1 {
			s[waist] = 0 // seams stand upright at the waist
		}
		h.slopes[j] = s
	}
	atWaist := h.Width(0) / float64(h.Panels)
	for i := range h.Panels {
		b := atWaist
		if i > 0 {
			b += h.intake[i-1][waist] / 2
		}
		if i < seams {
			b += h.intake[i][waist] / 2
		}
		h.base = append(h.base, b)
	}
	for i := range h.Panels {
		for k := range 51 {
			z := low + (high-low)*float64(k)/50
			if l, r := h.Edges(i, z); r-l < h.Least {
				where := "at"
				if z > 5 {
					where = "above"
				} else if z < -5 {
					where = "below"
				}
				return fmt.Errorf("panel %d would be %s wide, %s the waist; at least %s is needed to sew and bone it: choose fewer panels or a smaller lacing gap",
					i+1, measure.Tell(math.Max(r-l, 0)), where, measure.Tell(h.Least))
			}
		}
	}
	return nil
}

// at is the intake of a seam at a height. It is linear in the knots' values,
// so the widths of all panels still add up between the knots.
func (h *Half) at(seam int, z float64) float64 {
	k := h.knots
	i := sort.SearchFloat64s(k, z)
	if i == 0 {
		return h.intake[seam][0]
	}
	if i == len(k) {
		return h.intake[seam][len(k)-1]
	}
	d := k[i] - k[i-1]
	return hermite(h.intake[seam][i-1], h.slopes[seam][i-1]*d, h.intake[seam][i], h.slopes[seam][i]*d, (z-k[i-1])/d)
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

// Reach is the lower and upper end of the border before panel i (i = Panels is
// the centre back).
func (h *Half) Reach(i int) (bottom, top float64) {
	p := float64(i) / float64(h.Panels)
	return Height(h.Bottom, p), Height(h.Top, p)
}

// Piece is a panel with the edges bottom, back, top and front, notched at the
// waist and, to tell the ends of a seam apart, halfway up.
func (h *Half) Piece(i int, allowance float64) pattern.Piece {
	lb, lt := h.Reach(i)
	rb, rt := h.Reach(i + 1)
	upright := func(side int, from, to float64) []plane.Point {
		n := int(math.Ceil(math.Abs(to-from) / 2.5))
		var out []plane.Point
		for k := range n + 1 {
			z := from + (to-from)*float64(k)/float64(n)
			l, r := h.Edges(i, z)
			out = append(out, plane.Pt([2]float64{l, r}[side], z))
		}
		return out
	}
	across := func(through [3]float64, from, to plane.Point, back bool) []plane.Point {
		const n = 24
		var out []plane.Point
		for k := range n + 1 {
			t := float64(k) / n
			p := (float64(i) + t) / float64(h.Panels)
			if back {
				p = (float64(i) + 1 - t) / float64(h.Panels)
			}
			out = append(out, plane.Pt(from.X+(to.X-from.X)*t, Height(through, p)))
		}
		return out
	}
	left, right := upright(0, lt, lb), upright(1, rb, rt)
	p := pattern.Piece{ID: fmt.Sprintf("panel-%d", i+1), Name: fmt.Sprintf("%d %s", i+1, h.name(i)), Cut: 2, Mirrored: true,
		Edges: []pattern.Edge{
			{ID: "bottom", Name: "lower edge", Line: across(h.Bottom, left[len(left)-1], right[0], false)},
			{ID: "back", Name: "back edge", Line: right, Allowance: allowance},
			{ID: "top", Name: "upper edge", Line: across(h.Top, right[len(right)-1], left[0], true)},
			{ID: "front", Name: "front edge", Line: left, Allowance: allowance},
		}}
	for _, side := range []struct {
		e   pattern.Edge
		top float64
	}{{p.Edges[1], rt}, {p.Edges[3], lt}} {
		if at, ok := heightAlong(side.e.Line, 0); ok {
			p.Notches = append(p.Notches, pattern.Notch{Edge: side.e.ID, At: at, Label: "waist"})
		}
		if (side.e.ID == "front" && i > 0) || (side.e.ID == "back" && i < h.Panels-1) {
			if at, ok := heightAlong(side.e.Line, side.top/2); ok {
				p.Notches = append(p.Notches, pattern.Notch{Edge: side.e.ID, At: at})
			}
		}
	}
	if l, r := h.Edges(i, 0); lb <= 0 && rb <= 0 { // what ends above the waist has none
		p.Marks = append(p.Marks, pattern.Mark{Kind: pattern.WaistLine, Path: []plane.Point{{X: l}, {X: r}}, Label: "waist"})
	}
	return p
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
	return h.along(i, func(l, r float64) float64 { return l + math.Min(in, (r-l)/2) })
}

// Within is the line at a share of the way across panel i, from the lower to
// the upper edge.
func (h *Half) Within(i int, share float64) []plane.Point {
	return h.along(i, func(l, r float64) float64 { return l + (r-l)*share })
}

func (h *Half) along(i int, x func(l, r float64) float64) []plane.Point {
	l0, r0 := h.Edges(i, 0)
	p := (float64(i) + (x(l0, r0)-l0)/(r0-l0)) / float64(h.Panels)
	b, t := Height(h.Bottom, p), Height(h.Top, p)
	n := int(math.Ceil((t - b) / 6))
	var out []plane.Point
	for k := range n + 1 {
		z := b + (t-b)*float64(k)/float64(n)
		l, r := h.Edges(i, z)
		if k == 0 || k == n { // end on the edge itself
			at := (float64(i) + (x(l, r)-l)/(r-l)) / float64(h.Panels)
			z = Height(h.Bottom, at)
			if k == n {
				z = Height(h.Top, at)
			}
		}
		out = append(out, plane.Pt(x(l, r), z))
	}
	return out
}

// Upright is a straight line in panel i at x from its middle height's left
// edge origin, from the lower to the upper edge: for bones at straight edges.
func (h *Half) Upright(i int, x float64) []plane.Point {
	p := float64(i) / float64(h.Panels)
	next := float64(i+1) / float64(h.Panels)
	at := p + (next-p)*x/h.base[i]
	return []plane.Point{{X: x, Y: Height(h.Bottom, at)}, {X: x, Y: Height(h.Top, at)}}
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
		return fmt.Errorf("the channel %s is %s long, too short for any bone: make the garment longer there", place, measure.Tell(fit.Channel))
	}
	fit.Piece, fit.Count = piece.ID, b.Count
	b.Draft.Bones = append(b.Draft.Bones, fit)
	piece.Marks = append(piece.Marks, pattern.Mark{Kind: pattern.BoneLine, Path: path, Width: b.Width, Channel: b.Channel(kind), Long: fit.Length, Label: fmt.Sprintf("bone %.0f mm", fit.Length)})
	return nil
}

// Channel is the width between the stitch lines of a channel.
func (b Boned) Channel(kind bone.Kind) float64 { return bone.ChannelWidth(b.Width, kind.Thickness()) }
