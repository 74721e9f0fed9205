package outline

import (
	"fmt"
	"math"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// area is the shoelace formula, signed.
func area(line [][2]float64) (sum float64) {
	for i, a := range line {
		b := line[(i+1)%len(line)]
		sum += a[0]*b[1] - b[0]*a[1]
	}
	return sum / 2
}

// A shape drawn by a program in mm, cm or inches with a view box comes out in mm, as large as it is, whichever way round it
// was drawn; y points up afterwards.
func TestSizesInAnyUnit(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		wide, high := rapid.Float64Range(40, 900).Draw(t, "wide"), rapid.Float64Range(40, 900).Draw(t, "high")
		unit := rapid.SampledFrom([]string{"mm", "cm", "in"}).Draw(t, "unit")
		per := map[string]float64{"mm": 1, "cm": 10, "in": 25.4}[unit]
		box := rapid.Float64Range(100, 2000).Draw(t, "box") // the view box is as wide in units of its own
		scale := box / (wide * 1.25)
		pts := [][2]float64{{0, 0}, {wide, 0}, {wide, high * 0.6}, {wide / 2, high}, {0, high * 0.6}}
		if rapid.Bool().Draw(t, "turned") {
			for i, j := 0, len(pts)-1; i < j; i, j = i+1, j-1 {
				pts[i], pts[j] = pts[j], pts[i]
			}
		}
		var b strings.Builder
		for _, q := range pts {
			fmt.Fprintf(&b, "%.4f,%.4f ", 10+q[0]*scale, 10+q[1]*scale)
		}
		line, err := Read(strings.NewReader(fmt.Sprintf(`<svg xmlns="http://www.w3.org/2000/svg" width="%.6f%s" viewBox="0 0 %.6f %.6f"><polygon points="%s"/></svg>`,
			wide*1.25/per, unit, box, box, b.String())))
		require.NoError(t, err)
		want := math.Abs(area(pts))
		require.InDelta(t, want, math.Abs(area(line)), 0.002*want+1)
		least, most := [2]float64{math.Inf(1), math.Inf(1)}, [2]float64{math.Inf(-1), math.Inf(-1)}
		for _, q := range line {
			for k := range 2 {
				least[k], most[k] = min(least[k], q[k]), max(most[k], q[k])
			}
		}
		require.InDelta(t, wide, most[0]-least[0], 0.5)
		require.InDelta(t, high, most[1]-least[1], 0.5)
		// The gable of the house points down in the file, where y grows downwards, and so does it here with y up.
		for _, q := range line {
			if math.Abs(q[0]-(least[0]+most[0])/2) < 0.5 && math.Abs(q[1]-most[1]) > 0.5*high {
				require.InDelta(t, least[1], q[1], 0.5)
			}
		}
	})
}

// A curve is as long as its circle, within what a hand could cut, with no more corners than are worth having.
func TestCurvesAreFollowed(t *testing.T) {
	for _, r := range []float64{30, 140, 700} {
		k := 0.5523 * r
		d := fmt.Sprintf("M%g 0C%g %g %g %g 0 %gC%g %g %g %g %g 0C%g %g %g %g 0 %gC%g %g %g %g %g 0z", r, r, k, k, r, r, -k, r, -r, k, -r, -r, -k, -k, -r, -r,
			k, -r, r, -k, r)
		line, err := Read(strings.NewReader(`<svg><path d="` + d + `"/></svg>`))
		require.NoError(t, err)
		assert.InDelta(t, math.Pi*r*r, math.Abs(area(line)), 0.02*math.Pi*r*r)
		assert.LessOrEqual(t, len(line), MostCorners)
		around := 0.0
		for i, a := range line {
			b := line[(i+1)%len(line)]
			around += math.Hypot(b[0]-a[0], b[1]-a[1])
		}
		assert.InDelta(t, 2*math.Pi*r, around, 0.02*2*math.Pi*r)
	}
}

// A file that is none says what is wrong with it: no drawing, no shape, a shape without area, a size that is no size.
func TestWhatIsNoOutline(t *testing.T) {
	for text, why := range map[string]string{
		``: "", `<svg></svg>`: "", `<svg><polygon points="0,0 1,1"/></svg>`: "", `<svg><polygon points="a,b c,d e,f"/></svg>`: "",
		`<html><body>no drawing</body></html>`: "", `<svg><path d="M0 0 L nan 4 L 5 6z"/></svg>`: "",
		`<svg><rect width="0" height="40"/></svg>`: "", `<svg><polygon points="0,0 50,0 50`: "",
	} {
		line, err := Read(strings.NewReader(text))
		require.Error(t, err, "%q gave %v", text, line)
		assert.Greater(t, len(err.Error()), 12, "%q", text)
		assert.NotContains(t, err.Error(), "%!")
		assert.Contains(t, err.Error(), why)
	}
	_, err := Read(strings.NewReader(strings.Repeat("<svg>", 100000)))
	assert.Error(t, err)
}
