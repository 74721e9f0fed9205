package surface_test

import (
	"fmt"

	"ardentgusset/core/figure"
	"ardentgusset/core/surface"
)

// The form of a figure under taut cloth, set out by ease: all of it at the waist, half of it on the half form.
func ExampleOn() {
	f, err := figure.New([]figure.Reading{{Key: "waist_girth", Value: 710}, {Key: "bust_girth", Value: 910}}, figure.Women, 0)
	if err != nil {
		fmt.Println(err)
		return
	}
	tight, loose := surface.On(f, 0, surface.Ease{}), surface.On(f, 0, surface.Ease{Bust: 40, Waist: 40, Hip: 40})
	fmt.Printf("%.0f %.1f\n", tight.HalfGirth(0), loose.HalfGirth(0)-tight.HalfGirth(0))
	// Output:
	// 355 20.0
}
