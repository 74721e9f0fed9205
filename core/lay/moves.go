package lay

import (
	"math"

	"ardentgusset/core/plane"
)

// How many places are tried for a piece: the best of so many lines along the
// cloth, most of them against something, half as many more near its height, and
// places near where it lies.
const lines, against, near = 6, 4, 2

// along is the x on a line along the cloth where item i lies over the least,
// by weight: clear of all, if it can; false when it is nowhere under a bound. The
// rows of the maps say where each other piece is in the way.
func (l *loosened) along(i, pose int, y, bound float64) (float64, bool) {
	s := l.s
	b := s.poses[pose].box
	low, high := -b.Min.X, l.length-b.Max.X
	if high <= low {
		return low, true
	}
	ways := l.ways[:0]
	per := 1 / s.pitch
	row := l.weights[i*(l.n+len(s.flaws)):]
	add := func(other int, x, dy, weight float64) {
		at := pose*l.of + other
		m, sign := l.mapOf(at), s.signs[at]
		dy *= sign
		k := int(dy*per+(1<<20)+0.5) - (1 << 20) - m.first // rounded
		if uint(k) >= uint(m.count) {
			return
		}
		for _, w := range m.row(k) {
			from, to := x-float64(w.to), x-float64(w.from)
			if sign < 0 {
				from, to = x+float64(w.from), x+float64(w.to)
			}
			if to > low && from < high && from < to {
				ways = append(ways, way{from, to, float64(w.top), weight})
			}
		}
	}
	gap := s.job.Gap
	for j := range l.boxes {
		if o := &l.boxes[j]; j != i && o.Min.Y-gap < b.Max.Y+y && o.Max.Y+gap > b.Min.Y+y {
			add(l.pose[j], l.x[j], l.y[j]-y, row[j])
		}
	}
	for k, f := range s.flaws {
		if o := &l.still[k]; o.Min.Y-gap < b.Max.Y+y && o.Max.Y+gap > b.Min.Y+y {
			add(f, 0, -y, row[l.n+k])
		}
	}
	l.ways = ways
	if len(ways) == 0 {
		return low + l.random.Float64()*(high-low), true
	}
	// A piece costs the less the nearer it lies to an end of what is in its
	// way: the places to look at are those ends. Of several that are clear one
	// is taken at random.
	best, least, clear, found := low, bound, 0, false
	try := func(x float64) {
		if x < low || x > high {
			return
		}
		sum := 0.0
		for i := range ways {
			w := &ways[i]
			if x > w.from+1e-6 && x < w.to-1e-6 {
				if sum += w.weight * (min(x-w.from, w.to-x, w.top) + slight); sum > least {
					return
				}
			}
		}
		if sum == 0 {
			if clear++; l.random.IntN(clear) == 0 {
				best, least, found = x, 0, true
			}
			return
		}
		if sum < least {
			best, least, found = x, sum, true
		}
	}
	try(low)
	try(high)
	for _, w := range ways {
		try(w.from)
		try(w.to)
	}
	return best, found
}

// way is a stretch of x that another piece forbids, and what it weighs.
type way struct{ from, to, top, weight float64 }

// move looks for a place where item i costs less and puts it there.
func (l *loosened) move(i int) {
	type spot struct {
		pose    int
		x, y, c float64
	}
	now := l.cost(i, l.pose[i], l.x[i], l.y[i], math.Inf(1))
	if now == 0 {
		return
	}
	best := [2]spot{{l.pose[i], l.x[i], l.y[i], now}, {c: math.Inf(1)}}
	offer := func(pose int, x, y float64) {
		x, y = l.within(i, pose, x, y)
		c := l.cost(i, pose, x, y, best[1].c)
		switch {
		case c < best[0].c:
			best[1], best[0] = best[0], spot{pose, x, y, c}
		case c < best[1].c:
			best[1] = spot{pose, x, y, c}
		}
	}
	for k := range lines {
		pose, _, y := l.anywhere(i)
		if k < against {
			y = l.beside(i, pose)
		}
		if x, ok := l.along(i, pose, y, best[1].c*1.1+l.s.pitch*2); ok {
			offer(pose, x, y)
		}
	}
	for range lines / 2 { // near its height, anywhere along the cloth
		own := l.s.own[i]
		pose := own[l.random.IntN(len(own))]
		_, y := l.within(i, pose, 0, l.y[i]+(l.random.Float64()-0.5)*l.s.poses[pose].box.Height()*0.6)
		if x, ok := l.along(i, pose, y, best[1].c*1.1+l.s.pitch*2); ok {
			offer(pose, x, y)
		}
	}
	b := l.s.poses[l.pose[i]].box
	for range near {
		own := l.s.own[i]
		pose := l.pose[i]
		if l.random.IntN(4) == 0 {
			pose = own[l.random.IntN(len(own))]
		}
		offer(pose, l.x[i]+(l.random.Float64()-0.5)*b.Width()*0.5, l.y[i]+(l.random.Float64()-0.5)*b.Height()*0.5)
	}
	for k := range best {
		if !math.IsInf(best[k].c, 1) && best[k].c > 0 {
			p := &best[k]
			p.x, p.y, p.c = l.descend(i, p.pose, p.x, p.y, p.c)
		}
	}
	if best[1].c < best[0].c {
		best[0] = best[1]
	}
	if best[0].c < now {
		l.put(i, best[0].pose, best[0].x, best[0].y)
		l.weigh(i)
	}
}

