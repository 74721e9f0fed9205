// Package support holds what carries the skirts: petticoats, pads, bustles
// and hoops.
package support

import (
	"fmt"
	"math"
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
)

// TieredPetticoat is a petticoat of two or three gathered tiers on a band; or, Outer, a skirt of them.
type TieredPetticoat struct{ Outer bool }

// About describes it.
func (g TieredPetticoat) About() draft.About {
	if g.Outer {
		return draft.About{
			Kind: "skirt-tiered", Name: "Tiered skirt", Family: family.Skirt,
			What: "A band and two or three gathered tiers of straight breadths, each fuller than the one above: quick to cut, and it " +
				"wastes no cloth.",
			Usual: cloth.Fabric{Name: "Cotton lawn", Colour: "weld", Width: 1450, Selvedge: 10, Thickness: 0.25, Weight: 110,
				Shrinkage: 0.04},
		}
	}
	return draft.About{
		Kind: "petticoat-tiered", Name: "Tiered petticoat", Family: family.Support,
		What: "A band and two or three gathered tiers of straight breadths; fills the lower skirt and wastes no cloth.",
		Usual: cloth.Fabric{Name: "Cotton cambric", Colour: "chalk", Width: 1450, Selvedge: 10, Thickness: 0.25, Weight: 105,
			Shrinkage: 0.04},
	}
}

// Parameters are what is asked about it.
func (g TieredPetticoat) Parameters() []draft.Parameter {
	long := shortestBelow(80, "waist to floor, less the band, ⟦4 cm⟧ clear of the floor and ⟦4 cm⟧ shorter than the skirt")
	if g.Outer {
		long = shortestBelow(40, "waist to floor, less the band, ⟦4 cm⟧ clear of the floor")
	}
	list := []draft.Parameter{
		draft.OneOf("tiers", "Tiers", "Two fill the lower skirt; three spread the fullness for the widest hems.", "two", "two", "three",
			"three").Saving("Fewer tiers"),
		long,
		{Key: "upper_length", Label: "Upper tier, finished", Unit: draft.Length, Low: 120, High: 1000,
			Rule: "to just above the knee, or a third of three tiers and a little more", Help: "From the band to the joining seam.",
			Default: func(_ figure.Figure, v draft.Values) (float64, figure.Reason) {
				share := 0.625
				if v.Choice("tiers") == "three" {
					share = 0.4
				}
				return math.Round(v.Number(draft.FullLength) * share),
					figure.Reason{Text: "to just above the knee, or a third of three tiers " +
						"and a little more", Source: figure.Practice}
			},
			Between: func(_ figure.Figure, v draft.Values) (float64, float64) { return 120, v.Number(draft.FullLength) - 120 }},
		draft.OneOf("basis", "Gathered from", "Take the hip for a slim waist with full hips, so that the tier passes them with ease.",
			"waist", "the waist", "hip", "the hip"),
		roomy("upper_ratio", "Upper tier, times the basis", "1.5 to 2 for heavy cloth, 2 medium, 2.5 to 3 fine, 3 sheer.",
			func(on figure.Figure, v draft.Values) float64 {
				return widestOver(on, 0, on.FallsTo(90, v.Number(draft.Band)+v.Number("upper_length"))) / tierBasis(on, v)
			}).Saving("A narrower upper tier"),
		roomy("lower_ratio", "Each further tier, times the one above",
			"Sew a test strip of the real cloth and see what it takes happily. Three tiers take less each.", func(on figure.Figure,
				v draft.Values) float64 {
				return widestOver(on, 0, on.FallsTo(90, v.Number(draft.Band)+v.Number(draft.FullLength))) / (tierBasis(on,
					v) * v.Number("upper_ratio"))
			}).Saving("Narrower tiers"),
	}
	return part.OnBand(25.4, 5, list...)
}

// roomy asks for a fullness that is never less than goes round what the tier
// hangs over, and by default a twentieth more than that.
func roomy(key draft.Key, label, help string, least func(on figure.Figure, v draft.Values) float64) draft.Parameter {
	p := draft.Times(key, label, 1.2, 4, 2, "medium cloth", figure.Practice, help)
	p.Between = func(on figure.Figure, v draft.Values) (float64, float64) {
		low := max(1.2, math.Ceil(least(on, v)*100)/100)
		return low, max(4, low*1.5)
	}
	p.Default = func(on figure.Figure, v draft.Values) (float64, figure.Reason) {
		if n := least(on, v) * 1.05; n > 2 {
			return n, figure.Reason{Text: "what it hangs over is as wide as that", Source: figure.Memory}
		}
		return 2, figure.Reason{Text: "medium cloth", Source: figure.Practice}
	}
	return p
}

