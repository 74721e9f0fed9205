package reckon

import (
	"fmt"
	"math"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/measure"
	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

const in = 25.4

// do answers, and fails the test when it can't.
func do(t require.TestingT, name string, set draft.Settings) Answer {
	r, ok := Find(name)
	require.True(t, ok, name)
	a, err := Do(r, set)
	require.NoError(t, err, name)
	return a
}

func value(t require.TestingT, a Answer, key string) float64 {
	n, ok := a.Number(key)
	require.True(t, ok, key)
	return n.Value
}

// Worked examples of the trade (common practice, no source).
func TestWorkedExamples(t *testing.T) {
	for _, c := range []struct {
		name string
		set  draft.Settings
		want map[string]float64
		off  float64
	}{
		// Two rows for a half-inch allowance lie at 3/8 and 5/8.
		{"gathers", draft.Settings{"finished": 700.0, "ratio": 2.0, "allowance": 0.5 * in, "longest": 1350.0},
			map[string]float64{"cloth": 1400, "row_1": 0.375 * in, "row_2": 0.625 * in, "sections": 2}, 0.01},
		// 3200 into 700 by 24: shows 29.2, takes up 104.2, folds of 52.1.
		{"pleats", draft.Settings{"kind": "knife", "seek": "depth", "cloth": 3200.0, "finished": 700.0, "count": 24.0},
			map[string]float64{"spacing": 29.2, "take_up": 104.2, "depth": 52.1}, 0.05},
		// Waist 28, full 32, upper 20, cloth 54: 2 and 3 breadths, 2.39 yd with the band; whole widths 1 and 2, 1.89 and 3.79
		// times the waist, 0.96 yd less.
		{"tiers", draft.Settings{"top": 28 * in, "long": 32 * in, "first": 20 * in, "cloth": 54 * in, "allowance": 0.5 * in, "hem": 1.125 * in, "band": 3 * in},
			map[string]float64{"round_1": 56 * in, "round_2": 112 * in, "down_1": 21 * in, "down_2": 13.625 * in, "panels_1": 2, "panels_2": 3, "length": 2.39 * 914.4, "saves": 0.96 * 914.4}, 6},
		{"tiers", draft.Settings{"top": 28 * in, "long": 32 * in, "first": 20 * in, "cloth": 58 * in, "allowance": 0.5 * in, "hem": 1.125 * in, "band": 3 * in},
			map[string]float64{"panels_1": 1, "panels_2": 2, "length": 1.42 * 914.4}, 6},
		{"tiers", draft.Settings{"top": 28 * in, "long": 32 * in, "first": 20 * in, "cloth": 54 * in, "allowance": 0.5 * in, "hem": 1.125 * in, "widths": "whole"},
			map[string]float64{"full_1": 1.893, "round_2": 3.786 * 28 * in}, 0.5},
		// A stride of 600 with 110 of leg: 1545.6; held by 350, 1045.6.
		{"tiers", draft.Settings{"step": 600.0, "leg": 110.0}, map[string]float64{"sweep": 1545.6}, 0.05},
		{"tiers", draft.Settings{"step": 350.0, "leg": 110.0}, map[string]float64{"sweep": 1045.6}, 0.05},
		// Waist 28, an inch of lap and half-inch seams: 30 long, 3 wide for an inch.
		{"band", draft.Settings{"round": 28 * in, "overlap": in, "allowance": 0.5 * in, "finished": in}, map[string]float64{"long": 30 * in, "wide": 3 * in}, 0.01},
		{"band", draft.Settings{"way": "double", "finished": in}, map[string]float64{"wide": 4 * in}, 0.01},
		// Three quarters of a circle, waist 720 and 20: radius 157.0, hem 3944.4; 700 without ease, 148.5.
		{"circle", draft.Settings{"round": 720.0, "ease": 20.0, "part": 0.75, "long": 680.0}, map[string]float64{"radius": 157, "hem": 3944.4}, 0.05},
		{"circle", draft.Settings{"round": 700.0, "ease": 0.0, "part": 0.75}, map[string]float64{"radius": 148.5}, 0.05},
		{"circle", draft.Settings{"round": 800.0, "ease": 0.0, "part": 0.75, "long": 700.0}, map[string]float64{"radius": 169.8, "hem": 4099}, 0.4},
		// Half a cloak about a neck of 420, 1200 long: 133.7 and 4189.9. Three quarters about 680, 120 deep: 144.3 and 1245.5.
		{"circle", draft.Settings{"round": 420.0, "ease": 0.0, "part": 0.5, "long": 1200.0}, map[string]float64{"radius": 133.7, "hem": 4189.9}, 0.05},
		{"circle", draft.Settings{"round": 680.0, "ease": 0.0, "part": 0.75, "long": 120.0}, map[string]float64{"radius": 144.3, "hem": 1245.5}, 0.05},
		// 680 that gives 4 in 100 drops by 27.2 on the bias.
		{"circle", draft.Settings{"long": 680.0, "give": 4.0}, map[string]float64{"drop": 27.2}, 0.05},
		// 500 × 1120 at 32: 17.5 m.
		{"bias", draft.Settings{"kind": "own", "strip": 32.0, "wide": 500.0, "high": 1120.0}, map[string]float64{"whole": 17500 - 32}, 0.01},
		// A strip of 1½ in with ¼ in seams turns to ½ in.
		{"strips", draft.Settings{"finished": 0.5 * in, "seam": 0.25 * in}, map[string]float64{"cut": 1.5 * in}, 0.01},
		// Five over 8 in, 3/8 from the ends: 1.8125 apart; 40 lignes to the inch.
		{"buttons", draft.Settings{"long": 8 * in, "top": 0.375 * in, "bottom": 0.375 * in, "count": 5.0, "across": in, "lap": 30.0},
			map[string]float64{"spacing": 1.8125 * in, "ligne": 40}, 0.01},
		// Criss-cross, 12 pairs an inch apart, 3 in wide, tails of 18: 108.6 in. Spiral at 1.5 with tails of 12: 60.4 in.
		{"lacing", draft.Settings{"long": 11*in + 20, "margin": 10.0, "pairs": 12.0, "gap": 2 * in, "inset": 0.5 * in, "tail": 18 * in, "open": 0.0},
			map[string]float64{"worn": 108.6 * in, "spacing": in}, 2},
		{"lacing", draft.Settings{"style": "spiral", "long": 11*in + 60, "margin": 30.0, "pairs": 12.0, "gap": 0.5 * in, "inset": 0.5 * in, "tail": 12 * in, "open": 0.0},
			map[string]float64{"worn": 60.4 * in}, 2},
		// Twelve pairs worked by hand: 960 in of floss.
		// A strip whose end has sunk by 41.5°: half of what hangs over is its bending length (Peirce 1930), to two parts in a hundred.
		{"drape", draft.Settings{"over": 100.0, "below": 66.26, "out": 74.9}, map[string]float64{"bending": 50, "angle": 41.5}, 1.1},
		{"lacing", draft.Settings{"long": 400.0, "pairs": 12.0}, map[string]float64{"eyelets": 24, "floss": 960 * in}, 0.01},
		// Five pairs 1.8125 apart without tails: 23.6 in at a gap of 2, 31.0 at 3, 39.1 at 4.
		{"lacing", draft.Settings{"long": 8 * in, "margin": 0.375 * in, "pairs": 5.0, "gap": 1.5 * in, "inset": 0.25 * in, "tail": 0.0, "open": 0.0},
			map[string]float64{"worn": 23.6 * in}, 2},
		{"lacing", draft.Settings{"long": 8 * in, "margin": 0.375 * in, "pairs": 5.0, "gap": 2.5 * in, "inset": 0.25 * in, "tail": 0.0, "open": 0.0},
			map[string]float64{"worn": 31.0 * in}, 2},
		{"lacing", draft.Settings{"long": 8 * in, "margin": 0.375 * in, "pairs": 5.0, "gap": 3.5 * in, "inset": 0.25 * in, "tail": 0.0, "open": 0.0},
			map[string]float64{"worn": 39.1 * in}, 2},
		// Ten buttonholes 8 cm apart span 72.
		{"buttons", draft.Settings{"long": 740.0, "top": 10.0, "bottom": 10.0, "count": 10.0}, map[string]float64{"spacing": 80}, 0.01},
		// A tie of 1½ in by 40 in turns to ½ in; a tenth line stepped from the last is off by nine slips.
		{"strips", draft.Settings{"finished": 0.5 * in, "seam": 0.25 * in, "each": 39.5 * in, "count": 1.0}, map[string]float64{"cut": 1.5 * in, "each": 40 * in}, 0.01},
		{"quilting", draft.Settings{"wide": 200.0, "high": 95.0, "spacing": 10.0, "slip": 0.5}, map[string]float64{"rows": 9, "slip": 4}, 1.01},
		// Twelve panels of 20 to 30 minutes: about 5 hours.
		{"time", draft.Settings{"whole": 12.0, "sample": 1.0, "samples": 2.0, "t1": 20.0, "t2": 30.0, "done": 0.0}, map[string]float64{"likely": 300}, 0.01},
		// A 6 mm spiral wants 9 to 10 mm.
		{"bones", draft.Settings{"wide": 6.0}, map[string]float64{"channel": 9.25}, 0.8},
		// 2400 in 20, 30 deep: chord 120, radius 75, arc 139.09, 2781.9 in all. A chord of 120, 40 deep: 65 and 152.9.
		{"scallops", draft.Settings{"long": 2400.0, "count": 20.0, "deep": 30.0}, map[string]float64{"chord": 120, "radius": 75, "arc": 139.09, "edge": 2781.9}, 0.1},
		{"scallops", draft.Settings{"long": 1200.0, "count": 10.0, "deep": 40.0}, map[string]float64{"radius": 65, "arc": 152.9}, 0.05},
		// A hundred square inches at half an inch: 200 in.
		{"quilting", draft.Settings{"wide": 10 * in, "high": 10 * in, "spacing": 0.5 * in}, map[string]float64{"length": 200 * in, "estimate": 200 * in}, 11 * in},
		// 330 × 3: 990; twelve rows of 4.8: 52.8.
		{"smocking", draft.Settings{"finished": 330.0, "full": 3.0, "rows": 12.0, "pitch": 4.8}, map[string]float64{"cloth": 990, "deep": 52.8}, 0.01},
		// An arm of 10 × 2.5 and two half inches: 26; elastic of 10 less 3/4: 9¼, 2.70; of 11: 10¼, 2.44; clear 3/16.
		{"elastic", draft.Settings{"round": 10 * in, "full": 2.5, "allowance": 0.5 * in, "cut": 10 * in, "overlap": 0.75 * in, "turn": 0.25 * in, "stitch": in / 16, "wide": 3.0},
			map[string]float64{"cloth": 26 * in, "ring": 9.25 * in, "ratio": 2.7027, "clear": 0.1875 * in}, 0.01},
		{"elastic", draft.Settings{"round": 10 * in, "cut": 11 * in, "overlap": 0.75 * in, "wide": 3.0}, map[string]float64{"ring": 10.25 * in, "ratio": 2.439}, 0.01},
		// French: half an inch, 3/8 first: 1/8 is left.
		{"seams", draft.Settings{"allowance": 0.5 * in, "first": 0.375 * in, "trim": 2.0}, map[string]float64{"second": 0.125 * in}, 0.01},
		// 30 at 900: 3.3 in 100; 5/8 in at 6, 4, 3, 2 in: 10, 16, 21, 31.
		{"hem", draft.Settings{"deep": 30.0, "radius": 900.0}, map[string]float64{"surplus": 3.33}, 0.05},
		{"hem", draft.Settings{"deep": 0.625 * in, "radius": 6 * in}, map[string]float64{"surplus": 10.4}, 0.1},
		{"hem", draft.Settings{"deep": 0.625 * in, "radius": 4 * in}, map[string]float64{"surplus": 15.6}, 0.1},
		{"hem", draft.Settings{"deep": 0.625 * in, "radius": 3 * in}, map[string]float64{"surplus": 20.8}, 0.1},
		{"hem", draft.Settings{"deep": 0.625 * in, "radius": 2 * in}, map[string]float64{"surplus": 31.3}, 0.1},
		{"hem", draft.Settings{"deep": 0.25 * in, "radius": 3 * in}, map[string]float64{"surplus": 8.3}, 0.1},
		// Stitch 2.5 through 0.8: 2.64.
		{"thread", draft.Settings{"kind": "lockstitch", "stitch": 2.5, "thick": 0.8, "long": 1000.0}, map[string]float64{"ratio": 2.64, "per_inch": 10.16}, 0.01},
		// 4.7 oz a square yard: 159 g/m².
		{"cloth", draft.Settings{"what": "weight", "in": "oz_yd", "weight": 4.7}, map[string]float64{"gsm": 159.4}, 0.1},
		{"cloth", draft.Settings{"what": "old", "many": 4.0, "of": "nail"}, map[string]float64{"length": 228.6}, 0.01},
		{"cloth", draft.Settings{"what": "count", "warp": 11.0, "weft": 10.0, "over": 10.0}, map[string]float64{"doubt_warp": 9.09}, 0.01},
		// Three cuts of an inch add three, folds of half an inch, and the old edge again.
		{"slash", draft.Settings{"wide": 10 * in, "foot": 10 * in, "cuts": 3.0, "open": in, "into": "pleats"},
			map[string]float64{"adds": 3 * in, "fold": 0.5 * in, "back": 10 * in}, 0.01},
		// A skirt of 660 with 230 of opening passes 1030 of 1020; with 200 it lacks.
		{"opening", draft.Settings{"what": "in", "closed": 660.0, "slit": 230.0, "must": 1020.0}, map[string]float64{"passes": 1030.4, "spare": 10.4}, 0.1},
		{"opening", draft.Settings{"what": "in", "closed": 660.0, "slit": 200.0, "must": 1020.0}, map[string]float64{"passes": 975.2}, 0.1},
	} {
		a := do(t, c.name, c.set)
		for key, want := range c.want {
			assert.InDelta(t, want, value(t, a, key), c.off, "%s: %s of %v", c.name, key, c.set)
		}
	}
}

// Five over 8 in lie at 0.375, 2.188, 4, 5.812 and 7.625 in (worked example, common practice, no source).
func TestPlacesOfTheTrade(t *testing.T) {
	a := do(t, "buttons", draft.Settings{"long": 8 * in, "top": 0.375 * in, "bottom": 0.375 * in, "count": 5.0})
	for i, want := range []float64{0.375, 2.188, 4, 5.812, 7.625} {
		assert.InDelta(t, want*in, a.Strips[0].Marks[i].At, 0.02)
	}
}

// drawnSettings are settings of a reckoner, anywhere in the ranges of what is asked.
func drawnSettings(t *rapid.T, r Reckoner) draft.Settings {
	set := draft.Settings{}
	for range 3 { // choices decide what is asked
		v, _ := Settle(r, set)
		for _, one := range v.All() {
			p := one.Parameter
			if _, has := set[p.Key]; has || rapid.IntRange(0, 3).Draw(t, string(p.Key)+"?") == 0 {
				continue
			}
			switch p.Unit {
			case draft.Choice:
				set[p.Key] = p.Options[rapid.IntRange(0, len(p.Options)-1).Draw(t, string(p.Key))].Key
			case draft.Count:
				set[p.Key] = float64(rapid.IntRange(int(one.Low), int(min(one.High, one.Low+60))).Draw(t, string(p.Key)))
			default:
				x := rapid.Float64Range(0, 1).Draw(t, string(p.Key))
				set[p.Key] = one.Low + (one.High-one.Low)*x*x*x
			}
		}
	}
	return set
}

// Whatever is asked within its ranges, a reckoner answers with numbers that are some, marks that lie on their strips and
// end where they say, and reasons; or it names a field it asked for and says what would be right.
func TestEveryReckonerAnswersOrSaysWhy(t *testing.T) {
	for _, r := range All() {
		t.Run(r.About().Name, func(t *testing.T) {
			answered := 0
			rapid.Check(t, func(t *rapid.T) {
				set := drawnSettings(t, r)
				a, err := Do(r, set)
				if err != nil {
					var s *draft.SettingError
					require.ErrorAs(t, err, &s)
					v, _ := Settle(r, set)
					require.True(t, v.Has(s.Key), "%s is not asked", s.Key)
					require.NotEmpty(t, measure.Say(s.Why, measure.IN))
					return
				}
				answered++
				require.NotEmpty(t, a.Numbers)
				keys := map[string]bool{}
				for _, n := range a.Numbers {
					require.False(t, keys[n.Key], "%s twice", n.Key)
					keys[n.Key] = true
					require.False(t, math.IsNaN(n.Value) || math.IsInf(n.Value, 0), n.Key)
					require.NotContains(t, measure.Say(n.Text(), measure.CM), "⟦")
					require.NotEmpty(t, n.Why.Source, n.Key)
				}
				for _, s := range a.Strips {
					require.False(t, math.IsNaN(s.Long) || s.Long <= 0, s.Name)
					from, step := s.Tape(1)
					sum := 0.0
					for i := range from {
						sum += step[i]
						require.InDelta(t, from[i], sum, 1e-6, "the steps sum to where the mark lies")
						require.InDelta(t, s.Marks[i].At, from[i], 0.5000001)
					}
				}
				for _, s := range a.Drawing {
					for _, p := range s.Line {
						require.False(t, math.IsNaN(p.X+p.Y) || math.IsInf(p.X+p.Y, 0))
					}
				}
			})
			assert.Positive(t, answered)
		})
	}
}

// A millimetre more changes no answer by a leap: what is a length grows about as evenly as what is asked.
func TestAnswersStepEvenly(t *testing.T) {
	for _, c := range []struct {
		name   string
		key    draft.Key
		number string
	}{{"gathers", "finished", "cloth"}, {"band", "round", "long"}, {"circle", "round", "hem"},
		{"bias", "finished", "strip"}, {"strips", "finished", "cut"}, {"lacing", "open", "lace"}, {"scallops", "deep", "arc"}, {"smocking", "finished", "cloth"},
		{"elastic", "round", "cloth"}, {"hem", "deep", "surplus"}, {"slash", "open", "bottom"}, {"scale", "real", "scale"}, {"opening", "slit", "passes"},
		{"pleats", "cloth", "depth"}, {"tiers", "top", "round_2"}, {"stuffing", "deep", "mass"}, {"thread", "long", "thread"}} {
		r, _ := Find(c.name)
		v, _ := Settle(r, nil)
		at := v.Number(c.key)
		var all []float64
		for k := range 12 {
			all = append(all, value(t, do(t, c.name, draft.Settings{c.key: at + float64(k)}), c.number))
		}
		first := all[1] - all[0]
		require.NotZero(t, first, c.name)
		for k := 2; k < len(all); k++ {
			assert.InEpsilon(t, all[k-1]-all[k-2], all[k]-all[k-1], 0.05, "%s: step %d of %s", c.name, k, c.number)
		}
	}
}

// Any number of pleats from the others, and back: the five always fit each other.
func TestPleatsRoundTrip(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		kind := rapid.SampledFrom([]string{"knife", "box", "inverted", "organ"}).Draw(t, "kind")
		finished, n := rapid.Float64Range(200, 3000).Draw(t, "finished"), float64(rapid.IntRange(2, 60).Draw(t, "count"))
		cloth := finished * rapid.Float64Range(1.3, 4).Draw(t, "full")
		plain := rapid.Float64Range(0, 100).Draw(t, "plain")
		base := do(t, "pleats", draft.Settings{"kind": kind, "seek": "depth", "cloth": cloth, "finished": finished, "count": n, "plain": plain})
		depth := value(t, base, "depth")
		if depth < 1 || depth > 600 {
			return
		}
		got := do(t, "pleats", draft.Settings{"kind": kind, "seek": "cloth", "finished": finished, "count": n, "depth": depth, "plain": plain})
		require.InDelta(t, cloth, value(t, got, "cloth"), 1e-6)
		got = do(t, "pleats", draft.Settings{"kind": kind, "seek": "count", "finished": finished, "cloth": cloth, "depth": depth, "plain": plain})
		require.InDelta(t, n, value(t, got, "count"), 1e-9)
		if left := value(t, base, "finished"); left > 10 {
			got = do(t, "pleats", draft.Settings{"kind": kind, "seek": "finished", "cloth": cloth, "count": n, "depth": depth, "plain": plain})
			require.InDelta(t, finished, value(t, got, "finished"), 1e-6)
		}
		for _, s := range base.Strips { // folded by the marks, it comes out as wide
			if s.Name != "Cloth" {
				require.InDelta(t, finished-plain, s.Marks[len(s.Marks)-1].At, 1e-6)
			}
		}
		take := 0.0
		marks := base.Strips[0].Marks
		for i := 0; i+1 < len(marks); i += 2 {
			take += math.Abs(marks[i+1].At - marks[i].At)
		}
		require.InDelta(t, cloth-finished, take, 1e-6, "between fold and place everything is taken up")
	})
}

