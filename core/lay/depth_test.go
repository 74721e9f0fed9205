package lay

import (
	"context"
	"math"
	"math/rand/v2"
	"testing"

	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

func starPose(t *rapid.T, name string) *pose {
	s := points(star(t, name))
	return &pose{shape: s, inner: inside(s), box: plane.BoxOf(s), convex: convex(s)}
}

// overlapping judges by points spread through one shape whether the other has
// any of them, well inside both.
func overlapping(a, b []plane.Point, d plane.Point, by float64) bool {
	box := plane.BoxOf(b)
	for k := range 900 {
		p := plane.Pt(box.Min.X+box.Width()*math.Mod(float64(k)*0.754877666, 1), box.Min.Y+box.Height()*math.Mod(float64(k)*0.569840291, 1))
		if plane.Inside(b, p) && border(b, p) > by {
			if q := p.Add(d); plane.Inside(a, q) && border(a, q) > by {
				return true
			}
		}
	}
	return false
}

// What the map calls clear is clear, by points that have nothing to do with how
// it was made; what it calls deep can be got out of by about that much and no
// less.
func TestDepthMap(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		a, b := starPose(t, "fixed"), starPose(t, "moved")
		o := obstacle(a.shape, 0)
		const pitch = 2.0
		m := newDepthMap(context.Background(), &o, b, pitch)
		for range 12 {
			d := plane.Pt(rapid.Float64Range(m.low.X-5, m.high.X+5).Draw(t, "dx"), pitch*math.Round(rapid.Float64Range(m.low.Y-5, m.high.Y+5).Draw(t, "dy")/pitch))
			deep, along := m.at(d.X, d.Y)
			require.LessOrEqual(t, deep, along+1e-3, "along the row is a way out, too")
			if deep == 0 {
				require.False(t, overlapping(a.shape, b.shape, d, 0.05), "clear at %v", d)
				continue
			}
			for _, w := range m.row(int(math.Round(d.Y/pitch)) - m.first) {
				if x := float32(d.X); x > w.from && x < w.to {
					// A stretch ends a hair inside what is covered, in half the figures.
					require.LessOrEqual(t, deep, float64(w.top)+m.step+0.05, "nowhere deeper than its stretch says")
				}
			}
			least := math.Inf(1)
			for k := range 48 {
				s, c := math.Sincos(float64(k) / 48 * 2 * math.Pi)
				for way := 1.0; way < least; way += 1 {
					to := plane.Pt(d.X+way*c, pitch*math.Round((d.Y+way*s)/pitch)) // on a whole row
					if out, _ := m.at(to.X, to.Y); out == 0 {
						least = min(least, d.To(to))
						break
					}
				}
			}
			require.LessOrEqual(t, deep, least*1.06+1.5*m.step, "no deeper than the way out")
			require.GreaterOrEqual(t, deep, least*0.85-1.5*m.step, "and not much less deep")
		}
	})
}

// Two shapes turned half round together lie as they did: one map serves both.
func TestPairsShareMaps(t *testing.T) {
	j := goresJob(7)
	s := newSearch(j)
	l := newLoosened(context.Background(), s, s.take(Result{Length: 2000}), 2000, rand.New(rand.NewPCG(1, 1)))
	n := len(s.poses)
	for a := range n {
		for b := range n {
			if s.flip[a] < 0 || s.flip[b] < 0 || a == b || b == s.flip[a] { // alike from both sides
				continue
			}
			one, two := &s.pairs[a*n+b], &s.pairs[s.flip[a]*n+s.flip[b]]
			require.Same(t, one.at, two.at)
			require.Equal(t, one.sign, -two.sign)
			require.Same(t, one.at, s.pairs[b*n+a].at)
			require.Equal(t, one.sign, -s.pairs[b*n+a].sign)
		}
	}
	for k := range 40 {
		a, b := (k*7)%n, (k*5+3)%n
		dx, dy := float64(k*37%900)-450, float64(k*53%500)-250
		dy = s.pitch * math.Round(dy/s.pitch)
		assert.InDelta(t, l.overlap(a, b, dx, dy), l.overlap(b, a, -dx, -dy), 1e-9)
	}
}

