package surface

import (
	"math"
	"testing"

	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"gonum.org/v1/gonum/spatial/r3"
)

// turned is a form of circles, their radius given by the height.
func turned(from, to, step float64, radius func(z float64) float64) *Form {
	var c figure.Column
	for z := from; z <= to+1e-9; z += step {
		c = append(c, figure.Ringed{Z: z, Section: figure.Ellipse(2*radius(z), 2*radius(z))})
	}
	return Of(c, nil)
}

// sector is the panel between two shares of the half girth and two heights.
func sector(s *Form, a, b, low, high float64) Panel {
	left, right := s.Through(Station{low, a}, Station{high, a}), s.Through(Station{low, b}, Station{high, b})
	flat := func(z float64) func(float64) float64 { return func(float64) float64 { return z } }
	return Panel{From: FromMiddle, Edges: []Edge{{"bottom", "", s.Around(a, b, flat(low))}, {"right", "", right},
		{"top", "", s.Around(b, a, flat(high))}, {"left", "", left.Reversed()}}}
}

// A cylinder unrolls without strain, to a rectangle.
func TestCylinder(t *testing.T) {
	s := turned(0, 300, 10, func(float64) float64 { return 150 })
	f, err := s.Unroll(sector(s, 0.1, 0.6, 0, 300))
	require.NoError(t, err)
	assert.Less(t, f.StrainOver(0), 2e-3)
	flat, on := f.Width(151)
	assert.InDelta(t, on, flat, 0.05)
	assert.InDelta(t, math.Pi*150/2, flat, 0.3)
}

// A cone 130 to 150 over 170: a quarter of it is a sector of 10.516° (geometry: the slant of
// 171.17 and the arcs' difference).
func TestCone(t *testing.T) {
	s := turned(0, 170, 10, func(z float64) float64 { return 130 + 20*z/170 })
	f, err := s.Unroll(sector(s, 0.25, 0.75, 0, 170))
	require.NoError(t, err)
	assert.Less(t, f.StrainOver(0.01), 3e-3)
	left, right := f.Edges[3].Parts[0], f.Edges[1].Parts[0]
	u, v := left[0].Sub(left[len(left)-1]), right[len(right)-1].Sub(right[0])
	angle := math.Abs(math.Atan2(u.Cross(v), u.Dot(v))) * 180 / math.Pi
	assert.InDelta(t, 10.516, angle, 0.05)
}

// Gores of a sphere of radius 150 between 60° south and north: what no cloth can do without
// giving. The seams keep their length, and the middle of the gore comes out short by no more
// than twice what the closed form of gores with exact seams and widths says, (π/n)²/6
// (n = 12: 1.14 %): here the widths give as well.
func TestSphereGores(t *testing.T) {
	const r = 150.0
	top := r * math.Sin(math.Pi/3)
	for _, n := range []int{12, 24} {
		s := turned(-top, top, top/60, func(z float64) float64 { return math.Sqrt(r*r - z*z) })
		a := 1 - 2/float64(n)
		f, err := s.Unroll(sector(s, a/2, 1-a/2, -top, top))
		require.NoError(t, err)
		meridian := r * 2 * math.Pi / 3
		for _, k := range []int{1, 3} {
			assert.InDelta(t, meridian, length(f.Edges[k].Parts[0]), 0.35, "%d gores, seam", n)
		}
		bottom, upper := f.Edges[0].Parts[0], f.Edges[2].Parts[0]
		middle := bottom[len(bottom)/2].To(upper[len(upper)/2])
		assert.InDelta(t, meridian, middle, meridian*2*math.Pow(math.Pi/float64(n), 2)/6, "%d gores", n)
		assert.Less(t, f.StrainOver(0.05), 0.5*math.Pow(math.Pi/float64(n), 2))
	}
}

func length(line []plane.Point) float64 {
	sum := 0.0
	for i := 1; i < len(line); i++ {
		sum += line[i-1].To(line[i])
	}
	return sum
}

// Conical stays: rings of 860 and 640 at a height of 200 make a cone of slant 203.04, whose
// whole is a sector of 62.08° (geometry): half of it unrolls to half the angle, without strain.
func TestConeOfStays(t *testing.T) {
	s := turned(0, 200, 10, func(z float64) float64 { return (640 + 220*z/200) / (2 * math.Pi) })
	f, err := s.Unroll(sector(s, 0, 1, 0, 200))
	require.NoError(t, err)
	left, right := f.Edges[3].Parts[0], f.Edges[1].Parts[0]
	u, v := left[0].Sub(left[len(left)-1]), right[len(right)-1].Sub(right[0])
	assert.InDelta(t, 203.04, length(left), 0.1)
	assert.InDelta(t, 62.08/2, math.Abs(math.Atan2(u.Cross(v), u.Dot(v)))*180/math.Pi, 0.15)
	assert.Less(t, f.StrainOver(0.01), 4e-3)
	assert.InDelta(t, 320, length(f.Edges[0].Parts[0]), 0.2)
	assert.InDelta(t, 430, length(f.Edges[2].Parts[0]), 0.2)
}

