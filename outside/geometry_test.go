package outside

import (
	"context"
	"fmt"
	"math"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/catalogue"
	"ardentgusset/core/ensemble"
	"ardentgusset/core/figure"
	"ardentgusset/core/lay"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

type poly [][2]float64

func of(line []plane.Point) poly {
	out := make(poly, len(line))
	for i, p := range line {
		out[i] = [2]float64{p.X, p.Y}
	}
	return out
}

// A cloth of thickness t adds 2πt: GEOS's own offset of the same section,
// measured by GEOS, for round, flat and squarish sections.
func TestThicknessAgainstGEOS(t *testing.T) {
	type section struct {
		Outline poly
		T       float64
		Girth   float64
	}
	var in []section
	add := func(s figure.Section, err error) {
		require.NoError(t, err)
		for _, thick := range []float64{0.3, 2.4, 6.35, 30} {
			in = append(in, section{of(s.Outline()), thick, s.Thicker(thick).Girth()})
		}
	}
	add(figure.Ellipse(300, 300), nil)
	add(figure.EllipseOfGirth(710, 0.72), nil)
	add(figure.EllipseOfGirth(1300, 0.9), nil)
	add(figure.SectionOf(900, 300, 210))
	add(figure.SectionOf(700, 260, 190))
	var got []float64
	ask(t, `print(json.dumps([Polygon(s["Outline"]).buffer(s["T"], resolution=256).convex_hull.length for s in data]))`, in, &got)
	worst := 0.0
	for i := range in {
		worst = max(worst, math.Abs(got[i]-in[i].Girth))
	}
	t.Logf("worst difference %.3f mm over %d sections", worst, len(in))
	assert.Less(t, worst, 0.5)
}

// What a tape reads round two shapes, and round a padded one, against the
// length of GEOS' convex hull of their points.
func TestHullsAgainstGEOS(t *testing.T) {
	body := figure.EllipseOfGirth(980, 0.76)
	type hull struct {
		Points poly
		Girth  float64
	}
	var in []hull
	for _, by := range []float64{0, 60, 150, 320} {
		for _, o := range []figure.Section{figure.Ellipse(300, 120), figure.Oblong(700, 90, 420), figure.EllipseOfGirth(600, 1)} {
			moved := o.Shifted(-by)
			in = append(in, hull{of(append(body.Outline(), moved.Outline()...)), body.With(moved).Girth()})
		}
	}
	for _, deep := range []float64{15, 60, 140} {
		depth := func(bearing float64) float64 {
			off := math.Abs(math.Mod(bearing-180+540, 360) - 180)
			return deep * max(0, math.Cos(off/60*math.Pi/2)) * map[bool]float64{true: 1}[off < 60]
		}
		points := body.Outline()
		for _, p := range body.Outline() {
			if d := depth(math.Mod(math.Atan2(p.X, -p.Y)*180/math.Pi+360, 360)); d > 0 {
				points = append(points, p.Add(p.Unit().Times(d)))
			}
		}
		in = append(in, hull{of(points), body.Padded(depth).Girth()})
	}
	var got []float64
	ask(t, `print(json.dumps([MultiPoint(s["Points"]).convex_hull.length for s in data]))`, in, &got)
	worst := 0.0
	for i := range in {
		worst = max(worst, math.Abs(got[i]-in[i].Girth))
	}
	t.Logf("worst difference %.3f mm over %d hulls", worst, len(in))
	// GEOS measures the polygon of the points, the tape their curve.
	assert.Less(t, worst, 1.0)
}

// stacks are all garments in their usual order, drafted to three bodies with
// settings that differ from case to case. What can't be made for one of them is
// left out.
func stacks(t *testing.T) []ensemble.Stage {
	var out []ensemble.Stage
	for i, b := range []map[string]float64{
		{"bust_girth": 910, "waist_girth": 710, "hip_girth": 980, "height": 1660},
		{"bust_girth": 1250, "waist_girth": 1120, "hip_girth": 1300, "height": 1750},
		{"bust_girth": 790, "waist_girth": 590, "hip_girth": 860, "height": 1500},
	} {
		var readings []figure.Reading
		for _, m := range figure.Measurements() {
			if v, ok := b[m.Key]; ok {
				readings = append(readings, figure.Reading{Key: m.Key, Worn: figure.Bare, Value: measure.Length(v)})
			}
		}
		for n, stack := range catalogue.Everything() {
			p := ensemble.Plan{Group: figure.Women, Readings: readings}
			for _, kind := range stack.Kinds {
				g, _ := catalogue.Find(kind)
				set := draft.Settings{"allowance": 12 + 4*float64(i)}
				if g.About().Kind == "corset" {
					set["panels"] = float64(4 + i)
				}
				f := g.About().Usual
				f.Nap = i == 1
				p.Layers = append(p.Layers, ensemble.Layer{ID: fmt.Sprint(i, n, g.About().Kind), Kind: g.About().Kind, Name: g.About().Name, Settings: set, Fabric: f})
			}
			_, stages, err := ensemble.Walk(t.Context(), p, nil)
			require.NoError(t, err)
			for _, s := range stages {
				if s.Err != nil {
					t.Logf("left out: %s: %v", s.ID, s.Err)
					continue
				}
				out = append(out, s)
			}
		}
	}
	made := map[string]bool{}
	for _, s := range out {
		made[s.Kind] = true
	}
	require.Len(t, made, len(catalogue.All()))
	return out
}

// The cutting line of every piece against GEOS: it holds the sewing polygon
// and every edge's own strip (GEOS's one-sided buffer, flat ends), it stands
// off each edge by exactly that edge's allowance, and away from the corners
// nothing is added beyond the strips.
func TestCuttingLinesAgainstGEOS(t *testing.T) {
	type edge struct {
		Line      poly
		Allowance float64
	}
	type piece struct {
		Name  string
		Sew   poly
		Cut   poly
		Edges []edge
	}
	var in []piece
	for _, s := range stacks(t) {
		for i := range s.Draft.Pieces {
			p := &s.Draft.Pieces[i]
			outline, _ := p.Outline()
			one := piece{Name: s.ID + " " + p.ID, Sew: of(outline), Cut: of(p.CutLine())}
			for _, e := range p.Edges {
				one.Edges = append(one.Edges, edge{of(e.Line), e.Allowance})
			}
			in = append(in, one)
		}
	}
	var got []struct {
		Name    string
		Valid   bool
		Missing float64 // mm² of the wanted shape outside the cutting line
		Beyond  float64 // mm² outside the strips and the corners
		Worst   float64 // mm by which the cutting line is off an edge's allowance
	}
	ask(t, `
out = []
for p in data:
    sew, cut = Polygon(p["Sew"]), Polygon(p["Cut"])
    strips, corners, offs, worst = [sew], [], [], 0
    for e in p["Edges"]:
        line, a = LineString(e["Line"]), e["Allowance"]
        for end in (e["Line"][0], e["Line"][-1]):
            corners.append(Point(end).buffer(max(x["Allowance"] for x in p["Edges"]) * 2.6 + 0.1))
        if a == 0:
            continue
        strips.append(line.buffer(-a, single_sided=True, cap_style=2, join_style=2))
        n = 40
        for k in range(1, n):
            at = line.interpolate(k / n, normalized=True)
            if min(at.distance(Point(e["Line"][0])), at.distance(Point(e["Line"][-1]))) > 2.8 * a: # a corner that is trimmed reaches so far
                offs.append((at, a))
    strips = [s.buffer(0) for s in strips]
    want = unary_union(strips)
    # In a bend narrower than the allowance both its sides' strips meet: there it is as wide as
    # GEOS has it.
    around, wanted = cut.exterior, want.boundary
    for at, a in offs:
        d = around.distance(at)
        if abs(d - a) > worst:
            worst = max(worst, min(abs(d - a), abs(d - wanted.distance(at))))
    missing = want.difference(unary_union([cut] + corners)).area
    missing += sew.difference(cut).area
    beyond = cut.difference(unary_union([want.buffer(0.05)] + corners)).area
    if beyond > 1: # a union of strips that lie along each other now and then loses a part of one: one after the other
        rest = cut
        for one in strips + corners:
            rest = rest.difference(one.buffer(0.05))
        beyond = rest.area
    out.append(dict(Name=p["Name"], Valid=cut.is_valid and sew.is_valid, Missing=missing, Beyond=beyond, Worst=worst))
print(json.dumps(out))`, in, &got)
	require.Len(t, got, len(in))
	worst := 0.0
	for _, g := range got {
		assert.True(t, g.Valid, g.Name)
		assert.Less(t, g.Missing, 1.0, "%s: cloth missing", g.Name)
		assert.Less(t, g.Beyond, 1.0, "%s: cloth beyond", g.Name)
		assert.Less(t, g.Worst, 0.15, "%s: allowance off", g.Name) // hinged strips bend by small corners
		worst = max(worst, g.Worst)
	}
	t.Logf("%d pieces, worst allowance off by %.3f mm", len(got), worst)
}

// Lays of true pieces against GEOS: no two overlap, none leaves the cloth, and
// the areas add up to the utilisation the engine claims.
func TestLaysAgainstGEOS(t *testing.T) {
	type cloth struct {
		Name                    string
		Width, Length, Selvedge float64
		Shapes                  []poly
		Utilisation             float64
	}
	var in []cloth
	for _, s := range stacks(t) {
		j := s.Job()
		require.NoError(t, j.Check(), s.Kind)
		r := lay.Place(context.Background(), j)
		require.Empty(t, r.Unplaced)
		one := cloth{Name: s.ID, Width: j.Cloth.Width, Length: r.Length, Selvedge: j.Cloth.Selvedge, Utilisation: r.Utilisation}
		true_ := map[string]*pattern.Piece{}
		for i := range s.Draft.Pieces {
			true_[s.Draft.Pieces[i].ID] = &s.Draft.Pieces[i]
		}
		turn := map[string]float64{}
		for _, at := range r.Placements {
			// The true cutting line in the place found for its plainer one.
			p := lay.Piece{ID: at.ID}
			for _, q := range true_[at.ID].Opened() {
				c := ensemble.OnCloth(q)
				p.Outline = append(p.Outline, lay.XY{c.X, c.Y})
			}
			one.Shapes = append(one.Shapes, of(p.Shape(at)))
			if j.Cloth.Nap {
				if first, ok := turn[at.ID]; ok {
					assert.Equal(t, first, at.Turn, "%s: nap runs one way", at.ID)
				}
				turn[at.ID] = at.Turn
			}
		}
		in = append(in, one)
	}
	var got []struct {
		Name             string
		Overlap, Outside float64
		Use              float64
	}
	ask(t, `
out = []
for c in data:
    shapes = [Polygon(s) for s in c["Shapes"]]
    overlap = sum(shapes[i].intersection(shapes[k]).area for i in range(len(shapes)) for k in range(i))
    s = c["Selvedge"]
    cloth = Polygon([(0, s), (c["Length"], s), (c["Length"], c["Width"] - s), (0, c["Width"] - s)])
    outside = sum(p.difference(cloth.buffer(0.05)).area for p in shapes)
    out.append(dict(Name=c["Name"], Overlap=overlap, Outside=outside, Use=sum(p.area for p in shapes) / (c["Width"] * c["Length"])))
print(json.dumps(out))`, in, &got)
	for i, g := range got {
		assert.Less(t, g.Overlap, 1.0, "%s overlaps", g.Name)
		assert.Less(t, g.Outside, 1.0, "%s leaves the cloth", g.Name)
		assert.InDelta(t, in[i].Utilisation, g.Use, 0.01, g.Name)
		t.Logf("%s: %.2f m, %.1f %% used", g.Name, in[i].Length/1000, g.Use*100)
	}
}

// Areas of the pieces, opened at their folds, against GEOS.
func TestAreasAgainstGEOS(t *testing.T) {
	var in []poly
	var ours []float64
	for _, s := range stacks(t) {
		for i := range s.Draft.Pieces {
			in = append(in, of(s.Draft.Pieces[i].Opened()))
			ours = append(ours, s.Draft.Pieces[i].Area())
		}
	}
	var got []float64
	ask(t, `print(json.dumps([Polygon(p).area if Polygon(p).is_valid else -1 for p in data]))`, in, &got)
	for i := range got {
		assert.InDelta(t, got[i], ours[i], 0.01)
	}
}
