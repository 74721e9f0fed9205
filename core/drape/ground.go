package drape

import (
	"math"

	"ardentgusset/core/figure"
)

// bearings is at how many places of the half round, front to back, a way down is known: every two degrees.
const bearings = 91

// step is between two heights at which what is beneath is looked at, mm.
const step = 8.0

// spot is a place on what cloth hangs on: x to the left, y forward, z up.
type spot struct{ x, y, z float64 }

// Ground is what cloth hangs on: from a height below the waist the ways down from there to the floor, and out along it, over all that
// stands out beneath, on the left half from the centre front to the centre back.
type Ground struct {
	drop float64 // where the ways begin
	ways [bearings]way
	// ends is where cloth is known to end, by the share of the way from front to back, drop below the waist; nil where it ends as long
	// as it is.
	ends func(share float64) float64
	// exact is set where all that is longer than that is taken up above: over the bust.
	exact bool
	// opens is how far from the middle its front edge is worn at its upper and its lower end, in steps of the bearing; 0 for closed.
	opens [2]float64
}

// way is a line down, with how far along it each of its places lies, and how far along it cloth is held.
type way struct {
	on   []spot
	run  []float64
	from float64
}

// at is the place so far down a way, and beyond its end straight on.
func (w *way) at(depth float64, hint *int) spot {
	i := *hint
	for i > 0 && w.run[i] > depth {
		i--
	}
	for i < len(w.run)-2 && w.run[i+1] < depth {
		i++
	}
	*hint = i
	a, b := w.on[i], w.on[i+1]
	k := (depth - w.run[i]) / (w.run[i+1] - w.run[i])
	return spot{a.x + (b.x-a.x)*k, a.y + (b.y-a.y)*k, a.z + (b.z-a.z)*k}
}

// sines of the bearings, as they are seen from the axis.
var sines, cosines = func() (s, c [bearings]float64) {
	for m := range bearings {
		s[m], c[m] = math.Sincos(math.Pi * float64(m) / (bearings - 1))
	}
	return s, c
}()

// Under is the ground that a figure is, so thick a cloth laid round it, from a drop below the waist down to a floor, both mm, and what
// hangs on it: as far out as the middle of its folds, since they are pressed flat, or by so large a part of the way there.
func Under(on figure.Figure, drop, floor, thick, by float64, hung ...*Sheet) *Ground {
	g := ground(drop, floor, covering(on.At, drop, thick, by, hung))
	// Where the wearer's own reading to the floor is less, her waist lies lower.
	for m := range g.ways {
		w := &g.ways[m]
		w.from = min(max(w.run[len(w.run)-2]+drop-on.WaistToFloor(2*float64(m)), 0), tilted)
	}
	return g
}

// Springs is at which slope cloth comes out from under what holds it in, and Springing in how many mm it comes out by as much again
// (from memory).
const Springs, Springing = 0.5, 120.0

// Sprung is how far out cloth may come so far from what holds it in, mm.
func Sprung(away float64) float64 { return away*Springs + away*away/Springing }

// limply is how far from what it hangs on to the middle of its folds limp cloth still holds out what goes round it (from memory).
const limply = 0.3

// holdsOut is by which part of the way to the middle of its folds what hangs beneath holds out what goes all round it.
func holdsOut(beneath []*Sheet) float64 {
	if len(beneath) > 0 && beneath[0].limp {
		return limply
	}
	return 1
}

// covering is how far out a cloth laid round sections and what hangs on them, by a part of the way to the middle of its folds, lies in
// each direction at a drop. At from it holds in what hangs there.
func covering(sections func(drop float64) figure.Section, from, thick, by float64, hung []*Sheet) func(drop float64) [bearings]float64 {
	lies := profile(hung)
	return func(drop float64) [bearings]float64 {
		out := radial(sections(drop), thick)
		if reach, ok := lies.at(drop); ok {
			for m := range out {
				off := min(by*(reach[m]+thick-out[m]), Sprung(max(drop-from, 0)))
				out[m] = max(out[m], out[m]+off)
			}
		}
		return out
	}
}

// Over is the ground of what is worn over the shoulders and both arms, from the neck at a drop down, and over what hangs there.
func Over(on figure.Figure, drop, floor, thick float64, hung ...*Sheet) *Ground {
	return ground(drop, floor, covering(on.Armed, drop, thick, 1, hung))
}

// tilted is how much lower than its highest place a waist lies at most, mm.
const tilted = 80.0

// ground is what cloth hangs on by how far that reaches in each direction at a drop.
func ground(drop, floor float64, reaching func(drop float64) [bearings]float64) *Ground {
	g := &Ground{drop: drop}
	floor = max(floor, drop+step)
	n := max(int(math.Ceil((floor-drop)/step)), 1)
	reach, drops := make([][bearings]float64, n+1), make([]float64, n+1)
	for i := range reach {
		drops[i] = min(drop+step*float64(i), floor)
		reach[i] = reaching(drops[i])
	}
	const trail = 4000.0
	for m := range g.ways {
		w := way{on: make([]spot, 0, n+2), run: make([]float64, 0, n+2)}
		add := func(p spot) {
			run := 0.0
			if k := len(w.on); k > 0 {
				q := w.on[k-1]
				run = w.run[k-1] + math.Sqrt((p.x-q.x)*(p.x-q.x)+(p.y-q.y)*(p.y-q.y)+(p.z-q.z)*(p.z-q.z))
			}
			w.on, w.run = append(w.on, p), append(w.run, run)
		}
		for i, r := range overhang(drops, reach, m) {
			add(spot{r * sines[m], r * cosines[m], -drops[i]})
		}
		// What is longer lies on the floor: outward, and behind.
		last, x, y := w.on[len(w.on)-1], sines[m], cosines[m]-0.6
		long := math.Sqrt(x*x + y*y)
		add(spot{last.x + x/long*trail, last.y + y/long*trail, last.z})
		g.ways[m] = w
	}
	return g
}

