// Package wrap holds what is worn over everything: capes and cloaks.
package wrap

import (
	"fmt"
	"math"
	"slices"
	"sort"

	"ardentgusset/core/caution"
	"ardentgusset/core/closure"
	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/part"
	"ardentgusset/core/family"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/sewn"
	"ardentgusset/core/work"

	"gonum.org/v1/gonum/interp"
)

// Cloak is a cape or cloak cut as a part of a circle, open before, with a hood, a collar or a bound neck.
// Its neck edge is an arc; its hem is as far from that, all round, as the way over shoulders and skirts is
// long, so that it hangs level.
type Cloak struct{}

// About describes it.
func (Cloak) About() draft.About {
	return draft.About{Kind: "cloak", Name: "Cape or cloak", Family: family.Wrap,
		What: "Half a circle or more, hung from the neck and open before; to the waist or to the ground, with a hood or a collar. Cut to " +
			"hang level over what is worn under it.",
		Usual: cloth.Fabric{Name: "Fulled wool", Colour: "madder", Width: 1500, Selvedge: 10, Thickness: 1.4, Weight: 480, Shrinkage: 0.03}}
}

// shortest is how long a cape is at least, and abovePath how far a cloak clears the floor by default, mm
// (from memory).
const shortest, abovePath = 280.0, 60.0

// Parameters are what is asked about it.
func (Cloak) Parameters() []draft.Parameter {
	long := part.LengthFrom("Length behind, from the nape", shortest, 2000, "to ⟦6 cm⟧ above the floor",
		"Over whatever stands out behind. A short cape ⟦30 cm⟧ to ⟦45 cm⟧.", func(on figure.Figure, _ draft.Values) (float64,
			figure.Source) {
			return on.Over(180, on.Floor()-abovePath), figure.Memory
		})
	long.Between = func(on figure.Figure, _ draft.Values) (float64, float64) { return shortest, on.Over(180, on.Floor()) }
	panels := draft.Tally(draft.Panels, "Panels a side", 1, 4, 1, "", figure.Memory,
		"More fit a narrower cloth; with one the whole of it lies on the fold behind.")
	panels.Rule = "as many as a cloth of ⟦150 cm⟧ needs"
	panels.Default = func(on figure.Figure, v draft.Values) (float64, figure.Reason) {
		n := 1
		if c, err := cut(on, v); err == nil {
			for n < 4 && across(c.neck+slices.Max(c.ways), c.whole, n)+2*seamRoom > usualCloth {
				n++
			}
		}
		return float64(n), figure.Reason{Text: "a panel lies across a cloth of ⟦150 cm⟧", Source: figure.Memory}
	}
	deep := draft.MmFrom("hood_deep", "Hood, from the face to the back", 180, 520, "⟦24 cm⟧ to ⟦26 cm⟧, or as long as the neck needs",
		"A full cloak’s hood to ⟦38 cm⟧.", func(on figure.Figure, v draft.Values) (float64, figure.Source) {
			return max(250, math.Ceil(halfNeck(on, v)+30)), figure.Memory
		})
	deep.Between = func(on figure.Figure, v draft.Values) (float64, float64) { return math.Ceil(halfNeck(on, v)), 520 }
	high := draft.Mm("hood_high", "Hood, from the neck to the crown", 260, 560, 340, "⟦30 cm⟧ to ⟦34 cm⟧; over dressed hair "+
		"⟦8 cm⟧ to ⟦15 cm⟧ more",
		figure.Memory, "Along the face.")
	stand := draft.Mm("collar", "Collar, high", 20, 160, 50, "⟦4 cm⟧ to ⟦6 cm⟧", figure.Memory, "Standing, cut twice.")
	for p, is := range map[*draft.Parameter]string{&deep: "hood", &high: "hood", &stand: "collar"} {
		p.When = func(v draft.Values) bool { return v.Choice("neck") == is }
	}
	full := draft.Times(neckFull, "Neck edge, gathered in, times what it is drawn to", 1, mostNeck, 1, "", figure.Practice,
		"A half circle that is plain at the neck has too little cloth for shoulders and arms: gathered it falls over them.")
	full.Rule = "as much as closes over shoulders and arms, in the sleeves that are worn"
	full.Default = func(on figure.Figure, v draft.Values) (float64, figure.Reason) {
		times := 1.0
		for times < mostNeck {
			c, err := cut(on, v.With(map[draft.Key]float64{neckFull: times}, nil))
			if err != nil {
				return 1, figure.Reason{Text: "plain", Source: figure.Practice}
			}
			short, _ := c.short(on)
			if short <= 0 {
				break
			}
			times = max(math.Ceil((times+short/(2*halfNeck(on, v)))*20), times*20+1) / 20
		}
		if times == 1 {
			return 1, figure.Reason{Text: "plain: it closes over shoulders and arms", Source: figure.Practice}
		}
		return min(times, mostNeck), figure.Reason{Text: "closes over shoulders and arms", Source: figure.Practice}
	}
	return []draft.Parameter{long,
		draft.Times(draft.Circle, "Part of a circle", 0.4, 1, 0.5, "half a circle: little cloth, and it hangs close", figure.Memory,
			"½ hangs close, ¾ falls in folds, a whole circle in deep ones.").Saving("Less of a circle"),
		draft.Mm(draft.Ease, "Ease at the neck", 0, 80, 20, "over a collar more", figure.Memory, "Added to the neck."),
		full, panels,
		draft.OneOf("neck", "At the neck", "It carries the weight: a hood or a collar helps to hold it.", "hood", "a hood",
			"collar", "a collar",
			"bound", "bound"), deep, high, stand,
		draft.OneOf("lining", "Lining", "Of the same pieces, its hem left free.", "none", "none", "lined", "lined"),
		draft.Times("give", "The bias gives, %", 0, 10, 2, "wool 2 to 3", figure.Memory,
			"Of its length, where it hangs on the bias: what the hem drops by there, and is levelled by."),
		draft.Mm(draft.Hem, "Hem allowance", 4, 60, 20, "narrow: a wide one does not lie on the curve", figure.Practice, "Turned, or "+
			"faced on the bias."),
		part.Allowance(6, 25, 15, "enough to fell", figure.Practice, "At every seam, the neck and the fronts.")}
}

