package plane

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

func drawnPoint(t *rapid.T, name string) Point {
	return Pt(rapid.Float64Range(-800, 800).Draw(t, name+" x"), rapid.Float64Range(-800, 800).Draw(t, name+" y"))
}

// drawnPolygon is a star-shaped polygon, counter-clockwise.
func drawnPolygon(t *rapid.T) (out []Point) {
	n := rapid.IntRange(3, 14).Draw(t, "n")
	at := drawnPoint(t, "at")
	for k := range n {
		s, c := math.Sincos(2 * math.Pi * float64(k) / float64(n))
		r := rapid.Float64Range(20, 300).Draw(t, "r")
		out = append(out, at.Add(Pt(c*r, s*r)))
	}
	return out
}

// Moving, turning and mirroring keep lengths; areas stay, and change their sign in a mirror; and each undoes itself.
func TestMotionsKeepLengths(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		poly, d := drawnPolygon(t), drawnPoint(t, "by")
		degrees, axis := rapid.Float64Range(-720, 720).Draw(t, "degrees"), rapid.Float64Range(-300, 300).Draw(t, "axis")
		for name, got := range map[string][]Point{"moved": Moved(poly, d), "turned": Turned(poly, degrees), "mirrored": Mirrored(poly, axis),
			"reversed": Reversed(poly)} {
			require.InDelta(t, Length(poly), Length(got), 1e-6, name)
			want := Area(poly)
			if name == "mirrored" || name == "reversed" {
				want = -want
			}
			require.InDelta(t, want, Area(got), 1e-4, name)
		}
		back := Turned(Moved(Turned(Moved(poly, d), degrees), Pt(0, 0)), -degrees)
		for i, p := range Moved(back, d.Times(-1)) {
			require.InDelta(t, 0, p.To(poly[i]), 1e-6)
		}
		twice := Mirrored(Mirrored(poly, axis), axis)
		require.InDelta(t, 0, twice[0].To(poly[0]), 1e-6)
		require.Equal(t, poly, Reversed(Reversed(poly)))
	})
	// Right angles are exact: pieces turned by a quarter lie on the grain.
	assert.Equal(t, []Point{{X: -3, Y: 2}}, Turned([]Point{{X: 2, Y: 3}}, 90))
	assert.Equal(t, []Point{{X: -2, Y: -3}}, Turned([]Point{{X: 2, Y: 3}}, -180))
}

// A point that goes a share of the way, the middle, left and right: what they are by their names.
func TestPointsOnTheWay(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		a, b := drawnPoint(t, "a"), drawnPoint(t, "b")
		share := rapid.Float64Range(0, 1).Draw(t, "share")
		q := a.Toward(b, share)
		require.InDelta(t, share*a.To(b), a.To(q), 1e-6)
		require.InDelta(t, 0, a.Mid(b).To(a.Toward(b, 0.5)), 1e-9)
		require.InDelta(t, 0, a.Left().Add(a.Right()).Norm(), 1e-9)
		require.InDelta(t, 0, a.Dot(a.Left()), 1e-6)
		require.GreaterOrEqual(t, a.Cross(a.Left()), 0.0)
		if a.Norm() > 1 {
			require.InDelta(t, 1, a.Unit().Norm(), 1e-9)
			angle := rapid.Float64Range(-3, 3).Draw(t, "angle")
			require.InDelta(t, a.Norm(), a.Turned(angle).Norm(), 1e-6)
			require.InDelta(t, math.Cos(angle), a.Unit().Dot(a.Turned(angle).Unit()), 1e-9)
		}
		if a.To(b) > 1 {
			require.InDelta(t, a.To(b)*share, math.Abs(Off(q.Add(b.Sub(a).Unit().Left().Times(a.To(b)*share)), a, b)), 1e-5)
		}
	})
}

// The hull holds every point, has no hollow, and is the hull of itself; a box is as wide as what it holds.
func TestHullHoldsEverything(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		var all []Point
		for range rapid.IntRange(3, 40).Draw(t, "n") {
			all = append(all, drawnPoint(t, "p"))
		}
		hull := Hull(all)
		for i := range hull {
			a, b, c := hull[i], hull[(i+1)%len(hull)], hull[(i+2)%len(hull)]
			require.GreaterOrEqual(t, b.Sub(a).Cross(c.Sub(b)), -1e-6, "it turns in")
			for _, p := range all {
				require.GreaterOrEqual(t, b.Sub(a).Cross(p.Sub(a)), -1e-3, "it leaves a point out")
			}
		}
		require.InDelta(t, math.Abs(Area(hull)), math.Abs(Area(Hull(hull))), 1e-6)
		box, whole := BoxOf(hull), BoxOf(all)
		require.Equal(t, whole, box)
		require.InDelta(t, 0, box.Centre().To(box.Min.Mid(box.Max)), 1e-9)
		require.LessOrEqual(t, math.Abs(Area(hull)), box.Width()*box.Height()+1e-6)
	})
}

// A curve leaves and arrives as it is told; a quarter is a quarter of a circle; a line beside a straight one is as far from it
// all along, on the side that is asked for.
func TestCurvesArriveAsTold(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		a, b := drawnPoint(t, "a"), drawnPoint(t, "b")
		if a.To(b) < 20 {
			return
		}
		from, to := Pt(1, 0).Turned(rapid.Float64Range(-1, 1).Draw(t, "from")), Pt(1, 0).Turned(rapid.Float64Range(-1, 1).Draw(t, "to"))
		line := Sweep(a, from, b, to)
		require.InDelta(t, 0, line[0].To(a), 1e-9)
		require.InDelta(t, 0, line[len(line)-1].To(b), 1e-9)
		require.Greater(t, line[1].Sub(line[0]).Unit().Dot(from), 0.97)
		require.Greater(t, line[len(line)-1].Sub(line[len(line)-2]).Unit().Dot(to), 0.97)
		d := rapid.Float64Range(-40, 40).Draw(t, "beside")
		side := Beside([]Point{a, a.Mid(b), b}, d)
		for _, q := range side {
			require.InDelta(t, d, b.Sub(a).Unit().Cross(q.Sub(a)), 1e-6)
		}
	})
	r := 120.0
	for _, q := range Quarter(Pt(r, 0), Pt(r, r), Pt(0, r)) {
		assert.InDelta(t, r, q.Norm(), 0.0004*r)
	}
	assert.InDelta(t, math.Pi*r/2, Length(Quarter(Pt(r, 0), Pt(r, r), Pt(0, r))), 0.1)
}

// How far a point lies from a border is no more than to any of its corners, is nothing on it, and grows by as much as one
// steps away from a side.
func TestApartnessFromABorder(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		poly, p := drawnPolygon(t), drawnPoint(t, "p")
		far := Apartness(poly, p)
		for i, q := range poly {
			require.LessOrEqual(t, far, p.To(q)+1e-9)
			require.InDelta(t, 0, Apartness(poly, q.Mid(poly[(i+1)%len(poly)])), 1e-6)
		}
		require.InDelta(t, far, Apartness(Moved(poly, Pt(7, -3)), p.Add(Pt(7, -3))), 1e-6)
		line := append(append([]Point(nil), poly...), poly[0])
		apart, _ := Apart([]Point{p}, line)
		require.InDelta(t, apart, far, 1e-6)
		m := Middle(poly, 0.5)
		require.True(t, Inside(poly, m))
	})
}
