package surface

import (
	"fmt"
	"math"

	"ardentgusset/core/plane"

	"gonum.org/v1/gonum/spatial/r3"
)

// mesh is a panel cut up into triangles.
type mesh struct {
	at     []r3.Vec      // on the form
	flat   []plane.Point // its start: how far round and how high
	tris   [][3]int
	loop   []int // vertices round the outline, in order; up and down every dart
	ends   []int // where in the loop each part begins
	parts  []part
	stiff  []stiffEdge
	mouths []mouthOf
	onFold []int
	slits  []slit
	held   []level
	order  []int // the places of its points in the equations; what is held of its mouths changes nothing about it
}

// level is a held level from one line that it meets to the next: its points, and how far round each
// lies.
type level struct {
	at []int
	x  []float64
}

// mouthOf is a dart's mouth, or where one within a piece is widest: its two points, its tip and how
// long its legs are from there.
type mouthOf struct {
	dart, first, leg, tip int
	long                  float64
}

// slit is a dart that closes at both ends, its points from the lower tip up, and the twins of
// those between.
type slit struct {
	dart  int
	chain []int
	twin  map[int]int
}

// part is a run of the outline: an edge, or what of it lies beside a dart's mouth, or a leg.
type part struct {
	edge int // index of the edge, −1 for a dart's leg
	dart int
	leg  int // 0 into the panel, 1 out of it
}

type stiffEdge struct {
	a, b   int
	length float64
	// tip is one more than the tip of the dart whose mouth it is; 0 for any other edge. A
	// mouth knows which way it opens.
	tip int
	// inside is set for what lies within the panel, a held level: it gives way to the outline.
	inside bool
}

// start is the plane a panel is unrolled from: how far round from its datum, and how high.
type start struct {
	*Form
	from   Datum
	middle float64 // y of the plane that is its middle
}

func (s *Form) startOf(p Panel) start {
	out := start{Form: s, from: p.From}
	n := 0.0
	for _, e := range p.Edges {
		for _, v := range e.Line {
			out.middle += v.Y
			n++
		}
	}
	out.middle /= max(n, 1)
	return out
}

// zero is how far round from the centre front the datum lies in a row.
func (s start) zero(r *row) float64 {
	switch s.from {
	case FromBack:
		return r.half()
	case FromMiddle:
		return r.to(s.middle)
	}
	return 0
}

// locate is where a point of the form lies in the starting plane, placed the other way.
func (s start) locate(p r3.Vec) plane.Point {
	r := s.at(p.Z)
	return plane.Pt(r.place(p.X, p.Y)-s.zero(&r), p.Z)
}

func (s start) placed(q plane.Point) r3.Vec {
	r := s.at(q.Y)
	x, y := r.along(q.X + s.zero(&r))
	return r3.Vec{X: x, Y: y, Z: q.Y}
}

// cut is a dart while a panel is cut up: its points from the mouth, or the lower tip, to the tip.
type cut struct {
	mouth int
	chain []int
}

// tip is the vertex at its point, −1 before it is there.
func (c cut) tip() int {
	if len(c.chain) == 0 {
		return -1
	}
	return c.chain[len(c.chain)-1]
}

// meshed cuts a panel up. The parts of the outline are divided evenly by their length on the
// form, so that the same line gives the same points to both its neighbours.
func (s *Form) meshed(p Panel) (*mesh, error) {
	m, from := &mesh{}, s.startOf(p)
	cuts := make([]cut, len(p.Darts))
	constraints, err := m.outline(p, from, cuts)
	if err != nil {
		return nil, err
	}
	border := m.border()
	constraints = m.dart(p, from, cuts, constraints)
	constraints = from.hold(m, border, constraints)
	from.fill(m, border, constraints)
	tris, err := triangulate(m.flat, constraints)
	if err != nil {
		return nil, err
	}
	for _, t := range tris {
		c := m.flat[t[0]].Add(m.flat[t[1]]).Add(m.flat[t[2]]).Times(1.0 / 3)
		if plane.Inside(border, c) {
			m.tris = append(m.tris, t)
		}
	}
	for k, d := range p.Darts {
		m.split(k, cuts[k].chain, d.Line.Length())
	}
	from.chords(m)
	return m, nil
}

// put adds a point of the form.
func (m *mesh) put(v r3.Vec, from start) int {
	m.at = append(m.at, v)
	m.flat = append(m.flat, from.locate(v))
	return len(m.at) - 1
}

