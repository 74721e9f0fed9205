package drape

import (
	"math"

	"ardentgusset/core/plane"
)

// tailLeast is how far below the lower edge of a garment a piece of it hangs at least to be drawn by itself, mm.
const tailLeast = 40.0

// Tails are what of a garment's pieces hangs below its lower edge, whose places are given: the long fronts of a mantle. They hang straight
// down from where they stand out most.
func (f *Fitted) Tails(edge []Point) (out []Flap) {
	for i := range f.draft.Pieces {
		p := &f.draft.Pieces[i]
		if p.Hidden || p.Of != "" || !f.has(p.ID) {
			continue
		}
		outline, _ := p.Outline()
		box := plane.BoxOf(outline)
		drop := func(y float64) float64 {
			left, right := reachAt(outline, y)
			at, _ := f.At(p.ID, plane.Pt((left+right)/2, y))
			return -at.Z
		}
		low := box.Min.Y + 0.5
		left, right := reachAt(outline, low)
		foot, _ := f.At(p.ID, plane.Pt((left+right)/2, low))
		ends, nearest := math.Inf(1), math.Inf(1)
		for _, e := range edge { // where the garment ends above it
			if d := math.Hypot(e.X-foot.X, e.Y-foot.Y); d < nearest {
				ends, nearest = -e.Z, d
			}
		}
		if drop(low) < ends+tailLeast {
			continue
		}
		from, to := low, box.Max.Y-0.5 // where it comes out below the edge
		for range 30 {
			if mid := (from + to) / 2; drop(mid) > ends {
				from = mid
			} else {
				to = mid
			}
		}
		flap := Flap{Columns: across}
		far := make([]float64, across)
		for k := range laidRows {
			y := from + (low-from)*float64(k)/(laidRows-1)
			left, right := reachAt(outline, y)
			for j := range across {
				x := left + (right-left)*float64(j)/(across-1)
				q, _ := f.At(p.ID, plane.Pt(x, y))
				if r := math.Hypot(q.X, q.Y); r > 1 {
					far[j] = max(far[j], r)
					q.X, q.Y = q.X*far[j]/r, q.Y*far[j]/r
				}
				q.Z = -ends - (from - y)
				flap.On = append(flap.On, q)
			}
		}
		out = append(out, flap)
	}
	return out
}
