package foundation

import (
	"fmt"
	"math"

	"ardentgusset/core/caution"
	"ardentgusset/core/closure"
	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/part"
	"ardentgusset/core/family"
	"ardentgusset/core/figure"
	"ardentgusset/core/fullness"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/surface"
	"ardentgusset/core/work"
)

// BustSupport is a light support with a cup divided at the bust line, its
// lower half pleated, on a band, with straps.
type BustSupport struct{}

// About describes it.
func (BustSupport) About() draft.About {
	return draft.About{Kind: "bust-support", Name: "Bust support with pleated cups", Family: family.Foundation,
		What: "A band, cups divided across the bust with pleats below, straps; for bustiers and the soft lines of the 1910s to 1950s.",
		Usual: cloth.Fabric{Name: "Cotton poplin", Colour: "chalk", Width: 1450, Selvedge: 10, Thickness: 0.3, Weight: 120,
			Shrinkage: 0.03}}
}

// Parameters are what is asked about it.
func (BustSupport) Parameters() []draft.Parameter {
	return []draft.Parameter{
		draft.Mm(draft.Band, "Band under the bust, finished", 15, 120, 45, "holds without bones", figure.Memory,
			"Double; it carries what the straps do not."),
		draft.Mm("snug", "Band smaller than the body by", 0, 40, 10, "close", figure.Memory, "All round under the bust."),
		draft.Mm("above", "Cup above the bust line", 40, 160, 85, "covers the bust", figure.Memory, "At the strap."),
		draft.Tally(draft.Pleats, "Pleats in the lower cup", 0, 8, 3, "slashed and spread", figure.Practice,
			"Each is opened by its width at the bust line and runs out at the band."),
		draft.Mm("pleat", "Each pleat opens", 5, 30, 14, "twice its fold", figure.Practice,
			"Fold the pleats before cutting the edge, so that the outline jogs right."),
		draft.Mm("strap", "Strap, finished width", 8, 40, 16, "a folded strip", figure.Practice, "Cut at four times this."),
		draft.Mm(draft.Lap, "Lap of the closure behind", 15, 60, 30, "two rows of hooks", figure.Practice, "At the centre back."),
		part.Allowance(5, 20, 8, "narrow inside curves", figure.Practice, "Only where a seam will be."),
	}
}

