package lay_test

import (
	"context"
	"fmt"

	"ardentgusset/core/lay"
)

// Four panels are laid on cloth 1500 wide, both ways along it.
func ExamplePlace() {
	j := lay.Job{Cloth: lay.Cloth{Width: 1500, Selvedge: 10}, Pieces: []lay.Piece{{ID: "panel", Count: 4, Turns: []float64{0, 180},
		Outline: []lay.XY{{0, 0}, {1000, 150}, {1000, 450}, {0, 600}}}}}
	if err := j.Check(); err != nil {
		fmt.Println(err)
		return
	}
	r := lay.Place(context.Background(), j)
	fmt.Printf("%.0f long, %.0f %% of the cloth used, %d not placed\n", r.Length, 100*r.Utilisation, len(r.Unplaced))
	// Output:
	// 2000 long, 60 % of the cloth used, 0 not placed
}
