package web

import (
	"bytes"
	"context"
	"encoding/json"
	"encoding/xml"
	"errors"
	"fmt"
	"io"
	"log/slog"
	"mime/multipart"
	"net/http"
	"net/http/httptest"
	"net/url"
	"os"
	"path/filepath"
	"regexp"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/gin-gonic/gin"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ardentgusset/core/cloth"
	"ardentgusset/core/plane"
	"ardentgusset/internal/demo/demotest"
	"ardentgusset/internal/store"
	"ardentgusset/internal/web/hall"
)

var today = time.Date(2027, 2, 3, 10, 0, 0, 0, time.UTC)

func demoServer(t testing.TB, change func(*hall.Options)) *Server {
	path := demotest.File(t, today)
	st, err := store.Open(path)
	require.NoError(t, err)
	opt := hall.Options{Path: path, Loopback: true, Now: func() time.Time { return today }, Book: demotest.Book}
	if change != nil {
		change(&opt)
	}
	s, err := New(st, opt)
	require.NoError(t, err)
	t.Cleanup(func() { _ = s.Close() })
	return s
}

func ask(s http.Handler, method, path string, form url.Values, head map[string]string) *httptest.ResponseRecorder {
	var body io.Reader
	if form != nil {
		body = strings.NewReader(form.Encode())
	}
	r := httptest.NewRequest(method, "http://127.0.0.1:8160"+path, body)
	if form != nil {
		r.Header.Set("Content-Type", "application/x-www-form-urlencoded")
	}
	for k, v := range head {
		if k == "Host" {
			r.Host = v
		} else {
			r.Header.Set(k, v)
		}
	}
	w := httptest.NewRecorder()
	s.ServeHTTP(w, r)
	return w
}

var pages = []string{"/", "/guide", "/wearers/1", "/wearers/1?worn=corset", "/wearers/new", "/ensembles/new", "/ensembles/1/particulars", "/ensembles/1/figure", "/ensembles/1/layers",
	"/ensembles/1/layers/1/draft", "/ensembles/1/layers/2/draft?lengths=yes", "/ensembles/1/layers/3/cloth", "/ensembles/1/buy", "/ensembles/1/plan", "/ensembles/1/plan?lane=4", "/ensembles/3/plan?ways=yes&bag=6", "/ensembles/1/bench", "/ensembles/1/bench?only=hand", "/ensembles/2/figure", "/ensembles/3/figure", "/ensembles/3/layers", "/ensembles/3/layers/9/draft", "/ensembles/3/layers/9/draft?show=now", "/ensembles/3/layers/11/draft", "/ensembles/3/layers/12/draft", "/wearers/3", "/wearers/4",
	"/ensembles/1/layers/4/seams", "/ensembles/1/layers/4/seams?row=seam/gore-1", "/ensembles/1/layers/2/seams?row=work/channels", "/ensembles/3/layers/11/seams", "/workroom", "/book", "/book?q=hide+stitches", "/book?year=1780&by=hand&thick=0.4mm", "/book/words", "/book/words/dart", "/reckon", "/reckon/pleats?kind=box", "/reckon/hem?way=level", "/reckon/gathers?for=3/13", "/reckon/buttons", "/book/technique/french", "/book/technique/gathers", "/stash", "/stash/1", "/ensembles/2/layers/6/cloth?wait=1", "/ensembles/1/layers/4/cut", "/ensembles/1/cut", "/ensembles/1/layers/4/guard", "/ensembles/1/layers/4/wall"}