// leastGathered is the least that a tier is gathered into its band.
const leastGathered = 1.1

// tierBasis is what the tiers are reckoned from, without the ease of the band.
func tierBasis(on figure.Figure, v draft.Values) float64 {
	if v.Choice("basis") == "hip" {
		return max(on.GirthAt(figure.Waist), on.GirthAt(figure.Hip))
	}
	return on.GirthAt(figure.Waist)
}

// widestOver is the largest girth between two drops, with a little room.
func widestOver(on figure.Figure, from, to float64) float64 {
	most := 0.0
	for _, d := range on.Drops(from, to) {
		most = max(most, on.Girth(d))
	}
	return most + 20
}

// tier is one tier with its breadths and where it meets the one above.
type tier struct {
	id, name      string
	width, height float64
	n             int // breadths
	sections      int // in which it meets the tier above; 0 for the band
	below         int // in which it meets the tier below
}

// stretches are n equal stretches of an edge; each takes part in one seam.
func stretches(prefix, name string, n int, each float64) []pattern.Stretch {
	out := make([]pattern.Stretch, n)
	for i := range out {
		out[i] = pattern.Stretch{ID: fmt.Sprintf("%s-%d", prefix, i+1), Name: fmt.Sprintf("%s, section %d", name, i+1), Length: each}
	}
	return out
}

// Draft drafts it to a figure, in a cloth.
func (g TieredPetticoat) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	band := part.BandOn(on, v)
	seam := band.Allowance
	basis := max(band.Waist, tierBasis(on, v))
	long, upperLong := v.Number(draft.FullLength), v.Number("upper_length")
	placket := min(band.Opening, upperLong-40)
	tiers, err := tiersOf(band, v, in, basis)
	if err != nil {
		return draft.Draft{}, err
	}
	upper, last := tiers[0], tiers[len(tiers)-1]
	d := draft.Draft{Cautions: []caution.Caution{caution.Flame, caution.Iron}}
	hung, err := hang(on, upper.id, upper.name, upper.n, upper.width, upper.height)
	if err != nil {
		return draft.Draft{}, err
	}
	for _, p := range hung.pieces(seam, placket) {
		upper.meet(&p, "bottom", "lower edge", upper.below)
		d.Pieces = append(d.Pieces, p)
	}
	for _, t := range tiers[1:] {
		d.Pieces = append(d.Pieces, t.breadth(seam))
	}
	d.Placket(placket, 12.7)
	d.Works = nil             // its strips are sewn by seams
	for i := range d.Pieces { // the facing is turned in, with little beyond its seam
		if d.Pieces[i].ID == "placket-facing" {
			d.Pieces[i].Allow(25.4-12.7, "right")
		}
	}
	parts := hung.sewn(&d, band.Lower, pattern.ForNothing, "")
	joinTiers(&d, hung, tiers)
	d.Pieces = append([]pattern.Piece{band.Piece(parts...)}, d.Pieces...)
	for _, t := range tiers {
		d.Measure(t.id+".width", "the "+strings.ToLower(t.name), "in width, all round", t.width)
	}
	hung.measured(&d, map[bool]string{true: "the skirt", false: "the petticoat"}[g.Outer], long, hemDepth)
	thick := float64(in.Thickness)
	bulk := band.Bulk(thick, thick, upper.width)
	band.Finish(&d, on, bulk)
	dressTiered(&d, on, tiers, band.Depth, long+hung.lengths[1], thick)
	d.Wear.Stands = !g.Outer // what is seen is too light to hold anything out
	d.Remark(false, "Hem of "+measure.Tell(last.width), "Match the tiers at their section marks; no gathering thread is longer than a "+
		"section.")
	offerFewerBreadths(&d, tiers, in, basis, seam)
	if each := last.width / float64(last.sections); each > 1500 {
		d.Remark(false, "Long gathering threads", fmt.Sprintf("A section of %s is more than a thread carries (⟦120 cm⟧ to ⟦150 cm⟧): "+
			"halve it and start a new thread.", measure.Tell(each)))
	}
	onFloor(&d, on, v, band.Depth+long)
	thinHem(&d, on, last.width, false)
	tellTiered(&d, tiers, band, placket, hung.cut())
	return d, nil
}

