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
		return 1, min(10, max(1, math.Floor((v.Number(draft.FullLength)*0.75-30+v.Number("apart"))/each)))
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
	hung, err := hang(on, "breadth", "Breadth", n, hem, long+takes)
	if err != nil {
		return draft.Draft{}, err
	}
	w := hem / float64(n)
	open := min(band.Opening, long/2)
	length := hem * float64(groups*rows)
	for _, p := range hung.pieces(seam, open) {
		p.Allow(turnedUnder+first-5, "bottom")
		p.Be(pattern.Hem, "bottom")
		for g := range groups {
			foot := first + float64(g)*(float64(rows)*pitch+v.Number("apart"))
			for r := range rows {
				y := foot + float64(r)*pitch
				p.Marks = append(p.Marks, pattern.Mark{Kind: pattern.CordLine, Path: []plane.Point{{X: 0, Y: y}, {X: w, Y: y}}})
			}
		}
		d.Pieces = append(d.Pieces, p)
	}
	// Cords are stitched flat and their ends meet in the seam behind.
	parts := hung.sewn(&d, band.Lower, pattern.ForCords, "trim the cords out of the allowance")
	d.Pieces = append([]pattern.Piece{band.Piece(parts...)}, d.Pieces...)
	d.Placket(open, seam)
	d.Measure("hem", "the hem", "in width, all round", hem)
	hung.measured(&d, "the petticoat", long, 0)
	d.Buy("cord", "Cotton cord, "+measure.TellStock(cord)+" thick, washed", length/1000*1.05, "m",
		fmt.Sprintf("%s round a hem of %s, and one part in twenty for the ends", measure.Count(groups*rows, "row"), measure.Tell(hem)))
	thick := float64(in.Thickness)
	bulk := band.Bulk(thick, thick, hem)
	reaches := on.FallsTo(90, band.Depth+long+hung.lengths[1])
	thinHem(&d, on, hem, true)
	d.Wear = draft.Wear{Stands: true, Hem: hem, Hang: part.Flare(on, band.Depth, reaches, hem,
		min(0.45+0.012*float64(groups*rows), 0.9)),
		Cover: []figure.Depth{{Drop: 0, Depth: bulk}, {Drop: band.Depth, Depth: bulk},
			{Drop: on.Drop(figure.Hip), Depth: thick * hem / on.GirthAt(figure.Hip)}, {Drop: reaches, Depth: thick + cord/2}}}
	onFloor(&d, on, v, band.Depth+long)
	band.Finish(&d, on, bulk)
	d.Remark(false, fmt.Sprintf("Each breadth is cut %s longer than it finishes", measure.Tell(takes)),
		fmt.Sprintf("Every cord takes up %s of cloth; stitch one group on a scrap and measure what yours takes before cutting.",
			measure.TellFine(pitch-cord)))
	tellCorded(&d, groups*rows, length, hung.cut())
	return d, nil
}

// tellCorded says what is particular about the making of a corded petticoat with so many rows
// of cord, length mm of them in all.
func tellCorded(d *draft.Draft, rows int, length float64, cut string) {
	d.Do(work.ToShrink, "Wash the cord", work.WashCord, 1,
		"As hot as the petticoat will be washed, with the cloth: cord that shrinks later puckers every row.")
	d.Tell(work.ToCut, "Tear or cut the breadths; the band, the underlap and the facing of the opening."+cut, work.After{Step: work.ToShrink,
		Why: "what is cut must not shrink"})
	d.Tell(work.ToJoin, "All breadths: the seam behind stays open.")
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
