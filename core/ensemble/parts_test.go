package ensemble

import (
	"testing"

	"ardentgusset/core/cloth"
	"ardentgusset/core/figure"
	"ardentgusset/core/lay"
	"ardentgusset/core/measure"
	"ardentgusset/core/pattern"
	"ardentgusset/core/work"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// parts are the pieces of a made-up garment: a pair and one on the fold.
func parts() []pattern.Piece {
	side := pattern.Rectangle("side", "Side", 300, 500, 12)
	side.Cut, side.Mirrored = 2, true
	front := pattern.Rectangle("front", "Front", 400, 500, 12)
	return []pattern.Piece{front, side}
}

// Whatever is asked of how a garment is laid: what is refused says why and changes nothing; what is taken stands, a pair stays
// a pair, and what was laid before is not written over (the laying of another is the same object).
func TestEditsOfALaying(t *testing.T) {
	pieces := parts()
	edits := []LayEdit{
		{Do: "count", About: "side", Role: cloth.Lining, Value: "2"}, {Do: "count", About: "side", Role: cloth.Lining, Value: "3"},
		{Do: "count", About: "front", Role: cloth.Outer, Value: "1"}, {Do: "count", About: "front", Role: cloth.Outer, Value: "-1"},
		{Do: "count", About: "front", Role: cloth.Outer, Value: "many"}, {Do: "count", About: "gone", Role: cloth.Outer, Value: "1"},
		{Do: "lie", About: "front", Value: "cross"}, {Do: "lie", About: "front", Value: "bias"}, {Do: "lie", About: "front", Value: ""},
		{Do: "lie", About: "front", Value: "upside down"}, {Do: "lie", About: "gone", Value: "cross"},
		{Do: "match", About: "side", Value: "yes"}, {Do: "match", About: "side", Value: ""},
		{Do: "fold", Role: cloth.Outer, Value: string(lay.Lengthwise)}, {Do: "fold", Role: cloth.Outer, Value: string(lay.Flat)},
		{Do: "fold", Role: cloth.Outer, Value: "in four"},
		{Do: "gap", Value: "1/4 in", Unit: measure.IN}, {Do: "gap", Value: "20 cm", Unit: measure.CM}, {Do: "gap", Value: "-1 mm", Unit: measure.CM},
		{Do: "gap", Value: "wide", Unit: measure.CM},
		{Do: "add", Value: string(cloth.Lining)}, {Do: "add", Value: string(cloth.Outer)}, {Do: "add", Value: "sequins"},
		{Do: "drop", Role: cloth.Lining}, {Do: "drop", Role: cloth.Outer}, {Do: "unpiece", Value: "7"}, {Do: "unpin", Value: "front"},
		{Do: "paint"},
	}
	refused := map[int]bool{1: true, 3: true, 4: true, 5: true, 9: true, 10: true, 15: true, 17: true, 18: true, 19: true, 21: true, 22: true,
		24: true, 25: true, 27: true}
	rapid.Check(t, func(t *rapid.T) {
		var l Laying
		for range rapid.IntRange(1, 14).Draw(t, "edits") {
			k := rapid.IntRange(0, len(edits)-1).Draw(t, "edit")
			e := edits[k]
			e.Pieces = pieces
			before := l
			was := before.Sent["side"][cloth.Lining]
			err := l.Edit(e)
			require.Equal(t, was, before.Sent["side"][cloth.Lining], "%s %s: what stood before was written over", e.Do, e.Value)
			if refused[k] {
				require.Error(t, err, "%s %s %s", e.Do, e.About, e.Value)
				require.Greater(t, len(err.Error()), 15)
				require.Equal(t, before, l, "%s %s", e.Do, e.Value)
				continue
			}
			require.NoError(t, err, "%s %s", e.Do, e.Value)
			switch k {
			case 0:
				require.Equal(t, 2, l.Sent["side"][cloth.Lining])
			case 6:
				require.Contains(t, l.Cross, "front")
				require.NotContains(t, l.Bias, "front")
			case 7:
				require.Contains(t, l.Bias, "front")
				require.NotContains(t, l.Cross, "front")
			case 8:
				require.NotContains(t, l.Bias, "front")
				require.NotContains(t, l.Cross, "front")
			case 11:
				require.Equal(t, 1, countOf(l.Match, "side"), "once, however often it is asked")
			case 12:
				require.Zero(t, countOf(l.Match, "side"))
			case 13:
				require.Equal(t, lay.Lengthwise, l.Folds[cloth.Outer])
			case 14:
				require.NotContains(t, l.Folds, cloth.Outer)
			case 16:
				require.InDelta(t, 6.35, float64(l.Gap), 1e-9)
			case 20:
				n := 0
				for _, b := range l.Beside {
					if b.Role == cloth.Lining {
						n++
					}
				}
				require.Equal(t, 1, n)
			case 23:
				for _, b := range l.Beside {
					require.NotEqual(t, cloth.Lining, b.Role)
				}
				for id, m := range l.Sent {
					require.NotContains(t, m, cloth.Lining, id)
				}
			}
		}
	})
}

func countOf(list []string, what string) (n int) {
	for _, x := range list {
		if x == what {
			n++
		}
	}
	return n
}

// Ease that falls short by a finger's breadth is tight, less than nothing is tight unless it was meant so, half as much again
// is loose; between two heights it lies between theirs, and beyond them it is not known.
func TestFits(t *testing.T) {
	for _, c := range []struct {
		is, meant float64
		want      Fit
	}{{40, 40, AsMeant}, {33, 40, AsMeant}, {31, 40, Tight}, {57, 40, Loose}, {55, 40, AsMeant}, {-3, 4, Tight}, {-20, -20, AsMeant},
		{-22, -20, Tight}, {0, 0, AsMeant}} {
		assert.Equal(t, c.want, EaseAt{Is: c.is, Meant: c.meant}.Fit(), "%g for %g", c.is, c.meant)
	}
	all := []EaseAt{{-200, 60, 62}, {0, 20, 20}, {180, 80, 76}}
	rapid.Check(t, func(t *rapid.T) {
		drop := rapid.Float64Range(-260, 240).Draw(t, "drop")
		e, ok := EaseNear(all, drop)
		require.Equal(t, drop >= -201 && drop <= 181, ok)
		if ok {
			require.Equal(t, drop, e.Drop)
			require.GreaterOrEqual(t, e.Is, 19.0)
			require.LessOrEqual(t, e.Is, 81.0)
		}
	})
	for _, e := range all {
		got, ok := EaseNear(all, e.Drop)
		require.True(t, ok)
		assert.InDelta(t, e.Is, got.Is, 1e-9)
		assert.InDelta(t, e.Meant, got.Meant, 1e-9)
	}
	_, ok := EaseNear(all[:1], -200)
	assert.False(t, ok, "one height is no line")
}

// A layer that is had from elsewhere is fetched and tried on: what changes the figure is measured over, what is bought stands
// on the list, and neither takes the hours of making it.
func TestHadFromElsewhere(t *testing.T) {
	p := plan("shift", "corset", "petticoat-tiered")
	p.Layers[1].Had = Borrowed
	p.Layers[2].Had = Bought
	stages := walk(t, p)
	for i, want := range map[int]string{1: "Borrow it", 2: "Buy it ready made"} {
		s := stages[i]
		steps := s.Steps()
		require.Len(t, steps, 2)
		assert.Equal(t, work.ToGet, steps[0].ID)
		assert.Equal(t, want, steps[0].Name)
		assert.Equal(t, work.ToTryOn, steps[1].ID)
		assert.Equal(t, work.ToGet, steps[1].After[0].Step)
		assert.Contains(t, steps[0].How, measure.Tell(s.On.GirthAt(figure.Waist)), "what it goes over")
		took := 0.0
		for _, st := range steps {
			took += st.Minutes
		}
		assert.Less(t, took, s.Making.Minutes()/2)
		n := s.have()
		require.Len(t, n, 1)
		assert.Equal(t, 1.0, n[0].Quantity)
	}
	assert.Contains(t, stages[1].Steps()[1].How, "measure over it", "a corset shapes what lies outside")
	assert.NotEmpty(t, stages[0].Steps())
	assert.Equal(t, stages[0].Draft.Steps, stages[0].Steps())
}

// What is cut is what was drafted: its pieces by cloth and copy, the step that cuts, and the same draft again when the wearer
// has grown.
func TestWhatIsCutOut(t *testing.T) {
	p := plan("shift", "corset")
	s := walk(t, p)[1]
	keys := s.PieceKeys()
	copies := 0
	for i := range s.Draft.Pieces {
		copies += s.Draft.Pieces[i].Cut
	}
	assert.Len(t, keys, copies)
	seen := map[string]bool{}
	for _, k := range keys {
		assert.False(t, seen[k], "%s stands twice", k)
		seen[k] = true
	}
	assert.Equal(t, []work.ID{work.ToCut}, s.Cutting())
	_, ok := s.CutOut(func(lay.Job) (lay.Result, bool) { return lay.Result{}, false })
	assert.False(t, ok, "what is not laid is not cut")
	made, ok := s.CutOut(func(j lay.Job) (lay.Result, bool) { return lay.Place(t.Context(), j), true })
	require.True(t, ok)
	require.NotEmpty(t, made.Uses)
	assert.True(t, made.Told)
	p.Layers[1].Cut = &made
	p.Readings = append(p.Readings, figure.Reading{Key: "waist_girth", Worn: figure.Bare, Value: 810})
	again := walk(t, p)[1]
	require.NoError(t, again.Err)
	require.Len(t, again.Draft.Pieces, len(s.Draft.Pieces))
	for i := range s.Draft.Pieces {
		assert.InDelta(t, s.Draft.Pieces[i].Area(), again.Draft.Pieces[i].Area(), 1e-6, s.Draft.Pieces[i].ID)
	}
}
