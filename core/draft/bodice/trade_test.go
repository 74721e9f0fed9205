package bodice

import (
	"math"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/drafttest"
	"ardentgusset/core/figure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// Figures of a cutter's note (common practice, no source), against what the surface gives.

// around are the waists of a bodice's pieces, darts closed and open, mm on the half.
func around(d draft.Draft) (shut, open map[string]float64) {
	shut, open = map[string]float64{}, map[string]float64{}
	for _, p := range d.Pieces {
		for _, m := range p.Marks {
			if m.Kind == pattern.WaistLine {
				shut[p.ID] += worn(p, m.Path)
				for i := 1; i < len(m.Path); i++ {
					open[p.ID] += m.Path[i-1].To(m.Path[i])
				}
			}
		}
	}
	return shut, open
}

// On a neck ring of 360 two quarter ellipses of 70 by 22 and 68 by 85, twice, are 395.6: a
// neckline that stands a little off the neck. One drafted at the base of the neck is shorter, one
// that stands 5 out all round longer, by 2π × 5.
func TestNecklineOfTheTrade(t *testing.T) {
	on := drafttest.Body(t, map[string]float64{"bust_girth": 920, "waist_girth": 740, "hip_girth": 900, "height": 1650,
		"neck_girth": 360}, 0)
	round := func(out float64) float64 {
		d, err := made(t, Straight{}, on, draft.Settings{"sleeve": "none", "collar_kind": "none", "bust_ease": 40.0, "hip_ease": 10.0, "neck_front": out, "neck_back": out, "neck_wide": out})
		require.NoError(t, err)
		sum := 0.0
		for _, p := range d.Pieces {
			if e, ok := p.Edge("neck"); ok && p.Of == "" {
				sum += 2 * e.Length()
			}
		}
		return sum
	}
	base, off := round(0), round(5)
	assert.Less(t, base, 395.6)
	assert.Greater(t, off, 395.6)
	assert.InDelta(t, 2*math.Pi*5, off-base, 4.5)
}

// Of the half suppression (980 − 640)/2 the two darts of an 1880s front take 45 parts in a
// hundred, and the wedge of the bust besides: 8 to 20 degrees on the way from the bust to the
// waist. On a half waist of 310 the back is 25, the side-back 59, the underarm 71, the front 155.
func TestSuppressionOfThe1880s(t *testing.T) {
	on := drafttest.Body(t, map[string]float64{"bust_girth": 900, "waist_girth": 740, "hip_girth": 1000, "height": 1650}, 0).Laced(640, 0.5)
	d, err := made(t, Basque{}, on, draft.Settings{"sleeve": "none", "bust_ease": 980 - on.GirthAt(figure.Bust), "waist_ease": 0.0})
	require.NoError(t, err)
	shut, open := around(d)
	for piece, of310 := range map[string]float64{"back": 25, "side-back": 59, "underarm": 71, "front": 155} {
		assert.InDelta(t, of310*320/310, shut[piece], 2.5, piece)
	}
	bust := 0.45 * (980 - 640) / 2
	deep := on.Torso().BustPoint.Z
	wedge := func(degrees float64) float64 { return 2 * deep * math.Sin(degrees/2*math.Pi/180) }
	darts := open["front"] - shut["front"]
	assert.Greater(t, darts, bust+wedge(8))
	assert.Less(t, darts, bust+wedge(20))
}

// Three skirt bands of three layers of 0.6 under a bodice add 3 × 2π × 1.8 = 33.9 to its waist.
func TestBandsUnderABodice(t *testing.T) {
	bare := drafttest.Body(t, slight, 0)
	banded := bare
	for range 3 {
		banded = banded.Covered(func(drop float64) float64 {
			return figure.DepthOver([]figure.Depth{{Drop: -5, Depth: 1.8}, {Drop: 30, Depth: 1.8}}, drop)
		})
	}
	waist := func(on figure.Figure) (sum float64) {
		d, err := made(t, Basque{}, on, draft.Settings{"sleeve": "none"})
		require.NoError(t, err)
		shut, _ := around(d)
		for _, w := range shut {
			sum += 2 * w
		}
		return sum
	}
	assert.InDelta(t, 33.9, waist(banded)-waist(bare), 1)
}

// A neck of two half ellipses, 75 by 25 behind and 75 by 90 before, is 426.8 round; a head of 580
// with 15 to spare needs a slit of 84.1.
func TestSlitOfTheTrade(t *testing.T) {
	quarter := func(a, b float64) (sum float64) {
		const n = 2000
		for i := range n {
			s, e := float64(i)*math.Pi/2/n, float64(i+1)*math.Pi/2/n
			sum += math.Hypot(a*(math.Cos(e)-math.Cos(s)), b*(math.Sin(e)-math.Sin(s)))
		}
		return sum
	}
	neck := 2*quarter(75, 25) + 2*quarter(75, 90)
	assert.InDelta(t, 426.8, neck, 0.1)
	assert.InDelta(t, 84.1, leastSlit(neck, 580), 0.05)
	assert.Zero(t, leastSlit(700, 580))
}

// A shoulder seam on the ridge is as long as the shoulder was read, and what the ease sets it out.
func TestShoulderAsRead(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		on := dressed(t)
		d, err := made(t, Block{}, on, draft.Settings{"sleeve": "none", "inset": 0.0, "neck_wide": 0.0})
		if err != nil {
			return
		}
		require.InDelta(t, on.Length("shoulder_length")+2, drafttest.Length(t, d, "front", "shoulder"), 4)
	})
}