// outline lays the panel's edges round, parted at the mouths of its darts, and gives the edges of
// the mesh that must be there.
func (m *mesh) outline(p Panel, from start, cuts []cut) ([][2]int, error) {
	var constraints [][2]int
	at := m.put(p.Edges[0].Line[0], from)
	m.loop = append(m.loop, at)
	piece := func(line Line) {
		n := max(int(math.Ceil(line.Length()/(step*min(from.coarse, mostCoarse)))), 1)
		points := line.divided(n)
		for i := 1; i <= n; i++ {
			next := m.loop[0]
			if i < n || at == next || r3.Norm(r3.Sub(points[n], m.at[next])) >= gapAtMost {
				next = m.put(points[i], from)
				m.loop = append(m.loop, next)
			}
			m.stiff = append(m.stiff, stiffEdge{a: at, b: next, length: line.Length() / float64(n)})
			constraints = append(constraints, [2]int{at, next})
			at = next
		}
	}
	run := func(line Line) {
		if line.Length() < 0.1 {
			return // a dart at the very end of its edge
		}
		for _, part := range from.parted(line) {
			piece(part)
		}
	}
	begin := func(q part) {
		m.ends = append(m.ends, len(m.loop)-1)
		m.parts = append(m.parts, q)
	}
	for i, e := range p.Edges {
		if gap := r3.Norm(r3.Sub(e.Line[0], m.at[at])); gap > gapAtMost {
			return nil, fmt.Errorf("the edges of the panel do not meet at %s: %.1f mm apart", e.ID, gap)
		}
		done := 0.0
		for _, k := range dartsOn(p.Darts, e) {
			mouth := nearest(e.Line, p.Darts[k].Line[0])
			begin(part{edge: i, dart: -1})
			run(e.Line.Part(done, mouth))
			done = mouth
			cuts[k].mouth = at
			// The leg into the panel comes later, when its points are there.
			begin(part{edge: -1, dart: k})
		}
		begin(part{edge: i, dart: -1})
		run(e.Line.Part(done, e.Line.Length()+1))
		if e.ID == p.Fold || e.ID == p.Straight {
			m.onFold = append(append(m.onFold, m.loop[m.ends[len(m.ends)-1]:]...), at)
		}
	}
	return constraints, nil
}

// gapAtMost is how far edges may miss each other where they meet, mm.
const gapAtMost = 1.5

// mostCoarse is how much coarser the outline of a large body is at most: seams are as long as the curve
// through its points.
const mostCoarse = 1.2

// dart lays the points of the darts; darts may share their tip.
func (m *mesh) dart(p Panel, from start, cuts []cut, constraints [][2]int) [][2]int {
	for k, d := range p.Darts {
		var points Line
		for _, part := range from.parted(d.Line) {
			more := part.divided(max(int(math.Ceil(part.Length()/(step*from.coarse))), 1))
			if len(points) > 0 {
				more = more[1:]
			}
			points = append(points, more...)
		}
		n := len(points) - 1
		at := cuts[k].mouth
		if d.Edge == "" {
			at = m.put(points[0], from)
		}
		cuts[k].chain = []int{at}
		for i := 1; i <= n; i++ {
			v := -1
			for _, c := range cuts[:k] {
				if t := c.tip(); i == n && t >= 0 && r3.Norm(r3.Sub(points[n], m.at[t])) < gapAtMost {
					v = t
				}
			}
			if v < 0 {
				v = m.put(points[i], from)
			}
			constraints = append(constraints, [2]int{at, v})
			cuts[k].chain = append(cuts[k].chain, v)
			at = v
		}
	}
	return constraints
}

// border is the outline in the starting plane.
func (m *mesh) border() []plane.Point {
	out := make([]plane.Point, len(m.loop))
	for i, v := range m.loop {
		out[i] = m.flat[v]
	}
	return out
}

// dartsOn are the darts whose mouths lie on an edge, in the order the edge runs.
func dartsOn(darts []Dart, e Edge) []int {
	var out []int
	for i, d := range darts {
		if d.Edge != e.ID {
			continue
		}
		k := len(out)
		for k > 0 && nearest(e.Line, darts[out[k-1]].Line[0]) > nearest(e.Line, d.Line[0]) {
			k--
		}
		out = append(out[:k], append([]int{i}, out[k:]...)...)
	}
	return out
}

// nearest is how far along a line the point nearest to another lies.
func nearest(l Line, p r3.Vec) float64 {
	best, at, run := math.Inf(1), 0.0, 0.0
	for i := 1; i < len(l); i++ {
		d := r3.Sub(l[i], l[i-1])
		long := r3.Norm(d)
		k := 0.0
		if long > 0 {
			k = min(max(r3.Dot(r3.Sub(p, l[i-1]), d)/(long*long), 0), 1)
		}
		if off := r3.Norm(r3.Sub(p, r3.Add(l[i-1], r3.Scale(k, d)))); off < best {
			best, at = off, run+k*long
		}
		run += long
	}
	return at
}

