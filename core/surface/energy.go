package surface

import (
	"cmp"
	"errors"
	"math"
	"slices"

	"ardentgusset/core/plane"

	"gonum.org/v1/gonum/floats"
	"gonum.org/v1/gonum/spatial/r3"
)

// Stiffnesses of seams, darts and outline beside the cloth: soft while the panel finds its
// shape, then nearly rigid, so that both sides of a seam come out alike. Rounds of each.
const (
	soft, rigid             = 40.0, 3000.0
	softRounds, rigidRounds = 600, 300
	settled                 = 0.004 // mm that nothing moves by any more
	trueEdge                = 0.05  // mm that no edge of the outline is out by,
	givesWay                = 2     // times as soft what is held within the panel
	longest                 = 4     // unless that many times the rounds do not bring it there,
	nearly                  = 0.9   // or the last of them brought it hardly nearer
)

// energy is what a panel's flattening makes least.
type energy struct {
	m     *mesh
	rest  [][3]plane.Point // every triangle laid flat by itself: the sides across from its corners
	cot   [][3]float64     // half the cotangents of its corners
	area  float64          // mean of the triangles
	long  float64          // mean of the stiff edges
	order []int            // place of each vertex in the equations
	first []int            // the first that each is tied to
}

func newEnergy(m *mesh) *energy {
	e := &energy{m: m, rest: make([][3]plane.Point, len(m.tris)), cot: make([][3]float64, len(m.tris))}
	for i, t := range m.tris {
		a, b, c := m.at[t[0]], m.at[t[1]], m.at[t[2]]
		ab, ac := r3.Sub(b, a), r3.Sub(c, a)
		l := max(r3.Norm(ab), 1e-9)
		x := r3.Dot(ac, ab) / l
		y := max(r3.Norm(r3.Cross(ab, ac))/l, 1e-6)
		flat := [3]plane.Point{{}, {X: l}, {X: x, Y: y}}
		for k := range 3 {
			p, q, r := flat[k], flat[(k+1)%3], flat[(k+2)%3]
			u, v := q.Sub(p), r.Sub(p)
			e.rest[i][k] = q.Sub(r)
			e.cot[i][k] = u.Dot(v) / max(math.Abs(u.Cross(v)), 1e-9) / 2
		}
		e.area += l * y / 2 / float64(len(m.tris))
	}
	for _, s := range m.stiff {
		e.long += s.length / float64(len(m.stiff))
	}
	if m.order == nil {
		m.order = ordered(m)
	}
	e.order = m.order
	e.first = make([]int, len(m.at))
	for i := range e.first {
		e.first[i] = i
	}
	tie := func(a, b int) {
		i, j := e.order[a], e.order[b]
		e.first[max(i, j)] = min(e.first[max(i, j)], i, j)
	}
	for _, t := range m.tris {
		for k := range 3 {
			tie(t[k], t[(k+1)%3])
		}
	}
	for _, s := range m.stiff {
		tie(s.a, s.b)
	}
	for _, q := range m.mouths {
		tie(q.first, q.leg)
	}
	return e
}

// ordered is the place of each vertex in an order in which neighbours lie near each other, so that
// the band is narrow: from one end of the mesh by neighbours of neighbours, and then backwards
// (Cuthill and McKee, Proceedings of the 24th National Conference of the ACM, 1969).
func ordered(m *mesh) []int {
	n := len(m.at)
	beside := make([][]int, n)
	tie := func(a, b int) {
		if !slices.Contains(beside[a], b) {
			beside[a], beside[b] = append(beside[a], b), append(beside[b], a)
		}
	}
	for _, t := range m.tris {
		for k := range 3 {
			tie(t[k], t[(k+1)%3])
		}
	}
	for _, s := range m.stiff {
		tie(s.a, s.b)
	}
	for _, q := range m.mouths { // they may be held later
		tie(q.first, q.leg)
	}
	walk := func(from int) []int {
		seen, out := make([]bool, n), []int{from}
		seen[from] = true
		for i := 0; i < len(out); i++ {
			next := len(out)
			for _, v := range beside[out[i]] {
				if !seen[v] {
					seen[v], out = true, append(out, v)
				}
			}
			slices.SortStableFunc(out[next:], func(a, b int) int { return cmp.Compare(len(beside[a]), len(beside[b])) })
		}
		return out
	}
	from := m.loop[0]
	for range 3 { // to an end of the mesh: what is reached last lies farthest
		far := walk(from)
		from = far[len(far)-1]
	}
	order := make([]int, n)
	for i := range order {
		order[i] = -1
	}
	place := n
	for _, v := range walk(from) {
		place--
		order[v] = place
	}
	for v := range order { // what hangs together with nothing
		if order[v] < 0 {
			place--
			order[v] = place
		}
	}
	return order
}

var errStuck = errors.New("the panel can’t be laid flat")

