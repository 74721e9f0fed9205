// Package edge is the arithmetic of finished edges.
package edge

// BindingStrip is the width to cut a binding that finishes at a width on each
// side of the edge, folded in once at both sides: four times, and 3 mm for
// the turn (common practice).
func BindingStrip(finished float64) float64 { return 4*finished + 3 }
