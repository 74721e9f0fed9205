package web

import (
	"bytes"
	"encoding/json"
	"fmt"
	"html"
	"image"
	"image/png"
	"math"
	"net/http"
	"net/http/httptest"
	"net/url"
	"regexp"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ardentgusset/core/cloth"
	"ardentgusset/core/ensemble"
	"ardentgusset/core/lay"
	"ardentgusset/internal/store"
	"ardentgusset/internal/web/clothing"
)

// fromPage asks as the page's own scripts do.
func fromPage(s http.Handler, path, kind, body string) *httptest.ResponseRecorder {
	r := httptest.NewRequest("POST", path, strings.NewReader(body))
	r.Host = "127.0.0.1"
	r.Header.Set("X-From-Page", "1")
	r.Header.Set("Content-Type", kind)
	w := httptest.NewRecorder()
	s.ServeHTTP(w, r)
	return w
}

const skirt = "/ensembles/1/layers/4"

func laying(t *testing.T, s *Server, cloth, key, value string) *httptest.ResponseRecorder {
	t.Helper()
	return fromPage(s, skirt+"/laying?cloth="+cloth, "application/x-www-form-urlencoded", url.Values{"key": {key}, "value": {value}}.Encode())
}

// The lay that leaves as data, checked by the engine's own rules.
func laid(t *testing.T, s *Server, query string) (lay.Job, lay.Result) {
	t.Helper()
	j, err := lay.Read(strings.NewReader(get(t, s, skirt+"/lay-job.json"+query)))
	require.NoError(t, err)
	var r lay.Result
	require.NoError(t, json.Unmarshal([]byte(get(t, s, skirt+"/lay.json"+query)), &r))
	require.Empty(t, j.Faults(r.Placements))
	return j, r
}

func TestHowACoatIsLaid(t *testing.T) {
	s := demoServer(t, nil)
	flat, one := laid(t, s, "")
	require.Equal(t, 200, laying(t, s, "outer", "fold", "lengthwise").Code)
	folded, two := laid(t, s, "")
	assert.Equal(t, lay.Lengthwise, folded.Cloth.Fold)
	assert.NotEqual(t, one, two)
	require.Equal(t, 200, laying(t, s, "outer", "gap", "3 mm").Code)
	require.Equal(t, 200, laying(t, s, "outer", "lie:front", "cross").Code)
	require.Equal(t, 200, laying(t, s, "outer", "fold", "").Code)
	now, _ := laid(t, s, "")
	assert.Equal(t, 3.0, now.Gap)
	for i := range now.Pieces {
		if now.Pieces[i].ID == "front" {
			assert.Equal(t, []float64{0, 180, 90, 270}, now.Pieces[i].Turns)
			assert.Equal(t, []float64{0, 180}, flat.Pieces[i].Turns)
		}
	}
	for key, bad := range map[string]string{"fold": "in three", "gap": "-2", "count:side-1": "3", "count:front": "many", "lie:front": "up", "lie:nothing": "cross", "add": "tinsel", "drop": "", "nothing": "1", "unpiece": "7", "stash": "99"} {
		w := laying(t, s, "outer", key, bad)
		assert.Equal(t, 422, w.Code, "%s=%s: %s", key, bad, w.Body)
		assert.Contains(t, w.Body.String(), `"error"`)
	}

	// A lining for the front, and the pockets from something nobody sees.
	require.Equal(t, 200, laying(t, s, "outer", "add", "lining").Code)
	require.Equal(t, 200, laying(t, s, "lining", "count:front", "1").Code)
	require.Equal(t, 200, laying(t, s, "outer", "add", "hidden").Code)
	require.Equal(t, 200, laying(t, s, "hidden", "count:pocket", "2").Code)
	require.Equal(t, 200, laying(t, s, "outer", "count:pocket", "0").Code)
	page := get(t, s, skirt+"/cloth?cloth=lining&wait=1")
	assert.Contains(t, page, "Lining sateen")
	assert.Contains(t, page, `data-sheet="lining-buy"`)
	j, r := laid(t, s, "?cloth=lining")
	require.Len(t, j.Pieces, 1)
	assert.Len(t, r.Placements, 1)
	cut := get(t, s, skirt+"/cut")
	assert.Contains(t, cut, "parts nobody sees")
	assert.Contains(t, cut, "0 of 12", "one more for the lining")
	buy := get(t, s, "/ensembles/1/buy?wait=1")
	assert.Contains(t, buy, "Lining sateen")
	assert.Contains(t, buy, "Plain calico")
	// A field of the lining is its own.
	w := fromPage(s, skirt+"/cloth?cloth=lining", "application/x-www-form-urlencoded", url.Values{"key": {"width_mm"}, "value": {"112 cm"}}.Encode())
	require.Equal(t, 200, w.Code, w.Body)
	assert.Contains(t, get(t, s, skirt+"/cloth?cloth=lining&wait=1"), `value="112 cm"`)
	require.Equal(t, 200, laying(t, s, "lining", "drop", "").Code)
	assert.NotContains(t, get(t, s, skirt+"/cut"), "lining")
}

