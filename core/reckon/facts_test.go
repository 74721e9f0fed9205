package reckon

import (
	"fmt"
	"math"
	"slices"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// marksOf are the places of a strip's marks.
func marksOf(t require.TestingT, a Answer, name string) (out []float64) {
	i := slices.IndexFunc(a.Strips, func(s Strip) bool { return s.Name == name })
	require.GreaterOrEqual(t, i, 0, name)
	for _, m := range a.Strips[i].Marks {
		out = append(out, m.At)
	}
	return out
}

// More fullness behind than in front: mark by mark the cloth in front is gathered by one ratio and that behind by another, both
// add up to all of it, and the underlap carries none.
func TestGathersUnequalFrontAndBack(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		parts := rapid.SampledFrom([]int{4, 6, 8, 12}).Draw(t, "parts")
		finished, ratio := rapid.Float64Range(300, 2000).Draw(t, "finished"), rapid.Float64Range(1.3, 4).Draw(t, "ratio")
		share := rapid.Float64Range(0.15, 0.45).Draw(t, "share")
		a := do(t, "gathers", draft.Settings{"finished": finished, "ratio": ratio, "parts": float64(parts), "front_cloth": share, "underlap": 40.0})
		band, cloth := marksOf(t, a, "Band"), marksOf(t, a, "Cloth")
		require.Len(t, cloth, parts+1)
		require.Len(t, band, parts+2, "and the end of the underlap")
		for i := range parts {
			want := value(t, a, "ratio_front")
			if i >= parts/2 {
				want = value(t, a, "ratio_back")
			}
			require.InEpsilon(t, want, (cloth[i+1]-cloth[i])/(band[i+1]-band[i]), 1e-9)
		}
		require.InDelta(t, finished, band[parts], 1e-9)
		require.InDelta(t, finished*ratio, cloth[parts], 1e-9)
		require.InDelta(t, finished*ratio, finished/2*(value(t, a, "ratio_front")+value(t, a, "ratio_back")), 1e-6)
		require.LessOrEqual(t, value(t, a, "section"), 1350.0+1e-6)
	})
}

// Wherever the strain is one lies there, none lies where there may be none, first and last stay where they were asked, and the
// rest rise.
func TestFastenersKeepTheirPlaces(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		long, n := rapid.Float64Range(250, 1200).Draw(t, "long"), rapid.IntRange(4, 14).Draw(t, "count")
		anchor := rapid.Float64Range(0.3, 0.7).Draw(t, "anchor") * long
		set := draft.Settings{"long": long, "top": 12.0, "bottom": 60.0, "count": float64(n), "anchor": anchor, "kind": "hook"}
		a := do(t, "buttons", set)
		at := marksOf(t, a, fmt.Sprintf("With %.0f", value(t, a, "count")))
		met := slices.ContainsFunc(at, func(x float64) bool { return math.Abs(x-anchor) < 1 })
		told := slices.ContainsFunc(a.Notes, func(n Note) bool { return n.Grave && n.Title == "None lies where one must" })
		require.NotEqual(t, met, told, "one lies there, or it is told: %v of %v", anchor, at)
		require.InDelta(t, 12, at[0], 1e-9)
		require.InDelta(t, long-60, at[len(at)-1], 1e-9)
		require.True(t, slices.IsSorted(at))
		from := rapid.Float64Range(0.1, 0.5).Draw(t, "from") * long
		to := from + rapid.Float64Range(0.05, 0.3).Draw(t, "wide")*long
		set["from"], set["to"] = from, to
		delete(set, "anchor")
		a = do(t, "buttons", set)
		for _, x := range marksOf(t, a, fmt.Sprintf("With %.0f", value(t, a, "count"))) {
			require.False(t, x > from && x < to, "%v lies in %v to %v", x, from, to)
		}
	})
}

// Cut from what finishes, and what finishes from the cut: by every way of making a band the two agree.
func TestBandsRoundTrip(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		way := rapid.SampledFrom([]string{"folded", "faced", "double", "curved"}).Draw(t, "way")
		finished, seam := rapid.Float64Range(8, 200).Draw(t, "finished"), rapid.Float64Range(3, 30).Draw(t, "seam")
		there := do(t, "band", draft.Settings{"way": way, "finished": finished, "allowance": seam, "flare": 5.0})
		back := do(t, "band", draft.Settings{"way": way, "by": "cut", "cut": value(t, there, "wide"), "allowance": seam, "flare": 5.0})
		require.InDelta(t, finished, value(t, back, "finished"), 1e-6)
	})
	// A curved band's lower edge is longer than its upper by what was asked, along the arcs as drawn.
	a := do(t, "band", draft.Settings{"way": "curved", "finished": 60.0, "round": 700.0, "flare": 40.0})
	line := a.Drawing[0].Line
	assert.InDelta(t, 700, plane.Length(line[:41]), 0.3)
	assert.InDelta(t, 740, plane.Length(line[41:]), 0.3)
}