// clear moves a place out to what is beneath at its height, where it fell to within that.
func (g *Ground) clear(p *Point) {
	r := math.Sqrt(p.X*p.X + p.Y*p.Y)
	at := math.Atan2(math.Abs(p.X), p.Y) / math.Pi * (bearings - 1)
	m := min(int(at), bearings-2)
	k := at - float64(m)
	const hair = 0.12 // between two ways what is beneath bulges a little
	least := g.ways[m].reach(p.Z)*(1-k) + g.ways[m+1].reach(p.Z)*k + hair
	if r < least && r > 1 {
		p.X, p.Y = p.X*least/r, p.Y*least/r
	}
}

// reach is how far out a way lies at a height; 0 above and below it.
func (w *way) reach(z float64) float64 {
	n := len(w.on) - 1 // the last place lies along the floor
	top, bottom := w.on[0].z, w.on[n-1].z
	if z >= top || z <= bottom {
		return 0
	}
	i := min(int((top-z)/step), n-2)
	for i > 0 && w.on[i].z < z {
		i--
	}
	for i < n-2 && w.on[i+1].z > z {
		i++
	}
	a, b := w.on[i], w.on[i+1]
	x := (a.z - z) / max(a.z-b.z, 1e-9)
	return math.Sqrt(a.x*a.x+a.y*a.y)*(1-x) + math.Sqrt(b.x*b.x+b.y*b.y)*x
}

// overhang is how far out the cloth hangs at each height in a direction: over whatever stands out, straight from one to the next, and
// plumb below where it stands out most.
func overhang(drops []float64, reach [][bearings]float64, m int) []float64 {
	widest := 0
	for i := range reach {
		if reach[i][m] > reach[widest][m] {
			widest = i
		}
	}
	chain := make([]int, 0, widest+1)
	for i := 0; i <= widest; i++ {
		for len(chain) > 1 {
			a, b := chain[len(chain)-2], chain[len(chain)-1]
			if (reach[b][m]-reach[a][m])*(drops[i]-drops[a]) > (reach[i][m]-reach[a][m])*(drops[b]-drops[a]) {
				break
			}
			chain = chain[:len(chain)-1]
		}
		chain = append(chain, i)
	}
	out := make([]float64, len(drops))
	for c := 1; c < len(chain); c++ {
		a, b := chain[c-1], chain[c]
		for i := a; i <= b; i++ {
			out[i] = reach[a][m] + (reach[b][m]-reach[a][m])*(drops[i]-drops[a])/(drops[b]-drops[a])
		}
	}
	for i := widest; i < len(out); i++ {
		out[i] = reach[widest][m]
	}
	return out
}

// radial is how far a section reaches from its axis in each direction of the left half, with a cloth round it, mm. By the direction a
// point is seen in, not its tangent's: else all ways would crowd at a corner.
func radial(s figure.Section, thick float64) (out [bearings]float64) {
	outline := s.Outline() // x to the left, y back
	n := len(outline)
	m := 0
	for i := -n / 4; i <= n && m < bearings; i++ {
		a, b := outline[(i+n)%n], outline[(i+n+1)%n]
		for ; m < bearings; m++ { // where the ray crosses the side from a to b
			sin, cos := sines[m], -cosines[m]
			ca, cb := a.Y*sin-a.X*cos, b.Y*sin-b.X*cos
			if ca > 1e-9 && i == -n/4 || cb < 0 || b.X*sin+b.Y*cos <= 0 {
				break
			}
			k := 0.0
			if ca < 0 {
				k = ca / (ca - cb)
			}
			p := a.Toward(b, k)
			out[m] = math.Sqrt(p.X*p.X+p.Y*p.Y) + thick
		}
	}
	for ; m < bearings; m++ {
		out[m] = out[max(m-1, 0)]
	}
	return out
}

// round is how far it is half round where the ways begin, mm.
func (g *Ground) round() (sum float64) {
	for m := 1; m < bearings; m++ {
		a, b := g.ways[m-1].on[0], g.ways[m].on[0]
		sum += math.Sqrt((a.x-b.x)*(a.x-b.x) + (a.y-b.y)*(a.y-b.y))
	}
	return sum
}

// at is the place so far down the ways at a bearing in steps.
func (g *Ground) at(bearing, depth float64, hints *[bearings]int) spot {
	m := min(int(bearing), bearings-2)
	k := bearing - float64(m)
	a := g.ways[m].at(depth+g.ways[m].from, &hints[m])
	if k < 1e-9 {
		return a
	}
	b := g.ways[m+1].at(depth+g.ways[m+1].from, &hints[m+1])
	return spot{a.x + (b.x-a.x)*k, a.y + (b.y-a.y)*k, a.z + (b.z-a.z)*k}
}

// reaches is how far along a way a drop lies.
func (w *way) reaches(drop float64) float64 {
	for i := 1; i < len(w.on)-1; i++ {
		if a, b := w.on[i-1].z, w.on[i].z; -b >= drop {
			return w.run[i-1] + (w.run[i]-w.run[i-1])*min(max((a+drop)/max(a-b, 1e-9), 0), 1)
		}
	}
	return w.run[len(w.run)-2]
}

// Reaches is how long the cloth before, in the middle, must be from a drop to come down to another, over whatever stands out, mm.
func (g *Ground) Reaches(drop float64) float64 { return g.ways[0].reaches(drop) }
