package web

import (
	"encoding/json"
	"net/url"
	"strconv"
	"strings"
	"testing"
	"time"

	"ardentgusset/internal/store"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// A layer that is taken out is gone from the stack, the figure outside it and the list to buy, and one undo brings all of it
// back as it was.
func TestALayerTakenOutComesBack(t *testing.T) {
	s := demoServer(t, nil)
	stack, buy := get(t, s, "/ensembles/3/layers"), get(t, s, "/ensembles/3/buy")
	e, err := s.Store.Ensemble(t.Context(), 3)
	require.NoError(t, err)
	at := len(e.Layers) - 2
	path := "/ensembles/3/layers/" + strconv.Itoa(int(e.Layers[at].ID))
	w := ask(s, "POST", path+"/remove", url.Values{}, map[string]string{"X-From-Page": "1"})
	require.Less(t, w.Code, 400, w.Body)
	assert.Equal(t, 404, ask(s, "GET", path+"/draft", nil, nil).Code)
	assert.NotContains(t, get(t, s, "/ensembles/3/layers"), path+"/draft")
	h, ok := s.Store.LastAction(t.Context(), store.OfEnsemble, 3)
	require.True(t, ok)
	post(t, s, "/ensembles/3/undo", url.Values{"last": {strconv.Itoa(int(h.ID))}})
	assert.Contains(t, get(t, s, "/ensembles/3/layers"), path+"/draft")
	again, err := s.Store.Ensemble(t.Context(), 3)
	require.NoError(t, err)
	require.Len(t, again.Layers, len(e.Layers))
	for i := range e.Layers {
		assert.Equal(t, e.Layers[i].ID, again.Layers[i].ID)
		assert.Equal(t, e.Layers[i].Settings, again.Layers[i].Settings)
	}
	assert.Equal(t, strings.Count(stack, "/draft"), strings.Count(get(t, s, "/ensembles/3/layers"), "/draft"))
	assert.Equal(t, strings.Count(buy, "<li"), strings.Count(get(t, s, "/ensembles/3/buy"), "<li"))
}

// A wearer whose ensembles are there is not taken away unasked; one who has none is, and their reading can be undone before.
func TestAWearerWithEnsemblesStays(t *testing.T) {
	s := demoServer(t, nil)
	head := map[string]string{"X-From-Page": "1"}
	w := ask(s, "POST", "/wearers/1/delete", url.Values{}, head)
	assert.GreaterOrEqual(t, w.Code, 400)
	assert.Less(t, w.Code, 500)
	get(t, s, "/wearers/1")
	id, err := s.Store.AddWearer(t.Context(), "Somebody Else", "women")
	require.NoError(t, err)
	path := "/wearers/" + strconv.Itoa(int(id.ID))
	before := get(t, s, path)
	require.Less(t, ask(s, "POST", path+"/readings", url.Values{"key": {"waist_girth"}, "worn": {"bare"}, "value": {"27 1/2 in"}}, head).Code, 500)
	get(t, s, path)
	if h, ok := s.Store.LastAction(t.Context(), store.OfWearer, id.ID); ok {
		require.Less(t, ask(s, "POST", path+"/undo", url.Values{"last": {strconv.Itoa(int(h.ID))}}, head).Code, 400)
		assert.Equal(t, strings.Count(before, "estimated"), strings.Count(get(t, s, path), "estimated"))
	}
	require.Less(t, ask(s, "POST", path+"/delete", url.Values{}, head).Code, 400)
	assert.Equal(t, 404, ask(s, "GET", path, nil, nil).Code)
}

// The plan as a calendar: what RFC 5545 asks of every line and entry, the event on its day, the same entries however often it is
// fetched, in either unit.
func TestPlanAsACalendar(t *testing.T) {
	s := demoServer(t, nil)
	post(t, s, "/ensembles/3/plan", url.Values{"what": {"fittings"}, "fittings": {today.AddDate(0, 0, 9).Format(time.DateOnly)}})
	e, err := s.Store.Ensemble(t.Context(), 3)
	require.NoError(t, err)
	plan := s.View(t.Context(), e, 0, "cm").Plan
	post(t, s, "/ensembles/3/plan", url.Values{"what": {"delivery"}, "name": {"boning"}, "for": {string(plan[len(plan)-1].ID)}, "on": {today.AddDate(0, 0, 5).Format(time.DateOnly)}})
	w := ask(s, "GET", "/ensembles/3/plan.ics", nil, nil)
	require.Equal(t, 200, w.Code)
	assert.Contains(t, w.Header().Get("Content-Type"), "text/calendar")
	text := w.Body.String()
	ids := map[string]bool{}
	begun := 0
	for _, line := range strings.Split(strings.TrimSuffix(text, "\r\n"), "\r\n") {
		assert.LessOrEqual(t, len(line), 75, line)
		assert.NotContains(t, line, "\n", "every line ends in both")
		switch {
		case line == "BEGIN:VEVENT":
			begun++
		case strings.HasPrefix(line, "UID:"):
			assert.False(t, ids[line], "%s stands twice", line)
			ids[line] = true
		}
	}
	assert.Len(t, ids, begun)
	assert.Greater(t, begun, 4)
	unfolded := strings.ReplaceAll(text, "\r\n ", "")
	for _, day := range []string{e.EventDate, today.AddDate(0, 0, 9).Format(time.DateOnly), today.AddDate(0, 0, 5).Format(time.DateOnly)} {
		assert.Contains(t, unfolded, "DTSTART;VALUE=DATE:"+strings.ReplaceAll(day, "-", ""))
	}
	assert.Contains(t, unfolded, "Fitting: "+e.Name)
	assert.Contains(t, unfolded, "boning")
	assert.NotContains(t, unfolded, "⟦")
	assert.Equal(t, text, ask(s, "GET", "/ensembles/3/plan.ics", nil, nil).Body.String())
}

// A layer on paper: every size of paper that is offered gives a file of that kind, another is refused with those there are.
func TestPapers(t *testing.T) {
	s := demoServer(t, nil)
	for _, size := range []string{"a4", "letter", "a0", ""} {
		w := ask(s, "GET", "/ensembles/1/layers/2/paper.pdf?paper="+size, nil, nil)
		if size == "" {
			w = ask(s, "GET", "/ensembles/1/layers/2/paper.pdf", nil, nil)
		}
		require.Equal(t, 200, w.Code, size)
		assert.True(t, strings.HasPrefix(w.Body.String(), "%PDF-"), size)
		assert.Contains(t, w.Header().Get("Content-Disposition"), "corset-")
	}
	w := ask(s, "GET", "/ensembles/1/layers/2/paper.pdf?paper=b5", nil, nil)
	assert.Equal(t, 422, w.Code)
	assert.Contains(t, w.Body.String(), "letter")
}

// The short addresses of stations of a layer lead to the outermost one, of an ensemble without layers to its empty stack.
func TestStationsOfTheOutermost(t *testing.T) {
	s := demoServer(t, nil)
	e, err := s.Store.Ensemble(t.Context(), 1)
	require.NoError(t, err)
	last := strconv.Itoa(int(e.Layers[len(e.Layers)-1].ID))
	for _, station := range []string{"draft", "cloth", "seams"} {
		w := ask(s, "GET", "/ensembles/1/"+station, nil, nil)
		assert.Equal(t, 303, w.Code)
		assert.Equal(t, "/ensembles/1/layers/"+last+"/"+station, w.Header().Get("Location"))
	}
	empty, err := s.Store.AddEnsemble(t.Context(), store.Ensemble{Name: "Nothing yet", WearerID: 1, Hours: 2})
	require.NoError(t, err)
	w := ask(s, "GET", "/ensembles/"+strconv.Itoa(int(empty.ID))+"/draft", nil, nil)
	assert.Equal(t, "/ensembles/"+strconv.Itoa(int(empty.ID))+"/layers", w.Header().Get("Location"))
}

// One field of a cloth changes alone; a note that somebody else changed meanwhile is not run over.
func TestOneFieldOfACloth(t *testing.T) {
	s := demoServer(t, nil)
	head := map[string]string{"X-From-Page": "1"}
	set := func(key, value, was string) (int, string) {
		w := ask(s, "POST", "/stash/1", url.Values{"key": {key}, "value": {value}, "was": {was}}, head)
		return w.Code, w.Body.String()
	}
	b, err := s.Store.StashCloth(t.Context(), 1)
	require.NoError(t, err)
	was := b.Note
	require.NotEmpty(t, was)
	code, said := set("note", "from the attic", was)
	require.Equal(t, 200, code, said)
	code, said = set("note", "from the market", was)
	assert.Equal(t, 409, code, said)
	code, said = set("width", "a lot", "")
	assert.Equal(t, 422, code)
	var refused struct{ Error, Field string }
	require.NoError(t, json.Unmarshal([]byte(said), &refused))
	assert.NotEmpty(t, refused.Error)
	b, err = s.Store.StashCloth(t.Context(), 1)
	require.NoError(t, err)
	assert.Equal(t, "from the attic", b.Note)
}