// Draft drafts it to a figure, in a cloth.
func (BustSupport) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	under, bust := on.GirthAt(figure.Underbust)-v.Number("snug"), on.GirthAt(figure.Bust)
	// The front takes more of the bust line than of the band: that is the bust.
	// On flat bodies cups still ask for a little more than that (from memory).
	const frontBand, leastFront = 0.5, 0.555
	over := overBust(on, frontBand)
	frontBust := max(over.share, leastFront)
	c := cups{low: under / 2 * frontBand, wide: bust / 2 * frontBust, seam: v.Number(draft.Allowance), n: v.Whole(draft.Pleats),
		open: v.Number("pleat"), side: over.side, centre: over.centre}
	room := c.wide - c.low // what the cup must bring in
	if room < 4 {
		return draft.Draft{}, fmt.Errorf("the bust is hardly wider than the body below it: a plain band serves; the bust measures %s, "+
			"under it %s", measure.Tell(bust), measure.Tell(on.GirthAt(figure.Underbust)))
	}
	// Over its fullest place the lower cup is as long as the way there over the body: the cross seam
	// bows by what that is more than at centre and side, on both cups.
	const flattest = 8.0
	c.sag = max(over.point-(c.side+c.centre)/2, flattest)
	c.plain()
	lower, upper := c.lowerCup(), c.upperCup(v.Number("above"), v.Number("strap"))
	if line, _ := lower.Outline(); crossed(line) {
		return draft.Draft{}, fmt.Errorf("%s that each open %s fan the cup round onto itself: choose fewer or narrower pleats",
			measure.Count(c.n, "pleat"), measure.TellFine(c.open))
	}
	lowBack, wideBack := under/2*(1-frontBand), bust/2*(1-frontBust)
	lowerSide, _ := lower.Edge("side")
	upperSide, _ := upper.Edge("side")
	back, backTop := supportBack(lowBack, wideBack, lowerSide.Length(), upperSide.Length(), c.seam, v.Number(draft.Lap))
	band := supportBand(under, lowBack, c.seam, v)
	reach := on.Length("neck_to_bust_point") - v.Number("above") + on.Length("back_waist_length") - (-on.Drop(figure.Underbust) + backTop)
	strap := pattern.Rectangle("strap", "Strap", 4*v.Number("strap"), max(reach, 150)+60, 0)
	strap.Cut, strap.EitherWay = 2, true
	d := draft.Draft{Cautions: []caution.Caution{caution.Iron}, Pieces: []pattern.Piece{upper, lower, back, band, strap}}
	c.sew(&d)
	d.Measure("underbust.made", "the band", "in length", under)
	d.Measure("bust.made", "the cups and back", "at the bust line", 2*(c.wide+wideBack))
	d.Measure("cross", "each cup", "along its bust line", plane.Length(c.line))
	d.Spares = []draft.Spare{{Dimension: "underbust.made", Where: "the closure behind", Slide: v.Number(draft.Lap) - 15}}
	d.Fasten(closure.Hooks, int(math.Ceil(v.Number(draft.Band)/15))+1, 0,
		"one every "+measure.TellFine(15)+" of the band, one above it")
	c.remark(&d)
	t := 2 * float64(in.Thickness)
	d.Wear.Cover = []figure.Depth{{Drop: on.Drop(figure.Bust) - v.Number("above")*0.6, Depth: t},
		{Drop: on.Drop(figure.Underbust), Depth: t}, {Drop: on.Drop(figure.Underbust) + v.Number(draft.Band), Depth: 2 * t}}
	tellSupport(&d)
	d.Entry = draft.Entry{At: draft.AtBack, Through: true}
	bp := on.Torso().BustPoint
	d.Strap = draft.Strap{Piece: "strap", Wide: v.Number("strap"),
		Before: draft.StrapEnd{Across: bp.X, Drop: d.Wear.Cover[0].Drop},
		Behind: draft.StrapEnd{Across: bp.X * 0.9, Drop: d.Wear.Cover[0].Drop}}
	return d, nil
}

// wayOver is how the body runs from the underbust line to the bust line, mm: along the centre front,
// over the bust point and up the side; and which share of the half girth at the bust line lies before
// the side.
type wayOver struct{ centre, point, side, share float64 }

// overBust reads it off the body, whose side stands at a share of the half girth under the bust: off
// the body itself, for the band draws the cups in under the bust.
func overBust(on figure.Figure, side float64) wayOver {
	low, high := -on.Drop(figure.Underbust), -on.Drop(figure.Bust)
	form, bp := surface.Of(on.Column(low-20), on.Book()), on.Torso().BustPoint
	up := form.Upright(form.Place(low, side).Y, low, high)
	return wayOver{centre: form.Centre(figure.InFront, low, high).Length(), side: up.Length(),
		point: form.Beside(figure.InFront, [2]float64{low, bp.X}, [2]float64{high, bp.X}).Length(), share: form.Share(up[len(up)-1])}
}

// cups are the two halves of a cup while they are drafted, mm.
type cups struct {
	low, wide    float64 // along the band, and along the bust line before the pleats
	side, centre float64 // height of the lower cup there
	sag          float64 // by which the bust line bows down, from a straight line
	seam         float64
	n            int // pleats
	open         float64

	line []plane.Point // the bust line of the plain lower cup, left to right
	foot []plane.Point // its edge to the band
}

