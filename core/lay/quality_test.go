package lay

import (
	"context"
	"fmt"
	"math"
	"math/rand/v2"
	"os"
	"slices"
	"strconv"
	"testing"
	"time"

	"ardentgusset/core/plane"
)

// Jobs of the kinds that garments give. All are invented here, from a seed, so
// that there is no end of them.

func xys(line []plane.Point) []XY {
	out := make([]XY, len(line))
	for i, p := range line {
		out[i] = XY{math.Round(p.X*100) / 100, math.Round(p.Y*100) / 100}
	}
	return out
}

func between(r *rand.Rand, low, high float64) float64 { return low + (high-low)*r.Float64() }

func cut(id string, pair bool, line []plane.Point) Piece {
	n := 1
	if pair {
		n = 2
	}
	return Piece{ID: id, Count: n, MirrorPairs: pair, Turns: []float64{0, 180}, Outline: xys(line)}
}

// panel is a narrow piece with two waisted sides, as of a corset.
func panel(r *rand.Rand) []plane.Point {
	long, top, low := between(r, 260, 400), between(r, 60, 120), between(r, 60, 130)
	waist := min(top, low) * between(r, 0.55, 0.85)
	lean := between(r, -25, 25)
	at := between(r, 0.4, 0.6)
	var left, right []plane.Point
	for k := 0.0; k <= 1.001; k += 0.05 {
		end := low
		t := k / at
		if k > at {
			end, t = top, (1-k)/(1-at)
		}
		w := waist + (end-waist)*math.Pow(1-t, 1.7)
		left = append(left, plane.Pt(k*long, lean*k-w/2))
		right = append(right, plane.Pt(k*long+between(r, 0, 0)+top*0.05*k, lean*k+w/2))
	}
	return append(left, plane.Reversed(right)...)
}

func gore(r *rand.Rand) []plane.Point {
	long, top, hem := between(r, 700, 1050), between(r, 50, 120), between(r, 200, 420)
	sag := hem * 0.04
	return []plane.Point{{X: 0, Y: -hem / 2}, {X: long, Y: -top / 2}, {X: long + 4, Y: 0}, {X: long, Y: top / 2}, {X: 0, Y: hem / 2}, {X: -sag, Y: hem / 4}, {X: -sag * 1.3, Y: 0}, {X: -sag, Y: -hem / 4}}
}

func oblong(w, h float64) []plane.Point { return []plane.Point{{}, {X: w}, {X: w, Y: h}, {Y: h}} }

func wedge(r *rand.Rand) []plane.Point {
	w, h := between(r, 150, 500), between(r, 60, 220)
	return []plane.Point{{}, {X: w}, {X: between(r, 0, w), Y: h}}
}

// bodice is a front or a back with neck, shoulder and a hollow armhole.
func bodice(r *rand.Rand) []plane.Point {
	long, wide := between(r, 380, 460), between(r, 220, 290)
	neck, drop := between(r, 60, 80), between(r, 30, 110)
	var out []plane.Point
	out = append(out, plane.Pt(0, 0), plane.Pt(0, wide*between(r, 0.7, 0.9)), plane.Pt(long*0.5, wide))
	for k := 0.0; k <= 1.001; k += 0.1 { // armhole
		a := k * math.Pi / 2
		out = append(out, plane.Pt(long*0.5+long*0.38*(1-math.Cos(a)), wide-(wide-neck-120)*math.Sin(a)))
	}
	out = append(out, plane.Pt(long, neck))
	for k := 0.1; k <= 1.001; k += 0.15 { // neck
		a := k * math.Pi / 2
		out = append(out, plane.Pt(long-drop*math.Sin(a), neck*math.Cos(a)))
	}
	return out
}

// sleeve is half of a two-piece sleeve, bent at the elbow.
func sleeve(r *rand.Rand, under bool) []plane.Point {
	long, head, wrist := between(r, 560, 640), between(r, 150, 190), between(r, 80, 110)
	bend := between(r, 20, 45)
	var low, high []plane.Point
	for k := 0.0; k <= 1.001; k += 0.07 {
		w := wrist + (head-wrist)*k
		c := bend * math.Sin(k*math.Pi)
		low = append(low, plane.Pt(k*long, c-w/2))
		high = append(high, plane.Pt(k*long, c+w/2))
	}
	cap := 70.0
	if under {
		cap = -35
	}
	var top []plane.Point
	for k := 0.1; k < 0.95; k += 0.1 {
		top = append(top, plane.Pt(long+cap*math.Sin(k*math.Pi), -head/2+head*k))
	}
	return append(append(low, top...), plane.Reversed(high)...)
}

