package e2e

import (
	"bytes"
	"net/url"
	"strings"
	"testing"

	"ardentgusset/core/reckon"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// At the table with a phone: what is wanted is asked after a stroke of a key, found while it is typed, and answered while
// the numbers are typed; the address holds all of it, and it stands among the last ones.
func TestReckonersOnAPhone(t *testing.T) {
	b := open(t, app(t, true))
	b.size(390, 844)
	b.visit("/")
	b.press("/")
	b.until(`document.activeElement?.id === "r-q"`)
	b.accessible("the index of reckoners")
	assert.Equal(t, len(reckon.All()), js[int](b, `document.querySelectorAll(".reckon-card svg").length`))
	b.press("button spacing")
	b.until(`location.search === "?q=button%20spacing"`) // the answer to the last stroke, not to "button"
	assert.Contains(t, b.text(".reckon-card"), "Buttons")
	b.reply(func() { b.click(".reckon-card") })
	b.until(`document.querySelector(".reckoned")`)
	b.accessible("a reckoner")
	assert.LessOrEqual(t, js[int](b, `document.documentElement.scrollWidth`), 390)
	b.enter("#r-long", "8 in")
	b.until(`location.search.includes("long=8+in")`)
	b.enter("#r-top", "3/8 in")
	b.enter("#r-bottom", "3/8 in")
	b.until(`location.search.includes("bottom=3%2F8+in")`)
	b.until(`[...document.querySelectorAll(".answer dt")].some((n) => n.textContent === "Spacing" && n.nextElementSibling.textContent.includes("46 mm"))`)
	said := b.text(".answer")
	at := js[string](b, `location.pathname + location.search`)
	b.visit(at)
	assert.Equal(t, said, b.text(".answer"), "its address holds all of it")
	b.enter("#r-count", "99")
	b.until(`document.querySelector(".asked.wrong #r-count")`)
	b.sees("There is room for")
	b.accessible("a reckoner that can't")
	b.enter("#r-count", "6")
	b.until(`!document.querySelector(".asked.wrong") && document.querySelector(".answer")`)
	b.visit("/reckon")
	b.until(`!document.querySelector("[data-recents]").hidden`)
	assert.Contains(t, b.text("[data-recents]"), "Buttons")
	assert.Equal(t, 1, bytes.Count(b.printed(), []byte("/Type /Page\n")), "the index is a card for the wall")

	// More of them, in inches: choices ask for other things, and what was typed stays.
	b.visit("/reckon/gathers")
	b.reply(func() { b.click(`button[name="unit"]`) })
	b.enter("#r-finished", "28")
	js[bool](b, `(() => { const s = document.querySelector("#r-by"); s.value = "test"; s.dispatchEvent(new Event("input", { bubbles: true })); return true })()`)
	b.until(`document.querySelector("#r-flat")`)
	assert.Equal(t, "28", js[string](b, `document.querySelector("#r-finished").value`))
	b.enter("#r-flat", "12")
	b.enter("#r-drawn", "4")
	b.until(`document.querySelector(".answer b").textContent === "84 in"`)
	for name, want := range map[string]string{
		"/reckon/circle?u=in&round=28&ease=0&part=0.75&long=27":                               "5 15/16 in",
		"/reckon/lacing?u=in&long=11.8&margin=0.4&pairs=12&gap=2&inset=0.5&tail=18&open=0":    "3.0 yd",
		"/reckon/tiers?u=in&top=28&long=32&first=20&cloth=54&allowance=0.5&hem=1.125&band=3":  "56 in",
		"/reckon/elastic?u=in&round=10&full=2.5&allowance=0.5&cut=10&overlap=0.75&wide=0.125": "26 in",
	} {
		b.visit(name)
		assert.Contains(t, b.text(".answer"), want, name)
		assert.LessOrEqual(t, js[int](b, `document.documentElement.scrollWidth`), 390, name)
	}
}

// From a garment's setting to its sum, and back into the draft with undo.
func TestReckonedIntoADraft(t *testing.T) {
	b := open(t, app(t, true))
	b.visit("/ensembles/3/layers/13/draft")
	b.click("#p-fullness")
	b.reply(func() { b.click(`[data-param="fullness"] a[href^="/reckon/gathers"]`) })
	b.until(`document.querySelector("#r-ratio")`)
	assert.Equal(t, "1.75", js[string](b, `document.querySelector("#r-ratio").value`))
	b.enter("#r-ratio", "2.2")
	b.until(`[...document.querySelectorAll(".sending .main-button")].some((n) => n.textContent.includes("2.2"))`)
	b.accessible("a reckoner for a garment")
	b.reply(func() { b.click(`.sending .main-button`) })
	b.until(`document.querySelector("#p-fullness")?.value === "2.2"`)
	b.reply(func() { b.click("[data-undo]") })
	b.until(`document.querySelector("#p-fullness")?.value === "1.75"`)
	// Opened without one, it can be given one.
	b.visit("/reckon/band?finished=" + url.QueryEscape("3 cm"))
	js[bool](b, `(document.querySelector("[data-reckon-for]").closest("details").open = true)`)
	js[bool](b, `(document.querySelector("[data-reckon-for] select").value = "3/13", true)`)
	b.reply(func() { b.click("[data-reckon-for] button") })
	b.until(`location.search.includes("for=")`)
	require.True(t, strings.Contains(b.text(".sending"), "Flounced petticoat"))
	b.until(`[...document.querySelectorAll(".sending .main-button")].some((n) => n.textContent.includes("3 cm"))`)
}
