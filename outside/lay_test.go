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
			corners := 3 + random.IntN(14)
			for k := range corners {
				r := between(15, 120)
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