func panelsJob(seed uint64) Job {
	r := rand.New(rand.NewPCG(seed, 1))
	j := Job{Seed: int64(seed), Cloth: Cloth{Width: between(r, 680, 1400)}}
	for i := range 10 + r.IntN(5) {
		j.Pieces = append(j.Pieces, cut(fmt.Sprint("panel-", i), true, panel(r)))
	}
	return j
}

// corsetJob is the panels of one corset: alike in length, softly waisted.
func corsetJob(seed uint64) Job {
	r := rand.New(rand.NewPCG(seed, 21))
	j := Job{Seed: int64(seed), Cloth: Cloth{Width: between(r, 900, 1500)}}
	all := between(r, 300, 360)
	for i := range 10 + r.IntN(5) {
		long, top, low := all*between(r, 0.88, 1.08), between(r, 70, 110), between(r, 75, 120)
		waist, lean := min(top, low)*between(r, 0.72, 0.92), between(r, -12, 12)
		var left, right []plane.Point
		for k := 0.0; k <= 1.001; k += 0.1 {
			end, t := low, k/0.45
			if k > 0.45 {
				end, t = top, (1-k)/0.55
			}
			w := waist + (end-waist)*math.Pow(1-t, 1.6)
			left = append(left, plane.Pt(k*long, lean*k-w/2))
			right = append(right, plane.Pt(k*long+8*k, lean*k+w/2))
		}
		j.Pieces = append(j.Pieces, cut(fmt.Sprint("panel-", i), true, append(left, plane.Reversed(right)...)))
	}
	return j
}

func goresJob(seed uint64) Job {
	r := rand.New(rand.NewPCG(seed, 2))
	j := Job{Seed: int64(seed), Cloth: Cloth{Width: between(r, 1100, 1500)}}
	for i := range 3 + r.IntN(2) {
		j.Pieces = append(j.Pieces, cut(fmt.Sprint("gore-", i), true, gore(r)))
	}
	for i := range 3 {
		j.Pieces = append(j.Pieces, cut(fmt.Sprint("strip-", i), false, oblong(between(r, 500, 1000), between(r, 40, 120))))
	}
	for i := range 4 {
		j.Pieces = append(j.Pieces, cut(fmt.Sprint("wedge-", i), i%2 == 0, wedge(r)))
	}
	square := cut("square", false, oblong(110, 110))
	square.Count = 4
	j.Pieces = append(j.Pieces, square)
	return j
}

// shiftJob is linen cut by straight lines, as for shirts, shifts and petticoats:
// lengths of body, gores, sleeves, bands, triangles and squares.
func shiftJob(seed uint64) Job {
	r := rand.New(rand.NewPCG(seed, 7))
	j := Job{Seed: int64(seed), Cloth: Cloth{Width: between(r, 900, 1500)}}
	many := func(id string, n int, line []plane.Point) {
		p := cut(id, false, line)
		p.Count = n
		j.Pieces = append(j.Pieces, p)
	}
	long := between(r, 800, 1050)
	many("body", 2, oblong(long, between(r, 450, 600)))
	for i := range 2 {
		l, hem, top := long*between(r, 0.6, 1), between(r, 150, 300), between(r, 0, 60)
		p := []plane.Point{{}, {X: l, Y: (hem - top) / 2}, {X: l, Y: (hem + top) / 2}, {Y: hem}}
		many(fmt.Sprint("gore-", i), 4, p)
	}
	many("sleeve", 2, oblong(between(r, 450, 560), between(r, 350, 450)))
	gusset := between(r, 90, 150)
	many("gusset", 4, oblong(gusset, gusset))
	many("neck-gusset", 2, []plane.Point{{}, {X: gusset}, {Y: gusset}})
	many("cuff", 2, oblong(between(r, 200, 260), between(r, 50, 120)))
	many("band", 1, oblong(between(r, 380, 700), between(r, 60, 110)))
	return j
}

