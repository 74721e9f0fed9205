package lay

import (
	"context"
	"encoding/json"
	"fmt"
	"math"
	"strings"
	"testing"
	"time"

	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

func rectangle(id string, count int, w, h float64) Piece {
	return Piece{ID: id, Count: count, Turns: []float64{0, 180}, Outline: []XY{{0, 0}, {w, 0}, {w, h}, {0, h}}}
}

func laid(t require.TestingT, j Job) Result {
	require.NoError(t, j.Check())
	return Place(context.Background(), j)
}

func TestRectanglesFillTheWidth(t *testing.T) {
	r := laid(t, Job{Cloth: Cloth{Width: 300}, Pieces: []Piece{rectangle("a", 6, 200, 100)}})
	assert.InDelta(t, 400, r.Length, 1e-3)
	assert.InDelta(t, 1, r.Utilisation, 1e-5)
	assert.Len(t, r.Placements, 6)
}

func TestSelvedgeAndFlawAreKeptFree(t *testing.T) {
	flaw := []XY{{0, 40}, {150, 40}, {150, 60}, {0, 60}}
	r := laid(t, Job{Cloth: Cloth{Width: 120, Selvedge: 10, Flaws: [][]XY{flaw}}, Pieces: []Piece{rectangle("a", 1, 50, 100)}})
	require.Len(t, r.Placements, 1)
	assert.InDelta(t, 10, r.Placements[0].Y+minOver(r.Placements[0], 100), 1e-6)
	assert.InDelta(t, 200, r.Length, 1e-3, "it lies behind the flaw")
}

func minOver(p Placement, h float64) float64 {
	if p.Turn == 180 {
		return -h
	}
	return 0
}

func TestNapAllowsOneTurnOnly(t *testing.T) {
	j := Job{Cloth: Cloth{Width: 500, Nap: true}, Pieces: []Piece{{ID: "wedge", Count: 4, Turns: []float64{0, 180}, Outline: []XY{{0, 0}, {400, 0}, {0, 240}}}}}
	for _, p := range laid(t, j).Placements {
		assert.Zero(t, p.Turn)
	}
	short := laid(t, Job{Cloth: Cloth{Width: 500}, Pieces: j.Pieces})
	assert.Less(t, short.Length, laid(t, j).Length, "turned wedges interlock")
}

func TestWhatDoesNotFitSaysWhy(t *testing.T) {
	r := laid(t, Job{Cloth: Cloth{Width: 100, Length: 500}, Pieces: []Piece{rectangle("long", 1, 600, 50), rectangle("many", 3, 300, 90)}})
	require.Len(t, r.Unplaced, 3)
	for _, u := range r.Unplaced {
		assert.NotEmpty(t, u.Why)
	}
	assert.LessOrEqual(t, r.Length, 500.0)
}

func TestRepeatsMatch(t *testing.T) {
	a, b := rectangle("a", 2, 70, 40), rectangle("b", 2, 90, 30)
	a.Match, b.Match = &Match{XY{10, 5}, "side"}, &Match{XY{50, 12}, "side"}
	j := Job{Cloth: Cloth{Width: 400, RepeatX: 64, RepeatY: 48}, Pieces: []Piece{a, b}}
	r := laid(t, j)
	require.Len(t, r.Placements, 4)
	var first *plane.Point
	for _, p := range r.Placements {
		piece := map[string]*Piece{"a": &a, "b": &b}[p.ID]
		m := plane.Turned([]plane.Point{plane.Pt(piece.Match.Point[0], piece.Match.Point[1])}, p.Turn)[0].Add(plane.Pt(p.X, p.Y))
		if first == nil {
			first = &m
		}
		assert.InDelta(t, 0, math.Remainder(m.X-first.X, 64), 1e-6)
		assert.InDelta(t, 0, math.Remainder(m.Y-first.Y, 48), 1e-6)
	}
}

// star draws a simple polygon round a centre, with hollows.
func star(t *rapid.T, name string) []XY {
	n := rapid.IntRange(3, 12).Draw(t, name)
	var out []XY
	for i := range n {
		r := rapid.Float64Range(20, 120).Draw(t, name+" r")
		s, c := math.Sincos(2 * math.Pi * float64(i) / float64(n))
		out = append(out, XY{r * c, r * s})
	}
	return out
}

// No two pieces overlap, none leaves the cloth, odd copies of pairs are
// mirrored and the same job gives the same lay. Overlap is judged by sampling
// points, which has nothing in common with how the engine judges it.
func TestEveryLayIsSound(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		j := Job{Seed: 3, Cloth: Cloth{Width: rapid.Float64Range(260, 700).Draw(t, "width"), Selvedge: rapid.Float64Range(0, 8).Draw(t, "selvedge")}, Gap: rapid.SampledFrom([]float64{0, 0, 7}).Draw(t, "gap")}
		for i := range rapid.IntRange(1, 5).Draw(t, "pieces") {
			j.Pieces = append(j.Pieces, Piece{ID: fmt.Sprint(i), Count: rapid.IntRange(1, 3).Draw(t, "count"), MirrorPairs: rapid.Bool().Draw(t, "pairs"),
				Turns: []float64{0, 180}, Outline: star(t, fmt.Sprint("shape ", i))})
		}
		r := laid(t, j)
		require.Empty(t, r.Unplaced)
		require.Equal(t, r, Place(context.Background(), j))
		sound(t, j, r)
	})
}

