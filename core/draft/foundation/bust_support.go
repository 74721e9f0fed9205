package foundation

import (
	"fmt"
	"math"

	"ardentgusset/core/caution"
	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/family"
	"ardentgusset/core/figure"
	"ardentgusset/core/fullness"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/stitch"
	"ardentgusset/core/work"
)

// BustSupport is a light support with a cup divided at the bust line, its
// lower half pleated, on a band, with straps.
type BustSupport struct{}

func (BustSupport) About() draft.About {
	return draft.About{Kind: "bust-support", Name: "Bust support with pleated cups", Family: family.Foundation,
		What: "A band, cups divided across the bust with pleats below, straps; for bustiers and the soft lines of the 1910s to 1950s.",
		Usual: cloth.Fabric{Name: "Cotton poplin", Colour: "chalk", Width: 1450, Selvedge: 10, Thickness: 0.3, Weight: 120,
			Shrinkage: 0.03}}
}

func (BustSupport) Parameters() []draft.Parameter {
	return []draft.Parameter{
		draft.Mm("band", "Band under the bust, finished", 15, 120, 45, "holds without bones", figure.Memory,
			"Double; it carries what the straps do not."),
		draft.Mm("snug", "Band smaller than the body by", 0, 40, 10, "close", figure.Memory, "All round under the bust."),
		draft.Mm("above", "Cup above the bust line", 40, 160, 85, "covers the bust", figure.Memory, "At the strap."),
		draft.Tally("pleats", "Pleats in the lower cup", 0, 8, 3, "slashed and spread", figure.Practice,
			"Each is opened by its width at the bust line and runs out at the band."),
		draft.Mm("pleat", "Each pleat opens", 5, 30, 14, "twice its fold", figure.Practice,
			"Fold the pleats before cutting the edge, so that the outline jogs right."),
		draft.Mm("strap", "Strap, finished width", 8, 40, 16, "a folded strip", figure.Practice, "Cut at four times this."),
		draft.Mm("lap", "Lap of the closure behind", 15, 60, 30, "two rows of hooks", figure.Practice, "At the centre back."),
		draft.Mm("allowance", "Seam allowance", 5, 20, 8, "narrow inside curves", figure.Practice, "Only where a seam will be."),
	}
}

