package drape

import (
	"math"
	"slices"

	"ardentgusset/core/draft"
	"ardentgusset/core/pattern"
)

// Above and below a tape that ties a skirt back cloth comes to it within so many mm; before it the front lies as full as taut, and takes
// at most so much of the way round (from memory).
const tiedAbove, tiedBelow, taut, tiedFront = 260.0, 380.0, 1.01, 0.88

// tiesOf are how far down the front side of a panel tapes are sewn that tie it back; none where it is drawn up.
func tiesOf(d *draft.Draft, p *Panel) (out []float64) {
	const near = 2.0
	piece := pieceOf(d, p.Piece)
	if piece == nil || len(p.Loops) > 0 {
		return nil
	}
	for _, m := range piece.Marks {
		if m.Kind != pattern.Tie || len(m.Path) == 0 {
			continue
		}
		down := 0.0
		for i := 1; i < len(p.Front); i++ {
			a, b := p.Front[i-1], p.Front[i]
			side := b.Sub(a)
			if long := side.Dot(side); long > 0 {
				k := min(max(m.Path[0].Sub(a).Dot(side)/long, 0), 1)
				if a.Toward(b, k).To(m.Path[0]) < near {
					out = append(out, down+k*math.Sqrt(long))
					break
				}
			}
			down += a.To(b)
		}
	}
	slices.Sort(out)
	return out
}

// tiedBack is how far a row so far down is tied back, 0 not at all to 1 at a tape.
func tiedBack(ties []float64, down float64) (by float64) {
	for _, t := range ties {
		off := (t - down) / tiedAbove
		if down > t {
			off = (down - t) / tiedBelow
		}
		if off < 1 {
			by = max(by, (1+math.Cos(math.Pi*off))/2)
		}
	}
	return by
}

// begins is the first cut of each panel.
func (h *hanging) begins() []int {
	out := make([]int, len(h.panels))
	for k := h.n - 1; k >= 0; k-- {
		out[h.panel[k]] = k
	}
	return out
}

// tieBack shares out a row that is tied at a cut: taut before it, all that is left behind.
func (h *hanging) tieBack(j, at int, by float64) {
	base := h.base[j]
	total, before, behind := base[h.n], 0.0, 0.0
	for k, w := range h.wide[j] {
		if k < at {
			before += w
		} else {
			behind += w
		}
	}
	if before <= 0 || behind <= 0 {
		return
	}
	front := max(min(before/taut, tiedFront*total), base[at])
	run := 0.0
	for k, w := range h.wide[j] {
		if k < at {
			run += w / before * front
		} else {
			run += w / behind * (total - front)
		}
		base[k+1] += (run - base[k+1]) * by
	}
}