// stretches is by how much a neck edge, on every grain, is cut shorter than it is sewn, mm (common
// practice, no source).
const stretches = 5.0

// usualCloth is what a wide cloth has between its selvedges once it is washed, and seamRoom what a seam takes
// at most, mm (from memory).
const usualCloth, seamRoom = 1430.0, 25.0

// across is how wide a panel of a half circle of some angle lies with its middle along the cloth, when
// there are n a side and the back is on the fold, mm.
func across(radius, whole float64, n int) float64 {
	one := 2 * whole
	if n > 1 {
		one = whole / (float64(n) - 0.5)
	}
	return 2 * radius * math.Sin(min(one/2, math.Pi/2))
}

// neckFull is how many times the length it is drawn to the neck edge is cut, mostNeck what a neck takes at most (from memory).
const (
	neckFull draft.Key = "neck_full"
	mostNeck           = 2.0
)

// halfNeck is half of the neck edge as it is sewn, before it stretches, mm.
func halfNeck(on figure.Figure, v draft.Values) float64 {
	return (on.Length("neck_girth") + v.Number(draft.Ease) - stretches) / 2
}

// cloak is it as it is cut: the left half, round the middle of the circle.
type cloak struct {
	whole float64 // angle of the half
	neck  float64 // radius of the neck edge
	drop  float64 // of its hem
	angle []float64
	ways  []float64 // from the neck edge to the hem, by angle
	hem   interp.FritschButland
	moved float64                      // by how much the smooth hem is off level at most, mm
	falls []func(drop float64) float64 // from the neck edge down, by angle
}

// ring is what it measures round itself at a drop, from front edge to front edge, mm.
func (c *cloak) ring(drop float64) float64 {
	return c.round(func(i int) float64 { return min(c.falls[i](drop), c.ways[i]) })
}