func (BustSupport) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	under, bust := on.GirthAt(figure.Underbust)-v.Number("snug"), on.GirthAt(figure.Bust)
	seam := v.Number("allowance")
	// The front half takes more of the bust line than of the band: that is the
	// bust.
	const frontBand, frontBust = 0.5, 0.555
	low, wide := under/2*frontBand, bust/2*frontBust
	fall := on.Drop(figure.Underbust) - on.Drop(figure.Bust) // straight height
	room := wide - low                                       // what the cup must bring in
	if room < 4 {
		return draft.Draft{}, fmt.Errorf("the bust is hardly wider than the body below it: a plain band serves; the bust measures %s, "+
			"under it %s", measure.Tell(bust), measure.Tell(on.GirthAt(figure.Underbust)))
	}
	// Over the fullest place the lower cup is longer than the straight height
	// by the way out and down: the cross seam bows by that on both cups.
	out := math.Min(room*0.9+14, wide*0.42)
	slope := math.Hypot(fall, out) - fall
	sag := math.Max(slope, 8)
	side, centre := fall*0.95, fall*0.9
	d := draft.Draft{Cautions: []caution.Caution{caution.Iron}}

	cross := func(y0, y1 float64, x1 float64) []plane.Point { // left to right, bowed
		a, b := plane.Pt(0, y0), plane.Pt(x1, y1)
		peak := plane.Pt(x1*0.52, (y0+y1)/2+sag)
		return plane.Join(plane.Sweep(a, plane.Pt(1, 0.9*sag/20), peak, plane.Pt(1, 0)),
			plane.Sweep(peak, plane.Pt(1, 0), b, plane.Pt(1, -0.9*sag/20)))
	}
	// The plain lower cup: its lower edge meets centre and side squarely, so
	// that it runs on over both seams of the band.
	n, open := v.Whole("pleats"), v.Number("pleat")
	fan := float64(n) * open
	lower := cross(centre, side, wide)
	end := lower[len(lower)-1]
	base := func(chord float64) []plane.Point {
		a, b := plane.Pt((wide-chord)/2, 0), plane.Pt((wide+chord)/2, 0)
		return plane.Sweep(a, lower[0].Sub(a).Right(), b, end.Sub(b).Right())
	}
	chordLow, chordHigh := low*0.5, low
	for range 50 {
		if mid := (chordLow + chordHigh) / 2; plane.Length(base(mid)) < low {
			chordLow = mid
		} else {
			chordHigh = mid
		}
	}
	foot := base(chordLow)
	// Then slashed from the bust line to the band and spread: every strip is
	// turned about the foot of its slash, so that each opens the bust line by
	// exactly its width and the band edge keeps its length.
	slash := func(k int) (toe, head plane.Point) {
		share := 0.3 + 0.4*(float64(k)+0.5)/float64(n)
		toe, _ = plane.Along(foot, low*share)
		x := wide * share
		for i := 1; i < len(lower); i++ {
			if lower[i].X >= x {
				head = lower[i-1].Toward(lower[i], (x-lower[i-1].X)/(lower[i].X-lower[i-1].X))
				break
			}
		}
		return toe, head
	}
	turned := func(q plane.Point, strips int) plane.Point { // q on the strip past so many slashes
		for k := strips - 1; k >= 0; k-- {
			f, h := slash(k)
			q = f.Add(q.Sub(f).Turned(-2 * math.Asin(math.Min(open/2/f.To(h), 1))))
		}
		return q
	}
	spread := func(line []plane.Point, atFoot bool) []plane.Point {
		var out []plane.Point
		past := 0
		for i, q := range line {
			for past < n {
				f, h := slash(past)
				cut := h
				if atFoot {
					cut = f
				}
				if q.X < cut.X || i == 0 {
					break
				}
				out = append(out, turned(cut, past), turned(cut, past+1))
				past++
			}
			out = append(out, turned(q, past))
		}
		return plane.Join(out)
	}
	top, bandEdge := spread(lower, false), spread(foot, true)
	lowerCup := pattern.Piece{ID: "lower-cup", Name: "Lower cup", Cut: 4, Mirrored: true}
	lowerCup.Edges = []pattern.Edge{
		{ID: "band", Name: "to the band", Line: bandEdge, Allowance: seam},
		{ID: "side", Name: "side edge", Line: []plane.Point{bandEdge[len(bandEdge)-1], top[len(top)-1]}, Allowance: seam},
		{ID: "cross", Name: "bust line, pleated", Line: plane.Reversed(top), Allowance: seam},
		{ID: "centre", Name: "centre edge", Line: []plane.Point{top[0], bandEdge[0]}, Allowance: seam},
	}
	for k := range n {
		f, h := slash(k)
		from := turned(f, k).Toward(turned(h, k), 0.05)
		lowerCup.Marks = append(lowerCup.Marks, pattern.Mark{Kind: pattern.PleatFold,
			Path: []plane.Point{from, turned(h, k).Toward(from, 0.05)}},
			pattern.Mark{Kind: pattern.PleatTo, Path: []plane.Point{from, turned(h, k+1).Toward(from, 0.05)}})
	}
	// Upper cup: the same bow below, a sloping neckline to the strap above.
	bowed := plane.Length(lower)
	above := v.Number("above")
	up := make([]plane.Point, len(lower))
	for i, q := range lower {
		up[i] = plane.Pt(q.X, -(q.Y - (centre+side)/2))
	}
	strapX, strapWide := wide*0.58, math.Max(v.Number("strap"), 10)
	corner := up[len(up)-1]
	upperCup := pattern.Piece{ID: "upper-cup", Name: "Upper cup", Cut: 4, Mirrored: true, Edges: []pattern.Edge{
		{ID: "cross", Name: "bust line", Line: up, Allowance: seam},
		{ID: "side", Name: "side edge", Line: []plane.Point{corner, {X: corner.X - 4, Y: corner.Y + above*0.32}}, Allowance: seam},
		{ID: "arm", Name: "edge under the arm", Line: plane.Sweep(plane.Pt(corner.X-4, corner.Y+above*0.32), plane.Pt(-1, 0.15),
			plane.Pt(strapX+strapWide, above), plane.Pt(-0.35, 1))},
		{ID: "to-strap", Name: "to the strap", Line: []plane.Point{{X: strapX + strapWide, Y: above}, {X: strapX, Y: above}},
			Allowance: seam},
		{ID: "neck", Name: "neck edge", Line: plane.Sweep(plane.Pt(strapX, above), plane.Pt(-0.25, -1), plane.Pt(0, up[0].Y+above*0.2),
			plane.Pt(-1, -0.3))},
		{ID: "centre", Name: "centre edge", Line: []plane.Point{{X: 0, Y: up[0].Y + above*0.2}, up[0]}, Allowance: seam},
	}}
	// The back: from the side seam to the closure.
	lowBack, wideBack := under/2*(1-frontBand), bust/2*(1-frontBust)
	lowerSide, _ := lowerCup.Edge("side")
	upperSide, _ := upperCup.Edge("side")
	high := lowerSide.Length() + upperSide.Length()
	lean := math.Min(math.Max(wideBack-lowBack, -high*0.5), high*0.5)
	sideX := -lean
	sideTop := plane.Pt(sideX, math.Sqrt(math.Max(high*high-lean*lean, 1)))
	backTop := high * 0.62
	// Its lower edge, too, meets the side squarely, and the closure level.
	edge := func(x float64) []plane.Point {
		return plane.Sweep(plane.Pt(0, 0), sideTop.Right(), plane.Pt(x, x*lean/high*0.5), plane.Pt(1, 0))
	}
	near, far := lowBack*0.5, lowBack
	for range 50 {
		if mid := (near + far) / 2; plane.Length(edge(mid)) < lowBack {
			near = mid
		} else {
			far = mid
		}
	}
	backX, lowEdge := near, edge(near)
	back := pattern.Piece{ID: "back", Name: "Back", Cut: 4, Mirrored: true, Edges: []pattern.Edge{
		{ID: "band", Name: "to the band", Line: lowEdge, Allowance: seam},
		{ID: "closure", Name: "centre back", Line: []plane.Point{lowEdge[len(lowEdge)-1], {X: backX, Y: backTop}},
			Allowance: v.Number("lap")},
		{ID: "top", Name: "upper edge", Line: plane.Sweep(plane.Pt(backX, backTop), plane.Pt(-1, 0), sideTop, plane.Pt(-1, 0.5))},
		{ID: "side", Name: "side edge", Line: []plane.Point{sideTop, {}}, Allowance: seam},
	}}
	back.Split("side", pattern.Stretch{ID: "side-upper", Name: "to the upper cup", Length: upperSide.Length()},
		pattern.Stretch{ID: "side-lower", Name: "to the lower cup"})
	band := pattern.Rectangle("band", "Band, half", under/2, 2*v.Number("band"), seam)
	band.Cut = 2
	band.Allow(v.Number("lap"), "right")
	band.Split("top", pattern.Stretch{ID: "to-back", Name: "to the back", Length: lowBack},
		pattern.Stretch{ID: "to-cup", Name: "to the lower cup"})
	band.Marks = append(band.Marks, pattern.Mark{Kind: pattern.FoldLine, Path: []plane.Point{{Y: v.Number("band")},
		{X: under / 2, Y: v.Number("band")}}, Label: "fold"})
	band.EitherWay = true
	reach := on.Length("neck_to_bust_point") - above + on.Length("back_waist_length") - (-on.Drop(figure.Underbust) + backTop)
	strap := pattern.Rectangle("strap", "Strap", 4*v.Number("strap"), math.Max(reach, 150)+60, 0)
	strap.Cut, strap.EitherWay = 2, true
	d.Pieces = []pattern.Piece{upperCup, lowerCup, back, band, strap}
	d.Seams = append(d.Seams, pattern.Seam{ID: "bust-line", A: pattern.Side{Piece: "upper-cup", Edge: "cross"},
		B: pattern.Side{Piece: "lower-cup", Edge: "cross"}, Ease: fan,
		Absorbed: map[bool]pattern.Takeup{true: pattern.Pleats}[n > 0], Technique: "pleats basted, then plain, clipped, topstitched " +
			"both sides"})
	d.Sew("band-cup", "band", "to-cup", "lower-cup", "band", "plain, the band folded over it")
	d.Sew("band-back", "band", "to-back", "back", "band", "plain, the band folded over it")
	d.Sew("side-upper", "upper-cup", "side", "back", "side-upper", "plain, felled")
	d.Sew("side-lower", "lower-cup", "side", "back", "side-lower", "plain, felled")
	for _, e := range []string{"centre"} {
		d.Seams = append(d.Seams, pattern.Seam{ID: "centre-lower", A: pattern.Side{Piece: "lower-cup", Edge: e, Copy: "left"},
			B: pattern.Side{Piece: "lower-cup", Edge: e, Copy: "right"}, Technique: "plain, felled"},
			pattern.Seam{ID: "centre-upper", A: pattern.Side{Piece: "upper-cup", Edge: e, Copy: "left"},
				B: pattern.Side{Piece: "upper-cup", Edge: e, Copy: "right"}, Technique: "plain, felled"})
	}
	d.Measure("underbust.made", "the band", "in length", under)
	d.Measure("bust.made", "the cups and back", "at the bust line", 2*(wide+wideBack))
	d.Measure("cross", "each cup", "along its bust line", bowed)
	d.Spares = []draft.Spare{{Dimension: "underbust.made", Where: "the closure behind", Slide: v.Number("lap") - 15}}
	d.Buy("hook", "Hooks and eyes", math.Ceil(v.Number("band")/15)+1, "pair",
		"one every "+measure.TellFine(15)+" of the band, one above it")
	d.Stitch("edges turned and stitched", stitch.Lockstitch, 2*(above*2+wide), 3)
	if n > 0 {
		pleats, err := fullness.KnifePleats(wide*0.4+fan, wide*0.4, n)
		if err == nil {
			d.Remark(false, fmt.Sprintf("%s %s of cloth", measure.Count(n, "pleat takes", "pleats take"), measure.Tell(fan)),
				fmt.Sprintf("Each shows %s at the bust line and folds under %s. Slash the plain cup from the bust line to the band, "+
					"open each slash by %s, fold, and only then cut "+
					"the edge.", measure.TellFine(pleats.Reveal), measure.TellFine(pleats.Under), measure.TellFine(open)))
		}
	}
	t := 2 * float64(in.Thickness)
	d.Wear.Cover = []figure.Depth{{Drop: on.Drop(figure.Bust) - above*0.6, Depth: t}, {Drop: on.Drop(figure.Underbust), Depth: t},
		{Drop: on.Drop(figure.Underbust) + v.Number("band"), Depth: 2 * t}}
	d.Do("mock-up", "Mock-up of one cup and the band", 70, []work.Need{work.Machine, work.Wearer},
		"A cup is right when the bust line seam runs over the bust point and nothing gapes above it.")
	d.Do("cut", "Cut two layers", 30, []work.Need{work.Table}, "Fold the pleats in the paper before the edge is cut.",
		work.After{Step: "mock-up", Why: "cups rarely fit at the first try"})
	d.Do("pleats", "Fold and baste the pleats", 10+8*float64(n), []work.Need{work.Hand},
		"From the bust line down, away from the centre.", work.After{Step: "cut", Why: "they are folded on the cut piece"})
	d.Do("cups", "Sew the bust line, line the cups", 60, []work.Need{work.Machine, work.Iron},
		"Clip, press over a ham, topstitch; lay the lining in.", work.After{Step: "pleats", Why: "pleats are held in the bust line"})
	d.Do("body", "Centre, sides, band", 70, []work.Need{work.Machine}, "The band closes over all raw edges.",
		work.After{Step: "cups", Why: "whole cups go into the band"})
	d.Do("straps", "Straps and closure", 60, []work.Need{work.Hand, work.Wearer}, "Length of the straps on the wearer.",
		work.After{Step: "body", Why: "they carry the finished cups"})
	return d, nil
}
