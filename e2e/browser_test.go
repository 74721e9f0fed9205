// Package e2e drives the real interface in a real browser.
package e2e

import (
	"context"
	"encoding/base64"
	"encoding/json"
	"fmt"
	"net"
	"net/url"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"sync"
	"testing"
	"time"

	"ardentgusset/internal/demo/demotest"
	"ardentgusset/internal/store"
	"ardentgusset/internal/web"

	"github.com/chromedp/cdproto/cdp"
	"github.com/chromedp/cdproto/emulation"
	"github.com/chromedp/cdproto/input"
	"github.com/chromedp/cdproto/log"
	"github.com/chromedp/cdproto/network"
	"github.com/chromedp/cdproto/page"
	"github.com/chromedp/cdproto/runtime"
	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/require"
)

// browser is one for all tests; each tab has a store and cookies of its own.
var browser context.Context

func TestMain(m *testing.M) {
	found := false
	for _, name := range []string{"chromium", "chromium-browser", "google-chrome"} {
		if _, err := exec.LookPath(name); err == nil {
			found = true
		}
	}
	if !found {
		fmt.Println("no Chromium on this machine: the browser tests are skipped")
		if os.Getenv("CI") != "" {
			os.Exit(1)
		}
		os.Exit(0)
	}
	opts := append(chromedp.DefaultExecAllocatorOptions[:], chromedp.NoSandbox, chromedp.DisableGPU,
		chromedp.Flag("disable-quic", true), chromedp.Flag("disable-component-update", true), chromedp.Flag("disable-sync", true), chromedp.Flag("hide-scrollbars", true),
		chromedp.Flag("ignore-certificate-errors-spki-list", pinned()))
	allocator, stop := chromedp.NewExecAllocator(context.Background(), opts...)
	var closed context.CancelFunc
	browser, closed = chromedp.NewContext(allocator)
	if err := chromedp.Do(browser); err != nil { // it starts with its first step, even of none
		fmt.Println("the browser does not start:", err)
		os.Exit(1)
	}
	code := m.Run()
	closed()
	stop()
	os.Exit(code)
}

// today is the day of the tests: pictures and sums do not change overnight.
var today = time.Date(2027, 2, 3, 10, 0, 0, 0, time.UTC)

// beside holds the tests that run beside others: each has a browser and a program of its own.
var beside sync.Map

// app starts the program on a fresh file, with demo data if asked.
func app(t *testing.T, withDemo bool) string {
	if _, known := beside.LoadOrStore(t, true); !known {
		t.Parallel()
	}
	path := filepath.Join(t.TempDir(), "data.db")
	if withDemo {
		path = demotest.File(t, today)
	}
	st, err := store.Open(path)
	require.NoError(t, err)
	srv, err := web.New(st, web.Options{Path: path, Loopback: true, Now: func() time.Time { return today }, Version: "test",
		Book: demotest.Book})
	require.NoError(t, err)
	l, err := net.Listen("tcp", "127.0.0.1:0")
	require.NoError(t, err)
	ctx, stop := context.WithCancel(context.Background())
	ended := make(chan struct{})
	go func() { _ = srv.Serve(ctx, l); close(ended) }()
	t.Cleanup(func() { stop(); <-ended; _ = srv.Close() })
	return "http://" + l.Addr().String()
}

// tab is a browser tab that remembers what went wrong in it and every
// address it asked for.
type tab struct {
	*testing.T
	ctx  context.Context
	base string

	mu       sync.Mutex
	problems []string
	asked    []string
}

func open(t *testing.T, base string) *tab {
	b := &tab{T: t, base: base}
	ctx, cancel := chromedp.NewContext(browser, chromedp.WithNewBrowserContext(), chromedp.WithListener(b.hear))
	ctx, stop := context.WithTimeout(ctx, 3*time.Minute)
	b.ctx = ctx
	t.Cleanup(func() {
		stop()
		cancel()
		b.mu.Lock()
		defer b.mu.Unlock()
		if len(b.problems) > 0 {
			t.Errorf("in the browser's console: %s", strings.Join(b.problems, "; "))
		}
		for _, a := range b.asked {
			if !strings.HasPrefix(a, base) && !strings.HasPrefix(a, "data:") && !strings.HasPrefix(a, "about:") && !strings.HasPrefix(a, "blob:") {
				t.Errorf("a request left the machine: %s", a)
			}
		}
	})
	b.do(func(ctx context.Context, tg *chromedp.Target) (chromedp.Void, error) {
		_, err := cdp.Call(ctx, tg, log.Enable, cdp.Empty{})
		return chromedp.Void{}, err
	})
	b.size(1280, 800)
	return b
}

