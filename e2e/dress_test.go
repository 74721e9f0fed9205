package e2e

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// A beginner in inches begins as it was worn: every stack is drawn on her wearer, one is chosen with the keyboard, the
// petticoat that shows below its dress is shortened by the button beside it, the skirt of the dress becomes another, its
// waist seam stays true, and the order of dressing says how each is got into.
func TestADressFromTheSkinOut(t *testing.T) {
	b := open(t, app(t, true))
	b.visit("/ensembles/new")
	b.reply(func() { b.click(`button[name="unit"]`) })
	b.enter("#name", "First dress")
	b.reply(func() { b.click(".sheet-form button:not([type=button])") })
	b.until(`document.querySelector("[data-beginnings]")`)
	b.until(`document.querySelectorAll("[data-drawn] svg").length > 3`)
	assert.False(t, js[bool](b, `!!document.querySelector(".undrawn")`))
	b.accessible("stacks to begin from")
	label := `[...document.querySelectorAll("[data-beginnings] button")].find(b => b.textContent.includes("1950s, over net"))`
	js[bool](b, `(`+label+`.focus(), true)`)
	b.reply(func() { b.press("\r") })
	b.until(`document.querySelectorAll(".layer-row").length === 4`)
	b.sees("Getting dressed")
	b.sees("in go through")
	b.accessible("getting dressed")
	js[bool](b, `(document.querySelectorAll(".layer-head h3 a")[1].click(), true)`)
	b.until(`document.body.textContent.includes("Its hem shows below the skirt")`)
	was := js[string](b, `document.querySelector("#p-length").value`)
	js[bool](b, `([...document.querySelectorAll(".note button")].find(b => b.textContent.includes("Shorten it")).click(), true)`)
	b.until(`!document.body.textContent.includes("Its hem shows below the skirt")`)
	b.until(`document.querySelector("#p-length")`)
	assert.NotEqual(t, was, js[string](b, `document.querySelector("#p-length").value`))
	b.visit(js[string](b, `document.querySelectorAll("#stack a[href*=draft]")[0].getAttribute("href")`))
	b.until(`document.querySelector("#p-skirt")`)
	require.Contains(t, b.text("#draft-sheet"), "Skirt side panel")
	b.choose("skirt", "breadths")
	b.until(`document.querySelector("#draft-sheet").textContent.includes("breadth")`)
	b.until(`document.querySelector("#p-breadths_into")`)
	assert.False(t, js[bool](b, `!!document.querySelector("#p-circle_circle")`), "what belongs to the circle is not asked")
	assert.Regexp(t, `All \d+ seams are true`, b.text("#truing"))
	b.enter("#p-breadths_hem_round", "140 in")
	b.until(`Math.abs(document.querySelector("#p-breadths_hem_round").dataset.was - 3556) < 1`)
	b.enter("#p-breadths_hem_round", "3 in")
	b.until(`document.querySelector("#p-breadths_hem_round").getAttribute("aria-invalid") === "true" || document.querySelector(".wrong, .message")`)
	b.accessible("a dress")
}

// A shirt dress over a bustle cage can't be drafted as it comes: other settings are tried on asking, one is chosen, and it is.
func TestWhatWouldHelp(t *testing.T) {
	b := open(t, app(t, true))
	b.visit("/ensembles/3/layers")
	b.putOn("dress-shirt")
	at := js[string](b, `[...document.querySelectorAll('a[href$="/draft"]')].map((a) => a.getAttribute("href"))[0]`)
	b.visit(at)
	b.sees("What would help")
	b.accessible("a draft that is refused")
	b.click("[data-try]")
	b.until(`document.querySelector(".rescues li")`)
	b.sees("Its skirt")
	b.reply(func() { b.click(".rescues button") })
	b.until(`document.querySelectorAll(".sheet .piece").length > 4`)
}
