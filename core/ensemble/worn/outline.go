package worn

import "math"

// Tones are how much of the dots of a garment lie in the light and in the dark.
const (
	darkBelow, brightAbove = 0.38, 0.88
)

// Tone is how a part of a garment is lit.
type Tone int

// How they are lit.
const (
	Whole  Tone = iota // all that is seen of it
	Dark               // what is turned away from the light, or inside
	Bright             // what is turned towards it
	Pale               // what has something of the other colour of its cloth
	Paler              // what has all of it
)

// Region is the outline of what is seen of a garment in one tone, on the page, mm: rings that are filled by the even-odd rule.
// Those of fewer dots round are left out.
func (p *Picture) Region(of int, t Tone, least int) [][][2]float64 {
	return p.rings(least, func(at int) bool {
		if int(p.of[at]) != of {
			return false
		}
		switch t {
		case Dark:
			return p.light[at] < darkBelow
		case Bright:
			return p.light[at] > brightAbove
		case Pale:
			return p.figured[at] > 0
		case Paler:
			return p.figured[at] > 3
		}
		return true
	})
}

// Veil is the outline of where a sheer garment lies before what is not, at least so many times over; empty for one that is not sheer.
func (p *Picture) Veil(of int, times uint8, least int) [][][2]float64 {
	veil := p.veils[of]
	if veil == nil {
		return nil
	}
	return p.rings(least, func(at int) bool { return veil[at] >= times })
}

// rings are the outlines of the dots that are picked, through the middles of their sides.
func (p *Picture) rings(least int, pick func(at int) bool) (out [][][2]float64) {
	in := func(x, y int) bool { return x >= 0 && y >= 0 && x < p.Wide && y < p.High && pick(y*p.Wide+x) }
	// Sides of dots with what is picked on their right hand, by the corner they begin at.
	next := map[[2]int][][2]int{}
	var order [][2]int
	add := func(a, b [2]int) {
		if len(next[a]) == 0 {
			order = append(order, a)
		}
		next[a] = append(next[a], b)
	}
	for y := range p.High {
		for x := range p.Wide {
			if !in(x, y) {
				continue
			}
			if !in(x, y-1) {
				add([2]int{x, y}, [2]int{x + 1, y})
			}
			if !in(x+1, y) {
				add([2]int{x + 1, y}, [2]int{x + 1, y + 1})
			}
			if !in(x, y+1) {
				add([2]int{x + 1, y + 1}, [2]int{x, y + 1})
			}
			if !in(x-1, y) {
				add([2]int{x, y + 1}, [2]int{x, y})
			}
		}
	}
	for _, start := range order {
		for len(next[start]) > 0 {
			var ring [][2]float64
			at := start
			for len(next[at]) > 0 {
				to := next[at][0]
				next[at] = next[at][1:]
				ring = append(ring, p.between(at, to))
				at = to
			}
			if len(ring) >= least {
				out = append(out, simpler(ring, slack*p.Dot))
			}
		}
	}
	return out
}

// between is the middle of a dot's side on the page, mm.
func (p *Picture) between(a, b [2]int) [2]float64 {
	return [2]float64{p.Left + (float64(a[0]+b[0])/2-0.5)*p.Dot, p.Top + (float64(a[1]+b[1])/2-0.5)*p.Dot}
}

// slack is how far an outline may be moved to be drawn with fewer places, in dots.
const slack = 0.5

// simpler is a line with the places left out that lie within so much of it without them.
func simpler(line [][2]float64, within float64) [][2]float64 {
	if len(line) < 3 {
		return line
	}
	keep := make([]bool, len(line))
	keep[0], keep[len(line)-1] = true, true
	var part func(a, b int)
	part = func(a, b int) {
		most, at := within, -1
		for k := a + 1; k < b; k++ {
			if d := off(line[a], line[b], line[k]); d > most {
				most, at = d, k
			}
		}
		if at > 0 {
			keep[at] = true
			part(a, at)
			part(at, b)
		}
	}
	part(0, len(line)-1)
	var out [][2]float64
	for k, q := range line {
		if keep[k] {
			out = append(out, q)
		}
	}
	return out
}

func off(a, b, q [2]float64) float64 {
	dx, dy := b[0]-a[0], b[1]-a[1]
	k := 0.0
	if long := dx*dx + dy*dy; long > 0 {
		k = min(max(((q[0]-a[0])*dx+(q[1]-a[1])*dy)/long, 0), 1)
	}
	return math.Hypot(q[0]-a[0]-dx*k, q[1]-a[1]-dy*k)
}

// breaks tells whether a dot and the one so far beside it belong to different things, or lie more than a step one behind the other where
// what they belong to is not that steep.
func (p *Picture) breaks(x, y, dx, dy int, step float64) bool {
	of := func(x, y int) int8 {
		if x < 0 || y < 0 || x >= p.Wide || y >= p.High {
			return -1
		}
		return p.of[y*p.Wide+x]
	}
	near := func(x, y int) float64 {
		x, y = min(max(x, 0), p.Wide-1), min(max(y, 0), p.High-1)
		return float64(p.near[y*p.Wide+x])
	}
	a, b := of(x, y), of(x+dx, y+dy)
	if a != b {
		return true
	}
	if a < 0 {
		return false
	}
	d := math.Abs(near(x+dx, y+dy) - near(x, y))
	if d < step {
		return false
	}
	before, after := math.Abs(near(x, y)-near(x-dx, y-dy)), math.Abs(near(x+2*dx, y+2*dy)-near(x+dx, y+dy))
	return d > 2.2*min(before, after)+2
}

// Ink are the lines where one thing ends before another, and where a fold does before what lies behind it, on the page, mm.
// Shorter ones than so many dots are left out, and steps back of less than so many mm.
func (p *Picture) Ink(leastLong int, step float64) (out [][][2]float64) {
	ends := map[[2]int][][2]int{}
	var order [][2]int
	add := func(a, b [2]int) {
		for _, e := range [2][2][2]int{{a, b}, {b, a}} {
			if len(ends[e[0]]) == 0 {
				order = append(order, e[0])
			}
			ends[e[0]] = append(ends[e[0]], e[1])
		}
	}
	for y := -1; y < p.High; y++ {
		for x := -1; x < p.Wide; x++ {
			if p.breaks(x, y, 1, 0, step) {
				add([2]int{x + 1, y}, [2]int{x + 1, y + 1})
			}
			if p.breaks(x, y, 0, 1, step) {
				add([2]int{x, y + 1}, [2]int{x + 1, y + 1})
			}
		}
	}
	take := func(a, b [2]int) {
		for _, e := range [2][2][2]int{{a, b}, {b, a}} {
			list := ends[e[0]]
			for k, q := range list {
				if q == e[1] {
					ends[e[0]] = append(list[:k:k], list[k+1:]...)
					break
				}
			}
		}
	}
	degree := map[[2]int]int{}
	for _, at := range order {
		degree[at] = len(ends[at])
	}
	walk := func(from [2]int) {
		for len(ends[from]) > 0 {
			line := [][2]float64{p.between(from, from)}
			at, count := from, 0
			for len(ends[at]) > 0 {
				to := ends[at][0]
				take(at, to)
				line = append(line, p.between(at, to))
				at = to
				count++
				if degree[at] != 2 {
					break
				}
			}
			line = append(line, p.between(at, at))
			if count >= leastLong {
				out = append(out, simpler(line, slack*p.Dot))
			}
		}
	}
	for _, at := range order { // from where lines meet or end, and then round what is closed
		if degree[at] != 2 {
			walk(at)
		}
	}
	for _, at := range order {
		walk(at)
	}
	return out
}
