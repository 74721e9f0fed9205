package support

import (
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

// ShoulderPads lift and square the shoulders under what is drafted over them: half moons of
// wadding in a cover.
type ShoulderPads struct{}

// About describes it.
func (ShoulderPads) About() draft.About {
	return draft.About{Kind: "shoulder-pads", Name: "Shoulder pads", Family: family.Support, Over: family.Bodice,
		What: "A pair of half moons, thick at the arm and running out towards the neck: they square the shoulders of a 1930s or 1940s " +
			"bodice, a tailored jacket or a character's armour.",
		Usual: cloth.Fabric{Name: "Cotton muslin", Colour: "unbleached", Width: 1400, Selvedge: 10, Thickness: 0.25, Weight: 110,
			Shrinkage: 0.04}}
}

// Parameters are what is asked about it.
func (ShoulderPads) Parameters() []draft.Parameter {
	lift := draft.Mm("lift", "The shoulder's end rises by", 4, 40, 12, "⟦8⟧ to ⟦18⟧", figure.Memory,
		"What is left of the pad's thickness under cloth. It stays below the neck.")
	lift.Between = func(on figure.Figure, _ draft.Values) (float64, float64) {
		return 4, max(min(40, on.Padding()), 4)
	}
	long := draft.MmFrom("reach", "It reaches towards the neck", 60, 160, "it ends before the neck", "From the shoulder's end, along the "+
		"shoulder.", func(on figure.Figure, _ draft.Values) (float64, figure.Source) {
		return math.Round(on.Length("shoulder_length") * 0.8), figure.Memory
	})
	return []draft.Parameter{lift,
		draft.Mm("out", "It stands out beyond the shoulder's end", 0, 45, 10, "⟦1 cm⟧ to ⟦25⟧", figure.Memory,
			"The sleeve hangs from there."),
		long,
		draft.Mm("along", "Along the armhole", 140, 280, 200, "half before, half behind", figure.Memory, "The pad's straight edge."),
		part.Allowance(5, 15, 8, "trimmed and turned", figure.Practice, "All round."),
	}
}

// layer is how thick a layer of wadding is once it is pressed, graded the part of an inner edge that
// each layer is shorter by, mm (from memory).
const layer, graded = 4.0, 12.0

// Draft drafts it to a figure, in a cloth.
func (ShoulderPads) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	along, reach, a := v.Number("along"), v.Number("reach"), v.Number(draft.Allowance)
	arm := plane.Cubic(plane.Pt(0, 0), plane.Pt(along*0.3, -9), plane.Pt(along*0.7, -9), plane.Pt(along, 0))
	var inner []plane.Point
	const n = 64
	for i := range n + 1 {
		sin, cos := math.Sincos(math.Pi * float64(i) / n)
		inner = append(inner, plane.Pt(along/2+along/2*cos, reach*math.Pow(sin, 0.9)))
	}
	p := pattern.Piece{ID: "cover", Name: "Cover", Cut: 4, Mirrored: true, Edges: []pattern.Edge{
		{ID: "arm", Name: "edge at the armhole", Line: arm, Allowance: a},
		{ID: "inner", Name: "inner edge", Line: inner, Allowance: a}}}
	p.Notches = []pattern.Notch{{Edge: "arm", At: plane.Length(arm) / 2, Label: "shoulder"}}
	d := draft.Draft{Pieces: []pattern.Piece{p}, Cautions: []caution.Caution{caution.Iron}}
	for _, id := range []string{"inner", "arm"} {
		d.Seams = append(d.Seams, pattern.Seam{ID: id, A: pattern.Side{Piece: "cover", Edge: id, Copy: pattern.Nth(0, 2)},
			B: pattern.Side{Piece: "cover", Edge: id, Copy: pattern.Nth(1, 2)}, Join: pattern.Turned,
			Note: "turned through the armhole’s edge"})
	}
	layers := int(math.Ceil(v.Number("lift") / layer))
	area := 0.0
	for k := range layers {
		share := max(1-float64(k)*graded/reach, 0.25)
		area += 2 * p.Area() * share
	}
	d.Buy("wadding", "Wadding, "+measure.TellFine(layer)+" when pressed", math.Ceil(area/1e4)/100, "m²",
		measure.Count(layers, "layer")+" a pad, each graded")
	d.Measure("lift", "the pad", "in thickness at the armhole", v.Number("lift"))
	d.Measure("reach", "the pad", "from the armhole towards the neck", reach)
	d.Wear.Shoulders = figure.Shoulders{Lift: v.Number("lift"), Out: v.Number("out")}
	d.Do(work.ToFill, "Stack and fill", work.StackWadding, 1, measure.Count(layers, "layer")+" of wadding a pad, all as long at the "+
		"armhole, each "+measure.Tell(graded)+" shorter at the inner edge than the one under it; stab them together loosely over the "+
		"hand, so that the pad keeps the shoulder's curve.", work.After{Step: work.ToTurn, Why: "they go into the turned cover"})
	d.Do(work.ToClose, "Close the armhole's edge", work.CloseOpening, 1, "Felled by hand; no wadding in the seam.",
		work.After{Step: work.ToFill, Why: "it is closed over the wadding"})
	d.TryOn = "Both pads on, before the mirror: alike in height, their edges not to be seen."
	if room := on.Padding(); room < v.Number("lift")+0.5 {
		d.Remark(false, "These shoulders are square already", "Their ends can rise by "+measure.Tell(room)+" at most before they stand as "+
			"high as the neck.")
	}
	d.Entry = draft.Entry{Tied: true}
	d.Laid = []draft.Laid{{Piece: "cover", At: draft.OnShoulder}}
	return d, nil
}
