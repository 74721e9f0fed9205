// Package skirt holds the outer skirts.
package skirt

import (
	"fmt"
	"math"
	"slices"

	"ardentgusset/core/caution"
	"ardentgusset/core/closure"
	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/part"
	"ardentgusset/core/family"
	"ardentgusset/core/figure"
	"ardentgusset/core/fullness"
	"ardentgusset/core/measure"
	"ardentgusset/core/notion"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/technique"
	"ardentgusset/core/work"
)

// Gored is a walking skirt of about 1887: a front gore, side gores, and back
// breadths pleated into the band.
type Gored struct{}

// About describes it.
func (Gored) About() draft.About {
	return draft.About{
		Kind: "skirt-gored-1887", Name: "Gored skirt, about 1887", Family: family.Skirt,
		What:  "Front gore, side gores and a pleated back on a band; cut to the hip and shaped to the waist.",
		Usual: cloth.Fabric{Name: "Wool twill", Colour: "woad", Width: 1500, Selvedge: 10, Thickness: 0.6, Weight: 240, Shrinkage: 0.03},
	}
}

// steepest is what one gore edge takes in between hip and waist before darts
// help it; darts are between the smallest and the largest, mm (from memory:
// more pulls the seam off its line, less is not worth a dart).
const steepest, smallestDart, largestDart = 20.0, 12.0, 28.0

// steepestAtAll is what an edge takes in where darts alone are not enough, mm,
// and mostDarts the darts of a gore (from memory).
const steepestAtAll, mostDarts = 34.0, 4

// usualHem and periodLow are the usual hem of 1883 to 1889 and the narrowest
// of those years, mm (from memory).
const usualHem, periodLow = 2400.0, 2200.0

// Parameters are what is asked about it.
func (Gored) Parameters() []draft.Parameter {
	more := extras()
	for i := range more {
		switch p := &more[i]; p.Key {
		case draft.Pockets:
			p.First = "right"
		case draft.PocketDown:
			p.Default, p.Rule = draft.Fixed(100, "where a hand falls", figure.Memory), "⟦10 cm⟧"
		case draft.PocketMouth:
			p.Default, p.Rule = draft.Fixed(170, "a hand with a glove", figure.Practice), "⟦17 cm⟧"
		}
	}
	own := []draft.Parameter{
		{Key: draft.Clearance, Raises: 1, Label: "Hem above the floor", Unit: draft.Length, Low: 0, High: 400,
			Rule: "⟦4 cm⟧", Help: "All round, in the shoes of the ensemble.",
			Default: draft.Fixed(40, "clears the street", figure.Memory)},
		{Key: "side_gores", Label: "Side gores a side", Unit: draft.Count, Low: 1, High: 3,
			Rule: "2", Help: "More gores share the shaping over the hip.",
			Default: draft.Fixed(2, "two make a smooth hip", figure.Memory)},
		part.TrainAsked(),
	}
	behind := []draft.Parameter{
		{Key: "back_share", Label: "Back, part of the band", Unit: draft.Ratio, Low: 0.12, High: 0.4,
			Rule: "a quarter", Help: "How much of the waist the pleated back takes.",
			Default: draft.Fixed(0.25, "fullness is carried behind", figure.Memory)},
		{Key: "pleat_ratio", Label: "Pleated cloth, times finished", Unit: draft.Ratio, Low: 1.5, High: 5, Saves: "Shallower pleats behind",
			Rule: "3", Help: "Full-depth knife pleats take three times.",
			Default: draft.Fixed(3, "full-depth knife pleats", figure.Practice)},
		{Key: draft.HemRound, Label: "Hem, all round", Unit: draft.Length, Saves: "Less flare",
			Rule: "⟦=2.4 m⟧, or more where what it hangs over needs it",
			Help: "1877–82 ⟦180 cm⟧ to ⟦220 cm⟧, 1883–89 ⟦220 cm⟧ to ⟦280 " +
				"cm⟧, 1890–96 ⟦300 cm⟧ to ⟦450 cm⟧.",
			Default: func(on figure.Figure, v draft.Values) (float64, figure.Reason) {
				least := leastHem(on, v)
				if more := math.Ceil(least * 1.1); more > usualHem {
					return more, figure.Reason{Text: "what it goes round, with its pleats, measures " + measure.Tell(least),
						Source: figure.Memory}
				}
				return usualHem, figure.Reason{Text: "1883–89: ⟦220 cm⟧ to ⟦280 cm⟧", Source: figure.Memory}
			},
			SavesTo: func(on figure.Figure, v draft.Values) float64 {
				return max(periodLow, min(on.Fullness(), usualHem))
			},
			Between: func(on figure.Figure, v draft.Values) (float64, float64) {
				low := math.Ceil(leastHem(on, v)) + 10
				return low, max(4500, low*1.5)
			}},
		{Key: draft.Pleats, Label: "Pleats a side", Unit: draft.Count, Low: 1, High: 12,
			Rule: "4", Help: "Turned towards the centre back.",
			Default: draft.Fixed(4, "deep, quiet pleats", figure.Memory)},
	}
	return slices.Concat(own, fitted(), behind, more)
}

