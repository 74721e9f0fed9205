package skirt

import (
	"fmt"
	"math"
	"sort"
	"strings"

	"ardentgusset/core/caution"
	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/part"
	"ardentgusset/core/family"
	"ardentgusset/core/figure"
	"ardentgusset/core/fullness"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/work"

	"gonum.org/v1/gonum/interp"
)

// Breadths is a skirt of straight breadths, gathered or pleated into a band. Its hem lies on the straight
// of the cloth; where the way to the floor is longer its upper edge rises.
type Breadths struct{}

// About describes it.
func (Breadths) About() draft.About {
	return draft.About{Kind: "skirt-breadths", Name: "Skirt of straight breadths", Family: family.Skirt,
		What: "Whole breadths of cloth, gathered or pleated into a band: nothing is wasted, and it can be let down or made over. " +
			"From the 1500s to the 1860s, the dirndl, and skirts pleated all round.",
		Usual: cloth.Fabric{Name: "Wool tammy", Colour: "madder", Width: 1500, Selvedge: 10, Thickness: 0.35, Weight: 160, Shrinkage: 0.03}}
}

// roomy is how much wider than what it hangs over straight cloth is at least, mm, and fullest how many
// times its waist it may be (both from memory).
const roomy, fullest = 30.0, 6.0

// shown is what a pleat of each kind usually shows, mm (from memory).
var shown = map[string]float64{"knife": 25, "box": 60, "inverted": 90}

// Parameters are what is asked about it.
func (Breadths) Parameters() []draft.Parameter {
	round := draft.Mm(draft.HemRound, "Cloth, all round", 900, 9000, 0, "", figure.Memory,
		"1740 to 1790 ⟦280 cm⟧ to ⟦360 cm⟧, 1840 to 1855 ⟦350 cm⟧ to ⟦450 cm⟧, "+
			"over hoops to ⟦600 cm⟧, a dirndl 2.2 to 3 times its waist.").
		Saving("Fewer breadths")
	round.Rule = "2.5 times the waist, or more where what it hangs over needs it"
	round.Between = func(on figure.Figure, v draft.Values) (float64, float64) {
		least := leastRound(on, v)
		return least, max(fullest*part.BandOn(on, v).Length, 1.3*least)
	}
	round.Default = func(on figure.Figure, v draft.Values) (float64, figure.Reason) {
		usual, least := 2.5*on.GirthAt(figure.Waist), leastRound(on, v)*1.1
		if least > usual {
			return math.Ceil(least), figure.Reason{Text: "a tenth more than what it hangs over", Source: figure.Memory}
		}
		return math.Round(usual), figure.Reason{Text: "2.5 times the waist", Source: figure.Practice}
	}
	round.SavesTo = func(on figure.Figure, v draft.Values) float64 {
		return max(leastRound(on, v)*1.05, min(on.Fullness(), 2*on.GirthAt(figure.Waist)))
	}
	shows := draft.MmFrom("shows", "Each pleat shows", 8, 160, "knife pleats ⟦2.5 cm⟧, box pleats ⟦6 cm⟧, inverted ones ⟦9 cm⟧",
		"About: a whole number of them comes between every two seams.",
		func(_ figure.Figure, v draft.Values) (float64, figure.Source) {
			if mm, ok := shown[v.Choice(draft.Into)]; ok {
				return mm, figure.Memory
			}
			return 25, figure.Memory
		})
	behind := draft.Times("behind", "Part of the cloth in the back half", 0.5, 0.74, 0.5, "even all round", figure.Memory,
		"Half is even. Six tenths and more lie flatter before, as over a bustle or in the 1860s.")
	behind.When = func(v draft.Values) bool { return plain(v) == 0 }
	behind.Between = func(on figure.Figure, v draft.Values) (float64, float64) {
		ratio := v.Number(draft.HemRound) / part.BandOn(on, v).Lower
		more := min(1-1.02/ratio, (fullest+0.3)/ratio-1) // before nothing is stretched, behind all can be taken in
		return 0.5, max(min(0.74, (2+more)/4), 0.5)
	}
	flat := draft.Mm(plainFront, "Plain across the front", 0, 900, 0, "taken in all round", figure.Practice,
		"So much of the waist edge, from side to side, is sewn to the band as it is; all that is taken in lies behind it. The front of a "+
			"high-waisted gown and of a skirt of the 1860s is plain over ⟦45 cm⟧ to ⟦60 cm⟧.")
	flat.When = func(v draft.Values) bool { return !pleated(v) }
	flat.Between = func(on figure.Figure, v draft.Values) (float64, float64) {
		return 0, max(mostPlain(v.Number(draft.HemRound), part.BandOn(on, v).Lower), 0)
	}
	list := part.OnBand(30, 10,
		part.Clearance(700, 40, "clears the street; for work and for dancing to ⟦15 cm⟧",
			figure.Memory, "All round, in the shoes of the ensemble."),
		part.TrainAsked(),
		draft.OneOf(draft.Into, "Taken in by",
			"Gathers suit light cloth, pleats a firm one. Cartridge pleats take in the most, and stand out.",
			"gathers", "gathers", "knife", "knife pleats to the back", "box", "box pleats", "inverted", "inverted pleats",
			"cartridge", "cartridge pleats"),
		draft.Mm(draft.Hem, "Hem allowance", 10, 160, 60, "straight, so it may be deep: to let down", figure.Practice, "Turned up "+
			"once and under."))
	// Its cloth and what rests on that are asked when its band is known.
	shows.When = pleated
	stitched := draft.Mm("stitched", "Pleats stitched down", 0, 260, 0, "not at all; ⟦15 cm⟧ to ⟦20 cm⟧ make a smooth hip",
		figure.Memory, "From the waist. So far down each pleat is shaped to the hip; below it hangs free.")
	stitched.When = pleated
	deep := draft.Mm("depth", "Cartridge pleats, deep", 6, 30, 15, "⟦1.2 cm⟧ to ⟦2 cm⟧", figure.Memory,
		"Twice the length of the gathering stitches.")
	deep.When = func(v draft.Values) bool { return v.Choice(draft.Into) == "cartridge" }
	return append(append(list, round, flat, behind, shows, stitched, deep), extras()...)
}