// A check: seams are chosen, the pieces lie one way, and it costs cloth.
func TestRepeatsAreMatchedAtChosenSeams(t *testing.T) {
	s := demoServer(t, nil)
	_, plain := laid(t, s, "")
	for key, v := range map[string]string{"repeat_along_mm": "9 cm", "repeat_across_mm": "11 cm"} {
		w := fromPage(s, skirt+"/cloth", "application/x-www-form-urlencoded", url.Values{"key": {key}, "value": {v}}.Encode())
		require.Equal(t, 200, w.Code, w.Body)
	}
	page := get(t, s, skirt+"/cloth?wait=1")
	seams := regexp.MustCompile(`data-laying="(match:[^"]+)"`).FindAllStringSubmatch(page, -1)
	require.GreaterOrEqual(t, len(seams), 2)
	for _, m := range seams {
		require.Equal(t, 200, laying(t, s, "outer", m[1], "yes").Code)
	}
	j, r := laid(t, s, "")
	matched := 0
	for i := range j.Pieces {
		if j.Pieces[i].Match != nil {
			matched++
			assert.Len(t, j.Pieces[i].Turns, 1)
		}
	}
	assert.GreaterOrEqual(t, matched, 3)
	assert.Regexp(t, `that takes <b>[\d.]+ cm more cloth</b>`, get(t, s, skirt+"/cloth?wait=1"))
	assert.Greater(t, r.Length, plain.Length)
}

func byHand(t *testing.T, s *Server, h clothing.Hand) map[string]any {
	t.Helper()
	text, err := json.Marshal(h)
	require.NoError(t, err)
	w := fromPage(s, skirt+"/hand", "application/json", string(text))
	require.Equal(t, 200, w.Code, w.Body)
	var out map[string]any
	require.NoError(t, json.Unmarshal(w.Body.Bytes(), &out))
	return out
}

// A piece moved by hand: where it would lie wrong is said; laid down clear it
// is pinned and nothing else moves; a later search leaves it there; a changed
// draft makes the lay stale.
func TestLaidByHand(t *testing.T) {
	s := demoServer(t, nil)
	get(t, s, skirt+"/cloth?wait=1")
	_, before := laid(t, s, "")
	find := func(r lay.Result, id string, copy int) lay.Placement {
		for _, p := range r.Placements {
			if p.ID == id && p.Copy == copy {
				return p
			}
		}
		t.Fatal("no " + id)
		return lay.Placement{}
	}
	h := clothing.Hand{Sheet: "outer-buy", ID: "placket-facing", X: 300, Y: 200}
	wrong := byHand(t, s, h)
	assert.NotEmpty(t, wrong["faults"])
	assert.NotNil(t, wrong["shape"])
	dropped := h
	dropped.Drop = true
	assert.NotEmpty(t, byHand(t, s, dropped)["faults"], "nothing is laid on another piece")
	clear := h
	clear.X = before.Length + 400
	assert.Empty(t, byHand(t, s, clear)["faults"])
	clear.Drop = true
	assert.NotNil(t, byHand(t, s, clear)["parts"])
	j, after := laid(t, s, "")
	require.Len(t, j.Pinned, 1)
	assert.NotEqual(t, find(before, "placket-facing", 0), find(after, "placket-facing", 0))
	for _, p := range before.Placements {
		if p.ID != "placket-facing" {
			assert.Equal(t, p, find(after, p.ID, p.Copy), "the others stay")
		}
	}
	assert.Greater(t, after.Length, before.Length+300)

	// Room is made: pinned where another lay, the rest is placed round it.
	room := h
	room.Drop, room.Room = true, true
	assert.NotNil(t, byHand(t, s, room)["parts"])
	_, again := laid(t, s, "")
	assert.Less(t, again.Length, after.Length)

	// Turned over the allowed turns, and off the cloth it is brought back.
	turned := byHand(t, s, clothing.Hand{Sheet: "outer-buy", ID: "side-1", X: 4000, Y: 500, Next: true, Turn: find(again, "side-1", 0).Turn})
	assert.NotEqual(t, find(again, "side-1", 0).Turn, turned["turn"])
	edge := byHand(t, s, clothing.Hand{Sheet: "outer-buy", ID: "side-1", X: -900, Y: 99999, Turn: 90})
	assert.Contains(t, fmt.Sprint(edge["faults"]), "off the grain")
	loose := h
	loose.Loose = true
	assert.NotNil(t, byHand(t, s, loose)["parts"])
	j, still := laid(t, s, "")
	assert.Empty(t, j.Pinned)
	assert.Equal(t, find(again, "front", 0), find(still, "front", 0), "let go, it stays where it lies")
	for _, bad := range []string{"{}", "no", `{"sheet":"outer-buy","id":"none"}`, `{"sheet":"other","id":"front"}`, `{"sheet":"outer-buy","id":"front","x":1e99}`} {
		assert.Equal(t, 422, fromPage(s, skirt+"/hand", "application/json", bad).Code, bad)
	}

	// The draft changes: what was laid by hand is stale, and said to be.
	assert.Equal(t, 200, fromPage(s, skirt+"/hand", "application/json", fmt.Sprintf(`{"sheet":"outer-buy","id":"band","x":%f,"y":400,"drop":true}`, still.Length+900)).Code)
	assert.NotContains(t, get(t, s, skirt+"/cloth?wait=1"), "was for an earlier draft")
	require.Equal(t, 200, fromPage(s, skirt+"/settings", "application/x-www-form-urlencoded", url.Values{"key": {"clearance"}, "value": {"9 cm"}}.Encode()).Code)
	assert.Contains(t, get(t, s, skirt+"/cloth?wait=1"), "was for an earlier draft")
}