// The hem of a circle, its radius and its panels against plain integration of the drawn sector: its arcs are as long and its
// sheet as large as the closed forms say.
func TestCirclesAgainstTheirDrawing(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		set := draft.Settings{"round": rapid.Float64Range(400, 1500).Draw(t, "round"), "part": rapid.Float64Range(0.3, 1).Draw(t, "part"),
			"long": rapid.Float64Range(200, 1200).Draw(t, "long"), "cloth": rapid.Float64Range(900, 3000).Draw(t, "cloth"), "allowance": 0.0}
		r, _ := Find("circle")
		a, err := Do(r, set)
		if err != nil {
			return
		}
		line := a.Drawing[0].Line
		panels := value(t, a, "panels")
		require.InEpsilon(t, value(t, a, "hem"), plane.Length(line[:49])*panels, 0.002)
		require.InEpsilon(t, set["round"].(float64)+20, plane.Length(line[49:])*panels, 0.002)
		box := plane.BoxOf(line)
		require.LessOrEqual(t, min(box.Width(), box.Height()), set["cloth"].(float64)+0.5, "each panel lies on the cloth")
	})
}

// Bias strips counted one by one: no two lie on each other, all lie on the cloth, and together they take no more of it than
// there is; a large cloth is used nearly whole.
func TestBiasStripsLieOnTheCloth(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		wide, high, strip := rapid.Float64Range(300, 2000).Draw(t, "wide"), rapid.Float64Range(300, 1500).Draw(t, "high"), rapid.Float64Range(15, 60).Draw(t, "strip")
		a := do(t, "bias", draft.Settings{"kind": "own", "strip": strip, "wide": wide, "high": high, "least": 20.0, "need": 100.0})
		n := value(t, a, "strips")
		joined := value(t, a, "joined") + (n-1)*strip
		require.LessOrEqual(t, joined*strip, wide*high+1e-6)
		require.GreaterOrEqual(t, joined*strip, 0.7*wide*high-6*strip*(wide+high))
	})
}

