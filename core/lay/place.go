package lay

import (
	"context"
	"math"
	"math/rand/v2"
	"runtime"
	"slices"
	"sort"
	"sync"
	"sync/atomic"
	"time"

	"ardentgusset/core/plane"
)

// Pieces may stand over an edge by this much, mm.
const edgeSlack = 0.05

// orders is how many orders of placing are tried: a few sensible ones and
// the rest shuffled.
const orders = 6

// Place lays the pieces: each at the place nearest the cloth's beginning
// where its true outline fits, in several orders of placing, and once edge to
// edge, keeping the shortest lay. It stops early when the context ends or the
// job's seconds are
// over, but always tries one order. The same job gives the same lay, unless
// time cuts the search short. The job must have passed Check.
func Place(ctx context.Context, j Job) Result { return placeAny(ctx, j, orders) }

// placeAny is Place with so many orders.
func placeAny(ctx context.Context, j Job, tries int) Result {
	if j, lost := j.holdable(); lost != nil {
		if len(j.Pieces) == 0 {
			return Result{Placements: []Placement{}, Unplaced: lost}
		}
		return placeAny(ctx, j, tries).with(lost)
	}
	if j.Cloth.Fold != Flat {
		f := fold(j)
		return f.lay(func(part Job) Result { return place(ctx, part, tries) })
	}
	return place(ctx, j, tries)
}

// place lays pieces on cloth that is not folded.
func place(ctx context.Context, j Job, tries int) Result {
	if j.Seconds > 0 {
		var stop context.CancelFunc
		ctx, stop = context.WithTimeout(ctx, time.Duration(j.Seconds*float64(time.Second)))
		defer stop()
	}
	items := j.items()
	random := rand.New(rand.NewPCG(uint64(j.Seed), 0))
	sorts := []func(a, b *item) bool{
		func(a, b *item) bool { return a.area > b.area },
		func(a, b *item) bool { return a.length > b.length },
		func(a, b *item) bool { return a.width > b.width },
	}
	// Every try has its order before the first begins, so that they can go on side by side.
	all := make([][]item, tries)
	for try := range all {
		order := append([]item(nil), items...)
		sort.SliceStable(order, func(x, y int) bool { return sorts[try%len(sorts)](&order[x], &order[y]) })
		if try >= len(sorts) {
			// Swap neighbours here and there: largest first still mostly holds.
			for range len(order) {
				k := random.IntN(len(order))
				l := min(k+1+random.IntN(3), len(order)-1)
				order[k], order[l] = order[l], order[k]
			}
		}
		all[try] = order
		if len(items) > many {
			all = all[:1]
			break
		}
	}
	var best Result
	for try, r := range each(ctx, j, all) {
		if try == 0 || len(r.Unplaced) < len(best.Unplaced) || (len(r.Unplaced) == len(best.Unplaced) && r.Length < best.Length-1e-9) {
			best = r
		}
	}
	if tries == orders && len(items) <= many && ctx.Err() == nil {
		s := newSearch(j)
		if t := s.abutted(ctx, s.longest(best)); t.ok && better(t.result, best) {
			best = t.result
		}
	}
	inOrder(j, best.Placements)
	return best
}

// each lays the pieces in several orders side by side, as many at once as there are cores; what the context
// ends before it was begun is left out, but never the first.
func each(ctx context.Context, j Job, orders [][]item) []Result {
	out := make([]Result, len(orders))
	begun := 1
	var next atomic.Int64
	var all sync.WaitGroup
	var mu sync.Mutex
	for range min(workers(), len(orders)) {
		all.Go(func() {
			for {
				i := int(next.Add(1)) - 1
				if i >= len(orders) || i > 0 && ctx.Err() != nil {
					return
				}
				mu.Lock()
				begun = max(begun, i+1)
				mu.Unlock()
				out[i] = run(ctx, j, orders[i])
			}
		})
	}
	all.Wait()
	return out[:begun]
}

// inOrder puts placements in the order of the job, so that a reader finds them.
func inOrder(j Job, all []Placement) {
	rank := map[string]int{}
	for i := range j.Pieces {
		rank[j.Pieces[i].ID] = i
	}
	sort.SliceStable(all, func(a, b int) bool {
		p, q := all[a], all[b]
		if rank[p.ID] != rank[q.ID] {
			return rank[p.ID] < rank[q.ID]
		}
		return p.Copy < q.Copy
	})
}

