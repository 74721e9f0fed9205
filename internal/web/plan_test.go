package web

import (
	"bytes"
	"encoding/csv"
	"encoding/json"
	"fmt"
	"html"
	"image"
	"image/png"
	"net/url"
	"regexp"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ardentgusset/core/work"
	"ardentgusset/internal/store"
	"ardentgusset/internal/web/hall"
)

// What carries a token is done once, however often it is sent; and at the time it was done, however late it is sent.
func TestSentLaterIsDoneOnce(t *testing.T) {
	s := demoServer(t, nil)
	for range 3 {
		post(t, s, petticoat+"/step", url.Values{"step": {"seams"}, "do": {"start"}, "once": {"a1"}, "ago": {"7200000"}})
	}
	for range 2 {
		post(t, s, petticoat+"/step", url.Values{"step": {"seams"}, "do": {"done"}, "once": {"b2"}, "ago": {"3600000"}})
	}
	e, err := s.Store.Ensemble(t.Context(), 1)
	require.NoError(t, err)
	timings, done := 0, time.Time{}
	for _, l := range e.Layers {
		for _, x := range l.Timings {
			if x.Step == "seams" {
				timings++
				require.NotNil(t, x.EndedAt)
				assert.InDelta(t, 60, x.EndedAt.Sub(x.StartedAt).Minutes(), 1, "an hour lay between")
			}
		}
		for _, x := range l.Steps {
			if x.Step == "seams" && x.DoneAt != nil && fmt.Sprintf("/ensembles/1/layers/%d", l.ID) == petticoat {
				done = *x.DoneAt
			}
		}
	}
	assert.Equal(t, 1, timings)
	assert.InDelta(t, 3600, time.Since(done).Seconds(), 60)
	for _, bad := range []string{"-1", "x", "99999999999999"} {
		got := ask(s, "POST", petticoat+"/step", url.Values{"step": {"press"}, "do": {"done"}, "once": {"c" + bad}, "ago": {bad}}, nil)
		assert.Equal(t, 422, got.Code, bad)
	}
}

// What went wrong stands on the draft of such a garment, with the change that was meant; applied, the setting is changed by
// so much; learnt, it is gone.
func TestNextTime(t *testing.T) {
	s := demoServer(t, nil)
	e, err := s.Store.Ensemble(t.Context(), 1)
	require.NoError(t, err)
	layer := e.Layers[3]
	_, stages, err := s.Walk(t.Context(), e)
	require.NoError(t, err)
	before := stages[3].Values.Number("clearance")
	post(t, s, fmt.Sprintf("/ensembles/1/layers/%d/step", layer.ID), url.Values{"step": {"seams"}, "do": {"wrong"}, "reason": {"It trailed in the wet"},
		"lost": {"40"}, "setting": {"clearance"}, "by": {"12 mm"}})
	page := get(t, s, fmt.Sprintf("/ensembles/1/layers/%d/draft", layer.ID))
	assert.Contains(t, page, "From before: It trailed in the wet")
	offer := regexp.MustCompile(`name="settings" value="([^"]+)">\s*<input type="hidden" name="lesson" value="([^"]+)"`).FindStringSubmatch(page)
	require.NotNil(t, offer)
	for range 2 { // pressed twice it is applied once
		post(t, s, fmt.Sprintf("/ensembles/1/layers/%d/apply", layer.ID), url.Values{"settings": {html.UnescapeString(offer[1])}, "lesson": {offer[2]}})
		page = get(t, s, fmt.Sprintf("/ensembles/1/layers/%d/draft", layer.ID))
		assert.NotContains(t, page, `name="lesson"`)
		assert.Contains(t, page, "Its change of the <a")
	}
	e, err = s.Store.Ensemble(t.Context(), 1)
	require.NoError(t, err)
	_, stages, err = s.Walk(t.Context(), e)
	require.NoError(t, err)
	assert.InDelta(t, before+12, stages[3].Values.Number("clearance"), 0.01)
	require.Len(t, e.Planning.Lessons, 1)
	assert.InDelta(t, 40, e.Planning.Lessons[0].Minutes, 0)
	assert.Contains(t, get(t, s, "/ensembles/1/plan"), "It trailed in the wet")
	post(t, s, "/ensembles/1/plan", url.Values{"what": {"lesson-learnt"}, "id": {e.Planning.Lessons[0].ID}})
	assert.NotContains(t, get(t, s, "/ensembles/1/plan"), "It trailed in the wet")
	for field, bad := range map[string]url.Values{"reason": {"reason": {""}}, "lost": {"reason": {"x"}, "lost": {"NaN"}}, "by": {"reason": {"x"}, "setting": {"clearance"}, "by": {"abc"}}} {
		bad.Set("step", "seams")
		bad.Set("do", "wrong")
		assert.Equal(t, 422, ask(s, "POST", fmt.Sprintf("/ensembles/1/layers/%d/step", layer.ID), bad, nil).Code, field)
	}
}