func TestEveryPage(t *testing.T) {
	s := demoServer(t, nil)
	for _, unit := range []string{"cm", "in"} {
		for _, p := range pages {
			w := ask(s, "GET", p, nil, map[string]string{"Cookie": "unit=" + unit})
			require.Equal(t, 200, w.Code, p)
			body := w.Body.String()
			for _, bad := range []string{"NaN", "Inf", "%!", "<no value>", "ZgotmplZ", "⟦", "⟧", "onclick", " style="} {
				assert.NotContains(t, body, bad, p)
			}
			if strings.Contains(body, "<html") { // the words are read into a page
				assert.Equal(t, 1, strings.Count(body, "<h1"), "%s has one heading of the first level", p)
			}
			level := 1
			for _, h := range regexp.MustCompile(`<h([2-6])`).FindAllStringSubmatch(body, -1) {
				next := int(h[1][0] - '0')
				assert.LessOrEqual(t, next, level+1, "%s: a level of headings is left out", p)
				level = next
			}
			csp := w.Header().Get("Content-Security-Policy")
			assert.Contains(t, csp, "script-src 'self'")
			assert.NotContains(t, csp, "unsafe")
			assert.Equal(t, "nosniff", w.Header().Get("X-Content-Type-Options"))
			assert.NotContains(t, strings.ReplaceAll(body, "http://www.w3.org/2000/svg", ""), "http://", p)
			assert.NotContains(t, body, "https://", p)
		}
	}
}

func TestStaticFilesAreAskedAfter(t *testing.T) {
	s := demoServer(t, nil)
	w := ask(s, "GET", "/static/main.js", nil, nil)
	require.Equal(t, 200, w.Code)
	tag := w.Header().Get("ETag")
	require.NotEmpty(t, tag)
	assert.Equal(t, 304, ask(s, "GET", "/static/main.js", nil, map[string]string{"If-None-Match": tag}).Code)
	assert.Equal(t, 200, ask(s, "GET", "/static/main.js", nil, map[string]string{"If-None-Match": `"older"`}).Code)
	for path, kind := range map[string]string{"/static/hall.css": "text/css", "/static/main.js": "javascript", "/static/icon.svg": "image/svg+xml", "/static/vendor/fonts/alegreya-latin-700-normal.woff2": "font/woff2"} {
		assert.Contains(t, ask(s, "GET", path, nil, nil).Header().Get("Content-Type"), kind)
	}
	assert.Equal(t, 404, ask(s, "GET", "/static/../server.go", nil, nil).Code)
}

// What a page names of the interface lies at an address of this version alone, and is kept for good; all of it
// is there.
func TestFilesOfThisVersionAreKept(t *testing.T) {
	s := demoServer(t, nil)
	named := regexp.MustCompile(`/static/v-[0-9a-f]+/[\w./-]+`).FindAllString(ask(s, "GET", "/wearers/new", nil, nil).Body.String(), -1)
	require.Greater(t, len(named), 25)
	for _, name := range named {
		w := ask(s, "GET", name, nil, nil)
		require.Equal(t, 200, w.Code, name)
		assert.Contains(t, w.Header().Get("Cache-Control"), "immutable", name)
	}
	sheet := ask(s, "GET", strings.Replace(named[0], "icon.svg", "all.css", 1), nil, nil).Body.String()
	for _, rule := range []string{".button", ".mast", ".stations", "@media print"} {
		assert.Contains(t, sheet, rule)
	}
	older := regexp.MustCompile(`v-[0-9a-f]+`).ReplaceAllString(named[0], "v-0123456789ab")
	assert.Equal(t, 404, ask(s, "GET", older, nil, nil).Code, "another version's files are not this one's")
}

// Files that lie beside the pages: the bench's worker, which answers for what lies below it, the browser's
// icon, and the pieces as a drawing of their true size.
func TestFilesBesideThePages(t *testing.T) {
	s := demoServer(t, nil)
	w := ask(s, "GET", "/worker.js", nil, nil)
	require.Equal(t, 200, w.Code)
	assert.Contains(t, w.Header().Get("Content-Type"), "javascript")
	assert.Equal(t, "no-cache", w.Header().Get("Cache-Control"), "a new version of the program runs with its own worker")
	assert.Contains(t, w.Body.String(), "addEventListener(\"fetch\"")

	w = ask(s, "GET", "/favicon.ico", nil, nil)
	require.Equal(t, http.StatusFound, w.Code)
	w = ask(s, "GET", w.Header().Get("Location"), nil, nil)
	require.Equal(t, 200, w.Code)
	assert.Contains(t, w.Header().Get("Content-Type"), "image/svg+xml")

	w = ask(s, "GET", "/ensembles/1/layers/2/pieces.svg", nil, nil)
	require.Equal(t, 200, w.Code)
	assert.Contains(t, w.Header().Get("Content-Type"), "image/svg+xml")
	assert.Contains(t, w.Header().Get("Content-Disposition"), "attachment")
	var drawing struct {
		Width   string `xml:"width,attr"`
		Height  string `xml:"height,attr"`
		ViewBox string `xml:"viewBox,attr"`
	}
	require.NoError(t, xml.Unmarshal(w.Body.Bytes(), &drawing))
	var x, y, wide, high, width, height float64
	_, err := fmt.Sscan(drawing.ViewBox, &x, &y, &wide, &high)
	require.NoError(t, err)
	_, err = fmt.Sscanf(drawing.Width+" "+drawing.Height, "%fmm %fmm", &width, &height)
	require.NoError(t, err)
	assert.InDelta(t, wide, width, 0.06, "a millimetre of the drawing is one on paper")
	assert.InDelta(t, high, height, 0.06)
}