// short is by how much it is narrower than body and arms at rest with some room, where it is so the most, and the drop of that;
// negative when it has more everywhere.
func (c *cloak) short(on figure.Figure) (most, at float64) {
	most = math.Inf(-1)
	for drop := overShoulder - on.Torso().ShoulderPoint.Z; drop < c.drop; drop += 30 {
		if short := on.Armed(drop).Girth() + over + surely - c.ring(drop); short > most {
			most, at = short, drop
		}
	}
	return most, at
}

// overArms is the drop a hand below the shoulders' ends, or of its hem where that is higher.
func (c *cloak) overArms(on figure.Figure) float64 {
	return min(80-on.Torso().ShoulderPoint.Z, c.drop)
}

// overShoulder is how far below the shoulder's end a wrap lies round the arms and no longer on them, and over what it has more
// than body and arms at least, mm (both from memory). surely is what is looked for besides, so that the pieces as they are drawn,
// which are measured, have it.
const overShoulder, over, surely = 20.0, 30.0, 4.0

// waves is how many half waves a hem is drawn with from the centre front to the centre back: a cloth that
// hangs in folds does not follow the edge of a shoulder or of a bustle closer (from memory).
const waves = 4

// smoothed makes lengths at even steps from the centre front to the centre back a sum of a few waves, level
// into both, and tells the most that it changed one by.
func smoothed(ways []float64) (moved float64) {
	n := len(ways) - 1
	out := make([]float64, n+1)
	for k := range waves + 1 {
		sum := 0.0
		for i, w := range ways {
			share := 2 / float64(n)
			if i == 0 || i == n {
				share /= 2
			}
			if k == 0 {
				share /= 2
			}
			sum += share * w * math.Cos(math.Pi*float64(k*i)/float64(n))
		}
		for i := range out {
			out[i] += sum * math.Cos(math.Pi*float64(k*i)/float64(n))
		}
	}
	for i := range ways {
		moved = max(moved, math.Abs(ways[i]-out[i]))
	}
	copy(ways, out)
	return moved
}

// cut lays the circle out.
func cut(on figure.Figure, v draft.Values) (*cloak, error) {
	const steps = 60
	c := &cloak{whole: math.Pi * v.Number(draft.Circle)}
	c.neck = halfNeck(on, v) * v.Number(neckFull) / c.whole
	hangs := on.OverArms()
	behind := hangs(180)
	low, high := -on.Torso().Nape.Z+shortest/2, on.Floor()
	for range 50 {
		if mid := (low + high) / 2; behind(mid) < v.Number(draft.FullLength) {
			low = mid
		} else {
			high = mid
		}
	}
	c.drop = (low + high) / 2
	neck := on.At(-on.Torso().NeckPoint.Z)
	for i := range steps + 1 {
		b := 180 * float64(i) / steps
		c.angle = append(c.angle, c.whole*2*neck.Arc(0, b)/neck.Girth())
		c.falls = append(c.falls, hangs(b))
		c.ways = append(c.ways, c.falls[i](c.drop))
		if c.ways[i] < shortest/3 {
			return nil, fmt.Errorf("it would be only %s long before: make it longer", measure.Tell(max(c.ways[i], 0)))
		}
	}
	c.angle[steps] = c.whole
	c.moved = smoothed(c.ways)
	by := v.Number(draft.FullLength) - c.ways[steps] // behind it is as long as asked
	for i := range c.ways {
		c.ways[i] += by
	}
	c.moved += math.Abs(by)
	// Alike on both sides of the centre back, and beyond the front edges.
	xs := append([]float64{-c.angle[1]}, append(slices.Clone(c.angle), 2*c.whole-c.angle[steps-1])...)
	ys := append([]float64{c.ways[1]}, append(slices.Clone(c.ways), c.ways[steps-1])...)
	if err := c.hem.Fit(xs, ys); err != nil {
		return nil, fmt.Errorf("the hem can’t be drawn on this body: %w", err)
	}
	return c, nil
}

