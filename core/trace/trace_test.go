package trace

import (
	"math"
	"testing"

	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

var mat = [4]plane.Point{{X: 412, Y: 318}, {X: 3604, Y: 402}, {X: 3228, Y: 2356}, {X: 806, Y: 2290}}

// A cutting mat of 600 by 400 seen askew: worked by hand from the closed form.
func TestAMatSeenAskew(t *testing.T) {
	f, err := FlatOf(mat, 600, 400)
	require.NoError(t, err)
	near := func(x, y float64, p plane.Point, by float64) {
		t.Helper()
		assert.InDelta(t, x, p.X, by)
		assert.InDelta(t, y, p.Y, by)
	}
	near(2012.2, 1476.1, f.Seen(plane.Pt(300, 200)), 0.05)
	a, b := f.At(plane.Pt(1200, 900)), f.At(plane.Pt(2600, 2000))
	near(297.59, 164.38, f.At(plane.Pt(2000, 1300)), 0.005)
	near(136.49, 93.26, a, 0.005)
	near(437.42, 313.74, b, 0.005)
	assert.InDelta(t, 373.05, a.To(b), 0.005)
	for i, at := range []plane.Point{{}, {X: 600}, {X: 600, Y: 400}, {Y: 400}} {
		near(mat[i].X, mat[i].Y, f.Seen(at), 1e-6)
	}
	// A corner misread by three pixels both ways moves the middle by a tenth of a mm, and what lies beyond it by more.
	wrong := mat
	wrong[2] = wrong[2].Add(plane.Pt(3, 3))
	g, err := FlatOf(wrong, 600, 400)
	require.NoError(t, err)
	moves := func(x, y float64) float64 { return g.At(f.Seen(plane.Pt(x, y))).To(plane.Pt(x, y)) }
	assert.Less(t, moves(300, 200), 0.12)
	assert.InDelta(t, 1.17, g.At(mat[2]).To(plane.Pt(600, 400)), 0.01)
	assert.InDelta(t, 2.39, moves(734, 534), 0.1)
}

// The corners may be clicked from above with the clock: nothing is mirrored by that.
func TestCornersEitherWayRound(t *testing.T) {
	f, err := FlatOf(mat, 600, 400)
	require.NoError(t, err)
	g, err := FlatOf([4]plane.Point{mat[3], mat[2], mat[1], mat[0]}, 600, 400)
	require.NoError(t, err)
	p := plane.Pt(1700, 1100)
	assert.InDelta(t, 0, f.At(p).To(g.At(p)), 1e-9)
	for _, wrong := range [][4]plane.Point{{mat[0], mat[2], mat[1], mat[3]}, {mat[0], mat[1], mat[1], mat[3]},
		{{X: 0, Y: 0}, {X: 100, Y: 0}, {X: 100, Y: 80}, {X: 0, Y: 80}}, {{X: 0, Y: 0}, {X: 3000, Y: 0}, {X: 1800, Y: 900}, {X: 1200, Y: 900}}} {
		_, err := FlatOf(wrong, 600, 400)
		assert.Error(t, err)
	}
}

// What any camera saw comes back, whatever it saw.
func TestWhatWasSeenComesBack(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		var c [4]plane.Point
		for i, p := range []plane.Point{{X: 500, Y: 400}, {X: 3500, Y: 400}, {X: 3500, Y: 2600}, {X: 500, Y: 2600}} {
			c[i] = p.Add(plane.Pt(rapid.Float64Range(-350, 350).Draw(t, "x"), rapid.Float64Range(-350, 350).Draw(t, "y")))
		}
		f, err := FlatOf(c, 700, 500)
		require.NoError(t, err)
		p := plane.Pt(rapid.Float64Range(-50, 750).Draw(t, "u"), rapid.Float64Range(-50, 550).Draw(t, "v"))
		assert.InDelta(t, 0, f.At(f.Seen(p)).To(p), 1e-6)
	})
}

// A straight edge a thousand pixels off the middle of a picture of 4000 by 3000, read in whole pixels and in tenths.
func TestTheBowOfALens(t *testing.T) {
	l := Lens{Half: 2500}
	for _, x := range []struct{ end, middle, bow, by float64 }{{968, 990.6, -0.06, 0.0002}, {968, 991, -0.061, 0.0004}} {
		got, err := l.Straightened(plane.Pt(-1548.8, x.end), plane.Pt(0, x.middle), plane.Pt(1548.8, x.end))
		require.NoError(t, err)
		assert.InDelta(t, x.bow, float64(got.Bow), x.by)
		a, m := got.Straight(plane.Pt(-1548.8, x.end)), got.Straight(plane.Pt(0, x.middle))
		assert.InDelta(t, m.Y, a.Y, 1e-6)
	}
	assert.InDelta(t, 1.064, Lens{Half: 2500, Bow: -0.06}.Straight(plane.Pt(2000, 1500)).Norm()/2500, 0.001)
	_, err := l.Straightened(plane.Pt(-1500, 900), plane.Pt(0, 2400), plane.Pt(1500, 900))
	assert.Error(t, err)
}

