package lay

import (
	"cmp"
	"context"
	"math"
	"slices"

	"ardentgusset/core/plane"
)

// depthMap tells, for two shapes at fixed turns, whether the second overlaps
// the first at a displacement from it, and about how deep: the least way it
// would have to move to come clear. It is the no-fit polygon of the two in
// rows, each worked out exactly: pieces lie at heights that are whole pitches,
// so that every displacement is on a row. The way out comes from a distance
// transform on a coarser raster; it only guides.
type depthMap struct {
	// What is asked for most stands first.
	spans []stretch // of all rows
	rows  []int32   // where each row's begin; nil when each has one or, as long as nothing, none
	first int       // the lowest row lies this many pitches up
	count int       // of rows

	low, high plane.Point // displacements beyond these are clear
	pitch     float64     // between rows

	step  float64 // of the raster
	w, h  int
	depth []uint16 // in eighths of a step
}

// stretch is where the shapes overlap along a row, and the greatest depth in it.
type stretch struct{ from, to, top float32 }

// row lists the stretches of a row.
func (m *depthMap) row(k int) []stretch {
	if m.rows == nil {
		return m.spans[k : k+1]
	}
	return m.spans[m.rows[k]:m.rows[k+1]]
}

// perStep is how many rows make a step of the raster.
const perStep = 4

// newDepthMap works the map out for a shape lying at the origin and one that
// moves. It costs about (rows) × (sides that share a height).
func newDepthMap(ctx context.Context, fixed *placed, p *pose, pitch float64) *depthMap {
	m := &depthMap{pitch: pitch, step: pitch * perStep}
	m.low = plane.Pt(fixed.box.Min.X-p.box.Max.X, fixed.box.Min.Y-p.box.Max.Y)
	m.high = plane.Pt(fixed.box.Max.X-p.box.Min.X, fixed.box.Max.Y-p.box.Min.Y)
	m.first = int(math.Floor(m.low.Y / pitch))
	n := int(math.Ceil(m.high.Y/pitch)) - m.first + 1
	m.w, m.h = int(math.Ceil((m.high.X-m.low.X)/m.step))+2, (n-1)/perStep+2
	m.count = n
	m.rows = make([]int32, n+1)
	single := true
	m.depth = make([]uint16, m.w*m.h)
	var spans []span
	for k := range n {
		if ctx.Err() != nil {
			return nil
		}
		dy := float64(m.first+k) * pitch
		spans = covered(fixed, p, dy, fixed.forbidden(p.shape, p.box, dy, spans[:0]))
		for _, s := range spans {
			// A hair is left to what touches: rounding is no overlap.
			m.spans = append(m.spans, stretch{from: float32(s.from + 1e-3), to: float32(s.to - 1e-3)})
		}
		if len(spans) == 0 {
			m.spans = append(m.spans, stretch{})
		}
		single = single && len(spans) < 2
		m.rows[k+1] = int32(len(m.spans))
		if k%perStep == 0 {
			row := m.depth[(k/perStep)*m.w : (k/perStep+1)*m.w]
			for _, s := range spans {
				from, to := int(math.Ceil((s.from-m.low.X)/m.step)), int(math.Floor((s.to-m.low.X)/m.step))
				for i := max(from, 0); i <= min(to, m.w-1); i++ {
					row[i] = deepest
				}
			}
		}
	}
	if single {
		m.rows = nil
	}
	m.transform()
	m.crown()
	return m
}

// covered are the stretches of x where the shapes overlap at a height: the
// stretches their sides touch, and what lies between two of them when one
// shape holds the other there. They run from left to right and are apart.
func covered(o *placed, p *pose, dy float64, spans []span) []span {
	if len(spans) == 0 {
		return spans
	}
	if o.convex && p.convex { // one stretch
		all := spans[0]
		for _, s := range spans[1:] {
			all.from, all.to = min(all.from, s.from), max(all.to, s.to)
		}
		spans[0] = all
		return spans[:1]
	}
	slices.SortFunc(spans, func(a, b span) int { return cmp.Compare(a.from, b.from) })
	out := spans[:1]
	for _, s := range spans[1:] {
		last := &out[len(out)-1]
		if s.from <= last.to+1e-9 || o.overlaps(p.shape, p.inner, plane.Pt((last.to+s.from)/2, dy)) {
			last.to = max(last.to, s.to)
			continue
		}
		out = append(out, s)
	}
	return out
}