// sound proves a lay by sampling points of its pieces.
func sound(t require.TestingT, j Job, r Result) {
	var shapes [][]plane.Point
	for _, p := range r.Placements {
		for i := range j.Pieces {
			if j.Pieces[i].ID == p.ID {
				require.Equal(t, j.Pieces[i].MirrorPairs && p.Copy%2 == 1, p.Mirrored)
				s := j.Pieces[i].Shape(p)
				b := plane.BoxOf(s)
				require.GreaterOrEqual(t, b.Min.X, -1e-6)
				require.LessOrEqual(t, b.Max.X, r.Length+1e-6)
				require.GreaterOrEqual(t, b.Min.Y, j.Cloth.Selvedge-edgeSlack) // counts as touching
				require.LessOrEqual(t, b.Max.Y, j.Cloth.Width-j.Cloth.Selvedge+edgeSlack)
				shapes = append(shapes, s)
			}
		}
	}
	for i, a := range shapes {
		box := plane.BoxOf(a)
		for k := range 60 {
			p := plane.Pt(box.Min.X+box.Width()*math.Mod(float64(k)*0.618034, 1), box.Min.Y+box.Height()*float64(k)/60)
			if !plane.Inside(a, p) || border(a, p) < 0.01 {
				continue
			}
			for m, b := range shapes {
				if m != i {
					require.False(t, plane.Inside(b, p) && border(b, p) > 0.01, "pieces %d and %d overlap at %v", i, m, p)
				}
			}
		}
		for m, b := range shapes {
			if m > i && j.Gap > 0 {
				for _, p := range a {
					require.GreaterOrEqual(t, border(b, p), j.Gap-1e-3)
				}
			}
		}
	}
}

// The search gives sound lays too, never longer than the first, the same for
// the same seed and rounds; over jobs of all kinds it saves cloth.
func TestSearchIsSound(t *testing.T) {
	saved := 0.0
	for seed := uint64(1); seed <= 2; seed++ {
		jigsaw, _ := jigsawJob(seed, 12, squared, 0.01)
		gapped := panelsJob(seed)
		gapped.Gap, gapped.Cloth.Selvedge = 8, 10
		napped := goresJob(seed + 10)
		napped.Cloth.Nap = true
		for k, j := range []Job{jigsaw, gapped, napped, bodiceJob(seed)} {
			require.NoError(t, j.Check())
			first := place(context.Background(), j, 1)
			var lengths []float64
			r := Search(context.Background(), j, 4, func(r Result) { lengths = append(lengths, r.Length) })
			require.Empty(t, r.Unplaced)
			sound(t, j, r)
			for i := 1; i < len(lengths); i++ {
				require.Less(t, lengths[i], lengths[i-1], "only better lays are told")
			}
			require.InDelta(t, r.Length, lengths[len(lengths)-1], 1e-9)
			if seed == 1 && k < 2 {
				require.Equal(t, r, Search(context.Background(), j, 4, nil), "the same seed, the same lay")
			}
			area := 0.0
			for i := range j.Pieces {
				area += math.Abs(plane.Area(points(j.Pieces[i].Outline))) * float64(j.Pieces[i].Count)
			}
			require.InDelta(t, area/(j.Cloth.Width*r.Length), r.Utilisation, 0.01)
			saved += 1 - r.Length/first.Length
			t.Logf("kind %d, seed %d: %.0f mm, the first %.0f", k, seed, r.Length, first.Length)
		}
	}
	require.Greater(t, saved/8, 0.02)
}

