package quilt

import (
	"math"
	"testing"

	"ardentgusset/core/plane"
	"ardentgusset/core/stitch"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

func square(side float64) []plane.Point {
	return []plane.Point{{X: 0, Y: 0}, {X: side, Y: 0}, {X: side, Y: side}, {X: 0, Y: side}}
}

// Lines a spacing apart cover an area: their length times the spacing is the
// area they lie in, whatever the angle (Cavalieri's principle).
func TestLinesCoverTheArea(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		side, spacing := rapid.Float64Range(150, 600).Draw(t, "side"), rapid.Float64Range(5, 20).Draw(t, "spacing")
		p := Plan{Outline: square(side), Spacing: spacing, Angle: rapid.Float64Range(0, 180).Draw(t, "angle"), Through: plane.Pt(rapid.Float64Range(0, side).Draw(t, "x"), side/3)}
		lines := p.Lines()
		sum := 0.0
		for i, l := range lines {
			sum += plane.Length(l)
			require.InDelta(t, math.Mod(p.Angle, 180), math.Mod(math.Atan2(l[1].Y-l[0].Y, l[1].X-l[0].X)*180/math.Pi+360, 180), 0.01)
			for _, q := range l {
				require.Less(t, plane.Apartness(p.Outline, q), 1e-6, "both ends on the border")
			}
			if i > 0 {
				gap := math.Abs(l[0].Sub(lines[i-1][0]).Dot(l[1].Sub(l[0]).Unit().Left()))
				require.InDelta(t, spacing, gap, 1e-6, "no slip adds up")
			}
		}
		require.InDelta(t, side*side, sum*spacing, 3*side*spacing)
	})
}

// Lines stop at what must stay free and go on behind it.
func TestLinesKeepClear(t *testing.T) {
	hole := []plane.Point{{X: 80, Y: -10}, {X: 120, Y: -10}, {X: 120, Y: 210}, {X: 80, Y: 210}}
	p := Plan{Outline: square(200), Spacing: 10, Angle: 0, Through: plane.Pt(0, 5), Clear: [][]plane.Point{hole}}
	whole := p
	whole.Clear = nil
	assert.Len(t, p.Lines(), 2*len(whole.Lines()))
	for _, l := range p.Lines() {
		for k := 0.0; k <= 1; k += 0.05 {
			q := l[0].Toward(l[1], k)
			assert.False(t, q.X > 80.001 && q.X < 119.999)
		}
	}
	p.Shortest = 100
	assert.Empty(t, p.Lines(), "stumps are left out")
}

// Mirrored at a seam and laid edge to edge, the lines of both sides make the
// same angle with it.
func TestMirroredAngle(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		lean := rapid.Float64Range(60, 120).Draw(t, "seam")
		other := rapid.Float64Range(60, 120).Draw(t, "other seam")
		angle := rapid.Float64Range(20, 70).Draw(t, "angle")
		dir := func(deg float64) []plane.Point {
			return []plane.Point{{}, plane.Pt(200, 0).Turned(deg * math.Pi / 180)}
		}
		got := MirroredAngle(angle, dir(lean), dir(other))
		to := func(line, seam float64) float64 {
			d := math.Mod(math.Abs(line-seam), 180)
			return min(d, 180-d)
		}
		require.InDelta(t, to(angle, lean), to(got, other), 1e-6)
		require.InDelta(t, math.Mod(angle+720, 180), math.Mod(MirroredAngle(got, dir(other), dir(lean))+720, 180), 1e-6, "twice mirrored is as before")
	})
}

// Thread: the lockstitch takes it twice, above and below; half of it is wound
// on bobbins.
func TestThreadAndBobbins(t *testing.T) {
	thread, bobbins := Thread(100000, 3)
	assert.InDelta(t, 100000*stitch.LockstitchRatio(stitch.StitchLength, 3)*(1+stitch.Waste), thread, 1e-6)
	assert.Equal(t, int(math.Ceil(thread/2/BobbinHolds)), bobbins)
	one, n := Thread(1000, 1)
	assert.Equal(t, 1, n)
	assert.Greater(t, one, 2000.0)
	q := Quilted{Copies: 2, Lines: [][]plane.Point{{{}, {X: 30}}, {{}, {Y: 40}}}}
	assert.InDelta(t, 140, q.Length(), 1e-9)
}