// A step is moved as far as its reasons let it; one that stands against it is told. As they come brings the order back.
func TestMovingSteps(t *testing.T) {
	s := demoServer(t, nil)
	order := func() (ids []string) {
		rows, err := csv.NewReader(strings.NewReader(get(t, s, "/ensembles/1/plan.csv"))).ReadAll()
		require.NoError(t, err)
		for _, r := range rows[1:] {
			ids = append(ids, r[1]+": "+r[2])
		}
		return ids
	}
	e, err := s.Store.Ensemble(t.Context(), 1)
	require.NoError(t, err)
	v := s.View(t.Context(), e, 0, "cm")
	was := order()
	// The last thing that can be done now goes to the front of what is left.
	first, last := -1, -1
	for i, p := range v.Plan {
		if !p.Done && first < 0 {
			first = i
		}
		if !p.Done && p.Ready {
			last = i
		}
	}
	require.Greater(t, last, first)
	post(t, s, "/ensembles/1/plan", url.Values{"what": {"move"}, "step": {string(v.Plan[last].ID)}, "before": {string(v.Plan[first].ID)}})
	now := order()
	require.Len(t, now, len(was))
	assert.Equal(t, v.Plan[last].LayerName+": "+v.Plan[last].Name, now[first])
	// What waits for something can't be put before it.
	var waits *hall.Planned
	for i := range v.Plan {
		if len(v.Plan[i].Waits) > 0 {
			waits = &v.Plan[i]
			break
		}
	}
	require.NotNil(t, waits)
	got := ask(s, "POST", "/ensembles/1/plan", url.Values{"what": {"move"}, "step": {string(waits.ID)}, "before": {string(v.Plan[first].ID)}}, nil)
	assert.Equal(t, 422, got.Code)
	assert.Contains(t, got.Body.String(), "must come before")
	assert.Equal(t, now, order())
	post(t, s, "/ensembles/1/plan", url.Values{"what": {"as-they-come"}})
	assert.Equal(t, was, order())
}

// The log holds every stretch of work; the plan draws it once something is done; a pause is told with the day.
func TestLogAndPause(t *testing.T) {
	s := demoServer(t, nil)
	for _, do := range []string{"start", "stop", "done"} {
		post(t, s, petticoat+"/step", url.Values{"step": {"mark"}, "do": {do}})
	}
	rows, err := csv.NewReader(strings.NewReader(get(t, s, "/ensembles/1/log.csv"))).ReadAll()
	require.NoError(t, err)
	found := false
	for _, r := range rows[1:] {
		require.Len(t, r, len(rows[0]))
		found = found || r[1] == "Mark and label" && r[7] == "yes"
	}
	assert.True(t, found)
	other, err := s.Store.Ensemble(t.Context(), 3)
	require.NoError(t, err)
	require.Len(t, other.Elsewhere, 1, "the bench clocked it for the next ensemble")
	assert.Positive(t, other.Elsewhere[0].Expected)
	post(t, s, "/ensembles/1/plan", url.Values{"what": {"pause"}, "where": {"Before the eyelets"}, "needs": {"An awl"}})
	page := get(t, s, "/ensembles/1/plan")
	assert.Contains(t, page, "Before the eyelets")
	assert.Contains(t, page, "An awl")
	assert.Less(t, strings.Index(page, "Before the eyelets"), strings.Index(page, "needlework"), "it stands first")
	assert.NotContains(t, page, "Changed:", "nothing since")
	later := s.Store.At(s.Opt.Now().AddDate(0, 2, 0))
	e, err := s.Store.Ensemble(t.Context(), 1)
	require.NoError(t, err)
	require.NoError(t, later.SetPrice(t.Context(), 1, "thread", 2.5, 0))
	require.NoError(t, later.RenameLayer(t.Context(), e.Layers[0].ID, "Linen shift"))
	assert.Regexp(t, `Changed: [^<]*a price`, get(t, s, "/ensembles/1/plan"))
}