// fitted asks for what every skirt that is shaped to waist and hip has.
func fitted() []draft.Parameter {
	return []draft.Parameter{
		{Key: draft.WaistEase, Label: "Ease at the waist", Unit: draft.Length, Low: 0, High: 60,
			Rule: "⟦1 cm⟧", Help: "Over the waist as it is dressed underneath.",
			Default: draft.Fixed(10, "the band turns over its own thickness", figure.Memory)},
		{Key: draft.HipEase, Label: "Ease at the hip", Unit: draft.Length, Low: 10, High: 200,
			Rule: "⟦5 cm⟧", Help: "Over the hip as it is dressed underneath.",
			Default: draft.Fixed(50, "the skirt hangs free of the petticoat", figure.Memory)},
		{Key: draft.Placket, Label: "Placket opening", Unit: draft.Length, Low: 150, High: 320,
			Rule: "⟦9 in⟧", Help: "In the left seam before the back breadth; the pleats stop short of it.",
			Default: draft.Fixed(228.6, "⟦8 in⟧ to ⟦9 in⟧", figure.Practice)},
		{Key: draft.Band, Label: "Band, finished depth", Unit: draft.Length, Low: 12, High: 60,
			Rule: "⟦2.5 cm⟧", Help: "Sits upwards from the waist seam.",
			Default: draft.Fixed(25, "a narrow band", figure.Practice)},
		{Key: draft.Lap, Label: "Lap of the band", Unit: draft.Length, Low: 12, High: 60,
			Rule: "⟦2.5 cm⟧", Help: "The underlap for the hooks.",
			Default: draft.Fixed(25, "two hooks", figure.Practice)},
		{Key: draft.Allowance, Label: "Seam allowance", Unit: draft.Length, Low: 6, High: 30,
			Rule: "⟦1.5 cm⟧", Help: "At every seam and the waist.",
			Default: draft.Fixed(15, "enough to fell", figure.Practice)},
		{Key: draft.Hem, Label: "Hem allowance", Unit: draft.Length, Low: 10, High: 120, Saves: "A facing instead of a deep hem",
			Rule: "⟦5 cm⟧", Help: "Turned up, or faced; levelled after hanging.",
			Default: draft.Fixed(50, "room to level", figure.Memory)},
	}
}

// free is what stays unpleated beside the seam for the placket, mm.
const free = 20.0

