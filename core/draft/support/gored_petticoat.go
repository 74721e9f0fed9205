package support

import (
	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/part"
	"ardentgusset/core/family"
	"ardentgusset/core/figure"
)

// GoredPetticoat is a plain petticoat of gores.
type GoredPetticoat struct{}

// About describes it.
func (GoredPetticoat) About() draft.About {
	return draft.About{Kind: "petticoat-gored", Name: "Gored petticoat", Family: family.Support,
		What: "Gores before and at the sides, a straight breadth gathered behind; smooth over the hips, for the 1870s and after.",
		Usual: cloth.Fabric{Name: "Cotton sateen", Colour: "chalk", Width: 1400, Selvedge: 10, Thickness: 0.35, Weight: 150,
			Shrinkage: 0.03}}
}

// Parameters are what is asked about it.
func (GoredPetticoat) Parameters() []draft.Parameter {
	return part.OnBand(25.4, 5,
		lengthBelow(80, "waist to floor, less the band, ⟦4 cm⟧ clear of the floor and ⟦4 cm⟧ shorter than the skirt"),
		draft.Tally(draft.Gores, "Side gores a side", 1, 2, 2, "two share the flare", figure.Memory,
			"One is enough for a hem to about ⟦=2 m⟧."),
		draft.Mm(draft.HipEase, "Ease at the hip", 10, 160, 50, "sits without pulling", figure.Memory,
			"Between the body as dressed underneath and the cloth."),
		hemRound(2200, "walking skirts of the 1880s"),
	)
}

// Draft drafts it to a figure, in a cloth.
func (GoredPetticoat) Draft(on figure.Figure, v draft.Values, in cloth.Fabric) (draft.Draft, error) {
	g, err := goredBody(on, v, v.Number(draft.HemRound), v.Number(draft.HipEase), turnedUnder+hemDepth)
	if err != nil {
		return draft.Draft{}, err
	}
	g.dress(on, in, 1, inFolds)
	g.sew("the gores, the back breadth and the band")
	return g.Draft, nil
}
