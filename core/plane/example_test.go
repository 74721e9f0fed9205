package plane_test

import (
	"fmt"

	"ardentgusset/core/plane"
)

// A cutting line lies its allowances outside the sewing line; corners run out square.
func ExampleOutset() {
	square := []plane.Point{{X: 0, Y: 0}, {X: 100, Y: 0}, {X: 100, Y: 100}, {X: 0, Y: 100}}
	var sides []plane.Side
	for i := range square {
		sides = append(sides, plane.Side{Line: []plane.Point{square[i], square[(i+1)%4]}, Out: 15})
	}
	cut := plane.Outset(sides)
	fmt.Println(len(cut), plane.Area(square), plane.Area(cut))
	// Output:
	// 4 10000 16900
}
