// Package support holds what carries the skirts: petticoats, pads, bustles
// and hoops.
package support

import (
	"fmt"
	"math"

	"ardentgusset/core/caution"
	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/fullness"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/stitch"
	"ardentgusset/core/work"
)

// TieredPetticoat is a petticoat of two gathered tiers on a band.
type TieredPetticoat struct{}

func (TieredPetticoat) About() draft.About {
	return draft.About{
		Kind: "petticoat-tiered", Name: "Two-tier petticoat", Family: "support",
		What:  "A band and two gathered tiers of straight breadths; fills the lower skirt and wastes no cloth.",
		Usual: cloth.Fabric{Name: "Cotton cambric", Colour: "chalk", Width: 1450, Selvedge: 10, Thickness: 0.25, Weight: 105, Shrinkage: 0.04},
	}
}

const (
	turnedUnder = 9.525 // hem: 3/8 in turned under,
	hemDepth    = 19.05 // then 3/4 in
	bandEnds    = 12.7
)

func (TieredPetticoat) Parameters() []draft.Parameter {
	return []draft.Parameter{
		{Key: "length", Label: "Length below the band", Unit: draft.Length, Low: 300, High: 1400,
			Rule: "waist to floor at the side, less band, 4 cm and 4 cm", Help: "From the lower edge of the band to the hem. A petticoat is a little shorter than the skirt over it.",
			Default: func(on figure.Figure, _ draft.Values) (float64, figure.Reason) {
				return math.Round(on.WaistToFloor(90) - 25.4 - 80), figure.Reason{Text: "waist to floor at the side, less the band, 4 cm clear of the floor and 4 cm shorter than the skirt", Source: figure.Memory}
			}},
		{Key: "upper_length", Label: "Upper tier, finished", Unit: draft.Length, Low: 120, High: 1000,
			Rule: "five eighths of the length: to just above the knee", Help: "From the band to the joining seam.",
			Default: func(_ figure.Figure, v draft.Values) (float64, figure.Reason) {
				return math.Round(v.Number("length") * 0.625), figure.Reason{Text: "to just above the knee", Source: figure.Practice}
			},
			Between: func(_ figure.Figure, v draft.Values) (float64, float64) { return 120, v.Number("length") - 100 }},
		{Key: "basis", Label: "Gathered from", Unit: draft.Choice, First: "waist",
			Options: []draft.Option{{Key: "waist", Label: "the waist"}, {Key: "hip", Label: "the hip"}},
			Rule:    "the waist", Help: "Take the hip for a slim waist with full hips, so that the tier passes them with ease."},
		{Key: "upper_ratio", Label: "Upper tier, times the basis", Unit: draft.Ratio, Low: 1.2, High: 4,
			Rule: "2", Help: "1.5 to 2 for heavy cloth, 2 medium, 2.5 to 3 fine, 3 sheer.",
			Default: draft.Fixed(2, "medium cloth", figure.Practice)},
		{Key: "lower_ratio", Label: "Lower tier, times the upper", Unit: draft.Ratio, Low: 1.2, High: 4,
			Rule: "2", Help: "Sew a test strip of the real cloth and see what it takes happily.",
			Default: draft.Fixed(2, "medium cloth", figure.Practice)},
		{Key: "ease", Label: "Ease in the band", Unit: draft.Length, Low: 0, High: 40,
			Rule: "5 mm", Help: "Added to the waist as it is dressed underneath.",
			Default: draft.Fixed(5, "the band turns over its own thickness", figure.Memory)},
		{Key: "band", Label: "Band, finished depth", Unit: draft.Length, Low: 12, High: 60,
			Rule: "1 in", Help: "Cut at twice this and two allowances, and folded.",
			Default: draft.Fixed(25.4, "1 in", figure.Practice)},
		{Key: "lap", Label: "Lap of the band", Unit: draft.Length, Low: 12, High: 60,
			Rule: "1 in", Help: "The underlap for hooks; it carries no gathers.",
			Default: draft.Fixed(25.4, "1 in", figure.Practice)},
		{Key: "placket", Label: "Placket opening", Unit: draft.Length, Low: 150, High: 300,
			Rule: "9 in", Help: "Left open at the centre back from the band down.",
			Default: draft.Fixed(228.6, "7 to 10 in", figure.Practice)},
		{Key: "allowance", Label: "Seam allowance", Unit: draft.Length, Low: 6, High: 25,
			Rule: "1/2 in", Help: "At every seam.",
			Default: draft.Fixed(12.7, "1/2 in", figure.Practice)},
	}
}