// On cloth that does not reach, choices are tried, drawn and priced; nothing
// changes until one is accepted, and undo takes it back.
func TestChoicesWhenClothDoesNotReach(t *testing.T) {
	s := demoServer(t, nil)
	for key, v := range map[string]string{"in_hand_mm": "2 m", "no_more": "yes"} {
		require.Equal(t, 200, fromPage(s, skirt+"/cloth", "application/x-www-form-urlencoded", url.Values{"key": {key}, "value": {v}}.Encode()).Code)
	}
	before := get(t, s, skirt+"/cloth?wait=1")
	assert.Contains(t, before, "no room is left")
	events := get(t, s, skirt+"/choices")
	assert.Contains(t, events, "event: over")
	assert.Contains(t, events, "small-lay")
	assert.Contains(t, events, "It fits.")
	assert.NotContains(t, events, "NaN")
	assert.Equal(t, before, get(t, s, skirt+"/cloth?wait=1"), "nothing is changed by trying")
	keys := regexp.MustCompile(`name=\\"choice\\" value=\\"([^\\]+)\\"`).FindAllStringSubmatch(strings.ReplaceAll(strings.ReplaceAll(events, `\u003c`, "<"), `\u003e`, ">"), -1)
	kinds := map[string]bool{}
	pieced := ""
	for _, k := range keys {
		kind, _, _ := strings.Cut(k[1], "-")
		kinds[kind] = true
		if kind == "piece" {
			pieced = k[1]
		}
	}
	for _, k := range []string{"cross", "less", "shorter", "piece", "hide", "buy"} {
		assert.True(t, kinds[k], k)
	}
	post(t, s, skirt+"/choose", url.Values{"choice": {pieced}})
	page := get(t, s, skirt+"/cloth?wait=1")
	assert.Contains(t, page, "make it whole again")
	assert.Contains(t, get(t, s, "/ensembles/1/bench"), "Piece the")
	assert.Equal(t, 422, ask(s, "POST", skirt+"/choose", url.Values{"choice": {"none"}}, nil).Code)
	post(t, s, "/ensembles/1/undo", url.Values{"back": {skirt + "/cloth"}})
	assert.NotContains(t, get(t, s, skirt+"/cloth?wait=1"), "make it whole again")
}

// Stripes of a cloth are named, an edge is bound to one of them, drawn so, and let go; what is no stripe or no edge is said at its field.
func TestEdgesAreBoundToStripes(t *testing.T) {
	s := demoServer(t, nil)
	put := func(path string, v url.Values) *httptest.ResponseRecorder {
		return fromPage(s, skirt+path, "application/x-www-form-urlencoded", v.Encode())
	}
	require.Equal(t, 200, put("/cloth", url.Values{"key": {"stripes_mm"}, "value": {"20 cm, 5 cm, 1 in"}}).Code)
	page := get(t, s, skirt+"/cloth")
	assert.True(t, strings.Contains(page, `value="2.5 cm, 5 cm, 20 cm"`), "in order")
	for _, bad := range []string{"9 m", "5 cm, 5 cm", "-3 cm", "a border"} {
		assert.Equal(t, 422, put("/cloth", url.Values{"key": {"stripes_mm"}, "value": {bad}, "was": {"25.4 50 200"}}).Code, bad)
	}
	band := regexp.MustCompile(`data-laying="bind:band".*?value="(\S+) stripe"`).FindStringSubmatch(strings.ReplaceAll(page, "\n", " "))
	require.NotNil(t, band)
	require.Equal(t, 200, put("/laying", url.Values{"key": {"bind:band"}, "value": {band[1] + " stripe"}}).Code)
	page = get(t, s, skirt+"/cloth?wait=1")
	assert.True(t, strings.Contains(page, `class="stripe-line"`) && strings.Contains(page, "this edge is laid to a stripe"))
	for _, bad := range []string{"nowhere stripe", band[1] + " border", "stripe"} {
		assert.Equal(t, 422, put("/laying", url.Values{"key": {"bind:band"}, "value": {bad}}).Code, bad)
	}
	require.Equal(t, 200, put("/laying", url.Values{"key": {"bind:band"}, "value": {""}}).Code)
	assert.False(t, strings.Contains(get(t, s, skirt+"/cloth?wait=1"), `class="stripe-line"`))
}

