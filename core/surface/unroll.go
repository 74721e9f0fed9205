package surface

import (
	"cmp"
	"errors"
	"math"
	"slices"

	"ardentgusset/core/plane"

	"gonum.org/v1/gonum/mat"
	"gonum.org/v1/gonum/spatial/r3"
)

// Flat is a panel unrolled.
type Flat struct {
	Edges []FlatEdge
	Darts []FlatDart
	// Strain is how much the cloth of every triangle must give: the larger stretch or
	// squeeze, as a part, with the triangle's area and its middle, on the piece and on the form.
	Strain []Strained
	mesh   *mesh
	flat   []plane.Point
	panel  Panel
	taken  map[string]float64 // by edge, what its darts' caps take
}

// FlatEdge is an edge unrolled, in the order of the panel's. Where darts open it, it runs in
// parts from mouth to mouth.
type FlatEdge struct {
	ID, Name string
	Parts    [][]plane.Point
}

// FlatDart is a dart as it opens: legs from the mouth to the tip, the first the one that is met
// first going round the piece.
type FlatDart struct {
	ID         string
	Within     bool // it closes at both ends
	First, Leg []plane.Point
}

// Strained is how much a small part of a piece must stretch or shrink to lie on the form.
type Strained struct {
	Share, Area float64
	At          plane.Point
	On          r3.Vec
}

// Angle is how far the dart opens, radians; Mouth how wide its mouth is, mm.
func (d FlatDart) Angle() float64 {
	tip := d.First[len(d.First)-1]
	a, b := d.First[0].Sub(tip), d.Leg[0].Sub(tip)
	return math.Abs(math.Atan2(a.Cross(b), a.Dot(b)))
}

// Mouth is how wide the dart's mouth is, mm.
func (d FlatDart) Mouth() float64 { return d.First[0].To(d.Leg[0]) }

// Stiffnesses of seams, darts and outline beside the cloth: soft while the panel finds its
// shape, then nearly rigid, so that both sides of a seam come out alike. Rounds of each.
const (
	soft, rigid             = 40.0, 1500.0
	softRounds, rigidRounds = 60, 300
	settled                 = 0.002 // mm that nothing moves by any more
)

// Unroll lays a panel flat with the least stretch, its outline as long as it is on the form:
// the sum of squares of what every triangle differs from being turned only, and of what every
// edge of the outline differs from its length, by turns of local and global steps (Liu, Zhang,
// Xu, Gotsman and Gortler, Computer Graphics Forum 27(5), 2008; Sorkine and Alexa,
// Symposium on Geometry Processing, 2007).
func (s *Form) Unroll(p Panel) (*Flat, error) {
	m, err := s.meshed(p)
	if err != nil {
		return nil, err
	}
	e := newEnergy(m)
	at := slices.Clone(m.flat)
	for _, phase := range []struct {
		weight float64
		rounds int
	}{{soft, softRounds}, {rigid, rigidRounds}} {
		if err := e.relax(at, phase.weight, phase.rounds); err != nil {
			return nil, err
		}
		// A dart opens by itself first: from shut it could as well swing the wrong way.
		m.stiff, m.held = append(m.stiff, m.held...), nil
	}
	f := &Flat{mesh: m, flat: at, panel: p}
	f.upright(len(m.onFold) > 0, p)
	f.read(p)
	return f, nil
}

// energy is what a panel's flattening makes least.
type energy struct {
	m     *mesh
	rest  [][3]plane.Point // every triangle laid flat by itself
	cot   [][3]float64     // half the cotangents of its corners
	area  float64          // mean of the triangles
	long  float64          // mean of the stiff edges
	order []int            // place of each vertex in the band
	band  int
}

