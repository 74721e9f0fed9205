package cloth

import (
	"math"
	"testing"

	"ardentgusset/core/family"

	"github.com/stretchr/testify/assert"
)

// 1 oz/yd² = 33.906 g/m² (NIST SP 811, appendix B.8: 3.390575 E-02 kg/m²).

func TestShrinkage(t *testing.T) {
	f := Fabric{Width: 1400, Selvedge: 10, Thickness: 0.3, Shrinkage: 0.05, Price: 12}
	assert.InDelta(t, 1310, float64(f.Usable()), 1e-9)
	assert.InDelta(t, 2000, float64(f.ToBuy(1900)), 1e-9)
	assert.Equal(t, 24.0, f.Cost(2000))
	assert.Empty(t, f.Faults())
}

func TestFaultsNameTheField(t *testing.T) {
	bad := Fabric{Width: 5, Thickness: -1, Shrinkage: 2, Price: math.NaN(), Weight: math.Inf(1), InHand: -1, Selvedge: 500}
	for _, key := range []string{"width_mm", "thickness_mm", "shrinkage", "price_per_m", "weight_gsm", "in_hand_mm", "selvedge_mm"} {
		assert.Contains(t, bad.Faults(), key)
	}
}

func TestWashing(t *testing.T) {
	f := Fabric{Width: 1400, Shrinkage: 0.05}
	f.Swatches = []Swatch{{Test: ShrinkTest, Along: 200, AlongAfter: 190, Across: 100, AcrossAfter: 98}, {Test: ShrinkTest, Along: 200, AlongAfter: 196, Across: 200, AcrossAfter: 200}}
	along, across := f.Shrinks()
	assert.InDelta(t, 0.02, along, 1e-12, "the last test holds, not what was guessed")
	assert.Zero(t, across)
	assert.InDelta(t, 1000, float64(f.ToBuy(980)), 1e-9)
	f.Prewashed = true
	along, across = f.Shrinks()
	assert.Zero(t, along+across)
	assert.InDelta(t, 1000, float64(f.ToBuy(980)), 1e-9, "what is bought new still shrinks")
}

func TestSwatchesAreChecked(t *testing.T) {
	for _, good := range []Swatch{{Test: ShrinkTest, Along: 200, AlongAfter: 190, Across: 200, AcrossAfter: 201}, {Test: GatherTest, Flat: 300, Drawn: 100}, {Test: PressTest, Ironing: "silk"}, {Test: FrayTest}, {Test: MarkTest}, {Test: OpacityTest, Yes: true}, {Test: FeedTest, Layers: 6}} {
		key, why := good.Fault()
		assert.Empty(t, key+why)
	}
	for want, bad := range map[string]Swatch{"along_after_mm": {Test: ShrinkTest, Along: 200, AlongAfter: 100, Across: 200, AcrossAfter: 200}, "across_mm": {Test: ShrinkTest, Along: 200, AlongAfter: 200, AcrossAfter: 3}, "drawn_mm": {Test: GatherTest, Flat: 100, Drawn: 200},
		"ironing": {Test: PressTest, Ironing: "hot"}, "ravelled_mm": {Test: FrayTest, Ravelled: -1}, "layers": {Test: FeedTest}, "test": {Test: "taste"}} {
		key, why := bad.Fault()
		assert.Equal(t, want, key)
		assert.NotEmpty(t, why)
	}
	for _, test := range Tests() {
		label, how := test.About()
		assert.NotEmpty(t, label)
		assert.NotEmpty(t, how)
	}
}

// What a cloth suits follows what it is: a coutil holds a corset, a knit never;
// a lawn is worn next to the skin, wool is not (common practice, no source).
func TestSuits(t *testing.T) {
	coutil := Fabric{Weight: 300, Weave: "coutil", Fibre: "cotton", Thickness: 0.5}
	assert.Equal(t, Good, Worst(coutil.Suits("foundation", Outer)))
	knit := coutil
	knit.Weave, knit.Stretch = "knit", 0.4
	assert.Equal(t, Poor, Worst(knit.Suits("foundation", Outer)))
	lawn := Fabric{Weight: 95, Weave: "plain", Fibre: "cotton", Thickness: 0.15}
	assert.Equal(t, Good, Worst(lawn.Suits("underwear", Outer)))
	assert.Equal(t, Poor, Worst(lawn.Suits("foundation", Outer)))
	assert.Equal(t, Good, Worst(lawn.Suits("skirt", Lining)))
	wool := Fabric{Weight: 240, Weave: "twill", Fibre: "wool", Thickness: 0.6}
	assert.Equal(t, Poor, Worst(wool.Suits("underwear", Outer)))
	assert.Equal(t, Good, Worst(wool.Suits("skirt", Outer)))
	gauze := Fabric{Weight: 60, Weave: "gauze"}
	assert.Contains(t, gauze.Suits("skirt", Outer)[0].Why, "too light")
	assert.Empty(t, Fabric{}.Suits("skirt", Outer), "what nobody entered is not judged")
	assert.Equal(t, "not known", Worst(nil).String(), "nor called good")
	for _, fam := range []family.Kind{"underwear", "foundation", "support", "skirt", ""} {
		for _, r := range Roles() {
			last := Poor
			for _, v := range (Fabric{Weight: 150, Fibre: "polyester", Weave: "satin", Fraying: 3, Ironing: "cool"}).Suits(fam, r) {
				assert.NotEmpty(t, v.Why)
				assert.GreaterOrEqual(t, v.Fitness, last, "the gravest first")
				last = v.Fitness
			}
		}
	}
}

func TestFullnessAndBulk(t *testing.T) {
	thin, thick := Fabric{Thickness: 0.1}, Fabric{Thickness: 1.2}
	a, _ := thin.GathersTo()
	b, _ := thick.GathersTo()
	assert.Greater(t, a, b)
	thick.Swatches = []Swatch{{Test: GatherTest, Flat: 300, Drawn: 120}, {Test: FrayTest, Ravelled: 6}, {Test: FeedTest, Layers: 4}}
	b, tested := thick.GathersTo()
	assert.True(t, tested)
	assert.InDelta(t, 2.5, b, 1e-9)
	assert.Equal(t, 3, thick.Frays())
	assert.Equal(t, 4, thick.Feeds())
	assert.InDelta(t, 240, Fabric{Weight: 240}.Mass(1e6), 1e-9)
}

func TestCutsAreMeasured(t *testing.T) {
	f := Fabric{Width: 1400, Thickness: 0.5, Lengths: []Cut{{Length: 1000}, {Length: 600, Width: 500, Outline: [][2]float64{{0, 0}, {600, 0}, {0, 500}}}}}
	assert.Empty(t, f.Faults())
	assert.InDelta(t, 1400e3, f.Lengths[0].Area(f), 1e-6)
	assert.InDelta(t, 150e3, f.Lengths[1].Area(f), 1e-6)
	assert.EqualValues(t, 1600, f.Held())
	assert.Len(t, Fabric{InHand: 900}.Pieces(), 1)
	assert.Empty(t, Fabric{}.Pieces())
	f.Lengths[1].Outline[2] = [2]float64{0, 900}
	assert.Contains(t, f.Faults()["lengths"], "piece 2")
}