// Two known distances that disagree: by one of them, by both.
func TestScaleAndCheck(t *testing.T) {
	a := Known{plane.Pt(0, 0), plane.Pt(1318, 0), 250}
	b := Known{plane.Pt(0, 0), plane.Pt(0, 957), 180}
	s, err := a.Scale()
	require.NoError(t, err)
	assert.InDelta(t, 0.189681, s, 1e-6)
	off, allowed := b.Checked(s*b.Pixels(), a.Doubt())
	assert.InDelta(t, 0.0085, off, 0.0001)
	assert.InDelta(t, Tolerated, allowed, 1e-9, "clicking alone makes 0.37 %")
	assert.InDelta(t, 0.0037, math.Hypot(a.Doubt(), b.Doubt()), 0.0001)
	both := Both(a, b)
	assert.InDelta(t, 0.189131, both, 1e-6)
	assert.InDelta(t, 249.27, both*1318, 0.005)
	assert.InDelta(t, 181.00, both*957, 0.005)
	_, err = Known{plane.Pt(0, 0), plane.Pt(8, 0), 50}.Scale()
	assert.ErrorContains(t, err, "8 pixels")
}

// A quarter of an ellipse as a neckline is clicked: one cubic does it within a quarter of a mm, and its length is that of the ellipse.
func TestACurveThroughANeckline(t *testing.T) {
	var points []plane.Point
	for k := range 13 {
		sin, cos := math.Sincos(math.Pi / 2 * float64(k) / 12)
		points = append(points, plane.Pt(68*sin, -85*cos))
	}
	c := Fit(points, plane.Pt(1, 0), plane.Pt(0, 1), Usual)
	require.Len(t, c.Cubics, 1)
	one := c.Cubics[0]
	assert.InDelta(t, 43.2, one[0].To(one[1]), 0.8)
	assert.InDelta(t, 39.3, one[2].To(one[3]), 0.8)
	assert.Less(t, c.Worst, 0.25)
	assert.InDelta(t, 120.54, plane.Length(c.Line()), 0.06)
	assert.Less(t, plane.Length(points[:]), 120.5, "chords are short")
}

// A quarter of a circle by one cubic leaves it by less than three ten-thousandths of its radius (a known property of the cubic).
func TestAQuarterOfACircle(t *testing.T) {
	var points []plane.Point
	for k := range 40 {
		sin, cos := math.Sincos(math.Pi / 2 * float64(k) / 39)
		points = append(points, plane.Pt(90*cos, 90*sin))
	}
	c := Fit(points, plane.Pt(0, 1), plane.Pt(-1, 0), Usual)
	require.Len(t, c.Cubics, 1)
	assert.Less(t, c.Worst, 0.03)
	assert.InDelta(t, 0.5523*90, c.Cubics[0][0].To(c.Cubics[0][1]), 0.4)
}

// Whatever curve is clicked, with a hand that slips by half a mm, the fitted one runs near it, begins and ends where it did, and is made of
// few pieces; and it is had whichever way it is clicked.
func TestCurvesComeBack(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		pt := func(n string) plane.Point {
			return plane.Pt(rapid.Float64Range(0, 400).Draw(t, n+"x"), rapid.Float64Range(0, 400).Draw(t, n+"y"))
		}
		was := Cubic{plane.Pt(0, 0), pt("a"), pt("b"), plane.Pt(500, rapid.Float64Range(-100, 300).Draw(t, "end"))}
		n := rapid.IntRange(12, 60).Draw(t, "n")
		var points []plane.Point
		for k := range n + 1 {
			points = append(points, was.At(float64(k)/float64(n)))
		}
		c := Fit(points, was.Ahead(0.001), was.Ahead(0.999), Usual)
		require.NotEmpty(t, c.Cubics)
		assert.LessOrEqual(t, len(c.Cubics), mostPieces)
		line := c.Line()
		assert.InDelta(t, 0, line[0].To(points[0])+line[len(line)-1].To(points[n]), 1e-9)
		back := Fit(plane.Reversed(points), was.Ahead(0.999).Times(-1), was.Ahead(0.001).Times(-1), Usual)
		assert.InDelta(t, plane.Length(line), plane.Length(back.Line()), 0.01*plane.Length(line)+1)
	})
}
