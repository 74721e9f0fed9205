package catalogue

import (
	"fmt"
	"math"
	"os"
	"strings"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/figure"
	"ardentgusset/core/measure"

	"github.com/stretchr/testify/require"
)

// dressedGirths are the girths of a figure in a whole stack, layer by layer,
// with the dimensions of each layer; counts are what is counted in each.
func dressedGirths(t *testing.T, kinds []string, on figure.Figure, set map[string]draft.Settings) (girths map[string]float64, counts string) {
	girths = map[string]float64{}
	for _, kind := range kinds {
		g, ok := Find(kind)
		require.True(t, ok)
		v, _ := draft.Settle(g, on, set[kind])
		d, err := draft.Make(g, on, v, g.About().Usual)
		require.NoError(t, err, kind)
		on = d.Wear.Dress(on)
		for _, l := range figure.Levels() {
			girths[kind+" "+string(l)] = on.GirthAt(l)
		}
		for _, b := range []float64{0, 90, 180} {
			girths[fmt.Sprint(kind, " to floor ", b)] = on.WaistToFloor(b)
		}
		for _, x := range d.Dimensions {
			girths[kind+" "+x.Key] = x.Value
		}
		for i := range d.Pieces {
			counts += fmt.Sprint(d.Pieces[i].ID, d.Pieces[i].Cut, " ")
		}
		darts := 0
		for i := range d.Pieces {
			for _, m := range d.Pieces[i].Marks {
				if m.Kind == "dart" {
					darts++
				}
			}
		}
		counts += fmt.Sprint(len(d.Hoops), len(d.Bones), darts, ";")
	}
	return girths, counts
}

// Stepping any reading or any length a garment asks for by a millimetre never
// moves a girth, a way to the floor or a dimension by more than a few, as long
// as nothing that is counted changes.
func TestOutputsMoveEvenly(t *testing.T) {
	steps := 2.0
	if os.Getenv("EVERY_BODY") != "" {
		steps = 4
	}
	// A dimension may be several times what it follows from: the hem of a tier
	// four times the waist. Lengths of stitching follow from counts.
	most := func(key string) float64 {
		if strings.HasSuffix(key, " quilting") || strings.HasSuffix(key, " rings") {
			return math.Inf(1)
		}
		// A front on the bias that takes all its shape in one dart is held by so little that its mouth follows the mesh it is worked
		// out on: by up to 9 mm where a millimetre more begins another row, and the neckline it is turned into by three times that.
		if strings.HasSuffix(key, " cowl") {
			return 26
		}
		return 12
	}
	check := func(t *testing.T, what string, run func(by float64) (map[string]float64, string)) {
		before, counted := run(0)
		for k := 1.0; k <= steps; k++ {
			now, counts := run(k)
			if counts == counted {
				for key, v := range now {
					if was, ok := before[key]; ok && math.Abs(v-was) > most(key) {
						t.Errorf("%s stepped by 1 mm: %s goes from %.1f to %.1f", what, key, was, v)
					}
				}
			}
			before, counted = now, counts
		}
	}
	bodies := map[string]float64{"bust_girth": 920, "waist_girth": 740, "hip_girth": 1000, "height": 1650, "waist_to_hip": 196, "waist_to_bust": 173, "waist_to_floor_back": 1031, "front_length": 432, "back_waist_length": 404}
	for _, s := range someStacks(t) {
		for key := range bodies {
			check(t, s.Label+", "+key, func(by float64) (map[string]float64, string) {
				mm := map[string]float64{}
				for k, v := range bodies {
					mm[k] = v
				}
				mm[key] += by
				on, err := newFigure(readings(mm), figure.Women, measure.Length(0))
				require.NoError(t, err)
				return dressedGirths(t, s.Kinds, on, nil)
			})
		}
		on, err := newFigure(readings(bodies), figure.Women, 0)
		require.NoError(t, err)
		for i, kind := range s.Kinds {
			g, _ := Find(kind)
			v, _ := draft.Settle(g, on, nil)
			for _, val := range v.All() {
				if val.Parameter.Unit != draft.Length || val.High-val.Low < steps+2 {
					continue
				}
				start := min(val.Number, val.High-steps-1)
				check(t, fmt.Sprintf("%s, %s of the %s", s.Label, val.Parameter.Key, kind), func(by float64) (map[string]float64, string) {
					return dressedGirths(t, s.Kinds[i:], on, map[string]draft.Settings{kind: {val.Parameter.Key: start + by}})
				})
			}
			d, err := draft.Make(g, on, v, g.About().Usual)
			require.NoError(t, err)
			on = d.Wear.Dress(on)
		}
	}
}
