// Package accessory holds the small pieces that are tied or pinned on.
package accessory

import (
	"fmt"
	"math"

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

// Apron is a gathered apron on a band with ties, with a bib that is pinned up or without.
type Apron struct{}

// About describes it.
func (Apron) About() draft.About {
	return draft.About{Kind: "apron", Name: "Apron", Family: family.Accessory, Over: family.Gown,
		What:  "One breadth gathered to a band and tied behind; its corners square or rounded, with a bib to pin up or without.",
		Usual: cloth.Fabric{Name: "Linen", Colour: "unbleached", Width: 1400, Selvedge: 10, Thickness: 0.35, Weight: 150, Shrinkage: 0.05}}
}

// Parameters are what is asked about it.
func (Apron) Parameters() []draft.Parameter {
	wide := draft.Mm("width", "Width", 400, 1600, 0, "", figure.Memory, "⟦65 cm⟧ to ⟦90 cm⟧ cover the front.")
	wide.Rule = "⟦=75 cm⟧, or more where what is under it is wider"
	wide.Default = func(on figure.Figure, _ draft.Values) (float64, figure.Reason) {
		if across := on.At(on.Drop(figure.Hip)).Arc(-75, 75); across > 700 {
			return min(math.Ceil(across*1.1), 1600), figure.Reason{Text: "covers the front from side to side", Source: figure.Memory}
		}
		return 750, figure.Reason{Text: "⟦65 cm⟧ to ⟦90 cm⟧", Source: figure.Memory}
	}
	band := draft.MmFrom("band_long", "Band, long", 150, 1200, "half the waist", "⟦30 cm⟧ to ⟦40 cm⟧: the apron is gathered to it.",
		func(on figure.Figure, _ draft.Values) (float64, figure.Source) {
			return math.Round(on.GirthAt(figure.Waist) / 2), figure.Memory
		})
	band.Between = func(on figure.Figure, v draft.Values) (float64, float64) {
		return max(150, v.Number("width")/8), min(v.Number("width")-20, on.GirthAt(figure.Waist))
	}
	high, across := draft.Mm("bib", "Bib, high", 80, 400, 200, "to the bust", figure.Memory, "Above the band, doubled; its "+
		"corners are pinned up."),
		draft.MmFrom("bib_wide", "Bib, wide", 80, 500, "⟦21 cm⟧, or what the band has room for", "At its lower edge.",
			func(_ figure.Figure, v draft.Values) (float64, figure.Source) {
				return min(210, v.Number("band_long")-20), figure.Memory
			})
	across.Between = func(_ figure.Figure, v draft.Values) (float64, float64) {
		return 80, min(500, v.Number("band_long")-20)
	}
	high.When = func(v draft.Values) bool { return v.Choice("top") == "bib" }
	across.When = high.When
	return []draft.Parameter{
		part.LengthFrom("Length below the band", 200, 1400, "to ⟦15 cm⟧ above the floor", "Three quarters of the skirt to "+
			"nearly all of it.",
			func(on figure.Figure, _ draft.Values) (float64, figure.Source) {
				return max(on.WaistToFloor(0)-150, 200), figure.Memory
			}),
		wide, band,
		draft.Mm(draft.Band, "Band, finished depth", 15, 90, 35, "⟦2.5 cm⟧ to ⟦5 cm⟧", figure.Practice, "Cut at twice this and "+
			"folded. The ties are as wide."),
		draft.Mm("ties", "Each tie, long", 300, 1800, 900, "round the rest of the waist and a bow behind", figure.Memory, "Two are cut."),
		draft.Mm("corner", "Lower corners, rounded by", 0, 250, 0, "square", figure.Memory, "The radius."),
		draft.OneOf("top", "Above the band", "The corners of a bib are pinned to the bodice.", "none", "nothing", "bib",
			"a bib"), high, across,
		draft.Mm(draft.Hem, "Hem allowance", 6, 120, 50, "sides and a round corner take a narrow one", figure.Practice,
			"At the lower edge."),
		draft.Mm("side", "Allowance at the sides", 6, 25, 12, "a narrow hem, or the selvedge", figure.Practice, "Turned twice."),
		part.Allowance(6, 25, 12.7, "⟦1/2 in⟧", figure.Practice, "At every seam.")}
}

// Draft drafts it.
func (Apron) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	half, long, seam := v.Number("width")/2, v.Number(draft.FullLength), v.Number(draft.Allowance)
	r := v.Number("corner")
	if r > half*0.9 || r > long*0.9 {
		return draft.Draft{}, fmt.Errorf("a corner rounded by %s does not fit on half of an apron %s wide and %s long: round it less",
			measure.Tell(r), measure.Tell(2*half), measure.Tell(long))
	}
	hem := v.Number(draft.Hem)
	line := []plane.Point{{}, {X: half}}
	side := []plane.Point{{X: half}, {X: half, Y: long}}
	if r > 0 {
		a, b := plane.Pt(half-r, 0), plane.Pt(half, r)
		line = plane.Join([]plane.Point{{}, a}, plane.Quarter(a, plane.Pt(half, 0), b))
		side, hem = []plane.Point{b, {X: half, Y: long}}, min(hem, v.Number("side"))
	}
	p := pattern.Piece{ID: "apron", Name: "Apron", Cut: 1, Fold: "centre", Edges: []pattern.Edge{
		{ID: "hem", Name: "hem", Line: line, Allowance: hem, Turned: true},
		{ID: "side", Name: "side", Line: side, Allowance: v.Number("side")},
		{ID: "top", Name: "upper edge", Line: []plane.Point{{X: half, Y: long}, {Y: long}}, Allowance: seam},
		{ID: "centre", Name: "centre, on the fold", Line: []plane.Point{{Y: long}, {}}}}}
	p.Be(pattern.Hem, "hem", "side")
	p.GatherRows(p.Edges[2].Line)
	deep, wide := v.Number(draft.Band), v.Number("band_long")
	band := pattern.Rectangle("band", "Band", wide, 2*deep, seam)
	band.EitherWay = true
	band.Marks = []pattern.Mark{{Kind: pattern.FoldLine, Path: []plane.Point{{Y: deep}, {X: wide, Y: deep}}, Label: "fold"}}
	band.Split("bottom", pattern.Stretch{ID: "to-left", Name: "to the apron, left", Length: wide / 2},
		pattern.Stretch{ID: "to-right", Name: "to the apron, right"})
	band.Notches = append(band.Notches, pattern.Notch{Edge: "to-left", At: wide / 2, Label: "centre"})
	tie := pattern.Rectangle("tie", "Tie", v.Number("ties"), 2*deep, seam)
	tie.Cut, tie.EitherWay = 2, true
	tie.Be(pattern.Hem, "top", "bottom", "right")
	d := draft.Draft{Cautions: []caution.Caution{caution.Flame, caution.Iron}}
	for _, hand := range []pattern.Hand{pattern.Left, pattern.Right} {
		d.Seams = append(d.Seams, pattern.Seam{ID: "band-" + string(hand), A: pattern.Side{Piece: "band", Edge: "to-" + string(hand)},
			B: pattern.Side{Piece: "apron", Edge: "top", Copy: pattern.Copy{Hand: hand}}, Ease: half - wide/2, Absorbed: pattern.Gathers,
			Join: pattern.Banded})
	}
	for i, end := range []string{"left", "right"} {
		d.Seams = append(d.Seams, pattern.Seam{ID: "tie-" + end, A: pattern.Side{Piece: "band", Edge: end},
			B: pattern.Side{Piece: "tie", Edge: "left", Copy: pattern.Nth(i, 2)}})
	}
	d.Pieces = []pattern.Piece{p, band, tie}
	if v.Choice("top") == "bib" {
		bib(&d, v, seam)
	} else {
		d.Pieces[1].Be(pattern.Enclosed, "top")
	}
	d.Measure("length", "the apron", "below the band", long)
	d.Measure("width", "the apron", "in width", 2*half)
	d.Measure("ties", "each tie", "in length", v.Number("ties"))
	d.Spares = []draft.Spare{{Dimension: "length", Where: "the hem", Slide: max(hem-6, 0)}}
	thick := float64(in.Thickness)
	// Band and ties go round; what hangs from them lies before the skirts and changes nothing.
	d.Wear.Cover = []figure.Depth{{Drop: 0, Depth: 4 * thick}, {Drop: deep, Depth: 4 * thick}}
	if round := wide + 2*v.Number("ties"); round < on.GirthAt(figure.Waist)+300 {
		d.Offer(false, "The ties are short", fmt.Sprintf("Band and ties make %s; the waist measures %s and a bow takes "+
			"some %s.", measure.Tell(round),
			measure.Tell(on.GirthAt(figure.Waist)), measure.Tell(500)), "Make them longer",
			draft.Settings{"ties": min(math.Ceil((on.GirthAt(figure.Waist)+500-wide)/2), 1800)})
	}
	d.Tell(work.ToHem, "Sides first, then the lower edge.")
	d.Tell(work.ToGather, fmt.Sprintf("%s into %s, the middle of both matched.", measure.Tell(2*half), measure.Tell(wide)))
	d.Entry = draft.Entry{Tied: true}
	return d, nil
}

// bib adds a doubled bib to the middle of the band's upper edge.
func bib(d *draft.Draft, v draft.Values, seam float64) {
	wide, high, long := v.Number("bib_wide"), v.Number("bib"), v.Number("band_long")
	p := pattern.Rectangle("bib", "Bib", wide, high, seam)
	p.Cut = 2
	p.Be(pattern.Layered, "left", "top", "right")
	band := &d.Pieces[1]
	rest := (long - wide) / 2
	band.Split("top", pattern.Stretch{ID: "top-right", Name: "upper edge, right", Length: rest},
		pattern.Stretch{ID: "to-bib", Name: "to the bib", Length: wide}, pattern.Stretch{ID: "top-left", Name: "upper edge, left"})
	band.Be(pattern.Enclosed, "top-left", "top-right")
	d.Pieces = append(d.Pieces, p)
	d.Seams = append(d.Seams, pattern.Seam{ID: "bib", A: pattern.Side{Piece: "band", Edge: "to-bib"},
		B:    pattern.Side{Piece: "bib", Edge: "bottom"},
		Join: pattern.Banded})
	d.Measure("bib", "the bib", "above the band", high)
	d.Buy("pins", "Pins for the bib’s corners", 2, "", "to the bodice; or a button each")
}
