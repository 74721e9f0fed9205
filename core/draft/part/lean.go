package part

import "math"

// lean moves intake from the seams behind the side to those before it, or the
// other way, until what lies before the side is what it should be at every
// height, as far as every seam still takes in. Where that comes to its end it does
// so by and by: the seams stay fair.
func (h *Half) lean(reach float64) {
	const most, fair = 4.0, 2.5 // how far it leans at most; over how many knots it is evened out (both from memory)
	tilts := make([]float64, len(h.knots))
	for k := range h.knots {
		low, high := -most, most
		want := h.Before(h.within(k))
		for range 40 {
			mid := (low + high) / 2
			if h.tilted(k, mid, reach) < want {
				low = mid
			} else {
				high = mid
			}
		}
		tilts[k] = (low + high) / 2
	}
	for k := range h.knots {
		sum, all := 0.0, 0.0
		for j := range h.knots {
			d := float64(j-k) / fair
			share := math.Exp(-d * d / 2)
			sum += share * tilts[j]
			all += share
		}
		h.tilted(k, sum/all, reach)
	}
}

// within is the height of a knot, or of the nearest edge's beyond it.
func (h *Half) within(k int) float64 {
	return min(max(h.knots[k], h.knots[2]), h.knots[len(h.knots)-3])
}

// tilted shares the intake at a knot among the seams, the more to those behind the more it is tilted, and gives what then lies
// before the side.
func (h *Half) tilted(k int, tilt, reach float64) (before float64) {
	whole, sum := 0.0, 0.0
	for j := range h.intake {
		whole += h.intake[j][k]
	}
	for j := range h.intake {
		p := float64(j+1) / float64(h.Panels)
		h.intake[j][k] = h.Share(p, h.within(k)/reach) * math.Exp(tilt*(p-0.5))
		sum += h.intake[j][k]
	}
	for j := range h.intake {
		h.intake[j][k] *= whole / sum
	}
	for i := range h.Panels {
		l, r := h.edgesAt(i, k)
		before += h.front(i) * (r - l)
	}
	return before
}
