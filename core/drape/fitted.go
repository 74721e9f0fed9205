package drape

import (
	"math"
	"slices"
	"strings"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
)

// Fitted tells where what lies on the pieces of a fitted garment lies on the figure that wears it: its pieces are laid round it at every
// level that runs over them, seam by seam from the centre front to the centre back, darts shut.
type Fitted struct {
	draft  *draft.Draft
	levels []round // from the top down
	halves []half  // of what it lies on, from the top down
}

// round is a level as the pieces of the left half lie round it.
type round struct {
	drop float64
	open bool
	laid []laid
}

// laid is a piece at a level: its path, what of it is sewn up to each of its places, and where round the level it begins, mm from the
// centre front, or, of a level above the arms, from the centre back.
type laid struct {
	piece  string
	path   []plane.Point
	places []shut
	from   float64
	behind bool
}

// shut is how long a path is so far along it, darts shut.
type shut struct{ along, sewn float64 }

// half is one of the rings it lies on, from the centre front to the centre back, and how far along it each place lies.
type half struct {
	drop float64
	on   []plane.Point // x to the left, y forward
	run  []float64
}

// dartStep is between two places of a level at which it is asked whether a dart lies there, mm.
const dartStep = 2.0

// Fit lays a garment's pieces round the surface it has on the figure; nil for one without levels on its pieces.
func Fit(d *draft.Draft, surface figure.Surface) *Fitted {
	f := &Fitted{draft: d, halves: halvesOf(surface)}
	byDrop := map[[2]float64]int{}
	for i := range d.Pieces {
		p := &d.Pieces[i]
		if p.Of != "" || p.Hidden || strings.HasSuffix(p.ID, "-"+string(pattern.Right)) {
			continue // the right half is shown by its left
		}
		var darts [][]plane.Point
		for _, m := range p.Marks {
			if m.Kind == pattern.Dart && len(m.Path) > 2 {
				darts = append(darts, m.Path)
			}
		}
		for _, l := range p.Levels {
			if len(l.Path) < 2 {
				continue
			}
			key := [2]float64{l.Drop, 0}
			if l.Open { // before and behind they need not lie at one height
				key[1] = 1 + float64(i)
			}
			k, ok := byDrop[key]
			if !ok {
				k = len(f.levels)
				byDrop[key] = k
				f.levels = append(f.levels, round{drop: l.Drop, open: l.Open})
			}
			f.levels[k].laid = append(f.levels[k].laid, lay(p.ID, l.Path, darts))
		}
	}
	if len(f.levels) == 0 || len(f.halves) < 2 {
		return nil
	}
	slices.SortStableFunc(f.levels, func(a, b round) int {
		if a.drop < b.drop {
			return -1
		}
		return 1
	})
	for _, open := range []bool{false, true} { // those above the arms by those beneath
		for i := range f.levels {
			if f.levels[i].open == open {
				f.levels[i].place(f)
			}
		}
	}
	return f
}

// halvesOf are the left halves of a surface's rings.
func halvesOf(surface figure.Surface) (out []half) {
	for _, r := range surface {
		h := half{drop: r.Drop}
		for _, p := range r.Section.Between(0, 180) {
			if n := len(h.on); n > 0 {
				h.run = append(h.run, h.run[n-1]+h.on[n-1].To(plane.Pt(p.X, -p.Y)))
			} else {
				h.run = append(h.run, 0)
			}
			h.on = append(h.on, plane.Pt(p.X, -p.Y))
		}
		out = append(out, h)
	}
	return out
}

// lay is a piece's path at a level with what of it is sewn.
func lay(piece string, path []plane.Point, darts [][]plane.Point) laid {
	l := laid{piece: piece, path: path, places: []shut{{}}}
	long := plane.Length(path)
	n := max(int(long/dartStep), 1)
	sewn := 0.0
	for i := 1; i <= n; i++ {
		along := long * float64(i) / float64(n)
		mid, _ := plane.Along(path, along-long/float64(2*n))
		if !slices.ContainsFunc(darts, func(d []plane.Point) bool { return plane.Inside(d, mid) }) {
			sewn += long / float64(n)
		}
		l.places = append(l.places, shut{along, sewn})
	}
	return l
}