// tellTiered says what is particular about the making of a tiered petticoat.
func tellTiered(d *draft.Draft, tiers []*tier, band part.Band, placket float64, cut string) {
	breadths := 0
	for _, t := range tiers {
		breadths += t.n
	}
	d.Tell(work.ToCut, "Tear or cut the "+measure.Count(breadths, "breadth")+", the band and two placket strips."+cut)
	d.Tell(work.ToJoin, fmt.Sprintf("The breadths of each tier. Leave the seam behind of the upper tier open for %s at the top.",
		measure.Tell(placket)))
	d.Tell(work.ToHem, fmt.Sprintf("The lowest tier: turn %s, then %s; stitch at the edge. Straight breadths need no levelling.",
		measure.TellFine(turnedUnder), measure.TellFine(hemDepth)))
	d.Tell(work.ToGather, "Two rows of the longest stitch either side of the seam line, a new thread at every section.",
		work.After{Step: work.ToHem, Why: "flat cloth is hemmed more easily than gathered"})
	d.Tell(work.ToTier, "Match the section marks, then spread the gathers between them; lower tier uppermost.")
	d.Tell(work.ToPlacket, "Wide strip doubled under, narrow strip turned in.")
	d.Tell(work.ToBand, fmt.Sprintf("Press the gathers flat in the allowance first. The band is %s long without its ends, %s of it underlap.",
		measure.Tell(band.Length+band.Lap), measure.Tell(band.Lap)))
	d.Tell(work.ToFasten, "On the band, and one half-way down the placket.")
}

// offerFewerBreadths offers a little less fullness where it saves a whole breadth.
func offerFewerBreadths(d *draft.Draft, tiers []*tier, in cloth.Fabric, basis, seam float64) {
	above := basis
	for i, t := range tiers {
		fits := float64(t.n-1) * (float64(in.Usable()) - 2*seam)
		ratio := math.Floor(fits/above*100) / 100
		key := draft.Key("upper_ratio")
		if i > 0 {
			key = "lower_ratio"
		}
		if t.n > 1 && fits >= 0.88*t.width && ratio >= 1.2 && (i == 0 || len(tiers) == 2) {
			d.Offer(false, fmt.Sprintf("The %s needs a breadth for its last few centimetres", strings.ToLower(t.name)),
				fmt.Sprintf("At %.2f times instead of %.2f it fits in %d of this cloth and saves one.", ratio, t.width/above,
					t.n-1), fmt.Sprintf("Take %.2f times", ratio), draft.Settings{key: ratio})
		}
		above = t.width
	}
}

// dressTiered sets what the tiers do to the figure, from below a band of a depth on: they
// reach long mm below it.
func dressTiered(d *draft.Draft, on figure.Figure, tiers []*tier, deep, long, thick float64) {
	last := tiers[len(tiers)-1]
	// Below the band the gathers lie as thick as the cloth's width over the
	// girth.
	d.Wear.Cover = []figure.Depth{{Drop: 0, Depth: 4 * thick}, {Drop: deep, Depth: 4 * thick}}
	end, hip := on.FallsTo(90, deep+long), on.Drop(figure.Hip)
	widthAt := func(drop float64) float64 {
		foot := deep
		for _, t := range tiers {
			if foot += t.height; drop <= foot {
				return t.width
			}
		}
		return last.width
	}
	for drop := deep + 1; ; drop += 50 {
		at := min(drop, end)
		d.Wear.Cover = append(d.Wear.Cover, figure.Depth{Drop: at, Depth: thick * max(1, widthAt(at)/on.Girth(at))})
		if at < drop {
			break
		}
	}
	straight := on.At(0)
	for _, drop := range on.Drops(0, hip) {
		straight = straight.With(on.At(drop))
	}
	hang := func(drop, cloth float64) draft.Hang {
		straight = straight.With(on.At(drop))
		g := straight.Girth()
		return draft.Hang{Drop: drop, Girth: g + max(0, cloth-g)*inFolds}
	}
	d.Wear.Stands, d.Wear.Hem = true, last.width
	d.Wear.Hang = []draft.Hang{{Drop: 0, Girth: on.Girth(0)}, {Drop: hip, Girth: on.Girth(hip)}}
	foot := deep
	for i, t := range tiers[:len(tiers)-1] {
		if foot += t.height; foot > hip+20 {
			d.Wear.Hang = append(d.Wear.Hang, hang(foot, min(t.width*1.15, tiers[i+1].width)))
		}
	}
	d.Wear.Hang = append(d.Wear.Hang, hang(end, last.width))
}

