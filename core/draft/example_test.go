package draft_test

import (
	"fmt"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/underwear"
	"ardentgusset/core/figure"
)

// A garment is drafted to a figure with what was chosen about it; the rest is by default, and says why.
func ExampleMake() {
	on, err := figure.New([]figure.Reading{{Key: "bust_girth", Value: 910}, {Key: "height", Value: 1660}}, figure.Women, 0)
	if err != nil {
		fmt.Println(err)
		return
	}
	g := underwear.Shift{}
	v, wrong := draft.Settle(g, on, draft.Settings{draft.FullLength: 1050.0})
	d, err := draft.Make(g, on, v, g.About().Usual)
	fmt.Println(len(wrong), err, d.Check())
	for _, p := range d.Pieces {
		fmt.Println(p.Name+",", p.CutNote())
	}
	// Output:
	// 0 <nil> <nil>
	// Front, cut 1 on the fold
	// Back, cut 1 on the fold
	// Side gore, cut 2
	// Sleeve, cut 2, mirrored
	// Underarm gusset, cut 2
}

// A setting out of its range is told with what would be right, and drafted at the end of it.
func ExampleSettle() {
	on, _ := figure.New(nil, figure.Women, 0)
	v, wrong := draft.Settle(underwear.Shift{}, on, draft.Settings{draft.FullLength: 9000.0})
	fmt.Println(v.Number(draft.FullLength), len(wrong), wrong[0].Key)
	// Output:
	// 1374 1 length
}
