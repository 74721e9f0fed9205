package measure

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// 1 oz = 28.349523125 g, 1 lb = 453.59237 g, 1 yd² = 0.83612736 m² (NIST Special
// Publication 811, appendix B.8).
func TestTellingAgainstPublishedValues(t *testing.T) {
	inches, metric := Reader{Unit: IN, Money: "$"}, Reader{Unit: CM, Money: "kr"}
	for mark, want := range map[string][2]string{
		TellMass(453.59237):     {"1 lb", "455 g"},
		TellMass(28.349523125):  {"1 oz", "30 g"},
		TellMass(1360.77711):    {"3 lb", "1.36 kg"},
		TellMass(600):           {"1 lb 5 oz", "600 g"},
		TellArea(0.83612736):    {"1 yd²", "0.84 m²"},
		TellDensity(33.9057475): {"1 oz/yd²", "34 g/m²"},
		TellMoney(12.5):         {"$12.50", "12.50 kr"},
		TellMoney(-3):           {"−$3.00", "−3.00 kr"},
		TellLong(914.4):         {"1.0 yd", "0.9 m"},
		TellStock(15):           {"⅝ in", "15 mm"},
		TellStock(25):           {"1 in", "25 mm"},
		TellStock(5):            {"3/16 in", "5 mm"},
		TellStitch(2.5):         {"10 stitches to the inch", "stitches of 2.5 mm"},
		Tell(254):               {"10 in", "25.4 cm"},
		TellFine(6.35):          {"¼ in", "6.4 mm"},
	} {
		assert.Equal(t, want[0], inches.Say(mark))
		assert.Equal(t, want[1], metric.Say(mark))
	}
	assert.InDelta(t, 33.90575, OuncePerSquareYard, 1e-5)
}

// Whatever sign an amount is written with, it is read back.
func TestWrittenMoneyReadsBack(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		cents := rapid.IntRange(0, 99_999_99).Draw(t, "cents")
		for _, c := range Currencies() {
			got, err := ParseMoney(c.Write(float64(cents) / 100))
			require.NoError(t, err)
			require.InDelta(t, float64(cents)/100, got, 1e-9)
			require.Equal(t, c, CurrencyOf(string(c)))
		}
	})
	for _, text := range []string{"", "$", "-3", "12 €€ 3", "three", "NaN", "1e9", "<b>"} {
		_, err := ParseMoney(text)
		assert.Error(t, err, text)
	}
	assert.Equal(t, Currency(""), CurrencyOf("gold"))
}
