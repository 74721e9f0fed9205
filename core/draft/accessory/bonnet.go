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

// Brim is the brim of a bonnet: a part of a cone from ear to ear, stiffened and wired.
type Brim struct{}

// About describes it.
func (Brim) About() draft.About {
	return draft.About{Kind: "bonnet-brim", Name: "Bonnet brim", Family: family.Accessory,
		What: "A brim that frames the face from ear to ear, deepest above the forehead, stiffened, wired at its edge, with ties. The crown " +
			"is draped or gathered to it.",
		Usual: cloth.Fabric{Name: "Silk taffeta", Colour: "walnut", Width: 1400, Selvedge: 10, Thickness: 0.25, Weight: 110,
			Shrinkage: 0.02}}
}

// ofHead is the part of a head's girth that lies from ear to ear over its crown at the back of a brim, and wireLap what a
// wire overlaps itself by, mm (from memory; common practice, no source).
const ofHead, wireLap = 0.56, 50.0

// Parameters are what is asked about it.
func (Brim) Parameters() []draft.Parameter {
	return []draft.Parameter{
		draft.MmFrom("inner", "Inner edge, ear to ear", 200, 520, "over the head from ear to ear, and ⟦2 cm⟧",
			"Where the crown is set on; more "+
				"for high hair.", func(on figure.Figure, _ draft.Values) (float64, figure.Source) {
				return ofHead*on.Length("head_girth") + 20, figure.Memory
			}),
		draft.Mm("deep", "Deep above the forehead", 40, 200, 90, "⟦7 cm⟧ to ⟦11 cm⟧", figure.Memory, "At the middle."),
		draft.Mm("ears", "Deep at the ears", 15, 140, 45, "about half", figure.Memory, "It runs out to there in a fair curve."),
		draft.Times("flare", "It flares by, degrees", 5, 60, 22, "15 to 30", figure.Memory,
			"0 would be a tube; 60 stands out like a halo."),
		draft.Mm("ties", "Each tie, long", 300, 1200, 700, "a bow under the chin", figure.Memory, "Two are cut."),
		draft.Mm("tie_wide", "Ties, wide", 15, 140, 60, "⟦4 cm⟧ to ⟦8 cm⟧", figure.Memory, "Hemmed narrow."),
		part.Allowance(6, 20, 10, "trimmed after turning", figure.Practice, "At every seam.")}
}

// Draft drafts it. The half ring of a cone that flares by an angle has its inner edge at the radius of that half ring over
// the sine of the angle.
func (Brim) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	inner, deep, ears, seam := v.Number("inner"), v.Number("deep"), v.Number("ears"), v.Number(draft.Allowance)
	radius := inner / math.Pi / math.Sin(v.Number("flare")*math.Pi/180)
	half := inner / radius / 2 // angle of the half, from the middle
	line := func(at func(share float64) float64, from, to float64) (out []plane.Point) {
		const n = 90
		for i := range n + 1 {
			share := from + (to-from)*float64(i)/n // 0 at the middle, 1 at the ear
			sin, cos := math.Sincos(half * share)
			r := at(share)
			out = append(out, plane.Pt(r*sin, r*cos))
		}
		return out
	}
	outer := func(s float64) float64 { return radius + ears + (deep-ears)*(1+math.Cos(math.Pi*s))/2 }
	edge, neck := line(outer, 1, 0), line(func(float64) float64 { return radius }, 0, 1)
	fold := []plane.Point{edge[len(edge)-1], neck[0]}
	p := pattern.Piece{ID: "brim", Name: "Brim", Cut: 3, Fold: "centre", Also: []pattern.CutFor{{For: pattern.ForLining, N: 1},
		{For: pattern.ForInterlining, N: 1}}, Edges: []pattern.Edge{
		{ID: "outer", Name: "outer edge", Line: edge, Allowance: seam, Kind: pattern.Layered},
		{ID: "centre", Name: "centre, on the fold", Line: fold},
		{ID: "inner", Name: "inner edge", Line: neck, Allowance: seam, Kind: pattern.Enclosed},
		{ID: "ear", Name: "edge at the ear", Line: []plane.Point{neck[len(neck)-1], edge[0]}, Allowance: seam, Kind: pattern.Layered,
			Corner: true}}}
	if err := p.Fault(); err != nil {
		return draft.Draft{}, fmt.Errorf("the brim can’t be cut so: %w; less flare, or less deep at the ears", err)
	}
	tie := pattern.Rectangle("tie", "Tie", v.Number("tie_wide"), v.Number("ties"), 6)
	tie.Cut, tie.EitherWay = 2, true
	tie.Be(pattern.Hem, "left", "right", "top")
	tie.Be(pattern.Enclosed, "bottom")
	wire := 2*plane.Length(edge) + wireLap
	d := draft.Draft{Pieces: []pattern.Piece{p, tie}, Cautions: []caution.Caution{caution.Steel, caution.Iron},
		Entry: draft.Entry{Tied: true}}
	d.Measure("inner", "the brim", "along its inner edge", 2*plane.Length(neck))
	d.Measure("outer", "the brim", "along its outer edge", 2*plane.Length(edge))
	d.Spares = []draft.Spare{{Dimension: "inner", Where: "its ends at the ears", Slide: seam}}
	d.Buy("wire", "Millinery wire", wire/1000, "m", "the outer edge and "+measure.Tell(wireLap)+" to lap, its ends capped")
	d.Tell(work.ToTurn, "The interlining stands free of the allowances. The wire is whipped to its edge first, the lap behind an ear and "+
		"its ends "+
		"capped; outer and lining close over it.")
	d.Laid = []draft.Laid{{Piece: "brim", At: draft.RoundFace}}
	return d, nil
}
