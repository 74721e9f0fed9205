package e2e

import (
	"fmt"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// The main job, from a tape measure to a ticked-off step and a print.
func TestFromTapeMeasureToTick(t *testing.T) {
	b := open(t, app(t, false))
	b.visit("/")
	b.reply(func() { b.click(`a[href="/wearers/new"]`) })
	b.enter("#name", "Someone New")
	b.reply(func() { b.click(".main-button") })
	for key, typed := range map[string]string{"bust_girth": "36 in", "waist_girth": "27 1/2 in", "hip_girth": "99 cm", "height": "5 ft 6 in"} {
		b.enter("#r-"+key, typed)
	}
	b.until(`document.querySelector("#r-waist_girth").value === "69.9 cm"`)
	b.until(`document.querySelector("#r-height").dataset.was.startsWith("1676.")`)
	assert.Contains(t, b.text(`[data-measure="underbust_girth"] [data-estimate]`), "±")
	assert.Contains(t, b.text("#wearer-stand"), "69.9 cm")

	b.visit("/ensembles/new")
	b.enter("#name", "A trial of four layers")
	b.enter("#part", "about 1887")
	js[bool](b, `(document.querySelector("#event_date").value = "2027-05-15", true)`)
	b.enter("#heel", "1 1/2 in")
	b.reply(func() { b.click(".main-button") })
	for _, kind := range []string{"shift", "corset", "petticoat-tiered", "skirt-gored-1887"} {
		b.putOn(kind)
	}
	assert.Equal(t, 4, js[int](b, `document.querySelectorAll(".stack li[data-layer]").length`))

	// The corset, laced in further: petticoat and skirt follow and say so.
	b.reply(func() { b.click(`[data-key="3"]`) })
	b.reply(func() { b.click(`.stack li[data-layer="2"] a`) })
	b.sees("Corset, drafted over shift")
	b.sees("doctor’s word")
	before := js[string](b, `document.querySelector(".sheet").outerHTML`)
	b.enter("#p-laced_waist", "61.75 cm")
	b.until(`document.querySelectorAll(".stack li.stale").length === 2`)
	assert.NotEqual(t, before, js[string](b, `document.querySelector(".sheet").outerHTML`), "the drawing followed without loading the page")
	assert.Contains(t, b.text(`.stack li[data-layer="4"]`), "waist 31 mm smaller")
	assert.Contains(t, b.text(`.stack li[data-layer="4"]`), "more")
	assert.NotContains(t, b.text(`.stack li[data-layer="1"]`), "changed", "the shift below does not change")
	assert.Contains(t, b.text("#truing"), "seams are true")
	b.reply(func() { b.click(`.stack li[data-layer="4"] a`) })
	b.sees("Changed since you last looked")
	b.reply(func() { b.click(".note.changed button") })
	b.until(`document.querySelectorAll(".stack li.stale").length === 1`)

	// A petticoat worn under the corset instead is made to the bare waist.
	b.visit("/ensembles/1/layers")
	outer := b.text(".layer-row:nth-child(2)")
	require.Contains(t, outer, "petticoat")
	b.reply(func() { b.click(`[aria-label="Wear Tiered petticoat one further in"]`) })
	b.until(`document.querySelectorAll(".layer-row h3")[2].textContent === "Tiered petticoat"`)
	assert.Contains(t, b.text(".layer-row:nth-child(3) .change"), "larger")
	b.reply(func() { b.click("[data-undo]") })
	b.until(`document.querySelectorAll(".layer-row h3")[1].textContent === "Tiered petticoat"`)

	// Cloth: what to buy follows its width.
	b.visit("/ensembles/1/layers/4/cloth")
	b.until(`document.querySelector(".lay")`)
	wide := b.text(".buy-line")
	b.enter("#c-width_mm", "30 in")
	b.until(`document.querySelector(".lay") && document.querySelector(".buy-line").textContent.trim().replace(/\s+/g, " ") !== ` + quoted(wide))
	b.enter("#c-price_per_m", "12.50")
	b.sees("to pay")
	b.visit("/ensembles/1/buy")
	for _, want := range []string{"Busk, straight", "Lace, at the centre back", "Sewing thread for Corset", "Hooks and eyes", "Spiral steel bone", "Stay tape"} {
		b.sees(want)
	}

	// The bench: tick, time, note; Back goes back.
	b.visit("/ensembles/1/bench")
	first := b.text("#now-name")
	b.reply(func() { b.click(".timer") })
	b.until(`document.querySelector(".timer.running")`)
	b.enter("#note", "Chalk does not show on this side")
	b.sees("Noted.")
	b.reply(func() { b.click(".big-done") })
	b.sureOfCut()
	assert.NotEqual(t, first, b.text("#now-name"))
	b.sees("Chalk does not show on this side")
	b.sees("1 of ")
	here := path(b)
	b.reply(func() { b.click(`[data-key="2"]`) })
	js[bool](b, `(history.back(), true)`)
	b.until(`location.pathname + location.search === ` + quoted(here))

	// Print: the page, and the pieces at true scale.
	assert.True(t, strings.HasPrefix(string(b.printed()), "%PDF"))
	got := js[string](b, `fetch("/ensembles/1/layers/2/paper.pdf?paper=a4").then(r => r.text()).then(t => t.slice(0, 5))`)
	assert.Equal(t, "%PDF-", got)
}

// sureOfCut answers every question that is asked before cloth is cut, if the
// step was cutting, and goes back to the bench.
func (b *tab) sureOfCut() {
	if !js[bool](b, `!!document.querySelector(".guard-form")`) {
		return
	}
	js[bool](b, `(document.querySelectorAll(".guard-form input[type=checkbox]").forEach((box) => { box.checked = true; }), true)`)
	b.reply(func() { b.click(".guard-form .main-button") })
	b.reply(func() { b.click(`a[data-key="8"]`) })
	b.until(`document.querySelector("#now-name")`)
}

// Everything can be done without a mouse.
func TestKeyboardOnly(t *testing.T) {
	b := open(t, app(t, true))
	b.visit("/ensembles/1/layers")
	b.reply(func() { b.press("3") })
	b.sees("Walking skirt, drafted over petticoat")
	b.reply(func() { b.press("[") })
	b.sees("Petticoat, drafted over corset")
	b.reply(func() { b.press("u") })
	b.until(`document.body.dataset.unit === "in"`)
	b.reply(func() { b.press("u") })
	whole := js[string](b, `document.querySelector(".sheet").getAttribute("viewBox")`)
	b.press("+")
	b.until(`document.querySelector(".sheet").getAttribute("viewBox") !== ` + quoted(whole))
	b.press("0")
	b.until(`document.querySelector(".sheet").getAttribute("viewBox") === ` + quoted(whole))
	b.press("?")
	b.until(`document.querySelector("#keys").open`)
	b.press("\x1b")
	b.until(`!document.querySelector("#keys").open`)
	// From the top of the page, Tab alone reaches the first choice, and what
	// is typed there is kept.
	b.visit("/ensembles/1/layers/2/draft")
	for i := 0; ; i++ {
		require.Less(t, i, 80, "Tab never reached the laced waist")
		b.press("\t")
		if js[string](b, `document.activeElement.id`) == "p-laced_waist" {
			break
		}
	}
	require.NotEmpty(t, js[string](b, `getComputedStyle(document.activeElement).outlineStyle`))
	js[bool](b, `(document.activeElement.select(), true)`)
	b.press("25 in\t")
	b.until(`document.querySelector("#p-laced_waist").value === "63.5 cm"`)
	b.press("\x1b") // out of the fields
	b.reply(func() { b.press("z") })
	b.until(`document.querySelector("#p-laced_waist").value === "66 cm"`)
	b.reply(func() { b.press("8") })
	at := b.text("#now-name")
	b.reply(func() { b.press("d") })
	b.sureOfCut()
	assert.NotEqual(t, at, b.text("#now-name"))
}

func TestPhoneAtTheBench(t *testing.T) {
	b := open(t, app(t, true))
	b.size(390, 844)
	for _, p := range []string{"/", "/wearers/1", "/ensembles/1/figure", "/ensembles/1/layers", "/ensembles/1/layers/2/draft", "/ensembles/1/layers/4/cloth", "/ensembles/1/buy", "/ensembles/3/plan", "/ensembles/1/bench"} {
		b.visit(p)
		assert.LessOrEqual(t, js[int](b, `document.documentElement.scrollWidth`), 390, "%s is wider than the phone", p)
	}
	assert.Less(t, js[float64](b, `document.querySelector(".big-done").getBoundingClientRect().bottom`), 844.0, "Done is on the first screen")
	assert.Greater(t, js[float64](b, `document.querySelector(".big-done").getBoundingClientRect().height`), 48.0)
}

var pages = []string{"/", "/guide", "/reckon", "/reckon/pleats?kind=box", "/reckon/hem?way=level", "/reckon/bias", "/reckon/pleats?cloth=3",
	"/wearers/1", "/wearers/3", "/wearers/new", "/ensembles/new", "/ensembles/1/particulars", "/ensembles/1/figure", "/ensembles/1/layers",
	"/ensembles/1/layers/1/draft", "/ensembles/1/layers/2/draft?lengths=yes", "/ensembles/1/layers/4/cloth", "/ensembles/1/buy", "/ensembles/1/bench", "/ensembles/99/layers",
	"/ensembles/3/figure", "/ensembles/3/layers", "/ensembles/3/layers/9/draft", "/ensembles/3/layers/11/draft", "/wearers/4",
	"/stash", "/stash/1", "/ensembles/2/layers/6/cloth?wait=1", "/ensembles/1/layers/4/cut", "/ensembles/1/cut", "/ensembles/1/layers/4/guard", "/ensembles/1/layers/4/wall"}

func TestEveryPageIsAccessible(t *testing.T) {
	at := app(t, true)
	for some := range slices.Chunk(pages, 8) { // a tab has so long and no longer
		t.Run("from "+some[0], func(t *testing.T) {
			b := open(t, at)
			for _, p := range some {
				b.light("light")
				b.visit(p)
				b.accessible("light " + p)
				b.light("dark")
				b.contrasts("dark " + p)
			}
		})
	}
}

func TestNonsenseIsAnsweredAtTheField(t *testing.T) {
	b := open(t, app(t, true))
	b.visit("/wearers/1")
	for _, typed := range []string{"NaN", "-5", "<script>alert(1)</script>", "👗", "70 parsecs", "1e999", "0", "5 km", strings.Repeat("9", 300)} {
		b.enter("#r-waist_girth", typed)
		b.until(`document.querySelector('[data-measure="waist_girth"] [data-problem]').textContent.length > 10`)
		assert.Equal(t, typed, js[string](b, `document.querySelector("#r-waist_girth").value`), "what was typed is still there")
		b.enter("#r-waist_girth", "71 cm")
		b.until(`document.querySelector('[data-measure="waist_girth"] [data-problem]').textContent === ""`)
	}
	b.enter("#r-waist_girth", "28")
	b.sees("inches typed as centimetres?")
	b.enter("#r-waist_girth", "71 cm") // no corset is drafted to a waist of 28
	b.until(`document.querySelector("#r-waist_girth").dataset.was === "710"`)
	b.visit("/ensembles/1/layers/2/draft")
	for key, typed := range map[string]string{"laced_waist": "12 cm", "panels": "5.5", "lacing_gap": "-1", "allowance": "a lot"} {
		b.enter("#p-"+key, typed)
		b.until(`document.querySelector('[data-param="` + key + `"] [data-problem]').textContent.length > 10`)
	}
	assert.NotEmpty(t, js[string](b, `document.querySelector(".sheet").outerHTML`), "the drawing stays")
	b.visit("/ensembles/new")
	js[bool](b, `(document.querySelector("#name").value = "x".repeat(10000), true)`)
	b.reply(func() { b.click(".main-button") })
	b.sees("10000 characters are too many")
	b.enter("#name", "<b>Bold</b> 👑")
	b.enter("#hours", "99")
	b.reply(func() { b.click(".main-button") })
	b.sees("Hours of work lie between")
	assert.Equal(t, "<b>Bold</b> 👑", js[string](b, `document.querySelector("#name").value`))
	b.enter("#hours", "1.5")
	b.reply(func() { b.click(".main-button") })
	b.sees("<b>Bold</b> 👑")
}

func TestTwoTabs(t *testing.T) {
	base := app(t, true)
	one, two := open(t, base), open(t, base)
	for _, b := range []*tab{one, two} {
		b.visit("/ensembles/1/layers/2/draft")
	}
	one.enter("#p-laced_waist", "64 cm")
	one.until(`document.querySelector("#p-laced_waist").dataset.was === "640"`)
	two.enter("#p-laced_waist", "62 cm")
	two.until(`document.querySelector('[data-param="laced_waist"] [data-problem]').textContent.includes("64 cm in another tab")`)
	two.enter("#p-panels", "6")
	two.until(`document.querySelectorAll(".sheet .piece").length === 6`)
	// A wearer deleted in another tab.
	one.visit("/wearers/3")
	two.visit("/wearers/3")
	one.click(".who summary")
	one.reply(func() { one.click(`form[action="/wearers/3/delete"] button`) })
	two.enter("#r-hip_girth", "93 cm")
	two.until(`document.querySelector('[data-measure="hip_girth"] [data-problem]').textContent.includes("no longer there")`)
	one.reply(func() { one.click(".undo-bar button") })
	one.sees("Tamsin Orrowby")
}

// The figure lights up where the reading in hand is taken, a click on the
// figure leads to its field, and its width follows the numbers.
func TestTheFigureFollowsTheTape(t *testing.T) {
	b := open(t, app(t, true))
	b.visit("/wearers/1")
	b.click("#r-hip_girth") // a first click brings the page the keyboard
	b.until(`[...document.querySelectorAll(".stand .lit")].some(e => e.dataset.measure === "hip_girth")`)
	b.do(chromedp.Focus(chromedp.CSS("#r-waist_to_knee")))
	b.until(`document.querySelectorAll(".stand .lit").length > 0 && [...document.querySelectorAll(".stand .lit")].every(e => e.dataset.measure === "waist_to_knee")`)
	width := `document.querySelector('.stand path.level[data-measure="waist_girth"]').getBBox().width`
	before := js[float64](b, width)
	b.enter("#r-waist_girth", "80 cm")
	b.until(width + ` > ` + fmt.Sprint(before*1.05))
	assert.InDelta(t, 80.0/71, js[float64](b, width)/before, 0.01, "as broad as the girth")
	// Worn states are kept apart: over the corset the field is empty.
	b.reply(func() { b.click(`.worn a[href$="worn=corset"]`) })
	assert.Empty(t, js[string](b, `document.querySelector("#r-waist_girth").value`))
	b.enter("#r-waist_girth", "67 cm")
	b.until(`document.querySelector('.worn a[aria-current] b')?.textContent === "1"`)
	b.reply(func() { b.click("[data-undo]") })
	b.reply(func() { b.click(`.worn a[href$="worn=bare"]`) })
	assert.Equal(t, "80 cm", js[string](b, `document.querySelector("#r-waist_girth").value`))
}

// A row of the truing table lights up its two edges on the drawing.
func TestTruingShowsItsEdges(t *testing.T) {
	b := open(t, app(t, true))
	b.visit("/ensembles/1/layers/2/draft")
	b.click("#truing summary")
	b.do(chromedp.Focus(chromedp.CSS("#truing tbody tr:nth-child(2)")))
	b.until(`document.querySelectorAll(".sheet .lit").length === 2`)
	lit := js[string](b, `[...document.querySelectorAll(".sheet .lit")].map(e => e.dataset.edge).join()`)
	assert.Equal(t, "panel-2 back,panel-3 front", lit)
	// What is being looked at stays in view while the draft changes.
	b.press("+")
	b.until(`document.querySelector(".sheet").dataset.moved`)
	view := js[string](b, `document.querySelector(".sheet").getAttribute("viewBox")`)
	b.enter("#p-lacing_gap", "4 cm")
	b.until(`document.querySelector("#p-lacing_gap").dataset.was === "40"`)
	assert.Equal(t, view, js[string](b, `document.querySelector(".sheet").getAttribute("viewBox")`))
	assert.True(t, js[bool](b, `document.querySelector("#truing details").open`))
}

// TestShots takes the pictures of the guide; it runs when SHOTS names their
// folder.
func TestShots(t *testing.T) {
	dir := os.Getenv("SHOTS")
	if dir == "" {
		t.Skip("SHOTS is not set: no pictures are taken")
	}
	require.NoError(t, os.MkdirAll(dir, 0o755))
	b := open(t, app(t, true))
	take := func(name, path string, w, h int64, scheme string) {
		b.size(w, h)
		b.light(scheme)
		b.visit(path)
		b.until(`!document.querySelector("[data-figure]") || document.querySelector("[data-drawn]")`)
		b.picture(filepath.Join(dir, name+".png"))
	}
	take("home", "/", 1280, 800, "light")
	take("wearer", "/wearers/1", 1280, 800, "light")
	take("figure", "/ensembles/4/figure", 1280, 900, "light")
	take("figure-nine-layers", "/ensembles/3/figure", 1280, 1000, "light")
	take("seams", "/ensembles/1/layers/4/seams?row=seam/gore-1", 1280, 1100, "light")
	take("book", "/book", 1280, 1000, "light")
	take("making-corset", "/ensembles/3/layers/9/draft", 1280, 1500, "light")
	take("draft-corset", "/ensembles/1/layers/2/draft", 1280, 800, "light")
	take("draft-bodice", "/ensembles/4/layers/21/draft", 1280, 900, "light")
	take("cloth", "/ensembles/1/layers/4/cloth?wait=1", 1280, 800, "light")
	take("reckoner", "/reckon/tiers", 1280, 1000, "light")
	b.size(1280, 1100)
	b.visit("/ensembles/new")
	b.enter("#name", "Another")
	b.reply(func() { b.click(".sheet-form button:not([type=button])") })
	b.until(`document.querySelectorAll("[data-drawn]").length === document.querySelectorAll("[data-drawn] svg").length || document.querySelectorAll("[data-drawn] svg").length > 14`)
	b.picture(filepath.Join(dir, "beginnings.png"))
	b.visit("/ensembles/8/own")
	b.bookBodice()
	for _, form := range []string{"do=sew&a=piece-1/5-6&b=piece-2/15-16", "do=sew&a=piece-1/4-3&b=piece-2/14-13", "do=edge&e=*&allowance=1.5",
		"do=piece&piece=piece-1&name=Front&cut=2&mirrored=yes&waist=0", "do=piece&piece=piece-2&name=Back&cut=1&fold=17-12&waist=0",
		"do=op&what=let-out&e=piece-1/5-6&by=1.5"} {
		js[bool](b, `fetch(location.pathname, { method: "POST", body: new URLSearchParams(`+quoted(form)+`) }).then((r) => r.ok)`)
	}
	take("own-pattern", js[string](b, `location.pathname`), 1280, 1100, "light")
	take("stash-cloth", "/stash/1", 1280, 1300, "light")
	take("cut-list", "/ensembles/1/layers/4/cut", 1280, 900, "light")
	take("buy", "/ensembles/1/buy?wait=1", 1280, 800, "dark")
	take("plan", "/ensembles/3/plan", 1280, 1100, "light")
	take("bench-phone", "/ensembles/1/bench", 390, 844, "light")
	b.size(1280, 800)
	b.light("light")
	b.visit("/ensembles/1/layers/2/draft")
	b.enter("#p-laced_waist", "62.9 cm")
	b.until(`document.querySelectorAll(".stack li.stale").length === 2`)
	b.visit("/ensembles/1/layers")
	b.picture(filepath.Join(dir, "layers-changed.png"))
}