func newEnergy(m *mesh) *energy {
	e := &energy{m: m, rest: make([][3]plane.Point, len(m.tris)), cot: make([][3]float64, len(m.tris))}
	for i, t := range m.tris {
		a, b, c := m.at[t[0]], m.at[t[1]], m.at[t[2]]
		ab, ac := r3.Sub(b, a), r3.Sub(c, a)
		l := math.Max(r3.Norm(ab), 1e-9)
		x := r3.Dot(ac, ab) / l
		y := math.Max(r3.Norm(r3.Cross(ab, ac))/l, 1e-6)
		e.rest[i] = [3]plane.Point{{}, {X: l}, {X: x, Y: y}}
		for k := range 3 {
			p, q, r := e.rest[i][k], e.rest[i][(k+1)%3], e.rest[i][(k+2)%3]
			u, v := q.Sub(p), r.Sub(p)
			e.cot[i][k] = u.Dot(v) / math.Max(math.Abs(u.Cross(v)), 1e-9) / 2
		}
		e.area += l * y / 2 / float64(len(m.tris))
	}
	for _, s := range m.stiff {
		e.long += s.length / float64(len(m.stiff))
	}
	// Vertices in the order of the longer way keep the band narrow.
	n := len(m.at)
	box := plane.BoxOf(m.flat)
	by := make([]int, n)
	for i := range by {
		by[i] = i
	}
	key := func(v int) float64 {
		if box.Width() > box.Height() {
			return m.flat[v].X
		}
		return m.flat[v].Y
	}
	slices.SortFunc(by, func(a, b int) int { return cmp.Compare(key(a), key(b)) })
	e.order = make([]int, n)
	for i, v := range by {
		e.order[v] = i
	}
	for _, t := range m.tris {
		for k := range 3 {
			e.band = max(e.band, e.apart(t[k], t[(k+1)%3]))
		}
	}
	for _, s := range m.stiff {
		e.band = max(e.band, e.apart(s.a, s.b))
	}
	return e
}

func (e *energy) apart(a, b int) int {
	d := e.order[a] - e.order[b]
	return max(d, -d)
}

var errStuck = errors.New("the panel can’t be laid flat")

// system is the matrix of the global step, factored: for the heights, and for how far across,
// which a fold holds.
func (e *energy) system(weight float64, folded bool) (*mat.BandCholesky, error) {
	n := len(e.m.at)
	k := mat.NewSymBandDense(n, min(e.band, n-1), nil)
	add := func(a, b int, w float64) {
		i, j := e.order[a], e.order[b]
		k.SetSymBand(i, i, k.At(i, i)+w)
		k.SetSymBand(j, j, k.At(j, j)+w)
		k.SetSymBand(i, j, k.At(i, j)-w)
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
	k.SetSymBand(held, held, k.At(held, held)+1)
	if folded {
		for _, v := range e.m.onFold {
			k.SetSymBand(e.order[v], e.order[v], k.At(e.order[v], e.order[v])+hold)
		}
	}
	var chol mat.BandCholesky
	if !chol.Factorize(k) {
		return nil, errStuck
	}
	return &chol, nil
}

func (e *energy) stiffness(weight float64, s stiffEdge) float64 {
	return weight * e.area / (math.Max(s.length, 0.1) * e.long)
}

// history is how many steps back Anderson's mixing looks.
const history = 6

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
	b, to := [2]*mat.VecDense{mat.NewVecDense(n, nil), mat.NewVecDense(n, nil)}, [2]*mat.VecDense{mat.NewVecDense(n, nil), mat.NewVecDense(n, nil)}
	first, held := at[e.m.loop[0]], e.order[e.m.loop[0]]
	step := make([]plane.Point, n) // where a plain step would go
	var was []float64              // the last residual and target
	var target []float64
	var dr, dg [][]float64 // their differences, newest last
	plain := slices.Clone(at)
	best := math.Inf(1)
	for range rounds {
		now := e.pull(at, b[0], b[1], weight)
		if now > best*(1+1e-12) { // the mixing went astray: back to the plain step
			copy(at, plain)
			dr, dg, was = nil, nil, nil
			now = e.pull(at, b[0], b[1], weight)
		}
		best = now
		b[0].SetVec(held, b[0].AtVec(held)+first.X)
		b[1].SetVec(held, b[1].AtVec(held)+first.Y)
		if cx.SolveVecTo(to[0], b[0]) != nil || cy.SolveVecTo(to[1], b[1]) != nil {
			return errStuck
		}
		most := 0.0
		g, r := make([]float64, 2*n), make([]float64, 2*n)
		for v := range at {
			step[v] = plane.Pt(to[0].AtVec(e.order[v]), to[1].AtVec(e.order[v]))
			g[2*v], g[2*v+1] = step[v].X, step[v].Y
			r[2*v], r[2*v+1] = step[v].X-at[v].X, step[v].Y-at[v].Y
			most = math.Max(most, step[v].To(at[v]))
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
			d, h := make([]float64, 2*n), make([]float64, 2*n)
			for i := range d {
				d[i], h[i] = r[i]-was[i], g[i]-target[i]
			}
			dr, dg = append(dr, d), append(dg, h)
			if len(dr) > history {
				dr, dg = dr[1:], dg[1:]
			}
		}
		was, target = r, g
		mix := mixing(dr, r)
		for v := range at {
			at[v] = step[v]
			for k, c := range mix {
				at[v].X -= c * dg[k][2*v]
				at[v].Y -= c * dg[k][2*v+1]
			}
		}
	}
	return nil
}

