package lay

import (
	"context"
	"math"
	"math/rand/v2"
	"slices"
	"sort"
	"sync"
	"sync/atomic"
	"time"

	"ardentgusset/core/plane"
)

// Search lays the pieces as Place does and then goes on looking for a shorter
// lay until the context ends, the job's seconds are over, or, when it has none,
// so many rounds are done; without either it is Place. report, if any, is
// called with every better lay, the first at once. Each round depends on the
// seed alone, so the same number of rounds gives the same lay on every machine;
// with seconds it depends on how quick the machine is.
//
// The cloth is made a little shorter, the pieces are let overlap, and those
// that do are moved one by one to where they overlap least, with weights that
// grow on pairs that stay in each other's way; when none overlaps, the lay is
// made exact and the cloth shortened again. (Egeblad, Nielsen and Odgaard,
// European Journal of Operational Research 183, 2007; Elkeran, ibid. 231, 2013;
// Umetani and others, International Transactions in Operational Research 16,
// 2009.) Two tries go on side by side.
func Search(ctx context.Context, j Job, rounds int, report func(Result)) Result {
	if j.Seconds > 0 {
		var stop context.CancelFunc
		ctx, stop = context.WithTimeout(ctx, time.Duration(j.Seconds*float64(time.Second)))
		defer stop()
	}
	if j.Seconds == 0 && rounds == 0 {
		return Place(ctx, j)
	}
	quick := j
	quick.Seconds = 0
	first := placeAny(ctx, quick, 1)
	if report != nil {
		report(first)
	}
	return Improve(ctx, j, first, rounds, report)
}

// Improve is Search from a lay of the same job on; report is called with every
// better one.
func Improve(ctx context.Context, j Job, best Result, rounds int, report func(Result)) Result {
	if j.Seconds > 0 {
		var stop context.CancelFunc
		ctx, stop = context.WithTimeout(ctx, time.Duration(j.Seconds*float64(time.Second)))
		defer stop()
	}
	if j.Cloth.Fold != Flat {
		f := fold(j)
		return f.improve(ctx, best, rounds, report)
	}
	return improve(ctx, j, best, rounds, report)
}

// improve is Improve on cloth that is not folded, until the context ends.
func improve(ctx context.Context, j Job, best Result, rounds int, report func(Result)) Result {
	if ctx.Err() != nil {
		return best
	}
	s := newSearch(j)
	if len(s.items) > mostSearched || len(s.items) == 0 || s.full.Load() {
		return best
	}
	held := s.take(best)
	if len(best.Unplaced) == 0 {
		if t := s.exact(ctx, held); t.ok && !better(best, t.result) {
			held = t
		}
	}
	last := func() {
		if t := s.squeezed(ctx, held); t.ok && better(t.result, best) {
			if best = t.result; report != nil {
				report(best)
			}
		}
	}
	if j.Seconds > 0 && rounds == 0 {
		racing, stop := context.WithTimeout(ctx, time.Duration(raceShare*j.Seconds*float64(time.Second)))
		defer stop()
		held, best = s.race(racing, held, best, report)
		last()
		return best
	}
	if t := s.abutted(ctx, s.longest(best)); t.ok && better(t.result, best) {
		held, best = t, t.result
		if report != nil {
			report(best)
		}
	}
	cut, failed := boldest, 0
	least := s.least()
	for round := 0; ctx.Err() == nil && round < rounds && !s.full.Load(); round++ {
		if len(best.Unplaced) == 0 && best.Length <= least*1.0002 {
			break // it can't be shorter
		}
		if failed > 0 {
			cut = math.Max(cut*0.8, timid)
		} else if round > 0 {
			cut = math.Min(cut*1.25, boldest)
		}
		// Two tries from the best so far, each with chances of its own; they
		// meet before the next, so that the order they end in does not count.
		var tries [workers]attempt
		var wait sync.WaitGroup
		for k := range tries {
			wait.Go(func() {
				random := rand.New(rand.NewPCG(uint64(j.Seed), uint64(round*workers+k+1)))
				tries[k] = s.try(ctx, held, random, cut*steps[k], (failed+k)%3 != 0)
			})
		}
		wait.Wait()
		failed++
		for _, t := range tries {
			if !t.ok || !better(t.result, held.result) {
				continue
			}
			held, failed = t, 0
			if better(held.result, best) {
				best = held.result
				if report != nil {
					report(best)
				}
			}
		}
	}
	last()
	return best
}

// longest is how long a lay may be to be better than the best.
func (s *search) longest(best Result) float64 {
	switch limit := s.job.Cloth.Length; {
	case len(best.Unplaced) == 0:
		return best.Length
	case limit > 0:
		return limit
	}
	return math.Inf(1)
}

