package worn

import (
	"math"
	"slices"

	"ardentgusset/core/cloth"
	"ardentgusset/core/drape"
	"ardentgusset/core/ensemble"
	"ardentgusset/core/figure"
)

// Repeat is what is woven into a cloth or printed on it, from one time to the next along it and across it, mm, 0 where it does not change
// that way: with Along alone stripes from selvedge to selvedge, with Across alone stripes along it, with both checks, or motifs.
type Repeat struct {
	Along    float64 `json:"along"`
	Across   float64 `json:"across"`
	HalfDrop bool    `json:"half_drop,omitempty"`
	Motifs   bool    `json:"motifs,omitempty"`
}

// repeatOf is that of a cloth, washed; nil for a plain one.
func repeatOf(f *cloth.Fabric) *Repeat {
	if f.RepeatX <= 0 && f.RepeatY <= 0 {
		return nil
	}
	along, across := f.Shrinks()
	return &Repeat{Along: float64(f.RepeatX) * (1 - along), Across: float64(f.RepeatY) * (1 - across), HalfDrop: f.HalfDrop,
		Motifs: f.RepeatX > 0 && f.RepeatY > 0 && (f.Motifs || f.HalfDrop)}
}

// At is how much of the motif's colour a place of the cloth has, 0 to 1.
func (r *Repeat) At(along, across float64) float64 {
	part := func(x, whole float64) float64 { // how far from the middle of a repeat, 0 to 1
		x = x/whole + 0.5
		return math.Abs(2*(x-math.Floor(x)) - 1)
	}
	if r.Motifs {
		if r.HalfDrop && int(math.Floor(across/r.Across+0.5))&1 != 0 {
			along += r.Along / 2
		}
		if part(along, r.Along)+part(across, r.Across) < motif {
			return 1
		}
		return 0
	}
	sum, ways := 0.0, 0.0
	for _, w := range [2][2]float64{{along, r.Along}, {across, r.Across}} {
		if w[1] <= 0 {
			continue
		}
		ways++
		if part(w[0], w[1]) < 0.5 {
			sum++
		}
	}
	return sum / ways
}

// motif is how far a motif reaches from the middle of its repeat, as a part of half of that: a lozenge stands for whatever it is.
const motif = 0.62

// print lays the cloth's own repeat on all that is drawn of a garment.
type print struct {
	grains map[string]ensemble.Grain
	cloth  *drape.Cloth // nil for one that is not fitted
}

func printOf(stage *ensemble.Stage, surface figure.Surface) *print {
	p := &print{grains: stage.Grains()}
	if f := drape.Fit(&stage.Draft, surface); f != nil {
		p.cloth = f.Cloth()
	}
	return p
}

// at is where on the cloth a place of a piece lies; as it is drawn where nothing is known of the piece.
func (p *print) at(c drape.Cut) [2]float64 {
	if g, ok := p.grains[c.Piece]; ok {
		along, across := g.At(c.At)
		return [2]float64{along, across}
	}
	return [2]float64{c.At.Y, c.At.X}
}

// straight are places round a garment of which no piece is known to lie there: its cloth hangs straight down from the centre front.
func straight(drop, half float64) (out []drape.Around) {
	const columns = 24
	for i := range columns + 1 {
		t := float64(i) / columns
		out = append(out, drape.Around{Share: t})
		out[i].At.X, out[i].At.Y = t*half, -drop
	}
	return out
}

// ringed lays rings out anew by what of which piece lies where on them.
func (p *print) ringed(rings []Ring) {
	for i := range rings {
		r := &rings[i]
		half := halfOf(r)
		long := half[len(half)-1].run
		var all []drape.Around
		if p.cloth != nil {
			all = p.cloth.At(r.Drop)
		} else {
			all = straight(r.Drop, long)
		}
		var line, at, on []float64
		for side := range 2 {
			for k := range all {
				a := all[k]
				if side == 1 {
					a = all[len(all)-1-k]
				}
				q := along(half, a.Share*long)
				x := q.x
				if side == 1 {
					x = -x
				}
				line = append(line, tenth(x), tenth(q.y))
				c := a.Cut
				c.At.Y += r.Drop - q.drop
				u := p.at(c)
				on = append(on, half4(u[0]), half4(u[1]))
				at = append(at, tenth(q.drop))
			}
		}
		r.Line, r.Cloth = line, on
		if r.At != nil {
			r.At = at
		}
	}
}

