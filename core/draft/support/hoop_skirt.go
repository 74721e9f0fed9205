package support

import (
	"fmt"
	"math"

	"ardentgusset/core/bone"
	"ardentgusset/core/caution"
	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/part"
	"ardentgusset/core/family"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/work"
)

// HoopSkirt is a skirt held out by closed steels: a cone, a dome or a bell.
type HoopSkirt struct{}

// About describes it.
func (HoopSkirt) About() draft.About {
	return draft.About{Kind: "hoop-skirt", Name: "Hoop skirt", Family: family.Support, Over: family.Foundation,
		What: "Closed steels in channels of a gored skirt, as cone, dome or bell; round, or with more of it behind.",
		Usual: cloth.Fabric{Name: "Stout calico", Colour: "unbleached", Width: 1400, Selvedge: 10, Thickness: 0.4, Weight: 170,
			Shrinkage: 0.04}}
}

// Parameters are what is asked about it.
func (HoopSkirt) Parameters() []draft.Parameter {
	return part.OnBand(38, 5,
		lowestRound(),
		draft.OneOf("form", "Form", "A cone widens evenly from the waist; a dome is round at the hips; a bell hangs close above and "+
			"springs out below.", "dome", "dome", "cone", "cone", "bell", "bell"),
		draft.Times("behind", "More behind than before", 1, 1.8, 1.35, "1860s: fuller behind", figure.Memory,
			"Reach behind the body divided by the reach before it. 1 is round."),
		lowestSteel(),
		steels(),
		draft.Mm("overlap", "Overlap of the ends", 20, 120, 60, "with a joiner", figure.Memory, "At each steel."),
		draft.Mm("steel", "Steel width", 5, 15, 10, "covered hoop steel", figure.Memory,
			"Channels are made "+measure.TellFine(6)+" wider."),
		hoopGores(),
	)
}

// steepest is how far a hoop skirt may spread for each mm it hangs down: beyond
// that its gores lean so far that they no longer hang (from memory).
const steepest = 0.5

// lowestRound asks for the length round the lowest steel: wider than the hips,
// and no wider than the cloth over it can fall.
func lowestRound() draft.Parameter {
	p := draft.Mm(draft.HemRound, "Lowest steel, round", 1800, 4600, 3000, "⟦280 cm⟧ to ⟦400 cm⟧ in the years of the hoop",
		figure.Memory, "The skirt over it is half as wide again.")
	p.Between = func(on figure.Figure, _ draft.Values) (float64, float64) {
		low := max(1800, 1.3*on.GirthAt(figure.Hip))
		return low, max(1.2*low, min(4600, on.GirthAt(figure.Waist)+2*math.Pi*steepest*on.Floor()))
	}
	return p
}

// hoopGores asks for the gores: enough that none leans too far.
func hoopGores() draft.Parameter {
	p := draft.Tally(draft.Gores, "Side gores a side", 2, 5, 3, "narrow ones follow the steels", figure.Memory,
		"Front and back are one piece each; all gores go round as far.")
	p.Between = func(on figure.Figure, v draft.Values) (float64, float64) {
		spread := (v.Number(draft.HemRound) - on.GirthAt(figure.Waist)) / (on.Floor() - v.Number("lowest"))
		return max(2, min(5, math.Ceil(spread/(4*leaning)-1))), 5
	}
	return p
}

// leaning is how far the side of a gore may lean, on the mean, for each mm of
// its length.
const leaning = 0.23

// betweenSteels is the least from one steel to the next, mm (from memory).
const betweenSteels = 60.0

// lowestSteel asks how far the lowest steel hangs above the floor: three find
// room above it on whatever body.
func lowestSteel() draft.Parameter {
	p := draft.Mm("lowest", "Lowest steel above the floor", 80, 500, 180, "clear of the feet", figure.Memory,
		"High enough to step and to sit.")
	p.Between = func(on figure.Figure, _ draft.Values) (float64, float64) {
		return 80, max(80, min(500, on.Floor()-firstAtMost(on)-3*betweenSteels))
	}
	return p
}

// steels asks for the number of steels: as many as find room.
func steels() draft.Parameter {
	p := draft.Tally("hoops", "Steels", 3, 9, 5, "five carry a full skirt", figure.Memory,
		"From just below the hip down; the lowest carries most.")
	p.Between = func(on figure.Figure, v draft.Values) (float64, float64) {
		room := on.Floor() - v.Number("lowest") - firstAtMost(on)
		return 3, max(3, min(9, math.Floor(room/betweenSteels)))
	}
	return p
}