// race searches until the context ends: every worker sets out from the best lay
// there is whenever it is done with a try; one that aims at what has been
// reached meanwhile gives up.
func (s *search) race(ctx context.Context, held attempt, best Result, report func(Result)) (attempt, Result) {
	var mu sync.Mutex
	cut, failed, tries := boldest, 0, 0
	least, longest := s.least(), s.longest(best)
	over := func() bool { return s.full.Load() || len(best.Unplaced) == 0 && best.Length <= least*1.0002 }
	var stops [workers]context.CancelFunc
	var targets [workers]float64
	var wait sync.WaitGroup
	take := func(t attempt) {
		held, failed = t, 0
		if better(held.result, best) {
			best = held.result
			if report != nil {
				report(best)
			}
		}
		for o := range stops {
			if stops[o] != nil && targets[o] >= held.result.Length && len(held.result.Unplaced) == 0 {
				stops[o]()
			}
		}
	}
	for k := range workers {
		wait.Go(func() {
			if k == 0 { // first of all, and not for long
				mine, stop := context.WithTimeout(ctx, time.Duration(s.job.Seconds*abutShare*float64(time.Second)))
				t := s.abutted(mine, longest)
				stop()
				mu.Lock()
				if t.ok && better(t.result, held.result) {
					take(t)
				}
				mu.Unlock()
			}
			for {
				mu.Lock()
				if ctx.Err() != nil || over() {
					mu.Unlock()
					return
				}
				from := held
				tries++
				random := rand.New(rand.NewPCG(uint64(s.job.Seed), uint64(tries)))
				step := cut * steps[k]
				disturb := (failed+k)%3 != 0
				mine, stop := context.WithCancel(ctx)
				stops[k], targets[k] = stop, from.result.Length*(1-step)
				mu.Unlock()
				t := s.try(mine, from, random, step, disturb)
				gaveUp := mine.Err() != nil
				stop()
				mu.Lock()
				stops[k] = nil
				switch {
				case t.ok && better(t.result, held.result):
					cut = math.Min(cut*1.25, boldest)
					take(t)
				case !gaveUp:
					failed++
					cut = math.Max(cut*0.85, timid)
				}
				mu.Unlock()
			}
		})
	}
	wait.Wait()
	return held, best
}

// workers is how many tries go on side by side; mostSearched is how many
// pieces are searched over: with more, the first lay stands.
const workers, mostSearched = 2, 200

// raceShare is how much of the time they have; the rest is for pushing all
// pieces together.
const raceShare = 0.96

// abutShare is how much of the time one of the workers may look for pieces that
// lie edge to edge.
const abutShare = 0.4

// The strip is shortened by between timid and boldest of its length at a time:
// less when it does not succeed, more when it does. One worker takes the bold
// step, the other a more careful one.
const timid, boldest = 0.004, 0.035

var steps = [workers]float64{1, 0.5}

func better(a, b Result) bool {
	if len(a.Unplaced) != len(b.Unplaced) {
		return len(a.Unplaced) < len(b.Unplaced)
	}
	return a.Length < b.Length-1e-6
}

// search is what all tries share: the pieces, their poses and how deep any two
// lie in each other.
type search struct {
	job   Job
	items []item
	poses []*pose   // all that occur
	flip  []int     // the same pose half a turn on, or −1
	own   [][]int   // of each item, its poses
	flaws []int     // poses of what must be kept clear of, lying still
	gaps  []float64 // of each pose that lies still
	begin float64   // how far the pinned pieces reach
	pitch float64   // of the maps' rows
	area  float64
	pairs []pair
	signs []float64 // of the pairs

	stretches atomic.Int64 // that all maps hold
	full      atomic.Bool  // no more maps are drawn: the search is over
}

// mostStretches is how many stretches all maps may hold together, and mostCells
// how many cells, before a job is called too ragged or too large to be searched:
// about 80 and 60 MB.
const mostStretches, mostCells = 1e7, 3e7

// mapRows is how many rows all maps together may have: each takes a few
// microseconds and about thirty bytes.
const mapRows = 5e5