// half4 is a length to a quarter of a millimetre.
func half4(x float64) float64 { return math.Round(x*4) / 4 }

// onHalf is a place on the left half of a ring, and how far along it lies.
type onHalf struct{ x, y, drop, run float64 }

// halfOf is the left half of a ring, from the centre front to the centre back.
func halfOf(r *Ring) (out []onHalf) {
	n := len(r.Line) / 2
	for k := range n + 1 {
		k %= n
		q := onHalf{x: r.Line[2*k], y: r.Line[2*k+1], drop: r.Drop}
		if r.At != nil {
			q.drop = r.At[k]
		}
		m := len(out)
		if q.x < -0.05 {
			if m == 0 || k < n/4 {
				continue
			}
			p := out[m-1] // the middle lies between two points
			t := p.x / (p.x - q.x)
			q = onHalf{0, p.y + (q.y-p.y)*t, p.drop + (q.drop-p.drop)*t, 0}
		}
		if m > 0 {
			p := out[m-1]
			q.run = p.run + math.Hypot(q.x-p.x, q.y-p.y)
		}
		out = append(out, q)
		if k > n/4 && q.x < 0.05 {
			break
		}
	}
	return out
}

// along is the place so far along a half.
func along(half []onHalf, run float64) onHalf {
	i, _ := slices.BinarySearchFunc(half, run, func(q onHalf, x float64) int {
		if q.run < x {
			return -1
		}
		return 1
	})
	i = min(max(i, 1), len(half)-1)
	a, b := half[i-1], half[i]
	k := min(max((run-a.run)/max(b.run-a.run, 1e-9), 0), 1)
	return onHalf{a.x + (b.x-a.x)*k, a.y + (b.y-a.y)*k, a.drop + (b.drop-a.drop)*k, run}
}

// tubed is what goes round a limb with its cloth: one width of it, sewn together on the inner side.
func (p *print) tubed(t drape.Tube) *Sheet {
	n := t.Columns
	s := &Sheet{Columns: n + 1}
	from := n * 3 / 4
	for row := range len(t.On) / n {
		for k := range n + 1 {
			s.On = append(s.On, t.On[row*n+(from+k)%n])
			across := (float64(k)/float64(n) - 0.5) * t.Wide[row]
			s.Cloth = append(s.Cloth, [2]float64{-t.Down[row], across})
		}
	}
	return s
}

// flapped is a collar or a lapel with its cloth, along its own rows.
func (s *Sheet) flapped() {
	off := func(a, b drape.Point) float64 {
		return math.Sqrt((a.X-b.X)*(a.X-b.X) + (a.Y-b.Y)*(a.Y-b.Y) + (a.Z-b.Z)*(a.Z-b.Z))
	}
	down := 0.0
	s.Cloth = make([][2]float64, len(s.On))
	for i := range s.Rows() {
		if i > 0 {
			down += off(s.On[i*s.Columns+s.Columns/2], s.On[(i-1)*s.Columns+s.Columns/2])
		}
		across := 0.0
		for j := range s.Columns {
			if j > 0 {
				across += off(s.On[i*s.Columns+j], s.On[i*s.Columns+j-1])
			}
			s.Cloth[i*s.Columns+j] = [2]float64{-down, across}
		}
	}
}

// tube is what goes round a limb, with its cloth where that shows.
func (p *print) tube(t drape.Tube) *Sheet {
	if p == nil {
		return tube(t)
	}
	return p.tubed(t)
}