// A photo of the work is kept with its step and shown there; what is no picture, or no step, is refused and loses nothing.
func TestPhotoOfAStep(t *testing.T) {
	s := demoServer(t, nil)
	var b bytes.Buffer
	require.NoError(t, png.Encode(&b, image.NewGray(image.Rect(0, 0, 8, 8))))
	bench := "/ensembles/1/bench?step=" + strings.TrimPrefix(petticoat, "/ensembles/1/layers/") + "/mark"
	shown := regexp.MustCompile(`<img src="(/photos/[0-9a-f]{64})"`)
	assert.NotRegexp(t, shown, get(t, s, bench))
	assert.Equal(t, 200, fromPage(s, petticoat+"/step/photo?step=mark", "image/png", b.String()).Code)
	photo := shown.FindStringSubmatch(get(t, s, bench))
	require.NotEmpty(t, photo)
	assert.Equal(t, b.Bytes(), ask(s, "GET", photo[1], nil, nil).Body.Bytes())
	for path, body := range map[string]string{"mark": "<svg/>", "no-such-step": b.String(), "": b.String()} {
		assert.Equal(t, 422, fromPage(s, petticoat+"/step/photo?step="+path, "image/png", body).Code, path)
	}
	assert.Regexp(t, shown, get(t, s, bench))
	assert.Equal(t, 200, fromPage(s, petticoat+"/step/photo?step=mark", "image/png", "").Code)
	assert.NotRegexp(t, shown, get(t, s, bench), "taken away")
}

// What was made is on record with its days and its maker.
func TestRecordOfWhatWasMade(t *testing.T) {
	s := demoServer(t, nil)
	post(t, s, petticoat+"/step", url.Values{"step": {"mark"}, "do": {"done"}})
	post(t, s, "/ensembles/1/plan", url.Values{"what": {"maker"}, "maker": {"Isolde Varn"}})
	page := get(t, s, "/ensembles/1/plan")
	assert.Contains(t, page, `value="Isolde Varn"`)
	row := regexp.MustCompile(`(?s)<th scope="row">[^<]*[Pp]etticoat[^<]*</th><td>[^<]*20\d\d</td><td>(\d+) of (\d+) steps</td>`)
	assert.Regexp(t, row, page)
	assert.Equal(t, 422, ask(s, "POST", "/ensembles/1/plan", url.Values{"what": {"maker"}, "maker": {strings.Repeat("x", 400)}}, nil).Code)
}

// Another order is offered only when it ends sooner, and it does when it is taken; a machine that is out of order for a while
// is worked round. An order put backwards, as far as reasons let it, is one that can be bettered.
func TestSoonestOrder(t *testing.T) {
	s := demoServer(t, nil)
	offered := regexp.MustCompile(`class="sooner"`)
	ready := func() time.Time {
		e, err := s.Store.Ensemble(t.Context(), 3)
		require.NoError(t, err)
		return s.View(t.Context(), e, 0, "").Ready
	}
	plan := "/ensembles/3/plan"
	from, to := s.Opt.Now().AddDate(0, 0, 3), s.Opt.Now().AddDate(0, 0, 14)
	post(t, s, plan, url.Values{"what": {"days"}, "kind": {"machine"}, "from": {from.Format(time.DateOnly)},
		"to": {to.Format(time.DateOnly)}})
	e, err := s.Store.Ensemble(t.Context(), 3)
	require.NoError(t, err)
	var ids []work.ID
	for _, p := range s.View(t.Context(), e, 0, "").Plan {
		ids = append([]work.ID{p.ID}, ids...)
	}
	require.NoError(t, s.Store.SetSequence(t.Context(), 3, ids))
	was := ready()
	took := 0
	for range 6 {
		if !offered.MatchString(get(t, s, plan+"?ways=yes")) {
			break
		}
		post(t, s, plan, url.Values{"what": {"soonest"}})
		assert.False(t, ready().After(was))
		was = ready()
		took++
	}
	assert.Positive(t, took)
	assert.NotRegexp(t, offered, get(t, s, plan+"?ways=yes"), "at last there is none that is sooner")
	assert.Equal(t, 422, ask(s, "POST", plan, url.Values{"what": {"soonest"}}, nil).Code)
}

// What was timed in one ensemble tells in the next: six hours for one that was expected, against four hours of the usual
// pace, make that station's work twice as long; undone, all is as before.
func TestPaceOfOtherEnsembles(t *testing.T) {
	s := demoServer(t, nil)
	left := func(n int) float64 {
		e, err := s.Store.Ensemble(t.Context(), uint(n))
		require.NoError(t, err)
		return s.View(t.Context(), e, 0, "").Left
	}
	here, there := left(1), left(3)
	e, err := s.Store.Ensemble(t.Context(), 1)
	require.NoError(t, err)
	layer := e.Layers[len(e.Layers)-1].ID
	require.NoError(t, s.Store.Tick(t.Context(), layer, "mark", true,
		store.Clocked{Station: string(work.AtTable), Expected: 60, Minutes: 360}))
	again, err := s.Store.Ensemble(t.Context(), 3)
	require.NoError(t, err)
	assert.Equal(t, []work.Logged{{Station: work.AtTable, Expected: 60, Actually: 360}}, again.Elsewhere)
	v := s.View(t.Context(), again, 0, "")
	assert.InDelta(t, 600.0/300, again.Noted(s.Opt.Now()).Pace(v.Stages).Of(work.AtTable), 1e-9, "(240 + 360)/(240 + 60)")
	assert.Greater(t, v.Left, there)
	assert.Less(t, v.Left, 2*there)
	require.NoError(t, s.Store.Tick(t.Context(), layer, "mark", false))
	assert.InDelta(t, there, left(3), 1e-9)
	assert.InDelta(t, here, left(1), 1e-9)
}