// What darts take follows the body evenly: two millimetres more of the bust change it by two at
// most, whatever the panel's shape was found from.
func TestDartsFollowEvenly(t *testing.T) {
	for _, g := range []draft.Garment{Basque{}, Darted{}} {
		was := math.NaN()
		for bust := 890.0; bust <= 914; bust += 2 {
			on := drafttest.Body(t, map[string]float64{"bust_girth": bust, "waist_girth": 740, "hip_girth": 1000, "height": 1650}, 0).Laced(640, 0.5)
			d, err := made(t, g, on, draft.Settings{"sleeve": "none"})
			require.NoError(t, err)
			shut, open := around(d)
			takes := open["front"] - shut["front"]
			if !math.IsNaN(was) {
				assert.InDelta(t, was, takes, 2, "%s at %v", g.About().Kind, bust)
			}
			was = takes
		}
	}
}

// A dart that closes at both ends takes the part it is told to of what would open, at its widest, and
// the jacket measures the same round bust and waist; so it does when the jacket is so short that
// the dart runs to its edge.
func TestDartsWithinTakeTheirPart(t *testing.T) {
	on := drafttest.Body(t, slight, 0)
	widest := func(set draft.Settings) (wide, bust, waist float64) {
		set["sleeve"] = "none"
		d, err := made(t, Tailored{}, on, set)
		require.NoError(t, err)
		for _, m := range drafttest.Piece(t, d, "front").Marks {
			if m.Kind == pattern.Dart {
				box := plane.BoxOf(m.Path)
				for y := box.Min.Y + 1; y < box.Max.Y; y++ { // level by level
					for _, s := range plane.Spans(m.Path, plane.Pt(box.Min.X-5, y), plane.Pt(1, 0)) {
						wide = max(wide, s[1]-s[0])
					}
				}
			}
		}
		return wide, drafttest.Value(d, "girth.bust"), drafttest.Value(d, "girth.waist")
	}
	whole, bust, waist := widest(draft.Settings{"dart_take": 1.0})
	part, same, alike := widest(draft.Settings{"dart_take": 0.6})
	assert.InDelta(t, 0.6, part/whole, 0.05)
	assert.InDelta(t, bust, same, 2)
	assert.InDelta(t, waist, alike, 2)
	_, short, _ := widest(draft.Settings{"long": 104.0})
	_, long, _ := widest(draft.Settings{"long": 107.0})
	assert.InDelta(t, short, long, 3, "to the edge, and within")
}
