package worn_test

import (
	"math"
	"testing"

	"ardentgusset/core/draft/catalogue"
	"ardentgusset/core/ensemble/worn"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// furthest is how far out what hangs of a layer reaches at the side, by its drop in steps of 20 mm.
func furthest(l *worn.Layer) map[int]float64 {
	out := map[int]float64{}
	for _, s := range l.Sheets {
		for _, p := range s.On {
			if p.X > 2*math.Abs(p.Y) {
				k := int(math.Round(-p.Z / 20))
				out[k] = max(out[k], p.X)
			}
		}
	}
	return out
}

// A limp shift is held in by what is laced over it, comes out from under that little by little, and hangs as it would further down.
func TestLimpClothIsHeldIn(t *testing.T) {
	alone, _ := dress(t, nil, "shift")
	laced, stages := dress(t, nil, "shift", "corset")
	free, held := furthest(&alone.Layers[0]), furthest(&laced.Layers[0])
	edge := 0.0 // of the corset, at the side
	for _, r := range laced.Layers[1].Rings {
		for k, in := range r.In {
			if r.Line[2*k] > 2*math.Abs(r.Line[2*k+1]) && in > 0 {
				edge = max(edge, r.Drop)
			}
		}
	}
	require.Greater(t, edge, 60.0)
	waist := stages[1].After.At(0).Reach(90)
	assert.InDelta(t, waist, held[0], 6, "under the corset it lies as the corset does")
	assert.Greater(t, free[0], waist+20)
	before := 0.0
	for k := int(edge/20) + 1; k < int(edge/20)+5; k++ {
		require.Positive(t, held[k])
		assert.GreaterOrEqual(t, held[k], before-3, "below the edge it comes out")
		if before > 0 {
			assert.Less(t, held[k]-before, 45.0, "and not at one step, %d", 20*k)
		}
		before = held[k]
	}
	far := int(edge/20) + 12
	assert.InDelta(t, free[far], held[far], 1)
}

// A close skirt lies the nearer to the body over a limp shift than over a petticoat that stands, and what is under a cloak stays under it.
func TestLimpClothHoldsNothingOut(t *testing.T) {
	reach := func(kinds ...string) float64 {
		f, _ := dress(t, nil, kinds...)
		return furthest(&f.Layers[len(f.Layers)-1])[15]
	}
	bare := reach("skirt-gored-1887")
	limp := reach("shift", "skirt-gored-1887")
	stands := reach("petticoat-corded", "skirt-gored-1887")
	assert.InDelta(t, bare, limp, 25)
	assert.Greater(t, stands, limp+20)

	f, _ := dress(t, nil, "corset", "petticoat-gored", "cloak")
	for _, yaw := range []float64{90, 180, 270} {
		p := f.From(worn.View{Yaw: yaw, Dot: 4}, 3)
		under, cloak := area(p.Region(2, worn.Whole, 6)), area(p.Region(3, worn.Whole, 6))
		assert.Less(t, under, 0.02*cloak, "from %g", yaw)
	}
}

// A head is there for what is worn on it, and for nothing else.
func TestHeadsAreForHats(t *testing.T) {
	f, _ := dress(t, nil, "shift", "corset")
	assert.Nil(t, f.Head)
	f, _ = dress(t, nil, "shift", "bonnet-brim")
	require.NotNil(t, f.Head)
	brim := f.Layers[1].Flaps[0]
	top, brimTop, wide, brimWide := math.Inf(-1), math.Inf(-1), 0.0, 0.0
	for _, p := range f.Head.On {
		top, wide = max(top, p.Z), max(wide, p.X)
	}
	for _, p := range brim.On {
		brimTop, brimWide = max(brimTop, p.Z), max(brimWide, p.X)
	}
	assert.InDelta(t, top, brimTop, 60, "its brim goes round the head")
	assert.Greater(t, brimWide, wide-2)
	assert.Greater(t, top, f.Head.On[len(f.Head.On)-1].Z+200)
}

// What is too narrow for what is beneath is told, as it is cut: a straight dress over a petticoat that stands out, by its own hem; it is
// not told of one that has cloth enough.
func TestTooLittleClothIsTold(t *testing.T) {
	f, _ := dress(t, nil, "dress-panelled")
	assert.Zero(t, f.Layers[0].Lacks)
	f, stages := dress(t, nil, "corset", "petticoat-gored", "dress-panelled")
	l := f.Layers[2]
	w := stages[2].Draft.Wear
	stands := stages[2].On.At(w.Hang[len(w.Hang)-1].Drop).Girth()
	require.Greater(t, stands, w.Hem+200)
	assert.InDelta(t, stands-w.Hem, l.Lacks, 0.05*w.Hem)
	f, _ = dress(t, nil, "corset", "petticoat-gored", "skirt-breadths")
	assert.Zero(t, f.Layers[2].Lacks)
}

// A garment has ease only where it is: what hangs from the waist goes round no bust.
func TestEaseIsWhereAGarmentIs(t *testing.T) {
	for _, g := range catalogue.All() {
		_, stages := dress(t, nil, g.About().Kind)
		top, bottom := stages[0].Draft.Wear.Reach()
		if hang := stages[0].Draft.Wear.Hang; len(hang) > 0 {
			bottom = max(bottom, hang[len(hang)-1].Drop)
		}
		for _, e := range stages[0].Ease() {
			assert.GreaterOrEqual(t, e.Drop, top-1, g.About().Kind)
			assert.LessOrEqual(t, e.Drop, bottom+1, g.About().Kind)
		}
	}
}
