package part

import (
	"fmt"
	"math"
	"slices"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
)

// Skirt is a body of gores on a band: a front gore on the fold, side gores in
// pairs, and a straight back breadth on the fold that takes the gathers and
// the opening. Every gore covers the part of the figure between the bearings
// of its seams, at every level; what the hem has more lies mostly at the sides
// and behind. All mm.
type Skirt struct {
	Band   Band
	On     figure.Figure // what its cloth goes round
	Long   float64       // at the side, from the band's lower edge to the hem
	Hem    float64       // round the hem
	Ease   float64       // over the figure from the hip down; above it runs out to the waist
	Gores  int           // side gores in each half, 1 or 2
	Turned float64
	// Bearings are those of the seams, from the front to 180 behind, when they
	// are not the usual ones.
	Bearings []float64
	Parted   bool // a seam runs down the centre back
	Close    bool // as wide as it must be at every level and no wider, the back shaped like the rest

	drops    []float64
	arcs     map[float64][]float64 // of the figure at a drop, between the seams
	bearings []float64
	gores    []*Gore
}

// frontAngle and backAngle are the bearings at which the front gore ends and
// the back breadth begins (from memory).
const frontAngle, backAngle = 38.0, 138.0

// usualBack is the back breadth's usual part of the hem, frontFlare how much
// of what the hem has more the front gore takes, degree for degree, against
// the sides: it hangs nearly straight (both from memory).
const usualBack, frontFlare = 0.24, 0.5

// steepest is how much wider than its top a gore's hem may be, as a part of
// its length: beyond it both sides run on the bias and drop (from memory).
const steepest = 1.05

// Settle works out where the seams and the hem are; whatever is asked of the
// skirt after it rests on that.
func (s *Skirt) Settle() { s.seams() }

// seams sets the bearings of the seams and the levels that are looked at.
func (s *Skirt) seams() {
	s.bearings = s.Bearings
	if s.bearings == nil {
		s.bearings = []float64{0, frontAngle}
	}
	for i := range s.Gores { // none when the bearings are given
		s.bearings = append(s.bearings, frontAngle+(backAngle-frontAngle)*float64(i+1)/float64(s.Gores))
	}
	if s.Bearings == nil {
		s.bearings = append(s.bearings, 180)
	}
	s.drops = s.On.Drops(0, s.On.FallsTo(90, s.Band.Depth+s.Long))
	slices.Reverse(s.drops)
	s.arcs = map[float64][]float64{}
}

// Need is what gore k, counted from the front, must go round at a drop: the figure between its seams,
// on both sides of the fold for one that lies on it, and its part of the ease.
func (s *Skirt) Need(k int, drop float64) float64 {
	from, to := s.bearings[k], s.bearings[k+1]
	ease := s.Ease * max(0, min(1, drop/s.On.Drop(figure.Hip)))
	both := 1.0
	if s.onFold(k) {
		both = 2
	}
	arcs, known := s.arcs[drop]
	if !known {
		arcs = s.On.At(drop).Arcs(s.bearings...)
		s.arcs[drop] = arcs
	}
	return both * (arcs[k] + ease*(to-from)/360)
}

func (s *Skirt) onFold(k int) bool { return k == 0 || !s.Parted && k == len(s.bearings)-2 }

// Widest is the most gore k must go round from the band down.
func (s *Skirt) Widest(k int) float64 {
	most := 0.0
	for _, d := range s.drops {
		most = max(most, s.Need(k, d))
	}
	return most
}

// Least is the narrowest hem that goes round everything above it.
func (s Skirt) Least() float64 {
	s.seams()
	sum := 0.0
	for k := range len(s.bearings) - 1 {
		w := s.Widest(k)
		if !s.onFold(k) {
			w *= 2
		}
		sum += w
	}
	return sum
}

// Length is how long the skirt is at a bearing, from the band's lower edge to
// the hem. The hem is level; what some bearings have more goes in at the top.
func (s *Skirt) Length(degrees float64) float64 {
	return s.On.Fall(degrees, s.drops[0]) - s.Band.Depth
}

