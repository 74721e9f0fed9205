package part

import (
	"fmt"
	"math"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
)

// Gore is a straight-sided piece of a skirt that widens downwards as a piece
// of a cone does, so that top and hem meet both sides square. All mm.
type Gore struct {
	ID, Name    string
	Top, Hem    float64 // widths; of the whole gore, also when it lies on the fold
	Left, Right float64 // lengths of its sides; on the fold Left is the centre
	Fold        bool
	Allowance   float64
	Turned      float64 // allowance at the hem
}

// Piece is the gore with the edges hem, right, top and left (centre when it
// lies on the fold). It fails when the sides lean too far to be sewn.
func (g Gore) Piece() (pattern.Piece, error) {
	long := math.Min(g.Left, g.Right)
	if g.Fold {
		long = g.Right
	}
	// Unrolled, a cone of which hem and top are two circles: its half angle is
	// half their difference over the slant between them.
	alpha := (g.Hem - g.Top) / 2 / long
	if alpha > 0.67 || alpha < -0.2 {
		return pattern.Piece{}, fmt.Errorf("%s would lean %.0f° at its sides: choose a narrower hem, more gores or a fuller top", g.Name, alpha*180/math.Pi)
	}
	sin, cos := math.Sincos(alpha)
	b := g.Hem / 2
	if math.Abs(alpha) > 1e-6 {
		b *= sin / alpha
	}
	rise := b * math.Tan(alpha/2) // how far the hem corner stands above its middle
	corner := func(side float64) plane.Point { return plane.Pt(side*b, rise) }
	top := func(side, length float64) plane.Point {
		return corner(side).Add(plane.Pt(-side*sin, cos).Times(length))
	}
	p := pattern.Piece{ID: g.ID, Name: g.Name, Cut: 1}
	right := []plane.Point{corner(1), top(1, g.Right)}
	if g.Fold {
		centre := []plane.Point{{X: 0, Y: g.Left}, {X: 0, Y: 0}}
		lean := math.Atan2(right[1].Y-g.Left, right[1].X) * 1.5 // the top leaves the fold level and climbs
		p.Fold = "centre"
		p.Edges = []pattern.Edge{
			{ID: "hem", Name: "hem", Line: plane.Sweep(centre[1], plane.Pt(1, 0), right[0], plane.Pt(cos, sin)), Allowance: g.Turned},
			{ID: "right", Name: "side edge", Line: right, Allowance: g.Allowance},
			{ID: "top", Name: "waist edge", Line: plane.Sweep(right[1], plane.Pt(-cos, -sin).Turned(lean), centre[0], plane.Pt(-1, 0)), Allowance: g.Allowance},
			{ID: "centre", Name: "centre, on the fold", Line: centre},
		}
		return p, nil
	}
	left := []plane.Point{top(-1, g.Left), corner(-1)}
	middle := plane.Pt(0, 0)
	// Where its sides differ the whole top leans, so that it runs on fair from
	// gore to gore.
	lean := math.Atan2(right[1].Y-left[0].Y, right[1].X-left[0].X)
	p.Edges = []pattern.Edge{
		{ID: "hem", Name: "hem", Line: plane.Join(plane.Sweep(left[1], plane.Pt(cos, -sin), middle, plane.Pt(1, 0)), plane.Sweep(middle, plane.Pt(1, 0), right[0], plane.Pt(cos, sin))), Allowance: g.Turned},
		{ID: "right", Name: "back edge", Line: right, Allowance: g.Allowance},
		{ID: "top", Name: "waist edge", Line: plane.Sweep(right[1], plane.Pt(-cos, -sin).Turned(lean), left[0], plane.Pt(-cos, sin).Turned(lean)), Allowance: g.Allowance},
		{ID: "left", Name: "front edge", Line: left, Allowance: g.Allowance},
	}
	return p, nil
}

// Skirt is a body of gores on a band: a front gore on the fold, side gores in
// pairs, and a straight back breadth on the fold that takes the gathers and
// the opening.
type Skirt struct {
	Band   Band
	Length func(degrees float64) float64 // from the band's lower edge to the hem
	Hem    float64                       // round the hem
	Hip    float64                       // that must pass at HipDrop below the band, with ease
	Drop   float64
	Gores  int // side gores in each half, 1 or 2
	Turned float64
	// Yoke is set when the top sits below the waist, on a deep band: it is as
	// wide as the figure there.
	Yoke float64
}

// steepest is how much wider than its top a gore's hem may be, as a part of
// its length: beyond it both sides run on the bias and drop (from memory).
const steepest = 1.05

