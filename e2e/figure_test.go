package e2e

import (
	"fmt"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// drawn is a mark of what the figure's canvas shows now.
func (b *tab) drawn() string {
	b.Helper()
	b.until(`document.querySelector("[data-figure]").dataset.turning === "false"`)
	return js[string](b, `new Promise(r => requestAnimationFrame(() => requestAnimationFrame(() => r(document.querySelector(".figure-canvas").toDataURL()))))`)
}

func (b *tab) slide(sel string, to int) {
	b.Helper()
	js[bool](b, fmt.Sprintf(`(() => { const el = document.querySelector(%s); el.value = %d; return el.dispatchEvent(new Event("input", { bubbles: true })); })()`, quoted(sel), to))
}

// The figure turns under the keys and the mouse, is built up layer by layer,
// says what a layer adds, and shows a section at any height.
func TestTheDressedFigure(t *testing.T) {
	b := open(t, app(t, true))
	b.visit("/ensembles/3/figure")
	b.until(`document.querySelector("[data-drawn]")`)
	b.click(`[data-view="0"]`)
	front := b.drawn()
	b.do(chromedp.Focus(chromedp.CSS(".figure-canvas")))
	for range 9 {
		b.do(chromedp.KeyEvent("\u0303")) // arrow right
	}
	b.until(`document.querySelector('[data-view="90"]').getAttribute("aria-pressed") === "true"`)
	side := b.drawn()
	assert.NotEqual(t, front, side)
	b.click(`[data-view="0"]`)
	assert.Equal(t, front, b.drawn(), "the same view is the same drawing")
	b.click(`[data-view="above"]`)
	assert.NotEqual(t, front, b.drawn())
	b.click(`[data-view="0"]`)

	// Undressed to the corset: the waist is the laced one.
	b.slide("[data-upto]", 3)
	b.until(`document.querySelector("[data-upto-says]").textContent === "corset"`)
	assert.Contains(t, b.text("[data-adds]"), "Corset: ")
	assert.Contains(t, b.text("[data-adds]"), "waist −")
	assert.NotEqual(t, front, b.drawn())
	b.slide("[data-upto]", 0)
	b.until(`document.querySelector("[data-upto-says]").textContent === "nothing"`)
	b.slide("[data-upto]", 9)

	// The layer under the pointer is named; so is the one in the table.
	b.until(`document.querySelector("[data-upto-says]").textContent === "auction skirt"`)
	js[bool](b, `(() => { const c = document.querySelector(".figure-canvas"), r = c.getBoundingClientRect(); return c.dispatchEvent(new PointerEvent("pointermove", { bubbles: true, clientX: r.left + r.width * 0.45, clientY: r.top + r.height * 0.8 })); })()`)
	b.until(`document.querySelector("[data-adds]").textContent.startsWith("Auction skirt:")`)
	b.do(chromedp.Focus(chromedp.CSS(`tr[data-adds-layer="11"]`)))
	b.until(`document.querySelector("[data-adds]").textContent.startsWith("Bustle cage:")`)
	assert.Contains(t, b.text("[data-adds]"), "further out behind")

	// A section 20 cm below the waist: every layer there with its girth.
	b.slide("[data-height]", 200)
	b.until(`document.querySelector("[data-height-says]").textContent === "20 cm below the waist"`)
	b.until(`document.querySelector("[data-section-girths]").textContent.includes("Bustle cage 1")`) // drawn with the next frame
	assert.Equal(t, "bare", js[string](b, `document.querySelector("[data-section-girths] li:last-child").textContent.split(" ")[0]`))
	assert.GreaterOrEqual(t, js[int](b, `document.querySelectorAll("[data-section-girths] li").length`), 6)

	// Another outline to reach, and ranges of one's own.
	b.reply(func() {
		js[bool](b, `(() => { const s = document.querySelector("#period"); s.value = "1856"; return s.dispatchEvent(new Event("change", { bubbles: true })); })()`)
	})
	b.sees("more wanted round the hem")
	// The page grows while the figure is drawn: what is clicked must stand still.
	b.until(`document.querySelector("[data-drawn]") && document.querySelectorAll("[data-section-girths] li").length > 0`)
	b.enter(`[name="hem_low"]`, "200 cm")
	b.reply(func() { b.click(`.aim-form button:not(noscript button)`) })
	assert.NotContains(t, b.text("#silhouette"), "more wanted round the hem")
	assert.Equal(t, "200 cm", js[string](b, `document.querySelector('[name="hem_low"]').value`))
}

// The range moves the lace through its gaps, and the table with it.
func TestLaceAtEveryGap(t *testing.T) {
	b := open(t, app(t, true))
	b.visit("/ensembles/1/layers/2/draft")
	shown := `[...document.querySelectorAll("[data-lace-step]")].filter(e => !e.hidden).map(e => e.dataset.laceStep).join()`
	first := js[string](b, shown)
	require.Equal(t, first, js[string](b, `document.querySelector(".picked-row").dataset.laceRow`))
	b.slide("[data-lace]", 0)
	assert.Equal(t, "0", js[string](b, shown))
	assert.Equal(t, "0", js[string](b, `document.querySelector(".picked-row").dataset.laceRow`))
	// A change of the draft draws it all anew, without loading the page.
	b.enter("#p-eyelet_spacing", "3 cm")
	b.until(shown + ` !== "0"`)
	assert.Contains(t, b.text("[data-lacing]"), "pairs of eyelets")
}

// A petticoat that is cut keeps its drawing when the corset under it changes,
// and says what would save it.
func TestWhatIsCutStays(t *testing.T) {
	b := open(t, app(t, true))
	b.visit("/ensembles/1/layers")
	b.reply(func() {
		js[bool](b, `(() => { const s = document.querySelector("#state-3"); s.value = "cut"; return s.dispatchEvent(new Event("change", { bubbles: true })); })()`)
	})
	b.sees("Before the petticoat is cut")
	b.reply(func() { b.click(".main-button") })
	b.sees("Nothing is marked as cut yet")
	b.accessible("before cutting")
	js[bool](b, `(document.querySelectorAll(".guard-form input[type=checkbox]").forEach((box) => { box.checked = true; }), true)`)
	b.reply(func() { b.click(".main-button") })
	b.sees("lay everything out")
	b.visit("/ensembles/1/layers/3/draft")
	cut := js[string](b, `document.querySelector(".sheet").outerHTML`)
	b.visit("/ensembles/1/layers/2/draft")
	b.enter("#p-laced_waist", "62 cm")
	b.until(`document.querySelector("#p-laced_waist").dataset.was === "620"`)
	b.visit("/ensembles/1/layers/3/draft")
	assert.Equal(t, cut, js[string](b, `document.querySelector(".sheet").outerHTML`))
	b.sees("would be cut differently now")
	assert.Regexp(t, "take in|let out|move|shorten|lengthen", b.text(".alter"))
	b.reply(func() { b.click(`#shown a[href*="now"]`) })
	assert.NotEqual(t, cut, js[string](b, `document.querySelector(".sheet").outerHTML`))
	b.accessible("a cut layer")
}

// Measuring as it is done: left and right, once more, on a string.
func TestMeasuringInEarnest(t *testing.T) {
	b := open(t, app(t, true))
	b.visit("/wearers/1")
	b.click("#r-waist_girth")
	b.until(`document.querySelector('[data-measure="waist_girth"] [data-again]').offsetParent`)
	b.press(kb.ArrowDown) // from the reading into what is below it
	for !js[bool](b, `document.activeElement.matches('[data-measure="waist_girth"] [data-again]')`) {
		require.True(t, js[bool](b, `Boolean(document.activeElement.closest('[data-measure="waist_girth"]'))`), "the keyboard reaches it")
		b.press(kb.ArrowDown)
	}
	b.press("72.4")
	b.press("\t")
	b.until(`document.querySelector("#r-waist_girth").value === "71.7 cm"`)
	assert.Contains(t, b.text(`[data-measure="waist_girth"] [data-more]`), "they differ by 1.4 cm")
	b.click("#r-upper_arm_girth")
	b.until(`document.querySelector('[data-measure="upper_arm_girth"] [data-side]').offsetParent`)
	b.click(`[data-measure="upper_arm_girth"] [data-side="left"]`)
	b.press("28")
	b.press(kb.ArrowDown) // to the right one
	b.until(`document.querySelector("#r-upper_arm_girth").value === "28.5 cm"`)
	assert.Equal(t, "28.5 cm", js[string](b, `document.querySelector("#r-upper_arm_girth").value`), "one side leaves the common reading")
	b.press("29.4")
	b.press("\t")
	b.until(`document.querySelector("#r-upper_arm_girth").value === "28.7 cm"`)
	b.sees("the right is 14 mm more")
	b.enter("#r-neck_girth", "string")
	b.until(`document.querySelector("#wearer-strings").textContent.includes("neck")`)
	b.accessible("measuring")
}

// The common way of entering is one key a reading: Tab and Enter go from reading to
// reading, and from the last one click begins an ensemble. What is refused stays typed
// while others are entered; a number meant in the other unit is put right by a button.
func TestOneKeyAReading(t *testing.T) {
	b := open(t, app(t, false))
	b.visit("/")
	b.reply(func() { b.click(".card-link.new") })
	require.Equal(t, "/wearers/new", path(b), "an empty first page leads to measuring")
	b.enter("#name", "Someone new")
	b.reply(func() { b.click("main form .main-button") })
	b.reply(func() { b.press("u") })
	b.click("#r-height")
	typed := []string{"5'5", "36", "31-1/2", "28 3/4"}
	for _, text := range typed {
		b.press(text)
		b.press("\t")
	}
	assert.Equal(t, "r-high_hip_girth", js[string](b, `document.activeElement.id`), "one Tab a reading")
	b.until(`document.querySelector("#r-waist_girth").value === "28¾ in"`)
	b.enter("#r-neck_girth", "about so")
	b.until(`document.querySelector('[data-measure="neck_girth"] [data-problem]').textContent.length > 10`)
	b.enter("#r-hip_girth", "39")
	b.until(`document.querySelector("#r-hip_girth").value === "39 in"`)
	assert.Equal(t, "about so", js[string](b, `document.querySelector("#r-neck_girth").value`), "what was refused is not wiped")
	b.enter("#r-thigh_girth", "56")
	b.until(`document.querySelector('[data-measure="thigh_girth"] [data-stand-in]')`)
	b.click(`[data-measure="thigh_girth"] [data-stand-in]`)
	b.until(`document.querySelector("#r-thigh_girth").value === "22 1/16 in"`)
	b.until(`document.querySelector('[data-measure="thigh_girth"] [data-doubt]').textContent === ""`)
	b.accessible("measuring in inches")
	b.click(`.readings li:last-child input`)
	b.press("\r")
	b.until(`document.activeElement.matches("[data-last]")`)
	b.reply(func() { b.press("\r") })
	assert.Equal(t, "/ensembles/new?wearer=1", path(b))
	assert.Equal(t, "1", js[string](b, `document.querySelector("#wearer").value`))
	assert.Equal(t, "in", js[string](b, `document.querySelector("#stock").value`), "bones by the inch for who measures in inches")
}

// Names without a blank widen no page, at a desk or on a phone, and what was said to be
// wrong goes when it is put right.
func TestLongNamesAndToasts(t *testing.T) {
	b := open(t, app(t, true))
	long := strings.Repeat("Donaudampfschiff", 7)
	b.visit("/ensembles/1/particulars")
	b.enter("#name", long)
	b.reply(func() { b.click("main form .main-button") })
	b.visit("/wearers/1")
	js[bool](b, `(document.querySelector(".who").open = true)`)
	b.enter("#name", long)
	b.reply(func() { b.click(".who .plain-button") })
	b.visit("/ensembles/1/layers/4/cloth?wait=1")
	b.enter("#c-name", long)
	b.until(`document.querySelector("#c-name").value.length > 90`)
	for _, w := range []int64{1280, 390} {
		b.size(w, 844)
		for _, p := range []string{"/", "/wearers/1", "/ensembles/1/figure", "/ensembles/1/layers", "/ensembles/1/layers/4/draft", "/ensembles/1/layers/4/cloth?wait=1", "/ensembles/1/buy?wait=1", "/ensembles/1/bench", "/ensembles/1/cut", "/ensembles/1/layers/4/guard", "/stash"} {
			b.visit(p)
			assert.LessOrEqual(t, js[int64](b, `document.documentElement.scrollWidth`), w, "%s at %d", p, w)
		}
	}
	b.size(1280, 800)
	b.visit("/ensembles/1/buy?wait=1")
	b.enter(`[data-price^="thread"]`, "cheap")
	b.until(`document.querySelector("#say").textContent.includes("not a price")`)
	b.enter(`[data-price^="thread"]`, "$1.20")
	b.until(`document.querySelector("#say").textContent === "" && document.querySelector('[data-price^="thread"]').value === "1.20"`)
}

// A shorter lay is looked for while one watches, and stopping keeps the best.
func TestALayIsShortened(t *testing.T) {
	b := open(t, app(t, true))
	b.visit("/ensembles/1/layers/4/cloth")
	b.until(`document.querySelector(".lay")`)
	first := b.text("#cloth-lay")
	b.click("[data-look]")
	b.until(`/[1-9]\d* shorter so far/.test(document.querySelector("[data-look-says]").textContent)`)
	b.click("[data-look]")
	b.until(`document.querySelector("[data-look-says]").textContent.startsWith("Stopped.")`)
	best := b.text("#cloth-lay .buy-line")
	assert.NotEqual(t, first, b.text("#cloth-lay"))
	b.visit("/ensembles/1/layers/4/cloth")
	b.until(`document.querySelector(".lay")`)
	assert.Equal(t, best, b.text("#cloth-lay .buy-line"))
	b.click("[data-widths]")
	b.until(`document.querySelectorAll("#cloth-widths tbody tr").length >= 5`)
	assert.Contains(t, b.text("#cloth-widths .picked-row"), "chosen")
	b.accessible("a lay looked for")
}

// One layer is looked at alone, and what the figure was before a change lies over what it is, once there was one.
func TestOneLayerAndWhatWasBefore(t *testing.T) {
	b := open(t, app(t, true))
	b.visit("/ensembles/1/figure")
	b.until(`document.querySelector("[data-figure]").dataset.drawn > 0`)
	assert.True(t, js[bool](b, `document.querySelector("[data-before]").hidden`), "nothing was changed yet")
	all := b.drawn()
	b.click("[data-alone]")
	b.until(`document.querySelector(".figure-canvas").toDataURL() !== ` + quoted(all))
	assert.Equal(t, "true", js[string](b, `document.querySelector("[data-alone]").getAttribute("aria-pressed")`))
	b.click("[data-alone]")
	b.until(`document.querySelector(".figure-canvas").toDataURL() === ` + quoted(all))
	// The corset is laced tighter.
	b.visit("/ensembles/1/layers/2/draft")
	b.enter("#p-laced_waist", "62 cm")
	b.until(`document.querySelector("#p-laced_waist").dataset.was === "620"`)
	b.visit("/ensembles/1/figure")
	b.until(`document.querySelector("[data-figure]").dataset.drawn > 0 && !document.querySelector("[data-before]").hidden`)
	now := b.drawn()
	b.click("[data-before]")
	b.until(`document.querySelector(".figure-canvas").toDataURL() !== ` + quoted(now))
	b.accessible("the figure with what it was")
	// On paper: three sides, to scale.
	wall := js[string](b, `fetch(document.querySelector('a[href$="/wall"]').href).then(r => r.text())`)
	assert.Regexp(t, `width="[0-9.]+mm"`, wall)
	assert.Contains(t, wall, "left side")
	lines := js[string](b, `fetch(document.querySelector('a[href$="lines=1"]').href).then(r => r.text())`)
	assert.NotContains(t, lines, `fill="#ad5046"`)
}