// hems shares the hem among the gores.
func (s *Skirt) hems() ([]float64, error) {
	n := len(s.bearings) - 1
	out := make([]float64, n)
	least, weights := 0.0, 0.0
	for k := range n {
		out[k] = s.Widest(k)
		w := (s.bearings[k+1] - s.bearings[k]) * 2
		switch k {
		case 0:
			w *= frontFlare
		case n - 1:
			w = 0
		}
		weights += w
		if s.onFold(k) {
			least += out[k]
		} else {
			least += 2 * out[k]
		}
	}
	more := s.Hem - least
	if more < -1 {
		return nil, fmt.Errorf("a hem of %s is narrower than what it goes round, %s: choose at least %s", measure.Tell(s.Hem),
			measure.Tell(least), measure.Tell(math.Ceil(least)))
	}
	back := max(0, min(min(usualBack*s.Hem, s.mostBack())-out[n-1], more))
	out[n-1] += back
	more = max(more-back, 0)
	for k := range n - 1 {
		w := (s.bearings[k+1] - s.bearings[k]) * 2
		if k == 0 {
			w *= frontFlare
			out[k] += more * w / weights
		} else {
			out[k] += more * w / weights / 2
		}
	}
	return out, nil
}

// mostBack is the widest back breadth that can be gathered to its part of the
// band.
func (s *Skirt) mostBack() float64 {
	section := s.On.At(0)
	return 7 * s.Band.Lower * 2 * section.Arc(s.bearings[len(s.bearings)-2], 180) / section.Girth()
}

// Straightest is a gore's width by height above its hem: the straightest line
// from a hem of that width that is nowhere narrower than it must be, and its
// slope. A close one is as wide as it must be and no wider.
func (s *Skirt) Straightest(k int, hem float64) func(up float64) (width, slope float64) {
	middle := (s.bearings[k] + s.bearings[k+1]) / 2
	if s.Close {
		middle = 90 // channels run level from gore to gore
	}
	falls := s.On.Falls(middle, s.drops)
	var hull []plane.Point
	for i, d := range s.drops {
		p := plane.Pt(falls[0]-falls[i], s.Need(k, d))
		if i == 0 && !s.Close {
			p.Y = hem
		}
		for len(hull) > 1 && !s.Close {
			a, b := hull[len(hull)-2], hull[len(hull)-1]
			if b.Sub(a).Cross(p.Sub(a)) < 0 {
				break
			}
			hull = hull[:len(hull)-1]
		}
		hull = append(hull, p)
	}
	return func(up float64) (width, slope float64) {
		for i := 1; i < len(hull); i++ {
			a, b := hull[i-1], hull[i]
			if up <= b.X || i == len(hull)-1 {
				slope = (b.Y - a.Y) / (b.X - a.X)
				return a.Y + slope*(up-a.X), slope
			}
		}
		return hem, 0
	}
}

// HipUp is how far above the hem the hip line lies along the cloth at a
// bearing.
func (s *Skirt) HipUp(degrees float64) float64 {
	return s.On.Fall(degrees, s.drops[0]) - s.On.Fall(degrees, s.On.Drop(figure.Hip))
}

// profile is a gore's width up to its top: from the hip straight on to the
// band, where what is too much is taken up, and no steeper than can be sewn.
func (s *Skirt) profile(k int, hem, top float64) func(up float64) float64 {
	along := s.Straightest(k, hem)
	hip := max(0, min(s.HipUp((s.bearings[k]+s.bearings[k+1])/2), top))
	atHip, slope := along(hip)
	slope = min(slope, 0)
	return func(up float64) float64 {
		w, _ := along(up)
		if s.Close {
			return w
		}
		if up > hip {
			w = max(w, atHip+slope*(up-hip))
		}
		return max(w, hem-steepest*up)
	}
}

