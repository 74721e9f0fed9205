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
