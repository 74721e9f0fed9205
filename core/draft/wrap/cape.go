package wrap

import (
	"fmt"
	"math"
	"slices"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/notion"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/sewn"
	"ardentgusset/core/technique"
	"ardentgusset/core/work"

	"gonum.org/v1/gonum/interp"
	"gonum.org/v1/gonum/spatial/r3"
)

// Cape is a cape of three pieces that is sewn on to a coat: a back, and two fronts that a long dart shapes to the shoulders.
// It is cut as a part of a circle; the darts let it lie close at the neck and wide over the arms. All mm.
type Cape struct {
	Front, Back float64 // of the half neck that it is sewn to: before the shoulder, and behind
	From        float64 // bearing at which its front edge begins, degrees
	Shoulder    float64 // from the neck to the end of the shoulder
	Depth       float64 // behind, from the neck
	Ease        float64 // what the coat itself measures more than what it is worn over
	Wider       float64 // than shoulders and arms, a hand's breadth below the shoulder's end
	Angle       float64 // of the dart, degrees
	Seam, Hem   float64 // allowances
	Lining      string  // none, shoulders or whole
}

// leastWider and mostWider are how much a cape may be wider than what it lies over, mm.
const leastWider, mostWider = 60.0, 500.0

// CapeAsked asks for a cape.
func CapeAsked() []draft.Parameter {
	return []draft.Parameter{
		draft.Mm("cape_depth", "Cape, deep behind", 300, 700, 430, "⟦35 cm⟧ to ⟦65 cm⟧", figure.Memory, "From the neck seam down the "+
			"centre back; its lower edge is level."),
		draft.Mm("cape_wider", "Cape, wider than shoulders and arms", leastWider, mostWider, 200, "⟦20 cm⟧", figure.Memory,
			"A hand’s breadth below the end of the shoulder, all round."),
		draft.Mm("cape_gap", "Its front edges, behind the centre front", 30, 120, 50, "⟦4 cm⟧ to ⟦6 cm⟧", figure.Memory,
			"Where the neck is plain; with lapels they begin where collar and roll part."),
		draft.Times("cape_dart", "Shoulder dart, degrees at its point", 20, 40, 30, "28 to 35", figure.Memory,
			"From the neck to ⟦2 cm⟧ beyond the end of the shoulder."),
		draft.OneOf("cape_lining", "Cape’s lining", "At the shoulders alone it slides over the coat and the darts are hidden.",
			"shoulders", "at the shoulders", "whole", "whole", "none", "none"),
		draft.Mm("cape_hem", "Cape, hem allowance", 6, 40, 15, "narrow, or faced with ribbon", figure.Practice, "On the curve."),
	}
}

// beyond is how far past the shoulder's end the dart runs, looser what the cape's neck has more than the coat's, and
// belowArm how far below the shoulder's end its width is measured, mm (from memory).
const beyond, looser, belowArm = 20.0, 5.0, 100.0

// shape is the half cape as it is cut, about the middle of its circle.
type shape struct {
	neck, whole   float64 // radius of its neck edge, and angle
	seam, dart    float64 // angles of the seam before the back, and of the dart
	mouth         float64 // of the dart
	long          float64 // of the dart
	ways          []float64
	hem           interp.FritschButland
	moved, middle float64
	falls         []func(drop float64) float64 // from the neck down, by the same even angles as ways
	bearing       []float64                    // where they lie round the body
	less          float64                      // wide than asked, since it is a whole circle
}

// mostCape is the angle of half a cape at most: nearly a whole circle, radians.
const mostCape = 0.98 * math.Pi

// under is half of what coat and arms at rest measure between the cape's front edges at a drop.
func (c Cape) under(worn figure.Figure, drop float64) float64 {
	armed := worn.Armed(drop)
	return armed.Arc(c.From, 180) + c.Ease/2*(180-c.From)/180
}