// item is one copy to place, with its shape at every turn it may have.
type item struct {
	piece               *Piece
	copy                int
	mirrored            bool
	area, length, width float64
	poses               []pose
}

type pose struct {
	turn   float64
	shape  []plane.Point
	inner  []plane.Point
	box    plane.Box
	match  plane.Point
	convex bool
	fixed  bool // it lies on the fold, at height 0, or is held at one: y
	y      float64
}

// Outlines of more corners than plainFrom are laid as plainer ones that hold
// them, at most about twice plainer mm larger unless they are ragged: it keeps
// the search short.
const plainFrom, plainer = 14, 0.25

func newItem(p *Piece, copy int, c Cloth) item {
	it := item{piece: p, copy: copy, mirrored: p.MirrorPairs && copy%2 == 1}
	var plain []plane.Point // at no turn, once worked out
	for _, t := range p.turns(c.Nap) {
		held, free := p.heldAt(c, it.mirrored, t)
		if !free && len(held) == 0 {
			continue
		}
		s := p.pose(it.mirrored, t)
		if len(s) > plainFrom {
			if p.half != nil {
				s = stand(s)
			} else {
				if plain == nil {
					plain = stand(p.turned(it.mirrored, 0))
				}
				s = plane.Turned(plain, t)
			}
		}
		ps := pose{turn: t, shape: s, inner: inside(s), box: plane.BoxOf(s), convex: convex(s), fixed: p.half != nil}
		if p.Match != nil {
			ps.match = p.matchAt(Placement{Mirrored: it.mirrored, Turn: t})
		}
		if free {
			it.poses = append(it.poses, ps)
		}
		for _, y := range held {
			ps.fixed, ps.y = true, y
			it.poses = append(it.poses, ps)
		}
	}
	it.area = math.Abs(plane.Area(clean(points(p.Outline))))
	it.length, it.width = it.poses[0].box.Width(), it.poses[0].box.Height()
	return it
}

// matchAt is where the match point of a placed copy lies.
func (p *Piece) matchAt(at Placement) plane.Point {
	m := plane.Pt(p.Match.Point[0], p.Match.Point[1])
	if at.Mirrored {
		m.Y = -m.Y
	}
	return plane.Turned([]plane.Point{m}, at.Turn)[0].Add(plane.Pt(at.X, at.Y))
}

// many pieces are laid in one order only, and each is tried only at the heights
// of the last few; veryMany are besides fitted only among those near the end of
// what lies already: with so many the holes far behind are filled.
const many, veryMany = 120, 600

// moment is how long the first order of placing may take when there is no time.
const moment = 300 * time.Millisecond

func run(ctx context.Context, j Job, order []item) Result {
	c := j.Cloth
	var all []placed
	for _, s := range j.stills() {
		all = append(all, obstacle(s.shape, s.gap))
	}
	longest := 0.0
	for _, it := range order {
		longest = max(longest, max(it.length, it.width))
	}
	residue := map[string]plane.Point{} // of the match point of each group
	var r Result
	r.Placements, r.Unplaced = append([]Placement{}, j.Pinned...), []Unplaced{}
	var area float64
	r.Length, area = j.pinnedEnd()
	for _, at := range j.Pinned {
		if p := j.piece(at.ID); p.Match != nil {
			if _, known := residue[p.Match.Group]; !known {
				residue[p.Match.Group] = p.matchAt(at)
			}
		}
	}
	grace, stop := context.WithTimeout(context.WithoutCancel(ctx), moment)
	defer stop()
	// late is when what is left is only set down beside the last ones: when the
	// time is up, but of a few pieces not before they had a moment.
	late := func() bool { return ctx.Err() != nil && (len(order) > many || grace.Err() != nil) }
	for _, it := range order {
		floor, lying, beside := 0.0, all, all
		hurried := late()
		if len(order) > many || hurried {
			floor, lying, beside = among(all, r.Length, longest, len(order), hurried)
		}
		best, bestPose, bestEnd := nearest(j, &it, floor, lying, beside, residue, hurried, late)
		if bestPose == nil {
			why := "no room is left on the cloth in hand"
			if hurried {
				why = "no room was found on the cloth in hand before the time was over"
			}
			if it.poses[0].box.Width() > c.Length && c.Length > 0 {
				why = "it is longer than the cloth in hand"
			}
			r.Unplaced = append(r.Unplaced, Unplaced{it.piece.ID, it.copy, why})
			continue
		}
		if m := it.piece.Match; m != nil {
			if _, ok := residue[m.Group]; !ok {
				residue[m.Group] = bestPose.match.Add(plane.Pt(best.X, best.Y))
			}
		}
		all = append(all, obstacle(plane.Moved(bestPose.shape, plane.Pt(best.X, best.Y)), j.Gap))
		r.Placements = append(r.Placements, best)
		r.Length = max(r.Length, bestEnd)
		area += it.area
	}
	if r.Length > 0 {
		r.Utilisation = area / (c.Width * r.Length)
	}
	return r
}

