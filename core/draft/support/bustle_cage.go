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
	"ardentgusset/core/plane"
	"ardentgusset/core/work"
)

// BustleCage is a panel behind the body with half steels in channels, drawn
// into curves by tapes before them.
type BustleCage struct{}

// About describes it.
func (BustleCage) About() draft.About {
	return draft.About{Kind: "bustle-cage", Name: "Bustle cage", Family: family.Support, Over: family.Foundation,
		What:  "Half steels in the channels of a back panel, laced into curves; a shelf for the 1880s or a soft slope for the 1870s.",
		Usual: cloth.Fabric{Name: "Cotton drill", Colour: "chalk", Width: 1450, Selvedge: 10, Thickness: 0.5, Weight: 220, Shrinkage: 0.03}}
}

// Parameters are what is asked about it.
func (BustleCage) Parameters() []draft.Parameter {
	return draft.Without(part.OnBand(30, 5,
		draft.OneOf("form", "Form", "A shelf stands out at once below the waist and falls straight; a slope grows all the way down.",
			"shelf", "shelf (1880s)", "slope", "slope (1870s)"),
		draft.Mm("projection", "Stands out behind", 60, 400, 180, "⟦12 cm⟧ to ⟦20 cm⟧ and more in the 1880s", figure.Memory,
			"From the seat to the furthest steel."),
		draft.MmFrom(draft.Long, "Length down the back", 250, 1000, "to the knee", "From the waist to the lowest steel.",
			func(on figure.Figure, _ draft.Values) (float64, figure.Source) {
				return on.Drop(figure.Knee) * 0.98, figure.Memory
			}),
		steelCount(),
		draft.Mm("steel", "Steel width", 5, 15, 10, "covered hoop steel", figure.Memory,
			"Channels are made "+measure.TellFine(6)+" wider."),
		draft.Mm("turned", "Turned in at each end", 10, 40, 20, "tipped and stitched", figure.Memory,
			"The steel ends short of the edge; the cloth is turned over it."),
	), draft.Placket)
}

// knots is what a tape is longer than the chord it ties, mm (from memory: two
// ends to knot, and to let the curve out).
const knots = 200.0

// steelCount keeps the steels a hand's breadth apart.
func steelCount() draft.Parameter {
	p := draft.Tally("steels", "Steels", 3, 10, 6, "six carry a heavy drapery", figure.Memory, "More steels, smoother line.")
	p.Between = func(_ figure.Figure, v draft.Values) (float64, float64) {
		return 3, min(10, max(3, math.Floor((v.Number(draft.Long)-55)/46)+1))
	}
	return p
}

// The panel covers the back from side to side, between these bearings.
const cageFrom, cageTo = 88.0, 272.0