// plain drafts the lower cup without its pleats: its lower edge meets centre and
// side squarely, so that it runs on over both seams of the band.
func (c *cups) plain() {
	a, b := plane.Pt(0, c.centre), plane.Pt(c.wide, c.side)
	peak := plane.Pt(c.wide*0.52, (c.centre+c.side)/2+c.sag)
	// It rises and falls at its ends by half as much again as straight to the peak: more would overshoot.
	const steep = 1.5
	c.line = plane.Join(plane.Sweep(a, plane.Pt(peak.X, steep*(peak.Y-a.Y)), peak, plane.Pt(1, 0)),
		plane.Sweep(peak, plane.Pt(1, 0), b, plane.Pt(b.X-peak.X, steep*(b.Y-peak.Y))))
	end := c.line[len(c.line)-1]
	base := func(chord float64) []plane.Point {
		a, b := plane.Pt((c.wide-chord)/2, 0), plane.Pt((c.wide+chord)/2, 0)
		return plane.Sweep(a, c.line[0].Sub(a).Right(), b, end.Sub(b).Right())
	}
	c.foot = asLong(base, c.low*0.5, c.low, c.low)
}

// asLong is the line of a family, growing between two settings, that is a length
// long.
func asLong(line func(float64) []plane.Point, low, high, long float64) []plane.Point {
	for range 50 {
		if mid := (low + high) / 2; plane.Length(line(mid)) < long {
			low = mid
		} else {
			high = mid
		}
	}
	return line(low)
}

// slash is where the plain cup is slashed for a pleat: on the band and on the bust
// line.
func (c *cups) slash(k int) (toe, head plane.Point) {
	share := 0.3 + 0.4*(float64(k)+0.5)/float64(c.n)
	toe, _ = plane.Along(c.foot, c.low*share)
	x := c.wide * share
	for i := 1; i < len(c.line); i++ {
		if c.line[i].X >= x {
			head = c.line[i-1].Toward(c.line[i], (x-c.line[i-1].X)/(c.line[i].X-c.line[i-1].X))
			break
		}
	}
	return toe, head
}

// turned is a point of the strip past so many slashes when the cup is spread: every
// strip is turned about the foot of its slash, so that each opens the bust line by
// exactly its width and the band edge keeps its length.
func (c *cups) turned(q plane.Point, strips int) plane.Point {
	for k := strips - 1; k >= 0; k-- {
		f, h := c.slash(k)
		q = f.Add(q.Sub(f).Turned(-2 * math.Asin(min(c.open/2/f.To(h), 1))))
	}
	return q
}

// spread is a line of the plain cup when all slashes are open.
func (c *cups) spread(line []plane.Point, atFoot bool) []plane.Point {
	var out []plane.Point
	past := 0
	for i, q := range line {
		for past < c.n {
			f, h := c.slash(past)
			cut := h
			if atFoot {
				cut = f
			}
			if q.X < cut.X || i == 0 {
				break
			}
			out = append(out, c.turned(cut, past), c.turned(cut, past+1))
			past++
		}
		out = append(out, c.turned(q, past))
	}
	return plane.Join(out)
}

func (c *cups) lowerCup() pattern.Piece {
	top, band := c.spread(c.line, false), c.spread(c.foot, true)
	p := pattern.Piece{ID: "lower-cup", Name: "Lower cup", Cut: 4, Also: []pattern.CutFor{{For: pattern.ForLining, N: 2, Apart: true}},
		Mirrored: true, Edges: []pattern.Edge{
			{ID: "band", Name: "to the band", Line: band, Allowance: c.seam},
			{ID: "side", Name: "side edge", Line: []plane.Point{band[len(band)-1], top[len(top)-1]}, Allowance: c.seam},
			{ID: "cross", Name: "bust line, pleated", Line: plane.Reversed(top), Allowance: c.seam},
			{ID: "centre", Name: "centre edge", Line: []plane.Point{top[0], band[0]}, Allowance: c.seam},
		}}
	for k := range c.n {
		f, h := c.slash(k)
		from := c.turned(f, k).Toward(c.turned(h, k), 0.05)
		p.Marks = append(p.Marks, pattern.Mark{Kind: pattern.PleatFold, Path: []plane.Point{from, c.turned(h, k).Toward(from, 0.05)}},
			pattern.Mark{Kind: pattern.PleatTo, Path: []plane.Point{from, c.turned(h, k+1).Toward(from, 0.05)}})
	}
	return p
}

