package surface

import (
	"fmt"
	"math"
	"slices"

	"ardentgusset/core/figure"
	"ardentgusset/core/plane"

	"gonum.org/v1/gonum/spatial/r3"
)

// Edge is a named part of a panel's outline: a line on the form.
type Edge struct {
	ID, Name string
	Line     Line
}

// Dart is a cut from an edge into the panel, or within it from tip to tip: what opens when the
// panel is unrolled is taken up.
type Dart struct {
	ID   string
	Edge string // the edge its mouth lies on; "" for one that closes at both ends
	Line Line   // from the mouth, or the lower tip, to the tip
}

// Panel is a part of the form between lines. Its edges run round it head to tail, seen from
// outside against the clock, up on the wearer's left and down on the right of what is seen.
type Panel struct {
	Edges []Edge
	Darts []Dart
	// From is where distances round the form are counted from: the nearer centre or, for
	// what lies at the side, its own middle, since others' move with what lies between.
	From Datum
	Fold string // the edge that lies on a fold and unrolls straight, "" for none
	// Take says how far each dart opens, radians, of how far each would: what they do not
	// take the cloth must give. Nil, or 0 for a dart, leaves it to open as it unrolls.
	Take func(swing []float64) []float64
}

// Datum is what distances round the form are counted from.
type Datum int

const (
	FromFront Datum = iota
	FromBack
	FromMiddle
)

// widestCell and narrowestCell are how far apart the points inside a panel lie at most and at
// least, cellsAcross how many there are across one at least, step how far apart those on its
// outline, mm.
const widestCell, narrowestCell, cellsAcross, step = 20.0, 11.0, 6.0, 9.0

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
}

// mouthOf is a dart's mouth: its two points, its tip and how long its legs are.
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
	out.middle /= math.Max(n, 1)
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
	return plane.Pt(r.to(p.Y)-s.zero(&r), p.Z)
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
		n := max(int(math.Ceil(line.Length()/step)), 1)
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
		if e.ID == p.Fold {
			m.onFold = append(append(m.onFold, m.loop[m.ends[len(m.ends)-1]:]...), at)
		}
	}
	return constraints, nil
}

// gapAtMost is how far edges may miss each other where they meet, mm.
const gapAtMost = 1.5

// dart lays the points of the darts; darts may share their tip.
func (m *mesh) dart(p Panel, from start, cuts []cut, constraints [][2]int) [][2]int {
	for k, d := range p.Darts {
		var points Line
		for _, part := range from.parted(d.Line) {
			more := part.divided(max(int(math.Ceil(part.Length()/step)), 1))
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
			k = math.Min(math.Max(r3.Dot(r3.Sub(p, l[i-1]), d)/(long*long), 0), 1)
		}
		if off := r3.Norm(r3.Sub(p, r3.Add(l[i-1], r3.Scale(k, d)))); off < best {
			best, at = off, run+k*long
		}
		run += long
	}
	return at
}

// levelStep is how far apart the points of a held level lie, clearOf how far they stay from what
// runs beside it, shortPart the least part that a line is divided at a level into, mm.
const levelStep, clearOf, shortPart = 10.0, 5.0, 3.0

// parted is a line cut where it crosses the held levels, so that a point lies there in all its
// neighbours.
func (s start) parted(line Line) []Line {
	long := line.Length()
	var at []float64
	run := 0.0
	for i := 1; i < len(line); i++ {
		d := r3.Norm(r3.Sub(line[i], line[i-1]))
		for _, z := range s.held() {
			a, b := line[i-1].Z, line[i].Z
			if (a > z) != (b > z) && math.Abs(a-b) > 0.01 { // what runs level has no crossing
				at = append(at, run+d*(z-a)/(b-a))
			}
		}
		run += d
	}
	slices.Sort(at)
	var out []Line
	from := 0.0
	for _, a := range at {
		if a > from+shortPart && a < long-shortPart {
			out = append(out, line.Part(from, a))
			from = a
		}
	}
	return append(out, line.Part(from, long+1))
}