// Draft drafts it to a figure, in a cloth.
func (BustleCage) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	n, long, out := v.Whole("steels"), v.Number(draft.Long), v.Number("projection")
	band := part.BandOn(on, v.With(map[draft.Key]float64{draft.Placket: 0}, nil)) // it opens before, from end to end
	seam := band.Allowance
	first := 55.0
	if long-first < 45*float64(n-1) {
		return draft.Draft{}, fmt.Errorf("%d steels lie closer than a hand's breadth in %s: choose fewer, or a longer cage", n,
			measure.Tell(long))
	}
	levels, props := cageLevels(on, v, n, first, long, out)
	// The half panel, fold at the centre back: each channel runs straight from
	// its place on the fold to its place on the front edge, as long as half
	// its steel's arc.
	waistArc := on.At(0).Arc(cageFrom, cageTo) / 2
	const under = 45.0
	// Its top is gathered: nearly as wide as the first steel, square to the band.
	full := max(waistArc, levels[0].arc/2*0.84)
	edge := []plane.Point{{X: full}, {X: full, Y: -22}}
	p := pattern.Piece{ID: "panel", Name: "Back panel", Cut: 1, Fold: "centre"}
	d := draft.Draft{Cautions: []caution.Caution{caution.Hoops, caution.Steel, caution.Flame}}
	for i, l := range levels {
		fall := min(l.side, l.centre)
		x := math.Sqrt(max(l.arc*l.arc/4-(l.centre-fall)*(l.centre-fall), 0))
		if x < 40 {
			return draft.Draft{}, fmt.Errorf("the cage stands out further than its sides can follow: choose less than %s behind, or a "+
				"longer cage", measure.Tell(out))
		}
		last := edge[len(edge)-1]
		if -fall > last.Y-8 {
			fall = -last.Y + 8 // the front edge always runs down
			x = math.Sqrt(max(l.arc*l.arc/4-(l.centre-fall)*(l.centre-fall), 1600))
		}
		edge = append(edge, plane.Pt(x, -fall))
		p.Marks = append(p.Marks, pattern.Mark{Kind: pattern.HoopLine, Width: v.Number("steel"),
			Path: []plane.Point{{X: 0, Y: -l.centre}, {X: x, Y: -fall}}, Label: fmt.Sprintf("steel %d", i+1)},
			pattern.Mark{Kind: pattern.Tie, Width: 10, Path: []plane.Point{plane.Pt(x, -fall).Toward(plane.Pt(0, -l.centre), 9/l.arc*2)}})
		d.Hoops = append(d.Hoops, bone.Hoop{Place: fmt.Sprintf("steel %d from the top", i+1), Drop: l.drop, Around: l.arc,
			Overlap: -2 * v.Number("turned"), Count: 1,
			Shape: props[i+1].Section.Between(cageFrom, cageTo)})
	}
	foot := levels[n-1].centre + under
	low := edge[len(edge)-1].Add(plane.Pt(0, -under))
	front := plane.Through(append(append([]plane.Point{}, edge...), low))
	p.Edges = []pattern.Edge{
		{ID: "hem", Name: "lower edge", Line: plane.Sweep(plane.Pt(0, -foot), plane.Pt(1, 0), low, low.Sub(plane.Pt(0, -foot))),
			Allowance: 20},
		{ID: "front", Name: "front edge", Line: plane.Reversed(front), Allowance: v.Number("turned") + 10},
		{ID: "top", Name: "waist edge", Line: []plane.Point{front[0], {X: 0, Y: 0}}, Allowance: seam},
		{ID: "centre", Name: "centre back, on the fold", Line: []plane.Point{{X: 0, Y: 0}, {X: 0, Y: -foot}}},
	}
	p.Be(pattern.Hem, "hem")
	rest := (band.Length - 2*waistArc) / 2
	if rest < 20 {
		rest = 20
		band.Length = 2*waistArc + 40
	}
	b := band.Piece(pattern.Stretch{ID: "free-left", Name: "free, before", Length: rest},
		pattern.Stretch{ID: "to-panel-left", Name: "to the panel, left", Length: waistArc},
		pattern.Stretch{ID: "to-panel-right", Name: "to the panel, right", Length: waistArc}, pattern.Stretch{ID: "free-right",
			Name: "free, before, other side", Length: rest})
	d.Pieces = []pattern.Piece{b, p}
	for _, side := range []pattern.Hand{pattern.Left, pattern.Right} {
		d.Seams = append(d.Seams, pattern.Seam{ID: "band-" + string(side), A: pattern.Side{Piece: "band", Edge: "to-panel-" +
			string(side)}, B: pattern.Side{Piece: "panel", Edge: "top", Copy: pattern.Copy{Hand: side}},
			Ease: full - waistArc, Absorbed: pattern.Gathers, Join: pattern.Banded})
	}
	finishCage(&d, on, v, in, band, props)
	return d, nil
}

// tellCage says what is particular about the making of a cage with so many steels.
func tellCage(d *draft.Draft, n int) {
	d.Flat = true
	d.Tell(work.ToMark, "Every channel from the fold to the front edge, on both halves.")
	d.Tell(work.ToEdge, "The front edges are turned over twice, strong enough to carry the tapes.")
	d.Tell(work.ToChannel, fmt.Sprintf("%d of them; close one end of each.", n), work.After{Step: work.ToEdge,
		Why: "the channels end in the finished edge"})
	d.Tell(work.ToBand,
		"Gather the panel to its two stretches of the band.", work.After{Step: work.ToChannel, Why: "the panel still lies flat"})
	d.Tell(work.ToBone, "By the list, tipped at both ends; close the mouths by hand.")
	d.TryOn = "Tie the tapes across before the legs at every steel. Sit, stand, turn. Then measure waist to floor over it."
}

