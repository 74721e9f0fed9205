package worn

import (
	"cmp"
	"math"
	"slices"

	"ardentgusset/core/draft"
	"ardentgusset/core/drape"
	"ardentgusset/core/ensemble"
	"ardentgusset/core/figure"
)

// mask tells where a fitted garment is and where its neckline, its armholes and its lower edge leave what is under it to be seen.
type mask struct {
	above, below *brim
	neck         *opening
	arm          [][3]float64 // the left armhole's x, y and drop, round it
}

// brim is how high an edge lies round the figure, seen from an axis: by the degree from the front to the back.
type brim struct {
	axis float64 // y, towards the back
	drop [181]float64
}

// turn is in which direction from the axis a place lies, 0 before to 180 behind.
func (b *brim) turn(x, y float64) float64 {
	return math.Atan2(math.Abs(x), -(y-b.axis)) * 180 / math.Pi
}

func (b *brim) at(x, y float64) float64 {
	t := min(max(b.turn(x, y), 0), 179.999)
	i := int(t)
	return b.drop[i] + (b.drop[i+1]-b.drop[i])*(t-float64(i))
}

// brimOf is what the points, each x, y and drop, have of an edge; pick takes the one of two drops that counts. Between them it runs
// straight; nil where there are too few.
func brimOf(points [][3]float64, axis float64, pick func(a, b float64) float64) *brim {
	b := &brim{axis: axis}
	var known [181]bool
	for _, p := range points {
		i := int(math.Round(b.turn(p[0], p[1])))
		if known[i] {
			b.drop[i] = pick(b.drop[i], p[2])
		} else {
			b.drop[i], known[i] = p[2], true
		}
	}
	last, count := -1, 0
	for i := range b.drop {
		if !known[i] {
			continue
		}
		count++
		for k := last + 1; k < i; k++ {
			if last < 0 {
				b.drop[k] = b.drop[i]
			} else {
				b.drop[k] = b.drop[last] + (b.drop[i]-b.drop[last])*float64(k-last)/float64(i-last)
			}
		}
		last = i
	}
	if count < 6 {
		return nil
	}
	for k := last + 1; k < len(b.drop); k++ {
		b.drop[k] = b.drop[last]
	}
	return b
}

// opening is a neckline seen from before and from behind: x and drop of its places, from the middle outward, on either side of the
// axis.
type opening struct {
	axis        float64
	front, back [][2]float64
	strapless   bool // it ends under the arms, not on the shoulders
}

// openingOf is what the points, each x, y and drop, are the edge of; nil where there are too few.
func openingOf(points [][3]float64, axis float64) *opening {
	o := &opening{axis: axis}
	turn := func(p [3]float64) float64 { return math.Atan2(math.Abs(p[0]), -(p[1] - axis)) }
	slices.SortStableFunc(points, func(a, b [3]float64) int { return cmp.Compare(turn(a), turn(b)) })
	for _, p := range points {
		if p[1] < axis {
			o.front = append(o.front, [2]float64{max(p[0], 0), p[2]})
		} else {
			o.back = append([][2]float64{{max(p[0], 0), p[2]}}, o.back...)
		}
	}
	if len(o.front) < 3 || len(o.back) < 3 {
		return nil
	}
	// One that ends on the shoulders is highest there.
	const lower = 20.0
	outer, highest := points[0], points[0][2]
	for _, p := range points {
		highest = min(highest, p[2])
		if p[0] > outer[0] {
			outer = p
		}
	}
	o.strapless = outer[2] > highest+lower
	return o
}

// in is how far below it a place lies, mm, less than nothing above it.
func (o *opening) in(x, y, drop float64) float64 {
	line := o.front
	if y >= o.axis {
		line = o.back
	}
	x = math.Abs(x)
	near := math.Inf(1)
	for i := 1; i < len(line); i++ {
		near = min(near, offSegment(line[i-1], line[i], x, drop))
	}
	if last := line[len(line)-1]; x > last[0] {
		if o.strapless {
			return drop - last[1]
		}
		return near // beside the neck
	}
	// It is above where the edge runs beneath it an odd number of times.
	odd := false
	from := [2]float64{-1, line[0][1]}
	for _, to := range line {
		if (from[0] > x) != (to[0] > x) {
			if at := from[1] + (to[1]-from[1])*(x-from[0])/(to[0]-from[0]); at > drop {
				odd = !odd
			}
		}
		from = to
	}
	if odd {
		return -near
	}
	return near
}

