package lay

import (
	"cmp"
	"context"
	"math"
	"slices"

	"ardentgusset/core/plane"
)

// Cloth that was cut with little waste is laid again edge to edge: the long side
// of a gore along another gore turned about, what is left beside a neck filled by
// what was cut from it. Such lays are not found by moving pieces about, but from
// one edge to the next. abutting looks for them: a piece is set where one of its
// edges lies along an edge of what lies already, corner to corner, and of all
// lays so begun those go on whose pieces share most of their borders. (The
// matching of borders is that of Freeman and Garder, IEEE Transactions on
// Electronic Computers 13, 1964; the search in breadth is that of Bennell and
// Song, Journal of Heuristics 16, 2010.)
type abutting struct {
	ctx   context.Context
	s     *search
	poses []abutPose // as the search has them
	kinds [][]int    // items that are alike
	beds  map[[2]int][]plane.Point
	known map[meeting]met
	end   float64 // how far along the cloth pieces may lie
	over  float64 // and how far over its edges, to be moved apart
	room  []span
}

// meeting is two poses at a displacement, in twentieths of a millimetre.
type meeting struct {
	p, q   int
	dx, dy int32
}

// met tells whether they lie in each other, and otherwise how long edge to edge.
type met struct {
	deep  bool
	touch float64
}

// Edges lie along each other when they are nowhere further apart than alongside,
// mm. Two are laid corner to corner when both are long, or as long as each other
// and the borders of both turn there.
const alongside, longEdge = 0.3, 40

// abreast is how many lays are carried on side by side, fills how many of those
// that came to an end are moved apart and, when not all pieces lie, filled up as
// the first lay is.
const abreast, fills = 12, 3

// A search is given up when the best of its lays shares less than this of all
// borders, after a few pieces and after half of them: nothing is to be found this
// way.
const fewShared, halfShared = 0.6, 0.75

// rightCorners is how many corners an outline may have to be taken as it is;
// of more, the plainer one is taken that the search uses.
const rightCorners = 400

func newAbutting(ctx context.Context, s *search, end float64) *abutting {
	a := &abutting{ctx: ctx, s: s, end: end, beds: map[[2]int][]plane.Point{}, known: map[meeting]met{},
		poses: make([]abutPose, len(s.poses))}
	kind := map[int]int{}
	for i := range s.items {
		it := &s.items[i]
		for _, id := range s.own[i] {
			if a.poses[id].shape == nil {
				shape, slack := it.piece.turned(it.mirrored, s.poses[id].turn), rounding
				if it.piece.half != nil || len(shape) > rightCorners || ragged(shape) {
					shape, slack = s.poses[id].shape, 2*plainer
				}
				a.poses[id] = newAbutPose(shape, s.job.Gap/2, slack)
				a.poses[id].area = it.area
			}
		}
		if len(s.own[i]) == 0 {
			continue
		}
		k, ok := kind[s.own[i][0]]
		if !ok {
			k = len(a.kinds)
			kind[s.own[i][0]] = k
			a.kinds = append(a.kinds, nil)
		}
		a.kinds[k] = append(a.kinds[k], i)
	}
	if !s.job.doubled { // on the fold they would lie over their own likeness
		a.over = over
	}
	for k, id := range s.flaws {
		a.poses[id] = newAbutPose(s.poses[id].shape, max(0, s.gaps[k]-s.job.Gap/2), 0)
	}
	return a
}

// meet tells how pose q, displaced by d, lies to pose p. Most meetings come up
// in one lay after the other.
func (a *abutting) meet(p, q int, d plane.Point) met {
	at := &a.s.pairs[p*len(a.poses)+q]
	p, q, d = at.a, at.b, d.Times(at.sign)
	m := meeting{p, q, int32(math.Round(d.X * 20)), int32(math.Round(d.Y * 20))}
	r, ok := a.known[m]
	if !ok {
		if r.deep = a.deep(p, q, d); !r.deep {
			r.touch = a.touching(p, q, d)
		}
		a.known[m] = r
	}
	return r
}