// Cloth that ends: what the first lay leaves over is brought onto it where
// there is room, and nothing ever lies beyond its end.
func TestSearchOnClothThatEnds(t *testing.T) {
	j := panelsJob(3)
	j.Seed = 2
	free := Search(context.Background(), j, 5, nil)
	j.Cloth.Length = free.Length * 1.04
	first := place(context.Background(), j, 1)
	require.NotEmpty(t, first.Unplaced, "the first lay does not get everything on")
	r := Search(context.Background(), j, 12, nil)
	require.Empty(t, r.Unplaced)
	require.LessOrEqual(t, r.Length, j.Cloth.Length+1e-6)
	sound(t, j, r)
	stop, cancel := context.WithCancel(context.Background())
	cancel()
	require.NotEmpty(t, Search(stop, j, 30, nil).Placements, "stopped at once it still has its first lay")
}

// border is the distance from a point to a polygon's border.
func border(poly []plane.Point, p plane.Point) float64 {
	best := math.Inf(1)
	for i, a := range poly {
		b := poly[(i+1)%len(poly)]
		u := b.Sub(a)
		k := max(0, min(1, p.Sub(a).Dot(u)/u.Dot(u)))
		best = min(best, p.To(a.Add(u.Times(k))))
	}
	return best
}

// Two thousand pieces, the most a job may have, are all laid and none on
// another, whether or not the time allowed is far too short.
func TestTheLargestJob(t *testing.T) {
	j := Job{Cloth: Cloth{Width: 1500, Flaws: [][]XY{{{300, 300}, {360, 300}, {330, 380}}}}, Gap: 2}
	for i := range 40 {
		var out []XY
		for k := range 12 {
			s, c := math.Sincos(2 * math.Pi * float64(k) / 12)
			r := 30 + float64((i*7+k*13)%50)
			out = append(out, XY{r * c, r * s})
		}
		j.Pieces = append(j.Pieces, Piece{ID: fmt.Sprint(i), Count: 50, MirrorPairs: true, Turns: []float64{0, 180}, Outline: out})
	}
	for _, seconds := range []float64{3, 0.05} {
		j.Seconds = seconds
		r := laid(t, j)
		require.Len(t, r.Placements, 2000)
		require.Empty(t, r.Unplaced)
		var boxes []plane.Box
		var shapes [][]plane.Point
		at := map[string]*Piece{}
		for i := range j.Pieces {
			at[j.Pieces[i].ID] = &j.Pieces[i]
		}
		for _, p := range r.Placements {
			s := at[p.ID].Shape(p)
			shapes, boxes = append(shapes, s), append(boxes, plane.BoxOf(s))
		}
		for i, a := range boxes {
			for k := range i {
				b := boxes[k]
				if a.Min.X < b.Max.X && b.Min.X < a.Max.X && a.Min.Y < b.Max.Y && b.Min.Y < a.Max.Y {
					for _, q := range shapes[i] {
						require.False(t, plane.Inside(shapes[k], q) && border(shapes[k], q) > 0.01, "%d and %d", i, k)
					}
				}
			}
		}
		t.Logf("%g s allowed: %.1f m, %.0f %% used", seconds, r.Length/1000, r.Utilisation*100)
	}
}

