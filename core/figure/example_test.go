package figure_test

import (
	"fmt"

	"ardentgusset/core/figure"
)

// A section is what a tape touches: a cloth of a thickness adds 2π of it to the girth.
func ExampleSection_Thicker() {
	waist := figure.EllipseOfGirth(711.2, 0.72)
	fmt.Printf("%.1f %.1f %.1f\n", waist.Girth(), waist.Thicker(1.8).Girth(), waist.Breadth())
	// Output:
	// 711.2 722.5 261.5
}

// A figure is made of what was measured; what was not is estimated, and says so.
func ExampleNew() {
	f, err := figure.New([]figure.Reading{{Key: "waist_girth", Value: 711.2}, {Key: "hip_girth", Value: 980}}, figure.Women, 30)
	if err != nil {
		fmt.Println(err)
		return
	}
	bust, _ := f.Taken("bust_girth")
	fmt.Printf("%.1f %v\n", f.GirthAt(figure.Waist), bust.Estimated)
	laced := f.Laced(660, 0)
	fmt.Printf("%.1f %.1f\n", laced.GirthAt(figure.Waist), laced.GirthAt(figure.Hip)-f.GirthAt(figure.Hip))
	_, err = figure.New([]figure.Reading{{Key: "waist_girth", Value: 5}}, figure.Women, 0)
	fmt.Println(err != nil)
	// Output:
	// 711.2 true
	// 660.0 0.0
	// true
}