// level is where a drop of the figure lies on what is between two angles, drawn as panel draws it.
func (c *cloak) level(from, to, about, way, drop float64) []plane.Point {
	downs := make([]float64, len(c.angle))
	for i := range downs {
		downs[i] = min(c.falls[i](drop), c.ways[i])
	}
	const steps = 40
	var out []plane.Point
	for i := range steps + 1 {
		a := from + (to-from)*float64(i)/steps
		k := min(max(sort.SearchFloat64s(c.angle, a), 1), len(c.angle)-1)
		share := (a - c.angle[k-1]) / (c.angle[k] - c.angle[k-1])
		sin, cos := math.Sincos(way * (a - about))
		out = append(out, plane.Pt(sin, -cos).Times(c.neck+downs[k-1]+(downs[k]-downs[k-1])*share))
	}
	return out
}

// panel is what lies between two angles, drawn about one of them; way −1 is seen from behind.
func (c *cloak) panel(from, to, about, way float64) (hem, right, top, left []plane.Point) {
	place := func(radius, angle float64) plane.Point {
		sin, cos := math.Sincos(way * (angle - about))
		return plane.Pt(radius*sin, -radius*cos)
	}
	n := max(int(math.Ceil((to-from)/0.0035)), 4) // so close that the hem runs on over the seams
	var upper []plane.Point
	for i := range n + 1 {
		a := from + (to-from)*float64(i)/float64(n)
		hem, upper = append(hem, place(c.neck+c.hem.Predict(a), a)), append(upper, place(c.neck, a))
	}
	if way < 0 {
		hem, upper = plane.Reversed(hem), plane.Reversed(upper)
	}
	return hem, []plane.Point{hem[n], upper[n]}, plane.Reversed(upper), []plane.Point{upper[0], hem[0]}
}

// round is how long a line of the whole cloak is that lies so far from the neck edge, by angle.
func (c *cloak) round(down func(i int) float64) (sum float64) {
	for i := 1; i < len(c.angle); i++ {
		a, b := c.neck+down(i-1), c.neck+down(i)
		d := c.angle[i] - c.angle[i-1]
		sum += 2 * math.Sqrt(a*a+b*b-2*a*b*math.Cos(d))
	}
	return sum
}

// pieces are the panels from the front to the back, with the levels of the figure that lie on them.
func (c *cloak) pieces(v draft.Values, drops ...float64) []pattern.Piece {
	n := v.Whole(draft.Panels)
	one := c.whole / (float64(n) - 0.5) // the back lies half on the fold
	if n == 1 {
		one = c.whole
	}
	var out []pattern.Piece
	for k := range n {
		from, to := one*float64(k), min(one*float64(k+1), c.whole)
		p := pattern.Piece{ID: fmt.Sprintf("side-%d", k), Name: "Side panel", Cut: 2, Mirrored: true}
		about, way := (from+to)/2, 1.0
		left := pattern.Edge{ID: "left", Name: "front edge", Allowance: v.Number(draft.Allowance)}
		right := pattern.Edge{ID: "right", Name: "back edge", Allowance: v.Number(draft.Allowance)}
		switch {
		case k == n-1:
			p = pattern.Piece{ID: "back", Name: "Back", Cut: 1, Fold: "centre"}
			if n == 1 {
				p.Name = "Half, on the fold"
			}
			about, way = to, -1
			left = pattern.Edge{ID: "centre", Name: "centre, on the fold"}
			right.Name = "front edge"
		case k == 0:
			p.ID, p.Name = "front", "Front"
		case n > 3:
			p.Name = fmt.Sprintf("Side panel %d", k)
		}
		hem, side, top, other := c.panel(from, to, about, way)
		for _, drop := range drops {
			p.Levels = append(p.Levels, pattern.Level{Drop: drop, Path: c.level(from, to, about, way, drop)})
		}
		right.Line, left.Line = side, other
		p.Edges = []pattern.Edge{{ID: "hem", Name: "hem", Line: hem, Allowance: v.Number(draft.Hem), Turned: true}, right,
			{ID: "top", Name: "neck edge", Line: top, Allowance: v.Number(draft.Allowance)}, left}
		p.Be(pattern.Hem, "hem")
		open := "left"
		if n == 1 {
			open = "right"
		}
		if k == 0 {
			p.Be(pattern.Opening, open)
			if v.Choice("lining") == "lined" {
				p.Be(pattern.Layered, open)
			}
		}
		if v.Choice("neck") == "bound" {
			p.Be(pattern.Bound, "top")
			p.Allow(0, "top")
		}
		if v.Choice("lining") == "lined" {
			p.Cut *= 2
			p.LayeredApart(pattern.ForLining)
		}
		out = append(out, p)
	}
	return out
}