// Bands of a selvedge are named, drawn on the lay, told at every seam they come to; the button beside one where they end lays the
// piece so, and the cutting step says which face shows them.
func TestBandsOfASelvedge(t *testing.T) {
	s := demoServer(t, nil)
	post(t, s, "/ensembles/3/layers", url.Values{"kind": {"dress-panelled"}})
	e, err := s.Store.Ensemble(t.Context(), 3)
	require.NoError(t, err)
	dress := fmt.Sprintf("/ensembles/3/layers/%d", e.Layers[len(e.Layers)-1].ID)
	put := func(path string, v url.Values) *httptest.ResponseRecorder {
		return fromPage(s, dress+path, "application/x-www-form-urlencoded", v.Encode())
	}
	for key, value := range map[string]string{"bands_mm": "4 cm, 6 cm", "bands_face": "right", "railroad": "yes", "width_mm": "160 cm"} {
		require.Equal(t, 200, put("/cloth", url.Values{"key": {key}, "value": {value}}).Code, key)
	}
	for _, bad := range []string{"9 m", "5 cm, 5 cm", "-3 cm", "red"} {
		assert.Equal(t, 422, put("/cloth", url.Values{"key": {"bands_mm"}, "value": {bad}, "was": {"40 60"}}).Code, bad)
	}
	require.Equal(t, 200, put("/laying", url.Values{"key": {"bind:front"}, "value": {"hem selvedge"}}).Code)
	offers := regexp.MustCompile(`data-laying="bind:([^"]+)"\s+data-value="([^"]+)"`)
	page := get(t, s, dress+"/cloth?wait=1")
	assert.True(t, strings.Contains(page, `class="band-line"`))
	assert.True(t, strings.Contains(page, "they end at the seam"))
	taken := 0
	for range 8 {
		offered := offers.FindStringSubmatch(page)
		if offered == nil {
			break
		}
		require.Equal(t, 200, put("/laying", url.Values{"key": {"bind:" + offered[1]}, "value": {offered[2]}}).Code)
		page = get(t, s, dress+"/cloth?wait=1")
		taken++
	}
	assert.Positive(t, taken)
	assert.True(t, strings.Contains(page, "go on across the seam"))
	assert.False(t, strings.Contains(page, "they end at the seam"))
	bench := get(t, s, fmt.Sprintf("/ensembles/3/bench?step=%d/cut", e.Layers[len(e.Layers)-1].ID))
	assert.True(t, strings.Contains(bench, "chalk the right side"), "which face shows them")
}

// What a cloth in hand yields is found, offered, and, taken, laid in it with nothing left over to buy.
func TestWhatAClothYields(t *testing.T) {
	s := demoServer(t, nil)
	assert.False(t, strings.Contains(get(t, s, skirt+"/cloth"), "data-try=\"/ensembles/1/layers/4/yields\""), "of cloth that is bought there is enough")
	require.Equal(t, 200, fromPage(s, skirt+"/cloth", "application/x-www-form-urlencoded", url.Values{"key": {"in_hand_mm"}, "value": {"2.6 m"}}.Encode()).Code)
	assert.True(t, strings.Contains(get(t, s, skirt+"/cloth"), skirt+"/yields"))
	events := strings.NewReplacer(`\u003c`, "<", `\u003e`, ">", `\u0026`, "&").Replace(get(t, s, skirt+"/yields"))
	assert.True(t, strings.Contains(events, "The longest"))
	offer := regexp.MustCompile(`name=\\"settings\\" value=\\"([^\\]+)\\"`).FindStringSubmatch(events)
	require.NotNil(t, offer)
	post(t, s, skirt+"/apply", url.Values{"settings": {html.UnescapeString(offer[1])}})
	page := get(t, s, skirt+"/cloth?wait=1")
	assert.False(t, strings.Contains(page, "no room is left"))
	e, err := s.Store.Ensemble(t.Context(), 1)
	require.NoError(t, err)
	_, stages, err := s.Walk(t.Context(), e)
	require.NoError(t, err)
	u := stages[3].Uses()[0]
	sheets, ok := stages[3].Sheets(u, func(j lay.Job) (lay.Result, bool) { return lay.Place(t.Context(), j), true })
	require.True(t, ok)
	assert.Zero(t, stages[3].Need(u, sheets, "cm").Buy)
	assert.Empty(t, ensemble.Unplaced(sheets))
}

// Cloth is not marked as cut before everything that is asked was answered.
func TestGuardBeforeCutting(t *testing.T) {
	s := demoServer(t, nil)
	w := ask(s, "POST", skirt+"/state", url.Values{"state": {"cut"}}, nil)
	require.Equal(t, 303, w.Code)
	assert.Contains(t, w.Header().Get("Location"), "/guard")
	page := get(t, s, w.Header().Get("Location"))
	for _, want := range []string{"of cloth is at stake", "Harbour twill", "I measured its width", "It has no nap", "grain line"} {
		assert.Contains(t, page, want)
	}
	some := sure("cut")
	some.Del("grain")
	w = ask(s, "POST", skirt+"/state", some, nil)
	page = get(t, s, w.Header().Get("Location"))
	assert.Contains(t, page, "Nothing is marked as cut yet")
	assert.Contains(t, page, `name="width" value="yes" checked`, "what was ticked stays")
	assert.NotContains(t, get(t, s, "/ensembles/1/layers"), "<option selected>cut")
	post(t, s, skirt+"/state", sure("cut"))
	assert.Regexp(t, `(?s)id="state-4".*?<option selected>cut`, get(t, s, "/ensembles/1/layers"))
	// On cloth with a nap the arrow is asked for.
	assert.Contains(t, get(t, s, "/ensembles/2/layers/6/guard"), "An arrow is chalked")
}

