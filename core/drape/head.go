package drape

import (
	"math"

	"ardentgusset/core/figure"
)

// headRound is a head's girth over the hair, headHigh from the chin to its top, mm; headFore how far before the middle of the neck its own
// lies, and chinAbove how far its chin is above where the neck begins (from memory).
const headRound, headHigh, headFore, chinAbove = 600.0, 232.0, 22.0, 22.0

// HeadOf is the left half of a head, as a stand has one, from its top down.
func HeadOf(on figure.Figure) Flap {
	const rows, columns = 15, 13
	const wide, deep = headRound / (2 * math.Pi) * 0.86, headRound / (2 * math.Pi) * 0.98
	t := on.Torso()
	middle, chin := (t.Nape.Y+t.Throat.Y)/2+headFore, t.NeckPoint.Z+chinAbove
	out := Flap{Columns: columns}
	for j := range rows {
		s := float64(j) / (rows - 1)
		round := math.Sin(math.Acos(1 - 2*min(max(s, 0.004), 0.985)))
		jaw := 1 - 0.3*smooth((s-0.5)/0.5) // narrower to the chin, and shorter behind
		for k := range columns {
			sin, cos := math.Sincos(math.Pi * float64(k) / (columns - 1))
			far := deep * round
			if cos < 0 {
				far *= 1 - 0.45*smooth((s-0.45)/0.55)
			}
			out.On = append(out.On, Point{X: wide * round * jaw * sin, Y: middle + far*cos, Z: chin + headHigh*(1-s)})
		}
	}
	return out
}