func bodiceJob(seed uint64) Job {
	r := rand.New(rand.NewPCG(seed, 3))
	j := Job{Seed: int64(seed), Cloth: Cloth{Width: between(r, 1200, 1500)}}
	for i := range 3 {
		j.Pieces = append(j.Pieces, cut(fmt.Sprint("bodice-", i), true, bodice(r)))
	}
	j.Pieces = append(j.Pieces, cut("sleeve-upper", true, sleeve(r, false)), cut("sleeve-under", true, sleeve(r, true)))
	for i := range 2 {
		j.Pieces = append(j.Pieces, cut(fmt.Sprint("side-", i), true, panel(r)))
	}
	j.Pieces = append(j.Pieces, cut("collar", true, oblong(between(r, 180, 260), between(r, 50, 80))))
	for range 2 {
		x, y := between(r, 200, 1200), between(r, 150, j.Cloth.Width-150)
		var f []XY
		for k := range 7 {
			s, c := math.Sincos(float64(k) / 7 * 2 * math.Pi)
			rad := between(r, 15, 40)
			f = append(f, XY{x + rad*c, y + rad*s})
		}
		j.Cloth.Flaws = append(j.Cloth.Flaws, f)
	}
	return j
}

func mixedJob(seed uint64) Job {
	r := rand.New(rand.NewPCG(seed, 4))
	j := Job{Seed: int64(seed), Cloth: Cloth{Width: between(r, 1350, 1500)}}
	add := func(p Piece) { p.ID = fmt.Sprint(p.ID, len(j.Pieces)); j.Pieces = append(j.Pieces, p) }
	for range 5 {
		add(cut("panel-", true, panel(r)))
	}
	for range 5 {
		add(cut("gore-", true, gore(r)))
	}
	for range 4 {
		add(cut("bodice-", true, bodice(r)))
	}
	for k := range 4 {
		add(cut("sleeve-", true, sleeve(r, k%2 == 1)))
	}
	for range 8 {
		add(cut("strip-", false, oblong(between(r, 300, 900), between(r, 40, 130))))
	}
	for range 5 {
		add(cut("wedge-", true, wedge(r)))
	}
	for range 6 {
		add(cut("square-", false, oblong(between(r, 80, 140), between(r, 80, 140))))
	}
	return j
}

// ensembleJob is what one wearer's layers take: the panels of a corset, the gores
// of a skirt, a bodice with sleeves, and the bands, facings, triangles and
// squares that come with them; 60 pieces.
func ensembleJob(seed uint64) Job {
	r := rand.New(rand.NewPCG(seed, 23))
	j := Job{Seed: int64(seed), Cloth: Cloth{Width: between(r, 1120, 1500)}}
	add := func(count int, p Piece) {
		p.ID, p.Count = fmt.Sprint(p.ID, len(j.Pieces)), count
		j.Pieces = append(j.Pieces, p)
	}
	for _, p := range corsetJob(seed).Pieces[:4] {
		add(2, p)
	}
	long := between(r, 850, 1000)
	for range 4 {
		hem, top := between(r, 240, 400), between(r, 60, 130)
		add(2, cut("gore-", true, []plane.Point{{Y: -hem / 2}, {X: long, Y: -top / 2}, {X: long, Y: top / 2}, {Y: hem / 2}}))
	}
	for range 3 {
		add(2, cut("bodice-", true, bodice(r)))
	}
	add(2, cut("sleeve-", true, sleeve(r, false)))
	add(2, cut("sleeve-", true, sleeve(r, true)))
	for range 6 {
		add(2, cut("band-", false, oblong(between(r, 250, 800), between(r, 40, 110))))
	}
	for range 4 {
		add(2, cut("wedge-", true, wedge(r)))
	}
	for range 7 {
		add(2, cut("square-", false, oblong(between(r, 60, 140), between(r, 60, 140))))
	}
	return j
}

// cutting is how a rectangle is cut up.
type cutting int

const (
	slanted cutting = iota // by straight lines
	waved                  // by curved ones
	squared                // along and across the cloth
)