func TestWhatIsNotThere(t *testing.T) {
	s := demoServer(t, nil)
	for _, p := range []string{"/nowhere", "/wearers/99", "/wearers/abc", "/ensembles/99/layers", "/ensembles/1/layers/99/draft", "/ensembles/2/layers/1/draft", "/ensembles/-1/figure"} {
		w := ask(s, "GET", p, nil, nil)
		assert.Equal(t, 404, w.Code, p)
		assert.Contains(t, w.Body.String(), "To the first page", p)
	}
}

func TestStrangersAreRefused(t *testing.T) {
	s := demoServer(t, nil)
	assert.Equal(t, http.StatusMisdirectedRequest, ask(s, "GET", "/", nil, map[string]string{"Host": "evil.example:8160"}).Code)
	w := ask(s, "POST", "/ensembles/1/delete", url.Values{}, map[string]string{"Sec-Fetch-Site": "cross-site"})
	assert.Equal(t, http.StatusForbidden, w.Code)
	w = ask(s, "POST", "/ensembles/1/delete", url.Values{}, map[string]string{"Origin": "http://evil.example"})
	assert.Equal(t, http.StatusForbidden, w.Code)
	assert.Equal(t, 200, ask(s, "GET", "/ensembles/1/layers", nil, nil).Code, "nothing was deleted")
	w = ask(s, "POST", "/unit", url.Values{"unit": {"in"}, "back": {"//evil.example/"}}, nil)
	assert.Equal(t, "/", w.Header().Get("Location"))
}

func TestPassphrase(t *testing.T) {
	var kept hall.Options
	s := demoServer(t, func(o *hall.Options) {
		o.Passphrase, o.Loopback = "gusset and gore", false
		kept = *o
	})
	w := ask(s, "GET", "/", nil, nil)
	require.Equal(t, http.StatusSeeOther, w.Code)
	assert.Equal(t, "/enter", w.Header().Get("Location"))
	assert.Equal(t, http.StatusUnauthorized, ask(s, "POST", "/ensembles/1/delete", url.Values{}, nil).Code)
	assert.Equal(t, http.StatusUnauthorized, ask(s, "POST", "/enter", url.Values{"passphrase": {"wrong"}}, nil).Code)
	w = ask(s, "POST", "/enter", url.Values{"passphrase": {"gusset and gore"}}, nil)
	require.Equal(t, http.StatusSeeOther, w.Code)
	cookie := strings.Split(w.Header().Get("Set-Cookie"), ";")[0]
	assert.Contains(t, w.Header().Get("Set-Cookie"), "HttpOnly")
	assert.Equal(t, 200, ask(s, "GET", "/", nil, map[string]string{"Cookie": cookie}).Code)
	// A restart ends no visit, and brings none back that was ended; another passphrase ends all.
	again := func(passphrase string) *Server {
		require.NoError(t, s.Close())
		st, err := store.Open(kept.Path)
		require.NoError(t, err)
		opt := kept
		opt.Passphrase = passphrase
		s, err = New(st, opt)
		require.NoError(t, err)
		return s
	}
	assert.Equal(t, 200, ask(again("gusset and gore"), "GET", "/", nil, map[string]string{"Cookie": cookie}).Code)
	info, err := os.Stat(kept.Path + ".visits")
	require.NoError(t, err)
	assert.Equal(t, os.FileMode(0o600), info.Mode().Perm())
	assert.Equal(t, 303, ask(again("linen and lace"), "GET", "/", nil, map[string]string{"Cookie": cookie}).Code)
	assert.Equal(t, 200, ask(again("gusset and gore"), "GET", "/", nil, map[string]string{"Cookie": cookie}).Code)
	require.Equal(t, 303, ask(s, "POST", "/leave", nil, map[string]string{"Cookie": cookie}).Code)
	assert.Equal(t, 303, ask(again("gusset and gore"), "GET", "/", nil, map[string]string{"Cookie": cookie}).Code)
	require.NoError(t, os.WriteFile(kept.Path+".visits", []byte(`{"secret": "half writ`), 0o600))
	assert.Equal(t, 303, ask(again("gusset and gore"), "GET", "/", nil, map[string]string{"Cookie": cookie}).Code)
	require.NoError(t, s.Close())
}

