package support

import (
	"fmt"
	"math"

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

// HipRoll is a stuffed crescent roll tied at the waist: one round back and
// sides, or a pair for the hips.
type HipRoll struct{}

// About describes it.
func (HipRoll) About() draft.About {
	return draft.About{Kind: "hip-roll", Name: "Hip roll", Family: family.Support, Over: family.Foundation,
		What: "A stuffed crescent at the waist, thick behind and running out before; or a pair for the hips. Sixteenth to eighteenth " +
			"century skirts hang from it.",
		Usual: cloth.Fabric{Name: "Linen", Colour: "unbleached", Width: 1450, Selvedge: 10, Thickness: 0.4, Weight: 180, Shrinkage: 0.05}}
}

// Parameters are what is asked about it.
func (HipRoll) Parameters() []draft.Parameter {
	return []draft.Parameter{
		draft.OneOf("form", "Form", "One roll lifts the whole skirt; a pair widens the hips and leaves back and front flat.", "round",
			"one, round back and sides", "pair", "a pair, one on each hip"),
		draft.Mm("thick", "Thickness, stuffed", 25, 180, 85, "moderate", figure.Memory, "At the thickest; it runs out towards its ends."),
		draft.Times("around", "Goes round, of the waist", 0.2, 0.95, 0.72, "open before", figure.Memory,
			"For a pair, each takes four tenths of this."),
		draft.Times("packing", "Packing, grams a litre", 20, 200, 85, "shredded scraps", figure.Memory,
			"Firm: a soft roll goes flat under heavy skirts."),
		part.Allowance(6, 20, 10, "clipped and turned", figure.Practice, "All round."),
	}
}

// Draft drafts it to a figure, in a cloth.
func (HipRoll) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	waist, thick := on.GirthAt(figure.Waist), v.Number("thick")
	share, copies := v.Number("around"), 1
	if v.Choice("form") == "pair" {
		share, copies = share*0.4, 2
	}
	inner := waist * share
	r := fullness.CircleRadius(waist, 1)
	if inner < 80 {
		return draft.Draft{}, fmt.Errorf("going round %.2g of the waist leaves a roll %s long: let it go further round", share,
			measure.Tell(inner))
	}
	half := inner / r / 2 // the angle it covers from its middle
	// Flat, each side is half the roll's girth wide at every place.
	const least = 9.0
	width := func(t float64) float64 {
		return math.Pi * (least + (thick-least)*math.Pow(math.Cos(t*math.Pi/2), 0.8)) / 2
	}
	arc := func(out bool) []plane.Point {
		var line []plane.Point
		const n = 80
		for i := range n + 1 {
			t := -1 + 2*float64(i)/n
			radius := r
			if out {
				radius += width(t)
			}
			line = append(line, plane.Pt(radius*math.Sin(t*half), -radius*math.Cos(t*half)))
		}
		return line
	}
	outer, waistEdge := arc(true), plane.Reversed(arc(false))
	a := v.Number(draft.Allowance)
	p := pattern.Piece{ID: "roll", Name: "Roll, each side", Cut: 2 * copies, Edges: []pattern.Edge{
		{ID: "outer", Name: "outer edge", Line: outer, Allowance: a},
		{ID: "right", Name: "end", Line: []plane.Point{outer[len(outer)-1], waistEdge[0]}, Allowance: a},
		{ID: "waist", Name: "waist edge", Line: waistEdge, Allowance: a},
		{ID: "left", Name: "other end", Line: []plane.Point{waistEdge[len(waistEdge)-1], outer[0]}, Allowance: a},
	}}
	p.Notches = []pattern.Notch{{Edge: "outer", At: p.Edges[0].Length() / 2, Label: "middle"},
		{Edge: "waist", At: p.Edges[2].Length() / 2, Label: "middle"},
		{Edge: "right", At: p.Edges[1].Length() / 2, Label: "tie"}, {Edge: "left", At: p.Edges[3].Length() / 2, Label: "tie"}}
	d := draft.Draft{Pieces: []pattern.Piece{p}, Cautions: []caution.Caution{caution.Dust, caution.Iron}}
	for i, e := range []string{"outer", "waist", "right", "left"} {
		d.Seams = append(d.Seams, pattern.Seam{ID: fmt.Sprintf("seam-%d", i+1), A: pattern.Side{Piece: "roll", Edge: e,
			Copy: pattern.Nth(0, 2)},
			B: pattern.Side{Piece: "roll", Edge: e, Copy: pattern.Nth(1, 2)}, Join: pattern.Turned, Note: "turned through the waist edge"})
	}
	weight := float64(copies) * rollVolume(r, half, width) / 1e6 * v.Number("packing")
	d.Measure("waist", "the roll", "along its waist edge", inner)
	d.Measure("thick", "the roll", "in thickness", thick)
	d.Buy("stuffing", "Stuffing: scraps shredded small, or wadding", math.Round(weight), "g",
		"its volume, packed as chosen; weigh it so that both halves match")
	ties := (waist - inner*float64(copies) + 700) / 1000
	d.Buy("tape", "Tape for the ties, "+measure.TellStock(15)+" wide", ties, "m", "what the roll leaves of the waist, and a bow")
	d.Wear.Pads = rollPads(thick, half, copies)
	t := 2 * float64(in.Thickness)
	d.Wear.Cover = []figure.Depth{{Drop: 0, Depth: t / 2}, {Drop: rollTape, Depth: t}, {Drop: rollTape + thick, Depth: t}}
	d.Tell(work.ToTurn, "Ties caught in the ends, their tails pinned inside, away from the needle; leave "+measure.Tell(90)+" open in the "+
		"waist edge.")
	d.Do(work.ToStuff, "Stuff it", work.Stuff, 1,
		"Ends first, packed hard, the middle last; roll it between the hands until no lump shows.", work.After{Step: work.ToTurn,
			Why: "it is stuffed through the opening"})
	d.Do(work.ToClose, "Close it by hand", work.CloseOpening, 1,
		"Fell the opening; try it under the petticoats before it is closed for good.", work.After{Step: work.ToStuff,
			Why: "stuffing settles: look once more"})
	d.Entry = draft.Entry{Tied: true}
	return d, nil
}

// rollVolume is what one roll holds, in mm³: its waist edge lies on a circle of
// radius r, it covers the angle half to each side of its middle, and width is
// half its girth at a share of that angle from −1 to 1.
func rollVolume(r, half float64, width func(float64) float64) float64 {
	volume := 0.0
	for i := range 200 {
		t := -1 + (float64(i)+0.5)/100
		across := width(t) * 2 / math.Pi
		volume += math.Pi * across * across / 4 * (r + across/2) * half / 100
	}
	return volume
}

// rollTape is how far below the waist a roll begins: its tape lies at the waist.
const rollTape = 8.0

// rollPads is what one roll at the back, or a pair at the hips, adds to the
// figure: it is squeezed a little into an egg.
func rollPads(thick, half float64, copies int) []figure.Pad {
	depth := []figure.Depth{{Drop: rollTape, Depth: 0}, {Drop: rollTape + thick*0.15, Depth: thick * 0.7},
		{Drop: rollTape + thick*0.5, Depth: thick * 0.92}, {Drop: rollTape + thick*0.85, Depth: thick * 0.7},
		{Drop: rollTape + thick*1.15, Depth: 0}}
	spread := min(half*180/math.Pi, 178)
	if copies == 2 {
		return []figure.Pad{{Bearing: 90, Spread: spread, Depth: depth}, {Bearing: 270, Spread: spread, Depth: depth}}
	}
	return []figure.Pad{{Bearing: 180, Spread: spread, Depth: depth}}
}
