package worn

import (
	"math"
	"slices"

	"ardentgusset/core/drape"
)

// shell is how far out a fitted garment reaches, by its rings and the direction from the axis, every two degrees; 0 where it is not there.
type shell struct {
	drops []float64
	reach [][]float64
}

// shellAt is between two directions of a shell, degrees.
const shellAt = 2

// edged is how far beyond its edge a garment still counts as there, mm: rings know their edge only as near as that.
const edged = 6

func shellOf(rings []Ring) *shell {
	s := &shell{}
	for i := range rings {
		r := &rings[i]
		if r.At != nil {
			break
		}
		reach := make([]float64, 360/shellAt)
		n := len(r.Line) / 2
		for k := range n {
			j := (k + 1) % n
			if r.In != nil && (r.In[k] < -edged || r.In[j] < -edged) {
				continue
			}
			a := math.Atan2(r.Line[2*k], -r.Line[2*k+1])
			b := math.Atan2(r.Line[2*j], -r.Line[2*j+1])
			if b < a-math.Pi {
				b += 2 * math.Pi
			}
			if b < a {
				continue
			}
			step := 2 * math.Pi / float64(len(reach))
			for m := math.Ceil(a / step); m*step <= b; m++ {
				x := 0.0
				if b > a {
					x = (m*step - a) / (b - a)
				}
				px := r.Line[2*k] + (r.Line[2*j]-r.Line[2*k])*x
				py := r.Line[2*k+1] + (r.Line[2*j+1]-r.Line[2*k+1])*x
				reach[(int(m)%len(reach)+len(reach))%len(reach)] = math.Hypot(px, py)
			}
		}
		s.drops, s.reach = append(s.drops, r.Drop), append(s.reach, reach)
	}
	return s
}

// springStep is between two levels beyond an edge at which it is known how far what is held in may come out, mm.
const springStep = 15.0

// sprung is a garment with the room that it leaves to what comes out from under its edges.
func (s *shell) sprung() *shell {
	if len(s.drops) == 0 {
		return s
	}
	out := &shell{}
	first, last := s.drops[0], s.drops[len(s.drops)-1]
	level := func(drop float64, reach []float64) {
		out.drops, out.reach = append(out.drops, drop), append(out.reach, slices.Clone(reach))
	}
	none := make([]float64, 360/shellAt)
	for d := drape.Springing; d > 0; d -= springStep {
		level(first-d, none)
	}
	for i := range s.drops {
		level(s.drops[i], s.reach[i])
	}
	for d := springStep; d <= drape.Springing; d += springStep {
		level(last+d, none)
	}
	for m := range none {
		low, high := -1, -1
		for i := range out.drops {
			if out.reach[i][m] > 0 {
				if low < 0 {
					low = i
				}
				high = i
			}
		}
		if low < 0 {
			continue
		}
		for i := range out.drops {
			from := min(max(i, low), high)
			if off := math.Abs(out.drops[i] - out.drops[from]); off > 0 && off <= drape.Springing {
				out.reach[i][m] = out.reach[from][m] + drape.Sprung(off)
			}
		}
	}
	return out
}

// at is how far out it reaches in the direction of a place at a drop; 0 where it is not there.
func (s *shell) at(x, y, drop float64) float64 {
	n := len(s.drops)
	if n < 2 || drop < s.drops[0] || drop > s.drops[n-1] {
		return 0
	}
	i := 1
	for i < n-1 && s.drops[i] < drop {
		i++
	}
	turn := math.Atan2(x, -y) / (2 * math.Pi) * (360 / shellAt)
	m := int(math.Floor(turn))
	f := turn - float64(m)
	count := 360 / shellAt
	p, q := (m+count)%count, (m+1+count)%count
	a0, a1, b0, b1 := s.reach[i-1][p], s.reach[i-1][q], s.reach[i][p], s.reach[i][q]
	if a0 == 0 || a1 == 0 || b0 == 0 || b1 == 0 {
		return 0
	}
	k := (drop - s.drops[i-1]) / max(s.drops[i]-s.drops[i-1], 1e-9)
	return (a0+(a1-a0)*f)*(1-k) + (b0+(b1-b0)*f)*k
}

// presser is how far out a garment lets what is under it come, at a place; 0 where it does not hold it in.
type presser func(under *Layer, x, y, drop float64) float64

// pressing is how a fitted garment holds in what is under it: within itself, and little by little less beyond its edges, but for what
// that is held out by.
func pressing(round []Ring) presser {
	fits := shellOf(round)
	sprung := fits.sprung()
	return func(under *Layer, x, y, drop float64) float64 {
		at := fits.at(x, y, drop)
		if at == 0 {
			if at = sprung.at(x, y, drop); at > 0 && under.beneath != nil {
				at = max(at, under.beneath.at(x, y, drop)+2*pressedTo)
			}
		}
		return at
	}
}

// pressedTo is how far under what holds it in cloth lies, mm.
const pressedTo = 1.0

// press holds what is looser in under what is fitted over it or hangs all round it: cloth does not come out through a garment that goes
// round it.
func (f *Figure) press() {
	var over []presser
	for i := len(f.Layers) - 1; i >= 0; i-- {
		l := &f.Layers[i]
		if len(over) > 0 {
			l.pressed(over)
		}
		round := l.Rings
		if len(l.Sheets) > 0 {
			round = l.Held
		}
		if !l.OverArms && len(round) > 1 {
			over = append(over, pressing(round))
		}
		if out := l.outside; out != nil {
			over = append(over, func(_ *Layer, x, y, drop float64) float64 { return out(x, -y, drop) })
		}
	}
}

// pressed moves all of a layer that comes out through what is over it inward.
func (l *Layer) pressed(over []presser) {
	held := func(x, y, drop float64) float64 {
		k := 1.0
		r := math.Hypot(x, y)
		for _, lets := range over {
			if at := lets(l, x, y, drop); at > 0 && r*k > at-pressedTo {
				k = (at - pressedTo) / r
			}
		}
		return k
	}
	for _, rings := range [][]Ring{l.Rings, l.Held} {
		for n := range rings {
			r := &rings[n]
			for k := 0; k+1 < len(r.Line); k += 2 {
				drop := r.Drop
				if r.At != nil {
					drop = r.At[k/2]
				}
				by := held(r.Line[k], r.Line[k+1], drop)
				r.Line[k], r.Line[k+1] = r.Line[k]*by, r.Line[k+1]*by
			}
		}
	}
	for _, sheets := range [][]Sheet{l.Sheets, l.Flaps} {
		for n := range sheets {
			for k := range sheets[n].On {
				p := &sheets[n].On[k]
				by := held(p.X, -p.Y, -p.Z)
				p.X, p.Y = p.X*by, p.Y*by
			}
		}
	}
}