// cut lays it out over a figure in the coat.
func (c Cape) cut(on figure.Figure) (*shape, error) {
	s := &shape{long: c.Shoulder + beyond}
	across := 2 * s.long * math.Tan(c.Angle/2*math.Pi/180) // of the mouth
	s.mouth = across
	wide := c.under(on, belowArm-on.Torso().ShoulderPoint.Z) + c.Wider/2
	for range 12 { // along the neck's arc the mouth is longer than across
		upper := c.Front + c.Back + looser/2 + s.mouth
		s.whole = (wide - upper) / (c.Shoulder + belowArm)
		s.neck = upper / s.whole
		s.mouth = 2 * s.neck * math.Asin(min(across/2/s.neck, 1))
	}
	if s.whole < 0.5 {
		return nil, fmt.Errorf("the cape would hardly be wider below than at the neck: give it more width, or a smaller dart")
	}
	if s.whole > mostCape {
		s.whole = mostCape
		upper := 0.0
		for range 12 {
			upper = c.Front + c.Back + looser/2 + s.mouth
			s.neck = upper / s.whole
			s.mouth = 2 * s.neck * math.Asin(min(across/2/s.neck, 1))
		}
		s.less = 2 * (wide - upper - s.whole*(c.Shoulder+belowArm))
	}
	front := c.Front + looser/2*c.Front/(c.Front+c.Back)
	s.dart = (front + s.mouth/2) / s.neck
	s.seam = s.whole - c.Back*0.55/s.neck
	const steps = 60
	hangs, low, high := on.OverArms(), -on.Torso().Nape.Z, on.Floor()
	behind := hangs(180)
	for range 50 {
		if mid := (low + high) / 2; behind(mid) < c.Depth {
			low = mid
		} else {
			high = mid
		}
	}
	s.middle = (low + high) / 2
	var xs []float64
	for i := range steps + 1 {
		angle := s.whole * float64(i) / steps
		b := c.From + (90-c.From)*angle/s.dart
		if angle > s.dart {
			b = 90 + 90*(angle-s.dart)/(s.whole-s.dart)
		}
		fall := hangs(b)
		s.bearing, s.falls = append(s.bearing, b), append(s.falls, fall)
		xs, s.ways = append(xs, angle), append(s.ways, fall(s.middle))
	}
	s.moved = smoothed(s.ways)
	by := c.Depth - s.ways[steps]
	for i := range s.ways {
		if s.ways[i] += by; s.ways[i] < s.long+40 && i > 0 || s.ways[i] < 120 {
			return nil, fmt.Errorf("the cape would be only %s long at the side: make it deeper, it must cover its darts",
				measure.Tell(max(s.ways[i], 0)))
		}
	}
	xs = append([]float64{-xs[1]}, append(xs, 2*s.whole-xs[steps-1])...)
	ys := append([]float64{s.ways[1]}, append(slices.Clone(s.ways), s.ways[steps-1])...)
	return s, s.hem.Fit(xs, ys)
}

// panel is what lies between two angles, down to the hem or to a way from the neck, drawn about one of them; way −1 is
// seen from behind.
func (s *shape) panel(from, to, about, way, down float64) (hem, right, top, left []plane.Point) {
	place := func(radius, angle float64) plane.Point {
		sin, cos := math.Sincos(way * (angle - about))
		return plane.Pt(radius*sin, -radius*cos)
	}
	n := max(int(math.Ceil((to-from)/0.0035)), 4)
	var upper []plane.Point
	for i := range n + 1 {
		a := from + (to-from)*float64(i)/float64(n)
		hem, upper = append(hem, place(s.neck+min(s.hem.Predict(a), down), a)), append(upper, place(s.neck, a))
	}
	if way < 0 {
		hem, upper = plane.Reversed(hem), plane.Reversed(upper)
	}
	return hem, []plane.Point{hem[n], upper[n]}, plane.Reversed(upper), []plane.Point{upper[0], hem[0]}
}

// piece is the front or the back of it, or of its lining.
func (s *shape) piece(c Cape, id, name string, back bool, down float64) pattern.Piece {
	from, to, about, way := 0.0, s.seam, 0.0, 1.0
	p := pattern.Piece{ID: id, Name: name, Cut: 2, Mirrored: true}
	if back {
		from, to, about, way = s.seam, s.whole, s.whole, -1
		p.Cut, p.Mirrored, p.Fold = 1, false, "centre"
	}
	hem, right, top, left := s.panel(from, to, about, way, down)
	p.Edges = []pattern.Edge{{ID: "hem", Name: "lower edge", Line: hem, Allowance: c.Hem, Turned: true},
		{ID: "right", Name: "back edge", Line: right, Allowance: c.Seam}, {ID: "top", Name: "neck edge", Line: top, Allowance: 10,
			Kind: pattern.Enclosed}, {ID: "left", Name: "front edge", Line: left, Allowance: c.Seam}}
	p.Be(pattern.Hem, "hem")
	if back { // seen from behind its seam is the right edge too
		p.Edges[1].Name, p.Edges[3].ID, p.Edges[3].Name, p.Edges[3].Allowance = "side edge", "centre", "centre, on the fold", 0
		return p
	}
	p.Be(pattern.Opening, "left")
	at := plane.Length(top) * (1 - s.dart/s.seam) // it runs from the back to the front
	a, _ := plane.Along(top, at-s.mouth/2)
	b, _ := plane.Along(top, at+s.mouth/2)
	p.Marks = []pattern.Mark{{Kind: pattern.Dart, Path: []plane.Point{a, a.Mid(b).Add(b.Sub(a).Left().Unit().Times(s.long)), b},
		Label: "dart " + measure.TellFine(s.mouth)}}
	p.Notches = []pattern.Notch{{Edge: "top", At: at, Label: "shoulder"}}
	return p
}

