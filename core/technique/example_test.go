package technique_test

import (
	"fmt"

	"ardentgusset/core/technique"
)

// An entry of the stitch book knows what it asks of an edge, and what a metre of it takes.
func ExampleFind() {
	t, ok := technique.Find("flat-felled")
	fmt.Println(ok, t.Name, t.Of)
	fmt.Printf("%.0f mm asked, %.0f min and %.1f m of thread a metre\n", t.Asked, t.Minutes(), t.Thread(0.5)/1000)
	// Output:
	// true Flat-felled seam seam
	// 16 mm asked, 8 min and 6.0 m of thread a metre
}