// offSegment is how far a place lies from a stretch from a to b.
func offSegment(a, b [2]float64, x, y float64) float64 {
	dx, dy := b[0]-a[0], b[1]-a[1]
	k := 0.0
	if long := dx*dx + dy*dy; long > 0 {
		k = min(max(((x-a[0])*dx+(y-a[1])*dy)/long, 0), 1)
	}
	return math.Hypot(x-a[0]-dx*k, y-a[1]-dy*k)
}

// dense are a line's places, no two of them far apart: x, y towards the back, drop.
func dense(on []float64) (out [][3]float64) {
	const apart = 4.0
	for i := 0; i+2 < len(on); i += 3 {
		q := [3]float64{on[i], on[i+1], on[i+2]}
		if n := len(out); n > 0 {
			p := out[n-1]
			long := math.Sqrt((q[0]-p[0])*(q[0]-p[0]) + (q[1]-p[1])*(q[1]-p[1]) + (q[2]-p[2])*(q[2]-p[2]))
			for s, k := int(long/apart), 1; k <= s; k++ {
				t := float64(k) / float64(s+1)
				out = append(out, [3]float64{p[0] + (q[0]-p[0])*t, p[1] + (q[1]-p[1])*t, p[2] + (q[2]-p[2])*t})
			}
		}
		out = append(out, q)
	}
	return out
}

// middleOf is half way from front to back between the places of a line round the figure.
func middleOf(line [][3]float64) float64 {
	front, back := math.Inf(1), math.Inf(-1)
	for _, p := range line {
		front, back = min(front, p[1]), max(back, p[1])
	}
	return (front + back) / 2
}

// armhole are the places of an armhole round its middle, seen from the side; nil where there are too few.
func armhole(scye [][3]float64) [][3]float64 {
	if len(scye) <= 8 {
		return nil
	}
	cy, cz := 0.0, 0.0
	for _, p := range scye {
		cy, cz = cy+p[1]/float64(len(scye)), cz+p[2]/float64(len(scye))
	}
	slices.SortFunc(scye, func(a, b [3]float64) int {
		return cmp.Compare(math.Atan2(a[2]-cz, a[1]-cy), math.Atan2(b[2]-cz, b[1]-cy))
	})
	return scye
}

// edgeNear is how near a garment's lower end its lowest edge lies, mm, where the edge is that end.
const edgeNear = 90.0

// maskOf reads where a garment is from its lines, and from the edges of its pieces where it has none; nil for one that has neither.
func maskOf(lines []Line, trims []Trim, hangs bool, ends float64) *mask {
	var neck, roll, scye, edges [][3]float64
	left := func(points [][3]float64) (out [][3]float64) {
		for _, p := range points {
			if p[0] >= -0.5 {
				out = append(out, p)
			}
		}
		return out
	}
	for _, l := range lines {
		points := left(dense(l.Line))
		switch l.Kind {
		case draft.DrawnNeck:
			neck = append(neck, points...)
		case draft.DrawnRoll:
			roll = append(roll, points...)
		case draft.DrawnScye:
			scye = append(scye, points...)
		case draft.DrawnEdge:
			edges = append(edges, points...)
		}
	}
	axis := middleOf(neck)
	if len(roll) > 0 { // before it is open down to where it turns back
		neck = slices.DeleteFunc(neck, func(p [3]float64) bool { return p[1] < roll[0][1] })
		neck = append(neck, roll...)
	}
	bare := len(lines) == 0
	for _, t := range trims {
		if t.Is == drape.EdgeTrim && t.Across == 0 && bare {
			edges = append(edges, left(dense(t.On))...)
		}
	}
	m := &mask{}
	if bare { // what lies above their middle is the upper edge
		high, low := math.Inf(1), math.Inf(-1)
		for _, p := range edges {
			high, low = min(high, p[2]), max(low, p[2])
		}
		all := edges
		edges = nil
		for _, p := range all {
			if p[2] < (high+low)/2 {
				neck = append(neck, p)
			} else {
				edges = append(edges, p)
			}
		}
		axis = middleOf(neck)
	}
	if len(neck) > 0 && !bare {
		m.neck = openingOf(neck, axis)
	}
	if len(neck) > 0 && m.neck == nil {
		m.above = brimOf(neck, axis, math.Min)
	}
	if !hangs && len(edges) > 0 {
		low := math.Inf(-1)
		for _, p := range edges {
			low = max(low, p[2])
		}
		if low > ends-edgeNear { // else they are those of a lining, and it hangs on below them
			m.below = brimOf(edges, 0, math.Max)
		}
	}
	m.arm = armhole(scye)
	if m.neck == nil && m.above == nil && m.below == nil && m.arm == nil {
		return nil
	}
	return m
}