// system is the matrix of the global step, factored: for the heights, and for how far across,
// which a fold holds.
func (e *energy) system(weight float64, folded bool) (*envelope, error) {
	k := newEnvelope(e.first)
	add := func(a, b int, w float64) {
		i, j := e.order[a], e.order[b]
		k.add(i, i, w)
		k.add(j, j, w)
		k.add(i, j, -w)
	}
	for i, t := range e.m.tris {
		for c := range 3 {
			add(t[(c+1)%3], t[(c+2)%3], e.cot[i][c])
		}
	}
	for _, s := range e.m.stiff {
		add(s.a, s.b, e.stiffness(weight, s))
	}
	held := e.order[e.m.loop[0]]
	k.add(held, held, 1)
	if folded {
		for _, v := range e.m.onFold {
			k.add(e.order[v], e.order[v], hold)
		}
	}
	if !k.factor() {
		return nil, errStuck
	}
	return k, nil
}

func (e *energy) stiffness(weight float64, s stiffEdge) float64 {
	if s.inside {
		weight /= givesWay
	}
	return weight * e.area / (max(s.length, 0.1) * e.long)
}

// history is how many steps back Anderson's mixing looks.
const history = 12

// relax moves the points at to where the energy is least. Local and global steps alone creep
// where a dart swings open; each is mixed with those before it so that what they would still
// do cancels (Anderson, Journal of the ACM 12(4), 1965; Peng, Deng, Zhang, Geng, Qin and
// Liu, ACM Transactions on Graphics 37(4), 2018), unless that makes the energy larger.
func (e *energy) relax(at []plane.Point, weight float64, rounds int) error {
	n := len(at)
	cy, err := e.system(weight, false)
	if err != nil {
		return err
	}
	cx := cy
	if len(e.m.onFold) > 0 {
		if cx, err = e.system(weight, true); err != nil {
			return err
		}
	}
	x, y := make([]float64, n), make([]float64, n)
	stiff := make([]float64, len(e.m.stiff))
	for i, s := range e.m.stiff {
		stiff[i] = e.stiffness(weight, s)
	}
	first, held := at[e.m.loop[0]], e.order[e.m.loop[0]]
	step := make([]plane.Point, n) // where a plain step would go
	mixed := make([]float64, 2*n)  // where one goes that is mixed with those before it
	var was []float64              // the last residual and target
	var target []float64
	var before mixing
	var spare buffers
	plain := slices.Clone(at)
	best, slack := math.Inf(1), 1e-12
	if slices.ContainsFunc(e.m.stiff, func(s stiffEdge) bool { return s.tip > 0 }) {
		// A mouth that is held turns with its dart: what is least moves a little with every
		// step, which is no reason to begin anew.
		slack = 0.1
	}
	for range rounds {
		now := e.pull(at, x, y, stiff)
		if now > best*(1+slack) { // the mixing went astray: back to the plain step
			copy(at, plain)
			spare = append(append(spare, before.residuals...), before.targets...)
			before, was = mixing{}, nil
			now = e.pull(at, x, y, stiff)
		}
		best = now
		x[held] += first.X
		y[held] += first.Y
		cx.solve(x)
		cy.solve(y)
		most := 0.0
		g, r := spare.take(2*n), spare.take(2*n)
		for v := range at {
			step[v] = plane.Pt(x[e.order[v]], y[e.order[v]])
			g[2*v], g[2*v+1] = step[v].X, step[v].Y
			r[2*v], r[2*v+1] = step[v].X-at[v].X, step[v].Y-at[v].Y
			most = max(most, math.Abs(step[v].X-at[v].X)+math.Abs(step[v].Y-at[v].Y))
		}
		if math.IsNaN(most) {
			return errStuck
		}
		copy(plain, step)
		if most < settled {
			copy(at, step)
			break
		}
		if was != nil {
			d, h := was, target // they are not needed any more
			for i := range d {
				d[i], h[i] = r[i]-was[i], g[i]-target[i]
			}
			spare = append(spare, before.add(d, h)...)
		}
		was, target = r, g
		copy(mixed, g)
		for k, c := range before.shares(r) {
			floats.AddScaled(mixed, -c, before.targets[k])
		}
		for v := range at {
			at[v] = plane.Pt(mixed[2*v], mixed[2*v+1])
		}
	}
	return nil
}

// mixing are the last differences of residuals, and of the targets they belong to, oldest first;
// products holds those of every two residuals.
type mixing struct {
	residuals, targets [][]float64
	products           [][]float64
}

// buffers are used again, since every step takes some.
type buffers [][]float64

// take is one of the length, whatever it holds.
func (b *buffers) take(n int) []float64 {
	if k := len(*b) - 1; k >= 0 {
		out := (*b)[k]
		*b = (*b)[:k]
		return out
	}
	return make([]float64, n)
}