// An opening as long as it says lets pass what must, and one a millimetre shorter than that does not.
func TestOpeningsAreJustEnough(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		set := draft.Settings{"what": "in", "closed": rapid.Float64Range(400, 900).Draw(t, "closed"), "must": rapid.Float64Range(800, 1400).Draw(t, "must"),
			"how": rapid.SampledFrom([]string{"step", "head"}).Draw(t, "how"), "slit": 0.0}
		need := value(t, do(t, "opening", set), "slit")
		set["slit"] = need
		require.GreaterOrEqual(t, value(t, do(t, "opening", set), "spare"), -1e-9)
		if need > 2 {
			set["slit"] = need - 1.01
			require.Less(t, value(t, do(t, "opening", set), "spare"), 0.0)
		}
	})
}

// A diagram scaled up keeps its proportions, and a second distance that fits is said to.
func TestScalesAreProportional(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		paper, scale := rapid.Float64Range(20, 300).Draw(t, "paper"), rapid.Float64Range(1.5, 20).Draw(t, "scale")
		second := rapid.Float64Range(20, 300).Draw(t, "second")
		set := draft.Settings{"paper": paper, "real": paper * scale, "paper_2": second, "real_2": second * scale, "count": 2.0, "m1": 10.0, "m2": 25.0}
		a := do(t, "scale", set)
		require.InEpsilon(t, scale, value(t, a, "scale"), 1e-9)
		require.InDelta(t, 0, value(t, a, "off"), 1e-6)
		require.InEpsilon(t, 2.5, value(t, a, "full_2")/value(t, a, "full_1"), 1e-9)
		require.InEpsilon(t, 25.4, value(t, a, "grid")*scale, 1e-9)
		set["real_2"] = second * scale * 1.05
		a = do(t, "scale", set)
		require.True(t, slices.ContainsFunc(a.Notes, func(n Note) bool { return n.Grave }), "five in a hundred off is told")
	})
}

// On a rectangle a grid holds as many as fit its rows and columns; an oval holds about as many as its part of that, and none of
// any shape lies nearer its edge than asked.
func TestGridsByCounting(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		wide, high := rapid.Float64Range(100, 900).Draw(t, "wide"), rapid.Float64Range(100, 900).Draw(t, "high")
		across, down, edge := rapid.Float64Range(8, 40).Draw(t, "across"), rapid.Float64Range(8, 40).Draw(t, "down"), rapid.Float64Range(0, 20).Draw(t, "edge")
		set := draft.Settings{"wide": wide, "high": high, "across": across, "down": down, "edge": edge}
		a := do(t, "grid", set)
		rows := math.Floor((high-2*edge)/down+1e-9) + 1
		columns := 2*math.Floor((wide/2-edge)/across+1e-9) + 1
		require.InDelta(t, rows*columns, value(t, a, "count"), 1e-9)
		for _, shape := range []string{"triangle", "round"} {
			set["shape"] = shape
			r, _ := Find("grid")
			a, err := Do(r, set)
			if err != nil {
				continue
			}
			for _, s := range a.Drawing[1:] {
				p := s.Line[0]
				line := append(slices.Clone(a.Drawing[0].Line), a.Drawing[0].Line[0])
				require.True(t, plane.Inside(a.Drawing[0].Line, p) || edge < 3, "the outline is drawn of straights")
				if shape == "triangle" {
					for i := 1; i < len(line); i++ { // as far from every side as asked
						side := line[i].Sub(line[i-1])
						off := math.Abs(side.X*(p.Y-line[i-1].Y)-side.Y*(p.X-line[i-1].X)) / side.Norm()
						require.GreaterOrEqual(t, off, edge-0.5)
					}
				}
			}
		}
	})
}

