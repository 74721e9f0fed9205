package e2e

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// clickAt clicks a place on a drawing, in parts of its width and height.
func (b *tab) clickAt(sel string, x, y float64) {
	b.Helper()
	p := js[[]float64](b, `(() => { const e = document.querySelector(`+quoted(sel)+`); e.scrollIntoView({block: "center"}); const r = e.getBoundingClientRect(); return [r.left, r.top, r.width, r.height]; })()`)
	b.mouse("mousePressed", p[0]+p[2]*x, p[1]+p[3]*y)
	b.mouse("mouseReleased", p[0]+p[2]*x, p[1]+p[3]*y)
}

// A skirt on a remnant with a flaw, the last of its cloth: it does not fit, a
// piecing is accepted, a piece is laid by hand and pinned, a shorter lay is
// looked for round it, and the sheet for the wall is printed.
func TestASkirtOnARemnant(t *testing.T) {
	b := open(t, app(t, true))
	b.visit("/stash")
	b.accessible("the stash")
	b.enter("#s-name", "Sea-green remnant")
	b.enter("#s-width", "140 cm")
	b.enter("#s-thickness", "0.5")
	b.enter("#s-length", "2.1 m")
	b.reply(func() { b.click(".stash-new button") })
	b.sees("Sea-green remnant")
	b.click("[data-mark=flaw]")
	for _, c := range [][2]float64{{0.3, 0.45}, {0.34, 0.45}, {0.33, 0.55}} {
		b.clickAt("svg.being-marked", c[0], c[1])
	}
	b.until(`document.querySelector("[data-mark-says]").textContent.startsWith("3 corners")`)
	b.press("\r")
	b.until(`document.querySelectorAll(".flaws li").length === 1`)
	js[bool](b, `(() => { const s = document.querySelector("#c-no_more"); s.value = "yes"; return s.dispatchEvent(new Event("change", { bubbles: true })); })()`)
	b.until(`document.querySelector("[data-undo]")`)
	b.accessible("a cloth of the stash")
	id := js[string](b, `location.pathname.split("/").pop()`)

	b.visit("/ensembles/1/layers/4/cloth")
	b.until(`document.querySelector(".lay")`)
	js[bool](b, `(() => { const s = document.querySelector("#c-stash"); s.value = `+quoted(id)+`; return s.dispatchEvent(new Event("change", { bubbles: true })); })()`)
	b.sees("no room is left on the cloth in hand")
	assert.Equal(t, 1, js[int](b, `document.querySelectorAll(".lay .flaw").length`))
	b.click("[data-try]")
	b.until(`/ways help/.test(document.querySelector("[data-try-says]").textContent)`)
	b.accessible("choices tried")
	pieced := js[bool](b, `(() => { const c = [...document.querySelectorAll(".choice-card")].find(c => c.querySelector("[name=choice]")?.value.startsWith("piece-")); if (!c) return false; c.querySelector("button").id = "accept"; return true; })()`)
	require.True(t, pieced, "a piecing is among what helps")
	b.reply(func() { b.click("#accept") })
	b.until(`document.querySelector(".lay")`)
	b.sees("make it whole again")

	// By hand: the pocket is lifted out to a free place and pinned.
	b.click("[data-hand]")
	b.until(`document.querySelector('.laid[data-piece="pocket"][tabindex]')`)
	js[bool](b, `(document.querySelector('.laid[data-piece="pocket"]').focus(), true)`)
	places := js[int](b, `document.querySelectorAll(".laid").length`)
	b.press("t")
	b.until(`document.querySelector(".laid.in-hand") && document.querySelector("[data-hand-says]").textContent`)
	b.press("m")
	b.until(`document.querySelectorAll(".laid.pinned").length === 1 && !document.querySelector(".in-hand")`)
	pin := `(() => { const g = document.querySelector(".laid.pinned"); return [g.dataset.piece, g.dataset.x, g.dataset.y, g.dataset.turn].join(" "); })()`
	where := js[string](b, pin)
	assert.True(t, strings.HasPrefix(where, "pocket "))
	assert.GreaterOrEqual(t, js[int](b, `document.querySelectorAll(".laid").length`), places-1)

	// Dragged with the pointer over another piece it is said to lie wrong and
	// goes back on Escape.
	middle := func(piece string) []float64 {
		return js[[]float64](b, `(() => { const r = document.querySelector('.laid[data-piece="`+piece+`"] .cut').getBoundingClientRect(); return [r.left + r.width / 2, r.top + r.height / 2]; })()`)
	}
	js[bool](b, `(document.querySelector(".lay").scrollIntoView({ block: "center" }), true)`)
	from, to := middle("side-2"), middle(js[string](b, `[...document.querySelectorAll(".laid:not(.pinned)")].map((g) => g.dataset.piece).find((p) => p !== "side-2")`))
	b.mouse("mousePressed", from[0], from[1])
	for k := 1.0; k <= 6; k++ {
		b.mouse("mouseMoved", from[0]+(to[0]-from[0])*k/6, from[1]+(to[1]-from[1])*k/6)
	}
	b.until(`document.querySelector(".laid.wrong")`)
	b.mouse("mouseReleased", to[0], to[1])
	b.until(`document.querySelector("[data-hand-says]").textContent.startsWith("Not laid down")`)
	b.press("\x1b")
	b.until(`!document.querySelector(".laid.wrong")`)
	b.click("[data-hand]")

	b.click("[data-look]")
	b.until(`/of 60 s/.test(document.querySelector("[data-look-says]").textContent)`)
	b.click("[data-look]")
	b.until(`document.querySelector("[data-look-says]").textContent.startsWith("Stopped.")`)
	assert.Equal(t, where, js[string](b, pin), "what is pinned stays")
	b.reply(func() { b.click("[data-undo]") })

	b.visit("/ensembles/1/layers/4/wall")
	b.sees("Grain line up from the near selvedge")
	assert.True(t, strings.HasPrefix(string(b.printed()), "%PDF"))
	b.accessible("the lay for the wall")
}