// mixing are the shares of the last differences of residuals that come nearest to the
// residual, by least squares; none when they do not tell.
func mixing(dr [][]float64, r []float64) []float64 {
	k := len(dr)
	if k == 0 {
		return nil
	}
	a, b := mat.NewSymDense(k, nil), mat.NewVecDense(k, nil)
	trace := 0.0
	for i := range k {
		for j := i; j < k; j++ {
			sum := 0.0
			for n, x := range dr[i] {
				sum += x * dr[j][n]
			}
			a.SetSym(i, j, sum)
			if i == j {
				trace += sum
			}
		}
		sum := 0.0
		for n, x := range dr[i] {
			sum += x * r[n]
		}
		b.SetVec(i, sum)
	}
	for i := range k {
		a.SetSym(i, i, a.At(i, i)+1e-10*trace)
	}
	var chol mat.Cholesky
	var out mat.VecDense
	if !chol.Factorize(a) || chol.SolveVecTo(&out, b) != nil {
		return nil
	}
	return out.RawVector().Data
}

// hold is how firmly a point on the fold is held in its straight.
const hold = 1e4

// pull is what the triangles, each turned only, and the edges, each at its length, draw the
// points to; it returns the energy.
func (e *energy) pull(at []plane.Point, bx, by *mat.VecDense, weight float64) float64 {
	bx.Zero()
	by.Zero()
	x, y := bx.RawVector().Data, by.RawVector().Data
	sum := 0.0
	give := func(a, b int, w float64, d plane.Point) {
		i, j := e.order[a], e.order[b]
		x[i] += w * d.X
		y[i] += w * d.Y
		x[j] -= w * d.X
		y[j] -= w * d.Y
		off := at[a].Sub(at[b]).Sub(d)
		sum += w * off.Dot(off)
	}
	for i, t := range e.m.tris {
		// The nearest turn of the triangle to what it is now: in the plane its angle is
		// that of the sums of dot and cross products.
		c, s := 0.0, 0.0
		for k := range 3 {
			a, b := (k+1)%3, (k+2)%3
			u, v := e.rest[i][a].Sub(e.rest[i][b]), at[t[a]].Sub(at[t[b]])
			c += e.cot[i][k] * u.Dot(v)
			s += e.cot[i][k] * u.Cross(v)
		}
		l := math.Max(math.Hypot(c, s), 1e-12)
		c, s = c/l, s/l
		for k := range 3 {
			a, b := (k+1)%3, (k+2)%3
			u := e.rest[i][a].Sub(e.rest[i][b])
			give(t[a], t[b], e.cot[i][k], plane.Pt(c*u.X-s*u.Y, s*u.X+c*u.Y))
		}
	}
	for _, q := range e.m.stiff {
		give(q.a, q.b, e.stiffness(weight, q), at[q.a].Sub(at[q.b]).Unit().Times(q.length))
	}
	if len(e.m.onFold) > 0 {
		for _, v := range e.m.onFold {
			sum += hold * at[v].X * at[v].X
		}
	}
	return sum
}

// upright turns the piece so that what is upright on the form is, on the whole, upright: a
// fold is already.
func (f *Flat) upright(folded bool, p Panel) {
	if !folded {
		c, s := 0.0, 0.0
		for _, t := range f.mesh.tris {
			a, b := f.mesh.flat[t[1]].Sub(f.mesh.flat[t[0]]), f.mesh.flat[t[2]].Sub(f.mesh.flat[t[0]])
			u, v := f.flat[t[1]].Sub(f.flat[t[0]]), f.flat[t[2]].Sub(f.flat[t[0]])
			// The image of (0, 1) under the map that takes a, b to u, v.
			det := a.Cross(b)
			if math.Abs(det) < 1e-9 {
				continue
			}
			up := v.Times(a.X / det).Sub(u.Times(b.X / det))
			area := math.Abs(det)
			c += area * up.Y
			s += area * up.X
		}
		by := math.Atan2(s, c)
		for i := range f.flat {
			f.flat[i] = f.flat[i].Turned(by)
		}
	}
	box := plane.BoxOf(f.flat)
	shift := plane.Pt(-box.Min.X, -box.Min.Y)
	for i := range f.flat {
		f.flat[i] = f.flat[i].Add(shift)
	}
}

// Plumb turns the piece so that the straight from one of its points to another stands upright:
// its grain.
func (f *Flat) Plumb(low, high plane.Point) {
	d := high.Sub(low)
	by := math.Atan2(d.X, d.Y)
	for i := range f.flat {
		f.flat[i] = f.flat[i].Turned(by)
	}
	box := plane.BoxOf(f.flat)
	for i := range f.flat {
		f.flat[i] = f.flat[i].Sub(box.Min)
	}
	f.read(f.panel)
}

