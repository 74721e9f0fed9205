package lay

import (
	"context"
	"math"
	"math/rand/v2"
	"slices"
	"sort"

	"ardentgusset/core/plane"
)

// loosened is a lay whose pieces may overlap.
type loosened struct {
	attempt
	s       *search
	ctx     context.Context
	broken  bool        // a map could not be drawn: what it tells is worth nothing
	maps    []*depthMap // of all pairs of poses, as far as they were needed
	of      int         // poses
	length  float64
	random  *rand.Rand
	n       int
	weights []float64 // of each pair; the flaws come after the items
	rest    []float64 // what weights go back to
	losses  []float64
	boxes   []plane.Box // of each item as it lies
	still   []plane.Box // of the flaws
	ways    []way       // room to work in
	close   []neighbour // likewise
}

func newLoosened(ctx context.Context, s *search, from attempt, length float64, random *rand.Rand) *loosened {
	n := len(s.items)
	l := &loosened{s: s, ctx: ctx, length: length, random: random, n: n, of: len(s.poses), maps: make([]*depthMap, len(s.pairs))}
	l.pose, l.x, l.y = append([]int(nil), from.pose...), append([]float64(nil), from.x...), append([]float64(nil), from.y...)
	m := n + len(s.flaws)
	l.rest, l.losses = s.weighty(), make([]float64, n*m)
	l.weights = slices.Clone(l.rest)
	l.boxes = make([]plane.Box, n)
	for _, f := range s.flaws {
		l.still = append(l.still, s.poses[f].box)
	}
	// The cloth is cut short somewhere: what lies beyond moves up.
	over := from.result.Length - length
	if over > 0 {
		at := random.Float64() * length
		for i := range l.x {
			if l.x[i]+s.poses[l.pose[i]].box.Centre().X > at {
				l.x[i] -= over
			}
		}
	}
	for i := range l.x {
		l.put(i, l.pose[i], l.x[i], l.y[i])
	}
	for i := range l.x {
		if ctx.Err() != nil { // maps that are not drawn yet take their time
			return l
		}
		l.weigh(i)
	}
	return l
}

// within brings a place onto the cloth and, on a patterned one, onto its
// repeat.
func (l *loosened) within(i, pose int, x, y float64) (float64, float64) {
	c, b := l.s.job.Cloth, l.s.poses[pose].box
	x = max(-b.Min.X, min(x, l.length-b.Max.X))
	low, high := l.s.poses[pose].across(c)
	if l.s.poses[pose].fixed {
		return x, low
	}
	return x, l.s.level(y, low, high)
}

// level is the height nearest to y that is a whole number of pitches and lies
// within bounds; where none does, the lower bound.
func (s *search) level(y, low, high float64) float64 {
	k := math.Round(y / s.pitch)
	k = min(max(k, math.Ceil(low/s.pitch-1e-6)), math.Floor(high/s.pitch+1e-6))
	if y = k * s.pitch; y < low-1e-6*s.pitch {
		return low
	}
	return y
}

func (l *loosened) put(i, pose int, x, y float64) {
	x, y = l.within(i, pose, x, y)
	l.pose[i], l.x[i], l.y[i] = pose, x, y
	b := l.s.poses[pose].box
	l.boxes[i] = plane.Box{Min: b.Min.Add(plane.Pt(x, y)), Max: b.Max.Add(plane.Pt(x, y))}
}

// weighty are the weights pairs begin with: the larger the two, the more, by
// the eighth root of their areas, so that the large ones are sorted out first.
func (s *search) weighty() []float64 {
	n := len(s.items)
	size := make([]float64, 0, n+len(s.flaws))
	mean := 0.0
	for i := range s.items {
		size = append(size, s.items[i].area)
		mean += s.items[i].area / float64(n)
	}
	for _, f := range s.flaws {
		size = append(size, math.Abs(plane.Area(s.poses[f].shape)))
	}
	out := make([]float64, 0, n*len(size))
	for i := range n {
		for _, other := range size {
			out = append(out, max(math.Pow(size[i]*other/mean/mean, 0.125), 0.2))
		}
	}
	return out
}

// loss is what a pair costs that overlaps so deep and would have so far to go
// along the cloth: about the root of the area they share, and a little at once,
// so that slight overlaps are not left lying.
func loss(deep, along float64) float64 {
	if deep <= 0 {
		return 0
	}
	return math.Sqrt(deep*along) + slight
}

// slight is what the least overlap costs, mm.
const slight = 0.5

// cost is what item i would cost at a place, no further than a bound.
func (l *loosened) cost(i, pose int, x, y, bound float64) float64 {
	s := l.s
	p := s.poses[pose].box
	gap := s.job.Gap
	x0, y0, x1, y1 := p.Min.X+x-gap, p.Min.Y+y-gap, p.Max.X+x+gap, p.Max.Y+y+gap
	sum := 0.0
	row := l.weights[i*(l.n+len(s.flaws)):]
	for j := range l.boxes {
		b := &l.boxes[j]
		if b.Min.X >= x1 || b.Max.X <= x0 || b.Min.Y >= y1 || b.Max.Y <= y0 || j == i {
			continue
		}
		if v := l.overlap(pose, l.pose[j], l.x[j]-x, l.y[j]-y); v > 0 {
			sum += row[j] * v
			if sum >= bound {
				return sum
			}
		}
	}
	for k, f := range s.flaws {
		b := &l.still[k]
		if b.Min.X >= x1 || b.Max.X <= x0 || b.Min.Y >= y1 || b.Max.Y <= y0 {
			continue
		}
		if v := l.overlap(pose, f, -x, -y); v > 0 {
			sum += row[l.n+k] * v
		}
	}
	return sum
}

