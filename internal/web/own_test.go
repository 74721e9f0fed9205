package web

import (
	"bytes"
	"encoding/json"
	"fmt"
	"mime/multipart"
	"net/http"
	"net/http/httptest"
	"net/url"
	"regexp"
	"strings"
	"testing"

	"ardentgusset/core/measure"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// A bodice of two pieces as a book gives it, in inches.
const ownPoints = `1: at 0, 0
2: from 1 down 16 1/2
3: from 1 right 3
4: from 3 right 4 1/2, down 1 1/2
5: from 2 right waist/4 + 1/2
6: from 1 down 8 1/2, right bust/4 + 3/4
7: from 1 down 3
11: at 24, 0
12: from 11 down 17
13: from 11 right 3 1/8
14: from 13 right 4 1/2, down 1 1/4
15: from 12 right waist/4 + 1/2
16: from 11 down 8 1/2, right bust/4 + 1/2
17: from 11 down 3/4`

const ownLines = `Front: 7–2 straight; 2–5 straight; 5–6 straight; 6–4 curve hollow 5/8 at half; 4–3 straight; 3–7 curve hollow 7/8 at half
Back: 17–12 straight; 12–15 straight; 15–16 straight; 16–14 curve hollow 1/2 at half; 14–13 straight; 13–17 curve hollow 1/4 at half`

var inInches = map[string]string{"Cookie": "unit=" + string(measure.IN)}

// brought is where a pattern is that was brought in.
func brought(t *testing.T, s *Server, ensemble int, form url.Values) string {
	t.Helper()
	w := ask(s, "POST", fmt.Sprintf("/ensembles/%d/own", ensemble), form, inInches)
	require.Equal(t, http.StatusSeeOther, w.Code, w.Body.String())
	return w.Header().Get("Location")
}

// said changes a pattern and gives its page.
func said(t *testing.T, s *Server, at string, form url.Values) string {
	t.Helper()
	w := ask(s, "POST", at, form, inInches)
	require.Equal(t, http.StatusSeeOther, w.Code, "%v: %s", form, regexp.MustCompile(`role="alert"[^<]*<|id="wrong">[^<]*`).FindString(w.Body.String()))
	page := ask(s, "GET", at, nil, inInches)
	require.Equal(t, http.StatusOK, page.Code)
	return page.Body.String()
}

// A beginner types a bodice as a book gives it, in inches, sews it, gives it allowances, says where the waist is, takes it in, and finds it
// on the figure, in the lay, in what is to buy and in the plan. The pattern is told with its own ease; each change is taken back.
func TestAPatternOfOnesOwn(t *testing.T) {
	s := demoServer(t, nil)
	at := brought(t, s, 8, url.Values{"kind": {"own-bodice"}, "name": {"Diagram bodice"}, "points": {ownPoints}, "lines": {ownLines}})
	page := ask(s, "GET", at, nil, inInches).Body.String()
	assert.Contains(t, page, "Diagram bodice, the pattern")
	assert.Contains(t, page, "Say where the waist lies")
	said(t, s, at, url.Values{"do": {"sew"}, "a": {"piece-1/5-6"}, "b": {"piece-2/15-16"}})
	said(t, s, at, url.Values{"do": {"sew"}, "a": {"piece-1/4-3"}, "b": {"piece-2/14-13"}, "takes": {"eased"}})
	said(t, s, at, url.Values{"do": {"edge"}, "e": {"*"}, "allowance": {"5/8"}})
	said(t, s, at, url.Values{"do": {"piece"}, "piece": {"piece-1"}, "name": {"Front"}, "cut": {"2"}, "mirrored": {"yes"}, "waist": {"0"}})
	page = said(t, s, at, url.Values{"do": {"piece"}, "piece": {"piece-2"}, "name": {"Back"}, "cut": {"1"}, "fold": {"17-12"}, "waist": {"0"}})
	assert.NotContains(t, page, "Say where the waist lies")
	ring := regexp.MustCompile(`<th scope="row">waist</th>\s*<td>([^<]*)</td>`).FindStringSubmatch(page)
	require.NotNil(t, ring, "the ring at the waist")

	// Taken in by a quarter inch at the side of the front: half an inch less round.
	page = said(t, s, at, url.Values{"do": {"op"}, "what": {"take-in"}, "e": {"piece-1/5-6"}, "by": {"1/4"}})
	less := regexp.MustCompile(`<th scope="row">waist</th>\s*<td>([^<]*)</td>`).FindStringSubmatch(page)
	require.NotNil(t, less)
	was, err := measure.Parse(strings.TrimSuffix(ring[1], " in"), measure.IN)
	require.NoError(t, err)
	now, err := measure.Parse(strings.TrimSuffix(less[1], " in"), measure.IN)
	require.NoError(t, err)
	assert.InDelta(t, 12.7, float64(was-now), 3.3, "%s, then %s: read to an eighth", ring[1], less[1])
	assert.Contains(t, page, `class="came"`, "as it came stays beside it")
	page = said(t, s, at, url.Values{"do": {"off"}, "n": {"0"}})
	assert.Equal(t, ring[1], regexp.MustCompile(`<th scope="row">waist</th>\s*<td>([^<]*)</td>`).FindStringSubmatch(page)[1])
	page = said(t, s, at, url.Values{"do": {"drop"}, "n": {"0"}})
	assert.NotContains(t, page, "Leave it out")

	layer := strings.TrimSuffix(at, "/pattern")
	draft := ask(s, "GET", layer+"/draft", nil, inInches).Body.String()
	assert.Contains(t, draft, "Its pieces, seams and changes")
	assert.Contains(t, draft, "<svg")
	for _, page := range []string{layer + "/cloth", layer + "/seams", "/ensembles/8/buy", "/ensembles/8/plan", "/ensembles/8/figure", "/ensembles/8/bench"} {
		w := ask(s, "GET", page, nil, inInches)
		assert.Equal(t, http.StatusOK, w.Code, page)
		assert.Contains(t, w.Body.String(), "Diagram bodice", page)
	}
	assert.NotContains(t, draft, `class="message"`)

	// As a file it has no readings in it, and comes back as it is.
	file := ask(s, "GET", layer+"/own.json", nil, nil)
	require.Equal(t, http.StatusOK, file.Code)
	assert.NotContains(t, file.Body.String(), "girth")
	again := upload(t, s, 1, file.Body.Bytes(), "own-bodice")
	require.Equal(t, http.StatusSeeOther, again.Code)
	twin := ask(s, "GET", strings.TrimSuffix(again.Header().Get("Location"), "/pattern")+"/own.json", nil, nil)
	assert.JSONEq(t, file.Body.String(), twin.Body.String())

	// From the drawer it is used again, for another wearer.
	assert.Contains(t, get(t, s, "/ensembles/2/own"), "Diagram bodice, of")
	at = brought(t, s, 2, url.Values{"kind": {"own-bodice"}, "drawer": {strings.TrimPrefix(layer, "/ensembles/8/layers/")}})
	third := ask(s, "GET", strings.TrimSuffix(at, "/pattern")+"/own.json", nil, nil)
	assert.JSONEq(t, file.Body.String(), third.Body.String())
	w := ask(s, "POST", "/ensembles/2/own", url.Values{"kind": {"own-bodice"}, "drawer": {"9999"}}, inInches)
	assert.Equal(t, http.StatusUnprocessableEntity, w.Code)
}

// upload brings a file in.
func upload(t *testing.T, s *Server, ensemble int, data []byte, kind string) *httptest.ResponseRecorder {
	t.Helper()
	var b bytes.Buffer
	m := multipart.NewWriter(&b)
	require.NoError(t, m.WriteField("kind", kind))
	require.NoError(t, m.WriteField("name", "From a file"))
	f, err := m.CreateFormFile("file", "pattern")
	require.NoError(t, err)
	_, err = f.Write(data)
	require.NoError(t, err)
	require.NoError(t, m.Close())
	r := httptest.NewRequest("POST", fmt.Sprintf("/ensembles/%d/own", ensemble), &b)
	r.Header.Set("Content-Type", m.FormDataContentType())
	r.Host = "127.0.0.1"
	r.Header.Set("Sec-Fetch-Site", "same-origin")
	w := httptest.NewRecorder()
	s.ServeHTTP(w, r)
	return w
}

// Our own pieces come back as they were; a drawing without a unit, nonsense and an empty form are refused, and what was typed stays.
func TestWhatIsBroughtIn(t *testing.T) {
	s := demoServer(t, nil)
	was := get(t, s, "/ensembles/1/layers/3/pattern.json")
	w := upload(t, s, 1, []byte(was), "own-support")
	require.Equal(t, http.StatusSeeOther, w.Code, w.Body.String())
	now := get(t, s, strings.TrimSuffix(w.Header().Get("Location"), "/pattern")+"/pattern.json")
	var a, b struct {
		Pieces []struct {
			ID      string
			Outline [][2]float64
		}
	}
	require.NoError(t, json.Unmarshal([]byte(was), &a))
	require.NoError(t, json.Unmarshal([]byte(now), &b))
	require.Len(t, b.Pieces, len(a.Pieces))
	for i := range a.Pieces {
		require.Len(t, b.Pieces[i].Outline, len(a.Pieces[i].Outline))
		for k := range a.Pieces[i].Outline {
			assert.InDelta(t, a.Pieces[i].Outline[k][0], b.Pieces[i].Outline[k][0], 0.01)
			assert.InDelta(t, a.Pieces[i].Outline[k][1], b.Pieces[i].Outline[k][1], 0.01)
		}
	}
	for data, why := range map[string]string{`<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 10 10"><path d="M0 0H9V9Z"/></svg>`: "unit",
		"<svg": "file", `{"came":{}}`: "none", "0\nSECTION\n": "file", `{"pieces":[{"id":"a","outline":[[0,0],[9,9],[9,0],[0,9]]}]}`: "crosses"} {
		w := upload(t, s, 1, []byte(data), "own-skirt")
		assert.Equal(t, http.StatusUnprocessableEntity, w.Code, data)
		assert.Contains(t, w.Body.String(), why, data)
	}
	for _, form := range []url.Values{{}, {"kind": {"own-bodice"}}, {"kind": {"toga"}, "points": {ownPoints}, "lines": {ownLines}},
		{"kind": {"own-bodice"}, "points": {"1: nowhere"}}, {"kind": {"own-bodice"}, "points": {ownPoints}, "lines": {"Front 7-2"}},
		{"kind": {"own-bodice"}, "points": {ownPoints}, "lines": {"Front: 7–2 straight; 2–99 straight"}}} {
		w := ask(s, "POST", "/ensembles/1/own", form, inInches)
		assert.Equal(t, http.StatusUnprocessableEntity, w.Code, "%v", form)
		if lines := form.Get("lines"); lines != "" {
			assert.Contains(t, w.Body.String(), lines[:5])
		}
	}
	assert.Equal(t, 404, ask(s, "GET", "/ensembles/1/layers/2/own.json", nil, nil).Code, "a garment that is drafted has none")
	assert.Equal(t, 404, ask(s, "GET", "/ensembles/99/own", nil, nil).Code)
}

// Every change that can't be done is refused with what is wrong, keeps what was typed, and leaves the pattern as it was.
func TestNonsenseToAPattern(t *testing.T) {
	s := demoServer(t, nil)
	at := brought(t, s, 1, url.Values{"kind": {"own-bodice"}, "points": {ownPoints}, "lines": {ownLines}})
	file := strings.TrimSuffix(at, "/pattern") + "/own.json"
	before := get(t, s, file)
	for _, form := range []url.Values{
		{"do": {"sew"}}, {"do": {"sew"}, "a": {"piece-1/5-6"}, "b": {"piece-1/5-6"}}, {"do": {"sew"}, "a": {"x/y"}, "b": {"piece-1/5-6"}},
		{"do": {"edge"}, "e": {"*"}}, {"do": {"edge"}, "e": {"*"}, "allowance": {"wide"}}, {"do": {"edge"}, "e": {"*"}, "allowance": {"99"}},
		{"do": {"edge"}, "e": {"piece-1/5-6"}, "kind": {"velvet"}}, {"do": {"piece"}, "piece": {"piece-1"}, "cut": {"none"}},
		{"do": {"piece"}, "piece": {"piece-9"}, "cut": {"1"}}, {"do": {"piece"}, "piece": {"piece-1"}, "cut": {"1"}, "fold": {"x"}},
		{"do": {"piece"}, "piece": {"piece-1"}, "cut": {"1"}, "waist": {"400"}}, {"do": {"op"}}, {"do": {"op"}, "what": {"take-in"}},
		{"do": {"op"}, "what": {"take-in"}, "e": {"piece-1/5-6"}, "by": {"NaN"}}, {"do": {"op"}, "what": {"take-in"}, "e": {"piece-1/5-6"}, "by": {"90"}},
		{"do": {"op"}, "what": {"grade"}, "share": {"50"}}, {"do": {"op"}, "what": {"grade"}, "share": {"NaN"}}, {"do": {"op"}, "what": {"slash"}, "from": {"piece-1/5-6"}, "to": {"piece-2/15-16"}, "by": {"1"}},
		{"do": {"off"}, "n": {"0"}}, {"do": {"drop"}, "n": {"x"}}, {"do": {"takes"}, "seam": {"x"}, "takes": {"glue"}},
	} {
		w := ask(s, "POST", at, form, inInches)
		assert.Equal(t, http.StatusUnprocessableEntity, w.Code, "%v", form)
		assert.Contains(t, w.Body.String(), `id="wrong"`, "%v", form)
		assert.Equal(t, before, get(t, s, file), "%v", form)
	}
	w := ask(s, "POST", at, url.Values{"do": {"dance"}}, inInches)
	assert.Equal(t, http.StatusUnprocessableEntity, w.Code)
	w = ask(s, "POST", at, url.Values{"do": {"op"}, "what": {"take-in"}, "e": {"piece-1/5-6"}, "by": {"a lot"}}, inInches)
	assert.Contains(t, w.Body.String(), `value="a lot"`)
}

// Each of the changes is done from the page, and taken out again leaves the pattern as it was.
func TestEveryChangeOfAPattern(t *testing.T) {
	s := demoServer(t, nil)
	at := brought(t, s, 1, url.Values{"kind": {"own-bodice"}, "points": {ownPoints}, "lines": {ownLines}})
	file := strings.TrimSuffix(at, "/pattern") + "/own.json"
	before := get(t, s, file)
	for _, form := range []url.Values{
		{"what": {"lengthen"}, "e": {"piece-1/5-6"}, "along": {"4"}, "by": {"1"}}, {"what": {"take-in"}, "e": {"piece-1/5-6"}, "by": {"1/4"}},
		{"what": {"let-out"}, "e": {"piece-1/5-6"}, "by": {"1/4; 1/2; 1/4"}},
		{"what": {"slash"}, "from": {"piece-1/2-5"}, "to": {"piece-1/4-3"}, "by": {"1/2"}},
		{"what": {"spread"}, "e": {"piece-1/2-5"}, "w": {"piece-1/4-3"}, "by": {"3"}, "cuts": {"4"}},
		{"what": {"bust"}, "e": {"piece-1/5-6"}, "along": {"6"}, "by": {"1/2"}, "right": {"3 3/4"}, "up": {"7"}, "to": {"piece-1/6-4"}},
		{"what": {"split"}, "from": {"piece-1/2-5"}, "to": {"piece-1/4-3"}, "called": {"Side front"}}, {"what": {"mirror"}, "e": {"piece-1/7-2"}},
		{"what": {"hem"}, "e": {"piece-1/2-5"}, "by": {"1"}},
		{"what": {"join"}, "e": {"piece-1/2-5"}, "w": {"piece-2/12-15"}},
	} {
		form.Set("do", "op")
		w := ask(s, "POST", at, form, inInches)
		if !assert.Equal(t, http.StatusSeeOther, w.Code, "%v: %s", form, regexp.MustCompile(`id="wrong">[^<]*`).FindString(w.Body.String())) {
			continue
		}
		assert.NotEqual(t, before, get(t, s, file))
		page := ask(s, "GET", at, nil, inInches).Body.String()
		assert.NotContains(t, page, "The changes stop here", "%v", form)
		said(t, s, at, url.Values{"do": {"drop"}, "n": {"0"}})
		assert.Equal(t, before, get(t, s, file), "%v", form)
	}
}

// A skirt that was drafted is let down by hand: its pieces are longer, its page shows them as they were drafted beside, a redraft keeps the
// change, and taken out all is as it was. What is said of a pattern of one's own is not asked of it.
func TestADraftIsChangedByHand(t *testing.T) {
	s := demoServer(t, nil)
	at := "/ensembles/1/layers/4/pattern"
	file := "/ensembles/1/layers/4/pattern.json"
	before := get(t, s, file)
	page := ask(s, "GET", at, nil, inInches).Body.String()
	assert.Contains(t, page, "changed by hand")
	assert.NotContains(t, page, `id="seams"`)
	key := regexp.MustCompile(`data-edge="([^"]*/hem)"`).FindStringSubmatch(page)
	require.NotNil(t, key)
	page = said(t, s, at, url.Values{"do": {"op"}, "what": {"hem"}, "e": {key[1]}, "by": {"2"}})
	assert.Contains(t, page, "Leave it out")
	assert.Contains(t, page, `class="came"`)
	after := get(t, s, file)
	assert.NotEqual(t, before, after)
	assert.Contains(t, ask(s, "GET", "/ensembles/1/layers/4/draft", nil, inInches).Body.String(), "The hem is not level any more")
	w := ask(s, "POST", at, url.Values{"do": {"sew"}, "a": {key[1]}, "b": {key[1]}}, inInches)
	assert.Equal(t, http.StatusUnprocessableEntity, w.Code)
	w = ask(s, "POST", at, url.Values{"do": {"op"}, "what": {"hem"}, "e": {key[1]}, "by": {"90"}}, inInches)
	assert.Equal(t, http.StatusUnprocessableEntity, w.Code)
	assert.Equal(t, after, get(t, s, file), "what was refused changed nothing")
	said(t, s, at, url.Values{"do": {"drop"}, "n": {"0"}})
	assert.Equal(t, before, get(t, s, file))
}

// What was clicked on a picture and can't be made pieces of is refused, with what is wrong, in the reader's unit.
func TestATraceThatCantBe(t *testing.T) {
	s := demoServer(t, nil)
	const square = `"square":{"corners":[[100,80],[700,80],[700,480],[100,480]],"wide_mm":0,"high_mm":0}`
	const piece = `"pieces":[{"id":"a","name":"A","points":[{"at":[200,180],"kind":"corner"},{"at":[200,430],"kind":"corner"},{"at":[500,430],"kind":"corner"}]}]`
	for _, one := range []struct {
		form url.Values
		says string
	}{
		{url.Values{}, "Worn as"}, {url.Values{"kind": {"own-bodice"}}, "load the page again"},
		{url.Values{"kind": {"own-bodice"}, "trace": {"{" + square + "}"}}, "rectangle, wide"},
		{url.Values{"kind": {"own-bodice"}, "trace": {"{" + square + "}"}, "wide": {"12"}, "high": {"a hand"}}, "rectangle, high"},
		{url.Values{"kind": {"own-bodice"}, "trace": {"{" + square + "}"}, "wide": {"12"}, "high": {"8"}}, "Pieces"},
		{url.Values{"kind": {"own-bodice"}, "trace": {"{" + piece + "}"}}, "Scale"},
		{url.Values{"kind": {"own-bodice"}, "trace": {"{" + square + "," + piece + `,"check":{"a":[100,80],"b":[400,80],"mm":0}}`}, "wide": {"12"}, "high": {"8"},
			"check": {"9"}}, "misread"},
		{url.Values{"kind": {"own-bodice"}, "trace": {`{"lens":{}}`}}, "Lens"},
	} {
		w := ask(s, "POST", "/ensembles/1/own/trace", one.form, map[string]string{"Cookie": "unit=in", "X-From-Page": "1"})
		assert.Equal(t, http.StatusUnprocessableEntity, w.Code, "%v", one.form)
		assert.Contains(t, w.Body.String(), one.says, "%v", one.form)
	}
	w := ask(s, "POST", "/ensembles/1/own/trace", url.Values{"kind": {"own-bodice"}, "trace": {"{" + square + "," + piece + "}"}, "wide": {"12"}, "high": {"8"}},
		map[string]string{"Cookie": "unit=in", "X-From-Page": "1"})
	require.Equal(t, http.StatusOK, w.Code, w.Body.String())
	var to struct{ Go string }
	require.NoError(t, json.Unmarshal(w.Body.Bytes(), &to))
	assert.Contains(t, ask(s, "GET", to.Go, nil, inInches).Body.String(), "6 in by 5 in")
	assert.Equal(t, 404, ask(s, "GET", "/ensembles/99/own/trace", nil, nil).Code)
}