// upperCup has the same bow below, and a sloping neckline to the strap above.
func (c *cups) upperCup(above, strap float64) pattern.Piece {
	up := make([]plane.Point, len(c.line))
	for i, q := range c.line {
		up[i] = plane.Pt(q.X, -(q.Y - (c.centre+c.side)/2))
	}
	x, wide := c.wide*0.58, max(strap, 10)
	corner := up[len(up)-1]
	arm, neck := plane.Pt(corner.X-4, corner.Y+above*0.32), plane.Pt(0, up[0].Y+above*0.2)
	return pattern.Piece{ID: "upper-cup", Name: "Upper cup", Cut: 4, Also: []pattern.CutFor{{For: pattern.ForLining, N: 2, Apart: true}},
		Mirrored: true, Edges: []pattern.Edge{
			{ID: "cross", Name: "bust line", Line: up, Allowance: c.seam},
			{ID: "side", Name: "side edge", Line: []plane.Point{corner, arm}, Allowance: c.seam},
			{ID: "arm", Name: "edge under the arm", Line: plane.Sweep(arm, plane.Pt(-1, 0.15), plane.Pt(x+wide, above),
				plane.Pt(-0.35, 1))},
			{ID: "to-strap", Name: "to the strap", Line: []plane.Point{{X: x + wide, Y: above}, {X: x, Y: above}}, Allowance: c.seam},
			{ID: "neck", Name: "neck edge", Line: plane.Sweep(plane.Pt(x, above), plane.Pt(-0.25, -1), neck, plane.Pt(-1, -0.3))},
			{ID: "centre", Name: "centre edge", Line: []plane.Point{neck, up[0]}, Allowance: c.seam},
		}}
}

func crossed(line []plane.Point) bool {
	_, _, yes := plane.Crossing(line)
	return yes
}

// supportBack runs from the side seam to the closure: low along the band and wide at
// the bust line, beside a lower and an upper cup. Its lower edge, too, meets the side
// squarely, and the closure level. It says how high its closure is.
func supportBack(low, wide, lowerSide, upperSide, seam, lap float64) (back pattern.Piece, top float64) {
	high := lowerSide + upperSide
	lean := min(max(wide-low, -high*0.5), high*0.5)
	sideTop := plane.Pt(-lean, math.Sqrt(max(high*high-lean*lean, 1)))
	top = high * 0.62
	edge := asLong(func(x float64) []plane.Point {
		return plane.Sweep(plane.Pt(0, 0), sideTop.Right(), plane.Pt(x, x*lean/high*0.5), plane.Pt(1, 0))
	}, low*0.5, low, low)
	end := edge[len(edge)-1]
	back = pattern.Piece{ID: "back", Name: "Back", Cut: 4, Also: []pattern.CutFor{{For: pattern.ForLining, N: 2, Apart: true}},
		Mirrored: true,
		Edges: []pattern.Edge{
			{ID: "band", Name: "to the band", Line: edge, Allowance: seam},
			{ID: "closure", Name: "centre back", Line: []plane.Point{end, {X: end.X, Y: top}}, Allowance: lap},
			{ID: "top", Name: "upper edge", Line: plane.Sweep(plane.Pt(end.X, top), plane.Pt(-1, 0), sideTop, plane.Pt(-1, 0.5))},
			{ID: "side", Name: "side edge", Line: []plane.Point{sideTop, {}}, Allowance: seam},
		}}
	back.Split("side", pattern.Stretch{ID: "side-upper", Name: "to the upper cup", Length: upperSide},
		pattern.Stretch{ID: "side-lower", Name: "to the lower cup"})
	return back, top
}