// deep tells whether two poses lie further in each other than their slack,
// along or across the cloth.
func (a *abutting) deep(p, q int, d plane.Point) bool {
	o, b := &a.poses[p], &a.poses[q]
	t := o.slack + b.slack
	if b.box.Min.X+d.X >= o.box.Max.X-t || b.box.Max.X+d.X <= o.box.Min.X+t || b.box.Min.Y+d.Y >= o.box.Max.Y-t ||
		b.box.Max.Y+d.Y <= o.box.Min.Y+t {
		return false
	}
	for _, dy := range [...]float64{d.Y, d.Y + t, d.Y - t} {
		a.room = covered(&o.obstacle, &b.pose, dy, o.obstacle.forbidden(b.shape, b.box, dy, a.room[:0]))
		if !slices.ContainsFunc(a.room, func(s span) bool { return d.X > s.from+t && d.X < s.to-t }) {
			return false
		}
	}
	return true
}

// along calls found for every edge of pose q that runs against one of pose p.
func (a *abutting) along(p, q int, found func(e, f *edge)) {
	for i := range a.poses[p].edges {
		e := &a.poses[p].edges[i]
		way := e.way() + ways/2
		for _, turn := range [...]int{-1, 0, 1} {
			for _, k := range a.poses[q].toward[(way+turn+ways)%ways] {
				if f := &a.poses[q].edges[k]; e.against(f) {
					found(e, f)
				}
			}
		}
	}
}

// touching is how long two poses lie edge to edge, mm.
func (a *abutting) touching(p, q int, d plane.Point) float64 {
	sum := 0.0
	a.along(p, q, func(e, f *edge) {
		from := f.b.Add(d).Sub(e.a)
		if math.Abs(e.along.Cross(from)) > alongside {
			return
		}
		at := e.along.Dot(from)
		if both := min(at+f.long, e.long) - max(at, 0); both > 1 {
			sum += both
		}
	})
	return sum
}

// bed lists the displacements at which pose q lies with an edge along one of
// pose p's, corner to corner, and a good part of its border on it.
func (a *abutting) bed(p, q int) []plane.Point {
	if all, ok := a.beds[[2]int{p, q}]; ok {
		return all
	}
	var all []plane.Point
	least := 0.08 * min(a.poses[p].round, a.poses[q].round)
	add := func(d plane.Point) {
		if !slices.ContainsFunc(all, func(o plane.Point) bool { return o.To(d) < alongside }) && a.touching(p, q, d) > least &&
			!a.deep(p, q, d) {
			all = append(all, d)
		}
	}
	a.along(p, q, func(e, f *edge) {
		if a.ctx.Err() != nil {
			return
		}
		long := min(e.long, f.long) >= longEdge
		if !long && math.Abs(e.long-f.long) > alongside {
			return
		}
		if long || e.turns[0] && f.turns[1] {
			add(e.a.Sub(f.b))
		}
		if long || e.turns[1] && f.turns[0] {
			add(e.b.Sub(f.a))
		}
	})
	if a.ctx.Err() == nil { // else some may be missing
		a.beds[[2]int{p, q}] = all
	}
	return all
}

// atEdges is how long a pose lies along the cloth's edges and its beginning, mm.
func (a *abutting) atEdges(q int, x, y float64) float64 {
	c, p := a.s.job.Cloth, &a.poses[q]
	low := math.Abs(p.bareBox.Min.Y+y-c.Selvedge) < alongside
	high := math.Abs(p.bareBox.Max.Y+y-c.Width+c.Selvedge) < alongside
	begin := math.Abs(p.bareBox.Min.X+x) < alongside
	sum := 0.0
	for k := range p.edges {
		e := &p.edges[k]
		level := math.Abs(e.along.Y)*e.long < alongside
		upright := math.Abs(e.along.X)*e.long < alongside
		if low && level && e.a.Y < p.box.Min.Y+alongside || high && level && e.a.Y > p.box.Max.Y-alongside || begin && upright &&
			e.a.X < p.box.Min.X+alongside {
			sum += e.long
		}
	}
	return sum
}

// onCloth tells whether a pose lies on the cloth, clear of what it must be.
func (a *abutting) onCloth(q int, x, y float64) bool {
	b := a.poses[q].bareBox
	low, high := a.across(q, 0)
	if x+b.Min.X < -edgeSlack || x+b.Max.X > a.end+edgeSlack || y < low-edgeSlack || y > high+edgeSlack {
		return false
	}
	return !slices.ContainsFunc(a.s.flaws, func(f int) bool { return a.deep(f, q, plane.Pt(x, y)) })
}

// spot is where a piece of a kind may be set, and what it would share: its
// touch counts for both pieces, and once at the edges of the cloth.
type spot struct {
	kind, pose  int
	x, y, touch float64
}