// pleated tells whether the cloth is laid in flat pleats.
func pleated(v draft.Values) bool { return shown[v.Choice(draft.Into)] > 0 }

// plainFront is how much of the waist edge lies plain before, from side to side, mm.
const plainFront draft.Key = "plain"

// plain is that, 0 for a skirt taken in all round.
func plain(v draft.Values) float64 {
	if pleated(v) || !v.Has(plainFront) {
		return 0
	}
	return v.Number(plainFront)
}

// mostPlain is how much of a band can lie plain, so that the rest of the cloth can still be taken in: fullest times.
func mostPlain(round, band float64) float64 {
	return min(0.75*band, (fullest*band-round)/(fullest-1))
}

// stitchedDown is how far down its pleats are stitched, mm: 0 for none.
func stitchedDown(v draft.Values) float64 {
	if !v.Has("stitched") {
		return 0
	}
	return v.Number("stitched")
}

// leastRound is the least that goes round what a skirt of these choices hangs over.
func leastRound(on figure.Figure, v draft.Values) float64 {
	band := part.BandOn(on, v)
	most := 1.2 * band.Lower
	if pleated(v) { // folds take some of it
		most *= 1.3
	}
	for _, drop := range on.Drops(0, on.FallsTo(90, max(on.WaistToFloor(90)-v.Number(draft.Clearance), band.Depth+120))) {
		most = max(most, on.Girth(drop)+roomy)
	}
	return math.Ceil(most)
}

