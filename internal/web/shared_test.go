package web

import (
	"encoding/csv"
	"fmt"
	"net/url"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ardentgusset/core/ensemble"
	"ardentgusset/core/work"
	"ardentgusset/internal/store"
	"ardentgusset/internal/web/hall"
)

// All ensembles share one maker: no day holds more work than it has hours, each comes after those whose day is before, and
// one that is paused, or reckoned alone, makes room.
func TestOneMakerForAllEnsembles(t *testing.T) {
	s := demoServer(t, nil)
	ctx := t.Context()
	now := s.Opt.Now()
	type laid struct {
		name  string
		event string
		ahead []string
	}
	var all []laid
	spent := map[work.Day]float64{}
	first := work.Calendar{}
	require.NoError(t, s.Store.InTurn(ctx, now, s.StagesOf(t.Context()), func(one store.One, share store.Share) bool {
		all = append(all, laid{one.Name, one.EventDate, share.Ahead})
		if one.Planning.Paused == nil {
			for d, h := range one.Calendar.Spent(one.Work, one.Minutes) {
				spent[d] += h
			}
		}
		first = one.Calendar
		return true
	}))
	require.Greater(t, len(all), 3)
	for i, one := range all {
		for _, before := range all[:i] {
			if before.event != "" && one.event != "" {
				assert.LessOrEqual(t, before.event, one.event)
			}
		}
		for _, a := range one.ahead {
			assert.True(t, slices.ContainsFunc(all[:i], func(o laid) bool { return o.name == a }))
		}
	}
	most := 0.0
	es, err := s.Store.Ensembles(ctx)
	require.NoError(t, err)
	for _, e := range es {
		for _, h := range e.Calendar(now).Hours {
			most = max(most, h)
		}
	}
	for d, h := range spent {
		assert.LessOrEqual(t, h, most+1e-6, first.Date(d))
	}

	// The last of them, alone: it ends sooner, and says whose day is before. Kept over a change of another, it follows it.
	last := es[len(es)-1]
	path := fmt.Sprintf("/ensembles/%d/plan", last.ID)
	together := s.View(ctx, last, 0, "cm")
	require.NotEmpty(t, together.Share.Ahead)
	assert.Contains(t, get(t, s, path), "Your hours go first to")
	post(t, s, path, url.Values{"what": {"alone"}, "alone": {"yes"}})
	last, err = s.Store.Ensemble(ctx, last.ID)
	require.NoError(t, err)
	alone := s.View(ctx, last, 0, "cm")
	assert.True(t, alone.Ready.Before(together.Ready))
	assert.Contains(t, get(t, s, path), "Let them come first")
	post(t, s, path, url.Values{"what": {"alone"}, "alone": {"no"}})
	for _, e := range es[:len(es)-1] {
		post(t, s, fmt.Sprintf("/ensembles/%d/plan", e.ID), url.Values{"what": {"pause"}, "where": {"before the hem"}})
	}
	last, err = s.Store.Ensemble(ctx, last.ID)
	require.NoError(t, err)
	assert.Equal(t, alone.Ready, s.View(ctx, last, 0, "cm").Ready, "the others are paused")
}

// A layer that is borrowed has no work but to be fetched and tried on, and nothing of it is bought; what lies over it waits
// for it, drafted as before. Made after all, everything is back; what is cut can't be borrowed, and what is borrowed not cut.
func TestBorrowedInsteadOfMade(t *testing.T) {
	s := demoServer(t, nil)
	ctx := t.Context()
	read := func() *hall.EnsembleView {
		e, err := s.Store.Ensemble(ctx, 3)
		require.NoError(t, err)
		return s.View(ctx, e, 0, "cm")
	}
	before := read()
	at := slices.IndexFunc(before.Stages, func(st ensemble.Stage) bool { return st.Kind == "bustle-pad" })
	require.Positive(t, at)
	layer := fmt.Sprintf("/ensembles/3/layers/%s", before.Stages[at].ID)
	post(t, s, layer+"/had", url.Values{"had": {"borrowed"}})
	after := read()
	own := func(v *hall.EnsembleView) (out []work.ID) {
		for _, p := range v.Plan {
			if p.Lane == before.Stages[at].ID {
				out = append(out, p.Own)
			}
		}
		return out
	}
	assert.Equal(t, []work.ID{work.ToGet, work.ToTryOn}, own(after))
	for i := range before.Stages {
		assert.Equal(t, before.Stages[i].Values, after.Stages[i].Values, "the draft stays")
	}
	assert.Less(t, after.Left, before.Left)
	next := after.Stages[at+1].ID
	waits := false
	for _, p := range after.Plan {
		if p.Lane == next && p.Own == work.ToCut {
			waits = slices.ContainsFunc(p.After, func(a work.After) bool { return a.Step == work.ToTryOn.In(before.Stages[at].ID) })
		}
	}
	assert.True(t, waits, "what is cut over a pad waits until it is there")
	buy := get(t, s, "/ensembles/3/buy")
	assert.Contains(t, buy, before.Stages[at].Name+", borrowed")
	assert.NotContains(t, buy, "Sewing thread for "+before.Stages[at].Name)
	assert.Equal(t, 422, ask(s, "POST", layer+"/state", url.Values{"state": {"cut"}, "sure": {"yes"}}, nil).Code)
	assert.Equal(t, 422, ask(s, "POST", layer+"/had", url.Values{"had": {"stolen"}}, nil).Code)
	post(t, s, layer+"/had", url.Values{"had": {""}})
	assert.Equal(t, own(before), own(read()))
	e, err := s.Store.Ensemble(ctx, 1)
	require.NoError(t, err)
	for _, l := range e.Layers {
		if l.CutHash != "" {
			assert.Equal(t, 422, ask(s, "POST", fmt.Sprintf("/ensembles/1/layers/%d/had", l.ID), url.Values{"had": {"bought"}}, nil).Code)
			return
		}
	}
	t.Fatal("nothing of the demo is cut")
}