func newSearch(j Job) *search {
	s := &search{job: j}
	type key struct {
		piece    int
		mirrored bool
		turn     float64
	}
	known := map[key]int{}
	rank := map[string]int{}
	for i := range j.Pieces {
		rank[j.Pieces[i].ID] = i
	}
	s.begin, s.area = j.pinnedEnd()
	for _, it := range j.items() {
		var own []int
		for k := range it.poses {
			p := &it.poses[k]
			if p.box.Height() > j.Cloth.Width-2*j.Cloth.Selvedge+edgeSlack {
				continue
			}
			at := key{rank[it.piece.ID], it.mirrored, p.turn}
			id, ok := known[at]
			if !ok {
				id = len(s.poses)
				known[at] = id
				s.poses = append(s.poses, p)
			}
			own = append(own, id)
		}
		s.items = append(s.items, it)
		s.own = append(s.own, own)
		s.area += it.area
	}
	s.flip = make([]int, len(s.poses))
	for k, id := range known {
		s.flip[id] = -1
		if s.poses[id].low { // its half is turned about otherwise
			continue
		}
		for _, turn := range []float64{k.turn + 180, k.turn - 180} {
			if o, ok := known[key{k.piece, k.mirrored, turn}]; ok {
				s.flip[id] = o
			}
		}
	}
	for _, f := range j.stills() {
		shape := f.shape
		s.gaps = append(s.gaps, f.gap)
		s.flaws = append(s.flaws, len(s.poses))
		s.flip = append(s.flip, -1)
		s.poses = append(s.poses, &pose{shape: shape, inner: inside(shape), box: plane.BoxOf(shape)})
	}
	total := 0.0
	for a, p := range s.poses {
		for b := range s.poses[:a+1] {
			q := s.poses[b]
			total += p.box.Height() + q.box.Height()
		}
	}
	s.pairUp()
	s.pitch = math.Min(math.Max(total/2/mapRows, 1), 6) // half of them are others turned
	cells := 0.0
	for a, p := range s.poses {
		for b := range s.poses[:a+1] {
			q := s.poses[b]
			cells += (p.box.Width() + q.box.Width()) * (p.box.Height() + q.box.Height()) / (s.pitch * perStep) / (s.pitch * perStep)
		}
	}
	s.full.Store(cells/2 > mostCells)
	return s
}

// least is a length no lay can be shorter than: that of all the area across the
// whole cloth, or of the longest piece.
func (s *search) least() float64 {
	least := s.area / (s.job.Cloth.Width - 2*s.job.Cloth.Selvedge)
	for i := range s.items {
		short := math.Inf(1)
		for _, id := range s.own[i] {
			short = math.Min(short, s.poses[id].box.Width())
		}
		least = math.Max(least, short)
	}
	return least
}

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

// attempt is a lay in the making: where each item lies, and, once it is made
// exact, the result.
type attempt struct {
	pose   []int
	x, y   []float64
	result Result
	ok     bool
}

// take reads a lay's places; what it could not place is put anywhere.
func (s *search) take(r Result) attempt {
	n := len(s.items)
	a := attempt{pose: make([]int, n), x: make([]float64, n), y: make([]float64, n), result: r, ok: true}
	at := map[string]int{}
	for i := range s.items {
		at[s.items[i].piece.ID+"\x00"+string(rune(s.items[i].copy))] = i
		if len(s.own[i]) > 0 {
			a.pose[i] = s.own[i][0]
		}
		a.x[i], a.y[i] = -s.poses[a.pose[i]].box.Min.X, s.job.Cloth.Selvedge-s.poses[a.pose[i]].box.Min.Y
	}
	for _, p := range r.Placements {
		i, ok := at[p.ID+"\x00"+string(rune(p.Copy))]
		if !ok { // pinned
			continue
		}
		for _, id := range s.own[i] {
			if s.poses[id].turn == p.Turn {
				a.pose[i] = id
			}
		}
		a.x[i], a.y[i] = p.X, p.Y
	}
	return a
}

// try shortens the cloth and moves the pieces apart on it.
func (s *search) try(ctx context.Context, from attempt, random *rand.Rand, cut float64, disturb bool) attempt {
	length := from.result.Length
	limit := s.job.Cloth.Length
	target := math.Max(length*(1-cut), s.begin)
	if len(from.result.Unplaced) > 0 && limit > 0 {
		target = limit
	}
	for i := range s.items {
		for _, id := range s.own[i] {
			target = math.Max(target, s.poses[id].box.Width()*map[bool]float64{true: 1}[len(s.own[i]) == 1])
		}
	}
	l := newLoosened(ctx, s, from, target, random)
	if disturb { // begin by changing two large pieces, or giving a few another place
		l.disturb()
	}
	if done := l.separate(ctx); l.broken || !done && ctx.Err() != nil {
		return attempt{}
	}
	// What still overlaps a little when it is given up may do with a little more
	// cloth, and be shorter than what there was all the same.
	return s.exact(ctx, l.attempt)
}

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
	x = math.Max(-b.Min.X, math.Min(x, l.length-b.Max.X))
	if l.s.poses[pose].low {
		return x, 0
	}
	return x, l.s.level(y, c.Selvedge-b.Min.Y, c.Width-c.Selvedge-b.Max.Y)
}

