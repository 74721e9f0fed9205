package figure

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// The complete elliptic integral's own series, 2πa·(1 − Σ ((2n−1)!!/(2n)!!)²
// e²ⁿ/(2n−1)): Abramowitz and Stegun, Handbook of Mathematical Functions,
// 17.3.12.
func TestEllipseAgainstItsSeries(t *testing.T) {
	for ratio := 0.4; ratio <= 1.001; ratio += 0.05 {
		a := 180.0
		e2 := 1 - ratio*ratio
		sum, term := 1.0, 1.0
		for n := 1; n < 200; n++ {
			k := float64(2*n-1) / float64(2*n)
			term *= k * k * e2
			sum -= term / float64(2*n-1)
		}
		assert.InDelta(t, 2*math.Pi*a*sum, Ellipse(2*a, 2*a*ratio).Girth(), 0.005, "ratio %.2f", ratio)
	}
}

// A half circle of an oblong is half of its circle; the whole way round is its
// girth.
func TestArcs(t *testing.T) {
	assert.InDelta(t, math.Pi*150, Ellipse(300, 300).Arc(0, 180), 0.1)
	assert.InDelta(t, math.Pi*150/2, Ellipse(300, 300).Arc(45, 135), 0.1)
	rapid.Check(t, func(t *rapid.T) {
		s := Oblong(rapid.Float64Range(200, 900).Draw(t, "breadth"), rapid.Float64Range(100, 300).Draw(t, "front"), rapid.Float64Range(100, 600).Draw(t, "back"))
		require.InEpsilon(t, s.Girth(), s.Arc(0, 360), 0.001)
		cut := rapid.Float64Range(10, 350).Draw(t, "cut")
		require.InDelta(t, s.Arc(0, 360), s.Arc(0, cut)+s.Arc(cut, 360), 0.2)
	})
}

// Lacing moves flesh when asked to: what is lost in the middle comes out above
// and below, half at each, and never more than that.
func TestFleshComesOutAgain(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		f := body(t, map[string]float64{"bust_girth": 910, "waist_girth": 760, "hip_girth": 1000})
		to, share := rapid.Float64Range(640, 740).Draw(t, "to"), rapid.Float64Range(0, 0.7).Draw(t, "share")
		volume := func(g Figure) (sum float64) {
			for d := -400.0; d < 400; d += 5 {
				sum += g.At(d).Area() * 5
			}
			return sum
		}
		bare, plain, moved := volume(f), volume(f.Laced(to, 0)), volume(f.Laced(to, share))
		require.LessOrEqual(t, plain, bare+1)
		require.InDelta(t, share*(bare-plain), moved-plain, 0.25*(bare-plain)+1e4, "the share that comes out again")
		require.InDelta(t, to, f.Laced(to, share).GirthAt(Waist), 1e-6)
	})
}

// Padding: deepest where it lies, nothing opposite, and the tape bridges the
// hollows beside it, so that the section stays convex and no smaller.
func TestPadding(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		f := drawn(t)
		deep, spread := rapid.Float64Range(10, 150).Draw(t, "deep"), rapid.Float64Range(30, 90).Draw(t, "spread")
		p := f.Padded([]Pad{{Bearing: 180, Spread: spread, Depth: []Depth{{20, 0}, {80, deep}, {160, 0}}}})
		for _, s := range p.slices {
			require.True(t, s.section.Convex())
			require.GreaterOrEqual(t, s.section.Girth(), f.Girth(s.drop)-1e-6)
		}
		require.InDelta(t, deep, p.At(80).Reach(180)-f.At(80).Reach(180), deep*0.35+2)
		require.InDelta(t, 0, p.At(80).Reach(0)-f.At(80).Reach(0), 0.5)
		require.InDelta(t, f.Girth(300), p.Girth(300), 1e-6)
	})
}

// Under a support the figure is as wide as each hoop at its height and ends
// with the lowest; cloth draped over it bridges every hollow: along any bearing
// the profile is its own convex hull.
func TestPropsAndDrapes(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		f := drawn(t)
		var props []Prop
		last := 20.0
		for i := range rapid.IntRange(2, 6).Draw(t, "hoops") {
			last += rapid.Float64Range(40, 120).Draw(t, "down")
			r := 150 + 60*float64(i) + rapid.Float64Range(0, 120).Draw(t, "out")
			props = append(props, Prop{last, Oblong(2*r, r*0.8, r*1.3)})
		}
		p := f.Propped(props)
		for _, h := range props {
			require.GreaterOrEqual(t, p.Girth(h.Drop), h.Section.Girth()*0.995)
		}
		require.InDelta(t, f.Girth(last+2), p.Girth(last+2), 1.0, "below it nothing is held out")
		d := p.Draped(0, last)
		for _, s := range d.slices {
			require.True(t, s.section.Convex())
			require.GreaterOrEqual(t, s.section.Girth(), p.Girth(s.drop)-1e-6)
		}
		for _, bearing := range []float64{0, 70, 90, 180, 250} {
			prev := math.Inf(1)
			for i := 1; i < len(d.slices); i++ {
				a, b := d.slices[i-1], d.slices[i]
				if a.drop < -1e-9 || b.drop > last+1e-9 {
					continue
				}
				slope := (b.section.Reach(bearing) - a.section.Reach(bearing)) / (b.drop - a.drop)
				require.LessOrEqual(t, slope, prev+1e-6, "bearing %v at %v", bearing, a.drop)
				prev = slope
			}
		}
	})
}

