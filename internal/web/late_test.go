package web

import (
	"fmt"
	"net/url"
	"regexp"
	"strconv"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ardentgusset/core/work"
	"ardentgusset/internal/store"
	"ardentgusset/internal/web/hall"
)

// ofPetticoat is the layer that petticoat is the address of.
func ofPetticoat(t *testing.T, s *Server) store.Layer {
	e, err := s.Store.Ensemble(t.Context(), 1)
	require.NoError(t, err)
	for _, l := range e.Layers {
		if fmt.Sprintf("/ensembles/1/layers/%d", l.ID) == petticoat {
			return l
		}
	}
	require.Fail(t, "there is no such layer")
	return store.Layer{}
}

// One thing that is sent over six connections at the same moment is kept once.
func TestSixSendingsAtOnceAreOne(t *testing.T) {
	s := demoServer(t, nil)
	kind := ofPetticoat(t, s).Kind
	before, err := s.Store.Lessons(t.Context(), kind)
	require.NoError(t, err)
	var all sync.WaitGroup
	codes := make([]int, 6)
	for i := range codes {
		all.Go(func() {
			codes[i] = ask(s, "POST", petticoat+"/step", url.Values{"step": {"seams"}, "do": {"wrong"}, "reason": {"The bobbin ran out"}, "once": {"six"}},
				map[string]string{"X-From-Page": "1"}).Code
		})
	}
	all.Wait()
	for _, code := range codes {
		assert.Equal(t, 200, code)
	}
	after, err := s.Store.Lessons(t.Context(), kind)
	require.NoError(t, err)
	assert.Len(t, after, len(before)+1)
}

// What was ticked or unticked last stands, whatever older choice arrives after it.
func TestAnOlderTickChangesNothing(t *testing.T) {
	s := demoServer(t, nil)
	send := func(do, ago, once string) {
		post(t, s, petticoat+"/step", url.Values{"step": {"seams"}, "do": {do}, "ago": {ago}, "once": {once}})
	}
	ticked := func() bool { return ofPetticoat(t, s).Ticked("seams") }
	send("done", "7200000", "a")
	require.True(t, ticked())
	send("undone", "60000", "b")
	require.False(t, ticked())
	send("done", "3600000", "c") // done an hour ago, and undone since
	assert.False(t, ticked())
	send("done", "1000", "d")
	assert.True(t, ticked())
	send("undone", "7200000", "e")
	assert.True(t, ticked())
}

// A clock that was stopped by a tick without a connection ran until then: no longer is learnt from it, and never less than nothing.
func TestAClockEndsWithItsTick(t *testing.T) {
	s := demoServer(t, func(o *hall.Options) { o.Now = time.Now })
	post(t, s, petticoat+"/step", url.Values{"step": {"seams"}, "do": {"start"}, "ago": {"10800000"}, "once": {"on"}})
	post(t, s, petticoat+"/step", url.Values{"step": {"seams"}, "do": {"done"}, "ago": {"9000000"}, "once": {"off"}}) // half an hour later
	learnt := 0.0
	for _, c := range ofPetticoat(t, s).Clocked {
		if c.Step == work.ID("seams") && !strings.HasPrefix(c.Technique, "finish") {
			learnt += c.Minutes
		}
	}
	assert.Greater(t, learnt, 0.0)
	assert.Less(t, learnt, 31.0, "half an hour was worked")

	post(t, s, petticoat+"/step", url.Values{"step": {"press"}, "do": {"start"}, "ago": {"60000"}, "once": {"later"}})
	post(t, s, petticoat+"/step", url.Values{"step": {"press"}, "do": {"stop"}, "ago": {"3600000"}, "once": {"before"}}) // it arrives after
	for _, x := range ofPetticoat(t, s).Timings {
		if x.EndedAt != nil {
			assert.False(t, x.EndedAt.Before(x.StartedAt), "%s", x.Step)
		}
	}
}

// A day that would be missed is told what would be enough: so many hours a week, and which ways out together. Those hours kept, it is
// no longer missed.
func TestWhatWouldBeEnough(t *testing.T) {
	s := demoServer(t, nil)
	week := func(a, b string) {
		v := url.Values{"what": {"hours"}}
		for i, h := range []string{a, a, a, a, a, b, b} {
			v.Set(fmt.Sprintf("day%d", i), h)
		}
		post(t, s, "/ensembles/3/plan", v)
	}
	week("0.1", "0.2")
	page := get(t, s, "/ensembles/3/plan?ways=yes")
	enough := regexp.MustCompile(`<b>([\d.]+)\s+hours a week</b> would do`).FindStringSubmatch(page)
	require.NotNil(t, enough)
	assert.Regexp(t, `these together|this alone|All that is found`, page)
	hours, err := strconv.ParseFloat(enough[1], 64)
	require.NoError(t, err)
	week(fmt.Sprintf("%.3f", hours/9), fmt.Sprintf("%.3f", 2*hours/9)) // in the same parts
	assert.NotContains(t, get(t, s, "/ensembles/3/plan?ways=yes"), `class="enough"`)
}

// Edges that are the selvedge are drawn and told on the cloth, flat as well as where it is laid by hand.
func TestSelvedgesAreShownOnTheCloth(t *testing.T) {
	s := demoServer(t, nil)
	post(t, s, "/ensembles/3/layers", url.Values{"kind": {"dress-panelled"}})
	e, err := s.Store.Ensemble(t.Context(), 3)
	require.NoError(t, err)
	l := e.Layers[len(e.Layers)-1]
	base := fmt.Sprintf("/ensembles/3/layers/%d", l.ID)
	assert.NotContains(t, get(t, s, base+"/cloth"), `class="held"`)
	post(t, s, base+"/apply", url.Values{"settings": {`{"ends":"selvedge"}`}})
	var page string
	require.Eventually(t, func() bool { page = get(t, s, base+"/cloth"); return strings.Contains(page, `class="held"`) }, 20*time.Second, 50*time.Millisecond)
	assert.Contains(t, page, "Edges in red are held to a line")
}
