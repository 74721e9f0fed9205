package ensemble

import (
	"testing"

	"ardentgusset/core/cloth"
	"ardentgusset/core/lay"
	"ardentgusset/core/measure"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Three garments that each fit on a length in hand by themselves are laid together: every copy lies once, on the length as long
// as it holds them, and the rest is to be bought; with no more to be had, what finds no room is told. What each would take by
// itself adds up to no less.
func TestGarmentsThatShareAClothAreLaidTogether(t *testing.T) {
	find := func(j lay.Job) (lay.Result, bool) { return lay.Place(t.Context(), j), true }
	walked := func(long measure.Length, noMore bool) []Stage {
		p := plan("under-petticoat", "petticoat-gored", "skirt-gores")
		for i := range p.Layers {
			f := p.Layers[i].Fabric
			f.Name, f.Width, f.InHand, f.NoMore, f.Prewashed = "Grey wool", 1500, long, noMore, true
			p.Layers[i].Stash, p.Layers[i].Fabric = 7, f
		}
		_, stages, err := Walk(t.Context(), p, nil)
		require.NoError(t, err)
		return stages
	}
	stages := walked(30*measure.Metre, true)
	alone, longest := measure.Length(0), measure.Length(0)
	for i := range stages {
		require.NoError(t, stages[i].Err)
		u := stages[i].Uses()[0]
		sheets, _ := stages[i].Sheets(u, find)
		require.Empty(t, Unplaced(sheets))
		used := stages[i].Need(u, sheets, measure.CM).Used
		alone += used
		longest = max(longest, used)
	}
	shared := Shared(stages)
	require.Len(t, shared, 1)
	require.Len(t, shared[0], 3)
	sheets, ok := Together(shared[0], find)
	require.True(t, ok)
	whole := NeedOf(shared[0], sheets, measure.CM)
	assert.LessOrEqual(t, float64(whole.Used), 1.02*float64(alone), "laid together they take no more than one after another")
	copies := 0
	for _, p := range shared[0] {
		for _, n := range p.Use.Counts {
			copies += n
		}
	}
	placed := map[string]bool{}
	for _, s := range sheets {
		for _, at := range s.Result.Placements {
			key := at.ID + string(rune('a'+at.Copy))
			assert.False(t, placed[key], key)
			placed[key] = true
		}
	}
	assert.Len(t, placed, copies)

	tight := longest + 50 // each fits by itself
	stages = walked(tight, true)
	shared = Shared(stages)
	sheets, _ = Together(shared[0], find)
	assert.NotEmpty(t, Unplaced(sheets), "three do not")
	stages = walked(tight, false)
	shared = Shared(stages)
	sheets, _ = Together(shared[0], find)
	need := NeedOf(shared[0], sheets, measure.CM)
	assert.Empty(t, Unplaced(sheets))
	assert.Positive(t, need.Buy)
	assert.GreaterOrEqual(t, float64(need.Used+need.Length), 0.98*float64(whole.Used))

	// Of one cloth that is still to be bought one length is bought: no more than the lengths that each would take, and of another
	// width, in hand, or laid by hand, each takes its own.
	bought := func(change func(l *Layer)) []Stage {
		p := plan("under-petticoat", "petticoat-gored")
		for i := range p.Layers {
			f := p.Layers[0].Fabric
			f.Name, f.Width, f.InHand, f.Lengths = "Grey wool", 1500, 0, nil
			p.Layers[i].Fabric = f
		}
		change(&p.Layers[1])
		_, stages, err := Walk(t.Context(), p, nil)
		require.NoError(t, err)
		return stages
	}
	all := Shared(bought(func(l *Layer) {}))
	require.Len(t, all, 1)
	sheets, ok = Together(all[0], find)
	require.True(t, ok)
	one, sum := NeedOf(all[0], sheets, measure.CM), measure.Length(0)
	for _, p := range all[0] {
		own, _ := p.Stage.Sheets(p.Use, find)
		sum += p.Stage.Need(p.Use, own, measure.CM).Length
	}
	assert.Positive(t, one.Buy)
	assert.LessOrEqual(t, float64(one.Length), 1.02*float64(sum))
	for name, change := range map[string]func(l *Layer){"width": func(l *Layer) { l.Fabric.Width = 1400 },
		"in hand":      func(l *Layer) { l.Fabric.InHand = 3000 },
		"laid by hand": func(l *Layer) { l.Laying.Kept = map[string]KeptLay{"outer-buy": {Hash: "x"}} }} {
		assert.Empty(t, Shared(bought(change)), name)
	}

	stages[1].Stash = 0 // cut from a cloth of its own it shares nothing
	require.Len(t, Shared(stages)[0], 2)
	stages[0].Laying.Beside = []Beside{{Role: cloth.Lining, Stash: 7}}
	require.Len(t, Shared(stages)[0], 2, "nothing is cut for a lining")
}
