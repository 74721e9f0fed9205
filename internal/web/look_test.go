package web

import (
	"bufio"
	"context"
	"encoding/json"
	"fmt"
	"html"
	"net/http"
	"net/http/httptest"
	"net/url"
	"path/filepath"
	"regexp"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ardentgusset/core/lay"
	"ardentgusset/internal/demo/demotest"
	"ardentgusset/internal/store"
	"ardentgusset/internal/web/hall"
)

var laySum = regexp.MustCompile(`the lay is ([\d.]+ cm) long`)

// A search sends better lays as long as the page listens, keeps each at once,
// and another program that opens the file finds the best.
// One ensemble more like another is begun with a press, is drafted like it, and shows whom it is for first.
func TestAnotherLikeIt(t *testing.T) {
	s := demoServer(t, nil)
	w := ask(s, "POST", "/ensembles/1/another", url.Values{}, nil)
	require.Equal(t, 303, w.Code)
	to := w.Header().Get("Location")
	assert.Regexp(t, `^/ensembles/\d+/particulars$`, to)
	assert.True(t, strings.Contains(get(t, s, to), "The lighthouse widow, another"))
	e, err := s.Store.Ensemble(t.Context(), 1)
	require.NoError(t, err)
	all, err := s.Store.Ensembles(t.Context())
	require.NoError(t, err)
	k := slices.IndexFunc(all, func(o store.Ensemble) bool { return o.Name == e.Name+", another" })
	_, stages, err := s.Walk(t.Context(), e)
	require.NoError(t, err)
	_, same, err := s.Walk(t.Context(), all[k])
	require.NoError(t, err)
	for i := range stages {
		assert.Equal(t, len(stages[i].Now.Pieces), len(same[i].Now.Pieces))
	}
}

// An empty house says what it is and what comes first; its words of help lead to the guide, whose sections are reached by name.
func TestTheFirstPageSaysWhatComesFirst(t *testing.T) {
	st, err := store.Open(filepath.Join(t.TempDir(), "new.db"))
	require.NoError(t, err)
	s, err := New(st, hall.Options{Loopback: true, Now: func() time.Time { return today }})
	require.NoError(t, err)
	t.Cleanup(func() { _ = s.Close() })
	page := get(t, s, "/")
	for _, says := range []string{`id="welcome"`, "Height, bust, underbust, waist and hip are enough", `href="/guide"`} {
		assert.True(t, strings.Contains(page, says), says)
	}
	assert.False(t, strings.Contains(get(t, demoServer(t, nil), "/"), `id="welcome"`), "whoever has begun knows")
	text := get(t, s, "/guide")
	links := regexp.MustCompile(`<a href="#([^"]+)">`).FindAllStringSubmatch(text, -1)
	require.Greater(t, len(links), 8)
	for _, l := range links {
		assert.True(t, strings.Contains(text, `<h2 id="`+l[1]+`"`), l[1])
	}
	assert.False(t, strings.Contains(text, "screenshots/"))
}

func TestLookingForAShorterLay(t *testing.T) {
	path := demotest.File(t, today)
	st, err := store.Open(path)
	require.NoError(t, err)
	s, err := New(st, hall.Options{Path: path, Loopback: true, Now: func() time.Time { return today }})
	require.NoError(t, err)
	before := laySum.FindStringSubmatch(get(t, s, "/ensembles/1/layers/4/cloth?wait=1"))
	require.NotEmpty(t, before)
	srv := httptest.NewServer(s)
	ctx, stop := context.WithCancel(t.Context())
	r, err := http.NewRequestWithContext(ctx, "POST", srv.URL+"/ensembles/1/layers/4/look", nil)
	require.NoError(t, err)
	answer, err := http.DefaultClient.Do(r)
	require.NoError(t, err)
	assert.Equal(t, "text/event-stream", answer.Header.Get("Content-Type"))
	read := bufio.NewScanner(answer.Body)
	read.Buffer(nil, 1<<22)
	better, last := 0, ""
	for better < 1 && read.Scan() {
		if read.Text() == "event: better" {
			require.True(t, read.Scan())
			better, last = better+1, read.Text()
			assert.Contains(t, last, `"cloth-lay"`)
			// Pages stay there while it looks.
			assert.Equal(t, 200, ask(s, "GET", "/ensembles/1/bench", nil, nil).Code)
		}
	}
	require.Equal(t, 1, better)
	stop() // the page is left
	require.NoError(t, answer.Body.Close())
	srv.Close()
	after := laySum.FindStringSubmatch(get(t, s, "/ensembles/1/layers/4/cloth?wait=1"))
	require.NotEmpty(t, after)
	assert.NotEqual(t, before[1], after[1])
	require.NoError(t, s.Close())
	// As after the program was killed: what was found is in the file.
	again, err := store.Open(path)
	require.NoError(t, err)
	s, err = New(again, hall.Options{Path: path, Loopback: true, Now: func() time.Time { return today }})
	require.NoError(t, err)
	defer s.Close()
	body := get(t, s, "/ensembles/1/layers/4/cloth?wait=1")
	assert.Contains(t, body, after[1])
	assert.Contains(t, get(t, s, "/ensembles/1/buy?wait=1"), strings.TrimSuffix(after[1], " cm"), "what to buy rests on it")
	assert.Equal(t, 404, ask(s, "POST", "/ensembles/1/layers/99/look", nil, nil).Code)
}

