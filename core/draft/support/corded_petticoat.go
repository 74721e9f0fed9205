package support

import (
	"fmt"
	"math"

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

// CordedPetticoat is a petticoat of straight breadths stiffened by rows of
// cord, for the full skirts of the 1820s to 1850s.
type CordedPetticoat struct{}

// About describes it.
func (CordedPetticoat) About() draft.About {
	return draft.About{Kind: "petticoat-corded", Name: "Corded petticoat", Family: family.Support,
		What: "Straight breadths gathered to a band, with groups of cord stitched in from the hem up; stands out without steel.",
		Usual: cloth.Fabric{Name: "Stout calico", Colour: "unbleached", Width: 1400, Selvedge: 10, Thickness: 0.4, Weight: 170,
			Shrinkage: 0.05}}
}

// Parameters are what is asked about it.
func (CordedPetticoat) Parameters() []draft.Parameter {
	return part.OnBand(25.4, 5,
		shortestBelow(90, "waist to floor, less the band, ⟦4 cm⟧ clear of the floor and ⟦5 cm⟧ shorter than the skirt"),
		hemRound(2600, "narrower than the skirt it carries, so that the cords stand"),
		draft.Tally("cords", "Cords in a group", 1, 20, 7, "close rows", figure.Memory, "Rows side by side, each a channel of its own."),
		draft.Mm("cord", "Cord, thick", 2, 8, 4, "cotton cord", figure.Memory, "Measured across; shrink it before use."),
		draft.Mm("apart", "Groups apart", 20, 200, 60, "as wide as a group or wider", figure.Memory, "Plain cloth between two groups."),
		cordGroups(),
	)
}

// cordGroups is as many as reach three quarters of the way up.
func cordGroups() draft.Parameter {
	p := draft.Tally("groups", "Groups of cords", 1, 10, 5, "up to the knee", figure.Memory, "Counted from the hem.")
	p.Between = func(_ figure.Figure, v draft.Values) (float64, float64) {
		each := v.Number("cords")*v.Number("cord") + v.Number("apart")
		return 1, math.Min(10, math.Max(1, math.Floor((v.Number(draft.FullLength)*0.75-30+v.Number("apart"))/each)))
	}
	return p
}

// Draft drafts it to a figure, in a cloth.
func (CordedPetticoat) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	band := part.BandOn(on, v)
	long, hem, seam, cord := v.Number(draft.FullLength), v.Number(draft.HemRound), v.Number(draft.Allowance), v.Number("cord")
	if least := leastGathered * band.Lower; hem < least {
		return draft.Draft{}, fmt.Errorf("the hem is too narrow to be gathered to the band: choose %s or more, or a shallower band",
			measure.Tell(least))
	}
	n, err := fullness.Panels(hem, float64(in.Usable()), seam)
	if err != nil {
		return draft.Draft{}, fmt.Errorf("the cloth is too narrow for this petticoat: %w", err)
	}
	groups, rows := v.Whole("groups"), v.Whole("cords")
	// A channel holds a cord when it is half its circumference wide, and the
	// cloth it takes up is what the cord's bulge needs more than the flat.
	pitch := cord*math.Pi/2 + 1
	takes := (pitch - cord) * float64(groups*rows)
	const first = 30.0
	highest := first + float64(groups)*float64(rows)*cord + float64(groups-1)*v.Number("apart")
	if highest > long*0.75 {
		return draft.Draft{}, fmt.Errorf("%s of %s would reach %s up a petticoat %s long: choose fewer, or bring them closer together",
			measure.Count(groups, "group"), measure.Count(rows, "cord"), measure.Tell(highest), measure.Tell(long))
	}
	d := draft.Draft{}
	breadth := pattern.Rectangle("breadth", "Breadth", hem/float64(n), long+takes, seam)
	breadth.Cut = n
	breadth.Allow(turnedUnder+first-5, "bottom")
	breadth.Be(pattern.Hem, "bottom")
	w := hem / float64(n)
	open := math.Min(band.Opening, long/2)
	breadth.Split("right", pattern.Stretch{ID: "right", Name: "right edge", Length: long + takes - open},
		pattern.Stretch{ID: "right-opening", Name: "right edge at the opening"})
	breadth.Split("left", pattern.Stretch{ID: "left-opening", Name: "left edge at the opening", Length: open},
		pattern.Stretch{ID: "left", Name: "left edge"})
	breadth.Notches = append(breadth.Notches, pattern.Notch{Edge: "left", At: 0, Label: "end of opening, on the last seam"},
		pattern.Notch{Edge: "right-opening", At: 0, Label: "end of opening, on the last seam"})
	length := 0.0
	for g := range groups {
		foot := first + float64(g)*(float64(rows)*pitch+v.Number("apart"))
		for r := range rows {
			y := foot + float64(r)*pitch
			breadth.Marks = append(breadth.Marks, pattern.Mark{Kind: pattern.CordLine, Path: []plane.Point{{X: 0, Y: y}, {X: w, Y: y}}})
			length += hem
		}
	}
	breadth.GatherRows([]plane.Point{{X: w, Y: long + takes}, {X: 0, Y: long + takes}})
	var parts []pattern.Stretch
	for i := range n {
		here, next := pattern.Nth(i, n), pattern.Nth(i+1, n)
		parts = append(parts, pattern.Stretch{ID: fmt.Sprintf("to-breadth-%d", i+1), Name: "to a breadth", Length: band.Lower / float64(n)})
		d.Seams = append(d.Seams, pattern.Seam{ID: fmt.Sprintf("band-%d", i+1), A: pattern.Side{Piece: "band", Edge: parts[i].ID},
			B:    pattern.Side{Piece: "breadth", Edge: "top", Copy: here},
			Ease: (hem - band.Lower) / float64(n), Absorbed: pattern.Gathers, Join: pattern.Banded})
		d.Seams = append(d.Seams, pattern.Seam{ID: fmt.Sprintf("side-%d", i+1), A: pattern.Side{Piece: "breadth", Edge: "right",
			Copy: here}, B: pattern.Side{Piece: "breadth", Edge: "left", Copy: next}})
		if i == n-1 { // cords are stitched flat and their ends meet in it
			d.Seams[len(d.Seams)-1].Wait = pattern.ForCords
			d.Seams[len(d.Seams)-1].Note = "trim the cords out of the allowance"
		}
		if i < n-1 {
			d.Seams = append(d.Seams, pattern.Seam{ID: fmt.Sprintf("side-%d-top", i+1),
				A: pattern.Side{Piece: "breadth", Edge: "right-opening", Copy: here}, B: pattern.Side{Piece: "breadth",
					Edge: "left-opening", Copy: next}})
		}
	}
	d.Pieces = []pattern.Piece{band.Piece(parts...), breadth}
	d.Placket(open, seam)
	d.Measure("hem", "the hem", "in width, all round", hem)
	d.Measure("length", "the petticoat", "in length", long)
	d.Buy("cord", "Cotton cord, "+measure.TellStock(cord)+" thick, washed", length/1000*1.05, "m",
		fmt.Sprintf("%s round a hem of %s, and one part in twenty for the ends", measure.Count(groups*rows, "row"), measure.Tell(hem)))
	thick := float64(in.Thickness)
	bulk := band.Bulk(thick, thick, hem)
	reaches := on.FallsTo(90, band.Depth+long)
	thinHem(&d, on, hem, true)
	d.Wear = draft.Wear{Stands: true, Hem: hem, Hang: part.Flare(on, band.Depth, reaches, hem,
		math.Min(0.45+0.012*float64(groups*rows), 0.9)),
		Cover: []figure.Depth{{Drop: 0, Depth: bulk}, {Drop: band.Depth, Depth: bulk},
			{Drop: on.Drop(figure.Hip), Depth: thick * hem / on.GirthAt(figure.Hip)}, {Drop: reaches, Depth: thick + cord/2}}}
	asLong(&d, on, v, band.Depth+long)
	band.Finish(&d, on, bulk)
	d.Remark(false, fmt.Sprintf("Each breadth is cut %s longer than it finishes", measure.Tell(takes)),
		fmt.Sprintf("Every cord takes up %s of cloth; stitch one group on a scrap and measure what yours takes before cutting.",
			measure.TellFine(pitch-cord)))
	tellCorded(&d, groups*rows, length)
	return d, nil
}

