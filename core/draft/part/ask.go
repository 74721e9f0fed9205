package part

import (
	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
)

// Allowance asks for that of a garment's seams, mm.
func Allowance(low, high, usual float64, why string, source figure.Source, help string) draft.Parameter {
	return draft.Mm(draft.Allowance, "Seam allowance", low, high, usual, why, source, help)
}

// Clearance asks how far a hem hangs above the floor, mm, up to a most.
func Clearance(high, usual float64, why string, source figure.Source, help string) draft.Parameter {
	return draft.Mm(draft.Clearance, "Hem above the floor", 0, high, usual, why, source, help).Raising(1)
}

// LengthFrom asks how long a garment is, mm, with a default that is found on the figure.
func LengthFrom(label string, low, high float64, rule, help string, find func(on figure.Figure, v draft.Values) (float64,
	figure.Source)) draft.Parameter {
	return draft.MmFrom(draft.FullLength, label, low, high, rule, help, find).Raising(-1)
}

// LongSleeve asks how long a sleeve is, under a label of its own where it is not asked among sleeves.
func LongSleeve(label string) draft.Parameter {
	return draft.Times(draft.SleeveLong, label+", as a part of the arm", 0.2, 1.1, 1, "to the wrist bone", figure.Practice,
		"The whole arm ends at the wrist bone, a little over half of it at the elbow.")
}
