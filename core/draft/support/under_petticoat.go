package support

import (
	"math"

	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/part"
	"ardentgusset/core/family"
	"ardentgusset/core/figure"
)

// UnderPetticoat is a short narrow petticoat worn next to the drawers, under
// the corset or under the cage, for warmth and decency.
type UnderPetticoat struct{}

// About describes it.
func (UnderPetticoat) About() draft.About {
	return draft.About{Kind: "under-petticoat", Name: "Under-petticoat", Family: family.Underwear, Over: family.Foundation,
		What: "Short, narrow and warm: knee to calf length, under every support; worn beneath hoops so that nothing is seen when " +
			"they swing.",
		Usual: cloth.Fabric{Name: "Wool flannel", Colour: "unbleached", Width: 1450, Selvedge: 10, Thickness: 0.9, Weight: 170,
			Shrinkage: 0.05}}
}

// Parameters are what is asked about it.
func (UnderPetticoat) Parameters() []draft.Parameter {
	return part.OnBand(38, 5,
		part.LengthFrom("Length below the band, at the side", 250, 1100, "to the middle of the calf",
			"From the lower edge of the band to the hem.", func(on figure.Figure, _ draft.Values) (float64, figure.Source) {
				return on.Drop(figure.Knee) + 130, figure.Memory
			}),
		draft.Tally(draft.Gores, "Side gores a side", 1, 2, 1, "one is enough", figure.Memory, "Two share a wide flare between them."),
		draft.Mm(draft.HipEase, "Ease at the hip", 10, 160, 40, "close", figure.Memory,
			"Between the body as dressed underneath and the cloth."),
		strideHem(),
	)
}

// strideHem is narrow, and still wide enough for a stride.
func strideHem() draft.Parameter {
	p := draft.MmFrom(draft.HemRound, "Hem, all round", 1100, 4500, "half as much again as the hips, so that a stride passes",
		"Narrower than anything worn over it.", func(on figure.Figure, v draft.Values) (float64, figure.Source) {
			return max(on.GirthAt(figure.Hip)*1.55, leastHem(on, v)*1.1), figure.Memory
		})
	p.Between = func(on figure.Figure, v draft.Values) (float64, float64) {
		least := math.Ceil(leastHem(on, v))
		return least, max(4500, 1.6*least)
	}
	return p
}

// Draft drafts it to a figure, in a cloth.
func (UnderPetticoat) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	g, err := goredBody(on, v, v.Number(draft.HemRound), v.Number(draft.HipEase), turnedUnder+hemDepth)
	if err != nil {
		return draft.Draft{}, err
	}
	g.dress(on, in, 1, 0.25)
	g.Wear.Stands = false // too limp to hold anything out
	g.sew("the gores, the back breadth and the band")
	return g.Draft, nil
}
