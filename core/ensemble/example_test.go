package ensemble_test

import (
	"context"
	"fmt"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/catalogue"
	"ardentgusset/core/ensemble"
	"ardentgusset/core/figure"
	"ardentgusset/core/memo"
)

// A stack is walked from the skin out: every layer is drafted to the figure as it stands there. Walked again with the
// same book, only what changed, and what lies over it, is drafted anew.
func ExampleWalk() {
	p := ensemble.Plan{Group: figure.Women, Readings: []figure.Reading{{Key: "waist_girth", Value: 710}, {Key: "bust_girth", Value: 910},
		{Key: "hip_girth", Value: 980}}}
	for _, kind := range []string{"shift", "corset", "petticoat-tiered"} {
		g, _ := catalogue.Find(kind)
		p.Layers = append(p.Layers, ensemble.Layer{ID: kind, Kind: kind, Name: g.About().Name, Fabric: g.About().Usual})
	}
	book := memo.New(64 << 20)
	for _, waist := range []float64{660, 650} {
		p.Layers[1].Settings = draft.Settings{draft.LacedWaist: waist}
		_, stages, err := ensemble.Walk(context.Background(), p, book)
		if err != nil {
			fmt.Println(err)
			return
		}
		fmt.Printf("the petticoat is drafted to a waist of %.0f\n", stages[2].On.GirthAt(figure.Waist))
	}
	// Output:
	// the petticoat is drafted to a waist of 671
	// the petticoat is drafted to a waist of 661
}