// resettle gives the stiff edges, and the ends of levels, that lie on the side of twins to them.
func (m *mesh) resettle(twin map[int]int) {
	beside := make(map[[2]int]bool, 2*len(m.tris))
	for _, t := range m.tris {
		for k := range 3 {
			beside[pair(t[k], t[(k+1)%3])] = true
		}
	}
	for i := range m.stiff {
		e := &m.stiff[i]
		if w, ok := twin[e.a]; ok && !beside[pair(e.a, e.b)] && beside[pair(w, e.b)] {
			e.a = w
		}
		if w, ok := twin[e.b]; ok && !beside[pair(e.a, e.b)] && beside[pair(e.a, w)] {
			e.b = w
		}
	}
	for _, l := range m.held {
		n := len(l.at) - 1
		for _, q := range []struct{ end, next int }{{0, 1}, {n, n - 1}} {
			if w, ok := twin[l.at[q.end]]; ok && !beside[pair(l.at[q.end], l.at[q.next])] && beside[pair(w, l.at[q.next])] {
				l.at[q.end] = w
			}
		}
	}
}

// divide gives the triangles to the right of a chain, looking along it, its points' twins.
func (m *mesh) divide(chain []int, opens int, twin map[int]int) {
	n := len(chain) - 1
	on := map[int]int{}
	for i, v := range chain {
		on[v] = i
	}
	for ti := range m.tris {
		t := &m.tris[ti]
		touches := false
		for _, v := range t {
			if i, ok := on[v]; ok && i < n && i >= opens {
				touches = true
			}
		}
		if !touches {
			continue
		}
		c := m.flat[t[0]].Add(m.flat[t[1]]).Add(m.flat[t[2]]).Times(1.0 / 3)
		best, right := math.Inf(1), false
		for i := range n {
			a, b := m.flat[chain[i]], m.flat[chain[i+1]]
			if off := plane.Off(c, a, b); off < best {
				best, right = off, turn(a, b, c) < 0
			}
		}
		if right {
			for j, v := range t {
				if w, ok := twin[v]; ok {
					t[j] = w
				}
			}
		}
	}
}

// widest adds the mouth of a dart that closes at both ends: it is widest at the waist, or where it
// comes nearest to it.
func (m *mesh) widest(k int, chain []int, twin map[int]int) {
	n, at := len(chain)-1, 0
	for i := 1; i < n; i++ {
		if at == 0 || math.Abs(m.at[chain[i]].Z) < math.Abs(m.at[chain[at]].Z) {
			at = i
		}
	}
	if at == 0 {
		return
	}
	long := 0.0
	for i := at; i < n; i++ {
		long += r3.Norm(r3.Sub(m.at[chain[i]], m.at[chain[i+1]]))
	}
	m.mouths = append(m.mouths, mouthOf{k, chain[at], twin[chain[at]], chain[n], long})
}

// split opens a dart: what lies to the right of it, looking in, gets points of its own, and
// the outline runs in along its left leg and out along its right.
func (m *mesh) split(k int, chain []int, long float64) {
	n := len(chain) - 1
	begins := -1
	for i, q := range m.parts {
		if q.edge < 0 && q.dart == k {
			begins = i
		}
	}
	within := begins < 0 // it closes at both ends
	opens := 0           // the first of its points that is doubled
	if within {
		opens = 1
	}
	twin := map[int]int{}
	for _, v := range chain[opens:n] {
		twin[v] = len(m.at)
		m.at = append(m.at, m.at[v])
		m.flat = append(m.flat, m.flat[v])
	}
	m.divide(chain, opens, twin)
	m.resettle(twin)
	for i := range n {
		a, b := chain[i], chain[i+1]
		other := func(v int) int {
			if w, ok := twin[v]; ok {
				return w
			}
			return v
		}
		long := r3.Norm(r3.Sub(m.at[a], m.at[b]))
		m.stiff = append(m.stiff, stiffEdge{a: a, b: b, length: long}, stiffEdge{a: other(a), b: other(b), length: long})
	}
	if within {
		m.slits = append(m.slits, slit{k, chain, twin})
		m.widest(k, chain, twin)
		return
	}
	mouth := m.ends[begins]
	m.mouths = append(m.mouths, mouthOf{k, chain[0], twin[chain[0]], chain[n], long})
	var legs []int
	legs = append(legs, chain[1:]...)
	for i := n - 1; i >= 0; i-- {
		legs = append(legs, twin[chain[i]])
	}
	m.loop = append(m.loop[:mouth+1], append(legs, m.loop[mouth+1:]...)...)
	grown := len(legs)
	m.parts[begins].leg = 0
	m.parts = append(m.parts[:begins+1], append([]part{{edge: -1, dart: k, leg: 1}}, m.parts[begins+1:]...)...)
	m.ends = append(m.ends[:begins+1], append([]int{mouth + n}, m.ends[begins+1:]...)...)
	for i := begins + 2; i < len(m.ends); i++ {
		m.ends[i] += grown
	}
}
