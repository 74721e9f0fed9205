package ensemble

import (
	"slices"
	"strings"
	"testing"

	"ardentgusset/core/draft"
	"ardentgusset/core/work"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// given is a plan of which nothing is done, but what is named.
func given(done ...work.ID) Given {
	return Given{Done: func(layer string, step work.ID) bool { return slices.Contains(done, step.In(layer)) },
		Spent: func(string, work.ID) float64 { return 0 }, Pace: work.Pace{}}
}

// However much is done, whichever side is taken of disputed orders and whatever own steps stand between: every reason is
// kept, in both orders, and both hold the same.
func TestOperationsKeepEveryReason(t *testing.T) {
	stages := walk(t, plan("shift", "corset", "bustle-pad", "petticoat-tiered", "dress-1950s", "dress-smocked"))
	base, err := Operations(stages, given())
	require.NoError(t, err)
	rapid.Check(t, func(t *rapid.T) {
		var done []work.ID
		for _, o := range base {
			if rapid.IntRange(0, 4).Draw(t, "done") == 0 {
				done = append(done, o.ID)
			}
		}
		g := given(done...)
		for _, a := range Schools() {
			if rapid.Bool().Draw(t, string(a.School)) {
				g.Schools = append(g.Schools, a.School)
			}
		}
		for k := range rapid.IntRange(0, 3).Draw(t, "own") {
			x := Extra{ID: work.ID("own/" + string(rune('a'+k))), Name: "own", Job: "wig", Minutes: 30, Needs: []work.Need{work.Hand}}
			x.After = []work.ID{base[rapid.IntRange(0, len(base)-1).Draw(t, "after")].ID}
			g.Extras = append(g.Extras, x)
		}
		all, err := Operations(stages, g)
		require.NoError(t, err)
		require.Len(t, all, len(base)+len(g.Extras))
		batched, err := work.Batched(all)
		require.NoError(t, err)
		ids := map[work.ID]int{}
		for k, list := range [][]work.Operation{all, batched} {
			at := map[work.ID]bool{}
			for _, o := range list {
				for _, a := range o.After {
					require.True(t, at[a.Step], "%s before %s", o.ID, a.Step)
					require.NotEmpty(t, a.Why)
				}
				at[o.ID] = true
				ids[o.ID] += k*2 - 1
			}
		}
		for id, n := range ids {
			require.Zero(t, n, "%s is in one order only", id)
		}
	})
}

// A step of one’s own that closes a circle is refused with the names of what runs round.
func TestOwnStepsMustNotRunRound(t *testing.T) {
	stages := walk(t, plan("shift", "corset"))
	g := given()
	all, err := Operations(stages, g)
	require.NoError(t, err)
	first, last := all[0], all[len(all)-1]
	g.Extras = []Extra{{ID: "own/wig", Name: "Dress the wig", Job: "wig", Minutes: 60, After: []work.ID{last.ID}, Before: []work.ID{first.ID}}}
	_, err = Operations(stages, g)
	var loop *work.LoopError
	require.ErrorAs(t, err, &loop)
	assert.Contains(t, err.Error(), "Dress the wig")
	g.Extras[0].Before = nil
	all, err = Operations(stages, g)
	require.NoError(t, err)
	assert.Equal(t, work.ID("own/wig"), all[len(all)-1].ID)
}

// Seams that were sewn before the channels make the channels three times as long, and it says so; once the channels are done
// nothing is said.
func TestWhatComesTooLateIsDear(t *testing.T) {
	stages := walk(t, plan("shift", "corset"))
	find := func(all []work.Operation, id string) work.Operation {
		i := slices.IndexFunc(all, func(o work.Operation) bool {
			return strings.HasSuffix(string(o.ID), id) && strings.HasPrefix(string(o.ID), stages[1].ID)
		})
		require.GreaterOrEqual(t, i, 0, id)
		return all[i]
	}
	usual, err := Operations(stages, given())
	require.NoError(t, err)
	channels, bones := find(usual, "/channels"), find(usual, "/bones")
	assert.Empty(t, channels.Late)
	late, err := Operations(stages, given(bones.ID))
	require.NoError(t, err)
	dear := find(late, "/channels")
	assert.InDelta(t, 3*channels.Minutes(), dear.Minutes(), 0.01)
	assert.Contains(t, dear.Late, "Put the bones in")
	both, err := Operations(stages, given(bones.ID, channels.ID))
	require.NoError(t, err)
	assert.Empty(t, find(both, "/channels").Late)
}

// Every way out is shorter by what it says, tried on the plan, and saves at least ten minutes; taken as a technique the walk
// itself comes out as much shorter.
func TestWaysSaveWhatTheySay(t *testing.T) {
	p := plan("shift", "corset", "petticoat-tiered", "skirt-gored-1887", "bodice-basque")
	stages := walk(t, p)
	all, err := Operations(stages, given())
	require.NoError(t, err)
	sum := func(list []work.Operation) (m float64) {
		for _, o := range list {
			m += o.Minutes()
		}
		return m
	}
	ways := Ways(stages, p, all, nil, false)
	require.NotEmpty(t, ways)
	tried := 0
	for _, w := range ways {
		assert.GreaterOrEqual(t, w.Saves, worthwhile)
		assert.InDelta(t, w.Saves, sum(all)-sum(w.Try(all)), 0.02*w.Saves+1, w.What)
		if w.Kind != ByTechnique && w.Kind != ByDraft || tried > 4 {
			continue
		}
		tried++
		q := p
		q.Layers = slices.Clone(p.Layers)
		for i := range q.Layers {
			if q.Layers[i].ID == w.Layer {
				if w.Kind == ByDraft {
					q.Layers[i].Settings = w.Settings
					continue
				}
				q.Layers[i].Sewn = map[string]string{w.Row: w.To}
			}
		}
		after, err := Operations(walk(t, q), given())
		require.NoError(t, err)
		assert.InDelta(t, w.Saves, sum(all)-sum(after), 0.35*w.Saves+8, "%s, taken", w.What)
	}
	assert.Positive(t, tried)
}

// The maker's own steps can be left out each, and a job for somebody else as a whole; what is done can't.
func TestOwnStepsCanBeLeftOut(t *testing.T) {
	extras := []Extra{{ID: "a", Name: "Embroider the panel", Layer: "1", Minutes: 200}, {ID: "b", Name: "Cut", Job: "Doublet", Minutes: 60},
		{ID: "c", Name: "Sew", Job: "Doublet", Minutes: 90}, {ID: "d", Name: "Press", Job: "Doublet", Minutes: 30, Done: true},
		{ID: "e", Name: "Sign for the parcel", Minutes: 5}}
	all, err := extended(nil, extras)
	require.NoError(t, err)
	got := map[string]float64{}
	for _, w := range unplanned(extras, all) {
		got[w.What] = w.Saves
		assert.InDelta(t, total(all)-w.Saves, total(w.Try(all)), 1e-9, w.What)
	}
	assert.Equal(t, map[string]float64{"Leave out: Embroider the panel": 200, "Leave out the whole job: Doublet": 150}, got)
}

// Hand-worked eyelets set farther apart are a way to be done sooner, told with what it costs; taken, there are fewer.
func TestFewerEyeletsSaveTime(t *testing.T) {
	p := plan("shift", "corset")
	p.Layers[1].Settings = draft.Settings{"eyelet_kind": "hand"}
	stages := walk(t, p)
	all, err := Operations(stages, given())
	require.NoError(t, err)
	ways := Ways(stages, p, all, nil, false)
	k := slices.IndexFunc(ways, func(w Way) bool { return strings.Contains(w.What, "fewer eyelets") })
	require.GreaterOrEqual(t, k, 0)
	assert.Contains(t, ways[k].Costs, "gapes")
	set := draft.Settings{"eyelet_kind": "hand"}
	for key, to := range ways[k].Settings {
		set[key] = to
	}
	p.Layers = slices.Clone(p.Layers)
	p.Layers[1].Settings = set
	assert.Less(t, walk(t, p)[1].Draft.Laces[0].Pairs(), stages[1].Draft.Laces[0].Pairs())
}

// Smocked flat, the sides wait for it; on the made-up dress it waits for the sides, which still wait for the pleats; and the
// neck is bound after both either way.
func TestSmockingBeforeOrAfterMakingUp(t *testing.T) {
	stages := walk(t, plan("dress-smocked"))
	at := func(schools ...School) map[work.ID]int {
		g := given()
		g.Schools = schools
		all, err := Operations(stages, g)
		require.NoError(t, err)
		out := map[work.ID]int{}
		for i, o := range all {
			_, own := o.ID.Parts()
			out[own] = i
		}
		return out
	}
	flat, madeUp := at(), at(SmockMadeUp)
	for _, own := range []work.ID{"seams", "gather", "smock", "close", "band"} {
		require.Contains(t, flat, own)
	}
	assert.Less(t, flat["seams"], flat["gather"])
	assert.Less(t, flat["gather"], flat["smock"])
	assert.Less(t, flat["smock"], flat["close"])
	assert.Less(t, madeUp["gather"], madeUp["close"])
	assert.Less(t, madeUp["close"], madeUp["smock"])
	for _, order := range []map[work.ID]int{flat, madeUp} {
		assert.Less(t, max(order["close"], order["smock"]), order["band"])
	}
	// Closed before it was smocked, without having said so: that costs, and it says why.
	all, err := Operations(stages, given(work.ToClose.In(stages[0].ID)))
	require.NoError(t, err)
	k := slices.IndexFunc(all, func(o work.Operation) bool { return strings.HasSuffix(string(o.ID), "/smock") })
	assert.Contains(t, all[k].Late, "in the round")
}