// seat is a pose at a height, and how far along the cloth it begins there; found is set where it has room.
type seat struct {
	pose  *pose
	x, dy float64
	found bool
}

// worthSharing is how many seats, times what lies already, are tried by several at once.
const worthSharing = 4000

// nearest is where a copy lies nearest to the cloth's beginning, in which pose, and where it then ends; no pose
// where it has no room.
func nearest(j Job, it *item, floor float64, lying, beside []placed, residue map[string]plane.Point, hurried bool,
	late func() bool) (best Placement, in *pose, end float64) {
	c := j.Cloth
	var seats []seat
	for k := range it.poses {
		p := &it.poses[k]
		low, high := p.across(c)
		if high < low {
			if high < low-edgeSlack {
				continue
			}
			high = low
		}
		for n, dy := range heights(p, low, high, beside, c, it.piece.Match, residue) {
			if n > 1 && hurried {
				break
			}
			seats = append(seats, seat{pose: p, dy: dy})
		}
	}
	// What is found anywhere bounds what is looked for everywhere.
	var bound atomic.Uint64
	bound.Store(math.Float64bits(math.Inf(1)))
	try := func(s *seat) {
		limit := math.Float64frombits(bound.Load())
		if s.x, s.found = slide(s.pose, s.dy, floor, lying, c, it.piece.Match, residue, limit-s.pose.box.Max.X); !s.found {
			return
		}
		for end := s.x + s.pose.box.Max.X; ; {
			was := bound.Load()
			if end >= math.Float64frombits(was) || bound.CompareAndSwap(was, math.Float64bits(end)) {
				return
			}
		}
	}
	hands := 1
	if len(seats)*len(lying) > worthSharing {
		hands = min(workers(), len(seats))
	}
	var next atomic.Int64
	var all sync.WaitGroup
	work := func() {
		for {
			i := int(next.Add(1)) - 1
			if i >= len(seats) || !math.IsInf(math.Float64frombits(bound.Load()), 1) && late() {
				return
			}
			try(&seats[i])
		}
	}
	for range hands - 1 {
		all.Go(work)
	}
	work()
	all.Wait()
	end = math.Inf(1)
	least := 0.0
	for _, s := range seats {
		if !s.found {
			continue
		}
		to := s.x + s.pose.box.Max.X
		if low := s.dy + s.pose.box.Min.Y; to < end-1e-9 || (to < end+1e-9 && low < least-1e-9) {
			end, least, in = to, low, s.pose
			best = Placement{ID: it.piece.ID, Copy: it.copy, Mirrored: it.mirrored, Turn: s.pose.turn, X: s.x, Y: s.dy}
		}
	}
	return best, in, end
}

// workers is how many cores there are to work on.
func workers() int { return runtime.GOMAXPROCS(0) }