// Scalloped edges, quilted rings and level hems by numeric integration.
func TestClosedFormsAgainstIntegration(t *testing.T) {
	a := do(t, "scallops", draft.Settings{"long": 1000.0, "count": 8.0, "deep": 25.0})
	r, c := value(t, a, "radius"), value(t, a, "chord")
	sum := 0.0
	const parts = 200000
	for i := range parts { // y = √(r² − x²)
		x := -c/2 + c*(float64(i)+0.5)/parts
		sum += math.Sqrt(1+x*x/(r*r-x*x)) * c / parts
	}
	assert.InDelta(t, sum*8, value(t, a, "edge"), 0.05)
	a = do(t, "quilting", draft.Settings{"shape": "rings", "hem": 2400.0, "top": 1600.0, "long": 600.0, "spacing": 150.0})
	assert.InDelta(t, 2200+2000+1800+1600, value(t, a, "length"), 1e-6)
}

// A hem that was cut by its readings lies level, and a misread is asked about.
func TestLevellingLeavesALevelHem(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		n := rapid.IntRange(3, mostStations).Draw(t, "stations")
		set := draft.Settings{"way": "level", "above": 300.0, "turn": 40.0, "stations": float64(n)}
		for i := range n {
			set[draft.Key(fmt.Sprintf("h%d", i+1))] = rapid.Float64Range(180, 260).Draw(t, "h")
		}
		a := do(t, "hem", set)
		for i := range n {
			require.InDelta(t, 260, set[draft.Key(fmt.Sprintf("h%d", i+1))].(float64)+value(t, a, fmt.Sprintf("cut_%d", i+1)), 1e-9)
		}
	})
	a := do(t, "hem", draft.Settings{"way": "level", "above": 300.0, "turn": 30.0, "stations": 5.0, "h1": 200.0, "h2": 201.0, "h3": 160.0, "h4": 200.0, "h5": 202.0})
	assert.True(t, len(a.Notes) > 0 && a.Notes[0].Title == "Read place 3 again", a.Notes)
}

