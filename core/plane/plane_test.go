package plane

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// round is the length round a polygon.
func round(poly []Point) float64 { return Length(append(append([]Point{}, poly...), poly[0])) }

func square(s float64) []Point { return []Point{{0, 0}, {s, 0}, {s, s}, {0, s}} }

func TestAreaAndInside(t *testing.T) {
	assert.Equal(t, 100.0, Area(square(10)))
	assert.Equal(t, -100.0, Area(Reversed(square(10))))
	assert.True(t, Inside(square(10), Pt(5, 5)))
	assert.False(t, Inside(square(10), Pt(15, 5)))
}

// A quarter circle by the usual cubic (handle 0.5523) is longer than the true
// arc by less than 3 parts in 10,000; flattening must add almost nothing.
func TestCubicLength(t *testing.T) {
	const r, k = 300.0, 0.5522847498
	l := Length(Cubic(Pt(r, 0), Pt(r, r*k), Pt(r*k, r), Pt(0, r)))
	assert.InDelta(t, r*math.Pi/2, l, 0.15)
}

func TestPartsAddUp(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		v := rapid.Float64Range(-500, 500)
		p := func(n string) Point { return Pt(v.Draw(t, n+"x"), v.Draw(t, n+"y")) }
		l := Cubic(p("a"), p("b"), p("c"), p("d"))
		whole := Length(l)
		cut := rapid.Float64Range(0, 1).Draw(t, "cut") * whole
		if d := math.Abs(Length(Part(l, 0, cut)) + Length(Part(l, cut, whole)) - whole); d > 1e-6 {
			t.Fatalf("parts differ from the whole by %v", d)
		}
	})
}

func TestCrossing(t *testing.T) {
	_, _, crossed := Crossing(square(5))
	assert.False(t, crossed)
	_, _, crossed = Crossing([]Point{{0, 0}, {10, 10}, {10, 0}, {0, 10}})
	assert.True(t, crossed, "bow tie")
	_, _, crossed = Crossing([]Point{{0, 0}, {10, 0}, {5, 0}, {5, 5}})
	assert.True(t, crossed, "folded back")
}

func TestOutsetOfASquareByEdge(t *testing.T) {
	s := square(100)
	out := Outset([]Side{{Line: s[:2], Out: 10}, {Line: s[1:3], Out: 20}, {Line: s[2:4]}, {Line: []Point{s[3], s[0]}, Out: 5}})
	b := BoxOf(out)
	assert.Equal(t, Box{Pt(-5, -10), Pt(120, 100)}, b)
	assert.InDelta(t, 125*110, Area(out), 1e-6)
}

// For a convex polygon moved out by d with sharp corners the area grows by
// perimeter·d + d²·Σtan(turn/2) (elementary geometry).
func TestOutsetAreaOfConvexPolygons(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		n := rapid.IntRange(3, 14).Draw(t, "n")
		d := rapid.Float64Range(0.5, 30).Draw(t, "d")
		a, b := rapid.Float64Range(50, 400).Draw(t, "a"), rapid.Float64Range(50, 400).Draw(t, "b")
		poly := make([]Point, n)
		for i := range poly {
			s, c := math.Sincos(2 * math.Pi * float64(i) / float64(n))
			poly[i] = Pt(a*c, b*s)
		}
		want := Area(poly) + round(poly)*d
		var sides []Side
		for i := range poly {
			p, q, r := poly[i], poly[(i+1)%n], poly[(i+2)%n]
			sides = append(sides, Side{Line: []Point{p, q}, Out: d})
			turn := math.Acos(min(1, q.Sub(p).Unit().Dot(r.Sub(q).Unit())))
			if math.Tan(turn/2) > spike { // a corner this pointed is cut off: another polygon
				return
			}
			want += d * d * math.Tan(turn/2)
		}
		got := Outset(sides)
		if math.Abs(Area(got)-want) > 1e-6*want {
			t.Fatalf("area %v, want %v", Area(got), want)
		}
	})
}