// fall is how far down from the neck edge a drop of the figure lies on it, by its even angles.
func (s *shape) fall(i int, drop float64) float64 { return min(s.falls[i](drop), s.ways[i]) }

// short is by how much its half is narrower than half of coat and arms at rest between its front edges with some room, where it
// is so the most, and the drop of that; negative when it has more everywhere.
func (s *shape) short(c Cape, worn figure.Figure) (most, at float64) {
	most = math.Inf(-1)
	n := len(s.falls) - 1
	for drop := overShoulder - worn.Torso().ShoulderPoint.Z; drop < s.middle; drop += 20 {
		round := -s.mouth * max(1-s.fall(int(float64(n)*s.dart/s.whole), drop)/s.long, 0)
		for i := 1; i <= n; i++ {
			a, b := s.neck+s.fall(i-1, drop), s.neck+s.fall(i, drop)
			round += math.Sqrt(a*a + b*b - 2*a*b*math.Cos(s.whole/float64(n)))
		}
		if short := c.under(worn, drop) + (over+surely)/2 - round; short > most {
			most, at = short, drop
		}
	}
	return most, at
}

// level is where a drop of the figure lies on its front or its back, from the front edge to the back.
func (s *shape) level(p *pattern.Piece, drop float64) []plane.Point {
	from, to, about, way := 0.0, s.seam, 0.0, 1.0
	if p.Fold != "" {
		from, to, about, way = s.seam, s.whole, s.whole, -1
	}
	const steps = 40
	last := len(s.falls) - 1
	var out []plane.Point
	for i := range steps + 1 {
		a := from + (to-from)*float64(i)/steps
		k := min(int(a/s.whole*float64(last)), last-1)
		share := a/s.whole*float64(last) - float64(k)
		sin, cos := math.Sincos(way * (a - about))
		down := s.fall(k, drop) + (s.fall(k+1, drop)-s.fall(k, drop))*share
		out = append(out, plane.Pt(sin, -cos).Times(s.neck+down))
	}
	return out
}

// goesRound tells what it measures between its front edges where it has the least room, on the pieces, and says where that
// is too little; what is offered then has been tried.
func (c Cape) goesRound(d *draft.Draft, worn figure.Figure, at float64) {
	below, round := at+worn.Torso().NeckPoint.Z, 2*c.under(worn, at)
	for _, r := range sewn.Across(d.Pieces, d.Seams, at) {
		d.Measure("cape.arms", "the cape", "between its front edges, where it is narrowest over the arms", r.Girth)
		if short := round + over - r.Girth; short > pattern.Slack {
			text := fmt.Sprintf("%s below the neck it measures %s between its front edges, coat and arms %s there: the front "+
				"edges swing back.", measure.Tell(below), measure.Tell(r.Girth), measure.Tell(round))
			const title = "The cape is narrow over the arms"
			for wider := math.Ceil((c.Wider+10)/10) * 10; wider <= mostWider; wider += 10 {
				other := c
				other.Wider = wider
				if s, err := other.cut(worn); err == nil {
					if still, _ := s.short(other, worn); still <= 0 {
						d.Offer(false, title, text, "More cloth round it", draft.Settings{"cape_wider": wider})
						return
					}
				}
			}
			d.Remark(false, title, text)
		}
	}
}