// However it is said that the cloth is cut, one act does it: state, bench and
// cut list agree, the stash has what is left, and undo brings all of it back.
func TestOneActCuts(t *testing.T) {
	// The twill comes from a piece in the stash.
	fromStash := func(s *Server) {
		w := ask(s, "POST", "/stash", url.Values{"name": {"Harbour twill, in hand"}, "width": {"150 cm"}, "thickness": {"0.4 mm"}, "length": {"9 m"}}, nil)
		require.Equal(t, 303, w.Code)
		id := strings.TrimPrefix(w.Header().Get("Location"), "/stash/")
		require.Equal(t, 200, ask(s, "POST", skirt+"/laying?cloth=outer", url.Values{"key": {"stash"}, "value": {id}}, map[string]string{"X-From-Page": "1"}).Code)
	}
	// In millimetres of the whole width.
	held := func(s *Server) (float64, int) {
		all, err := s.Store.Stash(t.Context())
		require.NoError(t, err)
		for _, b := range all {
			if strings.HasPrefix(b.Fabric.Name, "Harbour twill, in hand") {
				area := 0.0
				for _, cut := range b.Fabric.Pieces() {
					area += cut.Area(b.Fabric)
				}
				return area / float64(b.Fabric.Width), len(b.Fabric.Pieces())
			}
		}
		return 0, 0
	}
	for how, begin := range map[string]func(s *Server) *httptest.ResponseRecorder{
		"on Layers": func(s *Server) *httptest.ResponseRecorder {
			return ask(s, "POST", skirt+"/state", url.Values{"state": {"cut"}}, nil)
		},
		"at the bench": func(s *Server) *httptest.ResponseRecorder {
			return ask(s, "POST", skirt+"/step", url.Values{"step": {"cut"}, "do": {"done"}}, nil)
		},
		"on the cut list": func(s *Server) *httptest.ResponseRecorder {
			key := regexp.MustCompile(`name="piece" value="([^"]+)"`).FindStringSubmatch(get(t, s, skirt+"/cut"))
			return ask(s, "POST", skirt+"/tick", url.Values{"piece": {key[1]}, "cut": {"yes"}}, nil)
		},
	} {
		s := demoServer(t, nil)
		fromStash(s)
		before, _ := held(s)
		require.InDelta(t, 9000, before, 1e-6, how)
		asked := begin(s)
		require.Equal(t, 303, asked.Code, how)
		require.Contains(t, asked.Header().Get("Location"), "/guard", how)
		page := get(t, s, skirt+"/cut")
		require.Contains(t, page, "0 of 11", "nothing is cut before the questions are answered")
		post(t, s, skirt+"/state", sure("cut"))
		assert.Contains(t, get(t, s, skirt+"/cut"), "11 of 11", how)
		assert.Regexp(t, `(?s)id="state-4".*?<option selected>cut`, get(t, s, "/ensembles/1/layers"), how)
		assert.Regexp(t, `value="cut"><input type="hidden" name="back" value="[^"]*"><button class="tick" name="do" value="undone"`, get(t, s, "/ensembles/1/bench"), how)
		left, pieces := held(s)
		assert.Equal(t, 1, pieces, how)
		assert.Less(t, left, 9000.0-1500, "%s: the cloth is gone", how)
		assert.Greater(t, left, 2000.0, "%s: the rest is there", how)
		// It can't be taken back at the bench, and the lay stays as it was cut.
		assert.Equal(t, 422, ask(s, "POST", skirt+"/step", url.Values{"step": {"cut"}, "do": {"undone"}}, nil).Code)
		lay := laySum.FindString(get(t, s, skirt+"/cloth?wait=1"))
		post(t, s, "/ensembles/1/layers/4/settings", url.Values{"key": {"hem_round"}, "value": {"300 cm"}, "was": {"null"}})
		assert.Equal(t, lay, laySum.FindString(get(t, s, skirt+"/cloth?wait=1")))
		post(t, s, "/ensembles/1/undo", nil)
		// Another piece is found missing, and found again.
		key := regexp.MustCompile(`name="piece" value="([^"]+)"`).FindStringSubmatch(get(t, s, skirt+"/cut"))[1]
		post(t, s, skirt+"/tick", url.Values{"piece": {key}, "cut": {"no"}})
		assert.Contains(t, get(t, s, skirt+"/cut"), "still missing:")
		post(t, s, "/ensembles/1/undo", nil)
		// The cloth's own page can't undo it; the ensemble's can, all of it.
		stash := regexp.MustCompile(`/stash/(\d+)`).FindAllStringSubmatch(get(t, s, "/stash"), -1)
		require.NotEmpty(t, stash)
		post(t, s, "/ensembles/1/undo", nil)
		now, _ := held(s)
		assert.InDelta(t, 9000, now, 1e-6, how)
		assert.Contains(t, get(t, s, skirt+"/cut"), "0 of 11", how)
		assert.NotContains(t, get(t, s, "/ensembles/1/layers"), "<option selected>cut", how)
		// Cut again and put back to planned, it is whole cloth again, too.
		post(t, s, skirt+"/state", sure("sewn"))
		post(t, s, skirt+"/state", url.Values{"state": {"planned"}})
		now, pieces = held(s)
		assert.InDelta(t, 9000, now, 1e-6, how)
		assert.Equal(t, 1, pieces)
		assert.Contains(t, get(t, s, skirt+"/cut"), "0 of 11", how)
	}
}

