package figure

import (
	"math"
	"sort"
)

// Halfway is a section some of the way from one to another, of which only a few points are asked.
type Halfway struct {
	from, to *shape
	share    float64
}

// Halfway is the section at a height, as At's, for a few points of it.
func (c Column) Halfway(z float64) Halfway {
	i := sort.Search(len(c), func(i int) bool { return c[i].Z >= z })
	switch {
	case i == 0:
		return c[0].whole()
	case i == len(c):
		return c[len(c)-1].whole()
	}
	a, b := &c[i-1], &c[i]
	return Halfway{a.shape, b.shape, (z - a.Z) / (b.Z - a.Z)}
}

func (s Section) whole() Halfway { return Halfway{from: s.shape, to: s.shape} }

// tangency is where the section touches its tangent at a bearing, by index.
func (s *Halfway) tangency(i int) (x, y float64) {
	h, before, after := s.from.support[i], s.from.support[(i+directions-1)%directions], s.from.support[(i+1)%directions]
	if s.share != 0 {
		h += (s.to.support[i] - h) * s.share
		before += (s.to.support[(i+directions-1)%directions] - before) * s.share
		after += (s.to.support[(i+1)%directions] - after) * s.share
	}
	slope := (after - before) / (2 * (2 * math.Pi / directions))
	return h*sines[i] + slope*cosines[i], h*cosines[i] - slope*sines[i]
}

// Y is how far forward the section lies at a distance x to the side, in front or behind.
func (s Section) Y(x float64, side Facing) float64 {
	w := s.whole()
	return w.Y(x, side)
}

// X is how far to the left the section lies at a distance y forward.
func (s Section) X(y float64) float64 {
	w := s.whole()
	return w.X(y)
}

// Facing is which half of a section is meant.
type Facing bool

// The halves of a section.
const (
	InFront Facing = true
	Behind  Facing = false
)

// Y is how far forward the section lies at a distance x to the side, in front or behind.
func (s *Halfway) Y(x float64, side Facing) float64 {
	x = math.Abs(x)
	const quarter = directions / 4
	from, step := 0, 1
	if side == Behind {
		from, step = directions/2, -1
	}
	x0, y0 := s.tangency(from)
	for k := 1; k <= quarter; k++ {
		x1, y1 := s.tangency(from + step*k)
		if x1 >= x {
			if x1-x0 < 1e-9 {
				return y1
			}
			return y0 + (y1-y0)*(x-x0)/(x1-x0)
		}
		if x1 > x0 {
			x0, y0 = x1, y1
		}
	}
	return y0
}

// X is how far to the left the section lies at a distance y forward.
func (s *Halfway) X(y float64) float64 {
	const half = directions / 2
	x0, y0 := s.tangency(0)
	if y >= y0 {
		return 0
	}
	for k := 1; k <= half; k++ {
		x1, y1 := s.tangency(k)
		if y1 <= y {
			if y0-y1 < 1e-9 {
				return x1
			}
			return x0 + (x1-x0)*(y0-y)/(y0-y1)
		}
		x0, y0 = x1, y1
	}
	return 0
}