func (TieredPetticoat) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	seam, lap := v.Number("allowance"), v.Number("lap")
	waist := on.GirthAt(figure.Waist) + v.Number("ease")
	basis := waist
	if v.Choice("basis") == "hip" {
		basis = math.Max(waist, on.GirthAt(figure.Hip))
	}
	upper := basis * v.Number("upper_ratio")
	lower := upper * v.Number("lower_ratio")
	long, upperLong := v.Number("length"), v.Number("upper_length")
	placket := math.Min(v.Number("placket"), upperLong-40)

	upperN, err := fullness.Panels(upper, float64(in.Usable()), seam)
	if err != nil {
		return draft.Draft{}, fmt.Errorf("the cloth is too narrow for this petticoat: %w", err)
	}
	lowerN, err := fullness.Panels(lower, float64(in.Usable()), seam)
	if err != nil {
		return draft.Draft{}, fmt.Errorf("the cloth is too narrow for this petticoat: %w", err)
	}
	sections := fullness.Sections(upperN, lowerN)
	perUpper, perLower := sections/upperN, sections/lowerN

	stretches := func(prefix, name string, n int, each float64) []pattern.Stretch {
		out := make([]pattern.Stretch, n)
		for i := range out {
			out[i] = pattern.Stretch{ID: fmt.Sprintf("%s-%d", prefix, i+1), Name: fmt.Sprintf("%s, section %d", name, i+1), Length: each}
		}
		return out
	}
	band := pattern.Rectangle("band", "Band", waist+lap, 2*v.Number("band"), seam)
	band.Allow(bandEnds, "left", "right")
	parts := stretches("to-tier", "to the upper tier", upperN, waist/float64(upperN))
	parts = append(parts, pattern.Stretch{ID: "underlap", Name: "underlap"})
	band.Split("bottom", parts...)
	band.Marks = append(band.Marks, pattern.Mark{Kind: pattern.FoldLine, Path: []plane.Point{{Y: v.Number("band")}, {X: waist + lap, Y: v.Number("band")}}, Label: "fold"})
	band.EitherWay = true

	tier := func(id, name string, n int, width, height float64) pattern.Piece {
		p := pattern.Rectangle(id, name, width/float64(n), height, seam)
		p.Cut = n
		w := width / float64(n)
		for _, y := range []float64{height - 3, height + 3} {
			p.Marks = append(p.Marks, pattern.Mark{Kind: pattern.Gather, Path: []plane.Point{{X: 0, Y: y}, {X: w, Y: y}}})
		}
		return p
	}
	top := tier("upper", "Upper tier", upperN, upper, upperLong)
	top.Split("bottom", stretches("bottom", "lower edge", perUpper, upper/float64(sections))...)
	top.Split("right", pattern.Stretch{ID: "right", Name: "right edge", Length: upperLong - placket}, pattern.Stretch{ID: "right-opening", Name: "right edge at the opening"})
	top.Split("left", pattern.Stretch{ID: "left-opening", Name: "left edge at the opening", Length: placket}, pattern.Stretch{ID: "left", Name: "left edge"})
	top.Notches = append(top.Notches, pattern.Notch{Edge: "left", At: 0, Label: "end of opening"}, pattern.Notch{Edge: "right-opening", At: 0, Label: "end of opening"})
	bottom := tier("lower", "Lower tier", lowerN, lower, long-upperLong)
	bottom.Allow(turnedUnder+hemDepth, "bottom")
	bottom.Split("top", stretches("top", "upper edge", perLower, lower/float64(sections))...)
	for _, p := range []*pattern.Piece{&top, &bottom, &band} {
		for _, e := range p.Edges {
			if len(e.ID) > 4 && (e.ID[:4] == "top-" || e.ID[:4] == "bott" || e.ID[:3] == "to-") {
				p.Notches = append(p.Notches, pattern.Notch{Edge: e.ID, At: e.Length()})
			}
		}
	}
	facing := pattern.Rectangle("placket-facing", "Placket facing", 12.7, placket, bandEnds)
	facing.Allow(25.4-12.7, "right")
	under := pattern.Rectangle("placket-lap", "Placket underlap", 2*25.4, placket, bandEnds)
	facing.EitherWay, under.EitherWay = true, true

	d := draft.Draft{Pieces: []pattern.Piece{band, top, bottom, facing, under}, Cautions: []caution.Caution{caution.Flame, caution.Iron}}
	join := func(id, pa, ea, ca, pb, eb, cb string, ease float64, absorbed, how string) {
		d.Seams = append(d.Seams, pattern.Seam{ID: id, A: pattern.Side{Piece: pa, Edge: ea, Copy: ca}, B: pattern.Side{Piece: pb, Edge: eb, Copy: cb}, Ease: ease, Absorbed: absorbed, Technique: how})
	}
	copyOf := func(i, n int) string { return fmt.Sprintf("breadth %d of %d", i+1, n) }
	for i := range upperN {
		join(fmt.Sprintf("band-%d", i+1), "band", fmt.Sprintf("to-tier-%d", i+1), "the band", "upper", "top", copyOf(i, upperN),
			(upper-waist)/float64(upperN), "gathers", "gathered, pressed flat in the allowance, then banded")
	}
	for k := range sections {
		join(fmt.Sprintf("tier-%d", k+1), "upper", fmt.Sprintf("bottom-%d", k%perUpper+1), copyOf(k/perUpper, upperN),
			"lower", fmt.Sprintf("top-%d", k%perLower+1), copyOf(k/perLower, lowerN), (lower-upper)/float64(sections), "gathers", "gathered and seamed")
	}
	for i := range upperN {
		id, how := fmt.Sprintf("upper-side-%d", i+1), "plain, overcast"
		join(id, "upper", "right", copyOf(i, upperN), "upper", "left", copyOf((i+1)%upperN, upperN), 0, "", how)
		if i < upperN-1 {
			join(id+"-top", "upper", "right-opening", copyOf(i, upperN), "upper", "left-opening", copyOf(i+1, upperN), 0, "", how)
		}
	}
	join("placket-under", "upper", "right-opening", copyOf(upperN-1, upperN), "placket-lap", "left", "", 0, "", "doubled strip, felled inside")
	join("placket-over", "upper", "left-opening", copyOf(0, upperN), "placket-facing", "right", "", 0, "", "turned to the inside and felled")
	for i := range lowerN {
		join(fmt.Sprintf("lower-side-%d", i+1), "lower", "right", copyOf(i, lowerN), "lower", "left", copyOf((i+1)%lowerN, lowerN), 0, "", "plain, overcast")
	}

	add := func(key, part, label string, value float64) {
		d.Dimensions = append(d.Dimensions, draft.Dimension{Key: key, Part: part, Label: label, Value: value})
	}
	add("band", "the band", "in length", waist+lap)
	add("upper.width", "the upper tier", "in width, all round", upper)
	add("lower.width", "the lower tier", "in width, all round", lower)
	add("length", "the petticoat", "in length", long)

	d.Rows = []stitch.Row{
		{What: "gathering rows, two along each gathered edge", Kind: stitch.GatherRow, Length: 2 * (upper + lower), Layers: 1},
		{What: "hem", Kind: stitch.Lockstitch, Length: lower, Layers: 3},
		{What: "band, felled inside", Kind: stitch.Felling, Length: waist + lap, Layers: 3},
		{What: "overcast edges", Kind: stitch.Lockstitch, Length: 2*upper + float64(upperN)*upperLong + float64(lowerN)*(long-upperLong), Layers: 2},
	}
	d.Notions = []draft.Notion{
		{Kind: "hook", What: "Hooks and eyes", Quantity: 2, Unit: "pair", Why: "one on the band, one half-way down the placket"},
	}
	thick := float64(in.Thickness)
	// Folded band: four layers with its turnings; below it the gathers lie as
	// thick as the cloth's width over the girth.
	d.Wear.Cover = []draft.Cover{{Drop: 0, Thickness: 4 * thick}, {Drop: v.Number("band"), Thickness: 4 * thick}}
	for drop := v.Number("band") + 1; ; drop += 50 {
		at := math.Min(drop, v.Number("band")+long)
		width := upper
		if at > v.Number("band")+upperLong {
			width = lower
		}
		d.Wear.Cover = append(d.Wear.Cover, draft.Cover{Drop: at, Thickness: thick * math.Max(1, width/on.Girth(at))})
		if at < drop {
			break
		}
	}
	// Gathered cloth falls in folds: its outline stands out by a part of what
	// the cloth would (from memory).
	const inFolds = 0.4
	hip, end := on.Drop(figure.Hip), v.Number("band")+long
	hang := func(drop, cloth float64) draft.Hang {
		g := on.Girth(drop)
		return draft.Hang{Drop: drop, Girth: g + math.Max(0, cloth-g)*inFolds}
	}
	d.Wear.Hang = []draft.Hang{{Drop: 0, Girth: waist}, hang(hip*0.5, upper*0.9), hang(v.Number("band")+upperLong, upper*1.1), hang(end, lower)}
	d.Notes = append(d.Notes, draft.Note{Title: fmt.Sprintf("Hem of %s", measure.Tell(lower)),
		Text: fmt.Sprintf("%d and %d breadths of the chosen cloth. Match the tiers at the %d section marks; no gathering thread is longer than a section.", upperN, lowerN, sections)})
	// A little less fullness may save a whole breadth.
	for _, tier := range []struct {
		key, name   string
		n           int
		width, from float64
	}{{"upper_ratio", "upper", upperN, upper, basis}, {"lower_ratio", "lower", lowerN, lower, upper}} {
		fits := float64(tier.n-1) * (float64(in.Usable()) - 2*seam)
		ratio := math.Floor(fits/tier.from*100) / 100
		if tier.n > 1 && fits >= 0.88*tier.width && ratio >= 1.2 {
			d.Notes = append(d.Notes, draft.Note{Title: fmt.Sprintf("The %s tier needs a breadth for its last few centimetres", tier.name),
				Text: fmt.Sprintf("At %.2f times instead of %.2f it fits in %d of this cloth and saves one.", ratio, tier.width/tier.from, tier.n-1),
				Fix:  draft.Settings{tier.key: ratio}, FixLabel: fmt.Sprintf("Take %.2f times", ratio)})
		}
	}
	if each := lower / float64(sections); each > 1500 {
		d.Notes = append(d.Notes, draft.Note{Title: "Long gathering threads", Text: fmt.Sprintf("A section of %s is more than a thread carries (120 to 150 cm): halve it and start a new thread.", measure.Tell(each))})
	}
	if passes := upper; passes < on.GirthAt(figure.Hip)+20 {
		d.Notes = append(d.Notes, draft.Note{Grave: true, Title: "The upper tier is tight over the hips",
			Text: fmt.Sprintf("It measures %s round; the hips with what is worn underneath measure %s.", measure.Tell(passes), measure.Tell(on.GirthAt(figure.Hip))),
			Fix:  draft.Settings{"basis": "hip"}, FixLabel: "Gather from the hip"})
	}
	if opening := waist + 2*placket; opening < on.GirthAt(figure.Hip) {
		d.Notes = append(d.Notes, draft.Note{Grave: true, Title: "It may not pass the hips",
			Text: fmt.Sprintf("Band and opening give %s to get into; the hips measure %s. Make the placket longer, or put it on over the head.", measure.Tell(opening), measure.Tell(on.GirthAt(figure.Hip))),
			Fix:  draft.Settings{"placket": math.Min(300, math.Ceil((on.GirthAt(figure.Hip)-waist)/2)+10)}, FixLabel: "Lengthen the placket"})
	}
	d.Steps = []work.Step{
		{ID: "cut", Name: "Tear or cut the breadths", Minutes: 30 + 6*float64(upperN+lowerN), Needs: []work.Need{work.Table},
			How: fmt.Sprintf("%d for the upper tier, %d for the lower, the band and two placket strips. Mark the sections.", upperN, lowerN)},
		{ID: "breadths", Name: "Join the breadths of each tier", Minutes: 12 * float64(upperN+lowerN), Needs: []work.Need{work.Machine},
			How:   fmt.Sprintf("Leave the last seam of the upper tier open for %s at the top.", measure.Tell(placket)),
			After: []work.After{{Step: "cut", Why: "all breadths must be there to be counted"}}},
		{ID: "hem", Name: "Hem the lower tier", Minutes: 40, Needs: []work.Need{work.Machine, work.Iron},
			How:   "Turn 3/8 in, then 3/4 in; stitch at the edge. Straight breadths need no levelling.",
			After: []work.After{{Step: "breadths", Why: "the hem runs over the seams"}}},
		{ID: "gather-lower", Name: "Gather the lower tier", Minutes: math.Round(lower / 1000 * 8), Needs: []work.Need{work.Machine},
			How:   "Two rows of the longest stitch either side of the seam line, a new thread at every section.",
			After: []work.After{{Step: "hem", Why: "flat cloth is hemmed more easily than gathered"}}},
		{ID: "tiers", Name: "Join the tiers", Minutes: math.Round(upper / 1000 * 20), Needs: []work.Need{work.Machine},
			How:   "Match the section marks, then spread the gathers between them; lower tier uppermost.",
			After: []work.After{{Step: "gather-lower", Why: "gather, then join"}}},
		{ID: "placket", Name: "Make the placket", Minutes: 45, Needs: []work.Need{work.Machine, work.Hand}, How: "Wide strip doubled under, narrow strip turned in.",
			After: []work.After{{Step: "breadths", Why: "it closes the seam's open end"}}},
		{ID: "gather-upper", Name: "Gather the upper tier", Minutes: math.Round(upper / 1000 * 8), Needs: []work.Need{work.Machine}, How: "Two rows; draw up to the band's marks, not counting the underlap.",
			After: []work.After{{Step: "placket", Why: "the opening's edges must be finished before they go into the band"}, {Step: "tiers", Why: "less cloth to push about"}}},
		{ID: "band", Name: "Set the band", Minutes: 60, Needs: []work.Need{work.Machine, work.Hand, work.Iron}, How: fmt.Sprintf("Press the gathers flat in the allowance first. The band is %s long without its ends, %s of it underlap.", measure.Tell(waist+lap), measure.Tell(lap)),
			After: []work.After{{Step: "gather-upper", Why: "gather, then band"}}},
		{ID: "hooks", Name: "Hooks and eyes", Minutes: 20, Needs: []work.Need{work.Hand}, How: "One on the band, one half-way down the placket.",
			After: []work.After{{Step: "band", Why: "closures go on a finished band"}}},
	}
	return d, nil
}