// line goes from one place on a border to another, or curves.
func (c cutting) line(r *rand.Rand, from, to plane.Point) []plane.Point {
	out := []plane.Point{from}
	if d := to.Sub(from); c == waved {
		high, waves := d.Norm()*between(r, 0.03, 0.12), between(r, 0.5, 1.5)
		for k := 0.1; k < 0.95; k += 0.1 {
			out = append(out, from.Add(d.Times(k)).Add(d.Unit().Left().Times(high*math.Sin(2*math.Pi*waves*k)*min(1, 4*min(k, 1-k)))))
		}
	}
	return append(out, to)
}

// jigsawJob cuts a rectangle of cloth up into n pieces, turns some about and
// rounds their corners to parts of a millimetre; the best length is the
// rectangle's.
func jigsawJob(seed uint64, n int, c cutting, unit float64) (Job, float64) {
	r := rand.New(rand.NewPCG(seed, 5))
	width, length := between(r, 900, 1400), between(r, 1200, 2200)
	pieces := [][]plane.Point{oblong(length, width)}
	for len(pieces) < n {
		big, most := 0, 0.0
		for i, p := range pieces {
			if a := math.Abs(plane.Area(p)) * between(r, 0.6, 1); a > most {
				big, most = i, a
			}
		}
		p := pieces[big]
		b := plane.BoxOf(p)
		at := b.Centre().Add(plane.Pt(b.Width()*between(r, -0.2, 0.2), b.Height()*between(r, -0.2, 0.2)))
		lean := between(r, -0.35, 0.35)
		if c == squared {
			lean = 0
		}
		along := plane.Pt(lean, 1)
		if b.Height() > b.Width() {
			along = plane.Pt(1, lean)
		}
		var sides []int
		var ends []plane.Point
		for i, a := range p {
			o := p[(i+1)%len(p)]
			if da, do := along.Cross(a.Sub(at)), along.Cross(o.Sub(at)); (da > 0) != (do > 0) {
				sides, ends = append(sides, i), append(ends, a.Toward(o, da/(da-do)))
			}
		}
		if len(sides) != 2 {
			continue
		}
		line := c.line(r, ends[0], ends[1])
		// Each part has the line and the border from one of its ends to the other.
		part := func(line []plane.Point, from, to int) []plane.Point {
			for k := from; k != to; {
				k = (k + 1) % len(p)
				line = append(line, p[k])
			}
			return clean(line)
		}
		one, two := part(plane.Reversed(line), sides[0], sides[1]), part(slices.Clone(line), sides[1], sides[0])
		sum := math.Abs(plane.Area(one)) + math.Abs(plane.Area(two))
		if _, _, crossed := plane.Crossing(one); crossed || math.Abs(sum-math.Abs(plane.Area(p))) > 1 {
			continue
		}
		if _, _, crossed := plane.Crossing(two); crossed {
			continue
		}
		pieces[big] = one
		pieces = append(pieces, two)
	}
	j := Job{Seed: int64(seed), Cloth: Cloth{Width: width}}
	for i, p := range pieces {
		q := cut(fmt.Sprint("part-", i), false, nil)
		off := plane.Pt(between(r, -500, 500), between(r, -500, 500))
		for _, v := range plane.Moved(plane.Turned(p, float64(180*r.IntN(2))), off) {
			q.Outline = append(q.Outline, XY{math.Round(v.X/unit) * unit, math.Round(v.Y/unit) * unit})
		}
		j.Pieces = append(j.Pieces, q)
	}
	r.Shuffle(n, func(a, b int) { j.Pieces[a], j.Pieces[b] = j.Pieces[b], j.Pieces[a] })
	return j, length
}

// seconds each kind is searched for in the benchmarks; LAY_SECONDS changes it.
func benchSeconds() float64 {
	if s, err := strconv.ParseFloat(os.Getenv("LAY_SECONDS"), 64); err == nil && s > 0 {
		return s
	}
	return 10
}

// plainUse is how much of the cloth bottom-left filling in random orders uses
// after so many seconds, on one core: it tells how hard a job is.
func plainUse(j Job, seconds float64) float64 {
	ctx, stop := context.WithTimeout(context.Background(), time.Duration(seconds*float64(time.Second)))
	defer stop()
	random := rand.New(rand.NewPCG(uint64(j.Seed), 8))
	items, best := j.items(), 0.0
	for ctx.Err() == nil {
		random.Shuffle(len(items), func(a, b int) { items[a], items[b] = items[b], items[a] })
		if r := run(ctx, j, items); ctx.Err() == nil && len(r.Unplaced) == 0 {
			best = max(best, r.Utilisation)
		}
	}
	return best
}