// weigh works out the losses of item i with all others.
func (l *loosened) weigh(i int) {
	s := l.s
	m := l.n + len(s.flaws)
	for j := range l.n {
		if j == i {
			continue
		}
		v := 0.0
		if a, b := l.boxes[i], l.boxes[j]; a.Min.X-s.job.Gap < b.Max.X && b.Min.X-s.job.Gap < a.Max.X && a.Min.Y-s.job.Gap < b.Max.Y &&
			b.Min.Y-s.job.Gap < a.Max.Y {
			v = l.overlap(l.pose[i], l.pose[j], l.x[j]-l.x[i], l.y[j]-l.y[i])
		}
		l.losses[i*m+j], l.losses[j*m+i] = v, v
	}
	for k, f := range s.flaws {
		l.losses[i*m+l.n+k] = l.overlap(l.pose[i], f, -l.x[i], -l.y[i])
	}
}

func (l *loosened) total() float64 {
	sum := 0.0
	m := l.n + len(l.s.flaws)
	for i := range l.n {
		for j := i + 1; j < m; j++ {
			sum += l.losses[i*m+j]
		}
	}
	return sum
}

// disturb changes two pieces about, or gives a few another place and turn.
func (l *loosened) disturb() {
	if l.n < 2 {
		return
	}
	if l.random.IntN(2) == 0 {
		big := make([]int, l.n)
		for i := range big {
			big[i] = i
		}
		sort.SliceStable(big, func(a, b int) bool { return l.s.items[big[a]].area > l.s.items[big[b]].area })
		half := max(2, l.n/2)
		a, b := big[l.random.IntN(half)], big[l.random.IntN(half)]
		ax, ay, bx, by := l.x[a], l.y[a], l.x[b], l.y[b]
		l.put(a, l.pose[a], bx, by)
		l.put(b, l.pose[b], ax, ay)
		l.weigh(a)
		l.weigh(b)
		return
	}
	for range 1 + l.random.IntN(3) {
		i := l.random.IntN(l.n)
		pose, x, y := l.anywhere(i)
		l.put(i, pose, x, y)
		l.weigh(i)
	}
}

func (l *loosened) anywhere(i int) (pose int, x, y float64) {
	own := l.s.own[i]
	pose = own[l.random.IntN(len(own))]
	b, c := l.s.poses[pose].box, l.s.job.Cloth
	x = -b.Min.X + l.random.Float64()*max(l.length-b.Width(), 0)
	low, high := l.s.poses[pose].across(c)
	y = low + l.random.Float64()*max(high-low, 0)
	return pose, x, y
}

// sweeps is how many may pass without a better total, and strikes how
// often that may happen before the try is given up.
const sweeps, strikes = 60, 2

// After each sweep pairs in each other's way weigh more by heavier, the deepest
// by so much more again; the others lose some of what they gained. Quicker
// growth shakes the pieces up so much that they do not settle, slower takes too
// long over a lay that is stuck.
const heavier, evenHeavier, lighter = 1.1, 0.3, 0.96

// separate moves pieces until none overlaps; it gives up when they stay in
// each other's way.
func (l *loosened) separate(ctx context.Context) bool {
	m := l.n + len(l.s.flaws)
	least := l.total()
	kept := l.copyPlaces()
	for strike := 0; strike < strikes; strike++ {
		before := least
		for idle := 0; idle < sweeps; {
			if least == 0 {
				return true
			}
			if ctx.Err() != nil || l.broken {
				return false
			}
			var order []int
			for i := range l.n {
				for j := range m {
					if l.losses[i*m+j] > 0 {
						order = append(order, i)
						break
					}
				}
			}
			l.random.Shuffle(len(order), func(a, b int) { order[a], order[b] = order[b], order[a] })
			for _, i := range order {
				if ctx.Err() != nil { // maps that are not drawn yet take their time
					return false
				}
				l.move(i)
			}
			now := l.total()
			if now < least*0.98 {
				idle = 0
			} else {
				idle++
			}
			if now < least {
				least = now
				kept = l.copyPlaces()
			}
			// Pairs in each other's way weigh more, the deeper the more; the
			// rest is slowly forgotten.
			most := 0.0
			for _, v := range l.losses {
				most = max(most, v)
			}
			for k, v := range l.losses {
				if v > 0 {
					l.weights[k] *= heavier + evenHeavier*v/most
				} else {
					l.weights[k] = max(l.rest[k], l.weights[k]*lighter)
				}
			}
		}
		if least < before*0.98 {
			strike = -1
		}
		l.restore(kept)
	}
	return false
}

type places struct {
	pose []int
	x, y []float64
}

func (l *loosened) copyPlaces() places {
	return places{append([]int(nil), l.pose...), append([]float64(nil), l.x...), append([]float64(nil), l.y...)}
}

func (l *loosened) restore(p places) {
	for i := range l.n {
		l.put(i, p.pose[i], p.x[i], p.y[i])
	}
	for i := range l.n {
		l.weigh(i)
	}
}