// firstAtMost is the lowest that the uppermost steel hangs, whatever the band.
func firstAtMost(on figure.Figure) float64 {
	return max(on.Drop(figure.HighHip)+40, on.Drop(figure.Hip)+80)
}

// swell is how wide a form is at a share of the way down, of its lowest steel.
func swell(form string, t float64) float64 {
	switch form {
	case "cone":
		return t
	case "bell":
		return math.Pow(t, 1.5)
	default:
		return math.Sin(t * math.Pi / 2 * 0.98)
	}
}

// firstSteel is the drop of the uppermost steel: below the hip bones, and low
// enough for an opening above it that lets the waist pass over the hips.
func firstSteel(on figure.Figure, band part.Band) float64 {
	opening := (min(on.GirthAt(figure.Hip), on.Overhead()) - band.Length) / 2
	return max(on.Drop(figure.HighHip)+40, min(band.Depth+opening+45, on.Drop(figure.Hip)+80))
}

// Draft drafts it to a figure, in a cloth.
func (HoopSkirt) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	band := part.BandOn(on, v)
	n, hem := v.Whole("hoops"), v.Number(draft.HemRound)
	bottom := on.Floor() - v.Number("lowest")
	first := firstSteel(on, band)
	if bottom-first < betweenSteels*float64(n) {
		return draft.Draft{}, fmt.Errorf("%d steels need more room than the %s between hip and lowest steel: choose fewer, or let the "+
			"lowest hang lower", n, measure.Tell(max(bottom-first, 0)))
	}
	drops, props, hoops, err := hoopSteels(on, v, first, bottom)
	if err != nil {
		return draft.Draft{}, err
	}
	const below = 50.0 // hem under the lowest steel
	// The cloth runs on below the lowest steel as it comes to it, so that its hem is a level as the steels are.
	spreads := (hoops[n-1].Around - hoops[n-2].Around) / (drops[n-1] - drops[n-2])
	foot := hoopShape(v.Number("behind"), hoops[n-1].Around+max(spreads, 0)*below)
	worn := on.Propped(append(props, figure.Prop{Drop: bottom + below, Section: foot.With(props[n].Section)}))
	d := draft.Draft{Hoops: hoops, Cautions: []caution.Caution{caution.Hoops, caution.Flame, caution.Steel}}
	lowest := hoops[n-1].Around
	// The opening ends clear above the first channel.
	slit := worn.Fall(180, first) - band.Depth - v.Number("steel") - 14
	short := band.Opening > slit
	band.Opening = min(band.Opening, slit)
	s := &part.Skirt{Band: band, On: worn, Long: worn.Fall(90, bottom+below) - band.Depth, Ease: 2, Turned: 40, Close: true}
	gores := v.Whole(draft.Gores)
	for i := range 2*gores + 2 {
		if i%2 == 1 || i == 0 {
			s.Bearings = append(s.Bearings, 180*float64(i)/float64(2*gores+2))
		}
	}
	s.Bearings = append(s.Bearings, 180)
	s.Hem = s.Least()
	top, err := s.Into(&d)
	if err != nil {
		return draft.Draft{}, err
	}
	// Channels stand level: each as far above the hem, along the cloth, as its
	// steel is.
	for i := range d.Pieces {
		for k := range hoops {
			if row := s.Row(d.Pieces[i].ID, worn.Fall(90, bottom+below)-worn.Fall(90, drops[k])); row != nil {
				d.Pieces[i].Marks = append(d.Pieces[i].Marks, pattern.Mark{Kind: pattern.HoopLine, Path: row, Width: v.Number("steel"),
					Label: fmt.Sprintf("steel %d", k+1)})
			}
		}
	}
	if short {
		d.Remark(false, "The opening ends above the first steel",
			fmt.Sprintf("It is %s long; deeper it would run into the first channel.", measure.Tell(band.Opening)))
	}
	d.Measure("hem", "the lowest steel", "round", lowest)
	for i, h := range hoops {
		d.Measure(fmt.Sprintf("steel-%d", i+1), h.Place, "in length, with its overlap", h.Cut())
	}
	d.Measure("length", "the hoop skirt", "in length", s.Length(90))
	thick := float64(in.Thickness)
	bulk := band.Bulk(thick, thick, top)
	d.Wear = draft.Wear{Props: props, Hem: lowest, Cover: []figure.Depth{{Drop: 0, Depth: bulk}, {Drop: band.Depth, Depth: bulk},
		{Drop: band.Depth + 60, Depth: 2 * thick}, {Drop: bottom, Depth: 2*thick + 2}}}
	band.Finish(&d, on, bulk)
	d.Remark(false, fmt.Sprintf("Skirts over it: about %s round", measure.TellLong(hem*1.4)),
		"The cloth over a hoop wants some four parts in ten more than the lowest steel, or the steels show (from memory).")
	if hoops[n-1].Breadth() > 900 {
		d.Remark(false, fmt.Sprintf("%s from side to side", measure.Tell(hoops[n-1].Breadth())),
			"Wider than most doors: it is tilted to pass. Measure the doors, the stair and the car of the event.")
	}
	tellHoop(&d, n)
	return d, nil
}

