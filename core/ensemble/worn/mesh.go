package worn

import (
	"cmp"
	"math"
	"slices"

	"gonum.org/v1/gonum/spatial/r3"
)

// mesh is a grid of places with the way out of each; x to the wearer's left, y towards the back, z down.
type mesh struct {
	rows, columns int
	closed        bool
	on, out       []r3.Vec
	in            []float64    // how far within what it belongs to each lies; nil for wholly
	cloth         [][2]float64 // where on its cloth each lies, along and across; nil where that does not show
}

// normals sets the ways out, each from the four places beside it.
func (m *mesh) normals() {
	m.out = make([]r3.Vec, len(m.on))
	at := func(i, j int) r3.Vec {
		if m.closed {
			j = (j + m.columns) % m.columns
		}
		return m.on[min(max(i, 0), m.rows-1)*m.columns+min(max(j, 0), m.columns-1)]
	}
	for i := range m.rows {
		for j := range m.columns {
			u := r3.Sub(at(i, j+1), at(i, j-1))
			v := r3.Sub(at(i+1, j), at(i-1, j))
			n := r3.Cross(u, v)
			if long := r3.Norm(n); long > 1e-9 {
				n = r3.Scale(1/long, n)
			}
			m.out[i*m.columns+j] = n
		}
	}
}

// meshOfRings is what lies between rings, from the top down.
func meshOfRings(rings []Ring) mesh {
	m := mesh{rows: len(rings), columns: len(rings[0].Line) / 2, closed: true}
	masked := false
	for _, r := range rings {
		masked = masked || r.In != nil
	}
	for i := range rings {
		r := &rings[i]
		for j := range m.columns {
			drop := r.Drop
			if r.At != nil {
				drop = r.At[j]
			}
			m.on = append(m.on, r3.Vec{X: r.Line[2*j], Y: r.Line[2*j+1], Z: drop})
			if masked {
				in := 1.0
				if r.In != nil {
					in = float64(r.In[j]) + 0.5
				}
				m.in = append(m.in, in)
			}
			if r.Cloth != nil {
				m.cloth = append(m.cloth, [2]float64{r.Cloth[2*j], r.Cloth[2*j+1]})
			}
		}
	}
	m.normals()
	return m
}

// meshes are both halves of a sheet.
func (s *Sheet) meshes() []mesh {
	var out []mesh
	for _, side := range []float64{1, -1} {
		m := mesh{rows: s.Rows(), columns: s.Columns, closed: s.Closed}
		for i := range m.rows {
			for j := range m.columns {
				k := j
				if side < 0 {
					k = m.columns - 1 - j
				}
				p := s.On[i*s.Columns+k]
				m.on = append(m.on, r3.Vec{X: side * p.X, Y: -p.Y, Z: -p.Z})
				if s.Cloth != nil {
					m.cloth = append(m.cloth, s.Cloth[i*s.Columns+k])
				}
			}
		}
		m.normals()
		out = append(out, m)
	}
	return out
}

// part is a mesh that is seen, with the number of what it belongs to, 0 for the body, and by how much what is worn later lies before it.
type part struct {
	mesh
	of     int
	lift   float64
	repeat *Repeat
	sheer  bool // what is behind it is seen through it
	shut   bool // its inside is never seen
	drop   []float64
	// covered are ranges of drops at which something is worn over all of it.
	covered [][2]float64
}

// hidden tells whether a stretch between two drops is covered.
func (m *part) hidden(a, b float64) bool {
	for _, c := range m.covered {
		if a >= c[0] && b <= c[1] {
			return true
		}
	}
	return false
}

// whole is the range of drops that a layer covers all round; false for none.
func (l *Layer) whole(crotch float64) (r [2]float64, ok bool) {
	for i := range l.Rings {
		one := &l.Rings[i]
		if one.At != nil || len(l.Legs) > 0 && one.Drop > crotch {
			continue
		}
		shows := false
		for _, in := range one.In {
			shows = shows || in < 1
		}
		if shows {
			continue
		}
		if !ok {
			r[0], ok = one.Drop, true
		}
		r[1] = one.Drop
	}
	if len(l.Sheets) > 0 {
		r[1] -= 14
	}
	return r, ok && !(l.OverArms && len(l.Sheets) > 0) && r[1] > r[0]
}

// layerLift is by how much each layer is taken to lie before the one under it, mm: what touches does not tell which is outside.
const layerLift = 16.0

// torso are the rings above the crotch: below it there are legs.
func (f *Figure) torso(rings []Ring) (kept []Ring) {
	for _, r := range rings {
		if r.Drop <= f.Crotch+8 {
			kept = append(kept, r)
		}
	}
	return kept
}