// joinTiers lists the seams below the uppermost cloth: tier to tier section by section, the sides of every breadth, and the
// placket.
func joinTiers(d *draft.Draft, upper *hung, tiers []*tier) {
	join := func(id, pa, ea string, ca pattern.Copy, pb, eb string, cb pattern.Copy, ease float64, absorbed pattern.Takeup,
		is pattern.Join) {
		d.Seams = append(d.Seams, pattern.Seam{ID: id, A: pattern.Side{Piece: pa, Edge: ea, Copy: ca},
			B: pattern.Side{Piece: pb, Edge: eb, Copy: cb}, Ease: ease, Absorbed: absorbed, Join: is})
	}
	number := 0
	for i, t := range tiers {
		if i > 0 {
			up := tiers[i-1]
			perUp, per := t.sections/up.n, t.sections/t.n
			for k := range t.sections {
				number++
				above, section, copied := up.id, k%perUp+1, pattern.Nth(k/perUp, up.n)
				if i == 1 {
					over := false
					if above, copied, over = upper.breadth(k / perUp); over {
						section = perUp + 1 - section
					}
				}
				join(fmt.Sprintf("tier-%d", number), above, fmt.Sprintf("bottom-%d", section), copied, t.id, fmt.Sprintf("top-%d", k%per+1),
					pattern.Nth(k/per, t.n), (t.width-up.width)/float64(t.sections), pattern.Gathers, pattern.Tiered)
			}
		}
		for k := range t.n {
			if i > 0 {
				join(fmt.Sprintf("%s-side-%d", t.id, k+1), t.id, "right", pattern.Nth(k, t.n), t.id, "left", pattern.Nth(k+1, t.n), 0, "",
					pattern.Beside)
			}
		}
	}
	under, over := upper.opened()
	join("placket-under", under.Piece, under.Edge, under.Copy, "placket-lap", "left", pattern.Copy{}, 0, "", pattern.Stripped)
	join("placket-over", over.Piece, over.Edge, over.Copy, "placket-facing", "right", pattern.Copy{}, 0, "", pattern.Stripped)
}

// breadth is one breadth of a tier below another.
func (t *tier) breadth(seam float64) pattern.Piece {
	w := t.width / float64(t.n)
	p := pattern.Rectangle(t.id, t.name, w, t.height, seam)
	p.Cut = t.n
	for _, y := range []float64{t.height - 3, t.height + 3} {
		p.Marks = append(p.Marks, pattern.Mark{Kind: pattern.Gather, Path: []plane.Point{{X: 0, Y: y}, {X: w, Y: y}}})
	}
	if t.below > 0 {
		t.meet(&p, "bottom", "lower edge", t.below)
	} else {
		p.Allow(turnedUnder+hemDepth, "bottom")
		p.Be(pattern.Hem, "bottom")
	}
	t.meet(&p, "top", "upper edge", t.sections)
	return p
}

// meet divides an edge of a breadth into the sections in which it meets the tier next to it, so many all round.
func (t *tier) meet(p *pattern.Piece, edge, name string, sections int) {
	p.Split(edge, stretches(edge, name, sections/t.n, t.width/float64(sections))...)
	for _, e := range p.Edges {
		if strings.HasPrefix(e.ID, edge+"-") {
			p.Notches = append(p.Notches, pattern.Notch{Edge: e.ID, At: e.Length()})
		}
	}
}

// tiersOf are the tiers from the band down, with their widths, breadths and sections.
func tiersOf(band part.Band, v draft.Values, in cloth.Fabric, basis float64) ([]*tier, error) {
	seam, long, upperLong := band.Allowance, v.Number(draft.FullLength), v.Number("upper_length")
	tiers := []*tier{{id: "upper", name: "Upper tier", height: upperLong}, {id: "lower", name: "Lower tier", height: long - upperLong}}
	if v.Choice("tiers") == "three" {
		half := (long - upperLong) / 2
		tiers = []*tier{tiers[0], {id: "middle", name: "Middle tier", height: half}, {id: "lower", name: "Lower tier", height: half}}
	}
	// A deep band is as wide below as the hips: what is gathered to it is fuller.
	from := max(basis*v.Number("upper_ratio"), leastGathered*band.Lower)
	for i, t := range tiers {
		if i > 0 {
			from *= v.Number("lower_ratio")
		}
		t.width = from
		if t.width > 25000 {
			return nil, fmt.Errorf("the %s would be %s round: choose less fullness", strings.ToLower(t.name),
				measure.TellLong(t.width))
		}
		var err error
		if t.n, err = fullness.Panels(t.width, float64(in.Usable()), seam); err != nil {
			return nil, fmt.Errorf("the cloth is too narrow for this petticoat: %w", err)
		}
		if i > 0 {
			t.sections = fullness.Sections(tiers[i-1].n, t.n)
			tiers[i-1].below = t.sections
		}
	}
	return tiers, nil
}