func TestBadJobsNameThePiece(t *testing.T) {
	for text, want := range map[string]string{
		`{"cloth":{"width_mm":100},"pieces":[]}`:                                                                                                      "nothing to place",
		`{"cloth":{"width_mm":-1},"pieces":[{"id":"a","count":1,"outline":[[0,0],[1,0],[0,1]]}]}`:                                                     "width_mm",
		`{"cloth":{"width_mm":100},"pieces":[{"id":"bow","count":1,"outline":[[0,0],[9,9],[9,0],[0,9]]}]}`:                                            `"bow" crosses itself`,
		`{"cloth":{"width_mm":100},"pieces":[{"id":"big","count":1,"outline":[[0,0],[500,0],[500,500],[0,500]]}]}`:                                    `"big" is ⟦500.00⟧ across`,
		`{"cloth":{"width_mm":100},"pieces":[{"id":"many","count":2001,"outline":[[0,0],[1,0],[0,1]]}]}`:                                              `"many" brings the job over 2000`,
		`{"cloth":{"width_mm":100},"pieces":[{"id":"flat","count":1,"outline":[[0,0],[1,0],[2,0]]}]}`:                                                 `"flat" has no area`,
		`{"cloth":{"width_mm":100},"pieces":[{"id":"a","count":1,"outline":[[0,0],[1e999,0],[2,0]]}]}`:                                                "can't be read",
		`{"cloth":{"width_mm":100},"pieces":[{"id":"a","count":1,"colour":"red","outline":[[0,0],[1,0],[0,1]]}]}`:                                     `"colour"`,
		`{"version":7,"cloth":{"width_mm":100},"pieces":[{"id":"a","count":1,"outline":[[0,0],[1,0],[0,1]]}]}`:                                        "version 7",
		`{"cloth":{"width_mm":100},"pieces":[{"id":"a","count":1,"outline":[[0,0],[1,0],[0,1]]},{"id":"a","count":1,"outline":[[0,0],[1,0],[0,1]]}]}`: "twice",
		`{"cloth":{"width_mm":100},"pieces":[{"id":"a","outline":[[0,0],[1,0],[0,1]]}]}`:                                                              "count",
		`not json`: "can't be read",
	} {
		_, err := Read(strings.NewReader(text))
		require.Error(t, err, text)
		assert.Contains(t, err.Error(), want)
		assert.NotContains(t, err.Error(), "\n")
	}
}

func FuzzRead(f *testing.F) {
	f.Add(`{"cloth":{"width_mm":300,"nap":true},"gap_mm":2,"seconds":1,"pieces":[{"id":"a","count":2,"mirror_pairs":true,"turns":[0,180],"outline":[[0,0],[100,0],[100,50]]}]}`)
	f.Add(`{"cloth":{"width_mm":300,"fold":"lengthwise"},"pieces":[{"id":"a","count":2,"mirror_pairs":true,"on_fold":true,"copies":[1],"outline":[[0,0],[100,0],[100,50],[0,50]]}],"pinned":[{"id":"a","copy":1,"mirrored":true,"turn_deg":0,"x_mm":0,"y_mm":175}]}`)
	f.Add(`{"cloth":{"width_mm":300,"length_mm":400,"outline":[[0,0],[400,10],[200,300]],"repeat_x_mm":20,"repeat_y_mm":9,"half_drop":true},"pieces":[{"id":"a","count":1,"match":{"point":[1,2],"group":"g"},"outline":[[0,0],[10,0],[10,50]]}]}`)
	f.Add(`{"cloth":{"width_mm":1e6,"flaws":[[[0,0],[1,1],[1,0]]]},"pieces":[{"id":"","count":-1}]}`)
	f.Fuzz(func(t *testing.T, s string) {
		j, err := Read(strings.NewReader(s))
		if err != nil {
			return
		}
		total := 0
		for _, p := range j.Pieces {
			total += p.Count * len(p.Outline)
		}
		if total > 40 {
			return // sound, but not to be laid a million times
		}
		r := Place(context.Background(), j)
		if _, err := json.Marshal(r); err != nil {
			t.Fatalf("the result can't be written: %v", err)
		}
	})
}

// Where it can't be shorter the search ends at once, whatever time it has.
func TestNothingIsLookedForInVain(t *testing.T) {
	j := Job{Cloth: Cloth{Width: 300}, Seconds: 60, Pieces: []Piece{rectangle("a", 6, 200, 100)}}
	start := time.Now()
	r := Search(context.Background(), j, 0, nil)
	assert.InDelta(t, 400, r.Length, 1e-3)
	assert.Less(t, time.Since(start), 20*time.Second)
}

