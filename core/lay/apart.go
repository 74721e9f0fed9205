package lay

import (
	"context"
	"math"
	"slices"

	"ardentgusset/core/plane"
)

// hair is how far a corner may stand in another piece and still touch it, mm:
// it leaves less than a square millimetre along the longest edges. over is how
// far a piece may be moved over an edge of the cloth.
const hair, over = 2e-4, 0.8 * edgeSlack

// stretches are how much longer a lay is made, in turn, until its pieces can be
// moved apart: edges that were rounded need a little room.
var stretches = [...]float64{0, 1e-3, 4e-3}

// apart moves pieces that stand in each other by up to their slack apart; false
// when they can't be.
func (a *abutting) apart(t partial) (partial, bool) {
	slices.Sort(t.set)
	for _, more := range stretches {
		w := t
		w.x, w.y = slices.Clone(t.x), slices.Clone(t.y)
		for _, i := range w.set {
			w.x[i] *= 1 + more
		}
		if a.settled(&w) {
			return w, true
		}
	}
	return t, false
}

// settled moves the pieces of a lay until none stands in another; false when
// they can't be so moved.
func (a *abutting) settled(w *partial) bool {
	for before := math.Inf(1); ; {
		all, deepest := a.contacts(w)
		if deepest <= hair {
			a.onto(w)
			return a.clear(w)
		}
		if deepest > before*0.9 {
			return false
		}
		before = deepest
		relax(w, all)
	}
}

// onto moves a lay by the hair it may lie before the beginning of the cloth or
// over a fold.
func (a *abutting) onto(w *partial) {
	before := 0.0
	for _, i := range w.set {
		before = max(before, -a.poses[w.pose[i]].bareBox.Min.X-w.x[i])
	}
	for _, i := range w.set {
		w.x[i] += before
		low, high := a.across(w.pose[i], a.over)
		w.y[i] = max(min(w.y[i], high), low)
	}
}

// contact is a corner at an edge, or a piece at an edge of the cloth: item k is
// so much too near item i (-1: what lies still) along way, which leads k out; a
// negative depth is room between them.
type contact struct {
	i, k  int
	way   plane.Point
	depth float64
}

// about is how near corners are looked at when pieces are moved apart, mm.
const about = 2.0

// contacts lists what is near, and how deep the deepest stands.
func (a *abutting) contacts(w *partial) (all []contact, deepest float64) {
	add := func(i, k int, way plane.Point, depth float64) {
		all = append(all, contact{i, k, way, depth})
		deepest = max(deepest, depth)
	}
	for n, i := range w.set {
		at, b := plane.Pt(w.x[i], w.y[i]), a.poses[w.pose[i]].bareBox
		for _, k := range w.set[:n] {
			if a.near(spot{pose: w.pose[i], x: w.x[i], y: w.y[i]}, spot{pose: w.pose[k], x: w.x[k], y: w.y[k]}) {
				d := plane.Pt(w.x[k], w.y[k]).Sub(at)
				a.lyingAlong(w.pose[i], w.pose[k], d, func(way plane.Point, depth float64) { add(i, k, way, depth) })
				a.standing(w.pose[i], w.pose[k], d, func(way plane.Point, depth float64) { add(i, k, way, depth) })
				a.standing(w.pose[k], w.pose[i], d.Times(-1), func(way plane.Point, depth float64) { add(k, i, way, depth) })
			}
		}
		for _, f := range a.s.flaws {
			a.lyingAlong(f, w.pose[i], at, func(way plane.Point, depth float64) { add(-1, i, way, depth) })
			a.standing(f, w.pose[i], at, func(way plane.Point, depth float64) { add(-1, i, way, depth) })
			a.standing(w.pose[i], f, at.Times(-1), func(way plane.Point, depth float64) { add(-1, i, way.Times(-1), depth) })
		}
		low, high := a.across(w.pose[i], a.over)
		add(-1, i, plane.Pt(1, 0), -b.Min.X-at.X)
		add(-1, i, plane.Pt(-1, 0), at.X+b.Max.X-a.end)
		add(-1, i, plane.Pt(0, 1), low-at.Y)
		add(-1, i, plane.Pt(0, -1), at.Y-high)
	}
	return all, deepest
}