// seat closes a torso between the legs: rings that grow narrower below the last one.
func seat(rings []Ring) []Ring {
	last := rings[len(rings)-1]
	out := slices.Clone(rings)
	for _, t := range []float64{0.35, 0.65, 0.87, 1} {
		r := Ring{Drop: last.Drop + seatFalls*t}
		for k, x := range last.Line {
			by := 1 - 0.12*t // from front to back
			if k%2 == 0 {
				by = math.Sqrt(1 - t*t)
			}
			r.Line = append(r.Line, x*by)
		}
		out = append(out, r)
	}
	return out
}

// seatFalls is how far a torso reaches down between the legs, mm.
const seatFalls = 26.0

// parts are all that is seen of a figure in its first n layers.
func (f *Figure) parts(n int) []part {
	skin := f.Bare
	overArms := false
	for _, l := range f.Layers[:n] {
		if l.Skin != nil {
			skin = l.Skin
		}
		overArms = overArms || l.OverArms
	}
	var out []part
	over := make([][][2]float64, n+1) // what covers each
	for i := range f.Layers[:n] {
		if r, ok := f.Layers[i].whole(f.Crotch); ok && !f.Layers[i].Sheer {
			for k := range i + 1 {
				over[k] = append(over[k], r)
			}
		}
	}
	add := func(of int, lift float64, shut bool, all ...mesh) {
		for _, m := range all {
			if m.rows < 2 || m.columns < 2 {
				continue
			}
			one := part{mesh: m, of: of, lift: lift, shut: shut, covered: joined(over[of])}
			if of > 0 && len(m.cloth) == len(m.on) {
				one.repeat = f.Layers[of-1].Repeat
			}
			one.sheer = of > 0 && f.Layers[of-1].Sheer
			for _, q := range m.on {
				one.drop = append(one.drop, q.Z)
			}
			out = append(out, one)
		}
	}
	add(0, 0, true, meshOfRings(seat(f.torso(skin))))
	add(0, 0, true, f.Leg.meshes()...)
	if slices.ContainsFunc(f.Layers[:n], func(l Layer) bool { return l.OnHead }) {
		add(0, 0, true, f.Head.meshes()...)
	}
	sleeved := -1
	for i := range f.Layers[:n] {
		l := &f.Layers[i]
		lift := layerLift * float64(i+1)
		round := l.Rings
		switch {
		case len(l.Sheets) > 0:
			round = l.Held
		case len(l.Legs) > 0:
			round = f.torso(round)
		}
		if l.OverArms {
			lift += 30
		}
		if len(round) > 1 {
			add(i+1, lift, false, meshOfRings(round))
		}
		for _, all := range [][]Sheet{l.Sheets, l.Legs} {
			for k := range all {
				add(i+1, lift, false, all[k].meshes()...)
			}
		}
		for k := range l.Flaps {
			add(i+1, lift+12, false, l.Flaps[k].meshes()...)
		}
		if l.HoodDown != nil {
			add(i+1, lift+10, false, l.HoodDown.meshes()...)
		}
		if l.Sleeve != nil {
			sleeved = i
		}
	}
	if overArms {
		return out
	}
	for i := range over { // nothing is worn over arms
		over[i] = nil
	}
	beside := layerLift * float64(n)
	if sleeved >= 0 {
		add(sleeved+1, beside, false, f.Layers[sleeved].Sleeve.meshes()...)
	}
	add(0, beside, true, f.hands(sleeved)...)
	return out
}

// joined are ranges with those put together that meet.
func joined(ranges [][2]float64) (out [][2]float64) {
	slices.SortFunc(ranges, func(a, b [2]float64) int { return cmp.Compare(a[0], b[0]) })
	for _, r := range ranges {
		if n := len(out); n > 0 && r[0] <= out[n-1][1]+2 {
			out[n-1][1] = max(out[n-1][1], r[1])
		} else {
			out = append(out, r)
		}
	}
	return out
}

// hands are the arms as far as a sleeve leaves them bare.
func (f *Figure) hands(sleeved int) []mesh {
	arm := *f.Arm
	if sleeved >= 0 {
		low := math.Inf(-1)
		for _, p := range f.Layers[sleeved].Sleeve.On {
			low = max(low, -p.Z)
		}
		from := 0
		for from+1 < arm.Rows() && -arm.On[from*arm.Columns].Z < low-12 {
			from++
		}
		arm.On = arm.On[from*arm.Columns:]
	}
	return arm.meshes()
}
