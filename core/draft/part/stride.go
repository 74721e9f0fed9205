package part

import (
	"math"

	"ardentgusset/core/fullness"
)

// Stride is how long a step is from heel to heel; the others are how thick the leg with the cloth round it is above the
// ankle and at the knee, and how high knee and hip lie above the floor, mm (common practice, no source).
const Stride, atAnkle, atKnee, kneeHigh, hipHigh = 600.0, 110.0, 170.0, 450.0, 850.0

// legs is how thick leg and skirt are at a height.
func legs(high float64) float64 {
	return atAnkle + (atKnee-atAnkle)*max(0, min(high/kneeHigh, 1))
}

// StrideRing is the hem, mm all round, that a stride of the given length needs at a height above the floor.
func StrideRing(step, high float64) float64 {
	return fullness.Sweep(step*(1-min(high, hipHigh-1)/hipHigh), legs(high))
}

// Step is the longest step that a hem of so many mm all round at a height lets its wearer take, mm.
func Step(round, high float64) float64 {
	return max(round-math.Pi*legs(high), 0) / (2 * (1 - min(high, hipHigh-1)/hipHigh))
}
