package skirt

import (
	"math"
	"slices"
	"strings"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/drafttest"
	"ardentgusset/core/figure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/sewn"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// A waist of 680 and a hem of 3200 with one slope between them over 1040 mm measure 680 + 2520·200/1040 =
// 1164.6 at the hip, 200 down; shaped from the hip it measures the hip and its ease there (worked
// example, common practice, no source).
func TestOneSlopeAndTwo(t *testing.T) {
	on := drafttest.Body(t, map[string]float64{"bust_girth": 900, "waist_girth": 680, "hip_girth": 1000, "height": 1650,
		"waist_to_floor_side": 1040, "waist_to_floor_front": 1040, "waist_to_floor_back": 1040, "waist_to_hip": 200}, 0)
	require.InDelta(t, 200, on.Drop(figure.Hip), 0.1)
	up := on.Fall(90, on.Floor()) - on.Fall(90, 200)
	for _, gores := range []float64{5, 6, 7, 8, 9} {
		set := draft.Settings{"hem_round": 3200.0, "clearance": 0.0, "waist_ease": 0.0, "gores": gores, "rear": 1.0, "fit": "waist"}
		d := drafttest.Make(t, Gores{}, on, set)
		// The way over the hip is a little longer than 1040, and shared as the height is.
		assert.InDelta(t, 680+2520*(1-up/on.WaistToFloor(90)), drafttest.SkirtRound(d, up), 12, "%.0f gores", gores)
		assert.InDelta(t, 1164.6, drafttest.SkirtRound(d, up), 20, "%.0f gores", gores)
		set["fit"], set["hip_ease"] = "hip", 40.0
		d = drafttest.Make(t, Gores{}, on, set)
		assert.InDelta(t, 1040, drafttest.SkirtRound(d, up), 6, "%.0f gores", gores)
	}
}

// A gore's hem is an arc: seven gores from a hip of 1000 to a hem of 3600 over 840 slant by 12.47°, and
// their hems lie 27.4 lower in the middle than at the sides (worked example, common practice, no
// source). The front gore, whose flare is even, shows it.
func TestHemsAreArcs(t *testing.T) {
	on := drafttest.Body(t, map[string]float64{"bust_girth": 900, "waist_girth": 700, "hip_girth": 960, "height": 1650,
		"waist_to_floor_side": 1040, "waist_to_hip": 200}, 0)
	d := drafttest.Make(t, Gores{}, on, draft.Settings{"hem_round": 3600.0, "clearance": 0.0, "rear": 1.0, "fit": "waist"})
	for _, id := range []string{"side-1", "side-2"} {
		hem, _ := drafttest.Piece(t, d, id).Edge("hem")
		a, b := hem.Line[0], hem.Line[len(hem.Line)-1]
		low := math.Inf(1)
		for _, p := range hem.Line {
			low = min(low, p.Y)
		}
		right, _ := drafttest.Piece(t, d, id).Edge("right")
		lean := math.Atan2(right.Line[0].X-right.Line[1].X, right.Line[1].Y-right.Line[0].Y)
		long := plane.Length(hem.Line)
		// An arc that turns by twice the slant hangs by its radius times what the cosine lacks.
		assert.InDelta(t, long/2/lean*(1-math.Cos(lean)), a.Mid(b).Y-low, 1.5, id)
		assert.InDelta(t, 12.47, lean*180/math.Pi, 2.5, id)
	}
}

// On any body, bare or over hips that stand out, the skirt goes round what it hangs over at every level,
// measures the asked ease more at the hip at least, and its hem and waist are what was asked for.
func TestGoresAddUp(t *testing.T) {
	drafted := 0
	rapid.Check(t, func(t *rapid.T) {
		on := drafttest.Wearer(t)
		if rapid.Bool().Draw(t, "hips stand out") {
			on = on.Covered(func(drop float64) float64 { return min(max(drop, 0)*0.25, 60) })
		}
		v := drafttest.Chosen(t, untrained{Gores{}}, on)
		d, err := draft.Make(Gores{}, on, v, Gores{}.About().Usual)
		if err != nil {
			return
		}
		drafted++
		require.NoError(t, d.Check())
		hems := 0.0
		for i := range d.Pieces {
			if hem, ok := d.Pieces[i].Edge("hem"); ok {
				hems += drafttest.Worn(&d.Pieces[i]) * hem.Length()
			}
		}
		// Where the gores are as narrow as they can be, the hem may be longer, and it is told.
		if asked := v.Number("hem_round"); hems > asked*1.01 {
			require.Less(t, hems, asked*1.04)
			require.Less(t, asked, v.Get("hem_round").Low*1.06, "there was room for a narrower hem")
			require.True(t, slices.ContainsFunc(d.Notes, func(n draft.Note) bool { return strings.HasPrefix(n.Title, "The hem measures") }))
		} else {
			require.InDelta(t, asked, hems, asked*0.01)
		}
		require.InDelta(t, drafttest.Value(d, "hem"), hems, 0.002*hems)
		tops := 0.0
		for _, r := range d.Waist.Runs {
			tops += 2 * r.Long
		}
		require.InDelta(t, on.GirthAt(figure.Waist)+v.Number("waist_ease"), tops, 0.1)
		floor := on.Fall(90, on.Floor()-v.Number("clearance"))
		at := floor - on.Fall(90, on.Drop(figure.Hip))
		require.Greater(t, drafttest.SkirtRound(d, at), on.GirthAt(figure.Hip)+v.Number("hip_ease")-6)
	})
	assert.Greater(t, drafted, 25)
}

// A millimetre more moves hem and hip by little.
func TestGoresMoveEvenly(t *testing.T) {
	on := drafttest.Body(t, map[string]float64{"bust_girth": 920, "waist_girth": 720, "hip_girth": 980, "height": 1650}, 0)
	for _, key := range []draft.Key{"clearance", "hip_ease", "hem_round", "gathered"} {
		last := 0.0
		for by := range 8 {
			v, _ := draft.Settle(Gores{}, on, nil)
			d := drafttest.Make(t, Gores{}, on, draft.Settings{key: v.Number(key) + float64(by)})
			area := 0.0
			for i := range d.Pieces {
				area += d.Pieces[i].Area()
			}
			if last > 0 {
				assert.InDelta(t, last, area, 4000, key)
			}
			last = area
		}
	}
}

// Over what stands out right under the waist, a cage behind, a roll or panniers, the skirt as it comes goes round it at every
// level, with gathers at the waist and no steeper an edge than can be sewn.
func TestGoresOverWhatStandsOut(t *testing.T) {
	gathered := 0
	rapid.Check(t, func(t *rapid.T) {
		on := drafttest.Body(t, map[string]float64{"bust_girth": rapid.Float64Range(780, 1250).Draw(t, "bust"),
			"waist_girth": rapid.Float64Range(600, 1050).Draw(t, "waist"), "hip_girth": rapid.Float64Range(880, 1300).Draw(t, "hip"),
			"height": rapid.Float64Range(1520, 1820).Draw(t, "height")}, 0)
		behind := rapid.Float64Range(40, 330).Draw(t, "behind")
		side := rapid.Float64Range(0, behind/3).Draw(t, "side")
		props := []figure.Prop{{Drop: 0, Section: on.At(0)}}
		for i := range 7 {
			drop := 60 + float64(i)*90
			out := math.Sin(min(float64(i+1)/4, 1) * math.Pi / 2)
			under := on.At(drop)
			props = append(props, figure.Prop{Drop: drop, Section: figure.Oblong(under.Breadth()+2*side*out, under.Depth()/2,
				under.Depth()/2+behind*out).With(under)})
		}
		on = on.Propped(props)
		v, _ := draft.Settle(Gores{}, on, nil)
		d, err := draft.Make(Gores{}, on, v, Gores{}.About().Usual)
		require.NoError(t, err)
		for _, r := range d.Waist.Runs {
			if r.By == pattern.Gathers && r.More > 20 {
				gathered++
			}
		}
		hem := on.Fall(90, on.Floor()-v.Number("clearance"))
		for _, drop := range []float64{120, 200, 300, 450} {
			require.Greater(t, drafttest.SkirtRound(d, hem-on.Fall(90, drop)), on.Girth(drop)-12, "%.0f below the waist", drop)
		}
	})
	assert.Greater(t, gathered, 10)
}

// A skirt that is fitted to the hip is measured there on its pieces: as they come, within a millimetre of the hip and its ease,
// or of the belly where that is more; and with the side of the back gore taken in by 10 mm, by twice that less.
func TestTheHipIsMeasuredOnThePieces(t *testing.T) {
	measured := 0
	rapid.Check(t, func(t *rapid.T) {
		on := drafttest.Wearer(t)
		var g draft.Garment = Gores{}
		if rapid.Bool().Draw(t, "narrow") {
			g = Tube{}
		}
		v := drafttest.Few(t, g, on, 4)
		d, err := draft.Make(g, on, v, g.About().Usual)
		if err != nil || len(d.Girths) == 0 {
			return
		}
		measured++
		hip := d.Girths[0]
		require.InDelta(t, hip.Meant, hip.Made, 0.004*hip.Meant+1)
		require.GreaterOrEqual(t, hip.Made, on.GirthAt(figure.Hip)+v.Number("hip_ease")-1.5)
		require.InDelta(t, hip.Made, drafttest.Value(d, "hip"), 1.5)
		i := slices.IndexFunc(d.Pieces, func(p pattern.Piece) bool { return p.ID == "back" })
		back := d.Pieces[i].Copied()
		edge, inwards := "left", 10.0
		if back.Fold != "" {
			edge, inwards = "right", -10
		}
		e, _ := back.Edge(edge)
		e.Line = plane.Moved(e.Line, plane.Pt(inwards, 0))
		d.Pieces[i] = back
		rings := sewn.Rings(d.Pieces, d.Seams, hip.Drop)
		require.Len(t, rings, 1)
		require.InDelta(t, hip.Made-20, rings[0].Girth, 4, "both backs are narrower by 10: the edge slants")
	})
	assert.Greater(t, measured, 20)
}

// bends are the turns of a line one way after the other, degrees; those of less than five are none.
func bends(line []plane.Point) (out []float64) {
	turned, long := 0.0, plane.Length(line)
	for at := 20.0; at < long-20; at += 10 {
		a, _ := plane.Along(line, at-20)
		b, _ := plane.Along(line, at)
		c, _ := plane.Along(line, at+20)
		u, v := b.Sub(a), c.Sub(b)
		by := math.Atan2(u.Cross(v), u.Dot(v)) * 180 / math.Pi / 2
		if turned*by < 0 {
			if math.Abs(turned) > 5 {
				out = append(out, turned)
			}
			turned = 0
		}
		turned += by
	}
	if math.Abs(turned) > 5 {
		out = append(out, turned)
	}
	return out
}

// A fitted hip is one curve on every figure that is narrower at the waist: its side seams bend out over the hip and back into
// the flare, and in no other way (common practice, no source).
func TestAFittedHipIsOneCurve(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		waist := rapid.Float64Range(600, 900).Draw(t, "waist")
		on := drafttest.Body(t, map[string]float64{"bust_girth": waist * 1.28, "waist_girth": waist,
			"hip_girth": waist * rapid.Float64Range(1.28, 1.6).Draw(t, "hip"), "height": rapid.Float64Range(1550, 1780).Draw(t, "height")}, 0)
		for _, g := range []draft.Garment{Gores{}, Tube{}} {
			d := drafttest.Make(t, g, on, nil)
			for i := range d.Pieces {
				p := &d.Pieces[i]
				for _, e := range p.Edges {
					if drafttest.Gore(p.ID) && (e.ID == "left" || e.ID == "right") {
						require.LessOrEqual(t, len(bends(e.Line)), 2, "%s, %s %s: %v", g.About().Kind, p.ID, e.ID, bends(e.Line))
					}
				}
			}
		}
	})
}