// Draft drafts it.
func (Cloak) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	c, err := cut(on, v)
	if err != nil {
		return draft.Draft{}, err
	}
	_, at := c.short(on)
	d := draft.Draft{Pieces: c.pieces(v, at, c.overArms(on)), Cautions: []caution.Caution{caution.Flame, caution.Iron, caution.Needle}}
	n := len(d.Pieces)
	var necks []neckPart // from the front
	full := v.Number(neckFull)
	for k := range n {
		p := &d.Pieces[k]
		e, _ := p.Edge("top")
		necks = append(necks, neckPart{pattern.Stretch{ID: "to-" + p.ID, Name: "to the " + p.ID, Length: e.Length() / full}, e.Length()})
		if full > 1 {
			p.GatherRows(e.Line)
		}
		if k > 0 {
			edge := "left"
			if k == n-1 {
				edge = "right"
			}
			d.Sew(fmt.Sprintf("seam-%d", k), d.Pieces[k-1].ID, "right", p.ID, edge, "run-and-fell")
		}
	}
	switch v.Choice("neck") {
	case "hood":
		hood(&d, v, necks)
	case "collar":
		collar(&d, v, necks)
	}
	c.finish(&d, on, v, in)
	d.Entry = draft.Entry{At: draft.AtFront, Through: true}
	return d, nil
}

// heavy is what a neck carries without straps, g (from memory).
const heavy = 1300.0

// foldsOf is the part of what its hem has more than it hangs over that shows as girth (from memory).
const foldsOf = 0.4

// finish measures, closes and says what is particular.
func (c *cloak) finish(d *draft.Draft, on figure.Figure, v draft.Values, in cloth.Fabric) {
	neck, hem, full := 0.0, 0.0, v.Number(neckFull) // as the panels have it
	for i := range d.Pieces {
		top, panel := d.Pieces[i].Edge("top")
		if low, ok := d.Pieces[i].Edge("hem"); ok && panel {
			neck, hem = neck+2*top.Length(), hem+2*low.Length()
		}
	}
	d.Measure("neck", "the neck edge", "as it is cut", neck)
	if full > 1 {
		d.Measure("neck.drawn", "the neck edge", "drawn to", neck/full)
	}
	d.Measure("hem", "the hem", "from front edge to front edge", hem)
	for i, where := range []string{"front", "side", "back"} {
		d.Measure("length."+where, "the cloak", "in length at the "+where, c.ways[i*(len(c.ways)-1)/2])
		d.Spares = append(d.Spares, draft.Spare{Dimension: "length." + where, Where: "the hem, " + where,
			Slide: max(v.Number(draft.Hem)-6, 0)})
	}
	_, at := c.short(on)
	for _, r := range sewn.Rings(d.Pieces, d.Seams) {
		if r.Drop == c.overArms(on) {
			d.Measure("shoulders", "the cloak", "round shoulders and arms", r.Girth)
		}
		if short := on.Armed(at).Girth() + over - r.Girth; r.Drop == at && short > pattern.Slack {
			c.gapes(d, on, v, r)
		}
	}
	layers, thick := 1.0, float64(in.Thickness)
	if v.Choice("lining") == "lined" {
		layers = 1.6 // a lining is thinner
	}
	area := 0.0
	for i := range d.Pieces {
		area += d.Pieces[i].Area() * float64(d.Pieces[i].CutOf(pattern.ForOuter))
	}
	if grams := area / 1e6 * float64(in.Weight) * (1 + (layers-1)/2); grams > heavy {
		d.Remark(false, "It weighs on the neck", fmt.Sprintf("Some %s. Two straps inside, from the neck round under the arms and tied "+
			"behind, carry it on the shoulders.", measure.TellMass(grams)))
	}
	top := -on.Torso().NeckPoint.Z
	d.Wear.Cover = []figure.Depth{{Drop: top, Depth: thick * layers * 1.5}, {Drop: c.drop, Depth: thick * layers * 1.5}}
	d.Wear.Hang, d.Wear.Hem = part.Flare(on, -on.Torso().ShoulderPoint.Z, c.drop, hem, foldsOf), hem
	d.Fasten(closure.Hooks, 1, 0, "at the neck")
	d.Buy("tape", "Stay tape, "+measure.TellStock(10), (neck/full+50)/1000, "m", "along the neck edge, which lies on every grain "+
		"and stretches")
	c.tell(d, v, in)
}

