package skirt

import (
	"math"
	"strings"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/drafttest"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// Three quarters of a circle for a waist of 740, 680 long: the waist lies 157.0 from the middle, the
// hem measures 3944.4; half a circle for 420 and 1200: 133.7 and 4189.9; a peplum of three quarters for 680 and 120:
// 144.3 and 1245.5 (worked examples, common practice, no source).
func TestCirclesOfTheTrade(t *testing.T) {
	on := drafttest.Body(t, map[string]float64{"bust_girth": 920, "waist_girth": 720, "hip_girth": 980, "height": 1650}, 0)
	for _, c := range []struct{ part, waist, long, radius, hem float64 }{{0.75, 740, 680, 157.0, 3944.4}, {0.5, 420, 1200, 133.7, 4189.9},
		{0.75, 680, 120, 144.3, 1245.5}} {
		got, err := turnedOn(on, c.part, 1, func(float64) float64 { return c.long }, c.waist/2, 0)
		require.NoError(t, err)
		for _, r := range got.Inner {
			assert.InDelta(t, c.radius, r, 0.05)
		}
		assert.InDelta(t, c.hem, 2*got.panels[3]*got.Outer, 0.3)
		assert.InDelta(t, c.part*2*math.Pi/4, got.panels[2]-got.panels[1], 1e-9, "a side panel is a quarter of it")
	}
}

// middle is the middle of the circle an arc lies on.
func middle(line []plane.Point) plane.Point {
	a, b, c := line[0], line[len(line)/2], line[len(line)-1]
	u, v := b.Sub(a), c.Sub(a)
	d := 2 * u.Cross(v)
	return a.Add(plane.Pt((v.Y*u.Dot(u)-u.Y*v.Dot(v))/d, (u.X*v.Dot(v)-v.X*u.Dot(u))/d))
}

// On any body, bare or over hoops: the panels' waist edges add up to the band without its lap, every
// panel's hem lies on one circle about the middle that its sides point to, the cloth goes round what
// is worn under it at every height, and it hangs level: at front, side and back it is as long as the
// way to the floor leaves it.
func TestCircleAddsUp(t *testing.T) {
	drafted := 0
	rapid.Check(t, func(t *rapid.T) {
		on := drafttest.Wearer(t)
		if rapid.Bool().Draw(t, "hips stand out") {
			on = on.Covered(func(drop float64) float64 { return min(max(drop, 0)*0.25, 60) })
		}
		v := drafttest.Chosen(t, untrained{Circle{}}, on)
		d, err := draft.Make(Circle{}, on, v, Circle{}.About().Usual)
		if err != nil {
			return
		}
		drafted++
		require.NoError(t, d.Check())
		n := 2 + v.Whole("sides")
		tops, band, outer := 0.0, 0.0, 0.0
		round := map[float64]float64{}
		for i := range n {
			p := &d.Pieces[i]
			hem, _ := p.Edge("hem")
			top, _ := p.Edge("top")
			m := middle(hem.Line)
			for _, q := range hem.Line {
				require.InDelta(t, hem.Line[0].To(m), q.To(m), 0.2, p.ID)
			}
			if outer > 0 {
				require.InDelta(t, outer, hem.Line[0].To(m), 0.5, "one circle")
			}
			outer = hem.Line[0].To(m)
			tops += 2 * top.Length()
			for _, down := range []float64{100, 200, 400} {
				for k := 1; k < len(top.Line); k++ {
					a, b := top.Line[k-1].Sub(m), top.Line[k].Sub(m)
					round[down] += 2 * math.Abs(math.Atan2(a.Cross(b), a.Dot(b))) * (a.Norm() + b.Norm() + 2*down) / 2
				}
			}
			right, _ := p.Edge("right")
			require.InDelta(t, 0, math.Abs(right.Line[0].Sub(m).Unit().Cross(right.Line[len(right.Line)-1].Sub(m).Unit())), 0.02, p.ID)
		}
		for _, e := range drafttest.Piece(t, d, "band").Edges {
			if strings.HasPrefix(e.ID, "to-") {
				band += e.Length()
			}
		}
		require.InDelta(t, band, tops, 0.5)
		deep := v.Number("band")
		for _, down := range []float64{100, 200, 400} {
			if drop := on.FallsTo(90, deep+down); drop > 120 && drop < on.Drop(figure.Hip)+140 && v.Number("circle") < 1 {
				require.Greater(t, round[down], on.Girth(drop)+10, "%.0f down", down)
			}
		}
		for b, where := range map[float64]string{0: "front", 90: "side", 180: "back"} {
			require.InDelta(t, on.WaistToFloor(b)-v.Number("clearance")-deep, drafttest.Value(d, "length."+where), 3, where)
		}
	})
	assert.Greater(t, drafted, 25)
}

// Where hips stand out the least part of a circle grows, and a larger one than a whole is not asked
// for; an opening lies in the left seam before the back only.
func TestCircleOverHoops(t *testing.T) {
	bare := drafttest.Body(t, map[string]float64{"bust_girth": 920, "waist_girth": 720, "hip_girth": 980, "height": 1650}, 0)
	wide := bare.Covered(func(drop float64) float64 { return min(max(drop, 0)*0.5, 120) })
	low := func(on figure.Figure) float64 {
		v, _ := draft.Settle(Circle{}, on, nil)
		return v.Get("circle").Low
	}
	assert.Greater(t, low(wide), low(bare)+0.1)
	d := drafttest.Make(t, Circle{}, bare, nil)
	open := 0
	for _, s := range d.Seams {
		if s.Open > 0 {
			open++
			assert.Equal(t, pattern.Side{Piece: "back", Edge: "right"}, s.B)
		}
	}
	assert.Equal(t, 1, open)
	assert.InDelta(t, 4, float64(len(d.Waist.Runs)+1), 0.1, "front, one side panel and back on the half")
}

// A millimetre more of any length moves hem and waist edge by a few.
func TestCircleMovesEvenly(t *testing.T) {
	on := drafttest.Body(t, map[string]float64{"bust_girth": 920, "waist_girth": 720, "hip_girth": 980, "height": 1650}, 0)
	for _, key := range []draft.Key{"clearance", "band", "ease"} {
		last := 0.0
		for by := range 8 { // a deeper band would be a shaped one
			v, _ := draft.Settle(Circle{}, on, nil)
			d := drafttest.Make(t, Circle{}, on, draft.Settings{key: v.Number(key) + float64(by)})
			hem := drafttest.Value(d, "hem")
			if last > 0 {
				assert.InDelta(t, last, hem, 7, key)
			}
			last = hem
		}
	}
}

// Hung on the bias a skirt of 68 cm that gives 4 in a hundred drops by 2.72 cm half way between the threads, and by three
// quarters of that at 30° (worked example, from memory).
func TestBiasDrops(t *testing.T) {
	on := drafttest.Body(t, nil, 0)
	clear := on.WaistToFloor(90) - 30 - 680
	d := drafttest.Make(t, Circle{}, on, draft.Settings{"clearance": clear, "give": 4.0, "band": 30.0})
	told := ""
	for _, x := range d.Told {
		if x.Step == "hang" {
			told = x.How
		}
	}
	assert.Contains(t, told, measure.Tell(27.2))
	assert.InDelta(t, 20.4, 27.2*math.Pow(math.Sin(60*math.Pi/180), 2), 1e-6)
	assert.Contains(t, told, "three quarters of that at 30°")
}

// A lined skirt has every piece of it cut in both cloths, as often.
func TestFlatLinedSkirts(t *testing.T) {
	on := drafttest.Body(t, nil, 0)
	for _, g := range []draft.Garment{Circle{}, Breadths{}, Gores{}} {
		d := drafttest.Make(t, g, on, draft.Settings{"lined": "flat", "pockets": "right"})
		plain := drafttest.Make(t, g, on, draft.Settings{"pockets": "right"})
		for i := range d.Pieces {
			p := &d.Pieces[i]
			if _, hem := p.Edge("hem"); hem {
				assert.Equal(t, p.CutOf(pattern.ForOuter), p.CutOf(pattern.ForLining), p.ID)
				assert.Equal(t, plain.Pieces[i].Cut, p.CutOf(pattern.ForOuter), p.ID)
			} else {
				assert.Zero(t, p.CutOf(pattern.ForLining), p.ID)
			}
		}
		require.NoError(t, d.Check())
	}
}
