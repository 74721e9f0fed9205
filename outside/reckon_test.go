package outside

import (
	"math"
	"math/rand/v2"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/edge"
	"ardentgusset/core/reckon"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// reckoned answers, or is false for what can't be.
func reckoned(t *testing.T, name string, set draft.Settings) (reckon.Answer, bool) {
	r, ok := reckon.Find(name)
	require.True(t, ok)
	a, err := reckon.Do(r, set)
	return a, err == nil
}

func numberOf(t *testing.T, a reckon.Answer, key string) float64 {
	n, ok := a.Number(key)
	require.True(t, ok, key)
	return n.Value
}

// Parts of a circle, measured by GEOS as discs cut by a wedge: the area of the panels and the length of their hem are those of
// the radius and hem the reckoner gives.
func TestCirclesByGEOS(t *testing.T) {
	r := rand.New(rand.NewPCG(1, 2))
	type circle struct{ R, Long, Part, Hem, Panels, Angle float64 }
	var in []circle
	for range 40 {
		part, long := 0.2+0.8*r.Float64(), 200+800*r.Float64()
		a, ok := reckoned(t, "circle", draft.Settings{"round": 500 + 600*r.Float64(), "ease": 0.0, "part": part, "long": long, "cloth": 1500.0, "allowance": 0.0})
		if ok {
			in = append(in, circle{numberOf(t, a, "radius"), long, part, numberOf(t, a, "hem"), numberOf(t, a, "panels"), numberOf(t, a, "angle")})
		}
	}
	require.Greater(t, len(in), 20)
	var got [][2]float64
	ask(t, `
out = []
for s in data:
    far = s["R"] + s["Long"]
    ring = Point(0, 0).buffer(far, resolution=512).difference(Point(0, 0).buffer(s["R"], resolution=512))
    n, area, hem = 720, 0, 0
    a = math.radians(s["Angle"])
    wedge = Polygon([(0, 0)] + [(3*far*math.cos(a*i/n), 3*far*math.sin(a*i/n)) for i in range(n + 1)])
    panel = ring.intersection(wedge)
    rim = Point(0, 0).buffer(far, resolution=512).exterior.intersection(wedge)
    out.append([panel.area*s["Panels"], rim.length*s["Panels"]])
print(json.dumps(out))`, in, &got)
	for i, s := range in {
		far := s.R + s.Long
		assert.InEpsilon(t, math.Pi*s.Part*(far*far-s.R*s.R), got[i][0], 1e-3, "area of %v", s)
		assert.InEpsilon(t, s.Hem, got[i][1], 1e-3, "hem of %v", s)
	}
}

// Bias strips counted one by one, laid by GEOS: the bands between the lines, cut by the cloth, are as long as they are counted
// along their shorter side, lie beside each other, and cover no more than the cloth.
func TestBiasByGEOS(t *testing.T) {
	r := rand.New(rand.NewPCG(3, 4))
	type bias struct {
		W, H, Strip float64
		Strips      []float64
	}
	var in []bias
	for range 30 {
		b := bias{W: 200 + 1500*r.Float64(), H: 200 + 1200*r.Float64(), Strip: 15 + 60*r.Float64()}
		b.Strips = edge.Strips(b.W, b.H, b.Strip, 0)
		in = append(in, b)
	}
	var got [][2]float64
	ask(t, `
out = []
for s in data:
    cloth = Polygon([(0, 0), (s["W"], 0), (s["W"], s["H"]), (0, s["H"])])
    step, worst, area, far = s["Strip"]*math.sqrt(2), 0, 0, 4000
    line = lambda c: LineString([(c + far, -far), (c - far, far)])
    for k, long in enumerate(s["Strips"]):
        low, high = line(k*step), line((k + 1)*step)
        short = min(cloth.intersection(low).length, cloth.intersection(high).length)
        worst = max(worst, abs(short - long))
        band = Polygon(list(low.coords) + list(high.coords)[::-1])
        area += band.intersection(cloth).area
        assert abs(low.distance(high) - s["Strip"]) < 1e-6
    out.append([worst, cloth.area - area])
print(json.dumps(out))`, in, &got)
	for i := range in {
		assert.Less(t, got[i][0], 1e-6, "strips of %v", in[i])
		assert.Greater(t, got[i][1], -1e-6)
	}
}

// Rows over a piece, clipped by GEOS: as long together as the reckoner says.
func TestQuiltingByGEOS(t *testing.T) {
	r := rand.New(rand.NewPCG(5, 6))
	type rows struct{ W, H, Angle, Spacing, Length float64 }
	var in []rows
	for range 40 {
		s := rows{W: 100 + 600*r.Float64(), H: 100 + 600*r.Float64(), Angle: 90 * r.Float64(), Spacing: 8 + 30*r.Float64()}
		a, ok := reckoned(t, "quilting", draft.Settings{"wide": s.W, "high": s.H, "angle": s.Angle, "spacing": s.Spacing})
		if ok {
			s.Length = numberOf(t, a, "length")
			in = append(in, s)
		}
	}
	var got []float64
	ask(t, `
out = []
for s in data:
    box = Polygon([(0, 0), (s["W"], 0), (s["W"], s["H"]), (0, s["H"])])
    a = math.radians(s["Angle"])
    dx, dy, total = math.cos(a), math.sin(a), 0
    for k in range(-400, 401):
        x, y = s["W"]/2 - dy*k*s["Spacing"], s["H"]/2 + dx*k*s["Spacing"]
        part = box.intersection(LineString([(x - 3000*dx, y - 3000*dy), (x + 3000*dx, y + 3000*dy)])).length
        if part >= 5:
            total += part
    out.append(total)
print(json.dumps(out))`, in, &got)
	require.Greater(t, len(in), 30)
	for i := range in {
		assert.InDelta(t, got[i], in[i].Length, 0.01*got[i], "%v", in[i])
	}
}

// Scallops as GEOS has them: circles hung from their points, cut off by the edge.
func TestScallopsByGEOS(t *testing.T) {
	r := rand.New(rand.NewPCG(7, 8))
	type scallop struct{ Chord, Deep, Radius, Arc float64 }
	var in []scallop
	for range 40 {
		n, long := float64(2+r.IntN(30)), 300+3000*r.Float64()
		a, ok := reckoned(t, "scallops", draft.Settings{"long": long, "count": n, "deep": max(1, (0.05+0.44*r.Float64())*long/n)})
		if ok {
			in = append(in, scallop{numberOf(t, a, "chord"), numberOf(t, a, "deep"), numberOf(t, a, "radius"), numberOf(t, a, "arc")})
		}
	}
	require.Greater(t, len(in), 25)
	var got [][2]float64
	ask(t, `
out = []
for s in data:
    disc = Point(0, s["Radius"] - s["Deep"]).buffer(s["Radius"], resolution=2048)
    below = Polygon([(-s["Chord"], 0), (s["Chord"], 0), (s["Chord"], -s["Chord"]), (-s["Chord"], -s["Chord"])])
    piece = disc.intersection(below)
    width = piece.bounds[2] - piece.bounds[0]
    out.append([disc.exterior.intersection(below).length, width])
print(json.dumps(out))`, in, &got)
	for i, s := range in {
		assert.InEpsilon(t, s.Arc, got[i][0], 2e-3, "%v", s)
		assert.InEpsilon(t, s.Chord, got[i][1], 2e-3, "%v", s)
	}
}