// Draft drafts it to a figure, in a cloth.
func (Gored) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	f := formOf(on, v)
	if f.back < free+20 {
		return draft.Draft{}, fmt.Errorf("the back takes only %s of the band a side, too little to pleat: give it a larger part",
			measure.Tell(f.back))
	}
	round := v.Number(draft.HemRound)
	if err := f.hemmed(round); err != nil {
		return draft.Draft{}, err
	}
	if err := f.dart(); err != nil {
		return draft.Draft{}, err
	}
	seam := v.Number(draft.Allowance)
	pieces, err := f.gores(seam, v.Number(draft.Hem))
	if err != nil {
		return draft.Draft{}, err
	}
	pl, err := fullness.KnifePleats(f.backCloth-free, f.back-free, v.Whole(draft.Pleats))
	if err != nil {
		return draft.Draft{}, err
	}
	sided(pieces)
	markPleats(&pieces[f.n-1], pl)
	d := draft.Draft{Pieces: pieces, Cautions: []caution.Caution{caution.Flame, caution.Iron, caution.Needle}}
	part.RemarkSlope(&d, f.moved)
	f.band(&d, v)
	d.Pieces = append(d.Pieces, plackets(v.Number(draft.Placket))...)
	for i := 1; i < f.n; i++ {
		edge := "left"
		if i == f.n-1 {
			edge = "right"
		}
		d.Sew(fmt.Sprintf("gore-%d", i), pieces[i-1].ID, "right", pieces[i].ID, edge, "plain")
		if i == f.n-1 {
			last := &d.Seams[len(d.Seams)-1]
			last.Open, last.Note = v.Number(draft.Placket), "on the left open for "+measure.Tell(v.Number(draft.Placket))+" at the top"
		}
	}
	f.markOpening(&d, v.Number(draft.Placket))
	d.Works = append(d.Works, notion.Worked{Key: "placket", Name: "the placket", Of: technique.Placket, Length: v.Number(draft.Placket)})
	finish(&d, on, v, in, f, pl)
	return d, finished(&d, on, v, in, betweens(d.Pieces[:f.n], f.bearings, true))
}

// band adds the band, marked where each piece begins, from the opening on, and
// its seams.
func (f *form) band(d *draft.Draft, v draft.Values) {
	lap, deep := v.Number(draft.Lap), v.Number(draft.Band)
	band := pattern.Rectangle("band", "Band", f.waist+lap, 2*deep, v.Number(draft.Allowance))
	band.EitherWay = true
	band.Be(pattern.Enclosed, "left", "right", "top")
	band.Marks = append(band.Marks, pattern.Mark{Kind: pattern.FoldLine, Path: []plane.Point{{Y: deep}, {X: f.waist + lap, Y: deep}},
		Label: "fold"})
	type target struct {
		side  string
		piece int
	}
	var order []target
	for k := f.n - 2; k >= 0; k-- {
		order = append(order, target{"left", k})
	}
	for k := range f.n {
		order = append(order, target{"right", k})
	}
	order = append(order, target{"left", f.n - 1})
	var parts []pattern.Stretch
	for _, o := range order {
		id := o.side + "-" + d.Pieces[o.piece].ID
		parts = append(parts, pattern.Stretch{ID: id, Name: "to " + id, Length: f.share[o.piece]})
		s := pattern.Seam{ID: "band-" + id, A: pattern.Side{Piece: "band", Edge: id},
			B: pattern.Side{Piece: d.Pieces[o.piece].ID, Edge: "top",
				Copy: pattern.Copy{Hand: pattern.Hand(o.side)}}, Join: pattern.Banded}
		switch {
		case o.piece == f.n-1:
			s.Ease, s.Absorbed = f.backCloth-f.back, pattern.Pleats
		case f.darts[o.piece] > 0:
			s.Ease, s.Absorbed = f.intake[o.piece]*float64(f.darts[o.piece]), pattern.Darts
		}
		d.Seams = append(d.Seams, s)
	}
	band.Split("bottom", append(parts, pattern.Stretch{ID: "underlap", Name: "underlap"})...)
	for _, p := range parts {
		e, _ := band.Edge(p.ID)
		band.Notches = append(band.Notches, pattern.Notch{Edge: p.ID, At: e.Length()})
	}
	d.Pieces = append(d.Pieces, band)
}

// inFolds is the part of what the hem has more that shows as girth (from
// memory).
const inFolds = 0.7

