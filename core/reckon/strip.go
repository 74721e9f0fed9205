package reckon

import (
	"cmp"
	"slices"

	"ardentgusset/core/plane"
)

// pt is a place on a drawing, mm.
func pt(x, y float64) plane.Point { return plane.Pt(x, y) }

// sortMarks puts marks in the order they are met.
func sortMarks(all []StripMark) {
	slices.SortStableFunc(all, func(a, b StripMark) int { return cmp.Compare(a.At, b.At) })
}
