package cloth

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
)

// 1 oz/yd² = 33.906 g/m² (NIST SP 811, appendix B.8: 3.390575 E-02 kg/m²).
func TestOunce(t *testing.T) { assert.InDelta(t, 33.90575, OuncePerSquareYard, 1e-5) }

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