// markPleats draws fold and placement of every pleat on the back breadth,
// counted from its side edge.
func markPleats(back *pattern.Piece, pl fullness.Pleats) {
	waist, _ := back.Edge("top")
	put := func(kind pattern.MarkKind, at float64, label string) {
		a, dir := plane.Along(waist.Line, free+at)
		back.Marks = append(back.Marks, pattern.Mark{Kind: kind, Label: label, Path: []plane.Point{a, a.Add(dir.Left().Times(70))}})
	}
	for i, m := range pl.Marks() {
		put(pattern.PleatFold, m.Fold, fmt.Sprint(i+1))
		put(pattern.PleatTo, min(m.To, pl.Cloth), "")
	}
}

// markOpening notches the seam before the back breadth where the placket ends, on the left.
func (f *form) markOpening(d *draft.Draft, placket float64) {
	for _, k := range []int{f.n - 2, f.n - 1} {
		p := &d.Pieces[k]
		if e, ok := p.Edge("right"); ok { // it runs up, from the hem to the waist
			p.Notches = append(p.Notches, pattern.Notch{Edge: "right", At: e.Length() - placket, Label: "placket ends, left"})
		}
	}
}

// plackets are the small pieces of an opening that do not show.
func plackets(opening float64) []pattern.Piece {
	facing := pattern.Rectangle("placket-facing", "Placket facing", 25, opening+25, 12)
	lap := pattern.Rectangle("placket-lap", "Placket underlap", 50, opening+25, 12)
	facing.EitherWay, lap.EitherWay = true, true
	facing.Hidden, lap.Hidden = true, true
	return []pattern.Piece{facing, lap}
}

