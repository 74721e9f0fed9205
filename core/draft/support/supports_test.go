package support

import (
	"math"
	"strings"
	"testing"

	"ardentgusset/core/bone"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/bodice"
	"ardentgusset/core/draft/drafttest"
	"ardentgusset/core/figure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

func usual(t require.TestingT) figure.Figure {
	return drafttest.Body(t, map[string]float64{"waist_girth": 710, "bust_girth": 910, "hip_girth": 980, "height": 1660}, 30).Laced(660, 0)
}

func drafted(t require.TestingT, g draft.Garment, set draft.Settings) draft.Draft {
	return drafttest.Make(t, g, usual(t), set)
}

func count(p *pattern.Piece, kind pattern.MarkKind) (n int) {
	for _, m := range p.Marks {
		if m.Kind == kind {
			n++
		}
	}
	return n
}

// Each steel's path is the length of its line as worn, added up point by point,
// and the steel to buy is their sum with the ends; lower hoops are no shorter.
func TestSteelsAreAsLongAsTheirPaths(t *testing.T) {
	for _, g := range []draft.Garment{HoopSkirt{}, BustleCage{}, Panniers{}} {
		d := drafted(t, g, nil)
		sum := 0.0
		for _, h := range d.Hoops {
			assert.InDelta(t, plane.Length(h.Shape), h.Around, 0.002*h.Around, "%s %s", g.About().Kind, h.Place)
			sum += (h.Around + h.Overlap) * float64(h.Count)
		}
		assert.InDelta(t, sum, bone.Steel(d.Hoops), 1e-9)
	}
	rapid.Check(t, func(t *rapid.T) {
		hem, n := rapid.Float64Range(2400, 4000).Draw(t, "hem"), rapid.IntRange(3, 8).Draw(t, "hoops")
		form := rapid.SampledFrom([]string{"dome", "cone", "bell"}).Draw(t, "form")
		behind := rapid.Float64Range(1, 1.6).Draw(t, "behind")
		d := drafted(t, HoopSkirt{}, draft.Settings{"hem_round": hem, "hoops": float64(n), "form": form, "behind": behind})
		require.Len(t, d.Hoops, n)
		last := d.Hoops[n-1]
		require.InDelta(t, hem, last.Around, 0.5, "the lowest is as wide as asked")
		box := plane.BoxOf(last.Shape)
		require.InDelta(t, behind, box.Max.Y/-box.Min.Y, 0.01, "this much more behind than before")
		for i := 1; i < n; i++ {
			require.GreaterOrEqual(t, d.Hoops[i].Around, d.Hoops[i-1].Around-1)
			require.Greater(t, d.Hoops[i].Drop, d.Hoops[i-1].Drop)
		}
		// The figure in it is as wide at each steel as the steel: no tape reads
		// less than what holds the cloth out.
		worn := d.Wear.Dress(usual(t))
		for _, h := range d.Hoops {
			require.GreaterOrEqual(t, worn.Girth(h.Drop), h.Around-0.02*h.Around)
		}
	})
}

// A cage reaches as far behind the seat as asked, its channels are as long as
// its steels, and the back of what is worn over it grows longer than the front.
func TestCageProjectsAndLengthensTheBack(t *testing.T) {
	on := usual(t)
	seat := on.At(on.Drop(figure.Hip)).Reach(180)
	for _, form := range []string{"shelf", "slope"} {
		for _, out := range []float64{100, 150, 200} {
			d := drafted(t, BustleCage{}, draft.Settings{"projection": out, "form": form})
			most := 0.0
			for _, h := range d.Hoops {
				most = max(most, plane.BoxOf(h.Shape).Max.Y)
			}
			assert.InDelta(t, out, most-seat, out*0.12, "%s %v", form, out)
			k := 0
			for _, m := range drafttest.Piece(t, d, "panel").Marks {
				if m.Kind != pattern.HoopLine {
					continue
				}
				assert.InDelta(t, d.Hoops[k].Around/2, plane.Length(m.Path), 0.02*d.Hoops[k].Around, "half a channel on the folded panel")
				k++
			}
			assert.Equal(t, len(d.Hoops), k)
			worn := d.Wear.Dress(on)
			assert.Greater(t, worn.WaistToFloor(180)-on.WaistToFloor(180), worn.WaistToFloor(0)-on.WaistToFloor(0)+out*0.3)
		}
	}
}

// A pad adds to the girth where it lies and nowhere else, and its stuffing is
// its volume: a flat crescent of the same outline and mean height, packed.
func TestPadStuffing(t *testing.T) {
	grams := func(set draft.Settings) float64 {
		for _, n := range drafted(t, BustlePad{}, set).Notions {
			if n.Kind == "stuffing" {
				return n.Quantity
			}
		}
		return math.NaN()
	}
	one, firm := grams(draft.Settings{"packing": 60.0}), grams(draft.Settings{"packing": 120.0})
	assert.InDelta(t, 2*one, firm, 2, "twice as firm is twice the weight")
	assert.Greater(t, grams(draft.Settings{"height": 80.0}), grams(draft.Settings{"height": 40.0})*1.5)
	d := drafted(t, BustlePad{}, nil)
	outline, _ := drafttest.Piece(t, d, "inner").Outline()
	litres := math.Abs(plane.Area(outline)) * drafttest.Value(d, "height") / 1e6
	for _, n := range d.Shopping(0.5) {
		if n.Kind == "stuffing" {
			assert.Less(t, n.Quantity, litres*120, "never more than the whole box of it")
			assert.Greater(t, n.Quantity, litres*10)
		}
	}
	on := usual(t)
	worn := d.Wear.Dress(on)
	assert.Greater(t, worn.Girth(60), on.Girth(60)+20)
	assert.InDelta(t, on.GirthAt(figure.Bust), worn.GirthAt(figure.Bust), 1)
	assert.InDelta(t, on.At(60).Reach(0), worn.At(60).Reach(0), 5, "nothing before")
}

// The outer side of a darted pad is longer than the inner by what its darts
// take in; sewn together nothing is left over.
func TestPadDartsAreTheDifference(t *testing.T) {
	for _, n := range []float64{0, 2, 3, 5} {
		d := drafted(t, BustlePad{}, draft.Settings{"darts": n})
		assert.EqualValues(t, n, count(drafttest.Piece(t, d, "outer"), pattern.Dart))
		for _, s := range d.Seams {
			if n == 0 {
				assert.InDelta(t, 0, s.Ease, 1.5, s.ID)
			}
		}
	}
}

// Level rings stand at every seam at the same height above the hem, ring by
// ring on all gores, and add up to what is said.
func TestRingsMeetAtTheSeams(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		every := rapid.Float64Range(80, 250).Draw(t, "ring")
		d := drafted(t, DoublePetticoat{}, draft.Settings{"ring": every, "gores": float64(rapid.IntRange(1, 2).Draw(t, "gores"))})
		rings := map[string][]pattern.Mark{}
		for i := range d.Pieces {
			for _, m := range d.Pieces[i].Marks {
				if m.Kind == pattern.RingLine {
					rings[d.Pieces[i].ID] = append(rings[d.Pieces[i].ID], m)
				}
			}
		}
		total := 0.0
		for i := range d.Pieces {
			p := &d.Pieces[i]
			hem, ok := p.Edge("hem")
			if !ok {
				continue
			}
			require.Len(t, rings[p.ID], len(rings["front"]), "as many on every gore")
			copies := float64(p.Cut) / 2
			if p.Fold != "" {
				copies *= 2
			}
			for k, m := range rings[p.ID] {
				total += plane.Length(m.Path) * copies
				for _, end := range []plane.Point{m.Path[0], m.Path[len(m.Path)-1]} {
					up := math.Inf(1)
					for h := 0.0; h <= hem.Length(); h += 2 {
						at, _ := plane.Along(hem.Line, h)
						up = min(up, at.To(end))
					}
					require.InDelta(t, every*float64(k+1), up, every*0.04+3, "%s, ring %d", p.ID, k+1)
				}
			}
		}
		require.InDelta(t, drafttest.Value(d, "rings"), total, 0.12*total)
	})
}