func TestLogsHoldNothingPersonal(t *testing.T) {
	var log bytes.Buffer
	s := demoServer(t, func(o *hall.Options) { o.Log = slog.New(slog.NewTextHandler(&log, nil)) })
	ask(s, "POST", "/wearers/1/readings", url.Values{"key": {"waist_girth"}, "worn": {"bare"}, "value": {"73.3 cm"}, "was": {"710"}}, map[string]string{"X-From-Page": "1"})
	ask(s, "GET", "/wearers/1?note=secret", nil, nil)
	assert.Contains(t, log.String(), "/wearers/:wearer")
	for _, private := range []string{"73.3", "733", "710", "Vennlock", "secret"} {
		assert.NotContains(t, log.String(), private)
	}
}

func TestErrorsSayWhatToDo(t *testing.T) {
	s := demoServer(t, nil)
	for err, want := range map[error]int{store.ErrFull: 507, store.ErrReadOnly: 507, store.ErrGone: 404, &store.Conflict{Theirs: "64 cm"}: 409, &store.FieldError{Field: "x", Why: "write it so"}: 422, &http.MaxBytesError{}: 413} {
		w := httptest.NewRecorder()
		c, _ := gin.CreateTestContext(w)
		c.Request = httptest.NewRequest("POST", "/x", nil)
		c.Request.Header.Set("X-From-Page", "1")
		s.Fail(c, fmt.Errorf("wrapped: %w", err))
		assert.Equal(t, want, w.Code)
		var answer map[string]string
		require.NoError(t, json.Unmarshal(w.Body.Bytes(), &answer))
		assert.NotEmpty(t, answer["error"])
	}
	for _, raw := range []string{"disk I/O error (778)", "table main.wearers has 5 columns but 4 values were supplied", "index out of range [3]"} {
		w := httptest.NewRecorder()
		c, _ := gin.CreateTestContext(w)
		c.Request = httptest.NewRequest("POST", "/x", nil)
		s.Fail(c, errors.New(raw))
		assert.NotContains(t, w.Body.String(), raw, "what SQLite or Go says is for the log")
	}
	w := ask(s, "POST", "/wearers/1/readings", url.Values{"key": {"waist_girth"}, "value": {strings.Repeat("9", hall.MaxBody+1)}}, map[string]string{"X-From-Page": "1"})
	assert.GreaterOrEqual(t, w.Code, 400)
	assert.Less(t, w.Code, 500)
}

func TestAPanicLosesNothing(t *testing.T) {
	s := demoServer(t, nil)
	r := gin.New()
	r.Use(s.Recovered)
	r.GET("/boom", func(*gin.Context) { panic("a fault") })
	w := ask(r, "GET", "/boom", nil, nil)
	assert.Equal(t, 500, w.Code)
	assert.Contains(t, w.Body.String(), "is kept")
}