// Into adds the skirt's pieces, its band and all its seams to a draft, and
// gives the width of its top.
func (s *Skirt) Into(d *draft.Draft) (top float64, err error) {
	s.seams()
	hems, err := s.hems()
	if err != nil {
		return 0, err
	}
	n := len(s.bearings) - 1
	// What each half gore's top is sewn to, and what it measures.
	waist := s.On.At(0)
	band, tops, long := make([]float64, n), make([]float64, n), make([]float64, n+1)
	for j, b := range s.bearings {
		if long[j] = s.Length(b); long[j] < 120 {
			return 0, fmt.Errorf("the skirt would be only %s long: make it longer", measure.Tell(max(long[j], 0)))
		}
	}
	arcs := waist.Arcs(s.bearings...)
	for k := range n {
		band[k] = s.Band.Lower * arcs[k] / waist.Girth()
	}
	RemarkSlope(d, Sloped(long, band))
	for k := range n {
		g := &Gore{Left: long[k], Right: long[k+1], Allowance: s.Band.Allowance, Turned: s.Turned, Fold: s.onFold(k), even: s.Close}
		s.name(g, k, n, long)
		middle := (g.Left + g.Right) / 2
		g.Width = s.profile(k, hems[k], middle)
		if k == n-1 && !s.Close {
			g.Width = func(float64) float64 { return hems[n-1] }
		}
		across := g.Width(middle)
		if g.Fold {
			across /= 2
		}
		tops[k] = max(math.Hypot(across, long[k+1]-long[k]), band[k])
		if tops[k]-band[k] < easily && k < n-1 {
			tops[k] = band[k]
		}
		g.Top = tops[k]
		s.gores = append(s.gores, g)
	}
	s.slopes(long, tops)
	for k, g := range s.gores {
		p, err := g.Piece()
		if err != nil {
			return 0, err
		}
		if !g.Fold {
			p.Cut, p.Mirrored = 2, true
		}
		top += 2 * tops[k]
		if k == n-1 {
			open := min(s.Band.Opening, g.Left-60)
			top := g.centre()
			p.Marks = append(p.Marks, pattern.Mark{Kind: pattern.Placket, Path: []plane.Point{top, {X: 0, Y: top.Y - open}},
				Label: "opening"})
			d.Placket(open, s.Band.Allowance)
		}
		if takeup(tops[k], band[k]) == pattern.Gathers {
			e, _ := p.Edge("top")
			p.GatherRows(e.Line)
		}
		d.Pieces = append(d.Pieces, p)
		if k > 0 {
			edge := "left"
			if k == n-1 {
				edge = "right"
			}
			d.Sew(fmt.Sprintf("seam-%d", k), s.gores[k-1].ID, "right", g.ID, edge, "plain")
		}
	}
	stretches := s.bandSeams(d, band, tops)
	d.Pieces = append([]pattern.Piece{s.Band.Piece(stretches...)}, d.Pieces...)
	return top, nil
}

// steepTop is how steeply the waist line of a gore may slope, as a part of its
// length (from memory: beyond that it can't be sewn to a band).
const steepTop = 0.7

// Sloped brings the lengths at the seams so close together that every gore's
// top, of the given length, can slope from one to the other, and tells by how
// much it moved any: that much is off level at the hem.
func Sloped(long, tops []float64) (moved float64) {
	was := slices.Clone(long)
	for range 200 {
		still := true
		for k, t := range tops {
			if over := math.Abs(long[k+1]-long[k]) - steepTop*t; over > 1e-6 {
				still = false
				by := math.Copysign(over/2, long[k+1]-long[k])
				long[k] += by
				long[k+1] -= by
			}
		}
		if still {
			break
		}
	}
	for j := range long {
		moved = max(moved, math.Abs(long[j]-was[j]))
	}
	return moved
}

// RemarkSlope says that the hem can't be drafted level.
func RemarkSlope(d *draft.Draft, moved float64) {
	if moved > 3 {
		d.Remark(false, "The hem can’t be drafted level", fmt.Sprintf("The ways from waist to floor differ more from front to side and "+
			"back than a waist edge can slope: the hem is up to %s off. Measure the three once more; if they stand, level the hem on "+
			"the wearer.", measure.Tell(moved)))
	}
}

// easily is a difference that is simply not drafted, mm.
const easily = 3.0

// takeup is how a top is brought to its part of the band: a little is eased,
// more laid in small pleats, much gathered (from memory).
func takeup(top, band float64) pattern.Takeup {
	switch more := top - band; {
	case more <= pattern.Slack/2:
		return pattern.Equal
	case more <= 0.04*band:
		return pattern.Eased
	case more <= 60 && more <= 0.6*band:
		return pattern.SmallPleats
	default:
		return pattern.Gathers
	}
}

