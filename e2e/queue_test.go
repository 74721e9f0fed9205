package e2e

import (
	"bytes"
	"fmt"
	"io"
	"net/http"
	"net/http/httptest"
	"net/http/httputil"
	"net/url"
	"regexp"
	"strings"
	"sync/atomic"
	"testing"
	"time"

	"ardentgusset/internal/demo/demotest"
	"ardentgusset/internal/store"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// another is a second tab of the same browser: what is kept on the device is the same for both.
func (b *tab) another() *tab {
	b.Helper()
	o := &tab{T: b.T, base: b.base}
	ctx, cancel := chromedp.NewContext(b.ctx, chromedp.WithListener(o.hear))
	o.ctx = ctx
	b.Cleanup(cancel)
	o.size(390, 844)
	return o
}

// Two tabs of one phone that come back to the network at once send what waits once, whichever of them kept it; a step and its lesson
// are there once each.
func TestTwoTabsOfOnePhone(t *testing.T) {
	t.Parallel()
	s := &stoppable{T: t, path: demotest.File(t, time.Now()), addr: "127.0.0.1:0"}
	s.start()
	defer func() { s.kill() }()
	one := open(t, "http://"+s.addr)
	one.size(390, 844)
	one.visit("/ensembles/1/bench")
	two := one.another()
	two.visit("/ensembles/1/bench")
	for _, b := range []*tab{one, two} {
		js[bool](b, `navigator.serviceWorker.ready.then(() => true)`)
		b.until(`navigator.serviceWorker.controller`)
	}
	s.kill()
	for i, b := range []*tab{one, two} {
		js[bool](b, `(document.querySelector(".wrong-form").open = true)`)
		b.enter("input[name=reason]", fmt.Sprintf("From tab %d", i+1))
		b.click(".wrong-form button")
		b.until(fmt.Sprintf(`JSON.parse(localStorage.getItem("bench-waiting")).length === %d`, i+1))
	}
	s.start()
	for _, b := range []*tab{one, two} {
		js[bool](b, `(dispatchEvent(new Event("online")), dispatchEvent(new Event("online")), true)`)
	}
	one.until(`(JSON.parse(localStorage.getItem("bench-waiting")) || []).length === 0`)
	time.Sleep(300 * time.Millisecond) // whatever the other was about to send
	s.kill()
	st, err := store.Open(s.path)
	require.NoError(t, err)
	e, err := st.Ensemble(t.Context(), 1)
	require.NoError(t, err)
	count := map[string]int{}
	for _, l := range e.Planning.Lessons {
		count[l.What]++
	}
	assert.Equal(t, map[string]int{"From tab 1": 1, "From tab 2": 1}, count)
	require.NoError(t, st.Close())
	s.start()
}

// A device that has no room left still sends what is done while there is a connection, and says so where there is none.
func TestADeviceWithoutRoom(t *testing.T) {
	t.Parallel()
	s := &stoppable{T: t, path: demotest.File(t, time.Now()), addr: "127.0.0.1:0"}
	s.start()
	defer func() { s.kill() }()
	b := open(t, "http://"+s.addr)
	b.size(390, 844)
	b.visit("/ensembles/1/bench")
	js[bool](b, `navigator.serviceWorker.ready.then(() => true)`)
	b.until(`navigator.serviceWorker.controller`)
	js[bool](b, `(() => {
		let much = "x".repeat(1 << 20);
		for (let i = 0; much.length > 0; i++) {
			try { localStorage.setItem("full-" + i, much) } catch { much = much.slice(0, much.length / 2 | 0) }
		}
		return true;
	})()`)
	wrong := func(what string) {
		js[bool](b, `(document.querySelector(".wrong-form").open = true)`)
		b.enter("input[name=reason]", what)
		b.click(".wrong-form button")
	}
	b.reply(func() { wrong("Sent at once") })
	b.sees("Sent at once")
	s.kill()
	wrong("Nowhere to keep it")
	b.sees("this device has no room left")
	assert.Equal(t, "Nowhere to keep it", js[string](b, `document.querySelector("input[name=reason]").value`), "what was typed stays")
	s.start()
	js[bool](b, `(localStorage.clear(), true)`)
}

// A phone that was at the bench with an older program opens the newer one with its own files, and again without a connection:
// nothing of the older one is mixed in.
func TestANewProgramUnderAnOldWorker(t *testing.T) {
	t.Parallel()
	s := &stoppable{T: t, path: demotest.File(t, time.Now()), addr: "127.0.0.1:0"}
	s.start()
	defer func() { s.kill() }()
	to, err := url.Parse("http://" + s.addr)
	require.NoError(t, err)
	var newer atomic.Bool
	name := regexp.MustCompile(`/static/v-([0-9a-f]+)/`)
	front := &httputil.ReverseProxy{}
	front.ErrorHandler = func(w http.ResponseWriter, _ *http.Request, _ error) { panic(http.ErrAbortHandler) }
	var is atomic.Value // the name of what is served
	is.Store("")
	front.Rewrite = func(asked *httputil.ProxyRequest) {
		r := asked.Out
		asked.SetURL(to)
		r.Header.Del("Accept-Encoding")
		if old := is.Load().(string); old != "" && !newer.Load() {
			r.URL.Path = strings.Replace(r.URL.Path, strings.Repeat("0", len(old)), old, 1)
		}
	}
	front.ModifyResponse = func(a *http.Response) error {
		kind := a.Header.Get("Content-Type")
		if newer.Load() || !strings.Contains(kind, "html") && !strings.Contains(kind, "javascript") && !strings.Contains(kind, "css") {
			return nil
		}
		body, err := io.ReadAll(a.Body)
		if err != nil {
			return err
		}
		if m := name.FindSubmatch(body); m != nil {
			is.Store(string(m[1]))
			body = bytes.ReplaceAll(body, m[1], bytes.Repeat([]byte("0"), len(m[1])))
		}
		a.Body, a.ContentLength = io.NopCloser(bytes.NewReader(body)), int64(len(body))
		a.Header.Set("Content-Length", fmt.Sprint(len(body)))
		a.Header.Del("ETag")
		return nil
	}
	host := httptest.NewServer(front)
	defer host.Close()
	b := open(t, host.URL)
	b.size(390, 844)
	b.visit("/ensembles/1/bench")
	js[bool](b, `navigator.serviceWorker.ready.then(() => true)`)
	b.until(`navigator.serviceWorker.controller`)
	b.sees("it opens without a connection")
	files := func() string {
		return js[string](b, `[...new Set([...document.querySelectorAll("script[src], link[rel=stylesheet]")].map((f) => (f.src || f.href).match(/v-([0-9a-f]+)/)[1]))].join()`)
	}
	assert.Regexp(t, `^0+$`, files())
	newer.Store(true)
	b.visit("/ensembles/1/bench")
	assert.Equal(t, is.Load().(string), files(), "the new page has the new program’s files")
	b.sees("it opens without a connection")
	b.until(`getComputedStyle(document.querySelector(".big-done")).backgroundColor !== "rgba(0, 0, 0, 0)"`)
	b.click(".timer")
	b.until(`document.querySelector(".timer").textContent.includes("Stop")`)
	s.kill()
	b.visit("/ensembles/1/bench")
	assert.Equal(t, is.Load().(string), files())
	b.until(`getComputedStyle(document.querySelector(".big-done")).backgroundColor !== "rgba(0, 0, 0, 0)"`)
	b.click(".timer")
	b.sees("kept on this device")
	time.Sleep(1300 * time.Millisecond) // the clock that was stopped does not tick on
	s.start()
}