// level is the height nearest to y that is a whole number of pitches and lies
// within bounds; where none does, the lower bound.
func (s *search) level(y, low, high float64) float64 {
	k := math.Round(y / s.pitch)
	k = math.Min(math.Max(k, math.Ceil(low/s.pitch-1e-6)), math.Floor(high/s.pitch+1e-6))
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
			out = append(out, math.Max(math.Pow(size[i]*other/mean/mean, 0.125), 0.2))
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
	x = -b.Min.X + l.random.Float64()*math.Max(l.length-b.Width(), 0)
	y = c.Selvedge - b.Min.Y + l.random.Float64()*math.Max(c.Width-2*c.Selvedge-b.Height(), 0)
	if l.s.poses[pose].low {
		y = 0
	}
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
				most = math.Max(most, v)
			}
			for k, v := range l.losses {
				if v > 0 {
					l.weights[k] *= heavier + evenHeavier*v/most
				} else {
					l.weights[k] = math.Max(l.rest[k], l.weights[k]*lighter)
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
	low, high := c.Selvedge-b.Min.Y, c.Width-c.Selvedge-b.Max.Y
	k, over := l.random.IntN(l.n+1), l.random.IntN(2) == 0
	switch {
	case l.s.poses[pose].low:
		return 0
	case (k == l.n || k == i) && over:
		return low
	case k == l.n || k == i:
		return high
	case over:
		low = math.Max(low, math.Ceil((l.boxes[k].Max.Y+l.s.job.Gap-b.Min.Y)/l.s.pitch-1e-6)*l.s.pitch)
		return math.Min(low, high)
	}
	return math.Max(low, math.Min(high, math.Floor((l.boxes[k].Min.Y-l.s.job.Gap-b.Max.Y)/l.s.pitch+1e-6)*l.s.pitch))
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
	stepX, stepY := math.Max(b.Width()*0.12, 8), math.Max(b.Height()*0.12, 8)
	cl := s.job.Cloth
	low := plane.Pt(math.Max(-b.Min.X, x-3*stepX), math.Max(cl.Selvedge-b.Min.Y, y-3*stepY))
	high := plane.Pt(math.Min(l.length-b.Max.X, x+3*stepX), math.Min(cl.Width-cl.Selvedge-b.Max.Y, y+3*stepY))
	if s.poses[pose].low || high.Y < low.Y {
		low.Y, high.Y = y, y
	}
	high.X = math.Max(high.X, low.X)
	all := l.gather(i, pose, low, high)
	for stepX > 0.4 || stepY > s.pitch*0.75 {
		moved := false
		for _, d := range [...]plane.Point{{X: 1}, {X: -1}, {Y: 1}, {Y: -1}, {X: 0.7, Y: 0.7}, {X: -0.7, Y: 0.7}, {X: 0.7, Y: -0.7},
			{X: -0.7, Y: -0.7}} {
			nx := math.Min(math.Max(x+d.X*stepX, low.X), high.X)
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

// exact makes a lay of places that are clear, or nearly: each piece where it
// lies, moved on a little where it must be, and then, one by one, all moved
// back as far as they go.
func (s *search) exact(ctx context.Context, a attempt) attempt {
	grace, stop := context.WithTimeout(context.WithoutCancel(ctx), moment)
	defer stop()
	order, lying := s.fromBeginning(a), s.lying()
	out := attempt{pose: slices.Clone(a.pose), x: slices.Clone(a.x), y: slices.Clone(a.y), ok: true}
	residue := map[string]plane.Point{}
	for _, at := range s.job.Pinned {
		if p := s.job.piece(at.ID); p.Match != nil {
			if _, known := residue[p.Match.Group]; !known {
				residue[p.Match.Group] = p.matchAt(at)
			}
		}
	}
	for _, i := range order {
		if ctx.Err() != nil && grace.Err() != nil {
			return attempt{}
		}
		p, m := s.poses[a.pose[i]], s.items[i].piece.Match
		// A hundredth of a millimetre is given back to what touches.
		x, y, ok := s.nearest(i, a.pose[i], math.Max(a.x[i]+p.box.Min.X-0.01, 0), a.y[i], lying, residue, false)
		if !ok {
			return attempt{}
		}
		out.x[i], out.y[i] = x, y
		if m != nil {
			if _, known := residue[m.Group]; !known {
				residue[m.Group] = p.match.Add(plane.Pt(x, y))
			}
		}
		lying = append(lying, obstacle(plane.Moved(p.shape, plane.Pt(x, y)), s.job.Gap))
	}
	return s.finished(s.pushedBack(out, residue))
}

// pushedBack moves all pieces of a lay back, one by one, as far as they go.
func (s *search) pushedBack(out attempt, residue map[string]plane.Point) attempt {
	order := s.fromBeginning(out)
	// lying stands in their order, after the flaws: out of it one is taken at a
	// time.
	lying := s.lying()
	for _, i := range order {
		lying = append(lying, obstacle(plane.Moved(s.poses[out.pose[i]].shape, plane.Pt(out.x[i], out.y[i])), s.job.Gap))
	}
	for range passes {
		moved := false
		for k, i := range order {
			at := len(s.flaws) + k
			others := append(slices.Clone(lying[:at]), lying[at+1:]...)
			p := s.poses[out.pose[i]]
			x, y, ok := s.nearest(i, out.pose[i], 0, out.y[i], others, residue, true)
			if ok && x < out.x[i]-0.05 {
				out.x[i], out.y[i], moved = x, y, true
				lying[at] = obstacle(plane.Moved(p.shape, plane.Pt(x, y)), s.job.Gap)
			}
		}
		if !moved {
			break
		}
	}
	return out
}

// fromBeginning lists the items in the order they begin along the cloth.
func (s *search) fromBeginning(a attempt) []int {
	order := make([]int, len(s.items))
	for i := range order {
		order[i] = i
	}
	sort.SliceStable(order, func(p, q int) bool {
		i, k := order[p], order[q]
		return a.x[i]+s.poses[a.pose[i]].box.Min.X < a.x[k]+s.poses[a.pose[k]].box.Min.X
	})
	return order
}

// lying are the flaws, with room for the items.
func (s *search) lying() []placed {
	all := make([]placed, len(s.flaws), len(s.flaws)+len(s.items))
	for k, f := range s.flaws {
		all[k] = obstacle(s.poses[f].shape, s.gaps[k])
	}
	return all
}

func (s *search) placement(i int, a attempt) Placement {
	it := &s.items[i]
	return Placement{ID: it.piece.ID, Copy: it.copy, Mirrored: it.mirrored, Turn: s.poses[a.pose[i]].turn, X: a.x[i], Y: a.y[i]}
}

// finished gives a lay its result; not ok when it is longer than the cloth.
func (s *search) finished(out attempt) attempt {
	r := Result{Length: s.begin, Placements: slices.Clone(s.job.Pinned), Unplaced: []Unplaced{}}
	for i := range s.items {
		r.Length = math.Max(r.Length, out.x[i]+s.poses[out.pose[i]].box.Max.X)
		r.Placements = append(r.Placements, s.placement(i, out))
	}
	if r.Length > 0 {
		r.Utilisation = s.area / (s.job.Cloth.Width * r.Length)
	}
	if limit := s.job.Cloth.Length; limit > 0 && r.Length > limit+1e-6 {
		return attempt{}
	}
	inOrder(s.job, r.Placements)
	out.result, out.ok = r, true
	return out
}

// passes is how often all pieces are moved back.
const passes = 3

// nearest is the least place from floor on where a piece lies clear, at its
// height or a level or two beside it.
func (s *search) nearest(i, id int, floor, y float64, lying []placed, residue map[string]plane.Point, beside bool) (float64, float64,
	bool) {
	c, p, m := s.job.Cloth, s.poses[id], s.items[i].piece.Match
	low, high := c.Selvedge-p.box.Min.Y, c.Width-c.Selvedge-p.box.Max.Y
	if high < low {
		high = low
	}
	ys := []float64{y}
	if want, known := residue[groupOf(m)]; known && c.RepeatY > 0 && m != nil {
		ys[0] = want.Y - p.match.Y + math.Round((y-want.Y+p.match.Y)/c.RepeatY)*c.RepeatY
	} else if beside && !p.low {
		for _, d := range [...]float64{-1, 1, -2, 2, -4, 4} {
			ys = append(ys, s.level(y+d*s.pitch, low, high))
		}
	}
	bestX, bestY, found := math.Inf(1), 0.0, false
	for _, y := range ys {
		if y < low-edgeSlack || y > high+edgeSlack {
			continue
		}
		free := c
		free.Length = 0
		if x, ok := slide(p, y, floor, lying, free, m, residue, bestX-1e-6); ok && x < bestX-1e-6 {
			bestX, bestY, found = x, y, true
		}
	}
	return bestX, bestY, found
}

func groupOf(m *Match) string {
	if m == nil {
		return ""
	}
	return m.Group
}
