package worn_test

import (
	"encoding/json"
	"fmt"
	"math"
	"slices"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/draft/catalogue"
	"ardentgusset/core/drape"
	"ardentgusset/core/ensemble"
	"ardentgusset/core/ensemble/worn"
	"ardentgusset/core/figure"
	"ardentgusset/core/making"
	"ardentgusset/core/plane"
	"ardentgusset/core/technique"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// dress dresses a usual body in kinds, from the skin out.
func dress(t testing.TB, set map[string]draft.Settings, kinds ...string) (worn.Figure, []ensemble.Stage) {
	t.Helper()
	p := ensemble.Plan{Group: figure.Women}
	for i, kind := range kinds {
		g, ok := catalogue.Find(kind)
		require.True(t, ok, kind)
		p.Layers = append(p.Layers, ensemble.Layer{ID: fmt.Sprint(i), Kind: kind, Name: kind, Fabric: g.About().Usual, Settings: set[kind]})
	}
	bare, stages, err := ensemble.Walk(t.Context(), p, nil)
	require.NoError(t, err)
	return worn.Dress(bare, stages), stages
}

// covers tells how much of a layer's surface at a height is there, before or behind, as a part of it.
func covers(l *worn.Layer, drop float64, behind bool) float64 {
	there, all := 0.0, 0.0
	for _, r := range l.Rings {
		if math.Abs(r.Drop-drop) > 12 {
			continue
		}
		for k := 0; k+1 < len(r.Line); k += 2 {
			if (r.Line[k+1] > 0) == behind && math.Abs(r.Line[k]) < 60 {
				all++
				if r.In == nil || r.In[k/2] >= 0 {
					there++
				}
			}
		}
	}
	return there / max(all, 1)
}

// A strapless bodice ends at the bust and leaves the chest, the back and the shoulders above it bare; a high neck does not; the body
// shows through neither.
func TestNecklinesLeaveBareWhatTheyLeaveBare(t *testing.T) {
	low, _ := dress(t, nil, "bodice-strapless")
	for _, r := range low.Layers[0].Rings {
		if r.Drop < -240 {
			assert.Less(t, slices.Max(append([]int{-1}, r.In...)), 1, "on the shoulder, at %g", r.Drop)
		}
	}
	high, _ := dress(t, nil, "bodice-basque")
	for _, behind := range []bool{false, true} {
		assert.Zero(t, covers(&low.Layers[0], -300, behind))
		assert.EqualValues(t, 1, covers(&low.Layers[0], -80, behind))
		assert.EqualValues(t, 1, covers(&high.Layers[0], -300, behind))
	}
	// Seen from before, what is above its edge is the body's and what is below is its own.
	p := low.From(worn.View{Dot: 4}, 1)
	body, own := area(p.Region(0, worn.Whole, 6)), area(p.Region(1, worn.Whole, 6))
	assert.Greater(t, own, 30_000.0)
	assert.Greater(t, body, 3*own, "head and arms and legs")
	// A neckline that is cut lower shows more of the body.
	deep, _ := dress(t, map[string]draft.Settings{"bodice-plain": {"neck_front": 90.0}}, "bodice-plain")
	plain, _ := dress(t, nil, "bodice-plain")
	view := worn.View{Dot: 4}
	assert.Less(t, area(deep.From(view, 1).Region(1, worn.Whole, 6)), area(plain.From(view, 1).Region(1, worn.Whole, 6)))
}

// area is what rings enclose by the even-odd rule, where none crosses another: the outermost less those within, mm².
func area(rings [][][2]float64) (sum float64) {
	for _, r := range rings {
		for i, p := range r {
			q := r[(i+1)%len(r)]
			sum += (p[0]*q[1] - p[1]*q[0]) / 2
		}
	}
	return math.Abs(sum)
}

// What is looser than what is worn over it is held in by that: a full shirt does not come out through a fitted jacket.
func TestNothingComesOutThroughWhatGoesRoundIt(t *testing.T) {
	f, _ := dress(t, nil, "bodice-shirt", "jacket-quilted")
	for _, v := range []float64{0, 90, 180} {
		p := f.From(worn.View{Yaw: v, Dot: 4}, 2)
		shirt, jacket := area(p.Region(1, worn.Whole, 6)), area(p.Region(2, worn.Whole, 6))
		assert.Less(t, shirt, 0.45*jacket, "from %g: the shirt shows at its hem, its sleeves are within", v)
	}
}

// No line of a petticoat is seen through the skirt over it.
func TestLinesBeneathAreHidden(t *testing.T) {
	f, _ := dress(t, nil, "petticoat-tiered", "skirt-gored-1887")
	p := f.From(worn.View{Yaw: 20, Dot: 5}, 2)
	for _, s := range f.Strokes(p, 2) {
		if s.Of != 1 {
			continue
		}
		for _, q := range s.On { // but where its hem or its band comes out
			assert.True(t, q[1] < 60 || q[1] > 900, "a line of the petticoat %.0f below the waist", q[1])
		}
	}
}

// A tea gown hangs to the floor, though its lining ends at the hip.
func TestATeaGownHangsToTheFloor(t *testing.T) {
	f, _ := dress(t, nil, "gown-tea")
	assert.EqualValues(t, 1, covers(&f.Layers[0], 700, false))
	assert.EqualValues(t, 1, covers(&f.Layers[0], 700, true))
}

// A bustle is shown from the side, what is as full before as behind from before.
func TestTheSideThatTellsMost(t *testing.T) {
	bustle, _ := dress(t, nil, "bustle-cage", "skirt-gored-1887")
	hoop, _ := dress(t, nil, "panniers", "gown-open")
	assert.Greater(t, bustle.Telling(8).Yaw, 45.0)
	assert.Less(t, math.Abs(hoop.Telling(8).Yaw), 45.0)
}

// The drawing is true to scale: from before a figure is as high as from the neck to the floor, its hem as broad as the hem's widest
// place; a finer one differs by no more than its dots.
func TestPicturesAreTrueToScale(t *testing.T) {
	f, _ := dress(t, nil, "skirt-breadths")
	widest := 0.0
	for _, p := range f.Layers[0].Sheets[0].On {
		widest = max(widest, p.X)
	}
	for _, dot := range []float64{2, 4, 8} {
		p := f.From(worn.View{Dot: dot}, 1)
		left, right := math.Inf(1), math.Inf(-1)
		for _, r := range p.Region(1, worn.Whole, 6) {
			for _, q := range r {
				left, right = min(left, q[0]), max(right, q[0])
			}
		}
		assert.InDelta(t, 2*widest, right-left, 2.5*dot)
		assert.NotEmpty(t, p.Ink(4, 9))
	}
}

// Every kind can be dressed and seen from every side, and what is written of it can be read.
func TestEveryKindIsSeen(t *testing.T) {
	for _, g := range catalogue.All() {
		kind := g.About().Kind
		f, stages := dress(t, nil, kind)
		require.NoError(t, stages[0].Err, kind)
		for _, yaw := range []float64{0, 110, 250} {
			p := f.From(worn.View{Yaw: yaw, Pitch: 8, Dot: 12}, len(f.Layers))
			assert.NotEmpty(t, p.Region(0, worn.Whole, 6), kind)
			for _, s := range f.Strokes(p, len(f.Layers)) {
				for _, q := range s.On {
					require.False(t, math.IsNaN(q[0]+q[1]), kind)
				}
			}
		}
		_, err := json.Marshal(f.Layers)
		require.NoError(t, err, kind)
	}
}

func BenchmarkDressNine(b *testing.B) {
	kinds := []string{"combinations", "corset", "bustle-cage", "petticoat-gored", "petticoat-flounced", "skirt-gored-1887", "overskirt",
		"bodice-basque", "cloak"}
	_, stages := dress(b, nil, kinds...)
	bare := stages[0].On
	for b.Loop() {
		worn.Dress(bare, stages)
	}
}

// stitchedIn are the rows of stitches seen on a layer, and its zips' pulls.
func stitchedIn(l *worn.Layer) (rows, pulls int) {
	for _, t := range l.Trims {
		switch {
		case t.Is == drape.StitchTrim:
			rows++
		case t.Is == drape.StudTrim && t.Across > 0:
			pulls++
		}
	}
	return rows, pulls
}

// What is seen of the sewing is what the techniques chosen leave on the right side: a seam topstitched on both sides shows two rows on
// either half, an open one none; a hem stitched by machine one, a blind one none; a zip set in unseen no rows, and its pull either way.
func TestStitchesAreSeenWhereTheTechniqueLeavesThem(t *testing.T) {
	wear := func(kind string, sewn making.Choices) (*worn.Layer, *ensemble.Stage) {
		g, _ := catalogue.Find(kind)
		p := ensemble.Plan{Group: figure.Women, Sewn: sewn, Layers: []ensemble.Layer{{ID: "1", Kind: kind, Name: kind, Fabric: g.About().Usual}}}
		bare, stages, err := ensemble.Walk(t.Context(), p, nil)
		require.NoError(t, err)
		f := worn.Dress(bare, stages)
		return &f.Layers[0], &stages[0]
	}
	_, stage := wear("bodice-basque", nil)
	seam := ""
	for _, r := range stage.Making.Rows {
		if r.Of == technique.Join && r.A.Edge == "back" && seam == "" {
			seam = r.Key
		}
	}
	require.NotEmpty(t, seam)
	open, _ := wear("bodice-basque", making.Choices{seam: "open"})
	topped, _ := wear("bodice-basque", making.Choices{seam: "open-topstitched"})
	none, _ := stitchedIn(open)
	rows, pulls := stitchedIn(topped)
	assert.Equal(t, none+4, rows, seam)
	assert.Zero(t, pulls)

	_, stage = wear("skirt-gores", nil)
	hem := ""
	for _, r := range stage.Making.Rows {
		if r.Of == technique.Hem {
			hem = r.Like
		}
	}
	byHand, _ := wear("skirt-gores", making.Choices{hem: "hem-slip"})
	byMachine, _ := wear("skirt-gores", making.Choices{hem: "hem-deep"})
	none, _ = stitchedIn(byHand)
	rows, _ = stitchedIn(byMachine)
	assert.Greater(t, rows, none)

	hidden, _ := wear("bodice-1950s", making.Choices{"work/zips": "zip-hidden"})
	lapped, _ := wear("bodice-1950s", making.Choices{"work/zips": "zip-lapped"})
	none, pulls = stitchedIn(hidden)
	assert.Equal(t, 1, pulls)
	rows, pulls = stitchedIn(lapped)
	assert.Equal(t, 1, pulls)
	assert.Greater(t, rows, none)
}

// What is drawn of a garment is a list of rings whether it has any or none: what draws it needs no other case.
func TestEveryKindHasRings(t *testing.T) {
	for _, g := range catalogue.All() {
		f, _ := dress(t, nil, g.About().Kind)
		for i := range f.Layers {
			said, err := json.Marshal(f.Layers[i])
			require.NoError(t, err)
			assert.Contains(t, string(said), `"rings":[`, g.About().Kind)
		}
	}
}

// The long fronts of a mantle hang below its edge by what their piece has there; what ends at the edge has none.
func TestLongFrontsHang(t *testing.T) {
	f, stages := dress(t, nil, "mantle")
	long := 0.0
	for i := range stages[0].Draft.Pieces {
		if p := &stages[0].Draft.Pieces[i]; p.ID == "front" {
			line, _ := p.Outline()
			long = -plane.BoxOf(line).Min.Y // its edge all round is at 0
		}
	}
	for _, l := range f.Layers[0].Lines { // which lies so far down before
		if n := len(l.Line); l.Kind == draft.DrawnEdge && n > 0 && l.Line[1] < -60 && l.Line[2] > 0 {
			long += l.Line[2]
			break
		}
	}
	lowest := 0.0
	for _, s := range f.Layers[0].Flaps {
		for _, p := range s.On {
			lowest = max(lowest, -p.Z)
		}
	}
	assert.InDelta(t, long, lowest, 15)
	for _, kind := range []string{"bodice-basque", "vest", "jacket-tailored"} {
		f, _ := dress(t, nil, kind)
		for _, s := range f.Layers[0].Flaps {
			for _, p := range s.On {
				assert.Less(t, -p.Z, 200.0, kind)
			}
		}
	}
}