// straight is the skirt as it is cut: its left half, how far across the cloth lies by the share of the
// half band that it is sewn to, and how long it is there.
type straight struct {
	half   float64 // cloth of the half
	more   float64 // by how much denser than even it lies behind, as a part
	flat   float64 // cloth of the half that lies plain, from the centre front
	plain  float64 // the share of the half band that it is sewn to
	long   interp.FritschButland
	ends   []float64 // where the breadths part, from 0 to half
	folded bool      // the last lies on the fold at the centre back
	moved  float64
}

// across is how far across the cloth a share of the half band lies.
func (s *straight) across(share float64) float64 {
	if share <= s.plain {
		if s.plain == 0 {
			return 0
		}
		return s.flat * share / s.plain
	}
	rest := (share - s.plain) / (1 - s.plain)
	return s.flat + (s.half-s.flat)*((1-s.more)*rest+s.more*rest*rest)
}

// shareAt is the share of the half band that cloth so far across is sewn to.
func (s *straight) shareAt(x float64) float64 {
	lo, hi := 0.0, 1.0
	for range 60 {
		if mid := (lo + hi) / 2; s.across(mid) < x {
			lo = mid
		} else {
			hi = mid
		}
	}
	return (lo + hi) / 2
}

// breadth is the net width that a breadth of the cloth gives at most.
func breadth(in cloth.Fabric, seam float64) float64 { return float64(in.Usable()) - 2*seam }

// straightOn lays the breadths out.
func straightOn(on figure.Figure, v draft.Values, in cloth.Fabric, band part.Band) (*straight, error) {
	const steps = 60
	round := v.Number(draft.HemRound)
	if round < band.Lower*1.02 {
		return nil, fmt.Errorf("the waist seam measures %s and the cloth %s all round: take more of it", measure.Tell(band.Lower),
			measure.Tell(round))
	}
	s := &straight{half: round / 2}
	if flat := plain(v); flat > 0 {
		s.flat, s.plain = flat/2, flat/band.Lower
	} else {
		s.more = 4*v.Number("behind") - 2
	}
	n, err := fullness.Panels(round, float64(in.Usable()), band.Allowance)
	if err != nil {
		return nil, err
	}
	n = max(n, 2)
	if n > 40 {
		return nil, fmt.Errorf("the skirt would take %d breadths of this cloth: choose a wider cloth, or less of it round", n)
	}
	s.folded = n%2 == 0
	one := round / float64(n)
	for x := one / 2; x < s.half-1; x += one {
		s.ends = append(s.ends, x)
	}
	s.ends = append(append([]float64{0}, s.ends...), s.half)
	waist := on.At(0)
	half, ways := waist.Girth()/2, make([]float64, steps+1)
	var xs []float64
	free := part.FreeShare(v)
	first := part.BearingOf(waist, free)
	for i := range ways {
		b := first + (180-first)*float64(i)/steps
		ways[i] = on.WaistToFloor(b) - v.Number(draft.Clearance) - band.Depth
		if ways[i] < 120 {
			return nil, fmt.Errorf("the skirt would be only %s long: let its hem come nearer the floor", measure.Tell(max(ways[i], 0)))
		}
		share := (waist.Arc(0, b)/half - free) / (1 - free)
		if i == steps {
			share = 1
		}
		xs = append(xs, s.across(share))
	}
	s.moved = part.FlatAtEnds(ways)
	// Alike on both sides of both centres.
	xs = append([]float64{-xs[1]}, append(xs, 2*xs[steps]-xs[steps-1])...)
	ways = append([]float64{ways[1]}, append(ways, ways[steps-1])...)
	if !sort.Float64sAreSorted(xs) {
		return nil, fmt.Errorf("the waist edge can’t be drawn on this body")
	}
	if err := s.long.Fit(xs, ways); err != nil {
		return nil, fmt.Errorf("the waist edge can’t be drawn on this body: %w", err)
	}
	return s, nil
}