// gapes says by how much it falls open before, and offers the settings with which it closes, tried one after the other.
func (c *cloak) gapes(d *draft.Draft, on figure.Figure, v draft.Values, r sewn.Ring) {
	round := on.Armed(r.Drop).Girth()
	text := fmt.Sprintf("%s below the neck it measures %s, body and arms at rest %s: closed at the neck it drags, or falls open before "+
		"by %s.", measure.Tell(r.Drop+on.Torso().NeckPoint.Z), measure.Tell(r.Girth), measure.Tell(round), measure.Tell(round+over-r.Girth))
	for circle := v.Number(draft.Circle); circle <= 1; circle += 0.05 {
		for full := v.Number(neckFull); full <= mostNeck; full += 0.05 {
			set := map[draft.Key]float64{draft.Circle: math.Round(circle*20) / 20, neckFull: math.Round(full*20) / 20}
			if other, err := cut(on, v.With(set, nil)); err == nil {
				if still, _ := other.short(on); still <= 0 {
					d.Offer(false, "It does not close over the arms", text, "More cloth round the neck",
						draft.Settings{draft.Circle: set[draft.Circle], neckFull: set[neckFull]})
					return
				}
			}
		}
	}
	d.Remark(false, "It does not close over the arms", text)
}

// tell says what is particular about its making.
func (c *cloak) tell(d *draft.Draft, v draft.Values, in cloth.Fabric) {
	n, most := v.Whole(draft.Panels), slices.Max(c.ways)
	drop := most * v.Number("give") / 100
	wide := across(c.neck+most, c.whole, n)
	if room := float64(in.Width - 2*in.Selvedge); wide+2*v.Number(draft.Allowance) > room && n < 4 {
		d.Offer(false, "A panel is wider than the cloth", fmt.Sprintf("It is %s wide with its seams, the cloth %s between its selvedges.",
			measure.Tell(wide+2*v.Number(draft.Allowance)), measure.Tell(room)), "One panel more a side",
			draft.Settings{draft.Panels: float64(n + 1)})
	}
	d.MockUp = "The upper ⟦30 cm⟧ in cheap cloth, over all that is worn under it: the neck lies where it is meant to, nothing " +
		"drags at the shoulders."
	if full := v.Number(neckFull); full > 1 {
		d.Tell(work.ToStay,
			fmt.Sprintf("The neck edge is drawn up evenly to the tape first, %s in all.", measure.Tell(2*c.neck*c.whole/full)))
	} else {
		d.Tell(work.ToStay, "The neck edge, at once when it is cut.")
	}
	d.Tell(work.ToHang, fmt.Sprintf("It drops by %s or so half way between the threads, by a quarter of that at 15°, along them by nothing.",
		measure.Tell(drop)))
	d.Tell(work.ToHem, fmt.Sprintf("Trim it level first, worn over the skirts: it is drafted smooth, level to %s. Turn it with a "+
		"gathering thread.", measure.TellFine(c.moved)))
}