// tellCorded says what is particular about the making of a corded petticoat with so many rows
// of cord, length mm of them in all.
func tellCorded(d *draft.Draft, rows int, length float64) {
	d.Do(work.ToShrink, "Wash the cord", work.WashCord, 1,
		"As hot as the petticoat will be washed, with the cloth: cord that shrinks later puckers every row.")
	d.Tell(work.ToCut, "Tear or cut the breadths; the band, the underlap and the facing of the opening.", work.After{Step: work.ToShrink,
		Why: "what is cut must not shrink"})
	d.Tell(work.ToJoin, "All breadths but one: the last stays open.")
	d.Tell(work.ToPress, "Open and flat: a cord laid over a ridge shows it.")
	d.Tell(work.ToHem,
		"Straight breadths need no levelling; leave the last hand’s breadth at each end to be turned when the round is closed.",
		work.After{Step: work.ToPress, Why: "the hem runs over the seams"})
	d.Do(work.ToMarkRows, "Mark the rows", work.MarkRows, int(math.Round(length/1000)),
		"Each measured up from the hem’s edge, not from the row below, or slips add up.", work.After{Step: work.ToHem,
			Why: "rows are measured from the finished hem"})
	d.Tell(work.ToCord, fmt.Sprintf("%s from the hem up, with the foot for cord; %s of it in all. Count the rows of each group as you go.",
		measure.Count(rows, "row"), measure.TellLong(length)),
		work.After{Step: work.ToMarkRows, Why: "a row runs over all breadths in one go, along its mark"})
	d.Tell(work.ToClose, "Leave the opening above; turn the rest of the hem.")
	d.Tell(work.ToBand, "Quarter band and top, not counting the underlap.")
	d.Do(work.ToStarch, "Starch and dry it spread out", work.Starch, 1, "Over a line or a form; the cords set as they dry.",
		work.After{Step: work.ToFasten, Why: "it is starched whole"}, work.After{Step: work.ToBand, Why: "it is starched whole"})
}
