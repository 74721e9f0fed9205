package memo_test

import (
	"context"
	"fmt"

	"ardentgusset/core/memo"
)

// A book of its caller's keeps an answer until there is no more room for it.
func ExampleFind() {
	book := memo.New(1 << 20)
	type girth string // a kind of key of one's own
	for range 2 {
		mm, _ := memo.Find(context.Background(), book, girth("waist"), 8, func() (float64, error) {
			fmt.Println("working it out")
			return 711.2, nil
		})
		fmt.Println(mm)
	}
	// Output:
	// working it out
	// 711.2
	// 711.2
}
