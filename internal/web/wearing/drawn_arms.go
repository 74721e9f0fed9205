package wearing

import (
	"ardentgusset/core/drape"
	"ardentgusset/core/ensemble"
	"ardentgusset/core/figure"
)

// drawLimbs adds the left arm and the left sleeves of what is worn, away from the body and bent, and the left leg with what goes round
// it. The right ones are their mirror images.
func drawLimbs(d *DrawnFigure, bare figure.Figure, stages []ensemble.Stage) {
	seen, _ := ensemble.Seen(bare, stages)
	arm := drape.ArmOf(bare, seen)
	tube := func(t drape.Tube) *drawnSheet {
		s := sheetOf(t.On, t.Columns)
		s.Closed = true
		return &s
	}
	d.Arm = tube(arm.Bare())
	leg := drape.LegOf(bare)
	d.Leg, d.Crotch = tube(leg.Bare()), tenth(bare.Rise())
	k := 0
	for i := range stages {
		if stages[i].Err != nil {
			continue
		}
		if sleeve := stages[i].Draft.Sleeve(); sleeve != nil {
			d.Layers[k].Sleeve = tube(arm.Sleeve(sleeve, drape.HeadGathers(&stages[i].Draft), stages[i].Fabric.Bends()))
		}
		for _, t := range leg.Legged(stages[i].Draft.Leg(), stages[i].After.At(bare.Rise()), stages[i].Fabric.Bends()) {
			d.Layers[k].Legs = append(d.Layers[k].Legs, *tube(t))
		}
		k++
	}
}
