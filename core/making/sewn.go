package making

import (
	"math"

	"ardentgusset/core/pattern"
	"ardentgusset/core/technique"
)

// Faces says which faces of the cloth meet under the needle, "" for what is neither a seam
// nor a band, facing or strip.
func (r Row) Faces() string {
	switch {
	case r.Technique.Faces != "":
		return r.Technique.Faces
	case r.B.Piece != "" || r.Of == technique.Face || r.Of == technique.Turn || r.Of == technique.Placket:
		return "right sides together"
	}
	return ""
}

// Upper says from which side it is sewn, where that matters (common practice, no source):
// gathers and pleats are watched, what is eased is fed in from below, a sleeve is sewn from
// inside it.
func (r Row) Upper() string {
	switch {
	case r.Join == pattern.Sleeved:
		return "from inside the sleeve"
	case r.Join == pattern.Inset:
		return "from the side of the slit"
	case r.Absorbed == pattern.Gathers:
		return "the gathers uppermost"
	case r.Absorbed == pattern.Pleats || r.Absorbed == pattern.SmallPleats:
		return "the pleats uppermost"
	case (r.Absorbed == pattern.Eased || r.Absorbed == pattern.ShrunkIn) && math.Abs(r.Ease) > pattern.Slack:
		return "the longer side beneath"
	}
	return ""
}

// gradeStep is by how much allowances that lie on each other differ once they are graded, and
// gradeFrom from how thick a cloth, mm; narrowest is the least that is left (from memory).
const gradeStep, gradeFrom, narrowest = 4.0, 0.5, 4.0

// Grades are the widths to which the allowances that lie on each other are trimmed, the
// outer first, mm; nil where they are not.
func (r Row) Grades(thick float64) []float64 {
	used := min(r.AllowA, r.Technique.Used)
	if r.B.Piece == "" || thick < gradeFrom || used-gradeStep < narrowest {
		return nil
	}
	if !r.Technique.Lies.Stacked() {
		return nil
	}
	return []float64{used, used - gradeStep}
}