// sewn is what of a path is sewn up to a place along it; beyond its ends it goes on as it was.
func (l *laid) sewn(along float64) float64 {
	last := l.places[len(l.places)-1]
	if along <= 0 {
		return along
	}
	if along >= last.along {
		return last.sewn + along - last.along
	}
	k := along / last.along * float64(len(l.places)-1)
	i := min(int(k), len(l.places)-2)
	return l.places[i].sewn + (l.places[i+1].sewn-l.places[i].sewn)*(k-float64(i))
}

func (l *laid) long() float64 { return l.places[len(l.places)-1].sewn }

// place shares a level's round out among the pieces that lie at it.
func (r *round) place(f *Fitted) {
	sum := 0.0
	for i := range r.laid {
		r.laid[i].from = sum
		sum += r.laid[i].long()
	}
	if r.open {
		// Behind are the pieces whose last one ends at the centre back: a level that begins at an armhole.
		first := r.laid[0]
		if !f.before(first.piece) {
			for i := range r.laid {
				r.laid[i].behind = true
				r.laid[i].from = sum - r.laid[i].from
			}
		}
	}
}

// before tells whether a piece lies before the arm: it is the first of those at the level beneath the arms, or sewn to one that is.
func (f *Fitted) before(piece string) bool {
	for i := range f.levels {
		r := &f.levels[i]
		if r.open {
			continue
		}
		for k := range r.laid {
			if r.laid[k].piece == piece {
				return r.laid[k].from+r.laid[k].long()/2 < r.sum()/2
			}
		}
	}
	return true
}

func (r *round) sum() float64 {
	last := &r.laid[len(r.laid)-1]
	return last.from + last.long()
}

// on is the place round a level where a place of one of its pieces lies, mm from the centre front on the ring that is there.
func (f *Fitted) on(r *round, l *laid, along float64) float64 {
	ring := f.ringLong(r.drop)
	if r.open {
		if l.behind {
			return ring - (l.from - l.sewn(along))
		}
		return l.from + l.sewn(along)
	}
	return (l.from + l.sewn(along) + f.gapBefore()) * ring / max(r.sum()+f.gap()/2, 1)
}

// gap is what the lacing leaves open of the whole round, mm.
func (f *Fitted) gap() (sum float64) {
	for _, l := range f.draft.Laces {
		sum += l.Gap
	}
	return sum
}

// gapBefore is how far from the centre front the edges begin, where it is laced there, mm.
func (f *Fitted) gapBefore() float64 {
	if f.draft.Entry.At == draft.AtFront && len(f.draft.Laces) == 1 && !f.busked() {
		return f.gap() / 2
	}
	return 0
}

func (f *Fitted) busked() bool {
	for i := range f.draft.Pieces {
		if slices.ContainsFunc(f.draft.Pieces[i].Marks, func(m pattern.Mark) bool { return m.Kind == pattern.Stud }) {
			return true
		}
	}
	return false
}

func (f *Fitted) ringLong(drop float64) float64 {
	a, b, k := f.between(drop)
	return a.run[len(a.run)-1]*(1-k) + b.run[len(b.run)-1]*k
}

// between are the rings above and below a drop, and how far it lies from one to the other, 0 to 1.
func (f *Fitted) between(drop float64) (a, b *half, k float64) {
	n := len(f.halves)
	i := 1
	for i < n-1 && f.halves[i].drop < drop {
		i++
	}
	a, b = &f.halves[i-1], &f.halves[i]
	return a, b, min(max((drop-a.drop)/max(b.drop-a.drop, 1e-9), 0), 1)
}

// at is the place so far along a ring; beyond the centres it is the mirror image's.
func (h *half) at(run float64) plane.Point {
	last := h.run[len(h.run)-1]
	switch {
	case run < 0:
		p := h.at(-run)
		return plane.Pt(-p.X, p.Y)
	case run > last:
		p := h.at(max(2*last-run, 0))
		return plane.Pt(-p.X, p.Y)
	}
	i, _ := slices.BinarySearch(h.run, run)
	i = min(max(i, 1), len(h.run)-1)
	return h.on[i-1].Toward(h.on[i], (run-h.run[i-1])/max(h.run[i]-h.run[i-1], 1e-9))
}