// A roll's volume is that of its cylinder, by slices; the weight follows the sample; a pillow holds less than the box about it.
func TestStuffingByVolume(t *testing.T) {
	wide, deep := 300.0, 80.0
	slices := 0.0
	for i := range 2000 {
		y := -deep/2 + deep*(float64(i)+0.5)/2000
		slices += 2 * math.Sqrt(deep*deep/4-y*y) * deep / 2000 * wide
	}
	roll := do(t, "stuffing", draft.Settings{"shape": "roll", "wide": wide, "high": deep, "deep": deep, "sample": 50.0, "fills": 1.0})
	assert.InEpsilon(t, slices/1e6, value(t, roll, "litres"), 1e-3)
	assert.InEpsilon(t, slices/1e6*50, value(t, roll, "mass"), 1e-3)
	of := func(shape string) float64 {
		return value(t, do(t, "stuffing", draft.Settings{"shape": shape, "wide": wide, "high": deep, "deep": deep}), "litres")
	}
	assert.Less(t, of("pillow"), of("roll"))
	assert.Less(t, of("roll"), of("box"))
}

// Time: what one takes times what is left; samples that agree leave little doubt, one alone much; the days hold the hours.
func TestTimeFromSamples(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		whole, sample, per := rapid.Float64Range(20, 500).Draw(t, "whole"), rapid.Float64Range(1, 10).Draw(t, "sample"), rapid.Float64Range(0.5, 20).Draw(t, "per")
		set := draft.Settings{"whole": whole, "sample": sample, "samples": 3.0, "t1": sample * per, "t2": sample * per, "t3": sample * per, "hours": 2.0}
		a := do(t, "time", set)
		require.InEpsilon(t, whole*per, value(t, a, "likely"), 1e-9)
		require.GreaterOrEqual(t, value(t, a, "days")*2*60, whole*per-1e-6)
		set["samples"] = 1.0
		alone := do(t, "time", set)
		require.Greater(t, value(t, alone, "high"), value(t, a, "high"))
		require.Less(t, value(t, alone, "low"), value(t, a, "low"))
		set["samples"], set["t2"], set["t3"] = 3.0, sample*per*0.6, sample*per*1.4
		require.Greater(t, value(t, do(t, "time", set), "high"), value(t, a, "high"), "samples that differ leave more in doubt")
	})
}

// Threads counted over a longer stretch are surer; told the wrong way round they are asked about.
func TestThreadsCounted(t *testing.T) {
	of := func(over float64) float64 {
		return value(t, do(t, "cloth", draft.Settings{"what": "count", "warp": 13 * over / 10, "weft": 11 * over / 10, "over": over}), "doubt_warp")
	}
	assert.Greater(t, of(10), of(50))
	a := do(t, "cloth", draft.Settings{"what": "count", "warp": 65.0, "weft": 90.0, "over": 50.0, "like_warp": 18.0, "like_weft": 13.0})
	assert.Equal(t, "Warp and weft exchanged?", a.Notes[0].Title)
	a = do(t, "cloth", draft.Settings{"what": "count", "warp": 90.0, "weft": 65.0, "over": 50.0, "like_warp": 18.0, "like_weft": 13.0})
	assert.InDelta(t, 0, value(t, a, "off_warp"), 1e-9)
	assert.Equal(t, "Tell warp from weft first", a.Notes[0].Title)
}

// Stitches by the inch and by their length are the same stitches.
func TestStitchesByTheInch(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		per := rapid.Float64Range(2, 40).Draw(t, "per")
		a := do(t, "thread", draft.Settings{"by": "inch", "per": per})
		b := do(t, "thread", draft.Settings{"by": "length", "stitch": 25.4 / per})
		require.InEpsilon(t, value(t, b, "thread"), value(t, a, "thread"), 1e-9)
		require.InEpsilon(t, per, value(t, b, "per_inch"), 1e-9)
	})
}

// Rows cross a seam where they say: between two crossings the rows lie a spacing apart, whatever their angle.
func TestQuiltingCrossings(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		angle, spacing := rapid.Float64Range(0, 80).Draw(t, "angle"), rapid.Float64Range(8, 40).Draw(t, "spacing")
		a := do(t, "quilting", draft.Settings{"wide": 400.0, "high": 500.0, "angle": angle, "spacing": spacing})
		var at []float64
		for _, s := range a.Drawing {
			if s.Kind != Stitch {
				continue
			}
			for _, p := range []plane.Point{s.Line[0], s.Line[len(s.Line)-1]} {
				if p.X < 1e-6 {
					at = append(at, p.Y)
				}
			}
		}
		slices.Sort(at)
		for i := 1; i < len(at); i++ {
			require.InDelta(t, value(t, a, "crossing"), at[i]-at[i-1], 1e-6)
		}
		require.InDelta(t, 400*500/spacing, value(t, a, "length"), 0.13*400*500/spacing, "about area over spacing")
	})
}