// finishCage adds what follows from the pieces: dimensions, notions, what the cage does to
// the figure, and the order of work.
func finishCage(d *draft.Draft, on figure.Figure, v draft.Values, in cloth.Fabric, band part.Band, props []figure.Prop) {
	n, long, seat := len(props)-1, props[len(props)-1].Drop, on.At(on.Drop(figure.Hip)).Reach(180)
	channels := 0.0
	for i, h := range d.Hoops {
		d.Measure(fmt.Sprintf("steel-%d", i+1), h.Place, "in length", h.Cut())
		channels += h.Around
	}
	worn := on.Propped(props)
	project := worn.At(props[1+n/2].Drop).Reach(180) - seat
	d.Measure("projection", "the cage", "behind the seat", project)
	tapes := 0.0
	for _, prop := range props[1:] {
		arc := prop.Section.Between(cageFrom, cageTo)
		tapes += arc[0].To(arc[len(arc)-1]) + knots
	}
	d.Buy("tape", "Strong tape inside, "+measure.TellStock(15)+" wide", tapes/1000, "m",
		fmt.Sprintf("one across before the legs at every steel, from end to end of it, and %s each to tie and to set the curve",
			measure.Tell(knots)))
	t := float64(in.Thickness)
	bulk := band.Bulk(t, t, band.Length)
	d.Wear = draft.Wear{Props: props, Cover: []figure.Depth{{Drop: 0, Depth: bulk}, {Drop: band.Depth, Depth: bulk},
		{Drop: band.Depth + 30, Depth: t + 2}, {Drop: long, Depth: t + 2}}}
	band.Finish(d, on, bulk)
	d.Remark(false, fmt.Sprintf("Stands out %s behind the seat", measure.Tell(project)),
		"Tie the tapes loosely first, sit down in it, then knot them. What goes on top is drafted to this outline: measure waist to "+
			"floor behind over the real cage.")
	tellCage(d, n)
}

// steelLevel is one steel of a cage: its drop, the length of its arc, and the way down the
// cloth to it at the centre back and at the side, mm.
type steelLevel struct{ drop, arc, centre, side float64 }

// cageLevels are the steels of a cage from the first to the lowest, and what they make of the
// figure.
func cageLevels(on figure.Figure, v draft.Values, n int, first, long, out float64) (levels []steelLevel, props []figure.Prop) {
	seat := on.At(on.Drop(figure.Hip)).Reach(180)
	props = []figure.Prop{{Drop: 0, Section: on.At(0)}}
	centre, side := 0.0, 0.0
	before := plane.Pt(on.At(0).Reach(180), 0)
	beside := plane.Pt(on.At(0).Reach(90), 0)
	for i := range n {
		t := float64(i) / float64(n-1)
		drop := first + (long-first)*t
		share := 0.0
		if v.Choice("form") == "shelf" {
			share = min(1, 0.62+0.5*math.Sin(min(t*2.4, math.Pi/2))) - 0.12*max(t-0.5, 0)
		} else {
			share = 0.3 + 0.7*math.Pow(t, 0.8)
		}
		under := on.At(drop)
		breadth := max(under.Breadth()*1.06, on.At(on.Drop(figure.Hip)).Breadth()*(0.82+0.25*t))
		s := figure.Oblong(breadth, under.Reach(0)*0.9, max(seat+out*share, under.Reach(180)+15)).With(under)
		props = append(props, figure.Prop{Drop: drop, Section: s})
		here, sideHere := plane.Pt(s.Reach(180), drop), plane.Pt(s.Reach(90), drop)
		centre += before.To(here)
		side += beside.To(sideHere)
		before, beside = here, sideHere
		levels = append(levels, steelLevel{drop, s.Arc(cageFrom, cageTo), centre, side})
	}
	return levels, props
}
