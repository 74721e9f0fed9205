package alter

import (
	"encoding/json"
	"fmt"
)

// Amounts are by how much, mm: one number, or several that are spread evenly along an edge.
type Amounts []float64

// UnmarshalJSON reads a number or a list of them.
func (a *Amounts) UnmarshalJSON(b []byte) error {
	var one float64
	if json.Unmarshal(b, &one) == nil {
		*a = Amounts{one}
		return nil
	}
	var many []float64
	if err := json.Unmarshal(b, &many); err != nil || len(many) == 0 || len(many) > 50 {
		return fmt.Errorf("by_mm is a number, or a list of 1 to 50 of them, mm")
	}
	*a = many
	return nil
}

// MarshalJSON writes one as a number.
func (a Amounts) MarshalJSON() ([]byte, error) {
	if len(a) == 1 {
		return json.Marshal(a[0])
	}
	return json.Marshal([]float64(a))
}

// at is the amount at a share of the way along, 0 to 1.
func (a Amounts) at(share float64) float64 {
	if len(a) == 1 {
		return a[0]
	}
	x := min(max(share, 0), 1) * float64(len(a)-1)
	i := min(int(x), len(a)-2)
	return a[i] + (a[i+1]-a[i])*(x-float64(i))
}