// Every width is drafted and laid; a narrower cloth takes more length, and what
// can't be cut from it says why.
func TestComparingWidths(t *testing.T) {
	s := demoServer(t, nil)
	body := get(t, s, "/ensembles/1/layers/3/widths")
	for _, w := range []string{"90 cm", "112 cm", "115 cm", "137 cm", "150 cm"} {
		assert.Contains(t, body, w)
	}
	assert.Contains(t, body, "least")
	assert.NotContains(t, body, "NaN")
	bought := regexp.MustCompile(`u003ctd\\u003e([\d.]+) m \\u003c`).FindAllStringSubmatch(body, -1)
	require.GreaterOrEqual(t, len(bought), 5)
	var first, last float64
	_, err := fmt.Sscan(bought[0][1], &first)
	require.NoError(t, err)
	_, err = fmt.Sscan(bought[len(bought)-1][1], &last)
	require.NoError(t, err)
	assert.Greater(t, first, last, "90 cm takes more length than 150 cm")
	assert.Contains(t, get(t, s, "/ensembles/1/layers/3/cloth?wait=1"), "145 cm", "the cloth itself stays as it was")
	assert.Equal(t, 404, ask(s, "GET", "/ensembles/1/layers/99/widths", nil, nil).Code)
}

// The job and the lay leave as the command reads and writes them: laid again
// from the file, the job gives that lay.
func TestLayLeavesAsData(t *testing.T) {
	s := demoServer(t, nil)
	j, err := lay.Read(strings.NewReader(get(t, s, "/ensembles/1/layers/1/lay-job.json")))
	require.NoError(t, err)
	var r lay.Result
	require.NoError(t, json.Unmarshal([]byte(get(t, s, "/ensembles/1/layers/1/lay.json")), &r))
	assert.Equal(t, lay.Place(t.Context(), j), r)
	count := 0
	for i := range j.Pieces {
		count += j.Pieces[i].Count
	}
	assert.Len(t, r.Placements, count)
	assert.Equal(t, 404, ask(s, "GET", "/ensembles/1/layers/99/lay.json", nil, nil).Code)
}

// One piece is printed by itself, on fewer sheets than all; one that is not there is said.
func TestOnePieceIsPrinted(t *testing.T) {
	s := demoServer(t, nil)
	page := get(t, s, "/ensembles/1/layers/4/draft")
	ids := regexp.MustCompile(`(?s)<select id="one-piece".*?</select>`).FindString(page)
	all := regexp.MustCompile(`value="([^"]+)"`).FindAllStringSubmatch(ids, -1)
	require.Greater(t, len(all), 3)
	sheets := func(path string) int {
		w := ask(s, "GET", path, nil, nil)
		require.Equal(t, 200, w.Code, path)
		return len(regexp.MustCompile(`/Type /Page\b[^s]`).FindAllString(w.Body.String(), -1))
	}
	whole, sum := sheets("/ensembles/1/layers/4/paper.pdf?paper=a4"), 0
	for _, m := range all {
		n := sheets("/ensembles/1/layers/4/paper.pdf?paper=a4&piece=" + m[1])
		assert.Less(t, n, whole)
		sum += n - 1 // its first page
	}
	assert.GreaterOrEqual(t, sum, whole-1, "together they take as much paper")
	assert.Equal(t, 422, ask(s, "GET", "/ensembles/1/layers/4/paper.pdf?piece=nonsense", nil, nil).Code)
}

// Where fields are kept by a script, a page without scripts says so.
func TestPagesWithoutScriptsSaySo(t *testing.T) {
	s := demoServer(t, nil)
	for _, p := range []string{"/ensembles/1/layers/4/draft", "/ensembles/1/layers/4/cloth", "/wearers/1", "/ensembles/1/buy", "/stash/1"} {
		assert.True(t, strings.Contains(get(t, s, p), "Scripts are off in this browser"), p)
	}
}

// Whatever field a page keeps by itself says what it was when it was shown, and the answer what it is now: else every change would be
// taken for another tab's.
func TestEveryFieldSaysWhatItWas(t *testing.T) {
	s := demoServer(t, nil)
	for _, p := range []string{"/ensembles/1/layers/4/draft", "/ensembles/1/layers/4/cloth", "/stash/1", "/wearers/1"} {
		page := get(t, s, p)
		tried := 0
		for _, m := range regexp.MustCompile(`(?s)<(?:input|select|textarea)[^>]*data-key="([^"]+)"[^>]*>`).FindAllStringSubmatch(page, -1) {
			if strings.Contains(m[0], "data-side") || strings.Contains(m[0], "data-again") {
				continue // beside the field of its key
			}
			tried++
			assert.True(t, strings.Contains(m[0], "data-was="), "%s: %s", p, m[0])
		}
		assert.Greater(t, tried, 3, p)
	}
	for _, path := range []string{"/ensembles/1/layers/4/cloth", "/stash/1"} {
		for key, values := range map[string][]string{"name": {"Grey wool", "Greyer wool"}, "colour": {"ink", "madder"}} {
			was := ""
			for i, v := range values {
				form := url.Values{"key": {key}, "value": {v}, "was": {was}}
				if i == 0 {
					m := regexp.MustCompile(`data-key="` + key + `" data-was="([^"]*)"`).FindStringSubmatch(get(t, s, path))
					require.NotNil(t, m)
					form.Set("was", html.UnescapeString(m[1]))
				}
				w := fromPage(s, path, "application/x-www-form-urlencoded", form.Encode())
				require.Equal(t, 200, w.Code, "%s %s: %.200s", path, key, w.Body)
				var said struct {
					Fields map[string]struct{ Was string }
				}
				require.NoError(t, json.Unmarshal(w.Body.Bytes(), &said))
				was = said.Fields[key].Was
				assert.Equal(t, v, was)
			}
		}
	}
}