// A lining is added and cut from its own cloth; everything cut is ticked off
// and nothing is missing; on a phone too.
func TestCutListByCloth(t *testing.T) {
	b := open(t, app(t, true))
	b.visit("/ensembles/1/layers/4/cloth?wait=1")
	b.reply(func() { b.click(".add-cloth button") })
	b.sees("Nothing is cut from this cloth yet")
	js[bool](b, `(() => { const i = document.querySelector('[data-laying="count:front"]'); i.value = "1"; return i.dispatchEvent(new Event("change", { bubbles: true })); })()`)
	b.until(`document.querySelectorAll('.lay[data-sheet="lining-buy"] .laid').length === 1`)
	js[bool](b, `(() => { const i = document.querySelector('[data-laying="count:side-1"]'); i.value = "3"; return i.dispatchEvent(new Event("change", { bubbles: true })); })()`)
	b.sees("an even number")
	b.light("dark")
	b.visit("/ensembles/1/layers/4/cloth?cloth=lining&wait=1")
	b.accessible("cut from a lining, dark")
	b.size(390, 844)
	b.visit("/ensembles/1/layers/4/cut")
	b.sees("0 of 12")
	// The first piece asks what is asked before cloth is cut; then all of it is.
	b.reply(func() { js[bool](b, `(document.querySelector("li:not(.is-cut) > form > button").click(), true)`) })
	js[bool](b, `(document.querySelectorAll(".guard-form input[type=checkbox]").forEach((box) => { box.checked = true; }), true)`)
	b.reply(func() { b.click(".guard-form .main-button") })
	b.visit("/ensembles/1/layers/4/cut")
	b.sees("12 of 12")
	assert.LessOrEqual(t, js[int](b, `document.documentElement.scrollWidth`), 390, "nothing sticks out on a phone")
	b.accessible("the cut list on a phone")
	b.visit("/ensembles/1/buy?wait=1")
	b.until(`document.querySelector("[data-price^=busk]")`)
	js[bool](b, `(() => { const i = document.querySelector("[data-price^=busk]"); i.value = "14.50"; return i.dispatchEvent(new Event("change", { bubbles: true })); })()`)
	b.until(`document.querySelector("[data-price^=busk]").closest("td").textContent.includes("14.50")`)
}