// supportBand is half the band: under the back first, then under the cup.
func supportBand(under, back, seam float64, v draft.Values) pattern.Piece {
	band := pattern.Rectangle("band", "Band, half", under/2, 2*v.Number(draft.Band), seam)
	band.Cut, band.EitherWay = 2, true
	band.Allow(v.Number(draft.Lap), "right")
	band.Split("top", pattern.Stretch{ID: "to-back", Name: "to the back", Length: back},
		pattern.Stretch{ID: "to-cup", Name: "to the lower cup"})
	band.Marks = append(band.Marks, pattern.Mark{Kind: pattern.FoldLine, Label: "fold",
		Path: []plane.Point{{Y: v.Number(draft.Band)}, {X: under / 2, Y: v.Number(draft.Band)}}})
	return band
}

// sew lists the seams.
func (c *cups) sew(d *draft.Draft) {
	bust := pattern.Seam{ID: "bust-line", A: pattern.Side{Piece: "upper-cup", Edge: "cross"},
		B: pattern.Side{Piece: "lower-cup", Edge: "cross"}, Ease: float64(c.n) * c.open,
		Technique: "open-topstitched", Note: "clipped; the pleats are basted first"}
	if c.n > 0 {
		bust.Absorbed = pattern.Pleats
	}
	d.Seams = append(d.Seams, bust)
	d.Sew("band-cup", "band", "to-cup", "lower-cup", "band", "band-ditch")
	d.Sew("band-back", "band", "to-back", "back", "band", "band-ditch")
	for i := range d.Seams {
		if d.Seams[i].A.Piece == "band" {
			d.Seams[i].Join = pattern.Banded
		}
	}
	d.Sew("side-upper", "upper-cup", "side", "back", "side-upper", "plain")
	d.Sew("side-lower", "lower-cup", "side", "back", "side-lower", "plain")
	for _, cup := range []string{"lower", "upper"} {
		d.Seams = append(d.Seams, pattern.Seam{ID: "centre-" + cup,
			A: pattern.Side{Piece: cup + "-cup", Edge: "centre", Copy: pattern.Copy{Hand: pattern.Left}}, B: pattern.Side{Piece: cup +
				"-cup", Edge: "centre",
				Copy: pattern.Copy{Hand: pattern.Right}}})
	}
}

// remark says what the pleats take and how they are made.
func (c *cups) remark(d *draft.Draft) {
	if c.n == 0 {
		return
	}
	fan := float64(c.n) * c.open
	pleats, err := fullness.KnifePleats(c.wide*0.4+fan, c.wide*0.4, c.n)
	if err != nil {
		return
	}
	d.Remark(false, fmt.Sprintf("%s %s of cloth", measure.Count(c.n, "pleat takes", "pleats take"), measure.Tell(fan)),
		fmt.Sprintf("Each shows %s at the bust line and folds under %s. Slash the plain cup from the bust line to the band, open "+
			"each slash by %s, fold, and only then cut the edge.",
			measure.TellFine(pleats.Reveal), measure.TellFine(pleats.Under), measure.TellFine(c.open)))
}

// tellSupport says what is particular about the making of a bust support.
func tellSupport(d *draft.Draft) {
	d.Covered = true
	d.MockUp = "One cup and the band. A cup is right when the bust line seam runs over the bust point and nothing gapes above it."
	d.Tell(work.ToCut, "Two layers. Fold the pleats in the paper before the edge is cut.")
	d.Tell(work.ToPleat, "From the bust line down, away from the centre.")
	d.Tell(work.ToJoin, "The bust line first: clip, press over a ham, topstitch, lay the lining in; then centre and sides.",
		work.After{Step: work.ToPleat, Why: "pleats are held in the bust line"})
	d.Tell(work.ToBand, "It closes over all raw edges.")
	d.Do(work.ToStraps, "Turn the straps and sew them on", work.TurnStraps, 1, "Their length on the wearer.",
		work.After{Step: work.ToBand, Why: "they carry the finished cups"})
	d.Tell(work.ToTryOn, "", work.After{Step: work.ToStraps, Why: "the straps carry it"})
	d.TryOn = "Straps and closure set so that the bust line seam runs over the bust point."
}