// near tells whether two pieces may touch.
func (a *abutting) near(p, q spot) bool {
	b, o := &a.poses[p.pose].box, &a.poses[q.pose].box
	return b.Min.X+p.x < o.Max.X+q.x+1 && b.Max.X+p.x > o.Min.X+q.x-1 && b.Min.Y+p.y < o.Max.Y+q.y+1 && b.Max.Y+p.y > o.Min.Y+q.y-1
}

// begun is a lay in the making: what was set last, and where the next may be.
type begun struct {
	before *begun
	last   spot
	count  int
	left   []uint8 // of each kind
	spots  []spot
	touch  float64
	round  float64 // of all perimeters
	area   float64
	pull   float64 // area × how far along
	mark   uint64  // the same for the same pieces at the same places
}

// start is the empty cloth: pieces may lie in the corners of its beginning.
func (a *abutting) start() *begun {
	b := &begun{}
	for k, items := range a.kinds {
		b.left = append(b.left, uint8(len(items)))
		for _, id := range a.s.own[items[0]] {
			box := a.poses[id].bareBox
			low, high := a.across(id, 0)
			for _, y := range slices.Compact([]float64{low, high}) {
				if x := -box.Min.X; a.onCloth(id, x, y) {
					b.spots = append(b.spots, spot{k, id, x, y, a.atEdges(id, x, y)})
				}
			}
		}
	}
	return b
}

// lying lists what has been set.
func (b *begun) lying() []spot {
	var all []spot
	for ; b.before != nil; b = b.before {
		all = append(all, b.last)
	}
	return all
}

// set is the lay with one more piece.
func (a *abutting) set(before *begun, last spot) *begun {
	p := &a.poses[last.pose]
	b := &begun{before: before, last: last, count: before.count + 1, left: slices.Clone(before.left), touch: before.touch + last.touch,
		round: before.round + p.round, area: before.area + p.area, pull: before.pull +
			p.area*(last.x+p.box.Centre().X), mark: before.mark ^ last.mark()}
	b.left[last.kind]--
	for _, o := range before.spots {
		if b.left[o.kind] == 0 {
			continue
		}
		if a.near(o, last) {
			m := a.meet(last.pose, o.pose, plane.Pt(o.x-last.x, o.y-last.y))
			if m.deep {
				continue
			}
			o.touch += 2 * m.touch
		}
		b.spots = append(b.spots, o)
	}
	lying := b.lying()
	for k, items := range a.kinds {
		if b.left[k] == 0 {
			continue
		}
		for _, id := range a.s.own[items[0]] {
			for _, d := range a.bed(last.pose, id) {
				if o, ok := a.offer(b.spots, lying, spot{kind: k, pose: id, x: last.x + d.X, y: last.y + d.Y}); ok {
					b.spots = append(b.spots, o)
				}
			}
		}
	}
	return b
}

// offer is a spot with what it shares; false when it is known, off the cloth or
// lies in something, or shares next to nothing.
func (a *abutting) offer(known, lying []spot, o spot) (spot, bool) {
	if slices.ContainsFunc(known, func(k spot) bool {
		return k.pose == o.pose && math.Abs(k.x-o.x) < alongside && math.Abs(k.y-o.y) < alongside
	}) || !a.onCloth(o.pose, o.x, o.y) {
		return o, false
	}
	o.touch = a.atEdges(o.pose, o.x, o.y)
	for _, l := range lying {
		if a.near(o, l) {
			m := a.meet(l.pose, o.pose, plane.Pt(o.x-l.x, o.y-l.y))
			if m.deep {
				return o, false
			}
			o.touch += 2 * m.touch
		}
	}
	return o, o.touch > 0.1*a.poses[o.pose].round
}

func (o spot) mark() uint64 {
	h := uint64(1)
	for _, v := range [...]uint64{uint64(o.kind), uint64(o.pose), uint64(int64(math.Round(o.x))), uint64(int64(math.Round(o.y)))} {
		h = (h ^ v) * 0x9E3779B97F4A7C15
		h ^= h >> 29
	}
	return h
}

// worth tells how promising a lay is with one more piece: the share of its
// borders that lie along others, and how near the beginning of the cloth its
// area lies.
func (a *abutting) worth(b *begun, o spot) float64 {
	p := &a.poses[o.pose]
	area := b.area + p.area
	pull := b.pull + p.area*(o.x+p.box.Centre().X)
	across := a.s.job.Cloth.Width - 2*a.s.job.Cloth.Selvedge
	return (b.touch+o.touch)/(b.round+p.round) + 0.3*area*area/(2*across)/pull
}