// frontAngle and backAngle are the bearings at which the front gore ends and
// the back breadth begins (from memory).
const frontAngle, backAngle = 38.0, 138.0

// Into adds the skirt's pieces, its band and all its seams to a draft, and
// gives the width of its top and the outline its cloth hangs in.
func (s Skirt) Into(d *draft.Draft, on figure.Figure) (top float64, err error) {
	edge := s.Band.Length // what the top is sewn to
	if s.Yoke > 0 {
		edge = s.Yoke
	}
	bearings := []float64{0, frontAngle}
	for i := range s.Gores {
		bearings = append(bearings, frontAngle+(backAngle-frontAngle)*float64(i+1)/float64(s.Gores))
	}
	bearings = append(bearings, 180)
	back := math.Max(s.Hip*(180-backAngle)/180*1.15, 0.24*s.Hem)
	rest := s.Hem - back
	hipRest := math.Max(s.Hip-back, s.Hip*0.5)
	n := len(bearings) - 1
	var stretches []pattern.Stretch
	type half struct {
		id, edge string
		width    float64 // of the top edge in one half
		band     float64
	}
	var halves []half
	for k := range n {
		from, to := bearings[k], bearings[k+1]
		angle := (to - from) / 180
		long := []float64{s.Length(from), s.Length(to)}
		if long[0] < 120 || long[1] < 120 {
			return 0, fmt.Errorf("the skirt would be only %s long: make it longer", measure.Tell(math.Max(math.Min(long[0], long[1]), 0)))
		}
		share := angle * 180 / backAngle // of what is not the back breadth
		waist := edge * angle / 2        // in one half
		g := Gore{Left: long[0], Right: long[1], Allowance: s.Band.Allowance, Turned: s.Turned}
		switch {
		case k == 0:
			g.ID, g.Name, g.Fold = "front", "Front", true
			g.Hem, waist = rest*share*0.94, edge*angle/2
			hip := hipRest * share
			g.Top = topFor(g.Hem, hip, s.Drop, long[1], 2*waist)
		case k == n-1:
			g.ID, g.Name, g.Fold = "back", "Back breadth", true
			g.Left, g.Right = long[1], long[0] // the centre back is its fold
			g.Hem, g.Top = back, back
		default:
			g.ID, g.Name = fmt.Sprintf("side-%d", k), "Side gore"
			if s.Gores > 1 {
				g.Name = []string{"", "Side front gore", "Side back gore"}[k]
			}
			g.Hem = rest * (1 - frontAngle/backAngle*0.94) / float64(2*s.Gores)
			g.Top = topFor(g.Hem, hipRest*share/2, s.Drop, long[0], waist)
		}
		// A hem too full for straight sides is gathered more at the waist.
		g.Top = math.Max(g.Top, g.Hem-steepest*math.Min(long[0], long[1]))
		p, err := g.Piece()
		if err != nil {
			return 0, err
		}
		if !g.Fold {
			p.Cut, p.Mirrored = 2, true
		}
		t, _ := p.Edge("top")
		halves = append(halves, half{p.ID, "top", t.Length(), waist})
		top += 2 * t.Length()
		if k == n-1 {
			open := math.Min(s.Band.Opening, g.Left-60)
			p.Marks = append(p.Marks, pattern.Mark{Kind: pattern.Placket, Path: []plane.Point{{X: 0, Y: g.Left}, {X: 0, Y: g.Left - open}}, Label: "opening"})
			d.Placket(open, s.Band.Allowance)
		}
		d.Pieces = append(d.Pieces, p)
		if k > 0 {
			a, ea, eb := halves[k-1].id, "right", "left"
			if k == n-1 {
				eb = "right"
			}
			d.Sew(fmt.Sprintf("seam-%d", k), a, ea, p.ID, eb, "plain, pressed open, overcast")
		}
	}
	// Round the band from the opening: left half from the back, then the right.
	// What the top has too much of lies in darts before and gathers behind.
	add := func(side string, h half) {
		id := "to-" + h.id + "-" + side
		stretches = append(stretches, pattern.Stretch{ID: id, Name: "to the " + h.id + ", " + side, Length: h.band})
		absorbed := ""
		if h.width-h.band > pattern.Slack {
			absorbed = "small pleats"
			if h.id == "back" || h.width-h.band > 60 {
				absorbed = "gathers"
			}
		}
		d.Seams = append(d.Seams, pattern.Seam{ID: "band-" + h.id + "-" + side, A: pattern.Side{Piece: "band", Edge: id, Copy: "the band"}, B: pattern.Side{Piece: h.id, Edge: h.edge, Copy: side + " half"},
			Ease: h.width - h.band, Absorbed: absorbed, Technique: "banded"})
	}
	for k := n - 1; k >= 0; k-- {
		add("left", halves[k])
	}
	for k := range n {
		add("right", halves[k])
	}
	if s.Yoke == 0 {
		d.Pieces = append([]pattern.Piece{s.Band.Piece(stretches...)}, d.Pieces...)
	} else {
		yoke := s.yoke(stretches)
		if yoke.Fault() != nil {
			return 0, fmt.Errorf("a yoke %s deep would curl over itself between a waist of %s and %s round its lower edge: make it deeper", measure.Tell(s.Band.Depth), measure.Tell(s.Band.Length), measure.Tell(s.Yoke))
		}
		d.Pieces = append([]pattern.Piece{yoke}, d.Pieces...)
	}
	return top, nil
}

