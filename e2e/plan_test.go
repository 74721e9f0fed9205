package e2e

import (
	"context"
	"encoding/csv"
	"encoding/json"
	"net"
	"os"
	"path/filepath"
	"strconv"
	"strings"
	"testing"
	"time"

	"ardentgusset/internal/demo/demotest"
	"ardentgusset/internal/store"
	"ardentgusset/internal/web"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// The work of an ensemble up to its day: seen as threads and as a list, the machine out of order, a way out taken and undone,
// a step of one’s own, a pause, the calendar read by another program and the table by a standard reader.
func TestPlanUpToTheDay(t *testing.T) {
	b := open(t, app(t, true))
	b.visit("/ensembles/3/plan")
	b.until(`document.querySelectorAll(".needlework .stitch").length > 40`)
	assert.Equal(t, js[int](b, `document.querySelectorAll(".needlework .stitch").length`), js[int](b, `document.querySelectorAll(".plan-list > li").length`), "the list holds the same")
	assert.Positive(t, js[int](b, `document.querySelectorAll(".needlework .needle").length`), "something can be done now")
	assert.Positive(t, js[int](b, `document.querySelectorAll(".needlework path.joint").length`))
	b.accessible("the plan")
	even := b.text(".odds b:last-of-type")
	b.enter("input[name=day6]", "9")
	b.until(`document.querySelector("#odds .tried") && document.querySelector(".odds b:last-of-type").textContent !== ` + strconv.Quote(even))
	b.visit("/ensembles/3/plan") // and nothing was kept
	likely := b.text(".odds b:last-of-type")
	js[bool](b, `(document.querySelector("select[name=kind]").closest("details").open = true)`)
	js[bool](b, `(document.querySelector("input[name=from]").value = "2027-02-03", document.querySelector("input[name=to]").value = "2027-03-20", true)`)
	b.reply(func() { b.click(`form:has(select[name=kind]) button`) })
	b.until(`document.querySelector(".needlework .barred")`)
	b.sees("Machine out of order")
	assert.NotEqual(t, likely, b.text(".odds b:last-of-type"), "it takes longer")
	b.reply(func() { b.click("#ask-ways") })
	ways := js[int](b, `document.querySelectorAll(".ways > li").length`)
	require.Positive(t, ways)
	sewn := js[string](b, `fetch(location.pathname.replace("plan", "plan.csv")).then((r) => r.text())`)
	b.reply(func() { b.click(`.ways form[action$="/way"] button`) })
	assert.NotEqual(t, sewn, js[string](b, `fetch("/ensembles/3/plan.csv").then((r) => r.text())`), "the way is taken")
	b.reply(func() { b.click("[data-undo]") })
	rows, err := csv.NewReader(strings.NewReader(js[string](b, `fetch("/ensembles/3/plan.csv").then((r) => r.text())`))).ReadAll()
	require.NoError(t, err)
	assert.Equal(t, js[int](b, `document.querySelectorAll(".plan-list > li").length`), len(rows)-1)
	js[bool](b, `(document.querySelector("input[name=job]").closest("details").open = true)`)
	b.enter("form:has(input[name=job]) input[name=name]", "Dress the wig")
	b.enter("input[name=job]", "Wig")
	b.reply(func() { b.click(`form:has(input[name=job]) button`) })
	b.until(`[...document.querySelectorAll(".needlework .lane")].some((n) => n.textContent === "Wig")`)
	js[bool](b, `(document.querySelector("textarea[name=where]").closest("details").open = true)`)
	b.enter("textarea[name=needs]", "Courage for the eyelets")
	b.reply(func() { b.click(`form:has(textarea[name=where]) button`) })
	b.sees("The next small thing")
	b.sees("Courage for the eyelets")
	b.reply(func() { b.click(".pause .main-button") })
	b.until(`!document.querySelector(".pause")`)

	ical, err := os.ReadFile("testdata/ical.min.js")
	require.NoError(t, err)
	js[bool](b, `(() => { const module = { exports: {} }; const exports = module.exports; `+string(ical)+`; window.ICAL = module.exports.default || module.exports; return true })()`)
	type entry struct{ UID, Summary, Start, End string }
	read := func() (out []entry) {
		text := js[string](b, `fetch("/ensembles/3/plan.ics").then((r) => r.text()).then((t) => JSON.stringify(new ICAL.Component(ICAL.parse(t)).getAllSubcomponents("vevent").map((c) => {
			const e = new ICAL.Event(c); return { UID: e.uid, Summary: e.summary, Start: e.startDate.toString(), End: e.endDate.toString() } })))`)
		require.NoError(t, json.Unmarshal([]byte(text), &out))
		return out
	}
	first := read()
	ids := map[string]bool{}
	event := js[string](b, `fetch("/ensembles/3/particulars").then((r) => r.text()).then((t) => new DOMParser().parseFromString(t, "text/html").querySelector("[name=event_date]").value)`)
	onTheDay := false
	for _, e := range first {
		assert.False(t, ids[e.UID], "%s stands twice", e.Summary)
		ids[e.UID] = true
		assert.Less(t, e.Start, e.End, "a day ends with the next")
		onTheDay = onTheDay || e.Start == event
	}
	assert.True(t, onTheDay, "the event stands in it")
	assert.Equal(t, first, read(), "imported again nothing is doubled")
}

// stoppable is the program on a file, that can be killed and started again at the same address.
type stoppable struct {
	*testing.T
	path, addr string
	stop       context.CancelFunc
	ended      chan struct{}
	srv        *web.Server
}

func (s *stoppable) start() {
	s.Helper()
	st, err := store.Open(s.path)
	require.NoError(s, err)
	s.srv, err = web.New(st, web.Options{Path: s.path, Loopback: true, Now: time.Now, Version: "test"})
	require.NoError(s, err)
	l, err := net.Listen("tcp", s.addr)
	require.NoError(s, err)
	s.addr = l.Addr().String()
	ctx, stop := context.WithCancel(context.Background())
	s.stop, s.ended = stop, make(chan struct{})
	go func(srv *web.Server, ended chan struct{}) { _ = srv.Serve(ctx, l); close(ended) }(s.srv, s.ended)
}

func (s *stoppable) kill() {
	s.stop()
	<-s.ended
	require.NoError(s, s.srv.Close())
}

// At the bench on a phone with the program gone: three steps are worked, the page is loaded again, the tab is closed and
// another opened, and when the program is back everything was done once, at the times it was done.
func TestBenchWithoutAConnection(t *testing.T) {
	t.Parallel()
	s := &stoppable{T: t, path: filepath.Join(t.TempDir(), "data.db"), addr: "127.0.0.1:0"}
	s.path = demotest.File(t, time.Now())
	s.start()
	defer func() { s.kill() }()
	b := open(t, "http://"+s.addr)
	b.size(390, 844)
	b.visit("/ensembles/1/bench") // once is enough
	js[bool](b, `navigator.serviceWorker.ready.then(() => true)`)
	b.until(`navigator.serviceWorker.controller`)
	steps := js[string](b, `JSON.stringify([...document.querySelectorAll(".steps li.is-ready > a")].slice(0, 3).map((a) => a.getAttribute("href")))`)
	var ready []string
	require.NoError(t, json.Unmarshal([]byte(steps), &ready))
	require.NotEmpty(t, ready)
	// Nothing but the bench was opened: all of its steps, what is to buy and the plan have gone along.
	require.True(t, js[bool](b, `(async () => {
		const steps = [...document.querySelectorAll(".steps li > a")].map((a) => a.getAttribute("href")).filter((to) => to.includes("step="));
		for (let tries = 0; tries < 900; tries++) {
			const had = new Set((await (await caches.open("pages-2")).keys()).map((r) => new URL(r.url).pathname + new URL(r.url).search));
			if (steps.length > 20 && [...steps, "/ensembles/1/buy", "/ensembles/1/plan"].every((to) => had.has(to))) return true;
			await new Promise((on) => setTimeout(on, 100));
		}
		return false;
	})()`))
	b.sees("it opens without a connection")
	b.visit(ready[0])
	name := b.text("#now-name")
	last := js[string](b, `[...document.querySelectorAll(".steps li > a")].at(-1).getAttribute("href")`)
	lastName := js[string](b, `[...document.querySelectorAll(".steps li > a")].at(-1).textContent.trim()`)
	// While the passphrase is asked for nothing is refused: it waits.
	js[bool](b, `(window.fetch = async () => new Response("", { status: 401 }), true)`)
	b.enter("#note", "Try the key")
	b.sees("when the passphrase was entered")
	b.visit(ready[0])
	b.until(`(JSON.parse(localStorage.getItem("bench-waiting")) || []).length === 0 && document.querySelector("#note")?.value === "Try the key"`)
	s.kill()
	b.visit(last) // never opened before
	assert.Contains(t, lastName, b.text("#now-name"))
	b.visit("/ensembles/1/buy")
	b.sees("buy")
	b.visit("/ensembles/1/bench?step=9/none")
	b.sees("was not kept on this device")
	b.visit(ready[0])
	b.click(".timer")
	b.sees("kept on this device")
	b.visit(ready[0]) // from what was kept
	b.sees(name)
	b.sees("kept on this device")
	b.until(`JSON.parse(localStorage.getItem("bench-waiting")).length === 1`)
	b.click(".timer") // as it was last seen: the clock is started once more
	b.until(`JSON.parse(localStorage.getItem("bench-waiting")).length === 2`)
	js[bool](b, `(document.querySelector(".wrong-form").open = true)`)
	b.enter("input[name=reason]", "Bobbin ran out")
	b.click(".wrong-form button")
	b.until(`JSON.parse(localStorage.getItem("bench-waiting")).length === 3`)
	b.click(".big-done")
	b.until(`JSON.parse(localStorage.getItem("bench-waiting")).length === 4`)
	assert.Equal(t, "Not done after all", b.text(".big-done"))
	b.enter("#note", "Chalk lies in the blue tin")
	b.until(`JSON.parse(localStorage.getItem("bench-waiting")).length === 5`)
	js[bool](b, `new Promise((ok) => {
		const c = document.createElement("canvas");
		c.width = c.height = 8;
		c.toBlob((picture) => {
			const d = new DataTransfer(), chosen = document.querySelector("[data-step-photo]");
			d.items.add(new File([picture], "seam.png", { type: "image/png" }));
			chosen.files = d.files;
			chosen.dispatchEvent(new Event("change", { bubbles: true }));
			ok(true);
		});
	})`)
	b.until(`[...document.querySelectorAll("#waiting li")].some((li) => li.textContent.includes("photo"))`)
	b.visit(ready[0])
	b.until(`[...document.querySelectorAll("#waiting li")].some((li) => li.textContent.includes("photo"))`)
	b.accessible("the bench without a connection")
	// In the shop: what is on the list is ticked, and ticked off again, without a connection.
	b.visit("/ensembles/1/buy")
	for range 3 {
		js[bool](b, `(document.querySelector("[data-have^=busk]").click(), true)`)
	}
	b.until(`JSON.parse(localStorage.getItem("bench-waiting")).length === 6`) // the last of them stands
	b.until(`document.querySelector("[data-have^=busk]").closest("tr.had")`)
	b.visit(ready[0])

	s.start()
	js[bool](b, `(dispatchEvent(new Event("online")), true)`)
	b.until(`(JSON.parse(localStorage.getItem("bench-waiting")) || []).length === 0`)
	b.until(`document.querySelector("#waiting")?.hidden && document.querySelector(".step-photo img")`) // the page loads itself again
	b.visit(ready[0])
	b.until(`document.querySelector(".big-done")?.textContent.includes("Not done after all")`)
	s.kill() // and read what it kept
	st, err := store.Open(s.path)
	require.NoError(t, err)
	e, err := st.Ensemble(t.Context(), 1)
	require.NoError(t, err)
	had := 0
	for _, price := range e.Prices {
		if price < 0 {
			had++
		}
	}
	assert.Equal(t, 1, had, "the busk is in hand")
	require.Len(t, e.Planning.Lessons, 1)
	assert.Equal(t, "Bobbin ran out", e.Planning.Lessons[0].What)
	noted, seen := false, false
	for _, l := range e.Layers {
		for _, x := range l.Steps {
			noted = noted || x.Note == "Chalk lies in the blue tin"
			seen = seen || x.Photo != ""
		}
	}
	assert.True(t, noted, "the note was sent")
	assert.True(t, seen, "and the photo")
	running := 0
	for _, l := range e.Layers {
		for _, x := range l.Timings {
			if x.EndedAt == nil {
				running++
			}
		}
	}
	assert.Zero(t, running, "what is done is not timed any more")
	require.NoError(t, st.Close())
	s.start()
}