func TestCutListOfAll(t *testing.T) {
	s := demoServer(t, nil)
	post(t, s, skirt+"/state", sure("cut"))
	all := get(t, s, "/ensembles/1/cut")
	assert.Contains(t, all, "Harbour twill")
	assert.Contains(t, all, "Herringbone coutil")
	assert.Contains(t, all, "✓ all")
	assert.Contains(t, all, "1 left, 1 right")
	assert.Equal(t, 422, ask(s, "POST", skirt+"/tick", url.Values{"piece": {"outer/none/0"}, "cut": {"yes"}}, nil).Code)
}

// The sheet for the wall has every copy's grain line; the drawings leave at
// their true size.
func TestLayOnPaper(t *testing.T) {
	s := demoServer(t, nil)
	wall := get(t, s, skirt+"/wall")
	_, r := laid(t, s, "")
	assert.Equal(t, len(r.Placements), strings.Count(wall, `<tr><th scope="row">`))
	drawing := get(t, s, skirt+"/lay.svg")
	size := regexp.MustCompile(`viewBox="[^ ]+ [^ ]+ ([\d.]+) ([\d.]+)" width="([\d.]+)mm" height="([\d.]+)mm"`).FindStringSubmatch(drawing)
	require.NotEmpty(t, size)
	assert.Equal(t, size[1:3], size[3:5], "one unit is one millimetre")
	assert.Contains(t, get(t, s, skirt+"/lay.dxf"), "AC1009")
}

func TestPrices(t *testing.T) {
	s := demoServer(t, nil)
	was := "0"
	price := func(key, value, have string) *httptest.ResponseRecorder {
		return fromPage(s, "/ensembles/1/price", "application/x-www-form-urlencoded", url.Values{"key": {key}, "value": {value}, "have": {have}, "was": {was}}.Encode())
	}
	total := regexp.MustCompile(`figure">([\d.]+)</b> <span>still to spend`)
	sum := func() (v float64) {
		_, err := fmt.Sscan(total.FindStringSubmatch(get(t, s, "/ensembles/1/buy?wait=1"))[1], &v)
		require.NoError(t, err)
		return v
	}
	keys := regexp.MustCompile(`data-price="(eyelet-[^"]+)"`).FindStringSubmatch(get(t, s, "/ensembles/1/buy?wait=1"))
	require.NotEmpty(t, keys)
	before := sum()
	require.Equal(t, 200, price(keys[1], "0.25", "").Code)
	assert.InDelta(t, before+24*0.25, sum(), 0.005)
	assert.Equal(t, 409, price(keys[1], "0.30", "").Code, "another tab had nothing there")
	was = "0.25"
	require.Equal(t, 200, price(keys[1], "0.25", "yes").Code)
	assert.InDelta(t, before, sum(), 0.005, "what is in hand is not to be spent")
	assert.Equal(t, 422, price(keys[1], "dear", "").Code)
	assert.Equal(t, 422, price("nothing of the kind", "1", "").Code)
}