// yoke is the deep shaped band: a piece of a cone between waist and yoke line.
func (s Skirt) yoke(parts []pattern.Stretch) pattern.Piece {
	b := s.Band
	// Between two arcs: lower edge s.Yoke, upper edge b.Length, b.Depth apart.
	lower, upper := s.Yoke, math.Min(b.Length, s.Yoke-1)
	angle := (lower - upper) / b.Depth
	r := upper / angle
	// The underlap is a straight end beyond the closing edge.
	at := func(radius, share float64) plane.Point {
		t := -angle/2 + angle*share
		return plane.Pt(radius*math.Sin(t), -radius*math.Cos(t)+r+b.Depth)
	}
	arc := func(radius float64) []plane.Point {
		var out []plane.Point
		const n = 96
		for i := range n + 1 {
			out = append(out, at(radius, float64(i)/n))
		}
		return out
	}
	outer, inner := arc(r+b.Depth), plane.Reversed(arc(r))
	end := outer[len(outer)-1]
	along := plane.Pt(math.Cos(angle/2), math.Sin(angle/2))
	lapLow, lapTop := end.Add(along.Times(b.Lap)), inner[0].Add(along.Times(b.Lap))
	p := pattern.Piece{ID: "band", Name: "Yoke", Cut: 2, Edges: []pattern.Edge{
		{ID: "bottom", Name: "lower edge", Line: plane.Join(outer, []plane.Point{lapLow}), Allowance: b.Allowance},
		{ID: "right", Name: "lap end", Line: []plane.Point{lapLow, lapTop}, Allowance: bandEnds},
		{ID: "top", Name: "waist edge", Line: plane.Join([]plane.Point{lapTop}, inner), Allowance: b.Allowance},
		{ID: "left", Name: "other end", Line: []plane.Point{inner[len(inner)-1], outer[0]}, Allowance: bandEnds},
	}}
	// The arcs are drawn as chords: let the stretches share what that takes off.
	scale := (p.Edges[0].Length() - b.Lap) / lower
	for i := range parts {
		parts[i].Length *= scale
	}
	if b.Lap > 0 {
		parts = append(parts, pattern.Stretch{ID: "underlap", Name: "underlap", Length: b.Lap})
	}
	p.Split("bottom", parts...)
	for i := range p.Edges[:len(parts)-1] {
		p.Notches = append(p.Notches, pattern.Notch{Edge: p.Edges[i].ID, At: p.Edges[i].Length()})
	}
	return p
}

// topFor is the width of a straight-sided gore's top that makes it as wide as
// the hip asks at its height: never narrower than the waist's share.
func topFor(hem, hip, drop, long, waist float64) float64 {
	if hip >= hem {
		return math.Max(hip, waist)
	}
	return math.Max(hip-(hem-hip)*drop/math.Max(long-drop, 1), waist)
}

// Flare is the outline a skirt's cloth hangs in, from the waist to its hem. inFolds
// is how much of its width shows as girth (from memory).
func Flare(on figure.Figure, from, to, hem, inFolds float64) []draft.Hang {
	hip := math.Max(on.Drop(figure.Hip), from+1)
	out := []draft.Hang{{Drop: from, Girth: on.Girth(from)}}
	for drop := hip; drop < to; drop += 60 {
		g := on.Girth(drop)
		share := (drop - hip) / math.Max(to-hip, 1)
		out = append(out, draft.Hang{Drop: drop, Girth: g + math.Max(0, (hem-g)*inFolds)*share})
	}
	g := on.Girth(to)
	return append(out, draft.Hang{Drop: to, Girth: g + math.Max(0, (hem-g)*inFolds)})
}
