package pattern_test

import (
	"fmt"

	"ardentgusset/core/pattern"
)

// Truing compares two edges that are sewn together with the ease that is meant.
func ExampleTrue() {
	front, back := pattern.Rectangle("front", "Front", 300, 500, 15), pattern.Rectangle("back", "Back", 300, 494, 15)
	side := func(piece, edge string) pattern.Side { return pattern.Side{Piece: piece, Edge: edge} }
	for _, ease := range []float64{0, -6} {
		t := pattern.True([]pattern.Piece{front, back}, []pattern.Seam{{ID: "side", A: side("front", "right"), B: side("back", "left"), Ease: ease,
			Absorbed: pattern.Eased}})
		fmt.Println(t[0].LengthA, t[0].LengthB, t[0].True)
	}
	// Output:
	// 500 494 false
	// 500 494 true
}
