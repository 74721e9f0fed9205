package measure_test

import (
	"fmt"

	"ardentgusset/core/measure"
)

// What a person types is read in the unit they read in, unless it names one, and written in either.
func ExampleParse() {
	for _, typed := range []string{"25 1/2", "2 1/4 yd", "64.8 cm"} {
		l, err := measure.Parse(typed, measure.IN)
		fmt.Println(l.In(measure.IN), "|", l.In(measure.CM), err)
	}
	_, err := measure.Parse("a span", measure.CM)
	fmt.Println(err)
	// Output:
	// 25½ in | 64.8 cm <nil>
	// 81 in | 205.7 cm <nil>
	// 25½ in | 64.8 cm <nil>
	// "a span": can't be read as a length; write it like "27 1/2", "27.5 in", "5⅝" or "70 cm"
}
