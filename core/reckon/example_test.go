package reckon_test

import (
	"fmt"

	"ardentgusset/core/draft"
	"ardentgusset/core/reckon"
)

// A reckoner answers from what is asked of it; what was not said is its own example.
func ExampleDo() {
	r, _ := reckon.Find("circle")
	a, err := reckon.Do(r, draft.Settings{"round": 680.0, "ease": 0.0, "part": 0.75, "long": 120.0})
	radius, _ := a.Number("radius")
	hem, _ := a.Number("hem")
	fmt.Printf("%.1f %.1f %v\n", radius.Value, hem.Value, err)
	// Output:
	// 144.3 1245.5 <nil>
}