// seek carries on several lays at a time, piece by piece, and lists those that
// nothing more can be set to, the fullest and of those the shortest first.
func (a *abutting) seek(ctx context.Context) []*begun {
	now := []*begun{a.start()}
	var ended []*begun
	for len(now) > 0 && ctx.Err() == nil {
		type move struct {
			from  *begun
			to    spot
			worth float64
		}
		var moves []move
		shared := 0.0
		for _, b := range now {
			if len(b.spots) == 0 {
				ended = append(ended, b)
			}
			shared = max(shared, b.touch/max(b.round, 1))
			for _, o := range b.spots {
				moves = append(moves, move{b, o, a.worth(b, o)})
			}
		}
		if n := now[0].count; n >= 4 && shared < fewShared || 2*n >= len(a.s.items) && shared < halfShared {
			break
		}
		slices.SortStableFunc(moves, func(x, y move) int { return cmp.Compare(y.worth, x.worth) })
		seen := map[uint64]bool{}
		var next []*begun
		for _, m := range moves {
			if mark := m.from.mark ^ m.to.mark(); !seen[mark] {
				seen[mark] = true
				next = append(next, a.set(m.from, m.to))
			}
			if len(next) == abreast || ctx.Err() != nil {
				break
			}
		}
		now = next
	}
	slices.SortStableFunc(ended, func(x, y *begun) int {
		if x.count == y.count {
			return cmp.Compare(a.reach(x), a.reach(y))
		}
		return y.count - x.count
	})
	return ended
}

// bound tells whether places are bound to the repeat of the cloth.
func (s *search) bound() bool {
	return slices.ContainsFunc(s.items, func(it item) bool { return it.piece.Match != nil })
}

// abutted is the shortest lay found that lies edge to edge, as far as it does;
// not ok when there is none no longer than end.
func (s *search) abutted(ctx context.Context, end float64) attempt {
	if s.bound() {
		return attempt{}
	}
	a := newAbutting(ctx, s, end)
	ended := a.seek(ctx)
	for n, b := range ended {
		if n == fills || b.count < len(s.items) {
			break
		}
		if t, ok := a.apart(a.taken(b)); ok {
			return s.finished(s.pushedBack(t.attempt, nil))
		}
	}
	best := attempt{}
	for n, b := range ended {
		if n == fills || b.touch < halfShared*b.round || 2*b.count < len(s.items) {
			break
		}
		if t, ok := a.apart(a.taken(b)); ok {
			if f := s.filled(ctx, t); f.ok && (!best.ok || better(f.result, best.result)) {
				best = f
			}
		}
	}
	return best
}

// filled lays what is left of a lay that was begun, as the first lay is.
func (s *search) filled(ctx context.Context, t partial) attempt {
	j := s.job
	j.Pinned = slices.Clone(j.Pinned)
	var rest []item
	for i := range s.items {
		switch it := &s.items[i]; {
		case it.piece.half != nil: // it lies on the fold: can't be pinned here
			return attempt{}
		case slices.Contains(t.set, i):
			j.Pinned = append(j.Pinned, s.placement(i, t.attempt))
		default:
			rest = append(rest, *it)
		}
	}
	slices.SortStableFunc(rest, func(a, b item) int { return cmp.Compare(b.area, a.area) })
	r := run(ctx, j, rest)
	if ctx.Err() != nil || len(r.Unplaced) > 0 {
		return attempt{}
	}
	inOrder(j, r.Placements)
	return s.take(r)
}

// partial is a lay of which some items are set.
type partial struct {
	attempt
	set []int
}

// taken reads off where the items lie.
func (a *abutting) taken(b *begun) partial {
	n := len(a.s.items)
	t := partial{attempt: attempt{pose: make([]int, n), x: make([]float64, n), y: make([]float64, n)}}
	used := make([]int, len(a.kinds))
	for _, o := range b.lying() {
		i := a.kinds[o.kind][used[o.kind]]
		used[o.kind]++
		t.pose[i], t.x[i], t.y[i] = o.pose, o.x, o.y
		t.set = append(t.set, i)
	}
	return t
}

// reach is how far along the cloth a lay goes.
func (a *abutting) reach(b *begun) float64 {
	end := 0.0
	for _, o := range b.lying() {
		end = max(end, o.x+a.poses[o.pose].bareBox.Max.X)
	}
	return end
}
