package surface

import (
	"cmp"
	"fmt"
	"math"
	"slices"

	"ardentgusset/core/plane"

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
	loose  []plane.Point      // before its darts were held
	rest   []plane.Point      // and after, as it came to rest
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
	low        int // how many points of a leg lie at the waist or below it
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

// Unroll lays a panel flat with the least stretch, its outline as long as it is on the form:
// the sum of squares of what every triangle differs from being turned only, and of what every
// edge of the outline differs from its length, by turns of local and global steps (Liu, Zhang,
// Xu, Gotsman and Gortler, Computer Graphics Forum 27(5), 2008; Sorkine and Alexa,
// Symposium on Geometry Processing, 2007).
func (s *Form) Unroll(p Panel) (*Flat, error) {
	k := s.keyOf(p)
	loose, err := s.settled(k, func() (settling, error) { return s.loose(p) })
	if err != nil {
		return nil, err
	}
	m := *loose.mesh
	m.stiff = slices.Clip(m.stiff)
	if p.Take != nil {
		// They have opened by themselves: from shut they could swing the wrong way.
		k.takes = fmt.Sprint("taken", m.take(p, loose.at))
	} else {
		k.takes = "as it opens"
	}
	from := loose.at
	if p.Like != nil {
		if near, ok := m.likely(p.Like.mesh, p.Like.rest); ok {
			from = near
		}
	}
	held, err := s.settled(k, func() (settling, error) { return m.settle(from) })
	if err != nil {
		return nil, err
	}
	f := &Flat{mesh: held.mesh, flat: slices.Clone(held.at), panel: p, loose: loose.at, rest: held.at}
	f.panel.Like = nil
	f.upright(len(m.onFold) > 0, p)
	f.read(p)
	return f, nil
}

// loose is the panel cut up and laid flat while its outline still gives.
func (s *Form) loose(p Panel) (settling, error) {
	m, err := s.meshed(p)
	if err != nil {
		return settling{}, err
	}
	at := slices.Clone(m.flat)
	if p.Like != nil {
		if near, ok := m.likely(p.Like.mesh, p.Like.loose); ok {
			at = near
		}
	}
	err = newEnergy(m).relax(at, soft, softRounds)
	return settling{mesh: m, at: at}, err
}

// settle lets the outline come out as long as it is, and the darts as wide as they are held.
func (m *mesh) settle(from []plane.Point) (settling, error) {
	e, at := newEnergy(m), slices.Clone(from)
	was := math.Inf(1)
	for range longest { // slivers in a narrow strap settle slowly
		if err := e.relax(at, rigid, rigidRounds); err != nil {
			return settling{}, err
		}
		is := e.off(at)
		if is < trueEdge || is > was*nearly {
			break
		}
		was = is
	}
	return settling{mesh: m, at: at}, nil
}

// take holds the darts' mouths as wide as the panel's maker says, and tells their angles.
func (m *mesh) take(p Panel, at []plane.Point) []float64 {
	swing := make([]float64, len(p.Darts))
	for _, q := range m.mouths {
		a, b := at[q.first].Sub(at[q.tip]), at[q.leg].Sub(at[q.tip])
		swing[q.dart] = math.Atan2(a.Cross(b), a.Dot(b))
	}
	angles := p.Take(swing)
	for _, q := range m.mouths {
		if angle := angles[q.dart]; angle > 0 {
			m.stiff = append(m.stiff, stiffEdge{a: q.first, b: q.leg, length: 2 * q.long * math.Sin(angle/2), tip: q.tip + 1})
		}
	}
	return angles
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
		low := 0
		for k := m.ends[i]; k <= to; k++ {
			v := m.loop[k%len(m.loop)]
			if line = append(line, f.flat[v]); m.at[v].Z < 0.5 {
				low = len(line) - 1
			}
		}
		switch {
		case q.edge >= 0:
			f.Edges[q.edge].Parts = append(f.Edges[q.edge].Parts, line)
		case q.leg == 0:
			f.Darts[q.dart].ID, f.Darts[q.dart].First = p.Darts[q.dart].ID, line
			f.Darts[q.dart].low = low
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
		root := math.Sqrt(max(sum*sum/4-det*det, 0))
		most, least := math.Sqrt(sum/2+root), math.Sqrt(max(sum/2-root, 0))
		third := func(p, q, r r3.Vec) r3.Vec { return r3.Scale(1.0/3, r3.Add(p, r3.Add(q, r))) }
		f.Strain = append(f.Strain, Strained{Share: max(most-1, 1-least), Area: l * y / 2,
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
