package outside

import (
	"context"
	"fmt"
	"math"
	"math/rand/v2"
	"testing"

	"ardentgusset/core/lay"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Jobs drawn at random, with hollow shapes, gaps, flaws, selvedges, mirrored
// pairs and naps, laid by the engine and judged by GEOS: placed polygons are
// made again from the result alone, as another program would.
func TestRandomLaysAgainstGEOS(t *testing.T) {
	random := rand.New(rand.NewPCG(7, 7))
	between := func(a, b float64) float64 { return a + (b-a)*random.Float64() }
	type laid struct {
		Job    lay.Job
		Result lay.Result
	}
	var in []laid
	for range 30 {
		j := lay.Job{Seed: random.Int64N(100), Cloth: lay.Cloth{Width: between(300, 900), Selvedge: between(0, 12), Nap: random.IntN(3) == 0}}
		if random.IntN(2) == 0 {
			j.Gap = between(1, 15)
		}
		for range random.IntN(3) {
			x, y := between(0, 500), between(0, j.Cloth.Width-40)
			j.Cloth.Flaws = append(j.Cloth.Flaws, []lay.XY{{x, y}, {x + between(10, 90), y + 5}, {x + 20, y + between(10, 60)}})
		}
		for i := range 1 + random.IntN(5) {
			p := lay.Piece{ID: fmt.Sprint(i), Count: 1 + random.IntN(4), MirrorPairs: random.IntN(2) == 0, Turns: []float64{between(0, 360), 90, 270}}
			corners, fine := 3+random.IntN(14), random.IntN(3) == 0
			if fine { // a curve, point by point
				corners = 60 + random.IntN(300)
			}
			wave, lobes := between(0, 25), float64(2+random.IntN(3))
			for k := range corners {
				r := between(15, 120)
				if fine {
					r = 80 + wave*math.Sin(lobes*2*math.Pi*float64(k)/float64(corners))
				}
				s, c := math.Sincos(2 * math.Pi * float64(k) / float64(corners))
				p.Outline = append(p.Outline, lay.XY{r*c + 1000, r*s - 500}) // in any position
			}
			j.Pieces = append(j.Pieces, p)
		}
		require.NoError(t, j.Check())
		in = append(in, laid{j, lay.Place(context.Background(), j)}, laid{j, lay.Search(context.Background(), j, 3, nil)})
	}
	var got []struct {
		Overlap, Outside, Flawed, Nearest, Area float64
		Count                                   int
		Turned                                  bool
	}
	ask(t, `
from shapely.affinity import rotate, scale, translate
out = []
for case in data:
    job, res = case["Job"], case["Result"]
    pieces = {p["id"]: p for p in job["pieces"]}
    shapes, turned = [], True
    for at in res["placements"]:
        p = pieces[at["id"]]
        s = Polygon(p["outline"])
        if at["mirrored"]:
            s = scale(s, 1, -1, origin=(0, 0))
        turned &= at["mirrored"] == (p.get("mirror_pairs", False) and at["copy"] % 2 == 1)
        allowed = p["turns"][:1] if job["cloth"].get("nap") else p["turns"]
        turned &= any(abs(at["turn_deg"] - a) < 1e-9 for a in allowed)
        shapes.append(translate(rotate(s, at["turn_deg"], origin=(0, 0)), at["x_mm"], at["y_mm"]))
    n = range(len(shapes))
    sel, w = job["cloth"].get("selvedge_mm", 0), job["cloth"]["width_mm"]
    cloth = Polygon([(0, sel), (res["length_mm"], sel), (res["length_mm"], w - sel), (0, w - sel)]).buffer(0.05)
    flaws = [Polygon(f) for f in job["cloth"].get("flaws") or []]
    out.append(dict(
        Overlap=max([shapes[i].intersection(shapes[k]).area for i in n for k in range(i)] or [0]),
        Nearest=min([shapes[i].distance(shapes[k]) for i in n for k in range(i)] or [1e9]),
        Outside=max([s.difference(cloth).area for s in shapes] or [0]),
        Flawed=max([s.intersection(f).area for s in shapes for f in flaws] or [0]),
        Area=sum(s.area for s in shapes), Count=len(shapes) + len(res["unplaced"]), Turned=turned))
print(json.dumps(out))`, in, &got)
	for i, g := range got {
		want := 0
		for _, p := range in[i].Job.Pieces {
			want += p.Count
		}
		assert.Equal(t, want, g.Count, "case %d: every copy is placed or said not to be", i)
		assert.Empty(t, in[i].Result.Unplaced, "case %d: on endless cloth all have room", i)
		assert.Less(t, g.Overlap, 1.0, "case %d", i)
		assert.Less(t, g.Outside, 1.0, "case %d", i)
		assert.Less(t, g.Flawed, 1.0, "case %d", i)
		assert.GreaterOrEqual(t, g.Nearest, in[i].Job.Gap-0.01, "case %d", i)
		assert.True(t, g.Turned, "case %d: turns and mirrors as allowed", i)
		assert.InDelta(t, g.Area/(in[i].Job.Cloth.Width*in[i].Result.Length), in[i].Result.Utilisation, 1e-6, "case %d", i)
	}
}

// The same with everything else a job may ask for: cloth folded both ways,
// irregular cloth, pinned pieces, repeats with a half-drop. GEOS judges the
// places, the folded ones also by turning one layer over onto the other.
func TestConstrainedLaysAgainstGEOS(t *testing.T) {
	random := rand.New(rand.NewPCG(11, 3))
	between := func(a, b float64) float64 { return a + (b-a)*random.Float64() }
	type laid struct {
		Job    lay.Job
		Result lay.Result
	}
	star := func(corners int) []lay.XY {
		var out []lay.XY
		for k := range corners {
			r := between(20, 110)
			s, c := math.Sincos(2 * math.Pi * float64(k) / float64(corners))
			out = append(out, lay.XY{r*c + 300, r*s - 200})
		}
		return out
	}
	alike := func() []lay.XY { // on both sides of its middle
		w, h, in := between(60, 200), between(40, 110), between(5, 18)
		return []lay.XY{{0, 0}, {w, in}, {w, h - in}, {0, h}, {-in, h / 2}}
	}
	var in []laid
	folded := map[lay.Fold]int{}
	for n := range 40 {
		j := lay.Job{Seed: random.Int64N(100), Cloth: lay.Cloth{Width: between(500, 900), Selvedge: between(0, 12)}}
		if random.IntN(2) == 0 {
			j.Gap = between(1, 15)
		}
		for i := range 2 + random.IntN(4) {
			j.Pieces = append(j.Pieces, lay.Piece{ID: fmt.Sprint(i), Count: 1 + random.IntN(4), MirrorPairs: random.IntN(3) > 0, Turns: []float64{0, 180}, Outline: star(3 + random.IntN(10))})
		}
		j.Pieces = append(j.Pieces, lay.Piece{ID: "alike", Count: 1 + random.IntN(3), Turns: []float64{0, 180}, Outline: alike()})
		switch n % 4 {
		case 0:
			j.Cloth.Fold = []lay.Fold{lay.Lengthwise, lay.Crosswise}[n/4%2]
			if j.Cloth.Fold == lay.Lengthwise {
				j.Pieces[len(j.Pieces)-1].OnFold = true
				j.Cloth.Flaws = [][]lay.XY{{{between(0, 200), 100}, {between(210, 300), 110}, {200, 170}}}
			}
		case 1:
			j.Cloth.Length = between(700, 1500)
			w, l := j.Cloth.Width, j.Cloth.Length
			j.Cloth.Outline = []lay.XY{{between(0, 100), between(0, 100)}, {l, 0}, {l - between(0, 300), w - between(0, 100)}, {l / 2, w - between(0, 300)}, {0, w}}
		case 2:
			first := lay.Place(context.Background(), j)
			for k, at := range first.Placements {
				if k%3 == 0 {
					at.X += 40 // all of them alike, so that they stay apart
					j.Pinned = append(j.Pinned, at)
				}
			}
		case 3:
			j.Cloth.RepeatX, j.Cloth.RepeatY, j.Cloth.HalfDrop = between(30, 120), between(30, 120), random.IntN(2) == 0
			for i := range j.Pieces {
				j.Pieces[i].Match = &lay.Match{Point: lay.XY{between(250, 350), between(-250, -150)}, Group: "side"}
			}
		}
		require.NoError(t, j.Check())
		r := lay.Place(context.Background(), j)
		if j.Cloth.Fold != lay.Flat {
			folded[j.Cloth.Fold] += len(r.Placements)
		}
		in = append(in, laid{j, r}, laid{j, lay.Improve(context.Background(), j, r, 2, nil)})
	}
	require.Positive(t, folded[lay.Lengthwise])
	require.Positive(t, folded[lay.Crosswise])
	var got []struct {
		Overlap, Outside, Flawed, Nearest, Unlike float64
		Count, Paired                             int
		Length                                    float64
		Matches                                   [][2]float64
	}
	ask(t, `
from shapely.affinity import rotate, scale, translate
out = []
for case in data:
    job, res = case["Job"], case["Result"]
    c = job["cloth"]
    pieces = {p["id"]: p for p in job["pieces"]}
    shapes, matches = {}, []
    for at in res["placements"]:
        p = pieces[at["id"]]
        put = lambda s: translate(rotate(scale(s, 1, -1, origin=(0, 0)) if at["mirrored"] else s, at["turn_deg"], origin=(0, 0)), at["x_mm"], at["y_mm"])
        assert at["mirrored"] == (p.get("mirror_pairs", False) and at["copy"] % 2 == 1), at
        assert at["turn_deg"] in p["turns"], at
        shapes[at["id"], at["copy"]] = put(Polygon(p["outline"]))
        if p.get("match"):
            m = put(Point(p["match"]["point"]))
            matches.append([m.x, m.y])
    all = list(shapes.values())
    n = range(len(all))
    sel, w, l = c.get("selvedge_mm", 0), c["width_mm"], res["length_mm"]
    cloth = Polygon(c["outline"]) if c.get("outline") else Polygon([(0, sel), (l, sel), (l, w - sel), (0, w - sel)])
    flaws = [Polygon(f) for f in c.get("flaws") or []]
    unlike, paired = 0, 0
    fold = c.get("fold", "")
    middle = None
    for (id, k), s in shapes.items():
        p = pieces[id]
        over = lambda s, at: scale(s, 1, -1, origin=(0, w / 2)) if fold == "lengthwise" else scale(s, -1, 1, origin=(at, 0))
        if fold and p.get("on_fold"):
            unlike, paired = max(unlike, over(s, 0).symmetric_difference(s).area / s.length), paired + 1
        elif fold and k % 2 == 0 and (id, k + 1) in shapes and (p.get("mirror_pairs") or id == "alike"):
            under = shapes[id, k + 1]
            if fold == "crosswise":  # one fold serves all
                at = (s.bounds[0] + under.bounds[2]) / 2
                middle = at if middle is None else middle
            unlike, paired = max(unlike, over(under, middle).symmetric_difference(s).area / s.length), paired + 1
    out.append(dict(
        Overlap=max([all[i].intersection(all[k]).area for i in n for k in range(i)] or [0]),
        Nearest=min([all[i].distance(all[k]) for i in n for k in range(i)] or [1e9]),
        Outside=max([s.difference(cloth.buffer(0.05)).area for s in all] or [0]),
        Flawed=max([s.intersection(f).area for s in all for f in flaws] or [0]),
        Unlike=unlike, Paired=paired, Count=len(all) + len(res["unplaced"]), Length=max([s.bounds[2] for s in all] or [0]), Matches=matches))
print(json.dumps(out))`, in, &got)
	for i, g := range got {
		j, r := in[i].Job, in[i].Result
		want := 0
		for _, p := range j.Pieces {
			want += p.Count
		}
		assert.Equal(t, want, g.Count, "case %d: every copy is placed or said not to be", i)
		if j.Cloth.Length == 0 {
			assert.Empty(t, r.Unplaced, "case %d", i)
		}
		assert.Less(t, g.Overlap, 1.0, "case %d", i)
		assert.Less(t, g.Outside, 1.0, "case %d", i)
		assert.Less(t, g.Flawed, 1.0, "case %d", i)
		gap := j.Gap
		if j.Cloth.Fold != lay.Flat {
			gap = 0 // it is cut open: what meets there is apart
		}
		assert.GreaterOrEqual(t, g.Nearest, gap-0.01, "case %d %q", i, j.Cloth.Fold)
		assert.Less(t, g.Unlike, 0.05, "case %d: the layers of %s cloth are cut alike", i, j.Cloth.Fold)
		assert.InDelta(t, g.Length, r.Length, 1e-3, "case %d", i)
		for _, at := range j.Pinned {
			assert.Contains(t, r.Placements, at, "case %d: what is pinned stays", i)
		}
		for _, m := range g.Matches {
			columns := (m[1] - g.Matches[0][1]) / j.Cloth.RepeatY
			assert.InDelta(t, columns, math.Round(columns), 1e-6, "case %d", i)
			x := m[0] - g.Matches[0][0]
			if j.Cloth.HalfDrop && int(math.Round(columns))%2 != 0 {
				x += j.Cloth.RepeatX / 2
			}
			assert.InDelta(t, 0, math.Remainder(x, j.Cloth.RepeatX), 1e-6, "case %d", i)
		}
	}
}

// A rectangle of cloth cut up by GEOS, along straight lines and curved ones, is
// laid again: as short as it was, and GEOS finds no overlap.
func TestCutUpByGEOSAndLaidAgain(t *testing.T) {
	type spec struct {
		Seed, Pieces int
		Curved       bool
	}
	var in []spec
	for seed := range 8 {
		in = append(in, spec{seed, 8 + 4*seed, seed%2 == 1})
	}
	var cut [][][]lay.XY
	ask(t, `
import random
from math import sin, pi
from shapely.geometry import LineString
from shapely.ops import split
out = []
for spec in data:
    r = random.Random(spec["Seed"])
    parts = [Polygon([(0, 0), (1800, 0), (1800, 1100), (0, 1100)])]
    while len(parts) < spec["Pieces"]:
        parts.sort(key=lambda p: -p.area)
        x0, y0, x1, y1 = parts[0].bounds
        x, y, lean = r.uniform(.35, .65) * (x1 - x0) + x0, r.uniform(.35, .65) * (y1 - y0) + y0, r.uniform(-.3, .3)
        a, b = ((x - 3000 * lean, y - 3000), (x + 3000 * lean, y + 3000)) if x1 - x0 > y1 - y0 else ((x - 3000, y - 3000 * lean), (x + 3000, y + 3000 * lean))
        high = r.uniform(10, 40) if spec["Curved"] else 0
        line = [(a[0] + (b[0] - a[0]) * k / 80 + high * sin(k * pi / 4), a[1] + (b[1] - a[1]) * k / 80 + high * sin(k * pi / 4)) for k in range(81)] if high else [a, b]
        two = [p for p in split(parts[0], LineString(line)).geoms]
        if len(two) == 2 and min(p.area for p in two) > 0.25 * parts[0].area:
            parts[:1] = two
    r.shuffle(parts)
    out.append([[(round(x + 77, 2), round(y - 55, 2)) for x, y in p.exterior.coords] for p in parts])
print(json.dumps(out))`, in, &cut)
	type laid struct {
		Job    lay.Job
		Result lay.Result
	}
	var all []laid
	for i, parts := range cut {
		j := lay.Job{Seed: int64(i), Cloth: lay.Cloth{Width: 1100}}
		for k, p := range parts {
			j.Pieces = append(j.Pieces, lay.Piece{ID: fmt.Sprint(k), Count: 1, Turns: []float64{0, 180}, Outline: p})
		}
		require.NoError(t, j.Check())
		r := lay.Search(context.Background(), j, 1, nil)
		assert.Empty(t, r.Unplaced)
		assert.Less(t, r.Length, 1800*1.005, "%d pieces", len(parts))
		all = append(all, laid{j, r})
	}
	var got []struct{ Overlap, Outside float64 }
	ask(t, `
from shapely.affinity import rotate, translate
out = []
for case in data:
    pieces = {p["id"]: Polygon(p["outline"]) for p in case["Job"]["pieces"]}
    shapes = [translate(rotate(pieces[at["id"]], at["turn_deg"], origin=(0, 0)), at["x_mm"], at["y_mm"]) for at in case["Result"]["placements"]]
    cloth = Polygon([(0, 0), (case["Result"]["length_mm"], 0), (case["Result"]["length_mm"], 1100), (0, 1100)]).buffer(0.05)
    out.append(dict(Overlap=max(a.intersection(b).area for i, a in enumerate(shapes) for b in shapes[:i]), Outside=max(s.difference(cloth).area for s in shapes)))
print(json.dumps(out))`, all, &got)
	for i, g := range got {
		assert.Less(t, g.Overlap, 1.0, "case %d", i)
		assert.Less(t, g.Outside, 0.01, "case %d", i)
	}
}