func TestFixButtonsDoWhatTheySay(t *testing.T) {
	s := demoServer(t, nil)
	form := url.Values{"key": {"laced_waist"}, "value": {"60 cm"}, "was": {"660"}}
	require.Equal(t, 200, ask(s, "POST", "/ensembles/1/layers/2/settings", form, map[string]string{"X-From-Page": "1"}).Code)
	body := ask(s, "GET", "/ensembles/1/layers/2/draft", nil, nil).Body.String()
	require.Contains(t, body, "Lace in by 5 cm")
	w := ask(s, "POST", "/ensembles/1/layers/2/apply", url.Values{"settings": {`{"laced_waist":660}`}, "back": {"/ensembles/1/layers/2/draft"}}, nil)
	require.Equal(t, 303, w.Code)
	assert.NotContains(t, ask(s, "GET", "/ensembles/1/layers/2/draft", nil, nil).Body.String(), "Lace in by 5 cm")
	for _, bad := range []string{"", "{}", "[]", `{"nonsense":1}`, `{"panels":"many"}`} {
		assert.Equal(t, 422, ask(s, "POST", "/ensembles/1/layers/2/apply", url.Values{"settings": {bad}}, nil).Code, bad)
	}
}

// Nothing that would take the drawing away is kept, and what is refused is
// said in the reader's unit.
func TestARefusedChoiceKeepsTheDrawing(t *testing.T) {
	s := demoServer(t, nil)
	head := map[string]string{"X-From-Page": "1", "Cookie": "unit=in"}
	form := func(key, value string) url.Values { return url.Values{"key": {key}, "value": {value}} }
	require.Equal(t, 200, ask(s, "POST", "/ensembles/1/layers/2/settings", form("top_front", "2 in"), head).Code)
	for _, c := range []struct{ key, value, want string }{
		{"bottom_front", "1 5/8 in", "between "},
		{"laced_waist", "5 in", " in and "},
		{"panels", "9", "between 4 and 7"},
		{"layers", "three", "hoose one of"},
		{"tail", "3", "no such parameter"},
	} {
		for _, route := range []string{"settings", "preview"} {
			w := ask(s, "POST", "/ensembles/1/layers/2/"+route, form(c.key, c.value), head)
			assert.Equal(t, 422, w.Code, c.key)
			assert.Contains(t, w.Body.String(), c.want)
			assert.NotContains(t, w.Body.String(), "⟦")
			assert.NotContains(t, w.Body.String(), " cm")
		}
	}
	body := ask(s, "GET", "/ensembles/1/layers/2/draft", nil, map[string]string{"Cookie": "unit=in"}).Body.String()
	assert.Contains(t, body, `class="sheet"`)
	// In range by itself, but no sleeve can be drafted so.
	const bodice = "/ensembles/4/layers/21/"
	require.Equal(t, 200, ask(s, "POST", bodice+"settings", form("sleeve", "bell"), head).Code)
	for _, route := range []string{"settings", "preview"} {
		w := ask(s, "POST", bodice+route, form("sleeve_long", "0.2"), head)
		assert.Equal(t, 422, w.Code)
		assert.Contains(t, w.Body.String(), "bell sleeve needs some length")
		assert.NotContains(t, w.Body.String(), "⟦")
	}
	assert.Contains(t, ask(s, "GET", "/ensembles/1/buy?wait=1", nil, map[string]string{"Cookie": "unit=in"}).Body.String(), "Waist tape, ⅞ in wide")
}

// A choice that a change further in has made impossible is drawn at its
// nearest possible value, and the margin says so with a way back.
func TestAChoiceOvertakenByTheFigure(t *testing.T) {
	s := demoServer(t, nil)
	head := map[string]string{"X-From-Page": "1"}
	w := ask(s, "POST", "/wearers/1/readings", url.Values{"key": {"waist_girth"}, "worn": {"bare"}, "value": {"90 cm"}, "was": {"710"}}, head)
	require.Equal(t, 200, w.Code, w.Body.String())
	body := ask(s, "GET", "/ensembles/1/layers/2/draft", nil, nil).Body.String()
	assert.Contains(t, body, "Laced waist is outside its range")
	assert.Contains(t, body, `class="sheet"`)
	w = ask(s, "POST", "/ensembles/1/layers/2/apply", url.Values{"settings": {`{"laced_waist":null}`}}, nil)
	require.Equal(t, 303, w.Code)
	assert.NotContains(t, ask(s, "GET", "/ensembles/1/layers/2/draft", nil, nil).Body.String(), "outside its range")
}