// heights are the places across the cloth worth trying: against the edges,
// and against what lies there already; or every place where the repeat
// matches.
func heights(p *pose, low, high float64, lying []placed, c Cloth, m *Match, residue map[string]plane.Point) []float64 {
	if m != nil && c.RepeatY > 0 {
		if want, ok := residue[m.Group]; ok {
			if p.fixed { // it matches where it lies, or not at all
				off := math.Remainder(low+p.match.Y-want.Y, c.RepeatY)
				if math.Abs(off) > heldWithin {
					return nil
				}
				return []float64{low}
			}
			first := want.Y - p.match.Y
			first += math.Ceil((low-first)/c.RepeatY-1e-9) * c.RepeatY
			var out []float64
			for y := first; y <= high+1e-9; y += c.RepeatY {
				out = append(out, y)
			}
			return out
		}
	}
	if p.fixed {
		return []float64{low}
	}
	out := []float64{low, high}
	for i := range lying {
		for _, y := range [...]float64{lying[i].box.Max.Y - p.box.Min.Y, lying[i].box.Min.Y - p.box.Max.Y,
			lying[i].box.Min.Y - p.box.Min.Y, lying[i].box.Max.Y - p.box.Max.Y} {
			if y > low && y < high {
				out = append(out, y)
			}
		}
	}
	sort.Float64s(out)
	kept := out[:1]
	for _, y := range out[1:] {
		if y-kept[len(kept)-1] > 0.5 || y == high {
			kept = append(kept, y)
		}
	}
	return kept
}

// slide finds the least x from floor on at which the pose fits at a height, no
// further than limit.
func slide(p *pose, dy, floor float64, lying []placed, c Cloth, m *Match, residue map[string]plane.Point, limit float64) (float64, bool) {
	x := floor - p.box.Min.X
	var spans []span
	for i := range lying {
		// What begins behind the limit can't push the pose this side of it.
		if lying[i].box.Min.X < limit+p.box.Max.X {
			spans = lying[i].forbidden(p.shape, p.box, dy, spans)
		}
	}
	// Nor can what ends behind the floor.
	spans = slices.DeleteFunc(spans, func(s span) bool { return s.to <= x || s.from > limit })
	step := 0.0
	if m != nil && c.RepeatX > 0 {
		if want, ok := residue[m.Group]; ok {
			step = c.RepeatX
			x = want.X - p.match.X
			if c.HalfDrop && c.RepeatY > 0 && int(math.Round((dy+p.match.Y-want.Y)/c.RepeatY))%2 != 0 {
				x += step / 2
			}
			x += math.Ceil((floor-p.box.Min.X-x)/step-1e-9) * step
		}
	}
	fits := func(x float64) bool {
		for i := range lying {
			o := &lying[i]
			if p.box.Min.Y+dy < o.box.Max.Y && p.box.Max.Y+dy > o.box.Min.Y && p.box.Min.X+x < o.box.Max.X &&
				p.box.Max.X+x > o.box.Min.X && o.overlaps(p.shape, p.inner, plane.Pt(x, dy)) {
				return false
			}
		}
		return true
	}
	for {
		// Past every stretch that holds x.
		// One that begins just here counts: where two stretches meet end to
		// end, corner passes corner and the shapes still overlap.
		next := math.Inf(1) // where the next stretch begins
		for moved := true; moved; {
			moved, next = false, math.Inf(1)
			for _, s := range spans {
				switch {
				case s.from > x+1e-7:
					next = min(next, s.from)
				case s.to > x+1e-7:
					to := s.to
					if step > 0 {
						to = x + math.Ceil((to-x)/step-1e-9)*step
					}
					x, moved = to, true
				}
			}
		}
		if x > limit+1e-9 || (c.Length > 0 && x+p.box.Max.X > c.Length+1e-9) {
			return 0, false
		}
		if fits(x) {
			return x, true
		}
		if math.IsInf(next, 1) {
			// Inside something that has no side to its right: can't be.
			return 0, false
		}
		if step > 0 {
			x += step
		} else {
			x = max(x, next) + 1e-6
		}
	}
}

// among is what a piece is fitted among, and what it is laid beside, when there are many
// pieces or no time: those near the end of what lies already.
func among(all []placed, length, longest float64, pieces int, hurried bool) (floor float64, lying, beside []placed) {
	lying = all
	last, back := 5, math.Inf(1)
	switch {
	case hurried:
		last, back = 3, 1
	case pieces > veryMany:
		last, back = 24, 1.5
	}
	if floor = max(0, length-back*longest); floor > 0 {
		lying = nil
		for i := range all {
			if all[i].box.Max.X > floor {
				lying = append(lying, all[i])
			}
		}
	}
	return floor, lying, lying[max(0, len(lying)-last):]
}