// A flounce is its fullness times the ring it is set on, cut as deep as it is
// finished with heading, hem and twice the depth of each tuck.
func TestFlouncesAndTucks(t *testing.T) {
	plain := drafted(t, FlouncedPetticoat{}, draft.Settings{"tucks": 0.0, "fullness": 1.5})
	tucked := drafted(t, FlouncedPetticoat{}, draft.Settings{"tucks": 3.0, "tuck": 10.0, "fullness": 1.5})
	deep := func(d draft.Draft) float64 {
		e, _ := drafttest.Piece(t, d, "flounce-1").Edge("right")
		return e.Length()
	}
	assert.InDelta(t, 3*2*10, deep(tucked)-deep(plain), 0.01)
	assert.Zero(t, count(drafttest.Piece(t, plain, "flounce-1"), pattern.TuckLine))
	assert.Equal(t, 6, count(drafttest.Piece(t, tucked, "flounce-1"), pattern.TuckLine), "both lines of each")
	full := drafted(t, FlouncedPetticoat{}, draft.Settings{"tucks": 0.0, "fullness": 3.0})
	assert.InDelta(t, 2*drafttest.Value(plain, "flounce-1.width"), drafttest.Value(full, "flounce-1.width"), 1)
}

// Cords lie in level rows, as many as asked, and the cord bought goes round all
// of them.
func TestCordsGoRound(t *testing.T) {
	d := drafted(t, CordedPetticoat{}, draft.Settings{"cords": 3.0, "groups": 4.0})
	sum := 0.0
	for i := range d.Pieces {
		p := &d.Pieces[i]
		if !strings.HasPrefix(p.ID, "breadth") {
			continue
		}
		require.Equal(t, 12, count(p, pattern.CordLine), p.ID)
		for _, m := range p.Marks {
			if m.Kind == pattern.CordLine {
				assert.InDelta(t, m.Path[0].Y, m.Path[len(m.Path)-1].Y, 1e-9, "level")
				sum += plane.Length(m.Path) * float64(p.Cut)
			}
		}
	}
	require.Positive(t, sum)
	for _, n := range d.Shopping(0.5) {
		if n.Kind == "cord" {
			assert.Greater(t, n.Quantity*1000, sum)
			assert.Less(t, n.Quantity*1000, sum*1.25)
		}
	}
}