func TestClothFieldsAreChecked(t *testing.T) {
	s := demoServer(t, nil)
	head := map[string]string{"X-From-Page": "1"}
	post := func(key, value string) *httptest.ResponseRecorder {
		return ask(s, "POST", "/ensembles/1/layers/4/cloth", url.Values{"key": {key}, "value": {value}}, head)
	}
	for key, bad := range map[string][]string{
		"width_mm": {"", "0", "3 cm", "NaN", "900 m"}, "thickness_mm": {"0", "3 in", "thin"}, "price_per_m": {"-3", "free", "1e99"}, "shrinkage_percent": {"90", "x"},
		"selvedge_mm": {"2 m"}, "weight_gsm": {"99999999"}, "colour": {"plaid"}, "name": {"", strings.Repeat("y", 10000)}, "warp": {"1"}, "in_hand_mm": {"2 km"},
	} {
		for _, v := range bad {
			w := post(key, v)
			assert.GreaterOrEqual(t, w.Code, 400, "%s %q", key, v)
			assert.Less(t, w.Code, 500, "%s %q", key, v)
			assert.Contains(t, w.Body.String(), `"error"`)
		}
	}
	for key, good := range map[string]string{"width_mm": "54 in", "thickness_mm": "0.45", "price_per_m": "12,50", "shrinkage_percent": "4.5", "selvedge_mm": "1/2 in", "weight_gsm": "210", "colour": "weld", "name": "Bolt <3> & more", "nap": "yes", "in_hand_mm": "2 1/4 yd", "no_more": "yes", "fibre": "wool", "fraying": "2", "repeat_along_mm": "2 1/2 in"} {
		w := post(key, good)
		assert.Equal(t, 200, w.Code, "%s %q: %s", key, good, w.Body.String())
	}
	body := ask(s, "GET", "/ensembles/1/layers/4/cloth?wait=1", nil, nil).Body.String()
	assert.Contains(t, body, "Bolt &lt;3&gt; &amp; more")
	assert.Contains(t, body, "The cloth in hand falls short", "2¼ yards do not hold a skirt")
	assert.Contains(t, body, "no room is left on the cloth in hand")
}

func TestBackupAndRestoreByDownload(t *testing.T) {
	s := demoServer(t, nil)
	w := ask(s, "GET", "/backup", nil, nil)
	require.Equal(t, 200, w.Code)
	require.True(t, strings.HasPrefix(w.Body.String(), "SQLite format 3"))
	saved := w.Body.Bytes()
	require.Equal(t, 303, ask(s, "POST", "/ensembles/1/delete", url.Values{}, nil).Code)
	upload := func(data []byte) *httptest.ResponseRecorder {
		var b bytes.Buffer
		m := multipart.NewWriter(&b)
		part, err := m.CreateFormFile("backup", "saved.db")
		require.NoError(t, err)
		_, err = part.Write(data)
		require.NoError(t, err)
		require.NoError(t, m.Close())
		r := httptest.NewRequest("POST", "http://127.0.0.1:8160/restore", &b)
		r.Header.Set("Content-Type", m.FormDataContentType())
		w := httptest.NewRecorder()
		s.ServeHTTP(w, r)
		return w
	}
	assert.Equal(t, 422, upload([]byte("not a backup")).Code)
	assert.Equal(t, 404, ask(s, "GET", "/ensembles/1/layers", nil, nil).Code)
	w = upload(saved)
	require.Equal(t, 200, w.Code, w.Body.String())
	assert.Contains(t, w.Body.String(), "before-")
	assert.Equal(t, 200, ask(s, "GET", "/ensembles/1/layers", nil, nil).Code)
	kept, err := filepath.Glob(s.Opt.Path + ".before-*")
	require.NoError(t, err)
	assert.Len(t, kept, 1)
}

