package catalogue

import (
	"fmt"
	"math"
	"strings"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/drafttest"
	"ardentgusset/core/family"
	"ardentgusset/core/figure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// channels are the lengths of the steel lines of all pieces, level by level,
// all round.
func channels(d draft.Draft, n int) []float64 {
	sum := make([]float64, n)
	for i := range d.Pieces {
		k := 0
		for _, m := range d.Pieces[i].Marks {
			if m.Kind == pattern.HoopLine {
				sum[k%n] += drafttest.Worn(&d.Pieces[i]) * plane.Length(m.Path)
				k++
			}
		}
	}
	return sum
}

// Every steel fits its channel: the cloth at a channel is as long as its steel,
// within two millimetres for a closed hoop's ease, whatever its form.
func TestSteelsFitTheirChannels(t *testing.T) {
	for name, bare := range map[string]figure.Figure{"average": average(t, nil), "large": average(t, map[string]float64{"bust_girth": 1260, "waist_girth": 1080, "hip_girth": 1300})} {
		on := draftOf(t, "corset", bare, nil).Wear.Dress(bare)
		for _, form := range []string{"dome", "cone", "bell"} {
			for _, round := range []float64{2400, 3000, 3900} {
				d := draftOf(t, "hoop-skirt", on, draft.Settings{"form": form, "hem_round": round})
				for k, got := range channels(d, len(d.Hoops)) {
					assert.InDelta(t, d.Hoops[k].Around+1, got, 2.5, "%s, a %s of %.0f, steel %d", name, form, round, k+1)
				}
				// The opening ends above the first channel.
				back := drafttest.Piece(t, d, "back")
				slit, first := math.Inf(1), math.Inf(-1)
				for _, m := range back.Marks {
					if m.Kind == pattern.Placket {
						slit = plane.BoxOf(m.Path).Min.Y
					}
					if m.Kind == pattern.HoopLine {
						first = max(first, plane.BoxOf(m.Path).Max.Y)
					}
				}
				assert.Greater(t, slit, first+4, "%s %s", name, form)
			}
		}
		d := draftOf(t, "panniers", on, nil)
		for k, got := range channels(d, len(d.Hoops)) {
			// The pair has one outer panel each; a steel lies inside its channel.
			assert.LessOrEqual(t, d.Hoops[k].Cut(), got+2, "%s, panniers' steel %d", name, k+1)
			assert.Greater(t, d.Hoops[k].Cut(), got-20, "%s, panniers' steel %d", name, k+1)
		}
		cage := draftOf(t, "bustle-cage", on, nil)
		tape, chords := 0.0, 0.0
		for _, n := range cage.Notions {
			if strings.HasPrefix(n.What, "Strong tape") {
				tape = n.Quantity * 1000
			}
		}
		for _, h := range cage.Hoops {
			chords += h.Shape[0].To(h.Shape[len(h.Shape)-1])
		}
		assert.Greater(t, tape, chords+100*float64(len(cage.Hoops)), "a tape reaches across and can be tied")
	}
}

// What hangs from a band clears the floor by what was asked, whatever the
// band's depth: the tape runs from the waist over band and skirt, and the way
// to the floor is looked for on the profile.
func TestLengthsClearTheFloor(t *testing.T) {
	clear := map[string]float64{"petticoat-gored": 80, "petticoat-flounced": 80, "petticoat-double": 260}
	for state, on := range states(t, average(t, nil)) {
		for kind, want := range clear {
			for _, deep := range []float64{12, 25.4, 60, 120} {
				d := draftOf(t, kind, on, draft.Settings{"band": deep})
				for _, side := range []struct {
					bearing     float64
					piece, edge string
				}{{0, "front", "centre"}, {180, "back", "centre"}} {
					long := deep + drafttest.Length(t, d, side.piece, side.edge)
					gap := on.WaistToFloor(side.bearing) - long
					assert.InDelta(t, want, gap, 3, "%s %s, band of %.0f, at %v", kind, state, deep, side.bearing)
				}
			}
		}
		for _, deep := range []float64{12, 25, 60} {
			if state == "over a hoop-skirt" || state == "over a panniers" {
				continue // not a skirt for those
			}
			d := draftOf(t, "skirt-gored-1887", on, draft.Settings{"band": deep})
			for edge, bearing := range map[string]float64{"front": 0, "back": 180} {
				assert.InDelta(t, 40, on.WaistToFloor(bearing)-drafttest.Length(t, d, edge, "fold"), 1, "skirt, %s, %s", state, edge)
			}
		}
	}
}

// The crotch hangs as far below the waist whatever the band: band and leg
// together are the rise and half of the ease asked for.
func TestBandsDoNotLowerTheCrotch(t *testing.T) {
	on := average(t, nil)
	var all []float64
	for _, deep := range []float64{12, 32, 60, 120} {
		d := draftOf(t, "drawers", on, draft.Settings{"band": deep})
		leg := drafttest.Piece(t, d, "leg")
		top, _ := leg.Edge("top")
		tip, _ := leg.Edge("inner-front")
		// Between the legs the crotch lies at the inner seam's upper end.
		all = append(all, deep+(top.Line[0].Y+top.Line[len(top.Line)-1].Y)/2-tip.Line[0].Y)
	}
	for _, v := range all {
		assert.InDelta(t, all[0], v, 0.5)
	}
	more := draftOf(t, "drawers", on, draft.Settings{"depth_ease": 85.0})
	less := draftOf(t, "drawers", on, draft.Settings{"depth_ease": 45.0})
	way := func(d draft.Draft) float64 {
		return drafttest.Length(t, d, "leg", "crotch-front") + drafttest.Length(t, d, "leg", "crotch-back")
	}
	assert.InDelta(t, 40, way(more)-way(less), 6, "the ease is in the crotch once")
}

// Combinations are as long before as the wearer is from the shoulder over the
// bust; their side seams meet with the dart sewn.
func TestCombinationsFollowTheFront(t *testing.T) {
	for _, front := range []float64{405, 435, 470} {
		on := average(t, map[string]float64{"front_length": front, "back_waist_length": 400})
		d := draftOf(t, "combinations", on, nil)
		p := drafttest.Piece(t, d, "front")
		shoulder, _ := p.Edge("shoulder")
		// Carried on to the neck point, the shoulder line lies this high.
		a, b := shoulder.Line[0], shoulder.Line[len(shoulder.Line)-1]
		neck := on.Length("neck_girth") / (2 * math.Pi) * 1.12
		high := b.Y + (b.Y-a.Y)/(b.X-a.X)*(neck-b.X)
		assert.InDelta(t, front, high, 1, "front length")
		dart := 0.0
		for _, m := range p.Marks {
			if m.Kind == pattern.Dart {
				dart = m.Path[0].To(m.Path[2])
				assert.InDelta(t, m.Path[0].To(m.Path[1]), m.Path[2].To(m.Path[1]), 3, "legs of the dart")
			}
		}
		diff := drafttest.Length(t, d, "front", "side") - drafttest.Length(t, d, "back", "side")
		if dart > 0 {
			assert.InDelta(t, diff, dart, 0.5)
		} else {
			assert.Less(t, math.Abs(diff), 8.5)
		}
	}
}

// Getting in: the closed girth and what opens pass the hips, or the bust when
// it goes on over the head; otherwise the draft says gravely that it can't be
// put on.
func TestEverythingCanBePutOn(t *testing.T) {
	for name, bare := range map[string]figure.Figure{"average": average(t, nil), "pear": average(t, map[string]float64{"bust_girth": 860, "waist_girth": 640, "hip_girth": 1150})} {
		for state, on := range states(t, bare) {
			kinds := []string{"petticoat-gored", "petticoat-tiered", "petticoat-corded", "petticoat-double", "petticoat-flounced",
				"under-petticoat", "drawers", "hoop-skirt"}
			for _, g := range All() {
				if g.About().Family == family.Skirt && g.About().Kind != "overskirt" { // that one opens from end to end
					kinds = append(kinds, g.About().Kind)
				}
			}
			for _, kind := range kinds {
				set := draft.Settings{}
				if kind == "drawers" {
					set["crotch"] = "closed"
				}
				g, _ := Find(kind)
				v, _ := draft.Settle(g, on, set)
				d, err := draft.Make(g, on, v, g.About().Usual)
				if err != nil {
					continue
				}
				band := drafttest.Piece(t, d, "band")
				closed := 0.0
				for _, e := range band.Edges {
					if strings.HasPrefix(e.ID, "to-") || strings.HasPrefix(e.ID, "left-") || strings.HasPrefix(e.ID, "right-") {
						closed += e.Length()
					}
				}
				open := 0.0
				for i := range d.Pieces {
					if d.Pieces[i].ID == "placket-lap" {
						box := plane.BoxOf(d.Pieces[i].Edges[1].Line)
						open = box.Height()
					}
				}
				require.Positive(t, open, "%s has an opening", kind)
				grave := false
				for _, n := range d.Notes {
					grave = grave || n.Grave && strings.Contains(n.Title, "put on")
				}
				passes := closed+2*open >= min(on.GirthAt(figure.Hip), max(on.GirthAt(figure.Bust)*1.05, 580))-55
				assert.True(t, passes || grave, "%s, %s, %s: band %.0f and opening %.0f", kind, name, state, closed, open)
			}
		}
	}
}

// No garment is refused for a reason that only its maker could mend: a piece
// that crosses itself or a seam out of true is the program's own fault.
func TestRefusalsAreTheWearers(t *testing.T) {
	few := some(t)
	bodies := []map[string]float64{{}, {"hip_girth": 780}, {"hip_girth": 820, "waist_girth": 800, "high_hip_girth": 810}, {"bust_girth": 1300, "waist_girth": 1200, "hip_girth": 1150}, {"waist_girth": 600, "hip_girth": 1200}}
	for _, mm := range bodies {
		on := average(t, mm)
		for _, g := range few {
			v, _ := draft.Settle(g, on, nil)
			d, err := draft.Make(g, on, v, g.About().Usual)
			if err == nil {
				err = d.Check()
			}
			wearers(t, err, fmt.Sprint(g.About().Kind, mm))
		}
	}
}

// wearers tells that a refusal is about the wearer and the choices, and not about what the program drew.
func wearers(t *testing.T, err error, of string) {
	if err == nil {
		return
	}
	for _, own := range []string{"crosses", "out of true", "does not meet", "inside out", "can't be placed", "falls inside", "not there"} {
		assert.NotContains(t, err.Error(), own, of)
	}
}

// A hem turned up fits at its seams: its two corners, folded over the hem, lie
// on the cutting lines of the sides. What its raw edge is longer in between is
// said.
func TestTurnedHemsFitTheSkirt(t *testing.T) {
	on := draftOf(t, "corset", average(t, nil), nil).Wear.Dress(average(t, nil))
	for _, kind := range []string{"petticoat-gored", "skirt-gored-1887", "under-petticoat"} {
		d := draftOf(t, kind, on, nil)
		surplus := 0.0
		for i := range d.Pieces {
			p := &d.Pieces[i]
			hem, ok := p.Edge("hem")
			if !ok || !hem.Turned {
				continue
			}
			cut := p.CutLine()
			n := len(hem.Line)
			for _, side := range []float64{-1, 1} {
				at, dir := hem.Line[0], hem.Line[1].Sub(hem.Line[0]).Unit()
				if side > 0 {
					at, dir = hem.Line[n-1], hem.Line[n-1].Sub(hem.Line[n-2]).Unit()
				}
				if p.Fold != "" && side < 0 {
					continue
				}
				// Down the allowance's side, folded up, one is on the cut again.
				low, up := dir.Right(), dir.Left()
				for _, h := range []float64{0.3, 0.9} {
					depth := hem.Allowance * h
					reach := func(out plane.Point) float64 {
						from := at.Add(out.Times(depth))
						for s := 0.0; s < 60; s += 0.02 {
							if !plane.Inside(cut, from.Add(dir.Times(side*s))) {
								return s
							}
						}
						return 60
					}
					assert.InDelta(t, reach(up), reach(low), 0.4, "%s %s", kind, p.ID)
				}
			}
			for k := 2; k < n; k++ {
				u, v := hem.Line[k-1].Sub(hem.Line[k-2]), hem.Line[k].Sub(hem.Line[k-1])
				surplus += drafttest.Worn(p) * 2 * hem.Allowance * math.Asin(u.Cross(v)/u.Norm()/v.Norm())
			}
		}
		said := false
		for _, n := range d.Notes {
			said = said || strings.Contains(n.Title, "to ease in")
		}
		assert.Equal(t, surplus > 20, said, "%s: %.0f mm", kind, surplus)
	}
}

// Every garment says how the wearer gets into it.
func TestEveryGarmentIsGotInto(t *testing.T) {
	on := average(t, nil)
	for _, g := range All() {
		v, _ := draft.Settle(g, on, nil)
		d, err := draft.Make(g, on, v, g.About().Usual)
		require.NoError(t, err, g.About().Kind)
		assert.True(t, d.Entry.Given(), g.About().Kind)
		how, _, _ := d.Entry.Way(on)
		assert.NotEqual(t, draft.Stuck, how, "%s, as it comes: %+v", g.About().Kind, d.Entry)
	}
}