// The three closures: what each needs is bought, and gathers add most bulk.
func TestClosuresAndTheirBulk(t *testing.T) {
	for _, g := range []draft.Garment{GoredPetticoat{}, TieredPetticoat{}, FlouncedPetticoat{}, CordedPetticoat{}, UnderPetticoat{}} {
		bulk := map[string]float64{}
		for kind, needs := range map[string]string{"hooks": "hook", "buttons": "button", "drawstring": "tape"} {
			d := drafted(t, g, draft.Settings{"closure": kind})
			var bought []string
			for _, n := range d.Shopping(0.5) {
				bought = append(bought, n.Kind)
			}
			assert.Contains(t, bought, needs, "%s closed with %s", g.About().Kind, kind)
			bulk[kind] = figure.DepthAt(d.Wear.Cover, 1)
		}
		assert.GreaterOrEqual(t, bulk["drawstring"], bulk["hooks"], g.About().Kind)
	}
}

// A gored petticoat's gores add up at hem and hip, and its band is divided as
// its tops are.
func TestGoresAddUp(t *testing.T) {
	for _, gores := range []float64{1, 2} {
		d := drafted(t, GoredPetticoat{}, draft.Settings{"gores": gores, "hem_round": 2300.0})
		hem := 0.0
		for i := range d.Pieces {
			p := &d.Pieces[i]
			if e, ok := p.Edge("hem"); ok {
				times := float64(p.Cut)
				if p.Fold != "" {
					times *= 2
				}
				hem += e.Length() * times
			}
		}
		assert.InDelta(t, 2300, hem, 0.02*2300, "%v gores", gores)
		band := drafttest.Piece(t, d, "band")
		parts := 0.0
		for _, e := range band.Edges {
			if strings.HasPrefix(e.ID, "to-") {
				parts += e.Length()
			}
		}
		assert.InDelta(t, drafttest.Value(d, "band"), parts+25.4, 0.5, "band less its lap")
	}
}

// The roll thickens where it lies, the pair leaves back and front alone.
func TestRolls(t *testing.T) {
	on := usual(t)
	for _, form := range []string{"round", "pair"} {
		d := drafted(t, HipRoll{}, draft.Settings{"form": form, "thick": 80.0})
		worn := d.Wear.Dress(on)
		beside := worn.At(40).Reach(90) - on.At(40).Reach(90)
		behind := worn.At(40).Reach(180) - on.At(40).Reach(180)
		assert.Greater(t, beside, 25.0, form)
		if form == "round" {
			assert.Greater(t, behind, 40.0)
		} else {
			assert.Less(t, behind, beside/2)
		}
	}
}