func (b *tab) hear(ev any) {
	b.mu.Lock()
	defer b.mu.Unlock()
	switch e := ev.(type) {
	case *network.EventRequestWillBeSent:
		b.asked = append(b.asked, e.Request.URL)
	case *runtime.EventExceptionThrown:
		said := fmt.Sprint(e.ExceptionDetails.Text, " ", e.ExceptionDetails.URL, " ", e.ExceptionDetails.LineNumber)
		if o := e.ExceptionDetails.Exception; o != nil {
			said += " " + o.Description
		}
		b.problems = append(b.problems, said)
	case *runtime.EventConsoleAPICalled:
		if e.Type == runtime.ConsoleAPICalledTypeError {
			b.problems = append(b.problems, "console.error")
		}
	case *log.EventEntryAdded:
		// An answer of 4xx to a wrong entry is no fault of the page.
		if e.Entry.Level == log.EntryLevelError && e.Entry.Source != log.EntrySourceNetwork {
			b.problems = append(b.problems, e.Entry.Text)
		}
	}
}

func (b *tab) do(steps ...chromedp.Action[chromedp.Void]) {
	b.Helper()
	require.NoError(b, chromedp.Do(b.ctx, steps...))
}

func (b *tab) size(w, h int64) { b.do(chromedp.EmulateViewport(w, h)) }

func (b *tab) visit(path string) { b.Helper(); b.do(chromedp.Navigate(b.base + path)) }

func js[T any](b *tab, script string) T {
	b.Helper()
	v, err := chromedp.Run(b.ctx, chromedp.Evaluate[T](script, chromedp.EvalAwaitPromise))
	require.NoError(b, err, script)
	return v
}

func quoted(s string) string {
	q, _ := json.Marshal(s)
	return string(q)
}

// until waits for a script to be true.
func (b *tab) until(script string) {
	b.Helper()
	end := time.Now().Add(time.Minute)
	for {
		v, err := chromedp.Run(b.ctx, chromedp.Evaluate[bool](`Boolean(`+script+`)`))
		if err == nil && v {
			return
		}
		if time.Now().After(end) {
			text, _ := chromedp.Run(b.ctx, chromedp.Evaluate[string](`document.body.innerText.slice(0, 1500)`))
			b.Fatalf("never true: %s (%v)\n%s", script, err, text)
		}
		time.Sleep(30 * time.Millisecond)
	}
}

func (b *tab) sees(text string) {
	b.Helper()
	b.until(`document.body.innerText.includes(` + quoted(text) + `)`)
}

func (b *tab) text(sel string) string {
	b.Helper()
	b.until(`document.querySelector(` + quoted(sel) + `)`)
	return js[string](b, `document.querySelector(`+quoted(sel)+`).textContent.trim().replace(/\s+/g, " ")`)
}

func (b *tab) click(sel string) {
	b.Helper()
	b.until(`document.querySelector(` + quoted(sel) + `)`)
	b.do(chromedp.Click(chromedp.CSS(sel)))
}

// enter types into a field in place of what is there and leaves it.
func (b *tab) enter(sel, text string) {
	b.Helper()
	b.until(`document.querySelector(` + quoted(sel) + `)`)
	b.do(chromedp.Focus(chromedp.CSS(sel)))
	js[bool](b, `document.querySelector(`+quoted(sel)+`).select(), true`)
	b.press("\b")
	b.do(func(ctx context.Context, tg *chromedp.Target) (chromedp.Void, error) {
		_, err := cdp.Call(ctx, tg, input.InsertText, input.InsertTextParams{Text: text})
		return chromedp.Void{}, err
	})
	b.press("\t")
}