// add takes on one more, and lets the oldest go, which it gives back.
func (m *mixing) add(residual, target []float64) (gone [][]float64) {
	if len(m.residuals) == history {
		gone = [][]float64{m.residuals[0], m.targets[0]}
		m.residuals, m.targets, m.products = m.residuals[1:], m.targets[1:], m.products[1:]
		for i := range m.products {
			m.products[i] = m.products[i][1:]
		}
	}
	m.residuals, m.targets = append(m.residuals, residual), append(m.targets, target)
	row := make([]float64, len(m.residuals))
	for i, r := range m.residuals {
		row[i] = floats.Dot(r, residual)
	}
	for i := range m.products {
		m.products[i] = append(m.products[i], row[i])
	}
	m.products = append(m.products, row)
	return gone
}

// shares are the shares of the differences that come nearest to a residual, by least squares; none
// when they do not tell.
func (m *mixing) shares(residual []float64) []float64 {
	k := len(m.residuals)
	if k == 0 {
		return nil
	}
	a, b := newEnvelope(make([]int, k)), make([]float64, k)
	trace := 0.0
	for i := range k {
		trace += m.products[i][i]
	}
	for i := range k {
		for j := i; j < k; j++ {
			a.add(i, j, m.products[i][j])
		}
		a.add(i, i, 1e-10*trace)
		b[i] = floats.Dot(m.residuals[i], residual)
	}
	if !a.factor() {
		return nil
	}
	a.solve(b)
	return b
}

// hold is how firmly a point on the fold is held in its straight.
const hold = 1e4

// pull is what the triangles, each turned only, and the edges, each at its length and as firm as
// stiff says, draw the points to; it returns the energy.
func (e *energy) pull(at []plane.Point, x, y, stiff []float64) float64 {
	clear(x)
	clear(y)
	sum := 0.0
	order := e.order
	for i, t := range e.m.tris {
		// The nearest turn of the triangle to what it is now: in the plane its angle is
		// that of the sums of dot and cross products. Side by side and not in loops over
		// three: this is what the time of an unrolling goes into.
		rest, cot := &e.rest[i], &e.cot[i]
		u, v, w := rest[0], rest[1], rest[2]
		k, l, m := cot[0], cot[1], cot[2]
		a, b, c := at[t[0]], at[t[1]], at[t[2]]
		ux, uy, vx, vy, wx, wy := b.X-c.X, b.Y-c.Y, c.X-a.X, c.Y-a.Y, a.X-b.X, a.Y-b.Y
		cos := k*(u.X*ux+u.Y*uy) + l*(v.X*vx+v.Y*vy) + m*(w.X*wx+w.Y*wy)
		sin := k*(u.X*uy-u.Y*ux) + l*(v.X*vy-v.Y*vx) + m*(w.X*wy-w.Y*wx)
		long := max(math.Sqrt(cos*cos+sin*sin), 1e-12)
		cos, sin = cos/long, sin/long
		// Where each side is to lie, by how much it is off that, and what it draws its ends by.
		tx, ty := cos*u.X-sin*u.Y, sin*u.X+cos*u.Y
		dx, dy := ux-tx, uy-ty
		sum += k * (dx*dx + dy*dy)
		ax, ay := k*tx, k*ty
		tx, ty = cos*v.X-sin*v.Y, sin*v.X+cos*v.Y
		dx, dy = vx-tx, vy-ty
		sum += l * (dx*dx + dy*dy)
		bx, by := l*tx, l*ty
		tx, ty = cos*w.X-sin*w.Y, sin*w.X+cos*w.Y
		dx, dy = wx-tx, wy-ty
		sum += m * (dx*dx + dy*dy)
		cx, cy := m*tx, m*ty
		j := order[t[0]]
		x[j] += cx - bx
		y[j] += cy - by
		j = order[t[1]]
		x[j] += ax - cx
		y[j] += ay - cy
		j = order[t[2]]
		x[j] += bx - ax
		y[j] += by - ay
	}
	for i, q := range e.m.stiff {
		is := at[q.a].Sub(at[q.b])
		d := is
		if q.tip > 0 { // the first leg lies to the right of the second, seen from the tip
			d = at[q.a].Mid(at[q.b]).Sub(at[q.tip-1]).Right()
		}
		d = d.Times(q.length / max(math.Sqrt(d.Dot(d)), 1e-9))
		a, b := e.order[q.a], e.order[q.b]
		x[a] += stiff[i] * d.X
		y[a] += stiff[i] * d.Y
		x[b] -= stiff[i] * d.X
		y[b] -= stiff[i] * d.Y
		off := is.Sub(d)
		sum += stiff[i] * off.Dot(off)
	}
	for _, v := range e.m.onFold {
		sum += hold * at[v].X * at[v].X
	}
	return sum
}

// off is by how much the stiff edges are out of their lengths, mm: the worst of them.
func (e *energy) off(at []plane.Point) float64 {
	worst := 0.0
	for _, q := range e.m.stiff {
		if q.tip == 0 {
			worst = max(worst, math.Abs(at[q.a].To(at[q.b])-q.length))
		}
	}
	return worst
}