// pieces are the breadths from the front to the back.
func (s *straight) pieces(v draft.Values) []pattern.Piece {
	n := len(s.ends) - 1
	var out []pattern.Piece
	for k := range n {
		from, to := s.ends[k], s.ends[k+1]
		p := pattern.Piece{ID: fmt.Sprintf("side-%d", k), Name: "Side breadth", Cut: 2, Mirrored: true}
		at, leftID, leftName := func(x float64) float64 { return x - from }, "left", "front edge"
		back := s.folded && k == n-1
		switch {
		case k == 0:
			p = pattern.Piece{ID: "front", Name: "Front breadth", Cut: 1, Fold: "centre"}
		case back:
			p = pattern.Piece{ID: "back", Name: "Back breadth", Cut: 1, Fold: "centre"}
			at = func(x float64) float64 { return to - x }
		case n > 3 || n == 3 && !s.folded:
			p.Name = fmt.Sprintf("Side breadth %d", k)
		}
		if p.Fold != "" {
			leftID, leftName = "centre", "centre, on the fold"
		}
		const parts = 48
		var top []plane.Point // from right to left
		for i := range parts + 1 {
			x := to + (from-to)*float64(i)/parts
			if back {
				x = from + (to-from)*float64(i)/parts
			}
			top = append(top, plane.Pt(at(x), s.long.Predict(x)))
		}
		wide, seam := to-from, v.Number(draft.Allowance)
		p.Edges = []pattern.Edge{
			{ID: "hem", Name: "hem", Line: []plane.Point{{}, {X: wide}}, Allowance: v.Number(draft.Hem), Turned: true},
			{ID: "right", Name: "side edge", Line: []plane.Point{{X: wide}, top[0]}, Allowance: seam},
			{ID: "top", Name: "waist edge", Line: top, Allowance: seam},
			{ID: leftID, Name: leftName, Line: []plane.Point{top[parts], {}}, Allowance: seam}}
		if p.Fold != "" {
			p.Edges[3].Allowance = 0
		}
		p.Be(pattern.Hem, "hem")
		out = append(out, p)
	}
	return out
}

// smooth is the ease of pleats that are stitched down over what they lie on, mm (from memory).
const smooth = 30.0

// gatherBehind marks the gathering rows of a breadth's upper edge behind what lies plain of it, from its front edge, mm.
func gatherBehind(p *pattern.Piece, flat float64) {
	top, _ := p.Edge("top")
	front := plane.Reversed(top.Line)
	if p.ID == "back" {
		front = top.Line
	}
	long := plane.Length(front)
	switch {
	case flat <= 0:
		p.GatherRows(top.Line)
	case flat < long-1:
		p.GatherRows(plane.Part(front, flat, long))
	}
}

// taken is how the cloth of one breadth is taken into its part of the band, and its marks; low is what it
// lies on where its pleats are no longer stitched, flat how much of its cloth lies plain, from its front edge.
func taken(p *pattern.Piece, v draft.Values, long, low, flat float64) (topped, error) {
	top, _ := p.Edge("top")
	t := topped{long: long, more: top.Length() - long, by: pattern.Gathers}
	into := v.Choice(draft.Into)
	if into == "gathers" || into == "cartridge" {
		gatherBehind(p, flat)
		t.plain = max(min(flat, long), 0)
		return t, nil
	}
	t.by = pattern.Pleats
	cloth, down := top.Length(), 70.0
	if mm := stitchedDown(v); mm > 0 {
		down = mm
	} else {
		low = long
	}
	n := max(int(math.Round(low/v.Number("shows"))), 1)
	if cloth < low {
		return t, fmt.Errorf("the %s lies over %s where its pleats end and has only %s of cloth: take more cloth round, or stitch them "+
			"less far down", strings.ToLower(p.Name), measure.Tell(low), measure.Tell(cloth))
	}
	above, err := fullness.KnifePleats(cloth, long, n)
	if err != nil {
		return t, err
	}
	below, err := fullness.KnifePleats(cloth, low, n)
	if err != nil {
		return t, err
	}
	var upper, lower []fullness.Mark
	switch v.Choice(draft.Into) {
	case "box":
		upper, lower = above.BoxMarks(), below.BoxMarks()
	case "inverted":
		upper, lower = above.InvertedMarks(), below.InvertedMarks()
	default:
		upper, lower = above.Marks(), below.Marks()
	}
	// Towards the back: along the edge as it runs on a back, against it on the others.
	line := top.Line
	if p.ID != "back" {
		line = plane.Reversed(top.Line)
	}
	put := func(kind pattern.MarkKind, at, under float64, label string) {
		a, _ := plane.Along(line, max(0, min(at, cloth)))
		b, _ := plane.Along(line, max(0, min(under, cloth)))
		p.Marks = append(p.Marks, pattern.Mark{Kind: kind, Label: label, Path: []plane.Point{a, b.Sub(plane.Pt(0, down))}})
	}
	for i, m := range upper {
		put(pattern.PleatFold, m.Fold, lower[i].Fold, fmt.Sprint(i+1))
		put(pattern.PleatTo, m.To, lower[i].To, "")
	}
	return t, nil
}