func (b *tab) press(keys string) { b.Helper(); b.do(chromedp.KeyEvent(keys)) }

// mouse moves, presses or releases the left button at a place of the window.
func (b *tab) mouse(kind input.DispatchMouseEventType, x, y float64) {
	b.Helper()
	b.do(func(ctx context.Context, tg *chromedp.Target) (chromedp.Void, error) {
		_, err := cdp.Call(ctx, tg, input.DispatchMouseEvent, input.DispatchMouseEventParams{Type: kind, X: x, Y: y, Button: input.MouseButtonLeft, ClickCount: 1})
		return chromedp.Void{}, err
	})
}

// reply waits for the page that follows from a step.
func (b *tab) reply(step func()) {
	b.Helper()
	js[bool](b, `(window.stillHere = true)`)
	step()
	b.until(`!window.stillHere && document.readyState === "complete"`)
}

// putOn adds a garment from its family in the catalogue.
func (b *tab) putOn(kind string) {
	b.Helper()
	sel := `.garment-button[value="` + kind + `"]`
	b.until(`document.querySelector(` + quoted(sel) + `)`)
	js[bool](b, `(document.querySelector(`+quoted(sel)+`).closest("details").open = true)`)
	b.reply(func() { b.click(sel) })
}

func (b *tab) light(scheme string) {
	b.do(func(ctx context.Context, tg *chromedp.Target) (chromedp.Void, error) {
		_, err := cdp.Call(ctx, tg, emulation.SetEmulatedMedia, emulation.SetEmulatedMediaParams{Features: []*emulation.MediaFeature{{Name: "prefers-color-scheme", Value: scheme}}})
		return chromedp.Void{}, err
	})
}

func (b *tab) picture(file string) {
	b.Helper()
	js[bool](b, `document.fonts.ready.then(() => true)`)
	shot, err := chromedp.Run(b.ctx, chromedp.CaptureScreenshot())
	require.NoError(b, err)
	require.NoError(b, os.WriteFile(file, shot, 0o644))
}

// accessible runs axe-core and fails on whatever it finds serious.
func (b *tab) accessible(name string) {
	b.Helper()
	b.judged(name, `{resultTypes: ["violations"]}`)
}

// contrasts looks at colours alone: nothing else changes with the light.
func (b *tab) contrasts(name string) {
	b.Helper()
	b.judged(name, `{resultTypes: ["violations"], runOnly: {type: "rule", values: ["color-contrast"]}}`)
}

func (b *tab) judged(name, how string) {
	b.Helper()
	if !js[bool](b, `"axe" in window`) {
		axe, err := os.ReadFile("testdata/axe.min.js")
		require.NoError(b, err)
		if _, err := chromedp.Run(b.ctx, chromedp.Evaluate[any](string(axe)+"; 1")); err != nil {
			b.Fatal(err)
		}
	}
	js[bool](b, `(document.getAnimations().forEach(a => a.finish()), true)`) // a colour on its way is none
	found := js[string](b, `axe.run(document, `+how+`).then(r => r.violations.filter(v => v.impact === "serious" || v.impact === "critical").map(v => v.id + ": " + v.nodes.slice(0, 3).map(n => n.html.slice(0, 140) + " " + (n.any[0]?.message || "")).join(" | ")).join("\n"))`)
	if found != "" {
		b.Errorf("%s: %s", name, found)
	}
}

// printed is the page as the browser prints it.
func (b *tab) printed() []byte {
	b.Helper()
	res, err := chromedp.Run(b.ctx, func(ctx context.Context, tg *chromedp.Target) (page.PrintToPDFResult, error) {
		return cdp.Call(ctx, tg, page.PrintToPDF, page.PrintToPDFParams{})
	})
	require.NoError(b, err)
	data, err := base64.StdEncoding.DecodeString(string(res.Data))
	if err != nil { // already decoded
		return []byte(res.Data)
	}
	return data
}

func path(b *tab) string {
	u, err := url.Parse(js[string](b, `location.href`))
	require.NoError(b, err)
	return u.RequestURI()
}
