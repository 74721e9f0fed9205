package ensemble

import (
	"context"
	"encoding/json"
	"math"
	"slices"
	"strconv"
	"sync"
	"testing"

	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/draft/catalogue"
	"ardentgusset/core/figure"
	"ardentgusset/core/lay"
	"ardentgusset/core/measure"
	"ardentgusset/core/memo"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"
	"ardentgusset/core/work"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func plan(kinds ...string) Plan {
	p := Plan{Group: figure.Women, Heel: 30}
	for key, v := range map[string]float64{"height": 1660, "bust_girth": 910, "underbust_girth": 790, "waist_girth": 710, "high_hip_girth": 870, "hip_girth": 980, "upper_arm_girth": 290} {
		p.Readings = append(p.Readings, figure.Reading{Key: key, Worn: figure.Bare, Value: measure.Length(v)})
	}
	for _, k := range kinds {
		g, _ := catalogue.Find(k)
		p.Layers = append(p.Layers, Layer{ID: k, Kind: k, Name: g.About().Name, Settings: draft.Settings{}, Fabric: g.About().Usual})
	}
	return p
}

var stack = []string{"shift", "corset", "petticoat-tiered", "skirt-gored-1887"}

// tested keeps what was drafted for all tests of the package.
var tested = memo.New(512 << 20)

func walk(t testing.TB, p Plan) []Stage {
	_, stages, err := Walk(t.Context(), p, tested)
	require.NoError(t, err)
	for _, s := range stages {
		require.NoError(t, s.Err, s.Kind)
	}
	return stages
}

func dimension(s Stage, key string) float64 {
	for _, d := range s.Draft.Dimensions {
		if d.Key == key {
			return d.Value
		}
	}
	return math.NaN()
}

// Width made = laced waist − lacing gap, laced waist = bare waist − reduction
// (common practice, no source), summed over the panels as they are cut.
func TestCorsetWidthArithmetic(t *testing.T) {
	p := plan(stack...)
	p.Layers[1].Settings = draft.Settings{"laced_waist": 660.0, "lacing_gap": 50.0, "panels": 6.0}
	s := walk(t, p)[1]
	sum := 0.0
	for i := range 6 {
		sum += 2 * dimension(s, []string{"panel-1.waist", "panel-2.waist", "panel-3.waist", "panel-4.waist", "panel-5.waist", "panel-6.waist"}[i])
	}
	assert.InDelta(t, 610, sum, 1)
	assert.InDelta(t, 660, s.Draft.Wear.LaceTo, 1e-9)
	// Outside it, the tape reads the laced waist and 2π × its thickness.
	cover := 2*0.6 + 0.6
	assert.InDelta(t, 660+2*math.Pi*cover, s.After.GirthAt(figure.Waist), 0.01)
}

// The worked two-tier skirt: waist 28, full length 32, upper tier 20, half
// inch allowances, hem 3/8 + 3/4 in gives a band of 30 × 3 and tiers of 57 ×
// 21 and 112 (net) × 13 5/8 in (common practice, no source).
func TestTwoTierWorked(t *testing.T) {
	const in = 25.4
	p := plan("petticoat-tiered")
	p.Readings = []figure.Reading{{Key: "waist_girth", Worn: figure.Bare, Value: 28 * in}, {Key: "hip_girth", Worn: figure.Bare, Value: 38 * in}}
	p.Layers[0].Settings = draft.Settings{"ease": 0.0, "length": 32 * in, "upper_length": 20 * in}
	p.Layers[0].Fabric.Width, p.Layers[0].Fabric.Selvedge, p.Layers[0].Fabric.Shrinkage = 58*in, 0, 0
	s := walk(t, p)[0]
	size := func(i int) (w, h float64) {
		line := s.Draft.Pieces[i].CutLine()
		lo, hi := line[0], line[0]
		for _, q := range line {
			lo.X, lo.Y, hi.X, hi.Y = min(lo.X, q.X), min(lo.Y, q.Y), max(hi.X, q.X), max(hi.Y, q.Y)
		}
		return (hi.X - lo.X) / in, (hi.Y - lo.Y) / in
	}
	w, h := size(0)
	assert.InDelta(t, 30, w, 1e-6)
	assert.InDelta(t, 3, h, 1e-6)
	w, h = size(1)
	assert.InDelta(t, 57, w, 0.01, "one breadth on 58 in cloth")
	assert.Greater(t, h, 21.0)
	top, _ := s.Draft.Pieces[1].Edge("top")
	least := math.Inf(1)
	for _, q := range top.Line {
		least = min(least, q.Y)
	}
	assert.InDelta(t, 21, least/in+1, 0.02, "with both allowances, where the way to the floor is shortest")
	w, h = size(2)
	assert.InDelta(t, 112.0/2+1, w, 1e-6, "two breadths, an allowance at both sides of each")
	assert.InDelta(t, 13.625, h, 1e-6)
}

func TestCorsetChangesWhatIsOutside(t *testing.T) {
	p := plan(stack...)
	before := walk(t, p)
	p.Layers[1].Settings = draft.Settings{"laced_waist": 629.0} // was 660
	after := walk(t, p)
	assert.Empty(t, Changes(before[0].Snapshot(), after[0].Snapshot()), "what is worn under the corset does not change")
	for i := 2; i < 4; i++ {
		c := Changes(before[i].Snapshot(), after[i].Snapshot())
		require.NotEmpty(t, c)
		assert.Equal(t, "waist 31 mm smaller", c[0].In(measure.CM))
	}
	text := Say(Changes(before[3].Snapshot(), after[3].Snapshot()), measure.CM)
	assert.Contains(t, text, "the front gore narrower by")
	assert.Contains(t, text, "at the waist")
	assert.NotContains(t, text, "wider")
	// The band is smaller by exactly what the waist is.
	assert.InDelta(t, -31, dimension(after[3], "band")-dimension(before[3], "band"), 0.01)
}

func TestMovingALayerMovesItsFigure(t *testing.T) {
	over := walk(t, plan(stack...))
	under := walk(t, plan("shift", "petticoat-tiered", "corset", "skirt-gored-1887"))
	// Over the corset the petticoat is made to the laced waist, under it to
	// the bare one and the shift.
	assert.InDelta(t, over[1].After.GirthAt(figure.Waist), over[2].On.GirthAt(figure.Waist), 1e-9)
	assert.InDelta(t, under[0].After.GirthAt(figure.Waist), under[1].On.GirthAt(figure.Waist), 1e-9)
	assert.Greater(t, dimension(under[1], "band"), dimension(over[2], "band")+30)
}

func TestOrderKeepsTheStacksReasons(t *testing.T) {
	stages := walk(t, plan(stack...))
	steps, err := Order(stages)
	require.NoError(t, err)
	at := map[work.ID]int{}
	n := 0
	for i, s := range steps {
		at[s.ID] = i
		for _, a := range s.After {
			require.Contains(t, at, a.Step, s.ID)
			require.NotEmpty(t, a.Why)
		}
	}
	for _, s := range stages {
		n += len(s.Draft.Steps)
	}
	assert.Len(t, steps, n)
	assert.Less(t, at["corset/measure"], at["petticoat-tiered/cut"])
	assert.Less(t, at["petticoat-tiered/hooks"], at["skirt-gored-1887/mock-up"])
	assert.Less(t, at["skirt-gored-1887/hang"], at["skirt-gored-1887/hem"])
	assert.Less(t, at["corset/channels"], at["corset/bones"])
}

func TestUnknownGarmentAndBadClothSaySo(t *testing.T) {
	p := plan("shift", "corset")
	p.Layers[0].Kind = "toga"
	p.Layers[1].Fabric.Width = -5
	_, stages, err := Walk(t.Context(), p, nil)
	require.NoError(t, err)
	assert.ErrorContains(t, stages[0].Err, "toga")
	assert.ErrorContains(t, stages[1].Err, "width")
}

func TestThreadAndNotions(t *testing.T) {
	for _, s := range walk(t, plan(stack...)) {
		m, why := s.Thread()
		assert.Greater(t, m, 20.0, s.Kind)
		assert.Less(t, m, 800.0, s.Kind)
		assert.NotEmpty(t, why)
		for _, n := range s.Notions() {
			assert.NotEmpty(t, n.Why, n.What)
		}
	}
}

func TestLaysOfTheStackFit(t *testing.T) {
	for _, s := range walk(t, plan(stack...)) {
		j := s.Job()
		require.NoError(t, j.Check())
		r := lay.Place(context.Background(), j)
		assert.Empty(t, r.Unplaced)
		t.Logf("%s: %.2f m, %.0f %% used", s.Kind, r.Length/1000, r.Utilisation*100)
		u := s.Uses()[0]
		sheets, ok := s.Sheets(u, placed)
		require.True(t, ok)
		n := s.Need(u, sheets, measure.CM)
		assert.GreaterOrEqual(t, n.Buy, n.Length)
		assert.Positive(t, n.Mass)
	}
}

// On cloth with a nap every copy of a piece, left or right, lies with its top
// the same way along the cloth; without one, along it one way or the other.
func TestNapRunsOneWayOnPairs(t *testing.T) {
	p := plan(stack...)
	for _, nap := range []bool{true, false} {
		for i := range p.Layers {
			p.Layers[i].Fabric.Nap = nap
		}
		for _, s := range walk(t, p) {
			j := s.Job()
			for _, at := range lay.Place(context.Background(), j).Placements {
				var piece *pattern.Piece
				for i := range s.Draft.Pieces {
					if s.Draft.Pieces[i].ID == at.ID {
						piece = &s.Draft.Pieces[i]
					}
				}
				up := OnCloth(plane.Pt(0, 1))
				if at.Mirrored {
					up.Y = -up.Y
				}
				up = plane.Turned([]plane.Point{up}, at.Turn)[0]
				switch {
				case nap:
					assert.InDelta(t, 1, up.X, 1e-9, "%s %s, copy %d", s.Kind, at.ID, at.Copy)
				case !piece.EitherWay:
					assert.InDelta(t, 1, math.Abs(up.X), 1e-9, "%s %s, copy %d", s.Kind, at.ID, at.Copy)
				}
			}
		}
	}
}

// BenchmarkRedraftOfFourLayers drafts a stack anew whose innermost layer was changed: the body is known,
// and the panels that it leaves as they were.
func BenchmarkRedraftOfFourLayers(b *testing.B) { redraft(b, 0, stack) }

func BenchmarkNineLayers(b *testing.B) { redraft(b, 0, nine) }

// BenchmarkEditOfTheOutermost changes the last layer of twelve.
func BenchmarkEditOfTheOutermost(b *testing.B) { redraft(b, len(twelve)-1, twelve) }

// redraft walks a stack again and again with another name for one of its layers each time.
func redraft(b *testing.B, changed int, kinds []string) {
	p, book := plan(kinds...), memo.New(256<<20)
	for i := 0; b.Loop(); i++ {
		p.Layers[changed].Name = strconv.Itoa(i)
		if _, _, err := Walk(b.Context(), p, book); err != nil {
			b.Fatal(err)
		}
	}
}

func BenchmarkLayOfTheSkirt(b *testing.B) {
	s := walk(b, plan(stack...))[3]
	j := s.Job()
	for b.Loop() {
		lay.Place(context.Background(), j)
	}
}

// BenchmarkLaysOfGarments prints how much of the cloth, 1,120 mm wide and in a
// single layer, garments as drafted use after ten seconds, beside the first lay.
func BenchmarkLaysOfGarments(b *testing.B) {
	for _, kind := range []string{"shift", "combinations", "corset", "stays", "boned-bodice", "petticoat-gored", "skirt-gored-1887"} {
		b.Run(kind, func(b *testing.B) {
			j := walk(b, plan(kind))[0].Job()
			j.Cloth = lay.Cloth{Width: 1120, Selvedge: 10}
			for i := range j.Pieces {
				j.Pieces[i].Turns = []float64{0, 180}
			}
			for b.Loop() {
				first := lay.Place(context.Background(), j)
				j.Seconds = 10
				r := lay.Search(context.Background(), j, 0, nil)
				b.ReportMetric(first.Utilisation, "first-use")
				b.ReportMetric(r.Utilisation, "use")
				b.ReportMetric(float64(len(r.Placements)), "pieces")
				j.Seconds = 0
			}
		})
	}
}

// nine is a stack for the winter of the 1880s.
var nine = []string{"drawers", "shift", "corset", "under-petticoat", "bustle-pad", "petticoat-double", "petticoat-flounced", "petticoat-gored", "skirt-gored-1887"}

// twelve is a stack of 1887, from the skin to a cloak over basque bodice and overskirt.
var twelve = []string{"shift", "drawers", "corset", "under-petticoat", "bustle-cage", "bustle-pad", "petticoat-flounced", "petticoat-tiered",
	"skirt-gored-1887", "overskirt", "bodice-basque", "cloak"}

// A garment that is cut keeps its draft whatever changes under it; what would
// save it is said, and outside it everything follows the garment as it was
// cut.
func TestWhatIsCutStaysAndIsSaved(t *testing.T) {
	p := plan(stack...)
	before := walk(t, p)
	frozen := before[1].Draft
	frozen.Spares = slices.Clone(frozen.Spares)
	p.Layers[1].Cut = &Made{Draft: frozen}
	p.Layers[1].Settings = draft.Settings{"laced_waist": 668.0} // was 660
	after := walk(t, p)
	assert.Equal(t, before[1].Draft.Dimensions, after[1].Draft.Dimensions)
	assert.InDelta(t, 668, after[1].Now.Wear.LaceTo, 1e-9)
	assert.Empty(t, Changes(before[3].Snapshot(), after[3].Snapshot()), "the skirt goes over the corset that was cut")
	alter := after[1].Alterations()
	require.Len(t, alter, 1)
	assert.InDelta(t, 8, alter[0].By, 0.01)
	assert.True(t, alter[0].Enough)
	assert.Equal(t, "let out all 8 panel seams by 0.5 mm at each edge: the allowance is 15 mm, enough", measure.Say(alter[0].Text, measure.CM))
	p.Layers[1].Settings = draft.Settings{"laced_waist": 710.0, "lacing_gap": 0.0, "allowance": 15.0}
	alter = walk(t, p)[1].Alterations()
	require.Len(t, alter, 1)
	assert.True(t, alter[0].Enough, alter[0].Text)
	frozen.Spares[0].Allowance = 6
	alter = walk(t, p)[1].Alterations()
	assert.False(t, alter[0].Enough)
	assert.Contains(t, alter[0].Text, "not enough")
}

// A draft that is kept as text comes back the same, and dresses the figure the
// same.
func TestDraftsSurviveBeingKept(t *testing.T) {
	for _, s := range walk(t, plan(nine...)) {
		text, err := json.Marshal(s.Draft)
		require.NoError(t, err)
		var back draft.Draft
		require.NoError(t, json.Unmarshal(text, &back))
		again, err := json.Marshal(back)
		require.NoError(t, err)
		require.Equal(t, string(text), string(again))
		require.NoError(t, back.Check())
		on, off := s.Draft.Wear.Dress(s.On), back.Wear.Dress(s.On)
		for drop := -300.0; drop < 900; drop += 50 {
			require.Equal(t, on.Girth(drop), off.Girth(drop))
		}
	}
}

// Readings over the closed corset take the computed ones' place for what is
// worn outside it, and are compared with them.
func TestReadingsOverTheCorset(t *testing.T) {
	p := plan(stack...)
	computed := walk(t, p)
	waist := computed[1].After.GirthAt(figure.Waist)
	p.Readings = append(p.Readings, figure.Reading{Key: "waist_girth", Worn: figure.OverCorset, Value: measure.Length(waist + 6)}, figure.Reading{Key: "hip_girth", Worn: figure.OverCorset, Value: 1010})
	read := walk(t, p)
	require.Len(t, read[1].Compared, 2)
	assert.InDelta(t, waist+6, read[1].After.GirthAt(figure.Waist), 0.01)
	assert.InDelta(t, 1010, read[1].After.GirthAt(figure.Hip), 0.01)
	assert.InDelta(t, 6, dimension(read[3], "band")-dimension(computed[3], "band"), 0.01)
	assert.Empty(t, Changes(computed[0].Snapshot(), read[0].Snapshot()))
	// Taken with the corset closed quite differently, they are only shown.
	p.Layers[1].Settings = draft.Settings{"laced_waist": 620.0}
	other := walk(t, p)
	assert.InDelta(t, 620+2*math.Pi*1.8, other[1].After.GirthAt(figure.Waist), 0.01)
	assert.NotEmpty(t, other[1].Compared[0].Why)
}

// What a garment rested on is remembered, and a wearer who has changed is
// found out.
func TestTheWearerHasChanged(t *testing.T) {
	p := plan(stack...)
	for i := range p.Readings {
		p.Readings[i].On = "2027-01-05"
	}
	was := walk(t, p)[3].Snapshot()
	assert.Equal(t, "2027-01-05", was.ReadOn)
	for i := range p.Readings {
		if p.Readings[i].Key == "hip_girth" {
			p.Readings[i].Value, p.Readings[i].On = 1004, "2027-03-01"
		}
	}
	now := walk(t, p)[3].Snapshot()
	out := Outgrown(was, now)
	require.Len(t, out, 1)
	assert.Equal(t, "hip 24 mm larger", out[0].In(measure.CM))
	assert.Equal(t, "2027-03-01", now.ReadOn)
}

// A child is never laced, and on a wearer whom a doctor must be asked about
// nothing is drawn in.
func TestCare(t *testing.T) {
	p := plan("shift", "corset", "stays", "bustle-pad")
	p.Care = figure.Child
	_, stages, err := Walk(t.Context(), p, nil)
	require.NoError(t, err)
	assert.NoError(t, stages[0].Err)
	assert.ErrorContains(t, stages[1].Err, "children are not laced")
	assert.ErrorContains(t, stages[2].Err, "doctor")
	assert.NoError(t, stages[3].Err, "a pad hurts nobody")
	p.Care = figure.Doctor
	_, stages, err = Walk(t.Context(), p, nil)
	require.NoError(t, err)
	require.NoError(t, stages[1].Err)
	assert.GreaterOrEqual(t, stages[1].Draft.Wear.LaceTo, 710.0-1e-9)
	assert.Equal(t, "Nothing is drawn in", stages[1].Draft.Notes[0].Title)
	p.Layers[1].Settings = draft.Settings{"laced_waist": 600.0}
	_, stages, err = Walk(t.Context(), p, nil)
	require.NoError(t, err)
	require.NotEmpty(t, stages[1].Wrong)
	assert.GreaterOrEqual(t, stages[1].Draft.Wear.LaceTo, 710.0-1e-9)
}

// Every surface runs from its upper to its lower edge and holds the figure it
// lies on; what is seen of the whole holds all of them.
func TestSurfaces(t *testing.T) {
	bare, stages, err := Walk(t.Context(), plan(nine...), nil)
	require.NoError(t, err)
	seen, hem := Seen(bare, stages)
	assert.Greater(t, hem, 2000.0)
	for _, s := range stages {
		rings := s.Surface()
		require.Greater(t, len(rings), 3, s.Kind)
		for i, r := range rings {
			require.True(t, r.Section.Convex(), s.Kind)
			if i > 0 {
				require.Greater(t, r.Drop, rings[i-1].Drop, s.Kind)
			}
			if top, _ := seen.Span(); r.Drop > top && s.Kind != "drawers" && s.Kind != "shift" {
				require.LessOrEqual(t, r.Section.Girth(), seen.Girth(r.Drop)*1.005, "%s at %v", s.Kind, r.Drop)
			}
		}
	}
}

// One short line stands for all changes: that of the waist before any other, of
// the garment before what else changed under it.
func TestTheChangeThatMattersMostIsSaid(t *testing.T) {
	bust, waist := Change{Part: "bust", Girth: true, By: 40}, Change{Part: "waist", Girth: true, By: -31}
	gore := Change{Part: "every side gore", Label: "in width at the waist", By: -6}
	for want, changes := range map[string][]Change{
		"":                                {},
		"bust 40 mm larger":               {bust},
		"waist 31 mm smaller, and 2 more": {bust, waist, gore},
		"every side gore narrower by 6 mm at the waist, and 1 more": {bust, gore},
	} {
		assert.Equal(t, want, Short(changes, measure.CM))
	}
}

// A skirt over a petticoat of nearly its own shape stands out from the petticoat,
// not from the bare leg below its hem; and a pad stands out by about its height.
func TestHowFarALayerStandsOut(t *testing.T) {
	stages := walk(t, plan("shift", "corset", "bustle-pad", "petticoat-gored", "skirt-gored-1887"))
	by := func(i int, side string) (out float64) {
		for _, s := range StandsOut(stages, i) {
			if s.Side == side {
				out = s.By
			}
		}
		return out
	}
	height := stages[2].Draft.Wear.Pads[0].Depth
	tallest := 0.0
	for _, d := range height {
		tallest = max(tallest, d.Depth)
	}
	assert.InDelta(t, tallest, by(2, "behind"), 15, "the pad")
	lowest := func(i int, bearing float64) float64 {
		r := stages[i].Surface()
		return r[len(r)-1].Section.Reach(bearing)
	}
	for _, side := range []struct {
		name    string
		bearing float64
	}{{"behind", 180}, {"beside", 90}} {
		assert.Less(t, by(4, side.name), lowest(4, side.bearing)-lowest(3, side.bearing)+60, side.name)
	}
}

// Walks that go on side by side with one book come out as each would alone, and a walk that nobody waits for ends.
func TestWalksSideBySide(t *testing.T) {
	p, book := plan(stack...), memo.New(64<<20)
	alone := walk(t, p)
	var all sync.WaitGroup
	for i := range 6 {
		all.Go(func() {
			q := p
			q.Layers = slices.Clone(p.Layers)
			q.Layers[3].Name = "skirt " + strconv.Itoa(i%3)
			_, stages, err := Walk(t.Context(), q, book)
			if !assert.NoError(t, err) {
				return
			}
			for k := range stages {
				assert.Equal(t, alone[k].Draft.Dimensions, stages[k].Draft.Dimensions)
				assert.Len(t, stages[k].Surface(), len(alone[k].Surface()))
			}
			assert.Equal(t, q.Layers[3].Name, stages[3].Name)
		})
	}
	all.Wait()
	gone, stop := context.WithCancel(t.Context())
	stop()
	_, _, err := Walk(gone, p, nil)
	assert.ErrorIs(t, err, context.Canceled)
}

// One step after another is the walk, and what changes no draft is taken from whoever asks.
func TestStepsAreTheWalk(t *testing.T) {
	p, book := plan(stack...), memo.New(64<<20)
	whole := walk(t, p)
	on, err := Begin(t.Context(), p, book)
	require.NoError(t, err)
	over := p.readOver()
	for i, l := range p.Layers {
		var s Stage
		s, on = Step(on, l, over[i]...)
		assert.Equal(t, whole[i].Draft.Dimensions, s.Draft.Dimensions, l.Kind)
		assert.InDelta(t, whole[i].After.GirthAt(figure.Hip), on.On.GirthAt(figure.Hip), 1e-9)
	}
	q := p
	q.Layers = slices.Clone(p.Layers)
	q.Layers[0].Had, q.Layers[0].Laying = Bought, Laying{Beside: []Beside{{Role: cloth.Lining, Fabric: p.Layers[0].Fabric}}}
	a, ok := p.Key()
	require.True(t, ok)
	b, _ := q.Key()
	assert.Equal(t, a, b)
	_, stages, err := Walk(t.Context(), q, book)
	require.NoError(t, err)
	assert.Equal(t, Bought, stages[0].Had)
	q.Layers[0].Settings = draft.Settings{draft.FullLength: 1000.0}
	c, _ := q.Key()
	assert.NotEqual(t, a, c)
}
