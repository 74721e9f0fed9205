package surface

import (
	"math"
	"slices"

	"ardentgusset/core/plane"

	"gonum.org/v1/gonum/spatial/r3"
)

// bandHigh is how high the bands are that triangles are looked up by, mm.
const bandHigh = 20.0

// likely is where the points of a mesh lie when it lies as another did that was cut up from much the same panel: those of
// its outline and darts by their share of the way, those between by the triangle they fall into. False when the two are not
// alike, or a triangle would be turned over.
func (m *mesh) likely(old *mesh, at []plane.Point) ([]plane.Point, bool) {
	if !slices.Equal(m.parts, old.parts) || len(m.slits) != len(old.slits) {
		return nil, false
	}
	out, known := make([]plane.Point, len(m.at)), make([]bool, len(m.at))
	run := func(mine, theirs []int) {
		if len(theirs) < 2 { // a part of no length: its one point belongs to its neighbours too
			return
		}
		from := make([]plane.Point, len(theirs))
		for i, v := range theirs {
			from[i] = at[v]
		}
		shares, was := m.shares(mine), old.shares(theirs)
		k := 1
		for i, v := range mine {
			for k < len(was)-1 && was[k] < shares[i] {
				k++
			}
			t := (shares[i] - was[k-1]) / max(was[k]-was[k-1], 1e-12)
			out[v], known[v] = from[k-1].Toward(from[k], min(max(t, 0), 1)), true
		}
	}
	for i := range m.parts {
		run(m.stretch(i), old.stretch(i))
	}
	for i, s := range m.slits {
		o := old.slits[i]
		run(s.chain, o.chain)
		run(s.other(), o.other())
	}
	bands := map[int][]int{}
	for i, t := range old.tris {
		a, b, c := old.flat[t[0]].Y, old.flat[t[1]].Y, old.flat[t[2]].Y
		for k := int(math.Floor(min(a, b, c) / bandHigh)); k <= int(math.Floor(max(a, b, c)/bandHigh)); k++ {
			bands[k] = append(bands[k], i)
		}
	}
	for v := range out {
		if known[v] {
			continue
		}
		q, best := m.flat[v], math.Inf(-1)
		for _, i := range bands[int(math.Floor(q.Y/bandHigh))] {
			t := old.tris[i]
			a, b, c := old.flat[t[0]], old.flat[t[1]], old.flat[t[2]]
			all := turn(a, b, c)
			if all < 1e-9 {
				continue
			}
			x, y := turn(q, b, c)/all, turn(a, q, c)/all
			if least := min(x, y, 1-x-y); least > best {
				best = least
				out[v] = at[t[0]].Times(x).Add(at[t[1]].Times(y)).Add(at[t[2]].Times(1 - x - y))
				if least >= 0 {
					break
				}
			}
		}
		if best < -1 {
			return nil, false
		}
	}
	for _, t := range m.tris {
		if turn(out[t[0]], out[t[1]], out[t[2]]) <= 0 {
			return nil, false
		}
	}
	return out, true
}

// stretch are the points of one part of the outline.
func (m *mesh) stretch(part int) []int {
	to := len(m.loop)
	if part+1 < len(m.ends) {
		to = m.ends[part+1]
	}
	out := make([]int, 0, to-m.ends[part]+1)
	for k := m.ends[part]; k <= to; k++ {
		out = append(out, m.loop[k%len(m.loop)])
	}
	return out
}

// shares are how far along a run of points each lies, of the whole.
func (m *mesh) shares(run []int) []float64 {
	out := make([]float64, len(run))
	for i := 1; i < len(run); i++ {
		out[i] = out[i-1] + r3.Norm(r3.Sub(m.at[run[i]], m.at[run[i-1]]))
	}
	if long := out[len(out)-1]; long > 0 {
		for i := range out {
			out[i] /= long
		}
	}
	return out
}

// other is a slit's other side.
func (s slit) other() []int {
	out := slices.Clone(s.chain)
	for i, v := range out {
		if w, ok := s.twin[v]; ok {
			out[i] = w
		}
	}
	return out
}