// A remnant of an old garment: sized, shaped by corners and by a file, marked
// with a flaw, tested; what it means comes back, and bad input loses nothing.
func TestStashPages(t *testing.T) {
	s := demoServer(t, nil)
	w := ask(s, "POST", "/stash", url.Values{"name": {"Old grey <skirt>"}, "thickness": {"0.5"}, "width": {"44 in"}, "length": {"1 1/2 yd"}, "colour": {"walnut"}}, nil)
	require.Equal(t, 303, w.Code, w.Body)
	here := w.Header().Get("Location")
	send := func(path string, pairs ...string) *httptest.ResponseRecorder {
		v := url.Values{}
		for i := 0; i+1 < len(pairs); i += 2 {
			v.Set(pairs[i], pairs[i+1])
		}
		return fromPage(s, here+path, "application/x-www-form-urlencoded", v.Encode())
	}
	ok := func(w *httptest.ResponseRecorder) {
		t.Helper()
		require.Equal(t, 200, w.Code, w.Body)
	}
	page := get(t, s, here)
	assert.Contains(t, page, "Old grey &lt;skirt&gt;")
	assert.Contains(t, page, "137.2 cm")
	ok(send("/pieces", "do", "add", "name", "back breadth", "length", "90 cm", "width", "60 cm"))
	ok(send("/pieces", "do", "outline", "piece", "1", "corners", "[[100,0],[900,50],[850,600],[100,500]]"))
	ok(send("/pieces", "do", "flaw", "piece", "1", "corners", "[[300,200],[360,200],[330,260]]", "name", "ink"))
	assert.Contains(t, get(t, s, here), "irregular")
	assert.Contains(t, get(t, s, here), "80 cm", "as long as its outline")
	for _, bad := range [][]string{{"do", "add", "length", "none"}, {"do", "outline", "piece", "1", "corners", "[[0,0],[500,500],[500,0],[0,500]]"}, {"do", "flaw", "piece", "9", "corners", "[]"}, {"do", "outline", "piece", "0", "corners", "[[1e99,0],[1,1],[2,0]]"}, {"do", "unflaw", "piece", "1", "flaw", "4"}, {"do", "fly", "piece", "1"}, {"do", "trace", "apart", "0", "pixels", "3", "corners", "[[0,0],[1,0],[0,1]]"}} {
		assert.Equal(t, 422, send("/pieces", bad...).Code, bad)
	}
	// 200 pixels are 10 cm: a square of 400 pixels is 20 cm.
	ok(send("/pieces", "do", "trace", "apart", "10 cm", "pixels", "200", "corners", "[[50,-50],[450,-50],[450,-450],[50,-450]]"))
	assert.Contains(t, get(t, s, here), "20 cm")
	w = fromPage(s, here+"/outline.svg", "image/svg+xml", `<svg xmlns="http://www.w3.org/2000/svg" width="100mm" viewBox="0 0 50 50"><path d="M0 0h40v30l-20 10H0z"/></svg>`)
	ok(w)
	assert.JSONEq(t, `{"corners":[[0,0],[80,0],[80,-60],[40,-80],[0,-80]]}`, w.Body.String())
	assert.Equal(t, 422, fromPage(s, here+"/outline.svg", "image/svg+xml", `<svg><circle r="4"/></svg>`).Code)

	ok(send("/swatches", "test", "shrink", "along_mm", "20 cm", "along_after_mm", "19 cm", "across_mm", "20 cm", "across_after_mm", "19.6 cm"))
	assert.Contains(t, get(t, s, here), "lost 5.0 % along")
	assert.Contains(t, get(t, s, here), "100 cm along leaves 95 cm")
	ok(send("/swatches", "test", "gather", "flat_mm", "30 cm", "drawn_mm", "10 cm"))
	ok(send("/swatches", "test", "opacity", "yes", "yes"))
	for _, bad := range [][]string{{"test", "shrink", "along_mm", "20 cm"}, {"test", "gather", "flat_mm", "10 cm", "drawn_mm", "30 cm"}, {"test", "feed", "layers", "none"}, {"test", "fray"}, {"test", "magic"}, {"do", "remove", "swatch", "77"}, {"test", "press", "ironing", "volcano"}} {
		assert.Equal(t, 422, send("/swatches", bad...).Code, bad)
	}
	var b bytes.Buffer
	require.NoError(t, png.Encode(&b, image.NewGray(image.Rect(0, 0, 8, 8))))
	ok(fromPage(s, here+"/photo", "image/png", b.String()))
	photo := regexp.MustCompile(`src="(/photos/[0-9a-f]+)"`).FindStringSubmatch(get(t, s, here))
	require.NotEmpty(t, photo)
	w = ask(s, "GET", photo[1], nil, nil)
	assert.Equal(t, "image/png", w.Header().Get("Content-Type"))
	assert.Equal(t, b.Bytes(), w.Body.Bytes())
	assert.Equal(t, 422, fromPage(s, here+"/photo", "image/png", "<svg/>").Code)

	// A skirt is cut from it: the page says what is laid on which piece.
	id := strings.TrimPrefix(here, "/stash/")
	require.Equal(t, 200, laying(t, s, "outer", "stash", id).Code)
	cloth := get(t, s, skirt+"/cloth?wait=1")
	assert.Contains(t, cloth, "back breadth")
	assert.Contains(t, cloth, "Still to be bought")
	assert.Equal(t, 422, ask(s, "POST", here+"/delete", url.Values{}, nil).Code, "it is in use")
	require.Equal(t, 200, laying(t, s, "outer", "stash", "0").Code)
	post(t, s, here+"/delete", url.Values{})
	assert.Contains(t, get(t, s, "/stash"), "Undo deleting a cloth")
	post(t, s, here+"/undo", url.Values{})
	assert.Contains(t, get(t, s, here), "back breadth")
	assert.Equal(t, 404, ask(s, "GET", "/stash/999", nil, nil).Code)
}

// Two garments from one cloth of the stash: that it does not hold both is said.
func TestOneClothForTwoGarments(t *testing.T) {
	s := demoServer(t, nil)
	for _, layer := range []string{"3", "4"} {
		w := fromPage(s, "/ensembles/1/layers/"+layer+"/laying", "application/x-www-form-urlencoded", url.Values{"key": {"stash"}, "value": {"4"}}.Encode())
		require.Equal(t, 200, w.Code, w.Body)
	}
	page := get(t, s, skirt+"/cloth?wait=1")
	assert.Contains(t, page, "are cut from this cloth; laid together they take")
	buy := get(t, s, "/ensembles/1/buy?wait=1")
	assert.Contains(t, buy, "Cloths that layers share")
	assert.Equal(t, 2, strings.Count(buy, "see above"), "neither is laid as if it were the only one")
	assert.True(t, strings.Contains(buy, "no room: ") || strings.Contains(buy, "; the lay is"), "what it lacks is told")
}