// tellHoop says what is particular about the making of a hoop skirt with so many steels.
func tellHoop(d *draft.Draft, n int) {
	for i := len(d.Seams) - 1; i >= 0; i-- {
		if d.Seams[i].Join == pattern.Beside {
			d.Seams[i].Wait, d.Seams[i].Note = pattern.ForChannels, "leave the mouths of the channels open"
			break
		}
	}
	d.Tell(work.ToMark, "Every channel on every gore before they are moved.")
	d.Tell(work.ToJoin, "All but the last. Check that the channel marks meet at every seam.")
	d.Tell(work.ToChannel, fmt.Sprintf("%d of them, flat tape on the inside, over all gores, open at the last seam.", n))
	d.Tell(work.ToBand, "Gathers behind, flat before.")
	d.Tell(work.ToBone, "Each by the list; measure twice, cut once. Tip both ends before it goes in; join with the overlap.")
	d.TryOn = "Every steel level from the floor; shorten the cloth above a steel that tips with a tuck."
	d.Tell(work.ToHem, "Below the lowest steel, so that feet do not catch in it.",
		work.After{Step: work.ToTryOn, Why: "the hem is levelled on the body"})
}

// hoopShape is an oblong of a girth that reaches so many times as far behind as before, its breadth midway between the two.
func hoopShape(behind, girth float64) figure.Section {
	shape := func(k float64) figure.Section { return figure.Oblong(k, k/(1+behind), k*behind/(1+behind)) }
	return shape(girth / shape(1).Girth())
}

// hoopSteels are the steels from the first to the lowest, evenly down, and what they make of
// the figure.
func hoopSteels(on figure.Figure, v draft.Values, first, bottom float64) (drops []float64, props []figure.Prop, hoops []bone.Hoop,
	err error) {
	n, hem, behind := v.Whole("hoops"), v.Number(draft.HemRound), v.Number("behind")
	waist := on.At(0)
	drops = make([]float64, n)
	props = []figure.Prop{{Drop: 0, Section: waist}}
	for i := range n {
		t := float64(i) / float64(n-1)
		drops[i] = first + (bottom-first)*t
		girth := waist.Girth() + (hem-waist.Girth())*swell(v.Choice("form"), 0.16+0.84*t)/swell(v.Choice("form"), 1)
		s := hoopShape(behind, girth)
		if under := on.At(drops[i]); s.With(under).Girth() > s.Girth()+2 {
			s = s.With(under) // never tighter than the body
		}
		if above := props[len(props)-1].Section; i > 0 && i < n-1 && s.Girth() < above.Girth() {
			s = above // nor than the steel above it, which has to pass the hips
		}
		props = append(props, figure.Prop{Drop: drops[i], Section: s})
		hoops = append(hoops, bone.Hoop{Place: fmt.Sprintf("steel %d from the top", i+1), Drop: drops[i], Around: s.Girth(),
			Overlap: v.Number("overlap"), Count: 1, Shape: s.Between(0, 360)})
	}
	for i := 1; i < n; i++ {
		if hoops[i].Around < hoops[i-1].Around-1 {
			return nil, nil, nil, fmt.Errorf("the hips are wider than the steels below them: choose a wider lowest steel")
		}
	}
	return drops, props, hoops, nil
}