// in is how far within the garment a place of its surface lies, mm, less than nothing outside it: what is known of its edges only, no
// true distance.
func (m *mask) in(x, y, drop float64) float64 {
	const far = 60.0
	out := far
	if m.above != nil {
		out = min(out, drop-m.above.at(x, y))
	}
	if m.neck != nil {
		out = min(out, m.neck.in(x, y, drop))
	}
	if m.below != nil {
		out = min(out, m.below.at(x, y)-drop)
	}
	if len(m.arm) > 0 {
		if in, edge := m.inArm(y, drop); math.Abs(x) > edge-armSlack {
			out = min(out, -in)
		}
	}
	return max(out, -far)
}

// armSlack is how much nearer the middle than the armhole's edge beside it a place within it may lie, mm.
const armSlack = 14.0

// inArm is how far within the armhole a place lies seen from the side, mm, less than nothing outside it, and how far out its edge lies
// that is nearest.
func (m *mask) inArm(y, drop float64) (in, edge float64) {
	near, odd := math.Inf(1), false
	n := len(m.arm)
	for i := range m.arm {
		a, b := m.arm[(i+n-1)%n], m.arm[i]
		dy, dz := b[1]-a[1], b[2]-a[2]
		k := 0.0
		if long := dy*dy + dz*dz; long > 0 {
			k = min(max(((y-a[1])*dy+(drop-a[2])*dz)/long, 0), 1)
		}
		if d := math.Hypot(y-a[1]-dy*k, drop-a[2]-dz*k); d < near {
			near, edge = d, a[0]+(b[0]-a[0])*k
		}
		if (a[2] > drop) != (b[2] > drop) && y < a[1]+dy*(drop-a[2])/dz {
			odd = !odd
		}
	}
	if odd {
		return near, edge
	}
	return -near, edge
}

// worn writes into rings how far within the garment each of their places lies.
func (m *mask) worn(rings []Ring) {
	if m == nil {
		return
	}
	for i := range rings {
		r := &rings[i]
		for k := 0; k+1 < len(r.Line); k += 2 {
			drop := r.Drop
			if r.At != nil {
				drop = r.At[k/2]
			}
			r.In = append(r.In, int(math.Round(m.in(r.Line[k], r.Line[k+1], drop))))
		}
	}
}

// outstanding leaves of a pad or a cage only what stands out from what it is worn over: no more of it is there than that and a band.
func outstanding(rings []Ring, over figure.Figure) {
	const band, least = 30.0, 4.0
	beneath := shellOf(Rings(over.Rings()))
	for i := range rings {
		r := &rings[i]
		if r.At != nil || r.Drop < rings[0].Drop+band {
			continue
		}
		for k := 0; k+1 < len(r.Line); k += 2 {
			in := least
			if at := beneath.at(r.Line[k], r.Line[k+1], r.Drop); at > 0 {
				in = math.Hypot(r.Line[k], r.Line[k+1]) - at - least
			}
			r.In = append(r.In, int(math.Round(min(max(in, -20), 60))))
		}
	}
}

// fittedRings are the rings of a garment whose pieces, not its levels, tell where it ends: over all that its edges reach to.
func fittedRings(stage *ensemble.Stage, trims []Trim) []Ring {
	const beyond = 14.0
	high, low := math.Inf(1), math.Inf(-1)
	for _, t := range trims {
		for i := 2; t.Is == drape.EdgeTrim && i < len(t.On); i += 3 {
			high, low = min(high, t.On[i]), max(low, t.On[i])
		}
	}
	var rings []figure.Ring
	for _, r := range stage.After.Rings() {
		if r.Drop >= high-beyond && r.Drop <= low+beyond {
			rings = append(rings, r)
		}
	}
	return Rings(rings)
}