// Draft drafts it.
func (Breadths) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	band := part.BandOn(on, v)
	s, err := straightOn(on, v, in, band)
	if err != nil {
		return draft.Draft{}, err
	}
	d := draft.Draft{Pieces: s.pieces(v), Cautions: []caution.Caution{caution.Flame, caution.Iron, caution.Needle}}
	n := len(d.Pieces)
	if s.folded {
		band.At = draft.AtLeft
	}
	joined(&d, n, s.folded, band.Opening, measure.Tell(band.Opening), part.Opens(v))
	var tops []topped
	hips := on.Girth(on.Reached(band.Depth+stitchedDown(v))) + smooth
	for k := range n {
		share := s.shareAt(s.ends[k+1]) - s.shareAt(s.ends[k])
		long := band.Lower / 2 * share
		t, err := taken(&d.Pieces[k], v, long, max(hips/2*share, long), s.flat-s.ends[k])
		if err != nil {
			return draft.Draft{}, err
		}
		tops = append(tops, t)
	}
	banded(&d, band, tops, s.folded)
	part.RemarkSlope(&d, s.moved)
	s.finish(&d, on, v, in, band)
	s.tell(&d, v, in, band)
	bearings := make([]float64, n+1) // at which the breadths part
	waist, free := on.At(0), part.FreeShare(v)
	for k := range bearings {
		bearings[k] = part.BearingOf(waist, free+(1-free)*s.shareAt(s.ends[k]))
	}
	return d, finished(&d, on, v, in, betweens(d.Pieces[:n], bearings, s.folded))
}

// finish measures and closes it.
func (s *straight) finish(d *draft.Draft, on figure.Figure, v draft.Values, in cloth.Fabric, band part.Band) {
	thick, hem := float64(in.Thickness), 2*s.half
	reach := on.FallsTo(90, on.WaistToFloor(90)-v.Number(draft.Clearance))
	bulk := band.Bulk(thick, thick, hem)
	d.Wear.Cover = []figure.Depth{{Drop: 0, Depth: bulk}, {Drop: band.Depth, Depth: bulk}}
	for drop := band.Depth + 40; ; drop += 50 {
		at := min(drop, reach)
		d.Wear.Cover = append(d.Wear.Cover, figure.Depth{Drop: at, Depth: thick * max(1, hem/on.Girth(at))})
		if at < drop {
			break
		}
	}
	d.Wear.Hang, d.Wear.Hem = part.Flare(on, band.Depth, reach, hem, foldsOf), hem
	d.Measure("hem", "the hem", "all round", hem)
	for i, where := range []string{"front", "side", "back"} {
		b := 90 * float64(i)
		d.Measure("length."+where, "the skirt", "in length at the "+where, on.WaistToFloor(b)-v.Number(draft.Clearance)-band.Depth)
		d.Spares = append(d.Spares, draft.Spare{Dimension: "length." + where, Where: "the hem, " + where,
			Slide: max(v.Number(draft.Hem)-12, 0)})
	}
	band.Finish(d, on, bulk)
	if under := on.Fullness(); under > hem+10 {
		d.Offer(false, "What is worn under it is fuller", fmt.Sprintf("The hem beneath measures %s, this one %s: it is crushed and "+
			"shows in folds.", measure.Tell(under), measure.Tell(hem)),
			"Take more cloth", draft.Settings{draft.HemRound: math.Ceil(under*1.04/10) * 10})
	}
	n := 2*len(s.ends) - 3
	if s.folded {
		n--
	}
	if whole := float64(n) * breadth(in, band.Allowance); whole > hem+20 && whole < 1.35*hem && whole <= v.Get(draft.HemRound).High {
		d.Offer(false, "The breadths are cut narrower than the cloth", fmt.Sprintf("%s make %s with their seams; used whole they make %s.",
			measure.Count(n, "breadth"), measure.Tell(hem), measure.Tell(whole)), "Use them whole",
			draft.Settings{draft.HemRound: math.Floor(whole)})
	}
}