func TestLevels(t *testing.T) {
	s := &search{pitch: 2.5}
	assert.InDelta(t, 10, s.level(9.1, 0, 100), 1e-9)
	assert.InDelta(t, 5, s.level(-40, 3, 100), 1e-9, "the lowest whole pitch above the bound")
	assert.InDelta(t, 97.5, s.level(400, 3, 99), 1e-9)
	assert.InDelta(t, 3, s.level(50, 3, 4.9), 1e-9, "no whole pitch between: the lower bound")
}

// What is gathered round a place costs there what all pieces cost together,
// and the place found along a line costs no more than its bound.
func TestGathered(t *testing.T) {
	s := newSearch(bodiceJob(3))
	from := s.take(Place(context.Background(), s.job))
	rapid.Check(t, func(t *rapid.T) {
		random := rand.New(rand.NewPCG(rapid.Uint64().Draw(t, "seed"), 1))
		l := newLoosened(context.Background(), s, from, from.result.Length*0.9, random)
		i := random.IntN(l.n)
		pose, x, y := l.anywhere(i)
		x, y = l.within(i, pose, x, y)
		b := s.poses[pose].box
		all := l.gather(i, pose, plane.Pt(x-b.Width(), y-b.Height()), plane.Pt(x+b.Width(), y+b.Height()))
		for range 10 {
			nx, ny := l.within(i, pose, x+(random.Float64()*2-1)*b.Width(), y+(random.Float64()*2-1)*b.Height())
			if math.Abs(nx-x) > b.Width() || math.Abs(ny-y) > b.Height() {
				continue
			}
			require.InDelta(t, l.cost(i, pose, nx, ny, math.Inf(1)), costAmong(all, nx, ny, math.Inf(1)), 1e-6)
		}
		if at, ok := l.along(i, pose, y, math.Inf(1)); ok {
			require.GreaterOrEqual(t, at, -b.Min.X-1e-6)
			require.LessOrEqual(t, at, max(l.length-b.Max.X, -b.Min.X)+1e-6)
		}
		if at, ok := l.along(i, pose, y, 0); ok && l.length > b.Width() {
			require.Zero(t, l.cost(i, pose, at, y, math.Inf(1)), "only a clear place is offered for nothing")
		}
	})
}

// Pairs begin with weights that are alike both ways and never nothing, however
// small a flaw is.
func TestWeightsToBeginWith(t *testing.T) {
	j := bodiceJob(3)
	j.Cloth.Flaws = append(j.Cloth.Flaws, []XY{{500, 500}, {500.1, 500}, {500, 500.1}})
	s := newSearch(j)
	w, n, m := s.weighty(), len(s.items), len(s.items)+len(s.flaws)
	for i := range n {
		for k := range m {
			assert.Greater(t, w[i*m+k], 0.1)
			if k < n {
				assert.InDelta(t, w[k*m+i], w[i*m+k], 1e-12)
			}
		}
	}
}

// A try that is given up still hands over a lay that is whole and sound.
func TestGivenUpTriesAreSound(t *testing.T) {
	j := panelsJob(5)
	s := newSearch(j)
	from := s.exact(context.Background(), s.take(Place(context.Background(), j)))
	require.True(t, from.ok)
	// A fifth of the length less than the area needs can't be reached.
	cut := 1 - 0.8*s.area/j.Cloth.Width/from.result.Length
	got := s.try(context.Background(), from, rand.New(rand.NewPCG(1, 1)), cut, false)
	require.True(t, got.ok)
	assert.Empty(t, j.Faults(got.result.Placements))
	assert.Len(t, got.result.Placements, len(s.items))
	assert.Greater(t, got.result.Length*j.Cloth.Width, s.area)
}
