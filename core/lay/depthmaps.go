package lay

import (
	"context"
	"sync/atomic"
)

// mostStretches is how many stretches all maps may hold together, and mostCells
// how many cells, before a job is called too ragged or too large to be searched:
// about 80 and 60 MB.
const mostStretches, mostCells = 1e7, 3e7

// mapRows is how many rows all maps together may have: each takes a few
// microseconds and about thirty bytes.
const mapRows = 5e5

// pair is where the map of two poses is found, and whether displacements are
// turned about for it: two shapes turned half round together lie as they did.
type pair struct {
	a, b int
	sign float64
	m    atomic.Pointer[depthMap]
	at   *pair // the pair that holds the map
}

// pairUp finds for all pairs of poses the one whose map serves them.
func (s *search) pairUp() {
	n := len(s.poses)
	s.pairs, s.signs = make([]pair, n*n), make([]float64, n*n)
	for a := range n {
		for b := range n {
			ca, cb, sign := a, b, 1.0
			try := func(x, y int, g float64) {
				if x < ca || (x == ca && y < cb) {
					ca, cb, sign = x, y, g
				}
			}
			try(b, a, -1)
			if fa, fb := s.flip[a], s.flip[b]; fa >= 0 && fb >= 0 {
				try(fa, fb, -1)
				try(fb, fa, 1)
			}
			p := &s.pairs[a*n+b]
			p.a, p.b, p.sign, p.at = ca, cb, sign, &s.pairs[ca*n+cb]
			s.signs[a*n+b] = sign
		}
	}
}

// overlap is what pose b, displaced by d, costs with pose a.
func (l *loosened) overlap(a, b int, dx, dy float64) float64 {
	k := a*l.of + b
	sign := l.s.signs[k]
	return loss(l.mapOf(k).at(dx*sign, dy*sign))
}

// mapOf is the map of a pair of poses: each try keeps where they are for
// itself, which is quicker than to ask for them.
func (l *loosened) mapOf(k int) *depthMap {
	if m := l.maps[k]; m != nil {
		return m
	}
	p := &l.s.pairs[k]
	m := p.at.m.Load()
	if m == nil {
		if m = l.s.draw(l.ctx, p); m == nil {
			l.broken = true
			return &noDepth
		}
	}
	l.maps[k] = m
	return m
}

// noDepth is the map that stands in for one that could not be drawn.
var noDepth = depthMap{}

// draw works out the map of two poses when it is first asked for. Two tries may
// do so at once; they get the same. It is none when the time is up, or when all
// maps together hold as much as they may.
func (s *search) draw(ctx context.Context, p *pair) *depthMap {
	gap := s.job.Gap
	if n := len(s.poses) - len(s.flaws); max(p.a, p.b) >= n {
		gap = s.gaps[max(p.a, p.b)-n]
	}
	o := obstacle(s.poses[p.a].shape, gap)
	m := newDepthMap(ctx, &o, s.poses[p.b], s.pitch)
	if m == nil {
		return nil
	}
	if s.stretches.Add(int64(len(m.spans))) > mostStretches {
		s.full.Store(true)
		return nil
	}
	p.at.m.Store(m)
	return m
}