func finish(d *draft.Draft, on figure.Figure, v draft.Values, in cloth.Fabric, f *form, pl fullness.Pleats) {
	lap, round := v.Number(draft.Lap), v.Number(draft.HemRound)
	for k, share := range f.share {
		p := &d.Pieces[k]
		run := draft.WaistRun{Piece: p.ID, Name: p.Name, Long: share}
		run.Darts = f.dartsAlong(k)
		d.Waist.Runs = append(d.Waist.Runs, run)
	}
	d.Measure("band", "the band", "in length", f.waist+lap)
	d.Measure("front.waist", "the front gore", "at the waist", 2*f.share[0])
	for k := 1; k < f.n-1; k++ {
		part := "every side gore"
		if f.n > 3 {
			part = fmt.Sprintf("each side gore %d", k)
		}
		d.Measure(fmt.Sprintf("side-%d.waist", k), part, "at the waist", f.share[k])
	}
	d.Measure("back.waist", "the pleated back", "at the waist", 2*f.back)
	d.Measure("hip", "the skirt", "at the hip, its pleats open", f.ringed(d))
	d.Measure("length.front", "the skirt", "in length at the front", f.Length(0))
	d.Measure("length.side", "the skirt", "in length at the side", f.Length(90))
	d.Measure("length.back", "the skirt", "in length at the back", f.Length(180))
	d.Measure("hem", "the hem", "all round", f.hemDrawn(d))
	seams := f.n - 1
	d.Spares = []draft.Spare{
		{Dimension: "band", Where: "the closure of the band", Slide: max(lap-10, 0) / 2},
		{Dimension: "hip", Where: fmt.Sprintf("all %d seams", 2*seams), Seams: 2 * seams, Allowance: v.Number(draft.Allowance)},
	}
	for _, where := range []string{"front", "side", "back"} {
		d.Spares = append(d.Spares, draft.Spare{Dimension: "length." + where, Where: "the hem, " + where,
			Slide: max(v.Number(draft.Hem)-12, 0)})
	}
	d.Fasten(closure.Hooks, 3, 0, "two on the band, one part-way down the placket")
	d.Buy("tape", "Stay tape, "+measure.TellStock(10), (f.waist+50)/1000, "m",
		"along the waist seam, so that the curved edge does not stretch in the straight band")
	t := float64(in.Thickness)
	hem, hip := f.Reach(), on.Drop(figure.Hip)
	cloth := func(drop float64) float64 {
		return f.hip + (round-f.hip)*max(0, drop-hip)/max(hem-hip, 1)
	}
	// The band has four layers with its turnings, and the pleats lie three
	// deep over a part of the waist.
	atWaist := t * (4 + v.Number("back_share")*(v.Number("pleat_ratio")-1))
	d.Wear.Cover = []figure.Depth{{Drop: 0, Depth: atWaist}}
	for drop := 40.0; ; drop += 50 {
		at := min(drop, hem)
		d.Wear.Cover = append(d.Wear.Cover, figure.Depth{Drop: at, Depth: t * max(1, cloth(at)/on.Girth(at))})
		if at < drop {
			break
		}
	}
	d.Wear.Hang, d.Wear.Hem = part.Flare(on, 0, hem, round, inFolds), round
	if pl.Overlap() {
		d.Remark(false, "The pleats overlap beneath", fmt.Sprintf("Each shows %s and folds %s under: three layers lie over one another. "+
			"Fewer pleats or less cloth lie flatter.", measure.Tell(pl.Reveal), measure.Tell(pl.Under)))
	}
	if n := f.dartCount(); n > 0 {
		d.Remark(false, "Darts take the waist in", fmt.Sprintf("Hip and waist differ by %s; %s in what the edges of the gores do not.",
			measure.Tell(f.hip-f.waist), measure.Count(n, "dart takes", "darts take")))
	}
	part.GettingIn(d, on, draft.Entry{At: draft.AtLeft, Closed: f.waist, Slit: v.Number(draft.Placket)},
		part.Lengthened(draft.Placket, 320))
	if under := on.Fullness(); under > round+10 {
		d.Offer(false, "What is worn under it is fuller", fmt.Sprintf("The hem beneath measures %s, this one %s: it is crushed and "+
			"shows in folds.", measure.Tell(under), measure.Tell(round)),
			"Make the hem fuller", draft.Settings{draft.HemRound: math.Ceil(under*1.04/10) * 10})
	}
	if back, front := on.WaistToFloor(180), on.WaistToFloor(0); back-front > 20 {
		d.Remark(false, "The back is cut longer than the front",
			fmt.Sprintf("By %s: the way over what is worn underneath is that much longer behind.", measure.Tell(back-front)))
	}
	tell(d, v, f, pl)
}

// tell says what is particular about the making of the skirt.
func tell(d *draft.Draft, v draft.Values, f *form, pl fullness.Pleats) {
	d.MockUp = "Cut the gores to ⟦10 cm⟧ below the hip in cheap cloth, fit over corset and petticoat."
	d.Tell(work.ToStay, "Each gore’s waist from seam to centre.")
	d.Tell(work.ToDart, "From the waist to nothing; tie the ends, press towards the centre. Lay left on right: they must end level.")
	d.Tell(work.ToJoin, "From the front outwards, hip notch to hip notch. Round the pocket in one pass, pivoting at the corners.")
	d.Tell(work.ToPress, "Over a curve at the hip.")
	d.Tell(work.ToPlacket, "Underlap doubled on the back edge, facing turned in on the front edge.")
	d.Tell(work.ToPleat, fmt.Sprintf("%d a side: each shows %s and takes up %s. Bring fold to placement from the seam towards the "+
		"centre back; "+
		"%s beside the seam stay flat.", pl.Count, measure.TellFine(pl.Reveal), measure.TellFine(pl.TakeUp), measure.TellFine(free)),
		work.After{Step: work.ToPress, Why: "the seams lie under the pleats"})
	d.Tell(work.ToBand, fmt.Sprintf("Stay tape in the seam. Match the band’s marks to the seams; it is %s long without its ends.",
		measure.Tell(f.waist+v.Number(draft.Lap))))
	d.Tell(work.ToFasten, "Two on the band, one part-way down the placket; closed, both ends lie level.")
	d.Tell(work.ToHem, "Ease the fullness in.")
}