// hold puts points along the named levels and lets them keep their distances: what a bodice
// measures at the waist must not give.
func (s start) hold(m *mesh, border []plane.Point, constraints [][2]int) [][2]int {
	outline := constraints
	for _, z := range s.held() {
		origin := plane.Pt(0, z)
		for _, span := range plane.Spans(border, origin, plane.Pt(1, 0)) {
			// Darts part it.
			stops := []float64{span[0]}
			for _, c := range outline {
				a, b := m.flat[c[0]], m.flat[c[1]]
				if (a.Y > z) == (b.Y > z) {
					continue
				}
				if x := a.X + (b.X-a.X)*(z-a.Y)/(b.Y-a.Y); x > span[0]+1 && x < span[1]-1 {
					stops = append(stops, x)
				}
			}
			stops = append(stops, span[1])
			slices.Sort(stops)
			for i := 1; i < len(stops); i++ {
				constraints = s.heldPart(m, outline, constraints, z, stops[i-1], stops[i])
			}
		}
	}
	return constraints
}

// heldPart holds a level from one line that it meets to the next.
func (s start) heldPart(m *mesh, outline, constraints [][2]int, z, from, to float64) [][2]int {
	if to-from < levelStep {
		return constraints
	}
	ends := [2]int{-1, -1} // the points where it meets the lines
	for _, c := range outline {
		for _, v := range c {
			for k, x := range []float64{from, to} {
				if q := m.flat[v]; math.Abs(q.Y-z) < 0.6 && math.Abs(q.X-x) < gapAtMost {
					ends[k] = v
				}
			}
		}
	}
	if ends[0] < 0 || ends[1] < 0 {
		return constraints
	}
	n := int(math.Ceil((to - from) / levelStep))
	var points []plane.Point
	for k := 1; k < n; k++ {
		q := plane.Pt(from+(to-from)*float64(k)/float64(n), z)
		for _, c := range outline {
			if c[0] != ends[0] && c[1] != ends[0] && c[0] != ends[1] && c[1] != ends[1] &&
				plane.Off(q, m.flat[c[0]], m.flat[c[1]]) < clearOf {
				return constraints // it runs along an edge, which holds it
			}
		}
		points = append(points, q)
	}
	last := ends[0]
	for k := 1; k <= n; k++ {
		v := ends[1]
		if k < n {
			m.at = append(m.at, s.placed(points[k-1]))
			m.flat = append(m.flat, points[k-1])
			v = len(m.at) - 1
		}
		m.stiff = append(m.stiff, stiffEdge{a: last, b: v, length: (to - from) / float64(n)})
		constraints = append(constraints, [2]int{last, v})
		last = v
	}
	return constraints
}

// held are the heights of the levels that are held: the waist and what lies below it. Over the
// bust the cloth must be free to give.
func (s start) held() []float64 {
	var out []float64
	for _, l := range []figure.Level{figure.Hip, figure.HighHip, figure.Waist} {
		if z, ok := s.Levels[l]; ok {
			out = append(out, z)
		}
	}
	return out
}

// fill puts points inside the outline, in rows, clear of it and of the darts.
func (s start) fill(m *mesh, border []plane.Point, constraints [][2]int) {
	box := plane.BoxOf(border)
	cell := math.Min(math.Max(math.Min(box.Width(), box.Height())/cellsAcross, narrowestCell), widestCell)
	high := cell * math.Sqrt(3) / 2
	for i, y := 0, box.Min.Y+high/2; y < box.Max.Y; i, y = i+1, y+high {
		for x := box.Min.X + cell/2*float64(1+i%2)/1.5; x < box.Max.X; x += cell {
			q := plane.Pt(x, y)
			clear := plane.Inside(border, q)
			for _, c := range constraints {
				if !clear {
					break
				}
				clear = plane.Off(q, m.flat[c[0]], m.flat[c[1]]) > 0.55*cell
			}
			if clear {
				m.at = append(m.at, s.placed(q))
				m.flat = append(m.flat, q)
			}
		}
	}
}

// resettle gives the stiff edges that lie on the side of twins to them.
func (m *mesh) resettle(twin map[int]int) {
	beside := map[[2]int]bool{}
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