// place is the place on the surface at a drop, so far round from the centre front.
func (f *Fitted) place(drop, run float64) Point {
	a, b, k := f.between(drop)
	p := a.at(run*a.run[len(a.run)-1]/f.ringLong(drop)).Toward(b.at(run*b.run[len(b.run)-1]/f.ringLong(drop)), k)
	return Point{X: p.X, Y: p.Y, Z: -drop}
}

// beside is a level of a piece beside a place of the piece: how far above it that lies, how far along it, and how far round the figure
// that is, mm.
type beside struct {
	r               *round
	l               *laid
	up, along, here float64
}

// At is where a place of a piece lies on the left half of the figure; false for a piece without levels.
func (f *Fitted) At(piece string, q plane.Point) (Point, bool) {
	var above, below *beside
	var only []beside
	for i := range f.levels {
		r := &f.levels[i]
		for k := range r.laid {
			if r.laid[k].piece == piece {
				only = append(only, besideOf(r, &r.laid[k], q))
			}
		}
	}
	if len(only) == 0 {
		return Point{}, false
	}
	for i := range only { // from the top down
		b := &only[i]
		b.here = f.on(b.r, b.l, b.along)
		if b.up <= 0 {
			above = b
		} else if below == nil {
			below = b
		}
	}
	switch {
	case above != nil && below != nil:
		k := -above.up / max(below.up-above.up, 1e-9)
		// Between the arms' levels and those beneath they are counted from the same end.
		return f.place(above.r.drop+(below.r.drop-above.r.drop)*k, above.here+(below.here-above.here)*k), true
	case below != nil:
		return f.beyond(below, -below.up), true
	}
	return f.beyond(above, -above.up), true
}

// besideOf is how a place of a piece lies beside one of its levels.
//
// Pieces lie upright as they are drawn: a place is straight above or below that of the level.
func besideOf(r *round, l *laid, q plane.Point) beside {
	n := len(l.path)
	first, last := l.path[0], l.path[n-1]
	way := 1.0
	if last.X < first.X {
		way = -1
	}
	if before := (first.X - q.X) * way; before >= 0 { // beyond its ends it runs on
		return beside{r: r, l: l, up: q.Y - first.Y, along: -before}
	}
	if after := (q.X - last.X) * way; after >= 0 {
		return beside{r: r, l: l, up: q.Y - last.Y, along: plane.Length(l.path) + after}
	}
	run := 0.0
	for i := 1; i < n; i++ {
		a, b := l.path[i-1], l.path[i]
		long := a.To(b)
		if k := (q.X - a.X) / (b.X - a.X); b.X != a.X && k >= 0 && k <= 1 {
			return beside{r: r, l: l, up: q.Y - a.Toward(b, k).Y, along: run + k*long}
		}
		run += long
	}
	return beside{r: r, l: l, up: q.Y - last.Y, along: run}
}

// beyond is the place so far below a level that nothing is known under, or above one, up or down the figure from there.
func (f *Fitted) beyond(b *beside, down float64) Point {
	const stride = 6.0
	at := f.place(b.r.drop, b.here)
	drop, left := b.r.drop, math.Abs(down)
	round := b.here / f.ringLong(drop) // its share of the way round, whose ends meet there too
	first, last := f.halves[0].drop, f.halves[len(f.halves)-1].drop
	for left > 0.01 {
		step := math.Copysign(min(stride, left), down)
		if drop+step < first || drop+step > last {
			at.Z -= math.Copysign(left, down)
			return at
		}
		next := f.place(drop+step, round*f.ringLong(drop+step))
		long := math.Sqrt((next.X-at.X)*(next.X-at.X) + (next.Y-at.Y)*(next.Y-at.Y) + step*step)
		if long > left { // so much of it as is left
			k := left / long
			return Point{X: at.X + (next.X-at.X)*k, Y: at.Y + (next.Y-at.Y)*k, Z: at.Z + (next.Z-at.Z)*k}
		}
		drop, left, at = drop+step, left-long, next
	}
	return at
}
