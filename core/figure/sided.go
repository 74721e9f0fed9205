package figure

import (
	"math"
	"slices"
)

// bySide are the readings by which the left and the right of an upper body are drafted apart. What
// lies over the middle is the same for both.
var bySide = []string{"shoulder_length", "shoulder_drop", "scye_girth", "upper_arm_girth", "elbow_girth", "wrist_girth", "arm_length"}

// leastApart is the least difference of a reading that is cut, mm (from memory: less is within what
// a tape slips).
const leastApart = 4.0

// BySide are the readings of the left and of the right side of a wearer, each as if both were alike;
// false where they do not differ by what is worth cutting.
func BySide(readings []Reading) (left, right []Reading, differ bool) {
	left, right = slices.Clone(readings), slices.Clone(readings)
	for i, r := range readings {
		if r.Left == 0 || r.Right == 0 || !slices.Contains(bySide, r.Key) {
			continue
		}
		left[i].Value, right[i].Value = r.Left, r.Right
		left[i].Left, left[i].Right, right[i].Left, right[i].Right = 0, 0, 0, 0
		differ = differ || math.Abs(float64(r.Left-r.Right)) >= leastApart
	}
	return left, right, differ
}