// BenchmarkLayQuality prints how much of the cloth each kind of job uses after
// ten seconds, beside the first lay and bottom-left filling in random orders.
func BenchmarkLayQuality(b *testing.B) {
	for _, kind := range []struct {
		name string
		job  func(uint64) Job
	}{{"panels", panelsJob}, {"corset", corsetJob}, {"gores", goresJob}, {"shift", shiftJob}, {"bodice", bodiceJob}, {"mixed", mixedJob}, {"ensemble", ensembleJob}} {
		for seed := uint64(1); seed <= 2; seed++ {
			b.Run(fmt.Sprint(kind.name, seed), func(b *testing.B) {
				for b.Loop() {
					j := kind.job(seed)
					j.Seconds = benchSeconds()
					if err := j.Check(); err != nil {
						b.Fatal(err)
					}
					var first Result
					start, took := time.Now(), time.Duration(0)
					r := Search(context.Background(), j, 0, func(r Result) {
						if took == 0 {
							first, took = r, time.Since(start)
						}
					})
					b.ReportMetric(r.Utilisation, "use")
					b.ReportMetric(plainUse(j, benchSeconds()), "plain-use")
					b.ReportMetric(first.Utilisation, "first-use")
					b.ReportMetric(float64(took.Milliseconds()), "first-ms")
				}
			})
		}
	}
	for k, name := range []string{"jigsaw", "curved-jigsaw", "square-jigsaw"} {
		for _, n := range []int{16, 28, 40} {
			b.Run(fmt.Sprint(name, n), func(b *testing.B) {
				for b.Loop() {
					j, length := jigsawJob(uint64(n), n, cutting(k), 0.01)
					j.Seconds = benchSeconds()
					r := Search(context.Background(), j, 0, nil)
					b.ReportMetric(r.Length/length-1, "over-best")
				}
			})
		}
	}
}

// bigJob is a workroom's day: as many pieces as said, of all kinds.
func bigJob(seed uint64, n int) Job {
	r := rand.New(rand.NewPCG(seed, 6))
	j := Job{Seed: int64(seed), Cloth: Cloth{Width: 1450}}
	kinds := []func() []plane.Point{func() []plane.Point { return panel(r) }, func() []plane.Point { return gore(r) }, func() []plane.Point { return bodice(r) },
		func() []plane.Point { return sleeve(r, false) }, func() []plane.Point { return wedge(r) }, func() []plane.Point { return oblong(between(r, 100, 900), between(r, 40, 140)) }}
	for total := 0; total < n; {
		p := cut(fmt.Sprint("piece-", len(j.Pieces)), true, kinds[len(j.Pieces)%len(kinds)]())
		p.Count = min(2+2*r.IntN(4), n-total)
		total += p.Count
		j.Pieces = append(j.Pieces, p)
	}
	return j
}

// BenchmarkFirstLay is what a page waits for: 57 mixed pieces laid once.
func BenchmarkFirstLay(b *testing.B) {
	j := bigJob(1, 57)
	for b.Loop() {
		Place(context.Background(), j)
	}
}

// BenchmarkLaySize prints how long a first full answer takes as the pieces grow
// in number, and how much of the cloth it uses.
func BenchmarkLaySize(b *testing.B) {
	for _, n := range []int{60, 120, 250, 500, 1000, 2000} {
		b.Run(fmt.Sprint(n), func(b *testing.B) {
			for b.Loop() {
				j := bigJob(1, n)
				start := time.Now()
				var took time.Duration
				j.Seconds = 9
				if n < 250 {
					j.Seconds = 0.001 // the first answer only
				}
				r := Search(context.Background(), j, 0, func(Result) {
					if took == 0 {
						took = time.Since(start)
					}
				})
				if len(r.Unplaced) > 0 {
					b.Fatal("not all were placed")
				}
				b.ReportMetric(float64(took.Milliseconds()), "first-ms")
				b.ReportMetric(r.Utilisation, "use")
			}
		})
	}
}