func TestOutsetOfAHollowCurveHasNoLoop(t *testing.T) {
	hollow := Cubic(Pt(100, 0), Pt(60, 40), Pt(40, 40), Pt(0, 0)) // an armhole tighter than its allowance
	poly := append([]Point{{0, 0}, {0, -60}, {100, -60}}, hollow[:len(hollow)-1]...)
	require.Positive(t, Area(poly))
	out := Outset([]Side{{Line: poly[:3], Out: 10}, {Line: []Point{poly[2], poly[3]}, Out: 10}, {Line: hollow, Out: 25}})
	_, _, crossed := Crossing(out)
	assert.False(t, crossed)
	assert.Greater(t, Area(out), Area(poly))
}

func TestPlainerHoldsTheShape(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		n := rapid.IntRange(8, 90).Draw(t, "n")
		poly := make([]Point, n)
		for i := range poly {
			s, c := math.Sincos(2 * math.Pi * float64(i) / float64(n))
			r := 200 + 60*math.Sin(3*2*math.Pi*float64(i)/float64(n))*rapid.Float64Range(0.99, 1).Draw(t, "r")
			poly[i] = Pt(r*c, r*s)
		}
		plain := Plainer(poly, 0.25)
		for _, p := range poly {
			require.True(t, Inside(plain, p))
		}
		require.LessOrEqual(t, Area(plain)-Area(poly), round(poly)*0.75)
	})
}

// A hem of a piece that widens downwards, folded up along the hem line, lies
// between the piece's own cutting lines at the same height: by folding every
// corner of the hem over and asking whether it falls on them.
func TestTurnedHemsFit(t *testing.T) {
	for _, lean := range []float64{-60, 0, 45, 130, 240} {
		a, b, c, d := Pt(0, 0), Pt(300, 0), Pt(300-lean, 500), Pt(lean, 500)
		out := Outset([]Side{{Line: []Point{a, b}, Out: 40, Turned: true}, {Line: []Point{b, c}, Out: 12}, {Line: []Point{c, d}, Out: 12}, {Line: []Point{d, a}, Out: 12}})
		wide := func(y float64) float64 {
			s := Spans(out, Pt(-1000, y), Pt(1, 0))
			require.Len(t, s, 1)
			return s[0][1] - s[0][0]
		}
		for _, h := range []float64{1, 15, 39} {
			assert.InDelta(t, wide(h), wide(-h), 1e-6, "lean %v, %v mm from the hem line", lean, h)
		}
		assert.InDelta(t, -40, BoxOf(out).Min.Y, 1e-9)
	}
}

// The distance of two lines is the true one, however far apart they lie.
func TestApartIsTheTrueDistance(t *testing.T) {
	for _, far := range []float64{1, 49, 51, 800, 1e5} {
		d, at := Apart([]Point{{X: 0, Y: 0}, {X: 0, Y: 100}}, []Point{{X: far, Y: 30}, {X: far + 5, Y: 30}})
		assert.InDelta(t, far, d, 1e-9)
		assert.InDelta(t, 30, at.Y, 1e-9)
	}
}

// A parallel line lies as far away all along, and never crosses itself, also beside a bend that
// is sharper than it is far.
func TestParallelKeepsItsDistance(t *testing.T) {
	bend := Join(Cubic(Pt(0, 0), Pt(60, 0), Pt(80, 30), Pt(80, 60)), Cubic(Pt(80, 60), Pt(80, 90), Pt(120, 90), Pt(160, 120)))
	for _, d := range []float64{-60, -25, 25, 60} {
		got := Parallel(bend, d)
		for i := 0.0; i <= 20; i++ {
			q, _ := Along(got, Length(got)*i/20)
			off, _ := Apart([]Point{q}, bend)
			assert.InDelta(t, math.Abs(d), off, 0.06*math.Abs(d))
		}
		_, _, crossed := Crossing(append(append([]Point{}, got...), Pt(-500, 500), Pt(-500, -500)))
		assert.False(t, crossed, "%v", d)
	}
}