// The pattern format as another program would check it: outlines run
// counter-clockwise, edges index them and have their stated lengths, and sewn
// edges agree within half a millimetre.
func TestPatternContract(t *testing.T) {
	s := demoServer(t, nil)
	for layer := 1; layer <= 4; layer++ {
		w := ask(s, "GET", fmt.Sprintf("/ensembles/1/layers/%d/pattern.json", layer), nil, nil)
		require.Equal(t, 200, w.Code)
		var p struct {
			Format  string
			Version int
			Pieces  []struct {
				ID      string
				Outline [][2]float64
				Cut     int
				Edges   []struct {
					ID        string
					From, To  int
					Length    float64 `json:"length_mm"`
					Allowance float64 `json:"allowance_mm"`
				}
			}
			Seams []struct {
				ID   string
				A, B struct{ Piece, Edge string }
				Ease float64 `json:"ease_mm"`
			}
		}
		require.NoError(t, json.Unmarshal(w.Body.Bytes(), &p))
		require.Equal(t, "ardent-gusset/pattern", p.Format)
		lengths := map[string]float64{}
		for _, q := range p.Pieces {
			var line []plane.Point
			for _, xy := range q.Outline {
				line = append(line, plane.Pt(xy[0], xy[1]))
			}
			require.Positive(t, plane.Area(line), q.ID)
			require.Positive(t, q.Cut)
			for _, e := range q.Edges {
				part := line[e.From:]
				if e.To > e.From {
					part = line[e.From : e.To+1]
				} else {
					part = append(append([]plane.Point{}, part...), line[:e.To+1]...)
				}
				require.InDelta(t, e.Length, plane.Length(part), 0.05, "%s %s", q.ID, e.ID)
				require.GreaterOrEqual(t, e.Allowance, 0.0)
				lengths[q.ID+" "+e.ID] = e.Length
			}
		}
		require.NotEmpty(t, p.Seams)
		for _, m := range p.Seams {
			a, okA := lengths[m.A.Piece+" "+m.A.Edge]
			b, okB := lengths[m.B.Piece+" "+m.B.Edge]
			require.True(t, okA && okB, m.ID)
			assert.InDelta(t, a+m.Ease, b, 0.5, m.ID)
		}
	}
}

func BenchmarkPages(b *testing.B) {
	s := demoServer(b, nil)
	for _, p := range pages {
		ask(s, "GET", p+"?wait=1", nil, nil)
		b.Run(strings.ReplaceAll(strings.Trim(p, "/"), "/", "_"), func(b *testing.B) {
			for b.Loop() {
				if w := ask(s, "GET", p, nil, nil); w.Code != 200 {
					b.Fatal(w.Code)
				}
			}
		})
	}
	b.Run("edit_of_the_corset", func(b *testing.B) {
		for b.Loop() {
			ask(s, "POST", "/ensembles/1/layers/2/preview", url.Values{"key": {"laced_waist"}, "value": {"64 cm"}}, map[string]string{"X-From-Page": "1"})
		}
	})
}

// The right passphrase is never starved by others' wrong ones: only the address
// that guesses waits. Leaving asks again.
func TestGuessingFromElsewhere(t *testing.T) {
	s := demoServer(t, func(o *hall.Options) { o.Passphrase, o.Loopback = "linen and lace", false })
	from := func(address, path string, form url.Values, cookie string) *httptest.ResponseRecorder {
		r := httptest.NewRequest("POST", "http://192.0.2.7:8160"+path, strings.NewReader(form.Encode()))
		r.Header.Set("Content-Type", "application/x-www-form-urlencoded")
		r.Header.Set("X-Forwarded-For", "198.51.100.9")
		r.RemoteAddr = address + ":4711"
		if cookie != "" {
			r.Header.Set("Cookie", cookie)
		}
		w := httptest.NewRecorder()
		s.ServeHTTP(w, r)
		return w
	}
	for range 3 {
		assert.Equal(t, 401, from("192.0.2.66", "/enter", url.Values{"passphrase": {"guess"}}, "").Code)
	}
	assert.Equal(t, 429, from("192.0.2.66", "/enter", url.Values{"passphrase": {"linen and lace"}}, "").Code)
	in := from("192.0.2.10", "/enter", url.Values{"passphrase": {" linen and lace "}}, "")
	require.Equal(t, 303, in.Code)
	cookie := strings.SplitN(in.Header().Get("Set-Cookie"), ";", 2)[0]
	page := func(cookie string) int {
		r := httptest.NewRequest("GET", "http://192.0.2.7:8160/", nil)
		r.Header.Set("Cookie", cookie)
		w := httptest.NewRecorder()
		s.ServeHTTP(w, r)
		return w.Code
	}
	require.Equal(t, 200, page(cookie))
	out := from("192.0.2.10", "/leave", nil, cookie)
	require.Equal(t, 303, out.Code)
	assert.Equal(t, 303, page(strings.SplitN(out.Header().Get("Set-Cookie"), ";", 2)[0]))
	assert.Equal(t, 303, page(cookie), "a copy of the cookie opens nothing after that either")
	// Many at once from one address are one try, and nobody else waits for them.
	var all sync.WaitGroup
	codes := make([]int, 60)
	for i := range codes {
		all.Go(func() { codes[i] = from("192.0.2.67", "/enter", url.Values{"passphrase": {"guess"}}, "").Code })
	}
	all.Wait()
	compared := 0
	for _, code := range codes {
		if code == 401 {
			compared++
		}
	}
	assert.LessOrEqual(t, compared, 3, "sixty at once are no sixty guesses")
	assert.Equal(t, 303, from("192.0.2.11", "/enter", url.Values{"passphrase": {"linen and lace"}}, "").Code)
	for given, ok := range map[string]bool{"": true, "short": false, "  linen and lace\n": true, strings.Repeat("x", 73): false} {
		_, err := hall.Passphrase(given)
		assert.Equal(t, ok, err == nil, "%q", given)
	}
}

