package fullness_test

import (
	"fmt"

	"ardentgusset/core/fullness"
)

// 3200 of cloth are laid into 700 by 24 knife pleats.
func ExampleKnifePleats() {
	p, err := fullness.KnifePleats(3200, 700, 24)
	fmt.Printf("shows %.1f, under it %.1f, overlap %v, %v\n", p.Reveal, p.Under, p.Overlap(), err)
	// Output:
	// shows 29.2, under it 52.1, overlap true, <nil>
}
