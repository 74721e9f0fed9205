package figure

import (
	"math"
)

// Ring is a section at a drop, for drawing.
type Ring struct {
	Drop    float64
	Section Section
}

// Rings are the figure's sections from the top down, with shoulders and neck
// above them (their proportions from memory; they are only drawn). The lowest
// are those of legs and skirts.
func (f Figure) Rings() []Ring {
	top := f.slices[0].drop
	shoulder := -f.Length("back_waist_length") + 25
	half, chest := f.Length("across_back")/2+12, f.slices[0].section
	neck := f.Length("neck_girth") / (2 * math.Pi)
	// The neck leans forward, the shoulders lie back.
	ring := func(drop, breadth, depth, lean float64) Ring {
		return Ring{drop, Ellipse(breadth*2, depth*2).Shifted(lean)}
	}
	d := chest.Depth() / 2
	out := []Ring{
		ring(shoulder-84, neck*0.98, neck*0.9, 16), ring(shoulder-58, neck*0.96, neck*0.9, 8), ring(shoulder-38, neck*1.16, neck*1.0,
			-2), ring(shoulder-18, half*0.55, neck*1.06, -10),
		ring(shoulder+2, half*0.88, math.Max(d*0.56, neck*1.1), -14), ring(shoulder+24, half*0.985, d*0.68, -14), ring(shoulder+60,
			half*0.93, d*0.82, -10),
	}
	if mid := (top + shoulder + 60) / 2; mid > shoulder+70 && mid < top-10 {
		out = append(out, ring(mid, half*0.89, d*0.92, -2))
	}
	out = smoothed(append(out, Ring{top, chest}))
	for _, s := range f.slices {
		if s.drop > out[len(out)-1].Drop+4 {
			out = append(out, Ring{s.drop, s.section})
		}
	}
	return out
}

// smoothed puts two rings between each pair of the given ones, on a smooth curve
// through them (Catmull and Rom's).
func smoothed(rings []Ring) []Ring {
	out := rings[:1:1]
	for i := 1; i < len(rings); i++ {
		a, b, c, d := rings[max(i-2, 0)], rings[i-1], rings[i], rings[min(i+1, len(rings)-1)]
		curve := func(p, q, r, s, t float64) float64 {
			return q + t/2*(r-p+t*(2*p-5*q+4*r-s+t*(3*(q-r)+s-p)))
		}
		for _, t := range []float64{1.0 / 3, 2.0 / 3, 1} {
			next := Ring{Drop: b.Drop + (c.Drop-b.Drop)*t}
			for k := range next.Section.support {
				next.Section.support[k] = curve(a.Section.support[k], b.Section.support[k], c.Section.support[k], d.Section.support[k], t)
			}
			out = append(out, next)
		}
	}
	return out
}