// Two tries share their maps and meet after each round; nothing is lost or
// found twice.
func TestTwoTriesSideBySide(t *testing.T) {
	j, length := jigsawJob(2, 6, squared, 0.01)
	told := 0
	r := Search(context.Background(), j, 3, func(Result) { told++ })
	require.Empty(t, r.Unplaced)
	require.GreaterOrEqual(t, r.Length, length-0.05, "never shorter than what was cut up, but for the rounding of its corners")
	require.Positive(t, told)
	sound(t, j, r)
	// By the clock, where the two set out on their own.
	j.Seconds = 0.5
	last := math.Inf(1)
	r = Search(context.Background(), j, 0, func(r Result) {
		require.Less(t, r.Length, last, "every lay told of is shorter")
		last = r.Length
	})
	require.Empty(t, r.Unplaced)
	require.GreaterOrEqual(t, r.Length, length-0.05)
	sound(t, j, r)
}

// Random jobs of every constraint: what is placed has no fault, what is not
// says why, and a search from there on keeps it so.
func TestEveryConstraintIsKept(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		j := Job{Seed: 5, Cloth: Cloth{Width: rapid.Float64Range(400, 800).Draw(t, "width"), Selvedge: rapid.Float64Range(0, 8).Draw(t, "selvedge"), Nap: rapid.Bool().Draw(t, "nap")}}
		for i := range rapid.IntRange(1, 4).Draw(t, "pieces") {
			j.Pieces = append(j.Pieces, Piece{ID: fmt.Sprint(i), Count: rapid.IntRange(1, 4).Draw(t, "count"), MirrorPairs: rapid.Bool().Draw(t, "pairs"), Turns: []float64{0, 180}, Outline: star(t, fmt.Sprint("shape ", i))})
		}
		switch rapid.IntRange(0, 3).Draw(t, "kind") {
		case 0:
			j.Cloth.Fold = Lengthwise
		case 1:
			if j.Cloth.Fold = Crosswise; j.Cloth.Nap {
				require.ErrorContains(t, j.Check(), "nap")
				return
			}
		case 2:
			w, l := j.Cloth.Width, rapid.Float64Range(500, 1200).Draw(t, "length")
			j.Cloth.Length = l
			j.Cloth.Outline = []XY{{0, rapid.Float64Range(0, w/2).Draw(t, "a")}, {l * 0.6, 0}, {l, w * 0.5}, {l * 0.4, w}}
		case 3:
			j.Cloth.RepeatX, j.Cloth.RepeatY, j.Cloth.HalfDrop = 70, 55, true
			for i := range j.Pieces {
				j.Pieces[i].Match = &Match{Point: XY{3, 4}, Group: "g"}
			}
		}
		if j.Cloth.Fold == Flat && rapid.Bool().Draw(t, "apart") { // folded cloth keeps no gap across its fold
			j.Gap = rapid.Float64Range(0, 12).Draw(t, "gap")
		}
		require.NoError(t, j.Check())
		for _, r := range []Result{Place(context.Background(), j), Search(context.Background(), j, 2, nil)} {
			require.Empty(t, j.Faults(r.Placements))
			for _, u := range r.Unplaced {
				require.NotEmpty(t, u.Why)
			}
			total := len(r.Unplaced)
			seen := map[string]bool{}
			for _, at := range r.Placements {
				require.False(t, seen[copyKey(at.ID, at.Copy)])
				seen[copyKey(at.ID, at.Copy)] = true
				total++
			}
			for i := range j.Pieces {
				total -= j.Pieces[i].Count
			}
			require.Zero(t, total)
		}
	})
}

// Pieces of one height side by side: however little one lies over the other, it
// is noticed, and what is laid from there on lies behind it.
func TestSideBySideAtOneHeight(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		w, h := rapid.Float64Range(20, 900).Draw(t, "w"), rapid.Float64Range(20, 900).Draw(t, "h")
		over := rapid.Float64Range(0.06, w).Draw(t, "over")
		j := Job{Cloth: Cloth{Width: 1000}, Pieces: []Piece{rectangle("a", 2, w, h)}}
		at := []Placement{{ID: "a"}, {ID: "a", Copy: 1, X: w - over}}
		require.Len(t, j.Faults(at), 1)
		at[1].X = w
		require.Empty(t, j.Faults(at))
		it := newItem(&j.Pieces[0], 0, Cloth{})
		p := &it.poses[0]
		floor := rapid.Float64Range(0, w-0.005).Draw(t, "floor")
		x, ok := slide(p, 0, floor, []placed{obstacle(p.shape, 0)}, j.Cloth, nil, nil, math.Inf(1))
		require.True(t, ok)
		require.InDelta(t, w, x, 1e-3)
	})
}

