package e2e

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// A cloak over a winter stack: another finish at the neck brings its own pieces and fields; nonsense is
// refused at its field and loses nothing; it hangs from the shoulders on the figure.
func TestACloakOverAll(t *testing.T) {
	b := open(t, app(t, true))
	b.visit("/ensembles/6/layers/29/draft")
	require.Contains(t, b.text("#draft-sheet"), "Hood")
	b.choose("neck", "collar")
	b.until(`document.querySelector("#draft-sheet").textContent.includes("Collar") && !document.querySelector("#draft-sheet").textContent.includes("Hood")`)
	b.until(`document.querySelector("#p-collar")`)
	long := js[string](b, `document.querySelector("#p-length").value`)
	b.enter("#p-length", "nine furlongs")
	b.until(`document.querySelector("#p-length").getAttribute("aria-invalid") === "true" || document.body.textContent.includes("nine furlongs")`)
	b.visit("/ensembles/6/layers/29/draft")
	assert.Equal(t, long, js[string](b, `document.querySelector("#p-length").value`), "what was there is kept")
	b.enter("#p-length", "40 in")
	b.until(`document.querySelector("#p-length").dataset.was !== ""`)
	b.accessible("a cloak")
	b.visit("/ensembles/6/figure")
	b.until(`document.querySelector("[data-figure]").dataset.drawn > 0`)
	b.sees("Fair cloak")
}

// Straight breadths: gathered, then laid in box pleats that are stitched down. The pleats are marked on
// every breadth, the fields that belong to them are asked, and the steps say so.
func TestBreadthsInBoxPleats(t *testing.T) {
	b := open(t, app(t, true))
	b.visit("/ensembles/2/layers")
	b.putOn("skirt-breadths")
	b.visit("/ensembles/2/draft")
	b.until(`document.querySelector("#p-into")`)
	b.choose("into", "box")
	b.until(`document.querySelector("#p-stitched")`)
	b.enter("#p-stitched", "18 cm")
	b.until(`document.querySelector("#p-stitched").dataset.was === "180"`)
	b.sees("pleat: fold here")
	b.accessible("a skirt in box pleats")
}

// A beginner lengthens a tiered petticoat in inches until it lies on the floor: that is said gravely, in inches, the length
// that is offered clears it, and what was typed that can't be is refused where it was typed. Its hem hangs level: behind and
// before it is as much longer as the way down is.
func TestAPetticoatInInches(t *testing.T) {
	b := open(t, app(t, true))
	b.visit("/ensembles/1/layers/3/draft")
	b.reply(func() { b.press("u") })
	b.until(`document.querySelector("#p-length").value.includes("in")`)
	was := js[string](b, `document.querySelector("#p-length").value`)
	b.enter("#p-length", "a yard or so")
	b.until(`document.querySelector("#p-length").getAttribute("aria-invalid") === "true" || document.querySelector(".problem")?.textContent.length > 10`)
	b.visit("/ensembles/1/layers/3/draft")
	assert.Equal(t, was, js[string](b, `document.querySelector("#p-length").value`), "what was there is kept")
	b.enter("#p-length", "42 1/2 in")
	b.until(`[...document.querySelectorAll(".note, .grave, aside h3, h3")].some(n => n.textContent.includes("Its hem lies on the floor"))`)
	note := js[string](b, `[...document.querySelectorAll("*")].filter(n => n.textContent.includes("Its hem lies on the floor")).at(-1).parentElement.textContent`)
	assert.Contains(t, note, " in", "told in inches")
	assert.NotContains(t, note, " cm")
	b.reply(func() {
		js[bool](b, `([...document.querySelectorAll("button")].find(n => n.textContent.includes("Shorten it by")).click(), true)`)
	})
	b.until(`!document.body.textContent.includes("Its hem lies on the floor")`)
	b.visit("/ensembles/1/layers/3/draft")
	assert.NotContains(t, js[string](b, `document.body.textContent`), "Its hem lies on the floor")
	assert.NotEqual(t, "42 1/2 in", js[string](b, `document.querySelector("#p-length").value`))
	// The upper tier's edge is no straight line: its ends lie at different heights.
	assert.True(t, js[bool](b, `(() => {
		const cut = [...document.querySelectorAll('.piece[data-piece^="upper"] .cut')][0].getAttribute("d").match(/-?[\d.]+ -?[\d.]+/g).map(p => p.split(" ").map(Number));
		const top = Math.min(...cut.map(p => p[1])), near = cut.filter(p => p[1] < top + 60);
		return near.length > 10 && Math.max(...near.map(p => p[1])) - top > 5;
	})()`))
	b.accessible("a petticoat in inches")
}
