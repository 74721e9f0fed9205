package ensemble

import (
	"context"
	"math"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/catalogue"
	"ardentgusset/core/figure"
	"ardentgusset/core/lay"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"

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

func walk(t testing.TB, p Plan) []Stage {
	_, stages, err := Walk(p)
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
			lo.X, lo.Y, hi.X, hi.Y = math.Min(lo.X, q.X), math.Min(lo.Y, q.Y), math.Max(hi.X, q.X), math.Max(hi.Y, q.Y)
		}
		return (hi.X - lo.X) / in, (hi.Y - lo.Y) / in
	}
	w, h := size(0)
	assert.InDelta(t, 30, w, 1e-6)
	assert.InDelta(t, 3, h, 1e-6)
	w, h = size(1)
	assert.InDelta(t, 57, w, 1e-6, "one breadth on 58 in cloth")
	assert.InDelta(t, 21, h, 1e-6)
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
	at := map[string]int{}
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
	_, stages, err := Walk(p)
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
		n := s.Need(r, measure.CM)
		assert.GreaterOrEqual(t, n.Buy, n.Length)
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

func BenchmarkRedraftOfFourLayers(b *testing.B) {
	p := plan(stack...)
	for b.Loop() {
		walk(b, p)
	}
}

func BenchmarkLayOfTheSkirt(b *testing.B) {
	s := walk(b, plan(stack...))[3]
	j := s.Job()
	for b.Loop() {
		lay.Place(context.Background(), j)
	}
}
