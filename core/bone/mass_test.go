package bone

import (
	"testing"

	"github.com/stretchr/testify/assert"
)

// A flat steel 7 × 300 mm of 0.5 mm weighs what its volume does at 7.85 g/cm³:
// 0.7 × 30 × 0.05 cm³ × 7.85.
func TestMass(t *testing.T) {
	assert.InDelta(t, 0.7*30*0.05*7.85, Bone{Kind: Flat, Width: 7, Length: 300, Count: 1}.Mass(), 1e-9)
	flat, spiral := Bone{Kind: Flat, Width: 7, Length: 300, Count: 2}, Bone{Kind: Spiral, Width: 5, Length: 300, Count: 2}
	assert.Positive(t, spiral.Mass())
	assert.Less(t, Bone{Kind: Plastic, Width: 7, Length: 300, Count: 2}.Mass(), flat.Mass(), "plastic is lighter than steel")
	assert.Positive(t, Hoop{Around: 2500, Overlap: 40, Count: 1}.Mass())
	assert.Zero(t, Bone{}.Mass())
}