// Row is the level line on a gore at a height above the hem, measured along
// its sides; nil when the piece is no gore or ends below it.
func (s *Skirt) Row(piece string, up float64) []plane.Point {
	for _, g := range s.gores {
		if g.ID == piece {
			return g.Row(up)
		}
	}
	return nil
}

// Round is the skirt's cloth round at a height above the hem.
func (s *Skirt) Round(up float64) float64 {
	sum := 0.0
	for _, g := range s.gores {
		sum += 2 * plane.Length(g.Row(min(up, min(g.Left, g.Right))))
	}
	return sum
}

// Reach is the drop of the hem.
func (s *Skirt) Reach() float64 { return s.drops[0] }

// Flare is the outline a skirt's cloth hangs in, from the waist to its hem: it
// falls straight from the widest place above, and stands out from there by a
// part of what the hem has more. inFolds is that part (from memory).
func Flare(on figure.Figure, from, to, hem, inFolds float64) []draft.Hang {
	hip := max(on.Drop(figure.Hip), from+1)
	out := []draft.Hang{{Drop: from, Girth: on.Girth(from)}}
	straight := on.At(from)
	at := func(drop float64) draft.Hang {
		straight = straight.With(on.At(drop))
		g := straight.Girth()
		share := (drop - hip) / max(to-hip, 1)
		return draft.Hang{Drop: drop, Girth: g + max(0, (hem-g)*inFolds)*max(share, 0)}
	}
	for drop := hip; drop < to; drop += 60 {
		out = append(out, at(drop))
	}
	return append(out, at(to))
}

// bandSeams sews the gores to the band, round it from the opening: the left half from the
// back, then the right.
func (s *Skirt) bandSeams(d *draft.Draft, band, tops []float64) (stretches []pattern.Stretch) {
	n := len(band)
	add := func(side pattern.Hand, k int) {
		piece := s.gores[k].ID
		id := "to-" + piece + "-" + string(side)
		stretches = append(stretches, pattern.Stretch{ID: id, Name: "to the " + piece + ", " + string(side), Length: band[k]})
		d.Seams = append(d.Seams, pattern.Seam{ID: "band-" + piece + "-" + string(side),
			A: pattern.Side{Piece: "band", Edge: id}, B: pattern.Side{Piece: piece, Edge: "top", Copy: pattern.Copy{Hand: side}},
			Ease: tops[k] - band[k], Absorbed: takeup(tops[k], band[k]), Join: pattern.Banded})
	}
	for k := n - 1; k >= 0; k-- {
		add(pattern.Left, k)
	}
	for k := range n {
		add(pattern.Right, k)
	}
	return stretches
}

// slopes gives every two neighbouring gores the slope of the whole top where they meet.
func (s *Skirt) slopes(long, tops []float64) {
	n := len(tops)
	for k := 1; k < n; k++ {
		slope := math.Atan2(long[k+1]-long[k-1], tops[k-1]+tops[k])
		s.gores[k-1].SlopeRight = slope
		if k < n-1 {
			s.gores[k].SlopeLeft = slope
		} else {
			s.gores[k].SlopeRight = -slope // its side is its right edge
		}
	}
}

// name names the gore at a place, n in all; the centre back is the back breadth's fold.
func (s *Skirt) name(g *Gore, k, n int, long []float64) {
	switch k {
	case 0:
		g.ID, g.Name = "front", "Front"
	case n - 1:
		g.ID, g.Name = "back", "Back breadth"
		g.Left, g.Right = long[n], long[n-1] // the centre back is its fold
	default:
		g.ID, g.Name = fmt.Sprintf("side-%d", k), "Side gore"
		switch {
		case n == 4:
			g.Name = []string{"", "Side front gore", "Side back gore"}[k]
		case n > 4:
			g.Name = fmt.Sprintf("Side gore %d", k)
		}
	}
}

// BearingOf is the bearing at which a share of a section's half girth lies, from the centre front.
func BearingOf(waist figure.Section, share float64) float64 {
	half := waist.Arc(0, 180)
	low, high := 0.0, 180.0
	for range 50 {
		if mid := (low + high) / 2; waist.Arc(0, mid) < share*half {
			low = mid
		} else {
			high = mid
		}
	}
	if share >= 1 {
		return 180
	}
	return (low + high) / 2
}