func TestImpossibleIsRefusedWithWhatWouldDo(t *testing.T) {
	for _, c := range []struct {
		name, field, says string
		set               draft.Settings
	}{
		{"pleats", "cloth", "more than 70 cm", draft.Settings{"cloth": 600.0, "finished": 700.0}},
		{"gathers", "cloth", "70 cm or more", draft.Settings{"by": "cloth", "cloth": 600.0}},
		{"buttons", "count", "room for 8 at most", draft.Settings{"long": 100.0, "top": 5.0, "bottom": 5.0, "count": 30.0, "across": 12.0}},
		{"lacing", "pairs", "at most", draft.Settings{"long": 100.0, "pairs": 40.0}},
		{"scallops", "deep", "half a circle", draft.Settings{"long": 1000.0, "count": 20.0, "deep": 40.0}},
		{"elastic", "cut", "less than", draft.Settings{"cut": 3000.0}},
		{"seams", "first", "less than", draft.Settings{"first": 20.0}},
		{"time", "done", "less than 120", draft.Settings{"done": 500.0}},
		{"opening", "nonsense", "no such parameter", draft.Settings{"nonsense": 1.0}},
		{"bones", "wide", "lies between", draft.Settings{"wide": 100.0}},
		{"tiers", "count", "not a number", draft.Settings{"count": math.NaN()}},
	} {
		r, _ := Find(c.name)
		_, err := Do(r, c.set)
		var s *draft.SettingError
		require.ErrorAs(t, err, &s, c.name)
		assert.Equal(t, c.field, string(s.Key), c.name)
		assert.Contains(t, measure.Say(s.Error(), measure.CM), c.says, c.name)
	}
}