// Laid down from the waist, cloth reaches as far as the slope lets it: straight
// down a cylinder, at 45° down a cone.
func TestReached(t *testing.T) {
	f := Figure{}
	for d := 0.0; d <= 600; d += 10 {
		f.slices = append(f.slices, slice{d, Ellipse(2*(100+d), 2*(100+d))})
	}
	assert.InDelta(t, 100/math.Sqrt2, f.Reached(100), 0.5)
	for i := range f.slices {
		f.slices[i].section = Ellipse(300, 300)
	}
	assert.InDelta(t, 100, f.Reached(100), 0.01)
}

// Over a bustle whose edge stands 250 out, 140 below the waist, the way of 1040 to the floor is 146.5 longer; over panniers
// 280 out and 80 down 211.2 longer at the side (worked examples, common practice, no source).
func TestWaysOverSupportsOfTheTrade(t *testing.T) {
	for _, c := range []struct{ out, down, more float64 }{{250, 140, 146.5}, {280, 80, 211.2}} {
		f := Figure{slices: []slice{{0, Ellipse(240, 200)}, {c.down, Ellipse(240+2*c.out, 200+2*c.out)}, {1040, Ellipse(300, 300)}}}
		for _, bearing := range []float64{90, 180} {
			assert.InDelta(t, c.more, downTo(f.hull(bearing), 1040)-1040, 0.05)
		}
	}
}

// A reading over the real thing takes the place of what is computed, for girths
// and for lengths; taken over something laced otherwise it is compared only.
func TestMeasuredOverTheRealThing(t *testing.T) {
	f := body(t, map[string]float64{"waist_girth": 710, "hip_girth": 980}).Laced(660, 0)
	over := []Reading{{Key: "waist_girth", Worn: OverCorset, Value: 664}, {Key: "hip_girth", Worn: OverCorset, Value: 1010}, {Key: "waist_to_floor_back", Worn: OverCorset, Value: 1090}}
	got, all := f.Measured(over, OverCorset)
	require.Len(t, all, 3)
	for _, c := range all {
		assert.True(t, c.Used, c.Measurement.Key)
		assert.Empty(t, c.Why)
	}
	assert.InDelta(t, 664, got.GirthAt(Waist), 0.5)
	assert.InDelta(t, 1010, got.GirthAt(Hip), 0.5)
	assert.InDelta(t, 1090, got.WaistToFloor(180), 0.5)
	assert.InDelta(t, f.GirthAt(Bust), got.GirthAt(Bust), 1, "what was not measured stays")
	over[0].Value = 700
	same, all := f.Measured(over, OverCorset)
	assert.False(t, all[0].Used)
	assert.Contains(t, all[0].Why, "taken with the waist at")
	assert.InDelta(t, 660, same.GirthAt(Waist), 1e-6)
	none, all := f.Measured(over, OverSkirts)
	assert.Empty(t, all)
	assert.InDelta(t, 660, none.GirthAt(Waist), 1e-6)
}

// The arcs between bearings of an ellipse about its middle, added up by
// stepping along it, and all of them together the girth.
func TestArcsAgreeWithSteppingRound(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		b := rapid.Float64Range(200, 900).Draw(t, "breadth")
		d := b * rapid.Float64Range(0.55, 1.6).Draw(t, "depth")
		off := d * rapid.Float64Range(-0.3, 0.3).Draw(t, "forward")
		s := Ellipse(b, d).Shifted(off)
		cuts := []float64{0, 38, 88, 138, 180, 250, 360}
		sum := 0.0
		for i, got := range s.Arcs(cuts...) {
			want := 0.0
			const n = 6000
			for k := range n {
				a, c := 2*math.Pi*float64(k)/n, 2*math.Pi*float64(k+1)/n
				at := func(a float64) (x, y float64) { return b / 2 * math.Sin(a), d/2*math.Cos(a) + off }
				x0, y0 := at(a)
				x1, y1 := at(c)
				bearing := math.Mod(math.Atan2((x0+x1)/2, (y0+y1)/2)*180/math.Pi+360, 360)
				if bearing >= cuts[i] && bearing < cuts[i+1] {
					want += math.Hypot(x1-x0, y1-y0)
				}
			}
			require.InDelta(t, want, got, 0.0015*s.Girth()+0.2)
			sum += got
		}
		require.InDelta(t, s.Girth(), sum, 1e-6)
		require.InDelta(t, s.Arc(-40, 40), 2*s.Arc(320, 360), 1e-6)
	})
}