// SewnOn adds the cape to a coat. onFront is how far its front edge is sewn to the coat at most, layers how many layers of
// the coat lie under it at the neck, thick how thick one is.
func (c Cape) SewnOn(d *draft.Draft, on figure.Figure, onFront float64, layers int, thick float64) error {
	worn := d.Wear.Dress(on)
	s, err := c.cut(worn)
	if err != nil {
		return err
	}
	deepest := slices.Max(s.ways) + 1
	pieces := []pattern.Piece{s.piece(c, "cape-front", "Cape front", false, deepest), s.piece(c, "cape-back", "Cape back", true, deepest)}
	seams := [][2]string{{"cape-front", "cape-back"}}
	_, narrowest := s.short(c, worn)
	for i := range pieces {
		pieces[i].Levels = []pattern.Level{{Drop: narrowest, Path: s.level(&pieces[i], narrowest), Open: true}}
	}
	switch c.Lining {
	case "whole":
		for i := range pieces {
			pieces[i].Cut *= 2
			pieces[i].LayeredApart(pattern.ForLining)
		}
		pieces[0].Be(pattern.Layered, "left")
	case "shoulders":
		for i, down := 0, s.long+50; i < 2; i++ {
			l := s.piece(c, []string{"cape-front-lining", "cape-back-lining"}[i], []string{"Cape front, lining",
				"Cape back, lining"}[i], i == 1, down)
			l.Hidden, l.Also = true, []pattern.CutFor{{For: pattern.ForLining, N: l.Cut}}
			l.Edges[0].Allowance, l.Edges[0].Turned = 10, false
			l.Be(pattern.Enclosed, "left")
			pieces = append(pieces, l)
		}
		seams = append(seams, [2]string{"cape-front-lining", "cape-back-lining"})
	}
	d.Pieces = append(d.Pieces, pieces...)
	for _, x := range seams {
		d.Sew(x[0]+"-seam", x[0], "right", x[1], "right", "plain")
	}
	edge := min(s.ways[0], onFront)
	d.Works = append(d.Works, notion.Worked{Key: "cape", Name: "the cape to the coat", Of: technique.Join, Join: pattern.SetOn,
		Technique: "lapped", Length: 2 * (c.Front + c.Back + edge)})
	d.Measure("cape.neck", "the cape", "at the neck, its darts sewn", 2*(s.neck*s.whole-s.mouth))
	d.Measure("cape.hem", "the cape", "along its lower edge", 2*s.round())
	d.Measure("cape.front", "the cape", "along its front edge", s.ways[0])
	gap := c.From / 360 * worn.Girth(-worn.Torso().NeckPoint.Z)
	of := func(piece, edge string) pattern.Side { return pattern.Side{Piece: piece, Edge: edge} }
	d.Laid = append(d.Laid, draft.Laid{Piece: "cape-front", At: draft.OverShoulders, Gap: gap, Behind: of("cape-back", "centre"),
		Shoulder: of("cape-back", "right"), Before: of("cape-front", "left")})
	under := layers + 1
	if c.Lining != "none" {
		under++
	}
	if s.less > 1 {
		const title, text = "The cape is nearly a whole circle", "It can't be cut wider in one; below the shoulders it measures %s " +
			"less than asked."
		if as := math.Floor(c.Wider - s.less); as >= leastWider {
			d.Offer(false, title, fmt.Sprintf(text, measure.Tell(s.less)), "Ask for as much", draft.Settings{"cape_wider": as})
		} else {
			d.Remark(false, title, fmt.Sprintf(text, measure.Tell(s.less)))
		}
	}
	d.Remark(false, fmt.Sprintf("%s under the needle at the neck", measure.Count(under, "layer")), fmt.Sprintf("Coat, collar and cape "+
		"are about %s thick together where it is sewn on: a long stitch, a strong needle, and a scrap of as many layers tried first.",
		measure.TellFine(float64(under)*thick)))
	d.Tell(work.ToSetOn, fmt.Sprintf("The cape’s darts first: lay left on right, they must end level. Back to front, press open. Coat "+
		"and cape both right side out: centre back to centre back, the dart to the shoulder seam, then the folded front edge to the "+
		"line on the coat, %s of it. Baste by hand, try on, stitch from the centre back to each side.", measure.Tell(edge)),
		work.After{Step: work.ToTurn, Why: "collar and fronts are turned before it lies over them"},
		work.After{Step: work.ToEdge, Why: "the coat’s edges are finished beneath it"},
		work.After{Step: work.ToPress, Why: "its darts and seams are pressed"})
	c.goesRound(d, worn, narrowest)
	c.drawn(d, worn, s)
	return nil
}

// round is how long the lower edge of the half is.
func (s *shape) round() (sum float64) {
	hem, _, _, _ := s.panel(0, s.whole, 0, 1, math.Inf(1))
	return plane.Length(hem)
}

// stands is how far a cape's lower edge stands off the coat, mm (from memory).
const stands = 25.0

// drawn is its front and lower edge as they lie on the figure.
func (c Cape) drawn(d *draft.Draft, worn figure.Figure, s *shape) {
	line := draft.Drawn{Kind: draft.DrawnEdge, Name: "edge of the cape"}
	put := func(bearing, drop float64) {
		sin, cos := math.Sincos(bearing * math.Pi / 180)
		r := worn.At(drop).Reach(bearing) + stands
		line.Line = append(line.Line, r3.Vec{X: r * sin, Y: r * cos, Z: -drop})
	}
	for drop := -worn.Torso().NeckPoint.Z + 40; drop < s.middle; drop += 20 {
		put(c.From, drop)
	}
	for b := c.From; b < 180; b += 4 {
		put(b, s.middle)
	}
	put(180, s.middle)
	d.Drawn = append(d.Drawn, line)
}