// standing calls found for every corner of pose q, displaced by d, that stands
// in pose p or is about to, with the shortest way out for q.
func (a *abutting) standing(p, q int, d plane.Point, found func(way plane.Point, depth float64)) {
	o, spare := &a.poses[p], corner
	if a.s.job.Gap > 0 {
		spare = cornerGap
	}
	for _, v := range a.poses[q].shape {
		v = v.Add(d)
		if v.X <= o.box.Min.X-about || v.X >= o.box.Max.X+about || v.Y <= o.box.Min.Y-about || v.Y >= o.box.Max.Y+about {
			continue
		}
		// The nearest edge; of the two at a corner the one it is further out of.
		least, depth, out, atCorner := math.Inf(1), 0.0, plane.Point{}, false
		for i := range o.edges {
			e := &o.edges[i]
			w := v.Sub(e.a)
			in := e.along.Cross(w)
			at := e.along.Dot(w)
			far := math.Hypot(in, max(0, max(-at, at-e.long)))
			if far < least-1e-9 || far < least+1e-9 && in < depth {
				least, depth, out = far, in, e.along.Right()
				atCorner = e.turns[0] && v.To(e.a) < alongside || e.turns[1] && v.To(e.b) < alongside
			}
		}
		if least < about && (depth > spare || !atCorner) {
			found(out, depth)
		}
	}
}

// lyingAlong calls found for both ends of every stretch along which edges of two
// poses lie.
func (a *abutting) lyingAlong(p, q int, d plane.Point, found func(way plane.Point, depth float64)) {
	a.along(p, q, func(e, f *edge) {
		u, v := f.b.Add(d).Sub(e.a), f.a.Add(d).Sub(e.a)
		at, end, in, out := e.along.Dot(u), e.along.Dot(v), e.along.Cross(u), e.along.Cross(v)
		if math.Abs(in+out)/2 > 2*alongside || min(end, e.long)-max(at, 0) < 1 {
			return
		}
		for _, t := range [...]float64{max(at, 0), min(end, e.long)} {
			found(e.along.Right(), in+(out-in)*(t-at)/(end-at))
		}
	})
}

// A corner that stands in another by no more than this, mm, is left alone; where
// a gap is to be kept, by no more than cornerGap. On a curve it is not: there it
// could be so all along.
const corner, cornerGap = 0.02, 5e-4

// relax moves the pieces so that the contacts open, if they can: each in turn,
// over and over, and somewhat too far, which is quicker.
func relax(w *partial, all []contact) {
	const tooFar = 1.6
	x, y := make([]float64, len(w.x)), make([]float64, len(w.y))
	for range 3000 {
		worst := 0.0
		for n := range all {
			c := &all[n]
			near := c.depth + hair/4 - c.way.X*x[c.k] - c.way.Y*y[c.k]
			if c.i >= 0 {
				near += c.way.X*x[c.i] + c.way.Y*y[c.i]
			}
			if near <= 0 {
				continue
			}
			worst = max(worst, near)
			if c.i < 0 {
				x[c.k], y[c.k] = x[c.k]+c.way.X*near, y[c.k]+c.way.Y*near
				continue
			}
			m := c.way.Times(near * tooFar / 2)
			x[c.k], y[c.k], x[c.i], y[c.i] = x[c.k]+m.X, y[c.k]+m.Y, x[c.i]-m.X, y[c.i]-m.Y
		}
		if worst < hair/4 {
			break
		}
	}
	for i := range x {
		w.x[i] += x[i]
		w.y[i] += y[i]
	}
}

// clear tells whether nothing that is set lies in anything else.
func (a *abutting) clear(w *partial) bool {
	lying := a.s.lying()
	for _, i := range w.set {
		shape := plane.Moved(a.poses[w.pose[i]].bare, plane.Pt(w.x[i], w.y[i]))
		box := plane.BoxOf(shape)
		for k := range lying {
			if lying[k].holdsBy(shape, box, edgeSlack/2, levelSlack/2) { // so that no rounding matters
				return false
			}
		}
		lying = append(lying, obstacle(shape, a.s.job.Gap*nearEnough))
	}
	return true
}

// Squeezing begins with a step of so much of the length and ends when steps are
// as small as that.
const firstSqueeze, lastSqueeze = 0.004, 0.0004

// squeezed pushes the pieces of a lay together, all at once, each a little along
// and across the cloth: moved one by one they hold each other up. Not ok when it
// gets no shorter. (Li and Milenkovic, European Journal of Operational Research
// 84, 1995, do so by linear programming.)
func (s *search) squeezed(ctx context.Context, from attempt) attempt {
	if s.bound() || len(from.result.Unplaced) > 0 {
		return attempt{}
	}
	end := from.result.Length
	a, t := newAbutting(ctx, s, end), partial{attempt: from}
	for i := range s.items {
		t.set = append(t.set, i)
	}
	for step := firstSqueeze * end; step > lastSqueeze*end && ctx.Err() == nil; {
		a.end = end - step
		w := t
		w.x, w.y = slices.Clone(t.x), slices.Clone(t.y)
		if a.settled(&w) {
			t, end, step = w, a.end, step*1.3
		} else {
			step /= 2
		}
	}
	if end == from.result.Length {
		return attempt{}
	}
	return s.finished(s.pushedBack(t.attempt, nil))
}