// A layer that can't be drafted is tried with other settings on asking: nothing is changed by that, what is offered drafts when it
// is chosen, and undo takes it back. One that can be drafted wants no help, and pages from elsewhere get none.
func TestWhatWouldHelp(t *testing.T) {
	s := demoServer(t, nil)
	l, err := s.Store.AddLayer(t.Context(), store.Layer{EnsembleID: 3, Kind: "dress-shirt", Name: "Shirt dress", State: store.Planned,
		Fabric: cloth.Fabric{Name: "Cotton lawn", Width: 1400, Thickness: 0.2, Weight: 90}})
	require.NoError(t, err)
	base := fmt.Sprintf("/ensembles/3/layers/%d", l.ID)
	before := get(t, s, base+"/draft")
	require.Contains(t, before, "What would help")
	events := strings.NewReplacer(`\u003c`, "<", `\u003e`, ">", `\"`, `"`, `\u0026#34;`, `"`).Replace(get(t, s, base+"/rescues"))
	assert.Contains(t, events, "event: over")
	assert.NotContains(t, events, "⟦")
	assert.Equal(t, before, get(t, s, base+"/draft"), "nothing is changed by trying")
	offered := regexp.MustCompile(`name="settings" value="(\{[^}]*\})"`).FindAllStringSubmatch(events, -1)
	require.NotEmpty(t, offered)
	for _, o := range offered {
		post(t, s, base+"/apply", url.Values{"settings": {o[1]}})
		assert.NotContains(t, get(t, s, base+"/draft"), "What would help", o[1])
		post(t, s, "/ensembles/3/undo", nil)
		assert.Contains(t, get(t, s, base+"/draft"), "What would help", "undone")
	}
	// Back to all that is usual, several settings at once.
	post(t, s, base+"/apply", url.Values{"settings": {`{"skirt":"breadths","bust_ease":120}`}})
	assert.NotContains(t, get(t, s, base+"/draft"), "What would help")
	post(t, s, base+"/apply", url.Values{"settings": {`{"skirt":null,"bust_ease":null}`}})
	assert.Contains(t, get(t, s, base+"/draft"), "What would help")
	assert.Contains(t, get(t, s, "/ensembles/1/layers/2/rescues"), "It can be drafted now.")
	assert.Equal(t, 403, ask(s, "GET", base+"/rescues", nil, map[string]string{"Sec-Fetch-Site": "cross-site"}).Code)
	assert.Equal(t, 404, ask(s, "GET", "/ensembles/3/layers/999/rescues", nil, nil).Code)
}

// One list over all layers: every thing once, as much of it as the layers take together, thread in spools; a budget with
// what is left of it or over it; the cloth of a mock-up until it is made.
func TestOneListForTheShops(t *testing.T) {
	s := demoServer(t, nil)
	e, err := s.Store.Ensemble(t.Context(), 1)
	require.NoError(t, err)
	_, stages, err := s.Walk(t.Context(), e)
	require.NoError(t, err)
	hooks, thread := 0.0, map[string]float64{}
	for i, stage := range stages {
		for _, n := range stage.Notions() {
			switch {
			case e.Layers[i].State.Finished():
			case n.What == "Hooks and eyes":
				hooks += n.Quantity
			case n.OnSpools():
				thread[stage.Fabric.String()] += n.Quantity
			}
		}
	}
	require.Greater(t, hooks, 2.0)
	page := get(t, s, "/ensembles/1/buy?wait=1")
	keys := regexp.MustCompile(`data-price="([^"]+)"`).FindAllStringSubmatch(page, -1)
	seen := map[string]bool{}
	for _, k := range keys {
		assert.False(t, seen[k[1]], "%s is asked for twice", k[1])
		seen[k[1]] = true
	}
	list := page[strings.Index(page, "One list for the shops"):]
	list = list[:strings.Index(list, "</table>")]
	flat := regexp.MustCompile(`\s+`).ReplaceAllString(regexp.MustCompile(`<[^>]*>`).ReplaceAllString(list, " "), " ")
	flat = strings.ReplaceAll(flat, " ,", ",")
	assert.Contains(t, flat, fmt.Sprintf("%g pairs Hooks and eyes", hooks))
	for cloth, m := range thread {
		assert.Regexp(t, fmt.Sprintf(`%.0f spools? Sewing thread to match %s, of 200 m`, math.Ceil(m/200), regexp.QuoteMeta(cloth)), flat)
	}
	// What may be spent is typed, and told against.
	spent := func() float64 {
		sum := 0.0
		for _, m := range regexp.MustCompile(`figure">([\d.]+)</b> <span>(?:still to spend|spent)`).FindAllStringSubmatch(
			get(t, s, "/ensembles/1/buy?wait=1"), -1) {
			var v float64
			_, err := fmt.Sscan(m[1], &v)
			require.NoError(t, err)
			sum += v
		}
		return sum
	}()
	set := func(value, was string) string {
		w := fromPage(s, "/ensembles/1/price", "application/x-www-form-urlencoded", url.Values{"key": {"budget"}, "value": {value},
			"was": {was}}.Encode())
		require.Equal(t, 200, w.Code, w.Body)
		return get(t, s, "/ensembles/1/buy?wait=1")
	}
	assert.Contains(t, set("100", "0"), fmt.Sprintf("%.2f over it", spent-100))
	assert.Contains(t, set("1000", "100"), fmt.Sprintf("%.2f of it left", 1000-spent))
	// The corset of the demo has had its mock-up; one that has not wants cloth for it.
	assert.NotContains(t, page, "for the mock-up")
	w := ask(s, "POST", "/ensembles", url.Values{"name": {"Try"}, "wearer": {"1"}, "hours": {"2"}}, nil)
	require.Equal(t, 303, w.Code, w.Body)
	at := regexp.MustCompile(`/ensembles/\d+`).FindString(w.Header().Get("Location"))
	w = ask(s, "POST", at+"/layers", url.Values{"kind": {"bodice-basque"}}, nil)
	require.Equal(t, 303, w.Code, w.Body)
	assert.Contains(t, get(t, s, at+"/buy?wait=1"), "Cheap cotton for the mock-up")
}
