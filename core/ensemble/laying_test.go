package ensemble

import (
	"context"
	"fmt"
	"math"
	"testing"

	"ardentgusset/core/cloth"
	"ardentgusset/core/draft"
	"ardentgusset/core/lay"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/plane"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func placed(j lay.Job) (lay.Result, bool) { return lay.Place(context.Background(), j), true }

// everyCopy proves that all copies of a use are placed once or said not to be,
// and that nothing lies wrong.
func everyCopy(t *testing.T, s Stage, u Use, sheets []Sheet) (placedCount int) {
	t.Helper()
	seen := map[string]int{}
	for _, sheet := range sheets {
		assert.Empty(t, sheet.Job.Faults(sheet.Result.Placements), sheet.Key)
		for _, at := range sheet.Result.Placements {
			seen[fmt.Sprint(at.ID, " ", at.Copy)]++
			placedCount++
		}
	}
	for _, at := range Unplaced(sheets) {
		seen[fmt.Sprint(at.ID, " ", at.Copy)]++
		assert.NotEmpty(t, at.Why)
	}
	want := 0
	for id, n := range u.Counts {
		for c := range n {
			assert.Equal(t, 1, seen[fmt.Sprint(id, " ", c)], "%s %s copy %d", s.Kind, id, c)
		}
		want += n
	}
	assert.Len(t, seen, want)
	return placedCount
}

func TestFoldedLays(t *testing.T) {
	for _, fold := range []lay.Fold{lay.Lengthwise, lay.Crosswise} {
		p := plan(stack...)
		for i := range p.Layers {
			p.Layers[i].Laying.Folds = map[cloth.Role]lay.Fold{cloth.Outer: fold}
		}
		for _, s := range walk(t, p) {
			u := s.Uses()[0]
			sheets, ok := s.Sheets(u, placed)
			require.True(t, ok)
			require.Len(t, sheets, 1)
			require.NoError(t, sheets[0].Err)
			everyCopy(t, s, u, sheets)
			for _, at := range sheets[0].Result.Placements {
				for i := range sheets[0].Job.Pieces {
					if q := &sheets[0].Job.Pieces[i]; q.ID == at.ID && q.OnFold {
						assert.InDelta(t, sheets[0].Job.Cloth.Width/2, plane.BoxOf(q.Shape(at)).Centre().Y, 1e-6, "%s lies on the fold", at.ID)
					}
				}
			}
		}
	}
}

// A skirt on an odd remnant with a stain, a short length, and what must still
// be bought: pins stay, and let go when they no longer hold.
func TestSeveralPiecesOfCloth(t *testing.T) {
	p := plan(stack...)
	f := &p.Layers[3].Fabric
	f.Shrinkage = 0.03
	f.Lengths = []cloth.Cut{
		{Length: 1900, Width: 1300, Outline: [][2]float64{{0, 0}, {1900, 100}, {1700, 1300}, {200, 1250}}, Flaws: []cloth.Flaw{{What: "stain", Around: [][2]float64{{600, 500}, {700, 500}, {650, 620}}}}},
		{Length: 500},
	}
	s := walk(t, p)[3]
	u := s.Uses()[0]
	sheets, _ := s.Sheets(u, placed)
	require.Len(t, sheets, 3)
	assert.Equal(t, []string{"outer-1", "outer-2", "outer-buy"}, []string{sheets[0].Key, sheets[1].Key, sheets[2].Key})
	everyCopy(t, s, u, sheets)
	assert.Empty(t, Unplaced(sheets))
	n := s.Need(u, sheets, measure.CM)
	assert.InDelta(t, sheets[2].Result.Length/0.97, float64(n.Length), 1e-6)
	assert.InDelta(t, (sheets[0].Result.Length+sheets[1].Result.Length)/0.97, float64(n.Used), 1e-6)

	pin := sheets[0].Result.Placements[0]
	pin.X += 3
	p.Layers[3].Laying.Pinned = map[string][]lay.Placement{"outer-1": {pin}, "outer-2": {{ID: "gone", Copy: 0}}}
	s = walk(t, p)[3]
	sheets, _ = s.Sheets(u, placed)
	if len(sheets[0].Job.Pinned) > 0 {
		assert.Contains(t, sheets[0].Result.Placements, pin)
	}
	assert.Empty(t, sheets[1].Job.Pinned, "a pin of a piece that is gone is let go")

	p.Layers[3].Fabric.NoMore = true
	s = walk(t, p)[3]
	sheets, _ = s.Sheets(s.Uses()[0], placed)
	require.Len(t, sheets, 2)
	everyCopy(t, s, s.Uses()[0], sheets)
	assert.NotEmpty(t, Unplaced(sheets), "the last of the cloth does not reach")
}

// Parts sent to other cloths are cut from those and from no other.
func TestPiecesGoToTheirCloths(t *testing.T) {
	p := plan(stack...)
	p.Layers[3].Laying = Laying{Beside: []Beside{{Role: cloth.Lining, Fabric: cloth.Fabric{Name: "Sateen", Width: 1400, Thickness: 0.2, Weight: 100}}},
		Sent: map[string]map[cloth.Role]int{"pocket": {cloth.Lining: 2}, "front": {cloth.Outer: 1, cloth.Lining: 1}}}
	s := walk(t, p)[3]
	uses := s.Uses()
	require.Len(t, uses, 2)
	assert.Zero(t, uses[0].Counts["pocket"])
	assert.Equal(t, map[string]int{"pocket": 2, "front": 1}, uses[1].Counts)
	for _, u := range uses {
		sheets, _ := s.Sheets(u, placed)
		everyCopy(t, s, u, sheets)
	}
}

// At every seam that was chosen the repeat meets: the middles of both edges
// lie on the same place of it, on the left side and on the right.
func TestChosenSeamsMatch(t *testing.T) {
	for _, half := range []bool{false, true} {
		p := plan(stack...)
		f := &p.Layers[3].Fabric
		f.RepeatX, f.RepeatY, f.HalfDrop, f.Shrinkage = 85, 110, half, 0
		plain := walk(t, p)[3]
		for _, m := range plain.Matchings() {
			assert.True(t, m.Free)
			p.Layers[3].Laying.Match = append(p.Layers[3].Laying.Match, m.Seam)
		}
		s := walk(t, p)[3]
		chosen := s.chosenSeams()
		require.GreaterOrEqual(t, len(chosen), 2)
		u := s.Uses()[0]
		sheets, _ := s.Sheets(u, placed)
		everyCopy(t, s, u, sheets)
		place := func(side pattern.Side, copy int) (plane.Point, bool) {
			for _, at := range sheets[0].Result.Placements {
				if at.ID != side.Piece || at.Copy != copy {
					continue
				}
				for i := range s.Draft.Pieces {
					if q := &s.Draft.Pieces[i]; q.ID == side.Piece {
						e, ok := q.Edge(side.Edge)
						require.True(t, ok)
						m, _ := plane.Along(e.Line, e.Length()/2)
						m = OnCloth(m)
						if at.Mirrored {
							m.Y = -m.Y
						}
						return plane.Turned([]plane.Point{m}, at.Turn)[0].Add(plane.Pt(at.X, at.Y)), true
					}
				}
			}
			return plane.Point{}, false
		}
		compared := 0
		for _, m := range chosen {
			for copy := range 2 {
				a, okA := place(m.A, copy)
				b, okB := place(m.B, copy)
				if !okA || !okB {
					continue
				}
				compared++
				d := b.Sub(a)
				columns := math.Round(d.Y / 110)
				assert.InDelta(t, 0, d.Y-columns*110, 1e-6, m.ID)
				if half && int(columns)%2 != 0 {
					d.X += 42.5
				}
				assert.InDelta(t, 0, math.Remainder(d.X, 85), 1e-6, m.ID)
			}
		}
		assert.Positive(t, compared)
		// Matching costs cloth, or nothing; never gains any.
		free, _ := plain.Sheets(plain.Uses()[0], placed)
		t.Logf("half-drop %v: %.0f mm matched, %.0f mm free", half, sheets[0].Result.Length, free[0].Result.Length)
	}
}

// Every remedy can be applied: the stack still drafts, the change is there and
// what was before is untouched. On cloth that just misses, some bring it to
// reach.
func TestRemedies(t *testing.T) {
	p := plan(stack...)
	base := walk(t, p)[3]
	u := base.Uses()[0]
	sheets, _ := base.Sheets(u, placed)
	p.Layers[3].Fabric.InHand = base.Fabric.ToBuy(measure.Length(sheets[0].Result.Length)) * 0.9
	p.Layers[3].Fabric.NoMore = true
	s := walk(t, p)[3]
	sheets, _ = s.Sheets(s.Uses()[0], placed)
	missing := Unplaced(sheets)
	require.NotEmpty(t, missing)
	kinds, enough := map[string]bool{}, 0
	for _, r := range s.Remedies(missing) {
		with := plan(stack...)
		copy(with.Layers, p.Layers)
		with.Layers[3] = r.Apply(p.Layers[3])
		after := walk(t, with)[3]
		require.NoError(t, after.Err, r.Title)
		require.NoError(t, after.Draft.Check(), r.Title)
		assert.NotEmpty(t, r.Why)
		short := 0
		for _, use := range after.Uses() {
			got, _ := after.Sheets(use, placed)
			everyCopy(t, after, use, got)
			short += len(Unplaced(got))
		}
		if short == 0 {
			enough++
		}
		for _, k := range []struct {
			kind string
			is   bool
		}{{"less", len(r.Settings) > 0}, {"cross", len(r.Cross) > 0}, {"pieced", len(r.Pieced) > 0}, {"hidden", len(r.Hide) > 0}, {"buy", r.Buy}} {
			kinds[k.kind] = kinds[k.kind] || k.is
		}
		if len(r.Pieced) > 0 {
			assert.Greater(t, len(after.Draft.Pieces), len(s.Draft.Pieces), r.Title)
			steps, err := Order(walk(t, with))
			require.NoError(t, err)
			found := false
			for _, st := range steps {
				found = found || st.Own == "piece"
			}
			assert.True(t, found, "piecing is a step of the work")
		}
	}
	for _, k := range []string{"less", "cross", "pieced", "hidden", "buy"} {
		assert.True(t, kinds[k], k)
	}
	assert.Positive(t, enough)
	assert.Empty(t, p.Layers[3].Laying.Pieced)
}

// A piecing that no longer holds leaves the piece whole and says so.
func TestPiecingLetGo(t *testing.T) {
	p := plan(stack...)
	p.Layers[3].Laying.Pieced = []pattern.Piecing{{Piece: "no such", At: 0.5}}
	s := walk(t, p)[3]
	require.NoError(t, s.Err)
	assert.Contains(t, fmt.Sprint(s.Draft.Notes), "no longer holds")
}

// On cloth whose print runs across it, the tops of all pieces point to a
// selvedge; on the bias they may lie at 45 degrees too.
func TestPrintAcrossTheCloth(t *testing.T) {
	p := plan(stack...)
	p.Layers[3].Fabric.Railroad, p.Layers[3].Fabric.Nap = true, true
	s := walk(t, p)[3]
	u := s.Uses()[0]
	sheets, _ := s.Sheets(u, placed)
	everyCopy(t, s, u, sheets)
	for _, at := range sheets[0].Result.Placements {
		up := OnCloth(plane.Pt(0, 1))
		up = plane.Turned([]plane.Point{up}, at.Turn)[0]
		assert.InDelta(t, 1, math.Abs(up.Y), 1e-9, "%s lies with its top to a selvedge", at.ID)
	}
	p = plan(stack...)
	p.Layers[3].Laying.Bias = []string{"band"}
	for _, q := range walk(t, p)[3].Job().Pieces {
		if q.ID == "band" {
			assert.Contains(t, q.Turns, 45.0)
		} else {
			assert.NotContains(t, q.Turns, 45.0)
		}
	}
}

// The weight is that of the cloth cut and of what is put into and on it: without
// bones or stuffing trim adds a few parts in a hundred.
func TestMassOfAGarment(t *testing.T) {
	stages := walk(t, plan(stack...))
	for _, s := range stages {
		grams, known := s.Mass()
		assert.True(t, known)
		area := 0.0
		for i := range s.Draft.Pieces {
			area += s.Draft.Pieces[i].Area() * float64(s.Draft.Pieces[i].Cut)
		}
		clothOnly := area / 1e6 * s.Fabric.Weight
		if len(s.Draft.Bones)+len(s.Draft.Hoops) == 0 {
			assert.Greater(t, grams, clothOnly, s.Kind)
			assert.Less(t, grams, clothOnly*1.06, s.Kind)
		} else {
			assert.Greater(t, grams, clothOnly)
		}
		t.Logf("%s %.0f g", s.Kind, grams)
	}
	// A pad weighs at least what it is stuffed with, as the shopping list has it.
	pad := walk(t, plan("bustle-pad"))[0]
	stuffed := 0.0
	for _, n := range pad.Notions() {
		if n.Unit == "g" {
			stuffed += n.Quantity
		}
	}
	grams, _ := pad.Mass()
	assert.Greater(t, stuffed, 50.0)
	assert.Greater(t, grams, stuffed)
	s := stages[3]
	s.Fabric.Weight = 0
	_, known := s.Mass()
	assert.False(t, known, "cloth of no known weight is said to be")
}

// What a swatch showed is held against what the garment asks.
func TestBulkAndFullnessAreJudged(t *testing.T) {
	p := plan(stack...)
	f := &p.Layers[2].Fabric // the tiered petticoat is gathered twice
	f.Swatches = []cloth.Swatch{{Test: cloth.GatherTest, Flat: 300, Drawn: 250}, {Test: cloth.FeedTest, Layers: 3}}
	s := walk(t, p)[2]
	said := fmt.Sprint(s.Bulk(s.Uses()[0]))
	assert.Contains(t, said, "its swatch gathered 1.2 times")
	assert.Contains(t, said, "Your machine took 3 layers")
	f.Swatches = []cloth.Swatch{{Test: cloth.GatherTest, Flat: 300, Drawn: 60}, {Test: cloth.FeedTest, Layers: 20}}
	s = walk(t, p)[2]
	said = fmt.Sprint(s.Bulk(s.Uses()[0]))
	assert.NotContains(t, said, "its swatch")
	assert.NotContains(t, said, "Your machine")
}

// Three tiers can be two, and ratios less; what is at its least is not offered.
func TestFewerAndNarrowerTiers(t *testing.T) {
	p := plan(stack...)
	p.Layers[2].Settings = draft.Settings{"tiers": "three", "upper_ratio": 1.2}
	s := walk(t, p)[2]
	require.NoError(t, s.Err)
	titles := map[string]int{}
	for _, r := range s.Remedies(nil) {
		titles[r.Title]++
		if r.Title == "Fewer tiers" {
			l := r.Apply(p.Layers[2])
			assert.Equal(t, "two", l.Settings["tiers"])
			assert.Equal(t, "three", p.Layers[2].Settings["tiers"], "what is there stays")
		}
	}
	assert.Equal(t, 1, titles["Fewer tiers"])
	assert.Equal(t, 2, titles["Narrower tiers"])
	assert.Zero(t, titles["A narrower upper tier"])
}

// Seams that would close a ring can't be chosen: they come out as they come.
func TestRingsOfSeams(t *testing.T) {
	square := func(id string) pattern.Piece { return pattern.Rectangle(id, id, 100, 200, 10) }
	s := Stage{}
	s.Draft.Pieces = []pattern.Piece{square("a"), square("b"), square("c")}
	s.Draft.Seams = []pattern.Seam{
		{ID: "ab", A: pattern.Side{Piece: "a", Edge: "right"}, B: pattern.Side{Piece: "b", Edge: "left"}},
		{ID: "bc", A: pattern.Side{Piece: "b", Edge: "right"}, B: pattern.Side{Piece: "c", Edge: "left"}},
		{ID: "ca", A: pattern.Side{Piece: "c", Edge: "right"}, B: pattern.Side{Piece: "a", Edge: "left"}}}
	s.Laying.Match = []string{"ab", "bc", "ca"}
	assert.Len(t, s.chosenSeams(), 2)
	m := s.matches()
	require.Len(t, m, 3)
	// The repeat meets at ab and bc: place + seam's middle is one for both.
	assert.Equal(t, m["a"].Group, m["c"].Group)
	s.Laying.Match = []string{"ab", "bc"}
	free := map[string]bool{}
	for _, x := range s.Matchings() {
		free[x.Seam] = x.Free
	}
	assert.Equal(t, map[string]bool{"ab": true, "bc": true, "ca": false}, free)
}