// The border of a gap keeps pieces just the gap apart, and about their corners at
// most 6 % more.
func TestTheGapIsKeptAndNoMore(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		a, b := starPose(t, "a"), starPose(t, "b")
		gap := rapid.Float64Range(0.5, 25).Draw(t, "gap")
		dy := rapid.Float64Range(-40, 40).Draw(t, "dy")
		o := obstacle(a.shape, gap)
		spans := o.forbidden(b.shape, b.box, dy, nil)
		if len(spans) == 0 {
			return
		}
		first := math.Inf(1) // coming from the left, b stops here
		for _, s := range spans {
			first = min(first, s.from)
		}
		at := plane.Moved(b.shape, plane.Pt(first, dy))
		near := math.Inf(1)
		for _, p := range a.shape {
			near = min(near, border(at, p))
		}
		for _, p := range at {
			near = min(near, border(a.shape, p))
		}
		require.GreaterOrEqual(t, near, gap-1e-6)
		require.LessOrEqual(t, near, gap*1.06+1e-6)
	})
}

// Faults are found wherever there are any: the places of a good lay, moved at
// random, are judged as points inside both shapes judge them.
func TestFaultsAreFound(t *testing.T) {
	j := Job{Cloth: Cloth{Width: 300, Selvedge: 5, Length: 600, Flaws: [][]XY{{{400, 100}, {450, 100}, {420, 150}}}}, Pieces: []Piece{rectangle("a", 2, 100, 60), rectangle("b", 1, 80, 80)}}
	require.NoError(t, j.Check())
	at := func(id string, copy int, x, y float64) Placement { return Placement{ID: id, Copy: copy, X: x, Y: y} }
	assert.Empty(t, j.Faults([]Placement{at("a", 0, 0, 5), at("a", 1, 100, 5), at("b", 0, 0, 65)}))
	for why, wrong := range map[string][]Placement{
		"over the edge": {at("a", 0, -3, 5)}, "lies over the edge of the cloth": {at("b", 0, 550, 100)}, "flaw": {at("b", 0, 390, 90)}, "lies on a": {at("a", 0, 0, 5), at("b", 0, 90, 20)},
		"off the grain": {{ID: "a", Turn: 45, X: 100, Y: 100}}, "mirrored": {{ID: "a", Mirrored: true, X: 100, Y: 100}},
	} {
		assert.Contains(t, fmt.Sprint(j.Faults(wrong)), why)
	}
	match := Job{Cloth: Cloth{Width: 300, RepeatX: 40, RepeatY: 30, HalfDrop: true}, Pieces: []Piece{rectangle("a", 2, 50, 20)}}
	match.Pieces[0].Match = &Match{XY{5, 5}, "g"}
	assert.Empty(t, match.Faults([]Placement{at("a", 0, 0, 0), at("a", 1, 60, 30)}), "one repeat across and one and a half along")
	assert.Contains(t, fmt.Sprint(match.Faults([]Placement{at("a", 0, 0, 0), at("a", 1, 80, 30)})), "off the repeat")
	on := match.OnRepeat(at("a", 1, 83, 57), []Placement{at("a", 0, 0, 0)})
	assert.InDelta(t, 80, on.X, 1e-9)
	assert.InDelta(t, 60, on.Y, 1e-9)
	j.Gap = 5
	assert.NotEmpty(t, j.Faults([]Placement{at("a", 0, 0, 5), at("a", 1, 103, 5)}), "too near")
	for _, bad := range [][]Placement{{at("z", 0, 0, 0)}, {at("a", 7, 0, 5)}, {at("a", 0, 0, 5), at("a", 0, 200, 5)}, {at("a", 0, 0, 5), at("b", 0, 10, 10)}, {at("a", 0, math.NaN(), 5)}} {
		j.Pinned = bad
		assert.ErrorContains(t, j.Check(), "pinned")
	}
}