// Embroidery as a step of one's own can be done as appliqué, by machine, or on one side first: each takes its part of the
// time, is shown among the ways out while it saves anything, and comes back with undo.
func TestEmbroideryDoneAnotherWay(t *testing.T) {
	s := demoServer(t, nil)
	post(t, s, "/ensembles/3/plan", url.Values{"what": {"own"}, "name": {"Embroider the apron"}, "hours": {"40"}, "layer": {""}, "job": {"Apron"},
		"needs": {"by hand"}, "technique": {"satin"}})
	assert.Equal(t, 422, ask(s, "POST", "/ensembles/3/plan", url.Values{"what": {"own"}, "name": {"x"}, "technique": {"overlock"}}, nil).Code)
	one := func() store.OwnStep {
		e, err := s.Store.Ensemble(t.Context(), 3)
		require.NoError(t, err)
		require.Len(t, e.Planning.Own, 1)
		return e.Planning.Own[0]
	}
	page := get(t, s, "/ensembles/3/plan?ways=yes")
	for _, way := range []string{"appliqué in place of embroidery", "embroidered by machine", "one side first"} {
		assert.Contains(t, page, way)
	}
	take := func(to string) int {
		return ask(s, "POST", "/ensembles/3/plan", url.Values{"what": {"own-way"}, "step": {string(one().ID)}, "to": {to}}, nil).Code
	}
	undo := func() {
		h, ok := s.Store.LastAction(t.Context(), store.OfEnsemble, 3)
		require.True(t, ok)
		post(t, s, "/ensembles/3/undo", url.Values{"last": {fmt.Sprint(h.ID)}})
	}
	for to, minutes := range map[string]float64{"applique": 240, "free-motion": 600, "": 1200} {
		take(to)
		assert.InDelta(t, minutes, one().Minutes, 1e-9, to)
		undo()
		assert.InDelta(t, 2400, one().Minutes, 1e-9)
	}
	assert.Contains(t, page, "Leave out: Embroider the apron, of Apron")
	out := url.Values{"what": {"own-out"}, "step": {string(one().ID)}}
	post(t, s, "/ensembles/3/plan", out)
	assert.NotContains(t, get(t, s, "/ensembles/3/plan?ways=yes"), "Embroider the apron")
	assert.Equal(t, 422, ask(s, "POST", "/ensembles/3/plan", out, nil).Code, "it is out already")
	undo()
	take("")
	assert.Equal(t, 422, take(""), "one side of one side is nothing to offer")
	rows, err := csv.NewReader(strings.NewReader(get(t, s, "/ensembles/3/plan.csv"))).ReadAll()
	require.NoError(t, err)
	assert.True(t, slices.ContainsFunc(rows, func(r []string) bool { return r[2] == "Embroider the apron, the side that is seen" }))
}

// The chances follow what is typed and nothing is kept; they are those that come when it is kept.
func TestOddsWhileTyping(t *testing.T) {
	s := demoServer(t, nil)
	hours := url.Values{"what": {"hours"}}
	for d := range 7 {
		hours.Set(fmt.Sprintf("day%d", d), "6,5")
	}
	find := func(page string) string {
		_, rest, ok := strings.Cut(page, "four times in five by")
		require.True(t, ok)
		return strings.NewReplacer(`\u003c`, "<", `\u003e`, ">").Replace(rest)[:23]
	}
	was := find(get(t, s, "/ensembles/3/plan"))
	tried := get(t, s, "/ensembles/3/plan/odds?"+hours.Encode())
	assert.Contains(t, tried, "not kept yet")
	assert.NotEqual(t, was, find(tried))
	assert.Equal(t, was, find(get(t, s, "/ensembles/3/plan")), "nothing was kept")
	post(t, s, "/ensembles/3/plan", hours)
	assert.Equal(t, find(tried), find(get(t, s, "/ensembles/3/plan")))
	from := s.Opt.Now().AddDate(0, 0, 1).Format(time.DateOnly)
	to := s.Opt.Now().AddDate(0, 0, 60).Format(time.DateOnly)
	helper := url.Values{"what": {"days"}, "kind": {"helper"}, "from": {from}, "to": {to}, "hours": {"5"}}
	tried = get(t, s, "/ensembles/3/plan/odds?"+helper.Encode())
	post(t, s, "/ensembles/3/plan", helper)
	assert.Equal(t, find(tried), find(get(t, s, "/ensembles/3/plan")))
	for _, bad := range []string{"what=hours&day1=NaN", "what=hours&day1=25", "what=days&kind=helper&from=2027-01-01", "what=days&kind=x&from=2027-01-01",
		"what=days&kind=ill&from=soon", "what=sleep", ""} {
		assert.Equal(t, 422, ask(s, "GET", "/ensembles/3/plan/odds?"+bad, nil, nil).Code, bad)
	}
}