// tell says what is particular about its making.
func (s *straight) tell(d *draft.Draft, v draft.Values, in cloth.Fabric, band part.Band) {
	into, hem := v.Choice(draft.Into), 2*s.half
	full, drawn, before := hem-2*s.flat, band.Lower-2*s.flat, ""
	if s.flat > 0 {
		before = fmt.Sprintf("Across the front %s lie plain, the gathering rows begin behind them. ", measure.Tell(2*s.flat))
	}
	switch into {
	case "gathers":
		d.Tell(work.ToGather, fmt.Sprintf("%s%.1f times: %s into %s. A new thread at every seam.", before, full/drawn, measure.Tell(full),
			measure.Tell(drawn)))
	case "cartridge":
		c, err := fullness.CartridgePleats(full, drawn, v.Number("depth"))
		if err != nil {
			break
		}
		d.Tell(work.ToGather, before+fmt.Sprintf("Two rows of even stitches %s long, one under the other to the stitch; draw up to %s from "+
			"fold to fold, %s in all, and whip every fold to the band.", measure.TellFine(c.Stitch), measure.TellFine(c.Pitch),
			measure.Count(c.Count, "fold")))
		if room := 2 * float64(in.Thickness); c.Pitch < room {
			deeper := math.Ceil(full * room / drawn / 2)
			d.Offer(false, "The folds don’t find room side by side", fmt.Sprintf("Each has %s on the band, and two layers of the cloth "+
				"are %s thick.", measure.TellFine(c.Pitch), measure.TellFine(room)), "Make them deeper",
				draft.Settings{"depth": min(deeper, 30)})
		}
	default:
		pl, err := fullness.KnifePleats(hem, band.Lower, max(int(math.Round(band.Lower/v.Number("shows"))), 1))
		if err != nil {
			break
		}
		told := fmt.Sprintf("About %d in all: each shows %s or so and takes up %s. Fold to placement, breadth by breadth, so that "+
			"every seam lies in a fold.", pl.Count, measure.TellFine(pl.Reveal), measure.TellFine(pl.TakeUp))
		if mm := stitchedDown(v); mm > 0 {
			told += " Baste and press them to the floor first; then stitch each along its fold for " + measure.Tell(mm) + " from the waist."
		}
		d.Tell(work.ToPleat, told)
		if pl.Overlap() {
			d.Remark(false, "The pleats overlap beneath", fmt.Sprintf("Each shows %s and folds %s under: more than three layers lie over "+
				"one another. Less cloth, or pleats that show more, lie flatter.", measure.Tell(pl.Reveal), measure.Tell(pl.Under)))
		}
	}
	d.Tell(work.ToJoin,
		"Selvedge to selvedge where they are cut whole. The opening at the top of the left one that comes before the back, or "+
			"at the centre back where a seam is there.")
	d.Tell(work.ToHem, "On the straight of the cloth: it is turned before the waist is made. What front, side and back differ by lies "+
		"at the top.")
}