func figureOf(t testing.TB, v map[string]float64) figure.Figure {
	var list []figure.Reading
	for k, x := range v {
		list = append(list, figure.Reading{Key: k, Value: measure.Length(x)})
	}
	f, err := figure.New(list, figure.Women, 0)
	require.NoError(t, err)
	return f
}

// block is a plain front or back from the waist to the shoulder.
func block(s *Form, front bool) Panel {
	neckF, neckB, _ := s.Necklines(Neck{})
	o := figure.ScyeUsual
	o.Drop, o.Within = s.Torso.ScyeDrop, true
	scyeF, scyeB := s.Scye(o)
	ua := scyeF[len(scyeF)-1]
	side := s.Upright(-4, 0, ua.Z)
	shoulder := s.Shoulder()
	mid := s.Share(r3.Vec{X: side[0].X, Y: side[0].Y})
	zero := func(float64) float64 { return 0 }
	if front {
		cf := s.Centre(figure.InFront, 0, neckF[0].Z)
		bp := s.Torso.BustPoint
		c := 0.86 * bp.X
		waist := s.Beside(figure.InFront, [2]float64{0, c}, [2]float64{bp.Z, bp.X})
		sideDart := s.Straight(side.At(side.Length()*0.7), waist[len(waist)-1], FromFront)
		return Panel{From: FromFront, Edges: []Edge{{"waist", "", s.Around(0, mid, zero)}, {"side", "", side}, {"scye", "", scyeF.Reversed()},
			{"shoulder", "", shoulder.Reversed()}, {"neck", "", neckF.Reversed()}, {"cf", "", cf.Reversed()}}, Darts: []Dart{{ID: "waist", Edge: "waist", Line: waist}, {ID: "side", Edge: "side", Line: sideDart}}, Fold: "cf"}
	}
	cb := s.Centre(figure.Behind, 0, s.Torso.Nape.Z)
	tip := s.Torso.Underarm - 5
	dart := s.Through(Station{0, mid + (1-mid)*0.5}, Station{tip, mid + (1-mid)*0.5})
	mouth := shoulder.At(shoulder.Length() * 0.45)
	st := start{Form: s, from: FromBack}
	q := st.locate(mouth)
	q.X, q.Y = q.X*0.98, q.Y-85
	low := st.placed(q)
	sh := s.Straight(mouth, low, FromBack)
	return Panel{From: FromBack, Edges: []Edge{{"waist", "", s.Around(mid, 1, zero)}, {"cb", "", cb}, {"neck", "", neckB.Reversed()},
		{"shoulder", "", shoulder}, {"scye", "", scyeB}, {"side", "", side.Reversed()}}, Darts: []Dart{{ID: "waist", Edge: "waist", Line: dart}, {ID: "shoulder", Edge: "shoulder", Line: sh}}, Fold: "cb"}
}

func TestBlock(t *testing.T) {
	for name, v := range map[string]map[string]float64{"A": {"bust_girth": 920, "waist_girth": 740, "hip_girth": 1000, "height": 1650},
		"B": {"bust_girth": 1150, "waist_girth": 930, "hip_girth": 1170, "height": 1680}} {
		s := On(figureOf(t, v), 0, Ease{Bust: 40, Waist: 40, Hip: 40})
		for _, front := range []bool{true, false} {
			f, err := s.Unroll(block(s, front))
			require.NoError(t, err)
			t.Logf("%s front=%v vertices %d tris %d strain 95 %.2f%% 99 %.2f%% max %.2f%%", name, front, len(f.flat), len(f.mesh.tris), 100*f.StrainOver(0.05), 100*f.StrainOver(0.01), 100*f.StrainOver(0))
			for i, e := range f.Edges {
				sum := 0.0
				for _, p := range e.Parts {
					sum += length(p)
				}
				t.Logf("   %-10s %7.2f on the form %7.2f", e.ID, sum, block(s, front).Edges[i].Line.Length())
			}
			for _, d := range f.Darts {
				t.Logf("   dart %s %.1f° mouth %.1f legs %.2f %.2f", d.ID, d.Angle()*180/math.Pi, d.Mouth(), length(d.First), length(d.Leg))
			}
			for _, z := range []float64{1, 90, s.Torso.BustPoint.Z} {
				a, b := f.Width(z)
				t.Logf("   width at %.0f: %.2f on the form %.2f", z, a, b)
			}
		}
	}
}
