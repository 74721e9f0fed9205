package surface

import (
	"cmp"
	"slices"

	"ardentgusset/core/plane"
)

// doubled is within what a level has one point twice, mm: triangles beside each other both have it.
const doubled = 0.01

// Levels are where heights of the form lie on the piece: by height its line from left to right, straight over the mouths of
// darts; nil where the piece does not reach.
func (f *Flat) Levels(heights []float64) [][]plane.Point {
	type hit struct {
		u float64
		p plane.Point
	}
	order := make([]int, len(heights)) // from the lowest up
	for i := range order {
		order[i] = i
	}
	slices.SortFunc(order, func(a, b int) int { return cmp.Compare(heights[a], heights[b]) })
	sorted := make([]float64, len(heights))
	for i, k := range order {
		sorted[i] = heights[k]
	}
	hits := make([][]hit, len(heights))
	m := f.mesh
	seen := make(map[[2]int]bool, 2*len(m.tris))
	for _, t := range m.tris {
		for k := range 3 {
			a, b := t[k], t[(k+1)%3]
			low, high := m.at[a].Z, m.at[b].Z
			if low > high {
				low, high = high, low
			}
			first, _ := slices.BinarySearch(sorted, low) // a point on a level belongs to what lies above it
			if first == len(sorted) || sorted[first] >= high {
				continue
			}
			e := pair(a, b)
			if seen[e] {
				continue
			}
			seen[e] = true
			for i := first; i < len(sorted) && sorted[i] < high; i++ {
				s := (sorted[i] - m.at[a].Z) / (m.at[b].Z - m.at[a].Z)
				hits[i] = append(hits[i], hit{m.flat[a].Toward(m.flat[b], s).X, f.flat[a].Toward(f.flat[b], s)})
			}
		}
	}
	out := make([][]plane.Point, len(heights))
	for i, list := range hits {
		if len(list) < 2 {
			continue
		}
		slices.SortStableFunc(list, func(a, b hit) int { return cmp.Compare(a.u, b.u) })
		line := make([]plane.Point, 0, len(list))
		along := list[len(list)-1].p.Sub(list[0].p).Unit()
		for _, h := range list {
			if k := len(line) - 1; k >= 0 {
				switch on := h.p.Sub(line[k]).Dot(along); {
				case on < -doubled: // the sides of a dart that would close the wrong way lie over each other
					line[k] = line[k].Mid(h.p)
					continue
				case on < doubled && h.p.To(line[k]) < doubled:
					continue
				}
			}
			line = append(line, h.p)
		}
		out[order[i]] = line
	}
	return out
}