// A bodice over shoulder pads has flatter shoulders and an armhole that is longer by about twice
// what they lift, before and behind; it is no wider at the bust.
func TestBodiceOverShoulderPads(t *testing.T) {
	on := drafttest.Body(t, map[string]float64{"bust_girth": 920, "waist_girth": 740, "hip_girth": 1000, "height": 1650}, 0)
	pads := drafttest.Make(t, ShoulderPads{}, on, draft.Settings{"lift": 15.0, "out": 10.0})
	plain := drafttest.Make(t, bodice.Block{}, on, draft.Settings{"sleeve": "none"})
	over := drafttest.Make(t, bodice.Block{}, pads.Wear.Dress(on), draft.Settings{"sleeve": "none"})
	slope := func(d draft.Draft) float64 {
		e, _ := drafttest.Piece(t, d, "front").Edge("shoulder")
		a, b := e.Line[0], e.Line[len(e.Line)-1]
		return math.Atan2(b.Y-a.Y, math.Abs(b.X-a.X)) * 180 / math.Pi
	}
	// 15 on a shoulder of some 125 is 6.8 degrees.
	assert.InDelta(t, 6.8, slope(plain)-slope(over), 3)
	hole := func(d draft.Draft) float64 {
		return drafttest.Length(t, d, "front", "scye") + drafttest.Length(t, d, "back", "scye-back")
	}
	assert.InDelta(t, 30, hole(over)-hole(plain), 8)
	assert.InDelta(t, plain.Girths[0].Made, over.Girths[0].Made, 0.5)
	assert.InDelta(t, drafttest.Length(t, plain, "front", "shoulder")+10, drafttest.Length(t, over, "front", "shoulder"), 8)
}

// The hem of a hoop skirt lies as far below its lowest steel everywhere, within 7 mm of 50, and every channel says whose it is;
// no two pieces have one name.
func TestHoopsHangLevel(t *testing.T) {
	for _, form := range []string{"dome", "cone", "bell"} {
		for _, gores := range []float64{3, 4, 5} {
			on := drafttest.Body(t, map[string]float64{"bust_girth": 920, "waist_girth": 720, "hip_girth": 980, "height": 1650}, 0)
			d := drafttest.Make(t, HoopSkirt{}, on, draft.Settings{"form": form, "gores": gores})
			names := map[string]bool{}
			for i := range d.Pieces {
				p := &d.Pieces[i]
				assert.False(t, names[p.Name], p.Name)
				names[p.Name] = true
				hem, ok := p.Edge("hem")
				if !ok {
					continue
				}
				var lowest pattern.Mark
				for _, m := range p.Marks {
					if m.Kind == pattern.HoopLine {
						assert.NotEmpty(t, m.Label)
						lowest = m
					}
				}
				for _, q := range lowest.Path {
					near := math.Inf(1)
					for at := 0.0; at < hem.Length(); at++ {
						r, _ := plane.Along(hem.Line, at)
						near = min(near, r.To(q))
					}
					assert.InDelta(t, 50, near, 7, "%s of %.0f: %s", form, gores, p.Name)
				}
			}
		}
	}
}

// Tufts of a stuffed pad hold what no row holds: they lie in the open middle, clear of the innermost row and of the edges, and
// alike on both sides of the centre back.
func TestTuftsHoldTheMiddle(t *testing.T) {
	some := 0
	on := drafttest.Body(t, map[string]float64{"bust_girth": 920, "waist_girth": 720, "hip_girth": 980, "height": 1650}, 0)
	for _, set := range []draft.Settings{nil, {"rows": 45.0}, {"depth": 260.0}, {"depth": 240.0, "rows": 60.0}} {
		d := drafttest.Make(t, BustlePad{}, on, set)
		for i := range d.Pieces {
			p := &d.Pieces[i]
			var rows [][]plane.Point
			var tufts []plane.Point
			for _, m := range p.Marks {
				switch m.Kind {
				case pattern.QuiltLine:
					rows = append(rows, m.Path)
				case pattern.Tuft:
					tufts = append(tufts, m.Path[0])
				}
			}
			outline, _ := p.Outline()
			across := 0.0
			for _, q := range tufts {
				across += q.X - (plane.BoxOf(outline).Min.X+plane.BoxOf(outline).Max.X)/2
				require.Greater(t, plane.Apartness(outline, q), 29.0)
				for _, row := range rows {
					off, _ := plane.Apart(row, []plane.Point{q, q.Add(plane.Pt(0.001, 0))})
					require.Greater(t, off, 29.0)
				}
			}
			require.InDelta(t, 0, across, 1, "even to both sides")
			some += len(tufts)
		}
	}
	require.Greater(t, some, 4)
}