func TestOnlyOwnPaths(t *testing.T) {
	for to, want := range map[string]string{"/ensembles/1/cut?x=1": "/ensembles/1/cut?x=1", "//evil.example": "/", "/\t/evil.example": "/", `/\evil.example`: "/", "https://evil.example/": "/", "": "/", "ensembles": "/", "/\n/evil": "/"} {
		assert.Equal(t, want, hall.OwnPath(to), "%q", to)
	}
}

// A page from elsewhere begins no search, and pictures are only what they were
// decoded as.
func TestNothingForOtherSites(t *testing.T) {
	s := demoServer(t, nil)
	for _, path := range []string{"/ensembles/1/layers/4/choices", "/ensembles/1/layers/4/widths"} {
		assert.Equal(t, 403, ask(s, "GET", path, nil, map[string]string{"Sec-Fetch-Site": "cross-site"}).Code)
	}
	assert.Equal(t, 403, ask(s, "POST", "/ensembles/1/layers/4/look", nil, map[string]string{"Sec-Fetch-Site": "cross-site"}).Code)
	head := []byte("\x89PNG\r\n\x1a\n\x00\x00\x00\rIHDR\x00\x00\x00\x10\x00\x00\x00\x10\x08\x02\x00\x00\x00\x90\x91h6")
	_, err := s.Store.KeepPhoto(t.Context(), head)
	require.Error(t, err, "a head alone is no picture")
}

// A page that is only looked at writes nothing, not even that a draft has been
// seen for the first time.
func TestLookingWritesNothing(t *testing.T) {
	s := demoServer(t, nil)
	fresh, err := s.Store.AddLayer(context.Background(), store.Layer{EnsembleID: 3, Kind: "petticoat-gored", Name: "Never looked at", State: store.Planned, Fabric: cloth.Fabric{Name: "Cambric", Width: 1500, Thickness: 0.3, Weight: 120}})
	require.NoError(t, err)
	before, err := s.Store.Ensembles(context.Background())
	require.NoError(t, err)
	layers := func(list []store.Ensemble) (out []store.Layer) {
		for _, e := range list {
			out = append(out, e.Layers...)
		}
		return out
	}
	for _, path := range []string{"/", "/wearers/1", "/ensembles/3/figure", "/ensembles/3/layers", "/ensembles/3/layers/11/draft", fmt.Sprintf("/ensembles/3/layers/%d/draft", fresh.ID), "/ensembles/1/layers/4/cloth", "/ensembles/1/buy", "/ensembles/1/bench", "/ensembles/1/layers/4/guard", "/stash", "/stash/1"} {
		get(t, s, path)
	}
	after, err := s.Store.Ensembles(context.Background())
	require.NoError(t, err)
	for i, l := range layers(before) {
		assert.Equal(t, l.Seen, layers(after)[i].Seen)
		assert.Equal(t, l.CutHash, layers(after)[i].CutHash)
	}
}