func BenchmarkPlanPage(b *testing.B) {
	s := demoServer(b, nil)
	get(b, s, "/ensembles/3/plan")
	for b.Loop() {
		get(b, s, "/ensembles/3/plan")
	}
}

// A cell that a table would take for a formula stays text, and a name can't hold signs that are not seen and turn the writing.
func TestTablesHoldText(t *testing.T) {
	s := demoServer(t, nil)
	post(t, s, "/ensembles/1/plan", url.Values{"what": {"own"}, "name": {"=HYPERLINK(1)"}, "hours": {"1"}, "job": {"Wig"}, "needs": {"by hand"}})
	for _, file := range []string{"/plan.csv", "/log.csv"} {
		for _, line := range strings.Split(get(t, s, "/ensembles/1"+file), "\n") {
			assert.NotContains(t, ","+line, ",=", file)
		}
	}
	assert.Contains(t, get(t, s, "/ensembles/1/plan.csv"), "'=HYPERLINK(1)")
	for _, hidden := range []string{"skirt\u202Epdf", "a\u2028b", "\u2066x", "\uFEFFshift"} {
		w := ask(s, "POST", "/wearers", url.Values{"name": {hidden}}, nil)
		assert.Equal(t, 422, w.Code, "%q", hidden)
	}
	assert.Equal(t, 303, ask(s, "POST", "/wearers", url.Values{"name": {"Šárka ½ 👩‍🎨"}}, nil).Code)
}

// What another tab changed meanwhile is not written over: hours, fittings, the maker, and who somebody is; sent again as it is
// now, it counts. A conflict about what would be taken back asks for nothing to be entered.
func TestNothingIsWrittenOver(t *testing.T) {
	s := demoServer(t, nil)
	send := func(path string, form url.Values) (int, map[string]string) {
		w := fromPage(s, path, "application/x-www-form-urlencoded", form.Encode())
		var said map[string]string
		require.NoError(t, json.Unmarshal(w.Body.Bytes(), &said))
		return w.Code, said
	}
	week := func(hours string) url.Values {
		v := url.Values{"what": {"hours"}}
		for i := range 7 {
			v.Set(fmt.Sprintf("day%d", i), hours)
		}
		return v
	}
	for name, one := range map[string]struct {
		page, path, hidden string
		mine, theirs       url.Values
	}{
		"hours":    {"/ensembles/1/plan", "/ensembles/1/plan", `name="what" value="hours">\s*<input type="hidden" name="was" value="([^"]*)"`, week("2"), week("3")},
		"fittings": {"/ensembles/1/plan", "/ensembles/1/plan", `name="what" value="fittings">\s*<input type="hidden" name="was" value="([^"]*)"`, url.Values{"what": {"fittings"}, "fittings": {"2027-01-02"}}, url.Values{"what": {"fittings"}, "fittings": {"2027-01-03"}}},
		"wearer":   {"/wearers/1", "/wearers/1", `<input type="hidden" name="was" value="([^"]*)"`, url.Values{"name": {"Oda V."}, "group": {"all"}}, url.Values{"name": {"Oda"}, "group": {"women"}}},
	} {
		shown := regexp.MustCompile(one.hidden).FindStringSubmatch(get(t, s, one.page))
		require.NotNil(t, shown, name)
		was := html.UnescapeString(shown[1])
		one.theirs.Set("was", was)
		code, _ := send(one.path, one.theirs)
		require.Equal(t, 200, code, name)
		one.mine.Set("was", was)
		code, said := send(one.path, one.mine)
		require.Equal(t, 409, code, name)
		assert.Contains(t, said["error"], "in another tab meanwhile", name)
		one.mine.Set("was", said["was"])
		code, _ = send(one.path, one.mine)
		assert.Equal(t, 200, code, name)
	}
	code, said := send("/ensembles/1/undo", url.Values{"last": {"999999"}})
	require.Equal(t, 409, code)
	assert.NotContains(t, said["error"], "Enter yours again")
}