// read takes edges, darts and strain off the unrolled mesh.
func (f *Flat) read(p Panel) {
	m := f.mesh
	f.Strain = nil
	f.Edges = make([]FlatEdge, len(p.Edges))
	for i, e := range p.Edges {
		f.Edges[i] = FlatEdge{ID: e.ID, Name: e.Name}
	}
	f.Darts = make([]FlatDart, len(p.Darts))
	for i, q := range m.parts {
		to := len(m.loop)
		if i+1 < len(m.ends) {
			to = m.ends[i+1]
		}
		var line []plane.Point
		for k := m.ends[i]; k <= to; k++ {
			line = append(line, f.flat[m.loop[k%len(m.loop)]])
		}
		switch {
		case q.edge >= 0:
			f.Edges[q.edge].Parts = append(f.Edges[q.edge].Parts, line)
		case q.leg == 0:
			f.Darts[q.dart].ID, f.Darts[q.dart].First = p.Darts[q.dart].ID, line
		default:
			f.Darts[q.dart].Leg = plane.Reversed(line)
		}
	}
	for _, c := range m.slits {
		d := FlatDart{ID: p.Darts[c.dart].ID, Within: true}
		for _, v := range c.chain {
			d.First = append(d.First, f.flat[v])
			if w, ok := c.twin[v]; ok {
				v = w
			}
			d.Leg = append(d.Leg, f.flat[v])
		}
		f.Darts[c.dart] = d
	}
	for _, t := range m.tris {
		a, b := r3.Sub(m.at[t[1]], m.at[t[0]]), r3.Sub(m.at[t[2]], m.at[t[0]])
		u, v := f.flat[t[1]].Sub(f.flat[t[0]]), f.flat[t[2]].Sub(f.flat[t[0]])
		l := r3.Norm(a)
		x, y := r3.Dot(b, a)/l, r3.Norm(r3.Cross(a, b))/l
		// The map from the form to the piece: columns u/l and (v − x·u/l)/y.
		c1 := u.Times(1 / l)
		c2 := v.Sub(c1.Times(x)).Times(1 / y)
		// Its stretches (singular values of two by two).
		sum, det := c1.Dot(c1)+c2.Dot(c2), c1.Cross(c2)
		root := math.Sqrt(math.Max(sum*sum/4-det*det, 0))
		most, least := math.Sqrt(sum/2+root), math.Sqrt(math.Max(sum/2-root, 0))
		third := func(p, q, r r3.Vec) r3.Vec { return r3.Scale(1.0/3, r3.Add(p, r3.Add(q, r))) }
		f.Strain = append(f.Strain, Strained{Share: math.Max(most-1, 1-least), Area: l * y / 2,
			At: f.flat[t[0]].Add(f.flat[t[1]]).Add(f.flat[t[2]]).Times(1.0 / 3),
			On: third(m.at[t[0]], m.at[t[1]], m.at[t[2]])})
	}
}

// StrainOver is the strain that all but a share of the piece's area stays under.
func (f *Flat) StrainOver(share float64) float64 {
	all := slices.Clone(f.Strain)
	slices.SortFunc(all, func(a, b Strained) int { return cmp.Compare(b.Share, a.Share) })
	total, run := 0.0, 0.0
	for _, s := range all {
		total += s.Area
	}
	for _, s := range all {
		if run += s.Area; run >= share*total {
			return s.Share
		}
	}
	return 0
}

// Width is how long the piece is across at a height of the form, and how long it is there on
// the form, mm.
func (f *Flat) Width(z float64) (flat, on float64) {
	m := f.mesh
	for _, t := range m.tris {
		var ps []plane.Point
		var qs []r3.Vec
		for k := range 3 {
			a, b := t[k], t[(k+1)%3]
			za, zb := m.at[a].Z, m.at[b].Z
			if (za > z) != (zb > z) {
				s := (z - za) / (zb - za)
				ps = append(ps, f.flat[a].Toward(f.flat[b], s))
				qs = append(qs, r3.Add(m.at[a], r3.Scale(s, r3.Sub(m.at[b], m.at[a]))))
			}
		}
		if len(ps) == 2 {
			flat += ps[0].To(ps[1])
			on += r3.Norm(r3.Sub(qs[0], qs[1]))
		}
	}
	return flat, on
}

// Swing is Angle, negative where the legs lie over each other: where the cloth would have to
// be let in instead of taken up.
func (d FlatDart) Swing() float64 {
	tip := d.First[len(d.First)-1]
	a, b := d.First[0].Sub(tip), d.Leg[0].Sub(tip)
	return math.Atan2(a.Cross(b), a.Dot(b))
}
