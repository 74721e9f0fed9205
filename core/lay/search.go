package lay

import (
	"context"
	"math"
	"math/rand/v2"
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
	if j, lost := j.holdable(); lost != nil {
		if len(j.Pieces) == 0 {
			return best
		}
		told := report
		if told != nil {
			told = func(r Result) { report(r.with(lost)) }
		}
		return Improve(ctx, j, best.without(lost), rounds, told).with(lost)
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
			cut = max(cut*0.8, timid)
		} else if round > 0 {
			cut = min(cut*1.25, boldest)
		}
		// Two tries from the best so far, each with chances of its own; they
		// meet before the next, so that the order they end in does not count.
		tries := make([]attempt, beside)
		var wait sync.WaitGroup
		for k := range tries {
			wait.Go(func() {
				random := rand.New(rand.NewPCG(uint64(j.Seed), uint64(round*beside+k+1)))
				tries[k] = s.try(ctx, held, random, cut*steps[k%len(steps)], (failed+k)%3 == 0)
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
	hands := max(workers(), 1)
	stops, targets := make([]context.CancelFunc, hands), make([]float64, hands)
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
	for k := range hands {
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
				step := cut * steps[k%len(steps)]
				disturb := (failed+k)%3 == 0
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
					cut = min(cut*1.25, boldest)
					take(t)
				case !gaveUp:
					failed++
					cut = max(cut*0.85, timid)
				}
				mu.Unlock()
			}
		})
	}
	wait.Wait()
	return held, best
}

// mostSearched is how many
// pieces are searched over: with more, the first lay stands.
const mostSearched = 200

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

var steps = []float64{1, 0.5}

// beside is how many tries go on side by side in a round: the same everywhere, so that the same number of rounds
// gives the same lay on every machine.
const beside = 2

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

func newSearch(j Job) *search {
	s := &search{job: j}
	type key struct {
		piece    int
		mirrored bool
		turn     float64
		held     float64 // at what height, where it is
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
			if !p.fixed && p.box.Height() > j.Cloth.Width-2*j.Cloth.Selvedge+edgeSlack {
				continue
			}
			at := key{rank[it.piece.ID], it.mirrored, p.turn, p.y}
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
		if s.poses[id].fixed { // it lies elsewhere turned about
			continue
		}
		for _, turn := range []float64{k.turn + 180, k.turn - 180} {
			if o, ok := known[key{k.piece, k.mirrored, turn, 0}]; ok {
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
	s.pitch = min(max(total/2/mapRows, 1), 6) // half of them are others turned
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
	wide := s.job.Cloth.Width - 2*s.job.Cloth.Selvedge
	for _, p := range s.poses {
		if p.fixed { // it may lie on a selvedge
			wide = s.job.Cloth.Width
		}
	}
	least := s.area / wide
	for i := range s.items {
		short := math.Inf(1)
		for _, id := range s.own[i] {
			short = min(short, s.poses[id].box.Width())
		}
		least = max(least, short)
	}
	return least
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
		low, _ := s.poses[a.pose[i]].across(s.job.Cloth)
		a.x[i], a.y[i] = -s.poses[a.pose[i]].box.Min.X, low
	}
	for _, p := range r.Placements {
		i, ok := at[p.ID+"\x00"+string(rune(p.Copy))]
		if !ok { // pinned
			continue
		}
		for _, id := range s.own[i] {
			if q := s.poses[id]; q.turn == p.Turn && (!q.fixed || math.Abs(q.y-p.Y) <= heldWithin) {
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
	target := max(length*(1-cut), s.begin)
	if len(from.result.Unplaced) > 0 && limit > 0 {
		target = limit
	}
	for i := range s.items {
		for _, id := range s.own[i] {
			target = max(target, s.poses[id].box.Width()*map[bool]float64{true: 1}[len(s.own[i]) == 1])
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