const deepest = 1<<16 - 1

// transform puts the distance to the nearest clear cell in every covered one,
// in eighths of a cell: a chamfer (Borgefors, 1986), within 6 % of the straight
// distance.
func (m *depthMap) transform() {
	const a, b = 8, 11 // one cell along, across
	w, h, d := m.w, m.h, m.depth
	for k := range h {
		for i := range w {
			at := k*w + i
			if d[at] == 0 {
				continue
			}
			least := deepest
			if k == 0 || i == 0 || i == w-1 {
				least = a
			} else {
				least = min(least, int(d[at-1])+a, int(d[at-w])+a, int(d[at-w-1])+b, int(d[at-w+1])+b)
			}
			d[at] = uint16(least)
		}
	}
	for k := h - 1; k >= 0; k-- {
		for i := w - 1; i >= 0; i-- {
			at := k*w + i
			if d[at] == 0 {
				continue
			}
			least := int(d[at])
			if k == h-1 || i == 0 || i == w-1 {
				least = min(least, a)
			} else {
				least = min(least, int(d[at+1])+a, int(d[at+w])+a, int(d[at+w+1])+b, int(d[at+w-1])+b)
			}
			d[at] = uint16(least)
		}
	}
}

// crown notes the greatest depth in each stretch.
func (m *depthMap) crown() {
	for row := range m.count {
		k := min(row/perStep, m.h-2)
		f := float32(row)/perStep - float32(k)
		over, under := m.depth[k*m.w:(k+1)*m.w], m.depth[(k+1)*m.w:(k+2)*m.w]
		all := m.row(row)
		for s := range all {
			w := &all[s]
			from, to := max(int((float64(w.from)-m.low.X)/m.step), 0), min(int((float64(w.to)-m.low.X)/m.step)+1, m.w-1)
			most := float32(0)
			for i := from; i <= to; i++ {
				most = max(most, float32(over[i])*(1-f)+float32(under[i])*f)
			}
			w.top = max(most/8*float32(m.step)-float32(m.step)/2, float32(m.pitch)/2)
		}
	}
}

// at is the depth at a displacement and how far it is out of the overlap along
// the row, mm: 0 when it is clear. Near the border the depth is the least way
// out along the row or across the next ones, exactly; further in it comes from
// the raster.
func (m *depthMap) at(dx, dy float64) (deep, along float64) {
	if dx <= m.low.X || dx >= m.high.X || dy <= m.low.Y || dy >= m.high.Y {
		return 0, 0
	}
	row := int(math.Round(dy/m.pitch)) - m.first
	if row < 0 || row >= m.count {
		return 0, 0
	}
	out := m.out(row, float32(dx))
	if out == 0 {
		return 0, 0
	}
	x, y := (dx-m.low.X)/m.step, float64(row)/perStep
	i, k := max(min(int(x), m.w-2), 0), max(min(int(y), m.h-2), 0)
	fx, fy := x-float64(i), y-float64(k)
	over := m.depth[k*m.w+i : k*m.w+i+2]
	under := m.depth[(k+1)*m.w+i : (k+1)*m.w+i+2]
	d := ((float64(over[0])*(1-fx)+float64(over[1])*fx)*(1-fy)+(float64(under[0])*(1-fx)+float64(under[1])*fx)*fy)/8*m.step - m.step/2
	if d > m.step {
		return min(float64(out), d), float64(out)
	}
	for k := 1; k <= 2*perStep; k++ {
		across := float64(k) * m.pitch
		if across >= float64(out) {
			break
		}
		if row+k >= m.count || row < k || m.out(row+k, float32(dx)) == 0 || m.out(row-k, float32(dx)) == 0 {
			return across, float64(out)
		}
	}
	return float64(out), float64(out)
}

// out is how far it is out of a row's stretch on the shorter side; 0 when clear.
func (m *depthMap) out(row int, x float32) float32 {
	for _, s := range m.row(row) {
		if x > s.from && x < s.to {
			return min(x-s.from, s.to-x)
		}
	}
	return 0
}
