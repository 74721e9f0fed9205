package work_test

import (
	"fmt"

	"ardentgusset/core/work"
)

// Steps are put in an order that keeps every reason, and otherwise the one they stand in.
func ExampleOrder() {
	steps := []work.Step{{ID: "hem", Name: "Hem", After: []work.After{{Step: "hang", Why: "it drops first"}}},
		{ID: "hang", Name: "Hang", After: []work.After{{Step: "seams", Why: "there is something to hang"}}}, {ID: "seams", Name: "Sew the seams"}}
	ordered, err := work.Order(steps)
	for _, s := range ordered {
		fmt.Println(s.Name)
	}
	fmt.Println(err)
	// Output:
	// Sew the seams
	// Hang
	// Hem
	// <nil>
}