func TestFoundByWhatIsWanted(t *testing.T) {
	for query, name := range map[string]string{"how much bias": "bias", "button spacing": "buttons", "lace for a corset": "lacing", "level a hem": "hem",
		"yards to metres ell": "cloth", "how many pleats": "pleats", "does it go over the hips": "opening", "circle skirt": "circle", "how long will it take hours": "time"} {
		found := Search(query)
		require.NotEmpty(t, found, query)
		assert.Equal(t, name, found[0].About().Name, query)
	}
	assert.Len(t, Search(""), len(All()))
	assert.Empty(t, Search("carburettor"))
	names := map[string]bool{}
	for _, r := range All() {
		a := r.About()
		assert.False(t, names[a.Name])
		names[a.Name] = true
		keys := map[string]bool{}
		for _, p := range r.Parameters() {
			assert.False(t, keys[string(p.Key)], "%s asks %s twice", a.Name, p.Key)
			keys[string(p.Key)] = true
		}
		for _, l := range a.Links {
			assert.True(t, l.Input == "" || keys[string(l.Input)], "%s: %s", a.Name, l.Input)
		}
		_, err := Do(r, nil)
		assert.NoError(t, err, "%s answers its own example", a.Name)
	}
}

func BenchmarkReckoners(b *testing.B) {
	for _, r := range All() {
		b.Run(r.About().Name, func(b *testing.B) {
			for b.Loop() {
				if _, err := Do(r, nil); err != nil {
					b.Fatal(err)
				}
			}
		})
	}
}
