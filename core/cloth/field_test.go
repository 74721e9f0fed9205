package cloth

import (
	"testing"

	"ardentgusset/core/measure"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// What a field shows can be typed back, in either unit, and then nothing has
// changed by more than the last figure shown.
func TestWhatAFieldShowsReadsBack(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		f := Fabric{Name: "Twill", Colour: "ink", Width: measure.Length(rapid.Float64Range(400, 3000).Draw(t, "width")), Selvedge: 8, Thickness: 0.4,
			Weight: rapid.Float64Range(20, 900).Draw(t, "weight"), Price: float64(rapid.IntRange(0, 30000).Draw(t, "price")) / 100, Shrinkage: 0.03,
			Fibre: rapid.SampledFrom(Fibres()).Draw(t, "fibre"), Nap: rapid.Bool().Draw(t, "nap"), Fraying: rapid.IntRange(0, 3).Draw(t, "frays")}
		for _, u := range []measure.Unit{measure.CM, measure.IN} {
			for _, d := range Fields() {
				shown, _ := d.Show(f, u)
				again := f
				require.NoError(t, d.Set(&again, shown, u), "%s: %q", d.Key, shown)
				require.InDelta(t, f.Weight, again.Weight, 1.8, d.Key) // a tenth of an ounce a square yard is 3.4 g/m²
				require.InDelta(t, f.Price, again.Price, 0.006, d.Key)
				require.InDelta(t, float64(f.Width), float64(again.Width), 0.8, d.Key)
				again.Weight, again.Price, again.Width = f.Weight, f.Price, f.Width
				for _, other := range Fields() {
					if other.length == nil {
						require.Equal(t, other.Kept(f), other.Kept(again))
					}
				}
			}
		}
	})
}

// A price typed for a yard is 0.9144 of one for a metre (1 yd = 0.9144 m, NIST
// SP 811), and a weight of 4½ oz/yd² is 152.6 g/m².
func TestYardsAndOunces(t *testing.T) {
	f := Fabric{Width: 1400, Thickness: 0.4}
	price, _ := FieldOf("price_per_m")
	require.NoError(t, price.Set(&f, "$9.144", measure.IN))
	assert.InDelta(t, 10, f.Price, 1e-9)
	assert.Equal(t, "Price a yard", price.Said(measure.IN))
	weight, _ := FieldOf("weight_gsm")
	for typed, want := range map[string]float64{"4½": 152.576, "4.5 oz": 152.576, "150 g/m²": 150, "150gsm": 150} {
		require.NoError(t, weight.Set(&f, typed, measure.IN), typed)
		assert.InDelta(t, want, f.Weight, 1e-3, typed)
	}
}

// Nonsense is refused with words, and the cloth stays as it was.
func TestNonsenseInFields(t *testing.T) {
	for _, d := range Fields() {
		if d.Kind == TextField {
			continue
		}
		for _, typed := range []string{"abc", "-4", "NaN", "1e400", "<script>", "99999999 m"} {
			f := Fabric{Width: 1400, Thickness: 0.4, Price: 7}
			was := d.Kept(f)
			err := d.Set(&f, typed, measure.CM)
			require.Error(t, err, "%s: %q", d.Key, typed)
			assert.NotEmpty(t, err.Error())
			assert.Equal(t, was, d.Kept(f))
		}
	}
}