// beside is a height at which a pose lies against an edge of the cloth or of
// another piece.
func (l *loosened) beside(i, pose int) float64 {
	b, c := l.s.poses[pose].box, l.s.job.Cloth
	low, high := l.s.poses[pose].across(c)
	k, over := l.random.IntN(l.n+1), l.random.IntN(2) == 0
	switch {
	case l.s.poses[pose].fixed:
		return low
	case (k == l.n || k == i) && over:
		return low
	case k == l.n || k == i:
		return high
	case over:
		low = max(low, math.Ceil((l.boxes[k].Max.Y+l.s.job.Gap-b.Min.Y)/l.s.pitch-1e-6)*l.s.pitch)
		return min(low, high)
	}
	return max(low, min(high, math.Floor((l.boxes[k].Min.Y-l.s.job.Gap-b.Max.Y)/l.s.pitch+1e-6)*l.s.pitch))
}

// neighbour is a piece or flaw that may lie in the way of a place.
type neighbour struct {
	m            *depthMap
	sign         float64
	x, y, weight float64
	low, high    plane.Point // places of the moving piece beyond these are clear
}

// gather lists what lies in the way of item i at places within bounds.
func (l *loosened) gather(i, pose int, low, high plane.Point) []neighbour {
	s := l.s
	p := s.poses[pose].box
	gap := s.job.Gap
	x0, y0, x1, y1 := p.Min.X+low.X-gap, p.Min.Y+low.Y-gap, p.Max.X+high.X+gap, p.Max.Y+high.Y+gap
	row := l.weights[i*(l.n+len(s.flaws)):]
	out := l.close[:0]
	add := func(other int, x, y, weight float64) {
		k := pose*l.of + other
		m, sign := l.mapOf(k), s.signs[k]
		n := neighbour{m: m, sign: sign, x: x, y: y, weight: weight}
		if sign > 0 {
			n.low, n.high = plane.Pt(x-m.high.X, y-m.high.Y), plane.Pt(x-m.low.X, y-m.low.Y)
		} else {
			n.low, n.high = plane.Pt(x+m.low.X, y+m.low.Y), plane.Pt(x+m.high.X, y+m.high.Y)
		}
		out = append(out, n)
	}
	for j := range l.boxes {
		b := &l.boxes[j]
		if b.Min.X >= x1 || b.Max.X <= x0 || b.Min.Y >= y1 || b.Max.Y <= y0 || j == i {
			continue
		}
		add(l.pose[j], l.x[j], l.y[j], row[j])
	}
	for k, f := range s.flaws {
		b := &l.still[k]
		if b.Min.X >= x1 || b.Max.X <= x0 || b.Min.Y >= y1 || b.Max.Y <= y0 {
			continue
		}
		add(f, 0, 0, row[l.n+k])
	}
	l.close = out
	return out
}

// costAmong is what a place costs with what was gathered, no further than a
// bound.
func costAmong(all []neighbour, x, y, bound float64) float64 {
	sum := 0.0
	for k := range all {
		n := &all[k]
		if x <= n.low.X || x >= n.high.X || y <= n.low.Y || y >= n.high.Y {
			continue
		}
		if v := loss(n.m.at((n.x-x)*n.sign, (n.y-y)*n.sign)); v > 0 {
			if sum += n.weight * v; sum >= bound {
				return sum
			}
		}
	}
	return sum
}

// descend slides a place downhill in ever smaller steps, no further than about a
// third of the piece's size.
func (l *loosened) descend(i, pose int, x, y, c float64) (float64, float64, float64) {
	s := l.s
	b := s.poses[pose].box
	stepX, stepY := max(b.Width()*0.12, 8), max(b.Height()*0.12, 8)
	cl := s.job.Cloth
	low := plane.Pt(max(-b.Min.X, x-3*stepX), max(cl.Selvedge-b.Min.Y, y-3*stepY))
	high := plane.Pt(min(l.length-b.Max.X, x+3*stepX), min(cl.Width-cl.Selvedge-b.Max.Y, y+3*stepY))
	if s.poses[pose].fixed || high.Y < low.Y {
		low.Y, high.Y = y, y
	}
	high.X = max(high.X, low.X)
	all := l.gather(i, pose, low, high)
	for stepX > 0.4 || stepY > s.pitch*0.75 {
		moved := false
		for _, d := range [...]plane.Point{{X: 1}, {X: -1}, {Y: 1}, {Y: -1}, {X: 0.7, Y: 0.7}, {X: -0.7, Y: 0.7}, {X: 0.7, Y: -0.7},
			{X: -0.7, Y: -0.7}} {
			nx := min(max(x+d.X*stepX, low.X), high.X)
			ny := y
			if d.Y != 0 && high.Y > low.Y {
				ny = s.level(y+d.Y*stepY, low.Y, high.Y)
			}
			if nx == x && ny == y {
				continue
			}
			if n := costAmong(all, nx, ny, c); n < c {
				x, y, c, moved = nx, ny, n, true
				if c == 0 {
					return x, y, 0
				}
				break
			}
		}
		if !moved {
			stepX, stepY = stepX*0.5, stepY*0.5
		}
	}
	return x, y, c
}
